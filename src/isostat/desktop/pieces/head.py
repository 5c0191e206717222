"""The header that every step's sheet wears: its name and what goes on behind it, a rule below."""

from __future__ import annotations

from PyQt6.QtCore import QLineF, QPointF
from PyQt6.QtGui import QPainter

from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View

HEAD = 36


def head_line(sheet: Sheet, v: View) -> Line:
    """The line of a sheet's head; the step's own name stands in the list of steps."""
    return Line(sheet, v, QPointF(v.theme.margin, v.theme.px(5)), high=26, size=14, drop=4)


def draw_head(p: QPainter, v: View, width: float) -> None:
    """The rule under the header."""
    p.setPen(pen(v.theme, "ink", 1.0))
    y = v.theme.px(HEAD)
    p.drawLine(QLineF(0, y, width, y))


def draw_rule(p: QPainter, v: View, y: float, width: float, left: float = 0.0) -> None:
    """An ink rule between regions."""
    p.setPen(pen(v.theme, "ink", 1.0))
    p.drawLine(QLineF(left, y, width, y))
