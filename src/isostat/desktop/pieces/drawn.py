"""What is drawn: strokes kept as a picture, and on them children with a name, of which those that a view does not use are hidden.

Strokes are painted into a picture of their own after each change, and only those tiles shown anew that differ; numbers that
neither changed nor lie over a changed stroke are not painted again.
"""

from __future__ import annotations

import math

from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QImage, QPainter, QPaintEvent, QRegion, QResizeEvent, QShowEvent
from PyQt6.QtWidgets import QWidget
from typing_extensions import override

from isostat.assess.workings import Shown
from isostat.desktop.pieces.difference import TILE, changed
from isostat.desktop.pieces.focus_walk import Walked
from isostat.desktop.pieces.ink import SignPainter
from isostat.desktop.pieces.room import make_room
from isostat.desktop.pieces.sign_hints import Signed
from isostat.desktop.theme import smooth
from isostat.desktop.view import View


class Drawn(Walked, Signed):
    """`lay` places children for a view; `draw` paints strokes under them."""

    ground_role = "sheet"

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.view: View | None = None
        self._children: dict[str, QWidget] = {}
        self._used: set[str] = set()
        self._shown: object = None
        self._strokes = QImage()
        self.setAttribute(Qt.WidgetAttribute.WA_OpaquePaintEvent)

    # -- to be filled in by each sheet
    def lay(self, v: View) -> None:
        """Places numbers and fields for the view."""

    def draw(self, p: QPainter, v: View) -> None:
        """Paints the strokes."""

    def signature(self, v: View) -> object:
        """All that this sheet shows of a view; the same again and nothing is laid or painted. None: always anew."""
        return None

    def own_number(self, v: View) -> Shown | None:
        """The number that the hand has in view, whose working is shown unasked; None: that of the step."""
        return None

    # -- flow
    def show_view(self, view: View) -> None:
        """The view to show from now on."""
        self.view = view
        now = self.signature(view)
        if now is None or now != self._shown:
            self._shown = now
            self._relay()

    def _relay(self) -> None:
        if self.view is None:
            return
        self._used = set()
        self.lay(self.view)
        for key, child in self._children.items():
            if key not in self._used:
                child.hide()
        make_room(self.width(), [child for key, child in self._children.items() if key in self._used])
        if self.isVisible():
            self._ink()

    def _ink(self) -> None:
        """Paints the strokes into a new picture and asks for those tiles that differ from the last."""
        assert self.view is not None
        ratio = self.devicePixelRatioF()
        wide, high = (TILE * math.ceil(side * ratio / TILE) for side in (self.width(), self.height()))
        picture = QImage(wide, high, QImage.Format.Format_RGB32)
        picture.setDevicePixelRatio(ratio)
        picture.fill(self.view.theme.colour(self.ground_role))
        with SignPainter(picture) as painter:
            smooth(painter)
            self.draw(painter, self.view)
        self.signs = painter.signs
        before, self._strokes = self._strokes, picture
        self.update(changed(before, picture) if ratio == 1.0 else QRegion(self.rect()))

    @override
    def resizeEvent(self, event: QResizeEvent | None) -> None:
        super().resizeEvent(event)
        self._relay()

    @override
    def showEvent(self, event: QShowEvent | None) -> None:
        super().showEvent(event)
        if self.view is not None:
            self._ink()

    @override
    def paintEvent(self, event: QPaintEvent | None) -> None:
        if self.view is None or event is None:
            return
        if self._strokes.devicePixelRatio() != self.devicePixelRatioF():
            self._ink()
        with QPainter(self) as painter:
            painter.setClipRegion(event.region())
            painter.drawImage(QPointF(0, 0), self._strokes)

    # -- measures
    def theme_lines(self, text: str, width: float, size: float, weight: int = 400) -> list[str]:
        """The text broken into lines that fit a width."""
        assert self.view is not None
        return self.view.theme.lines(text, size, weight, width)

    def text_width(self, text: str, size: float, weight: int = 400) -> float:
        """How wide a text would be."""
        assert self.view is not None
        return self.view.theme.width(text, size, weight)
