"""Spring: force against hub to arch with its handles, the part beside it, the order below; proposals side by side; the bench."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QPointF, QRectF
from PyQt6.QtGui import QPainter
from typing_extensions import override

from isostat.assess import workings
from isostat.assess.spring.stacked import stacked
from isostat.assess.travel.trim import put_stop_spacer
from isostat.assess.workings import Shown
from isostat.core.parts.event import Event
from isostat.core.travel.events import droop_end, travel_of
from isostat.desktop.pieces.grip import Handle
from isostat.desktop.pieces.head import HEAD, draw_head, draw_rule
from isostat.desktop.pieces.ink import case_sign
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.spring.bench_page import draw_bench, lay_bench
from isostat.desktop.spring.chart import draw_chart, lay_chart, spring_chart
from isostat.desktop.spring.head import PAGES, lay_head, lay_pick
from isostat.desktop.spring.order import lay_order, set_both, solve_again
from isostat.desktop.spring.part_drawing import lay_floor
from isostat.desktop.spring.side_by_side_page import draw_sides, lay_sides
from isostat.desktop.springs.air.drawing import lay_bag_drawing
from isostat.desktop.springs.air.page import lay_air_page
from isostat.desktop.springs.air.panel import lay_air_panel
from isostat.desktop.springs.cushion.page import lay_foam
from isostat.desktop.springs.leaf.drawing import lay_leaf_drawing
from isostat.desktop.springs.leaf.panel import lay_leaf_panel
from isostat.desktop.springs.progressive.panel import lay_progressive
from isostat.desktop.springs.stacked.drawing import POSTURES, lay_stack_drawing
from isostat.desktop.springs.stacked.panel import lay_stack_panel
from isostat.desktop.springs.torsion.panel import lay_arm_drawing, lay_torsion_panel
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.points import SIDES
from isostat.job.schema import Job
from isostat.job.springs.parts import put_ring

RATE_NUDGE, LENGTH_NUDGE = 1000.0, 0.001
RATE_PER_PX, LENGTH_PER_PX = 250.0, 0.0005
PART_WIDE = 0.34  # of the sheet, that the part beside the chart takes


class SpringStep(Sheet):
    """One axle at a time: the chart and the part above, what is ordered below."""

    def __init__(self) -> None:
        super().__init__()
        self.axle, self.page = 0, "chart"
        self.bench = 0  # the spring on the bench that is shown
        self.posture, self.shelf = POSTURES[0], ""  # of a stacked pair: how it is drawn; what a panel shows beside its fields

    def _panel_top(self, v: View) -> float:
        return self.height() - v.theme.px(238)

    @override
    def lay(self, v: View) -> None:
        t = v.theme
        self.axle = min(self.axle, len(v.a.axles) - 1)
        lay_head(self, v, self.axle, self.page, self.turn_axle, self._turn_to)
        page = QRectF(t.px(16), t.px(HEAD + 12), self.width() - t.px(32), self.height() - t.px(HEAD + 20))
        if self.page == "bench":
            self.bench = min(self.bench, max(len(v.job.bench) - 1, 0))
            self._picture = lay_bench(self, v, page, self.bench, self.turn_bench)
        elif self.page == "air":
            lay_air_page(self, v, page, self.axle)
        elif self.page == "foam":
            lay_foam(self, v, page, self.axle)
        elif self.page == "side by side":
            self._sides = lay_sides(self, v, page)
        else:
            self._lay_axle(v)

    def _lay_axle(self, v: View) -> None:
        t, kind = v.theme, v.job.proposal.axles[self.axle].kind
        if kind == "air":
            words = "the rate follows from pressure, area and room; the height from the pressure"
            self.text("rate word", words, QPointF(t.px(16), t.px(HEAD + 8)), size=13.5, role="ink2")
        else:
            lay_pick(self, v, self.axle)
        top, foot = t.px(HEAD + 56), self._panel_top(v) - t.px(36)
        right = self.width() * (1 - PART_WIDE)
        area = QRectF(t.px(60), top, right - t.px(76), max(foot - top, 80.0))
        self.chart = spring_chart(v, self.axle, area)
        lay_chart(self, v, self.chart)
        self._grips(v)
        part = QRectF(right + t.px(8), t.px(HEAD + 36), self.width() - right - t.px(20), self._panel_top(v) - t.px(HEAD + 42))
        panel = self._panel_top(v)
        if kind == "stacked pair":
            self._part = lay_stack_drawing(self, v, self.axle, part, self.posture, self.pose)
            lay_stack_panel(self, v, self.axle, panel, self.shelf, self.look)
            return
        if kind == "leaf":
            self._part = lay_leaf_drawing(self, v, self.axle, part)
            lay_leaf_panel(self, v, self.axle, panel, self.shelf, self.look)
            return
        if kind == "torsion bar":
            self._part = lay_arm_drawing(self, v, self.axle, part)
            lay_torsion_panel(self, v, self.axle, panel)
            return
        if kind == "air":
            self._part = lay_bag_drawing(self, v, self.axle, part)
            lay_air_panel(self, v, self.axle, panel)
            return
        self._part = lay_floor(self, v, self.axle, part)
        if kind == "progressive":
            lay_progressive(self, v, self.axle, panel, partial(self.file_wanted.emit, "spring table", self.axle))
        else:
            lay_order(self, v, self.axle, panel)
            self.button("solve again", "Solve for the target", QPointF(t.px(560), panel + t.px(140)), self._solve_again)

    # -- turning
    def turn_axle(self, axle: int) -> None:
        """Another axle, and the working of its rate."""
        self.axle, self.shelf = axle, ""
        self._relay()
        self.asked.emit(Shown(workings.order.spring_rate, axle))

    def turn(self, page: str) -> None:
        """Another page of the step."""
        self.page = page
        self._relay()

    def _turn_to(self, n: int) -> None:
        self.turn(PAGES[n])

    def turn_bench(self, spring: int) -> None:
        """A spring on the bench."""
        self.bench = spring
        self.turn("bench")

    def pose(self, n: int) -> None:
        """How a stacked pair is drawn, by its place in POSTURES."""
        self.posture = POSTURES[n]
        self._relay()

    def look(self, shelf: str) -> None:
        """What a panel shows beside its fields: pairs off a shelf, "close" or "far"; of a pack "hardware" or "add"; "": neither."""
        self.shelf = shelf
        self._relay()
        self.turned.emit()

    @property
    def shows_adding(self) -> bool:
        """Whether a pack's page of leaves to add is open."""
        return self.page == "chart" and self.shelf == "add"

    # -- handles
    def _grips(self, v: View) -> None:
        a, axle = v.a, self.axle
        order, kind, c = a.orders[axle].order, v.job.proposal.axles[axle].kind, self.chart
        u, hanging = c.curve.travel_m, droop_end(a.proposed.events[axle][0]).travel_m
        ride = float(a.proposed.rest.travel_m[axle, 0, v.case])
        inside = c.area.adjusted(10, 16, -10, -16)  # a grip never leaves the chart

        def put(key: str, sign: str, at: QPointF, name: str, handle: Handle) -> None:
            at.setX(min(max(at.x(), inside.left()), inside.right()))
            at.setY(min(max(at.y(), inside.top()), inside.bottom()))
            self.grip(key, sign, at, name, handle)

        pair = stacked(a, axle)
        if pair is not None:
            collar = Handle(pair.seated.collar_m[0], LENGTH_PER_PX, LENGTH_NUDGE, self._pull_collar)
            put("grip collar", "capsule", c.on_curve(hanging + 0.004), "collar of both sides, drag", collar)
            changes = travel_of(a.proposed.events[axle][0], Event.CROSSOVER)
            if changes is not None and pair.pair.ring_m is not None:
                ring = Handle(pair.pair.ring_m, -LENGTH_PER_PX, -LENGTH_NUDGE, self._pull_ring)
                put("grip ring", "ring", c.on_curve(changes), "crossover: ring nearer or further, drag", ring)
        elif kind not in ("leaf", "torsion bar", "air"):
            free = Handle(order.free_m[0], LENGTH_PER_PX, LENGTH_NUDGE, partial(self._pull, "free_length_m", 3, "the preload"))
            put("grip free", "capsule", c.on_curve(hanging + 0.004), "preload, drag", free)
        coil = v.job.proposal.axles[axle].progressive
        if kind == "progressive" and coil.by == "rates" and coil.change_m is not None:
            changes = travel_of(a.proposed.events[axle][0], Event.TURNS_TOUCH)
            if changes is not None:
                handle = Handle(coil.change_m.value, LENGTH_PER_PX, LENGTH_NUDGE, self._pull_change)
                put("grip change", "ring", c.on_curve(changes), "change of rate, drag", handle)
        elif kind == "coil":
            bump = c.on_curve(ride + (float(u[-1]) - ride) * 0.4)
            rate = Handle(order.rate_n_per_m[0], RATE_PER_PX, RATE_NUDGE, partial(self._pull, "rate_n_per_m", -3, "the rate"))
            put("grip rate", "ring", bump, "spring rate, drag", rate)
        touched = travel_of(a.proposed.events[axle][0], Event.STOP_TOUCHED)
        if touched is not None and touched < c.high:
            stop = Handle(a.fits[axle].stop_spacer_m, LENGTH_PER_PX, LENGTH_NUDGE, self._pull_stop)
            put("grip stop", "tab", QPointF(c.at(touched, 0).x(), inside.top() + v.theme.px(14)), "stop spacer, drag", stop)

    def _pull(self, path: str, digits: int, what: str, value: float, way: str, gesture: int) -> None:
        axle, wanted = self.axle, round(value, digits)
        self.edited.emit(lambda job: set_both(job, axle, path, wanted), f"{way} {what}", gesture)

    def _pull_collar(self, value: float, way: str, gesture: int) -> None:
        """Both collars by the same way; what they differ by stays."""
        assert self.view is not None
        axle, seated = self.axle, self.view.a.orders[self.axle].stack
        if seated is None:
            return
        moved = round(value - seated.collar_m[0], 3)

        def change(job: Job) -> Job:
            for side in (0, 1):
                path = ("proposal", "axles", axle, SIDES[side], "collar_m")
                job = edits.put_number(job, path, round(seated.collar_m[side] + moved, 4))
            return job

        self.edited.emit(change, f"{way} the collars", gesture)

    def _pull_ring(self, value: float, way: str, gesture: int) -> None:
        axle, wanted = self.axle, max(round(value, 3), 0.02)
        self.edited.emit(lambda job: put_ring(job, axle, wanted), f"{way} the ring", gesture)

    def _pull_change(self, value: float, way: str, gesture: int) -> None:
        path, wanted = ("proposal", "axles", self.axle, "progressive", "change_m"), max(round(value, 3), 0.001)
        self.edited.emit(lambda job: edits.put_number(job, path, wanted), f"{way} the change of rate", gesture)

    def _pull_stop(self, value: float, way: str, gesture: int) -> None:
        wanted = min(max(round(value, 3), 0.0), 0.3)
        self.edited.emit(partial(put_stop_spacer, self.axle, spacer_m=wanted), f"{way} the stop spacer", gesture)

    def _solve_again(self) -> None:
        axle = self.axle
        self.edited.emit(lambda job: solve_again(job, axle), "solve the springs", -1)

    # -- strokes
    @override
    def draw(self, p: QPainter, v: View) -> None:
        t, s = v.theme, v.a.proposed
        draw_head(p, v, self.width())
        if self.page == "bench":
            draw_bench(p, v, self._picture)
            return
        if self.page == "side by side":
            draw_sides(p, v, self._sides)
            return
        if self.page in ("air", "foam"):
            return
        draw_rule(p, v, self._panel_top(v), self.width())
        draw_chart(p, v, self.chart)
        self._part(p)
        for case in range(v.a.cases):
            for row in (self._children.get(f"dot {case}"), self._children.get(f"try case {case}")):
                if s.stands[case] and row is not None and not row.isHidden():
                    at = QPointF(row.x() - t.px(8), row.y() + row.height() / 2)
                    case_sign(p, v, case, at, 4.5)
