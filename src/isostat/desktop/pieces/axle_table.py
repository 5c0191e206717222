"""The frame of a table below the columns of Travel: one row a quantity, one column an axle."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from PyQt6.QtCore import QPointF, QSize

from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.units.unit import Quantity

Cell = Callable[[int, int], tuple[QPointF, QSize]]  # of row and axle


def lay_axle_table(
    sheet: Sheet, v: View, rows: Sequence[tuple[str, str, Quantity]], at: QPointF, columns: tuple[float, float]
) -> Cell:
    """Places the names of axles and rows; returns where the field of a row and axle stands.

    rows: key, words and quantity of each. columns: where that of the first axle stands, and how far apart they are, px.
    """
    t, (first, wide), pitch = v.theme, columns, v.theme.px(22.5)
    top, size = at.y() + t.px(18), QSize(round(t.px(70)), round(t.px(21)))
    for axle, info in enumerate(v.job.vehicle.axles):
        sheet.text(f"table axle {axle}", info.name, QPointF(first + axle * wide, at.y()), size=12.5, role="ink2")
    for n, (key, words, quantity) in enumerate(rows):
        place, unit = QPointF(at.x(), top + n * pitch + t.px(3)), v.reader.preset.unit(quantity).sign
        sheet.text(f"{key} head", words.capitalize(), place, size=13, weight=600, unit=unit)
    return lambda row, axle: (QPointF(first + axle * wide, top + row * pitch), size)
