"""What may be said of a wheel's way, and of how it is damped."""

from __future__ import annotations

from dataclasses import dataclass

from typing_extensions import override

from isostat.assess.judgement import Judgement
from isostat.core.parts.event import Event


@dataclass(frozen=True, slots=True, kw_only=True)
class DamperOff(Judgement):
    """Against mass and rate the damper as fitted works more or less than the one of now. share: of the damping as found."""

    share: float


@dataclass(frozen=True, slots=True, kw_only=True)
class DampedAmiss(Judgement):
    """The body's damping ratio lies outside what is usual. found_ratio: as found when weighed, None where that is not known."""

    ratio: float
    found_ratio: float | None
    low: float
    high: float

    @override
    @property
    def severity(self) -> float:
        return max(self.low - self.ratio, self.ratio - self.high)


@dataclass(frozen=True, slots=True, kw_only=True)
class WrongOrder(Judgement):
    """Something happens before what should have come first, or with too little between."""

    what: Event
    before: Event
    what_m: float  # wheel travel
    before_m: float
    margin_m: float  # wanted between the two
    bump: bool = True
    crossed: bool = False  # one wheel up, the other down

    @property
    def short_m(self) -> float:
        """How much is missing to the margin, as wheel travel."""
        return self.margin_m - abs(self.what_m - self.before_m) * (1 if self.in_order else -1)

    @property
    def in_order(self) -> bool:
        """Whether the two come as they should."""
        return self.what_m >= self.before_m if self.bump else self.what_m <= self.before_m

    @override
    @property
    def severity(self) -> float:
        return self.short_m


@dataclass(frozen=True, slots=True, kw_only=True)
class LittleBump(Judgement):
    """Hardly any bump left to the touch of the stop in a case, or already on it."""

    to_stop_m: float
    left_m: float

    @override
    @property
    def severity(self) -> float:
        return -self.to_stop_m


@dataclass(frozen=True, slots=True, kw_only=True)
class LittleDroop(Judgement):
    """Less droop left than a usual share of the travel, or less than in the asked share."""

    left_m: float
    share: float

    @override
    @property
    def severity(self) -> float:
        return -self.left_m


@dataclass(frozen=True, slots=True, kw_only=True)
class StopLeftOut(Judgement):
    """No stop is fitted and nothing stands in its place: every hard bump is metal."""


@dataclass(frozen=True, slots=True, kw_only=True)
class OrderRight(Judgement):
    """All events of an axle come in the right order with their margins. assumed: how many numbers behind it nobody read."""

    assumed: int
