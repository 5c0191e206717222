"""A judgement: what is wrong or worth knowing, where, by how much; in SI numbers, without words."""

from __future__ import annotations

from dataclasses import dataclass
from enum import IntEnum, StrEnum


class Grade(IntEnum):
    """How grave: a fault is not driven, a watch wants a decision, a note is worth knowing."""

    NOTE = 1
    WATCH = 2
    FAULT = 3


class Step(StrEnum):
    """The step of the work in which a judgement is seen to."""

    MEASURE = "Measure"
    LOAD = "Load"
    STANCE = "Stance"
    SPRING = "Spring"
    TRAVEL = "Travel"


@dataclass(frozen=True, slots=True)
class Place:
    """Where: an axle (None: the whole vehicle), a side (None: both), a case (None: every one)."""

    axle: int | None = None
    side: int | None = None
    case: int | None = None


@dataclass(frozen=True, slots=True)
class Remedy:
    """A change of one quantity at one place that may cure a judgement.

    quantity: "spring spacer", "stop spacer", "stop fitted", "shock length", "hose length", "strap", "ring", "ring by share",
    "arch", "leaf less", "thinner leaves", "pressures", "solve springs", "spacer allowed", "level", "carry less", "take rate",
    "reading", "swap sides", "rate", "main spring", "ring share", "lift", "move".
    value: in SI; what the quantity becomes. item: the item's index for "carry less", which reading for "reading" and "swap sides".
    """

    quantity: str
    place: Place
    value: float = 0.0
    item: int | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Judgement:
    """Common to all kinds."""

    grade: Grade
    place: Place
    remedies: tuple[Remedy, ...] = ()
    step: Step

    @property
    def severity(self) -> float:
        """How far over the limit, in the judgement's own terms; compares a judgement with itself after a fix."""
        return 0.0
