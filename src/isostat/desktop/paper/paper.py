"""A page of paper as PDF, laid out in px of 96 to the inch."""

from __future__ import annotations

from pathlib import Path

from PyQt6.QtCore import QMarginsF
from PyQt6.QtGui import QPageLayout, QPageSize, QPdfWriter

PAGES = {"A4": QPageSize.PageSizeId.A4, "Letter": QPageSize.PageSizeId.Letter}
DPI = 96  # of the page as it is laid out; strokes and text stay sharp at any size
MARGIN = 12 / 25.4 * DPI  # 12 mm


def pdf_page(path: Path, page: str, title: str, *, wide: bool = False) -> QPdfWriter:
    """A page to paint on. page: "A4" or "Letter". wide: its long side across. Raises OSError when the place cannot be written."""
    path.open("ab").close()  # QPdfWriter fails without a word
    writer = QPdfWriter(str(path))
    way = QPageLayout.Orientation.Landscape if wide else QPageLayout.Orientation.Portrait
    writer.setPageLayout(QPageLayout(QPageSize(PAGES[page]), way, QMarginsF(0, 0, 0, 0)))
    writer.setResolution(DPI)
    writer.setTitle(title)
    return writer
