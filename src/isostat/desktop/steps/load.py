"""Load: plan view to scale, discs whose area is their mass, and the list of items by case."""

from __future__ import annotations

import math
from itertools import pairwise

from PyQt6.QtCore import QLineF, QPointF, QRect, QRectF, QSize, Qt
from PyQt6.QtGui import QPainter
from PyQt6.QtWidgets import QWidget

from isostat.assess.workings import Shown
from isostat.desktop.pieces.disc import Disc
from isostat.desktop.pieces.ink import case_glyph, dimension, hatch, polyline
from isostat.desktop.pieces.outline import plan_outline
from isostat.desktop.pieces.sheet import MIDDLE, Sheet
from isostat.desktop.steps.head import HEAD, draw_head, draw_rule, lay_head
from isostat.desktop.steps.load_table import lay_table
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job import edits
from isostat.units.shown import number
from isostat.units.unit import Quantity


class LoadStep(Sheet):
    """Items placed by hand, key or number; axle loads against their plates as they move."""

    def __init__(self) -> None:
        super().__init__()
        self.picked = 0

    def _table_height(self, v: View) -> float:
        return v.theme.px(min(max(64 + 21 * len(v.job.items), 170), 260))

    def _frame(self, v: View) -> tuple[float, float, float]:
        """Scale in px a metre, x of the front hub, y of the middle line."""
        t, vehicle = v.theme, v.job.vehicle
        length = vehicle.front_overhang_m.value + vehicle.axles[-1].behind_front_m.value + vehicle.rear_overhang_m.value
        wide = max(a.track_m.value for a in vehicle.axles) + 0.35
        top, foot = t.px(HEAD + 46), self.height() - self._table_height(v) - t.px(40)
        per_m = min((self.width() - t.px(60)) / (length + 0.2), (foot - top) / wide)
        x0 = (self.width() - length * per_m) / 2 + vehicle.front_overhang_m.value * per_m
        return per_m, x0, (top + foot) / 2

    def _at(self, v: View, x: float, y: float) -> QPointF:
        per_m, x0, y0 = self._frame(v)
        return QPointF(x0 + x * per_m, y0 + y * per_m)  # nose to the left, so the left side lies below

    def _radius(self, v: View, kg: float) -> float:
        return max(self._frame(v)[0] * 0.0165 * math.sqrt(max(kg, 0.0)), v.theme.px(15)) + 3

    def lay(self, v: View) -> None:
        end = lay_head(self, v, "Plan, nose to the left. Area of a disc = its mass.")
        self._lay_gravity(v, end + v.theme.px(18))
        t = v.theme
        self._lay_discs(v)
        self._lay_wheels(v)
        self._lay_axles(v)
        table = QRectF(self._split() + t.px(12), self.height() - self._table_height(v), 0, self._table_height(v))
        table.setRight(self.width() - t.px(12))
        self._glyphs = lay_table(self, v, table, self.picked)
        at = QPointF(table.left(), self.height() - t.px(32))
        self.button("add item", "+ item", at, self._add_item, width=round(t.px(66)))
        self.button("add case", "+ case", at + QPointF(t.px(74), 0), self._add_case, width=round(t.px(66)))
        self._lay_case(v, at + QPointF(t.px(154), 0), table.right())

    def _lay_case(self, v: View, at: QPointF, right: float) -> None:
        """The chosen case's name, and a way to drop it."""
        t, case = v.theme, v.job.cases[v.case]
        box = self.text("case word", "case", at + QPointF(0, t.px(5)), size=12.5, role="ink2")
        drop = t.px(76) if case.kind == "load" else 0.0
        wide = min(right - box.right() - 6 - drop, t.px(150))
        size = QSize(round(wide), round(t.px(26)))
        self.words("case name", ("cases", v.case, "name"), QPointF(box.right() + 6, at.y()), size, label="name of the load case",
                   put=lambda job, words: edits.rename_case(job, v.case, words))  # fmt: skip
        if case.kind == "load":
            place = QPointF(box.right() + 6 + wide + 6, at.y())
            self.button("drop case", "remove", place, self._remove_case, width=round(drop - 6))

    def _lay_discs(self, v: View) -> None:
        t = v.theme
        for n, item in enumerate(v.job.items):
            kg = float(v.a.loading.items_kg[v.case, n])
            r = self._radius(v, kg or item.mass_kg.value)
            at = self._at(v, item.behind_front_m.value, item.left_m.value)
            area = QRect(round(at.x() - r), round(at.y() - r), round(2 * r), round(2 * r))
            disc = self.child(f"disc {n}", Disc, self._wire)
            disc.place(t, n, f"{item.name} {v.reader.mass(kg)}", area, on_board=kg > 0)
            big = r > t.px(24) and self.text_width(item.name, 12.5) < 2 * r - 8
            if big:
                self.text(f"disc name {n}", item.name, at - QPointF(0, t.px(20)), size=12.5, role="ink2", anchor=MIDDLE)
            shown = number(kg, Quantity.MASS, v.reader.preset) if kg else "–"
            size = 22 if r > t.px(26) else 13
            self.text(
                f"disc mass {n}", shown, at - QPointF(0, t.px(6 if big else size * 0.68)), size=size, weight=600, anchor=MIDDLE
            )
            for key in (f"disc name {n}", f"disc mass {n}"):
                if key in self._used:
                    self.child(key, QWidget).raise_()

    def _wire(self, disc: Disc) -> None:
        disc.moved.connect(self._moved)
        disc.nudged.connect(self._nudged)
        disc.picked.connect(self._pick)
        disc.removed.connect(self._remove)
        disc.copied.connect(self._copy)

    def _lay_gravity(self, v: View, x: float) -> None:
        """The centre of gravity in numbers; its height is not known from level pads."""
        t, y, unit = v.theme, v.theme.px(9), v.reader.preset.height.sign
        behind, left = -float(v.a.loading.gravity_x_m[v.case]), float(v.a.loading.gravity_y_m[v.case])
        key = Shown("gravity x", case=v.case)
        words = f"centre of gravity {v.number(key, v.reader.height(behind))} behind front hub"
        box = self.text("gravity x", words, QPointF(x, y), size=14, shown=key)
        key, side = Shown("gravity y", case=v.case), "left" if left >= 0 else "right"
        words = f"{v.number(key, v.reader.height(abs(left)))} {side}"
        self.text("gravity y", words, QPointF(box.right() + t.px(10), y), size=14, shown=key, unit=unit)

    def _lay_wheels(self, v: View) -> None:
        """Each wheel's load and what has changed; without its name where axles stand close."""
        t, base, last = v.theme, v.weighed, len(v.a.axles) - 1
        places = [self._at(v, -axle.x_m, 0).x() for axle in v.a.axles]
        close = min(b - a for a, b in pairwise(places)) < t.px(210)
        unit = v.reader.preset.mass.sign
        for axle, x in enumerate(places):
            for side in (0, 1):
                y = t.px(HEAD + 6) if side == 1 else self.height() - self._table_height(v) - t.px(34)
                at, key = (axle, side, v.case), Shown("load", axle, side, v.case)
                kg = float(v.a.proposed.pad_kg[at])
                more = kg - float(v.a.proposed.pad_kg[axle, side, base])
                load = v.number(key, number(kg, Quantity.MASS, v.reader.preset))
                change = f"{'+' if more >= 0 else '−'}{number(abs(more), Quantity.MASS, v.reader.preset)}"
                left = x - t.px(130 if axle == last else 70) if not close else x - t.px(96)
                if not close:
                    name = QPointF(left, y + t.px(12))
                    self.text(f"wheel name {axle}{side}", v.reader.corner(axle, side), name, size=13, role="ink2")
                place = QPointF(left + t.px(68), y)
                box = self.text(f"wheel load {axle}{side}", load, place, size=18 if close else 24, weight=600, unit=unit, shown=key)
                below = QPointF(box.left(), box.bottom() - 1) if close else QPointF(box.right() + 6, y + t.px(12))
                key = Shown("load change", axle, side, v.case)
                self.text(f"wheel more {axle}{side}", change, below, size=13, weight=600, role="accent", halo=True, shown=key)

    def _lay_axles(self, v: View) -> None:
        t = v.theme
        top = self.height() - self._table_height(v) + t.px(8)
        unit = v.reader.preset.unit(Quantity.MASS).sign
        rows: list[tuple[str, float, float | None, Shown]] = [
            (
                f"{a.name} axle",
                float(v.a.proposed.pad_kg[i, :, v.case].sum()),
                a.rating_kg.value if a.rating_kg else None,
                Shown("axle load", i, 0, v.case),
            )
            for i, a in enumerate(v.job.vehicle.axles)
        ]
        plate = v.job.vehicle.rating_kg
        rows.append(("All up", float(v.a.loading.whole_kg[v.case]), plate.value if plate else None, Shown("whole", case=v.case)))
        self._bars: list[tuple[float, float, float | None]] = []
        for n, (name, kg, limit, shown) in enumerate(rows):
            y = top + n * t.px(50)
            self.caps(f"axle name {n}", name, QPointF(t.px(16), y + t.px(10)))
            self.text(
                f"axle load {n}",
                number(kg, Quantity.MASS, v.reader.preset),
                QPointF(t.px(104), y - t.px(3)),
                size=24,
                weight=600,
                unit=unit,
                shown=shown,
            )
            if limit is not None:
                hand = limit - kg
                role = "brick" if hand < 0 else ("ochre" if hand < 0.05 * limit else "ink")
                side = "in hand" if hand >= 0 else "over"
                plate = f" of {number(limit, Quantity.MASS, v.reader.preset)}"
                words = f"{number(abs(hand), Quantity.MASS, v.reader.preset)} {side}{plate if self._split() > t.px(330) else ''}"
                self.text(f"axle hand {n}", words, QPointF(t.px(196), y + t.px(8)), size=13, weight=600, role=role,
                          shown=Shown("in hand", n, case=v.case))  # fmt: skip
                self._bars.append((y + t.px(28), kg, limit))
        if not v.a.proposed.stands[v.case]:
            self.text("falls", "This load falls over.", QPointF(t.px(16), top + t.px(150)), size=14, weight=600, role="brick")

    def _split(self) -> float:
        return self.width() * 0.41

    # -- hands
    def _pick(self, item: int) -> None:
        if item != self.picked:
            self.picked = item
            self._relay()

    def _moved(self, item: int, centre: QPointF, gesture: int) -> None:
        assert self.view is not None
        per_m, x0, y0 = self._frame(self.view)
        x, y = (centre.x() - x0) / per_m, (centre.y() - y0) / per_m
        self._put(item, x, y, gesture)

    def _nudged(self, item: int, dx: float, dy: float) -> None:
        assert self.view is not None
        here = self.view.job.items[item]
        self._put(item, here.behind_front_m.value + dx, here.left_m.value + dy, -1)

    def _put(self, item: int, x: float, y: float, gesture: int) -> None:
        assert self.view is not None
        name = self.view.job.items[item].name
        self.edited.emit(lambda job: edits.move_item(job, item, x, y), f"move {name}", gesture)

    def _add_item(self) -> None:
        assert self.view is not None
        case = self.view.job.cases[self.view.case].name
        self.edited.emit(lambda job: edits.add_item(job, case), "add an item", -1)

    def _add_case(self) -> None:
        assert self.view is not None
        case = self.view.job.cases[self.view.case].name
        self.edited.emit(lambda job: edits.add_case(job, case), "add a case", -1)

    def _remove_case(self) -> None:
        assert self.view is not None
        case = self.view.case
        self.edited.emit(lambda job: edits.remove_case(job, case), "remove a case", -1)

    def _remove(self, item: int) -> None:
        assert self.view is not None
        name = self.view.job.items[item].name
        self.edited.emit(lambda job: edits.remove_item(job, item), f"remove {name}", -1)

    def _copy(self, item: int, mirrored: bool) -> None:
        assert self.view is not None
        words = f"{'mirror' if mirrored else 'copy'} {self.view.job.items[item].name}"
        self.edited.emit(lambda job: edits.copy_item(job, item, mirrored=mirrored), words, -1)

    # -- strokes
    def draw(self, p: QPainter, v: View) -> None:
        t = v.theme
        draw_head(p, v, self.width())
        per_m, _, y0 = self._frame(v)
        for n, line in enumerate(plan_outline(v.job.vehicle)):
            p.setPen(pen(t, "ink", 2.0 if n == 0 else 1.25))
            p.setBrush(t.colour("sheet"))
            p.drawPath(polyline([self._at(v, x, y) for x, y in line]))
        p.setPen(pen(t, "ink2", 0.6, "centre"))
        p.drawLine(QLineF(20, y0, self.width() - 20, y0))
        for axle in v.a.axles:
            x = self._at(v, -axle.x_m, 0).x()
            p.setPen(pen(t, "ink2", 0.6, "centre"))
            p.drawLine(QLineF(x, t.px(HEAD + 8), x, self.height() - self._table_height(v) - 4))
            p.setPen(pen(t, "ink", 1.25))
            p.setBrush(t.colour("tyre"))
            for side in (1, -1):
                at = self._at(v, -axle.x_m, side * axle.half_track_m)
                p.drawRect(QRectF(at.x() - 0.36 * per_m, at.y() - 0.1 * per_m, 0.72 * per_m, 0.2 * per_m))
        self._draw_gravity(p, v)
        if self.picked < len(v.job.items):
            item = v.job.items[self.picked]
            at, hub = self._at(v, item.behind_front_m.value, item.left_m.value), self._at(v, 0, 0)
            y = self.height() - self._table_height(v) - t.px(44)
            dimension(p, t, QPointF(hub.x(), y), QPointF(at.x(), y), "accent")
        table = self.height() - self._table_height(v)
        draw_rule(p, v, table, self.width())
        p.drawLine(QLineF(self._split(), table, self._split(), self.height()))
        for y, kg, limit in self._bars:
            assert limit is not None
            whole = (self._split() - t.px(40)) / 1.1
            box = QRectF(t.px(16), y, whole * min(kg / limit, 1.1), t.px(12))
            p.setPen(pen(t, "ink", 1.0))
            p.setBrush(t.colour("tyre"))
            p.drawRect(box)
            end = t.px(16) + whole
            if kg > limit:
                hatch(p, QRectF(end, y, box.right() - end, t.px(12)), t.colour("brick"), 3.4, crossed=True)
            p.setPen(pen(t, "ink", 2.0))
            p.drawLine(QLineF(end, y - 3, end, y + t.px(12) + 3))
        for case, at in self._glyphs:
            case_glyph(p, v.glyph(case), at, 5, t.colour("ink"), t.colour("sheet"))

    def _draw_gravity(self, p: QPainter, v: View) -> None:
        """The centre of gravity: a quartered circle, a dotted trail through the other cases."""
        t = v.theme
        points = [self._at(v, -float(x), float(y)) for x, y in zip(v.a.loading.gravity_x_m, v.a.loading.gravity_y_m, strict=True)]
        p.setPen(pen(t, "accent", 1.2, "unread"))
        p.setBrush(Qt.BrushStyle.NoBrush)
        p.drawPath(polyline(points))
        for case, at in enumerate(points):
            if case != v.case:
                case_glyph(p, v.glyph(case), at, 4, t.colour("accent"), t.colour("sheet"))
        at, r = points[v.case], 11
        box = QRectF(at.x() - r, at.y() - r, 2 * r, 2 * r)
        p.setPen(pen(t, "accent", 1.6))
        p.setBrush(t.colour("sheet"))
        p.drawEllipse(box)
        p.setBrush(t.colour("accent"))
        p.drawPie(box, 90 * 16, 90 * 16)
        p.drawPie(box, 270 * 16, 90 * 16)
