"""A table: names down its left, a column for each of what is compared, and where every cell stands."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from PyQt6.QtCore import QPointF, QRect, QSize

from isostat.desktop.pieces.entry import nth_entry
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.language import capital, tr
from isostat.units.unit import Quantity


@dataclass(frozen=True, slots=True)
class Table:
    """Where it stands, in px: left end and top; the first column, and how far columns and rows are apart; a cell's size.

    head: rows that lie above the first one. drop: of a name below the top of its row. stops: where columns begin behind the first,
    if they are not all as far apart.
    """

    sheet: Sheet
    left: float
    top: float
    first: float
    wide: float
    pitch: float
    size: QSize
    head: float = 1.0
    drop: float = 3.0
    stops: tuple[float, ...] = ()

    def column(self, n: int) -> float:
        """Where the n-th column begins."""
        return self.first + (self.stops[n] if self.stops else n * self.wide)

    def row(self, n: int) -> float:
        """Where the n-th row begins."""
        return self.top + (n + self.head) * self.pitch

    def cell(self, row: int, column: int, wide: float = 0.0) -> tuple[QPointF, QSize]:
        """Place and size of a cell, so wide where it is not as wide as the others."""
        return QPointF(self.column(column), self.row(row)), QSize(round(wide) or self.size.width(), self.size.height())

    def area(self, row: int, column: int, wide: float = 0.0) -> QRect:
        """The same as an area."""
        place, size = self.cell(row, column, wide)
        return QRect(place.toPoint(), size)

    def name(self, key: str, row: int, words: str, unit: str = "", weight: int = 400) -> None:
        """What a row is."""
        self.sheet.text(key, words, QPointF(self.left, self.row(row) + self.drop), size=13, unit=unit, weight=weight)

    def title(
        self, key: str, column: int, words: str, *, up: float = 0.0, unit: str = "", weight: int = 400, size: float = 0
    ) -> None:
        """What a column is: heavy, or light in ink2. up: above the first row, px; 0: at the top of the table."""
        y = self.row(0) - up if up else self.top
        role, usual = ("ink", 13) if weight > 400 else ("ink2", 12.5)
        self.sheet.text(key, words, QPointF(self.column(column), y), size=size or usual, weight=weight, role=role, unit=unit)


def lay_rows(
    sheet: Sheet,
    v: View,
    key: str,
    path: edits.Path,
    columns: Sequence[tuple[str, str, Quantity]],
    at: QPointF,
    rows: range,
    label: str,
    pitch: float = 132.0,
) -> float:
    """Readings of a table of the job that need not be there yet, the words of each before it. Returns where the last row ends, px.

    key: begins the names of the fields. path: of the table. columns: field, words and quantity of each. rows: which are shown.
    label: what a reading is called, from the row's number `n` and its `words`. pitch: px of a column.
    """
    t, y = v.theme, at.y()
    for n in rows:
        for m, (field, words, quantity) in enumerate(columns):
            line = Line(sheet, v, QPointF(at.x() + m * t.px(pitch), y), high=25, size=13)
            line.words(f"{key} {field} {n} word", tr(words), unit=v.reader.preset.unit(quantity).sign)
            line.upto(pitch - 64)
            nth_entry(sheet, v, f"{key} {field} {n}", (path, n, field), line.place(56),
                      label=label.format(n=n + 1, words=tr(words)),
                      quantity=quantity)  # fmt: skip
        y += t.px(27)
    return y


def axle_table(
    sheet: Sheet, v: View, rows: Sequence[tuple[str, str, Quantity]], at: QPointF, columns: tuple[float, float]
) -> Table:
    """The table of a panel, one column an axle, with the names of axles and rows in their places.

    rows: key, words and quantity of each. columns: where that of the first axle stands, and how far apart they are, px.
    """
    t, (first, wide) = v.theme, columns
    size, top = QSize(round(t.px(70)), round(t.px(21))), at.y() + t.px(18)
    table = Table(sheet, at.x(), top, first, wide, t.px(22.5), size, head=0.0, drop=t.px(3))
    for axle, info in enumerate(v.job.vehicle.axles):
        table.title(f"table axle {axle}", axle, info.name, up=t.px(18))
    for n, (key, words, quantity) in enumerate(rows):
        table.name(f"{key} head", n, capital(words), v.reader.preset.unit(quantity).sign, weight=600)
    return table
