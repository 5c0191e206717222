"""What may be said of springs of any kind, and of coils."""

from __future__ import annotations

from dataclasses import dataclass

from typing_extensions import override

from isostat.assess.judgement import Judgement
from isostat.core.rates.window import Window
from isostat.units.saying import Saying


@dataclass(frozen=True, slots=True, kw_only=True)
class SpringLacks(Judgement):
    """The wanted kind of spring cannot be made yet; a plain coil stands in. reason: a sentence."""

    reason: Saying


@dataclass(frozen=True, slots=True, kw_only=True)
class TurnsTouch(Judgement):
    """Close turns of a progressive coil touch at ride height, which is normal. touching_m: how far it is pressed beyond that."""

    touching_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class TooTight(Judgement):
    """A spring does not go over or into what stands beside it. part: which one; within: "body", "pocket" or "bag"."""

    part: str
    within: str
    by_m: float

    @override
    @property
    def severity(self) -> float:
        return self.by_m


@dataclass(frozen=True, slots=True, kw_only=True)
class NoWire(Judgement):
    """No wire winds the ordered coil: the thinnest that holds the stress, and the thickest that is not solid before full bump."""

    strong_m: float
    roomy_m: float

    @override
    @property
    def severity(self) -> float:
        return self.strong_m - self.roomy_m


@dataclass(frozen=True, slots=True, kw_only=True)
class StressHigh(Judgement):
    """The wire of a wound coil is stressed beyond its share when the coil is pressed solid. used: 1 at the limit."""

    used: float

    @override
    @property
    def severity(self) -> float:
        return self.used


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

    reason: Saying


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


@dataclass(frozen=True, slots=True, kw_only=True)
class HelperLacks(Judgement):
    """A helper is wanted and cannot be reckoned with. reason: a sentence."""

    reason: Saying
