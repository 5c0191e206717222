"""Weights and places: what must be carried, and whether the wheels can carry it at all."""

from __future__ import annotations

import numpy as np
from scipy.spatial import ConvexHull, QhullError

from isostat.core.limits import GRAVITY, Floats


def lever(x_m: Floats | float, y_m: Floats | float) -> Floats:
    """h = (1, −x, y): how heave, pitch and roll move a point; also the levers of a load there.

    x_m forward, y_m left, in m, of one shape S. Returns shape (3, *S).
    """
    x, y = np.broadcast_arrays(np.asarray(x_m, dtype=float), np.asarray(y_m, dtype=float))
    return np.stack([np.ones_like(x), -x, y])


def weight_of(mass_kg: Floats, x_m: Floats, y_m: Floats) -> Floats:
    """Weight and its moments, g·Σ h·m, in N and N·m, shape (3,).

    mass_kg, x_m, y_m: shape (items,), x forward and y left of the origin in m.
    """
    return np.asarray(GRAVITY * (lever(x_m, y_m) @ np.asarray(mass_kg, dtype=float)), dtype=float)


def support_margin(weight: Floats, wheel_x: Floats, wheel_y: Floats) -> float:
    """How far the resultant of a weight lies inside the polygon of the wheels, in m; negative outside.

    weight: (3,) total in N and N·m, the unsprung included. wheel_x, wheel_y: (wheels,) in m.
    A weight of zero or less, or wheels in one line, have no inside: −inf.
    """
    if weight[0] <= 0.0:
        return -np.inf
    point = np.array([-weight[1] / weight[0], weight[2] / weight[0]])
    try:
        hull = ConvexHull(np.column_stack([wheel_x, wheel_y]))
    except QhullError:
        return -np.inf
    return float(-(hull.equations[:, :2] @ point + hull.equations[:, 2]).max())
