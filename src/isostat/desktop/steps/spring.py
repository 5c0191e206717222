"""Spring: force against hub to arch, the rate and length to order, or a spring off a tag tried in every case."""

from __future__ import annotations

from functools import partial
from typing import get_args

from PyQt6.QtCore import QPointF, QRect, QRectF, QSize
from PyQt6.QtGui import QPainter

from isostat.assess.picking import DIFFER, MULTIPLE
from isostat.assess.resolved import default_frequency
from isostat.core.tuning.events import droop_end
from isostat.desktop.pieces.grip import Handle
from isostat.desktop.pieces.ink import case_glyph
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.steps.bench_page import draw_bench, lay_bench
from isostat.desktop.steps.head import HEAD, draw_head, draw_rule
from isostat.desktop.steps.spring_chart import draw_chart, lay_chart, spring_chart
from isostat.desktop.steps.spring_order import lay_order, set_both, solve_again
from isostat.desktop.steps.stack_page import draw_stack, lay_stack
from isostat.desktop.view import View
from isostat.job.fitted import Pick
from isostat.units.unit import Quantity

RATE_NUDGE, LENGTH_NUDGE = 1000.0, 0.001
RATE_PER_PX, LENGTH_PER_PX = 250.0, 0.0005
PAGES = ("chart", "stack", "bench")
WAYS = get_args(Pick.model_fields["way"].annotation)


