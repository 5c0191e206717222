"""The top: whose job it is, the load cases as chips, the units."""

from __future__ import annotations

from PyQt6.QtCore import QLineF, QPointF, QRect, QRectF, pyqtSignal
from PyQt6.QtGui import QPainter, QPaintEvent
from PyQt6.QtWidgets import QPushButton, QWidget
from typing_extensions import override

from isostat.desktop.pieces.ink import case_sign, dimension
from isostat.desktop.pieces.plain import set_tip
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.theme import pen, smooth
from isostat.desktop.view import View
from isostat.language import tr
from isostat.units.unit import PRESETS

TIGHT = 900  # px at 100 % text, below which the mark beside the name and the chosen case's weight are left out


class Chip(QPushButton):
    """One load case: glyph, name, and the weight where it is chosen."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.case, self.view = 0, None

    def show_case(self, view: View, case: int, text: str) -> None:
        """The case that this chip stands for."""
        self.case, self.view = case, view  # type: ignore[assignment]
        self.setText(text)
        self.setAccessibleName(tr("load case {name}", name=text))
        self.update()

    @override
    def paintEvent(self, event: QPaintEvent | None) -> None:
        v = self.view
        if not isinstance(v, View):
            return
        t = v.theme
        with smooth(QPainter(self)) as p:
            here = self.case == v.case
            ground, ink = ("ink", "sheet") if here else ("paper", "ink")
            p.fillRect(self.rect(), t.colour(ground))
            p.setPen(pen(t, "accent" if self.hasFocus() else "rule", 2 if self.hasFocus() else 1))
            p.drawRect(QRectF(self.rect()).adjusted(0.5, 0.5, -0.5, -0.5))
            case_sign(p, v, self.case, QPointF(t.px(14), self.height() / 2), 5, ink, ground)
            p.setPen(t.colour(ink))
            p.setFont(t.font(14, 600 if here else 400))
            p.drawText(QPointF(t.px(25), self.height() / 2 + t.px(5)), self.text())


class TopBar(Sheet):
    """Title, chips and units; speaks up which case or units are wanted."""

    ground_role = "paper"
    one_stop = True
    case_wanted = pyqtSignal(int)
    units_wanted = pyqtSignal(str)

    @override
    def signature(self, v: View) -> object:
        weights = tuple(v.reader.mass(float(kg)) for kg in v.a.loading.whole_kg)
        return (
            v.job.title,
            v.job.number,
            v.job.vehicle.name,
            tuple(c.name for c in v.job.cases),
            v.case,
            weights,
            v.theme,
            v.reader.preset,
        )

    @override
    def lay(self, v: View) -> None:
        t = v.theme
        self._tight = self.width() < t.px(TIGHT)
        left = t.px(104 if self._tight else 188)
        self.text("brand", "Isostat", QPointF(t.margin, t.px(8)), size=23, weight=700)
        self.text("job title", v.job.title, QPointF(left, t.px(4)), size=17, weight=600)
        under = tr("Job {number}", number=v.job.number) + f" · {v.job.vehicle.name}" if v.job.number else v.job.vehicle.name
        box = self.text("job line", under, QPointF(left, t.px(25)), size=12.5, role="ink2")
        wide = round(t.px(172))
        names = [*PRESETS, *([] if v.reader.preset.name in PRESETS else [v.reader.preset.name])]
        self.choice(
            "units",
            [name.replace(" ", " · ") for name in names],
            names.index(v.reader.preset.name),
            QRect(self.width() - wide - 8, round(t.px(8)), wide, round(t.px(30))),
            label=tr("units (hold U for the others)"),
            chosen=lambda n: self.units_wanted.emit(names[n]) if names[n] in PRESETS else None,
        )
        start = box.right() + t.px(16)
        self._chips(v, start if self._tight else max(left + t.px(244), start), self.width() - wide - 16)

    def _chips(self, v: View, x: float, end: float) -> None:
        t = v.theme
        texts = []
        for n, case in enumerate(v.job.cases):
            kg = f"  {v.reader.mass(float(v.a.loading.whole_kg[n]))}" if n == v.case else ""
            texts.append(case.name + kg)
        widths = [self.text_width(text, 14, 600) + t.px(36) for text in texts]
        gap = t.px(14)
        self._squeeze = max(0.0, sum(widths) + gap - (end - x))
        if self._squeeze:  # narrow: only the chosen case keeps its name
            chosen = v.job.cases[v.case].name if self._tight else texts[v.case]
            names = [chosen if n == v.case else "" for n in range(len(texts))]
            widths = [self.text_width(text, 14, 600) + t.px(36) if text else t.px(30) for text in names]
            texts = names
        for n, (text, width) in enumerate(zip(texts, widths, strict=True)):
            chip = self.child(f"case {n}", Chip, self._wire)
            chip.show_case(v, n, text)
            chip.setAccessibleName(tr("load case {name}", name=v.job.cases[n].name))
            set_tip(chip, f"{v.job.cases[n].name} (PgUp, PgDn)")
            chip.setGeometry(round(x), round(t.px(8)), round(width), round(t.px(30)))
            x += width + (gap if v.job.cases[n].kind == "floor" else 0)

    def _wire(self, chip: Chip) -> None:
        chip.clicked.connect(lambda _: self.case_wanted.emit(chip.case))

    @override
    def draw(self, p: QPainter, v: View) -> None:
        t = v.theme
        p.setPen(pen(t, "ink", 1.25))
        p.drawLine(QLineF(0, self.height() - 0.6, self.width(), self.height() - 0.6))
        if self._tight:
            return
        x = t.px(128)
        p.setPen(pen(t, "accent", 1.25))
        for y in (t.px(18), t.px(28)):
            p.drawLine(QLineF(x - 22, y, x + 24, y))
        dimension(p, t, QPointF(x - 8, t.px(18)), QPointF(x - 8, t.px(28)), "ink")
