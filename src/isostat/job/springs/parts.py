"""Edits of a part that set more than one value at once: a shock, a ring, a table, all that is fitted."""

from __future__ import annotations

from collections.abc import Sequence

from isostat.job.edits.paths import JOB, Path, path_to, put, put_number, whole_number
from isostat.job.files import JobFault
from isostat.job.schema import Job
from isostat.job.springs.press import PressRow
from isostat.language import later


def put_shock(job: Job, axle: int, extended_m: float, stroke_m: float) -> Job:
    """The proposal with a shock of such a length and stroke. Raises JobFault where the old one's full length was not measured."""
    long = job.vehicle.axles[axle].shock_long_m
    if long is None:
        raise JobFault("edit", [later("Enter the shock's full length first (Measure, points).")])
    job = put(job, path_to(JOB.proposal.axles[axle].shock_longer_m), round(extended_m - long.value, 4))
    return put(job, path_to(JOB.proposal.axles[axle].shock_stroke_m), round(stroke_m, 4))


def put_ring(job: Job, axle: int, ring_m: float) -> Job:
    """The proposal with the ring of a stacked pair so far from its collar, set by hand."""
    base = path_to(JOB.proposal.axles[axle].stack)
    return put_number(put(job, (*base, "placed"), "typed"), (*base, "ring_m"), ring_m)


def put_teeth(path: Path, job: Job, si: float | None, typed: str) -> Job:
    """The job with a count of splines at a path, or none. Raises JobFault where it is no whole number, 4 to 200."""
    return put(job, path, None if si is None else whole_number(later("Splines"), si, typed, 4, 200))


def put_table(job: Job, axle: int, rows: Sequence[PressRow]) -> Job:
    """The job with a tester's table as the progressive springs of a proposal's axle."""
    base = path_to(JOB.proposal.axles[axle].progressive)
    job = put(job, (*base, "table"), rows)
    return put(job, (*base, "by"), "table")


def fitted_now(job: Job, axle: int, ring_m: float | None) -> Job:
    """The job with the springs of the proposal's axle as those that were found: they are fitted already.

    ring_m: of a stacked pair, collar to ring as it is set.
    """
    wanted, base = job.proposal.axles[axle], path_to(JOB.as_found.axles[axle])
    job = put(job, (*base, "progressive"), wanted.progressive)
    job = put(job, (*base, "pack"), wanted.pack)
    job = put(job, (*base, "torsion"), wanted.torsion.over(job.as_found.axles[axle].torsion))
    job = put(job, (*base, "air"), wanted.air.over(job.as_found.axles[axle].air))
    job = put(job, (*base, "stack"), wanted.stack.model_copy(update={"placed": "typed"}))
    if ring_m is not None:
        job = put(job, (*base, "stack", "ring_m"), round(ring_m, 4))
    return put(job, (*base, "kind"), wanted.kind)
