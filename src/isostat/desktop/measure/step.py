"""Measure: the readings on a side elevation and in a table, in the order in which a person walks round."""

from __future__ import annotations

import math
from collections.abc import Callable
from functools import partial

from PyQt6.QtCore import QLineF, QPointF, QRectF, QSize
from PyQt6.QtGui import QPainter
from typing_extensions import override

from isostat.desktop.measure.as_found import lay_axles, lay_springs
from isostat.desktop.measure.cycle_page import draw_cycle, lay_cycle
from isostat.desktop.measure.end_page import EndView, draw_end, end_view, lay_end
from isostat.desktop.measure.in_hand import lay_in_hand
from isostat.desktop.measure.instead_page import lay_instead
from isostat.desktop.measure.lift_page import draw_lift, lay_lift
from isostat.desktop.measure.missing_page import draw_missing, lay_missing
from isostat.desktop.measure.points_page import lay_points
from isostat.desktop.measure.squat_page import draw_squat, lay_squat
from isostat.desktop.measure.weights_page import draw_weights, lay_weights
from isostat.desktop.pieces.elevation import Elevation, draw_body, draw_wheels, fit, hub_heights, scale_bar
from isostat.desktop.pieces.fields import QuantityField
from isostat.desktop.pieces.focus_walk import in_order
from isostat.desktop.pieces.head import HEAD, draw_head, draw_rule, head_line
from isostat.desktop.pieces.ink import dimension, ground
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.theme import Theme, pen
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import POINTS, SIDES, Point, walk_order
from isostat.job.reading import Reading
from isostat.language import capital, later, tr
from isostat.units.unit import Quantity

PAGES = ("left", "right", "front", "rear", "missing", "points", "weights", "axles", "springs", "instead", "squat", "lift", "cycle")
SIDE_VIEWS, END_VIEWS = PAGES[:2], PAGES[2:4]
WITH_READING = (*PAGES[:4], "points", "weights", "axles", "springs", "instead")
LAYS: dict[str, Callable[[Sheet, View, float], float | None]] = {  # below a height; some say where their words end
    "weights": lay_weights,
    "axles": lay_axles,
    "springs": lay_springs,
    "instead": lay_instead,
    "squat": lay_squat,
}
BY_AXLE: dict[str, Callable[[Sheet, View, float, int], None]] = {"lift": lay_lift, "cycle": lay_cycle}
NAMES = {
    "left": later("Left"), "right": later("Right"), "front": later("Front"), "rear": later("Rear"), "missing": later("To measure"),
    "points": later("Points"), "weights": later("Weights"), "axles": later("Axles"), "springs": later("Springs"),
    "instead": later("Bench data"), "squat": later("Load test"), "lift": later("Lift test"), "cycle": later("Full travel"),
}  # fmt: skip
GROUPS = (0, 4, 9)  # where a group of pages begins


