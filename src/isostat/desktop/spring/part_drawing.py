"""Beside the Spring chart: the part itself, to scale, with what it is ordered by; a stacked pair on its shock."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial
from typing import get_args

from PyQt6.QtCore import QPointF, QRectF
from PyQt6.QtGui import QPainter

from isostat.assess import workings
from isostat.assess.spring.results import found_shapes, ordered_shapes
from isostat.assess.spring.shapes import Shape
from isostat.assess.spring.usual import usual_shear_pa
from isostat.assess.spring.winding import Wound, wound
from isostat.assess.workings import Shown
from isostat.desktop.pieces.coil_drawing import CoilShape, draw_coil, uneven_halves
from isostat.desktop.pieces.ink import dimension, ground
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import MIDDLE, Sheet
from isostat.desktop.view import View
from isostat.job.axle_fit import AxleFit
from isostat.job.edits.paths import JOB, Path, path_to
from isostat.language import later, tr
from isostat.units.format import number
from isostat.units.unit import Quantity

WIRES = get_args(AxleFit.model_fields["wire"].annotation)
SEATS = ("flat", "tangential", "pigtail")
ANY = later("any end")
Draw = Callable[[QPainter], None]


@dataclass(frozen=True, slots=True)
class OnFloor:
    """The springs as they lie on the floor: the line, and the new one and the old one in px."""

    floor: float
    area: QRectF
    coils: tuple[CoilShape, ...]


def lay_floor(sheet: Sheet, v: View, axle: int, area: QRectF) -> Draw:
    """Places old and new spring side by side, with the fields that a spring maker asks for."""
    t, r = v.theme, v.reader
    new, old = ordered_shapes(v.a, axle)[0], next(iter(found_shapes(v.a, axle)), None)
    foot = area.bottom() - t.px(98 if v.job.proposal.axles[axle].kind != "coil" else 125)
    room = QRectF(area.left(), area.top() + t.px(20), area.width(), max(foot - area.top() - t.px(26), 40.0))
    both = [shape for shape in (old, new) if shape is not None]
    per_m = min((room.width() - t.px(150)) / sum(s.outside_m for s in both), room.height() / max(s.free_m for s in both))

    def placed(shape: Shape, x: float, *, ghost: bool) -> CoilShape:
        top = QPointF(x, room.bottom() - shape.free_m * per_m)
        halves = uneven_halves(shape.free_m * per_m, shape.pitches, shape.wire_m * per_m)
        return CoilShape(top, shape.mean_m * per_m, shape.wire_m * per_m, halves, ghost=ghost)

    middle, level = room.center().x(), room.bottom() - min(s.free_m for s in both) * per_m / 2 - t.px(9)
    right = middle + (new.outside_m * per_m) / 2 + t.px(8)
    coils = [placed(new, right, ghost=False)]
    said = tr("new spring, free")
    if old is not None:
        left = middle - (old.outside_m * per_m) / 2 - t.px(8)
        coils.append(placed(old, left, ghost=True))
        said = tr("as found and new, both free")
        about = "" if all(f.length_known for f in v.a.found_springs[axle]) else "≈ "
        at = QPointF(left - old.outside_m * per_m / 2 - t.px(46), level)
        length = f"{about}{number(old.free_m, Quantity.COIL, r.preset)}"
        sheet.text("part old word", length, at, size=13, weight=600, role="ink2")
    picture = OnFloor(room.bottom(), room, tuple(coils))
    sheet.text("part words", said, QPointF(area.center().x(), area.top()), size=12.5, role="ink2", anchor=MIDDLE)
    free = Shown(workings.order.free_length, axle, 0)
    at = QPointF(right + new.outside_m * per_m / 2 + t.px(16), level)
    sheet.text(
        "part new",
        v.number(free, number(new.free_m, Quantity.COIL, r.preset)),
        at,
        size=14,
        weight=600,
        shown=free,
        unit=r.preset.coil.sign,
    )
    _lay_maker(sheet, v, axle, QPointF(area.left(), foot + t.px(6)), wound(v.a, axle))
    return partial(_draw_floor, v, picture)


def _lay_maker(sheet: Sheet, v: View, axle: int, at: QPointF, coil: Wound | None) -> None:
    """Inside diameter, pocket, wire; and what they make of the coil, in two lines."""
    t, base, line = v.theme, path_to(JOB.proposal.axles[axle]), Line(sheet, v, at, high=23)
    for key, words, label, path in (
        ("inside_m", tr("ID"), tr("inside diameter"), ("inside_m",)),
        ("pocket_m", tr("pocket"), tr("pocket diameter"), ("pocket_m",)),
        ("body_m", tr("body"), tr("shock body diameter"), ("stack", "body_m")),
    ):  # fmt: skip
        line.words(f"part {key} word", words, role="ink2")
        line.reading(f"part {key}", (*base, *path), label=label, quantity=Quantity.COIL, wide=42)
    now = v.job.proposal.axles[axle].wire
    y = at.y() + t.px(27)
    if v.job.proposal.axles[axle].kind == "coil":
        _lay_seats(sheet, v, axle, QPointF(at.x(), y))
        y += t.px(27)
    line = Line(sheet, v, QPointF(at.x(), y), high=23).words("part of word", tr("wire"), role="ink2")
    line.choice("part material", [tr(wire) for wire in WIRES], WIRES.index(now),
                lambda n: sheet.put((*base, "wire"), WIRES[n], tr("wire grade")),
                label=tr("wire grade"), wide=112)  # fmt: skip
    line.modulus("part modulus", (*base, "wire_shear_pa"), label=tr("shear modulus"), usual_pa=usual_shear_pa(now))
    y += t.px(28)
    if v.job.proposal.axles[axle].kind != "coil":
        return
    if coil is None:
        words = tr("Enter the inside diameter to fit the perch: it gives wire, coils and stress.")
        sheet.text("part waits words", words, QPointF(at.x(), y), size=12.5, role="ink2", width=t.px(270))
        return
    if coil.helix is None:
        words = tr(
            "stress needs ≥ {strong} wire, room allows ≤ {roomy}",
            strong=v.reader.wire(coil.strong_m),
            roomy=v.reader.wire(coil.roomy_m),
        )
        sheet.text("part waits words", words, QPointF(at.x(), y), size=12.5, weight=600, role="watch", width=t.px(270))
        return
    _lay_wound(sheet, v, axle, QPointF(at.x(), y), coil)


def _lay_seats(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """What ends of coil the seats are made for."""
    base, line = path_to(JOB.proposal.axles[axle]), Line(sheet, v, at, high=23)
    fit = v.job.proposal.axles[axle]
    for key, words, label, now in (
        ("upper_seat", tr("upper seat: {end}"), tr("upper seat"), fit.upper_seat),
        ("lower_seat", tr("lower seat: {end}"), tr("lower seat"), fit.lower_seat),
    ):
        said = [words.format(end=tr(end)) for end in (ANY, *SEATS)]
        place = 0 if now is None else SEATS.index(now) + 1
        line.choice(f"part {key}", said, place, partial(_put_seat, sheet, (*base, key), label), label=label, wide=131)


def _put_seat(sheet: Sheet, path: Path, label: str, n: int) -> None:
    sheet.put(path, (None, *SEATS)[n], label)


def _lay_wound(sheet: Sheet, v: View, axle: int, at: QPointF, made: Wound) -> None:
    """Wire, turns, solid; then the one stress verdict."""
    t, r, coil = v.theme, v.reader, made.helix
    assert coil is not None
    x = at.x()
    for key, part, words, value, sign in (
        ("wire", workings.winding.wire_size, later("wire {n}"), r.wire(coil.wire_m).rsplit(" ", 1)[0], r.preset.coil.sign),
        ("turns", workings.winding.turns, later("{n} coils"), number(coil.turns, Quantity.RATIO, r.preset), ""),
        ("solid", workings.winding.solid, later("solid {n}"), number(coil.solid_m, Quantity.COIL, r.preset), r.preset.coil.sign),
    ):
        shown = Shown(part, axle)
        x = sheet.text(
            f"part {key}", tr(words, n=v.number(shown, value)), QPointF(x, at.y()), size=13.5, weight=600, unit=sign, shown=shown
        ).right()
        x += t.px(12)
    x = at.x()
    for key, part, words, share in (
        ("ride", workings.winding.stress_ride, later("stress at ride {p}"), made.used_ride),
        ("used solid", workings.winding.stress_solid, later("coil-bound {p}"), made.used_solid),
    ):
        role = "watch" if share > 1.0 else "ink"
        more, shown = " !" if share > 1.0 else "", Shown(part, axle)
        box = sheet.text(
            f"part {key}",
            tr(words, p=v.number(shown, r.percent(share))) + more,
            QPointF(x, at.y() + t.px(18)),
            size=13,
            role=role,
            shown=shown,
        )
        x = box.right() + t.px(12)


def _draw_floor(v: View, picture: OnFloor, p: QPainter) -> None:
    """The floor, both springs on it, and their heights."""
    t = v.theme
    ground(p, t, picture.area.left() + t.px(30), picture.area.right() - t.px(30), picture.floor)
    for coil in picture.coils:
        way = -1 if coil.ghost else 1
        draw_coil(p, t, coil)
        x = coil.top.x() + way * (coil.mean + coil.wire + t.px(20)) / 2
        dimension(p, t, QPointF(x, coil.top.y()), QPointF(x, picture.floor), "ink2" if coil.ghost else "ink")
