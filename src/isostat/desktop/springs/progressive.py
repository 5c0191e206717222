"""Below the Spring chart of a progressive coil: its rates, its counted turns or its tested table, and what is ordered by corner."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial

import numpy as np
from PyQt6.QtCore import QPointF, QRect, QSize
from typing_extensions import override

from isostat.assess.spring.usual import usual_shear_pa
from isostat.assess.travel.landmarks import landmarks
from isostat.core.limits import GRAVITY
from isostat.core.parts.event import Event
from isostat.desktop.pieces.entry import entry, loose_entry, modulus_entry, nth_put
from isostat.desktop.pieces.form import Form, Row, Sizes, lay_grid
from isostat.desktop.pieces.grip import Handle
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.spring.chart import SpringChart
from isostat.desktop.spring.order import lay_cases, lay_corners, lay_fitted_now, solve_again
from isostat.desktop.spring.part_drawing import lay_floor
from isostat.desktop.springs.coil import free_drag
from isostat.desktop.springs.kind import LENGTH_NUDGE, LENGTH_PER_PX, Drag, Draw, Room, SpringPage
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.schema import Job
from isostat.units.format import number
from isostat.units.unit import Quantity

BY = ("rates", "turns", "table")
BY_WORDS = ("two rates", "counted turns", "tested table")
ACROSS = ("outside", "mean", "inside")
RATES = (
    Row("soft_n_per_m", "first rate", Quantity.RATE),
    Row("firm_n_per_m", "second rate", Quantity.RATE),
    Row("change_m", "changes, pressed by", Quantity.COIL),
    Row("solid_m", "solid, pressed by", Quantity.COIL),
)
TAG = Sizes(wide=150, high=56, field=(84, 26), figure=15)
GROUPS, CELLS = 5, 8


def lay_progressive(sheet: Sheet, v: View, axle: int, top: float, read_table: Callable[[], object]) -> None:
    """Places the panel below `top`; read_table asks for a CSV."""
    t, given, base = v.theme, v.job.proposal.axles[axle].progressive, path_to(JOB.proposal.axles[axle].progressive)
    head = sheet.caps("progressive head", f"Progressive, {v.job.vehicle.axles[axle].name}", QPointF(t.margin, top + t.px(10)))
    area = QRect(head.right() + round(t.px(12)), round(top + t.px(5)), round(t.px(126)), round(t.px(24)))
    sheet.choice(
        "progressive by",
        BY_WORDS,
        BY.index(given.by),
        area,
        label="what the progressive coil is told by",
        chosen=lambda n: sheet.put((*base, "by"), BY[n], "what the coil is told by"),
    )
    _lay_curve(sheet, v, axle, QPointF(area.right() + t.px(14), top + t.px(9)))
    at = QPointF(t.margin, top + t.px(33))
    match given.by:
        case "rates":
            _lay_rates(sheet, v, axle, at)
        case "turns":
            _lay_turns(sheet, v, axle, at)
        case _:
            button = QPointF(sheet.width() - t.px(140), top + t.px(4))
            sheet.button("read table", "Read a CSV…", button, read_table, width=round(t.px(124)))
            _lay_table(sheet, v, axle, at)
    lay_corners(sheet, v, axle, top + t.px(88), ("free_length_m", "spacer_m"))
    lay_fitted_now(sheet, axle, QPointF(t.px(700), top + t.px(108)))
    lay_cases(sheet, v, axle, top + t.px(183))
    place = QPointF(t.px(560), top + t.px(108))
    sheet.button("solve again", "Solve for the target", place, lambda: sheet.edited.emit(_solve(axle), "solve the springs", -1))


def _solve(axle: int) -> Callable[[Job], Job]:
    return lambda job: solve_again(job, axle)


def _lay_curve(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """What the curve is, or why there is none."""
    o, r = v.a.orders[axle], v.reader
    if o.lacks:
        sheet.text(
            "progressive waits words", f"{o.lacks} A plain coil stands in.", at, size=12.5, role="fault", width=v.theme.px(430)
        )
        return
    law = o.law[0]
    knots = np.array(law.knots)
    rates = law.rate((knots[1:] + knots[:-1]) / 2).tolist()
    words = ", ".join(number(rate, Quantity.RATE, r.preset) for rate in (rates if len(rates) < 4 else (rates[0], rates[-1])))
    carries = r.mass(float(law.force(knots[-1])) / GRAVITY)
    ends = f"{words} {r.preset.rate.sign}; solid pressed by {r.coil(law.knots[-1])}, carries {carries}"
    sheet.text("progressive curve word", ends, at, size=12.5, role="ink2")


def _lay_rates(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    t, part = v.theme, v.job.proposal.axles[axle].progressive
    form = Form("progressive", path_to(JOB.proposal.axles[axle].progressive), part, RATES)
    lay_grid(sheet, v, form, at + QPointF(t.px(104), 0), TAG)
    sheet.text("progressive tag word", "off its tag", QPointF(at.x(), at.y() + t.px(24)), size=13, role="ink2")


def _lay_turns(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """Wire and diameter, then groups of turns with their pitch, the close ones first."""
    t, given, base = v.theme, v.job.proposal.axles[axle].progressive, path_to(JOB.proposal.axles[axle].progressive)
    size, sign = QSize(round(t.px(58)), round(t.px(24))), v.reader.preset.coil.sign
    for n, (field, words) in enumerate((("wire_m", "wire"), ("across_m", "diameter"))):
        x = at.x() + n * t.px(68)
        sheet.text(f"progressive {field} word", words, QPointF(x, at.y()), size=12.5, weight=600, unit=sign)
        entry(
            sheet,
            v,
            f"progressive {field}",
            (*base, field),
            (QPointF(x, at.y() + t.px(19)), size),
            label=words,
            quantity=Quantity.COIL,
            finer=True,
        )
    area = QRect(round(at.x() + t.px(136)), round(at.y() + t.px(19)), round(t.px(84)), size.height())
    sheet.choice(
        "progressive across",
        ACROSS,
        ACROSS.index(given.across),
        area,
        label="which diameter was read",
        chosen=lambda n: sheet.put((*base, "across"), ACROSS[n], "which diameter"),
    )
    place, usual = QPointF(at.x() + t.px(672), at.y() + 3), usual_shear_pa(given.material)
    modulus_entry(sheet, v, "progressive modulus", (*base, "shear_pa"), place, label="shear modulus", usual_pa=usual)
    left = at.x() + t.px(300)
    sheet.text("group turns word", "turns", QPointF(left - t.px(46), at.y() + 3), size=12.5, role="ink2")
    sheet.text("group pitch word", "pitch", QPointF(left - t.px(46), at.y() + t.px(30)), size=12.5, role="ink2")
    cell = QSize(round(t.px(64)), round(t.px(24)))
    for n in range(GROUPS):
        group = given.groups[n] if n < len(given.groups) else None
        for row, (field, words, quantity) in enumerate((("turns", "turns", Quantity.RATIO), ("pitch_m", "pitch", Quantity.COIL))):
            where = (QPointF(left + n * t.px(72), at.y() + row * t.px(28)), cell)
            loose_entry(
                sheet,
                f"group {field} {n}",
                getattr(group, field) if group else None,
                where,
                quantity=quantity,
                label=f"{words} of group {n + 1}",
                put=nth_put((*base, "groups"), n, {}, field),
            )


def _lay_table(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """The first readings of the table; more come with a CSV."""
    t, given = v.theme, v.job.proposal.axles[axle].progressive
    base, preset = path_to(JOB.proposal.axles[axle].progressive.table), v.reader.preset
    for row, (words, sign) in enumerate((("pressed by", preset.coil.sign), ("carries", preset.mass.sign))):
        sheet.text(f"table {words} word", words, QPointF(at.x(), at.y() + 3 + row * t.px(28)), size=12.5, role="ink2", unit=sign)
    left, cell = at.x() + t.px(104), QSize(round(t.px(68)), round(t.px(24)))
    for n in range(CELLS):
        tested = given.table[n] if n < len(given.table) else None
        for row, (field, quantity) in enumerate((("squeeze_m", Quantity.COIL), ("force_kg", Quantity.MASS))):
            where = (QPointF(left + n * t.px(74), at.y() + row * t.px(28)), cell)
            words = f"{'compression' if row == 0 else 'load'} {n + 1} of the table"
            loose_entry(
                sheet,
                f"table {field} {n}",
                getattr(tested, field) if tested else None,
                where,
                quantity=quantity,
                label=words,
                put=nth_put(base, n, {}, field),
            )
    if len(given.table) > CELLS:
        more = f"+ {len(given.table) - CELLS}"
        sheet.text("table more word", more, QPointF(left + CELLS * t.px(74), at.y() + t.px(16)), size=13, role="ink2")


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
            yield Drag("grip change", "ring", chart.on_curve(changes), "change of rate, drag", handle)


def _pull_change(sheet: Sheet, axle: int, value: float, way: str, gesture: int) -> None:
    path, wanted = path_to(JOB.proposal.axles[axle].progressive.change_m), max(round(value, 3), 0.001)
    sheet.edited.emit(lambda job: edits.put_number(job, path, wanted), f"{way} the change of rate", gesture)
