"""A propeller shaft: the angles of its joints, what two of them leave of each other's ripple, and how far it slips."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

import numpy as np

from isostat.core.limits import Floats, within

LIMITS = ((157.1, 0.2007), (209.4, 0.1513), (261.8, 0.1222), (314.2, 0.1018), (366.5, 0.0873), (418.9, 0.0742), (471.2, 0.0640),
          (523.6, 0.0567))  # rad/s of the shaft and the joint angle that it bears, rad. Source: SAE AE-7 (from memory)  # fmt: skip


def joint_angle(side_rad: Floats, plan_rad: Floats) -> Floats:
    """Angle of a joint that is bent in side view and in plan, rad: of the two directions, exactly."""
    return np.arctan(np.hypot(np.tan(side_rad), np.tan(plan_rad)))


def ripple_of_one(angle_rad: Floats) -> Floats:
    """Speed from most to least over a turn, of the mean, behind one joint: 1/cos − cos."""
    return np.asarray(1.0 / np.cos(angle_rad) - np.cos(angle_rad))


def most_angle(speed_rad_s: float) -> float:
    """The largest joint angle that a shaft of a speed bears, rad: by products of speed and angle between published ones."""
    speeds, products = np.array([w for w, _ in LIMITS]), np.array([w * b for w, b in LIMITS])
    return float(np.interp(speed_rad_s, speeds, products) / max(speed_rad_s, 1.0))


@dataclass(frozen=True, slots=True, kw_only=True)
class FrontPiece:
    """The piece from the box to a carrier on the body, as weighed. length_m: 0.1 to 3. slope_rad: carrier end down +.

    plan_rad: from straight, seen from above, of the same hand as the shaft's.
    """

    length_m: float
    slope_rad: float
    plan_rad: float = 0.0

    def __post_init__(self) -> None:
        within("front shaft length", self.length_m, 0.1, 3.0, "m")
        within("front shaft angle", self.slope_rad, -1.2, 1.2, "rad")
        within("front shaft angle in plan", self.plan_rad, -1.2, 1.2, "rad")

    def lowered(self, by_m: Floats | float) -> Floats:
        """Its slope with the carrier lowered, rad."""
        along, _, up = self.length_m * direction(self.slope_rad, self.plan_rad)
        return np.asarray(np.arctan2(by_m - up, along))


@dataclass(frozen=True, slots=True, kw_only=True)
class Shaft:
    """One shaft between an output on the body and an input on the axle, as weighed; angles of direction, rearward end down +, rad.

    length_m: joint to joint, 0.1 to 3. slope_rad: of the shaft; box_rad: of the output; pinion_rad: of the pinion's own axis.
    ahead_m: the axle's joint ahead of the hub. plan_rad: of the shaft from straight, seen from above. front: the piece before it,
    where a carrier parts them. double_cardan: whether the box has two joints at once, whose halves cancel.
    """

    length_m: float
    slope_rad: float
    box_rad: float
    pinion_rad: float
    ahead_m: float = 0.25
    plan_rad: float = 0.0
    front: FrontPiece | None = None
    double_cardan: bool = False

    def __post_init__(self) -> None:
        within("shaft length", self.length_m, 0.1, 3.0, "m")
        within("shaft angle", self.slope_rad, -1.2, 1.2, "rad")

    def joint_at(self, travel: Floats, forward: Floats, turned: Floats, lowered_m: Floats | float = 0.0) -> tuple[Floats, Floats]:
        """The axle's joint from the output, or the carrier, rearward and up in m; arguments as of `moved`."""
        x = self.length_m * np.cos(self.slope_rad) - forward - self.ahead_m * (np.cos(turned) - 1.0)
        z = -self.length_m * np.sin(self.slope_rad) + travel - self.ahead_m * np.sin(turned) + lowered_m
        return np.asarray(x), np.asarray(z)

    def moved(self, travel: Floats, forward: Floats, turned: Floats, lowered_m: Floats | float = 0.0) -> Moved:
        """With the axle moved on the body: up and forward in m, turned nose-down in rad; arrays of one shape.

        lowered_m: by which carrier, or box, is lower.
        """
        x, z = self.joint_at(travel, forward, turned, lowered_m)
        pieces = [direction(self.box_rad, 0.0)]
        if self.front is not None:
            pieces.append(direction(self.front.lowered(lowered_m), self.front.plan_rad))
        pieces += [direction(np.arctan2(-z, x), self.plan_rad), direction(self.pinion_rad - turned, 0.0)]
        joints = [angle_between(into, out) for into, out in pairwise(pieces)]
        ripple = np.zeros(joints[-1].shape, dtype=complex)
        for n, angle in enumerate(joints):
            if n == 0 and self.double_cardan:
                continue
            about = pieces[min(n + 1, len(pieces) - 2)]
            ripple = ripple + (-1.0) ** n * angle**2 * _phase(pieces[n], pieces[n + 1], about)
        still = np.zeros(joints[-1].shape)
        return Moved(
            box_rad=still + joints[0],
            carrier_rad=None if self.front is None else still + joints[1],
            axle_rad=joints[-1],
            residual_rad=np.sqrt(np.abs(ripple)),
            longer_m=np.hypot(x, z) - self.length_m,
        )


def direction(slope_rad: Floats | float, plan_rad: Floats | float) -> Floats:
    """Unit vector rearward, (3, ...), of a slope with the rearward end down and an angle to the left in plan."""
    slope, plan = np.broadcast_arrays(np.asarray(slope_rad, dtype=float), np.asarray(plan_rad, dtype=float))
    raw = np.array([np.ones_like(slope), np.tan(plan), -np.tan(slope)])
    return np.asarray(raw / _length(raw))


def _cross(one: Floats, other: Floats) -> Floats:
    """Across two directions (3, n)."""
    (a, b, c), (x, y, z) = one, other
    return np.stack([b * z - c * y, c * x - a * z, a * y - b * x])


def _length(of: Floats) -> Floats:
    """Of vectors (3, ...)."""
    return np.asarray(np.sqrt((of**2).sum(axis=0)))


def angle_between(one: Floats, other: Floats) -> Floats:
    """Angle of a joint between two directions (3, ...), rad."""
    one, other = np.broadcast_arrays(one.reshape(3, -1), other.reshape(3, -1))
    return np.asarray(np.arctan2(_length(_cross(one, other)), (one * other).sum(axis=0)))


def _phase(into: Floats, out: Floats, about: Floats) -> Floats:
    """Of a joint's ripple: e^2jψ, ψ where its bend lies about a shaft. Joints bent in one plane are in phase, whichever way."""
    into, out, about = np.broadcast_arrays(*(d.reshape(3, -1) for d in (into, out, about)))
    bend = _cross(into, out)
    level = np.stack([about[1], -about[0], np.zeros_like(about[0])])
    level = level / _length(level)
    upright = _cross(about, level)
    psi = np.arctan2((bend * upright).sum(axis=0), (bend * level).sum(axis=0))
    return np.asarray(np.exp(2j * psi))


@dataclass(frozen=True, slots=True, kw_only=True)
class Moved:
    """box_rad, carrier_rad, axle_rad: of the joints. residual_rad: of the one joint that ripples as all of them do. longer_m: the
    shaft."""

    box_rad: Floats
    carrier_rad: Floats | None
    axle_rad: Floats
    residual_rad: Floats
    longer_m: Floats
