"""What is read after fitting beside the heights: a line each, its promise, a field, and how it compares."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QPointF, QRectF, QSize

from isostat.assess.log.checks import Against, Check, checks
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.job.edits.log import put_check
from isostat.job.files import JobFault
from isostat.job.schema import Job
from isostat.language import tr
from isostat.units.format import number
from isostat.units.parse import NotUnderstood, parse
from isostat.units.saying import saying
from isostat.units.unit import Preset
from isostat.wording.knock_on import say_allowed, say_value, say_what
from isostat.wording.log_checks import AGAINST, say_sign, unit_of

ROW, FIELD, HIGH = 29.0, 84.0, 25.0  # px of a line, of its field
PROMISED, READ, SIGN, HOW, ALLOWED = 0.26, 0.39, 0.505, 0.63, 0.78  # of the width, where each column begins


def lay_checks(sheet: Sheet, v: View, area: QRectF, n: int) -> None:
    """Places the page of the nth entry."""
    t, every = v.theme, checks(v.a, n)
    if not every:
        words = tr("Nothing was measured that the height drags along: see Knock-on, readings. Then it is held against it here.")
        sheet.text("check none", words, area.topLeft(), size=14, width=area.width())
        return
    heads = (0.0, tr("what")), (PROMISED, tr("promised")), (READ, tr("read")), (HOW, tr("compares")), (ALLOWED, tr("allowed"))
    for share, words in heads:
        sheet.caps(f"check head {share}", words, area.topLeft() + QPointF(share * area.width(), 0))
    top = area.top() + t.px(22)
    row = min(t.px(ROW), (area.bottom() - top) / len(every))
    for k, one in enumerate(every):
        _lay_check(sheet, v, QRectF(area.left(), top + k * row, area.width(), row), n, one)


def _lay_check(sheet: Sheet, v: View, area: QRectF, n: int, one: Check) -> None:
    t, r, line = v.theme, v.reader, one.line
    key, what = f"check {line.what.value} {line.axle}", say_what(line, r)

    def at(share: float) -> QPointF:
        return QPointF(area.left() + share * area.width(), area.top() + t.px(4))

    sheet.text(f"{key} what", what, at(0.0), size=13, width=PROMISED * area.width() - t.px(6))
    sheet.text(f"{key} promised", say_value(line.what, line.quantity, one.promised, r), at(PROMISED), size=13, weight=600)
    text = "" if one.read is None else number(one.read, line.quantity, r.preset)
    size = QSize(round(t.px(FIELD)), round(t.px(HIGH)))
    where = QPointF(area.left() + READ * area.width(), area.top() + t.px(1))
    sheet.words(key, (), where, size, label=tr("{what}, read", what=what), text=text, put=partial(_put, n, one, r.preset))
    unit = ", ".join(word for word in (unit_of(line.quantity, r), say_sign(line.what)) if word)
    sheet.text(f"{key} unit", unit, at(SIGN), size=12, role="ink2", width=(HOW - SIGN) * area.width() - t.px(6))
    off = one.against in (Against.OTHERWISE, Against.BEYOND)
    words = ("▲ " if off else "") + tr(AGAINST[one.against])
    role = "watch" if off else "ink2" if one.read is None else "ink"
    sheet.text(f"{key} how", words, at(HOW), size=13, weight=600 if off else 400, role=role)
    sheet.text(f"{key} allowed", say_allowed(line, r), at(ALLOWED), size=12, role="ink2", width=(1 - ALLOWED) * area.width())


def _put(n: int, one: Check, preset: Preset, job: Job, text: str) -> Job:
    """The reading as typed; none where nothing is. Raises JobFault where it is no number, or cannot be."""
    line = one.line
    if not text.strip():
        return put_check(job, n, line.what.value, line.axle, None)
    try:
        read = parse(text, line.quantity, preset)
    except NotUnderstood as fault:
        raise JobFault("log", [saying("{what}: {why}", what=line.what.value, why=str(fault))]) from None
    given = {"value": float(read.si), "typed": text.strip(), "promised": round(one.promised, 6)}
    return put_check(job, n, line.what.value, line.axle, given)
