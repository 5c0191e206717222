"""A widget that tells on hover which load case a drawn sign stands for."""

from __future__ import annotations

from PyQt6.QtCore import QEvent, QLineF, QPointF
from PyQt6.QtGui import QHelpEvent
from PyQt6.QtWidgets import QToolTip, QWidget

from isostat.desktop.pieces.plain import as_text

REACH = 9.0  # px round a sign, within which its word is shown


class Signed(QWidget):
    """Knows the signs of load cases that were drawn on it, with their words."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.signs: list[tuple[QPointF, str]] = []

    def event(self, event: QEvent | None) -> bool:
        """Over the sign of a load case its word."""
        if isinstance(event, QHelpEvent) and event.type() is QEvent.Type.ToolTip:
            word = self.sign_at(QPointF(event.pos()))
            if word:
                QToolTip.showText(event.globalPos(), as_text(word), self)
                return True
        return super().event(event)

    def sign_at(self, at: QPointF) -> str:
        """The word of the load case whose sign stands there, the nearest; empty where there is none."""
        near = [(QLineF(place, at).length(), word) for place, word in self.signs]
        return min((pair for pair in near if pair[0] <= REACH), default=(0.0, ""))[1]
