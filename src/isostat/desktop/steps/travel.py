"""Travel: four columns to one scale, every event in the order in which it comes, hub to arch as the tape reads."""

from __future__ import annotations

from functools import partial

import numpy as np
from PyQt6.QtCore import QLineF, QPointF, QRectF, QSize
from PyQt6.QtGui import QPainter

from isostat.core.tuning.events import travel_of
from isostat.desktop.pieces.grip import Handle
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.steps.head import HEAD, draw_head, lay_head
from isostat.desktop.steps.spring_chart import step_that_fits
from isostat.desktop.steps.travel_columns import column, draw_column, lay_column, travel_scale
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job import edits
from isostat.units.unit import Quantity

NUDGE = 0.001  # m a key press
FOOT = 84  # px below the columns
FIELDS: tuple[tuple[str, edits.Path, Quantity, str], ...] = (
    ("stop spacer", ("stop", "spacer_m"), Quantity.COIL, "spacer under both stops"),
    ("shock longer", ("shock_longer_m",), Quantity.HEIGHT, "shock longer than found"),
)


class TravelStep(Sheet):
    """The order of events is what is judged; the stop spacer is dragged on the column or typed below."""

    def lay(self, v: View) -> None:
        t, count = v.theme, 2 * len(v.a.axles)
        unit = v.reader.preset.height.sign
        lay_head(self, v, f"hub to arch as the tape reads, {unit}; then from ride height; both wheels together")
        self.scale = travel_scale(v, t.px(HEAD + 42), self.height() - t.px(FOOT + 40))
        left = t.px(48)
        wide = (self.width() - left) / count
        self.narrow = wide < t.px(170)  # ride heights then stand in the strip alone
        lane = t.px(34 if self.narrow else 78 if v.reader.preset.height.fractional else 50)
        self.columns = [
            column(v, self.scale, n // 2, n % 2, left + n * wide + lane, left + n * wide + min(wide - t.px(8), t.px(230)))
            for n in range(count)
        ]
        for c in self.columns:
            lay_column(self, v, c, t.px(HEAD + 6), rides=not self.narrow)
        self._lay_tape(v)
        self._lay_foot(v)
        self._grips(v)

    def _tape(self, v: View, parts: int) -> list[float]:
        """Heights at which the tape has a mark, `parts` of them to each that is written; never so close that writing touches."""
        choices = (0.0254, 0.0508, 0.127, 0.254) if v.reader.preset.height.fractional else (0.02, 0.05, 0.10, 0.20)
        most = max(int((self.scale.foot - self.scale.top) / v.theme.px(16)), 1)
        pitch = step_that_fits(self.scale.high - self.scale.low, most, choices) / parts
        return [float(h) for h in np.arange(np.ceil(self.scale.low / pitch) * pitch, self.scale.high, pitch)]

    def _lay_tape(self, v: View) -> None:
        for n, height in enumerate(self._tape(v, 1)):
            at = QPointF(v.theme.px(34), self.scale.y(height) - v.theme.px(9))
            self.text(f"tape {n}", v.reader.height(height) if height > -1e-9 else "", at, size=12, role="ink2", anchor=RIGHT)

    def _lay_foot(self, v: View) -> None:
        t, top = v.theme, self.height() - v.theme.px(FOOT - 6)
        size = QSize(round(t.px(70)), round(t.px(24)))
        for n, (key, path, quantity, words) in enumerate(FIELDS):
            y = top + n * t.px(27)
            sign = v.reader.preset.unit(quantity).sign
            self.text(f"{key} head", words.capitalize(), QPointF(t.px(16), y + t.px(3)), size=13, weight=600, unit=sign)
            for axle, info in enumerate(v.job.vehicle.axles):
                x, fit = t.px(224) + axle * t.px(150), v.a.fits[axle]
                value = fit.stop_spacer_m if key == "stop spacer" else fit.shock_longer_m
                where: edits.Path = ("proposal", "axles", axle, *path)
                label = f"{words}, {info.name.lower()}"
                self.field(f"{key} {axle}", where, QPointF(x, y), size, label=label, quantity=quantity, value=value)
                self.text(f"{key} name {axle}", info.name.lower(), QPointF(x + t.px(76), y + t.px(3)), size=13, role="ink2")
        words = "Bump ends with the stop flat, droop with the shock. Hoses, wires and shafts are not straps."
        self.text("travel rule", words, QPointF(t.px(16), top + t.px(56)), size=12.5, role="ink2")

    def _grips(self, v: View) -> None:
        for c in self.columns:
            touched = travel_of(v.a.proposed.events[c.axle][c.side], "stop touched")
            if touched is not None:
                per_px = v.a.axles[c.axle].stop_ratio.value / self.scale.per_m
                spacer = v.a.fits[c.axle].stop_spacer_m  # dragging the tab down lowers the stop: the spacer grows
                handle = Handle(spacer, -per_px, -NUDGE, partial(self._put_spacer, c.axle))
                name = f"stop spacer {v.reader.corner(c.axle, c.side)}"
                self.grip(f"stop {c.axle}{c.side}", "tab", QPointF(c.x, c.y(touched)), name, handle)

    def _put_spacer(self, axle: int, spacer: float, way: str, gesture: int) -> None:
        path, wanted = ("proposal", "axles", axle, "stop", "spacer_m"), max(round(spacer, 3), 0.0)
        self.edited.emit(lambda job: edits.put_number(job, path, wanted), f"{way} the stop", gesture)

    # -- strokes
    def draw(self, p: QPainter, v: View) -> None:
        t = v.theme
        draw_head(p, v, self.width())
        tape = QRectF(t.px(6), self.scale.top - 4, t.px(32), self.scale.foot - self.scale.top + 8)
        p.fillRect(tape, t.colour("paper"))
        p.setPen(pen(t, "ink", 1.0))
        p.drawRect(tape)
        for y in map(self.scale.y, self._tape(v, 4)):
            p.drawLine(QLineF(tape.right() - 5, y, tape.right(), y))
        for c in self.columns:
            draw_column(p, v, c)
        p.setPen(pen(t, "rule", 0.8))
        p.drawLine(QLineF(16, self.height() - t.px(FOOT), self.width() - 16, self.height() - t.px(FOOT)))
