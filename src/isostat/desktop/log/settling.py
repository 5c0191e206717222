"""How each corner settles: what was read, the forecast with its band, and what is still to come, all to one scale."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter, QPainterPath, QPolygonF

from isostat.assess import workings
from isostat.assess.log.promise import FORECAST_KM, case_of, driven_km, read_of, settles_on, turned_m
from isostat.assess.stance.band import predicted
from isostat.assess.workings import Shown
from isostat.core.limits import Floats
from isostat.desktop.log.wheels import columns
from isostat.desktop.pieces.ink import case_sign, hatch
from isostat.desktop.pieces.sheet import MIDDLE, RIGHT, Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.language import decimal, tr

HEAD, FOOT, LEFT = 20.0, 18.0, 34.0  # px above, below and left of a chart
TICKS = (0, 200, 1000, 3000)  # km


class _Chart:
    """Forecasts of a case, (K, 2A) m, and the span of heights that all charts show."""

    def __init__(self, v: View, n: int) -> None:
        self.case = case_of(v.a, v.job.log[n])
        found = settles_on(v.a, self.case)
        fitted = predicted(v.a).band.middle_m[..., self.case] + turned_m(v.a, len(v.job.log), self.case)
        self.middle: Floats = found.mean_m + fitted.ravel()
        self.half: Floats = 2.0 * found.error_m
        self.read = [(driven_km(one), read_of(v.a, one).ravel()) for one in v.job.log
                     if one.state != "lowered" and case_of(v.a, one) == self.case]  # fmt: skip
        high = (self.middle + self.half).max(axis=0)
        low = (self.middle - self.half).min(axis=0)
        for _, heights in self.read:
            high, low = np.fmax(high, heights), np.fmin(low, heights)
        self.span = float((high - low).max()) * 1.1
        self.centre: Floats = (high + low) / 2.0


def _at(area: QRectF, km: float, height: float, centre: float, span: float) -> QPointF:
    """Distances by their root: most settles early."""
    return QPointF(area.left() + np.sqrt(km / FORECAST_KM[-1]) * area.width(),
                   area.center().y() - (height - centre) / span * area.height())  # fmt: skip


def _inner(v: View, room: QRectF) -> QRectF:
    t = v.theme
    return room.adjusted(t.px(LEFT), t.px(HEAD), -t.px(16), -t.px(FOOT))


def lay_settling(sheet: Sheet, v: View, area: QRectF, n: int) -> None:
    """Words of every chart."""
    t, made = v.theme, _Chart(v, n)
    sheet.caps("settling head", tr("Settling, {case}", case=v.reader.case(made.case)), area.topLeft())
    words = tr("hub to arch against distance driven, km; hatched: 19 in 20")
    sheet.text("settling words", words, QPointF(area.left() + t.px(170), area.top() - 1), size=12, role="ink2")
    for k, (i, side, room) in enumerate(columns(v, area)):
        inner = _inner(v, room)
        for part, height in enumerate((made.centre[k] + 0.35 * made.span, made.centre[k] - 0.35 * made.span)):
            at = _at(inner, 0.0, float(height), float(made.centre[k]), made.span)
            sheet.text(f"settling y {k} {part}", v.reader.height(float(height)), at + QPointF(-t.px(4), -t.px(8)), size=11.5,
                       role="ink2", anchor=RIGHT)  # fmt: skip
        for km in TICKS:
            at = QPointF(_at(inner, km, 0.0, 0.0, 1.0).x(), inner.bottom() + t.px(2))
            sheet.text(f"settling x {k} {km}", decimal(km, 0), at, size=11.5, role="ink2", anchor=MIDDLE)
        last = _at(inner, FORECAST_KM[-1], float(made.middle[-1, k]), float(made.centre[k]), made.span)
        sheet.text(f"settling end {k}", f"≈ {v.reader.height(float(made.middle[-1, k]))}", last + QPointF(0, -t.px(24)), size=14,
                   weight=600, anchor=RIGHT, shown=Shown(workings.log.settles_to, i, side, made.case, entry=n))  # fmt: skip


def draw_settling(p: QPainter, v: View, area: QRectF, n: int) -> None:
    """Axes, bands, forecasts and readings."""
    t, made = v.theme, _Chart(v, n)
    for k, (_, _, room) in enumerate(columns(v, area)):
        inner, centre = _inner(v, room), float(made.centre[k])

        def points(heights: Floats, inner: QRectF = inner, centre: float = centre) -> list[QPointF]:
            return [_at(inner, km, float(h), centre, made.span) for km, h in zip(FORECAST_KM, heights, strict=True)]

        p.setPen(pen(t, "ink", 1.0))
        p.drawLine(QLineF(inner.bottomLeft(), inner.bottomRight()))
        p.drawLine(QLineF(inner.topLeft(), inner.bottomLeft()))
        above, below = points(made.middle[:, k] + made.half[:, k]), points(made.middle[:, k] - made.half[:, k])
        band = QPainterPath()
        band.addPolygon(QPolygonF([*above, *reversed(below)]))
        p.save()
        p.setClipPath(band)
        hatch(p, inner, t.colour("accent"), 6)
        p.restore()
        p.setPen(pen(t, "ink", 1.6, "before"))
        p.drawPolyline(QPolygonF(points(made.middle[:, k])))
        for km, heights in made.read:
            if np.isfinite(heights[k]):
                case_sign(p, v, made.case, _at(inner, min(km, FORECAST_KM[-1]), float(heights[k]), centre, made.span), t.px(5))
