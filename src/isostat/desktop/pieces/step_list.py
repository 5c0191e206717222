"""The steps down the left, in the order of the work, each with one line of state."""

from __future__ import annotations

import re
from functools import partial

from PyQt6.QtCore import QLineF, QPointF, QRectF, Qt, pyqtSignal
from PyQt6.QtGui import QPainter
from PyQt6.QtWidgets import QPushButton

from isostat.core.findings.judgement import Grade, Step
from isostat.desktop.pieces.ink import mark
from isostat.desktop.pieces.sheet import MIDDLE, RIGHT, Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.units.shown import number
from isostat.units.unit import Quantity
from isostat.wording.sentences import say

STEPS = tuple(Step)
ENTRY = 65
UP_TO_NUMBER = re.compile(r" [<−]?[0-9]")


def state_line(v: View, step: Step) -> str:
    """One line of state: the worst finding of the step, else how far it is."""
    worst = v.worst(step)
    if worst is not None and step is not Step.MEASURE:
        said = say(worst, v.reader)
        return f"{v.reader.corner(worst.place.axle, worst.place.side)}: {said.title[0].lower()}{said.title[1:]}"
    corners = [c for axle in v.job.vehicle.axles for c in (axle.left, axle.right)]
    readings = [r for c in corners for r in (c.pad_kg, c.hub_to_arch_m, c.shaft_showing_m, c.stop_gap_m)]
    match step:
        case Step.MEASURE:
            return f"{sum(r is not None and not r.assumed for r in readings)} of {len(readings)} measured"
        case Step.LOAD:
            items = len(v.job.items)
            return f"{items} item{'s' * (items != 1)}, {len(v.job.cases)} cases"
        case Step.STANCE:
            return f"on target when {v.reader.case(v.a.target_case)}"
        case Step.SPRING:
            rates = [number(o.order.rate_n_per_m[0], Quantity.RATE, v.reader.preset) for o in v.a.orders]
            return f"{', '.join(rates)} {v.reader.preset.rate.sign}"
        case Step.TRAVEL:
            return "the order is right"


class StepList(Sheet):
    """Chooses the step; they never lock."""

    ground_role = "paper"
    chosen = pyqtSignal(object)

    def signature(self, v: View) -> object:
        states = tuple((state_line(v, step), worst.grade if (worst := v.worst(step)) else None) for step in STEPS)
        return v.step, states, v.theme

    def lay(self, v: View) -> None:
        t = v.theme
        folded = self.width() < t.px(100)
        for n, step in enumerate(STEPS):
            y = n * self._entry(v)
            here = step is v.step
            if folded:
                self.text(
                    f"{step} number",
                    str(n + 1),
                    QPointF(self.width() / 2, y + t.px(6)),
                    size=26,
                    anchor=MIDDLE,
                    weight=600 if here else 300,
                    role="accent" if here else "ink2",
                )
            else:
                self.text(
                    f"{step} number",
                    str(n + 1),
                    QPointF(t.px(16), y + t.px(5)),
                    size=26,
                    weight=600 if here else 300,
                    role="accent" if here else "ink2",
                )
                self.text(f"{step} name", step.value, QPointF(t.px(38), y + t.px(8)), size=17, weight=600)
                worst = v.worst(step)
                role = "ink2" if worst is None else ("brick" if worst.grade is Grade.FAULT else "ochre")
                at, wide = QPointF(t.px(38), y + t.px(30)), self.width() - t.px(44)
                whole = state_line(v, step)
                short = whole.split(": ")[-1]
                shorter = (whole, short, short.split(", one")[0], short.split(" of ")[0])
                words = next((w for w in shorter if len(t.lines(w, 12.5, 400, wide - 2)) <= 2), UP_TO_NUMBER.split(short)[0])
                self.text(f"{step} state", words, at, size=12.5, role=role, width=wide)
            made = self.child(f"step {step}", QPushButton, partial(self._wire, step))
            made.setAccessibleName(f"{n + 1} {step.value}, {state_line(v, step)}")
            made.setToolTip(f"Ctrl+{n + 1}")
            made.setGeometry(0, round(y), self.width(), round(self._entry(v)))
            made.raise_()

    def _entry(self, v: View) -> float:
        """Height of one step; less where the window is low for the text and only numbers are shown."""
        return min(v.theme.px(ENTRY), self.height() / len(STEPS))

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
        y = self.height() - t.px(76)
        self.text("last head", "Last change", QPointF(t.px(16), y), size=12.5, role="ink2")
        self.text(
            "last words", words or "none yet", QPointF(t.px(16), y + t.px(18)), size=12.5, weight=600, width=self.width() - t.px(24)
        )
        self.text("saved", saved, QPointF(t.px(16), y + t.px(52)), size=12.5, role="ink2")
        self.text("undo key", "Ctrl Z", QPointF(self.width() - t.px(10), y), size=12.5, role="ink2", anchor=RIGHT)

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
            worst = v.worst(step)
            at = QPointF(self.width() - t.px(18), y + t.px(20))
            if worst is not None:
                mark(p, t, worst.grade, at, 13)
            else:
                p.setPen(pen(t, "ink", 1.3))
                p.setBrush(t.colour("ink") if step is not Step.MEASURE else Qt.BrushStyle.NoBrush)
                p.drawEllipse(at, 5, 5)
        p.setPen(pen(t, "ink", 1.0))
        p.drawLine(QLineF(self.width() - 0.5, 0, self.width() - 0.5, self.height()))
