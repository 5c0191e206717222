"""What a sheet is made of beside strokes: shown numbers, typed quantities, typed words, choices. Each has a name and focus."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any

from PyQt6.QtCore import QEvent, QPointF, QRectF, QSize, Qt, QTimer, pyqtSignal
from PyQt6.QtGui import (
    QColor,
    QEnterEvent,
    QFocusEvent,
    QFont,
    QFontMetricsF,
    QKeyEvent,
    QKeySequence,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QStaticText,
)
from PyQt6.QtWidgets import QComboBox, QLabel, QLineEdit, QWidget
from typing_extensions import override

from isostat.assess.judgement import Judgement
from isostat.assess.workings import Shown
from isostat.desktop.pieces.plain import set_tip
from isostat.desktop.theme import Theme, runs
from isostat.job.edits import paths as edits
from isostat.job.schema import Job
from isostat.language import tr
from isostat.units.unit import Quantity

Put = Callable[[Job, float | None, str], Job]  # job, SI value or None where the field was emptied, text as typed
PutWords = Callable[[Job, str], Job]


@dataclass(frozen=True, slots=True)
class Look:
    """All that a shown number's picture depends on."""

    text: str
    unit: str
    size: float
    weight: int
    role: str
    tracking: float
    width: float | None
    halo: bool
    theme: Theme


Asked = Shown | Judgement  # a number may be asked for its working, a finding for its reason


class Number(QLabel):
    """Shown text; one that was computed can be clicked, or pressed with Enter, for its working.

    Painted from laid-out text of its own: a label's rich text lays itself out again at every paint, which costs a frame.
    """

    asked = pyqtSignal(object)

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.setTextFormat(Qt.TextFormat.PlainText)
        self.shown: Asked | None = None
        self.name_it: Callable[[Shown], str] | None = None  # what a number is, and of which corner
        self.look: Look | None = None
        self._pieces: list[tuple[QPointF, QStaticText, QFont, QColor]] = []
        self._ground: QColor | None = None
        self.show_asking(None)

    def dress(self, look: Look) -> None:
        """Takes on another look, and its size."""
        self.look = look
        theme = look.theme
        font = theme.font(look.size, look.weight)
        if look.tracking:
            font.setLetterSpacing(font.SpacingType.AbsoluteSpacing, look.tracking)
        self.setFont(font)
        metrics = QFontMetricsF(font)
        self._ground = theme.colour("sheet") if look.halo else None
        self.setWordWrap(look.width is not None)
        self._pieces = []
        if look.width is not None:
            bounds = metrics.boundingRect(QRectF(0, 0, round(look.width), 10_000), Qt.TextFlag.TextWordWrap, look.text)
            self.resize(round(look.width), round(bounds.height()) + 1)
        else:
            across = 0.0
            for run, fraction in runs(look.text):
                face = theme.font(look.size, look.weight, fraction=True) if fraction else font
                self._pieces.append((QPointF(across, 0), _laid(run, face), face, theme.colour(look.role)))
                across += QFontMetricsF(face).horizontalAdvance(run)
            if look.unit:
                small = theme.font(max(look.size * 0.45, 12.5))
                fine = QFontMetricsF(small)
                at = QPointF(across + fine.horizontalAdvance(" "), metrics.ascent() - fine.ascent())
                self._pieces.append((at, _laid(look.unit, small), small, theme.colour("ink2")))
                across = at.x() + fine.horizontalAdvance(look.unit)
            self.resize(math.ceil(across) + 1, math.ceil(metrics.height()))
        self.setAccessibleName(self.text())
        self.update()

    def show_asking(self, shown: Asked | None) -> None:
        """Which number this is, so that it can be asked for its working, or which finding; None for plain words."""
        if shown == self.shown and self.look is not None:
            return
        self.shown = shown
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus if shown else Qt.FocusPolicy.NoFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor if shown else Qt.CursorShape.ArrowCursor)
        self.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents, shown is None)
        set_tip(
            self, "" if shown is None else tr("Click for its working") if isinstance(shown, Shown) else tr("Click for the reason")
        )

    def text(self) -> str:
        """What is read there, the unit included."""
        return "" if self.look is None else f"{self.look.text} {self.look.unit}".strip()

    def sizeHint(self) -> QSize:
        """The size that its words need."""
        return self.size()

    @override
    def paintEvent(self, event: QPaintEvent | None) -> None:
        if self.look is None:
            return
        with QPainter(self) as p:
            if self._ground is not None:
                p.fillRect(self.rect(), self._ground)
            if self.wordWrap():
                p.setFont(self.font())
                p.setPen(self.look.theme.colour(self.look.role))
                p.drawText(QRectF(self.rect()), Qt.TextFlag.TextWordWrap, self.look.text)
            for at, text, font, colour in self._pieces:
                p.setFont(font)
                p.setPen(colour)
                p.drawStaticText(at, text)
            if self.shown is not None and self.underMouse() and not self.wordWrap():
                p.setPen(QPen(self.look.theme.colour("accent"), 1))
                p.drawLine(0, self.height() - 1, self.width(), self.height() - 1)
            if self.hasFocus():
                p.setPen(QPen(self.look.theme.colour("accent"), 1, Qt.PenStyle.DotLine))
                p.drawRect(self.rect().adjusted(0, 0, -1, -1))

    @override
    def focusInEvent(self, event: QFocusEvent | None) -> None:
        """A screen reader that comes here hears what the number is before the number itself."""
        if isinstance(self.shown, Shown) and self.name_it is not None:
            self.setAccessibleName(f"{self.name_it(self.shown)}: {self.text()}")
        super().focusInEvent(event)

    @override
    def enterEvent(self, event: QEnterEvent | None) -> None:
        self.update()

    @override
    def leaveEvent(self, event: QEvent | None) -> None:
        self.update()

    @override
    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        if self.shown is not None:
            self.asked.emit(self.shown)
        elif event is not None:
            event.ignore()

    @override
    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        if event is not None and event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and self.shown is not None:
            self.asked.emit(self.shown)
        else:
            super().keyPressEvent(event)


def _laid(text: str, font: QFont) -> QStaticText:
    made = QStaticText(text)
    made.setTextFormat(Qt.TextFormat.PlainText)
    made.prepare(font=font)
    return made


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
    """One of a few ways, told to whoever placed it last."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.chosen: Callable[[int], object] = lambda _: None
        self.activated.connect(self._tell)

    def _tell(self, n: int) -> None:
        self.chosen(n)

    def offer(self, options: Sequence[str], current: int, chosen: Callable[[int], object]) -> None:
        """The ways to choose from, the one that holds, and who is told."""
        self.chosen = chosen
        if [self.itemText(n) for n in range(self.count())] != list(options):
            self.clear()
            self.addItems(options)
        if self.currentIndex() != current:
            self.setCurrentIndex(current)
