"""The Spring chart: what the left wheel's parts hold up against hub to arch, every load case a dot on the curve."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter, QPolygonF

from isostat.assess import workings
from isostat.assess.proposals import rivals
from isostat.assess.solve.standing import WheelCurve
from isostat.assess.spring.curves import rival_curve, spring_curves
from isostat.assess.travel.landmarks import landmarks
from isostat.assess.workings import Shown
from isostat.core.limits import GRAVITY, Floats
from isostat.core.parts.event import Event
from isostat.desktop.pieces.ink import bracket, case_sign, hatch
from isostat.desktop.pieces.sheet import MIDDLE, RIGHT, Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.language import tr
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.springs.words import WORDS


@dataclass(frozen=True, slots=True)
class SpringChart:
    """Where travels and masses lie on the sheet for one axle."""

    axle: int
    area: QRectF
    low: float  # wheel travel in m at the left edge
    high: float
    most: float  # kg at the head
    found: WheelCurve
    curve: WheelCurve
    bump: WheelCurve | None  # what a bump meets in the case shown, where a valve holds the height
    helpers_n: Floats | None  # what stands beside the springs adds by itself, along the curve
    rivals: tuple[tuple[str, WheelCurve], ...]  # of the other proposals

    def at(self, travel: float, kg: float) -> QPointF:
        """The point of the sheet for a wheel travel in m and a mass held up in kg."""
        x = self.area.left() + (travel - self.low) / (self.high - self.low) * self.area.width()
        return QPointF(x, self.area.bottom() - kg / self.most * self.area.height())

    def polygon(self, travel: Floats, force: Floats) -> QPolygonF:
        """The points of a curve, travel in m and force in N."""
        x = self.area.left() + (travel - self.low) / (self.high - self.low) * self.area.width()
        y = self.area.bottom() - force / (GRAVITY * self.most) * self.area.height()
        return QPolygonF([QPointF(a, b) for a, b in zip(x.tolist(), y.tolist(), strict=True)])

    def on_curve(self, travel: float) -> QPointF:
        """The point of the proposal's curve at a wheel travel."""
        return self.at(travel, float(np.interp(travel, self.curve.travel_m, self.curve.force_n)) / GRAVITY)


def spring_chart(v: View, axle: int, area: QRectF) -> SpringChart:
    """The chart of an axle in an area of the sheet."""
    made = spring_curves(v.a, axle, v.case)
    others = [r for r in rivals(v.a) if not r.here] if v.job.others else []
    ghosts = tuple((r.name, rival_curve(r.a, axle, made.ends_m)) for r in others)
    low, high = float(made.proposed.travel_m[0]) - 0.005, float(made.proposed.travel_m[-1]) + 0.005
    most = max(made.most_kg, 50.0) * 1.9
    return SpringChart(axle, area, low, high, most, made.found, made.proposed, made.bump, made.helpers_n, ghosts)


def step_that_fits(span: float, at_most: int, choices: tuple[float, ...]) -> float:
    """The smallest choice that cuts the span into at most so many parts."""
    return next((c for c in choices if span / c <= at_most), choices[-1])


def _mass_step(v: View, most: float) -> float:
    unit = v.reader.preset.mass.si
    return step_that_fits(most / unit, 6, (50, 100, 200, 500, 1000, 2000, 5000, 10_000, 20_000)) * unit


def lay_chart(sheet: Sheet, v: View, c: SpringChart) -> None:
    """Places the chart's numbers."""
    t, axle, preset = v.theme, v.job.vehicle.axles[c.axle].name.lower(), v.reader.preset
    said = {"mass": preset.mass.sign, "axle": axle, "unit": preset.height.sign}
    words = tr("sprung load at the left {axle} wheel, {mass}, against hub to arch, {unit}", **said)
    short = tr("sprung load, {mass}, against hub to arch, {unit}", **said)
    words = words if sheet.text_width(words, 12.5) < c.area.right() - t.px(16) else short
    sheet.text("chart words", words, QPointF(t.margin, c.area.top() - t.px(24)), size=12.5, role="ink2")
    _lay_ghosts(sheet, v, c)
    _lay_scales(sheet, v, c)
    _lay_rates(sheet, v, c)
    _lay_dots(sheet, v, c)
    _lay_beside(sheet, v, c)
    target = c.at(float(v.a.target_travel_m[c.axle, 0]), 0)
    aimed = tr("target {m}", m=v.reader.height(float(v.a.target_m[c.axle, 0])))
    half = sheet.text_width(aimed, 13, 600) / 2
    at = QPointF(min(max(target.x(), c.area.left() + half), c.area.right() - half), c.area.top() - t.px(4))
    sheet.text("target word", aimed, at, size=13, weight=600, role="accent", anchor=MIDDLE, halo=True)
    end = c.at(landmarks(v.a, c.axle, 0).full_m - 0.006, 0)
    end.setY(c.area.top() + t.px(44))  # below the grip of the stop
    listed = c.area.bottom() - t.px(17) * int(v.a.proposed.stands.sum()) - 4
    if end.x() < c.area.right() and end.y() + t.px(17) < listed:
        sheet.text("stop word", tr("bump stop"), end, size=12.5, weight=600, anchor=MIDDLE)


