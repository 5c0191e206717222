"""Room: words longer than their place, as a translation makes them, are set in narrower letters; nothing is cut or covered."""

from __future__ import annotations

from collections.abc import Sequence
from operator import itemgetter

from PyQt6.QtWidgets import QComboBox, QLineEdit, QPushButton, QWidget

from isostat.desktop.pieces.number import Number

GAP = 4  # px between a text and what comes behind it
IN_LINE = 0.7  # share of the lower one's height by which two things must share theirs to stand in one line
FREE = 1e9  # px
IN_LINES = (Number, QLineEdit, QComboBox, QPushButton)
Ends = dict[Number, tuple[float, float]]  # between which a text must lie, px


def make_room(wide: int, children: Sequence[QWidget]) -> None:
    """Sets the texts among the children so narrow that they end before what stands behind them and before the sheet does.

    wide: of the sheet, px. What a hand drags lies on its drawing, and no text gives way to it.
    """
    places = []
    for child in children:
        if isinstance(child, IN_LINES):
            left, top, across, high = child.geometry().getRect()
            places.append((top, top + high, left, left + across, child))
    places.sort(key=itemgetter(0))
    ends: Ends = {}
    for n, (top, foot, left, right, child) in enumerate(places):
        if (left < 0 or right > wide) and isinstance(child, Number):
            _keep(ends, child, 0.0, wide)
        for other_top, other_foot, other_left, other_right, other in places[n + 1 :]:
            if other_top >= foot:
                break
            if left < other_right and other_left < right:
                shared = min(foot, other_foot) - other_top
                if shared > IN_LINE * min(foot - top, other_foot - other_top):
                    _part(ends, *((child, other) if left + right < other_left + other_right else (other, child)))
    for *_, child in places:
        if isinstance(child, Number) and (child in ends or child.narrow):
            child.set_within(_room(child, *ends[child]) if child in ends else FREE)


def _keep(ends: Ends, text: Number, low: float, high: float) -> None:
    lowest, highest = ends.get(text, (low, high))
    ends[text] = max(low, lowest), min(high, highest)


def _part(ends: Ends, first: QWidget, second: QWidget) -> None:
    """Where of two that lie over one another the first must end and the second begin; words may lie on their own button."""
    begin, end = (first.x(), second.x()), (first.x() + first.width(), second.x() + second.width())
    one, other = (child if isinstance(child, Number) else None for child in (first, second))
    if (one is None and begin[0] <= begin[1] and end[1] <= end[0]) or (other is None and begin[1] <= begin[0] and end[0] <= end[1]):
        return
    if one is not None and (other is None or other.anchor == 0.0):
        _keep(ends, one, -FREE, begin[1] - GAP)
    elif other is not None and (one is None or one.anchor == 1.0):
        _keep(ends, other, end[0] + GAP, FREE)
    elif one is not None and other is not None:  # both give way, each by its share
        wide, beside = end[0] - begin[0], end[1] - begin[1]
        parted = begin[0] + (end[1] - begin[0]) * wide / (wide + beside)
        _keep(ends, one, -FREE, parted - GAP / 2)
        _keep(ends, other, parted + GAP / 2, FREE)


def _room(text: Number, low: float, high: float) -> float:
    """How wide a text may be that it lies between its ends, px."""
    at = text.x() + text.width() * text.anchor
    behind = (high - at) / (1 - text.anchor) if text.anchor < 1.0 else FREE
    before = (at - low) / text.anchor if text.anchor > 0.0 else FREE
    return min(behind, before)
