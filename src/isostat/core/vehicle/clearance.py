"""How steep a ramp a body clears: tangents from a point of the underbody to the wheels."""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import pairwise


def tangent_angle(along_m: float, height_m: float, radius_m: float) -> float:
    """Angle in rad of the ground that touches a wheel and a point of the body.

    along_m: from the hub to the point along the ground, m. height_m: of the point above the ground, m. radius_m: of the loaded
    wheel, which stands on the ground, m. Negative where the point lies below the ground.
    Source: tangent from a point to a circle; used as in the definitions of ISO 612, loaded wheels.
    """
    along, over = abs(along_m), height_m - radius_m
    far = math.hypot(along, over)
    if far <= radius_m:  # inside the wheel: no ramp reaches it
        return math.pi / 2
    return math.asin(radius_m / far) + math.atan2(over, along)


def ramp_angles(
    hubs: Sequence[tuple[float, float]], points: Sequence[tuple[float, float]]
) -> tuple[float | None, float | None, float | None]:
    """Approach, breakover and departure angle in rad, each None without a point to meet it.

    hubs: (x behind the front hub, height = loaded radius) of every axle, front to back, m. points: (x, height) of the underbody, m.
    """
    (first, first_r), (last, last_r) = hubs[0], hubs[-1]
    approach = [tangent_angle(first - x, z, first_r) for x, z in points if x < first]
    departure = [tangent_angle(x - last, z, last_r) for x, z in points if x > last]
    over = []
    for (front, front_r), (rear, rear_r) in pairwise(hubs):
        between = [(x, z) for x, z in points if front < x < rear]
        over += [tangent_angle(x - front, z, front_r) + tangent_angle(rear - x, z, rear_r) for x, z in between]
    return tuple(min(found) if found else None for found in (approach, over, departure))  # type: ignore[return-value]
