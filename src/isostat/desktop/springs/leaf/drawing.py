"""A leaf pack from the side, to scale in length and arch: free, and as it carries the chosen case."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial

from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter, QPolygonF

from isostat.assess.spring.leaf_lines import LeafLines, leaf_lines
from isostat.desktop.pieces.sheet import MIDDLE, Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.language import tr


@dataclass(frozen=True, slots=True)
class Drawn:
    """A pack in px: each leaf's line with its thickness, and the eyes."""

    leaves: tuple[tuple[QPolygonF, float], ...]
    eyes: tuple[QPointF, QPointF]
    clamp: QRectF
    ghost: bool


def lay_leaf_drawing(sheet: Sheet, v: View, axle: int, area: QRectF) -> Callable[[QPainter], None]:
    """Places the drawing of an axle's left pack."""
    t, free, loaded = v.theme, leaf_lines(v.a, axle, None), leaf_lines(v.a, axle, v.case)
    if free is None or loaded is None:
        return lambda p: None
    per_m = (area.width() - t.px(24)) / free.whole_m
    middle = area.left() + t.px(12) + free.front_m * per_m
    high = area.height() / 2
    drawn = tuple(
        _drawn(pack, QPointF(middle, area.top() + y), per_m, ghost=ghost)
        for pack, y, ghost in ((free, high * 0.62, True), (loaded, high * 1.45, False))
    )
    words = tr("loaded: {case}", case=v.reader.case(v.case))
    for key, said, y in (("free", tr("free (off vehicle)"), high * 0.62), ("loaded", words, high * 1.45)):
        sheet.text(f"leaf {key} drawing word", said, QPointF(area.center().x(), area.top() + y + t.px(26)), size=12.5, role="ink2",
                   anchor=MIDDLE)  # fmt: skip
    return partial(_draw, v, drawn)


def _drawn(pack: LeafLines, clamp: QPointF, per_m: float, *, ghost: bool) -> Drawn:
    """The pack with its main leaf's clamp at a point."""
    leaves: list[tuple[QPolygonF, float]] = []
    for leaf in pack.leaves:
        xs, ys = clamp.x() + leaf.along_m * per_m, clamp.y() + leaf.below_m * per_m
        points = [QPointF(x, y) for x, y in zip(xs.tolist(), ys.tolist(), strict=True)]
        leaves.append((QPolygonF(points), max(leaf.thick_m * per_m, 1.5)))
    main = leaves[0][0]
    held = QRectF(clamp.x() - pack.clamp_m / 2 * per_m, clamp.y() - 4, pack.clamp_m * per_m, pack.deep_m * per_m + 8)
    return Drawn(tuple(leaves), (main.first(), main.last()), held, ghost)


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
