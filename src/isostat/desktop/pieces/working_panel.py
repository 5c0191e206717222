"""Under the findings: the working of the number that was asked for, or the reason of a finding."""

from __future__ import annotations

import re

from PyQt6.QtCore import QLineF, QPointF, Qt, pyqtSignal
from PyQt6.QtGui import QPainter
from PyQt6.QtWidgets import QLabel
from typing_extensions import override

from isostat.assess import workings
from isostat.assess.fixes import same_judgement
from isostat.assess.judgement import Judgement
from isostat.assess.workings import Shown, explain
from isostat.core.working import Origin, Working
from isostat.desktop.pieces.number import Asked, Number
from isostat.desktop.pieces.plain import set_tip
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.pieces.styles import restyle
from isostat.desktop.pieces.working_name import place_of, working_of
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.language import decimal, tr
from isostat.units.format import with_unit
from isostat.units.unit import Quantity
from isostat.wording.sentences import say
from isostat.wording.why import say_why

POWERS = "⁰¹²³⁴⁵⁶⁷⁸⁹"
GREEK = {"alpha": "α", "beta": "β", "gamma": "γ", "delta": "δ", "theta": "θ", "rho": "ρ", "tau": "τ", "psi": "ψ", "pi": "π"}


def pretty(expression: str) -> str:
    """A formula as a reader writes it: · for *, √ for sqrt, Greek by its letters, powers raised, subscripts set small."""
    text = (
        re.sub(r"\*\*(\d)", lambda power: POWERS[int(power[1])], expression)
        .replace(" * ", "·")
        .replace("sqrt", "√")
        .replace(" / ", "/")
        .replace(" - ", " − ")
    )
    text = re.sub(r"[A-Za-z]+", lambda word: GREEK.get(word[0], word[0]), text)
    return re.sub(r"(\w+?)_([A-Za-z0-9]+)", r"\1<sub>\2</sub>", text)


FINE = {"acceleration": ("m/s²", 1.0, 3), "per metre": ("/m", 1.0, 3),
        "per second": ("/s", 1.0, 2), "modulus": ("MPa", 1e-6, 0), "density": ("kg/m³", 1.0, 0),
        "torsion rate": ("N·m/rad", 1.0, 0), "area": ("cm²", 1e4, 2), "fine mass": ("kg", 1.0, 1), "fine volume": ("L", 1e3, 3),
        "fine ratio": ("", 1.0, 4), "fine share": ("%", 100.0, 1)}  # fmt: skip


def value_text(v: View, quantity: str, value: float) -> str:
    """A value in the reader's units, also for quantities that only a working shows."""
    if quantity in FINE:
        sign, factor, digits = FINE[quantity]
        return f"{decimal(value * factor, digits)} {sign}".strip()
    return with_unit(value, Quantity(quantity), v.reader.preset)


FORMULA = (15.5, 14.0, 12.5, 11.0, 10.0)  # sizes, the first that fits


class _Formula(QLabel):
    """Rich text of a formula."""

    def show_formula(self, text: str, v: View, at: QPointF, width: float) -> None:
        """Sets text and place; a long one is set smaller."""
        self.setTextFormat(Qt.TextFormat.RichText)
        self.setIndent(2)  # an italic letter leans out of its box
        restyle(self, f"color:{v.theme.ink};background:transparent")
        self.setText(text)
        for size in FORMULA:
            self.setFont(v.theme.font(size))
            if self.sizeHint().width() <= width:
                break
        self.setGeometry(round(at.x()), round(at.y()), round(width), round(v.theme.px(24)))


