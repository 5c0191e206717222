"""A disc: an item on the plan, as large as its mass, moved by hand or key."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRect, Qt, pyqtSignal
from PyQt6.QtGui import QFocusEvent, QKeyEvent, QKeySequence, QMouseEvent, QPainter, QPaintEvent
from PyQt6.QtWidgets import QWidget
from typing_extensions import override

from isostat.desktop.pieces.plain import set_tip
from isostat.desktop.theme import Theme, pen, rgba, smooth
from isostat.language import tr

FINE, COARSE = 0.010, 0.100  # m a key press; Shift is coarse
MORE = Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.ShiftModifier
NUDGES = {Qt.Key.Key_Left: (-1, 0), Qt.Key.Key_Right: (1, 0), Qt.Key.Key_Up: (0, -1), Qt.Key.Key_Down: (0, 1)}


class Disc(QWidget):
    """An item on the plan; dragged, nudged with the arrow keys, focused by Tab."""

    moved = pyqtSignal(int, QPointF, int, bool)  # item, new centre on the sheet, gesture, free of lines
    let_go = pyqtSignal()
    nudged = pyqtSignal(int, float, float)
    picked = pyqtSignal(int, bool)  # item, with those picked before
    removed = pyqtSignal(int)
    copied = pyqtSignal(int, bool)  # item, on the other side
    snapped = pyqtSignal(int)
    came = pyqtSignal(int)  # by Tab: the group stays as it is
    all_wanted = pyqtSignal()

    _gestures = 1000

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.item, self.on_board, self.grouped, self._hold = 0, True, False, QPointF()
        self.theme: Theme | None = None
        self._gesture = -1
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.OpenHandCursor)

    @override
    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        if event is not None:
            Disc._gestures += 1
            self._gesture, self._hold = Disc._gestures, event.position() - QPointF(self.width() / 2, self.height() / 2)
            self.picked.emit(self.item, bool(event.modifiers() & MORE))

    @override
    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        self.let_go.emit()

    @override
    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        if event is not None and event.buttons() & Qt.MouseButton.LeftButton:
            self.moved.emit(self.item, QPointF(self.mapToParent(event.position())) - self._hold, self._gesture,
                            bool(event.modifiers() & Qt.KeyboardModifier.AltModifier))  # fmt: skip

    @override
    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        if event is None:
            return
        if event.key() in NUDGES:
            step = COARSE if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else FINE
            dx, dy = NUDGES[Qt.Key(event.key())]
            self.nudged.emit(self.item, dx * step, dy * step)
        elif event.key() == Qt.Key.Key_Delete:
            self.removed.emit(self.item)
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.picked.emit(self.item, True)
        elif event.matches(QKeySequence.StandardKey.SelectAll):
            self.all_wanted.emit()
        elif event.key() == Qt.Key.Key_S and not event.modifiers():
            self.snapped.emit(self.item)
        elif event.key() in (Qt.Key.Key_C, Qt.Key.Key_M) and not event.modifiers():
            self.copied.emit(self.item, event.key() == Qt.Key.Key_M)
        else:
            super().keyPressEvent(event)

    @override
    def focusInEvent(self, event: QFocusEvent | None) -> None:
        super().focusInEvent(event)
        if event is not None and event.reason() in (Qt.FocusReason.TabFocusReason, Qt.FocusReason.BacktabFocusReason):
            self.came.emit(self.item)

    def place(self, theme: Theme, item: int, name: str, area: QRect, *, on_board: bool, grouped: bool) -> None:
        """Stands for an item; dashed when it is not on board, doubly ringed when it moves with others."""
        self.item = item
        if (theme, name, on_board, grouped) != (self.theme, self.toolTip(), self.on_board, self.grouped):
            self.theme, self.on_board, self.grouped = theme, on_board, grouped
            self.setAccessibleName(
                tr(
                    "{name}: arrow keys move it, S snaps, C copies, M mirrors, Delete removes, Enter adds it to the selection",
                    name=name,
                )
            )
            set_tip(self, name)
            self.update()
        self.setGeometry(area)

    @override
    def paintEvent(self, event: QPaintEvent | None) -> None:
        if self.theme is None:
            return
        t = self.theme
        with smooth(QPainter(self)) as p:
            middle, r = QPointF(self.width() / 2, self.height() / 2), self.width() / 2 - 3
            p.setBrush(rgba(t.colour("sheet"), 0.94))
            role, width = ("accent", 2.4) if self.hasFocus() else ("ink" if self.on_board else "ink3", 1.25)
            p.setPen(pen(t, role, width, "" if self.on_board else "before"))
            p.drawEllipse(middle, r, r)
            if self.grouped:
                p.setPen(pen(t, "accent", 1.2))
                p.drawEllipse(middle, r - 3, r - 3)
