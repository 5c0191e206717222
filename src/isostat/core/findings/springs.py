"""Judgements on the springs as found and as ordered."""

from __future__ import annotations

from dataclasses import dataclass

from typing_extensions import override

from isostat.core.findings.judgement import Judgement
from isostat.core.rates.window import Window


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
class RateTold(Judgement):
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
class RateNotTold(Judgement):
    """The load of the squat tests hardly moves this axle, or too little was read there."""


@dataclass(frozen=True, slots=True, kw_only=True)
class TestIncomplete(Judgement):
    """A squat test cannot count yet. what: the number that is missing, in words."""

    what: str


@dataclass(frozen=True, slots=True, kw_only=True)
class TestsDisagree(Judgement):
    """The squat tests' readings lie further from any rates than the tape explains. misfit: in standard deviations."""

    misfit: float


@dataclass(frozen=True, slots=True, kw_only=True)
class LengthAssumed(Judgement):
    """No installed and no free length: only the change of free length is sure."""

    change_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class RateOutsideWindow(Judgement):
    """A rate outside what the wishes leave together, which may be nothing; the window names the two that bound it."""

    rate_n_per_m: float
    window: Window

    @override
    @property
    def severity(self) -> float:
        return max(self.window.low - self.rate_n_per_m, self.rate_n_per_m - self.window.high)


@dataclass(frozen=True, slots=True, kw_only=True)
class RateNotPicked(Judgement):
    """The asked way of picking a rate has no answer; the usual frequency stands in."""

    reason: str


@dataclass(frozen=True, slots=True, kw_only=True)
class ToppedOut(Judgement):
    """At ride height the shock is fully extended: the preload exceeds the load, more of it lifts nothing."""

    by_m: float

    @override
    @property
    def severity(self) -> float:
        return self.by_m


@dataclass(frozen=True, slots=True, kw_only=True)
class MuchPreload(Judgement):
    """Preload at full droop over 75 mm or over a quarter of the stroke (common practice): wrong rate."""

    preload_m: float
    limit_m: float

    @override
    @property
    def severity(self) -> float:
        return self.preload_m - self.limit_m


@dataclass(frozen=True, slots=True, kw_only=True)
class ComesAndGoes(Judgement):
    """Much of an axle's load comes and goes: how much, how much stays, and how far the axle drops under the first."""

    goes_kg: float
    stays_kg: float
    drop_m: float

    @override
    @property
    def severity(self) -> float:
        return self.drop_m


@dataclass(frozen=True, slots=True, kw_only=True)
class FrequencySplit(Judgement):
    """Ride frequency of the last axle against the first, in the target's case."""

    front_hz: float
    rear_hz: float


@dataclass(frozen=True, slots=True, kw_only=True)
class BeyondLaw(Judgement):
    """A part stands outside what its law knows; its last slope was followed."""


@dataclass(frozen=True, slots=True, kw_only=True)
class FallingCurve(Judgement):
    """The wheel's force falls as it goes into bump (falling motion ratio): the balance is not sure."""

    wheel_rate: float