class MeasureStep(Sheet):
    """Tags on the drawing and a table below; Tab walks front left, front right, rear right, rear left."""

    def __init__(self) -> None:
        super().__init__()
        self.page, self.axle = PAGES[0], 0
        self._words_end = 0.0
        self._in_hand: tuple[edits.Path, str, Quantity] | None = None

    def _area(self, v: View) -> QRectF:
        table = v.theme.px(210)
        return QRectF(
            v.theme.px(60),
            v.theme.px(HEAD + 8),
            self.width() - v.theme.px(120),
            max(self.height() - table - v.theme.px(HEAD + 66), 60.0),
        )

    def _fit(self, v: View) -> Elevation:
        e = fit(v, self._area(v))
        return e if self.side == 0 else e.mirrored(self.width())  # from the right the nose points right

    def _reading(self, v: View, axle: int, side: int, name: str) -> Reading | None:
        return getattr(getattr(v.job.vehicle.axles[axle], SIDES[side]), name)  # type: ignore[no-any-return]

    def _cell(self, v: View, key: str, corner: tuple[int, int], point: Point, at: QPointF, size: QSize, figure: float) -> None:
        axle, side = corner
        reading = self._reading(v, axle, side, point.field)
        self.field(
            key,
            (*path_to(JOB.vehicle.axles[axle]), SIDES[side], point.field),
            at,
            size,
            label=tr("{reading}, {corner}", reading=capital(tr(point.words)), corner=v.reader.corner(axle, side)),
            quantity=point.quantity,
            value=None if reading is None else reading.value,
            assumed=bool(reading and reading.assumed),
            figure=figure,
        )

    @override
    def lay(self, v: View) -> None:
        t = v.theme
        line = head_line(self, v)
        for n, (start, end) in enumerate(zip(GROUPS, (*GROUPS[1:], len(PAGES)), strict=True)):
            here = PAGES.index(self.page) - start
            line.tabs(f"page {n}", [tr(NAMES[page]) for page in PAGES[start:end]], here, partial(self._turn_to, start)).gap(2)
        self.axle = min(self.axle, len(v.a.axles) - 1)
        top = t.px(HEAD + 14)
        if self.page in SIDE_VIEWS:
            self._tags(v)
            self._table(v)
        elif self.page in END_VIEWS:
            lay_end(self, v, self._end(v))
        elif self.page in BY_AXLE:
            axles = Line(self, v, QPointF(t.margin, top - t.px(4)), high=26)
            axles.tabs("axle", [axle.name for axle in v.job.vehicle.axles], self.axle, self.turn_axle, wide=92)
            BY_AXLE[self.page](self, v, top + t.px(28), self.axle)
        elif self.page == "missing":
            lay_missing(self, v, top, self.turn_to_field)
        elif self.page == "points":
            lay_points(self, v, top, self.height() - t.px(44))
        else:
            below = LAYS[self.page](self, v, top)
            self._words_end = top if below is None else below
        if self.page in WITH_READING:
            self._lay_reading(v)

    def _lay_reading(self, v: View) -> None:
        """The line of the reading in hand; before one is, how to type."""
        t = v.theme
        at = QPointF(t.margin, self.height() - t.px(48 if self.page in SIDE_VIEWS else 34))
        if self._in_hand is None or not lay_in_hand(self, v, *self._in_hand, at):
            words = tr("Any unit works: 10 1/8, 257 mm, 1400 lb. Tab: next corner. Esc: cancel.")
            self.text("any unit", words, at + QPointF(0, t.px(3)), size=12.5, role="ink2")

    def take_in_hand(self, field: QuantityField) -> None:
        """Shows error, day and note of the reading whose field the hand has come to."""
        if self.view is None or not field.path or field.path[-1] == "error" or self.page not in WITH_READING:
            return
        here = (field.path, field.label, field.quantity)
        if here != self._in_hand:
            self._in_hand = here
            self._relay()

    def _end(self, v: View) -> EndView:
        t = v.theme
        area = QRectF(t.px(20), t.px(HEAD + 24), self.width() - t.px(40), max(self.height() - t.px(HEAD + 24 + 96), 60.0))
        return end_view(v, area, rear=self.page == "rear")

    @property
    def side(self) -> int:
        """From which side the vehicle is seen."""
        return 1 if self.page == "right" else 0

    def turn(self, page: str) -> None:
        """To another page."""
        self.page = page
        self._relay()

    def turn_to_field(self, page: str, path: edits.Path) -> None:
        """To the field of a path on another page."""
        self.turn(page)
        self.focus_on(path)

    def _turn_to(self, start: int, n: int) -> None:
        self.turn(PAGES[start + n])

    def turn_axle(self, axle: int) -> None:
        """To another axle of the tests."""
        self.axle = axle
        self._relay()

    def _shown_axles(self, v: View) -> list[int]:
        """The axles that have room for tags on the drawing; the table has them all."""
        e, places = self._fit(v), [a.behind_front_m.value for a in v.job.vehicle.axles]
        return [n for n, x in enumerate(places) if n + 1 == len(places) or (places[n + 1] - x) * e.per_m > v.theme.px(210)]

    def _small_tags(self, v: View, axle: int, hub: QPointF, reach: float) -> None:
        """Stop gap and shaft showing, left of a wheel; their leaders are drawn to it."""
        t = v.theme
        size, left = QSize(round(t.px(58)), round(t.px(24))), hub.x() - reach - t.px(66)
        nose = self._fit(v).at(-v.job.vehicle.front_overhang_m.value, 0).x() - t.px(78)
        if axle == 0 and t.px(8) < nose < left:  # before the nose rather than over it
            left = nose
        for n, point in enumerate(POINTS[1:3]):
            top = hub.y() - t.px(74 - 46 * n)
            self.text(f"small {n} {axle}", tr(point.words), QPointF(left, top), size=12.5, role="ink2", halo=True)
            self._cell(v, f"tag {point.field} {axle}", (axle, self.side), point, QPointF(left, top + t.px(17)), size, 15)

    def _tags(self, v: View) -> None:
        t, e, unit = v.theme, self._fit(v), v.reader.preset.unit
        hubs = hub_heights(v, None, v.weighed)
        for axle in self._shown_axles(v):
            behind, here = v.job.vehicle.axles[axle].behind_front_m.value, (axle, self.side)
            hub = e.at(behind, hubs[axle])
            reach = hubs[axle] * e.per_m * 1.28
            tag = QPointF(hub.x() + reach, hub.y() - t.px(30))
            gaps = [abs(a.behind_front_m.value - behind) * e.per_m for a in v.job.vehicle.axles if a.behind_front_m.value != behind]
            if min(gaps, default=math.inf) > t.px(300):
                self._small_tags(v, axle, hub, reach)
            self._cell(v, f"tag hub to arch {axle}", here, POINTS[0], tag, QSize(round(t.px(78)), round(t.px(36))), 26)
            sign = QPointF(t.px(82), t.px(14))
            self.text(f"tag unit {axle}", unit(Quantity.HEIGHT).sign, tag + sign, size=13, role="ink2", halo=True)
            other = self._reading(v, axle, 1 - self.side, "hub_to_arch_m")
            assert other is not None
            said, below = v.reader.height(other.value), QPointF(2, t.px(38))
            words = tr("right {m}", m=said) if self.side == 0 else tr("left {m}", m=said)
            self.text(f"tag other {axle}", words, tag + below, size=12.5, role="ink2", halo=True)
            pad = e.at(behind, 0) + QPointF(0, t.px(11))
            size = QSize(round(t.px(80)), round(t.px(32)))
            self._cell(v, f"tag pad {axle}", here, POINTS[3], pad - QPointF(t.px(40), t.px(-1)), size, 22)
            self.text(f"pad unit {axle}", unit(Quantity.MASS).sign, pad + QPointF(t.px(46), t.px(9)), size=13, role="ink2")
        self.text(
            "scale", tr("1 m, to scale"), QPointF(self.width() - t.margin, t.px(HEAD + 10)), size=12.5, role="ink2", anchor=RIGHT
        )
        if len(v.job.vehicle.axles) > 1:
            self._lay_wheelbase(v)

    def _lay_wheelbase(self, v: View) -> None:
        t, e, sign = v.theme, self._fit(v), v.reader.preset.height.sign
        base = v.job.vehicle.axles[1].behind_front_m  # a third axle is on its page
        middle = (e.at(0, 0) + e.at(base.value, 0)) / 2
        apart, words = base.value * e.per_m, tr("{unit} wheelbase", unit=sign)
        if apart < t.px(210):  # no room between the pads, and none of the first is shown
            middle.setX(e.at(0, 0).x() - t.px(96))
        elif apart < t.px(280):
            words = sign
        self.field(
            "wheelbase",
            path_to(JOB.vehicle.axles[1].behind_front_m),
            middle + QPointF(-t.px(62), t.px(9)),
            QSize(round(t.px(66)), round(t.px(26))),
            label=tr("wheelbase"),
            quantity=Quantity.HEIGHT,
            value=base.value,
            assumed=base.assumed,
            figure=13.5,
        )
        self.text("wheelbase words", words, middle + QPointF(t.px(8), t.px(13)), size=13)

    def _table(self, v: View) -> None:
        t = v.theme
        top = self.height() - t.px(202)
        self.caps("readings head", tr("As weighed"), QPointF(t.margin, top))
        order = walk_order(len(v.a.axles))
        left = t.px(190)
        wide = (self.width() - left - t.margin) / len(order)
        fields = []
        for n, (axle, side) in enumerate(order):
            x = left + n * wide
            self.caps(f"column {axle}{side}", v.reader.corner(axle, side), QPointF(x + 2, top))
            for m, point in enumerate(POINTS):
                self._cell(
                    v,
                    f"{point.field} {axle} {side}",
                    (axle, side),
                    point,
                    QPointF(x, top + t.px(24 + m * 31)),
                    QSize(round(wide - t.px(14)), round(t.px(28))),
                    15,
                )
                fields.append(self.child(f"{point.field} {axle} {side}", QuantityField))
        for m, point in enumerate(POINTS):
            self.text(
                f"row {m}",
                f"{m + 1}  {capital(tr(point.words))}",
                QPointF(t.margin, top + t.px(29 + m * 31)),
                size=14,
                unit=v.reader.preset.unit(point.quantity).sign,
            )
        in_order(fields)
        self.text(
            "pads caution",
            tr("Level pads, bar links off, bounced and rolled. Put the frame on stands before anyone goes under it."),
            QPointF(t.margin, top + t.px(178)),
            size=12.5,
            role="ink2",
        )

    @override
    def draw(self, p: QPainter, v: View) -> None:
        t = v.theme
        draw_head(p, v, self.width())
        if self.page in END_VIEWS:
            draw_end(p, self, v, self._end(v))
        if self.page == "missing":
            draw_missing(p, self, v, t.px(HEAD + 14))
        if self.page == "weights":
            draw_weights(p, self, v, self._words_end)
        if self.page == "squat":
            draw_squat(p, self, v, t.px(HEAD + 14))
        if self.page == "cycle":
            draw_cycle(p, self, v, t.px(HEAD + 42), self.axle)
        if self.page == "lift":
            draw_lift(p, self, v, t.px(HEAD + 42), self.axle)
        if self.page not in SIDE_VIEWS:
            return
        e = self._fit(v)
        ground(p, t, 0, self.width(), e.ground)
        draw_body(p, v, e, None, v.weighed)
        draw_wheels(p, v, e, None, v.weighed)
        hubs = hub_heights(v, None, v.weighed)
        for axle in self._shown_axles(v):
            hub = e.at(v.job.vehicle.axles[axle].behind_front_m.value, hubs[axle])
            reading = self._reading(v, axle, self.side, "hub_to_arch_m")
            assert reading is not None
            top = hub - QPointF(0, reading.value * e.per_m)
            x = hub.x() + hubs[axle] * e.per_m * 1.22
            self._leaders(p, t, axle, hub)
            p.setPen(pen(t, "ink", 0.8))
            for y in (hub.y(), top.y()):
                p.drawLine(QLineF(hub.x(), y, x + 4, y))
            dimension(p, t, QPointF(x, top.y()), QPointF(x, hub.y()))
            p.setPen(pen(t, "ink", 1.25))
            p.setBrush(t.colour("sheet"))
            p.drawRect(QRectF(hub.x() - 46, e.ground + 1, 92, 5))
        scale_bar(p, v, e, self.width() - t.margin, t.px(HEAD + 36))
        draw_rule(p, v, self.height() - t.px(210), self.width())

    def _leaders(self, p: QPainter, t: Theme, axle: int, hub: QPointF) -> None:
        """Thin lines from the tags of stop and shock to their wheel."""
        p.setPen(pen(t, "ink2", 0.8))
        for point in POINTS[1:3]:
            tag = self._children.get(f"tag {point.field} {axle}")
            if tag is not None and not tag.isHidden():
                p.drawLine(QLineF(QPointF(tag.geometry().right(), tag.geometry().center().y()), hub - QPointF(0, 6)))
