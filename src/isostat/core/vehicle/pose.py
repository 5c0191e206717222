"""Backwards: from a wanted pose to the load on every wheel and the force that every spring must give."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core.limits import Floats
from isostat.core.parts.bank import Bank
from isostat.core.vehicle.platform import Platform
from isostat.core.vehicle.statics import lever
from isostat.core.vehicle.wheel_forces import ExactForces


@dataclass(frozen=True, slots=True)
class Pose:
    """A stance in three numbers: lift of first and last axle from the baseline in m, and the lean to end with.

    lean_m: wanted mean left-right difference of hub to arch in m (left higher +); None leaves it as it was.
    """

    front_lift_m: float
    rear_lift_m: float
    lean_m: float | None = None


def planar_travel(pose: Pose, axle_x: Floats, half_track: Floats, difference: Floats) -> Floats:
    """Wheel travels u* (A, 2) in m of a rigid chassis in a pose.

    axle_x, half_track: (A,) in m. difference: (A,) left less right hub to arch at the baseline in m.
    """
    span = axle_x[0] - axle_x[-1]
    along = (axle_x[0] - axle_x) / span if span else np.zeros_like(axle_x)
    lift = pose.front_lift_m + (pose.rear_lift_m - pose.front_lift_m) * along
    roll = 0.0
    if pose.lean_m is not None:
        roll = (pose.lean_m - float(difference.mean())) / (2.0 * float(half_track.mean()))
    return -np.stack([lift + half_track * roll, lift - half_track * roll], axis=1)


def fit_pose(lift: Floats, axle_x: Floats, half_track: Floats, difference: Floats) -> tuple[Pose, float]:
    """The pose nearest to four (or more) corner lifts, and the warp left over.

    lift: (A, 2) wanted change of hub to arch in m. axle_x, half_track, difference: as in planar_travel.
    Returns the pose and w = u_FL − u_FR − u_RL + u_RR in m of first and last axle.
    """
    y = np.stack([half_track, -half_track], axis=1)
    x = np.broadcast_to(axle_x[:, None], y.shape)
    q, *_ = np.linalg.lstsq(lever(x.ravel(), y.ravel()).T, lift.ravel(), rcond=None)
    front, rear = (float(q[0] - at * q[1]) for at in (axle_x[0], axle_x[-1]))
    u = -lift
    warp = float(u[0, 0] - u[0, 1] - u[-1, 0] + u[-1, 1])
    lean = float(difference.mean() + 2.0 * half_track.mean() * q[2])
    return Pose(front, rear, lean), warp


def pads_for(platform: Platform, case: int, travel: Floats) -> Floats:
    """Pad force (A, 2) in N on every wheel when the wheels stand at given travels; one 3x3 solve, no search.

    platform, case: who carries what. travel: u* (A, 2) in m. A negative pad means that the pose cannot be had.
    """
    y = np.stack([platform.half_track_m[:, case], -platform.half_track_m[:, case]], axis=1)
    h = lever(np.broadcast_to(platform.axle_x_m[:, case, None], y.shape).ravel(), y.ravel())
    k = platform.tyre_rate[..., case].ravel()
    squash = (platform.tyre_squash_m + platform.ground_m)[..., case].ravel() - travel.ravel()
    unsprung = platform.unsprung_n[..., case].ravel()
    stiff, held = (h * k) @ h.T, h @ (k * squash - unsprung) - platform.weight[:, case]
    if platform.hitch is not None:
        x, rate, nose = platform.hitch[:, case]
        at = lever(x, 0.0)
        stiff, held = stiff + rate * np.outer(at, at), held + at * nose
    q = np.linalg.solve(stiff, held)
    return (k * (squash - h.T @ q)).reshape(y.shape)


def crossed_travel(platform: Platform, case: int, travel: Floats, share: float) -> Floats:
    """Travels (A, 2) in m nearest to a given pose at which front right and rear left carry a share of the weight.

    platform, case: who carries what. travel: u* (A, 2) in m. share: 0 to 1, of the load on the first and last axle.
    Load can only go across in the pattern that leaves every axle's sum and the roll moment alone, δ·(−1, 1; a, −a) with
    a = t_front/t_rear; the tyres take it up by δ/k_t, and what of that is no plane twists the body's stand on its wheels.
    """
    pads = pads_for(platform, case, travel)
    half, k = platform.half_track_m[:, case], platform.tyre_rate[..., case]
    pattern = np.zeros_like(pads)
    pattern[0] += [-1.0, 1.0]
    pattern[-1] += np.array([1.0, -1.0]) * half[0] / half[-1]
    across, ends = pads[0, 1] + pads[-1, 0], pads[0].sum() + pads[-1].sum()
    more = (share * ends - across) / (1.0 + half[0] / half[-1])
    sunk = more * pattern / k
    y = np.stack([half, -half], axis=1)
    h = lever(np.broadcast_to(platform.axle_x_m[:, case, None], y.shape).ravel(), y.ravel())
    plane, *_ = np.linalg.lstsq(h.T, sunk.ravel(), rcond=None)
    return np.asarray(travel - (sunk - (h.T @ plane).reshape(sunk.shape)))


def spring_forces(
    platform: Platform, bank: Bank, case: int, wheel_force: Floats, travel: Floats, springs: tuple[int, int]
) -> Floats:
    """Force (A, 2) in N that the left and right main spring must give, S = J⁻ᵀ(F − bar − all other parts).

    platform, bank, case: the vehicle. wheel_force: (A, 2) pad less unsprung weight, N. travel: (A, 2) in m.
    springs: indices of the left and right main spring among the parts of an axle.
    """
    one = platform.take(np.array([case]))
    exact = ExactForces(one, bank)
    u = travel[..., None]
    force, _, slope, _ = exact.parts(u)
    arms = one.row * slope[:, :, None]  # (A, P, 2, 1)
    others = [p for p in range(force.shape[1]) if p not in springs]
    rest = (arms[:, others] * force[:, others, None]).sum(axis=1)[..., 0]
    twist = one.bar_rate[:, 0] * (travel[:, 0] - travel[:, 1])
    need = wheel_force - rest - np.stack([twist, -twist], axis=1)
    jacobian = arms[..., 0][:, list(springs)]  # (A, spring, wheel)
    return np.linalg.solve(np.swapaxes(jacobian, 1, 2), need[..., None])[..., 0]
