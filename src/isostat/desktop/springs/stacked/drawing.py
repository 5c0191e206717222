"""A stacked pair on its shock, to scale: collar, springs, slider, ring, perch and the marks to paint, as a ruler finds them."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial

from PyQt6.QtCore import QLineF, QPointF, QRect, QRectF
from PyQt6.QtGui import QPainter

from isostat.assess import workings
from isostat.assess.spring.results import ordered_shapes
from isostat.assess.spring.shapes import Shape
from isostat.assess.spring.stacked import Stacked, stacked
from isostat.assess.workings import Shown
from isostat.assess.workings.stacked import MARKS, mark_m
from isostat.desktop.pieces.coil_drawing import CoilShape, draw_coil, uneven_halves
from isostat.desktop.pieces.ink import hatch
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.language import later, tr
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.spring import not_used
from isostat.wording.springs.stacked import MARKED

POSTURES = ("bench, hanging", "at ride")
POSTURE_WORDS = (later("At full droop"), later("At ride"))
BODY = 0.050  # m across a shock's body, drawn where it was not read


@dataclass(frozen=True, slots=True)
class OnShock:
    """The stack in px: axis, levels of collar and perch, scale; its springs, and where a ruler finds each thing."""

    stack: Stacked
    axis: float
    collar: float
    perch: float
    per_m: float
    springs: tuple[CoilShape, ...]
    levels: dict[str, float]
    labels: dict[str, QPointF]
    half: float  # half of the widest spring
    body_m: float


def lay_stack_drawing(
    sheet: Sheet, v: View, axle: int, area: QRectF, posture: str, turn: Callable[[int], object]
) -> Callable[[QPainter], None]:
    """Places the drawing of an axle's left stack and its distances from the perch; `turn` takes the posture that is wanted."""
    t, pair = v.theme, stacked(v.a, axle)
    tabs = QRect(round(area.left()), round(area.top()), 0, round(t.px(24)))
    if pair is None:
        lacks = v.a.orders[axle].lacks
        words = not_used(lacks, v.reader) if lacks else tr("Enter rates, free and solid lengths, and collar to perch.")
        sheet.text("stack waits words", words, area.topLeft(), size=13.5, role="fault", width=area.width())
        return lambda p: None
    sheet.tabs("posture", [tr(words) for words in POSTURE_WORDS], POSTURES.index(posture), tabs, turn)
    at_ride = posture == "at ride"
    u = float(pair.ride_m[v.case]) if at_ride else 0.0
    top = area.top() + t.px(66)
    per_m = (area.bottom() - top - t.px(14)) / (pair.shock.extended_m + 0.02)
    shapes = _shapes(v, axle, pair, u)
    half = max(s.outside_m for s, _ in shapes) * per_m / 2
    axis = area.left() + half + t.px(6)
    perch = top + (pair.shock.extended_m - u) * per_m
    springs, y = [], perch - (sum(length for _, length in shapes) + pair.pair.slider_m) * per_m  # loose, they stand on the perch
    for n, (shape, length) in enumerate(shapes):
        springs.append(_placed(shape, length, axis, y, per_m))
        y += length * per_m + (pair.pair.slider_m * per_m if n == len(shapes) - 2 else 0.0)
    heights = {key: m for key in MARKS if (m := mark_m(pair, key, u)) is not None and m <= pair.shock.extended_m - u}
    levels = {key: perch - m * per_m for key, m in heights.items()}
    labels = _lay_labels(sheet, v, axle, pair, levels, QPointF(axis + half + t.px(30), area.bottom()), posture)
    said = {"unit": v.reader.preset.coil.sign, "case": v.reader.case(v.case)}
    words = tr("{unit} up from the perch", **said)
    if at_ride:
        words = tr("{unit} up from the perch, {case}", **said)
    sheet.text("stack drawing words", words, QPointF(area.left(), area.top() + t.px(28)), size=12.5, role="ink2")
    read = v.job.proposal.axles[axle].stack.body_m
    body = BODY if read is None else float(read.value)
    return partial(_draw, v, OnShock(pair, axis, top, perch, per_m, tuple(springs), levels, labels, half, body))


def _shapes(v: View, axle: int, stack: Stacked, shaft_m: float) -> list[tuple[Shape, float]]:
    """The springs from the collar down, each with its length there, m."""
    return list(zip(ordered_shapes(v.a, axle), stack.lengths_m(shaft_m), strict=False))[::-1]


