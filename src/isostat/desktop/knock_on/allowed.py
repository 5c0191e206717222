"""What the chosen thing may be: its ends typed over under its strip, and set back to the usual."""

from __future__ import annotations

import math
from functools import partial

from PyQt6.QtCore import QPointF

from isostat.assess.knock_on.line import Line
from isostat.assess.knock_on.lines import OWN
from isostat.desktop.pieces.line import Line as LineOf
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.job.edits.allowed import allow, usual
from isostat.language import later, tr
from isostat.units.format import with_unit
from isostat.units.parse import NotUnderstood
from isostat.units.saying import Amount, out_of_range
from isostat.units.unit import Quantity
from isostat.wording.knock_on import say_what
from isostat.wording.reader import Reader

WIDE, HIGH = 50.0, 20.0  # px of a field
REACH = {Quantity.ANGLE: math.pi / 2, Quantity.HEIGHT: 5.0, Quantity.FINE: 1.0, Quantity.SHARE: 1.0, Quantity.RATIO: 10.0}  # SI


def lay_allowed(sheet: Sheet, v: View, at: QPointF, line_of: Line) -> None:
    """A field for each end that there is."""
    line = LineOf(sheet, v, at, size=12, high=HIGH, drop=1.0)
    what = say_what(line_of, v.reader)
    for key, end in (("low", line_of.low), ("high", line_of.high)):
        if end is None:
            continue
        if key == "high":
            word = tr("at most") if line_of.low is None else tr("to")
            line.words("knock high word", word, role="ink2")
        where, size = line.place(WIDE)
        label = tr("{what}, least allowed", what=what) if key == "low" else tr("{what}, most allowed", what=what)
        sheet.own_field(f"knock {key}", where, size, label=label, quantity=line_of.quantity, value=end,
                        taken=partial(_allow, sheet, v.reader, line_of, key))  # fmt: skip
    unit = v.reader.preset.unit(line_of.quantity).sign
    more = tr("{unit} or more", unit=unit) if line_of.high is None else unit
    line.words("knock allowed unit word", more, role="ink2")


def lay_usual(sheet: Sheet, v: View, at: QPointF, line_of: Line) -> None:
    """Back to the usual, where the job has its own. at: the right end."""
    if line_of.whose != OWN:
        return
    words = tr("Use the usual limits")
    wide = v.theme.width(words, 13, 600) + v.theme.px(34)
    what, axle = line_of.what.value, line_of.axle

    def back() -> None:
        sheet.edited.emit(lambda job: usual(job, what, axle), tr("usual limits"), -1)

    sheet.button("knock usual", words, at - QPointF(wide, 0), back, width=round(wide))


def _allow(sheet: Sheet, r: Reader, line_of: Line, key: str, value: float) -> None:
    """Raises NotUnderstood, with a sentence, for what no such thing reaches, and where the least would be above the most."""
    unit, reach = line_of.quantity, REACH[line_of.quantity]
    if abs(value) > reach:
        typed, least, most = (Amount(m, unit) for m in (value, -reach, reach))
        raise NotUnderstood(out_of_range(typed, least, most, above=value > 0.0).words(r.preset))
    ends = {"low": line_of.low, "high": line_of.high} | {key: value}
    other = line_of.high if key == "low" else line_of.low
    if other is not None and (value > other if key == "low" else value < other):
        given, end = (with_unit(m, unit, r.preset) for m in (value, other))
        way = later("{given} is above the most, {end}.") if key == "low" else later("{given} is below the least, {end}.")
        raise NotUnderstood(tr(way, given=given, end=end))
    what, axle = line_of.what.value, line_of.axle
    sheet.edited.emit(lambda job: allow(job, what, axle, ends["low"], ends["high"]), tr("limits of {what}", what=what), -1)
