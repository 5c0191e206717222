"""A bag between its seats, to scale: drawn long, as weighed, in the case that is shown, and flat."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from functools import partial

import numpy as np
from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter, QPainterPath

from isostat.assess import workings
from isostat.assess.spring.air import aired
from isostat.assess.workings import Shown
from isostat.desktop.pieces.ink import dimension
from isostat.desktop.pieces.sheet import MIDDLE, Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.language import tr
from isostat.units.format import number
from isostat.units.unit import Quantity


@dataclass(frozen=True, slots=True)
class Drawn:
    """A bag in px: where its lower seat stands, its middle, and its heights."""

    foot: float
    middle: float
    across: float
    now: float
    long: float
    flat: float


def lay_bag_drawing(sheet: Sheet, v: View, axle: int, area: QRectF) -> Callable[[QPainter], None]:
    """Places the drawing of an axle's left bag."""
    t, done = v.theme, aired(v.a, axle)
    if done is None:
        return lambda p: None
    bags, r = done.bags, v.reader
    high = float(done.height_m[0, v.case])
    at = min(max(bags.full_m - high, bags.bag.x_m[0]), bags.bag.x_m[-1])
    across = 2.0 * (float(bags.bag.area(np.asarray(at))[0]) / math.pi) ** 0.5
    flat = bags.full_m - bags.bag.x_m[-1]
    room = area.adjusted(t.px(70), t.px(26), -t.px(90), -t.px(30))
    per_m = min(room.width() / across, room.height() / max(bags.full_m, high))
    drawn = Drawn(room.bottom(), room.center().x(), across * per_m, high * per_m, bags.full_m * per_m, flat * per_m)
    sheet.text("bag drawing word", tr("left bag, {case}", case=r.case(v.case)), QPointF(area.center().x(), area.top()), size=12.5,
               role="ink2",
               anchor=MIDDLE)  # fmt: skip
    right = drawn.middle + drawn.across / 2 + t.px(30)
    shown = Shown(workings.air.height, axle, 0, v.case)
    stands = v.number(shown, number(high, Quantity.COIL, r.preset))
    sheet.text("bag height now", stands, QPointF(right, drawn.foot - drawn.now / 2 - t.px(10)),
               size=15, weight=600, unit=r.preset.coil.sign, shown=shown)  # fmt: skip
    left = area.left()
    spread = t.px(17)
    long_y = drawn.foot - drawn.long - t.px(8)
    flat_y = max(drawn.foot - drawn.flat - t.px(8), long_y + spread)
    for key, words, y in (
        ("long", tr("max {m}", m=r.coil(bags.full_m)), long_y),
        ("flat", tr("min {m}", m=r.coil(flat)), flat_y),
    ):
        sheet.text(f"bag {key} word", words, QPointF(left, y), size=12.5, role="ink2")
    under = QPointF(area.center().x(), drawn.foot + t.px(10))
    sheet.text("bag across word", tr("effective diameter {m}", m=r.coil(across)), under, size=12.5, role="ink2", anchor=MIDDLE)
    return partial(_draw, v, drawn)


def _draw(v: View, c: Drawn, p: QPainter) -> None:
    t = v.theme
    half, top = c.across / 2, c.foot - c.now
    p.setPen(pen(t, "ink3", 0.8, "before"))
    for high in (c.long, c.flat):
        p.drawLine(QLineF(c.middle - half - 6, c.foot - high, c.middle + half + 8, c.foot - high))
    bulge, way = half * 0.16, QPainterPath(QPointF(c.middle - half * 0.8, top))
    for sign, first, last in ((1, top, c.foot), (-1, c.foot, top)):
        way.lineTo(QPointF(c.middle + sign * half * 0.8, first))
        reach = QPointF(c.middle + sign * (half + bulge), (first * 2 + last) / 3)
        then = QPointF(c.middle + sign * (half + bulge), (first + last * 2) / 3)
        way.cubicTo(reach, then, QPointF(c.middle + sign * half * 0.8, last))
    p.setPen(pen(t, "ink", 2.0))
    p.setBrush(t.colour("tyre"))
    p.drawPath(way)
    p.setBrush(t.colour("sheet"))
    for y in (top, c.foot):
        p.drawRect(QRectF(c.middle - half * 0.95, y - 4, half * 1.9, 8))
    p.setPen(pen(t, "ink", 1.0))
    dimension(p, t, QPointF(c.middle + half + 22, top), QPointF(c.middle + half + 22, c.foot))
