"""Stance's lower drawing: every case as a sloped line from the front to the rear hub-to-arch, against the target's band."""

from __future__ import annotations

from dataclasses import dataclass

from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter

from isostat.assess import workings
from isostat.assess.workings import Shown
from isostat.core.limits import Floats
from isostat.desktop.pieces.ink import bracket, case_sign, hatch, polyline
from isostat.desktop.pieces.sheet import MIDDLE, RIGHT, Sheet
from isostat.desktop.pieces.spread import spread
from isostat.desktop.theme import pen
from isostat.desktop.view import FOUND, View
from isostat.language import tr
from isostat.wording.reader import ABOUT

PAST = 0.008  # m shown beyond the outermost height


@dataclass(frozen=True, slots=True)
class SlopedLines:
    """Mean heights of first and last axle, (2,) each, and where they lie on the sheet."""

    area: QRectF
    low: float
    high: float
    heights: dict[int, Floats]  # by case, FOUND for as found
    target: Floats
    pitch: float  # px between labels

    def y(self, height: float) -> float:
        """Where a hub-to-arch height lies."""
        return self.area.bottom() - (height - self.low) / (self.high - self.low) * self.area.height()

    def labels(self, end: int) -> list[tuple[float, int, float]]:
        """At one end: place of the label, case, place of the point; no two labels overlap."""
        points = sorted((self.y(float(pair[end])), case) for case, pair in self.heights.items())
        places = spread([y for y, _ in points], self.pitch, self.area.top(), self.area.bottom() + 4)
        return [(place, case, y) for place, (y, case) in zip(places, points, strict=True)]


def sloped_lines(v: View, area: QRectF) -> SlopedLines:
    """The lines of all cases that stand, in an area of the sheet."""
    s = v.a.proposed
    ends = [0, len(v.a.axles) - 1]
    mean = s.hub_to_arch_m.mean(axis=1)[ends]
    heights = {case: mean[:, case] for case in range(v.a.cases) if s.stands[case]}
    heights[FOUND] = v.a.baseline_m.mean(axis=1)[ends]
    target = v.a.fitted_target_m.mean(axis=1)[ends]
    every = [float(h) for pair in (*heights.values(), target) for h in pair]
    pitch = min(v.theme.px(17), area.height() / len(heights))
    return SlopedLines(area, min(every) - PAST, max(every) + PAST, heights, target, pitch)


def lay_lines(sheet: Sheet, v: View, lines: SlopedLines) -> None:
    """Places what is read beside the lines."""
    t, band = v.theme, v.job.target.band_m.value
    front, rear = (v.reader.height(float(h)) for h in lines.target)
    where = tr("{front} front, {rear} rear", front=front, rear=rear) if len(v.a.axles) > 1 else front
    given = {"where": where, "band": v.reader.height_unit(band)}
    words = tr("target hub to arch as fitted: {where} (± {band})", **given) if v.job.target.settled else ""
    words = words or tr("target hub to arch: {where} (± {band})", **given)
    at = QPointF(sheet.width() / 2 + t.px(20), lines.area.top() - t.px(21))
    sheet.text("target legend", words, at, size=13, weight=600, role="accent", anchor=MIDDLE)
    for end, axle in enumerate((0, len(v.a.axles) - 1)):
        x = (lines.area.left() - t.px(14), lines.area.right() + t.px(14))[end]
        for place, case, _ in lines.labels(end):
            height, here = float(lines.heights[case][end]), case == v.case
            shown = (
                Shown(workings.corner.mean_height, axle, 0, v.weighed, found=True)
                if case == FOUND
                else Shown(workings.corner.mean_height, axle, 0, case)
            )
            said = v.reader.height(height)
            if case == FOUND:  # as read: the old springs need not be solved to know whether it was
                parts = [(ABOUT if any(h.assumed for h in v.a.axles[axle].hub_to_arch_m) else "") + said, tr("as found")]
            else:
                verdict, _ = v.reader.off(height, float(lines.target[end]), band)
                spread_m = v.band_m(axle, None, case) if here else None
                said = v.number(shown, said) + ("" if spread_m is None else f" ± {v.reader.height(spread_m)}")
                parts = [said, verdict, v.reader.case(case)]
            style = {"size": 14, "weight": 600, "role": "ink"} if here else {"size": 13, "role": "ink2"}
            words = "  ".join(parts if end else reversed(parts))
            sheet.text(f"line {end} {case}", words, QPointF(x, place - t.px(9)), anchor=0.0 if end else RIGHT, shown=shown, **style)  # type: ignore[arg-type]


def draw_lines(p: QPainter, v: View, lines: SlopedLines) -> None:
    """The target's band and a line a case."""
    t, area = v.theme, lines.area
    front, rear = (lines.y(float(h)) for h in lines.target)
    half = v.job.target.band_m.value / (lines.high - lines.low) * area.height()
    p.save()
    edges = ((area.left(), front - half), (area.right(), rear - half), (area.right(), rear + half), (area.left(), front + half))
    p.setClipPath(polyline([QPointF(x, y) for x, y in edges], closed=True))
    top, foot = min(front, rear) - half, max(front, rear) + half
    hatch(p, QRectF(area.left(), top, area.width(), foot - top), t.colour("accent"), 5)
    p.restore()
    p.setPen(pen(t, "accent", 1.6, "target"))
    p.drawLine(QLineF(area.left(), front, area.right(), rear))
    p.setPen(pen(t, "ink", 1.0))
    for x in (area.left(), area.right()):
        p.drawLine(QLineF(x, area.top(), x, area.bottom()))
    for case in sorted(lines.heights, key=lambda c: c == v.case):
        here, found = case == v.case, case == FOUND
        a, b = (QPointF(x, lines.y(float(h))) for x, h in zip((area.left(), area.right()), lines.heights[case], strict=True))
        p.setPen(pen(t, "ink" if here or found else "ink3", 3.0 if here else 1.0, "before" if found else ""))
        p.drawLine(QLineF(a, b))
        for point in (a, b):
            case_sign(p, v, case, point, 6 if here else 4.5)
    _draw_bands(p, v, lines)
    p.setPen(pen(t, "ink3", 0.8))
    for end, x, way in ((0, area.left(), -1), (1, area.right(), 1)):
        for label, _, at in lines.labels(end):
            p.drawLine(QLineF(x + way * 5, at, x + way * t.px(12), label))


def _draw_bands(p: QPainter, v: View, lines: SlopedLines) -> None:
    """A bracket for every case beside its end of the lines: how far either way the axle's mean may come."""
    order = sorted((c for c in lines.heights if c != FOUND), key=lambda c: float(lines.heights[c][0]))
    for end, axle, x, way in ((0, 0, lines.area.left(), 1), (1, len(v.a.axles) - 1, lines.area.right(), -1)):
        for n, case in enumerate(order):
            half = v.band_m(axle, None, case)
            if half is None:
                continue
            height, here, at = float(lines.heights[case][end]), case == v.case, x + way * (9 + 6 * n)
            low, high = (min(max(lines.y(height + way_up * half), lines.area.top()), lines.area.bottom()) for way_up in (-1, 1))
            role = ("accent" if v.prediction_fresh else "ink3") if here else "ink3"
            bracket(p, v.theme, QPointF(at, low), QPointF(at, high), role=role, width=2.2 if here else 1.0, lip=-way * 4.0)
