"""The far view: the whole window for a reader two metres away, and in Measure for a hand on the numeric keypad."""

from __future__ import annotations

import re

from PyQt6.QtCore import QLineF, QPointF, QRect, QRectF, pyqtSignal
from PyQt6.QtGui import QKeyEvent, QPainter
from PyQt6.QtWidgets import QLineEdit, QWidget
from typing_extensions import override

from isostat.assess import workings
from isostat.assess.judgement import Grade, Step
from isostat.assess.workings import Shown
from isostat.desktop.far.card import Entered, entered, lay_card
from isostat.desktop.far.dragged import lay_dragged
from isostat.desktop.far.logged import lay_logged
from isostat.desktop.far.picture import draw_point
from isostat.desktop.pieces.ink import mark
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.pieces.styles import restyle
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import SIDES, walk_order, walk_points
from isostat.language import capital, tr
from isostat.units.format import number
from isostat.units.parse import NotUnderstood
from isostat.units.unit import OTHER, PRESETS, Preset, Quantity
from isostat.wording.sentences import say

DESIGNED = (1280.0, 800.0)
HEAD, FOOT = 112.0, 48.0
SIXTEENTHS = re.compile(r"^(\d+)/(\d{1,2})$")


class FarField(QLineEdit):
    """What is being typed; Enter takes it, `*` goes back, Escape leaves it empty."""

    entered = pyqtSignal(str)
    back = pyqtSignal()

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.returnPressed.connect(lambda: self.entered.emit(self.text()))

    @override
    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        if event is not None and event.text() == "*":
            self.back.emit()
        else:
            super().keyPressEvent(event)


def as_typed(text: str, preset: Preset, quantity: Quantity) -> str:
    """A keypad has no space bar: in inches `10/2` is ten and two sixteenths."""
    if preset.unit(quantity).fractional and (m := SIXTEENTHS.match(text.strip())):
        return f"{m[1]} {m[2]}/16"
    return text


