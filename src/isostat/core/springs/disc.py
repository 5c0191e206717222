"""Belleville washers in a stack: nested ones share the load, opposed ones add up their way.

F = 4E/(1−µ²)·t³·s/(K₁·Dₑ²)·((h₀/t − s/t)(h₀/t − s/2t) + 1) of one washer, after Almen and Laszlo as DIN EN 16984 has it, without
flats at its rims; friction between nested washers left out. From memory.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from isostat.core.limits import Floats, within
from isostat.core.parts.event import Event
from isostat.core.parts.law import METAL_RATE, LawEvent, UntilFlat

YOUNG, POISSON = 206.0e9, 0.3  # Pa, of spring steel
STEEPEST = 1.4  # cone over thickness: beyond √2 the force falls again before the washer is flat


@dataclass(frozen=True, slots=True, kw_only=True)
class DiscStack(UntilFlat):
    """A stack of like washers. x is compression from the touch; past flat it is solid.

    outer_m, inner_m: diameters, 5 to 500 mm, the inner 0.2 to 0.9 of the outer. thick_m: of one, 0.2 to 30 mm. cone_m: by which
    one is higher than thick, 0.05 to 1.4 times that. nested: washers to a packet, 1 to 10. opposed: packets, 1 to 200.
    Raises OutOfRange otherwise.
    """

    outer_m: float
    inner_m: float
    thick_m: float
    cone_m: float
    nested: int = 1
    opposed: int = 1

    def __post_init__(self) -> None:
        within("washer outer diameter", self.outer_m, 0.005, 0.5, "m")
        within("washer inner diameter", self.inner_m, 0.2 * self.outer_m, 0.9 * self.outer_m, "m")
        within("washer thickness", self.thick_m, 0.0002, 0.03, "m")
        within("washer height above its thickness", self.cone_m, 0.05 * self.thick_m, STEEPEST * self.thick_m, "m")
        within("washers per packet", self.nested, 1, 10, "")
        within("number of washer packets", self.opposed, 1, 200, "")

    @property
    def shape(self) -> float:
        """K₁, by how wide the washer is against its hole."""
        wide = self.outer_m / self.inner_m
        return ((wide - 1.0) / wide) ** 2 / ((wide + 1.0) / (wide - 1.0) - 2.0 / math.log(wide)) / math.pi

    @property
    def flat_x_m(self) -> float:
        """Compression of the stack at which all are flat, m."""
        return self.opposed * self.cone_m

    @property
    def events(self) -> tuple[LawEvent, ...]:
        """What happens on the way, by compression."""
        return LawEvent(Event.HELPER_TOUCHED, 0.0), LawEvent(Event.HELPER_FLAT, self.flat_x_m)

    @property
    def _soft(self) -> float:
        """Rate in N/m of one washer as if it were a flat one."""
        return 4.0 * YOUNG / (1.0 - POISSON**2) * self.thick_m**3 / (self.shape * self.outer_m**2)

    def force(self, x: Floats) -> Floats:
        """Force in N at compression x in m, any shape: 0 before the touch."""
        one = np.clip(x, 0.0, self.flat_x_m) / self.opposed
        bent = (self.cone_m - one) * (self.cone_m - one / 2.0) / self.thick_m**2 + 1.0
        past = METAL_RATE * np.maximum(np.asarray(x) - self.flat_x_m, 0.0)
        return np.asarray(self.nested * self._soft * one * bent + past)

    def rate(self, x: Floats) -> Floats:
        """Slope in N/m at compression x in m, any shape: 0 before the touch."""
        x = np.asarray(x, dtype=float)
        one = np.clip(x, 0.0, self.flat_x_m) / self.opposed
        bends = (self.cone_m**2 - 3.0 * self.cone_m * one + 1.5 * one**2) / self.thick_m**2 + 1.0
        inside = self.nested / self.opposed * self._soft * bends
        return np.where(x <= 0.0, 0.0, np.where(x >= self.flat_x_m, METAL_RATE, inside))
