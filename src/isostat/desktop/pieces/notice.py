"""A sentence laid over the window beside what it is about; nothing moves for it, and a click takes it away."""

from __future__ import annotations

from PyQt6.QtCore import QPoint, QRect, Qt
from PyQt6.QtGui import QMouseEvent
from PyQt6.QtWidgets import QLabel, QWidget
from typing_extensions import override

from isostat.desktop.theme import Theme
from isostat.language import tr

WIDEST, GAP = 520, 4  # px at 100 % text


class Notice(QLabel):
    """Under the field that was refused, over it where there is no room; without a field, at the foot of the room given."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self._near: QWidget | None = None
        self.setWordWrap(True)
        self.setTextFormat(Qt.TextFormat.PlainText)
        self.setAccessibleName(tr("message"))
        self.hide()

    def say(self, sentence: str, theme: Theme, ground: str, near: QWidget | None, room: QRect) -> None:
        """Shows a sentence on the colour of a role; an empty one takes the last away. room: where it may stand, in the parent."""
        self.setText(sentence)
        self._near = near
        edge = theme.fault if ground == "fault_wash" else theme.accent
        self.setStyleSheet(f"background:{getattr(theme, ground)};color:{theme.ink};border:1px solid {edge};padding:3px 8px")
        self.setFont(theme.font(14, 600))
        self.setAccessibleDescription(sentence)
        self.setVisible(bool(sentence))
        if sentence:
            wide = min(theme.px(WIDEST), room.width(), theme.width(sentence, 14, 600) + theme.px(36))
            self.resize(round(wide), self.heightForWidth(round(wide)))
            self.place(room)
            self.raise_()

    def place(self, room: QRect) -> None:
        """Where it stands, once the room or the field has moved."""
        parent = self.parentWidget()
        if self._near is None or not self._near.isVisible() or parent is None:
            at = QPoint(room.left() + (room.width() - self.width()) // 2, room.bottom() - self.height() - GAP)
        else:
            field = QRect(self._near.mapTo(parent, QPoint(0, 0)), self._near.size())
            below = field.bottom() + GAP
            at = QPoint(field.left(), below if below + self.height() <= room.bottom() else field.top() - GAP - self.height())
        left = min(max(at.x(), room.left() + GAP), room.right() - GAP - self.width())
        self.move(left, max(at.y(), room.top()))

    def leave(self) -> None:
        """What is about a field that is no longer seen goes; what is about the job stays."""
        if self._near is not None:
            self.clear()
            self.hide()

    @override
    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        self.clear()
        self.hide()
