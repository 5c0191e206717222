"""A window in which something is looked up: a table of so many columns, in the colours of the theme."""

from __future__ import annotations

from collections.abc import Sequence

from PyQt6.QtCore import QSize, Qt
from PyQt6.QtWidgets import QAbstractItemView, QHeaderView, QTableWidget, QVBoxLayout, QWidget

from isostat.desktop.theme import Theme


class Lookup(QWidget):
    """`table` is empty, `lines` the layout that it is to be added to. shares: px of the columns, the last takes what remains."""

    def __init__(
        self, parent: QWidget, theme: Theme, title: str, heads: Sequence[str], shares: Sequence[int], size: tuple[int, int]
    ) -> None:
        super().__init__(parent, Qt.WindowType.Window)
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.setWindowTitle(title)
        self.setStyleSheet(
            f"QWidget{{background:{theme.sheet};color:{theme.ink}}}"
            f"QLineEdit{{border:1px solid {theme.ink2};padding:5px}} QLineEdit:focus{{border:2px solid {theme.accent}}}"
            f"QHeaderView::section{{background:{theme.paper};border:0;border-bottom:1px solid {theme.ink};padding:5px}}"
            f"QTableWidget{{border:1px solid {theme.rule};gridline-color:{theme.rule}}}"
            f"QTableWidget::item:selected{{background:{theme.accent};color:{theme.on_accent}}}"
        )
        self.table = QTableWidget(0, len(heads))
        self.table.setHorizontalHeaderLabels(list(heads))
        self.table.setAccessibleName(title)
        self.table.setFont(theme.font(13))
        self.table.setWordWrap(True)
        self.table.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.table.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        across, down = self.table.horizontalHeader(), self.table.verticalHeader()
        assert across is not None and down is not None
        across.setFont(theme.font(12, 600))
        across.setStretchLastSection(True)
        across.setDefaultAlignment(Qt.AlignmentFlag.AlignLeft)
        down.hide()
        down.setSectionResizeMode(QHeaderView.ResizeMode.ResizeToContents)
        down.setMinimumSectionSize(round(30 * theme.scale))
        for column, wide in enumerate(shares):
            self.table.setColumnWidth(column, round(wide * theme.scale))
        self.lines = QVBoxLayout(self)
        self.resize(QSize(*size) * theme.scale)