def _placed(shape: Shape, length_m: float, axis: float, top: float, per_m: float) -> CoilShape:
    wire = shape.wire_m * per_m
    return CoilShape(QPointF(axis, top), shape.mean_m * per_m, wire, uneven_halves(length_m * per_m, shape.pitches, wire))


def _lay_labels(
    sheet: Sheet, v: View, axle: int, pair: Stacked, levels: dict[str, float], at: QPointF, posture: str
) -> dict[str, QPointF]:
    """A line of words at each level, pushed apart where they would overlap; returns where each begins."""
    t, step, case = v.theme, v.theme.px(30), v.case if posture == "at ride" else 0
    order = sorted(levels, key=lambda key: levels[key])
    ys = [levels[key] for key in order]
    ys = [y - step / 2 for y in ys]
    for n in range(1, len(ys)):
        ys[n] = max(ys[n], ys[n - 1] + step)
    over = max(ys[-1] + step - at.y(), 0.0) if ys else 0.0
    for n in range(len(ys) - 1, -1, -1):
        ys[n] = min(ys[n], at.y() - step * (len(ys) - n)) if over else ys[n]
    out = {}
    for key, y in zip(order, ys, strict=True):
        shown = Shown(workings.stacked.MARKS[key], axle, case=case, event=posture)
        m = mark_m(pair, key, float(pair.ride_m[v.case]) if posture == "at ride" else 0.0)
        assert m is not None
        heavy = key in ("collar", "ring")
        ruled = v.number(shown, number(m, Quantity.COIL, v.reader.preset))
        box = sheet.text(f"mark {key}", ruled, QPointF(at.x(), y - 2), size=14.5,
                         weight=600 if heavy else 400, shown=shown, role="accent" if heavy else "ink")  # fmt: skip
        sheet.text(f"mark {key} word", tr(MARKED[key]), QPointF(at.x(), box.bottom() - t.px(3)), size=12, role="ink2")
        out[key] = QPointF(at.x() - t.px(4), box.center().y())
    return out


def _draw(v: View, c: OnShock, p: QPainter) -> None:
    """Body, thread, collar, springs, slider, ring and perch; leaders to the distances; the marks as strokes across the body."""
    t, stack, m = v.theme, c.stack, c.per_m
    body = c.body_m * m
    low = c.levels.get("ring", c.collar) + 14
    p.setPen(pen(t, "ink2", 1.0))
    p.setBrush(t.colour("sheet"))
    p.drawRect(QRectF(c.axis - 4, low, 8, c.perch - low))
    p.drawRect(QRectF(c.axis - body / 2, c.collar - t.px(14), body, low - c.collar + t.px(14)))
    for spring in c.springs:
        draw_coil(p, t, spring)
    wide = c.half + 3
    for y, high in ((c.collar - t.px(8), t.px(8)), (c.perch, t.px(7))):
        p.setPen(pen(t, "ink", 1.5))
        p.setBrush(t.colour("sheet"))
        p.drawRect(QRectF(c.axis - wide, y, 2 * wide, high))
        hatch(p, QRectF(c.axis - wide, y, 2 * wide, high), t.colour("ink2"), 3.5)
    slider = c.levels["slider"]
    p.setPen(pen(t, "ink", 1.25))
    p.setBrush(t.colour("tyre"))
    p.drawRect(QRectF(c.axis - wide, slider, 2 * wide, max(stack.pair.slider_m * m, 3.0)))
    if "ring" in c.levels:
        p.fillRect(QRectF(c.axis - body / 2 - 5, c.levels["ring"] - t.px(5), body + 10, t.px(5)), t.colour("accent"))
    for key in ("collar mark", "ring mark"):
        if key in c.levels:
            p.setPen(pen(t, "fault", 2.0))
            p.drawLine(QLineF(c.axis - body / 2, c.levels[key], c.axis + body / 2, c.levels[key]))
    for key, at in c.labels.items():
        p.setPen(pen(t, "ink2", 0.7))
        y = c.levels[key]
        p.drawLine(QLineF(c.axis + wide + 2, y, at.x() - t.px(10), at.y()))
        p.drawLine(QLineF(at.x() - t.px(10), at.y(), at.x(), at.y()))
