"""A fill slider: how much of a tank, how many of a number of pieces, or whether a thing is on board."""

from __future__ import annotations

from PyQt6.QtCore import QRectF, Qt, pyqtSignal
from PyQt6.QtGui import QMouseEvent, QPainter, QPaintEvent
from PyQt6.QtWidgets import QSlider, QWidget
from typing_extensions import override

from isostat.desktop.pieces.plain import set_tip
from isostat.desktop.theme import Theme, pen, smooth

EDGE = 7  # px left of the glass, and right of it


class Fill(QSlider):
    """Dragged, or moved by the arrow keys; tells the share and the gesture."""

    filled = pyqtSignal(object, float, int)  # which, share, gesture

    _gestures = 200_000

    def __init__(self, parent: QWidget) -> None:
        super().__init__(Qt.Orientation.Horizontal, parent)
        self.theme: Theme | None = None
        self.which: object = None
        self._gesture, self._share = -1, 0.0
        self.valueChanged.connect(self._tell)

    def place(self, theme: Theme, name: str, which: object, steps: int, share: float) -> None:
        """Shows a share in steps; showing never tells."""
        self.theme, self.which, self._share = theme, which, share
        self.blockSignals(True)
        self.setRange(0, steps)
        self.setPageStep(max(steps // 4, 1))
        self.setValue(round(share * steps))
        self.blockSignals(False)
        self.setAccessibleName(name)
        set_tip(self, name)
        self.update()

    @override
    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        if event is not None:
            Fill._gestures += 1
            self._gesture = Fill._gestures
            self.mouseMoveEvent(event)

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        """The level follows the hand, wherever in the glass it took hold."""
        if event is not None:
            share = (event.position().x() - EDGE) / max(self.width() - 2 * EDGE, 1)
            self.setValue(round(min(max(share, 0.0), 1.0) * self.maximum()))

    @override
    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        self._gesture = -1

    def _tell(self, step: int) -> None:
        self.filled.emit(self.which, step / self.maximum(), self._gesture)

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """A glass lying on its side, filled as far as the share, with a grip at the level."""
        if self.theme is None:
            return
        t = self.theme
        with smooth(QPainter(self)) as p:
            glass = QRectF(EDGE, self.height() / 2 - 6, self.width() - 2 * EDGE, 12)
            level = glass.left() + glass.width() * self._share
            p.fillRect(QRectF(glass.left(), glass.top(), level - glass.left(), glass.height()), t.colour("wash"))
            p.setPen(pen(t, "ink", 1.0))
            p.drawRect(glass)
            p.setPen(pen(t, "accent", 3.0 if self.hasFocus() else 2.0))
            p.setBrush(t.colour("sheet"))
            p.drawRoundedRect(QRectF(level - 5, 3, 10, self.height() - 6), 5, 5)
