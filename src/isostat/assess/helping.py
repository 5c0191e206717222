"""Air helpers at an axle: their laws from what is set at the target, and what they do in every case."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.assess.laws import Incomplete, value_or
from isostat.core.elements.air import Bag, ClosedAir, HeldAir, cylinder
from isostat.core.limits import Floats, OutOfRange
from isostat.job.air_bag import AirBag

FLAT = 0.25  # of its full height at which a bag is flat, until read (stated rule)


@dataclass(frozen=True, slots=True)
class Helpers:
    """The bags of an axle, left and right, and their compression as weighed."""

    law: tuple[ClosedAir | HeldAir, ClosedAir | HeldAir]
    offset_m: tuple[float, float]


def helpers(told: AirBag, grown_m: Floats) -> Helpers | None:
    """The bags as they are set at the target; None where none is wanted.

    grown_m: (2,) compression of the springs from the baseline to there.
    Raises Incomplete in words where a number is missing or will not do.
    """
    if told.left_pa is None and told.right_pa is None:
        return None
    across, height, stands = (
        _need(told, name, words)
        for name, words in (
            ("across_m", "Effective diameter of the helper bag"),
            ("height_m", "Full height of the helper bag"),
            ("stands_m", "Height of the helper bag as weighed"),
        )
    )
    left = value_or(told.left_pa, value_or(told.right_pa, 0.0))
    right = value_or(told.right_pa, left)
    try:
        bag = cylinder(across, height, value_or(told.least_m, FLAT * height))
        as_weighed = height - stands
        laws = [_law(told, bag, p, as_weighed + float(g)) for p, g in zip((left, right), grown_m, strict=True)]
    except OutOfRange as refused:
        raise Incomplete(str(refused)) from None
    return Helpers((laws[0], laws[1]), (as_weighed, as_weighed))


def _need(told: AirBag, name: str, words: str) -> float:
    reading = getattr(told, name)
    if reading is None:
        raise Incomplete(f"{words} is missing; it must be given here.")
    return float(reading.value)


def _law(told: AirBag, bag: Bag, gauge: float, at_m: float) -> ClosedAir | HeldAir:
    return HeldAir(bag=bag, gauge_pa=gauge) if told.gas == "held" else ClosedAir(bag=bag, gauge_pa=gauge, set_x_m=at_m)
