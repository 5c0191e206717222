"""The list: each thing before and after, a strip with every case and what is allowed, the cure, the reading that it asks for."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

import numpy as np
from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter

from isostat.assess.judgement import Grade
from isostat.assess.knock_on.line import Line
from isostat.assess.knock_on.on_card import cure_of, on_card
from isostat.assess.workings.knock_on import number_in
from isostat.desktop.knock_on.allowed import lay_allowed
from isostat.desktop.pieces.ink import case_sign, hatch, mark
from isostat.desktop.pieces.sheet import MIDDLE, Sheet
from isostat.desktop.pieces.styles import button_style, restyle
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.language import tr
from isostat.wording.knock_on import say_allowed, say_asks, say_before, say_case, say_cure_shortly, say_left, say_what, say_worst

ROW = 44.0  # px
WHAT, VALUES, STRIP, CURE = 0.03, 0.29, 0.53, 0.73  # of the width, where columns begin
HEADS = (("what", WHAT), ("values", VALUES), ("strip", STRIP), ("cure", CURE))


def lay_heads(sheet: Sheet, v: View, area: QRectF) -> None:
    """Names of the columns."""
    case = v.reader.case(v.case)
    words = {
        "what": tr("what"),
        "values": tr("old → new springs, {case}", case=case),
        "strip": tr("every case"),
        "cure": tr("what puts it right"),
    }
    for key, at in HEADS:
        sheet.text(f"{key} knock head", words[key], QPointF(area.left() + area.width() * at, area.top()), size=12, role="ink2")


def lay_row(sheet: Sheet, v: View, n: int, line: Line, area: QRectF, *, chosen: bool, choose: Callable[[int], object]) -> None:
    """One line of the list."""
    t, r = v.theme, v.reader

    def at(share: float, down: float) -> QPointF:
        return QPointF(area.left() + area.width() * share, area.top() + t.px(down))

    wide = round(area.width() * (VALUES - WHAT - 0.015))
    made = sheet.button(f"knock row {n}", say_what(line, r), at(WHAT, 0), partial(choose, n), width=wide)
    made.setCheckable(True)
    made.setChecked(chosen)
    restyle(made, button_style(t, filled=False))
    if line.asks:
        said = say_asks(line, r)
        made.setAccessibleName(f"{say_what(line, r)}. {said}")
        room = area.width() * (1.0 - VALUES)
        sheet.text(f"knock asks {n}", said, at(VALUES, 3), size=13, role="watch", width=room)
        return
    made.setAccessibleName(f"{say_what(line, r)}. {say_before(line, r)}, {say_worst(v.a, line, r)}")
    if np.isfinite(line.now[v.case]):
        off = line.outside[v.case] != 0.0
        shown = number_in(line, v.case)
        words = tr("{before} → {now}", before=say_before(line, r), now=say_case(v.a, line, v.case, r))
        sheet.text(f"knock now {n}", words, at(VALUES, 2), size=13, weight=600, role="watch" if off else "ink", shown=shown)
    if np.isfinite(line.now[line.worst]):
        shown = number_in(line, line.worst)
        worst = tr("worst {value}", value=say_worst(v.a, line, r))
        role = "watch" if line.outside.any() else "ink2"
        sheet.text(f"knock worst {n}", worst, at(VALUES, 20), size=12, role=role, shown=shown)
    if chosen:
        lay_allowed(sheet, v, at(STRIP, 20), line)
    else:
        sheet.text(f"row allowed {n}", say_allowed(line, r), at((STRIP + CURE - 0.02) / 2, 21), size=12, role="ink2", anchor=MIDDLE)
    if not line.outside.any():
        sheet.text(f"row cure {n}", tr("nothing to do"), at(CURE, 2), size=13, role="ink2")
    elif (cure := cure_of(v.job, line)) is None:
        sheet.text(f"row cure {n}", tr("less lift, or other parts"), at(CURE, 2), size=13, role="ink2")
    else:
        ticked = "✓ " if on_card(v.job, line) else ""
        sheet.text(f"row cure {n}", ticked + say_cure_shortly(line, cure, r), at(CURE, 2), size=13, weight=600)
        sheet.text(f"row left {n}", say_left(line, cure, r), at(CURE, 20), size=12, role="ink2")


def grade_of(line: Line, faults: set[object]) -> Grade | None:
    """How grave a line is; None where it is in order or not read."""
    if not line.outside.any():
        return None
    return Grade.FAULT if (line.what, line.axle) in faults else Grade.WATCH


def draw_row(p: QPainter, v: View, line: Line, area: QRectF, grade: Grade | None) -> None:
    """Its mark and its strip."""
    t = v.theme
    if grade is not None:
        mark(p, t, grade, QPointF(area.left() + t.px(8), area.top() + t.px(13)), 14)
    p.setPen(pen(t, "rule", 0.8))
    p.drawLine(QLineF(area.left(), area.bottom() - 2, area.right(), area.bottom() - 2))
    known = line.now[np.isfinite(line.now)]
    if line.asks or not known.size:
        return
    left, right = (area.left() + area.width() * share for share in (STRIP, CURE - 0.02))
    ends = [line.before, *known.tolist(), *(end for end in (line.low, line.high) if end is not None)]
    low, high = min(ends), max(ends)
    room = max(high - low, 1e-6)
    y = area.top() + t.px(11)

    def x(value: float) -> float:
        return float(left + (0.06 + 0.88 * (value - low) / room) * (right - left))

    p.setPen(pen(t, "rule", 1.0))
    p.drawLine(QLineF(left, y, right, y))
    first, last = (left if line.low is None else x(line.low)), (right if line.high is None else x(line.high))
    hatch(p, QRectF(first, y - t.px(6), max(last - first, 1.0), t.px(12)), t.colour("accent"), 5)
    p.setPen(pen(t, "ink2", 1.2))
    at, arm = QPointF(x(line.before), y), t.px(4)
    p.drawLine(QLineF(at - QPointF(arm, arm), at + QPointF(arm, arm)))
    p.drawLine(QLineF(at - QPointF(arm, -arm), at + QPointF(arm, -arm)))
    for case in [*(n for n in range(v.a.cases) if n != v.case), v.case]:
        if np.isfinite(line.now[case]):
            case_sign(p, v, case, QPointF(x(float(line.now[case])), y), 5.5 if case == v.case else 4.5)
