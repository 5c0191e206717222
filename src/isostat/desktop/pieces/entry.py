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
from isostat.job.edits.paths import JOB, path_to
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
    finer: bool = False,
    put: Put | None = None,
) -> QuantityField:
    """A field for the reading at a path; where there is none it shows `otherwise`. finer: one decimal more. put: its own edit."""
    given = edits.value_at(v.job, path)
    if isinstance(given, Reading):
        otherwise = Figure(given.value, Origin.ASSUMED if given.assumed else Origin.MEASURED)
    value, assumed = (otherwise.value, otherwise.assumed) if otherwise else (None, False)
    return sheet.field(key, path, *where, label=label, quantity=quantity, value=value, assumed=assumed, figure=figure, empty="–",
                       finer=finer, put=put)  # fmt: skip


def tyre_entry(sheet: Sheet, v: View, key: str, axle: int, where: tuple[QPointF, QSize]) -> QuantityField:
    """A field for the tyre that is proposed at an axle, by its radius or its size."""
    path, label = path_to(JOB.proposal.axles[axle].tyre_radius_m), "radius of the tyre proposed, no load"
    return entry(sheet, v, key, path, where, label=label, quantity=Quantity.HEIGHT, otherwise=v.a.fits[axle].tyre_radius_m)


def modulus_entry(
    sheet: Sheet, v: View, key: str, path: edits.Path, at: QPointF, *, label: str, usual_pa: float, x: float | None = None
) -> QuantityField:
    """Word and field of a steel's shear modulus, which its grade stands in for until it is typed. x: of the field, if not close."""
    t, size = v.theme, QSize(round(v.theme.px(43)), round(v.theme.px(23)))
    word = sheet.text(f"{key} word", "modulus", at + QPointF(0, 3), size=12.5, unit="GPa")
    where = QPointF(word.right() + t.px(4) if x is None else x, at.y())
    return entry(sheet, v, key, path, (where, size), label=label, quantity=Quantity.MODULUS,
                 otherwise=Figure(usual_pa, Origin.ASSUMED))  # fmt: skip


def loose_entry(
    sheet: Sheet, key: str, reading: Reading | None, where: tuple[QPointF, QSize], *, label: str, quantity: Quantity, put: Put
) -> QuantityField:
    """A field for a reading of a row that need not be there yet; `put` makes it."""
    value, assumed = (reading.value, reading.assumed) if reading else (None, False)
    return sheet.field(key, (), *where, label=label, quantity=quantity, value=value, assumed=assumed, figure=13, empty="–", put=put)


def row_put(path: edits.Path, key: str, kind: str, field: str) -> Put:
    """Puts into that row of a table in which `key` says `kind`."""
    return partial(_put_row, path, key, kind, field)


def nth_put(path: edits.Path, index: int, fresh: dict[str, Any], field: str) -> Put:
    """Puts into the n-th row of a table; rows up to it are made as `fresh`."""
    return partial(_put_nth, path, index, fresh, field)


def _put_row(path: edits.Path, key: str, kind: str, field: str, job: Job, si: float | None, typed: str) -> Job:
    return edits.put_row(job, path, key, kind, field, _reading(si, typed))


def _put_nth(path: edits.Path, index: int, fresh: dict[str, Any], field: str, job: Job, si: float | None, typed: str) -> Job:
    return edits.put_nth(job, path, index, fresh, field, _reading(si, typed))


def _reading(si: float | None, typed: str) -> dict[str, Any] | None:
    return None if si is None else {"value": si, "typed": typed}