class FarView(Sheet):
    """In Measure one point at a time; in every other step the heights of all corners and one sentence."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.at, self.card_at = 0, 0
        self.sentence = ""

    # -- the walk
    def stops(self, v: View) -> list[tuple[int, int, int]]:
        """Every reading in walk order: axle, side, which of the points."""
        return [(axle, side, n) for axle, side in walk_order(len(v.a.axles)) for n in range(len(walk_points(v.job.vehicle)))]

    def _here(self, v: View) -> tuple[int, int, int]:
        stops = self.stops(v)
        self.at = min(self.at, len(stops) - 1)
        return stops[self.at]

    def _path(self, axle: int, side: int, point: int) -> edits.Path:
        assert self.view is not None
        return (*path_to(JOB.vehicle.axles[axle]), SIDES[side], walk_points(self.view.job.vehicle)[point].field)

    def go(self, steps: int) -> None:
        """To another reading; round at the ends."""
        assert self.view is not None
        if self.view.step is Step.FIT:
            self.card_at = max(self.card_at + steps, 0)
            self.child("far typed", FarField).clear()
            self._relay()
            return
        self.at = (self.at + steps) % len(self.stops(self.view))
        self.sentence = ""
        self.child("far typed", FarField).clear()
        self._relay()

    def _enter(self, text: str) -> None:
        v = self.view
        assert v is not None
        if v.step is Step.FIT:
            self._take_card(entered(v, self.card_at, text.strip()))
            return
        if not text.strip():
            self.go(1)
            return
        axle, side, point = self._here(v)
        what = walk_points(v.job.vehicle)[point]
        words, quantity = what.words, what.quantity
        path = self._path(axle, side, point)
        try:
            typed = edits.typed_for(v.job, path, as_typed(text, v.reader.preset, quantity), quantity, v.reader.preset)
        except NotUnderstood as fault:
            self.sentence = str(fault)
            self._relay()
            return
        label = tr("{what} {where}", what=capital(tr(words)), where=v.reader.corner(axle, side))
        self.edited.emit(lambda job: edits.put_number(job, path, typed.si, typed.text), label, -1)
        self.go(1)

    # -- placing
    def _f(self, v: View) -> float:
        """How much larger than designed this window is."""
        return min(self.width() / DESIGNED[0], self.height() / DESIGNED[1])

    def _say(self, key: str, text: str, x: float, y: float, size: float, **style: object) -> QRect:
        """Text at a place of the designed window, whatever the size of text elsewhere."""
        assert self.view is not None
        f = self._f(self.view)
        return self.text(key, text, QPointF(x * f, y * f), size=size * f / self.view.theme.scale, **style)  # type: ignore[arg-type]

    @override
    def lay(self, v: View) -> None:
        if v.step is Step.MEASURE:
            self._lay_point(v)
        elif v.step is Step.KNOCK_ON:
            lay_dragged(self._say, v)
            self._lay_foot(v)
        elif v.step is Step.FIT:
            lay_card(self._say, v, self.card_at, self.width() - 64 * self._f(v))
            self._lay_card_field(v)
        elif v.step is Step.LOG:
            lay_logged(self._say, v, self.width() - 64 * self._f(v))
            self._lay_foot(v)
        else:
            self._lay_corners(v)

    def _lay_point(self, v: View) -> None:
        f, preset, (axle, side, point) = self._f(v), v.reader.preset, self._here(v)
        points = walk_points(v.job.vehicle)
        name, words, quantity = points[point].field, points[point].words, points[point].quantity
        right = self.width() / f
        self._say("far corner", capital(v.reader.corner(axle, side)), 32, 4, 56, weight=700)
        self._say("far point", tr(words), 32, 70, 30, weight=600, role="ink2")
        typed = self.child("far typed", FarField, self._wire)
        typed.setAccessibleName(f"{tr(words)}, {v.reader.corner(axle, side)}, {preset.unit(quantity).sign}")
        typed.setFont(v.theme.font(140 * f / v.theme.scale, 600))
        restyle(
            typed,
            f"QLineEdit{{background:{v.theme.sheet};color:{v.theme.accent};border:5px solid {v.theme.accent};padding:0 24px;"
            f"selection-background-color:{v.theme.accent};selection-color:{v.theme.on_accent}}}",
        )
        typed.setGeometry(round(664 * f), round(136 * f), round((right - 664 - 150) * f), round(220 * f))
        sign = preset.unit(quantity).sign
        self._say("far unit", sign, right - 136, 250, 64, weight=600, role="accent")
        self._echo(v, typed.text(), quantity)
        reading = edits.value_at(v.job, self._path(axle, side, point))
        across = edits.value_at(v.job, self._path(axle, 1 - side, point))
        for key, title, found, x in (("last", tr("last reading"), reading, 668), ("other", tr("other side"), across, 984)):
            self._say(f"far {key} word", title, x, 488, 30, role="ink2")
            shown = "–" if found is None else number(found.value, quantity, preset)
            about = "≈ " if found is not None and found.assumed else ""
            size = 92 if v.theme.width(about + shown, 92 / v.theme.scale, 600) < 270 else 76
            self._say(f"far {key}", about + shown, x, 516, size, weight=600)
        self._lay_sentence(v, axle, side, name)
        then = tr(points[(point + 1) % len(points)].words)
        keys = tr("Enter: save, next ({point})  ·  Enter empty: skip  ·  *: back", point=then)
        keys += tr("  ·  /: sixteenths") if preset.unit(quantity).fractional else ""
        self._say("far keys", keys, 32, self.height() / f - 38, 22, role="ink2")
        self._say("far near", tr("F11: back to the window"), right - 32, self.height() / f - 38, 22, role="ink2", anchor=RIGHT)

    def _wire(self, field: FarField) -> None:
        field.entered.connect(self._enter)
        field.back.connect(lambda: self.go(-1))
        field.textChanged.connect(lambda _: self._relay())

    def _echo(self, v: View, text: str, quantity: Quantity) -> None:
        """What is being typed, in the other units."""
        other, said = PRESETS[OTHER[v.reader.preset.name]], ""
        try:
            axle, side, point = self._here(v)
            shown = as_typed(text, v.reader.preset, quantity)
            si = edits.typed_for(v.job, self._path(axle, side, point), shown, quantity, v.reader.preset).si
            said = f"= {number(si, quantity, other)} {other.unit(quantity).sign}"
        except NotUnderstood:
            said = ""
        self._say("far echo", said, 668, 366, 92, weight=600, role="accent")

    def _lay_sentence(self, v: View, axle: int, side: int, name: str) -> None:
        words, body = self.sentence, ""
        if not words:
            own = [j for j in v.judgements if j.step is Step.MEASURE and j.place.axle == axle and j.place.side in (side, None)]
            own = [j for j in own if j.grade > Grade.NOTE and getattr(j, "what", name) == name]
            if own:
                said = say(own[0], v.reader)
                words, body = said.title, said.body
        f, wide = self._f(v), self.width() - 712 * self._f(v) - 20
        if words:
            self._say("far sentence", words, 712, 640, 30, weight=600, width=wide)
        if body and v.theme.plain_width(words, 30 * f / v.theme.scale, 600) < wide:
            self._say("far body", body, 712, 690, 24, role="ink2", width=wide)

    def _lay_corners(self, v: View) -> None:
        f, s = self._f(v), v.a.proposed
        self._say("far corner", v.job.cases[v.case].name, 32, 4, 56, weight=700)
        self._say(
            "far point",
            tr("hub to arch, {unit}, new springs", unit=v.reader.preset.height.sign),
            32,
            70,
            30,
            weight=600,
            role="ink2",
        )
        count = len(v.a.axles)
        wide, high = self.width() / f / 2, (self.height() / f - HEAD - FOOT - 110) / count
        size = min(150.0, high * 0.55)
        for axle in range(count):
            for side in (0, 1):
                x, y = 32 + side * wide, HEAD + 8 + axle * high
                self._say(f"far name {axle}{side}", v.reader.corner(axle, side), x, y, 30, role="ink2")
                if not s.stands[v.case]:
                    self._say(f"far height {axle}{side}", tr("tips over"), x, y + 34, 64, weight=600, role="fault")
                    continue
                height, target = float(s.hub_to_arch_m[axle, side, v.case]), float(v.a.fitted_target_m[axle, side])
                key = Shown(workings.corner.height, axle, side, v.case)
                box = self._say(f"far height {axle}{side}", v.number(key, v.reader.height(height)), x, y + 24, size, weight=600)
                words, inside = v.reader.off(height, target, v.job.target.band_m.value)
                words = v.number(key, words)
                if v.case != v.a.target_case:
                    wanted = v.number(Shown(workings.corner.target, axle, side), v.reader.height(target))
                    words, inside = tr("target {m}, {case}", m=wanted, case=v.reader.case(v.a.target_case)), True
                role = "ink" if inside else "watch"
                below = box.bottom() / f - size * 0.16
                self._say(f"far verdict {axle}{side}", words, x, below, 38, weight=600, role=role)
        worst = [j for j in v.judgements if j.grade > Grade.NOTE and j.place.case in (None, v.case)]
        words = tr("No faults or warnings.")
        if worst:
            said = say(worst[0], v.reader)
            words = f"{capital(said.place)}: {said.title}"
        self._say(
            "far sentence", words, 80 if worst else 32, self.height() / f - FOOT - 84, 38, weight=600, width=self.width() - 120 * f
        )
        self._lay_foot(v)

    def _lay_foot(self, v: View) -> None:
        f = self._f(v)
        self._say("far keys", tr("PgUp, PgDn: load case"), 32, self.height() / f - 38, 22, role="ink2")
        self._say(
            "far near", tr("F11: back to the window"), self.width() / f - 32, self.height() / f - 38, 22, role="ink2", anchor=RIGHT
        )

    def _lay_card_field(self, v: View) -> None:
        """Where a torque or a reading is typed; Enter alone ticks the step and goes on."""
        f = self._f(v)
        typed = self.child("far typed", FarField, self._wire)
        typed.setAccessibleName(tr("torque or reading of the step"))
        typed.setFont(v.theme.font(40 * f / v.theme.scale, 600))
        restyle(typed, f"QLineEdit{{background:{v.theme.sheet};color:{v.theme.accent};border:3px solid {v.theme.accent}}}")
        typed.setGeometry(round(900 * f), round(self.height() - 140 * f), round(self.width() - 932 * f), round(72 * f))
        if self.sentence:
            self._say("far sentence", self.sentence, 250, self.height() / f - 130, 26, weight=600, width=640 * f)
        keys = tr("Enter: tick, next  ·  number, Enter: torque or reading  ·  0, Enter: open again  ·  *: back")
        self._say("far keys", keys, 32, self.height() / f - 38, 22, role="ink2")
        near, right = tr("F11: back to the window"), self.width() / f - 32
        self._say("far near", near, right, self.height() / f - 38, 22, role="ink2", anchor=RIGHT)

    def _take_card(self, done: Entered) -> None:
        """What was entered for the step of the card."""
        self.sentence, self.card_at = done.sentence, done.then
        if done.change is not None:
            self.edited.emit(done.change, done.label, -1)
        self.child("far typed", FarField).clear()
        self._relay()

    # -- strokes
    @override
    def draw(self, p: QPainter, v: View) -> None:
        f, t = self._f(v), v.theme
        p.fillRect(QRectF(0, 0, self.width(), HEAD * f), t.colour("paper"))
        p.fillRect(QRectF(0, self.height() - FOOT * f, self.width(), FOOT * f), t.colour("paper"))
        p.setPen(pen(t, "ink", 1.5))
        for y in (HEAD * f, self.height() - FOOT * f):
            p.drawLine(QLineF(0, y, self.width(), y))
        if v.step in (Step.KNOCK_ON, Step.FIT, Step.LOG):
            return
        if v.step is not Step.MEASURE:
            worst = next((j for j in v.judgements if j.grade > Grade.NOTE and j.place.case in (None, v.case)), None)
            if worst is not None:
                mark(p, t, worst.grade, QPointF(52 * f, self.height() - (FOOT + 58) * f), 38 * f, v.letter(worst))
            return
        axle, side, point = self._here(v)
        p.drawLine(QLineF(640 * f, HEAD * f, 640 * f, self.height() - FOOT * f))
        p.drawLine(QLineF(640 * f, 478 * f, self.width(), 478 * f))
        p.drawLine(QLineF(960 * f, 478 * f, 960 * f, 628 * f))
        p.drawLine(QLineF(640 * f, 628 * f, self.width(), 628 * f))
        area = QRectF(20 * f, (HEAD + 20) * f, 600 * f, self.height() - (HEAD + FOOT + 40) * f)
        draw_point(p, v, area, axle, side, walk_points(v.job.vehicle)[point].field)
        self._draw_walk(p, v, axle, side)

    def _draw_walk(self, p: QPainter, v: View, axle: int, side: int) -> None:
        """The vehicle in plan, nose to the left, with the corners done, here and still to do."""
        f, t, last = self._f(v), v.theme, len(v.a.axles) - 1
        plan = QRectF(self.width() - 380 * f, 26 * f, 340 * f, 60 * f)
        p.setPen(pen(t, "ink", 2.0))
        p.setBrush(t.colour("sheet"))
        p.drawRect(plan)
        for n in range(last + 1):
            x = plan.left() + (50 + n * 240 / max(last, 1)) * f
            for m in (0, 1):
                at = QPointF(x, plan.bottom() if m == 0 else plan.top())
                read = [edits.value_at(v.job, self._path(n, m, k)) for k in range(len(walk_points(v.job.vehicle)))]
                done = all(r is not None and not r.assumed for r in read)
                here = (n, m) == (axle, side)
                p.setPen(pen(t, "accent" if here else "ink", 2.0))
                p.setBrush(t.colour("accent" if here else "ink" if done else "sheet"))
                r = (14 if here else 10) * f
                p.drawEllipse(at, r, r)