def _lay_beside(sheet: Sheet, v: View, c: SpringChart) -> None:
    """Names of the thin curves: what a helper adds, what a bump meets where a valve holds the height."""
    t, size = v.theme, 12.5
    if c.helpers_n is not None:
        target = c.at(float(v.a.target_travel_m[c.axle, 0]), 0).x()
        x = max(target - t.px(70), c.area.left() + t.px(30))
        u = c.low + (x - c.area.left()) / c.area.width() * (c.high - c.low)
        at = c.at(u, float(np.interp(u, c.curve.travel_m, c.helpers_n)) / GRAVITY) - QPointF(0, t.px(20))
        sheet.text("helpers word", tr("helper"), at, size=size, weight=600, role="accent", halo=True)
    if c.bump is not None:
        n = min(int(np.searchsorted(c.bump.force_n / GRAVITY, c.most * 0.93)), c.bump.travel_m.size - 1)
        at = c.at(float(c.bump.travel_m[n]), c.most * 0.93) + QPointF(t.px(8), -t.px(6))
        sheet.text("bump word", tr("dynamic"), at, size=size, weight=600, role="accent", halo=True)


def _lay_scales(sheet: Sheet, v: View, c: SpringChart) -> None:
    t, base = v.theme, float(v.a.baseline_m[c.axle, 0])
    choices = (0.0127, 0.0254, 0.0508) if v.reader.preset.height.fractional else (0.01, 0.02, 0.05)
    step = step_that_fits(c.high - c.low, 8, choices)
    for n, height in enumerate(np.arange(np.ceil((base - c.high) / step) * step, base - c.low, step)):
        at = QPointF(c.at(base - height, 0).x(), c.area.bottom() + 6)
        sheet.text(f"x {n}", v.reader.height(float(height)), at, size=12.5, role="ink2", anchor=MIDDLE)
    step = _mass_step(v, c.most)
    for k in range(int(c.most / step) + 1):
        at = QPointF(c.area.left() - 8, c.at(c.low, k * step).y() - t.px(9))
        kg = number(k * step, Quantity.MASS, v.reader.preset)
        sheet.text(f"y {k}", kg, at, size=12.5, role="ink2", anchor=RIGHT)


def _lay_rates(sheet: Sheet, v: View, c: SpringChart) -> None:
    """Spring rate large, wheel rate small, both named."""
    t, rate, wheel = v.theme, Shown(workings.order.spring_rate, c.axle, 0), Shown(workings.corner.wheel_rate, c.axle, 0, v.case)
    shown = v.number(rate, number(v.a.orders[c.axle].order.rate_n_per_m[0], Quantity.RATE, v.reader.preset))
    x = c.area.left() + c.area.width() * 0.04
    unit = v.reader.preset.rate.sign
    box = sheet.text("rate", shown, QPointF(x, c.area.top() + 4), size=26, weight=600, unit=unit, shown=rate)
    name = WORDS[v.a.orders[c.axle].kind.name].rate_name(v.a, c.axle)
    sheet.text("rate name", tr(name), QPointF(x, box.bottom() - 2), size=13, weight=600)
    at_wheel = float(v.a.proposed.wheel_rate[c.axle, 0, v.case])
    words = tr("wheel rate {rate}", rate=v.number(wheel, v.reader.rate(at_wheel)))
    sheet.text("wheel rate", words, QPointF(x, box.bottom() + t.px(15)), size=12.5, role="ink2", shown=wheel)


def _lay_ghosts(sheet: Sheet, v: View, c: SpringChart) -> None:
    """A letter where each other proposal's curve leaves the chart."""
    for n, (name, curve) in enumerate(c.rivals):
        inside = np.nonzero(curve.force_n / GRAVITY <= c.most * 0.97)[0]
        k = int(inside[-1 - min(n * 12, inside.size - 1)]) if inside.size else 0
        at = c.at(float(curve.travel_m[k]), float(curve.force_n[k]) / GRAVITY) + QPointF(v.theme.px(6), -v.theme.px(4))
        at.setX(min(at.x(), c.area.right() - v.theme.px(14)))
        sheet.text(f"ghost {name} word", name, at, size=13, weight=600, role="ink2", halo=True)


