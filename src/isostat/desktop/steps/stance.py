"""Stance: how high it shall sit, when, and how every case sits against that."""

from __future__ import annotations

from PyQt6.QtCore import QLineF, QPointF, QRectF, QSize
from PyQt6.QtGui import QPainter
from PyQt6.QtWidgets import QComboBox

from isostat.assess.explain import Shown
from isostat.desktop.pieces.elevation import Elevation, draw_body, draw_wheels, fit, hub_heights, scale_bar
from isostat.desktop.pieces.grip import Grip
from isostat.desktop.pieces.ink import case_glyph, dimension, ground, hatch, polyline
from isostat.desktop.pieces.sheet import MIDDLE, RIGHT, Sheet
from isostat.desktop.steps.head import HEAD, draw_head, draw_rule
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job import edits
from isostat.units.unit import Quantity

NUDGE = 0.001


class StanceStep(Sheet):
    """Target typed or dragged; ghosts of as found and of every case; the tyre's share of ground to arch apart."""

    def __init__(self) -> None:
        super().__init__()
        self._lift_at_press = 0.0

    def _chart_top(self, v: View) -> float:
        return self.height() - v.theme.px(228)

    def _fit(self, v: View) -> Elevation:
        t = v.theme
        return fit(v, QRectF(t.px(70), t.px(HEAD + 8), self.width() - t.px(140), max(self._chart_top(v) - t.px(HEAD + 50), 60)))

    def _lift(self, v: View, axle: int) -> float:
        target = v.job.target
        return float((target.front_lift_m if axle == 0 else target.rear_lift_m).value)

    def lay(self, v: View) -> None:
        self._lay_head(v)
        self._lay_axles(v)
        self._lay_lines(v)
        self._lay_tyres(v)

    def _lay_head(self, v: View) -> None:
        t, target = v.theme, v.job.target
        name = self.text("step title", v.step.value, QPointF(t.px(16), t.px(5)), size=19, weight=600)
        x, y = name.right() + t.px(16), t.px(5)
        size = QSize(round(t.px(66)), round(t.px(26)))
        for key, path, words in (("front lift", "front_lift_m", "Lift, front"), ("rear lift", "rear_lift_m", "rear")):
            box = self.text(key + " word", words, QPointF(x, y + t.px(5)), size=14, role="ink2")
            reading = getattr(target, path)
            self.field(
                key,
                ("target", path),
                QPointF(box.right() + 6, y),
                size,
                label=key,
                quantity=Quantity.HEIGHT,
                value=reading.value,
                assumed=reading.assumed,
                figure=15,
            )
            x = box.right() + 6 + size.width() + t.px(10)
        box = self.text("lean word", "lean", QPointF(x, y + t.px(5)), size=14, role="ink2")
        asked = self.child("lean", QComboBox)
        assert isinstance(asked, QComboBox)
        if not asked.count():
            asked.addItems(["as it was", "level"])
            asked.activated.connect(lambda n: self._set(("target", "lean_m"), 0.0 if n else None, "lean"))
        asked.setCurrentIndex(0 if target.lean_m is None else 1)
        asked.setFont(t.font(13, 600))
        asked.setAccessibleName("lean wanted")
        asked.setGeometry(round(box.right() + 6), round(y), round(t.px(92)), size.height())
        x = box.right() + t.px(110)
        box = self.text("at word", "at", QPointF(x, y + t.px(5)), size=14, role="ink2")
        case = self.child("target case", QComboBox)
        assert isinstance(case, QComboBox)
        names = [c.name for c in v.job.cases]
        if [case.itemText(n) for n in range(case.count())] != names:
            case.clear()
            case.addItems(names)
        if not case.property("wired"):
            case.setProperty("wired", True)
            case.activated.connect(lambda n: self._set(("target", "case"), case.itemText(n), "target case"))
        case.setCurrentIndex(v.a.target_case)
        case.setFont(t.font(13, 600))
        case.setAccessibleName("load case of the target")
        case.setGeometry(round(box.right() + 6), round(y), round(t.px(120)), size.height())
        a = v.a
        bases = [v.reader.height(float(a.baseline_m[i].mean())) for i in (0, len(a.axles) - 1)]
        when = f", {v.job.read_on}" if v.job.read_on else ""
        self.text(
            "from",
            f"Lift is from {bases[0]} and {bases[1]} {v.reader.preset.height.sign}, as weighed, old springs{when}",
            QPointF(t.px(16), t.px(HEAD + 8)),
            size=13,
            role="ink2",
        )

    def _set(self, path: edits.Path, value: object, words: str) -> None:
        self.edited.emit(lambda job: edits.put(job, path, value), words, -1)

    def _lay_axles(self, v: View) -> None:
        t, e, s = v.theme, self._fit(v), v.a.proposed
        hubs = hub_heights(v, s, v.case)
        count = len(v.a.axles)
        for axle in range(count):
            hub = e.at(-v.a.axles[axle].x_m, hubs[axle])
            mean = float(s.hub_to_arch_m[axle, :, v.case].mean())
            target = float(v.a.target_m[axle].mean())
            x = hub.x() + hubs[axle] * e.per_m * 1.2 + t.px(16)
            top = hub.y() - t.px(52)
            text = v.number(Shown("height", axle, 0, v.case), v.reader.height(mean))
            self.text(
                f"height {axle}",
                text,
                QPointF(x, top),
                size=34,
                weight=600,
                unit=v.reader.preset.height.sign,
                shown=Shown("height", axle, 0, v.case),
                halo=True,
            )
            words, inside = v.reader.off(mean, target, v.job.target.band_m.value)
            if v.case != v.a.target_case:
                words, inside = f"{v.reader.height(target)} when {v.reader.case(v.a.target_case)}", True
            self.text(
                f"verdict {axle}",
                words,
                QPointF(x, top + t.px(41)),
                size=17,
                weight=600,
                halo=True,
                role="ink" if inside else "ochre",
            )
            left, right = (v.reader.height(float(s.hub_to_arch_m[axle, n, v.case])) for n in (0, 1))
            self.text(f"sides {axle}", f"left {left}, right {right}", QPointF(x, top + t.px(64)), size=12.5, role="ink2", halo=True)
            if axle in (0, count - 1):
                grip = self.child(f"grip {axle}", Grip)
                assert isinstance(grip, Grip)
                if not grip.property("wired"):
                    grip.setProperty("wired", True)
                    grip.pressed.connect(lambda a=axle: self._press(a))
                    grip.dragged.connect(lambda px, g, a=axle: self._drag(a, px, g))
                    grip.nudged.connect(lambda n, a=axle: self._nudge(a, n))
                arch = e.at(-v.a.axles[axle].x_m, hubs[axle] + mean)
                grip.place(t, "capsule", arch, f"{v.reader.corner(axle, None)} lift {v.reader.height_unit(self._lift(v, axle))}")
        self.text("scale", "1 m, to scale", QPointF(self.width() - t.px(16), t.px(HEAD + 8)), size=12.5, role="ink2", anchor=RIGHT)

    # -- hands
    def _path(self, axle: int) -> edits.Path:
        return ("target", "front_lift_m" if axle == 0 else "rear_lift_m")

    def _press(self, axle: int) -> None:
        assert self.view is not None
        self._lift_at_press = self._lift(self.view, axle)

    def _drag(self, axle: int, px: float, gesture: int) -> None:
        assert self.view is not None
        lift = round(self._lift_at_press + px / self._fit(self.view).per_m, 3)
        self.edited.emit(lambda job: edits.put_number(job, self._path(axle), lift), "drag the target", gesture)

    def _nudge(self, axle: int, steps: int) -> None:
        assert self.view is not None
        lift = round(self._lift(self.view, axle) + steps * NUDGE, 3)
        self.edited.emit(lambda job: edits.put_number(job, self._path(axle), lift), "nudge the target", -1)

    # -- the sloped lines
    def _lines(self, v: View) -> tuple[QRectF, float, float]:
        """Area of the lines under the wheels, and the heights at its foot and head."""
        t, s = v.theme, v.a.proposed
        values = [float(n) for n in s.hub_to_arch_m.mean(axis=1)[[0, -1]].ravel()]
        values += [float(n) for n in v.a.target_m.mean(axis=1)[[0, -1]]] + [float(n) for n in v.a.baseline_m.mean(axis=1)[[0, -1]]]
        low, high = min(values) - 0.008, max(values) + 0.008
        top = self._chart_top(v) + t.px(26)
        return QRectF(self.width() * 0.30, top, self.width() * 0.36, self.height() - t.px(62) - top), low, high

    def _rows(self, v: View, axle: int) -> list[tuple[float, int, float]]:
        """Label places at one axle, (y of label, case or −1 for found, y of point), spread so that none overlap."""
        area, low, high = self._lines(v)
        s = v.a.proposed

        def y(height: float) -> float:
            return area.bottom() - (height - low) / (high - low) * area.height()

        rows = [(y(float(s.hub_to_arch_m[axle, :, c].mean())), c) for c in range(v.a.cases) if s.stands[c]]
        rows.append((y(float(v.a.baseline_m[axle].mean())), -1))
        rows.sort()
        pitch = min(v.theme.px(17), area.height() / max(len(rows), 1))
        placed: list[float] = []
        for at, _ in rows:
            placed.append(max(at, placed[-1] + pitch) if placed else max(at, area.top()))
        over = placed[-1] - (area.bottom() + 4)
        if over > 0:
            for n in range(len(placed) - 1, -1, -1):
                limit = area.bottom() + 4 - (len(placed) - 1 - n) * pitch
                placed[n] = min(placed[n], limit)
        return [(p, c, at) for p, (at, c) in zip(placed, rows, strict=True)]

    def _lay_lines(self, v: View) -> None:
        t, s = v.theme, v.a.proposed
        area, _, _ = self._lines(v)
        band = v.reader.height(v.job.target.band_m.value)
        heights = [v.reader.height(float(v.a.target_m[i].mean())) for i in (0, -1)]
        self.text(
            "target legend",
            f"target, hub to arch: {heights[0]} front, {heights[1]} rear; {band} either way",
            QPointF(self.width() / 2 + t.px(20), self._chart_top(v) + t.px(5)),
            size=13,
            weight=600,
            role="accent",
            anchor=MIDDLE,
        )
        for axle, x, anchor in ((0, area.left() - t.px(14), RIGHT), (len(v.a.axles) - 1, area.right() + t.px(14), 0.0)):
            target = float(v.a.target_m[axle].mean())
            for at, case, _ in self._rows(v, axle):
                if case < 0:
                    found = v.reader.height(float(v.a.baseline_m[axle].mean()))
                    text = f"{found}  found" if anchor == 0.0 else f"found  {found}"
                else:
                    height = float(s.hub_to_arch_m[axle, :, case].mean())
                    words, _ = v.reader.off(height, target, v.job.target.band_m.value)
                    name = v.reader.case(case)
                    text = (
                        f"{v.reader.height(height)}  {words}  {name}"
                        if anchor == 0.0
                        else f"{name}  {words}  {v.reader.height(height)}"
                    )
                here = case == v.case
                self.text(
                    f"line {axle} {case}",
                    text,
                    QPointF(x, at - t.px(9)),
                    size=13 if not here else 14,
                    weight=600 if here else 400,
                    role="ink" if here else "ink2",
                    anchor=anchor,
                )

    def _lay_tyres(self, v: View) -> None:
        t, s = v.theme, v.a.proposed
        y = self.height() - t.px(50)
        for n, axle in enumerate((0, len(v.a.axles) - 1)):
            x = t.px(16) + n * self.width() * 0.36
            rise = float(s.arch_rise_m[axle, :, v.case].mean())
            springs = float(s.hub_to_arch_m[axle, :, v.case].mean() - v.a.baseline_m[axle].mean())
            tyre = rise - springs
            self.text(
                f"ground name {n}",
                f"Ground to arch, {v.job.vehicle.axles[axle].name.lower()}",
                QPointF(x, y + 4),
                size=13,
                weight=600,
            )
            whole, by_tyre, by_spring = (f"{v.reader.height(abs(m))} {'up' if m >= 0 else 'down'}" for m in (rise, tyre, springs))
            self.text(
                f"ground change {n}",
                f"{whole}: tyre {by_tyre}, spring {by_spring}",
                QPointF(x, y + t.px(23)),
                size=14,
                unit=v.reader.preset.height.sign,
            )
        x = self.width() * 0.74
        self.text("tyre head", "Tyre radius, front and rear", QPointF(x, y + 4), size=13, weight=600)
        for n, axle in enumerate((0, len(v.a.axles) - 1)):
            radius = v.a.fits[axle].tyre_radius_m
            self.field(
                f"tyre {n}",
                ("proposal", "axles", axle, "tyre_radius_m"),
                QPointF(x + n * t.px(76), y + t.px(22)),
                QSize(round(t.px(68)), round(t.px(24))),
                label=f"tyre radius as fitted, {v.reader.corner(axle, None)}",
                quantity=Quantity.HEIGHT,
                value=radius.value,
                assumed=radius.assumed,
            )

    # -- strokes
    def draw(self, p: QPainter, v: View) -> None:
        t, e, s = v.theme, self._fit(v), v.a.proposed
        draw_head(p, v, self.width())
        ground(p, t, 0, self.width(), e.ground)
        weighed = next((n for n, c in enumerate(v.job.cases) if c.kind == "weighed"), 0)
        draw_body(p, v, e, v.a.found, weighed, ghost="before")
        if v.ghosts:
            for case in range(v.a.cases):
                if case != v.case and s.stands[case]:
                    draw_body(p, v, e, s, case, ghost="case")
        draw_body(p, v, e, s, v.case)
        draw_wheels(p, v, e, s, v.case)
        hubs = hub_heights(v, s, v.case)
        count = len(v.a.axles)
        for axle in range(count):
            hub = e.at(-v.a.axles[axle].x_m, hubs[axle])
            arch = e.at(-v.a.axles[axle].x_m, hubs[axle] + float(s.hub_to_arch_m[axle, :, v.case].mean()))
            x = hub.x() + hubs[axle] * e.per_m * 1.2 + t.px(6)
            p.setPen(pen(t, "ink", 0.8))
            for y in (hub.y(), arch.y()):
                p.drawLine(QLineF(hub.x(), y, x, y))
            dimension(p, t, QPointF(x, arch.y()), QPointF(x, hub.y()))
        scale_bar(p, v, e, self.width() - t.px(16), t.px(HEAD + 34))
        draw_rule(p, v, self._chart_top(v), self.width())
        self._draw_lines(p, v)
        p.setPen(pen(t, "rule", 0.8))
        p.drawLine(QLineF(16, self.height() - t.px(52), self.width() - 16, self.height() - t.px(52)))

    def _draw_lines(self, p: QPainter, v: View) -> None:
        t, s = v.theme, v.a.proposed
        area, low, high = self._lines(v)

        def y(height: float) -> float:
            return area.bottom() - (height - low) / (high - low) * area.height()

        front, rear = (float(v.a.target_m[i].mean()) for i in (0, -1))
        band = v.job.target.band_m.value
        half = band / (high - low) * area.height()
        corners = [
            QPointF(area.left(), y(front) - half),
            QPointF(area.right(), y(rear) - half),
            QPointF(area.right(), y(rear) + half),
            QPointF(area.left(), y(front) + half),
        ]
        p.save()
        p.setClipPath(polyline(corners, closed=True))
        top, foot = min(y(front), y(rear)) - half, max(y(front), y(rear)) + half
        hatch(p, QRectF(area.left(), top, area.width(), foot - top), t.colour("accent"), 5)
        p.restore()
        p.setPen(pen(t, "accent", 1.6, "target"))
        p.drawLine(QLineF(area.left(), y(front), area.right(), y(rear)))
        p.setPen(pen(t, "ink", 1.0))
        for x in (area.left(), area.right()):
            p.drawLine(QLineF(x, area.top(), x, area.bottom()))
        ends = (0, len(v.a.axles) - 1)
        for case in [-1, *(c for c in range(v.a.cases) if c != v.case), v.case]:
            if case >= 0 and not s.stands[case]:
                continue
            source = v.a.baseline_m.mean(axis=1) if case < 0 else s.hub_to_arch_m[..., case].mean(axis=1)
            a, b = QPointF(area.left(), y(float(source[ends[0]]))), QPointF(area.right(), y(float(source[ends[1]])))
            here = case == v.case
            p.setPen(pen(t, "ink" if here or case < 0 else "ink3", 3.0 if here else 1.0, "before" if case < 0 else ""))
            p.drawLine(QLineF(a, b))
            for point in (a, b):
                case_glyph(
                    p, "before" if case < 0 else v.glyph(case), point, 6 if here else 4.5, t.colour("ink"), t.colour("sheet")
                )
        p.setPen(pen(t, "ink3", 0.8))
        for axle, x, way in ((ends[0], area.left(), -1), (ends[1], area.right(), 1)):
            for label, _, at in self._rows(v, axle):
                p.drawLine(QLineF(x + way * 5, at, x + way * t.px(12), label))
