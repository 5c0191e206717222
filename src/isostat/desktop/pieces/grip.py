"""A grip: the one thing on a drawing that the hand can drag or nudge along a line."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPolygonF
from PyQt6.QtWidgets import QWidget

from isostat.desktop.theme import Theme, pen, smooth

KEYS = {Qt.Key.Key_Up: 1, Qt.Key.Key_Down: -1}


class Grip(QWidget):
    """Moves up and down. `dragged` gives the distance in px up since the press; `nudged` steps, Shift ten of them."""

    pressed = pyqtSignal()
    dragged = pyqtSignal(float, int)  # px up from the press, gesture
    nudged = pyqtSignal(int)

    _gestures = 100_000

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.theme: Theme | None = None
        self.kind = "capsule"
        self._gesture, self._from = -1, 0.0
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.SizeVerCursor)

    def place(self, theme: Theme, kind: str, at: QPointF, name: str) -> None:
        """Stands centred at a point, as a capsule, a ring or a tab."""
        self.theme, self.kind = theme, kind
        size = QSize(30, 36)
        self.setGeometry(round(at.x() - size.width() / 2), round(at.y() - size.height() / 2), size.width(), size.height())
        self.setAccessibleName(f"{name}, up and down keys move it")
        self.setToolTip(name)
        self.raise_()
        self.update()

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        if event is not None:
            Grip._gestures += 1
            self._gesture, self._from = Grip._gestures, event.globalPosition().y()
            self.pressed.emit()

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        if event is not None and event.buttons() & Qt.MouseButton.LeftButton:
            self.dragged.emit(self._from - event.globalPosition().y(), self._gesture)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        if event is not None and event.key() in KEYS:
            many = 10 if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else 1
            self.nudged.emit(KEYS[Qt.Key(event.key())] * many)
        else:
            super().keyPressEvent(event)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        if self.theme is None:
            return
        p, t = smooth(QPainter(self)), self.theme
        c = QPointF(self.width() / 2, self.height() / 2)
        p.setPen(pen(t, "accent", 3.0 if self.hasFocus() else 2.0))
        p.setBrush(t.colour("sheet"))
        if self.kind == "ring":
            p.drawEllipse(c, 7, 7)
            p.setBrush(t.colour("accent"))
            p.drawEllipse(c, 2, 2)
        elif self.kind == "tab":
            p.drawRect(QRectF(c.x() - 7, c.y() - 6, 14, 12))
            p.drawLine(c + QPointF(-3, -2), c + QPointF(3, -2))
            p.drawLine(c + QPointF(-3, 2), c + QPointF(3, 2))
        else:
            p.drawRoundedRect(QRectF(c.x() - 9, c.y() - 15, 18, 30), 9, 9)
            p.setPen(Qt.PenStyle.NoPen)
            p.setBrush(t.colour("accent"))
            for way in (-1, 1):
                p.drawPolygon(QPolygonF([c + QPointF(0, way * 10), c + QPointF(-4, way * 4), c + QPointF(4, way * 4)]))
        p.end()
