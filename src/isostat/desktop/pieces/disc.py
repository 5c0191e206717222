"""A disc: an item on the plan, as large as its mass, moved by hand or key."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRect, Qt, pyqtSignal
from PyQt6.QtGui import QKeyEvent, QMouseEvent, QPainter, QPaintEvent
from PyQt6.QtWidgets import QWidget

from isostat.desktop.theme import Theme, pen, rgba, smooth

FINE, COARSE = 0.010, 0.100  # m a key press; Shift is coarse
NUDGES = {Qt.Key.Key_Left: (-1, 0), Qt.Key.Key_Right: (1, 0), Qt.Key.Key_Up: (0, -1), Qt.Key.Key_Down: (0, 1)}


class Disc(QWidget):
    """An item on the plan; dragged, nudged with the arrow keys, focused by Tab."""

    moved = pyqtSignal(int, QPointF, int)  # item, new centre on the sheet, gesture
    nudged = pyqtSignal(int, float, float)
    picked = pyqtSignal(int)
    removed = pyqtSignal(int)
    copied = pyqtSignal(int, bool)  # item, on the other side

    _gestures = 1000

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.item, self.on_board, self._hold = 0, True, QPointF()
        self.theme: Theme | None = None
        self._gesture = -1
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.OpenHandCursor)

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        if event is not None:
            Disc._gestures += 1
            self._gesture, self._hold = Disc._gestures, event.position() - QPointF(self.width() / 2, self.height() / 2)
            self.picked.emit(self.item)

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        if event is not None and event.buttons() & Qt.MouseButton.LeftButton:
            self.moved.emit(self.item, QPointF(self.mapToParent(event.position())) - self._hold, self._gesture)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        if event is None:
            return
        if event.key() in NUDGES:
            step = COARSE if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else FINE
            dx, dy = NUDGES[Qt.Key(event.key())]
            self.nudged.emit(self.item, dx * step, dy * step)
        elif event.key() == Qt.Key.Key_Delete:
            self.removed.emit(self.item)
        elif event.key() in (Qt.Key.Key_C, Qt.Key.Key_M) and not event.modifiers():
            self.copied.emit(self.item, event.key() == Qt.Key.Key_M)
        else:
            super().keyPressEvent(event)

    def focusInEvent(self, event: object) -> None:
        super().focusInEvent(event)  # type: ignore[arg-type]
        self.picked.emit(self.item)

    def place(self, theme: Theme, item: int, name: str, area: QRect, *, on_board: bool) -> None:
        """Stands for an item; dashed when it is not on board."""
        self.item = item
        if (theme, name, on_board) != (self.theme, self.toolTip(), self.on_board):
            self.theme, self.on_board = theme, on_board
            self.setAccessibleName(f"{name}, arrow keys move it, C copies, M mirrors, Delete removes")
            self.setToolTip(name)
            self.update()
        self.setGeometry(area)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        if self.theme is None:
            return
        p, t = smooth(QPainter(self)), self.theme
        middle, r = QPointF(self.width() / 2, self.height() / 2), self.width() / 2 - 3
        p.setBrush(rgba(t.colour("sheet"), 0.94))
        role, width = ("accent", 2.4) if self.hasFocus() else ("ink" if self.on_board else "ink3", 1.25)
        p.setPen(pen(t, role, width, "" if self.on_board else "before"))
        p.drawEllipse(middle, r, r)
        p.end()
