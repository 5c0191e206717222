"""Spring: force against hub to arch with its handles, the part beside it, the order below; proposals side by side; the bench."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QPointF, QRectF
from PyQt6.QtGui import QPainter
from PyQt6.QtWidgets import QWidget
from typing_extensions import override

from isostat.assess import workings
from isostat.assess.travel.landmarks import landmarks
from isostat.assess.travel.trim import put_stop_spacer
from isostat.assess.workings import Shown
from isostat.core.parts.event import Event
from isostat.desktop.pieces.focus_walk import by_line
from isostat.desktop.pieces.grip import Handle
from isostat.desktop.pieces.head import HEAD, draw_head, draw_rule
from isostat.desktop.pieces.ink import case_sign
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.spring.bench_page import draw_bench, lay_bench
from isostat.desktop.spring.chart import draw_chart, lay_chart, spring_chart
from isostat.desktop.spring.find_page import FindPage
from isostat.desktop.spring.head import PAGES, lay_head
from isostat.desktop.spring.side_by_side_page import draw_sides, lay_sides
from isostat.desktop.springs.kind import LENGTH_NUDGE, LENGTH_PER_PX, Drag, Room, SpringPage
from isostat.desktop.springs.pages import HELPER_PAGES, SPRING_PAGES
from isostat.desktop.springs.stacked.drawing import POSTURES
from isostat.desktop.view import View
from isostat.language import tr

PART_WIDE = 0.34  # of the sheet, that the part beside the chart takes


class SpringStep(Sheet):
    """One axle at a time: the chart and the part above, what is ordered below."""

    def __init__(self) -> None:
        super().__init__()
        self.axle, self.page = 0, "chart"
        self.bench = 0  # the spring on the bench that is shown
        self.finder = FindPage(self, self._found)
        self.posture, self.shelf = POSTURES[0], ""  # of a stacked pair: how it is drawn; what a panel shows beside its fields

    def _panel_top(self, v: View) -> float:
        return self.height() - v.theme.px(238)

    @override
    def lay(self, v: View) -> None:
        t = v.theme
        self.axle = min(self.axle, len(v.a.axles) - 1)
        lay_head(self, v, self.axle, self.page, self.turn_axle, self._turn_to)
        page = QRectF(t.margin, t.px(HEAD + 12), self.width() - 2 * t.margin, self.height() - t.px(HEAD + 20))
        if self.page == "bench":
            self.bench = min(self.bench, max(len(v.job.bench) - 1, 0))
            self._picture = lay_bench(self, v, page, self.bench, self.turn_bench)
        elif self.page == "find":
            self.finder.lay(v, page)
        elif self.page in HELPER_PAGES:
            HELPER_PAGES[self.page](self, v, page, self.axle)
        elif self.page == "side by side":
            self._sides = lay_sides(self, v, page)
        else:
            self._lay_axle(v)

    @override
    def focus_chain(self) -> list[QWidget]:
        """Line by line where fields and buttons come and go."""
        chain = super().focus_chain()
        return by_line(chain) if self.page == "find" else chain

    def _lay_axle(self, v: View) -> None:
        t, kind = v.theme, SPRING_PAGES[v.job.proposal.axles[self.axle].kind]
        kind.lay_rate(self, v, self.axle)
        top, foot = t.px(HEAD + 56), self._panel_top(v) - t.px(36)
        right = self.width() * (1 - PART_WIDE)
        area = QRectF(t.px(60), top, right - t.px(76), max(foot - top, 80.0))
        self.chart = spring_chart(v, self.axle, area)
        lay_chart(self, v, self.chart)
        self._grips(v, kind)
        beside = QRectF(right + t.px(8), t.px(HEAD + 36), self.width() - right - t.px(20), self._panel_top(v) - t.px(HEAD + 42))
        room = Room(
            sheet=self,
            axle=self.axle,
            part=beside,
            panel=self._panel_top(v),
            posture=self.posture,
            pose=self.pose,
            shelf=self.shelf,
            look=self.look,
            read_table=partial(self.file_wanted.emit, "spring table", self.axle),
        )
        self._part = kind.lay(room, v)

    # -- turning
    def turn_axle(self, axle: int) -> None:
        """Another axle, and the working of its rate."""
        self.axle, self.shelf = axle, ""
        self._relay()
        self.asked.emit(None)

    @override
    def own_number(self, v: View) -> Shown | None:
        return Shown(workings.order.spring_rate, self.axle)

    def turn(self, page: str) -> None:
        """Another page of the step."""
        self.page = page
        self._relay()

    def _found(self) -> None:
        """The search has found more."""
        if self.page == "find" and self.isVisible():
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
    def _grips(self, v: View, kind: SpringPage) -> None:
        a, axle, c = v.a, self.axle, self.chart
        inside = c.area.adjusted(10, 16, -10, -16)  # a grip never leaves the chart

        def put(drag: Drag) -> None:
            at = drag.at
            at.setX(min(max(at.x(), inside.left()), inside.right()))
            at.setY(min(max(at.y(), inside.top()), inside.bottom()))
            self.grip(drag.key, drag.sign, at, drag.words, drag.handle)

        for drag in kind.drags(self, v, axle, c):
            put(drag)
        touched = landmarks(v.a, axle, 0).at(Event.STOP_TOUCHED)
        if touched is not None and touched < c.high:
            stop = Handle(a.fits[axle].stop_spacer_m, LENGTH_PER_PX, LENGTH_NUDGE, self._pull_stop)
            top = QPointF(c.at(touched, 0).x(), inside.top() + v.theme.px(14))
            put(Drag("grip stop", "tab", top, tr("bump-stop spacer, drag"), stop))

    def _pull_stop(self, value: float, way: str, gesture: int) -> None:
        wanted = min(max(round(value, 3), 0.0), 0.3)
        self.edited.emit(partial(put_stop_spacer, self.axle, spacer_m=wanted), tr("bump-stop spacer ({way})", way=way), gesture)

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
        if self.page == "find":
            self.finder.draw(p, v)
            return
        if self.page in HELPER_PAGES:
            return
        draw_rule(p, v, self._panel_top(v), self.width())
        draw_chart(p, v, self.chart)
        self._part(p)
        for case in range(v.a.cases):
            for row in (self._children.get(f"dot {case}"), self._children.get(f"try case {case}")):
                if s.stands[case] and row is not None and not row.isHidden():
                    at = QPointF(row.x() - t.px(8), row.y() + row.height() / 2)
                    case_sign(p, v, case, at, 4.5)
