"""Below the columns of Travel: an axle crossed, seen from behind so that left is left, to scale; tyres against their arches."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass

from PyQt6.QtCore import QLineF, QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter, QPolygonF

from isostat.assess.travel.articulation import ramp_index
from isostat.assess.travel.crossed_axle import CrossedAxle, crossed_axle
from isostat.assess.travel.stop_use import arch_at, nearest_arch
from isostat.core import rules
from isostat.core.limits import GRAVITY
from isostat.core.parts.event import Event
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.fill import Fill
from isostat.desktop.pieces.ink import dimension, hatch
from isostat.desktop.pieces.line import Line, tyre_field
from isostat.desktop.pieces.sheet import MIDDLE, RIGHT, Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job.edits.paths import JOB, path_to
from isostat.job.event_words import EVENT_LABELS
from isostat.job.points import SIDES
from isostat.language import decimal, later, tr
from isostat.units.unit import Quantity

MET = {
    Event.TYRE_STRAIGHT: later("straight ahead"),
    Event.TYRE_AT_LOCK: later("at full lock"),
    Event.TYRE_AT_LEFT_LOCK: later("at left lock"),
    Event.TYRE_AT_RIGHT_LOCK: later("at right lock"),
}


@dataclass(frozen=True, slots=True)
class CrossedView:
    """The axle from behind: heights over the arch's plane, m, where they lie on the sheet."""

    area: QRectF
    per_m: float
    axle: int
    up: int
    pose: CrossedAxle
    lock: float  # rad
    head: float  # m above the arches that something reaches

    def at(self, y: float, z: float) -> QPointF:
        """y: left +, m. z: above the left and right arch at rest, m."""
        return QPointF(self.area.center().x() - y * self.per_m, self.area.top() + 12 + (self.head - z) * self.per_m)

    def travel(self, side: int) -> float:
        """Of a wheel, m."""
        return self.pose.travel_m[side]


def _clearance(v: View, c: CrossedView, side: int) -> float | None:
    """From tyre to arch, m, as it is turned."""
    meets = arch_at(v.a, c.axle, side, abs(c.lock) / rules.FULL_LOCK)
    return None if meets is None else meets - c.travel(side)


def lay_crossed(
    sheet: Sheet, v: View, area: QRectF, which: tuple[int, int], lock: float, turn: Callable[[float], object]
) -> CrossedView:
    """Places heights, clearances and what the crossing comes to. which: axle, side that is up. lock: share of full lock."""
    t, r, (axle, up) = v.theme, v.reader, which
    pose, fit = crossed_axle(v.a, axle, up), v.a.fits[axle]
    radius = fit.tyre_radius_m.value
    left = QRectF(area.left(), area.top(), area.width() * 0.70, area.height())
    hubs = [float(v.a.baseline_m[axle, side]) - pose.travel_m[side] for side in (up, 1 - up)]
    clear = max((arch_at(v.a, axle, s, 0.0) or 0.0) - float(v.a.baseline_m[axle, s]) for s in (0, 1)) + radius
    head = max(radius - hubs[0], clear, 0.06)
    tall = hubs[1] + radius + head
    wide = 2.0 * fit.half_track_m + 2.0 * radius * (rules.TREAD_WIDTH + 0.5)
    steered = v.job.vehicle.axles[axle].steered
    per_m, turned = min((left.height() - 20) / tall, left.width() * 0.62 / wide), lock * rules.FULL_LOCK if steered else 0.0
    c = CrossedView(left, per_m, axle, up, pose, turned, head)
    for side in (0, 1):
        height = float(v.a.baseline_m[axle, side]) - c.travel(side)
        end = pose.ends[side]
        x = c.at((1 if side == 0 else -1) * (fit.half_track_m + radius * 0.75), 0.0).x()
        x += t.px(62) * (-1 if side == 0 else 1)
        at = QPointF(x, left.top() + t.px(30))
        box = sheet.text(
            f"crossed height {side} word", r.height(height), at, size=22, weight=600, anchor=MIDDLE, unit=r.preset.height.sign
        )
        sheet.text(
            f"crossed end {side} word", tr(EVENT_LABELS[end]), QPointF(x, box.bottom() - 2), size=12.5, role="ink2", anchor=MIDDLE
        )
        _lay_clear(sheet, v, c, side, QPointF(x, box.bottom() + t.px(16)))
    _lay_said(sheet, v, c, QPointF(area.left() + area.width() * 0.715, area.top()), area.right())
    _lay_wheels(sheet, v, left, axle)
    if steered:
        made = sheet.child("lock", Fill, lambda fill: fill.filled.connect(lambda _which, share, _gesture: turn(share)))
        made.place(t, tr("steering lock"), axle, 20, lock)
        made.setGeometry(round(left.left()), round(left.bottom() - t.px(52)), round(t.px(130)), round(t.px(24)))
        words = tr("turned {angle}", angle=f"{decimal(math.degrees(c.lock), 0)}°")
        sheet.text("lock word", words, QPointF(left.left() + t.px(6), left.bottom() - t.px(70)), size=12.5, role="ink2")
    return c


