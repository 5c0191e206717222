"""Keys of the Find page: while one of its buttons is in hand they choose a set, use it, open a reason."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import QEvent, QObject
from PyQt6.QtGui import QKeyEvent
from PyQt6.QtWidgets import QPushButton, QWidget
from typing_extensions import override

Take = Callable[[QWidget, int], bool]  # the button in hand and a key; whether it was meant for the page


class FindKeys(QObject):
    """Hears the keys of buttons before they do."""

    def __init__(self, parent: QWidget, take: Take) -> None:
        super().__init__(parent)
        self._sheet, self._take = parent, take

    def hear(self) -> None:
        """All buttons of the page that there are now."""
        for made in self._sheet.findChildren(QPushButton):
            if made.objectName().startswith("find "):
                made.installEventFilter(self)

    @override
    def eventFilter(self, watched: QObject | None, event: QEvent | None) -> bool:
        if isinstance(event, QKeyEvent) and event.type() == QEvent.Type.KeyPress and isinstance(watched, QWidget):
            return self._take(watched, event.key())
        return super().eventFilter(watched, event)
