"""A shown number or text: what it looks like, how narrow it must be, and what it is asked for."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass

from PyQt6.QtCore import QEvent, QPointF, QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import (
    QColor,
    QEnterEvent,
    QFocusEvent,
    QFont,
    QFontMetricsF,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QStaticText,
)
from PyQt6.QtWidgets import QLabel, QWidget
from typing_extensions import override

from isostat.assess.judgement import Judgement
from isostat.assess.workings import Shown
from isostat.desktop.pieces.plain import set_tip
from isostat.desktop.theme import NARROWEST, Theme, runs
from isostat.language import tr


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
        self.anchor = 0.0  # which part of it stands where it was placed
        self.natural = self._narrow = QSize()  # as large as its words are; and as they are in narrower letters
        self._room = 1e9  # px, for which they were set
        self._pieces: list[tuple[QPointF, QStaticText, QFont, QColor]] = []
        self._ground: QColor | None = None
        self.show_asking(None)

    def dress(self, look: Look) -> None:
        """Takes on another look, and its size."""
        self.look = look
        self._ground = look.theme.colour("sheet") if look.halo else None
        self.setWordWrap(look.width is not None)
        self._room, self.natural = 1e9, self._lay(100)
        self._narrow = self.natural
        self.resize(self.natural)
        self.setAccessibleName(self.text())
        self.update()

    def place(self, x: float, y: float, anchor: float) -> None:
        """Stands with its left (0), middle (0.5) or right (1) at `x` and its top at `y`, as large as its words are."""
        self.anchor = anchor
        self.setGeometry(round(x - self.natural.width() * anchor), round(y), self.natural.width(), self.natural.height())

    @property
    def narrow(self) -> bool:
        """Whether its letters are set narrower than they are."""
        return self._narrow is not self.natural

    def set_within(self, room: float) -> None:
        """Sets its letters so narrow that it is no wider than `room` px; what it was placed by stays where it is.

        What is wrapped has its room.
        """
        if self.wordWrap():
            return
        wide = self.natural.width()
        room = min(max(math.floor(room), wide * NARROWEST // 100), wide)
        if room != self._room:
            stretch = 100 * room // wide
            self._room, self._narrow = room, self._lay(stretch)
            if room == wide:
                self._narrow = self.natural
            while self._narrow.width() > room and stretch > NARROWEST:  # letters are set on whole pixels
                stretch -= 2
                self._narrow = self._lay(stretch)
            self.update()
        narrow = self._narrow.width()
        if narrow != self.width():
            self.setGeometry(round(self.x() + (self.width() - narrow) * self.anchor), self.y(), narrow, self.height())

    def _lay(self, stretch: int) -> QSize:
        """Lays its text out in letters so wide, %; the size of that."""
        assert self.look is not None
        look, theme = self.look, self.look.theme
        font = theme.font(look.size, look.weight, stretch=stretch)
        if look.tracking:
            font.setLetterSpacing(font.SpacingType.AbsoluteSpacing, look.tracking * stretch / 100)
        self.setFont(font)
        metrics = QFontMetricsF(font)
        self._pieces = []
        if look.width is not None:
            bounds = metrics.boundingRect(QRectF(0, 0, round(look.width), 10_000), Qt.TextFlag.TextWordWrap, look.text)
            return QSize(round(look.width), round(bounds.height()) + 1)
        across = 0.0
        for run, fraction in runs(look.text):
            face = theme.font(look.size, look.weight, fraction=True, stretch=stretch) if fraction else font
            self._pieces.append((QPointF(across, 0), _laid(run, face), face, theme.colour(look.role)))
            across += QFontMetricsF(face).horizontalAdvance(run)
        if look.unit:
            small = theme.font(max(look.size * 0.45, 12.5), stretch=stretch)
            small.setLetterSpacing(font.SpacingType.AbsoluteSpacing, 0)  # else a painter takes that of the widget's font
            fine = QFontMetricsF(small)
            at = QPointF(across + fine.horizontalAdvance(" "), metrics.ascent() - fine.ascent())
            self._pieces.append((at, _laid(look.unit, small), small, theme.colour("ink2")))
            across = at.x() + fine.horizontalAdvance(look.unit)
        return QSize(math.ceil(across) + 1, math.ceil(metrics.height()))

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
