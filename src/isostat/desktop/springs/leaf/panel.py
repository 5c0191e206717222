"""Below the Spring chart of a leaf axle: its leaves as measured, what a shop does to them, blocks, arch and stress."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from PyQt6.QtCore import QPointF, QSize
from typing_extensions import override

from isostat.assess import workings
from isostat.assess.spring.leaf import Packed, packed, put_leaf
from isostat.assess.workings import Explain, Shown, is_approximate
from isostat.core import rules
from isostat.core.limits import GRAVITY
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.entry import entry
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.table import Table
from isostat.desktop.spring.order import NONE_HOLDS, lay_fitted_now
from isostat.desktop.springs.kind import Draw, Room, SpringPage
from isostat.desktop.springs.leaf.drawing import lay_leaf_drawing
from isostat.desktop.springs.leaf.hardware import lay_adding, lay_hardware
from isostat.desktop.view import View
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import SIDES
from isostat.job.schema import Job
from isostat.job.springs import leaf_edits
from isostat.units.format import with_unit
from isostat.units.unit import Quantity
from isostat.wording.springs.leaf import blocks_words

COLUMNS = (
    ("front_m", "front", Quantity.COIL), ("rear_m", "rear", Quantity.COIL), ("width_m", "wide", Quantity.COIL),
    ("thick_m", "thick", Quantity.COIL), ("tip_m", "tips", Quantity.COIL), ("rise_m", "rise", Quantity.HEIGHT),
    ("gap_m", "plate", Quantity.COIL),
)  # fmt: skip
MOUNTS = ("over axle", "under axle")
SEATS = ("free", "held")
CAUTION = "New U-bolts always. Stands under the frame."


VIEWS = ("leaves", "hardware", "add")


def lay_leaf_panel(sheet: Sheet, v: View, axle: int, top: float, shown: str, look: Callable[[str], object]) -> None:
    """Places the panel below `top`. shown: one of VIEWS, the first where it is none. look: told which is wanted."""
    t, given = v.theme, v.job.proposal.axles[axle].pack
    line = Line(sheet, v, QPointF(t.margin, top + t.px(4)), drop=2).caps(
        "leaf head", f"Leaf pack, {v.job.vehicle.axles[axle].name}"
    )
    step = v.reader.coil(leaf_edits.ARCH_STEP)
    for key, words, change in (
        ("rearch up", f"arch +{step}", partial(leaf_edits.rearch, axle=axle, by_m=leaf_edits.ARCH_STEP)),
        ("rearch down", f"arch −{step}", partial(leaf_edits.rearch, axle=axle, by_m=-leaf_edits.ARCH_STEP)),
        ("flip", "flip", partial(leaf_edits.flip, axle=axle)),
    ):
        line.button(f"leaf {key}", words, partial(_do, sheet, change, words)).gap(-2)
    lay_fitted_now(line, axle)
    n = VIEWS.index(shown) if shown in VIEWS else 0
    Line(sheet, v, QPointF(t.margin, top + t.px(33))).tabs("leaf view", VIEWS, n, lambda k: look(VIEWS[k]))
    at = QPointF(t.margin, top + t.px(62))
    if VIEWS[n] == "hardware":
        lay_hardware(sheet, v, axle, at)
    elif VIEWS[n] == "add":
        lay_adding(sheet, v, axle, at + QPointF(0, t.px(6)))
    else:
        _lay_leaves(sheet, v, axle, at, len(given.leaves))
    _lay_results(sheet, v, axle, QPointF(t.px(566), top + t.px(10)))
    sheet.text("leaf caution", CAUTION, QPointF(t.px(566), top + t.px(217)), size=12, weight=600, role="fault")


def _lay_leaves(sheet: Sheet, v: View, axle: int, at: QPointF, count: int) -> None:
    t, base = v.theme, path_to(JOB.proposal.axles[axle].pack.leaves)
    left, wide, pitch = at.x() + t.px(50), t.px(58), min(t.px(26), t.px(154) / max(count, 1))
    size = QSize(round(wide - t.px(2)), round(pitch - t.px(2)))
    table = Table(sheet, at.x(), at.y(), left, wide, pitch, size, head=t.px(18) / pitch, drop=2)
    for n, (_, words, quantity) in enumerate(COLUMNS):
        table.title(f"leaf {words} word", n, words, unit=v.reader.preset.unit(quantity).sign, size=11.5, weight=600)
    if not count:
        act = partial(_do, sheet, partial(leaf_edits.add_leaf, axle=axle, below=0), "a leaf")
        sheet.button("leaf add 0", "+ main leaf", at + QPointF(0, t.px(20)), act)
    for k in range(count):
        name = "main" if k == 0 else f"leaf {k + 1}"
        table.name(f"leaf {k} word", k, name, weight=600)
        for n, (field, words, quantity) in enumerate(COLUMNS):
            entry(sheet, v, f"leaf {field} {k}", (*base, k, field), table.cell(k, n), label=f"{name}, {words}", quantity=quantity,
                  finer=field in ("thick_m", "tip_m"), figure=12.5, put=partial(put_leaf, axle, k, field))  # fmt: skip
        acts: dict[str, Callable[[], object]] = {
            "a leaf below": partial(_do, sheet, partial(leaf_edits.add_leaf, axle=axle, below=k), "a leaf more"),
            "1 mm thicker": partial(
                _do, sheet, partial(leaf_edits.thicken, axle=axle, n=k, by_m=leaf_edits.THICK_STEP), "a thicker leaf"
            ),
            "1 mm thinner": partial(
                _do, sheet, partial(leaf_edits.thicken, axle=axle, n=k, by_m=-leaf_edits.THICK_STEP), "a thinner leaf"
            ),
            "remove": partial(_do, sheet, partial(leaf_edits.remove_leaf, axle=axle, n=k), "a leaf less"),
        }
        made = sheet.menu(f"leaf menu {k}", "do", table.cell(k, len(COLUMNS))[0], acts, width=round(t.px(44)))
        made.setAccessibleName(f"what the shop does to the {name} leaf")
        made.setFixedHeight(size.height())


def _lay_results(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """Clamp and seat, blocks by corner, arch and stress."""
    t, r, base = v.theme, v.reader, path_to(JOB.proposal.axles[axle])
    result, order, pack = packed(v.a, axle), v.a.orders[axle], v.job.proposal.axles[axle].pack
    line = Line(sheet, v, at).words("clamp word", "clamp", unit=r.preset.coil.sign)
    line.reading("leaf clamp", (*base, "pack", "clamp_m"), label="length held by the clamp", quantity=Quantity.COIL,
                 otherwise=Figure(rules.LEAF_CLAMP, Origin.ASSUMED))  # fmt: skip
    line.choice("leaf seat", ("seat free", "seat held"), SEATS.index(pack.seat),
                lambda n: sheet.put((*base, "pack", "seat"), SEATS[n], "the seat"),
                label="whether the axle turns", wide=104)  # fmt: skip
    y = at.y() + t.px(28)
    line = Line(sheet, v, QPointF(at.x(), y)).words("block word", "block", weight=600, unit=r.preset.coil.sign)
    for side in (0, 1):
        typed = getattr(v.job.proposal.axles[axle], SIDES[side]).spacer_m
        stands = Figure(typed.value, Origin.TYPED) if typed else None
        if order.can_be_had:
            guessed = is_approximate(v.a, Shown(workings.order.spacer, axle, side))
            stands = Figure(order.order.spacer_m[side], Origin.ASSUMED if guessed else Origin.SOLVED)
        line.words(f"block {SIDES[side]} word", SIDES[side], role="ink2")
        line.field(f"block {side}", (*base, SIDES[side], "spacer_m"), stands, label=f"block {r.corner(axle, side)}",
                   quantity=Quantity.COIL, figure=14)  # fmt: skip
    y += t.px(28)
    line = Line(sheet, v, QPointF(at.x(), y))
    line.choice("leaf mount", MOUNTS, MOUNTS.index(pack.mount),
                lambda n: sheet.put((*base, "pack", "mount"), MOUNTS[n], "over or under the axle"),
                label="where the pack lies", wide=112)  # fmt: skip
    line.words("leaf limit word", "limit", unit="MPa")
    line.reading("leaf limit", (*base, "pack", "allowed_pa"), label="nominal stress that the steel is trusted with",
                 quantity=Quantity.STRESS, otherwise=Figure(rules.LEAF_STRESS, Origin.ASSUMED))  # fmt: skip
    y += t.px(28)
    if result is None:
        words = v.a.orders[axle].lacks
        sheet.text(
            "leaf waits words", f"{words} A plain coil stands in.", QPointF(at.x(), y), size=12.5, role="fault", width=t.px(250)
        )
        return
    if not order.can_be_had:
        sheet.text("not to be had", NONE_HOLDS, QPointF(at.x(), y), size=13, weight=600, role="fault")
        return
    blocks = blocks_words(order.order.spacer_m, lambda m: v.number(Shown(workings.order.spacer, axle), r.coil(m)))
    sheet.text("leaf blocks said", blocks, QPointF(at.x(), y), size=13, shown=Shown(workings.order.spacer, axle))
    y += t.px(17)
    for n, (words, key, role) in enumerate(_said(v, axle, result)):
        sheet.text(f"leaf said {n}", words, QPointF(at.x(), y + n * t.px(17)), size=13, shown=Shown(key, axle), role=role,
                   weight=600 if role != "ink" else 400)  # fmt: skip


def _said(v: View, axle: int, pack: Packed) -> list[tuple[str, Explain, str]]:
    """Lines: words, which number they ask for, role."""
    r, worst = v.reader, int(pack.used.argmax())
    leaf = "main leaf" if worst == 0 else f"leaf {worst + 1}"
    arch = ("arch at the target", "") if pack.arch_m >= 0 else ("past flat by", "at the target")
    times = "" if pack.times_found is None else f"{pack.times_found:.2f}"
    lines = (  # what is before the number, the number, what is after it
        (workings.leaf.free_arch, "free arch", r.coil(pack.free_arch_m), f"of it nip {r.coil(pack.nip_m)}"),
        (workings.leaf.arch, arch[0], r.coil(abs(pack.arch_m)), arch[1]),
        (workings.leaf.stress, f"{leaf} stress, full bump:", with_unit(pack.used[worst], Quantity.SHARE, r.preset), "of limit"),
        (workings.leaf.peaks, "peaks", times, "times as found at most"),
        (workings.leaf.capacity, "carries", r.mass((pack.at_old_n - pack.found_n) / GRAVITY), "more a side, as high as weighed"),
        (workings.leaf.bound, "all leaves as one would be", r.rate(pack.pack.bound_rate), ""),
    )
    bad = {workings.leaf.arch: pack.arch_m < 0, workings.leaf.stress: pack.used[worst] > 1.0}
    return [
        (f"{before} {v.number(Shown(key, axle), text)} {after}".strip(), key, "watch" if bad.get(key) else "ink")
        for key, before, text, after in lines
        if text
    ]


def _do(sheet: Sheet, change: Callable[[Job], Job], words: str) -> None:
    sheet.edited.emit(change, words, -1)


class LeafPage(SpringPage):
    """Leaf packs, drawn to scale."""

    @override
    def lay(self, room: Room, v: View) -> Draw:
        draw = lay_leaf_drawing(room.sheet, v, room.axle, room.part)
        lay_leaf_panel(room.sheet, v, room.axle, room.panel, room.shelf, room.look)
        return draw
