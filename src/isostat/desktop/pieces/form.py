"""Forms are data: rows of a part of the job, each with its words, its field and its unit, laid in one of two ways."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from PyQt6.QtCore import QPointF, QSize

from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.fields import Put
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.reading import Reading
from isostat.language import tr
from isostat.units.unit import Quantity


@dataclass(frozen=True, slots=True)
class Row:
    """One reading: its field in the part, what it is called, its quantity, and what is gone by until it is typed, SI.

    finer: one decimal more than usual. whole: none.
    """

    field: str
    words: str
    quantity: Quantity
    usual: float | None = None
    finer: bool = False
    whole: bool = False


@dataclass(frozen=True, slots=True)
class Form:
    """Rows of one part of the job.

    name: begins the names of its fields. path: of the part in the job. part: which is shown, what lies under it included.
    otherwise: by field, what it shows until it is typed, before what is usual. puts: by field, an edit of its own.
    """

    name: str
    path: edits.Path
    part: object
    rows: Sequence[Row]
    otherwise: Mapping[str, Figure | None] = field(default_factory=dict)
    puts: Mapping[str, Put] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Sizes:
    """Of a way to lay a form, px unscaled: how wide the words or a column are, how high a row, its field, and its figures."""

    wide: float
    high: float
    field: tuple[float, float]
    figure: float = 14


LIST = Sizes(wide=196, high=30, field=(76, 25))  # words beside their field
CLOSE = Sizes(wide=176, high=25, field=(76, 23))
GRID = Sizes(wide=134, high=44, field=(66, 24), figure=13)  # words over their field
TALL = Sizes(wide=98, high=56, field=(72, 25))
UNDER = 18.0  # from the top of the words to that of the field under them


def lay_list(sheet: Sheet, v: View, form: Form, at: QPointF, sizes: Sizes = LIST) -> float:
    """Row under row, the words beside the field. Returns where the next would begin, px."""
    t, y = v.theme, at.y()
    for row in form.rows:
        sign = v.reader.preset.unit(row.quantity).sign
        sheet.text(f"{form.name} {row.field} word", tr(row.words), QPointF(at.x(), y + 4), size=13, unit=sign)
        lay_field(sheet, v, form, row, QPointF(at.x() + t.px(sizes.wide), y), sizes)
        y += t.px(sizes.high)
    return y


def lay_grid(sheet: Sheet, v: View, form: Form, at: QPointF, sizes: Sizes = GRID, columns: int = 0) -> float:
    """So many columns of rows, all in one line for 0, the words over the field. Returns where the next line would begin, px."""
    t, count = v.theme, columns or len(form.rows)
    for n, row in enumerate(form.rows):
        place = at + QPointF(n % count * t.px(sizes.wide), n // count * t.px(sizes.high))
        sign = v.reader.preset.unit(row.quantity).sign
        sheet.text(f"{form.name} {row.field} word", tr(row.words), place, size=12.5, weight=600, unit=sign)
        lay_field(sheet, v, form, row, place + QPointF(0, t.px(UNDER)), sizes)
    return at.y() + -(-len(form.rows) // count) * t.px(sizes.high)


def lay_field(sheet: Sheet, v: View, form: Form, row: Row, at: QPointF, sizes: Sizes) -> None:
    """The field of a row: what was read, else what is gone by."""
    given = getattr(form.part, row.field)
    shown = Figure(row.usual, Origin.ASSUMED) if row.usual is not None else None
    shown = form.otherwise.get(row.field, shown)
    if isinstance(given, Reading):
        shown = Figure(given.value, Origin.ASSUMED if given.assumed else Origin.MEASURED)
    elif given is not None:  # a count
        shown = Figure(float(given), Origin.TYPED)
    size = QSize(round(v.theme.px(sizes.field[0])), round(v.theme.px(sizes.field[1])))
    sheet.field(
        f"{form.name} {row.field}",
        (*form.path, row.field),
        at,
        size,
        label=tr(row.words),
        quantity=row.quantity,
        value=None if shown is None else shown.value,
        assumed=shown is not None and shown.assumed,
        empty="–",
        figure=sizes.figure,
        finer=row.finer,
        whole=row.whole,
        put=form.puts.get(row.field),
    )
