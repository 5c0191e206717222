"""The window of rates that several wishes leave together, and which of them bounds it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Bound:
    """What one wish asks of a rate, N/m; open where it asks nothing."""

    name: str
    low: float = 0.0
    high: float = float("inf")


@dataclass(frozen=True, slots=True)
class Window:
    """What all wishes leave, N/m, and the names of those that bound it; empty where low is above high."""

    low: float
    low_by: str
    high: float
    high_by: str

    @property
    def is_open(self) -> bool:
        """Whether any rate meets every wish."""
        return self.low <= self.high

    def by(self, rate: float, leeway: float = 0.0) -> str | None:
        """The wish that a rate misses, with so much of it let pass, as a share; None where it misses none."""
        if rate < self.low * (1.0 - leeway):
            return self.low_by
        return self.high_by if rate > self.high * (1.0 + leeway) else None


def intersect(bounds: Sequence[Bound]) -> Window:
    """The window that all bounds leave; at least one of them. Of equals the first is named."""
    low, high = max(bounds, key=lambda b: b.low), min(bounds, key=lambda b: b.high)
    return Window(low.low, low.name, high.high, high.name)
