"""Judgements on springs whose rate changes: progressive coils and stacked pairs."""

from __future__ import annotations

from dataclasses import dataclass

from typing_extensions import override

from isostat.core.findings.judgement import Judgement


@dataclass(frozen=True, slots=True, kw_only=True)
class SpringLacks(Judgement):
    """The wanted kind of spring cannot be made yet; a plain coil stands in. reason: a sentence."""

    reason: str


@dataclass(frozen=True, slots=True, kw_only=True)
class TurnsTouch(Judgement):
    """Close turns of a progressive coil touch at ride height, which is normal. touching_m: how far it is pressed beyond that."""

    touching_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class NoRingWindow(Judgement):
    """No place for a ring binds nothing: so much less stroke, solid length, slider or run-down would open one."""

    missing_m: float

    @override
    @property
    def severity(self) -> float:
        return self.missing_m


@dataclass(frozen=True, slots=True, kw_only=True)
class RingOutside(Judgement):
    """The ring stands outside its window. binds: "main spring" or "top spring". limit_m: the end of the window that it passes."""

    ring_m: float
    limit_m: float
    binds: str

    @override
    @property
    def severity(self) -> float:
        return abs(self.ring_m - self.limit_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class RingNotSet(Judgement):
    """The ring cannot stand where the wanted crossover needs it. reason: a sentence."""

    reason: str


@dataclass(frozen=True, slots=True, kw_only=True)
class TopBinds(Judgement):
    """The crossover is made by a spring that goes solid, not by the ring. by: "top solid" or "main solid"."""

    by: str


@dataclass(frozen=True, slots=True, kw_only=True)
class PastCrossover(Judgement):
    """At ride height in a case the rate has changed already: the top spring does nothing there. by_m: of shaft."""

    by_m: float

    @override
    @property
    def severity(self) -> float:
        return self.by_m


@dataclass(frozen=True, slots=True, kw_only=True)
class CollarBeyond(Judgement):
    """The collar would have to go further than its thread. down: downwards."""

    by_m: float
    down: bool

    @override
    @property
    def severity(self) -> float:
        return self.by_m


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
class ArmStopFirst(Judgement):
    """The arm of a torsion bar meets its droop stop before the shock ends the droop: it takes the blow. by_m: at the wheel."""

    by_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class BarStress(Judgement):
    """A torsion bar's shear stress at full bump over what is allowed, as a share."""

    used: float


@dataclass(frozen=True, slots=True, kw_only=True)
class PackTooHigh(Judgement):
    """A leaf pack stands over the target with no block at all."""

    by_m: float

    @override
    @property
    def severity(self) -> float:
        return self.by_m


@dataclass(frozen=True, slots=True, kw_only=True)
class LeafStress(Judgement):
    """A pack's nominal stress at full bump is beyond what is allowed. leaf: the highest, the main one 1; used: 1 at the limit.

    times_found: its highest peak over that of the pack as found; None where that is not known. no_worse: it is the pack as found,
    bent no further.
    """

    leaf: int
    used: float
    times_found: float | None
    no_worse: bool

    @override
    @property
    def severity(self) -> float:
        return self.used - 1.0
