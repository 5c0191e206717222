"""One wheel on its arms from behind, to scale: arms, half-shaft and tie rod as weighed and in the case shown."""

from __future__ import annotations

import math

import numpy as np
from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter

from isostat.assess.knock_on.arms import front_view, half_shaft, tie_rod
from isostat.assess.knock_on.moved import travel
from isostat.core.limits import OutOfRange
from isostat.core.linkage.arms import FrontView, Strut, TwoArms
from isostat.desktop.theme import pen
from isostat.desktop.view import View

Spot = tuple[float, float]


def arms_shown(v: View, axle: int) -> FrontView | None:
    """What holds the wheel; None where something lacks or cannot be."""
    try:
        return front_view(v.a, axle)[0]
    except OutOfRange:
        return None


def _lines(v: View, axle: int, travel_m: float) -> list[tuple[str, Spot, Spot]]:
    """Role and both ends of each part with the wheel so far up, out and up from the wheel's centre as weighed, m."""
    of = arms_shown(v, axle)
    assert isinstance(of, TwoArms | Strut)
    camber, outward = (float(one) for one in of.at(np.array(travel_m)))
    c, s = math.cos(camber), math.sin(camber)

    def carried(spot: Spot) -> Spot:
        return outward + spot[0] * c + spot[1] * s, travel_m - spot[0] * s + spot[1] * c

    ball = carried(of.ball)
    out = [("ink", of.pivot, ball)]
    if isinstance(of, TwoArms):
        out += [("ink", of.upper_pivot, carried(of.upper_ball)), ("ink", ball, carried(of.upper_ball))]
    else:
        out.append(("ink", ball, of.mount))
    try:
        shaft, rod = half_shaft(v.a, axle), tie_rod(v.a, axle)[0]
    except OutOfRange:
        return out
    if shaft is not None:
        out.append(("accent", shaft.inner, carried((-shaft.outer_m, 0.0))))
    if rod is not None:
        out.append(("ink2", rod.inner, carried(rod.outer)))
    return out


def draw_arms(p: QPainter, v: View, axle: int, area: QRectF) -> None:
    """The wheel leaned as it is, its parts before and now; of the side that has moved more."""
    t, of = v.theme, arms_shown(v, axle)
    u = travel(v.a, axle)[:, v.case]
    if of is None or not np.isfinite(u).all():
        return
    now = float(max(u, key=abs))
    before, after = _lines(v, axle, 0.0), _lines(v, axle, now)
    spots = [spot for _, one, other in (*before, *after) for spot in (one, other)]
    if not np.isfinite(spots).all():
        return
    radius = v.a.fits[axle].tyre_radius_m.value
    left, right = min(y for y, _ in spots) - 0.05, 0.13
    low, high = min(-radius, now - radius), max(radius, *(z for _, z in spots)) + 0.03
    per_m = min(area.width() / (right - left), area.height() / (high - low))
    x0, y0 = area.center().x() + (left + right) / 2 * per_m, area.center().y() + (low + high) / 2 * per_m

    def at(spot: Spot) -> QPointF:  # the left wheel, from behind: out lies to the left
        return QPointF(x0 - spot[0] * per_m, y0 - spot[1] * per_m)

    camber, outward = (float(one) for one in of.at(np.array(now)))
    p.save()
    p.translate(at((outward, now)))
    p.rotate(-math.degrees(camber))
    p.setPen(pen(t, "ink", 1.25))
    p.setBrush(t.colour("tyre"))
    p.drawRoundedRect(QRectF(-0.1 * per_m, -radius * per_m, 0.2 * per_m, 2 * radius * per_m), 5, 5)
    p.restore()
    p.setPen(pen(t, "ink2", 1.2, "before"))
    for _, one, other in before:
        p.drawLine(QLineF(at(one), at(other)))
    p.setBrush(t.colour("sheet"))
    for role, one, other in after:
        p.setPen(pen(t, role, 2.4))
        p.drawLine(QLineF(at(one), at(other)))
        p.setPen(pen(t, role, 1.4))
        p.drawEllipse(at(one), t.px(2.6), t.px(2.6))
        p.drawEllipse(at(other), t.px(2.6), t.px(2.6))
