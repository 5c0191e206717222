"""What is set by a ruler, drawn beside it to the same scale, one stroke a thing: collar and springs, bag, bolt, rod, groove."""

from __future__ import annotations

from typing import assert_never

from PyQt6.QtCore import QLineF, QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter, QPainterPath

from isostat.answers.ruler import Mark, Ruler
from isostat.desktop.pieces.ink import hatch
from isostat.desktop.theme import Theme, pen

ACROSS = 46.0  # px that it takes beside the ruler
SEAT, TURNS = 6.0, 7  # px of a seat, and turns of a spring


def draw_part(p: QPainter, t: Theme, axis: float, foot: float, per_m: float, ruler: Ruler) -> None:
    """Above a zero. axis: its middle, foot: the ruler's zero, px."""
    at: dict[str, float] = {mark.thing: foot - mark.at_m * per_m for mark in ruler.marks}
    half = t.px(ACROSS) / 2.0 - t.px(4)
    if "collar" in at:
        _stack(p, t, axis, foot, half, at)
    for mark in sorted(ruler.marks, key=lambda one: one.at_m):
        _thing(p, t, axis, foot, half, mark, foot - mark.at_m * per_m)


def _stack(p: QPainter, t: Theme, axis: float, foot: float, half: float, at: dict[str, float]) -> None:
    """Body, shaft and both springs between the seats."""
    body, low = half * 0.45, at.get("ring", at["collar"])
    p.setPen(pen(t, "ink2", 1.0))
    p.setBrush(t.colour("sheet"))
    p.drawRect(QRectF(axis - 2.0, low, 4.0, foot - low))
    p.drawRect(QRectF(axis - body, at["collar"] - t.px(SEAT), 2 * body, low - at["collar"] + t.px(SEAT + 8)))
    _spring(p, t, axis, at["collar"], at["slider"], half)
    _spring(p, t, axis, at["slider"] + t.px(SEAT), foot, half)
    _seat(p, t, axis, foot, half)


def _spring(p: QPainter, t: Theme, axis: float, top: float, foot: float, half: float) -> None:
    p.setPen(pen(t, "ink", 1.4))
    path, step = QPainterPath(QPointF(axis - half, top)), (foot - top) / (2 * TURNS)
    for n in range(1, 2 * TURNS + 1):
        path.lineTo(axis + (half if n % 2 else -half), top + n * step)
    p.setBrush(Qt.BrushStyle.NoBrush)
    p.drawPath(path)


def _seat(p: QPainter, t: Theme, axis: float, top: float, half: float) -> None:
    """A hatched plate whose upper face is at a level."""
    seat = QRectF(axis - half, top, 2 * half, t.px(SEAT))
    p.setPen(pen(t, "ink", 1.2))
    p.setBrush(t.colour("sheet"))
    p.drawRect(seat)
    hatch(p, seat, t.colour("ink2"), 3.5)


def _thing(p: QPainter, t: Theme, axis: float, foot: float, half: float, mark: Mark, y: float) -> None:
    """One thing at its level; what was is dashed."""
    high = t.px(SEAT)
    match mark.thing:
        case "collar":
            _seat(p, t, axis, y - high, half)
        case "ring" | "groove":
            p.fillRect(QRectF(axis - half * 0.65, y, half * 1.3, high * 0.7), t.colour("accent"))
        case "slider":
            p.setPen(pen(t, "ink", 1.2))
            p.setBrush(t.colour("tyre"))
            p.drawRect(QRectF(axis - half, y, 2 * half, high))
        case "paint":
            p.setPen(pen(t, "fault", 2.0))
            p.drawLine(QLineF(axis - half * 0.45, y, axis + half * 0.45, y))
        case "was":
            p.setPen(pen(t, "ink2", 1.2, "before"))
            p.drawLine(QLineF(axis - half, y, axis + half, y))
        case "plate":
            _bag(p, t, axis, foot, half, y)
        case "bolt":
            _shank(p, t, axis, foot, y, wide=half * 0.5)
            p.drawRect(QRectF(axis - half * 0.6, y, half * 1.2, high))
        case "rod":
            _shank(p, t, axis, foot, y, wide=4.0)
            for end in (foot, y):
                p.drawEllipse(QPointF(axis, end), high * 0.7, high * 0.7)
        case _:
            assert_never(mark.thing)


def _shank(p: QPainter, t: Theme, axis: float, foot: float, top: float, *, wide: float) -> None:
    p.setPen(pen(t, "ink", 1.2))
    p.setBrush(t.colour("sheet"))
    p.drawRect(QRectF(axis - wide / 2.0, top, wide, foot - top))


def _bag(p: QPainter, t: Theme, axis: float, foot: float, half: float, top: float) -> None:
    """A bag that bulges between its plates, the longer the slimmer."""
    p.setPen(pen(t, "ink", 1.2))
    p.setBrush(Qt.BrushStyle.NoBrush)
    for side in (-1.0, 1.0):
        path = QPainterPath(QPointF(axis + side * half * 0.6, foot))
        out = axis + side * half
        rise = foot - top
        path.cubicTo(QPointF(out, foot - rise * 0.3), QPointF(out, foot - rise * 0.7), QPointF(axis + side * half * 0.6, top))
        p.drawPath(path)
    for level in (foot, top):
        p.drawLine(QLineF(axis - half * 0.7, level, axis + half * 0.7, level))
