"""What belongs to the reading in hand: its error, the day, what was on board, a note."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QPointF

from isostat.core import rules
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.reading import Reading
from isostat.job.schema import Job
from isostat.language import tr
from isostat.units.unit import Quantity

ANGLE = 0.2 * 0.017453292519943295  # two standard deviations of an angle finder (common practice, no source)


def usual_error(reading: Reading, quantity: Quantity) -> float:
    """Two standard deviations of a reading until its own are typed, in its unit."""
    if quantity is Quantity.MASS:
        return max(rules.PAD_ERROR * abs(reading.value), 0.01)
    return ANGLE if quantity is Quantity.ANGLE else rules.TAPE_ERROR


def lay_in_hand(sheet: Sheet, v: View, path: edits.Path, label: str, quantity: Quantity, at: QPointF) -> bool:
    """Places the line for the reading at a path; False where there is none."""
    try:
        reading = edits.value_at(v.job, path)
    except (AttributeError, IndexError, KeyError):
        return False
    if not isinstance(reading, Reading):
        return False
    line = Line(sheet, v, at, size=13).words("in hand", tr("{reading}: error ±", reading=label), weight=600)
    error = Figure(reading.error if reading.error is not None else usual_error(reading, quantity),
                   Origin.ASSUMED if reading.error is None else Origin.TYPED)  # fmt: skip
    line.field("in hand error", (*path, "error"), error, label=tr("{reading}, error ±", reading=label), quantity=quantity,
               wide=58, finer=True,
               put=partial(_put_error, path))  # fmt: skip
    line.words("in hand unit", v.reader.preset.unit(quantity).sign, role="ink2").gap(2)
    for key, words, wide in (("when", tr("date"), 70), ("note", tr("note"), 110)):
        line.words(f"in hand {key} word", words, role="ink2")
        line.typed(f"in hand {key}", (*path, key), label=f"{label}, {words}", wide=wide, put=partial(_put_words, path, key)).gap(2)
    names = [case.name for case in v.job.cases]
    current = names.index(reading.case) if reading.case in names else v.weighed
    line.words("in hand case word", tr("load"), role="ink2")
    room = (sheet.width() - line.x) / v.theme.scale - 8

    def choose(n: int) -> None:
        sheet.edited.emit(lambda job: _put_case(path, names[n], job), tr("{reading}, load on board", reading=label), -1)

    line.choice("in hand case", names, current, choose, label=tr("{reading}, load on board", reading=label), wide=min(130.0, room))
    return True


def _put_error(path: edits.Path, job: Job, si: float | None, typed: str) -> Job:
    return edits.put_detail(job, path, "error", si)


def _put_words(path: edits.Path, key: str, job: Job, words: str) -> Job:
    return edits.put_detail(job, path, key, words)


def _put_case(path: edits.Path, name: str, job: Job) -> Job:
    weighed = job.cases[job.weighed_case].name
    return edits.put_detail(job, path, "case", None if name == weighed else name)
