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
from isostat.language import decimal, later, tr
from isostat.units.unit import Quantity
from isostat.wording.spring import not_used
from isostat.wording.springs.leaf import blocks_words

COLUMNS = (
    ("front_m", later("front"), Quantity.COIL), ("rear_m", later("rear"), Quantity.COIL),
    ("width_m", later("width"), Quantity.COIL),
    ("thick_m", later("thick."), Quantity.COIL), ("tip_m", later("tip th."), Quantity.COIL),
    ("rise_m", later("arch"), Quantity.HEIGHT),
    ("gap_m", later("spacer"), Quantity.COIL),
)  # fmt: skip
MOUNTS = (later("over axle"), later("under axle"))
LEAF_LABELS = {
    "front_m": later("front length"), "rear_m": later("rear length"), "width_m": later("width"), "thick_m": later("thickness"),
    "tip_m": later("tip thickness"), "rise_m": later("free arch"), "gap_m": later("spacer above"),
}  # fmt: skip
SEATS = ("free", "held")
CAUTION = later("New U-bolts always. Put the frame on stands.")


VIEWS = {"leaves": later("Leaves"), "hardware": later("Shackle & U-bolts"), "add": later("Add a leaf")}


def lay_leaf_panel(sheet: Sheet, v: View, axle: int, top: float, shown: str, look: Callable[[str], object]) -> None:
    """Places the panel below `top`. shown: one of VIEWS, the first where it is none. look: takes the one that is wanted."""
    t, given = v.theme, v.job.proposal.axles[axle].pack
    line = Line(sheet, v, QPointF(t.margin, top + t.px(4)), drop=2).caps(
        "leaf head", tr("Leaf pack, {axle}", axle=v.job.vehicle.axles[axle].name)
    )
    step = v.reader.coil(leaf_edits.ARCH_STEP)
    for key, words, change in (
        ("rearch up", tr("Re-arch +{m}", m=step), partial(leaf_edits.rearch, axle=axle, by_m=leaf_edits.ARCH_STEP)),
        ("rearch down", tr("Re-arch −{m}", m=step), partial(leaf_edits.rearch, axle=axle, by_m=-leaf_edits.ARCH_STEP)),
        ("flip", tr("Turn end for end"), partial(leaf_edits.flip, axle=axle)),
    ):
        line.button(f"leaf {key}", words, partial(_do, sheet, change, words)).gap(-2)
    names = list(VIEWS)
    n = names.index(shown) if shown in VIEWS else 0
    views = Line(sheet, v, QPointF(t.margin, top + t.px(33)))
    views.tabs("leaf view", [tr(words) for words in VIEWS.values()], n, lambda k: look(names[k])).gap(8)
    lay_fitted_now(views, axle)
    at = QPointF(t.margin, top + t.px(62))
    if names[n] == "hardware":
        lay_hardware(sheet, v, axle, at)
    elif names[n] == "add":
        lay_adding(sheet, v, axle, at + QPointF(0, t.px(6)))
    else:
        _lay_leaves(sheet, v, axle, at, len(given.leaves))
    beside = max(t.px(566), line.x + t.px(6))
    _lay_results(sheet, v, axle, QPointF(beside, top + t.px(10)))
    sheet.text("leaf caution", tr(CAUTION), QPointF(beside, top + t.px(217)), size=12, weight=600, role="fault")


