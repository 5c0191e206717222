"""What a miss teaches of the parts and the load, by its likeliest cause: old figure and new, to be taken into the job."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.log.cause import STEPS, Cause, Why
from isostat.assess.log.evidence import evidence, wheels_of, why_missed
from isostat.assess.log.promise import held
from isostat.assess.log.settings import typed_as_fitted
from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.job.edits.items import add_item
from isostat.job.edits.paths import JOB, Path, path_to, put, value_at
from isostat.job.log import LogEntry
from isostat.job.points import SIDES
from isostat.job.reading import Reading
from isostat.job.schema import Item, Job

FIELDS = {"free": "free_length_m", "rate": "rate_n_per_m"}  # of a coil
LEAST_KG = 1.0


@dataclass(frozen=True, slots=True)
class Learnt:
    """A figure as assumed and as the readings have it, SI, and two deviations of that. kind: "free", "rate" or "load".

    side: None for a load on an axle; axle: None for one to one side.
    """

    kind: str
    axle: int | None
    side: int | None
    was: float
    now: float
    error: float


def learnt(a: Assessment, n: int) -> tuple[Learnt, ...]:
    """Of the nth entry of the log; nothing where no cause is likely, it is none of a part or a load, or it was taken already."""
    first = why_missed(a, n)[0]
    if first.share < rules.CAUSE_LIKELY or _taken(a.job, a.job.log[n], first.axle, first.side):
        return ()
    read = evidence(a, n)
    felt, by_step = read.felt, read.by_step()
    mine = [k for k, one in enumerate(felt.causes) if (one.why, one.axle, one.side) == (first.why, first.axle, first.side)]
    if first.why in (Why.SPRING, Why.SPRINGS):
        return _springs(a, n, [felt.causes[k] for k in mine], by_step[mine])
    if first.why in (Why.LOAD_END, Why.LOAD_SIDE):
        by, error = _moments(by_step[mine[0]] / by_step[mine].sum(), felt.causes[mine[0]].deviation)
        side = None if first.axle is not None else 0 if by > 0.0 else 1
        more = by if first.axle is not None else abs(by)
        return (Learnt("load", first.axle, side, 0.0, more, error),) if more > LEAST_KG else ()
    return ()


def _springs(a: Assessment, n: int, causes: list[Cause], by_step: Floats) -> tuple[Learnt, ...]:
    """Rate and free length of coils, each as likely as it is, a length that was measured as it was measured.

    Of other kinds nothing is typed that could be put right.
    """
    axle = causes[0].axle
    assert axle is not None
    order, kind = a.orders[axle], a.job.proposal.axles[axle].kind
    teaches = {"coil": ("free", "rate"), "progressive": ("free",)}.get(kind, ()) if order.lacks is None else ()
    kept = [k for k, one in enumerate(causes) if one.kind in teaches]
    found, measured = [], wheels_of(a.job.log[n], "free_m", len(a.axles))[axle]
    for side in (0, 1) if causes[0].side is None else (causes[0].side,):
        for k in kept:
            by, error = _moments(by_step[k] / by_step[kept].sum(), causes[k].deviation)
            was = (order.order.free_m if causes[k].kind == "free" else order.order.rate_n_per_m)[side]
            if causes[k].kind == "free" and np.isfinite(measured[side]):
                found.append(Learnt("free", axle, side, was, float(measured[side]), rules.TAPE_ERROR))
                continue
            whole = 1.0 if causes[k].kind == "free" else was
            found.append(Learnt(causes[k].kind, axle, side, was, was + by * whole, error * whole))
    return tuple(found)


def _moments(share: Floats, deviation: float) -> tuple[float, float]:
    """Mean and two deviations of a magnitude that has these shares of being each of STEPS, and else is nought.

    Between two steps it may lie anywhere.
    """
    by = STEPS * deviation
    mean, within = float((share * by).sum()), (by[1] - by[0]) ** 2 / 12.0
    return mean, 2.0 * float(np.sqrt(max((share * by**2).sum() - mean**2, 0.0) + within))


def _mark(entry: LogEntry) -> str:
    return f"log {entry.day}, {entry.km:.0f} km, {entry.state}"


def _coil(axle: int, side: int, kind: str) -> Path:
    return (*path_to(JOB.proposal.axles[axle]), SIDES[side], FIELDS[kind])


def _taken(job: Job, entry: LogEntry, axle: int | None, side: int | None) -> bool:
    """Whether what an entry teaches is in the job already."""
    if any(item.name == _mark(entry) for item in job.items):
        return True
    if axle is None:
        return False
    read = [value_at(job, _coil(axle, k, "free")) for k in ((0, 1) if side is None else (side,))]
    return any(one is not None and one.note == _mark(entry) for one in read)


def taken(a: Assessment, job: Job, n: int, every: tuple[Learnt, ...]) -> Job:
    """The job with what its nth entry taught; the axle's springs as they are fitted, so that nothing is solved anew.

    a: where it was learnt. job: what that is, or has become since. every: figures of that entry, some or all. Raises JobFault where
    the job will not have one.
    """
    mark = _mark(a.job.log[n])
    for one in every:
        if one.kind == "load":
            job = _loaded(a, job, one, held(a, n).promise.case, mark)
            continue
        assert one.axle is not None and one.side is not None
        job = typed_as_fitted(a, job, one.axle)
    for one in every:
        if one.kind != "load":
            assert one.axle is not None and one.side is not None
            value = Reading(value=round(one.now, 5), error=round(one.error, 5), note=mark)
            job = put(job, _coil(one.axle, one.side, one.kind), value.model_dump(exclude_none=True))
    return job


def _loaded(a: Assessment, job: Job, one: Learnt, case: int, mark: str) -> Job:
    """With a load on board that nobody entered: over its axle, or half way out to a side between the axles."""
    behind = [float(axle.behind_front_m.value) for axle in a.job.vehicle.axles]
    out = 0.0 if one.side is None else float(np.mean([axle.half_track_m for axle in a.axles])) / 2.0
    item = Item(
        name=mark,
        mass_kg=Reading(value=round(one.now, 1), error=round(one.error, 1)),
        behind_front_m=Reading(value=round(float(np.mean(behind)) if one.axle is None else behind[one.axle], 3)),
        left_m=Reading(value=round(out if one.side == 0 else -out, 3)),
    )
    return add_item(job, item, job.cases[case].name)
