"""What may be said of bags."""

from __future__ import annotations

from dataclasses import dataclass

from typing_extensions import override

from isostat.assess.judgement import Judgement


@dataclass(frozen=True, slots=True, kw_only=True)
class PressureOutside(Judgement):
    """A bag's pressure in a case is outside what its maker allows, Pa. over: above the most, else below the least."""

    gauge_pa: float
    limit_pa: float
    over: bool

    @override
    @property
    def severity(self) -> float:
        return abs(self.gauge_pa - self.limit_pa)


@dataclass(frozen=True, slots=True, kw_only=True)
class ValvesFight(Judgement):
    """More levelling valves than a plane has heights: they let each other down."""

    valves: int


@dataclass(frozen=True, slots=True, kw_only=True)
class BagOverloaded(Judgement):
    """A bag carries more than its maker allows."""

    carries_kg: float
    most_kg: float

    @override
    @property
    def severity(self) -> float:
        return self.carries_kg - self.most_kg


@dataclass(frozen=True, slots=True, kw_only=True)
class BagEnds(Judgement):
    """A bag ends the wheel's way: drawn long before the shock tops, or flat before the stop is. by_m: at the wheel."""

    by_m: float
    drawn: bool

    @override
    @property
    def severity(self) -> float:
        return self.by_m


@dataclass(frozen=True, slots=True, kw_only=True)
class ClaimOff(Judgement):
    """A bag is said to carry what its pressure times its area does not give."""

    claimed_kg: float
    by_area_kg: float


@dataclass(frozen=True, slots=True, kw_only=True)
class LimitsUnknown(Judgement):
    """A pressure is set and the bag's least or most is not known."""


@dataclass(frozen=True, slots=True, kw_only=True)
class AirForWhatStays(Judgement):
    """Air carries a load that stays: steel would. stays_kg: of the axle's gear; air_kg: what the bags carry when light."""

    stays_kg: float
    air_kg: float