def _lay_wheels(sheet: Sheet, v: View, area: QRectF, axle: int) -> None:
    """What is proposed of the wheels: how far out they stand, and how large their tyres are."""
    t, fit = v.theme, v.a.fits[axle]
    out = Figure(fit.half_track_m - v.a.axles[axle].half_track_m, Origin.COMPUTED)
    y, preset, path = area.bottom() - t.px(24), v.reader.preset, path_to(JOB.proposal.axles[axle].wheel_out_m)
    line = Line(sheet, v, QPointF(area.left(), y), high=22).words(
        "wheel out word", tr("wheel offset outwards"), unit=preset.coil.sign
    )
    line.reading("wheel out", path, label=tr("wheels further out than found"), quantity=Quantity.COIL, otherwise=out)
    tyre_field(Line(sheet, v, QPointF(area.right(), y), high=22, back=True), "crossed tyre", axle)
    sheet.text("crossed tyre word", tr("tyre radius"), QPointF(area.right(), y - t.px(18)), size=12.5, anchor=RIGHT,
               unit=preset.height.sign)  # fmt: skip


def _lay_clear(sheet: Sheet, v: View, c: CrossedView, side: int, at: QPointF) -> None:
    clear = _clearance(v, c, side)
    if clear is None:
        words, role = tr("tyre to arch not measured"), "ink2"
    elif clear < 0.0:
        words, role = tr("tyre {m} into the arch !", m=v.reader.height_unit(-clear)), "fault"
    else:
        words, role = tr("tyre clears by {m}", m=v.reader.height_unit(clear)), "ink"
    known = {e.name for e in v.a.proposed.events[c.axle][side] if e.name in MET}
    if clear is not None and c.lock == 0.0 and Event.TYRE_STRAIGHT not in known:
        words = tr("{clear}, at full lock", clear=words)  # straight it was not read
    elif clear is not None and c.lock != 0.0 and known == {Event.TYRE_STRAIGHT}:
        words = tr("{clear}, straight ahead", clear=words)
    sheet.text(f"crossed clear {side} word", words, at, size=12.5, weight=600, role=role, anchor=MIDDLE)


def _lay_said(sheet: Sheet, v: View, c: CrossedView, at: QPointF, right: float) -> None:
    """Tilt, what is met first, what the bar asks, and how far a ramp is climbed."""
    t, r, axle, fit = v.theme, v.reader, v.a.axles[c.axle], v.a.fits[c.axle]
    tilt = math.degrees(c.pose.tilt_rad)
    box = sheet.text("tilt word", f"{decimal(tilt, 1)}°", at, size=22, weight=600)
    words = tr("axle tilt") if axle.is_beam else tr("tilt, hub to hub")
    sheet.text("tilt name word", words, QPointF(box.right() + t.px(8), box.bottom() - t.px(24)), size=12.5, role="ink2")
    up, down = c.pose.up[:3], c.pose.down[:2]
    bar = fit.bar.value * c.pose.apart_m / GRAVITY
    met_up, met_down = (" · ".join(tr(EVENT_LABELS[event]) for event in events) for events in (up, down))
    near, lines = nearest_arch(v.a, c.axle), [tr("up: {events}", events=met_up), tr("down: {events}", events=met_down)]
    if near is not None:
        given = {"side": tr(SIDES[near.side]), "when": tr(MET[near.event])}
        lines.insert(
            0,
            tr("first tyre contact: {side}, {when}, one wheel up", **given) if near.one_up
            else tr("first tyre contact: {side}, {when}, both wheels up", **given),
        )  # fmt: skip
    lines.append(tr("anti-roll bar: {m} per wheel", m=r.mass(bar)) if bar > 0.5 else tr("anti-roll bar: none"))
    out = fit.half_track_m - axle.half_track_m
    if abs(out) > 5e-4:
        m = r.coil(abs(out))
        lines.append(tr("wheels {m} further out", m=m) if out > 0 else tr("wheels {m} further in", m=m))
    takes = c.pose.lock_nearer_m
    if v.job.vehicle.axles[c.axle].steered and abs(takes) > 5e-4:
        m = r.height_unit(abs(takes))
        lines.append(
            tr("tyre {m} nearer the arch at full lock", m=m) if takes > 0
            else tr("tyre {m} further from the arch at full lock", m=m)
        )  # fmt: skip
    index = ramp_index(v.a)
    if index is not None:
        climbs = r.height_unit(-index / 1000 * v.a.axles[-1].x_m)
        lines.append(tr("20° ramp: climbs {m}, RTI {n}", m=climbs, n=decimal(index, 0)))
    y = float(box.bottom())
    for n, said in enumerate(lines):
        made = sheet.text(f"crossed said {n} word", said, QPointF(at.x(), y), size=12.5, width=right - at.x())
        y = made.bottom() + t.px(3)


