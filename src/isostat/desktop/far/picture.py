"""The far view's picture of one measuring point: the wheel and what is held against it, the dimension in accent."""

from __future__ import annotations

from PyQt6.QtCore import QLineF, QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter

from isostat.desktop.pieces.ink import arrow, ground, hatch
from isostat.desktop.theme import Theme, pen
from isostat.desktop.view import View

TALL = 1.15  # m shown from the ground up


def draw_point(p: QPainter, v: View, area: QRectF, axle: int, side: int, point: str) -> None:
    """Wheel, arch and part in an area, wheel and arch to one scale."""
    t, per_m = v.theme, area.height() / TALL
    corner = (v.job.vehicle.axles[axle].left, v.job.vehicle.axles[axle].right)[side]
    radius = v.a.found_fits[axle].tyre_radius_m.value
    floor, x = area.bottom() - 10, area.center().x()
    hub = QPointF(x, floor - radius * per_m * 0.96)
    arch = hub - QPointF(0, min(corner.hub_to_arch_m.value, TALL - radius - 0.05) * per_m)
    ground(p, t, area.left(), area.right(), floor)
    p.setBrush(Qt.BrushStyle.NoBrush)
    p.setPen(pen(t, "ink3", 2.0, "unread"))
    for share in (1.0, 0.55):
        p.drawEllipse(hub, radius * per_m * share, radius * per_m * share * (0.98 if share == 1.0 else 1.0))
    p.setPen(pen(t, "ink", 2.0))
    half = radius * per_m * 1.15
    for a, b in ((QPointF(-half, half * 0.5), QPointF(-half * 0.5, 0)), (QPointF(-half * 0.5, 0), QPointF(half * 0.5, 0)),
                 (QPointF(half * 0.5, 0), QPointF(half, half * 0.5))):  # fmt: skip
        p.drawLine(arch + a, arch + b)
    if point == "hub_to_arch_m":
        _span(p, t, arch, hub, x + radius * per_m * 0.35)
    elif point in ("ground_to_arch_m", "ground_to_sill_m", "hub_to_ground_m"):
        top = {"ground_to_arch_m": arch, "hub_to_ground_m": hub}.get(point, QPointF(x, hub.y() - radius * per_m * 0.2))
        if point == "ground_to_sill_m":
            p.drawLine(top + QPointF(-half * 1.6, 0), top + QPointF(half * 1.6, 0))
        _span(p, t, top, QPointF(x, floor), x + radius * per_m * 0.6)
    elif point in ("tube_to_frame_m", "bag_height_m", "metal_gap_m"):
        _between(p, t, arch, hub, bag=point == "bag_height_m")
    elif point == "pad_kg":
        _pad(p, t, QPointF(x, floor), radius * per_m)
    else:
        _part(p, t, arch, hub, shock=point == "shaft_showing_m")


def _span(p: QPainter, t: Theme, top: QPointF, foot: QPointF, x: float) -> None:
    """The dimension between two heights, 5 px, in accent, with a dot on each end of what is measured."""
    p.setPen(pen(t, "accent", 2.0))
    for at in (top, foot):
        p.drawLine(QLineF(at.x(), at.y(), x + 26, at.y()))
        p.setBrush(t.colour("accent"))
        p.drawEllipse(at, 7, 7)
    p.setPen(pen(t, "accent", 5.0))
    p.drawLine(QLineF(x, top.y() + 6, x, foot.y() - 6))
    p.setPen(pen(t, "accent", 1.0))
    p.save()
    for tip, way in ((QPointF(x, top.y()), QPointF(0, -1)), (QPointF(x, foot.y()), QPointF(0, 1))):
        p.save()
        p.translate(tip)
        p.scale(2.5, 2.5)
        arrow(p, QPointF(0, 0), way)
        p.restore()
    p.restore()


def _pad(p: QPainter, t: Theme, at: QPointF, r: float) -> None:
    """A scale pad under the tyre and the load on it."""
    p.setPen(pen(t, "accent", 3.0))
    p.setBrush(t.colour("sheet"))
    p.drawRect(QRectF(at.x() - r * 0.7, at.y() - 4, r * 1.4, 14))
    p.setPen(pen(t, "accent", 5.0))
    p.drawLine(QLineF(at.x(), at.y() - r * 0.55, at.x(), at.y() - 14))
    p.save()
    p.setPen(pen(t, "accent", 1.0))
    p.translate(QPointF(at.x(), at.y() - 6))
    p.scale(2.5, 2.5)
    arrow(p, QPointF(0, 0), QPointF(0, 1))
    p.restore()


def _between(p: QPainter, t: Theme, arch: QPointF, hub: QPointF, *, bag: bool) -> None:
    """The frame's rail over the axle's tube, with a bag between them or none; the dimension marks what is read."""
    x, top, foot = hub.x() - 40, arch.y() + 30, hub.y() - 26
    p.setPen(pen(t, "ink", 2.0))
    p.setBrush(t.colour("sheet"))
    p.drawRect(QRectF(x - 90, top - 40, 180, 40))
    p.drawEllipse(QPointF(x, foot + 26), 26, 26)
    if bag:
        for n in (0, 1):
            p.drawRoundedRect(QRectF(x - 46, top + n * (foot - top) / 2, 92, (foot - top) / 2), 30, 30)
    _span(p, t, QPointF(x, top), QPointF(x, foot), x + 110)


def _part(p: QPainter, t: Theme, arch: QPointF, hub: QPointF, *, shock: bool) -> None:
    """A shock with its shaft, or a stop over its pad; not to scale, the dimension marks what is read."""
    x, top, foot = hub.x() - 40, arch.y() + 20, hub.y()
    third = (foot - top) / 3
    p.setPen(pen(t, "ink", 2.0))
    p.setBrush(t.colour("sheet"))
    if shock:
        p.drawRect(QRectF(x - 5, top, 10, foot - top))
        p.drawRect(QRectF(x - 16, top + third * 1.4, 32, foot - top - third * 1.4))
        p.drawEllipse(QPointF(x, top), 10, 10)
        p.drawEllipse(QPointF(x, foot), 10, 10)
        _span(p, t, QPointF(x, top + 12), QPointF(x, top + third * 1.4), x + 70)
    else:
        p.drawRect(QRectF(x - 26, top - 16, 52, 16))
        p.drawRoundedRect(QRectF(x - 18, top, 36, third), 8, 8)
        hatch(p, QRectF(x - 16, top + third * 0.4, 32, third * 0.55), t.colour("ink2"), 4.5, crossed=True)
        p.drawRect(QRectF(x - 40, foot - third * 0.6, 80, 12))
        _span(p, t, QPointF(x, top + third), QPointF(x, foot - third * 0.6), x + 70)
