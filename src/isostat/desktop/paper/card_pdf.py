"""The job card as PDF: the HTML of its template laid out by Qt, text that can be selected, every page numbered."""

from __future__ import annotations

from pathlib import Path

from PyQt6.QtCore import QPointF, QRectF, QSizeF, Qt
from PyQt6.QtGui import QFont, QPainter, QTextDocument

from isostat.desktop.paper.paper import MARGIN, pdf_page
from isostat.desktop.theme import LIGHT
from isostat.language import tr

FOOT = 22.0  # px


def write_card(html: str, path: Path, page: str, title: str) -> int:
    """Writes a card; how many pages it has. page: "A4" or "Letter". Raises OSError when the place cannot be written."""
    writer = pdf_page(path, page, title)
    wide, high = writer.width() - 2 * MARGIN, writer.height() - 2 * MARGIN - FOOT
    document = QTextDocument()
    layout = document.documentLayout()
    assert layout is not None
    layout.setPaintDevice(writer)
    font = LIGHT.font(13)
    for letters_as_one in ("liga", "clig", "dlig"):  # else nobody finds “after” in the text of the file
        font.setFeature(QFont.Tag(letters_as_one), 0)
    document.setDefaultFont(font)
    document.setDocumentMargin(0.0)
    document.setPageSize(QSizeF(wide, high))
    document.setHtml(html)
    pages = document.pageCount()
    with QPainter(writer) as painter:
        for n in range(pages):
            if n:
                writer.newPage()
            painter.save()
            painter.translate(MARGIN, MARGIN - n * high)
            document.drawContents(painter, QRectF(0, n * high, wide, high))
            painter.restore()
            painter.setFont(LIGHT.font(11))
            painter.setPen(Qt.GlobalColor.black)
            foot = MARGIN + high + FOOT - 4
            painter.drawText(QPointF(MARGIN, foot), title)
            words = tr("page {n} of {pages}", n=n + 1, pages=pages)
            painter.drawText(QPointF(MARGIN + wide - LIGHT.width(words, 11), foot), words)
    return pages
