"""The vehicle from the left, to scale: links and shafts as weighed, dashed, and in the case shown; the chosen ones lit."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import pairwise

from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter

from isostat.assess.knock_on.line import Line, What
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.workings.knock_on import number_in
from isostat.desktop.knock_on.placed import Part, parts
from isostat.desktop.pieces.elevation import Elevation, draw_body, draw_wheels, fit
from isostat.desktop.pieces.ink import ground
from isostat.desktop.pieces.sheet import MIDDLE, Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.language import tr
from isostat.wording.knock_on import say_before, say_case, say_what

CALLED_OUT = (What.CASTER, What.PINION, What.WHEELBASE, What.REAR_JOINT, What.FRONT_JOINT, What.APPROACH, What.BREAKOVER,
              What.DEPARTURE, What.LAMPS)  # fmt: skip
ROOM, HIGH = 150.0, 36.0  # px of a callout
SMALLEST = 9.0  # px of its words


@dataclass(frozen=True, slots=True)
class Called:
    """A value written over its place on the vehicle."""

    line: Line
    n: int
    x_m: float


def elevation(v: View, area: QRectF) -> Elevation:
    """The scale, room kept for the callouts above."""
    return fit(v, area.adjusted(0, v.theme.px(HIGH + 6), 0, -v.theme.px(6)))


def called_out(v: View, area: QRectF, chosen: int) -> list[Called]:
    """As many as fit, worst first, then from front to rear; the chosen line always."""
    vehicle = v.job.vehicle
    ends = {What.APPROACH: -vehicle.front_overhang_m.value, What.LAMPS: -vehicle.front_overhang_m.value,
            What.BREAKOVER: vehicle.axles[-1].behind_front_m.value / 2.0,
            What.DEPARTURE: vehicle.axles[-1].behind_front_m.value + vehicle.rear_overhang_m.value}  # fmt: skip
    found = []
    for n, line in enumerate(knock_ons(v.a)):
        if line.what in CALLED_OUT and not line.asks and line.now[v.case] == line.now[v.case]:
            x = ends.get(line.what, 0.0) if line.axle is None else _along(v, line.what, line.axle)
            found.append(Called(line, n, x))
    found.sort(key=lambda one: (one.n != chosen, one.n))
    return sorted(found[: max(int(area.width() / v.theme.px(ROOM)), 1)], key=lambda one: one.x_m)


def _along(v: View, what: What, axle: int) -> float:
    """Where a thing of an axle is: a joint at its joint, all else at the hub."""
    shaft = [part for part in parts(v, axle, None) if part.group == "shaft" and part.joints]
    if shaft and what in (What.REAR_JOINT, What.FRONT_JOINT):
        return shaft[0].spots[0 if what is What.REAR_JOINT else -1][0]
    return float(v.job.vehicle.axles[axle].behind_front_m.value)


def _slots(v: View, area: QRectF, called: list[Called]) -> Iterator[tuple[Called, float]]:
    wide = area.width() / max(len(called), 1)
    for n, one in enumerate(called):
        yield one, area.left() + (n + 0.5) * wide


def lay_side(sheet: Sheet, v: View, area: QRectF, chosen: int) -> None:
    """Values over their places, and what is dashed."""
    t = v.theme
    called = called_out(v, area, chosen)
    room = area.width() / max(len(called), 1) - t.px(10)
    for one, x in _slots(v, area, called):
        line = one.line
        shown = number_in(line, v.case)
        role = "watch" if line.outside[v.case] != 0.0 else "ink"
        value = tr("{before} → {now}", before=say_before(line, v.reader), now=say_case(v.a, line, v.case, v.reader))
        at, size = QPointF(x, area.top()), _fitting(v, value, room, 15.0, 600)
        sheet.text(f"side value {one.n}", value, at, size=size, weight=600, role=role, anchor=MIDDLE, shown=shown)
        words = say_what(line, v.reader)
        below = at + QPointF(0, t.px(19))
        sheet.text(f"side word {one.n}", words, below, size=_fitting(v, words, room, 12.0, 400), role="ink2", anchor=MIDDLE)


def _fitting(v: View, text: str, room: float, size: float, weight: int) -> float:
    """The size at which a text fits, px unscaled."""
    while v.theme.width(text, size, weight) > room and size > SMALLEST:
        size -= 0.5
    return size


def draw_side(p: QPainter, v: View, area: QRectF, chosen: int, lit: tuple[str, int]) -> None:
    """Body, wheels, links and shafts; leaders from the values. lit: which readings' parts, at which axle."""
    t, e = v.theme, elevation(v, area)
    p.save()
    p.setClipRect(area)
    ground(p, t, area.left(), area.right(), e.ground)
    draw_body(p, v, e, None, v.weighed, ghost="before")
    if v.a.proposed.stands[v.case]:
        draw_body(p, v, e, v.a.proposed, v.case)
        draw_wheels(p, v, e, v.a.proposed, v.case)
    for axle in range(len(v.a.axles)):
        group = lit[0] if axle == lit[1] else ""
        draw_parts(p, v, e, parts(v, axle, None), group, before=True)
        draw_parts(p, v, e, parts(v, axle, v.case), group)
    p.setPen(pen(t, "ink3", 0.8))
    for one, x in _slots(v, area, called_out(v, area, chosen)):
        foot = e.at(one.x_m, 0.35 if one.line.axle is not None else 0.8)
        p.drawLine(QLineF(QPointF(x, area.top() + t.px(HIGH)), QPointF(foot.x(), max(foot.y(), area.top() + t.px(HIGH)))))
    p.restore()


def draw_parts(p: QPainter, v: View, e: Elevation, found: tuple[Part, ...], group: str, *, before: bool = False) -> None:
    """Lines of parts, joints as rings; those of the group lit."""
    t = v.theme
    for part in found:
        lit = part.group == group
        spots = [e.at(x, z) for x, z in part.spots]
        role = "ink2" if before else "accent" if lit else "ink"
        p.setPen(pen(t, role, 1.2 if before else 2.8 if lit else 1.8, "before" if before else ""))
        for a, b in pairwise(spots):
            p.drawLine(a, b)
        if part.joints and not before:
            p.setBrush(t.colour("sheet"))
            p.setPen(pen(t, role, 1.4))
            for spot in (spots[0], spots[-1]):
                p.drawEllipse(spot, t.px(2.6), t.px(2.6))