class WorkingPanel(Sheet):
    """Of a number: the formula in symbols, the inputs with value and origin, the result, the rule. Of a finding: its reason."""

    one_stop = True
    picked: Asked | None = None
    high = 0.0  # px that it wants
    grown = pyqtSignal()  # it wants another height

    def pick(self, shown: Asked | None) -> None:
        """Shows the working of another number, or the reason of a finding."""
        self.picked = shown
        self._relay()

    def working(self) -> Working | None:
        """The working shown; None where a finding is, or nothing to see."""
        v = self.view
        if v is None or self.finding() is not None:
            return None
        working = working_of(v, self.picked) if isinstance(self.picked, Shown) else None
        if working is not None:
            return working
        self.picked = None  # what was asked for is no longer there, or a finding is cleared
        return explain(v.a, Shown(workings.load.axle_load, len(v.a.axles) - 1, 0, v.case))

    def finding(self) -> Judgement | None:
        """The finding whose reason is shown, as it is now; None for another number or where it is no more."""
        if self.view is None or not isinstance(self.picked, Judgement):
            return None
        like = same_judgement(self.picked)
        return next((j for j in self.view.judgements if same_judgement(j) == like), None)

    @override
    def signature(self, v: View) -> object:
        return self.working(), self.picked, self.finding(), v.theme, v.reader.preset

    @override
    def lay(self, v: View) -> None:
        self._rows: list[float] = []
        finding, w = self.finding(), self.working()
        if finding is not None:
            self._lay_why(v, finding)
        elif w is not None:
            self._lay_working(v, w)

    def _lay_why(self, v: View, finding: Judgement) -> None:
        """The reason of a finding: what it rests on, what to do first."""
        t, said, at = v.theme, say(finding, v.reader), v.theme.px(12)
        head = self.caps("working head", tr("Reason"), QPointF(at, t.px(10)))
        self.text("working of", said.place, QPointF(self.width() - at, t.px(9)), size=12.5, role="ink2", anchor=RIGHT)
        wide = self.width() - 2 * at
        title = self.text("why title", said.title, QPointF(at, head.bottom() + t.px(8)), size=14, weight=600, width=wide)
        why = self.text("why", say_why(finding, v.reader.preset), QPointF(at, title.bottom() + t.px(5)), size=13, width=wide)
        self._wants(why.bottom() + t.px(10))

    def _wants(self, high: float) -> None:
        if high != self.high:
            self.high = high
            self.grown.emit()

    def _lay_working(self, v: View, w: Working) -> None:
        t = v.theme
        self.caps("working head", tr("Working"), QPointF(t.px(12), t.px(10)))
        name = tr(w.name) + (place_of(v, self.picked) if isinstance(self.picked, Shown) else "")
        self.text("working of", name, QPointF(self.width() - t.px(12), t.px(9)), size=12.5, role="ink2", anchor=RIGHT)
        formula = self.child("formula", _Formula)
        formula.show_formula(
            f"<i>{pretty(w.symbol)} = {pretty(w.expression)}</i>" if w.expression != w.symbol else f"<i>{pretty(w.symbol)}</i>",
            v,
            QPointF(t.px(12), t.px(30)),
            self.width() - t.px(24),
        )
        result = ("≈ " if w.approximate else "") + value_text(v, w.quantity, w.result)
        self.text("result", result, QPointF(t.px(12), t.px(56)), size=22, weight=600, role="accent")
        y = t.px(88)
        for n, g in enumerate(w.inputs):
            symbol = self.child(f"symbol {n}", _Formula)
            symbol.show_formula(f"<i>{pretty(g.symbol)}</i>", v, QPointF(t.px(12), y - 2), t.px(36))
            self.text(f"input {n}", value_text(v, g.quantity, g.value), QPointF(t.px(46), y), size=13)
            self.text(
                f"origin {n}",
                tr(g.origin.value),
                QPointF(self.width() - t.px(12), y),
                size=12.5,
                anchor=RIGHT,
                weight=700 if g.origin is Origin.ASSUMED else 400,
                role="ink" if g.origin is Origin.ASSUMED else "ink2",
            )
            set_tip(self.child(f"input {n}", Number), tr(g.words))
            y += t.px(19)
            self._rows.append(y - 1)
        rule = self.text("rule", tr(w.rule), QPointF(t.px(12), y + 3), size=12.5, role="ink2", width=self.width() - t.px(24))
        self._wants(rule.bottom() + t.px(8))

    @override
    def draw(self, p: QPainter, v: View) -> None:
        p.setPen(pen(v.theme, "ink", 1.25))
        p.drawLine(QLineF(0, 0.6, self.width(), 0.6))
        p.drawLine(QLineF(0.5, 0, 0.5, self.height()))
        p.setPen(pen(v.theme, "rule", 0.8))
        for y in self._rows:
            p.drawLine(QLineF(12, y, self.width() - 12, y))
