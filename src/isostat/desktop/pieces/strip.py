"""The corner strip: one cell a wheel, the dial that a tuner watches while dragging anything above."""

from __future__ import annotations

from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter, QPolygonF

from isostat.assess.standing import Standing
from isostat.assess.workings import Shown
from isostat.core.findings.judgement import Grade, Judgement
from isostat.core.tuning.events import travel_of
from isostat.desktop.pieces.ink import case_glyph, dimension, hatch, mark
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.units.shown import number
from isostat.units.unit import Quantity

BAR_TOP, BAR_HEIGHT, BAR_X, BAR_WIDTH = 9.0, 98.0, 18.0, 18.0


class CornerStrip(Sheet):
    """Load, height against target, bump and droop left, ride frequency, and a mark if anything is wrong."""

    ground_role = "paper"

    def _standing(self, v: View) -> Standing:
        return v.a.found if v.found else v.a.proposed

    def _cells(self, v: View) -> list[tuple[int, int, float, float]]:
        count = 2 * len(v.a.axles)
        width = self.width() / count
        return [(n // 2, n % 2, n * width, width) for n in range(count)]

    def _worst(self, v: View, axle: int, side: int) -> Judgement | None:
        own = [
            j
            for j in v.judgements
            if j.grade > Grade.NOTE and j.place.axle == axle and j.place.side in (side, None) and j.place.case in (v.case, None)
        ]
        return own[0] if own else None

    def lay(self, v: View) -> None:
        ends = [
            e.travel_m for axle in self._standing(v).events for side in axle for e in side if e.name in ("metal", "shock topped")
        ]
        self._ends = min(ends), max(ends)
        s, t = self._standing(v), v.theme
        for axle, side, x, width in self._cells(v):
            at, key = (axle, side, v.case), f"{v.reader.corner(axle, side)} "
            bump, droop = float(s.bump_left_m[at]), float(s.droop_left_m[at])
            left = x + t.px(126)
            name = f"{v.job.vehicle.axles[axle].name} {('left', 'right')[side]}"
            self.caps(key + "name", name, QPointF(left, t.px(7)))
            if not s.stands[v.case]:
                self.text(key + "falls", "does not stand", QPointF(left, t.px(40)), size=17, weight=600, role="brick")
                continue
            self._travel(v, key, x, (axle, side), bump, droop)
            load = v.number(Shown("load", *at, v.found), number(float(s.pad_kg[at]), Quantity.MASS, v.reader.preset))
            height = v.number(Shown("height", *at, v.found), v.reader.height(float(s.hub_to_arch_m[at])))
            room = (width - t.px(126)) * 0.47 - t.px(26)
            figure = next((f for f in (34, 26, 20) if max(self.text_width(text, f, 600) for text in (load, height)) < room), 16)
            units = v.reader.preset
            self.text(
                key + "load",
                load,
                QPointF(left, t.px(22)),
                size=figure,
                weight=600,
                unit=units.unit(Quantity.MASS).sign,
                shown=Shown("load", *at, v.found),
            )
            second = left + (width - t.px(126)) * 0.47
            self.text(
                key + "height",
                height,
                QPointF(second, t.px(22)),
                size=figure,
                weight=600,
                unit=units.unit(Quantity.HEIGHT).sign,
                shown=Shown("height", *at, v.found),
            )
            self.text(key + "load caption", "pad" if v.found else "load", QPointF(left, t.px(61)), size=12.5, role="ink2")
            self.text(key + "height caption", "hub to arch", QPointF(second, t.px(61)), size=12.5, role="ink2")
            hertz = v.number(Shown("frequency", *at, v.found), f"{s.frequency_hz[at]:.2f}")
            self.text(
                key + "frequency",
                hertz,
                QPointF(left, t.px(86)),
                size=14,
                weight=600,
                unit="Hz",
                shown=Shown("frequency", *at, v.found),
            )
            words, inside = self._verdict(v, axle, side)
            if self.text_width(words, 13, 600) > x + width - second - 6:
                words = words.split(" of ")[0].split(" when ")[0]
                words = f"{words} wanted" if words.isdigit() else words
            self.text(key + "verdict", words, QPointF(second, t.px(87)), size=13, weight=600, role="ink" if inside else "ochre",
                      shown=Shown("left right" if v.found else "off target", axle, side, v.case, v.found))  # fmt: skip
            worst = self._worst(v, axle, side)
            if worst is not None:
                self.text(
                    key + "worst",
                    {Grade.FAULT: "fault", Grade.WATCH: "watch"}[worst.grade],
                    QPointF(x + width - t.px(34), t.px(6)),
                    size=12.5,
                    weight=600,
                    anchor=RIGHT,
                    role="brick" if worst.grade is Grade.FAULT else "ochre",
                )

    def _travel(self, v: View, key: str, x: float, corner: tuple[int, int], bump: float, droop: float) -> None:
        t, at = v.theme, (*corner, v.case)
        whole = max(bump + droop, 1e-6)
        y = self._y(float(self._standing(v).rest.travel_m[at]))
        for name, value, middle in (("bump", bump, (BAR_TOP + y) / 2), ("droop", droop, (y + BAR_TOP + BAR_HEIGHT) / 2)):
            top = max(min(middle - 17, 74.0), 4.0) * t.scale
            text = v.number(Shown(f"{name} left", *at, v.found), v.reader.height(value))
            figure = next((f for f in (19, 15) if self.text_width(text, f, 600) < t.px(66)), 12.5)
            self.text(
                key + name, text, QPointF(x + t.px(52), top), size=figure, weight=600, shown=Shown(f"{name} left", *at, v.found)
            )
            caption = f"{name} {value / whole * 100:.0f} %"
            self.text(key + name + " share", caption, QPointF(x + t.px(52), top + t.px(22)), size=12.5, role="ink2")

    def _verdict(self, v: View, axle: int, side: int) -> tuple[str, bool]:
        height = float(self._standing(v).hub_to_arch_m[axle, side, v.case])
        target = float(v.a.target_m[axle, side])
        if v.found:
            away = height - float(self._standing(v).hub_to_arch_m[axle, 1 - side, v.case])
            apart, other = v.reader.height(abs(away)), ("right", "left")[side]
            return f"level with {other}" if apart == "0" else f"{apart} {'over' if away > 0 else 'under'} {other}", True
        if v.case != v.a.target_case:
            return f"{v.reader.height(target)} when {v.reader.case(v.a.target_case)}", True
        words, inside = v.reader.off(height, target, v.job.target.band_m.value)
        return (words if words == "on target" else f"{words} of {v.reader.height(target)}"), inside

    def _y(self, travel: float) -> float:
        """Where a wheel travel lies on the bar; one scale in all cells."""
        low, high = self._ends
        share = (high - travel) / max(high - low, 1e-6)
        return BAR_TOP + BAR_HEIGHT * min(max(share, 0.0), 1.0)

    def draw(self, p: QPainter, v: View) -> None:
        s, t = self._standing(v), v.theme
        p.setPen(pen(t, "ink", 1.25))
        p.drawLine(QLineF(0, 0.6, self.width(), 0.6))
        for axle, side, x, width in self._cells(v):
            if x > 0:
                p.setPen(pen(t, "ink", 0.8))
                p.drawLine(QLineF(x, 0, x, self.height()))
            if not s.stands[v.case]:
                continue
            p.setPen(pen(t, "rule", 0.8))
            p.drawLine(QLineF(x + t.px(126), t.px(82), x + width - 12, t.px(82)))
            worst = self._worst(v, axle, side)
            if worst is not None:
                mark(p, t, worst.grade, QPointF(x + width - t.px(20), t.px(14)), 17, v.letter(worst))
            self._bar(p, v, axle, side, x)

    def _bar(self, p: QPainter, v: View, axle: int, side: int, x: float) -> None:
        s, t = self._standing(v), v.theme
        p.save()
        p.translate(x, 0)
        p.scale(t.scale, t.scale)
        x = 0.0
        events = s.events[axle][side]
        top = self._y(travel_of(events, "metal") or 0.0)
        foot = self._y(travel_of(events, "shock topped") or 0.0)
        touched, flat = (travel_of(events, n) for n in ("stop touched", "stop flat"))
        left, bar = x + BAR_X, QRectF(x + BAR_X, top, BAR_WIDTH, foot - top)
        p.fillRect(bar, t.colour("sheet"))
        if touched is not None and flat is not None:
            y0, y1 = self._y(flat), self._y(touched)
            hatch(p, QRectF(left, y0, BAR_WIDTH, y1 - y0), t.colour("ink2"), 4.5, crossed=True)
            hatch(p, QRectF(left, top, BAR_WIDTH, y0 - top), t.colour("ink"), 3.2, width=1.0)
        p.setPen(pen(t, "ink", 1.6))
        p.drawPolyline(QPolygonF([bar.topLeft(), bar.topRight(), bar.bottomRight(), bar.bottomLeft(), bar.topLeft()]))
        p.setPen(pen(t, "ink3", 1.0))
        for c in range(v.a.cases):
            if c != v.case and s.stands[c]:
                y = self._y(float(s.rest.travel_m[axle, side, c]))
                p.drawLine(QLineF(left + 3, y, left + BAR_WIDTH - 3, y))
        y = self._y(float(s.rest.travel_m[axle, side, v.case]))
        case_glyph(p, v.glyph(v.case), QPointF(left + BAR_WIDTH / 2, y), 5.5, t.colour("ink"), t.colour("sheet"))
        if not v.found:
            target = self._y(float(v.a.target_travel_m[axle, side]))
            p.setPen(pen(t, "accent", 1.0))
            p.setBrush(t.colour("accent"))
            p.drawPolygon(QPolygonF([QPointF(left - 2, target), QPointF(left - 10, target - 4), QPointF(left - 10, target + 4)]))
        end = self._y(flat if flat is not None else 0.0)
        dimension(p, t, QPointF(x + 44, end), QPointF(x + 44, y))
        dimension(p, t, QPointF(x + 44, y), QPointF(x + 44, foot))
        p.restore()
