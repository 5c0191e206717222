"""Measure's front and rear elevations: one axle seen end on, with its tags left and right where they lie."""

from __future__ import annotations

from dataclasses import dataclass

from PyQt6.QtCore import QLineF, QPointF, QRectF, QSize, Qt
from PyQt6.QtGui import QPainter

from isostat.desktop.pieces.elevation import HIGHEST, hub_heights
from isostat.desktop.pieces.entry import entry
from isostat.desktop.pieces.ink import dimension, ground, polyline
from isostat.desktop.pieces.sheet import MIDDLE, RIGHT, Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import CORNER_POINTS, SIDES
from isostat.language import capital, tr
from isostat.units.unit import Quantity

TYRE_WIDE = 0.23  # m, as drawn
POINT = {point.field: point for point in CORNER_POINTS}


@dataclass(frozen=True, slots=True)
class EndView:
    """Where metres lie on the sheet: y left of the middle, z above the ground; from the front left lies to the right."""

    per_m: float
    middle: float
    ground: float
    way: float  # +1 where the vehicle's left is drawn to the right
    axle: int

    def at(self, y_m: float, z_m: float) -> QPointF:
        """The point of the sheet for a place in metres."""
        return QPointF(self.middle + self.way * y_m * self.per_m, self.ground - z_m * self.per_m)


def end_view(v: View, area: QRectF, *, rear: bool) -> EndView:
    """The largest scale at which the axle and the body over it fit an area."""
    axle = len(v.a.axles) - 1 if rear else 0
    wide = v.job.vehicle.axles[axle].track_m.value + 1.4
    per_m = min(area.width() / wide, area.height() / (HIGHEST[v.job.vehicle.outline] + 0.1))
    return EndView(per_m, area.center().x(), area.bottom(), -1.0 if rear else 1.0, axle)


def _read(v: View, e: EndView, side: int, field: str) -> float | None:
    reading = getattr(getattr(v.job.vehicle.axles[e.axle], SIDES[side]), field)
    return None if reading is None else float(reading.value)


def _arch(v: View, e: EndView, side: int) -> float:
    """Height of the arch above the ground as read at the hub."""
    height = _read(v, e, side, "hub_to_arch_m")
    assert height is not None
    return hub_heights(v, None, v.weighed)[e.axle] + height


def lay_end(sheet: Sheet, v: View, e: EndView) -> None:
    """Places the tags of both sides: hub to arch and ground to arch on their lines, the pad under its wheel, the tube between."""
    t, half = v.theme, v.a.axles[e.axle].half_track_m
    hub = hub_heights(v, None, v.weighed)[e.axle]
    unit = v.reader.preset.unit
    for side in (0, 1):
        y = half if side == 0 else -half
        out = e.way * (1 if side == 0 else -1)  # to which side of the sheet this wheel's outside lies
        path: edits.Path = (*path_to(JOB.vehicle.axles[e.axle]), SIDES[side])
        rows = (
            ("hub_to_arch_m", (hub + _arch(v, e, side)) / 2, 0.20, QSize(round(t.px(74)), round(t.px(32))), 22.0),
            ("ground_to_arch_m", t.px(46) / e.per_m, 0.44, QSize(round(t.px(66)), round(t.px(26))), 15.0),
        )
        for field, z, away, size, figure in rows:
            x = e.at(y, 0).x() + out * (TYRE_WIDE / 2 + away) * e.per_m + out * t.px(6)
            room = t.px(112)  # for the words under it
            x = min(x, sheet.width() - room) if out > 0 else max(x, room)
            at = QPointF(x if out > 0 else x - size.width(), e.at(0, z).y() - size.height() / 2)
            words = tr(POINT[field].words)
            label = tr("{reading}, {corner}", reading=capital(words), corner=v.reader.corner(e.axle, side))
            entry(sheet, v, f"end {field} {side}", (*path, field), (at, size), label=label, quantity=Quantity.HEIGHT, figure=figure)
            below = QPointF(at.x() if out > 0 else at.x() + size.width(), at.y() + size.height() + t.px(1))
            anchor = 0.0 if out > 0 else RIGHT
            sheet.text(
                f"end word {field} {side}",
                words,
                below,
                size=12.5,
                role="ink2",
                unit=unit(Quantity.HEIGHT).sign,
                halo=True,
                anchor=anchor,
            )
        size = QSize(round(t.px(80)), round(t.px(30)))
        at = e.at(y, 0) + QPointF(-size.width() / 2, t.px(12))
        label = tr("{reading}, {corner}", reading=tr("Corner weight"), corner=v.reader.corner(e.axle, side))
        entry(sheet, v, f"end pad {side}", (*path, "pad_kg"), (at, size), label=label, quantity=Quantity.MASS, figure=20)
        sheet.text(f"end pad unit {side}", unit(Quantity.MASS).sign, at + QPointF(t.px(84), t.px(7)), size=13, role="ink2")
        name = QPointF(e.at(y, 0).x(), t.px(44))
        sheet.text(f"end side {side}", v.reader.corner(e.axle, side), name, size=15, weight=600, anchor=MIDDLE, halo=True)
    if v.job.vehicle.axles[e.axle].layout == "solid":
        _lay_tubes(sheet, v, e, hub)
    if e.axle == 0:
        at = e.at(0, min(_arch(v, e, 0), _arch(v, e, 1)) - 0.04) + QPointF(-t.px(33), t.px(10))
        size = QSize(round(t.px(66)), round(t.px(26)))
        entry(
            sheet,
            v,
            "end headlamp",
            path_to(JOB.vehicle.headlamp_m),
            (at, size),
            label=tr("Headlamp, ground to centre"),
            quantity=Quantity.HEIGHT,
            figure=15,
        )
        under = QPointF(at.x() + t.px(33), at.y() + t.px(27))
        sheet.text(
            "end headlamp word",
            tr("headlamp"),
            under,
            size=12.5,
            role="ink2",
            anchor=MIDDLE,
            halo=True,
            unit=unit(Quantity.HEIGHT).sign,
        )


