"""Travel: four columns to one scale, every event in the order in which it comes, hub to arch as the tape reads."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QLineF, QPointF, QRectF, QSize
from PyQt6.QtGui import QPainter

from isostat.core.findings.travel import WrongOrder
from isostat.core.tuning.events import TravelEvent, travel_of
from isostat.desktop.pieces.grip import Grip
from isostat.desktop.pieces.ink import case_glyph, hatch, mark
from isostat.desktop.pieces.sheet import MIDDLE, RIGHT, Sheet
from isostat.desktop.steps.head import HEAD, draw_head, lay_head
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job import edits
from isostat.units.unit import Quantity

LANE = 24.0
PITCH = 16.0
SHORT = {
    "shock bottomed": ("shock end", "end"), "shock topped": ("topped", "top"), "stop touched": ("stop touched", "touched", "stop"),
    "stop flat": ("stop flat", "flat"), "coil loose": ("coil loose", "loose"), "coil solid": ("coil solid", "solid"),
    "metal": ("metal",),
}  # fmt: skip


class TravelStep(Sheet):
    """The order of events is what is judged; the stop spacer is dragged on the column or typed below."""

    def __init__(self) -> None:
        super().__init__()
        self._spacer = 0.0

    def _columns(self, v: View) -> list[tuple[int, int, float]]:
        count = 2 * len(v.a.axles)
        left = v.theme.px(48)
        wide = (self.width() - left) / count
        return [(n // 2, n % 2, left + n * wide + self._lane(v)) for n in range(count)]

    def _right(self, v: View, x: float) -> float:
        """Where the distances of a column end."""
        wide = (self.width() - v.theme.px(48)) / (2 * len(v.a.axles))
        return x - self._lane(v) + min(wide - v.theme.px(8), v.theme.px(230))

    def _lane(self, v: View) -> float:
        """Room at the left of a column for its ride heights; inch fractions want more."""
        return v.theme.px(78 if v.reader.preset.height.fractional else 50)

    def _label(self, event: TravelEvent, height: str, room: float) -> str:
        """The reading with the longest name that has room."""
        for name in SHORT.get(event.name, (event.name,)):
            if self.text_width(f"{height} {name}", 13, 600) <= room:
                return f"{height} {name}"
        return height

    def _span(self, v: View) -> tuple[float, float, float, float]:
        """Top and foot of the columns in px; shortest and longest hub to arch shown in m."""
        t = v.theme
        shown = [
            float(v.a.baseline_m[i, n]) - e.travel_m
            for i in range(len(v.a.axles))
            for n in (0, 1)
            for e in v.a.proposed.events[i][n]
            if e.name != "coil loose"
        ]
        return t.px(HEAD + 42), self.height() - t.px(96), min(shown) - 0.006, max(shown) + 0.012

    def _y(self, v: View, height: float) -> float:
        top, foot, low, high = self._span(v)
        return top + (height - low) / (high - low) * (foot - top)

    def _height(self, v: View, axle: int, side: int, travel: float) -> float:
        return float(v.a.baseline_m[axle, side]) - travel

    def _spread(self, v: View, wanted: list[float]) -> list[float]:
        """Label places in rising order, moved so that none overlap and all stay on the sheet."""
        pitch = v.theme.px(PITCH)
        top, foot, _, _ = self._span(v)
        out: list[float] = []
        for y in wanted:
            out.append(max(y, out[-1] + pitch) if out else max(y, top - 4))
        for n in range(len(out) - 1, -1, -1):
            out[n] = min(out[n], foot + v.theme.px(24) - (len(out) - 1 - n) * pitch)
        return out

    def _events(self, v: View, axle: int, side: int) -> list[tuple[TravelEvent, float, float]]:
        """Events with the place of their mark and of their label, top first."""
        events = sorted(v.a.proposed.events[axle][side], key=lambda e: -e.travel_m)
        _, foot, _, _ = self._span(v)
        marks = [min(self._y(v, self._height(v, axle, side, e.travel_m)), foot + v.theme.px(20)) for e in events]
        return list(zip(events, marks, self._spread(v, marks), strict=True))

    def _cases(self, v: View, axle: int, side: int) -> list[tuple[int, float, float]]:
        s = v.a.proposed
        rows = sorted((self._y(v, float(s.hub_to_arch_m[axle, side, c])), c) for c in range(v.a.cases) if s.stands[c])
        return [(c, y, at) for (y, c), at in zip(rows, self._spread(v, [y for y, _ in rows]), strict=True)]

    def _wrong(self, v: View, axle: int, side: int) -> dict[str, WrongOrder]:
        return {j.what: j for j in v.judgements if isinstance(j, WrongOrder) and (j.place.axle, j.place.side) == (axle, side)}

    # -- children
    def lay(self, v: View) -> None:
        t, s = v.theme, v.a.proposed
        lay_head(
            self, v, f"hub to arch as the tape reads, {v.reader.preset.height.sign}; then from ride height; both wheels together"
        )
        for axle, side, x in self._columns(v):
            key = f"{axle}{side} "
            self.text(
                key + "name",
                v.reader.corner(axle, side).capitalize(),
                QPointF(x + LANE / 2, t.px(HEAD + 6)),
                size=17,
                weight=600,
                anchor=MIDDLE,
            )
            wrong, ride = self._wrong(v, axle, side), float(s.rest.travel_m[axle, side, v.case])
            gap_to = x + LANE + t.px(15)
            for event, _, at in self._events(v, axle, side):
                bad = wrong.get(event.name)
                role = "ink" if bad is None else ("ochre" if bad.in_order else "brick")
                away = v.reader.height(abs(event.travel_m - ride))
                strong = event.name in ("stop flat", "stop touched", "shock topped") or bad is not None
                height = v.reader.height(self._height(v, axle, side, event.travel_m))
                right = self._right(v, x)
                far = self.text_width(away, 12.5) + t.px(8)
                label = self._label(event, height, right - gap_to - far)
                crowded = label == height
                label = self._label(event, height, right - gap_to) if crowded else label
                place = QPointF(gap_to, at - t.px(9))
                self.text(key + event.name, label, place, size=13, weight=600 if strong else 400, role=role)
                if not crowded:
                    self.text(key + event.name + " away", away, QPointF(right, at - t.px(9)), size=12.5, role="ink2", anchor=RIGHT)
            for case, _, at in self._cases(v, axle, side):
                here = case == v.case
                if not here and v.reader.preset.height.fractional:
                    continue
                self.text(
                    f"{key}case {case}",
                    v.reader.height(float(s.hub_to_arch_m[axle, side, case])),
                    QPointF(x - t.px(22), at - t.px(12 if here else 9)),
                    size=(13 if v.reader.preset.height.fractional else 17) if here else 13,
                    weight=600 if here else 400,
                    role="ink" if here else "ink2",
                    anchor=RIGHT,
                )
        self._lay_tape(v)
        self._lay_foot(v)
        self._grips(v)

    def _lay_tape(self, v: View) -> None:
        _, _, low, high = self._span(v)
        step = 0.0254 if v.reader.preset.height.fractional else 0.02
        n, height = 0, float(np.ceil(low / step) * step)
        while height <= high:
            self.text(
                f"tape {n}",
                v.reader.height(height),
                QPointF(v.theme.px(34), self._y(v, height) - v.theme.px(9)),
                size=12,
                role="ink2",
                anchor=RIGHT,
            )
            height += step
            n += 1

    def _lay_foot(self, v: View) -> None:
        t, y = v.theme, self.height() - v.theme.px(52)
        self.text("spacer head", "Spacer under both stops", QPointF(t.px(16), y + t.px(4)), size=14, weight=600)
        for axle, info in enumerate(v.job.vehicle.axles):
            x = t.px(190) + axle * t.px(150)
            self.field(
                f"stop spacer {axle}",
                ("proposal", "axles", axle, "stop", "spacer_m"),
                QPointF(x, y),
                QSize(round(t.px(70)), round(t.px(26))),
                label=f"stop spacer {info.name.lower()}",
                quantity=Quantity.COIL,
                value=v.a.fits[axle].stop_spacer_m,
                figure=15,
            )
            self.text(f"spacer name {axle}", info.name.lower(), QPointF(x + t.px(76), y + t.px(4)), size=13, role="ink2")
        self.text(
            "travel rule",
            "Bump ends with the stop flat, droop with the shock. Hoses, wires and shafts are not straps.",
            QPointF(t.px(16), y + t.px(29)),
            size=12.5,
            role="ink2",
        )

    def _grips(self, v: View) -> None:
        for axle, side, x in self._columns(v):
            touched = travel_of(v.a.proposed.events[axle][side], "stop touched")
            if touched is None:
                continue
            grip = self.child(f"stop {axle}{side}", Grip)
            assert isinstance(grip, Grip)
            if not grip.property("wired"):
                grip.setProperty("wired", True)
                grip.pressed.connect(lambda a=axle: self._press(a))
                grip.dragged.connect(lambda px, g, a=axle: self._drag(a, px, g))
                grip.nudged.connect(lambda n, a=axle: self._nudge(a, n))
            grip.place(
                v.theme,
                "tab",
                QPointF(x, self._y(v, self._height(v, axle, side, touched))),
                f"stop spacer {v.reader.corner(axle, side)}",
            )

    # -- hands: a stop is lowered by dragging its tab down
    def _press(self, axle: int) -> None:
        assert self.view is not None
        self._spacer = self.view.a.fits[axle].stop_spacer_m

    def _drag(self, axle: int, px: float, gesture: int) -> None:
        v = self.view
        assert v is not None
        top, foot, low, high = self._span(v)
        metres = -px * (high - low) / (foot - top) * v.a.axles[axle].stop_ratio.value
        self._put(axle, self._spacer + metres, "drag the stop", gesture)

    def _nudge(self, axle: int, steps: int) -> None:
        self._press(axle)
        self._put(axle, self._spacer - steps * 0.001, "nudge the stop", -1)

    def _put(self, axle: int, spacer: float, words: str, gesture: int) -> None:
        wanted = max(round(spacer, 3), 0.0)
        self.edited.emit(lambda job: edits.put_number(job, ("proposal", "axles", axle, "stop", "spacer_m"), wanted), words, gesture)

    # -- strokes
    def draw(self, p: QPainter, v: View) -> None:
        t = v.theme
        draw_head(p, v, self.width())
        top, foot, low, high = self._span(v)
        tape = QRectF(t.px(6), top - 4, t.px(32), foot - top + 8)
        p.fillRect(tape, t.colour("paper"))
        p.setPen(pen(t, "ink", 1.0))
        p.drawRect(tape)
        step = 0.0254 / 4 if v.reader.preset.height.fractional else 0.005
        height = float(np.ceil(low / step) * step)
        while height <= high:
            y = self._y(v, height)
            p.drawLine(QLineF(tape.right() - 5, y, tape.right(), y))
            height += step
        for axle, side, x in self._columns(v):
            self._draw_column(p, v, axle, side, x)
        p.setPen(pen(t, "rule", 0.8))
        p.drawLine(QLineF(16, self.height() - t.px(60), self.width() - 16, self.height() - t.px(60)))

    def _draw_column(self, p: QPainter, v: View, axle: int, side: int, x: float) -> None:
        t, s = v.theme, v.a.proposed
        events = s.events[axle][side]

        def y(travel: float | None) -> float:
            return self._y(v, self._height(v, axle, side, travel or 0.0))

        metal, hang = y(travel_of(events, "metal")), y(travel_of(events, "shock topped"))
        touched, flat = travel_of(events, "stop touched"), travel_of(events, "stop flat")
        lane = QRectF(x, metal, LANE, hang - metal)
        p.fillRect(lane, t.colour("sheet"))
        if touched is not None and flat is not None:
            hatch(p, QRectF(x, y(flat), LANE, y(touched) - y(flat)), t.colour("ink2"), 4.5, crossed=True)
        hatch(p, QRectF(x - 6, metal - 8, LANE + 12, 8), t.colour("ink"), 3.2, width=1.3)
        wrong = self._wrong(v, axle, side)
        for judgement in wrong.values():
            a, b = sorted((y(judgement.what_m), y(judgement.before_m)))
            if judgement.in_order:
                hatch(p, QRectF(x, a, LANE, max(b - a, 2)), t.colour("ochre"), 4)
            else:
                p.fillRect(QRectF(x, a, LANE, max(b - a, 2)), t.colour("brick_wash"))
                hatch(p, QRectF(x, a, LANE, max(b - a, 2)), t.colour("brick"), 3.4, crossed=True)
            mark(p, t, judgement.grade, QPointF(x - t.px(16), (a + b) / 2), 17, v.letter(judgement))
        p.setPen(pen(t, "ink", 2.0))
        for line in (
            QLineF(lane.topLeft(), lane.bottomLeft()),
            QLineF(lane.topRight(), lane.bottomRight()),
            QLineF(x - 6, metal, x + LANE + 6, metal),
            QLineF(x - 6, hang, x + LANE + 6, hang),
        ):
            p.drawLine(line)
        target = y(float(v.a.target_travel_m[axle, side]))
        p.setPen(pen(t, "accent", 1.6, "target"))
        p.drawLine(QLineF(x - t.px(22), target, x + LANE + t.px(10), target))
        for event, at, label in self._events(v, axle, side):
            bad = wrong.get(event.name)
            p.setPen(pen(t, "ink" if bad is None else ("ochre" if bad.in_order else "brick"), 1.0))
            p.drawLine(QLineF(x + LANE, at, x + LANE + 4, at))
            p.drawLine(QLineF(x + LANE + 4, at, x + LANE + t.px(13), label))
        for case, at, label in self._cases(v, axle, side):
            here = case == v.case
            p.setPen(pen(t, "ink3", 0.8))
            p.drawLine(QLineF(x - t.px(9), label, x + 2, at))
            case_glyph(p, v.glyph(case), QPointF(x - t.px(15), label), 5 if here else 4, t.colour("ink"), t.colour("sheet"))
            case_glyph(p, v.glyph(case), QPointF(x + LANE / 2, at), 6.5 if here else 4.5, t.colour("ink"), t.colour("sheet"))
