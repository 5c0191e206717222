"""Readings taken with something else on board than when it was weighed, brought to the baseline."""

from __future__ import annotations

from collections.abc import Callable

from isostat.assess.setup.figures import AxleFigures
from isostat.core.limits import Bools, Floats
from isostat.job.points import SIDES
from isostat.job.reading import Reading
from isostat.job.schema import Job
from isostat.job.vehicle import Corner

ALONG = {"hub_to_arch_m": None, "metal_gap_m": None, "stop_gap_m": "stop_ratio", "shaft_showing_m": "shock_ratio"}


def read_elsewhere(job: Job) -> bool:
    """Whether some reading of a wheel's way belongs to another case than the weighing."""
    weighed = job.cases[job.weighed_case].name
    corners = (corner for axle in job.vehicle.axles for corner in (axle.left, axle.right))
    return any(_case(corner, field) not in (None, weighed) for corner in corners for field in ALONG)


def _case(corner: Corner, field: str) -> str | None:
    reading = getattr(corner, field)
    return None if reading is None else reading.case


def as_read(job: Job) -> Job:
    """The job as if every reading had been taken as weighed."""
    return _with(job, lambda reading, *_: reading.value, keep=True)


def at_baseline(job: Job, axles: tuple[AxleFigures, ...], travel_m: Floats, stands: Bools, guessed: bool) -> Job:
    """The job with its readings where they would have been as weighed: h_b = h + u of the case in which it was read.

    travel_m: (A, 2, B) of the set-up as found. stands: (B,). guessed: the springs as found are assumed.
    """
    weighed = job.cases[job.weighed_case].name

    def moved(reading: Reading, axle: int, side: int, field: str) -> float:
        if reading.case in (None, weighed):
            return reading.value
        case = job.case_index(str(reading.case))
        ratio = ALONG[field]
        along = 1.0 if ratio is None else float(getattr(axles[axle], ratio).value)
        return reading.value + along * (float(travel_m[axle, side, case]) if stands[case] else 0.0)

    return _with(job, moved, keep=not guessed)


def _with(job: Job, value: Callable[[Reading, int, int, str], float], *, keep: bool) -> Job:
    """The job with new values for the readings along a wheel's way; one read elsewhere is assumed unless `keep`."""
    changed = []
    for n, axle in enumerate(job.vehicle.axles):
        corners = {}
        for side, name in enumerate(SIDES):
            corner, update = getattr(axle, name), {}
            for field in ALONG:
                reading = getattr(corner, field)
                if reading is not None and reading.case is not None:
                    new = value(reading, n, side, field)
                    update[field] = reading.model_copy(update={"value": new, "case": None, "assumed": reading.assumed or not keep})
            corners[name] = corner.model_copy(update=update)
        changed.append(axle.model_copy(update=corners))
    return job.model_copy(update={"vehicle": job.vehicle.model_copy(update={"axles": tuple(changed)})})
