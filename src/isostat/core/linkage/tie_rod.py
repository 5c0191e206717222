"""A tie rod beside the arms that a wheel swings on: what toe it gives as the wheel goes up and down."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from isostat.core.limits import Floats, within
from isostat.core.linkage.arms import Point


@dataclass(frozen=True, slots=True, kw_only=True)
class TieRod:
    """Seen from the front, out from the vehicle + and up +, of one side, from the wheel's centre as weighed, m.

    inner: its end on the body; outer: on the knuckle. arm_m: of the knuckle, in plan, 0.05 to 0.5. behind: whether rod and rack lie
    behind the axle. longer_m: by which it is another one than was read. Raises OutOfRange for a rod without length.
    """

    inner: Point
    outer: Point
    arm_m: float
    behind: bool
    longer_m: float = 0.0

    def __post_init__(self) -> None:
        within("tie rod length", round(self.length_m - self.longer_m, 9), 0.05, 2.0, "m")
        within("steering arm", self.arm_m, 0.05, 0.5, "m")

    @property
    def length_m(self) -> float:
        """Joint to joint."""
        return float(np.hypot(*np.subtract(self.outer, self.inner))) + self.longer_m

    def toe(self, travel: Floats, outward: Floats, leaned: Floats) -> Floats:
        """In +, since weighing, rad, any shape; nan where the rod does not reach.

        travel, outward: of the wheel's centre, m; leaned: of the knuckle, top out, rad.
        """
        y, z = self._outer(travel, outward, leaned)
        root = self.length_m**2 - (z - self.inner[1]) ** 2
        by_rod = self.inner[0] + np.sqrt(np.where(root > 0.0, root, np.nan))
        return np.asarray((1.0 if self.behind else -1.0) * (by_rod - y) / self.arm_m)

    def straightened(self, travel: float, outward: float, leaned: float) -> TieRod:
        """A rod of the length that gives the toe of before at one travel."""
        y, z = self._outer(np.array(travel), np.array(outward), np.array(leaned))
        wanted = float(np.hypot(y - self.inner[0], z - self.inner[1]))
        return replace(self, longer_m=self.longer_m + wanted - self.length_m)

    def _outer(self, travel: Floats, outward: Floats, leaned: Floats) -> tuple[Floats, Floats]:
        """Where the knuckle carries the outer end, m."""
        y, z = self.outer
        return outward + y * np.cos(leaned) + z * np.sin(leaned), travel - y * np.sin(leaned) + z * np.cos(leaned)
