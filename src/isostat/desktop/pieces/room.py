"""Room: words longer than their place, as a translation makes them, are set in narrower letters; nothing is cut or covered."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from PyQt6.QtWidgets import QComboBox, QLineEdit, QPushButton, QWidget

from isostat.desktop.pieces.number import Number

GAP = 4  # px between a text and what comes behind it
IN_LINE = 0.7  # share of the lower one's height by which two things must share theirs to stand in one line
FREE = 1e9  # px
IN_LINES = Number | QLineEdit | QComboBox | QPushButton


@dataclass(slots=True)
class _Place:
    """Where a child stands, and between which ends it may, px."""

    child: QWidget
    top: int
    foot: int
    left: int
    right: int
    low: float
    high: float

    @property
    def anchor(self) -> float | None:
        """What of it stays where it was placed; None for what is no text."""
        return self.child.anchor if isinstance(self.child, Number) else None

    def holds(self, other: _Place) -> bool:
        """Whether it is a button under the words of the other."""
        return self.anchor is None and self.left <= other.left and other.right <= self.right


def make_room(wide: int, children: Sequence[QWidget]) -> None:
    """Sets the texts among the children so narrow that they end before what stands behind them and before the sheet does.

    wide: of the sheet, px. What a hand drags lies on its drawing, and no text gives way to it.
    """
    places = [
        _Place(c, c.y(), c.y() + c.height(), c.x(), c.x() + c.width(), 0.0, float(wide))
        for c in children
        if isinstance(c, IN_LINES)
    ]
    places.sort(key=lambda place: place.top)
    for n, one in enumerate(places):
        for other in places[n + 1 :]:
            if other.top >= one.foot:
                break
            shared = min(one.foot, other.foot) - other.top
            crossed = one.left < other.right and other.left < one.right
            if crossed and shared > IN_LINE * min(one.foot - one.top, other.foot - other.top):
                _part(*((one, other) if one.left + one.right < other.left + other.right else (other, one)))
    for place in places:
        if isinstance(place.child, Number) and not place.child.wordWrap():
            place.child.set_within(_room(place, place.child.anchor))


def _part(first: _Place, second: _Place) -> None:
    """Where of two that lie over one another the first must end and the second begin."""
    if first.holds(second) or second.holds(first):
        return
    if not second.anchor:
        first.high = min(first.high, second.left - GAP)
    elif first.anchor in (None, 1.0):
        second.low = max(second.low, first.right + GAP)
    else:  # both give way, each by its share
        wide, other = first.right - first.left, second.right - second.left
        parted = first.left + (second.right - first.left) * wide / (wide + other)
        first.high, second.low = min(first.high, parted - GAP / 2), max(second.low, parted + GAP / 2)


def _room(place: _Place, anchor: float) -> float:
    """How wide a text may be that it lies between its ends, px."""
    at = place.left + (place.right - place.left) * anchor
    behind = (place.high - at) / (1 - anchor) if anchor < 1.0 else FREE
    before = (at - place.low) / anchor if anchor > 0.0 else FREE
    return min(behind, before)
