"""The header that every step's sheet wears: its name, a line of words, a rule below."""

from __future__ import annotations

from PyQt6.QtCore import QLineF, QPointF
from PyQt6.QtGui import QPainter

from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View

HEAD = 36


def lay_head(sheet: Sheet, v: View, words: str) -> float:
    """Places the step's name and words; returns where the words end."""
    name = sheet.text("step title", v.step.value, QPointF(v.theme.margin, v.theme.px(5)), size=19, weight=600)
    box = sheet.text("step words", words, QPointF(name.right() + 16, v.theme.px(9)), size=14, role="ink2")
    return float(box.right())


def draw_head(p: QPainter, v: View, width: float) -> None:
    """The rule under the header."""
    p.setPen(pen(v.theme, "ink", 1.0))
    y = v.theme.px(HEAD)
    p.drawLine(QLineF(0, y, width, y))


def draw_rule(p: QPainter, v: View, y: float, width: float, left: float = 0.0) -> None:
    """An ink rule between regions."""
    p.setPen(pen(v.theme, "ink", 1.0))
    p.drawLine(QLineF(left, y, width, y))
