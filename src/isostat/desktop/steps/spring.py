"""Spring: force against hub to arch, the rate and length to order, or a spring off a tag tried in every case."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QLineF, QPointF, QRectF, QSize
from PyQt6.QtGui import QPainter
from PyQt6.QtWidgets import QComboBox, QPushButton

from isostat.assess.explain import Shown
from isostat.assess.judge import hanging_force_n
from isostat.assess.standing import wheel_curve
from isostat.core.limits import GRAVITY
from isostat.core.tuning.events import bump_end, droop_end, travel_of
from isostat.core.working import Origin
from isostat.desktop.pieces.grip import Grip
from isostat.desktop.pieces.ink import case_glyph, hatch, polyline
from isostat.desktop.pieces.sheet import MIDDLE, RIGHT, QuantityField, Sheet, button_style
from isostat.desktop.steps.head import HEAD, draw_head, draw_rule
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job import edits
from isostat.job.schema import Job
from isostat.units.shown import number
from isostat.units.unit import Quantity

SIDES = ("left", "right")
RATE_NUDGE, LENGTH_NUDGE = 1000.0, 0.001
RATE_PER_PX, LENGTH_PER_PX = 250.0, 0.0005


class SpringStep(Sheet):
    """One axle at a time: chart above, the order per corner below."""

    def __init__(self) -> None:
        super().__init__()
        self.axle = 0
        self._at_press = 0.0

    def _chart(self, v: View) -> QRectF:
        t = v.theme
        return QRectF(t.px(60), t.px(HEAD + 34), self.width() - t.px(84), max(self._order_top(v) - t.px(HEAD + 76), 80))

    def _order_top(self, v: View) -> float:
        return self.height() - v.theme.px(238)

    # -- what the chart is drawn from, worked out once a view
    def _prepare(self, v: View) -> None:
        s = v.a.proposed
        self._found, self._curve = (wheel_curve(standing, self.axle, 0) for standing in (v.a.found, s))
        u = self._curve[0]
        most = float((s.rest.force_n[self.axle] / GRAVITY).max())
        self._scales = (float(u[0]) - 0.005, float(u[-1]) + 0.005, max(most, 50.0) * 1.9)

    def _point(self, v: View, travel: float, kg: float) -> QPointF:
        area, (low, high, most) = self._chart(v), self._scales
        return QPointF(area.left() + (travel - low) / (high - low) * area.width(), area.bottom() - kg / most * area.height())

    def _mass_step(self, v: View, most: float) -> float:
        unit = v.reader.preset.mass.si
        return _step(most / unit, 6, (50, 100, 200, 500, 1000, 2000, 5000, 10_000, 20_000)) * unit

    # -- children
    def lay(self, v: View) -> None:
        self.axle = min(self.axle, len(v.a.axles) - 1)
        self._prepare(v)
        self._lay_head(v)
        self._lay_chart(v)
        self._lay_order(v)

    def _lay_head(self, v: View) -> None:
        t = v.theme
        name = self.text("step title", v.step.value, QPointF(t.px(16), t.px(5)), size=19, weight=600)
        x = name.right() + t.px(14)
        for n, axle in enumerate(v.job.vehicle.axles):
            made = self.child(f"axle {n}", QPushButton)
            assert isinstance(made, QPushButton)
            if not made.property("wired"):
                made.setProperty("wired", True)
                made.setCheckable(True)
                made.clicked.connect(lambda _=False, a=n: self._turn(a))
            made.setText(axle.name)
            made.setChecked(n == self.axle)
            made.setFont(t.font(13, 600))
            made.setStyleSheet(button_style(t, filled=False))
            made.setGeometry(round(x), round(t.px(5)), round(t.px(58)), round(t.px(26)))
            x += t.px(58)
        pick = v.job.proposal.axles[self.axle].pick
        x += t.px(12)
        box = self.text("rate word", "rate by", QPointF(x, t.px(9)), size=14, role="ink2")
        way = self.child("way", QComboBox)
        assert isinstance(way, QComboBox)
        if not way.count():
            way.addItems(["frequency", "two loads"])
            way.setAccessibleName("rate picked by")
            way.activated.connect(lambda n: self._way(("frequency", "two loads")[n]))
        way.setCurrentIndex(0 if pick.way == "frequency" else 1)
        way.setFont(t.font(13, 600))
        way.setGeometry(box.right() + 6, round(t.px(5)), round(t.px(106)), round(t.px(26)))
        x = box.right() + t.px(120)
        size = QSize(round(t.px(66)), round(t.px(26)))
        base: edits.Path = ("proposal", "axles", self.axle, "pick")
        if pick.way == "frequency":
            self.field(
                "hertz",
                (*base, "hertz"),
                QPointF(x, t.px(5)),
                size,
                label="wanted frequency",
                quantity=Quantity.FREQUENCY,
                value=pick.hertz.value if pick.hertz else (1.3 if self.axle == 0 else 1.5),
                assumed=pick.hertz is None,
            )
            words = f"Hz when {(pick.case or v.job.target.case).lower()}"
        else:
            self.field(
                "differ",
                (*base, "differ_m"),
                QPointF(x, t.px(5)),
                size,
                label="light and full may differ",
                quantity=Quantity.HEIGHT,
                value=pick.differ_m.value if pick.differ_m else 0.04,
                assumed=pick.differ_m is None,
            )
            light, full = (pick.light or v.job.cases[0].name).lower(), (pick.full or v.job.target.case).lower()
            words = f"{v.reader.preset.height.sign} between {light} and {full}"
        self.text("pick words", words, QPointF(x + size.width() + 8, t.px(9)), size=14, role="ink2")

    def _turn(self, axle: int) -> None:
        self.axle = axle
        self._relay()

    def _way(self, way: str) -> None:
        axle = self.axle
        self.edited.emit(lambda job: edits.put(job, ("proposal", "axles", axle, "pick", "way"), way), "rate picked by", -1)

    def _lay_chart(self, v: View) -> None:
        t, area, s = v.theme, self._chart(v), v.a.proposed
        low, high, most = self._scales
        base = float(v.a.baseline_m[self.axle, 0])
        self.text(
            "chart words",
            f"{v.reader.preset.mass.sign} held up at the wheel (unsprung off), left {v.job.vehicle.axles[self.axle].name.lower()}, "
            f"against hub to arch in {v.reader.preset.height.sign}",
            QPointF(t.px(16), t.px(HEAD + 8)),
            size=12.5,
            role="ink2",
        )
        step = _step(high - low, 8, (0.01, 0.02, 0.05))
        height = np.ceil((base - high) / step) * step
        n = 0
        while height <= base - low:
            at = self._point(v, base - height, 0)
            self.text(
                f"x {n}", v.reader.height(float(height)), QPointF(at.x(), area.bottom() + 6), size=12.5, role="ink2", anchor=MIDDLE
            )
            height += step
            n += 1
        mass_step = self._mass_step(v, most)
        for k in range(int(most / mass_step) + 1):
            at = self._point(v, low, k * mass_step)
            self.text(
                f"y {k}",
                number(k * mass_step, Quantity.MASS, v.reader.preset),
                QPointF(area.left() - 8, at.y() - t.px(9)),
                size=12.5,
                role="ink2",
                anchor=RIGHT,
            )
        rate = Shown("spring rate", self.axle, 0)
        o = v.a.orders[self.axle]
        x = area.left() + area.width() * 0.04
        box = self.text(
            "rate",
            v.number(rate, number(o.order.rate_n_per_m[0], Quantity.RATE, v.reader.preset)),
            QPointF(x, area.top() + 4),
            size=26,
            weight=600,
            unit=v.reader.preset.rate.sign,
            shown=rate,
        )
        self.text("rate name", "spring rate", QPointF(x, box.bottom() - 2), size=13, weight=600)
        wheel = Shown("wheel rate", self.axle, 0)
        at_wheel = v.a.proposed.wheel_rate[self.axle, 0, v.case]
        self.text(
            "wheel rate",
            f"wheel rate {v.number(wheel, v.reader.rate(float(at_wheel)))}",
            QPointF(x, box.bottom() + t.px(15)),
            size=12.5,
            role="ink2",
            shown=wheel,
        )
        standing = int(s.stands.sum())
        x = self._point(v, float(v.a.target_travel_m[self.axle, 0]), 0).x() + t.px(14)
        y = area.bottom() - t.px(17) * standing - 4
        for case in range(v.a.cases):
            if not s.stands[case]:
                continue
            here = case == v.case
            kg = number(float(s.rest.force_n[self.axle, 0, case]) / GRAVITY, Quantity.MASS, v.reader.preset)
            text = f"{v.reader.height(float(s.hub_to_arch_m[self.axle, 0, case]))}   {kg}   {v.reader.case(case)}"
            self.text(
                f"dot {case}",
                text,
                QPointF(x + t.px(16), y),
                size=13,
                halo=True,
                weight=600 if here else 400,
                role="ink" if here else "ink2",
            )
            y += t.px(17)
        target = self._point(v, float(v.a.target_travel_m[self.axle, 0]), 0)
        self.text(
            "target word",
            f"target {v.reader.height(float(v.a.target_m[self.axle, 0]))}",
            QPointF(target.x(), area.top() - t.px(4)),
            size=13,
            weight=600,
            role="accent",
            anchor=MIDDLE,
        )
        events = s.events[self.axle][0]
        end = bump_end(events)
        self.text(
            "stop word",
            "stop",
            self._point(v, end.travel_m - 0.006, 0) - QPointF(0, t.px(22)),
            size=12.5,
            weight=600,
            anchor=MIDDLE,
        )
        self._grips(v)

    def _grips(self, v: View) -> None:
        t = v.theme
        u, held = self._curve[0], self._curve[1] / GRAVITY
        ride = float(v.a.proposed.rest.travel_m[self.axle, 0, v.case])
        bump = ride + (float(u[-1]) - ride) * 0.4
        places = {
            "rate": ("ring", self._point(v, bump, float(np.interp(bump, u, held))), "spring rate, drag"),
            "free": ("capsule", self._point(v, float(u[0]) + 0.004, float(np.interp(u[0] + 0.004, u, held))), "preload, drag"),
        }
        for key, (kind, at, words) in places.items():
            grip = self.child(f"grip {key}", Grip)
            assert isinstance(grip, Grip)
            if not grip.property("wired"):
                grip.setProperty("wired", True)
                grip.pressed.connect(lambda k=key: self._press(k))
                grip.dragged.connect(lambda px, g, k=key: self._drag(k, px, g))
                grip.nudged.connect(lambda n, k=key: self._nudge(k, n))
            grip.place(t, kind, at, words)

    def _lay_order(self, v: View) -> None:
        t, top, o, fit = v.theme, self._order_top(v), v.a.orders[self.axle], v.job.proposal.axles[self.axle]
        name = v.job.vehicle.axles[self.axle].name.lower()
        self.caps("order head", f"Order, {name}, new springs", QPointF(t.px(16), top + t.px(10)))
        self.text(
            "order at",
            f"for {v.job.target.case.lower()}, hub to arch {v.reader.height(float(v.a.target_m[self.axle, 0]))} left, "
            f"{v.reader.height_unit(float(v.a.target_m[self.axle, 1]))} right; not yet settled",
            QPointF(self.width() - t.px(16), top + t.px(8)),
            size=12.5,
            role="ink2",
            anchor=RIGHT,
        )
        columns = (
            ("spring rate", "rate_n_per_m", Quantity.RATE, o.order.rate_n_per_m, o.rate_origin),
            ("free length", "free_length_m", Quantity.COIL, o.order.free_m, o.free_origin),
            ("spacer", "spacer_m", Quantity.COIL, o.order.spacer_m, o.spacer_origin),
            ("solid length", "solid_length_m", Quantity.COIL, None, Origin.TYPED),
        )
        left, wide = t.px(120), t.px(116)
        for n, (words, path, quantity, values, origin) in enumerate(columns):
            x = left + n * wide
            sign = v.reader.preset.unit(quantity).sign
            self.text(f"head {path}", words, QPointF(x, top + t.px(32)), size=13, weight=600, unit=sign)
            state = {Origin.TYPED: "typed", Origin.COMPUTED: "picked", Origin.SOLVED: "solved"}[origin]
            if values is not None:
                self.text(f"origin {path}", state, QPointF(x, top + t.px(112)), size=12.5, role="ink2")
            for side in (0, 1):
                given = getattr(getattr(fit, SIDES[side]), path)
                value = values[side] if values is not None else (given.value if given else None)
                self.field(
                    f"{path} {side}",
                    ("proposal", "axles", self.axle, SIDES[side], path),
                    QPointF(x, top + t.px(54 + 29 * side)),
                    QSize(round(wide - t.px(20)), round(t.px(26))),
                    label=f"{words} {v.reader.corner(self.axle, side)}",
                    quantity=quantity,
                    value=value,
                    assumed=False,
                    figure=15,
                )
        x = left + 4 * wide
        self.text("head preload", "preload, hanging", QPointF(x, top + t.px(32)), size=13, weight=600)
        for side in (0, 1):
            self.text(
                f"corner {side}",
                v.reader.corner(self.axle, side),
                QPointF(t.px(16), top + t.px(58 + 29 * side)),
                size=14,
                weight=600,
            )
            preload, force = hanging_force_n(v.a, self.axle, side)
            key = Shown("preload", self.axle, side)
            words = (
                f"{v.number(key, v.reader.coil(preload))}, holds {v.reader.mass(force / GRAVITY)}"
                if preload > 0
                else "loose when hanging"
            )
            self.text(
                f"preload {side}",
                words,
                QPointF(x, top + t.px(58 + 29 * side)),
                size=14,
                shown=key,
                role="ink" if preload > 0 else "brick",
            )
        if not o.can_be_had:
            self.text(
                "not to be had",
                "No spring holds this target.",
                QPointF(t.px(16), top + t.px(112)),
                size=14,
                weight=600,
                role="brick",
            )
        self._lay_try(v, top + t.px(140))

    def _lay_try(self, v: View, top: float) -> None:
        t, o = v.theme, v.a.orders[self.axle]
        self.caps("try head", "Try a spring", QPointF(t.px(16), top + t.px(8)))
        self.text("try words", "off a tag, both sides:", QPointF(t.px(120), top + t.px(6)), size=13, role="ink2")
        size = QSize(round(t.px(86)), round(t.px(26)))
        self.field(
            "try rate",
            ("try", "rate_n_per_m"),
            QPointF(t.px(252), top),
            size,
            label="rate off the tag",
            quantity=Quantity.RATE,
            value=o.order.rate_n_per_m[0],
        )
        self.field(
            "try free",
            ("try", "free_length_m"),
            QPointF(t.px(352), top),
            size,
            label="free length off the tag",
            quantity=Quantity.COIL,
            value=o.order.free_m[0],
        )
        self.text(
            "try units",
            f"{v.reader.preset.rate.sign}, {v.reader.preset.coil.sign} free",
            QPointF(t.px(446), top + t.px(6)),
            size=13,
            role="ink2",
        )
        again = self.button("solve again", "Solve for the target", QPointF(t.px(560), top))
        if not again.property("wired"):
            again.setProperty("wired", True)
            again.clicked.connect(self._solve_again)
        s, x0, wide = v.a.proposed, t.px(120), (self.width() - t.px(140)) / max(v.a.cases, 1)
        for words, y in (("hub to arch", 52), ("bump, droop", 70)):
            self.text(f"try {words}", words, QPointF(t.px(16), top + t.px(y)), size=12.5, role="ink2")
        for case in range(v.a.cases):
            x = x0 + case * wide
            here = case == v.case
            self.text(
                f"try case {case}",
                v.job.cases[case].name,
                QPointF(x + t.px(14), top + t.px(33)),
                size=12.5,
                role="ink" if here else "ink2",
                weight=600 if here else 400,
            )
            if not s.stands[case]:
                self.text(f"try height {case}", "falls over", QPointF(x, top + t.px(52)), size=13, role="brick")
                continue
            left, right = (v.reader.height(float(s.hub_to_arch_m[self.axle, n, case])) for n in (0, 1))
            self.text(f"try height {case}", f"{left}, {right}", QPointF(x, top + t.px(50)), size=14, weight=600)
            bump, droop = (v.reader.height(float(m[self.axle, :, case].min())) for m in (s.bump_left_m, s.droop_left_m))
            self.text(f"try travel {case}", f"{bump}, {droop}", QPointF(x, top + t.px(69)), size=13, role="ink2")

    # -- hands
    def take_number(self, field: QuantityField, si: float, typed: str) -> None:
        if field.path[0] != "try":
            super().take_number(field, si, typed)
            return
        self._set_both(str(field.path[1]), si, "try a spring", -1)

    def _set_both(self, path: str, si: float, words: str, gesture: int) -> None:
        axle = self.axle

        def change(job: Job) -> Job:
            for side in SIDES:
                job = edits.put_number(job, ("proposal", "axles", axle, side, path), si)
            return job

        self.edited.emit(change, words, gesture)

    def _solve_again(self) -> None:
        axle = self.axle

        def change(job: Job) -> Job:
            for side in SIDES:
                for path in ("rate_n_per_m", "free_length_m", "spacer_m"):
                    job = edits.put(job, ("proposal", "axles", axle, side, path), None)
            return job

        self.edited.emit(change, "solve the springs", -1)

    def _press(self, key: str) -> None:
        assert self.view is not None
        order = self.view.a.orders[self.axle].order
        self._at_press = order.rate_n_per_m[0] if key == "rate" else order.free_m[0]

    def _drag(self, key: str, px: float, gesture: int) -> None:
        if key == "rate":
            self._set_both("rate_n_per_m", round(self._at_press + px * RATE_PER_PX, -3), "drag the rate", gesture)
        else:
            self._set_both("free_length_m", round(self._at_press + px * LENGTH_PER_PX, 3), "drag the preload", gesture)

    def _nudge(self, key: str, steps: int) -> None:
        self._press(key)
        if key == "rate":
            self._set_both("rate_n_per_m", self._at_press + steps * RATE_NUDGE, "nudge the rate", -1)
        else:
            self._set_both("free_length_m", round(self._at_press + steps * LENGTH_NUDGE, 3), "nudge the preload", -1)

    # -- strokes
    def draw(self, p: QPainter, v: View) -> None:
        t, area, s = v.theme, self._chart(v), v.a.proposed
        draw_head(p, v, self.width())
        draw_rule(p, v, self._order_top(v), self.width())
        events = s.events[self.axle][0]
        touched, flat, metal = (travel_of(events, n) for n in ("stop touched", "stop flat", "metal"))
        top, foot = area.top(), area.bottom()
        p.setPen(pen(t, "rule", 0.8))
        low, _, most = self._scales
        step = self._mass_step(v, most)
        for k in range(1, int(most / step) + 1):
            y = self._point(v, low, k * step).y()
            p.drawLine(QLineF(area.left(), y, area.right(), y))
        if touched is not None and flat is not None:
            a, b = self._point(v, touched, 0).x(), self._point(v, flat, 0).x()
            hatch(p, QRectF(a, top, b - a, foot - top), t.colour("ink2"), 4.5, crossed=True, width=0.5)
        hang = self._point(v, droop_end(events).travel_m, 0).x()
        hatch(p, QRectF(area.left(), top, hang - area.left(), foot - top), t.colour("ink"), 3.2, width=1.0)
        if metal is not None:
            x = self._point(v, metal, 0).x()
            hatch(p, QRectF(x, top, area.right() - x, foot - top), t.colour("ink"), 3.2, width=1.0)
        p.setPen(pen(t, "ink", 1.25))
        p.drawLine(QLineF(area.left(), foot, area.right(), foot))
        p.drawLine(QLineF(area.left(), top, area.left(), foot))
        target = self._point(v, float(v.a.target_travel_m[self.axle, 0]), 0).x()
        p.setPen(pen(t, "accent", 1.6, "target"))
        p.drawLine(QLineF(target, top + t.px(14), target, foot))
        p.save()
        p.setClipRect(area)
        for found, (u, held) in ((True, self._found), (False, self._curve)):
            p.setPen(pen(t, "ink2" if found else "ink", 1.2 if found else 3.4, "before" if found else ""))
            p.drawPath(polyline([self._point(v, float(a), float(b) / GRAVITY) for a, b in zip(u, held, strict=True)]))
        p.restore()
        for case in [*(c for c in range(v.a.cases) if c != v.case), v.case]:
            if s.stands[case]:
                at = self._point(v, float(s.rest.travel_m[self.axle, 0, case]), float(s.rest.force_n[self.axle, 0, case]) / GRAVITY)
                case_glyph(p, v.glyph(case), at, 7 if case == v.case else 5, t.colour("ink"), t.colour("sheet"))
                row = self._children.get(f"dot {case}")
                if row is not None:
                    case_glyph(
                        p,
                        v.glyph(case),
                        QPointF(row.x() - t.px(8), row.y() + row.height() / 2),
                        4.5,
                        t.colour("ink"),
                        t.colour("sheet"),
                    )
                head = self._children.get(f"try case {case}")
                if head is not None:
                    case_glyph(
                        p,
                        v.glyph(case),
                        QPointF(head.x() - t.px(8), head.y() + head.height() / 2),
                        4.5,
                        t.colour("ink"),
                        t.colour("sheet"),
                    )


def _step(span: float, at_most: int, choices: tuple[float, ...]) -> float:
    """The smallest choice that cuts the span into at most so many parts."""
    return next((c for c in choices if span / c <= at_most), choices[-1])
