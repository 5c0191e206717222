"""Measure's cycle sheet: spring out, the axle on a jack; where things happen, and how the shock moves with the wheel."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from PyQt6.QtCore import QLineF, QPointF, QSize
from PyQt6.QtGui import QPainter

from isostat.assess.measure.cycle_ratio import cycle_ratio, with_cycle_motion
from isostat.desktop.pieces.entry import loose_entry, row_put
from isostat.desktop.pieces.focus_walk import in_order
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.table import Table
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import SIDES
from isostat.job.schema import Job
from isostat.job.vehicle import CYCLE, MEETS_ARCH, CycleRow
from isostat.language import capital, decimal, later, tr
from isostat.units.unit import Quantity

COLUMNS = (("hub_to_arch_m", later("hub to arch")), ("eye_to_eye_m", later("eye to eye")))
NAMES = {
    "hanging": later("full droop"), "stop touched": later("bump-stop contact"), "stop flat": later("full bump"),
    "tyre touches, straight": later("tyre contact, straight"), "tyre touches, left lock": later("tyre contact, left lock"),
    "tyre touches, right lock": later("tyre contact, right lock"), "metal": later("metal contact"),
    "strap taut": later("limit strap taut"), "hose taut": later("brake hose tight"),
    "joint at its limit": later("joint at its limit"),
}  # fmt: skip


def _row(v: View, axle: int, side: int, event: str) -> CycleRow | None:
    rows = edits.value_at(v.job, (*path_to(JOB.vehicle.axles[axle]), SIDES[side], "cycle"))
    return next((r for r in rows if r.event == event), None)


def lay_cycle(sheet: Sheet, v: View, top: float, axle: int) -> None:
    """Places the sheet of one axle below `top`."""
    t, sign = v.theme, v.reader.preset.height.sign
    pitch = _pitch(sheet, v, top)
    cell = QSize(round(t.px(84)), round(min(pitch - 3, t.px(28))))
    table = Table(sheet, t.margin, top, t.px(190), t.px(92), pitch, cell, head=2.0, drop=t.px(3))
    for side in (0, 1):
        for k, (_, words) in enumerate(COLUMNS):
            table.title(f"cycle head {side}{k}", 2 * side + k, tr(words), up=pitch, unit=sign)
        table.title(f"cycle side {side}", 2 * side, v.reader.corner(axle, side), up=2 * pitch - 2, weight=600)
    where = replace(table, first=table.column(4) + t.px(8))
    where.title("cycle where", 0, tr("where on the arch"), up=pitch)
    fields = []
    for n, event in enumerate(CYCLE):
        table.name(f"cycle row {n}", n, f"{n + 1}  {tr(NAMES[event])}")
        for side in (0, 1):
            row, path = _row(v, axle, side, event), (*path_to(JOB.vehicle.axles[axle]), SIDES[side], "cycle")
            for k, (field, words) in enumerate(COLUMNS):
                said = {"reading": capital(tr(words)), "event": tr(NAMES[event]), "corner": v.reader.corner(axle, side)}
                label = tr("{reading} at {event}, {corner}", **said)
                fields.append(
                    loose_entry(
                        sheet,
                        f"cycle {field} {axle} {side} {n}",
                        getattr(row, field) if row else None,
                        table.cell(n, 2 * side + k),
                        label=label,
                        quantity=Quantity.HEIGHT,
                        put=row_put(path, "event", event, field),
                    )
                )
        if event in MEETS_ARCH:
            row = _row(v, axle, 0, event)
            made = sheet.words(f"cycle where {axle} {n}", (), *where.cell(n, 0, t.px(110)),
                               label=tr("{event}: where on the arch", event=tr(NAMES[event])),
                               put=partial(_put_where, axle, event))  # fmt: skip
            if not made.hasFocus():
                made.setText(row.where if row else "")
    in_order(fields)
    _lay_result(sheet, v, top + (len(CYCLE) + 2.3) * pitch, axle)


def _lay_result(sheet: Sheet, v: View, y: float, axle: int) -> None:
    """The ratio that the readings give, and a button that gives it to the spring."""
    t, moved = v.theme, cycle_ratio(v.job.vehicle.axles[axle])
    words = tr(
        "Two positions at least {m} apart give the shock motion ratio; four or more give the curve.", m=v.reader.height_unit(0.02)
    )
    if moved is not None:
        ratios = {"ride": decimal(moved.ride, 2), "droop": decimal(moved.hanging, 2), "bump": decimal(moved.bump, 2)}
        words = tr("Shock motion ratio {ride} at ride, {droop} in droop, {bump} in bump.", **ratios)
    box = sheet.text("cycle result", words, QPointF(t.margin, y), size=14, weight=600)
    if moved is not None:
        act = partial(sheet.edited.emit, partial(with_cycle_motion, axle=axle), tr("spring motion ratio from full travel"), -1)
        sheet.button("take motion", tr("Coil-over: copy to spring motion ratio"), QPointF(box.right() + t.px(14), y - t.px(4)), act)
    more = tr(
        "Measured events outrank computed ones. Wheels off; frame on stands plus a back-up; spring, Panhard bar and "
        "anti-roll link off."
    )
    sheet.text(
        "cycle caution",
        more,
        QPointF(t.margin, y + t.px(26)),
        size=13,
        role="fault",
        weight=600,
        width=sheet.width() - 2 * t.margin,
    )


def draw_cycle(p: QPainter, sheet: Sheet, v: View, top: float, axle: int) -> None:
    """The way of both wheels as one tape, hub to arch to scale: left above the line, right below it, ride in accent."""
    t, pitch = v.theme, _pitch(sheet, v, top)
    y = top + (len(CYCLE) + 2.3) * pitch + t.px(112)
    marks = [
        (side, row.event, row.hub_to_arch_m.value)
        for side in (0, 1)
        for row in edits.value_at(v.job, (*path_to(JOB.vehicle.axles[axle]), SIDES[side], "cycle"))
        if row.hub_to_arch_m
    ]
    if not marks or y > sheet.height() - t.px(40):
        return
    ride = [float(h) for h in v.a.baseline_m[axle]]
    low, high = min([m[2] for m in marks] + ride) - 0.02, max([m[2] for m in marks] + ride) + 0.02
    left, wide = t.px(40), sheet.width() - t.px(80)

    def x(height: float) -> float:
        return float(left + (high - height) / (high - low) * wide)

    p.setPen(pen(t, "ink", 1.25))
    p.drawLine(QLineF(left, y, left + wide, y))
    p.setFont(t.font(12.5))
    for side, height in enumerate(ride):
        p.setPen(pen(t, "accent", 2.0))
        p.drawLine(QLineF(x(height), y, x(height), y + t.px(12) * (1 if side else -1)))
    for side, event, height in marks:
        way = 1 if side else -1
        p.setPen(pen(t, "ink", 1.0))
        p.drawLine(QLineF(x(height), y, x(height), y + way * t.px(20)))
        number = str(CYCLE.index(event) + 1)
        p.drawText(QPointF(x(height) - t.plain_width(number, 12.5) / 2, y + way * t.px(24) + (t.px(11) if side else 0)), number)


def _pitch(sheet: Sheet, v: View, top: float) -> float:
    return float(min((sheet.height() - top - v.theme.px(120)) / (len(CYCLE) + 2), v.theme.px(32)))


def _put_where(axle: int, event: str, job: Job, words: str) -> Job:
    return edits.put_row(job, path_to(JOB.vehicle.axles[axle].left.cycle), "event", event, "where", words)
