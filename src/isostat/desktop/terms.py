"""The window of terms: what each word on the screen means, with its other names in the trade."""

from __future__ import annotations

from PyQt6.QtWidgets import QLineEdit, QTableWidgetItem, QWidget

from isostat.desktop.pieces.lookup import Lookup
from isostat.desktop.theme import Theme
from isostat.language import tr
from isostat.wording.terms import terms


class TermsWindow(Lookup):
    """A field to look for a word, under it the table of terms."""

    def __init__(self, parent: QWidget, theme: Theme, sought: str = "") -> None:
        heads = (tr("Term"), tr("Meaning"), tr("Also called"), tr("Where"))
        super().__init__(parent, theme, tr("Terms used in Isostat"), heads, (150, 350, 200), (940, 620))
        field = QLineEdit(sought)
        field.setPlaceholderText(tr("Find a term"))
        field.setAccessibleName(tr("Find a term"))
        field.setFont(theme.font(14))
        field.textChanged.connect(self._show)
        self.lines.addWidget(field)
        self.lines.addWidget(self.table)
        self._show(sought)

    def _show(self, sought: str) -> None:
        found = [term for term in terms() if term.has(sought)]
        self.table.setRowCount(len(found))
        for row, term in enumerate(found):
            for column, words in enumerate((term.term, term.meaning, term.others, term.where)):
                self.table.setItem(row, column, QTableWidgetItem(words))
