"""The job card as PDF: the HTML of its template laid out by Qt, text that can be selected, every page numbered."""

from __future__ import annotations

import os
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from pathlib import Path

from PyQt6.QtCore import QPointF, QRectF, QSizeF, Qt
from PyQt6.QtGui import QFont, QGuiApplication, QPainter, QTextDocument

from isostat.answers.card import card_page, made_words
from isostat.answers.card_order import order_csv
from isostat.answers.ruler import Ruler
from isostat.assess.judge import judge
from isostat.assess.solve.assessment import Assessment
from isostat.assess.stance.band import predicted
from isostat.desktop.paper.page_breaks import keep_together
from isostat.desktop.paper.paper import MARGIN, pdf_page
from isostat.desktop.paper.rulers import put_rulers
from isostat.desktop.theme import LIGHT, load_fonts
from isostat.job.save import write_whole
from isostat.language import tr
from isostat.report.card import cab_html, card_html, customer_html
from isostat.wording.reader import Reader

FOOT = 22.0  # px


def card_file(kind: str, a: Assessment, path: Path, r: Reader, page: str = "A4") -> None:
    """The card of a job as a file: "pdf", "html", "cab", "customer" or "order". Raises OSError when the place cannot be written."""
    found = card_page(a, r, predicted(a) if a.proposed.stands.any() else None, judge(a))
    made = made_words()
    if kind == "pdf":
        title = tr("Job card {number}, {job}", number=a.job.number, job=a.job.title)
        rulers = [section.ruler for section in found.sections if section.ruler is not None]
        write_card(card_html(found, made, paper=True), path, page, title, rulers)
        return
    texts = {"html": card_html, "cab": cab_html, "customer": customer_html}
    write_whole(path, texts[kind](found, made) if kind in texts else order_csv(found.buy))


@contextmanager
def on_paper() -> Iterator[None]:
    """What painting a page takes where no window is open: an application without a screen, and the fonts."""
    if QGuiApplication.instance() is not None:
        yield
        return
    os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
    application = QGuiApplication([])
    load_fonts()
    yield
    del application


def write_card(html: str, path: Path, page: str, title: str, rulers: Sequence[Ruler] = ()) -> int:
    """Writes a card; how many pages it has. page: "A4" or "Letter". rulers: in their order.

    Raises OSError when the place cannot be written.
    """
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
    document.setHtml(html)
    put_rulers(document, rulers)
    document.setPageSize(QSizeF(wide, high))  # last: this lays all of it out, where an insertion leaves what is behind it unplaced
    keep_together(document, high)
    pages = document.pageCount()
    with QPainter(writer) as painter:
        for n in range(pages):
            if n:
                writer.newPage()
            painter.save()
            painter.translate(MARGIN, MARGIN - n * high)
            document.drawContents(painter, QRectF(0, n * high, wide, high - 1.0))  # less what begins on the next
            painter.restore()
            painter.setFont(LIGHT.font(11))
            painter.setPen(Qt.GlobalColor.black)
            foot = MARGIN + high + FOOT - 4
            painter.drawText(QPointF(MARGIN, foot), title)
            words = tr("page {n} of {pages}", n=n + 1, pages=pages)
            painter.drawText(QPointF(MARGIN + wide - LIGHT.width(words, 11), foot), words)
    return pages
