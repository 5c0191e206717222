"""Two bags on one line: the gas goes over from the one that is pressed to the other, so it gives nothing against roll."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from isostat.core.limits import Floats
from isostat.core.parts.couple import Forces, Tangent
from isostat.core.springs.air.bag import FAST, MOST_GAUGE, ShutIn


@dataclass(frozen=True, kw_only=True)
class TeedAir(ShutIn):
    """Two like bags joined by a tee, their gas shut in together; the tank and the reading are those of both.

    bag: each of them. set_x_m: compressions at the reading, left and right. Raises OutOfRange as for one bag.
    F_i = p·A_i; ∂F_i/∂x_j = n·p_abs·A_i·S_j/ΣV + p·dA_i/dx_i where i = j, S = −dV/dx. Symmetric where S = A, as virtual work
    has it. Source: polytropic gas; virtual work.
    """

    set_x_m: tuple[float, float]

    def _volume(self, first: Floats, second: Floats) -> Floats:
        return np.asarray(self.bag.volume(first) + self.bag.volume(second) + self.tank_m3)

    def gauge_at(self, first: Floats, second: Floats) -> Floats:
        """Gauge pressure in Pa in both at their compressions in m, any shape; not below none."""
        return self._gauge(self._volume(*(np.asarray(x) for x in self.set_x_m)) / self._volume(first, second))

    def both(self, first: Floats, second: Floats) -> tuple[Forces, Tangent]:
        """Forces, and own rate of the first, what each adds to the other, own rate of the second; N and N/m.

        A bag does not pull, and past its table its area stays.
        """
        low, high = self.bag.x_m[0], self.bag.x_m[-1]
        x, y = np.clip(first, low, high), np.clip(second, low, high)
        inside_x, inside_y = (np.asarray((v >= low) & (v <= high), dtype=float) for v in (first, second))
        gauge = self.gauge_at(x, y)
        (a, da), (b, db) = self.bag.area(x), self.bag.area(y)
        gas = np.where(gauge > 0.0, self.exponent * (gauge + self.ambient_pa) / self._volume(x, y), 0.0)
        own, other = (gas * a * a + gauge * da) * inside_x, (gas * b * b + gauge * db) * inside_y
        return (gauge * a, gauge * b), (own, gas * a * b * inside_x * inside_y, other)

    def riding(self, first: float, second: float) -> TeedAir:
        """What a bump meets from these compressions in m: the gas has no time to take the room's temperature."""
        x, y = (float(np.clip(m, self.bag.x_m[0], self.bag.x_m[-1])) for m in (first, second))
        gauge = min(float(self.gauge_at(np.asarray(x), np.asarray(y))), MOST_GAUGE)
        return replace(self, gauge_pa=gauge, set_x_m=(x, y), exponent=FAST, set_ambient_pa=self.ambient_pa, warmer=1.0)
