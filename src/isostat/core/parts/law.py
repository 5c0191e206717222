"""A force law: what a thing between chassis and wheel pushes with, against its own compression."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Protocol, runtime_checkable

import numpy as np

from isostat.core.limits import Floats, OutOfRange
from isostat.core.parts.event import Event

METAL_RATE = 2.0e6  # N/m, past solid or metal
GRID_STEP = 0.00025  # m, of the tables in the bank


@dataclass(frozen=True, slots=True)
class LawEvent:
    """A compression at which a law changes its nature: a coil loose or solid, a stop touched or flat."""

    name: Event
    x_m: float


@runtime_checkable
class ForceLaw(Protocol):
    """Force and rate against compression. Frozen and hashable: equal laws share one table in the bank."""

    @property
    def knots(self) -> tuple[float, ...]:
        """Compressions in m where the rate jumps, ascending; the table of the bank puts a node on each."""

    @property
    def domain(self) -> tuple[float, float]:
        """Compressions in m between which the law is known; outside it continues with its last slope."""

    @property
    def events(self) -> tuple[LawEvent, ...]:
        """What happens on the way, by compression."""

    def force(self, x: Floats) -> Floats:
        """Force in N that pushes the ends apart, at compression x in m, any shape."""

    def rate(self, x: Floats) -> Floats:
        """Slope of the force in N/m at compression x in m, any shape."""


class Flattened(Protocol):
    """What is flat at a compression."""

    @property
    def flat_x_m(self) -> float:
        """That compression, m."""


class UntilFlat:
    """What a law that begins at its touch and ends where it is flat knows of itself."""

    __slots__ = ()

    @property
    def knots(self: Flattened) -> tuple[float, ...]:
        """Compressions in m where the rate jumps, ascending."""
        return 0.0, self.flat_x_m

    @property
    def domain(self: Flattened) -> tuple[float, float]:
        """Compressions in m between which it is known."""
        return -np.inf, self.flat_x_m


@dataclass(frozen=True, slots=True)
class TableLaw:
    """A tested force table, straight between its readings.

    x_m, force_n: readings, x strictly rising; at least two. Before the first and after the last the law goes
    on with its end slopes and the result is *beyond*.
    Raises OutOfRange when the table does not rise or has fewer than two readings.
    """

    x_m: tuple[float, ...]
    force_n: tuple[float, ...]

    def __post_init__(self) -> None:
        if len(self.x_m) != len(self.force_n) or len(self.x_m) < 2:
            raise OutOfRange("readings in the force table", min(len(self.x_m), len(self.force_n)), 2, 1000, "rows")
        steps = np.diff(self.x_m)
        if not (steps > 0).all():
            raise OutOfRange("compression step in the force table", float(steps.min()), 1e-6, 10.0, "m")

    @property
    def knots(self) -> tuple[float, ...]:
        """Compressions in m where the rate jumps, ascending."""
        return self.x_m

    @property
    def domain(self) -> tuple[float, float]:
        """Compressions in m between which it is known."""
        return self.x_m[0], self.x_m[-1]

    @property
    def events(self) -> tuple[LawEvent, ...]:
        """What happens on the way, by compression."""
        return ()

    def _segment(self, x: Floats) -> tuple[Floats, Floats, Floats]:
        xs, fs = np.asarray(self.x_m), np.asarray(self.force_n)
        i = np.clip(np.searchsorted(xs, x, side="right") - 1, 0, len(xs) - 2)
        return xs[i], fs[i], (fs[i + 1] - fs[i]) / (xs[i + 1] - xs[i])

    def force(self, x: Floats) -> Floats:
        """Force in N at compression x in m, any shape; end slopes go on outside the table."""
        x0, f0, slope = self._segment(x)
        return f0 + slope * (x - x0)

    def rate(self, x: Floats) -> Floats:
        """Slope in N/m at compression x in m, any shape."""
        return self._segment(x)[2]
