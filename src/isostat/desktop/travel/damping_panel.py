"""Below the columns of Travel: an axle's damper as tested, how the body dies down with it, and what to ask of a revalve."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRectF, QSize

from isostat.assess import workings
from isostat.assess.travel.damping import damped, light_and_full, on_heavier_wheels, revalve
from isostat.assess.workings import Shown
from isostat.core import rules
from isostat.desktop.pieces.entry import nth_entry
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.pieces.table import Table
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.language import decimal, later, tr
from isostat.units.format import with_unit
from isostat.units.unit import Quantity

ROWS = 3
HEAVIER = 10.0  # kg a wheel, that a larger tyre often is (common practice, no source)
FIELDS = (
    ("speed_m_s", later("speed"), Quantity.SPEED), ("bump_n", later("bump"), Quantity.FORCE),
    ("rebound_n", later("rebound"), Quantity.FORCE),
)  # fmt: skip
SETUPS = (("as_found", later("Shock as found")), ("proposal", later("Shock as fitted")))


def lay_damping(sheet: Sheet, v: View, area: QRectF, axle: int) -> None:
    """Places the tested rows of both set-ups and what follows from them."""
    t = v.theme
    for n, (setup, words) in enumerate(SETUPS):
        at = QPointF(area.left() + n * t.px(226), area.top())
        _lay_rows(sheet, v, (setup, words), axle, at)
    y = area.top() + t.px(42) + ROWS * t.px(26)
    line = Line(sheet, v, QPointF(area.left() + t.px(226), y), high=23, size=13).words("damping word", tr("or scale old shock by"))
    line.reading("travel damping", path_to(JOB.proposal.axles[axle].damping), label=tr("shock damping, present = 1.00"),
                 quantity=Quantity.RATIO)  # fmt: skip
    speed = with_unit(rules.RIDE_SPEED, Quantity.SPEED, v.reader.preset)
    words = tr("Forces without gas preload, at {speed} shaft speed.", speed=speed)
    sheet.text("damping rule", words, QPointF(area.left(), area.bottom() - t.px(17)), size=12.5, role="ink2")
    left = area.left() + t.px(466)
    _lay_result(sheet, v, axle, QPointF(left, area.top()), area.right())
    full = light_and_full(v.a)[1]
    now, then = damped(v.a, axle, full), on_heavier_wheels(v.a, axle, full, HEAVIER)
    if now is not None and then is not None:
        swings = [f"{decimal(each.swings[1].frequency_hz, 1)} Hz, {decimal(each.swings[1].ratio, 2)}" for each in (now, then)]
        words = tr("Wheels {m} heavier, full: hop {was} → {now}", m=v.reader.mass(HEAVIER), was=swings[0], now=swings[1])
        sheet.text("hop words", words, QPointF(left, area.bottom() - t.px(17)), size=12.5, width=area.right() - left)


def _lay_rows(sheet: Sheet, v: View, setup: tuple[str, str], axle: int, at: QPointF) -> None:
    t, (name, words), preset = v.theme, setup, v.reader.preset
    path: edits.Path = (name, "axles", axle, "damper")
    sheet.caps(f"damper {name}", tr(words), at)
    cell = QSize(round(t.px(66)), round(t.px(23)))
    table = Table(sheet, at.x(), at.y(), at.x(), t.px(72), t.px(26), cell, head=38 / 26)
    for k, (field, head, quantity) in enumerate(FIELDS):
        table.title(f"damper {name} {field} head", k, tr(head), up=t.px(19), unit=preset.unit(quantity).sign)
    for n in range(ROWS):  # made row by row: so Tab goes
        for k, (field, head, quantity) in enumerate(FIELDS):
            label = tr(
                "{shock}, {what}, {axle}, row {n}", shock=tr(words), what=tr(head), axle=v.reader.corner(axle, None), n=n + 1
            )
            nth_entry(sheet, v, f"damper {name} {field} {n}", (path, n, field), table.cell(n, k), label=label, quantity=quantity)


def _lay_result(sheet: Sheet, v: View, axle: int, at: QPointF, right: float) -> None:
    """Damping ratios of body and wheel, light and full, both set-ups; the forces that keep the old feel."""
    t, r = v.theme, v.reader
    rows = [(found, case) for found in (True, False) for case in light_and_full(v.a)]
    if all(damped(v.a, axle, case, found=found) is None for found, case in rows):
        words = tr(
            "One row of a shock dyno test, both ways, gives the damping ratio. Without one only present = 1.00 can be judged."
        )
        sheet.text("damping waits words", words, at, size=13.5, width=right - at.x())
        return
    xs = [right - t.px(x) for x in (176, 122, 62, 2)]
    for n, (x, words) in enumerate(zip(xs, (tr("ratio"), tr("bump"), tr("rebound"), tr("wheel hop")), strict=True)):
        sheet.text(f"damping head {n}", words, QPointF(x, at.y()), size=12.5, role="ink2", anchor=RIGHT)
    for n, (found, case) in enumerate(rows):
        swing, y = damped(v.a, axle, case, found=found), at.y() + t.px(20) + n * t.px(20)
        words = tr("as found, {case}", case=r.case(case)) if found else tr("as fitted, {case}", case=r.case(case))
        sheet.text(f"damping row {n}", words, QPointF(at.x(), y), size=13, weight=400 if found else 600)
        if swing is None:
            continue
        shown = [Shown(workings.damping.body, axle, case=case, found=found)]
        shown += [Shown(workings.damping.one_way, axle, case=case, found=found, event=way) for way in ("bump", "rebound")]
        shown.append(Shown(workings.damping.hop, axle, case=case, found=found))
        _, hop = swing.swings
        values = [swing.ratio, swing.body[0].ratio, swing.body[1].ratio, hop.ratio]
        for k, (x, key, value) in enumerate(zip(xs, shown, values, strict=True)):
            sheet.text(f"damping {n} {k}", decimal(value, 2), QPointF(x, y), size=13, weight=600 if k == 0 else 400, anchor=RIGHT,
                       shown=key if swing.ratio < 1.0 else None)  # fmt: skip
    asked = revalve(v.a, axle)
    y = at.y() + t.px(26) + len(rows) * t.px(20)
    if asked is not None:
        bump, rebound = (with_unit(force, Quantity.FORCE, r.preset) for force in (asked.bump_n, asked.rebound_n))
        said = {"bump": bump, "rebound": rebound, "ratio": decimal(asked.ratio, 2)}
        words = tr("Revalve to {bump} bump, {rebound} rebound to keep the ratio {ratio} at the target load.", **said)
        sheet.text("revalve", words, QPointF(at.x(), y), size=13, weight=600, role="accent", width=right - at.x(),
                   shown=Shown(workings.damping.asked, axle, event="bump"))  # fmt: skip
