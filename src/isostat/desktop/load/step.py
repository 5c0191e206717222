"""Load: plan view to scale, discs whose area is their mass, the list of items by case, and every rating as it fills."""

from __future__ import annotations

import math
from functools import partial
from itertools import pairwise

from PyQt6.QtCore import QLineF, QPointF, QRect, QRectF
from PyQt6.QtGui import QPainter, QWheelEvent
from PyQt6.QtWidgets import QWidget
from typing_extensions import override

from isostat.assess import workings
from isostat.assess.workings import Shown
from isostat.core.working import Figure, Origin
from isostat.desktop.load.bars import draw_bars, lay_bars
from isostat.desktop.load.plan import Plan, Snapped, draw_gravity, draw_hand, draw_plan, plan, snap
from isostat.desktop.load.table import ABOARD, ROW, draw_signs, foot_of, lay_aboard, lay_picked, lay_table, rows_in
from isostat.desktop.load.table import HEAD as TABLE_HEAD
from isostat.desktop.pieces.disc import Disc
from isostat.desktop.pieces.head import HEAD, draw_head, draw_rule, head_line
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import MIDDLE, Sheet
from isostat.desktop.view import View
from isostat.job.edits import items as item_edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.palette import PALETTE, Usual, add_usual
from isostat.job.places import DATUMS, FRONT_HUB
from isostat.language import tr, trn
from isostat.units.format import number
from isostat.units.unit import Quantity

REACH = 8  # px within which a dragged item snaps to a line
FAR = 0.15  # m within which the key does
LOOSE: Snapped = (None, None)


