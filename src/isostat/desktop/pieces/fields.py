"""What a sheet is made of beside strokes: shown numbers, typed quantities, typed words, choices. Each has a name and focus."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any

from PyQt6.QtCore import Qt, QTimer, pyqtSignal
from PyQt6.QtGui import (
    QFocusEvent,
    QKeyEvent,
    QKeySequence,
)
from PyQt6.QtWidgets import QComboBox, QLineEdit, QWidget
from typing_extensions import override

from isostat.job.edits import paths as edits
from isostat.job.schema import Job
from isostat.units.unit import Quantity

Put = Callable[[Job, float | None, str], Job]  # job, SI value or None where the field was emptied, text as typed
PutWords = Callable[[Job, str], Job]


class QuantityField(QLineEdit):
    """A typed value at a path of the job. What it cannot take stays in the field with a sentence."""

    typed = pyqtSignal(object)  # itself; a person changed it; showing a value never sends this
    undo_asked = pyqtSignal()
    redo_asked = pyqtSignal()
    left_alone = pyqtSignal(object)  # itself; Escape: what was typed is given up
    entered = pyqtSignal(object)  # itself; the hand has come to it

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.path: edits.Path = ()
        self.put: Put | None = None  # the edit that it makes; None: its path takes the number
        self.taken: Callable[[float], object] | None = None  # who takes the number where it is no part of the job
        self.quantity, self.label = Quantity.HEIGHT, ""
        self.look: tuple[Any, ...] = ()
        self.editingFinished.connect(self._tell)

    def show_text(self, text: str) -> None:
        """Shows a value; never over what is being typed."""
        if not (self.hasFocus() and self.isModified()) and not self.property("refused") and text != self.text():
            self.setText(text)  # the same again would take the selection from a hand that has just come
            self.setModified(False)

    def _tell(self) -> None:
        if self.isModified():
            self.setModified(False)
            self.typed.emit(self)

    @override
    def focusInEvent(self, event: QFocusEvent | None) -> None:
        super().focusInEvent(event)
        if event is None or event.reason() is Qt.FocusReason.ActiveWindowFocusReason:
            return
        if event.reason() is Qt.FocusReason.MouseFocusReason:
            QTimer.singleShot(0, self.selectAll)  # after the click has set its cursor: what is typed then replaces what stands
        elif event.reason() is Qt.FocusReason.OtherFocusReason:
            self.selectAll()  # brought here by a key or a button: as by Tab
        self.entered.emit(self)

    @override
    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        if event is not None and event.key() == Qt.Key.Key_Escape:
            self.setModified(False)
            self.left_alone.emit(self)
            return
        if event is not None and not self.isModified():  # nothing typed here: the job's own undo is meant
            for keys, asked in ((QKeySequence.StandardKey.Undo, self.undo_asked), (QKeySequence.StandardKey.Redo, self.redo_asked)):
                if event.matches(keys):
                    asked.emit()
                    return
        super().keyPressEvent(event)
        if event is not None and event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and not self.property("refused"):
            self.selectAll()  # taken: what is typed next replaces it


class TextField(QLineEdit):
    """Words at a path of the job: a name, a title."""

    typed = pyqtSignal(object)  # itself

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.path: edits.Path = ()
        self.put: PutWords | None = None  # the edit that it makes; None: its path takes the words
        self.label = ""
        self.look: tuple[Any, ...] = ()
        self.editingFinished.connect(self._tell)

    def _tell(self) -> None:
        if self.isModified():
            self.setModified(False)
            self.typed.emit(self)


class Choice(QComboBox):
    """One of a few ways; the choice goes to whoever placed it last."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.chosen: Callable[[int], object] = lambda _: None
        self.activated.connect(self._tell)

    def _tell(self, n: int) -> None:
        self.chosen(n)

    def offer(self, options: Sequence[str], current: int, chosen: Callable[[int], object]) -> None:
        """The ways to choose from, the one that holds, and who takes another."""
        self.chosen = chosen
        if [self.itemText(n) for n in range(self.count())] != list(options):
            self.clear()
            self.addItems(options)
        if self.currentIndex() != current:
            self.setCurrentIndex(current)
