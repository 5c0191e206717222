"""A linear coil spring: loose below its free length, straight, then solid."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core.limits import Floats, within
from isostat.core.parts.event import Event
from isostat.core.parts.law import METAL_RATE, LawEvent


@dataclass(frozen=True, slots=True)
class Coil:
    """A coil of one clean rate; x is compression from its free length.

    rate_n_per_m: 100 to 2 000 000. solid_x_m: compression at which its turns touch (free − solid length),
    None where it is not known. Raises OutOfRange otherwise. Past solid it goes on with 2 kN/mm.
    """

    rate_n_per_m: float
    solid_x_m: float | None = None

    def __post_init__(self) -> None:
        within("spring rate", self.rate_n_per_m, 100.0, METAL_RATE, "N/m")
        if self.solid_x_m is not None:
            within("compression to coil-bind", self.solid_x_m, 0.001, 3.0, "m")

    @property
    def knots(self) -> tuple[float, ...]:
        """Compressions in m where the rate jumps, ascending."""
        return (0.0,) if self.solid_x_m is None else (0.0, self.solid_x_m)

    @property
    def domain(self) -> tuple[float, float]:
        """Compressions in m between which it is known."""
        return -np.inf, np.inf if self.solid_x_m is None else self.solid_x_m

    @property
    def events(self) -> tuple[LawEvent, ...]:
        """What happens on the way, by compression."""
        loose = LawEvent(Event.COIL_LOOSE, 0.0)
        return (loose,) if self.solid_x_m is None else (loose, LawEvent(Event.COIL_SOLID, self.solid_x_m))

    def force(self, x: Floats) -> Floats:
        """Force in N at compression x in m, any shape: 0 when loose."""
        f = self.rate_n_per_m * np.maximum(x, 0.0)
        return f if self.solid_x_m is None else f + METAL_RATE * np.maximum(x - self.solid_x_m, 0.0)

    def rate(self, x: Floats) -> Floats:
        """Slope in N/m at compression x in m, any shape: 0 when loose."""
        k = np.where(np.asarray(x) > 0.0, self.rate_n_per_m, 0.0)
        return k if self.solid_x_m is None else k + np.where(np.asarray(x) > self.solid_x_m, METAL_RATE, 0.0)
