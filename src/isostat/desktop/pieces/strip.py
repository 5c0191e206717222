"""The corner strip: one cell a wheel, the dial that a tuner watches while dragging anything above."""

from __future__ import annotations

from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter, QPolygonF
from typing_extensions import override

from isostat.assess import workings
from isostat.assess.judgement import Grade, Judgement
from isostat.assess.solve.standing import Standing
from isostat.assess.travel.landmarks import Landmarks
from isostat.assess.workings import Shown
from isostat.core.parts.event import Event
from isostat.desktop.pieces.ink import bracket, case_sign, dimension, hatch, mark, target_mark
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job.points import SIDES
from isostat.language import decimal, tr
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.sentences import grade_words

TEXT_X, SPARE, BESIDE = 126, 88, 44  # px from the cell's left to its figures: wide cell, narrow cell, tight cell
TIGHT = 160  # px of a cell, at 100 % text, below which travel left is shown by the bar alone
NARROW = 240  # px of a cell, at 100 % text, below which figures stand one under the other
BAR_TOP, BAR_HEIGHT, BAR_X, BAR_WIDTH = 9.0, 98.0, 18.0, 18.0


class CornerStrip(Sheet):
    """Load, height against target, bump and droop left, ride frequency, and a mark if anything is wrong."""

    ground_role = "paper"
    one_stop = True

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

    @override
    def lay(self, v: View) -> None:
        s, t = self._standing(v), v.theme
        ends = [e.travel_m for axle in s.events for side in axle for e in side if e.name in (Event.METAL, Event.SHOCK_TOPPED)]
        self._ends = min(ends), max(ends)
        cell = self.width() / (2 * len(v.a.axles))
        self._narrow, self._tight = cell < t.px(NARROW), cell < t.px(TIGHT)
        for axle, side, x, width in self._cells(v):
            key, words = f"corner {axle} {side} ", tr(SIDES[side])
            left, name = x + t.px(BESIDE if self._tight else SPARE if self._narrow else TEXT_X), v.job.vehicle.axles[axle].name
            called = f"{name[0]}{words[0]}" if self._tight else f"{name} {words[0] if self._narrow else words}"  # as on a plan
            name_box = self.caps(key + "name", called, QPointF(left, t.px(7)))
            room = x + width - t.px(34) - name_box.right() - t.px(8)
            said = (tr("old springs"), tr("old")) if v.found else (tr("new springs"), tr("new"))
            springs = next((words for words in said if self.text_width(words, 12) < room), "")
            if springs:
                self.text(key + "springs", springs, QPointF(name_box.right() + t.px(8), t.px(6)), size=12, role="ink2")
            if not s.stands[v.case]:
                self.text(key + "falls", tr("would tip"), QPointF(left, t.px(40)), size=14, weight=600, role="fault")
                continue
            if not self._tight:
                self._travel(v, key, x, (axle, side))
            if self._narrow:
                self._figures_below(v, key, (axle, side), left, x + width - left - t.px(4))
            else:
                self._figures_beside(v, key, (axle, side), left, x + width)

    def _readings(self, v: View, corner: tuple[int, int]) -> list[tuple[str, str, str, Shown]]:
        """Load and height: key, what is read, unit, which number it is."""
        s, at, units = self._standing(v), (*corner, v.case), v.reader.preset
        load, height = Shown(workings.corner.load, *at, v.found), Shown(workings.corner.height, *at, v.found)
        kg = v.number(load, number(float(s.pad_kg[at]), Quantity.MASS, units))
        reading = v.number(height, v.reader.height(float(s.hub_to_arch_m[at])))
        return [("load", kg, units.mass.sign, load), ("height", reading, units.height.sign, height)]

    def _figures_below(self, v: View, key: str, corner: tuple[int, int], left: float, room: float) -> None:
        """A narrow cell: one under the other, no frequency, no shares."""
        t, readings = v.theme, self._readings(v, corner)
        figure = next((f for f in (22, 18, 15) if max(self.text_width(r[1], f, 600) for r in readings) < room - t.px(22)), 13)
        for n, (name, text, unit, shown) in enumerate(readings):
            self.text(key + name, text, QPointF(left, t.px(26 + 30 * n)), size=figure, weight=600, unit=unit, shown=shown)
        words, role, shown = self._verdict(v, corner, room)
        self.text(key + "verdict", words, QPointF(left, t.px(90)), size=12.5, weight=600, role=role, shown=shown)

    def _figures_beside(self, v: View, key: str, corner: tuple[int, int], left: float, end: float) -> None:
        """A wide cell: load and height beside each other, named, with frequency and verdict below."""
        t, s, readings = v.theme, self._standing(v), self._readings(v, corner)
        half = (end - left) * 0.47
        figure = next((f for f in (34, 26, 20) if max(self.text_width(r[1], f, 600) for r in readings) < half - t.px(26)), 16)
        weight = tr("corner weight")
        weight = weight if self.text_width(weight, 12.5) < half - t.px(8) else tr("weight")
        for n, ((name, text, unit, shown), words) in enumerate(zip(readings, (weight, tr("hub to arch")), strict=True)):
            x = left + n * half
            self.text(key + name, text, QPointF(x, t.px(22)), size=figure, weight=600, unit=unit, shown=shown)
            self.text(f"{key}{name} caption", words, QPointF(x, t.px(61)), size=12.5, role="ink2")
        band = v.band_m(*corner)
        if band is not None:
            box, shown = self._children[f"{key}height caption"].geometry(), Shown(workings.band.band, *corner, v.case)
            role, words = "ink" if v.prediction_fresh else "ink3", f"± {v.reader.height(band)}"
            if box.right() + t.px(8) + self.text_width(words, 12.5, 600) < end - t.px(6):
                at = QPointF(box.right() + t.px(8), t.px(61))
                self.text(key + "band", words, at, size=12.5, weight=600, role=role, shown=shown)
        shown = Shown(workings.corner.frequency, *corner, v.case, v.found)
        hertz = v.number(shown, decimal(float(s.frequency_hz[(*corner, v.case)]), 2))
        self.text(key + "frequency", hertz, QPointF(left, t.px(86)), size=14, weight=600, unit="Hz", shown=shown)
        words, role, shown = self._verdict(v, corner, end - left - half - 6)
        self.text(key + "verdict", words, QPointF(left + half, t.px(87)), size=13, weight=600, role=role, shown=shown)
        worst = self._worst(v, *corner)
        if worst is not None:
            words, role = grade_words(worst.grade), "fault" if worst.grade is Grade.FAULT else "watch"
            right = end - t.px(34)
            beside = self._children[key + ("springs" if key + "springs" in self._used else "name")]
            if right - self.text_width(words, 12.5, 600) > beside.geometry().right() + t.px(5):
                self.text(key + "worst", words, QPointF(right, t.px(6)), size=12.5, weight=600, anchor=RIGHT, role=role)

    def _travel(self, v: View, key: str, x: float, corner: tuple[int, int]) -> None:
        s, t, at = self._standing(v), v.theme, (*corner, v.case)
        bump, droop = float(s.bump_left_m[at]), float(s.droop_left_m[at])
        whole, y = max(bump + droop, 1e-6), self._y(float(s.rest.travel_m[at]))
        left, room = x + t.px(44 if self._narrow else 52), t.px(38 if self._narrow else 66)
        ways = (
            ("bump", workings.corner.bump, bump, (BAR_TOP + y) / 2),
            ("droop", workings.corner.droop, droop, (y + BAR_TOP + BAR_HEIGHT) / 2),
        )
        for name, left_of, value, middle in ways:
            top, shown = max(min(middle - 17, 74.0), 4.0) * t.scale, Shown(left_of, *at, v.found)
            text = v.number(shown, v.reader.left(value))
            figure = next((f for f in (19, 15, 12.5) if self.text_width(text, f, 600) < room), 11)
            self.text(key + name, text, QPointF(left, top), size=figure, weight=600, shown=shown)
            if not self._narrow:
                share = v.reader.percent(min(max(value / whole, 0.0), 1.0))
                caption = tr("bump {p}", p=share) if name == "bump" else tr("droop {p}", p=share)
                self.text(key + name + " share", caption, QPointF(left, top + t.px(22)), size=12.5, role="ink2")

    def _verdict(self, v: View, corner: tuple[int, int], room: float) -> tuple[str, str, Shown]:
        """How the height is to be taken, in words that have room; their colour; which number it is."""
        heights, side = self._standing(v).hub_to_arch_m[corner[0], :, v.case], corner[1]
        shown = Shown(workings.corner.left_right if v.found else workings.corner.off_target, *corner, v.case, v.found)
        fitted = float(v.a.fitted_target_m[corner])
        role, target = "ink", v.reader.height(fitted)
        if v.found:
            away, other = float(heights[side] - heights[1 - side]), tr(SIDES[1 - side])
            apart = v.reader.height(abs(away))
            if apart == "0":
                ways = [tr("level with {side}", side=other), tr("level")]
            elif away > 0:
                ways = [tr("{m} higher than {side}", m=apart, side=other), tr("{m} higher", m=apart)]
            else:
                ways = [tr("{m} lower than {side}", m=apart, side=other), tr("{m} lower", m=apart)]
            ways = [v.number(shown, way) for way in ways]
        elif v.case != v.a.target_case:
            shown = Shown(workings.corner.target, *corner)
            target = v.number(shown, target)
            ways = [tr("target {m} when {case}", m=target, case=v.reader.case(v.a.target_case)), tr("target {m}", m=target), target]
        else:
            words, inside = v.reader.off(float(heights[side]), fitted, v.job.target.band_m.value)
            role = "ink" if inside else "watch"
            ways = [words] if words == tr("on target") else [tr("{off} of target {m}", off=words, m=target), words]
            height = Shown(workings.corner.height, *corner, v.case, v.found)
            ways = [v.number(height, way) for way in ways]
        return next((w for w in ways if self.text_width(w, 13, 600) <= room), ways[-1]), role, shown

    def _y(self, travel: float) -> float:
        """Where a wheel travel lies on the bar; one scale in all cells."""
        low, high = self._ends
        share = (high - travel) / max(high - low, 1e-6)
        return BAR_TOP + BAR_HEIGHT * min(max(share, 0.0), 1.0)

    @override
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
            if not self._narrow:
                p.setPen(pen(t, "rule", 0.8))
                p.drawLine(QLineF(x + t.px(TEXT_X), t.px(82), x + width - 12, t.px(82)))
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
        way = Landmarks(s.events[axle][side])
        top = self._y(way.at(Event.METAL) or 0.0)
        foot = self._y(way.at(Event.SHOCK_TOPPED) or 0.0)
        touched, flat = (way.at(n) for n in (Event.STOP_TOUCHED, Event.STOP_FLAT))
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
        band = v.band_m(axle, side)
        if band is not None:  # a bracket over the heights that may come
            u, right = float(s.rest.travel_m[axle, side, v.case]), left + BAR_WIDTH
            low, high = (QPointF(right + 6, self._y(u + way * band)) for way in (-1, 1))
            bracket(p, t, low, high, role="accent" if v.prediction_fresh else "ink3", width=1.6, lip=-4.0)
        case_sign(p, v, v.case, QPointF(left + BAR_WIDTH / 2, y), 5.5)
        if not v.found:
            target = self._y(float(v.a.baseline_m[axle, side] - v.a.fitted_target_m[axle, side]))
            target_mark(p, t, QPointF(left - 2, target))
        end = self._y(flat if flat is not None else 0.0)
        if not self._narrow:
            dimension(p, t, QPointF(x + 44, end), QPointF(x + 44, y))
            dimension(p, t, QPointF(x + 44, y), QPointF(x + 44, foot))
        p.restore()
