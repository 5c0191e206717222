"""Below the list: every way to put the chosen thing right, what it leaves, what it worsens, and when it fits."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QPointF, QRectF

from isostat.assess.knock_on.line import Cure, Line
from isostat.assess.knock_on.on_card import on_card
from isostat.desktop.knock_on.allowed import lay_usual
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.styles import button_style, restyle
from isostat.desktop.view import View
from isostat.job.edits.card import choose_way, chosen_way
from isostat.job.schema import Job
from isostat.language import tr
from isostat.wording.knock_on import say_allowed, say_asks, say_cure, say_fits, say_left, say_what, say_worsens

MOST = 3  # side by side
TICK = 30.0  # px of the box that puts a cure on the card


def lay_cures(sheet: Sheet, v: View, area: QRectF, line: Line) -> None:
    """A column a way; where the thing is in order, that it is."""
    r, t = v.reader, v.theme
    head = sheet.text("cures head", say_what(line, r), area.topLeft(), size=14, weight=600)
    at = QPointF(head.right() + t.px(12), area.top() + t.px(1))
    lay_usual(sheet, v, QPointF(area.right(), area.top() - t.px(3)), line)
    if allowed := say_allowed(line, r):
        whose = sheet.text(
            "cures whose", tr("allowed {allowed}: {whose}", allowed=allowed, whose=tr(line.whose)), at, size=12, role="ink2"
        )
        at = QPointF(whose.right() + t.px(14), at.y())
    if line.asks:
        sheet.text(
            "cures asks", say_asks(line, r), area.topLeft() + QPointF(0, t.px(22)), size=13, role="watch", width=area.width()
        )
        return
    if not line.outside.any():
        sheet.text("cures none", tr("in order in every load case: nothing to do"), at, size=13, role="ink2")
        return
    cures = line.cures[:MOST]
    if not cures:
        sheet.text("cures none", tr("less lift, or other parts"), at, size=13, role="ink2")
    wide = area.width() / max(len(cures), 1)
    if cures:
        sheet.text("cures tick word", tr("✓ puts it on the job card"), at, size=12, role="ink2")
    for n, cure in enumerate(cures):
        top = QPointF(area.left() + n * wide, area.top() + t.px(23))
        _lay_tick(sheet, v, n, line, cure, top)
        x, y, room = top.x() + t.px(TICK + 8), top.y(), wide - t.px(TICK + 26)
        said = ((say_cure(line, cure, r), 13.0, 600, "ink"), (say_left(line, cure, r), 12.0, 400, "ink2"),
                (say_worsens(v.a, line, cure, r), 12.0, 600, "watch"), (say_fits(cure), 12.0, 400, "ink2"))  # fmt: skip
        for k, (words, size, weight, role) in enumerate(said):
            if not words:
                continue
            lines = len(t.lines(words, size, weight, room))
            if y + lines * t.px(size + 4) > area.bottom() + 1:  # what has no room here stands in the text of the command line
                break
            box = sheet.text(f"cure {n} {k}", words, QPointF(x, y), size=size, weight=weight, role=role, width=room)
            y = float(box.bottom()) + t.px(1)


def _lay_tick(sheet: Sheet, v: View, n: int, line: Line, cure: Cure, at: QPointF) -> None:
    """Whether a way is on the job card; pressed, it goes there or comes off."""
    taken = on_card(v.job, line) is cure
    made = sheet.button(
        f"cure {n} tick", "✓" if taken else " ", at, partial(put_on_card, sheet, line, cure), width=round(v.theme.px(TICK))
    )
    made.setCheckable(True)
    made.setChecked(taken)
    made.setAccessibleName(tr("on the job card: {cure}", cure=say_cure(line, cure, v.reader)))
    restyle(made, button_style(v.theme, filled=False))


def put_on_card(sheet: Sheet, line: Line, cure: Cure) -> None:
    """A way for the job card in place of another for the same thing; the one that is there comes off."""
    what, axle, way = line.what.value, line.axle, cure.way.value

    def chosen(job: Job) -> Job:
        return choose_way(job, what, axle, "" if chosen_way(job, what, axle) == way else way)

    sheet.edited.emit(chosen, tr("cure on the job card"), -1)
