"""A ruler to scale with the marks that are set by it."""

from __future__ import annotations

from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter

from isostat.answers.ruler import Mark, Ruler
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.theme import Theme, pen
from isostat.desktop.view import View
from isostat.language import tr

HEAD, WIDE, APART = 56.0, 26.0, 30.0  # px of its words, of the ruler, and between two labels


def mark_places(t: Theme, area: QRectF, ruler: Ruler) -> list[tuple[Mark, float, float]]:
    """Each mark with its place on the ruler and that of its label, which keep apart."""
    per_m, out, last = _per_m(t, area, ruler), [], area.bottom() + t.px(APART)
    for mark in sorted(ruler.marks, key=lambda one: one.at_m):
        y = area.bottom() - mark.at_m * per_m
        label = min(y, last - t.px(APART))
        out.append((mark, y, label))
        last = label
    return out


def _per_m(t: Theme, area: QRectF, ruler: Ruler) -> float:
    return (area.height() - t.px(HEAD + 8)) / ruler.long_m


def high_of_labels(ruler: Ruler) -> float:
    """px that its words and all its labels take, one above the other."""
    return HEAD + APART * (len(ruler.marks) + 1)


def lay_ruler(sheet: Sheet, v: View, area: QRectF, ruler: Ruler) -> None:
    """Its words and values."""
    t = v.theme
    head = sheet.text(
        "ruler head", tr("by ruler, from {face}", face=ruler.face), area.topLeft(), size=12.5, weight=600, width=area.width()
    )
    sheet.text("ruler state", ruler.state, QPointF(area.left(), head.bottom() + t.px(1)), size=12, role="ink2", width=area.width())
    for n, (mark, _, label) in enumerate(mark_places(t, area, ruler)):
        x = area.left() + t.px(WIDE + 26)
        sheet.text(f"ruler value {n}", mark.value, QPointF(x, label - t.px(18)), size=14, weight=600, role="accent")
        sheet.text(f"ruler mark {n}", mark.words, QPointF(x, label - t.px(1)), size=11.5, role="ink2")


def draw_ruler(p: QPainter, t: Theme, area: QRectF, ruler: Ruler) -> None:
    """Ticks, every fifth a long one, and a line to each mark."""
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
        p.drawLine(QLineF(left, y, right + t.px(8), y))
        p.drawLine(QLineF(right + t.px(8), y, right + t.px(20), label - t.px(8)))
