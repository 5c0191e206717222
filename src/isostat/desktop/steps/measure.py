"""Measure: the readings on a side elevation and in a table, in the order in which a person walks round."""

from __future__ import annotations

from itertools import pairwise

from PyQt6.QtCore import QLineF, QPointF, QRect, QRectF, QSize
from PyQt6.QtGui import QPainter

from isostat.desktop.pieces.elevation import Elevation, draw_body, draw_wheels, fit, hub_heights, scale_bar
from isostat.desktop.pieces.fields import QuantityField
from isostat.desktop.pieces.ink import dimension, ground
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.steps.as_found import lay_axles, lay_springs
from isostat.desktop.steps.head import HEAD, draw_head, draw_rule, lay_head
from isostat.desktop.steps.squat import lay_squat
from isostat.desktop.theme import Theme, pen
from isostat.desktop.view import View
from isostat.job.points import POINTS, SIDES, Point, walk_order
from isostat.job.reading import Reading
from isostat.units.unit import Quantity

PAGES = ("left side", "right side", "axles", "springs", "squat")


class MeasureStep(Sheet):
    """Tags on the drawing and a table below; Tab walks front left, front right, rear right, rear left."""

    def __init__(self) -> None:
        super().__init__()
        self.page = 0

    def _area(self, v: View) -> QRectF:
        table = v.theme.px(206)
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
            ("vehicle", "axles", axle, SIDES[side], point.field),
            at,
            size,
            label=f"{point.words.capitalize()} {v.reader.corner(axle, side)}",
            quantity=point.quantity,
            value=None if reading is None else reading.value,
            assumed=bool(reading and reading.assumed),
            figure=figure,
        )

    def lay(self, v: View) -> None:
        t = v.theme
        end = lay_head(self, v, f"as weighed, old springs{', ' + v.job.read_on if v.job.read_on else ''}")
        first = QRect(round(end + t.px(16)), round(t.px(5)), round(t.px(84)), round(t.px(26)))
        self.tabs("page", PAGES, self.page, first, self.turn)
        if self.page > 1:
            (lay_axles, lay_springs, lay_squat)[self.page - 2](self, v, t.px(HEAD + 14))
            return
        self._tags(v)
        self._table(v)

    @property
    def side(self) -> int:
        """From which side the vehicle is seen."""
        return min(self.page, 1)

    def turn(self, page: int) -> None:
        """To another page."""
        self.page = page
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
            self.text(f"small {n} {axle}", point.words, QPointF(left, top), size=12.5, role="ink2", halo=True)
            self._cell(v, f"tag {point.words} {axle}", (axle, self.side), point, QPointF(left, top + t.px(17)), size, 15)

    def _tags(self, v: View) -> None:
        t, e, unit = v.theme, self._fit(v), v.reader.preset.unit
        hubs = hub_heights(v, None, v.weighed)
        for axle in self._shown_axles(v):
            behind, here = v.job.vehicle.axles[axle].behind_front_m.value, (axle, self.side)
            hub = e.at(behind, hubs[axle])
            reach = hubs[axle] * e.per_m * 1.28
            tag = QPointF(hub.x() + reach, hub.y() - t.px(30))
            gaps = [abs(a.behind_front_m.value - behind) * e.per_m for a in v.job.vehicle.axles if a.behind_front_m.value != behind]
            if min(gaps) > t.px(300):
                self._small_tags(v, axle, hub, reach)
            self._cell(v, f"tag hub to arch {axle}", here, POINTS[0], tag, QSize(round(t.px(78)), round(t.px(36))), 26)
            sign = QPointF(t.px(82), t.px(14))
            self.text(f"tag unit {axle}", unit(Quantity.HEIGHT).sign, tag + sign, size=13, role="ink2", halo=True)
            other = self._reading(v, axle, 1 - self.side, "hub_to_arch_m")
            assert other is not None
            words, below = f"{SIDES[1 - self.side]} {v.reader.height(other.value)}", QPointF(2, t.px(38))
            self.text(f"tag other {axle}", words, tag + below, size=12.5, role="ink2", halo=True)
            pad = e.at(behind, 0) + QPointF(0, t.px(11))
            size = QSize(round(t.px(80)), round(t.px(32)))
            self._cell(v, f"tag pad {axle}", here, POINTS[3], pad - QPointF(t.px(40), t.px(-1)), size, 22)
            self.text(f"pad unit {axle}", unit(Quantity.MASS).sign, pad + QPointF(t.px(46), t.px(9)), size=13, role="ink2")
        base = v.job.vehicle.axles[1].behind_front_m  # a third axle is on its page
        middle = (e.at(0, 0) + e.at(base.value, 0)) / 2
        self.field(
            "wheelbase",
            ("vehicle", "axles", 1, "behind_front_m"),
            middle + QPointF(-t.px(62), t.px(9)),
            QSize(round(t.px(66)), round(t.px(26))),
            label="hub to hub",
            quantity=Quantity.HEIGHT,
            value=base.value,
            assumed=base.assumed,
            figure=13.5,
        )
        self.text("wheelbase words", f"{unit(Quantity.HEIGHT).sign} hub to hub", middle + QPointF(t.px(8), t.px(13)), size=13)
        self.text("scale", "1 m, to scale", QPointF(self.width() - t.px(16), t.px(HEAD + 10)), size=12.5, role="ink2", anchor=RIGHT)

    def _table(self, v: View) -> None:
        t = v.theme
        top = self.height() - t.px(198)
        self.caps("readings head", "Readings, as weighed", QPointF(t.px(16), top))
        order = walk_order(len(v.a.axles))
        left = t.px(190)
        wide = (self.width() - left - t.px(16)) / len(order)
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
                f"{m + 1}  {point.words.capitalize()}",
                QPointF(t.px(16), top + t.px(29 + m * 31)),
                size=14,
                unit=v.reader.preset.unit(point.quantity).sign,
            )
        for before, after in pairwise(fields):
            self.setTabOrder(before, after)
        self.text(
            "any unit",
            'Any unit, anywhere: 10 1/8   10-1/8"   257mm   1400 lb.   Tab walks round, Esc leaves as it was.',
            QPointF(t.px(16), top + t.px(152)),
            size=12.5,
            role="ink2",
        )
        self.text(
            "pads caution",
            "Level pads, bar links off, bounced and rolled. Stands under the frame before anyone goes below.",
            QPointF(t.px(16), top + t.px(171)),
            size=12.5,
            role="ink2",
        )

    def draw(self, p: QPainter, v: View) -> None:
        t, e = v.theme, self._fit(v)
        draw_head(p, v, self.width())
        if self.page > 1:
            return
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
        scale_bar(p, v, e, self.width() - t.px(16), t.px(HEAD + 36))
        draw_rule(p, v, self.height() - t.px(206), self.width())

    def _leaders(self, p: QPainter, t: Theme, axle: int, hub: QPointF) -> None:
        """Thin lines from the tags of stop and shock to their wheel."""
        p.setPen(pen(t, "ink2", 0.8))
        for point in POINTS[1:3]:
            tag = self._children.get(f"tag {point.words} {axle}")
            if tag is not None and not tag.isHidden():
                p.drawLine(QLineF(QPointF(tag.geometry().right(), tag.geometry().center().y()), hub - QPointF(0, 6)))
