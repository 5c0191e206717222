"""What comes again after fitting, by distance or by day: whether it was done, is due or past, and on which days it falls."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from enum import Enum

from isostat.assess.log.promise import driven_km
from isostat.core import rules
from isostat.job.log import LogEntry
from isostat.job.schema import Job


class Recheck(Enum):
    """By the name that an entry keeps of what was tightened again; heights are done by being read."""

    NUTS = "wheel nuts"
    U_BOLTS = "U-bolts"
    U_BOLTS_AGAIN = "U-bolts again"
    BOLTS = "arm bolts"
    HEIGHTS = "heights"


class Standing(Enum):
    """Where a recheck stands."""

    AHEAD = "ahead"
    NOW = "now"
    PAST = "past"
    DONE = "done"


BY_KM: Mapping[Recheck, Sequence[float]] = {
    Recheck.NUTS: rules.NUTS_KM, Recheck.U_BOLTS: rules.U_BOLTS_KM, Recheck.U_BOLTS_AGAIN: rules.U_BOLTS_AGAIN_KM,
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Due:
    """first, last: the days between which it falls, by distance at the pace driven so far; None where nothing tells them."""

    what: Recheck
    standing: Standing
    first: date | None = None
    last: date | None = None

    @property
    def dated(self) -> bool:
        """Whether it is still to be done, on days that are known."""
        return self.standing is not Standing.DONE and self.first is not None


def due(job: Job, on: date | None = None) -> tuple[Due, ...]:
    """Every recheck, in their order; none where nothing was read yet. on: the day it is, left out that of the last entry."""
    if not job.log:
        return ()
    days = [day for entry in job.log if (day := day_of(entry)) is not None]
    fitted, last = (min(days), max(days)) if days else (None, None)
    now, driven = on or last, max(driven_km(entry) for entry in job.log)
    pace = driven / (last - fitted).days if fitted and last and last > fitted and driven > 0.0 else None  # km a day
    done = {name for entry in job.log for name in entry.rechecked}
    return tuple(
        Due(what=what, standing=Standing.DONE)
        if what.value in done
        else _by_km(what, driven, fitted, pace)
        if what in BY_KM
        else _by_day(what, job.log, fitted, now)
        for what in Recheck
    )


def day_of(entry: LogEntry) -> date | None:
    """The day of an entry; None where it is not one."""
    try:
        return date.fromisoformat(entry.day)
    except ValueError:
        return None


def _by_km(what: Recheck, driven: float, fitted: date | None, pace: float | None) -> Due:
    low, high = BY_KM[what]
    standing = Standing.AHEAD if driven < low else Standing.NOW if driven <= high else Standing.PAST
    if fitted is None or pace is None:
        return Due(what=what, standing=standing)
    first, last = (_later(fitted, km / pace) for km in (low, high))
    return Due(what=what, standing=standing, first=first, last=last)


def _by_day(what: Recheck, entries: tuple[LogEntry, ...], fitted: date | None, now: date | None) -> Due:
    """Bolts within weeks; of the heights the first reading that nobody took yet."""
    if fitted is None or now is None:
        return Due(what=what, standing=Standing.AHEAD)
    read = max(((day - fitted).days for entry in entries if _is_read(entry) and (day := day_of(entry)) is not None), default=0)
    windows = [rules.ARM_BOLTS_DAYS] if what is Recheck.BOLTS else zip(rules.HEIGHTS_DAYS, rules.HEIGHTS_UNTIL, strict=True)
    stages = [(first, last) for first, last in windows if what is Recheck.BOLTS or first > read]
    if not stages:
        return Due(what=what, standing=Standing.DONE)
    (low, high), gone = stages[0], (now - fitted).days
    standing = Standing.AHEAD if gone < low else Standing.NOW if gone <= high else Standing.PAST
    return Due(what=what, standing=standing, first=_later(fitted, low), last=_later(fitted, high))


def _is_read(entry: LogEntry) -> bool:
    return any(height is not None for pair in entry.heights for height in (pair.left_m, pair.right_m))


def _later(day: date, days: float) -> date | None:
    """None beyond the calendar's end."""
    try:
        return day + timedelta(days=math.ceil(days))
    except OverflowError:
        return None
