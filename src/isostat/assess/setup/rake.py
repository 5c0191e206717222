"""Rake: slope between two named points times the wheelbase; and the rear lift that gives a wanted one."""

from __future__ import annotations

import numpy as np

from isostat.assess.setup.figures import AxleFigures
from isostat.core.limits import Floats
from isostat.core.vehicle.platform import Platform
from isostat.core.vehicle.pose import Pose, pads_for
from isostat.job.schema import Job
from isostat.job.vehicle import Axle


def _sill(axle: Axle) -> float | None:
    """Mean height of the sill at an axle, m, where both sides were read."""
    left, right = axle.left.ground_to_sill_m, axle.right.ground_to_sill_m
    return None if left is None or right is None else (left.value + right.value) / 2


def rake_points(job: Job, axles: tuple[AxleFigures, ...]) -> tuple[str, str, float]:
    """Names of the front and the rear point, and the rake as weighed in m, nose down positive.

    The two points chosen; else the sills, where they were read at both ends; else the arches at the first and last axle.
    """
    vehicle = job.vehicle
    base = -axles[-1].x_m
    known = {point.name: point for point in vehicle.body_points}
    if vehicle.rake_front in known and vehicle.rake_rear in known:
        front, rear = known[vehicle.rake_front], known[vehicle.rake_rear]
        apart = rear.behind_front_m.value - front.behind_front_m.value
        if abs(apart) > 0.1:
            return front.name, rear.name, (rear.above_ground_m.value - front.above_ground_m.value) / apart * base
    sills = [_sill(vehicle.axles[n]) for n in (0, -1)]
    if sills[0] is not None and sills[1] is not None:
        return "front sill", "rear sill", sills[1] - sills[0]
    arches = [axle.hub_m + sum(h.value for h in axle.hub_to_arch_m) / 2 for axle in (axles[0], axles[-1])]
    return "front arch", "rear arch", arches[1] - arches[0]


def raked(pose: Pose, wanted_m: float, was_m: float, platform: Platform, case: int, travel: Floats) -> Pose:
    """The pose with the rear lift that gives a rake in a case.

    wanted_m, was_m: rake wanted and as weighed. platform, case, travel: the wheels at the pose; how far the tyres sink there is
    statics, which no lift changes.
    """
    sinks = pads_for(platform, case, travel) / platform.tyre_rate[..., case]
    risen = np.mean(platform.tyre_squash_m[..., case] - sinks, axis=1)  # of the hubs since the weighing, by axle
    rear = pose.front_lift_m + (wanted_m - was_m) + float(risen[0] - risen[-1])
    return Pose(pose.front_lift_m, rear, pose.lean_m)
