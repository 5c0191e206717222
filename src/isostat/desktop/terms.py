"""The window of terms: what each word on the screen means, with its other names in the trade."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QAbstractItemView, QHeaderView, QLineEdit, QTableWidget, QTableWidgetItem, QVBoxLayout, QWidget

from isostat.desktop.theme import Theme
from isostat.language import tr
from isostat.wording.terms import terms

SIZE = (940, 620)  # px
SHARES = (150, 350, 200)  # px of its columns, the last takes what remains


class TermsWindow(QWidget):
    """A field to look for a word, under it the table of terms."""

    def __init__(self, parent: QWidget, theme: Theme, sought: str = "") -> None:
        super().__init__(parent, Qt.WindowType.Window)
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.setWindowTitle(tr("Terms used in Isostat"))
        self.setStyleSheet(
            f"QWidget{{background:{theme.sheet};color:{theme.ink}}}"
            f"QLineEdit{{border:1px solid {theme.ink2};padding:5px}} QLineEdit:focus{{border:2px solid {theme.accent}}}"
            f"QHeaderView::section{{background:{theme.paper};border:0;border-bottom:1px solid {theme.ink};padding:5px}}"
            f"QTableWidget{{border:1px solid {theme.rule};gridline-color:{theme.rule}}}"
            f"QTableWidget::item:selected{{background:{theme.accent};color:{theme.on_accent}}}"
        )
        self._sought = QLineEdit(sought)
        self._sought.setPlaceholderText(tr("Find a term"))
        self._sought.setAccessibleName(tr("Find a term"))
        self._sought.setFont(theme.font(14))
        self._table = QTableWidget(0, 4)
        self._table.setHorizontalHeaderLabels([tr("Term"), tr("Meaning"), tr("Also called"), tr("Where")])
        self._table.setAccessibleName(tr("Terms used in Isostat"))
        self._table.setFont(theme.font(13))
        self._table.setWordWrap(True)
        self._table.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self._table.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        heads, side = self._table.horizontalHeader(), self._table.verticalHeader()
        assert heads is not None and side is not None
        heads.setFont(theme.font(12, 600))
        heads.setStretchLastSection(True)
        heads.setDefaultAlignment(Qt.AlignmentFlag.AlignLeft)
        side.hide()
        side.setSectionResizeMode(QHeaderView.ResizeMode.ResizeToContents)
        side.setMinimumSectionSize(round(30 * theme.scale))
        for column, wide in enumerate(SHARES):
            self._table.setColumnWidth(column, round(wide * theme.scale))
        lines = QVBoxLayout(self)
        lines.addWidget(self._sought)
        lines.addWidget(self._table)
        self._sought.textChanged.connect(self._show)
        self.resize(round(SIZE[0] * theme.scale), round(SIZE[1] * theme.scale))
        self._show(sought)

    def _show(self, sought: str) -> None:
        found = [term for term in terms() if term.has(sought)]
        self._table.setRowCount(len(found))
        for row, term in enumerate(found):
            for column, words in enumerate((term.term, term.meaning, term.others, term.where)):
                self._table.setItem(row, column, QTableWidgetItem(words))
