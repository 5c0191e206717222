"""Spring's bench: what an unmarked coil is, by caliper and press; drawn to scale, and held against an axle."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial
from typing import get_args

from PyQt6.QtCore import QPointF, QRectF, QSize
from PyQt6.QtGui import QPainter

from isostat.assess import workings
from isostat.assess.spring.bench import Benched, at_axle, benched
from isostat.assess.spring.usual import usual_shear_pa
from isostat.assess.workings import Shown
from isostat.desktop.pieces.coil_drawing import CoilShape, draw_coil, even_halves
from isostat.desktop.pieces.entry import entry, nth_entry
from isostat.desktop.pieces.ink import dimension
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import MIDDLE, Sheet
from isostat.desktop.pieces.table import Table
from isostat.desktop.spring.order import set_both
from isostat.desktop.view import View
from isostat.job.axle_fit import BenchCoil
from isostat.job.edits import rows as row_edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.schema import Job
from isostat.language import decimal, later, tr
from isostat.units.format import number
from isostat.units.unit import Quantity

ROW, PRESSES = 28, 4
PRESSED = (("length_m", later("length"), Quantity.COIL), ("force_kg", later("load"), Quantity.MASS))
FIELDS = (
    ("wire_m", later("wire diameter"), Quantity.COIL),
    ("across_m", later("coil diameter"), Quantity.COIL),
    ("turns", later("total coils"), Quantity.RATIO),
    ("inactive", later("dead coils per end"), Quantity.RATIO),
    ("free_m", later("free length"), Quantity.COIL),
)
ACROSS = (later("outside"), later("mean"), later("inside"))
ENDS = get_args(BenchCoil.model_fields["ends"].annotation)
MATERIALS = get_args(BenchCoil.model_fields["material"].annotation)
CAUTION = later("A coil under a press can fly out. Guard it, keep clear, never press past solid.")


@dataclass(frozen=True, slots=True)
class BenchPicture:
    """The coil to be drawn, its scale in px a metre and where its axis stands; None where its dimensions are not known."""

    part: Benched | None
    per_m: float
    middle: QPointF


def lay_bench(sheet: Sheet, v: View, area: QRectF, n: int, turn: Callable[[int], object]) -> BenchPicture:
    """Places the page for the n-th spring in an area of the sheet; `turn` takes the spring that is wanted."""
    t, coils = v.theme, v.job.bench
    line = Line(sheet, v, area.topLeft(), high=26)
    if coils:
        line.tabs("bench", [c.name for c in coils], n, turn)
    line.button("add bench", tr("Add spring"), partial(_add, sheet))
    if not coils:
        words = tr("A spring without a tag: measure wire, diameter, coils and free length, or lengths and loads under a press.")
        sheet.text("bench empty words", words, QPointF(area.left(), area.top() + t.px(40)), size=14, role="ink2")
        return BenchPicture(None, 1.0, area.center())
    line.button("drop bench", tr("Remove spring"), partial(_drop, sheet, n), says=tr("remove {name}", name=coils[n].name))
    part, top = benched(coils[n]), area.top() + t.px(40)
    _lay_readings(sheet, v, QPointF(area.left(), top), n)
    sheet.text("bench caution", tr(CAUTION), QPointF(area.left(), area.bottom() - t.px(18)), size=12.5, weight=600, role="fault")
    right = area.left() + area.width() * 0.62
    _lay_results(sheet, v, QPointF(right, top), area.right() - right, n, part)
    room = QRectF(area.left() + t.px(262), top, right - area.left() - t.px(282), area.bottom() - top - t.px(40))
    return _picture(sheet, v, room, part)


def _lay_readings(sheet: Sheet, v: View, at: QPointF, n: int) -> None:
    """The fields of one spring, top to bottom as it is measured."""
    t, coil, preset, path = v.theme, v.job.bench[n], v.reader.preset, path_to(JOB.bench[n])
    size = QSize(round(t.px(72)), round(t.px(24)))
    table = Table(sheet, at.x(), at.y(), at.x() + t.px(128), t.px(78), t.px(ROW), size, head=0)
    table.name("bench name word", 0, tr("name"))
    sheet.words("bench name", (*path, "name"), *table.cell(0, 0, t.px(122)), label=tr("name of the spring"))
    for row, (field, words, quantity) in enumerate(FIELDS, 1):
        fine = quantity is Quantity.COIL
        table.name(f"bench {field} word", row, tr(words), preset.coil.sign if fine else "")
        entry(sheet, v, f"bench {field}", (*path, field), table.cell(row, 0), label=f"{coil.name}, {tr(words)}", quantity=quantity,
              finer=fine)  # fmt: skip
    sheet.choice("bench across", [tr(words) for words in ACROSS], ACROSS.index(coil.across), table.area(2, 1, t.px(84)),
                 label=tr("which diameter was measured"),
                 chosen=lambda k: sheet.put((*path, "across"), ACROSS[k], tr("which diameter")))  # fmt: skip
    for row, key, words, ways, now in (
        (6, "ends", tr("ends"), ENDS, coil.ends),
        (7, "material", tr("wire grade"), MATERIALS, coil.material),
    ):
        table.name(f"bench {key} word", row, words)
        sheet.choice(f"bench {key}", [tr(way) for way in ways], ways.index(now), table.area(row, 0, t.px(128)),
                     label=f"{coil.name}, {words}",
                     chosen=partial(_choose, sheet, n, key, ways))  # fmt: skip
    line, usual = Line(sheet, v, QPointF(at.x(), table.row(8)), high=23), usual_shear_pa(coil.material)
    line.modulus("bench modulus", (*path, "shear_pa"), label=tr("{name}, shear modulus", name=coil.name), usual_pa=usual, upto=128)
    press = Table(sheet, at.x(), table.row(9), table.first, t.px(78), t.px(ROW), size, head=0.8)
    sheet.caps("bench press head", tr("Press test"), QPointF(press.left, press.top + t.px(5)))
    for k, (_, words, quantity) in enumerate(PRESSED):
        press.title(f"bench {words} word", k, tr(words), unit=preset.unit(quantity).sign)
    for row in range(PRESSES):
        for k, (field, words, quantity) in enumerate(PRESSED):
            nth_entry(sheet, v, f"bench {field} {row}", ((*path, "press"), row, field), press.cell(row, k),
                      label=tr("press test {n}, {what}", n=row + 1, what=tr(words)), quantity=quantity)  # fmt: skip


def _lay_results(sheet: Sheet, v: View, at: QPointF, wide: float, n: int, part: Benched) -> None:
    """What it is, large; then solid length, mass; then how it would stand at each axle, with buttons to try it."""
    t, r, y = v.theme, v.reader, at.y()
    if part.fault:
        sheet.text("bench fault", part.fault.words(r.preset), at, size=13, weight=600, role="fault", width=wide)
        return
    rate = part.rate
    if rate is None:
        sheet.text("bench waits words", tr("Enter wire, diameter, coils and free length; or two lengths with their loads."), at,
                   size=13,
                   role="ink2", width=wide)  # fmt: skip
        return
    shown = Shown(workings.bench.press if part.press else workings.bench.caliper, n)
    value = number(rate[0], Quantity.RATE, r.preset)
    box = sheet.text("bench rate", value, QPointF(at.x(), y - t.px(6)), size=34, weight=600, unit=r.preset.rate.sign, shown=shown)
    sheet.text("bench rate error", f"± {r.percent(rate[1])}", QPointF(box.right() + t.px(8), y + t.px(14)), size=15, weight=600)
    y = box.bottom() + 2
    words = tr("spring rate from the press test") if part.press else tr("spring rate from dimensions")
    box = sheet.text("bench rate words", words, QPointF(at.x(), y), size=13, role="ink2")
    y = box.bottom() + t.px(4)
    if part.press and part.caliper:
        rate_by = r.rate(part.caliper.rate)
        both = tr("from dimensions {rate}", rate=rate_by)
        if not part.agree:
            both = tr("from dimensions {rate}: they disagree, measure the wire again", rate=rate_by)
        box = sheet.text("bench caliper", both, QPointF(at.x(), y), size=13, weight=600 if not part.agree else 400,
                         role="ink" if part.agree else "watch", shown=Shown(workings.bench.caliper, n))  # fmt: skip
        y = box.bottom() + t.px(4)
    if part.press and part.press.firmer > 1.25:
        words = tr("gets {n} × stiffer under load: progressive", n=decimal(part.press.firmer, 2))
        y = sheet.text("bench firmer words", words, QPointF(at.x(), y), size=13, weight=600).bottom() + t.px(4)
    if part.helix is not None:
        solid, mass = Shown(workings.bench.solid, n), Shown(workings.bench.mass, n)
        words = tr("solid length {m}", m=r.coil(part.helix.solid_m))
        box = sheet.text("bench solid", words, QPointF(at.x(), y), size=14, weight=600, shown=solid)
        mass_words = number(part.helix.mass_kg, Quantity.MASS, r.preset, decimals=1)
        sheet.text(
            "bench mass",
            tr("mass {m}", m=mass_words),
            QPointF(box.right() + t.px(14), y),
            size=14,
            unit=r.preset.mass.sign,
            shown=mass,
        )
        y = box.bottom() + 1
        grows = tr("OD grows {m} when compressed solid", m=r.wire(part.helix.grows_m()))
        y = sheet.text("bench grows", grows, QPointF(at.x(), y), size=13, shown=Shown(workings.bench.grows, n)).bottom() + t.px(10)
    for axle in range(len(v.a.axles)):
        y = _lay_at(sheet, v, QPointF(at.x(), y), (n, axle), part) + t.px(12)


def _lay_at(sheet: Sheet, v: View, at: QPointF, which: tuple[int, int], spring: Benched) -> float:
    """How it would stand at one axle; returns where that ends."""
    t, r, (n, axle) = v.theme, v.reader, which
    held, name = at_axle(v.a, axle, spring), v.job.vehicle.axles[axle].name
    if held is None:
        return at.y()
    sheet.caps(f"bench at {axle}", tr("{axle}, at target", axle=name), at)
    beside = QPointF(at.x() + t.px(172), at.y() + t.px(20))
    sheet.button(f"bench try {axle}", tr("Try it, both {axle}", axle=name.lower()), beside, partial(_try, sheet, n, axle))
    y = at.y() + t.px(18)
    box = sheet.text(f"bench length {axle}", tr("{m} long", m=r.coil(held.length_m)), QPointF(at.x(), y), size=14, weight=600,
                     shown=Shown(workings.bench.length, n, axle))  # fmt: skip
    y = box.bottom() + 2
    if held.used is not None and held.used_solid is not None:
        for key, part, words, share in (
            ("used", workings.bench.used, tr("stress at ride"), held.used),
            ("used solid", workings.bench.used_solid, tr("stress when coil-bound"), held.used_solid),
        ):
            shown = Shown(part, n, axle)
            role = "fault" if share > 1.0 else ("watch" if share > 0.95 else "ink")
            more = " !" if share > 1.0 else ""
            box = sheet.text(f"bench {key} {axle}", f"{words} {r.percent(share)}{more}", QPointF(at.x(), y), size=13, role=role,
                             shown=shown)  # fmt: skip
            y = box.bottom() + 1
    if held.buckles:
        y = sheet.text(
            f"bench buckles {axle}", tr("buckles sideways: it needs a guide"), QPointF(at.x(), y), size=13, weight=600, role="watch"
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
    sheet.text("bench outside word", tr("{m} outside", m=v.reader.coil(outside)), above, size=13, weight=600, anchor=MIDDLE)
    below = QPointF(middle.x(), middle.y() + helix.free_m * per_m / 2 + v.theme.px(8))
    active = number(helix.active, Quantity.RATIO, v.reader.preset)
    words = tr("{m} free, {n} active coils", m=v.reader.coil(helix.free_m), n=active)
    sheet.text("bench free word", words, below, size=13, weight=600, anchor=MIDDLE)
    return BenchPicture(part, per_m, middle)


# -- hands
def _add(sheet: Sheet) -> None:
    sheet.edited.emit(row_edits.add_bench_coil, tr("add spring to the bench"), -1)


def _drop(sheet: Sheet, n: int) -> None:
    sheet.edited.emit(lambda job: row_edits.remove_bench_coil(job, n), tr("remove spring from the bench"), -1)


def _choose(sheet: Sheet, n: int, key: str, ways: tuple[str, ...], k: int) -> None:
    sheet.put((*path_to(JOB.bench[n]), key), ways[k], tr("spring ends") if key == "ends" else tr("wire grade"))


def _try(sheet: Sheet, n: int, axle: int) -> None:
    """Its rate and free length into the proposal, both sides."""

    def change(job: Job) -> Job:
        part = benched(job.bench[n])
        rate, free = part.rate, part.free_m
        if rate is None or free is None:
            return job
        return set_both(set_both(job, axle, "rate_n_per_m", round(rate[0], -2)), axle, "free_length_m", round(free, 4))

    sheet.edited.emit(change, tr("try spring from the bench"), -1)


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
