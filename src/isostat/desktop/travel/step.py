"""Travel: four columns to one scale, every event in the order in which it comes; below, what ends the way and the crossed axle."""

from __future__ import annotations

from functools import partial

import numpy as np
from PyQt6.QtCore import QLineF, QPointF, QRect, QRectF
from PyQt6.QtGui import QPainter
from typing_extensions import override

from isostat.assess import workings
from isostat.assess.spring.stacked import stacked
from isostat.assess.travel.crossed_axle import grip_gains
from isostat.assess.travel.trim import put_stop_spacer
from isostat.assess.workings import Shown, is_approximate
from isostat.core.parts.event import Event
from isostat.desktop.pieces.grip import Handle
from isostat.desktop.pieces.head import HEAD, draw_head, draw_rule, head_line
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.spring.chart import step_that_fits
from isostat.desktop.theme import pen
from isostat.desktop.travel.columns import Column, column, draw_column, lay_column, travel_scale
from isostat.desktop.travel.crossed_panel import draw_crossed, lay_crossed
from isostat.desktop.travel.damping_panel import lay_damping
from isostat.desktop.travel.limits_panel import lay_limits
from isostat.desktop.travel.margins_panel import lay_margins
from isostat.desktop.travel.shock_panel import lay_shocks
from isostat.desktop.travel.spacer_panel import lay_spacers
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.springs.parts import put_ring
from isostat.language import later, tr

NUDGE = 0.001  # m a key press
FOOT = 218  # px below the columns
VIEWS = (later("Both wheels"), later("One wheel up"))
PANELS = {
    "limits": later("Limits"), "margins": later("Clearances"), "crossed": later("Articulation"), "spacers": later("Bump stops"),
    "shocks": later("Shocks"), "damping": later("Damping"),
}  # fmt: skip


