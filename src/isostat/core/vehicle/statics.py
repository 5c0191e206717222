"""Weights and places: what must be carried, and whether the wheels can carry it at all."""

from __future__ import annotations

import math

import numpy as np

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


def _hull(points: list[tuple[float, float]]) -> list[tuple[float, float]]:
    """Corners of the convex hull, counter-clockwise, by the monotone chain; fewer than three when all lie in one line."""

    def chain(ordered: list[tuple[float, float]]) -> list[tuple[float, float]]:
        out: list[tuple[float, float]] = []
        for p in ordered:
            while len(out) > 1 and _turn(out[-2], out[-1], p) <= 1e-12:
                out.pop()
            out.append(p)
        return out[:-1]

    ordered = sorted(set(points))
    return chain(ordered) + chain(ordered[::-1])


def _turn(a: tuple[float, float], b: tuple[float, float], c: tuple[float, float]) -> float:
    return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])


def support_margin(weight: Floats, wheel_x: Floats, wheel_y: Floats) -> float:
    """How far the resultant of a weight lies inside the polygon of the wheels, in m; negative outside.

    weight: (3,) total in N and N·m, the unsprung included. wheel_x, wheel_y: (wheels,) in m.
    A weight of zero or less, or wheels in one line, have no inside: −inf.
    """
    if weight[0] <= 0.0:
        return -math.inf
    point = (-float(weight[1] / weight[0]), float(weight[2] / weight[0]))
    corners = _hull([(float(x), float(y)) for x, y in zip(wheel_x, wheel_y, strict=True)])
    if len(corners) < 3:
        return -math.inf
    sides = zip(corners, corners[1:] + corners[:1], strict=True)
    return min(_turn(a, b, point) / math.dist(a, b) for a, b in sides)
