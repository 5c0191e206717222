"""The ends of a wheel's way: the shock fully extended or bottomed, a limit strap, and metal to metal."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core.limits import Floats, within
from isostat.core.parts.event import Event
from isostat.core.parts.law import METAL_RATE, LawEvent


@dataclass(frozen=True, slots=True)
class ShockEnds:
    """A shock as a limit: it pulls below full extension and pushes past its stroke; x runs from fully extended.

    stroke_m: 0.02 to 2, None where it is not known (then only the extended end exists).
    Raises OutOfRange otherwise. Both ends take 2 kN/mm.
    """

    stroke_m: float | None = None

    def __post_init__(self) -> None:
        if self.stroke_m is not None:
            within("shock stroke", self.stroke_m, 0.02, 2.0, "m")

    @property
    def knots(self) -> tuple[float, ...]:
        """Compressions in m where the rate jumps, ascending."""
        return (0.0,) if self.stroke_m is None else (0.0, self.stroke_m)

    @property
    def domain(self) -> tuple[float, float]:
        """Compressions in m between which it is known."""
        return -np.inf, np.inf if self.stroke_m is None else self.stroke_m

    @property
    def events(self) -> tuple[LawEvent, ...]:
        """What happens on the way, by compression."""
        topped = LawEvent(Event.SHOCK_TOPPED, 0.0)
        return (topped,) if self.stroke_m is None else (topped, LawEvent(Event.SHOCK_BOTTOMED, self.stroke_m))

    def force(self, x: Floats) -> Floats:
        """Force in N at shaft travel x in m from fully extended, any shape; negative = it holds the wheel up."""
        f = METAL_RATE * np.minimum(x, 0.0)
        return f if self.stroke_m is None else f + METAL_RATE * np.maximum(x - self.stroke_m, 0.0)

    def rate(self, x: Floats) -> Floats:
        """Slope in N/m at shaft travel x in m, any shape: 0 between the ends."""
        x = np.asarray(x)
        past = x < 0.0 if self.stroke_m is None else (x < 0.0) | (x > self.stroke_m)
        return np.where(past, METAL_RATE, 0.0)


@dataclass(frozen=True, slots=True)
class Strap:
    """A limit strap: nothing while it is slack, x above nought; taut it holds the wheel up with 2 kN/mm."""

    @property
    def knots(self) -> tuple[float, ...]:
        """Compressions in m where the rate jumps, ascending."""
        return (0.0,)

    @property
    def domain(self) -> tuple[float, float]:
        """Compressions in m between which it is known."""
        return -np.inf, np.inf

    @property
    def events(self) -> tuple[LawEvent, ...]:
        """What happens on the way, by compression."""
        return (LawEvent(Event.STRAP_TAUT, 0.0),)

    def force(self, x: Floats) -> Floats:
        """Force in N at slack x in m, any shape; negative = it holds the wheel up."""
        return METAL_RATE * np.minimum(x, 0.0)

    def rate(self, x: Floats) -> Floats:
        """Slope in N/m at slack x in m, any shape."""
        return np.where(np.asarray(x) < 0.0, METAL_RATE, 0.0)


@dataclass(frozen=True, slots=True)
class Metal:
    """Metal to metal: nothing until it touches at x = 0, then 2 kN/mm."""

    @property
    def knots(self) -> tuple[float, ...]:
        """Compressions in m where the rate jumps, ascending."""
        return (0.0,)

    @property
    def domain(self) -> tuple[float, float]:
        """Compressions in m between which it is known."""
        return -np.inf, 0.0

    @property
    def events(self) -> tuple[LawEvent, ...]:
        """What happens on the way, by compression."""
        return (LawEvent(Event.METAL, 0.0),)

    def force(self, x: Floats) -> Floats:
        """Force in N at overlap x in m, any shape."""
        return METAL_RATE * np.maximum(x, 0.0)

    def rate(self, x: Floats) -> Floats:
        """Slope in N/m at overlap x in m, any shape."""
        return np.where(np.asarray(x) > 0.0, METAL_RATE, 0.0)
