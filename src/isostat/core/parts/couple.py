"""Two parts that share something between them: each one's force depends on how far both are pressed."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Protocol

import numpy as np

from isostat.core.limits import Floats
from isostat.core.parts.law import LawEvent

Forces = tuple[Floats, Floats]  # of each, N
Tangent = tuple[Floats, Floats, Floats]  # own first, cross, own second, N/m


class Couple(Protocol):
    """Forces of two parts and their symmetric tangent. Frozen and hashable, as a law is."""

    def both(self, first: Floats, second: Floats) -> tuple[Forces, Tangent]:
        """Force in N of each at their compressions in m, any shape, both alike; and dF₁/dx₁, dF₁/dx₂ = dF₂/dx₁, dF₂/dx₂ in N/m."""


def together_at(couple: Couple, force_n: float, domain: tuple[float, float]) -> float:
    """Compression in m, the same of both, at which they carry a force in all, N; the nearer end of the domain where none does.

    couple: its force rises with compression. force_n: of both added up. domain: from, to in m.
    """
    low, high = domain
    for _ in range(50):
        middle = (low + high) / 2.0
        (first, second), _ = couple.both(np.asarray(middle), np.asarray(middle))
        low, high = (middle, high) if float(first + second) < force_n else (low, middle)
    return high


@dataclass(frozen=True, slots=True)
class Coupled:
    """Stands in a part's own place where its couple gives the force: nothing of its own, but the same range and events."""

    domain: tuple[float, float]
    events: tuple[LawEvent, ...]

    @property
    def knots(self) -> tuple[float, ...]:
        """Of either side, as of a law."""
        return (0.0,)

    def force(self, x: Floats) -> Floats:
        """None, N, any shape."""
        return np.zeros_like(np.asarray(x, dtype=float))

    def rate(self, x: Floats) -> Floats:
        """None, N/m, any shape."""
        return np.zeros_like(np.asarray(x, dtype=float))