def _lay_tubes(sheet: Sheet, v: View, e: EndView, hub: float) -> None:
    """Axle tube to frame, above the beam on each side."""
    t, half = v.theme, v.a.axles[e.axle].half_track_m
    size = QSize(round(t.px(58)), round(t.px(25)))
    for side in (0, 1):
        y = (half if side == 0 else -half) * 0.42
        at = e.at(y, hub + 0.16) + QPointF(-size.width() / 2, -size.height() / 2)
        label = tr("{reading}, {corner}", reading=tr("Axle tube to frame"), corner=v.reader.corner(e.axle, side))
        path: edits.Path = (*path_to(JOB.vehicle.axles[e.axle]), SIDES[side], "tube_to_frame_m")
        entry(sheet, v, f"end tube {side}", path, (at, size), label=label, quantity=Quantity.HEIGHT, figure=14)
    at = e.at(0, hub + 0.16) + QPointF(0, -t.px(8))
    sheet.text("end tube word", tr("tube"), at + QPointF(0, -t.px(8)), size=12.5, role="ink2", anchor=MIDDLE, halo=True)
    sheet.text("end tube word 2", tr("to frame"), at + QPointF(0, t.px(5)), size=12.5, role="ink2", anchor=MIDDLE, halo=True)


def draw_end(p: QPainter, sheet: Sheet, v: View, e: EndView) -> None:
    """Ground, body, wheels with what joins them, and the dimension lines."""
    t, half = v.theme, v.a.axles[e.axle].half_track_m
    hub, radius = hub_heights(v, None, v.weighed)[e.axle], v.a.found_fits[e.axle].tyre_radius_m.value
    ground(p, t, 0, sheet.width(), e.ground)
    (_draw_deck if e.axle > 0 and v.job.vehicle.outline == "flatbed" else _draw_body)(p, v, e, half)
    p.setPen(pen(t, "ink", 1.6))
    if v.job.vehicle.axles[e.axle].layout == "solid":
        tube = QRectF(e.at(half * e.way, hub + 0.045), e.at(-half * e.way, hub - 0.045)).normalized()
        p.setBrush(t.colour("sheet"))
        p.drawRect(tube)
    else:
        for way in (1, -1):
            for out, out_z, pivot_z in ((half - 0.1, hub - 0.06, hub + 0.04), (half - 0.1, hub + 0.16, hub + 0.2)):
                p.drawLine(QLineF(e.at(way * out, out_z), e.at(way * half * 0.55, pivot_z)))
    for side, y in enumerate((half, -half)):
        p.setPen(pen(t, "ink", 2.0))
        p.setBrush(t.colour("tyre"))
        tyre = QRectF(e.at(y + TYRE_WIDE / 2 * e.way, hub + radius), e.at(y - TYRE_WIDE / 2 * e.way, 0)).normalized()
        p.drawRoundedRect(tyre, 0.04 * e.per_m, 0.04 * e.per_m)
        out = e.way * (1 if side == 0 else -1)
        arch, edge = _arch(v, e, side), e.at(y, 0).x() + out * TYRE_WIDE / 2 * e.per_m
        for away, low in ((0.20, hub), (0.44, 0.0)):
            x = edge + out * away * e.per_m
            for z in (low, arch):
                p.setPen(pen(t, "ink", 0.8))
                p.drawLine(QLineF(edge if z == low else e.at(y, 0).x(), e.at(0, z).y(), x + out * 4, e.at(0, z).y()))
            dimension(p, t, QPointF(x, e.at(0, arch).y()), QPointF(x, e.at(0, low).y()))
        p.setPen(pen(t, "ink", 1.25))
        p.setBrush(t.colour("sheet"))
        p.drawRect(QRectF(e.at(y, 0).x() - 44, e.ground + 1, 88, 5))


