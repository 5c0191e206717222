"""Spring's bench: what an unmarked coil is, by caliper and press; drawn to scale, and held against an axle."""

from __future__ import annotations

from dataclasses import dataclass
from functools import partial
from typing import get_args

from PyQt6.QtCore import QPointF, QRect, QRectF, QSize
from PyQt6.QtGui import QPainter

from isostat.assess import workings
from isostat.assess.spring.bench import Benched, at_axle, benched
from isostat.assess.spring.usual import usual_shear_pa
from isostat.assess.workings import Shown
from isostat.desktop.pieces.coil_drawing import CoilShape, draw_coil, even_halves
from isostat.desktop.pieces.entry import entry, loose_entry, modulus_entry, nth_put
from isostat.desktop.pieces.ink import dimension
from isostat.desktop.pieces.sheet import MIDDLE, Sheet
from isostat.desktop.spring.order import set_both
from isostat.desktop.view import View
from isostat.job.axle_fit import BenchCoil
from isostat.job.edits import rows as row_edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.schema import Job
from isostat.units.format import number
from isostat.units.unit import Quantity

ROW, PRESSES = 28, 4
FIELDS = (
    ("wire_m", "wire", Quantity.COIL),
    ("across_m", "diameter", Quantity.COIL),
    ("turns", "turns, all", Quantity.RATIO),
    ("inactive", "idle at each end", Quantity.RATIO),
    ("free_m", "free length", Quantity.COIL),
)
ACROSS = ("outside", "mean", "inside")
ENDS = get_args(BenchCoil.model_fields["ends"].annotation)
MATERIALS = get_args(BenchCoil.model_fields["material"].annotation)
CAUTION = "A coil under a press can fly out: guard it, nobody in line, never beyond solid."


@dataclass(frozen=True, slots=True)
class BenchPicture:
    """The coil to be drawn, its scale in px a metre and where its axis stands; None where its dimensions are not known."""

    part: Benched | None
    per_m: float
    middle: QPointF


def lay_bench(sheet: Sheet, v: View, area: QRectF, n: int, turn: object) -> BenchPicture:
    """Places the page for the n-th spring in an area of the sheet; `turn` is told which spring is wanted."""
    t, coils = v.theme, v.job.bench
    first = QRect(round(area.left()), round(area.top()), 0, round(t.px(26)))
    end = sheet.tabs("bench", [c.name for c in coils], n, first, turn) if coils else first.left()  # type: ignore[arg-type]
    sheet.button("add bench", "+ spring", QPointF(end + t.px(8), area.top()), partial(_add, sheet), width=round(t.px(78)))
    if not coils:
        words = "A spring without a tag: wire, diameter, turns and free length off a caliper, or lengths and loads under a press."
        sheet.text("bench empty words", words, QPointF(area.left(), area.top() + t.px(40)), size=14, role="ink2")
        return BenchPicture(None, 1.0, area.center())
    drop = sheet.button(
        "drop bench", "remove", QPointF(end + t.px(92), area.top()), partial(_drop, sheet, n), width=round(t.px(70))
    )
    drop.setAccessibleName(f"remove {coils[n].name}")
    part, top = benched(coils[n]), area.top() + t.px(40)
    _lay_readings(sheet, v, QPointF(area.left(), top), n)
    sheet.text("bench caution", CAUTION, QPointF(area.left(), area.bottom() - t.px(18)), size=12.5, weight=600, role="fault")
    right = area.left() + area.width() * 0.62
    _lay_results(sheet, v, QPointF(right, top), area.right() - right, n, part)
    room = QRectF(area.left() + t.px(262), top, right - area.left() - t.px(282), area.bottom() - top - t.px(40))
    return _picture(sheet, v, room, part)