def _lay_leaves(sheet: Sheet, v: View, axle: int, at: QPointF, count: int) -> None:
    t, base = v.theme, path_to(JOB.proposal.axles[axle].pack.leaves)
    left, wide, pitch = at.x() + t.px(50), t.px(58), min(t.px(26), t.px(154) / max(count, 1))
    size = QSize(round(wide - t.px(2)), round(pitch - t.px(2)))
    table = Table(sheet, at.x(), at.y(), left, wide, pitch, size, head=t.px(18) / pitch, drop=2)
    for n, (field, words, quantity) in enumerate(COLUMNS):
        table.title(f"leaf {field} word", n, tr(words), unit=v.reader.preset.unit(quantity).sign, size=11.5, weight=600)
    if not count:
        act = partial(_do, sheet, partial(leaf_edits.add_leaf, axle=axle, below=0), tr("add leaf"))
        sheet.button("leaf add 0", tr("Add main leaf"), at + QPointF(0, t.px(20)), act)
    for k in range(count):
        name = tr("main leaf") if k == 0 else tr("leaf {n}", n=k + 1)
        table.name(f"leaf {k} word", k, tr("main") if k == 0 else name, weight=600)
        for n, (field, _, quantity) in enumerate(COLUMNS):
            label = tr("{leaf}, {what}", leaf=name, what=tr(LEAF_LABELS[field]))
            entry(sheet, v, f"leaf {field} {k}", (*base, k, field), table.cell(k, n), label=label, quantity=quantity,
                  finer=field in ("thick_m", "tip_m"), figure=12.5, put=partial(put_leaf, axle, k, field))  # fmt: skip
        acts: dict[str, Callable[[], object]] = {
            tr("Add a leaf below"): partial(_do, sheet, partial(leaf_edits.add_leaf, axle=axle, below=k), tr("add leaf")),
            tr("1 mm thicker"): partial(
                _do, sheet, partial(leaf_edits.thicken, axle=axle, n=k, by_m=leaf_edits.THICK_STEP), tr("thicker leaf")
            ),
            tr("1 mm thinner"): partial(
                _do, sheet, partial(leaf_edits.thicken, axle=axle, n=k, by_m=-leaf_edits.THICK_STEP), tr("thinner leaf")
            ),
            tr("Remove this leaf"): partial(_do, sheet, partial(leaf_edits.remove_leaf, axle=axle, n=k), tr("remove leaf")),
        }
        made = sheet.menu(f"leaf menu {k}", tr("Edit"), table.cell(k, len(COLUMNS))[0], acts, width=round(t.px(52)))
        made.setAccessibleName(tr("edit {leaf}", leaf=name))
        made.setFixedHeight(size.height())