class SpringStep(Sheet):
    """One axle at a time: chart above, the order per corner below."""

    def __init__(self) -> None:
        super().__init__()
        self.axle, self.page = 0, "chart"
        self.bench = 0  # the spring on the bench that is shown

    def _order_top(self, v: View) -> float:
        return self.height() - v.theme.px(238)

    def lay(self, v: View) -> None:
        t = v.theme
        self.axle = min(self.axle, len(v.a.axles) - 1)
        page = QRectF(t.px(16), t.px(HEAD + 12), self.width() - t.px(32), self.height() - t.px(HEAD + 20))
        if self.page == "bench":
            self.bench = min(self.bench, max(len(v.job.bench) - 1, 0))
            self._lay_tabs(v)
            self._picture = lay_bench(self, v, page, self.bench, self.turn_bench)
            return
        if self.page == "stack":
            self._lay_tabs(v)
            self._stack = lay_stack(self, v, page, self.axle)
            return
        foot = self._order_top(v) - t.px(42)
        area = QRectF(t.px(60), t.px(HEAD + 34), self.width() - t.px(84), max(foot - t.px(HEAD + 34), 80.0))
        self.chart = spring_chart(v, self.axle, area)
        self._lay_head(v)
        lay_chart(self, v, self.chart)
        self._grips(v)
        lay_order(self, v, self.axle, self._order_top(v))
        again = QPointF(t.px(560), self._order_top(v) + t.px(140))
        self.button("solve again", "Solve for the target", again, self._solve_again)

    def _lay_tabs(self, v: View) -> tuple[QRect, int]:
        """The axles and the pages; returns the first tab and where the last ends."""
        t = v.theme
        name = self.text("step title", v.step.value, QPointF(t.px(16), t.px(5)), size=19, weight=600)
        first = QRect(round(name.right() + t.px(14)), round(t.px(5)), round(t.px(58)), round(t.px(26)))
        end = self.tabs("axle", [axle.name for axle in v.job.vehicle.axles], self.axle, first, self._turn)
        pages = QRect(end + round(t.px(6)), first.top(), 0, first.height())
        return first, self.tabs("page", PAGES, PAGES.index(self.page), pages, self._turn_to)

    def _lay_head(self, v: View) -> None:
        t = v.theme
        first, end = self._lay_tabs(v)
        pick = v.job.proposal.axles[self.axle].pick
        base = ("proposal", "axles", self.axle, "pick")
        word = self.text("rate word", "rate by", QPointF(end + t.px(12), t.px(9)), size=14, role="ink2")

        def box(x: float, wide: float) -> QRect:
            return QRect(round(x), first.y(), round(t.px(wide)), first.height())

        way = box(word.right() + 6, 110)
        self.choice("way", WAYS, WAYS.index(pick.way), way, label="rate picked by",
                    chosen=lambda n: self.put((*base, "way"), WAYS[n], "rate picked by"))  # fmt: skip
        names, size = [c.name for c in v.job.cases], QSize(round(t.px(60)), first.height())

        def case(key: str, path: str, label: str, chosen: str, x: float) -> QRect:
            return self.choice(key, names, names.index(chosen), box(x, 90), label=label,
                               chosen=lambda n: self.put((*base, path), names[n], label)).geometry()  # fmt: skip

        at = QPointF(way.right() + t.px(8), first.y())
        if pick.way in ("same feel", "bump capacity"):
            x = at.x()
            if pick.way == "bump capacity":
                self.field("multiple", (*base, "multiple"), at, size, label="multiple of the load that full bump takes",
                           quantity=Quantity.RATIO, value=pick.multiple.value if pick.multiple else MULTIPLE,
                           assumed=pick.multiple is None)  # fmt: skip
                x += size.width() + 6
            said = "times the load," if pick.way == "bump capacity" else "the old frequency,"
            words = self.text("pick words", said, QPointF(x, t.px(9)), size=14, role="ink2")
            case("pick case", "case", "load case of the pick", pick.case or v.job.target.case, words.right() + 6)
        elif pick.way == "frequency":
            hertz = pick.hertz.value if pick.hertz else default_frequency(self.axle)
            self.field("hertz", (*base, "hertz"), at, size, label="wanted frequency", quantity=Quantity.FREQUENCY,
                       value=hertz, assumed=pick.hertz is None)  # fmt: skip
            words = self.text("pick words", "Hz when", QPointF(at.x() + size.width() + 6, t.px(9)), size=14, role="ink2")
            case("pick case", "case", "load case of the frequency", pick.case or v.job.target.case, words.right() + 6)
        else:
            self.field("differ", (*base, "differ_m"), at, size, label="light and full may differ", quantity=Quantity.HEIGHT,
                       value=pick.differ_m.value if pick.differ_m else DIFFER, assumed=pick.differ_m is None)  # fmt: skip
            sign = v.reader.preset.height.sign
            words = self.text("pick words", sign, QPointF(at.x() + size.width() + 4, t.px(9)), size=14, role="ink2")
            light = case("pick light", "light", "light case", pick.light or names[0], words.right() + 6)
            case("pick full", "full", "full case", pick.full or v.job.target.case, light.right() + 5)

    def _turn(self, axle: int) -> None:
        self.axle = axle
        self._relay()

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

    def _grips(self, v: View) -> None:
        u, order = self.chart.curve[0], v.a.orders[self.axle].order
        ride = float(v.a.proposed.rest.travel_m[self.axle, 0, v.case])
        bump = self.chart.on_curve(ride + (float(u[-1]) - ride) * 0.4)
        inside = self.chart.area.adjusted(10, 16, -10, -16)  # a grip never leaves the chart
        hanging = self.chart.on_curve(droop_end(v.a.proposed.events[self.axle][0]).travel_m + 0.004)
        rate = Handle(order.rate_n_per_m[0], RATE_PER_PX, RATE_NUDGE, partial(self._pull, "rate_n_per_m", -3, "the rate"))
        free = Handle(order.free_m[0], LENGTH_PER_PX, LENGTH_NUDGE, partial(self._pull, "free_length_m", 3, "the preload"))
        for at in (bump, hanging):
            at.setX(min(max(at.x(), inside.left()), inside.right()))
            at.setY(min(max(at.y(), inside.top()), inside.bottom()))
        self.grip("grip rate", "ring", bump, "spring rate, drag", rate)
        self.grip("grip free", "capsule", hanging, "preload, drag", free)

    # -- hands
    def _pull(self, path: str, digits: int, what: str, value: float, way: str, gesture: int) -> None:
        axle, wanted = self.axle, round(value, digits)
        self.edited.emit(lambda job: set_both(job, axle, path, wanted), f"{way} {what}", gesture)

    def _solve_again(self) -> None:
        axle = self.axle
        self.edited.emit(lambda job: solve_again(job, axle), "solve the springs", -1)

    # -- strokes
    def draw(self, p: QPainter, v: View) -> None:
        t, s = v.theme, v.a.proposed
        draw_head(p, v, self.width())
        if self.page == "bench":
            draw_bench(p, v, self._picture)
        if self.page == "stack":
            draw_stack(p, v, self._stack)
        if self.page != "chart":
            return
        draw_rule(p, v, self._order_top(v), self.width())
        draw_chart(p, v, self.chart)
        for case in range(v.a.cases):
            for row in (self._children.get(f"dot {case}"), self._children.get(f"try case {case}")):
                if s.stands[case] and row is not None:
                    at = QPointF(row.x() - t.px(8), row.y() + row.height() / 2)
                    case_glyph(p, v.glyph(case), at, 4.5, t.colour("ink"), t.colour("sheet"))
