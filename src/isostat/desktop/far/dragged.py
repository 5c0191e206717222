"""Knock-on from two metres away: the worst things in large letters, before and after, and what puts each right."""

from __future__ import annotations

from typing import Protocol

from PyQt6.QtCore import QRect

from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.workings import Shown
from isostat.assess.workings.knock_on import NUMBERS
from isostat.desktop.view import View
from isostat.language import tr
from isostat.wording.knock_on import say_asks, say_before, say_case, say_cure_shortly, say_what

TOP, ROW, MOST = 122.0, 108.0, 5


class Say(Protocol):
    """Text at a place of the window as it was designed."""

    def __call__(self, key: str, text: str, x: float, y: float, size: float, **style: object) -> QRect:
        """Places it; style as of a sheet's text."""


def lay_dragged(say: Say, v: View) -> None:
    """A row a thing, in the case shown."""
    r = v.reader
    say("far corner", v.job.cases[v.case].name, 32, 4, 56, weight=700)
    say("far point", tr("what the height moves: old springs → new springs"), 32, 70, 30, weight=600, role="ink2")
    for n, line in enumerate(knock_ons(v.a)[:MOST]):
        y = TOP + n * ROW
        say(f"far thing {n}", say_what(line, r), 32, y, 28, role="ink2")
        if line.asks:
            say(f"far asks {n}", say_asks(line, r), 32, y + 34, 26, role="watch")
            continue
        shown = Shown(NUMBERS[line.what], line.axle or 0, case=v.case)
        off = line.outside[v.case] != 0.0
        value = tr("{before} → {now}", before=say_before(line, r), now=say_case(v.a, line, v.case, r))
        say(f"far moved {n}", value, 32, y + 30, 48, weight=600, role="watch" if off else "ink", shown=shown)
        words = tr("nothing to do")
        if line.outside.any():
            words = say_cure_shortly(line, line.cures[0], r) if line.cures else tr("less lift, or other parts")
        say(f"far cure {n}", words, 700, y + 40, 30, weight=600)
