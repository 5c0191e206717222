"""Load's plan: the vehicle from above to scale, the lines that an item snaps to, and the strokes."""

from __future__ import annotations

import math
from dataclasses import dataclass

from PyQt6.QtCore import QLineF, QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter

from isostat.desktop.pieces.ink import case_sign, dimension, polyline
from isostat.desktop.pieces.outline import deck_ends, plan_outline
from isostat.desktop.theme import pen
from isostat.desktop.view import View

DISC = 0.0165  # m of radius of one kilogram, so that area is mass
Snapped = tuple[float | None, float | None]  # the lines that an item lies on: behind the front hub, left of the middle


@dataclass(frozen=True, slots=True)
class Plan:
    """Where metres lie on the sheet: x behind the front hub runs right, y left of the middle runs down."""

    per_m: float
    x0: float
    y0: float
    top: float
    foot: float

    def at(self, x: float, y: float) -> QPointF:
        """The point of the sheet for a place."""
        return QPointF(self.x0 + x * self.per_m, self.y0 + y * self.per_m)  # nose to the left, so the left side lies below

    def place(self, at: QPointF) -> tuple[float, float]:
        """The place of a point of the sheet, m."""
        return (at.x() - self.x0) / self.per_m, (at.y() - self.y0) / self.per_m

    def radius(self, v: View, kg: float) -> float:
        """Of an item's disc in px, never too small to hold."""
        return max(self.per_m * DISC * math.sqrt(max(kg, 0.0)), v.theme.px(15)) + 3


def plan(v: View, width: float, top: float, foot: float) -> Plan:
    """The largest scale at which the vehicle fits between two heights of the sheet."""
    vehicle = v.job.vehicle
    length = vehicle.front_overhang_m.value + vehicle.axles[-1].behind_front_m.value + vehicle.rear_overhang_m.value
    wide = max(a.track_m.value for a in vehicle.axles) + 0.35
    per_m = min((width - v.theme.px(60)) / (length + 0.2), (foot - top) / wide)
    x0 = (width - length * per_m) / 2 + vehicle.front_overhang_m.value * per_m
    return Plan(per_m, x0, (top + foot) / 2, top, foot)


def snap(v: View, x: float, y: float, reach_m: float) -> tuple[float, float, Snapped]:
    """A place drawn to the nearest axle line, deck end, middle or wheel line within reach; and which lines those are."""
    vehicle = v.job.vehicle
    along = [a.behind_front_m.value for a in vehicle.axles] + list(deck_ends(vehicle))
    half = [a.track_m.value / 2 for a in vehicle.axles]
    across = [0.0, *half, *(-h for h in half)]
    found: list[float | None] = []
    for value, lines in ((x, along), (y, across)):
        near = min(lines, key=lambda line: abs(line - value))
        found.append(near if abs(near - value) <= reach_m else None)
    on_x, on_y = found
    return (x if on_x is None else on_x), (y if on_y is None else on_y), (on_x, on_y)


def draw_plan(p: QPainter, v: View, view: Plan, width: float) -> None:
    """Outline, wheels, axle lines."""
    t = v.theme
    for n, line in enumerate(plan_outline(v.job.vehicle)):
        p.setPen(pen(t, "ink", 2.0 if n == 0 else 1.25))
        p.setBrush(t.colour("sheet"))
        p.drawPath(polyline([view.at(x, y) for x, y in line]))
    p.setPen(pen(t, "ink2", 0.6, "centre"))
    p.drawLine(QLineF(20, view.y0, width - 20, view.y0))
    for axle in v.a.axles:
        x = view.at(-axle.x_m, 0).x()
        p.setPen(pen(t, "ink2", 0.6, "centre"))
        p.drawLine(QLineF(x, view.top - t.px(38), x, view.foot + t.px(36)))
        p.setPen(pen(t, "ink", 1.25))
        p.setBrush(t.colour("tyre"))
        for side in (1, -1):
            at = view.at(-axle.x_m, side * axle.half_track_m)
            p.drawRect(QRectF(at.x() - 0.36 * view.per_m, at.y() - 0.1 * view.per_m, 0.72 * view.per_m, 0.2 * view.per_m))


def draw_hand(p: QPainter, v: View, view: Plan, item: int, datum_m: float | None, snapped: Snapped) -> None:
    """What the hand needs to see: the dimension from the datum to the picked item, and the lines that it snapped to."""
    t, picked = v.theme, v.job.items[item]
    at, y = view.at(picked.behind_front_m.value, picked.left_m.value), view.foot - t.px(4)
    if datum_m is not None:
        start = view.at(datum_m, 0)
        p.setPen(pen(t, "accent", 0.8))
        for x in (start.x(), at.x()):
            p.drawLine(QLineF(x, y - 5, x, y + 5))
        dimension(p, t, QPointF(start.x(), y), QPointF(at.x(), y), "accent")
    p.setPen(pen(t, "accent", 1.4, "unread"))
    on_x, on_y = snapped
    if on_x is not None:
        p.drawLine(QLineF(at.x(), view.top - 6, at.x(), view.foot + 6))
    if on_y is not None:
        p.drawLine(QLineF(20, at.y(), p.window().width() - 20, at.y()))


def draw_gravity(p: QPainter, v: View, view: Plan) -> None:
    """The centre of gravity: a quartered circle, a dotted trail through the other cases."""
    t = v.theme
    points = [view.at(-float(x), float(y)) for x, y in zip(v.a.loading.gravity_x_m, v.a.loading.gravity_y_m, strict=True)]
    p.setPen(pen(t, "accent", 1.2, "unread"))
    p.setBrush(Qt.BrushStyle.NoBrush)
    p.drawPath(polyline(points))
    for case, at in enumerate(points):
        if case != v.case:
            case_sign(p, v, case, at, 4, "accent")
    at, r = points[v.case], 11
    box = QRectF(at.x() - r, at.y() - r, 2 * r, 2 * r)
    p.setPen(pen(t, "accent", 1.6))
    p.setBrush(t.colour("sheet"))
    p.drawEllipse(box)
    p.setBrush(t.colour("accent"))
    p.drawPie(box, 90 * 16, 90 * 16)
    p.drawPie(box, 270 * 16, 90 * 16)
