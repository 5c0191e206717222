"""Readings against each other: which of them a slip of the hand explains better than the vehicle does."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.assessment import Assessment
from isostat.core.findings.judgement import Grade, Judgement, Place, Remedy, Step
from isostat.core.findings.readings import LikelySlip
from isostat.core.limits import Floats
from isostat.job.points import CORNER_POINTS

# How wrong a slip makes a reading, and how near to its like it must lie once mended (stated rule).
LENGTH_SLIPS = {"inches": 25.4, "ten": 10.0, "hundred": 100.0}
MASS_SLIPS = {"pounds": 2.20462262, "ten": 10.0, "hundred": 100.0}
NEAR = {"inches": 1.35, "ten": 1.35, "hundred": 1.35, "pounds": 1.12}


def slip_judgements(a: Assessment) -> Iterator[Judgement]:
    """A judgement for every reading that looks like a slip."""
    for index, point in enumerate(CORNER_POINTS):
        name = point.field
        values = _readings(a, name)
        for axle, side in np.argwhere(np.isfinite(values) & (values > 0)):
            like = _like(values, int(axle), int(side))
            found = _slip(float(values[axle, side]), like, MASS_SLIPS if name == "pad_kg" else LENGTH_SLIPS)
            if found is None:
                continue
            slip, likely = found
            place = Place(int(axle), int(side))
            yield LikelySlip(
                grade=Grade.WATCH, place=place, step=Step.MEASURE, what=name, slip=slip, value=float(values[axle, side]),
                likely=likely, remedies=(Remedy("reading", place, likely, index),),
            )  # fmt: skip


def _readings(a: Assessment, name: str) -> Floats:
    """One kind of reading, (A, 2), NaN where none was taken or it is only assumed."""
    corners = [(axle.left, axle.right) for axle in a.job.vehicle.axles]
    found = [[getattr(corner, name) for corner in pair] for pair in corners]
    return np.array([[np.nan if r is None or r.assumed else r.value for r in pair] for pair in found])


def _like(values: Floats, axle: int, side: int) -> float | None:
    """What the reading should be like: the other side's, unless that one lies further from the other axles' than this one does."""
    here, across = float(values[axle, side]), float(values[axle, 1 - side])
    elsewhere = np.delete(values, axle, axis=0).ravel()
    taken = elsewhere[np.isfinite(elsewhere) & (elsewhere > 0)]
    if not taken.size:
        return None
    middle = float(np.median(taken))
    if not across > 0:
        return middle
    return across if abs(np.log(across / middle)) <= abs(np.log(here / middle)) else None


def _slip(value: float, like: float | None, slips: dict[str, float]) -> tuple[str, float] | None:
    if like is None:
        return None
    for slip, factor in slips.items():
        for likely in (value * factor, value / factor):
            mended, as_it_is = max(likely / like, like / likely), max(value / like, like / value)
            if mended <= NEAR[slip] and as_it_is > 0.6 * factor:
                return slip, likely
    return None