def _lay_dots(sheet: Sheet, v: View, c: SpringChart) -> None:
    t, s = v.theme, v.a.proposed
    cases = [n for n in range(v.a.cases) if s.stands[n]]
    rows = []
    for case in cases:
        at = (c.axle, 0, case)
        kg = v.number(Shown(workings.corner.held, *at), number(float(s.rest.force_n[at]) / GRAVITY, Quantity.MASS, v.reader.preset))
        height = v.number(Shown(workings.corner.height, *at), v.reader.height(float(s.hub_to_arch_m[at])))
        rows.append(f"{height}   {kg}   {v.reader.case(case)}")
    top = c.area.bottom() - t.px(17) * len(cases) - 4
    wide = max((sheet.text_width(words, 13, 600) for words in rows), default=0.0) + t.px(6)
    beyond = min(_clear_of(c, top - t.px(14)) + t.px(10), c.area.right() - wide)
    x = max(c.at(float(v.a.target_travel_m[c.axle, 0]), 0).x() + t.px(30), c.area.left() + c.area.width() * 0.45, beyond)
    for n, (case, words) in enumerate(zip(cases, rows, strict=True)):
        here, at = case == v.case, (c.axle, 0, case)
        y = c.area.bottom() - t.px(17) * (len(cases) - n) - 4
        style = {"weight": 600 if here else 400, "role": "ink" if here else "ink2"}
        sheet.text(f"dot {case}", words, QPointF(x, y), size=13, halo=True, shown=Shown(workings.corner.held, *at), **style)  # type: ignore[arg-type]


def _clear_of(c: SpringChart, y: float) -> float:
    """Where the curve has risen above a line, px across."""
    above = c.curve.travel_m[c.curve.force_n / GRAVITY > (c.area.bottom() - y) / c.area.height() * c.most]
    return c.at(float(above.min()), 0.0).x() if above.size else c.area.right()


def draw_chart(p: QPainter, v: View, c: SpringChart) -> None:
    """Zones, curves of both set-ups, and the dots."""
    t, s, area = v.theme, v.a.proposed, c.area
    way = landmarks(v.a, c.axle, 0)
    top, foot = area.top(), area.bottom()
    p.setPen(pen(t, "rule", 0.8))
    step = _mass_step(v, c.most)
    for k in range(1, int(c.most / step) + 1):
        y = c.at(c.low, k * step).y()
        p.drawLine(QLineF(area.left(), y, area.right(), y))
    touched, flat, metal = (way.at(n) for n in (Event.STOP_TOUCHED, Event.STOP_FLAT, Event.METAL))

    def zone(low: float, high: float, role: str, gap: float, width: float, *, crossed: bool = False) -> None:
        a, b = c.at(low, 0).x(), c.at(high, 0).x()
        hatch(p, QRectF(a, top, b - a, foot - top), t.colour(role), gap, crossed=crossed, width=width)

    if touched is not None and flat is not None:
        squeezed = min(flat, c.high if metal is None else metal)  # metal may meet before the stop is flat
        zone(touched, max(touched, squeezed), "ink2", 4.5, 0.5, crossed=True)
    zone(c.low, way.hanging_m, "ink", 3.2, 1.0)
    if metal is not None:
        zone(metal, c.high, "ink", 3.2, 1.0)
    p.setPen(pen(t, "ink", 1.25))
    p.drawLine(QLineF(area.left(), foot, area.right(), foot))
    p.drawLine(QLineF(area.left(), top, area.left(), foot))
    target = c.at(float(v.a.target_travel_m[c.axle, 0]), 0).x()
    p.setPen(pen(t, "accent", 1.6, "target"))
    p.drawLine(QLineF(target, top + t.px(14), target, foot))
    p.save()
    p.setClipRect(area)
    lines = [(curve.travel_m, curve.force_n, "ink3", 1.4, "") for _, curve in c.rivals]
    if c.bump is not None:
        lines.append((c.bump.travel_m, c.bump.force_n, "accent", 1.6, ""))
    if c.helpers_n is not None:
        lines.append((c.curve.travel_m, c.helpers_n, "accent", 1.6, ""))
    lines += [(c.found.travel_m, c.found.force_n, "ink2", 1.2, "before"), (c.curve.travel_m, c.curve.force_n, "ink", 3.4, "")]
    for travel, force, role, width, dash in lines:
        p.setPen(pen(t, role, width, dash))
        p.drawPolyline(c.polygon(travel, force))
    p.restore()
    for case in [*(n for n in range(v.a.cases) if n != v.case), v.case]:
        if s.stands[case]:
            _draw_band(p, v, c, case)
            at = c.at(float(s.rest.travel_m[c.axle, 0, case]), float(s.rest.force_n[c.axle, 0, case]) / GRAVITY)
            case_sign(p, v, case, at, 7 if case == v.case else 5)


def _draw_band(p: QPainter, v: View, c: SpringChart, case: int) -> None:
    """A bracket along the heights that may come, under the dot of a case."""
    half = v.band_m(c.axle, 0, case)
    if half is None:
        return
    s, here = v.a.proposed, case == v.case
    u, kg = float(s.rest.travel_m[c.axle, 0, case]), float(s.rest.force_n[c.axle, 0, case]) / GRAVITY
    ends = [c.at(min(max(u + way * half, c.low), c.high), kg) + QPointF(0, 11) for way in (-1, 1)]
    bracket(p, v.theme, *ends, role="accent" if here and v.prediction_fresh else "ink3", width=2.0 if here else 1.0, lip=-4.0)
