"""What a tyre may carry at less than the pressure of its rating."""

from __future__ import annotations

EXPONENT = 0.8


def tyre_capacity(rated_kg: float, pressure_pa: float, rated_pa: float) -> float:
    """Load in kg that a tyre may carry at a gauge pressure, never more than rated.

    rated_kg: by its load index. pressure_pa, rated_pa: gauge, Pa, as run and as the index asks for.
    Source: load at reduced pressure as the (p/p_ref)^0.8 of European tyre standards (from memory).
    """
    return float(rated_kg * min(max(pressure_pa, 0.0) / rated_pa, 1.0) ** EXPONENT)
