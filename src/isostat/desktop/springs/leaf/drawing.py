"""A leaf pack from the side, to scale in length and arch: free, and as it carries the chosen case."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial

import numpy as np
from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter, QPolygonF

from isostat.assess.spring.leaf import pack_force_n, packed
from isostat.core.springs.leaf.pack import LeafPack
from isostat.desktop.pieces.sheet import MIDDLE, Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View


@dataclass(frozen=True, slots=True)
class Drawn:
    """A pack in px: each leaf's line with its thickness, and the eyes."""

    leaves: tuple[tuple[QPolygonF, float], ...]
    eyes: tuple[QPointF, QPointF]
    clamp: QRectF
    ghost: bool


def lay_leaf_drawing(sheet: Sheet, v: View, axle: int, area: QRectF) -> Callable[[QPainter], None]:
    """Places the drawing of an axle's left pack."""
    t, pack = v.theme, packed(v.a, axle)
    if pack is None:
        return lambda p: None
    main = pack.pack.leaves[0]
    per_m = (area.width() - t.px(24)) / (main.front_m + main.rear_m)
    force = max(pack_force_n(v.a, axle, v.case), 0.0)
    middle = area.left() + t.px(12) + main.front_m * per_m
    high = area.height() / 2
    drawn = tuple(
        _drawn(pack.pack, load, QPointF(middle, area.top() + y), per_m, ghost=ghost)
        for load, y, ghost in ((0.0, high * 0.62, True), (force, high * 1.45, False))
    )
    words = f"as it carries {v.reader.case(v.case)}"
    for key, said, y in (("free", "on the floor, free", high * 0.62), ("loaded", words, high * 1.45)):
        sheet.text(f"leaf {key} drawing word", said, QPointF(area.center().x(), area.top() + y + t.px(26)), size=12.5, role="ink2",
                   anchor=MIDDLE)  # fmt: skip
    return partial(_draw, v, drawn)


def _drawn(pack: LeafPack, load: float, clamp: QPointF, per_m: float, *, ghost: bool) -> Drawn:
    """The pack under a force at its seat; the main leaf's clamp stands at a point."""
    leaves: list[tuple[QPolygonF, float]] = []
    eyes: list[QPointF] = []
    halves = [half.shapes(load * share) for half, share in zip(pack.halves, pack.shares, strict=True)]
    drop = 0.0
    for n, leaf in enumerate(pack.leaves):
        drop += (leaf.thick_m / 2 + pack.leaves[n - 1].thick_m / 2 + leaf.gap_m) if n else 0.0
        points: list[QPointF] = []
        for way, half in ((-1, halves[0]), (1, halves[1])):
            s, y = half[n]
            pick = np.linspace(0, s.size - 1, 25).astype(int)
            side = [QPointF(clamp.x() + way * (s[k] + pack.clamp_m / 2) * per_m, clamp.y() + (drop - y[k]) * per_m) for k in pick]
            points = side[::-1] if way < 0 else [*points, *side]
        leaves.append((QPolygonF(points), max(leaf.thick_m * per_m, 1.5)))
        if n == 0:
            eyes = [points[0], points[-1]]
    held = QRectF(clamp.x() - pack.clamp_m / 2 * per_m, clamp.y() - 4, pack.clamp_m * per_m, drop * per_m + 8)
    return Drawn(tuple(leaves), (eyes[0], eyes[1]), held, ghost)


def _draw(v: View, packs: tuple[Drawn, ...], p: QPainter) -> None:
    t = v.theme
    for pack in packs:
        role = "ink3" if pack.ghost else "ink"
        for line, thick in pack.leaves:
            p.setPen(pen(t, role, thick))
            p.drawPolyline(line)
        p.setPen(pen(t, role, 1.5))
        p.setBrush(t.colour("sheet"))
        for eye in pack.eyes:
            p.drawEllipse(eye, 5, 5)
        p.setPen(pen(t, role, 1.2))
        p.drawRect(pack.clamp)
        p.setPen(pen(t, "ink2", 0.6, "centre"))
        p.drawLine(QLineF(pack.eyes[0], pack.eyes[1]))
