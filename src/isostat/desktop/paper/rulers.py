"""Rulers of a card on paper, in the text where the HTML leaves a place for them; drawn in lines, not as a picture."""

from __future__ import annotations

from collections.abc import Sequence

from PyQt6.QtCore import QObject, QPointF, QRectF, QSizeF
from PyQt6.QtGui import QPainter, QTextCharFormat, QTextDocument, QTextFormat, QTextObjectInterface
from typing_extensions import override

from isostat.answers.ruler import Ruler
from isostat.desktop.fit.ruler_drawing import HEAD, WORDS, draw_ruler, mark_places
from isostat.desktop.theme import LIGHT, pen
from isostat.report.card import ruler_place

HIGH, ROOM, FOOT, LABEL = 130.0, 260.0, 16.0, 16.0  # px of a ruler, of it with its words, below it, and of a label above its place
IN_TEXT = "\ufffc"
KIND, WHICH = QTextFormat.ObjectTypes.UserObject.value + 1, QTextFormat.Property.UserProperty.value + 1


HIGH_PX = LIGHT.px(HIGH)


def _drawn(left: float, foot: float) -> QRectF:
    """Where a ruler is drawn that ends at a foot: with the room that its words take on a screen above it."""
    high = HIGH_PX + LIGHT.px(HEAD + 8)
    return QRectF(left, foot - high, LIGHT.px(ROOM), high)


class Rulers(QObject, QTextObjectInterface):
    """Draws each of some rulers at its place in a document."""

    def __init__(self, rulers: Sequence[Ruler], parent: QObject) -> None:
        super().__init__(parent)
        self._rulers = rulers

    @override
    def intrinsicSize(self, doc: QTextDocument | None, posInDocument: int, format: QTextFormat) -> QSizeF:
        """Of one of them, all its labels within."""
        ruler = self._rulers[int(format.property(WHICH))]
        area = _drawn(0.0, 0.0)
        over = area.bottom() - HIGH_PX - min(label for _, _, label in mark_places(LIGHT, area, ruler)) + LIGHT.px(LABEL)
        return QSizeF(LIGHT.px(ROOM), HIGH_PX + max(over, 0.0) + LIGHT.px(FOOT))

    @override
    def drawObject(
        self, painter: QPainter | None, rect: QRectF, doc: QTextDocument | None, posInDocument: int, format: QTextFormat
    ) -> None:
        """Ticks and marks, each with its value and its name."""
        if painter is None:
            return
        ruler = self._rulers[int(format.property(WHICH))]
        area = _drawn(rect.left(), rect.bottom() - LIGHT.px(FOOT))
        painter.save()
        draw_ruler(painter, LIGHT, area, ruler)
        painter.setPen(pen(LIGHT, "ink", 1.0))
        for mark, _, label in mark_places(LIGHT, area, ruler):
            painter.setFont(LIGHT.font(12, 600))
            painter.drawText(QPointF(area.left() + LIGHT.px(WORDS), label - LIGHT.px(4)), mark.value)
            painter.setFont(LIGHT.font(11))
            painter.drawText(QPointF(area.left() + LIGHT.px(WORDS), label + LIGHT.px(10)), mark.words)
        painter.restore()


def put_rulers(document: QTextDocument, rulers: Sequence[Ruler]) -> None:
    """Puts rulers where a document has their places, in order."""
    layout = document.documentLayout()
    assert layout is not None
    layout.registerHandler(KIND, Rulers(rulers, document))
    for n in range(len(rulers)):
        found = document.find(ruler_place(n))
        if not found.isNull():
            kind = QTextCharFormat()
            kind.setObjectType(KIND)
            kind.setProperty(WHICH, n)
            found.insertText(IN_TEXT, kind)
