"""How far a part moves for a given wheel travel: a plain ratio, or a table read on the vehicle."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import TYPE_CHECKING

import numpy as np

from isostat.core.limits import Floats, OutOfRange

if TYPE_CHECKING:
    from scipy.interpolate import CubicSpline


@dataclass(frozen=True)
class Motion:
    """Travel X of a part against wheel travel v, zero at the baseline, compression positive.

    ratio: spring (or shaft) travel per wheel travel at the baseline, used where there is no table.
    v_m, x_m: a table of the *travel itself*, v strictly rising; its slope is the motion ratio (C2 cubic spline
    through the readings, moved so that X(0) = 0; straight outside with the end slope).
    Raises OutOfRange when the table's v do not rise or it has fewer than three readings.
    """

    ratio: float = 1.0
    v_m: tuple[float, ...] = ()
    x_m: tuple[float, ...] = ()

    def __post_init__(self) -> None:
        if not self.v_m and not self.x_m:
            return
        if len(self.v_m) != len(self.x_m) or len(self.v_m) < 3:
            raise OutOfRange("readings in the motion-ratio table", min(len(self.v_m), len(self.x_m)), 3, 1000, "rows")
        if not (np.diff(self.v_m) > 0).all():
            raise OutOfRange("wheel-travel step in the motion-ratio table", float(np.diff(self.v_m).min()), 1e-6, 1, "m")

    @property
    def is_table(self) -> bool:
        """Whether it was read at several heights."""
        return bool(self.v_m)

    @cached_property
    def _spline(self) -> CubicSpline:
        from scipy.interpolate import CubicSpline  # noqa: PLC0415 - slow to import, wanted only by a motion table

        return CubicSpline(self.v_m, self.x_m)

    def at(self, v: Floats) -> tuple[Floats, Floats, Floats]:
        """X in m, X' (the motion ratio) and X'' in 1/m at wheel travel v in m, each in the shape of v."""
        v = np.asarray(v, dtype=float)
        if not self.is_table:
            return self.ratio * v, np.full_like(v, self.ratio), np.zeros_like(v)
        inside = np.clip(v, self.v_m[0], self.v_m[-1])
        slope = self._spline(inside, 1)
        x = self._spline(inside) + slope * (v - inside) - float(self._spline(0.0))
        return x, slope, np.where(v == inside, self._spline(inside, 2), 0.0)

    def travel_for(self, x_m: float) -> float:
        """Wheel travel in m at which the part has moved x_m; inverts X on the rising branch round the baseline."""
        if not self.is_table:
            return x_m / self.ratio
        v = x_m / max(float(self._spline(0.0, 1)), 0.05)
        for _ in range(60):
            x, slope, _ = self.at(np.asarray(v))
            step = (x_m - float(x)) / max(float(slope), 0.02)
            v += max(-0.05, min(0.05, step))
            if abs(step) < 1e-9:
                break
        return v
