"""A track bar from behind, to scale: as weighed, and in the case shown."""

from __future__ import annotations

import math
from itertools import pairwise

import numpy as np
from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter

from isostat.assess.knock_on.moved import travel
from isostat.assess.knock_on.sideways import bar_of, binds
from isostat.core.limits import OutOfRange
from isostat.core.linkage.track_bar import TrackBar
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.language import tr


def bar_shown(v: View, axle: int) -> TrackBar | None:
    """The bar to draw; None where it cannot be, or works against leaves."""
    try:
        return None if binds(v.a, axle) else bar_of(v.a, axle)
    except OutOfRange:
        return None


def lay_bar(sheet: Sheet, v: View, area: QRectF) -> None:
    """Its words."""
    words = tr("from behind, bar to scale: dashed as weighed, solid when {case}", case=v.reader.case(v.case))
    sheet.text("knock bar words", words, area.topLeft(), size=12, role="ink2", width=area.width())


def draw_bar(p: QPainter, v: View, bar: TrackBar, axle: int, area: QRectF) -> None:
    """Both places of the bar on the body, the arc of its axle end, the axle's middle before and now."""
    t, u = v.theme, travel(v.a, axle)[:, v.case]
    if not np.isfinite(u).all() or not np.isfinite(bar.shift_m(u)):
        return
    per_m = area.width() * 0.62 / bar.length_m
    frame = QPointF(area.center().x() + bar.side * -1.0 * 0.5 * abs(bar.across_m) * per_m, area.top() + area.height() * 0.45)

    def end(rise: float) -> QPointF:  # from behind, left lies to the left
        drop = bar.drop_m + rise
        across = -bar.side * math.sqrt(max(bar.length_m**2 - drop**2, 0.0))
        return QPointF(frame.x() - across * per_m, frame.y() - drop * per_m)

    before, now = end(0.0), end(float(bar.rise_m(u)))
    p.setPen(pen(t, "accent", 1.0))
    arc = [end(rise) for rise in np.linspace(-0.12, 0.12, 25)]
    for first, second in pairwise(arc):
        p.drawLine(QLineF(first, second))
    p.setPen(pen(t, "ink2", 1.4, "before"))
    p.drawLine(QLineF(frame, before))
    p.setPen(pen(t, "ink", 2.6))
    p.drawLine(QLineF(frame, now))
    p.setBrush(t.colour("sheet"))
    for at in (frame, before, now):
        p.drawEllipse(at, t.px(3.5), t.px(3.5))
