"""A coil spring from its dimensions: rate, lengths, stress, buckling, growth, surge; sources by the standard and handbook named."""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

from isostat.core.limits import within
from isostat.core.parts.wire import Wire


class Ends(StrEnum):
    """How the last turns are made."""

    OPEN = "open"
    OPEN_GROUND = "open, ground"
    CLOSED = "closed"
    CLOSED_GROUND = "closed, ground"
    HOT = "hot formed"
    PIGTAIL = "pigtail"


INACTIVE = {  # turns at each end that do not work
    Ends.OPEN: 0.0,
    Ends.OPEN_GROUND: 0.5,
    Ends.CLOSED: 1.0,
    Ends.CLOSED_GROUND: 1.0,
    Ends.HOT: 0.75,
    Ends.PIGTAIL: 1.0,
}
CALIPER = {"wire": 0.00015, "diameter": 0.0005, "turns": 0.25}  # two standard deviations, m and turns (common practice, no source)
SEATS = {"both flat": 0.5, "flat and pivot": 0.707, "both pivot": 1.0, "free at one end": 2.0}


def mean_diameter(read_m: float, wire_m: float, across: str) -> float:
    """Mean diameter in m from the one that was read. read_m, wire_m: in m. across: "outside", "mean" or "inside"."""
    return read_m + {"outside": -wire_m, "mean": 0.0, "inside": wire_m}[across]


