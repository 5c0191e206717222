"""Below the Spring chart of a progressive coil: its rates, its counted turns or its tested table, and what is ordered by corner."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial

import numpy as np
from PyQt6.QtCore import QPointF, QSize
from typing_extensions import override

from isostat.assess.spring.usual import usual_shear_pa
from isostat.assess.travel.landmarks import landmarks
from isostat.core.limits import GRAVITY
from isostat.core.parts.event import Event
from isostat.desktop.pieces.entry import nth_entry
from isostat.desktop.pieces.form import UNDER, Form, Row, Sizes, lay_grid
from isostat.desktop.pieces.grip import Handle
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.table import Table
from isostat.desktop.spring.chart import SpringChart
from isostat.desktop.spring.order import lay_cases, lay_corners, lay_fitted_now, solve_again
from isostat.desktop.spring.part_drawing import lay_floor
from isostat.desktop.springs.coil import free_drag
from isostat.desktop.springs.kind import LENGTH_NUDGE, LENGTH_PER_PX, Drag, Draw, Room, SpringPage
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.schema import Job
from isostat.language import later, tr
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.spring import not_used

BY = ("rates", "turns", "table")
BY_WORDS = (later("two rates"), later("counted coils"), later("test table"))
ACROSS = (later("outside"), later("mean"), later("inside"))
RATES = (
    Row("soft_n_per_m", later("first rate"), Quantity.RATE),
    Row("firm_n_per_m", later("second rate"), Quantity.RATE),
    Row("change_m", later("rate changes at"), Quantity.COIL),
    Row("solid_m", later("coil-bind at"), Quantity.COIL),
)
TAG = Sizes(wide=150, high=56, field=(84, 26), figure=15)
WOUND = (
    Row("wire_m", later("wire"), Quantity.COIL, finer=True),
    Row("across_m", later("coil dia."), Quantity.COIL, finer=True),
)
WOUND_SIZES = Sizes(wide=68, high=56, field=(58, 24), figure=13)
TESTED = (("squeeze_m", later("compression"), Quantity.COIL), ("force_kg", later("load"), Quantity.MASS))
GROUPS, CELLS = 5, 8


def lay_progressive(sheet: Sheet, v: View, axle: int, top: float, read_table: Callable[[], object]) -> None:
    """Places the panel below `top`; read_table asks for a CSV."""
    t, given, base = v.theme, v.job.proposal.axles[axle].progressive, path_to(JOB.proposal.axles[axle].progressive)
    line = Line(sheet, v, QPointF(t.margin, top + t.px(5))).caps(
        "progressive head", tr("Progressive coils, {axle}", axle=v.job.vehicle.axles[axle].name)
    )
    line.gap(6).choice("progressive by", [tr(words) for words in BY_WORDS], BY.index(given.by),
                       lambda n: sheet.put((*base, "by"), BY[n], tr("how the coil is given")),
                       label=tr("how the progressive coil is given"), wide=126)  # fmt: skip
    _lay_curve(sheet, v, axle, line.gap(8).at)
    at = QPointF(t.margin, top + t.px(33))
    match given.by:
        case "rates":
            _lay_rates(sheet, v, axle, at)
        case "turns":
            _lay_turns(sheet, v, axle, at)
        case _:
            button = QPointF(sheet.width() - t.px(140), top + t.px(4))
            sheet.button("read table", tr("Import CSV…"), button, read_table, width=round(t.px(124)))
            _lay_table(sheet, v, axle, at)
    lay_corners(sheet, v, axle, top + t.px(88), ("free_length_m", "spacer_m"))
    lay_cases(sheet, v, axle, top + t.px(183))
    line = Line(sheet, v, QPointF(t.px(560), top + t.px(109)))
    line.button("solve again", tr("Calculate for target"), lambda: sheet.edited.emit(_solve(axle), tr("calculate the springs"), -1))
    lay_fitted_now(line, axle)


def _solve(axle: int) -> Callable[[Job], Job]:
    return lambda job: solve_again(job, axle)


def _lay_curve(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """What the curve is, or why there is none."""
    o, r = v.a.orders[axle], v.reader
    if o.lacks:
        sheet.text("progressive waits words", not_used(o.lacks, r), at, size=12.5, role="fault", width=v.theme.px(430))
        return
    law = o.law[0]
    knots = np.array(law.knots)
    rates = law.rate((knots[1:] + knots[:-1]) / 2).tolist()
    words = ", ".join(number(rate, Quantity.RATE, r.preset) for rate in (rates if len(rates) < 4 else (rates[0], rates[-1])))
    carries = r.mass(float(law.force(knots[-1])) / GRAVITY)
    said = {"rates": words, "unit": r.preset.rate.sign, "m": r.coil(law.knots[-1]), "load": carries}
    ends = tr("{rates} {unit}; coil-bind at {m} compression, {load}", **said)
    sheet.text("progressive curve word", ends, at, size=12.5, role="ink2")


def _lay_rates(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    t, part = v.theme, v.job.proposal.axles[axle].progressive
    form = Form("progressive", path_to(JOB.proposal.axles[axle].progressive), part, RATES)
    lay_grid(sheet, v, form, at + QPointF(t.px(104), 0), TAG)
    sheet.text("progressive tag word", tr("from its tag"), QPointF(at.x(), at.y() + t.px(24)), size=13, role="ink2")


def _lay_turns(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """Wire and diameter, then groups of turns with their pitch, the close ones first."""
    t, given, base = v.theme, v.job.proposal.axles[axle].progressive, path_to(JOB.proposal.axles[axle].progressive)
    lay_grid(sheet, v, Form("progressive", base, given, WOUND), at, WOUND_SIZES)
    across = Line(sheet, v, at + QPointF(t.px(136), t.px(UNDER)))
    across.choice("progressive across", [tr(words) for words in ACROSS], ACROSS.index(given.across),
                  lambda n: sheet.put((*base, "across"), ACROSS[n], tr("which diameter")),
                  label=tr("which diameter was measured"), wide=84)  # fmt: skip
    line, usual = Line(sheet, v, at + QPointF(t.px(672), 0), high=23), usual_shear_pa(given.material)
    line.modulus("progressive modulus", (*base, "shear_pa"), label=tr("shear modulus"), usual_pa=usual)
    left, cell = at.x() + t.px(254), QSize(round(t.px(64)), round(t.px(24)))
    table = Table(sheet, left, at.y(), left + t.px(46), t.px(72), t.px(28), cell, head=0)
    for row, (field, words, quantity) in enumerate(
        (("turns", tr("coils"), Quantity.RATIO), ("pitch_m", tr("pitch"), Quantity.COIL))
    ):
        table.name(f"group {field} word", row, words)
        for n in range(GROUPS):
            nth_entry(sheet, v, f"group {field} {n}", ((*base, "groups"), n, field), table.cell(row, n), quantity=quantity,
                      label=tr("{what} of coil group {n}", what=words, n=n + 1))  # fmt: skip


def _lay_table(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """The first readings of the table; more come with a CSV."""
    t, given, path = v.theme, v.job.proposal.axles[axle].progressive, path_to(JOB.proposal.axles[axle].progressive.table)
    cell = QSize(round(t.px(68)), round(t.px(24)))
    table = Table(sheet, at.x(), at.y(), at.x() + t.px(104), t.px(74), t.px(28), cell, head=0)
    for row, (field, words, quantity) in enumerate(TESTED):
        table.name(f"table {field} word", row, tr(words), v.reader.preset.unit(quantity).sign)
        for n in range(CELLS):
            nth_entry(sheet, v, f"table {field} {n}", (path, n, field), table.cell(row, n), quantity=quantity,
                      label=tr("test table {n}, {what}", n=n + 1, what=tr(words)))  # fmt: skip
    if len(given.table) > CELLS:
        more, beside = f"+ {len(given.table) - CELLS}", QPointF(table.column(CELLS), at.y() + t.px(16))
        sheet.text("table more word", more, beside, size=13, role="ink2")


class ProgressivePage(SpringPage):
    """Progressive coils, old and new on the floor; where their rate changes is under the hand."""

    @override
    def lay(self, room: Room, v: View) -> Draw:
        draw = lay_floor(room.sheet, v, room.axle, room.part)
        lay_progressive(room.sheet, v, room.axle, room.panel, room.read_table)
        return draw

    @override
    def drags(self, sheet: Sheet, v: View, axle: int, chart: SpringChart) -> Iterator[Drag]:
        yield free_drag(sheet, v, axle, chart)
        coil, changes = v.job.proposal.axles[axle].progressive, landmarks(v.a, axle, 0).at(Event.TURNS_TOUCH)
        if coil.by == "rates" and coil.change_m is not None and changes is not None:
            handle = Handle(coil.change_m.value, LENGTH_PER_PX, LENGTH_NUDGE, partial(_pull_change, sheet, axle))
            yield Drag("grip change", "ring", chart.on_curve(changes), tr("rate change, drag"), handle)


def _pull_change(sheet: Sheet, axle: int, value: float, way: str, gesture: int) -> None:
    path, wanted = path_to(JOB.proposal.axles[axle].progressive.change_m), max(round(value, 3), 0.001)
    sheet.edited.emit(lambda job: edits.put_number(job, path, wanted), tr("rate change ({way})", way=way), gesture)
