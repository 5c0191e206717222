"""What is read after fitting beside the heights: a line each, its promise, a field, and how it compares."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial

from PyQt6.QtCore import QPointF, QRectF

from isostat.assess.log.checks import Against, Check, PressureCheck, checks, pressure_checks
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.job.edits.log import put_check, put_pressure
from isostat.job.files import JobFault
from isostat.job.schema import Job
from isostat.language import tr
from isostat.units.format import number
from isostat.units.parse import NotUnderstood, parse
from isostat.units.saying import saying
from isostat.units.unit import Preset, Quantity
from isostat.wording.knock_on import say_allowed, say_value, say_what
from isostat.wording.log_checks import AGAINST, say_pressed, say_sign, unit_of

ROW, FIELD, HIGH = 29.0, 84.0, 25.0  # px of a line, of its field
PROMISED, READ, SIGN, HOW, ALLOWED = 0.26, 0.39, 0.505, 0.63, 0.78  # of the width, where each column begins


@dataclass(frozen=True, slots=True)
class _Row:
    """A line of the page. put: makes the edit of what was typed."""

    key: str
    what: str
    promised: str
    text: str
    unit: str
    against: Against
    allowed: str
    put: Callable[[Job, str], Job]


def lay_checks(sheet: Sheet, v: View, area: QRectF, n: int) -> None:
    """Places the page of the nth entry."""
    t, found = v.theme, checks(v.a, n)
    rows = [*(_of_line(v, n, one) for one in found), *(_of_pressure(v, n, one) for one in pressure_checks(v.a, n))]
    heads = (0.0, tr("what")), (PROMISED, tr("promised")), (READ, tr("read")), (HOW, tr("compares")), (ALLOWED, tr("allowed"))
    for share, words in heads:
        sheet.caps(f"check head {share}", words, area.topLeft() + QPointF(share * area.width(), 0))
    top, foot = area.top() + t.px(22), area.bottom()
    if not found:
        words = tr("Take the Knock-on readings first. They are then compared here.")
        foot -= t.px(22)
        sheet.text("check none", words, QPointF(area.left(), foot + t.px(4)), size=13, role="ink2", width=area.width())
    high = min(t.px(ROW), (foot - top) / len(rows))
    for k, row in enumerate(rows):
        _lay_row(sheet, v, QRectF(area.left(), top + k * high, area.width(), high), row)


def _of_line(v: View, n: int, one: Check) -> _Row:
    r, line = v.reader, one.line
    unit = ", ".join(word for word in (unit_of(line.quantity, r), say_sign(line.what)) if word)
    return _Row(
        key=f"check {line.what.value} {line.axle}",
        what=say_what(line, r),
        promised=say_value(line.what, line.quantity, one.promised, r),
        text="" if one.read is None else number(one.read, line.quantity, r.preset),
        unit=unit,
        against=one.against,
        allowed=say_allowed(line, r),
        put=partial(_put, n, one, r.preset),
    )


def _of_pressure(v: View, n: int, one: PressureCheck) -> _Row:
    r = v.reader
    return _Row(
        key=f"check {one.field} {one.axle}",
        what=say_pressed(one, r),
        promised="" if one.promised is None else r.pressure(one.promised),
        text="" if one.read is None else number(one.read, Quantity.PRESSURE, r.preset),
        unit=unit_of(Quantity.PRESSURE, r),
        against=one.against,
        allowed="",
        put=partial(_put_pressure, n, one, r.preset),
    )


def _lay_row(sheet: Sheet, v: View, area: QRectF, row: _Row) -> None:
    t, key = v.theme, row.key

    def at(share: float) -> QPointF:
        return QPointF(area.left() + share * area.width(), area.top() + t.px(4))

    sheet.text(f"{key} what", row.what, at(0.0), size=13, width=PROMISED * area.width() - t.px(6))
    if row.promised:
        sheet.text(f"{key} promised", row.promised, at(PROMISED), size=13, weight=600)
    where, size = Line(sheet, v, QPointF(area.left() + READ * area.width(), area.top() + t.px(1)), high=HIGH).place(FIELD)
    sheet.words(key, (), where, size, label=tr("{what}, read", what=row.what), text=row.text, put=row.put)
    sheet.text(f"{key} unit", row.unit, at(SIGN), size=12, role="ink2", width=(HOW - SIGN) * area.width() - t.px(6))
    read = row.against is not Against.NOT_READ
    if row.promised or not read:
        off = row.against in (Against.OTHERWISE, Against.BEYOND)
        words = ("▲ " if off else "") + tr(AGAINST[row.against])
        role = "watch" if off else "ink" if read else "ink2"
        sheet.text(f"{key} how", words, at(HOW), size=13, weight=600 if off else 400, role=role)
    if row.allowed:
        sheet.text(f"{key} allowed", row.allowed, at(ALLOWED), size=12, role="ink2", width=(1 - ALLOWED) * area.width())


def _put(n: int, one: Check, preset: Preset, job: Job, text: str) -> Job:
    """The reading as typed; none where nothing is. Raises JobFault where it is no number, or cannot be."""
    line = one.line
    si = _typed(text, line.quantity, preset, line.what.value)
    given = None if si is None else {"value": si, "typed": text.strip(), "promised": round(one.promised, 6)}
    return put_check(job, n, line.what.value, line.axle, given)


def _put_pressure(n: int, one: PressureCheck, preset: Preset, job: Job, text: str) -> Job:
    """The same of a pressure."""
    si = _typed(text, Quantity.PRESSURE, preset, tr("pressure"))
    return put_pressure(job, n, one.axle, one.field, None if si is None else {"value": si, "typed": text.strip()})


def _typed(text: str, quantity: Quantity, preset: Preset, what: str) -> float | None:
    if not text.strip():
        return None
    try:
        return float(parse(text, quantity, preset).si)
    except NotUnderstood as fault:
        raise JobFault("log", [saying("{what}: {why}", what=what, why=str(fault))]) from None
