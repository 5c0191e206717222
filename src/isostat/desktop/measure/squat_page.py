"""Measure's squat page: known loads put on, heights read with them, and the rates that they tell."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QLineF, QPointF, QRectF, QSize
from PyQt6.QtGui import QPainter

from isostat.assess import workings
from isostat.assess.measure.load_test import TRIAL_KG, Payload, squat_result
from isostat.assess.workings import Shown
from isostat.desktop.pieces.elevation import draw_body, draw_wheels, fit, hub_heights
from isostat.desktop.pieces.entry import entry
from isostat.desktop.pieces.focus_walk import in_order
from isostat.desktop.pieces.ink import arrow, ground
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.table import Table
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job.edits import rows as row_edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import walk_order
from isostat.language import capital, later, tr
from isostat.units.unit import Quantity

SIDES = ("left_m", "right_m")
MOST = 6
LOAD_ROWS = (
    (later("load, or ? to find it"), "mass_kg", Quantity.MASS),
    (later("behind front hub"), "behind_front_m", Quantity.HEIGHT),
    (later("offset left of centre"), "left_m", Quantity.HEIGHT),
)


def lay_squat(sheet: Sheet, v: View, top: float) -> None:
    """Places the tests side by side, down each the load and the heights in walk order, below them what they tell."""
    t, count, corners = v.theme, len(v.job.squats), walk_order(len(v.a.axles))
    pitch = t.px(min(30.0, (sheet.height() / t.scale - 190) / (len(LOAD_ROWS) + len(corners) + 1)))
    cell = QSize(round(t.px(92)), round(pitch - t.px(4)))
    table = Table(sheet, t.margin, top, t.px(180), t.px(100), pitch, cell)
    sheet.caps("squat head", tr("Load tests"), QPointF(table.left, top))
    words = tr("as weighed plus this load, on the old springs; roll it, then measure hub to arch")
    sheet.text("squat words", words, QPointF(t.px(118), top - 2), size=13, role="ink2")
    height = v.reader.preset.height.sign
    for k, (words, path, quantity) in enumerate(LOAD_ROWS):
        table.name(f"squat row {path}", k, tr(words), v.reader.preset.unit(quantity).sign)
    for k, corner in enumerate(corners):
        table.name(f"squat row {corner}", k + len(LOAD_ROWS), v.reader.corner(*corner), height)
    for n in range(count):
        fields = []
        for k, (words, path, quantity) in enumerate(LOAD_ROWS):
            made = entry(sheet, v, f"squat {n} {path}", (*path_to(JOB.squats[n]), path), table.cell(k, n), figure=14, empty="?",
                         label=tr("{reading}, test {n}", reading=tr(words), n=n + 1), quantity=quantity)  # fmt: skip
            fields.append(made)
        for k, (axle, side) in enumerate(corners):
            where, label = (
                (*path_to(JOB.squats[n].heights[axle]), SIDES[side]),
                tr("hub to arch {corner}, test {n}", corner=v.reader.corner(axle, side), n=n + 1),
            )
            made = entry(sheet, v, f"squat {n} {axle} {side}", where, table.cell(k + len(LOAD_ROWS), n), figure=14, empty="?",
                         label=label, quantity=Quantity.HEIGHT)  # fmt: skip
            fields.append(made)
        in_order(fields)
        drop, _ = table.cell(len(LOAD_ROWS) + len(corners), n)
        sheet.button(f"drop test {n}", tr("Remove test"), drop, partial(_remove, sheet, n), width=cell.width())
    if count < MOST:
        sheet.button("add test", tr("Add test"), table.cell(0, count)[0], partial(_add, sheet), width=round(t.px(84)))
    _lay_result(sheet, v, top + (2.2 + len(LOAD_ROWS) + len(corners)) * pitch)


def draw_squat(p: QPainter, sheet: Sheet, v: View, top: float) -> None:
    """Right of the tests the vehicle to scale with every load where it was put; nothing where there is no room."""
    t = v.theme
    left = t.px(180) + (len(v.job.squats) + 1) * t.px(100)
    area = QRectF(left, top + t.px(50), sheet.width() - left - t.px(24), t.px(150))
    if area.width() < t.px(230):
        return
    e = fit(v, area)
    ground(p, t, area.left(), area.right(), e.ground)
    draw_body(p, v, e, None, v.weighed)
    draw_wheels(p, v, e, None, v.weighed)
    deck = float(v.a.baseline_m[-1].mean()) + hub_heights(v, None, v.weighed)[-1] + 0.1
    p.setPen(pen(t, "accent", 2.0))
    p.setFont(t.font(13, 600))
    for n, test in enumerate(v.job.squats):
        if test.behind_front_m is None:
            continue
        tip = e.at(test.behind_front_m.value, deck)
        p.drawLine(QLineF(tip - QPointF(0, t.px(34)), tip))
        arrow(p, tip, QPointF(0, 1))
        p.drawText(tip + QPointF(t.px(5), -t.px(24)), str(n + 1))


def _lay_result(sheet: Sheet, v: View, top: float) -> None:
    """What the tests tell, axle by axle, in numbers that can be asked."""
    t, result = v.theme, squat_result(v.a)
    if result is None:
        words = tr(
            "Two heights and a known load give the rate of an unmarked spring. Load behind the rear axle shows the front too."
        )
        sheet.text("squat none", words, QPointF(t.margin, top), size=13, role="ink2")
        return
    for axle, known in enumerate(result.certain):
        name, y = v.job.vehicle.axles[axle].name, top + axle * t.px(22)
        if not known:
            words = tr("{axle}: not enough readings", axle=name)
            sheet.text(f"result {axle}", words, QPointF(t.margin, y), size=14, role="ink2")
            continue
        x = t.margin
        for side in (0, 1) if result.apart[axle] else (0,):
            key = Shown(workings.order.rate_as_found, axle, side)
            where = capital(v.reader.corner(axle, side)) if result.apart[axle] else name
            rate, share = (float(r[axle, side]) for r in (result.wheel_rate, result.share))
            words = tr("{where}: wheel rate {rate} ± {p}", where=where, rate=v.reader.rate(rate), p=v.reader.percent(share))
            box = sheet.text(f"result {axle}" + side * " right", words, QPointF(x, y), size=15, weight=600, shown=key)
            x = box.right() + t.px(14)
        if not result.apart[axle]:
            spring, both = (v.reader.rate(float(k)) for k in (result.spring_rate[axle, 0], 2 * result.wheel_rate[axle, 0]))
            more = tr("spring {spring}, both wheels of the axle {both}", spring=spring, both=both)
            sheet.text(f"result more {axle}", more, QPointF(x, y + 2), size=13, role="ink2")
    y = top + len(result.certain) * t.px(22) + t.px(4)
    said: list[tuple[str, str, str, Shown | None]]
    said = [
        (f"missing {n}", tr("Test {n}: {what}", n=test, what=what.words(v.reader.preset)), "watch", None)
        for n, (test, what) in enumerate(result.missing[:2])
    ]
    for p in result.payloads[:2]:
        said.append(
            (f"payload {p.test}", _payload_words(v, p), "ink", Shown(workings.derived.payload, case=p.test) if p.certain else None)
        )
    if result.misfit > 0 and all(test.left_m.value == 0.0 for test in v.job.squats):
        said.append(("no side load", tr("No side load, so roll stiffness and anti-roll bar are unknown."), "ink2", None))
    if (then := result.next_test) is not None:
        load, within = v.reader.mass(TRIAL_KG), v.reader.percent(then.share)
        words = tr("Next: {load} {where} gives every rate within about ± {p}.", load=load, where=tr(then.place), p=within)
        said.append(("next test", words, "accent", None))
    for n, (name, words, role, shown) in enumerate(said):
        sheet.text(name, words, QPointF(t.margin, y + n * t.px(18)), size=13, role=role, weight=600, shown=shown)


def _payload_words(v: View, p: Payload) -> str:
    """An unknown load as the heights tell it."""
    if not p.certain:
        return tr("Test {n}: not enough readings for this load. Measure more corners, or find the rates first.", n=p.test + 1)
    mass = f"{v.reader.mass(p.mass_kg)} ± {v.reader.mass(p.mass_error_kg)}"
    place = f"{v.reader.height(p.behind_front_m)} ± {v.reader.height_unit(p.behind_error_m)}"
    return tr("Test {n}: the load is {mass}, {place} behind the front hub.", n=p.test + 1, mass=mass, place=place)


def _add(sheet: Sheet) -> None:
    sheet.edited.emit(row_edits.add_squat, tr("add load test"), -1)


def _remove(sheet: Sheet, n: int) -> None:
    sheet.edited.emit(lambda job: row_edits.remove_squat(job, n), tr("remove load test"), -1)