def _lay_readings(sheet: Sheet, v: View, at: QPointF, n: int) -> None:
    """The fields of one spring, top to bottom as it is measured."""
    t, coil, sign = v.theme, v.job.bench[n], v.reader.preset.coil.sign
    x, wide, high = at.x() + t.px(128), t.px(72), round(t.px(24))
    size, long = QSize(round(wide), high), round(t.px(122))

    def y(row: float) -> float:
        return at.y() + row * t.px(ROW)

    sheet.text("bench name word", "called", QPointF(at.x(), y(0) + 3), size=13)
    sheet.words("bench name", path_to(JOB.bench[n].name), QPointF(x, y(0)), QSize(long, high), label="name of the spring")
    for k, (field, words, quantity) in enumerate(FIELDS):
        row, unit = k + 1.0, sign if quantity is Quantity.COIL else ""
        sheet.text(f"bench {field} word", words, QPointF(at.x(), y(row) + 3), size=13, unit=unit)
        where, label, fine = (QPointF(x, y(row)), size), f"{coil.name}, {words}", quantity is Quantity.COIL
        entry(sheet, v, f"bench {field}", (*path_to(JOB.bench[n]), field), where, label=label, quantity=quantity, finer=fine)
    area = QRect(round(x + wide + t.px(4)), round(y(2)), round(t.px(84)), high)
    sheet.choice("bench across", ACROSS, ACROSS.index(coil.across), area, label="which diameter was read",
                 chosen=lambda k: sheet.put(path_to(JOB.bench[n].across), ACROSS[k], "which diameter"))  # fmt: skip
    for row, key, words, ways, now in ((6, "ends", "ends", ENDS, coil.ends), (7, "material", "wire of", MATERIALS, coil.material)):
        sheet.text(f"bench {key} word", words, QPointF(at.x(), y(row) + 3), size=13)
        area = QRect(round(x), round(y(row)), round(t.px(128)), high)
        sheet.choice(f"bench {key}", ways, ways.index(now), area, label=f"{coil.name}, {words}",
                     chosen=partial(_choose, sheet, n, key, ways))  # fmt: skip
    grade = usual_shear_pa(coil.material)
    label = f"{coil.name}, shear modulus"
    modulus_entry(
        sheet, v, "bench modulus", path_to(JOB.bench[n].shear_pa), QPointF(at.x(), y(8)), label=label, usual_pa=grade, x=x
    )
    sheet.caps("bench press head", "Under a press", QPointF(at.x(), y(9.2)))
    sheet.text("bench length word", "length", QPointF(x, y(9.1)), size=12.5, role="ink2", unit=sign)
    sheet.text(
        "bench load word", "load", QPointF(x + wide + t.px(6), y(9.1)), size=12.5, role="ink2", unit=v.reader.preset.mass.sign
    )
    for k in range(PRESSES):
        given = coil.press[k] if k < len(coil.press) else None
        for field, quantity, left in (("length_m", Quantity.COIL, 0.0), ("force_kg", Quantity.MASS, wide + t.px(6))):
            words = f"{'length' if left == 0 else 'load'} {k + 1} under the press"
            where = QPointF(x + left, y(9.8 + k)), size
            loose_entry(sheet, f"bench {field} {k}", getattr(given, field) if given else None, where,
                        label=words, quantity=quantity, put=nth_put(path_to(JOB.bench[n].press), k, {}, field))  # fmt: skip


def _lay_results(sheet: Sheet, v: View, at: QPointF, wide: float, n: int, part: Benched) -> None:
    """What it is, large; then solid length, mass; then how it would stand at each axle, with buttons to try it."""
    t, r, y = v.theme, v.reader, at.y()
    if part.fault:
        sheet.text("bench fault", part.fault, at, size=13, weight=600, role="fault", width=wide)
        return
    rate = part.rate
    if rate is None:
        sheet.text("bench waits words", "Wire, diameter, turns and free length; or two lengths with their loads.", at, size=13,
                   role="ink2", width=wide)  # fmt: skip
        return
    shown = Shown(workings.bench.press if part.press else workings.bench.caliper, n)
    value = number(rate[0], Quantity.RATE, r.preset)
    box = sheet.text("bench rate", value, QPointF(at.x(), y - t.px(6)), size=34, weight=600, unit=r.preset.rate.sign, shown=shown)
    sheet.text("bench rate error", f"± {rate[1] * 100:.0f} %", QPointF(box.right() + t.px(8), y + t.px(14)), size=15, weight=600)
    y = box.bottom() + 2
    words = "spring rate by the press" if part.press else "spring rate by the caliper"
    box = sheet.text("bench rate words", words, QPointF(at.x(), y), size=13, role="ink2")
    y = box.bottom() + t.px(4)
    if part.press and part.caliper:
        both = f"caliper {r.rate(part.caliper.rate)}" + ("" if part.agree else ": they do not agree, read the wire again")
        box = sheet.text("bench caliper", both, QPointF(at.x(), y), size=13, weight=600 if not part.agree else 400,
                         role="ink" if part.agree else "watch", shown=Shown(workings.bench.caliper, n))  # fmt: skip
        y = box.bottom() + t.px(4)
    if part.press and part.press.firmer > 1.25:
        words = f"firmer by {part.press.firmer:.2f} as it is pressed: progressive"
        y = sheet.text("bench firmer words", words, QPointF(at.x(), y), size=13, weight=600).bottom() + t.px(4)
    if part.helix is not None:
        solid, mass = Shown(workings.bench.solid, n), Shown(workings.bench.mass, n)
        words = f"solid {r.coil(part.helix.solid_m)}"
        box = sheet.text("bench solid", words, QPointF(at.x(), y), size=14, weight=600, shown=solid)
        mass_words = number(part.helix.mass_kg, Quantity.MASS, r.preset, decimals=1)
        sheet.text(
            "bench mass", f"mass {mass_words}", QPointF(box.right() + t.px(14), y), size=14, unit=r.preset.mass.sign, shown=mass
        )
        y = box.bottom() + 1
        grows = f"grows {r.wire(part.helix.grows_m())} across when solid"
        y = sheet.text("bench grows", grows, QPointF(at.x(), y), size=13, shown=Shown(workings.bench.grows, n)).bottom() + t.px(10)
    for axle in range(len(v.a.axles)):
        y = _lay_at(sheet, v, QPointF(at.x(), y), (n, axle), part) + t.px(12)


