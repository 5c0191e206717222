"""What may be said of readings, weighings and tests."""

from __future__ import annotations

from dataclasses import dataclass

from typing_extensions import override

from isostat.assess.judgement import Judgement
from isostat.units.saying import Saying


@dataclass(frozen=True, slots=True, kw_only=True)
class WeighedAmiss(Judgement):
    """A pad, or both of an axle, shows less than what hangs below the springs there. left_kg: for the springs, nothing or less."""

    left_kg: float


@dataclass(frozen=True, slots=True, kw_only=True)
class PadsApart(Judgement):
    """Left and right pads of an axle further apart than usual."""

    left_kg: float
    right_kg: float


@dataclass(frozen=True, slots=True, kw_only=True)
class LikelySlip(Judgement):
    """A reading so far from its like at the other wheels that a known slip explains it better.

    what: which reading. slip: "inches", "pounds", "ten", "hundred" or "tyre" (read from the ground).
    value, likely: as typed and as probably meant, SI.
    """

    what: str
    slip: str
    value: float
    likely: float

    @override
    @property
    def severity(self) -> float:
        return abs(self.value - self.likely)


@dataclass(frozen=True, slots=True, kw_only=True)
class SidesDisagree(Judgement):
    """Two measures of the same lean of an axle that differ by more than a tape can.

    what, other: which readings. left_m, other_left_m: how much higher the left stands by each, at the wheel.
    """

    what: str
    other: str
    left_m: float
    other_left_m: float
    outvoted: bool  # a third measure of the lean agrees with the other

    @property
    def swapped(self) -> bool:
        """Whether a side mixed up explains it."""
        return abs(self.left_m + self.other_left_m) < abs(self.left_m - self.other_left_m) / 2

    @override
    @property
    def severity(self) -> float:
        return abs(self.left_m - self.other_left_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class HubHeightOff(Judgement):
    """The hub as read above the ground is not where the tyre puts it."""

    hub_m: float
    tyre_m: float  # height of the hub by the tyre's radius and squash

    @override
    @property
    def severity(self) -> float:
        return abs(self.hub_m - self.tyre_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class BlocksOff(Judgement):
    """Weighed an axle at a time, the wheels that were not on pads stood at another height."""

    lower_m: float
    shift_kg: float


@dataclass(frozen=True, slots=True, kw_only=True)
class SpringDisagrees(Judgement):
    """The free length that load, rate and installed length imply is not the part's own."""

    implied_m: float
    part_m: float
    error_m: float

    @override
    @property
    def severity(self) -> float:
        return abs(self.implied_m - self.part_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class RateMeasured(Judgement):
    """A test tells a spring rate that the set-up as found does not have yet. share: two standard deviations of it."""

    by: str  # "squat" or "lift"
    spring_rate: float
    wheel_rate: float
    share: float
    typed: bool  # a rate was typed, and lies outside what the tests allow


@dataclass(frozen=True, slots=True, kw_only=True)
class HangsElsewhere(Judgement):
    """A lift test topped out at another height than the shock's readings say. Both as hub to arch."""

    lifted_m: float
    shock_m: float

    @override
    @property
    def severity(self) -> float:
        return abs(self.lifted_m - self.shock_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class RateUndetermined(Judgement):
    """The load of the squat tests hardly moves this axle, or too little was read there."""


@dataclass(frozen=True, slots=True, kw_only=True)
class TestIncomplete(Judgement):
    """A load test cannot count yet. test: counted from 1. missing: what to enter, as a sentence."""

    test: int
    missing: Saying


@dataclass(frozen=True, slots=True, kw_only=True)
class TestsDisagree(Judgement):
    """The squat tests' readings lie further from any rates than the tape explains. misfit: in standard deviations."""

    misfit: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Warp(Judgement):
    """What no plane explains of the as-weighed heights, u_FL − u_FR − u_RL + u_RR: the body's own asymmetry."""

    warp_m: float
