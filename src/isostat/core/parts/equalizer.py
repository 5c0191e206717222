"""Two springs in line that share a rocking beam: it turns until they carry what its arms allow, or until it meets its stop."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core import rules
from isostat.core.limits import Floats, within
from isostat.core.parts.couple import Forces, Tangent
from isostat.core.parts.law import ForceLaw

PASSES, CLOSE = 60, 1e-6  # at most; N·m that the beam may be out of balance


@dataclass(frozen=True, kw_only=True)
class Equalized:
    """Springs before and behind an equalizer. x₁ = v₁ − a₁·β, x₂ = v₂ + a₂·β; a₁·F₁ = a₂·F₂ while the beam is free.

    front, rear: their laws. arms_m: a of each, its beam arm times outer/(outer + inner) half of that leaf, 5 to 500 mm.
    stop_rad: where the beam is stopped either way. Raises OutOfRange otherwise. Source: statics of the beam; own derivation.
    """

    front: ForceLaw
    rear: ForceLaw
    arms_m: tuple[float, float]
    stop_rad: float = rules.BEAM_STOP

    def __post_init__(self) -> None:
        within("equalizer arm length", self.arms_m, 0.005, 0.5, "m")
        within("equalizer angle at its stop", self.stop_rad, 0.01, 1.2, "rad")

    def beam(self, first: Floats, second: Floats) -> Floats:
        """Angle of the beam in rad, its front end up +, at compressions that the springs would have with it level; any shape."""
        a, b = self.arms_m
        first, second = np.broadcast_arrays(np.asarray(first, dtype=float), np.asarray(second, dtype=float))

        def out(at: Floats) -> Floats:  # falls as the beam turns
            return np.asarray(a * self.front.force(first - a * at) - b * self.rear.force(second + b * at))

        low, high = np.full(first.shape, -self.stop_rad), np.full(first.shape, self.stop_rad)
        below, above = out(low) <= 0.0, out(high) >= 0.0
        at = np.where(below, low, np.where(above, high, 0.0))
        stopped = below | above
        for _ in range(PASSES):
            torque = out(at)
            if (stopped | (np.abs(torque) < CLOSE)).all():
                break
            low, high = np.where(torque > 0.0, at, low), np.where(torque > 0.0, high, at)
            slope = a * a * self.front.rate(first - a * at) + b * b * self.rear.rate(second + b * at)
            wanted = at + np.divide(torque, slope, out=np.full_like(torque, np.inf), where=slope > 1e-9)
            inside = (wanted > low) & (wanted < high)  # between two kinks halving ends what Newton would repeat
            at = np.where(stopped, at, np.where(inside, wanted, (low + high) / 2.0))
        return at

    def both(self, first: Floats, second: Floats) -> tuple[Forces, Tangent]:
        """Force in N of the spring before and behind the beam, and their tangent; its angle is found once for both.

        With a free beam it gives way: k₁ − (k₁a₁)²/D, k₁a₁·k₂a₂/D, k₂ − (k₂a₂)²/D, D = k₁a₁² + k₂a₂²; at its stop k₁, 0, k₂.
        """
        beam = self.beam(first, second)
        x, y = first - self.arms_m[0] * beam, second + self.arms_m[1] * beam
        k, m = self.front.rate(x), self.rear.rate(y)
        c, d = k * self.arms_m[0], m * self.arms_m[1]
        whole = c * self.arms_m[0] + d * self.arms_m[1]
        free = (np.abs(beam) < self.stop_rad * (1.0 - 1e-9)) & (whole > 1e-9)
        share = np.divide(1.0, whole, out=np.zeros_like(whole), where=free)
        return (self.front.force(x), self.rear.force(y)), (k - c * c * share, c * d * share, m - d * d * share)
