"""What a number on the screen is called: by its working, with the corner or axle that it is of."""

from __future__ import annotations

from isostat.assess import workings
from isostat.assess.workings import Shown, explain
from isostat.desktop.view import View
from isostat.language import tr


def place_of(v: View, shown: Shown) -> str:
    """`, front left` or `, rear axle`; nothing for a number of the whole vehicle."""
    if shown.number in workings.CASE or shown.axle >= len(v.a.axles):
        return ""
    side = None if shown.number in (*workings.AXLE, workings.load.in_hand) else shown.side
    return f", {v.reader.corner(shown.axle, side)}"


def name_of(v: View, shown: Shown) -> str:
    """`hub to arch, front left`; nothing where the number is no longer there."""
    try:
        return tr(explain(v.a, shown).name) + place_of(v, shown)
    except (LookupError, AttributeError, AssertionError, StopIteration):
        return ""
