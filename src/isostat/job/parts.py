"""Edits of a part that set more than one value at once: a shock, a ring."""

from __future__ import annotations

from isostat.job.edits import put, put_number
from isostat.job.files import JobFault
from isostat.job.schema import Job


def put_shock(job: Job, axle: int, extended_m: float, stroke_m: float) -> Job:
    """The proposal with a shock of such a length and stroke. Raises JobFault where the old one's full length was not measured."""
    long = job.vehicle.axles[axle].shock_long_m
    if long is None:
        raise JobFault("edit", ["The shock's full length is not known; accepted is another shock once it was measured."])
    job = put(job, ("proposal", "axles", axle, "shock_longer_m"), round(extended_m - long.value, 4))
    return put(job, ("proposal", "axles", axle, "shock_stroke_m"), round(stroke_m, 4))


def put_ring(job: Job, axle: int, ring_m: float) -> Job:
    """The proposal with the ring of a stacked pair so far from its collar, set by hand."""
    base = ("proposal", "axles", axle, "stack")
    return put_number(put(job, (*base, "placed"), "typed"), (*base, "ring_m"), ring_m)
