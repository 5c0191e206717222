"""Spring wire: moduli, strength by diameter, and the share of it that practice allows in torsion."""

from __future__ import annotations

from dataclasses import dataclass, replace


@dataclass(frozen=True, slots=True)
class Wire:
    """A wire. strength = a/d^m in Pa with d in m, known between two diameters; allowed: share of it at solid, set taken out."""

    name: str
    shear_pa: float
    young_pa: float
    density: float  # kg/m³
    a: float  # MPa·mm^m
    m: float
    low_m: float
    high_m: float
    allowed: float

    def strength_pa(self, wire_m: float) -> tuple[float, bool]:
        """Tensile strength in Pa at a diameter in m, and whether that lies inside the table; outside, its end holds."""
        d = min(max(wire_m, self.low_m), self.high_m) * 1e3
        return self.a / d**self.m * 1e6, self.low_m <= wire_m <= self.high_m


# Moduli: EN 13906-1, material clause; strengths: ASTM wire, Shigley, Table 10-4; shares: Table 10-6, set removed (from memory).
WIRES = {
    w.name: w
    for w in (
        Wire("chrome silicon", 79.5e9, 206e9, 7850.0, 1974.0, 0.108, 0.0016, 0.0095, 0.65),
        Wire("chrome vanadium", 79.5e9, 206e9, 7850.0, 2005.0, 0.168, 0.0008, 0.0111, 0.65),
        Wire("oil tempered", 79.5e9, 206e9, 7850.0, 1855.0, 0.187, 0.0005, 0.0127, 0.65),
        Wire("hard drawn", 81.5e9, 206e9, 7850.0, 1783.0, 0.190, 0.0007, 0.0127, 0.60),
        Wire("music", 81.5e9, 206e9, 7850.0, 2211.0, 0.145, 0.0001, 0.0065, 0.60),
        Wire("hot rolled", 78.5e9, 206e9, 7850.0, 2005.0, 0.168, 0.0008, 0.0111, 0.60),
    )
}


def wire(name: str, shear_pa: float | None = None) -> Wire:
    """A wire by name; shear_pa: its modulus where the grade's will not do, Pa. Raises KeyError for one that is not known."""
    if name not in WIRES:
        raise KeyError(name)
    return WIRES[name] if shear_pa is None else replace(WIRES[name], shear_pa=shear_pa)
