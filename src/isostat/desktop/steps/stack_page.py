"""Spring's stacked pair: force against the shaft to scale, the ring in its window, and what to set where with a ruler."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

import numpy as np
from PyQt6.QtCore import QLineF, QPointF, QRectF, QSize
from PyQt6.QtGui import QPainter

from isostat.assess.judge import MOST_PRELOAD
from isostat.assess.laws import SLIDER, THREAD
from isostat.assess.stacking import Stacked, stacked
from isostat.assess.workings import Shown
from isostat.core.limits import GRAVITY
from isostat.core.tuning.stack_fit import MARGIN, SHARE, force_at, preload, turns_from_snug
from isostat.desktop.pieces.ink import case_glyph, hatch
from isostat.desktop.pieces.sheet import MIDDLE, RIGHT, Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.units.shown import number
from isostat.units.unit import Quantity

ROW = 27
PARTS = (("top", "top spring"), ("main", "main spring"))
PART_FIELDS = (("rate_n_per_m", "rate", Quantity.RATE), ("free_m", "free", Quantity.COIL), ("solid_m", "solid", Quantity.COIL))
SIZES = (
    ("extended_m", "collar to perch, extended", Quantity.COIL, None),
    ("slider_m", "slider", Quantity.COIL, SLIDER),
    ("step_m", "its step", Quantity.COIL, 0.0),
    ("ring_m", "collar to ring", Quantity.COIL, None),
    ("thread_m", "thread a turn", Quantity.COIL, THREAD),
    ("down_m", "collar may go down", Quantity.COIL, 0.0),
    ("up_m", "and up", Quantity.COIL, 0.0),
    ("share", "crossover at, of bump", Quantity.SHARE, SHARE),
)
CAUTION = "Springs under load: proper compressor, nobody in line."


@dataclass(frozen=True, slots=True)
class StackChart:
    """What is drawn: the stack, its chart, and the ruler of the ring."""

    told: Stacked | None
    area: QRectF
    most_n: float
    ruler: QRectF

    def at(self, shaft_m: float, force_n: float) -> QPointF:
        """Where a shaft travel and a force lie."""
        assert self.told is not None
        across = self.area.left() + shaft_m / self.told.shock.bump_m * self.area.width()
        return QPointF(across, self.area.bottom() - force_n / self.most_n * self.area.height())

    def along(self, ring_m: float) -> float:
        """Where a distance from collar to ring lies on the ruler."""
        assert self.told is not None
        return self.ruler.left() + ring_m / self.told.shock.extended_m * self.ruler.width()


def lay_stack(sheet: Sheet, v: View, area: QRectF, axle: int) -> StackChart:
    """Places the page of one axle."""
    t = v.theme
    _lay_fields(sheet, v, area.topLeft(), axle)
    sheet.text("stack caution", CAUTION, QPointF(area.left(), area.bottom() - t.px(18)), size=12.5, weight=600, role="brick")
    told = stacked(v.a, axle)
    left = area.left() + t.px(258)
    nothing = StackChart(None, QRectF(), 1.0, QRectF())
    if not isinstance(told, Stacked):
        words = told or "Rate, free and solid length of both springs, and collar to perch with the shock extended."
        sheet.text("stack waits words", words, QPointF(left, area.top()), size=14, role="brick" if told else "ink2",
                   width=area.right() - left)  # fmt: skip
        return nothing
    chart = QRectF(left + t.px(44), area.top() + t.px(22), area.right() - left - t.px(56), area.height() * 0.42)
    most = max(force_at(told.pair, told.shock, told.shock.bump_m), told.asked_n) * 1.05
    ruler = QRectF(left, chart.bottom() + t.px(66), area.right() - left - t.px(12), t.px(12))
    made = StackChart(told, chart, most, ruler)
    _lay_chart(sheet, v, made)
    _lay_said(sheet, v, made, QPointF(left, ruler.bottom() + t.px(36)), axle)
    return made


def _lay_fields(sheet: Sheet, v: View, at: QPointF, axle: int) -> None:
    """Both springs, then the room and the parts between."""
    t, stack, base = v.theme, v.job.proposal.axles[axle].stack, ("proposal", "axles", axle, "stack")
    size, y = QSize(round(t.px(68)), round(t.px(23))), at.y()
    for n, (_, words, quantity) in enumerate(PART_FIELDS):
        head = QPointF(at.x() + t.px(8 + 78 * n), y)
        sheet.text(f"stack {words} word", words, head, size=12.5, role="ink2", unit=v.reader.preset.unit(quantity).sign)
    for key, words in PARTS:
        y += t.px(ROW - 8)
        sheet.caps(f"stack {key} head", words, QPointF(at.x(), y))
        y += t.px(ROW - 10)
        for n, (field, name, quantity) in enumerate(PART_FIELDS):
            reading = getattr(getattr(stack, key), field)
            sheet.field(f"stack {key} {field}", (*base, key, field), QPointF(at.x() + t.px(78 * n), y), size, quantity=quantity,
                        label=f"{words}, {name}", value=reading.value if reading else None, empty="–", figure=13)  # fmt: skip
        y += t.px(ROW - 6)
    y += t.px(8)
    for field, words, quantity, usual in SIZES:
        reading, sign = getattr(stack, field), v.reader.preset.unit(quantity).sign
        sheet.text(f"stack {field} word", words, QPointF(at.x(), y + 3), size=13, unit=sign)
        value = reading.value if reading else usual
        place, guessed = QPointF(at.x() + t.px(172), y), reading is None and usual is not None
        sheet.field(f"stack {field}", (*base, field), place, size, label=words, quantity=quantity, value=value, empty="–",
                    assumed=guessed, figure=13)  # fmt: skip
        y += t.px(ROW)


def _lay_chart(sheet: Sheet, v: View, c: StackChart) -> None:
    """Numbers of the chart: loads up the side, shaft along the foot, the crossover."""
    told, t, r = c.told, v.theme, v.reader
    assert told is not None
    words = f"{r.preset.mass.sign} at the spring, against the shaft in {r.preset.coil.sign} from hanging to full bump"
    sheet.text("stack chart words", words, QPointF(c.area.left() - t.px(44), c.area.top() - t.px(24)), size=12.5, role="ink2")
    for share in (0.0, 0.5, 1.0):
        at = c.at(0.0, share * c.most_n)
        kg = number(share * c.most_n / GRAVITY, Quantity.MASS, r.preset)
        sheet.text(f"stack scale {share:g}", kg, at - QPointF(t.px(8), t.px(9)), size=12.5, role="ink2", anchor=RIGHT)
        at = c.at(share * told.shock.bump_m, 0.0)
        sheet.text(f"stack shaft scale {share:g}", number(share * told.shock.bump_m, Quantity.COIL, r.preset), at + QPointF(0, 4),
                   size=12.5, role="ink2", anchor=MIDDLE)  # fmt: skip
    near, far = (r.coil(m) for m in (told.window.nearest_m, told.window.furthest_m))
    said = f"collar to ring {near} to {far} binds nothing" if told.window.missing_m == 0.0 else (
        f"no place for the ring: {r.coil(told.window.missing_m)} less stroke, solid length, slider or run-down opens one"
    )  # fmt: skip
    at = QPointF(c.ruler.left(), c.ruler.top() - t.px(24))
    sheet.text("stack window words", said, at, size=13, weight=600, role="brick" if told.window.missing_m else "ink")


def _lay_said(sheet: Sheet, v: View, c: StackChart, at: QPointF, axle: int) -> None:
    """What to set and what it does, a line each."""
    told, t, r = c.told, v.theme, v.reader
    assert told is not None
    lines = [_hanging(v, told), _change(v, told)]
    if told.placed_m is not None:
        bad = not told.window.nearest_m <= told.placed_m <= told.window.furthest_m
        outside = ", outside its window" if bad else ""
        lines.append((f"ring at {r.coil(told.placed_m)} for the wanted crossover{outside}", bad, "ring"))
    short = (told.gives_n - told.asked_n) / GRAVITY
    if told.collar_m is None:
        word = "too much" if short > 0 else "too little"
        lines.append((f"at the target {r.mass(abs(short))} {word}: beyond the collar's thread", True, ""))
    else:
        way = "down" if told.collar_m >= 0 else "up"
        turns = number(abs(told.collar_m) / told.shock.thread_m, Quantity.RATIO, r.preset)
        lines.append((f"collar {r.coil(abs(told.collar_m))} {way}, {turns} turns, for the target height", False, "collar"))
    spare = told.main_at_bump_m - told.pair.main.solid_m
    words = f"main spring {r.coil(told.main_at_bump_m)} at full bump, {r.coil(spare)} over solid"
    lines.append((words, spare < MARGIN - 1e-6, "main"))
    for n, (words, bad, key) in enumerate(lines):
        weight, role = (600, "ochre") if bad else (400, "ink")
        sheet.text(f"stack said {n}", words, at + QPointF(0, n * t.px(20)), size=13.5, weight=weight, role=role,
                   shown=Shown(f"stack {key}", axle, case=v.case) if key else None)  # fmt: skip


Line = tuple[str, bool, str]  # words, whether they warn, which number is asked by them


def _hanging(v: View, told: Stacked) -> Line:
    """Preload at full droop."""
    r, before = v.reader, preload(told.pair, told.shock)
    if before < 0:
        return f"hanging: loose by {r.coil(-before)}", True, "hanging"
    holds = r.mass(force_at(told.pair, told.shock, 0.0) / GRAVITY)
    turns = number(turns_from_snug(told.pair, told.shock), Quantity.RATIO, r.preset)
    return f"hanging: preload {r.coil(before)}, {turns} turns from just snug, holds {holds}", before > MOST_PRELOAD, "hanging"


def _change(v: View, told: Stacked) -> Line:
    """Where the rate changes, from ride height in the chosen case."""
    if told.change_m is None or told.crossover is None:
        return "the slider stands on its ring: the top spring never works", True, ""
    by = {"ring": "at the ring", "top solid": "top spring solid", "main solid": "main spring solid, the top carries on"}
    away = told.change_m - float(told.ride_m[v.case])
    where = "above ride" if away > 0 else "below ride: it does nothing there"
    return f"rate changes {v.reader.coil(abs(away))} of shaft {where}, {by[told.crossover.by]}", away <= 0, "change"


def draw_stack(p: QPainter, v: View, c: StackChart) -> None:
    """The curve, each case's ride, the crossover; the ruler with the window hatched, the ring and its wanted place."""
    told, t = c.told, v.theme
    if told is None:
        return
    p.setPen(pen(t, "ink", 1.25))
    p.drawLine(QLineF(c.area.bottomLeft(), c.area.bottomRight()))
    p.drawLine(QLineF(c.area.topLeft(), c.area.bottomLeft()))
    x = np.linspace(0.0, told.shock.bump_m, 120)
    points = [c.at(float(s), force_at(told.pair, told.shock, float(s))) for s in x]
    p.setPen(pen(t, "ink", 3.0))
    for a, b in pairwise(points):
        p.drawLine(a, b)
    if told.change_m is not None and 0.0 < told.change_m < told.shock.bump_m:
        at = c.at(told.change_m, force_at(told.pair, told.shock, told.change_m))
        p.setPen(pen(t, "accent", 1.6, "target"))
        p.drawLine(QLineF(at.x(), c.area.top(), at.x(), c.area.bottom()))
    for case in range(v.a.cases):
        if v.a.proposed.stands[case]:
            shaft = min(max(float(told.ride_m[case]), 0.0), told.shock.bump_m)
            at = c.at(shaft, force_at(told.pair, told.shock, shaft))
            case_glyph(p, v.glyph(case), at, 6.5 if case == v.case else 4.5, t.colour("ink"), t.colour("sheet"))
    p.setPen(pen(t, "ink", 1.0))
    p.drawRect(c.ruler)
    near, far = c.along(told.window.nearest_m), c.along(told.window.furthest_m)
    if far > near:
        hatch(p, QRectF(near, c.ruler.top(), far - near, c.ruler.height()), t.colour("accent"), 5)
    for m, role, width in ((told.pair.ring_m, "ink", 3.0), (told.placed_m, "accent", 1.6)):
        if m is not None:
            p.setPen(pen(t, role, width))
            p.drawLine(QLineF(c.along(m), c.ruler.top() - 5, c.along(m), c.ruler.bottom() + 5))