def _lay_results(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """Clamp and seat, blocks by corner, arch and stress."""
    t, r, base = v.theme, v.reader, path_to(JOB.proposal.axles[axle])
    result, order, pack = packed(v.a, axle), v.a.orders[axle], v.job.proposal.axles[axle].pack
    line = Line(sheet, v, at).words("clamp word", tr("clamp"), unit=r.preset.coil.sign)
    line.reading("leaf clamp", (*base, "pack", "clamp_m"), label=tr("clamp length"), quantity=Quantity.COIL,
                 otherwise=Figure(rules.LEAF_CLAMP, Origin.ASSUMED))  # fmt: skip
    line.choice("leaf seat", (tr("axle free"), tr("axle located")), SEATS.index(pack.seat),
                lambda n: sheet.put((*base, "pack", "seat"), SEATS[n], tr("how the axle is located")),
                label=tr("how the axle is located"), wide=122)  # fmt: skip
    y = at.y() + t.px(28)
    line = Line(sheet, v, QPointF(at.x(), y)).words("block word", tr("block"), weight=600, unit=r.preset.coil.sign)
    for side in (0, 1):
        typed = getattr(v.job.proposal.axles[axle], SIDES[side]).spacer_m
        stands = Figure(typed.value, Origin.TYPED) if typed else None
        if order.can_be_had:
            guessed = is_approximate(v.a, Shown(workings.order.spacer, axle, side))
            stands = Figure(order.order.spacer_m[side], Origin.ASSUMED if guessed else Origin.SOLVED)
        line.words(f"block {SIDES[side]} word", tr(SIDES[side]), role="ink2")
        line.field(f"block {side}", (*base, SIDES[side], "spacer_m"), stands,
                   label=tr("block, {corner}", corner=r.corner(axle, side)),
                   quantity=Quantity.COIL, figure=14)  # fmt: skip
    y += t.px(28)
    line = Line(sheet, v, QPointF(at.x(), y))
    line.choice("leaf mount", [tr(words) for words in MOUNTS], MOUNTS.index(pack.mount),
                lambda n: sheet.put((*base, "pack", "mount"), MOUNTS[n], tr("spring over or under the axle")),
                label=tr("spring over or under the axle"), wide=112)  # fmt: skip
    line.words("leaf limit word", tr("limit"), unit="MPa")
    line.reading("leaf limit", (*base, "pack", "allowed_pa"), label=tr("allowable stress of the leaf steel"),
                 quantity=Quantity.STRESS, otherwise=Figure(rules.LEAF_STRESS, Origin.ASSUMED))  # fmt: skip
    y += t.px(28)
    if result is None:
        words = not_used(v.a.orders[axle].lacks, r)
        sheet.text("leaf waits words", words, QPointF(at.x(), y), size=12.5, role="fault", width=t.px(250))
        return
    if not order.can_be_had:
        sheet.text("not to be had", tr(NONE_HOLDS), QPointF(at.x(), y), size=13, weight=600, role="fault")
        return
    blocks = blocks_words(order.order.spacer_m, lambda m: v.number(Shown(workings.order.spacer, axle), r.coil(m)))
    sheet.text("leaf blocks said", blocks, QPointF(at.x(), y), size=13, shown=Shown(workings.order.spacer, axle))
    y += t.px(17)
    for n, (words, key, role) in enumerate(_said(v, axle, result)):
        sheet.text(f"leaf said {n}", words, QPointF(at.x(), y + n * t.px(17)), size=13, shown=Shown(key, axle), role=role,
                   weight=600 if role != "ink" else 400)  # fmt: skip


def _said(v: View, axle: int, pack: Packed) -> list[tuple[str, Explain, str]]:
    """Lines: words, which number they ask for, role."""
    r, worst, number = v.reader, int(pack.used.argmax()), workings.leaf

    def shown(key: Explain, text: str) -> str:
        return v.number(Shown(key, axle), text)

    free, nip = shown(number.free_arch, r.coil(pack.free_arch_m)), r.coil(pack.nip_m)
    arch, used = shown(number.arch, r.coil(abs(pack.arch_m))), shown(number.stress, r.percent(float(pack.used[worst])))
    more = shown(number.capacity, r.mass(abs(pack.at_old_n - pack.found_n) / GRAVITY))
    lines = [
        (tr("free arch {m} ({nip} from nip)", m=free, nip=nip), number.free_arch, "ink"),
        (tr("arch at target {m}", m=arch), number.arch, "ink") if pack.arch_m >= 0
        else (tr("reverse arch {m} at target", m=arch), number.arch, "watch"),
        (tr("main leaf stress, full bump: {p} of limit", p=used) if worst == 0
         else tr("leaf {n} stress, full bump: {p} of limit", n=worst + 1, p=used),
         number.stress, "watch" if pack.used[worst] > 1.0 else "ink"),
    ]  # fmt: skip
    if pack.times_found is not None:
        lines.append((tr("peak stress {n} × as found", n=shown(number.peaks, decimal(pack.times_found, 2))), number.peaks, "ink"))
    lines.append(
        (tr("carries {m} more per side, as weighed", m=more) if pack.at_old_n >= pack.found_n
         else tr("carries {m} less per side, as weighed", m=more), number.capacity, "ink")
    )  # fmt: skip
    bound = shown(number.bound, r.rate(pack.pack.bound_rate))
    return [*lines, (tr("upper limit of rate (leaves as one): {rate}", rate=bound), number.bound, "ink")]


def _do(sheet: Sheet, change: Callable[[Job], Job], words: str) -> None:
    sheet.edited.emit(change, words, -1)


class LeafPage(SpringPage):
    """Leaf packs, drawn to scale."""

    @override
    def lay(self, room: Room, v: View) -> Draw:
        draw = lay_leaf_drawing(room.sheet, v, room.axle, room.part)
        lay_leaf_panel(room.sheet, v, room.axle, room.panel, room.shelf, room.look)
        return draw
