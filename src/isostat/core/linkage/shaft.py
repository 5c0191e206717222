"""A propeller shaft: the angles of its joints, what two of them leave of each other's ripple, and how far it slips."""

from __future__ import annotations

from dataclasses import dataclass

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
class Shaft:
    """One shaft between an output on the body and an input on the axle, as weighed; angles of direction, rearward end down +, rad.

    length_m: joint to joint, 0.1 to 3. slope_rad: of the shaft; box_rad: of the output; pinion_rad: of the pinion's own axis.
    ahead_m: the axle's joint ahead of the hub. plan_rad: between output and shaft as seen from above.
    """

    length_m: float
    slope_rad: float
    box_rad: float
    pinion_rad: float
    ahead_m: float = 0.25
    plan_rad: float = 0.0

    def __post_init__(self) -> None:
        within("shaft length", self.length_m, 0.1, 3.0, "m")
        within("shaft angle", self.slope_rad, -1.2, 1.2, "rad")

    def joint_at(self, travel: Floats, forward: Floats, turned: Floats) -> tuple[Floats, Floats]:
        """The axle's joint from the output, rearward and up in m; arguments as of `moved`."""
        x = self.length_m * np.cos(self.slope_rad) - forward - self.ahead_m * (np.cos(turned) - 1.0)
        z = -self.length_m * np.sin(self.slope_rad) + travel - self.ahead_m * np.sin(turned)
        return np.asarray(x), np.asarray(z)

    def moved(self, travel: Floats, forward: Floats, turned: Floats) -> Moved:
        """With the axle moved on the body: up and forward in m, turned nose-down in rad; arrays of one shape."""
        x, z = self.joint_at(travel, forward, turned)
        slope = np.arctan2(-z, x)
        output, shaft, pinion = (
            direction(*both) for both in ((self.box_rad, 0.0), (slope, self.plan_rad), (self.pinion_rad - turned, 0.0))
        )
        first, second = angle_between(output, shaft), angle_between(shaft, pinion)
        ripple = second**2 * _phase(shaft, pinion, shaft) - first**2 * _phase(output, shaft, shaft)
        return Moved(
            front_rad=first, rear_rad=second, residual_rad=np.sqrt(np.abs(ripple)), longer_m=np.hypot(x, z) - self.length_m
        )


def direction(slope_rad: Floats | float, plan_rad: Floats | float) -> Floats:
    """Unit vector rearward, (3, ...), of a slope with the rearward end down and an angle to the left in plan."""
    slope, plan = np.broadcast_arrays(np.asarray(slope_rad, dtype=float), np.asarray(plan_rad, dtype=float))
    raw = np.array([np.ones_like(slope), np.tan(plan), -np.tan(slope)])
    return np.asarray(raw / np.linalg.norm(raw, axis=0))


def angle_between(one: Floats, other: Floats) -> Floats:
    """Angle of a joint between two directions (3, ...), rad."""
    one, other = np.broadcast_arrays(one.reshape(3, -1), other.reshape(3, -1))
    return np.asarray(np.arctan2(np.linalg.norm(np.cross(one, other, axis=0), axis=0), (one * other).sum(axis=0)))


def _phase(into: Floats, out: Floats, about: Floats) -> Floats:
    """Of a joint's ripple: e^2jψ, ψ where its bend lies about a shaft. Joints bent in one plane are in phase, whichever way."""
    into, out, about = np.broadcast_arrays(*(d.reshape(3, -1) for d in (into, out, about)))
    bend = np.cross(into, out, axis=0)
    level = np.cross(about, np.array([0.0, 0.0, 1.0])[:, None], axis=0)
    level = level / np.linalg.norm(level, axis=0)
    upright = np.cross(about, level, axis=0)
    psi = np.arctan2((bend * upright).sum(axis=0), (bend * level).sum(axis=0))
    return np.asarray(np.exp(2j * psi))


@dataclass(frozen=True, slots=True, kw_only=True)
class Moved:
    """front_rad, rear_rad: of the joints. residual_rad: of the one joint that ripples as both together do. longer_m: the shaft."""

    front_rad: Floats
    rear_rad: Floats
    residual_rad: Floats
    longer_m: Floats
