"""A widget whose children take focus one by one, or as a group: one stop for Tab, arrow keys inside."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

from PyQt6.QtCore import QEvent, QObject, Qt
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QApplication, QWidget

from isostat.desktop.pieces.fields import Choice, QuantityField, TextField

ARROWS = {Qt.Key.Key_Left: -1, Qt.Key.Key_Up: -1, Qt.Key.Key_Right: 1, Qt.Key.Key_Down: 1}


def in_order(fields: Sequence[QWidget]) -> None:
    """Tab goes through them as they come."""
    for before, after in pairwise(fields):
        QWidget.setTabOrder(before, after)


def by_line(children: Sequence[QWidget]) -> list[QWidget]:
    """As they are read: line by line, left to right."""
    return sorted(children, key=lambda child: (child.y() // 14, child.x()))


class Walked(QWidget):
    """Keeps where the hand was last among its children."""

    one_stop = False

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._stop: QWidget | None = None

    def grouped(self, child: QWidget) -> None:
        """A new child, walked to by arrow keys where this is a group."""
        if self.one_stop:
            child.installEventFilter(self)

    def focus_chain(self) -> list[QWidget]:
        """What takes focus here: typed fields as they were laid, then everything else."""
        chain, at = [], self.nextInFocusChain()
        while at is not None and at is not self:
            if at.parent() is self and at.isVisibleTo(self) and at.focusPolicy() & Qt.FocusPolicy.TabFocus and at.isEnabled():
                chain.append(at)
            at = at.nextInFocusChain()
        return sorted(chain, key=lambda child: not isinstance(child, QuantityField | TextField))  # stable

    def stop(self) -> QWidget | None:
        """The one place where Tab stops in a group: where the hand was last, else its first; None in an empty one."""
        chain = self._group()
        if not chain:
            return None
        return self._stop if self._stop in chain else chain[0]

    def _group(self) -> list[QWidget]:
        """All that takes focus in a group."""
        return by_line(self.focus_chain())

    def walk(self, step: int) -> None:
        """To the next of a group, or the last."""
        chain = self._group()
        if not chain:
            return
        here = QApplication.focusWidget()
        at = chain.index(here) + step if here in chain else 0
        self._stop = chain[at % len(chain)]
        self._stop.setFocus(Qt.FocusReason.OtherFocusReason)

    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
        """In a group the arrow keys walk; a list of choices keeps up and down to itself."""
        if isinstance(event, QKeyEvent) and event.type() == QEvent.Type.KeyPress and isinstance(watched, QWidget):
            step = ARROWS.get(Qt.Key(event.key())) if event.key() in ARROWS else None
            upright = event.key() in (Qt.Key.Key_Up, Qt.Key.Key_Down)
            if step is not None and not (upright and isinstance(watched, Choice)):
                self._stop = watched
                self.walk(step)
                return True
        if event is not None and event.type() == QEvent.Type.FocusIn and isinstance(watched, QWidget):
            self._stop = watched
        return super().eventFilter(watched, event)
