"""A damper by its tested forces: how much it damps, in bump and in rebound, at the speeds of a ride."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core import rules
from isostat.core.limits import OutOfRange, within


@dataclass(frozen=True, slots=True)
class Damper:
    """Forces in N against speeds of the shaft in m/s, rising from nought through the readings; straight between them.

    speed_m_s, bump_n, rebound_n: same length, one at least, speeds rising, forces above nought. The last slope goes on.
    Raises OutOfRange otherwise.
    """

    speed_m_s: tuple[float, ...]
    bump_n: tuple[float, ...]
    rebound_n: tuple[float, ...]

    def __post_init__(self) -> None:
        if not len(self.speed_m_s) == len(self.bump_n) == len(self.rebound_n) > 0:
            raise OutOfRange("shock dynamometer readings", len(self.speed_m_s), 1, 100, "rows")
        for speed, after in zip((0.0, *self.speed_m_s), self.speed_m_s, strict=False):
            within("shaft-speed step", after - speed, 1e-4, 10.0, "m/s")
        for force in (*self.bump_n, *self.rebound_n):
            within("shock force", force, 1.0, 1e5, "N")

    def force(self, speed_m_s: float) -> float:
        """Force in N against a speed of the shaft in m/s, bump positive both ways."""
        at, forces = (0.0, *self.speed_m_s), (0.0, *(self.bump_n if speed_m_s >= 0.0 else self.rebound_n))
        fast = abs(speed_m_s)
        if fast > at[-1]:
            slope = (forces[-1] - forces[-2]) / (at[-1] - at[-2])
            return float(np.copysign(max(forces[-1] + slope * (fast - at[-1]), 0.0), speed_m_s))
        return float(np.copysign(np.interp(fast, at, forces), speed_m_s))

    def coefficients(self, speed_m_s: float = rules.RIDE_SPEED) -> tuple[float, float]:
        """Bump and rebound in N·s/m at the shaft: force over speed there."""
        within("shaft speed", speed_m_s, 1e-3, 5.0, "m/s")
        return self.force(speed_m_s) / speed_m_s, -self.force(-speed_m_s) / speed_m_s
