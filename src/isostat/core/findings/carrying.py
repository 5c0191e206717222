"""Judgements on what the vehicle carries: springs cannot cure these."""

from __future__ import annotations

from dataclasses import dataclass

from typing_extensions import override

from isostat.core.findings.judgement import Judgement


@dataclass(frozen=True, slots=True, kw_only=True)
class LoadOutsideWheels(Judgement):
    """The resultant of the load lies outside the wheels: it falls over; nothing is solved."""

    outside_m: float

    @override
    @property
    def severity(self) -> float:
        return self.outside_m


@dataclass(frozen=True, slots=True, kw_only=True)
class Unsettled(Judgement):
    """No rest position was found to the tolerance."""

    residual_n: float


@dataclass(frozen=True, slots=True, kw_only=True)
class WheelInTheAir(Judgement):
    """A wheel carries nothing."""


@dataclass(frozen=True, slots=True, kw_only=True)
class OverRating(Judgement):
    """An axle or the vehicle carries more than its plate, a wheel more than tyre or rim may, or nearly so. what: which of them."""

    what: str  # "plate", "tyre" or "wheel"
    load_kg: float
    rating_kg: float

    @override
    @property
    def severity(self) -> float:
        return self.load_kg - self.rating_kg


@dataclass(frozen=True, slots=True, kw_only=True)
class LightSteering(Judgement):
    """Too small a share of the weight on the steered axle."""

    share: float
    limit: float

    @override
    @property
    def severity(self) -> float:
        return self.limit - self.share


@dataclass(frozen=True, slots=True, kw_only=True)
class NoseLoad(Judgement):
    """Too little or too much of a trailer's weight on its coupling."""

    nose_kg: float
    share: float
    low: float
    high: float

    @override
    @property
    def severity(self) -> float:
        return max(self.low - self.share, self.share - self.high)


@dataclass(frozen=True, slots=True, kw_only=True)
class NoseLift(Judgement):
    """An item behind the last axle takes load off the front."""

    item: int
    front_kg: float  # negative
    rear_kg: float


@dataclass(frozen=True, slots=True, kw_only=True)
class WeighedAmiss(Judgement):
    """A pad, or both of an axle, shows less than what hangs below the springs there. left_kg: for the springs, nothing or less."""

    left_kg: float


@dataclass(frozen=True, slots=True, kw_only=True)
class PadsApart(Judgement):
    """Left and right pads of an axle further apart than usual."""

    left_kg: float
    right_kg: float