def draw_crossed(p: QPainter, v: View, c: CrossedView) -> None:
    """Body, arches, axle and tyres; dashed the wheels at rest in the case that is shown."""
    t, axle, radius = v.theme, v.a.axles[c.axle], v.a.fits[c.axle].tyre_radius_m.value
    base, half = [float(h) for h in v.a.baseline_m[c.axle]], v.a.fits[c.axle].half_track_m
    p.setPen(pen(t, "ink", 1.5))
    body = QRectF(c.at(half * 0.72, 0.03), c.at(-half * 0.72, -0.06))
    hatch(p, body, t.colour("ink2"), 4.5)
    p.setBrush(Qt.BrushStyle.NoBrush)
    p.drawRect(body)
    hubs = []
    for side, way in ((0, 1.0), (1, -1.0)):
        rest = float(v.a.proposed.rest.travel_m[c.axle, side, v.case])
        hub = QPointF(way * half, -(base[side] - c.travel(side)))
        hubs.append(hub)
        _draw_arch(p, v, c, side, way)
        p.setPen(pen(t, "ink3", 1.0, "before"))
        p.setBrush(Qt.BrushStyle.NoBrush)
        p.drawPolygon(_tyre(c, way * half, -(base[side] - rest), radius, 0.0, 0.0))
        tilt = c.pose.tilt_rad * (1 if c.up == 0 else -1) if axle.is_beam else 0.0
        p.setPen(pen(t, "ink", 1.8))
        p.setBrush(t.colour("tyre"))
        p.drawPolygon(_tyre(c, hub.x(), hub.y(), radius, tilt, c.lock))
        edge = c.at(way * (half + radius * 0.7), 0.0).x()
        top, foot = c.at(0.0, 0.0).y(), c.at(0.0, hub.y()).y()
        dimension(p, t, QPointF(edge, top), QPointF(edge, foot))
    p.setPen(pen(t, "ink", 2.0))
    ends = [c.at(h.x(), h.y()) for h in hubs]
    if axle.is_beam:
        along = ends[1] - ends[0]
        across = QPointF(-along.y(), along.x()) / math.hypot(along.x(), along.y()) * max(c.per_m * 0.035, 3.0)
        p.setBrush(t.colour("sheet"))
        p.drawPolygon(QPolygonF([ends[0] + across, ends[1] + across, ends[1] - across, ends[0] - across]))
        middle = (ends[0] + ends[1]) / 2
        p.drawEllipse(middle, c.per_m * 0.10, c.per_m * 0.10)
    else:
        for end, way in zip(ends, (1.0, -1.0), strict=True):
            pivot = c.at(way * half * 0.35, -0.8 * base[0])
            p.drawLine(QLineF(pivot, end))
            p.drawEllipse(pivot, 3, 3)
            p.drawLine(QLineF(c.at(way * half * 0.35, -0.06), pivot))


def _draw_arch(p: QPainter, v: View, c: CrossedView, side: int, way: float) -> None:
    """The arch where the tyre meets it, at its clearance over the tyre; nothing where that was not read."""
    t, clear, axle = v.theme, _clearance(v, c, side), v.a.axles[c.axle]
    if clear is None:
        return
    radius = v.a.fits[c.axle].tyre_radius_m.value
    top = -(float(v.a.baseline_m[c.axle, side]) - c.travel(side)) + radius + clear
    inner, outer = (
        way * (axle.half_track_m - radius * rules.TREAD_WIDTH * 0.5),
        way * (axle.half_track_m + radius * rules.TREAD_WIDTH * 0.5),
    )
    role = "fault" if clear < 0.0 else "ink"
    if clear < 0.0:  # both in one place
        hatch(p, QRectF(c.at(outer, top), c.at(inner, top + clear)).normalized(), t.colour("fault"), 3.4, crossed=True)
    p.setPen(pen(t, role, 2.0))
    p.drawLine(QLineF(c.at(inner, top), c.at(outer, top)))
    p.drawLine(QLineF(c.at(outer, top), c.at(outer, top - 0.06)))


def _tyre(c: CrossedView, y: float, z: float, radius: float, tilt: float, lock: float) -> QPolygonF:
    """A tyre from behind, as wide as it shows when it is turned."""
    half = radius * (rules.TREAD_WIDTH / 2 * math.cos(lock) + abs(math.sin(lock)) * 0.8)
    corners = [(-half, radius), (half, radius), (half, -radius), (-half, -radius)]
    cos, sin = math.cos(tilt), math.sin(tilt)
    return QPolygonF([c.at(y + a * cos - b * sin, z + a * sin + b * cos) for a, b in corners])
