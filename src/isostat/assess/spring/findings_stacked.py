"""What may be said of stacked pairs."""

from __future__ import annotations

from dataclasses import dataclass

from typing_extensions import override

from isostat.assess.judgement import Judgement
from isostat.units.saying import Saying


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

    reason: Saying


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
