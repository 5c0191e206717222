"""What a larger tyre, or one that stands further out, takes from its way up to the arch: straight, and turned to lock."""

from __future__ import annotations

import math

from isostat.core import rules


def taken_by_tyre(larger_m: float, further_out_m: float, turned_rad: float = 0.0) -> float:
    """Wheel travel in m by which the arch is met sooner, than with the tyre that its gap was read with.

    larger_m: by which the tyre's radius grew; the tread grows with it. further_out_m: by which the wheel stands further from its
    steering axis. Both may be below nought. turned_rad: 0 straight, to under π/2.
    Straight, the tyre's top meets the arch: only the radius counts. Turned, its edge does, at MEETS from straight above, where the
    arch is taken as straight along the tyre. How far a turned disc reaches in a direction ψ is R·√(cos²δ·sin²ψ + cos²ψ) +
    s·sin δ·sin ψ, s being its edge's distance from the steering axis; the way up is that over cos ψ. Source: own derivation.
    """
    if turned_rad == 0.0:
        return larger_m
    slope = math.tan(rules.MEETS_ARCH_AT)
    edge_m = further_out_m + rules.TREAD_WIDTH / 2.0 * larger_m
    return larger_m * math.hypot(1.0, math.cos(turned_rad) * slope) + edge_m * math.sin(abs(turned_rad)) * slope
