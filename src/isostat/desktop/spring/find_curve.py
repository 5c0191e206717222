"""The curve of the chosen set beside what is worked on and what was found, at the left wheel of its axle."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from PyQt6.QtCore import QPointF, QRectF
from PyQt6.QtGui import QPainter

from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.standing import WheelCurve
from isostat.assess.spring.curves import rival_curve
from isostat.core.limits import GRAVITY
from isostat.desktop.pieces.sheet import MIDDLE, Sheet
from isostat.desktop.spring.chart import SpringChart, draw_chart, spring_chart, step_that_fits
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.language import tr


@dataclass(frozen=True, slots=True)
class SetCurve:
    """chart: of what is worked on. tried: the chosen set over the same span."""

    chart: SpringChart
    tried: WheelCurve


def lay_set_curve(sheet: Sheet, v: View, axle: int, tried: Assessment, name: str, area: QRectF) -> SetCurve:
    """Places the chart's words in an area: heights along its foot, and how much more or less the set holds at the target."""
    t = v.theme
    inner = area.adjusted(t.px(6), t.px(40), -t.px(6), -t.px(18))
    chart = replace(spring_chart(v, axle, inner), rivals=(), helpers_n=None, bump=None)
    made = SetCurve(chart, rival_curve(tried, axle, (float(chart.curve.travel_m[0]), float(chart.curve.travel_m[-1]))))
    at_target = float(v.a.target_travel_m[axle, 0])
    hangs = float(chart.curve.travel_m[0])
    more = [
        float(np.interp(u, made.tried.travel_m, made.tried.force_n) - np.interp(u, chart.curve.travel_m, chart.curve.force_n))
        / GRAVITY
        for u in (at_target, hangs)
    ]
    said = {"name": name, "target": _more(v, more[0]), "droop": _more(v, more[1])}
    axle_name = v.reader.axle(axle)
    sheet.caps("find curve head", tr("Left {axle} wheel", axle=axle_name), area.topLeft())
    words = tr("{name}, dashed: {target} at the target, {droop} at full droop", **said)
    sheet.text("find curve words", words, area.topLeft() + QPointF(0, t.px(17)), size=12.5, role="accent", width=area.width())
    base = float(v.a.baseline_m[axle, 0])
    choices = (0.0254, 0.0508, 0.1016) if v.reader.preset.height.fractional else (0.02, 0.05, 0.1)
    step = step_that_fits(chart.high - chart.low, 5, choices)
    for n, height in enumerate(np.arange(np.ceil((base - chart.high) / step) * step, base - chart.low, step)):
        at = QPointF(chart.at(base - height, 0).x(), inner.bottom() + 3)
        sheet.text(f"find x {n}", v.reader.height(float(height)), at, size=12, role="ink2", anchor=MIDDLE)
    return made


def _more(v: View, kg: float) -> str:
    mass = v.reader.mass(abs(kg))
    return tr("{mass} more", mass=mass) if kg >= 0.0 else tr("{mass} less", mass=mass)


def draw_set_curve(p: QPainter, v: View, made: SetCurve) -> None:
    """The chart, and the chosen set over it."""
    draw_chart(p, v, made.chart)
    p.save()
    p.setClipRect(made.chart.area)
    p.setPen(pen(v.theme, "accent", 2.0, "before"))
    p.drawPolyline(made.chart.polygon(made.tried.travel_m, made.tried.force_n))
    p.restore()