def _lay_at(sheet: Sheet, v: View, at: QPointF, which: tuple[int, int], spring: Benched) -> float:
    """How it would stand at one axle; returns where that ends."""
    t, r, (n, axle) = v.theme, v.reader, which
    held, name = at_axle(v.a, axle, spring), v.job.vehicle.axles[axle].name
    if held is None:
        return at.y()
    sheet.caps(f"bench at {axle}", f"{name}, at the target", at)
    beside = QPointF(at.x() + t.px(172), at.y() + t.px(20))
    sheet.button(f"bench try {axle}", f"Try it, both {name.lower()}", beside, partial(_try, sheet, n, axle))
    y = at.y() + t.px(18)
    box = sheet.text(f"bench length {axle}", f"{r.coil(held.length_m)} long", QPointF(at.x(), y), size=14, weight=600,
                     shown=Shown(workings.bench.length, n, axle))  # fmt: skip
    y = box.bottom() + 2
    if held.used is not None and held.used_solid is not None:
        for key, part, words, share in (
            ("used", workings.bench.used, "stress at ride", held.used),
            ("used solid", workings.bench.used_solid, "solid", held.used_solid),
        ):
            shown = Shown(part, n, axle)
            role = "fault" if share > 1.0 else ("watch" if share > 0.95 else "ink")
            more = " !" if share > 1.0 else ""
            box = sheet.text(f"bench {key} {axle}", f"{words} {share * 100:.1f} %{more}", QPointF(at.x(), y), size=13, role=role,
                             shown=shown)  # fmt: skip
            y = box.bottom() + 1
    if held.buckles:
        y = sheet.text(
            f"bench buckles {axle}", "buckles sideways: guide it", QPointF(at.x(), y), size=13, weight=600, role="watch"
        ).bottom()
    return float(y)


def _picture(sheet: Sheet, v: View, room: QRectF, part: Benched) -> BenchPicture:
    """Where the coil is drawn, and its dimensions in words."""
    helix = part.helix
    if helix is None or room.width() < 60:
        return BenchPicture(None, 1.0, room.center())
    outside = helix.mean_m + helix.wire_m
    per_m = min(room.width() * 0.7 / outside, (room.height() - v.theme.px(56)) / helix.free_m)
    middle = QPointF(room.center().x(), room.top() + v.theme.px(28) + helix.free_m * per_m / 2)
    above = QPointF(middle.x(), middle.y() - helix.free_m * per_m / 2 - v.theme.px(30))
    sheet.text("bench outside word", f"{v.reader.coil(outside)} outside", above, size=13, weight=600, anchor=MIDDLE)
    below = QPointF(middle.x(), middle.y() + helix.free_m * per_m / 2 + v.theme.px(8))
    words = f"{v.reader.coil(helix.free_m)} free, {number(helix.active, Quantity.RATIO, v.reader.preset)} turns work"
    sheet.text("bench free word", words, below, size=13, weight=600, anchor=MIDDLE)
    return BenchPicture(part, per_m, middle)


# -- hands
def _add(sheet: Sheet) -> None:
    sheet.edited.emit(row_edits.add_bench_coil, "a spring on the bench", -1)


def _drop(sheet: Sheet, n: int) -> None:
    sheet.edited.emit(lambda job: row_edits.remove_bench_coil(job, n), "remove a spring from the bench", -1)


def _choose(sheet: Sheet, n: int, key: str, ways: tuple[str, ...], k: int) -> None:
    sheet.put((*path_to(JOB.bench[n]), key), ways[k], key)


def _try(sheet: Sheet, n: int, axle: int) -> None:
    """Its rate and free length into the proposal, both sides."""

    def change(job: Job) -> Job:
        part = benched(job.bench[n])
        rate, free = part.rate, part.free_m
        if rate is None or free is None:
            return job
        return set_both(set_both(job, axle, "rate_n_per_m", round(rate[0], -2)), axle, "free_length_m", round(free, 4))

    sheet.edited.emit(change, "try a spring from the bench", -1)


# -- strokes
def draw_bench(p: QPainter, v: View, picture: BenchPicture) -> None:
    """The coil from the side, to scale, and its two dimensions."""
    helix = None if picture.part is None else picture.part.helix
    if helix is None:
        return
    t, per_m = v.theme, picture.per_m
    top, wire, length = picture.middle.y() - helix.free_m * per_m / 2, helix.wire_m * per_m, helix.free_m * per_m
    halves = even_halves(length, helix.turns, wire)
    draw_coil(p, t, CoilShape(QPointF(picture.middle.x(), top), helix.mean_m * per_m, wire, halves))
    half = helix.mean_m * per_m / 2
    left, right = picture.middle.x() - half, picture.middle.x() + half
    across = (left - wire / 2, right + wire / 2)
    dimension(p, t, QPointF(across[0], top - t.px(10)), QPointF(across[1], top - t.px(10)))
    side = across[1] + t.px(14)
    dimension(p, t, QPointF(side, top), QPointF(side, top + length))
