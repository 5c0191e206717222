"""What a book keeps of a job, from its file alone: who it is, what was fitted, whether the promise was kept, what is due."""

from __future__ import annotations

from dataclasses import asdict, dataclass
from datetime import date
from typing import Any

import numpy as np

from isostat.assess.log.due import Standing, due
from isostat.assess.log.promise import promised_of, typed_heights, worth_m
from isostat.job.edits.card import bought_of
from isostat.job.edits.taught import taught_of
from isostat.job.log import HUB_TO_ARCH, LogEntry
from isostat.job.schema import Job

SETTLED_KM = 500.0  # from which an entry says how far springs have settled


@dataclass(frozen=True, slots=True, kw_only=True)
class Came:
    """An axle as it came out. miss_m: read less what was promised before the book had its say, mean of its wheels.

    error_m: one deviation. settled_m: down since, None unread.
    """

    axle: str
    kind: str
    maker: str
    part: str
    miss_m: float
    error_m: float
    settled_m: float | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Summary:
    """path: within the folder. kept: whether every wheel of the first reading lay inside its band, None where nothing says so."""

    path: str
    title: str
    number: str
    notes: str
    outline: str
    kinds: tuple[str, ...]
    parts: tuple[str, ...]
    entries: int
    kept: bool | None
    came: tuple[Came, ...]
    due: tuple[str, ...]
    fault: str = ""  # why the file cannot be read

    def plain(self) -> dict[str, Any]:
        """As plain data."""
        return asdict(self)

    def holds(self, words: str) -> bool:
        """Whether it is what somebody looks for: every word stands in its name, its number, its notes or its parts."""
        missed = "" if self.kept is not False else "missed"
        text = " ".join((self.path, self.title, self.number, self.notes, self.outline, *self.kinds, *self.parts, missed)).casefold()
        return all(word in text for word in words.casefold().split())


def summary(path: str, job: Job, on: date) -> Summary:
    """Of a job. on: the day it is."""
    fits = job.proposal.axles
    bought = [bought_of(job, i) for i in range(len(fits))]
    first = _first(job)
    return Summary(
        path=path,
        title=job.title,
        number=job.number,
        notes=job.notes,
        outline=job.vehicle.outline,
        kinds=tuple(fit.kind for fit in fits),
        parts=tuple("" if one is None else one.part for one in bought),
        entries=len(job.log),
        kept=None if first is None else _kept(job, first),
        came=() if first is None else tuple(_came(job, first)),
        due=tuple(one.what.value for one in due(job, on) if one.standing in (Standing.NOW, Standing.PAST)),
    )


def _first(job: Job) -> LogEntry | None:
    """The first entry that was rolled, read and promised."""
    for entry in job.log:
        if entry.state != "lowered" and len(entry.promised) == len(job.vehicle.axles) and _at_hub(entry):
            return entry
    return None


def _at_hub(entry: LogEntry) -> bool:
    """Whether it has hub to arch of a wheel: what was read elsewhere takes the whole vehicle to tell."""
    return entry.point == HUB_TO_ARCH and bool(np.isfinite(typed_heights(entry)).any())


def _kept(job: Job, entry: LogEntry) -> bool:
    low, middle, high = promised_of(entry)
    off = np.abs(np.nan_to_num(typed_heights(entry) - middle))
    return bool((off <= np.maximum((high - low) / 2.0, worth_m(job))).all())


def _came(job: Job, entry: LogEntry) -> list[Came]:
    (low, middle, high), read = promised_of(entry), typed_heights(entry)
    half = (high - low) / 2.0
    later = next(
        (
            one
            for one in reversed(job.log)
            if one.state == "driven" and one.km >= SETTLED_KM and one.case == entry.case and _at_hub(one)
        ),
        None,
    )
    turned = any(one.turned for one in job.log)
    down = None if later is None or turned else read - typed_heights(later)
    out = []
    for i, fit in enumerate(job.proposal.axles):
        miss = (read - middle)[i]
        seen = np.isfinite(miss)
        if not seen.any():
            continue
        found = bought_of(job, i)
        settled = None if down is None or not np.isfinite(down[i]).any() else float(np.nanmean(down[i]))
        out.append(
            Came(
                axle=job.vehicle.axles[i].name,
                kind=fit.kind,
                maker="" if found is None else found.maker,
                part="" if found is None else found.part,
                miss_m=round(float(miss[seen].mean()) + sum(one.mean_m for one in taught_of(job, i)), 6),
                error_m=round(float(half[i][seen].mean()) / 2.0, 6),
                settled_m=None if settled is None else round(settled, 6),
            )
        )
    return out


def cannot(path: str, why: str) -> Summary:
    """A file that cannot be read."""
    return Summary(
        path=path, title="", number="", notes="", outline="", kinds=(), parts=(), entries=0, kept=None, came=(), due=(), fault=why
    )
