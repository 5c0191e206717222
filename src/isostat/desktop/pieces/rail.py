"""The rail in place of findings and working where text is large: its name, count and marks; opens them over the sheet."""

from __future__ import annotations

from PyQt6.QtCore import QPointF
from PyQt6.QtGui import QPainter, QPaintEvent
from PyQt6.QtWidgets import QPushButton, QWidget
from typing_extensions import override

from isostat.desktop.pieces.ink import mark
from isostat.desktop.pieces.plain import set_tip
from isostat.desktop.theme import pen, smooth
from isostat.desktop.view import View
from isostat.language import tr

PITCH, GAP = 28, 14  # px


class Rail(QPushButton):
    """Opens and closes the findings."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.setCheckable(True)
        self.view: View | None = None

    def show_view(self, view: View) -> None:
        """The findings to count."""
        self.view = view
        self.setAccessibleName(tr("{n} findings, and working", n=len(view.judgements)))
        set_tip(self, tr("Findings and working"))
        self.update()

    @override
    def paintEvent(self, event: QPaintEvent | None) -> None:
        if self.view is None:
            return
        t = self.view.theme
        with smooth(QPainter(self)) as p:
            p.fillRect(self.rect(), t.colour("paper"))
            p.setPen(pen(t, "accent" if self.hasFocus() else "ink", 2.0 if self.hasFocus() else 1.0))
            p.drawLine(QPointF(0.5, 0), QPointF(0.5, self.height()))
            here = [j for j in self.view.judgements if j.step is self.view.step]
            words = tr("Findings {n} · working", n=len(self.view.judgements))
            p.setFont(t.font(13, 600))
            long = p.fontMetrics().horizontalAdvance(words)
            room = max(int((self.height() - long - 3 * GAP) // PITCH), 1)
            for n, j in enumerate(here[:room]):
                mark(p, t, j.grade, QPointF(self.width() / 2, 24 + n * PITCH), 19, self.view.letter(j))
            p.setPen(t.colour("ink"))
            p.translate(self.width() / 2 + p.fontMetrics().capHeight() / 2, self.height() - GAP)
            p.rotate(-90.0)
            p.drawText(QPointF(0.0, 0.0), words)
