"""What may have made a vehicle miss its promise: each cause with its weight beside the others and one magnitude."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum

import numpy as np

STEPS = np.linspace(-3.2, 3.2, 41)  # magnitudes, in deviations
MISREAD_M = 0.015  # one deviation of a slip of another size


class Why(StrEnum):
    """A class of causes, as it is told."""

    NOTHING = "nothing unusual"
    SPRING = "spring of a corner"
    SPRINGS = "springs of an axle"
    LOAD_END = "load at an axle"
    LOAD_SIDE = "load to one side"
    READING = "reading of a corner"
    BUSH = "bush tightened hanging"
    STOP = "bump stops of an axle touching"
    SIDES = "parts exchanged left and right"
    ENDS = "springs exchanged front and rear"
    READ_SIDES = "readings exchanged left and right"
    READ_ENDS = "readings exchanged front and rear"


@dataclass(frozen=True, slots=True)
class Cause:
    """One of them: its class, where, its weight beside the others, and what a magnitude is (SI)."""

    why: Why
    kind: str  # "free", "rate", "load", "reading", "bush", "stop", "nothing"; "exchanged" and "misplaced" have no magnitude
    axle: int | None
    side: int | None
    weight: float
    deviation: float

    @property
    def corner(self) -> int:
        """Of one wheel, its place among all."""
        return 2 * int(self.axle or 0) + int(self.side or 0)


@dataclass(frozen=True, slots=True, kw_only=True)
class Class:
    """Causes that the readings cannot tell apart. share: how likely, 0 to 1; by: how much of each kind, SI."""

    why: Why
    axle: int | None
    side: int | None
    share: float
    by: tuple[tuple[str, float], ...]


def causes_of(axles: int) -> Iterator[Cause]:
    """All that have a magnitude. Weights and deviations: common practice, no source."""
    yield Cause(Why.NOTHING, "nothing", None, None, 3.0, 1.0)
    for i in range(axles):
        for side in (0, 1):
            yield Cause(Why.SPRING, "free", i, side, 1.0, 0.012)
            yield Cause(Why.SPRING, "rate", i, side, 0.7, 0.10)
            yield Cause(Why.READING, "reading", i, side, 1.0, MISREAD_M)
        yield Cause(Why.SPRINGS, "free", i, None, 1.0, 0.012)
        yield Cause(Why.SPRINGS, "rate", i, None, 0.7, 0.10)
        yield Cause(Why.BUSH, "bush", i, None, 0.7, 0.008)
        yield Cause(Why.STOP, "stop", i, None, 0.5, 0.015)
        yield Cause(Why.LOAD_END, "load", i, None, 1.5, 80.0)
    yield Cause(Why.LOAD_SIDE, "load", None, 0, 1.0, 60.0)
