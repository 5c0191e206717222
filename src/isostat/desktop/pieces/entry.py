"""One entry of a table: a field for a reading of the job, or what is gone by where none was given; and rows that come and go."""

from __future__ import annotations

from functools import partial
from typing import Any

from PyQt6.QtCore import QPointF, QSize

from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.fields import Put, QuantityField
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.reading import Reading
from isostat.job.schema import Job
from isostat.units.unit import Quantity


def entry(
    sheet: Sheet,
    v: View,
    key: str,
    path: edits.Path,
    where: tuple[QPointF, QSize],
    *,
    label: str,
    quantity: Quantity,
    otherwise: Figure | None = None,
    figure: float = 13,
    empty: str = "–",
    finer: bool = False,
    put: Put | None = None,
) -> QuantityField:
    """A field for the reading at a path; where there is none it shows `otherwise`, else `empty`.

    finer: one decimal more. put: its own edit.
    """
    given = edits.value_at(v.job, path)
    if isinstance(given, Reading):
        otherwise = Figure(given.value, Origin.ASSUMED if given.assumed else Origin.MEASURED)
    value, assumed = (otherwise.value, otherwise.assumed) if otherwise else (None, False)
    return sheet.field(key, path, *where, label=label, quantity=quantity, value=value, assumed=assumed, figure=figure, empty=empty,
                       finer=finer, put=put)  # fmt: skip


def loose_entry(
    sheet: Sheet, key: str, reading: Reading | None, where: tuple[QPointF, QSize], *, label: str, quantity: Quantity, put: Put
) -> QuantityField:
    """A field for a reading of a row that need not be there yet; `put` makes it."""
    value, assumed = (reading.value, reading.assumed) if reading else (None, False)
    return sheet.field(key, (), *where, label=label, quantity=quantity, value=value, assumed=assumed, figure=13, empty="–", put=put)


def nth_entry(
    sheet: Sheet,
    v: View,
    key: str,
    row: tuple[edits.Path, int, str],
    where: tuple[QPointF, QSize],
    *,
    label: str,
    quantity: Quantity,
    fresh: dict[str, Any] | None = None,
) -> QuantityField:
    """A field for a reading in a row of a table of the job, which need not be there yet: rows up to it are made as `fresh`.

    row: path of the table, the row's index, the field.
    """
    path, index, field = row
    rows = edits.value_at(v.job, path)
    reading = getattr(rows[index], field) if index < len(rows) else None
    put = partial(_put_nth, path, index, fresh or {}, field)
    return loose_entry(sheet, key, reading, where, label=label, quantity=quantity, put=put)


def row_put(path: edits.Path, key: str, kind: str, field: str) -> Put:
    """Puts into that row of a table in which `key` says `kind`."""
    return partial(_put_row, path, key, kind, field)


def _put_row(path: edits.Path, key: str, kind: str, field: str, job: Job, si: float | None, typed: str) -> Job:
    return edits.put_row(job, path, key, kind, field, _reading(si, typed))


def _put_nth(path: edits.Path, index: int, fresh: dict[str, Any], field: str, job: Job, si: float | None, typed: str) -> Job:
    return edits.put_nth(job, path, index, fresh, field, _reading(si, typed))


def _reading(si: float | None, typed: str) -> dict[str, Any] | None:
    return None if si is None else {"value": si, "typed": typed}
