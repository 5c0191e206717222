"""What is read after fitting beside the heights: a line each, its promise, a field, and how it compares."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial
from itertools import groupby

from PyQt6.QtCore import QPointF, QRectF

from isostat.assess import workings
from isostat.assess.log.axle_checks import AxleCheck, Told, axle_checks
from isostat.assess.log.checks import Against, Check, checks
from isostat.assess.log.promise import case_of
from isostat.assess.workings import Shown
from isostat.assess.workings.knock_on import NUMBERS, number_in
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.job.edits.log import put_check, put_of_axle
from isostat.job.files import JobFault
from isostat.job.points import SIDES
from isostat.job.schema import Job
from isostat.language import tr
from isostat.units.format import number
from isostat.units.parse import NotUnderstood, parse
from isostat.units.saying import saying
from isostat.units.unit import Preset, Quantity
from isostat.wording.knock_on import say_allowed, say_value, say_what
from isostat.wording.log_checks import AGAINST, say_sign, say_told, unit_of

SAME = 1e-6  # SI
ROW, FIELD, PAIRED, HIGH = 29.0, 84.0, 70.0, 25.0  # px of a line, of its field, of one of two
PROMISED, READ, SIGN, HOW, ALLOWED = 0.26, 0.39, 0.505, 0.63, 0.78  # of the width, where each column begins


@dataclass(frozen=True, slots=True)
class _Field:
    """Where something is typed. put: makes the edit of it."""

    key: str
    label: str
    text: str
    put: Callable[[Job, str], Job]
    empty: str = ""  # what stands in it until something does


@dataclass(frozen=True, slots=True)
class _Row:
    """A line of the page, of one thing or of both wheels of an axle."""

    key: str
    what: str
    promised: tuple[tuple[str, Shown | None], ...]  # each number, and what works it out
    fields: tuple[_Field, ...]
    unit: str
    against: Against
    allowed: str


def lay_checks(sheet: Sheet, v: View, area: QRectF, n: int) -> None:
    """Places the page of the nth entry."""
    t, found = v.theme, checks(v.a, n)
    by_axle = groupby(axle_checks(v.a, n), key=lambda one: (one.told, one.axle))
    rows = [*(_of_line(v, n, one) for one in found), *(_of_axle(v, n, tuple(pair)) for _, pair in by_axle)]
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
    what, key = say_what(line, r), f"check {line.what.value} {line.axle}"
    text = "" if one.read is None else number(one.read, line.quantity, r.preset)
    return _Row(
        key=key,
        what=what,
        promised=((say_value(line.what, line.quantity, one.promised, r), _shown(v, n, one)),),
        fields=(_Field(key, what, text, partial(_put, n, one, what, r.preset)),),
        unit=", ".join(word for word in (unit_of(line.quantity, r), say_sign(line.what)) if word),
        against=one.against,
        allowed=say_allowed(line, r),
    )


def _of_axle(v: View, n: int, pair: tuple[AxleCheck, ...]) -> _Row:
    """Of its tyres, or of its left and right wheel; how the worse one compares."""
    r, (first, *_) = v.reader, pair
    quantity = first.told.quantity
    numbers = [(number(one.promised, quantity, r.preset), _shown_of_axle(v, n, one)) for one in pair if one.promised is not None]
    if numbers:
        last, shown = numbers[-1]
        numbers[-1] = f"{last} {unit_of(quantity, r)}", shown
    order = (Against.OTHERWISE, Against.AS_PROMISED, Against.NOT_READ)
    return _Row(
        key=f"check {first.told.value} {first.axle}",
        what=say_told(first, r, pair=True),
        promised=tuple(numbers),
        fields=tuple(
            _Field(
                f"check {one.field} {one.axle}",
                say_told(one, r),
                "" if one.read is None else number(one.read, quantity, r.preset),
                partial(_put_of_axle, n, one, say_told(one, r), r.preset),
                "" if one.side is None else tr(SIDES[one.side]),
            )
            for one in pair
        ),
        unit=unit_of(quantity, r),
        against=min((one.against for one in pair), key=order.index),
        allowed="",
    )


def _shown(v: View, n: int, one: Check) -> Shown | None:
    """Of Knock-on, where nothing on the job card moves it and it is as it was when it was written down."""
    case = case_of(v.a, v.job.log[n])
    as_shown = one.line.what in NUMBERS and abs(float(one.line.now[case]) - one.promised) < SAME
    return number_in(one.line, case) if as_shown else None


def _shown_of_axle(v: View, n: int, one: AxleCheck) -> Shown | None:
    """Where nothing was turned since the parts were fitted; of tyres nothing is worked out."""
    if one.told is Told.TYRES or one.side is None or any(before.turned for before in v.job.log[:n]):
        return None
    works_out = {Told.WEIGHT: workings.corner.load, Told.BAG: workings.air.pressure, Told.LENGTH: workings.order.free_length}
    return Shown(works_out[one.told], one.axle, one.side, case_of(v.a, v.job.log[n]))


def _lay_row(sheet: Sheet, v: View, area: QRectF, row: _Row) -> None:
    t, key = v.theme, row.key

    def at(share: float) -> QPointF:
        return QPointF(area.left() + share * area.width(), area.top() + t.px(4))

    sheet.text(f"{key} what", row.what, at(0.0), size=13, width=PROMISED * area.width() - t.px(6))
    x = at(PROMISED)
    for n, (words, shown) in enumerate(row.promised):
        said = words if shown is None else v.number(shown, words)
        if n > 0:
            said, x = f"/ {said}", x + QPointF(t.px(4), 0)
        x.setX(sheet.text(f"{key} promised {n}", said, x, size=13, weight=600, shown=shown).right())
    line = Line(sheet, v, QPointF(area.left() + READ * area.width(), area.top() + t.px(1)), high=HIGH)
    for one in row.fields:
        where, size = line.place(FIELD if len(row.fields) == 1 else PAIRED)
        made = sheet.words(one.key, (), where, size, label=tr("{what}, read", what=one.label), text=one.text, put=one.put)
        made.setPlaceholderText(one.empty)
    unit = QPointF(max(line.x, at(SIGN).x()), at(SIGN).y())
    sheet.text(f"{key} unit", row.unit, unit, size=12, role="ink2", width=at(HOW).x() - unit.x() - t.px(6))
    read = row.against is not Against.NOT_READ
    if row.promised or not read:
        off = row.against in (Against.OTHERWISE, Against.BEYOND)
        words = ("▲ " if off else "") + tr(AGAINST[row.against])
        role = "watch" if off else "ink" if read else "ink2"
        sheet.text(f"{key} how", words, at(HOW), size=13, weight=600 if off else 400, role=role)
    if row.allowed:
        sheet.text(f"{key} allowed", row.allowed, at(ALLOWED), size=12, role="ink2", width=(1 - ALLOWED) * area.width())


def _put(n: int, one: Check, what: str, preset: Preset, job: Job, text: str) -> Job:
    """The reading as typed; none where nothing is. Raises JobFault where it is no number, or cannot be."""
    line = one.line
    si = _typed(text, line.quantity, preset, what)
    given = None if si is None else {"value": si, "typed": text.strip(), "promised": round(one.promised, 6)}
    return put_check(job, n, line.what.value, line.axle, given)


def _put_of_axle(n: int, one: AxleCheck, what: str, preset: Preset, job: Job, text: str) -> Job:
    """The same of a value of an axle."""
    si = _typed(text, one.told.quantity, preset, what)
    given = None if si is None else {"value": si, "typed": text.strip()}
    return put_of_axle(job, n, one.told.rows, one.axle, one.field, given)


def _typed(text: str, quantity: Quantity, preset: Preset, what: str) -> float | None:
    if not text.strip():
        return None
    try:
        return float(parse(text, quantity, preset).si)
    except NotUnderstood as fault:
        raise JobFault("log", [saying("{what}: {why}", what=what, why=str(fault))]) from None
