"""What may be said of what is carried, and of the beam of a tandem."""

from __future__ import annotations

from dataclasses import dataclass

from typing_extensions import override

from isostat.assess.judgement import Judgement


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
class BeamAtStop(Judgement):
    """A rocking beam has met its stop: from there on one axle takes what comes. angle_rad: either way."""

    angle_rad: float


@dataclass(frozen=True, slots=True, kw_only=True)
class TandemUneven(Judgement):
    """The axles on one beam were weighed unlike: front_kg, rear_kg."""

    front_kg: float
    rear_kg: float
