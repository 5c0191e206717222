"""The steps down the left, in the order of the work, each with one line of state."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QLineF, QPointF, QRectF, Qt, pyqtSignal
from PyQt6.QtGui import QPainter
from PyQt6.QtWidgets import QPushButton
from typing_extensions import override

from isostat.assess import workings
from isostat.assess.fit.compose import card_of
from isostat.assess.fit.done import done_of
from isostat.assess.judgement import Grade, Step
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.measure.assumptions import assumptions
from isostat.assess.workings import Shown, is_approximate
from isostat.desktop.pieces.ink import grounds_mark, mark
from isostat.desktop.pieces.plain import set_tip
from isostat.desktop.pieces.sheet import MIDDLE, RIGHT, Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.language import capital, later, tr, trn
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.missing_readings import name_missing
from isostat.wording.reader import ABOUT
from isostat.wording.sentences import grade_words, say

STEPS = tuple(Step)
ENTRY, FOOT = 65, 78  # px of a step, and of the last change


def state_line(v: View, step: Step) -> str:
    """One line of state: the worst finding of the step, else how far it is."""
    worst = v.worst(step)
    if worst is not None and step is not Step.MEASURE:
        said = say(worst, v.reader)
        return tr("{corner}: {title}", corner=capital(v.reader.corner(worst.place.axle, worst.place.side)), title=said.title)
    guessed = len(assumptions(v.a, step))
    about = trn(": 1 assumed", ": {n} assumed", guessed) if guessed else ""
    corners = [c for axle in v.job.vehicle.axles for c in (axle.left, axle.right)]
    readings = [r for c in corners for r in (c.pad_kg, c.hub_to_arch_m, c.shaft_showing_m, c.stop_gap_m)]
    match step:
        case Step.MEASURE:
            measured = sum(r is not None and not r.assumed for r in readings)
            return tr("{n} of {all} measured", n=measured, all=len(readings))
        case Step.LOAD:
            items, cases = len(v.job.items), len(v.job.cases)
            carried = trn("1 item", "{n} items", items)
            return tr("{items}, {cases}", items=carried, cases=trn("1 load case", "{n} load cases", cases))
        case Step.STANCE:
            case = v.a.target_case
            near = any(
                is_approximate(v.a, Shown(workings.corner.height, i, side, case)) for i in range(len(v.a.axles)) for side in (0, 1)
            )
            return (ABOUT if near else "") + tr("on target when {case}", case=v.reader.case(case)) + about
        case Step.SPRING:
            rates = [
                v.number(Shown(workings.order.spring_rate, i), number(o.order.rate_n_per_m[0], Quantity.RATE, v.reader.preset))
                for i, o in enumerate(v.a.orders)
            ]
            return f"{', '.join(rates)} {v.reader.preset.rate.sign}{about}"
        case Step.TRAVEL:
            return (ABOUT if about else "") + tr("contact order correct") + about
        case Step.KNOCK_ON:
            lines = knock_ons(v.a)
            waits = sum(bool(line.asks) for line in lines)
            right = trn("{n} thing in order", "{n} things in order", len(lines) - waits)
            return right + (tr(", {n} not read", n=waits) if waits else "")
        case Step.FIT:
            done = done_of(v.job, card_of(v.a)).holds
            return tr("{n} of {all} steps done", n=sum(done), all=len(done)) if done else tr("nothing to fit")
        case Step.LOG:
            entries = len(v.job.log)
            return trn("1 entry", "{n} entries", entries) if entries else tr("nothing read yet")


READ, ASSUMED = later("all measured"), later("partly assumed")


def _mark_of(v: View, step: Step) -> Grade | str:
    """What is wrong with a step; else whether it rests on readings or on assumptions."""
    worst = v.worst(step)
    return worst.grade if worst is not None else ASSUMED if assumptions(v.a, step) else READ


class StepList(Sheet):
    """Chooses the step; they never lock."""

    ground_role = "paper"
    one_stop = True
    chosen = pyqtSignal(object)
    grounds_wanted = pyqtSignal()  # which readings are missing

    @override
    def signature(self, v: View) -> object:
        states = tuple((state_line(v, step), _mark_of(v, step)) for step in STEPS)
        return v.step, states, v.theme

    @override
    def lay(self, v: View) -> None:
        t = v.theme
        folded = self.width() < t.px(100)
        for n, step in enumerate(STEPS):
            y = n * self._entry(v)
            here, short = step is v.step, max(t.px(ENTRY) - self._entry(v), 0.0)
            weight, role = (600, "accent") if here else (300, "ink2")
            if folded:
                middle = self.width() / 2
                figure = 26.0 - 1.2 * short / t.scale
                self.text(f"{step} number", str(n + 1), QPointF(middle, y), anchor=MIDDLE, size=figure, weight=weight, role=role)
                below = QPointF(middle, y + t.px(33) - short)
                self.text(f"{step} name", tr(step.value), below, size=12.5, anchor=MIDDLE, weight=600)
            else:
                self.text(f"{step} number", str(n + 1), QPointF(t.margin, y + t.px(5)), size=26, weight=weight, role=role)
                self.text(f"{step} name", tr(step.value), QPointF(t.px(38), y + t.px(8) - short), size=17, weight=600)
                self._lay_state(v, step, y - short)
            made = self.child(f"step {step}", QPushButton, partial(self._wire, step))
            state = _mark_of(v, step)
            said = grade_words(state) if isinstance(state, Grade) else tr(state)
            made.setAccessibleName(f"{n + 1} {tr(step.value)}, {said}, {state_line(v, step)}")
            set_tip(made, f"Ctrl+{n + 1}")
            made.setGeometry(0, round(y), self.width(), round(self._entry(v)))
            made.raise_()
            self._lay_grounds(v, step, QPointF(self.width() - t.px(30), max(y + t.px(8) - short, 0.0)))

    def _lay_state(self, v: View, step: Step, y: float) -> None:
        """The line of state, as much of it as two lines take."""
        t, worst, whole = v.theme, v.worst(step), state_line(v, step)
        role = "ink2" if worst is None else ("fault" if worst.grade is Grade.FAULT else "watch")
        at, wide = QPointF(t.px(38), y + t.px(30)), self.width() - t.px(44)
        short = whole if worst is None else say(worst, v.reader).title
        shorter = (whole, short, short.split(" (")[0], short.split(": ")[0])
        two = "\n".join(t.lines(shorter[-1], 12.5, 400, wide - 2)[:2])  # the whole is in the button's name
        words = next((w for w in shorter if len(t.lines(w, 12.5, 400, wide - 2)) <= 2), two)
        self.text(f"{step} state", words, at, size=12.5, role=role, width=wide)

    def _lay_grounds(self, v: View, step: Step, at: QPointF) -> None:
        """Over the mark of a step that rests on something assumed: what, and a click away where to read it."""
        missing = assumptions(v.a, step)
        if not missing or self.width() < v.theme.px(100):
            return
        made = self.child(f"grounds {step}", QPushButton, self._wire_grounds)
        names = [name_missing(m, v.reader) for m in missing]
        said = tr("Assumed: {readings}", readings="; ".join(names))
        made.setAccessibleName(f"{tr(step.value)}. {said}")
        set_tip(made, said)
        made.setGeometry(round(at.x()), round(at.y()), round(v.theme.px(24)), round(v.theme.px(24)))
        made.raise_()

    def _wire_grounds(self, button: QPushButton) -> None:
        button.clicked.connect(self.grounds_wanted)
        button.setFocusPolicy(Qt.FocusPolicy.NoFocus)  # the same words are a key away: Measure, missing
        button.setStyleSheet("QPushButton{border:0;background:transparent}")

    def _entry(self, v: View) -> float:
        """Height of one step; less where the window is low: the last change keeps its place below."""
        foot = 0.0 if self.width() < v.theme.px(100) else v.theme.px(FOOT)
        return min(v.theme.px(ENTRY), (self.height() - foot) / len(STEPS))

    def _wire(self, step: Step, button: QPushButton) -> None:
        button.clicked.connect(lambda: self.chosen.emit(step))
        button.setStyleSheet("QPushButton{border:0;background:transparent}QPushButton:focus{border:2px solid palette(highlight)}")

    def say_last(self, words: str, saved: str) -> None:
        """The last change and whether the job is saved, at the foot."""
        if self.view is None:
            return
        t = self.view.theme
        if self.width() < t.px(100):
            return
        y, wide = self.height() - t.px(76), self.width() - t.px(24)
        self.text("last head", tr("Last change"), QPointF(t.margin, y), size=12.5, role="ink2")
        self.text(
            "last words",
            t.cut(words or tr("none yet"), 12.5, 600, wide, 2),
            QPointF(t.margin, y + t.px(18)),
            size=12.5,
            weight=600,
            width=wide,
        )
        self.text("saved", saved, QPointF(t.margin, y + t.px(52)), size=12.5, role="ink2")
        self.text("undo key", "Ctrl+Z", QPointF(self.width() - t.px(10), y), size=12.5, role="ink2", anchor=RIGHT)

    @override
    def draw(self, p: QPainter, v: View) -> None:
        t = v.theme
        for n, step in enumerate(STEPS):
            y = n * self._entry(v)
            area = QRectF(0, y, self.width(), self._entry(v))
            if step is v.step:
                p.fillRect(area, t.colour("sheet"))
                p.fillRect(QRectF(0, y, 6, area.height()), t.colour("accent"))
                p.setPen(pen(t, "ink", 1.25))
                p.drawLine(QLineF(area.topLeft(), area.topRight()))
                p.drawLine(QLineF(area.bottomLeft(), area.bottomRight()))
            else:
                p.setPen(pen(t, "rule", 0.8))
                p.drawLine(QLineF(16, area.bottom(), self.width() - 14, area.bottom()))
            short = max(t.px(ENTRY) - self._entry(v), 0.0)
            state, at = _mark_of(v, step), QPointF(self.width() - t.px(18), y + max(t.px(20) - short, t.px(7)))
            if isinstance(state, Grade):
                mark(p, t, state, at, 13)
                continue
            grounds_mark(p, t, at, measured=state == READ)
        p.setPen(pen(t, "ink", 1.0))
        p.drawLine(QLineF(self.width() - 0.5, 0, self.width() - 0.5, self.height()))
