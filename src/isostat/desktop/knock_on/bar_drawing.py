"""A solid axle on its track bar and drag link from behind, to scale: as weighed and in the case shown, what is small enlarged."""

from __future__ import annotations

import math
from collections.abc import Callable
from itertools import pairwise

import numpy as np
from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter

from isostat.assess.knock_on.moved import travel
from isostat.assess.knock_on.sideways import bar_of, binds, link_of
from isostat.core.limits import Floats, OutOfRange
from isostat.core.linkage.track_bar import TrackBar
from isostat.desktop.pieces.sheet import MIDDLE, Sheet
from isostat.desktop.theme import Theme, pen
from isostat.desktop.view import View
from isostat.language import tr
from isostat.units.format import with_unit
from isostat.units.unit import Quantity

ARC = 0.12  # m of rise to either side that an arc shows
SEEN = 14.0  # px that an enlarged shift should have
DETAIL = 30.0  # px, half of the detail


def bar_shown(v: View, axle: int) -> TrackBar | None:
    """The bar to draw; None where it cannot be, or works against leaves."""
    try:
        return None if binds(v.a, axle) else bar_of(v.a, axle)
    except OutOfRange:
        return None


def _shift(v: View, axle: int, bar: TrackBar) -> float | None:
    """To the left, m; None in a case that does not stand or where the bar does not reach."""
    shift = float(bar.shift_m(travel(v.a, axle)[:, v.case]))
    return shift if np.isfinite(shift) else None


def _enlarged(v: View, shift_m: float, per_m: float) -> int:
    """How many times a shift is enlarged so that it can be seen; 1 for one that can."""
    px = abs(shift_m) * per_m
    return 1 if px > v.theme.px(SEEN) or px < 1e-3 else min(round(v.theme.px(SEEN) / px), 40)


def _scale(v: View, axle: int, area: QRectF) -> float:
    half = v.a.axles[axle].half_track_m
    return min(area.width() / (2 * half + 0.4), area.height() / 1.15)


def lay_bar(sheet: Sheet, v: View, area: QRectF, axle: int) -> None:
    """The words of the detail."""
    bar = bar_shown(v, axle)
    shift = None if bar is None else _shift(v, axle, bar)
    if shift is None:
        return
    times, way = _enlarged(v, shift, _scale(v, axle, area)), tr("left") if shift >= 0.0 else tr("right")
    m = with_unit(abs(shift), Quantity.FINE, v.reader.preset)
    words = tr("axle {m} {way}, ×{n}", m=m, way=way, n=times) if times > 1 else tr("axle {m} {way}", m=m, way=way)
    sheet.text("bar detail", words, QPointF(area.center().x(), area.bottom() - v.theme.px(18)), size=12, role="ink2", anchor=MIDDLE)


def draw_bar(p: QPainter, v: View, axle: int, area: QRectF) -> None:
    """Ground, wheels and axle, body; bar and drag link in both places with the arcs of their axle ends."""
    bar, t = bar_shown(v, axle), v.theme
    if bar is None or _shift(v, axle, bar) is None:
        return
    per_m, half = _scale(v, axle, area), v.a.axles[axle].half_track_m
    hub, radius = v.a.axles[axle].hub_m, v.a.fits[axle].tyre_radius_m.value
    left_hub = QPointF(area.center().x() - half * per_m, area.bottom() - t.px(22) - hub * per_m)

    def at(left_m: float, up_m: float) -> QPointF:  # from behind, left lies to the left; up from the hubs
        return QPointF(area.center().x() - left_m * per_m, left_hub.y() - up_m * per_m)

    p.setPen(pen(t, "ink", 1.25))
    p.setBrush(t.colour("tyre"))
    wide = 0.11 * per_m
    for side in (1, -1):
        middle = at(side * half, 0.0)
        p.drawRoundedRect(QRectF(middle.x() - wide, middle.y() - radius * per_m, 2 * wide, (radius + hub) * per_m), 4, 4)
    p.setPen(pen(t, "ink2", 1.0))
    p.drawLine(QLineF(at(half, 0.025), at(-half, 0.025)))
    p.drawLine(QLineF(at(half, -0.025), at(-half, -0.025)))
    u = travel(v.a, axle)[:, v.case]
    for of, role in ((bar, "accent"), (_drag_link(v, axle), "ink")):
        if of is not None:
            _swing(p, t, of, u, at, role)
    _detail(p, v, bar, u, area, per_m)


def _drag_link(v: View, axle: int) -> TrackBar | None:
    try:
        return link_of(v.a, axle) if v.job.vehicle.axles[axle].steered else None
    except OutOfRange:
        return None


def _end(bar: TrackBar, rise: float) -> tuple[float, float]:
    """The axle end from the frame end, left and up, m."""
    drop = bar.drop_m + rise
    return -bar.side * math.sqrt(max(bar.length_m**2 - drop**2, 0.0)), drop


def _swing(p: QPainter, t: Theme, bar: TrackBar, u: Floats, at: Callable[[float, float], QPointF], role: str) -> None:
    """Drawn on the axle, which stays; the body's end goes up and down instead."""
    rise = float(bar.rise_m(u))
    axle_end = at(bar.place_m, bar.over_hub_m)

    def frame(rise_m: float) -> QPointF:
        across, drop = _end(bar, rise_m)
        return at(bar.place_m - across, bar.over_hub_m - drop)

    p.setPen(pen(t, "ink3", 0.8))
    for one, other in pairwise([frame(r) for r in np.linspace(rise - ARC, rise + ARC, 17)]):
        p.drawLine(one, other)
    p.setPen(pen(t, "ink2", 1.2, "before"))
    p.drawLine(QLineF(frame(0.0), axle_end))
    p.setPen(pen(t, role, 2.6))
    p.drawLine(QLineF(frame(rise), axle_end))
    p.setBrush(t.colour("sheet"))
    p.setPen(pen(t, role, 1.4))
    for spot in (frame(rise), axle_end):
        p.drawEllipse(spot, t.px(3), t.px(3))


def _detail(p: QPainter, v: View, bar: TrackBar, u: Floats, area: QRectF, per_m: float) -> None:
    """The axle's middle against the body's, before and now, as large as it can be seen."""
    t, shift = v.theme, float(bar.shift_m(u))
    by = shift * per_m * _enlarged(v, shift, per_m)
    middle, y, arm = area.center().x(), area.bottom() - t.px(26), t.px(12)
    p.setPen(pen(t, "ink3", 0.8))
    p.drawLine(QLineF(middle - t.px(DETAIL), y, middle + t.px(DETAIL), y))
    p.setPen(pen(t, "ink2", 1.2, "before"))
    p.drawLine(QLineF(middle, y - arm, middle, y + t.px(4)))
    p.setPen(pen(t, "accent", 2.4))
    p.drawLine(QLineF(middle - by, y - arm, middle - by, y + t.px(4)))
