"""What belongs to the reading in hand: its error, the day, what was on board, a note."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QPointF, QRect, QSize

from isostat.core import rules
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.reading import Reading
from isostat.job.schema import Job
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
    t, high = v.theme, round(v.theme.px(24))
    x: float = sheet.text("in hand", f"{label}: ±", QPointF(at.x(), at.y() + t.px(3)), size=13, weight=600).right() + t.px(4)
    error = reading.error if reading.error is not None else usual_error(reading, quantity)
    sheet.field(
        "in hand error",
        (*path, "error"),
        QPointF(x, at.y()),
        QSize(round(t.px(58)), high),
        label=f"{label} error",
        quantity=quantity,
        value=error,
        assumed=reading.error is None,
        figure=13,
        finer=True,
        put=partial(_put_error, path),
    )
    x += t.px(62)
    x = sheet.text("in hand unit", v.reader.preset.unit(quantity).sign, QPointF(x, at.y() + t.px(3)), size=13, role="ink2").right()
    for key, words, room in (("when", "read on", 70), ("note", "note", 110)):
        x = sheet.text(f"in hand {key} word", words, QPointF(x + t.px(8), at.y() + t.px(3)), size=13, role="ink2").right() + t.px(4)
        size = QSize(round(t.px(room)), high)
        sheet.words(
            f"in hand {key}", (*path, key), QPointF(x, at.y()), size, label=f"{label}, {words}", put=partial(_put_words, path, key)
        )
        x += size.width()
    names = [case.name for case in v.job.cases]
    current = names.index(reading.case) if reading.case in names else v.weighed
    x = sheet.text("in hand case word", "on board", QPointF(x + t.px(8), at.y() + t.px(3)), size=13, role="ink2").right() + t.px(4)
    wide = min(t.px(130), sheet.width() - x - t.px(8))
    area = QRect(round(x), round(at.y()), round(wide), high)

    def choose(n: int) -> None:
        sheet.edited.emit(lambda job: _put_case(path, names[n], job), f"{label}, on board", -1)

    sheet.choice("in hand case", names, current, area, label=f"{label}, on board", chosen=choose)
    return True


def _put_error(path: edits.Path, job: Job, si: float | None, typed: str) -> Job:
    return edits.put_detail(job, path, "error", si)


def _put_words(path: edits.Path, key: str, job: Job, words: str) -> Job:
    return edits.put_detail(job, path, key, words)


def _put_case(path: edits.Path, name: str, job: Job) -> Job:
    weighed = job.cases[job.weighed_case].name
    return edits.put_detail(job, path, "case", None if name == weighed else name)
