"""A ruler to scale with the marks that are set by it, and the part beside it."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter

from isostat.answers.ruler import Mark, Ruler
from isostat.desktop.fit.ruled_part import ACROSS, draw_part
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.theme import Theme, pen
from isostat.desktop.view import View
from isostat.language import tr

HEAD, WIDE, APART = 50.0, 26.0, 30.0  # px of its words, of the ruler, and between two labels
WORDS = WIDE + ACROSS + 22.0  # px from its edge to where a label begins


def mark_places(t: Theme, area: QRectF, ruler: Ruler) -> list[tuple[Mark, float, float]]:
    """Each mark, from the lowest up, with its place on the ruler and that of its label; labels keep apart, and below the head."""
    per_m, marks = _per_m(t, area, ruler), sorted(ruler.marks, key=lambda one: one.at_m)
    at = [area.bottom() - mark.at_m * per_m for mark in marks]
    labels, last = list[float](), area.bottom() + t.px(APART)
    for y in at:
        last = min(y, last - t.px(APART))
        labels.append(last)
    least = area.top() + t.px(HEAD + 14)
    for n in reversed(range(len(labels))):
        labels[n] = max(labels[n], least)
        least = labels[n] + t.px(APART)
    return list(zip(marks, at, labels, strict=True))


def _per_m(t: Theme, area: QRectF, ruler: Ruler) -> float:
    return (area.height() - t.px(HEAD + 8)) / ruler.long_m


def high_of_labels(ruler: Ruler) -> float:
    """px that its words and all its labels take, one above the other."""
    return HEAD + APART * len(ruler.marks)


def lay_ruler(sheet: Sheet, v: View, area: QRectF, rulers: tuple[Ruler, ...], n: int, turn: Callable[[int], object]) -> None:
    """Words and values of one of some rulers; of several, in which state it is read is a choice."""
    t, ruler = v.theme, rulers[n]
    head = sheet.text(
        "ruler head", tr("by ruler, from {face}", face=ruler.face), area.topLeft(), size=12.5, weight=600, width=area.width()
    )
    below = QPointF(area.left(), head.bottom() + t.px(1))
    if len(rulers) > 1:
        states, asks = [one.state for one in rulers], tr("in which state it is read")
        Line(sheet, v, below, size=12).choice("ruler state", states, n, turn, label=asks, wide=area.width() / t.px(1))
    else:
        sheet.text("ruler only state", ruler.state, below, size=12, role="ink2", width=area.width())
    for k, (mark, _, label) in enumerate(mark_places(t, area, ruler)):
        x = area.left() + t.px(WORDS)
        sheet.text(f"ruler value {k}", mark.value, QPointF(x, label - t.px(18)), size=14, weight=600, role="accent")
        sheet.text(f"ruler mark {k}", mark.words, QPointF(x, label - t.px(1)), size=11.5, role="ink2")


def draw_ruler(p: QPainter, t: Theme, area: QRectF, ruler: Ruler) -> None:
    """Ticks, every fifth a long one, a line to each mark, and the part."""
    per_m = _per_m(t, area, ruler)
    left, right, foot = area.left(), area.left() + t.px(WIDE), area.bottom()
    p.setPen(pen(t, "ink", 1.2))
    p.drawRect(QRectF(left, foot - ruler.long_m * per_m, right - left, ruler.long_m * per_m))
    p.setPen(pen(t, "ink2", 0.8))
    for n in range(round(ruler.long_m / ruler.tick_m) + 1):
        y, long = foot - n * ruler.tick_m * per_m, n % 5 == 0
        p.drawLine(QLineF(right - t.px(14 if long else 7), y, right, y))
    p.setPen(pen(t, "accent", 1.8))
    for _, y, label in mark_places(t, area, ruler):
        beside = left + t.px(WORDS - 18)
        p.drawLine(QLineF(left, y, beside, y))
        p.drawLine(QLineF(beside, y, left + t.px(WORDS - 5), label - t.px(8)))
    draw_part(p, t, left + t.px(WIDE + 4 + ACROSS / 2), foot, per_m, ruler)
