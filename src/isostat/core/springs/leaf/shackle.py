"""How a leaf pack hangs: its front eye on the frame, its rear eye by a shackle; what another shackle or hanger does."""

from __future__ import annotations

import math
from dataclasses import dataclass

from isostat.core.limits import OutOfRange, within

LONGEST = 0.4  # m, of a shackle


@dataclass(frozen=True, slots=True, kw_only=True)
class Hung:
    """Both eyes level as measured. chord_m: eye to eye. shackle_m: its length. lean_rad: its upper end to the rear +.

    share: of the chord, from the front eye to the seat. Raises OutOfRange for what cannot hang so.
    """

    chord_m: float
    shackle_m: float
    lean_rad: float
    share: float = 0.5

    def __post_init__(self) -> None:
        within("spring length, eye to eye", self.chord_m, 0.2, 3.0, "m")
        within("shackle length", self.shackle_m, 0.02, LONGEST, "m")
        within("shackle angle", self.lean_rad, -1.3, 1.3, "rad")

    @property
    def pivot(self) -> tuple[float, float]:
        """Where the shackle hangs on the frame: behind and above the front eye, m."""
        return self.chord_m + self.shackle_m * math.sin(self.lean_rad), self.shackle_m * math.cos(self.lean_rad)

    def eye(self, chord_m: float, shackle_m: float, dropped_m: float = 0.0) -> tuple[float, float]:
        """The rear eye behind and above where the front eye was, m, with another chord or shackle, the front hanger lowered.

        Two circles; of their meetings the lower one. Raises OutOfRange where they do not meet.
        """
        px, pz = self.pivot[0], self.pivot[1] + dropped_m
        apart = math.hypot(px, pz)
        within("shackle length to reach the spring eye", shackle_m, abs(apart - chord_m), min(apart + chord_m, LONGEST), "m")
        along = (chord_m**2 - shackle_m**2 + apart**2) / (2.0 * apart)
        off = math.sqrt(max(chord_m**2 - along**2, 0.0))
        x, z = px / apart, pz / apart
        return along * x + off * z, along * z - off * x - dropped_m

    def lean(self, chord_m: float, shackle_m: float, dropped_m: float = 0.0) -> float:
        """Lean of the shackle then, rad; below nothing where it has gone past the upright it hung behind."""
        x, z = self.eye(chord_m, shackle_m, dropped_m)
        return math.atan2(self.pivot[0] - x, self.pivot[1] - z)

    def changed(self, shackle_m: float, dropped_m: float = 0.0) -> tuple[float, float]:
        """What another shackle and a lowered front hanger do: frame up in m over the axle, axle turned nose up in rad."""
        _, z = self.eye(self.chord_m, shackle_m, dropped_m)
        seat = -dropped_m + self.share * (z + dropped_m)
        return -seat, math.asin(max(min((-dropped_m - z) / self.chord_m, 1.0), -1.0))


def chord_at(length_m: float, arch_m: float) -> float:
    """Eye to eye of a leaf of a length along it, its eyes standing over its middle by an arch, m.

    length_m, arch_m: m. Raises OutOfRange for an arch over a third of the length. Source: flat circular arc, s = c + 8·h²/(3·c).
    """
    if abs(arch_m) > length_m / 3.0:
        raise OutOfRange("free arch", arch_m, -length_m / 3.0, length_m / 3.0, "m")
    return (length_m + math.sqrt(max(length_m**2 - 32.0 * arch_m**2 / 3.0, 0.0))) / 2.0
