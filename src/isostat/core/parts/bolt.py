"""Lengths in which bolts are stocked."""

from __future__ import annotations

import math

CLOSE_M = 1e-6  # by which a length may be missed
MILLIMETRES = (16, 20, 25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 80, 90, 100, 110, 120, 130, 140, 150, 160, 180, 200, 220, 240, 260,
               280, 300)  # Source: ISO 888 (from memory)  # fmt: skip
INCH_M = 0.0254


def stocked_bolt(needed_m: float, *, inches: bool) -> float:
    """The shortest that is stocked and long enough, m. needed_m: 0 to 0.3; beyond, by the last step on.

    inches: by quarters up to 6 in, then by halves. Source: ASME B18.2.1 (from memory).
    """
    if inches:
        step = INCH_M / (4.0 if needed_m <= 6.0 * INCH_M else 2.0)
        return math.ceil((needed_m - CLOSE_M) / step) * step
    long_enough = (length for length in MILLIMETRES if length >= (needed_m - CLOSE_M) * 1e3)
    return next(long_enough, math.ceil((needed_m - CLOSE_M) * 50.0) * 20) / 1e3
