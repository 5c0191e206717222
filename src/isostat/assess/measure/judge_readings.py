"""Readings against each other: which of them a slip of the hand explains better than the vehicle does."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from isostat.assess.judgement import Grade, Judgement, Place, Step
from isostat.assess.measure.findings import HubHeightOff, LikelySlip, SidesDisagree
from isostat.assess.setup.figures import AxleFigures
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.remedies import CorrectReading, SwapSides
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.job.axle_fit import AxleFit
from isostat.job.points import CORNER_POINTS
from isostat.job.vehicle import Vehicle

# How wrong a slip makes a reading, and how near to its like it must lie once mended (stated rule).
LENGTH_SLIPS = {"inches": 25.4, "ten": 10.0, "hundred": 100.0}
MASS_SLIPS = {"pounds": 2.20462262, "ten": 10.0, "hundred": 100.0}
TYRE_NEAR = 0.05  # m, and how near a height read from the ground comes to its like without the hub's height
LEAN_MEASURES = {
    "hub_to_arch_m": None,
    "ground_to_arch_m": None,
    "ground_to_sill_m": None,
    "tube_to_frame_m": None,
    "stop_gap_m": "stop_ratio",
    "shaft_showing_m": "shock_ratio",
}  # readings that all tell how much higher one side of the body stands, with the ratio that brings them to the wheel
NEAR = {"inches": 1.35, "ten": 1.35, "hundred": 1.35, "pounds": 1.12}


@dataclass(frozen=True, slots=True)
class _Sheet:
    """What was read, and the figures that follow from it; all that these judgements rest on."""

    vehicle: Vehicle
    axles: tuple[AxleFigures, ...]
    fits: tuple[AxleFit, ...]


def reading_judgements(a: Assessment) -> tuple[Judgement, ...]:
    """Slips of single readings; then, of those that are none, measures of one lean that disagree, and hubs that are elsewhere."""
    return _judged(_Sheet(a.job.vehicle, a.axles, a.job.as_found.axles))


@lru_cache(maxsize=8)
def _judged(read: _Sheet) -> tuple[Judgement, ...]:
    """Remembered: an edit of load, target or springs leaves the readings as they were."""
    slips = tuple(_slips(read))
    return (*slips, *_sides(read, {(slip.place.axle, slip.what) for slip in slips}), *_hubs(read))


def _slips(read: _Sheet) -> Iterator[LikelySlip]:
    """A judgement for every reading that looks like a slip."""
    for index, point in enumerate(CORNER_POINTS):
        name = point.field
        values = _readings(read, name)
        for axle, side in np.argwhere(np.isfinite(values) & (values > 0)):
            like = _like(values, int(axle), int(side))
            value = float(values[axle, side])
            found = _from_the_ground(read, int(axle), value, like) if name == "hub_to_arch_m" else None
            found = found or _slip(value, like, MASS_SLIPS if name == "pad_kg" else LENGTH_SLIPS)
            if found is None:
                continue
            slip, likely = found
            place = Place(int(axle), int(side))
            yield LikelySlip(
                grade=Grade.WATCH, place=place, step=Step.MEASURE, what=name, slip=slip, value=value,
                likely=likely, remedies=(CorrectReading(int(axle), int(side), index, likely),),
            )  # fmt: skip


def _from_the_ground(read: _Sheet, axle: int, value: float, like: float | None) -> tuple[str, float] | None:
    """A hub to arch that is a ground to arch: less the hub's own height it is like the others."""
    figures = read.axles[axle]
    hub = figures.hub_m
    if like is None or value < like + 0.6 * hub or abs(value - hub - like) > TYRE_NEAR:
        return None
    return "tyre", value - hub


def _sides(read: _Sheet, doubted: set[tuple[int | None, str]]) -> Iterator[Judgement]:
    """Measures of the same lean against each other, axle by axle, those in doubt left out."""
    for axle, figures in enumerate(read.axles):
        leans = {}
        for name, ratio in LEAN_MEASURES.items():
            pair = _readings(read, name)[axle]
            if np.isfinite(pair).all() and (axle, name) not in doubted:
                leans[name] = float(pair[0] - pair[1]) / (1.0 if ratio is None else getattr(figures, ratio).value)
        if len(leans) < 2:
            continue
        names = list(leans)
        middle = float(np.median(list(leans.values())))
        odd = max(names, key=lambda n: abs(leans[n] - middle)) if len(names) > 2 else names[0]
        other = min((n for n in names if n != odd), key=lambda n: abs(leans[n] - middle)) if len(names) > 2 else names[1]
        if abs(leans[odd] - leans[other]) > rules.SIDES_APART:
            found = SidesDisagree(
                grade=Grade.WATCH, place=Place(axle), step=Step.MEASURE, what=odd, other=other, left_m=leans[odd],
                other_left_m=leans[other], outvoted=len(names) > 2,
            )  # fmt: skip
            suspects = (odd,) if len(names) > 2 else (odd, other)
            places = [point.field for point in CORNER_POINTS]
            remedies = tuple(SwapSides(axle, places.index(n)) for n in suspects)
            yield replace(found, remedies=remedies if found.swapped else ())


def _hubs(read: _Sheet) -> Iterator[Judgement]:
    """The hub as read above the ground against the tyre that was typed."""
    for axle, (figures, fit) in enumerate(zip(read.axles, read.fits, strict=True)):
        if fit.tyre_radius_m is None or fit.tyre_radius_m.assumed:
            continue
        hub, by_tyre = figures.hub_m, figures.hub_m + fit.tyre_radius_m.value - figures.tyre_radius_m.value
        if abs(hub - by_tyre) > rules.HUB_APART:
            yield HubHeightOff(grade=Grade.WATCH, place=Place(axle), step=Step.MEASURE, hub_m=hub, tyre_m=by_tyre)


def _readings(read: _Sheet, name: str) -> Floats:
    """One kind of reading, (A, 2), NaN where none was taken or it is only assumed."""
    corners = [(axle.left, axle.right) for axle in read.vehicle.axles]
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