@dataclass(frozen=True, slots=True, kw_only=True)
class Helix:
    """A cylindrical coil. Raises OutOfRange for dimensions that are no coil.

    wire_m: diameter of the wire, 0.5 to 50 mm. mean_m: mean diameter, 2.5 to 30 wires. turns: all of them. free_m: length without
    load. ends, wire: how it is made. inactive: turns at each end that do not work, where they were counted (a pigtail: ask).
    """

    wire_m: float
    mean_m: float
    turns: float
    free_m: float
    ends: Ends
    wire: Wire
    inactive: float | None = None

    def __post_init__(self) -> None:
        within("wire diameter", self.wire_m, 0.0005, 0.05, "m")
        within("mean coil diameter", self.mean_m, 2.5 * self.wire_m, 30.0 * self.wire_m, "m")
        within("number of active coils", self.active, 0.5, 60.0, "")
        within("free length", self.free_m, 2.0 * self.wire_m, 300.0 * self.wire_m, "m")

    @property
    def index(self) -> float:
        """Mean diameter over wire diameter, C."""
        return self.mean_m / self.wire_m

    @property
    def active(self) -> float:
        """Turns that work. Source: inactive turns by end type (Shigley, Table 10-1; hot formed: trade, from memory)."""
        return self.turns - 2.0 * (INACTIVE[self.ends] if self.inactive is None else self.inactive)

    @property
    def rate(self) -> float:
        """N/m, G·d⁴/(8·D³·n). Source: EN 13906-1, clause 9 (from memory)."""
        return self.wire.shear_pa * self.wire_m**4 / (8.0 * self.mean_m**3 * self.active)

    @property
    def solid_m(self) -> float:
        """Length with all turns touching, m. Source: Shigley, Table 10-1; hot formed: EN 13906-1, upper bound (from memory)."""
        d, total = self.wire_m, self.turns
        match self.ends:
            case Ends.OPEN | Ends.CLOSED:
                return d * (total + 1.0)
            case Ends.HOT:
                return (total - 0.3) * d
            case _:
                return d * total

    @property
    def pitch_m(self) -> float:
        """Distance of working turns without load, m. Source: Shigley, Table 10-1 (from memory)."""
        seat = {Ends.OPEN: 1.0, Ends.CLOSED: 3.0, Ends.CLOSED_GROUND: 2.0, Ends.HOT: 1.5, Ends.PIGTAIL: 2.0}.get(self.ends, 0.0)
        over = self.active + 1.0 if self.ends is Ends.OPEN_GROUND else self.active
        return (self.free_m - seat * self.wire_m) / over

    @property
    def mass_kg(self) -> float:
        """Of the wire, along its helix where turns work, kg."""
        return self.wire.density * math.pi / 4.0 * self.wire_m**2 * math.pi * self.mean_m * self.turns

    @property
    def wahl(self) -> float:
        """(4C − 1)/(4C − 4) + 0.615/C. Source: Wahl, Mechanical Springs (from memory)."""
        c = self.index
        return (4 * c - 1) / (4 * c - 4) + 0.615 / c

    @property
    def bergstraesser(self) -> float:
        """(4C + 2)/(4C − 3). Source: EN 13906-1 and Shigley (from memory)."""
        c = self.index
        return (4 * c + 2) / (4 * c - 3)

    def stress_pa(self, force_n: float, factor: float | None = None) -> float:
        """Shear stress in the wire in Pa, factor·8·D·F/(π·d³); the factor is Bergsträsser's unless given."""
        k = self.bergstraesser if factor is None else factor
        return k * 8.0 * self.mean_m * force_n / (math.pi * self.wire_m**3)

    def used(self, force_n: float) -> float:
        """Stress as a share of what the wire is allowed, 1 at the limit."""
        return self.stress_pa(force_n) / (self.wire.allowed * self.wire.strength_pa(self.wire_m)[0])

    @property
    def solid_force_n(self) -> float:
        """Force at which its turns touch, N."""
        return self.rate * max(self.free_m - self.solid_m, 0.0)

    @property
    def surge_hz(self) -> float:
        """First frequency of the coil itself, both ends seated, ½·√(k/m of the working turns). Source: EN 13906-1 (from memory)."""
        working = self.mass_kg * self.active / self.turns
        return 0.5 * math.sqrt(self.rate / working)

    def buckles_at_m(self, seat: str) -> float | None:
        """Deflection in m at which it buckles, None where it never does. seat: one of SEATS. Source: EN 13906-1 (from memory)."""
        x, slender = self.wire.shear_pa / self.wire.young_pa, SEATS[seat] * self.free_m
        root = 1.0 - (1.0 - x) / (0.5 + x) * (math.pi * self.mean_m / slender) ** 2
        return None if root < 0.0 else self.free_m * 0.5 / (1.0 - x) * (1.0 - math.sqrt(root))

    def grows_m(self, *, free_to_turn: bool = False) -> float:
        """Growth of its mean diameter when pressed solid, m. Source: length of the wire; free ends: EN 13906-1 (from memory)."""
        p, d, mean = self.pitch_m, self.wire_m, self.mean_m
        if free_to_turn:
            return 0.1 * (p * p - 0.8 * p * d - 0.2 * d * d) / mean
        return math.sqrt(mean * mean + (p * p - d * d) / math.pi**2) - mean


@dataclass(frozen=True, slots=True)
class CaliperRate:
    """A rate from a caliper, N/m, two standard deviations of it as a share, and what each reading has in that."""

    rate: float
    share: float
    shares: dict[str, float]


def caliper_rate(helix: Helix, errors: dict[str, float], *, outside: bool) -> CaliperRate:
    """The rate of a measured coil with its error.

    helix: as read. errors: two standard deviations of "wire" and "diameter" in m and of "turns" (all of them, the end included).
    outside: the outside diameter was read, so that an error of the wire counts in the mean diameter too, (4 + 3/C) % for 1 %.
    First order; the modulus is taken as ±1 % (its scatter between makers, from memory).
    """
    wire = 4.0 + (3.0 / helix.index if outside else 0.0)
    parts = {
        "wire": wire * errors.get("wire", 0.0) / helix.wire_m,
        "diameter": 3.0 * errors.get("diameter", 0.0) / helix.mean_m,
        "turns": errors.get("turns", 0.0) / helix.active,
        "modulus": 0.01,
    }
    return CaliperRate(helix.rate, math.sqrt(sum(p * p for p in parts.values())), parts)
