"""What a number on the screen is called: by its working, with the corner or axle that it is of."""

from __future__ import annotations

from isostat.assess import workings
from isostat.assess.workings import Shown, explain
from isostat.core.working import Working
from isostat.desktop.view import View
from isostat.language import tr


def place_of(v: View, shown: Shown) -> str:
    """`, front left` or `, rear axle`; nothing for a number of the whole vehicle."""
    if shown.number in workings.OF_THE_VEHICLE or shown.axle >= len(v.a.axles):
        return ""
    side = None if shown.number in workings.OF_AN_AXLE else shown.side
    return f", {v.reader.corner(shown.axle, side)}"


def working_of(v: View, shown: Shown) -> Working | None:
    """The working of a number; None where it is no longer there: a damper taken out, an axle less."""
    try:
        return explain(v.a, shown)
    except (LookupError, AttributeError, AssertionError, StopIteration):
        return None


def name_of(v: View, shown: Shown) -> str:
    """`hub to arch, front left`; nothing where the number is no longer there."""
    working = working_of(v, shown)
    return "" if working is None else tr(working.name) + place_of(v, shown)
