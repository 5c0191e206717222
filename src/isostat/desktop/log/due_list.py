"""What is due again after fitting, with a tick each, in two columns."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date
from functools import partial

from PyQt6.QtCore import QPointF, QRectF

from isostat.assess.log.due import Due, Recheck, Standing, due
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.styles import button_style, restyle
from isostat.desktop.view import View
from isostat.language import tr
from isostat.wording.due import say_due

DUE_HIGH = 68.0  # px of all of it
TICK, ROW = 26.0, 22.0  # px of a tick, and of a line
SPLIT = 0.57  # of the width, where the second column begins
A_COLUMN = 3


def lay_due(sheet: Sheet, v: View, area: QRectF, recheck: Callable[[Due], None]) -> None:
    """What comes again after which distance. recheck: done by now, or not after all."""
    t, second = v.theme, area.left() + SPLIT * area.width()
    sheet.caps("log due head", tr("Due"), area.topLeft())
    for n, one in enumerate(due(v.job, date.today())):
        left, right = (area.left() + t.px(46), second) if n < A_COLUMN else (second, area.right())
        words, done = say_due(one), one.standing is Standing.DONE
        y, x = area.top() + (n % A_COLUMN) * t.px(ROW), left + t.px(TICK + 6)
        if one.what is not Recheck.HEIGHTS:  # those are done by being read
            _lay_tick(sheet, v, f"log due tick {n}", one, QPointF(left, y), recheck)
        room = right - x - t.px(6)
        size = next((s for s in (13.0, 12.0, 11.0) if t.width(words, s) <= room), 10.0)
        role = "ink2" if done else "ink" if one.standing is Standing.AHEAD else "watch"
        sheet.text(f"log due {n}", words, QPointF(x, y + t.px(1)), size=size, role=role, width=room + t.px(6))


def _lay_tick(sheet: Sheet, v: View, key: str, one: Due, at: QPointF, recheck: Callable[[Due], None]) -> None:
    done = one.standing is Standing.DONE
    made = sheet.button(key, "✓" if done else " ", at, partial(recheck, one), width=round(v.theme.px(TICK)))
    made.setCheckable(True)
    made.setChecked(done)
    made.setFixedHeight(round(v.theme.px(ROW - 3)))
    made.setAccessibleName(tr("done: {what}", what=say_due(one)))
    restyle(made, button_style(v.theme, filled=False))
