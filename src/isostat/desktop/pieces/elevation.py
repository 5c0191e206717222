"""A side elevation to scale: ground, wheels, body at a pose. One scale for all lengths, stated on the sheet."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

import numpy as np
from PyQt6.QtCore import QLineF, QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter, QPolygonF

from isostat.assess.solve.standing import Standing
from isostat.desktop.pieces.ink import tyre
from isostat.desktop.pieces.outline import side_outline
from isostat.desktop.theme import pen
from isostat.desktop.view import View


@dataclass(frozen=True, slots=True)
class Elevation:
    """Where metres lie on the sheet: x behind the front hub runs right, z above the ground runs up."""

    per_m: float
    x0: float  # of the front hub
    ground: float
    way: float = 1.0  # −1 where the nose points right

    def mirrored(self, width: float) -> Elevation:
        """The same seen from the other side, on a sheet of a width."""
        return Elevation(self.per_m, width - self.x0, self.ground, -self.way)

    def at(self, x_m: float, z_m: float) -> QPointF:
        """The point of the sheet for a place in metres."""
        return QPointF(self.x0 + self.way * x_m * self.per_m, self.ground - z_m * self.per_m)


HIGHEST = {"flatbed": 2.0, "estate": 1.8, "van": 2.35, "buggy": 1.8, "trailer": 2.15}


def fit(v: View, area: QRectF) -> Elevation:
    """The largest scale at which the vehicle fits an area, its wheels on the area's foot."""
    vehicle = v.job.vehicle
    front, rear = vehicle.front_overhang_m.value, vehicle.rear_overhang_m.value
    length = front + vehicle.axles[-1].behind_front_m.value + rear
    per_m = min(area.width() / (length + 0.5), area.height() / (HIGHEST[vehicle.outline] + 0.25))
    spare = area.width() - length * per_m
    return Elevation(per_m, area.left() + spare / 2 + front * per_m, area.bottom())


def hub_heights(v: View, s: Standing | None, case: int) -> list[float]:
    """Height of each axle's hub above the ground, mean of both wheels, as the squashed tyre leaves it.

    s: the proposal in a case; None: as found, as weighed.
    """
    a = v.a
    if s is None:
        return [axle.hub_m for axle in a.axles]
    out = []
    for i in range(len(a.axles)):
        squash = sum(float(s.platform.tyre_squash_m[i, n, 0]) for n in (0, 1)) / 2
        rise = float(s.rest.wheel_m[i, :, case].mean())
        out.append(a.fits[i].tyre_radius_m.value - squash + rise)
    return out


def body_shift(s: Standing | None, case: int, x_m: float) -> float:
    """How far the body has risen from the baseline at a place behind the front hub, m."""
    if s is None:
        return 0.0
    heave, pitch, _ = (float(n) for n in s.rest.pose[:, case])
    return heave + x_m * pitch


def draw_body(p: QPainter, v: View, e: Elevation, s: Standing | None, case: int, *, ghost: str = "") -> None:
    """The body at its pose; as a ghost only the outline: "before" dashed, "case" faint, "held" thin."""
    base_hub = float(np.mean(hub_heights(v, None, v.weighed)))
    lines = side_outline(v.job.vehicle, base_hub)
    for n, line in enumerate(lines[:1] if ghost else lines):
        points = [e.at(x, z + body_shift(s, case, x)) for x, z in line]
        if ghost:
            outline = pen(v.theme, "rule" if ghost == "case" else "ink3", 1.0, "before" if ghost == "before" else "")
        else:
            outline = pen(v.theme, "ink", 2.0 if n == 0 else 1.25)
            if n < 2:
                p.setPen(Qt.PenStyle.NoPen)
                p.setBrush(v.theme.colour("sheet"))
                p.drawPolygon(QPolygonF(points))
        p.setPen(outline)
        for a, b in pairwise(points):  # one by one: a path of thick lines costs ten times as much
            p.drawLine(a, b)


def draw_wheels(p: QPainter, v: View, e: Elevation, s: Standing | None, case: int) -> None:
    """All wheels of one side with their hubs at the solved heights, flattened onto the ground."""
    fits = v.a.found_fits if s is None else v.a.fits
    for i, hub in enumerate(hub_heights(v, s, case)):
        x = v.job.vehicle.axles[i].behind_front_m.value
        p.save()
        p.setClipRect(QRectF(0, 0, 1e5, e.ground + 1))
        tyre(p, v.theme, e.at(x, hub), fits[i].tyre_radius_m.value * e.per_m)
        p.restore()


def scale_bar(p: QPainter, v: View, e: Elevation, right: float, y: float) -> None:
    """A metre at the sheet's scale, so that a drawn length can be checked."""
    p.setPen(pen(v.theme, "ink2", 0.8))
    left = right - e.per_m
    p.drawLine(QLineF(left, y, right, y))
    for x in (left, right):
        p.drawLine(QLineF(x, y - 4, x, y + 4))