def _draw_deck(p: QPainter, v: View, e: EndView, half: float) -> None:
    """A flatbed from behind: the cab beyond, the deck on its rails, a guard over each wheel at the height read."""
    t, arches = v.theme, [_arch(v, e, side) for side in (0, 1)]
    lean, level = (arches[0] - arches[1]) / (2 * half), sum(arches) / 2
    wide, roof = half + TYRE_WIDE / 2 + 0.05, HIGHEST["flatbed"] - 0.12

    def box(y: float, z: float, across: float, high: float) -> None:
        corners = [(y - across, z), (y + across, z), (y + across, z + high), (y - across, z + high)]
        p.drawPath(polyline([e.at(a, b + lean * a) for a, b in corners], closed=True))

    p.setBrush(t.colour("sheet"))
    p.setPen(pen(t, "ink2", 1.25))
    cab = [(wide * 0.86, level + 0.2), (wide * 0.86, level + 0.45), (wide * 0.72, roof), (-wide * 0.72, roof)]
    cab += [(-wide * 0.86, level + 0.45), (-wide * 0.86, level + 0.2)]
    p.drawPath(polyline([e.at(y, z + lean * y) for y, z in cab], closed=True))
    p.setPen(pen(t, "ink", 2.0))
    box(0.0, level + 0.10, wide, 0.10)
    for y in (half * 0.42, -half * 0.42):
        box(y, level - 0.06, 0.05, 0.16)
    p.setPen(pen(t, "ink", 2.0))
    for y, arch in ((half, arches[0]), (-half, arches[1])):
        p.drawLine(QLineF(e.at(y - 0.18, arch), e.at(y + 0.18, arch)))


def _draw_body(p: QPainter, v: View, e: EndView, half: float) -> None:
    """The body over this axle: sill, arches at the heights read, waist and roof; it leans as it was read."""
    t, roof = v.theme, HIGHEST[v.job.vehicle.outline] - 0.12
    arches = [_arch(v, e, side) for side in (0, 1)]
    wide, inner = half + TYRE_WIDE / 2 + 0.05, half * 0.55
    lean = (arches[0] - arches[1]) / (2 * half)
    sill = hub_heights(v, None, v.weighed)[e.axle] + 0.02

    def point(y: float, z: float) -> QPointF:
        return e.at(y, z + lean * y)

    level = sum(arches) / 2
    outline = [
        (inner, sill),
        (inner, level),
        (wide, level),
        (wide, level + 0.32),
        (wide * 0.8, roof),
        (-wide * 0.8, roof),
        (-wide, level + 0.32),
        (-wide, level),
        (-inner, level),
        (-inner, sill),
    ]
    p.setPen(pen(t, "ink", 2.0))
    p.setBrush(t.colour("sheet"))
    p.drawPath(polyline([point(y, z) for y, z in outline], closed=True))
    p.setPen(pen(t, "ink", 1.25))
    p.setBrush(Qt.BrushStyle.NoBrush)
    glass = [(wide * 0.86, level + 0.38), (wide * 0.72, roof - 0.10), (-wide * 0.72, roof - 0.10), (-wide * 0.86, level + 0.38)]
    p.drawPath(polyline([point(y, z) for y, z in glass], closed=True))
    if e.axle == 0:
        for y in (wide * 0.72, -wide * 0.72):
            p.drawEllipse(point(y, level + 0.14), 0.085 * e.per_m, 0.085 * e.per_m)
