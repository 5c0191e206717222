"""One levelling valve for two bags on one line: it holds the middle of the axle, and one pressure is in both."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core.limits import Floats
from isostat.core.parts.couple import Forces, Tangent
from isostat.core.springs.air.tee import TeedAir
from isostat.core.springs.air.valve import LevelledAir


@dataclass(frozen=True)
class LevelledTee:
    """valve: what one of the bags would carry with the middle of the axle at its compression."""

    valve: LevelledAir

    def gauge_at(self, first: Floats, second: Floats) -> Floats:
        """Gauge pressure in Pa in both at their compressions in m, any shape."""
        return self.valve.gauge_at((np.asarray(first) + np.asarray(second)) / 2.0)

    def both(self, first: Floats, second: Floats) -> tuple[Forces, Tangent]:
        """As for bags on one line, the valve's rise in place of the gas's: the cross rate is that of the mean area."""
        middle = (np.asarray(first) + np.asarray(second)) / 2.0
        gauge, bag = self.valve.gauge_at(middle), self.valve.bag
        (a, da), (b, db) = bag.area(first), bag.area(second)
        rise = self.valve.rise_at(middle) / 2.0
        return (gauge * a, gauge * b), (rise * a + gauge * da, rise * (a + b) / 2.0, rise * b + gauge * db)

    def riding(self, first: float, second: float) -> TeedAir:
        """What a bump meets from these compressions in m: the gas of both, shut in."""
        at = self.valve.riding((first + second) / 2.0)
        x, y = (float(np.clip(m, *self.valve.domain)) for m in (first, second))
        return TeedAir(
            bag=at.bag, gauge_pa=at.gauge_pa, set_x_m=(x, y), exponent=at.exponent, set_ambient_pa=at.ambient_pa,
            ambient_pa=at.ambient_pa,
        )  # fmt: skip