class TravelStep(Sheet):
    """The order of events is what is judged; stop spacer and strap are dragged on the column or typed below."""

    def __init__(self) -> None:
        super().__init__()
        self.one_up, self.panel, self.axle = False, "limits", 1
        self.up, self.lock = 0, 0.0  # of the crossed axle: the wheel that is up, share of full lock

    @override
    def lay(self, v: View) -> None:
        t, count = v.theme, 2 * len(v.a.axles)
        self.axle = min(self.axle, len(v.a.axles) - 1)
        words = tr("hub to arch, {unit} · distance from ride height", unit=v.reader.preset.height.sign)
        line = head_line(self, v).words("step words", words, role="ink2")
        shown = [tr(words) for words in VIEWS]
        wide = sum(t.width(words, 13, 600) + t.px(22) for words in shown)
        views = QRect(round(max(self.width() - wide - t.margin, line.gap(2).x)), round(t.px(5)), 0, round(t.px(26)))
        self.tabs("travel view", shown, int(self.one_up), views, self.turn_view)
        self.scale = travel_scale(v, t.px(HEAD + 38), self.height() - t.px(FOOT + 28), one_up=self.one_up)
        left = t.px(48)
        wide = (self.width() - left) / count
        self.narrow = wide < t.px(170)  # ride heights then stand in the strip alone
        corners = [(axle, side) for axle in range(len(v.a.axles)) for side in (0, 1)]
        about = any(
            is_approximate(v.a, Shown(workings.corner.height, *at, v.case)) for at in corners
        )  # room for its sign beside the lane
        lane = t.px(34 if self.narrow else (78 if v.reader.preset.height.fractional else 50) + 14 * about)
        edges = [(left + n * wide + lane, left + n * wide + min(wide - t.px(8), t.px(230))) for n in range(count)]
        self.columns = [column(v, self.scale, n // 2, n % 2, edges[n], one_up=self.one_up) for n in range(count)]
        for c in self.columns:
            lay_column(self, v, c, t.px(HEAD + 3), rides=not self.narrow)
        self._lay_tape(v)
        self._grips(v)
        self._lay_foot(v)

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

    def _foot(self, v: View) -> QRectF:
        """The panel below the columns, under its tabs."""
        t = v.theme
        top = self.height() - t.px(FOOT - 38)
        return QRectF(t.margin, top, self.width() - 2 * t.margin, self.height() - top - t.px(4))

    def _lay_foot(self, v: View) -> None:
        t, area = v.theme, self._foot(v)
        line = Line(self, v, QPointF(t.margin, self.height() - t.px(FOOT - 6)), high=25)
        line.tabs("panel", [tr(words) for words in PANELS.values()], tuple(PANELS).index(self.panel), self.turn_panel).gap(8)
        if self.panel != "margins":
            line.tabs("travel axle", [info.name for info in v.job.vehicle.axles], self.axle, self.turn_axle).gap(8)
        match self.panel:
            case "limits":
                lay_limits(self, v, area, self.columns[2 * self.axle : 2 * self.axle + 2])
            case "margins":
                lay_margins(self, v, area)
            case "crossed":
                line.tabs("wheel up", (tr("Left up"), tr("Right up")), self.up, self._turn_up)
                self.crossed = lay_crossed(self, v, area, (self.axle, self.up), self.lock, self._turn_lock)
            case "spacers":
                lay_spacers(self, v, area, self.axle)
            case "shocks":
                lay_shocks(self, v, area, self.axle, partial(self.file_wanted.emit, "shocks", self.axle))
            case _:
                lay_damping(self, v, area, self.axle)

    def turn_view(self, n: int) -> None:
        """Both wheels together, or one wheel up."""
        self.one_up = n == 1
        self._relay()

    def turn_panel(self, n: int) -> None:
        """To another of the panels below."""
        self.panel = tuple(PANELS)[n]
        self._relay()

    def turn_axle(self, axle: int) -> None:
        """To another axle's panel."""
        self.axle = axle
        self._relay()

    def _turn_up(self, side: int) -> None:
        self.up = side
        self._relay()

    def _turn_lock(self, share: float) -> None:
        self.lock = share
        self._relay()

    def _grips(self, v: View) -> None:
        for c in self.columns:
            own = grip_gains(v.a, c.axle, c.side, one_up=self.one_up)
            axle, fit, corner = v.a.axles[c.axle], v.a.fits[c.axle], v.reader.corner(c.axle, c.side)
            touched = c.view.at(Event.STOP_TOUCHED)
            if touched is not None:  # dragging the tab down lowers the stop: the spacer grows
                handle = Handle(
                    fit.stop_spacer_m, -axle.stop_ratio.value / own[0] / self.scale.per_m, -NUDGE, partial(self._put_spacer, c.axle)
                )
                self.grip(
                    f"stop {c.axle}{c.side}",
                    "tab",
                    QPointF(c.x, c.y(touched)),
                    tr("bump-stop spacer, {corner}", corner=corner),
                    handle,
                )
            self._ring_grip(v, c)
            taut = c.view.at(Event.STRAP_TAUT)
            if taut is not None and fit.strap_m is not None:  # down: longer
                handle = Handle(
                    fit.strap_m.value, -axle.strap_ratio.value / own[1] / self.scale.per_m, -NUDGE, partial(self._put_strap, c.axle)
                )
                self.grip(
                    f"strap {c.axle}{c.side}", "tab", QPointF(c.x, c.y(taut)), tr("limit strap, {corner}", corner=corner), handle
                )

    def _ring_grip(self, v: View, c: Column) -> None:
        """Where the rate of a stacked pair changes, the other spring being shut: the ring that does it."""
        stack, changes = stacked(v.a, c.axle), c.view.at(Event.CROSSOVER)
        ring = stack.pair.ring_m if stack else None
        if stack is None or ring is None or changes is None:
            return
        pair, ratio = stack.pair, v.a.axles[c.axle].spring_ratio.value
        gives = (1.0 + pair.top.rate / pair.main.rate) / ratio  # of wheel travel, for a metre of ring nearer
        handle = Handle(ring, -1.0 / gives / self.scale.per_m, -NUDGE, partial(self._put_ring, c.axle))
        self.grip(f"ring {c.axle}{c.side}", "ring", QPointF(c.x, c.y(changes)),
                  tr("crossover ring, {corner}", corner=v.reader.corner(c.axle, c.side)), handle)  # fmt: skip

    def _put_spacer(self, axle: int, spacer: float, way: str, gesture: int) -> None:
        wanted = max(round(spacer, 3), 0.0)  # what is trimmed off a stop is typed, never dragged
        self.edited.emit(partial(put_stop_spacer, axle, spacer_m=wanted), tr("bump-stop spacer ({way})", way=way), gesture)

    def _put_strap(self, axle: int, length: float, way: str, gesture: int) -> None:
        path, wanted = path_to(JOB.proposal.axles[axle].strap_m), round(length, 3)
        self.edited.emit(lambda job: edits.put_number(job, path, wanted), tr("limit strap ({way})", way=way), gesture)

    def _put_ring(self, axle: int, ring: float, way: str, gesture: int) -> None:
        wanted = max(round(ring, 3), 0.02)
        self.edited.emit(lambda job: put_ring(job, axle, wanted), tr("crossover ring ({way})", way=way), gesture)

    # -- strokes
    @override
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
        draw_rule(p, v, self.height() - t.px(FOOT), self.width())
        if self.panel == "crossed":
            draw_crossed(p, v, self.crossed)
