"""A grip: the one thing on a drawing that the hand can drag or nudge along a line."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt
from PyQt6.QtGui import QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPolygonF
from PyQt6.QtWidgets import QWidget
from typing_extensions import override

from isostat.desktop.pieces.plain import set_tip
from isostat.desktop.theme import Theme, pen, smooth
from isostat.language import tr

KEYS = {Qt.Key.Key_Up: 1, Qt.Key.Key_Down: -1}


@dataclass(frozen=True, slots=True)
class Handle:
    """What a grip moves: its value now, how much of it a pixel up is, a key's step, and who takes the new value."""

    value: float
    per_px: float
    step: float
    put: Callable[[float, str, int], None]  # value, "drag" or "nudge", gesture


class Grip(QWidget):
    """Moves up and down; the arrow keys nudge it, with Shift ten steps at once."""

    _gestures = 100_000

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.theme: Theme | None = None
        self.handle: Handle | None = None
        self.kind = "capsule"
        self._gesture, self._from, self._value = -1, 0.0, 0.0
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.SizeVerCursor)

    def place(self, theme: Theme, kind: str, at: QPointF, name: str, handle: Handle) -> None:
        """Stands centred at a point, as a capsule, a ring or a tab."""
        self.handle = handle
        size = QSize(30, 36)
        self.setGeometry(round(at.x() - size.width() / 2), round(at.y() - size.height() / 2), size.width(), size.height())
        if (theme, kind, name) != (self.theme, self.kind, self.toolTip()):
            self.theme, self.kind = theme, kind
            self.setAccessibleName(tr("{name}, up and down keys move it", name=name))
            set_tip(self, name)
            self.update()
        self.raise_()

    @override
    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        if event is not None and self.handle is not None:
            Grip._gestures += 1
            self._gesture, self._from, self._value = Grip._gestures, event.globalPosition().y(), self.handle.value

    @override
    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        if event is not None and self.handle is not None and event.buttons() & Qt.MouseButton.LeftButton:
            up = self._from - event.globalPosition().y()
            self.handle.put(self._value + up * self.handle.per_px, tr("drag"), self._gesture)

    @override
    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        if event is not None and self.handle is not None and event.key() in KEYS:
            many = 10 if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else 1
            self.handle.put(self.handle.value + KEYS[Qt.Key(event.key())] * many * self.handle.step, tr("nudge"), -1)
        else:
            super().keyPressEvent(event)

    @override
    def paintEvent(self, event: QPaintEvent | None) -> None:
        if self.theme is None:
            return
        with smooth(QPainter(self)) as p:
            draw_grip(p, self.theme, self.kind, QPointF(self.width() / 2, self.height() / 2), 3.0 if self.hasFocus() else 2.0)


def draw_grip(p: QPainter, t: Theme, kind: str, c: QPointF, width: float = 2.0) -> None:
    """A capsule, a ring or a tab, centred at a point, with a line so wide."""
    p.setPen(pen(t, "accent", width))
    p.setBrush(t.colour("sheet"))
    if kind == "ring":
        p.drawEllipse(c, 7, 7)
        p.setBrush(t.colour("accent"))
        p.drawEllipse(c, 2, 2)
    elif kind == "tab":
        p.drawRect(QRectF(c.x() - 7, c.y() - 6, 14, 12))
        p.drawLine(c + QPointF(-3, -2), c + QPointF(3, -2))
        p.drawLine(c + QPointF(-3, 2), c + QPointF(3, 2))
    else:
        p.drawRoundedRect(QRectF(c.x() - 9, c.y() - 15, 18, 30), 9, 9)
        p.setPen(Qt.PenStyle.NoPen)
        p.setBrush(t.colour("accent"))
        for way in (-1, 1):
            p.drawPolygon(QPolygonF([c + QPointF(0, way * 10), c + QPointF(-4, way * 4), c + QPointF(4, way * 4)]))