class LoadStep(Sheet):
    """Items placed by hand, key or number; axle loads against their plates as they move."""

    def __init__(self) -> None:
        super().__init__()
        self.picked, self.first, self.datum = 0, 0, FRONT_HUB
        self.group: set[int] = set()  # items that move with the picked one
        self._lines: Snapped = LOOSE

    def _table_height(self, v: View) -> float:
        wanted = TABLE_HEAD + foot_of(v) + ROW * len(v.job.items) + 8
        return max(min(v.theme.px(min(wanted, 284)), self.height() * 0.48), v.theme.px(196))

    def _plan(self, v: View) -> Plan:
        return plan(v, self.width(), v.theme.px(HEAD + 46), self.height() - self._table_height(v) - v.theme.px(40))

    def _split(self) -> float:
        return self.width() * 0.41

    @override
    def lay(self, v: View) -> None:
        t, items = v.theme, len(v.job.items)
        self.picked = min(self.picked, max(items - 1, 0))
        self.group = {n for n in self.group if n < items}
        self._lay_head(v)
        self._lay_discs(v)
        self._lay_wheels(v)
        foot = self.height() - self._table_height(v)
        self._bars = lay_bars(self, v, QRectF(t.margin, foot, self._split() - t.px(28), self._table_height(v)))
        area = QRectF(self._split() + t.px(12), foot, self.width() - self._split() - t.px(24), self._table_height(v))
        self._lay_list(v, area)
        self._lay_buttons(v, QPointF(area.left(), self.height() - t.px(32)), area.right())

    def _lay_list(self, v: View, area: QRectF) -> None:
        """The table, a part of it where there are more items than room, and the picked item."""
        t, items, room = v.theme, len(v.job.items), rows_in(v, area)
        if items > room:
            room -= 1  # for the buttons that lead to the others
        self.first = max(min(self.first, self.picked, items - room), self.picked - room + 1, 0)
        table = QRectF(area)
        if items > room:
            table.setBottom(area.bottom() - t.px(ROW))
            y, wide = area.bottom() - t.px(foot_of(v) + ROW - 5), round(area.width() / 2 - 4)
            above, below = tr("{n} more above", n=self.first), tr("{n} more below", n=items - room - self.first)
            for n, (key, words, way) in enumerate((("above", above, -room), ("below", below, room))):
                self.button(key, words, QPointF(area.left() + n * (wide + 8), y), partial(self._turn, way), width=wide)
                self.child(key, QWidget).setFixedHeight(round(t.px(ROW - 2)))
        self._table = lay_table(self, v, table, self.picked, self.first, self.datum)
        if v.case == v.weighed:
            lay_aboard(self, v, QPointF(area.left(), area.bottom() - t.px(62 + ABOARD)), area.width())
        if items:
            lay_picked(self, v, QPointF(area.left(), area.bottom() - t.px(62)), area.right(), self.picked)

    def _lay_buttons(self, v: View, at: QPointF, right: float) -> None:
        """A usual item more, a case more, the chosen case's name, and a way to drop it."""
        t, case = v.theme, v.job.cases[v.case]
        ways = {f"{tr(u.name)} ≈ {_kg(v, u)}": partial(self._add_item, u) for u in PALETTE}
        add = tr("Add item")
        button = round(self.text_width(add, 13, 600) + t.px(38))
        self.menu("add item", add, at, ways, width=button)
        line = Line(self, v, at + QPointF(button + t.px(6), 1), high=26, drop=4)
        line.button("add case", tr("Add case"), self._add_case)
        remove = tr("Remove case")
        drop = self.text_width(remove, 13, 600) + t.px(34) if case.kind == "load" else 0.0
        wide = min(right - line.x - drop, t.px(150)) / t.scale
        line.typed("case name", path_to(JOB.cases[v.case].name), label=tr("name of the load case"), wide=wide,
                   put=lambda job, words: item_edits.rename_case(job, v.case, words))  # fmt: skip
        if case.kind == "load":
            line.button("drop case", remove, self._remove_case)

    def _lay_head(self, v: View) -> None:
        """Where places are measured from, and the centre of gravity in numbers."""
        t, y, unit = v.theme, v.theme.px(9), v.reader.preset.height.sign
        line = head_line(self, v).words("datum word", tr("measured from"), role="ink2")
        line.choice("datum", [tr(d.words) for d in DATUMS], DATUMS.index(self.datum), self._choose_datum,
                    label=tr("where positions are measured from"), wide=100)  # fmt: skip
        if self.datum.field:
            own = self.datum.behind_front_m(v.job.vehicle)
            shown = None if own is None else Figure(own, Origin.MEASURED)
            line.field("datum place", (*path_to(JOB.vehicle), self.datum.field), shown, wide=66, figure=14,
                       quantity=Quantity.HEIGHT, label=tr("{line}, behind the front hub", line=tr(self.datum.words)))  # fmt: skip
            line.words("datum unit", tr("{unit} behind hub", unit=unit), size=13, role="ink2")
        behind, left = -float(v.a.loading.gravity_x_m[v.case]), float(v.a.loading.gravity_y_m[v.case])
        across, key = Shown(workings.load.gravity_y, case=v.case), Shown(workings.load.gravity_x, case=v.case)
        aside = v.number(across, v.reader.height(abs(left)))
        words = tr("{m} left of centre", m=aside) if left >= 0 else tr("{m} right of centre", m=aside)
        right = self.width() - t.margin - self.text_width(words, 14) - t.px(6) - self.text_width(f"  {unit}", 13)
        self.text("gravity y", words, QPointF(right, y), size=14, shown=across, unit=unit)
        along = v.number(key, v.reader.height(behind))
        words = tr("CG {m} behind front hub", m=along)
        self.text("gravity x", words, QPointF(right - t.px(10) - self.text_width(words, 14), y), size=14, shown=key)
        hints = (tr("front is on the left"), tr("area of a disc = its mass"))
        if self._plan(v).at(0, 0).x() - t.px(70) > t.px(24) + max(self.text_width(words, 12.5) for words in hints):
            for n, words in enumerate(hints):
                self.text(f"plan words {n}", words, QPointF(t.margin, t.px(HEAD + 8 + 17 * n)), size=12.5, role="ink2")

    def _lay_discs(self, v: View) -> None:
        t, view = v.theme, self._plan(v)
        for n, item in enumerate(v.job.items):
            kg = float(v.a.loading.items_kg[v.case, n])
            r = view.radius(v, kg or item.whole_kg)
            at = view.at(item.behind_front_m.value, item.left_m.value)
            area = QRect(round(at.x() - r), round(at.y() - r), round(2 * r), round(2 * r))
            disc = self.child(f"disc {n}", Disc, self._wire)
            disc.place(t, n, f"{item.name} {v.reader.mass(kg)}", area, on_board=kg > 0, grouped=n in self.group)
            big = r > t.px(24) and self.text_width(item.name, 12.5) < 2 * r - 8
            if big:
                self.text(f"disc name {n}", item.name, at - QPointF(0, t.px(20)), size=12.5, role="ink2", anchor=MIDDLE)
            shown = number(kg, Quantity.MASS, v.reader.preset) if kg else "–"
            size = 22 if r > t.px(26) else 13
            place = at - QPointF(0, t.px(6 if big else size * 0.68))
            self.text(f"disc mass {n}", shown, place, size=size, weight=600, anchor=MIDDLE)
            for key in (f"disc name {n}", f"disc mass {n}"):
                if key in self._used:
                    self.child(key, QWidget).raise_()
        if v.job.items and (start := self.datum.behind_front_m(v.job.vehicle)) is not None:
            along, y = v.job.items[self.picked].behind_front_m.value, view.foot - t.px(2)
            said = v.reader.height(abs(along - start))
            x = view.at((along + start) / 2, 0).x()
            self.text("datum dimension", said, QPointF(x, y), size=13, weight=600, role="accent", anchor=MIDDLE, halo=True)

    def _wire(self, disc: Disc) -> None:
        disc.moved.connect(self._moved)
        disc.let_go.connect(self._let_go)
        disc.nudged.connect(self._nudged)
        disc.picked.connect(self._pick)
        disc.came.connect(self._come)
        disc.removed.connect(self._remove)
        disc.copied.connect(self._copy)
        disc.snapped.connect(self._snap)
        disc.all_wanted.connect(self._pick_all)

    def _lay_wheels(self, v: View) -> None:
        """Each wheel's load and what has changed; without its name where axles stand close."""
        t, base, last, view = v.theme, v.weighed, len(v.a.axles) - 1, self._plan(v)
        places = [view.at(-axle.x_m, 0).x() for axle in v.a.axles]
        unit = v.reader.preset.mass.sign
        said = {(axle, side): self._wheel_words(v, axle, side, base) for axle in range(last + 1) for side in (0, 1)}
        widest = max(
            self.text_width(f"{load} {unit}", 24, 600) + self.text_width(change, 13, 600) for load, change in said.values()
        )
        close = min((b - a for a, b in pairwise(places)), default=math.inf) < max(t.px(210), t.px(134) + widest)
        for axle, x in enumerate(places):
            for side in (0, 1):
                y = view.top - t.px(40) if side == 1 else view.foot + t.px(6)
                load, change = said[axle, side]
                key, changed = (Shown(n, axle, side, v.case) for n in (workings.corner.load, workings.load.load_change))
                left = x - t.px(130 if axle == last else 70) if not close else x - t.px(96)
                if not close:
                    name = QPointF(left, y + t.px(12))
                    self.text(f"wheel name {axle}{side}", v.reader.corner(axle, side), name, size=13, role="ink2")
                place = QPointF(left + t.px(68), y)
                box = self.text(f"wheel load {axle}{side}", load, place, size=18 if close else 24, weight=600, unit=unit, shown=key)
                below = QPointF(box.left(), box.bottom() - 1) if close else QPointF(box.right() + 6, y + t.px(12))
                self.text(f"wheel more {axle}{side}", change, below, size=13, weight=600, role="accent", halo=True, shown=changed)

    def _wheel_words(self, v: View, axle: int, side: int, base: int) -> tuple[str, str]:
        """Load on a wheel, and what is more of it than in the case that was weighed."""
        kg, was = (float(v.a.proposed.pad_kg[axle, side, case]) for case in (v.case, base))
        change = f"{'+' if kg >= was else '−'}{number(abs(kg - was), Quantity.MASS, v.reader.preset)}"
        load = v.number(Shown(workings.corner.load, axle, side, v.case), number(kg, Quantity.MASS, v.reader.preset))
        return load, v.number(Shown(workings.load.load_change, axle, side, v.case), change)

    # -- hands
    def _choose_datum(self, n: int) -> None:
        self.datum = DATUMS[n]
        self._relay()

    def _turn(self, rows: int) -> None:
        """Other items into the table; the picked one with them."""
        assert self.view is not None
        self.picked = min(max(self.picked + rows, 0), len(self.view.job.items) - 1)
        self._relay()

    @override
    def wheelEvent(self, event: QWheelEvent | None) -> None:
        if (
            event is not None
            and self.view is not None
            and event.position().y() > self.height() - self._table_height(self.view)
            and event.angleDelta().y()
        ):
            self._turn(-1 if event.angleDelta().y() > 0 else 1)

    def _pick(self, item: int, more: bool) -> None:
        """An item in hand: alone, or into the group and out of it; one of the group keeps the group together."""
        if more:
            self.group ^= {item} | ({self.picked} if not self.group and item != self.picked else set())
        elif item not in self.group:
            self.group = set()
        self._come(item)

    def _come(self, item: int) -> None:
        self.picked = item
        self._relay()

    def _pick_all(self) -> None:
        assert self.view is not None
        self.group = set(range(len(self.view.job.items)))
        self._relay()

    def _together(self, item: int) -> list[int]:
        """The item, with its group if it is in it."""
        return sorted(self.group) if item in self.group else [item]

    def _moved(self, item: int, centre: QPointF, gesture: int, free: bool) -> None:
        assert self.view is not None
        view = self._plan(self.view)
        x, y = view.place(centre)
        self._lines = LOOSE
        if not free:
            x, y, self._lines = snap(self.view, x, y, REACH / view.per_m)
        self._put(item, x, y, gesture)

    def _let_go(self) -> None:
        if self._lines != LOOSE:
            self._lines = LOOSE
            self._relay()

    def _nudged(self, item: int, dx: float, dy: float) -> None:
        assert self.view is not None
        here = self.view.job.items[item]
        self._put(item, here.behind_front_m.value + dx, here.left_m.value + dy, -1)

    def _snap(self, item: int) -> None:
        assert self.view is not None
        here = self.view.job.items[item]
        x, y, _ = snap(self.view, here.behind_front_m.value, here.left_m.value, FAR)
        self._put(item, x, y, -1)

    def _put(self, item: int, x: float, y: float, gesture: int) -> None:
        assert self.view is not None
        items, which = self.view.job.items, self._together(item)
        back, left = round(x - items[item].behind_front_m.value, 3), round(y - items[item].left_m.value, 3)
        places = {n: (items[n].behind_front_m.value + back, items[n].left_m.value + left) for n in which}
        self.edited.emit(lambda job: item_edits.move_items(job, places), tr("move {items}", items=self._name(which)), gesture)

    def _name(self, which: list[int]) -> str:
        assert self.view is not None
        return self.view.job.items[which[0]].name if len(which) == 1 else trn("1 item", "{n} items", len(which))

    def _add_item(self, usual: Usual) -> None:
        assert self.view is not None
        case = self.view.job.cases[self.view.case].name
        self.picked, self.group = len(self.view.job.items), set()
        self.edited.emit(lambda job: add_usual(job, usual, case), tr("add {items}", items=tr(usual.name)), -1)

    def _add_case(self) -> None:
        assert self.view is not None
        case = self.view.job.cases[self.view.case].name
        self.edited.emit(lambda job: item_edits.add_case(job, case), tr("add load case"), -1)

    def _remove_case(self) -> None:
        assert self.view is not None
        case = self.view.case
        self.edited.emit(lambda job: item_edits.remove_case(job, case), tr("remove load case"), -1)

    def _remove(self, item: int) -> None:
        which = self._together(item)
        self.edited.emit(lambda job: item_edits.remove_items(job, which), tr("remove {items}", items=self._name(which)), -1)
        self.group = set()

    def _copy(self, item: int, mirrored: bool) -> None:
        which = self._together(item)
        name = self._name(which)
        words = tr("mirror {items}", items=name) if mirrored else tr("copy {items}", items=name)
        self.edited.emit(lambda job: item_edits.copy_items(job, which, mirrored=mirrored), words, -1)

    # -- strokes
    @override
    def draw(self, p: QPainter, v: View) -> None:
        view, foot = self._plan(v), self.height() - self._table_height(v)
        draw_head(p, v, self.width())
        draw_plan(p, v, view, self.width())
        draw_gravity(p, v, view)
        if v.job.items:
            draw_hand(p, v, view, self.picked, self.datum.behind_front_m(v.job.vehicle), self._lines)
        draw_rule(p, v, foot, self.width())
        p.drawLine(QLineF(self._split(), foot, self._split(), self.height()))
        draw_bars(p, v, self._bars)
        draw_signs(p, v, self._table)


def _kg(v: View, usual: Usual) -> str:
    """The usual mass in words."""
    one = v.reader.mass(usual.kg)
    return one if usual.count == 1 else f"{usual.count} × {one}"
