"""A coil from the side, to scale: its turns as slanted wires, front over back."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from PyQt6.QtCore import QLineF, QPointF, Qt
from PyQt6.QtGui import QPainter, QPen

from isostat.desktop.theme import Theme, pen


@dataclass(frozen=True, slots=True)
class CoilShape:
    """What is drawn, in px: axis and upper end, mean diameter, wire, and how far each half turn reaches down from the upper end."""

    top: QPointF
    mean: float
    wire: float
    halves: tuple[float, ...]
    ghost: bool = False

    @property
    def foot(self) -> QPointF:
        """The lower end of its axis."""
        return self.top + QPointF(0, self.halves[-1])


def even_halves(length: float, turns: float, wire: float) -> tuple[float, ...]:
    """Half turns of equal pitch over a length, px; the wire's thickness taken in."""
    count = max(round(turns * 2), 2)
    return uneven_halves(length, (1.0,) * count, wire)


def uneven_halves(length: float, shares: Sequence[float], wire: float) -> tuple[float, ...]:
    """Half turns over a length, px, each with its share of it."""
    whole, at, out = sum(shares), 0.0, [wire / 2]
    for share in shares:
        at += share / whole
        out.append(wire / 2 + (length - wire) * at)
    return tuple(out)


def draw_coil(p: QPainter, t: Theme, c: CoilShape) -> None:
    """The coil; a ghost in thin outline."""
    left, right = c.top.x() - c.mean / 2, c.top.x() + c.mean / 2
    front, back = ("ink3", "rule") if c.ghost else ("ink", "ink3")
    halves = list(enumerate(pairwise(c.halves)))
    for behind in (1, 0):  # every other half turn lies behind
        edge = back if behind else front
        for n, (y, lower) in halves:
            if n % 2 != behind:
                continue
            a, b = (right, left) if behind else (left, right)
            for role, width in ((edge, c.wire), ("tyre" if behind else "sheet", max(c.wire - (2.0 if c.ghost else 3.0), 0.6))):
                stroke = QPen(pen(t, role, width))
                stroke.setCapStyle(Qt.PenCapStyle.RoundCap)
                p.setPen(stroke)
                p.drawLine(QLineF(a, c.top.y() + y, b, c.top.y() + lower))
    p.setPen(pen(t, "ink2", 0.6, "centre"))
    p.drawLine(QLineF(c.top - QPointF(0, 6), c.foot + QPointF(0, c.wire / 2 + 6)))
