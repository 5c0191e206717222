"""Find: springs of the lists that hold the target in every load case, why the others do not, and the one that is chosen."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import partial

import numpy as np
from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter

from isostat.answers.find import part_name
from isostat.assess.find.search import Found
from isostat.assess.find.sold_as import sold_as
from isostat.assess.find.take import taken
from isostat.assess.find.wish import AxleWish, Steps
from isostat.catalogue.sheet import Sheet as PartSheet
from isostat.desktop.pieces.ink import case_sign, hatch
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import MIDDLE, RIGHT, Sheet
from isostat.desktop.pieces.styles import button_style, restyle
from isostat.desktop.searching import Catalogue, Searching
from isostat.desktop.spring.find_reasons import Reasons
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job.edits import proposals
from isostat.job.schema import Job
from isostat.language import capital, later, tr
from isostat.wording.find import many, say_miss, say_opens, say_price, say_product, say_set, say_sold_as
from isostat.wording.sentences import say

SPACERS = (0.0, 0.01, 0.02, 0.03, 0.04)  # m, up to which spacers are tried
STEPS = (0.001, 0.002, 0.004)  # m
STOPS = (0.0, 0.01, 0.02, 0.03)  # m, up to which stop spacers are tried; 0: as fitted
STOP_STEP = 0.005
ROW, FOOT = 42.0, 192.0  # px of a set; below the sets
LANE = (0.38, 0.30)  # of the page's width, where the lane of a set begins and how wide it is
SIDES = (later("Same both sides"), later("A spring a side"))


@dataclass(frozen=True, slots=True)
class Wanted:
    """What is searched: 0 the front, 1 the rear, 2 both; a spring a side; places in SPACERS, STEPS and STOPS."""

    axles: int = 0
    each: bool = False
    spacers: int = 2
    step: int = 1
    stops: int = 0


class FindPage:
    """The page and what it remembers while the window is open; `relay` lays its sheet anew."""

    def __init__(self, sheet: Sheet, relay: Callable[[], None]) -> None:
        self._sheet, self._relay = sheet, relay
        self.searching = Searching(sheet)
        self.searching.changed.connect(relay)
        self.catalogue: Catalogue | None = None
        self.wanted, self.chosen = Wanted(), 0
        self.reasons = Reasons(sheet, relay)
        self._key: tuple[object, ...] = ()
        self._end_m = 0.05  # m from the target, to which the lanes go either way
        self._lanes: list[tuple[QRectF, int]] = []

    def take_list(self, parts: PartSheet) -> None:
        """One more list to search."""
        if self.catalogue is None:
            self.catalogue = Catalogue()
        self.catalogue.take(parts)
        self._relay()

    # -- what is searched
    def _search(self, v: View) -> None:
        """A new search where the job, the lists or what may vary have changed."""
        if self.catalogue is None:
            self.catalogue = Catalogue()
        key, hunt = (self.wanted, self.catalogue.changes), self.searching.hunt
        if key != self._key or hunt is None or hunt.a is not v.a:
            self._key, self.chosen = key, 0
            self.reasons.begin(self.catalogue.every_coil())
            self.searching.start(v.a, self._wishes(v))

    def _wishes(self, v: View) -> list[AxleWish]:
        assert self.catalogue is not None
        last, w = len(v.a.axles) - 1, self.wanted
        axles = sorted({0: {0}, 1: {last}, 2: {0, last}}[w.axles])
        stops = Steps(0.0, STOPS[w.stops], STOP_STEP) if w.stops else None
        spacers = Steps(0.0, SPACERS[w.spacers], STEPS[w.step]) if w.spacers else Steps(0.0, 0.0)
        parts = self.catalogue.coils()
        return [AxleWish(axle=axle, parts=parts, each=w.each, spacers=spacers, stop_spacers=stops) for axle in axles]

    def _want(self, **changed: object) -> None:
        self.wanted = replace(self.wanted, **changed)  # type: ignore[arg-type]
        self._relay()

    # -- laying
    def lay(self, v: View, area: QRectF) -> None:
        """Places the page."""
        self._search(v)
        t, hunt = v.theme, self.searching.hunt
        self._lanes = []
        self._lay_wishes(v, area.topLeft())
        self._lay_progress(v, area.topLeft() + QPointF(0, t.px(59)))
        if hunt is None or hunt.found is None:
            return
        foot = area.bottom() - t.px(FOOT)
        top = area.top() + t.px(101)
        best = hunt.best
        self.chosen = min(self.chosen, max(len(best) - 1, 0))
        for row in range(min(len(best), max(int((foot - top) / t.px(ROW)), 1))):
            self._lay_set(v, hunt.found, row, best[row], QRectF(area.left(), top + row * t.px(ROW), area.width(), t.px(ROW)))
        self._lay_scale(v, hunt.found, top)
        if not best and hunt.ended:
            opens = [say_opens(o, v.reader) for o in hunt.opens] or [tr("Allow more spacer, or a stop spacer.")]
            words = "\n".join([tr("No springs fit with these settings."), *opens])
            self._sheet.text("find none", words, QPointF(area.left(), top), size=14, width=area.width())
        middle = area.left() + area.width() * 0.52
        self._lay_chosen(
            v, hunt.found, best, QRectF(area.left(), foot + t.px(10), middle - area.left() - t.px(16), t.px(FOOT - 10))
        )
        self.reasons.lay(v, hunt, QRectF(middle, foot + t.px(10), area.right() - middle, t.px(FOOT - 10)))

    def _lay_wishes(self, v: View, at: QPointF) -> None:
        t, s, r, w = v.theme, self._sheet, v.reader, self.wanted
        line = Line(s, v, at, size=13)
        if len(v.a.axles) > 1:
            names = [v.job.vehicle.axles[0].name, v.job.vehicle.axles[-1].name, tr("Both axles")]
            line.tabs("find axles", names, w.axles, lambda n: self._want(axles=n)).gap(4)
        line.tabs("find sides", [tr(side) for side in SIDES], int(w.each), lambda n: self._want(each=bool(n)))
        line.words("find product", say_product(self._wishes(v)), role="ink2")
        line = Line(s, v, at + QPointF(0, t.px(31)), size=13).words("find spacers word", tr("spacers"), role="ink2")
        lengths = [r.coil(m) for m in SPACERS]
        upto = [tr("none"), *(tr("up to {m}", m=m) for m in lengths[1:])]
        line.choice(
            "find spacers", upto, w.spacers, lambda n: self._want(spacers=n), label=tr("spacers that may be used"), wide=118
        )
        line.words("find step word", tr("in steps of"), role="ink2")
        line.choice("find step", [r.coil(m) for m in STEPS], w.step, lambda n: self._want(step=n), label=tr("spacer step"), wide=92)
        line.gap(6).words("find stops word", tr("stop spacer"), role="ink2")
        stops = [tr("as fitted"), *(tr("up to {m}", m=r.coil(m)) for m in STOPS[1:])]
        line.choice(
            "find stops", stops, w.stops, lambda n: self._want(stops=n), label=tr("stop spacers that may be used"), wide=118
        )
        line.gap(6).button("find import", tr("Import list"), lambda: s.file_wanted.emit("parts", 0))

    def _lay_progress(self, v: View, at: QPointF) -> None:
        s, hunt = self._sheet, self.searching.hunt
        line = Line(s, v, at, size=14)
        if hunt is None or (hunt.found is None and hunt.why is None):
            line.words("find progress", tr("Searching…"), weight=600)
            return
        if hunt.why is not None or hunt.found is None:
            line.words("find progress", hunt.why.words(v.reader.preset) if hunt.why else "", role="fault", weight=600)
            return
        found = hunt.found
        said = {
            "tried": many(found.tried),
            "total": many(found.total),
            "n": many(found.fallen.standing),
            "all": many(found.fallen.law.size),
        }
        line.words("find progress", tr("{tried} of {total} sets tried: {n} of {all} choices of springs fit", **said), weight=600)
        if self.searching.under_way:
            line.gap(8).button("find cancel", tr("Cancel search"), self.searching.call_off)

    def _lay_scale(self, v: View, found: Found, top: float) -> None:
        """The ends of the lanes: as far from the target as the sets that are shown stand."""
        t, s, band = v.theme, self._sheet, v.job.target.band_m.value
        axles = [o.wish.axle for o in found.options]
        shown = [n for _, n in self._lanes]
        if not shown:
            return
        apart = found.good.height_m[axles][:, :, shown] - v.a.fitted_target_m[axles][..., None, None]
        most = max(float(np.abs(apart.mean(axis=1)).max()), band) + 0.002
        self._end_m = float(np.ceil(most / 0.005) * 0.005)
        lane, y, end = self._lanes[0][0], top - t.px(18), v.reader.height_unit(self._end_m)
        s.text("find low", tr("{m} low", m=end), QPointF(lane.left(), y), size=12, role="ink2")
        s.text("find target", tr("target"), QPointF(lane.center().x(), y), size=12, role="accent", weight=600, anchor=MIDDLE)
        s.text("find high", tr("{m} high", m=end), QPointF(lane.right(), y), size=12, role="ink2", anchor=RIGHT)

    def _lay_set(self, v: View, found: Found, row: int, n: int, area: QRectF) -> None:
        t, s = v.theme, self._sheet
        said = say_set(found, n, v.reader)
        options, at = found.options[0], found.good.chosen[0, n]
        name = part_name(found, int(found.good.part[n]))
        wide = round(area.width() * 0.34)
        made = s.button(f"find set {row}", f"{row + 1}  {name}", area.topLeft(), partial(self._choose, row), width=wide)
        made.setCheckable(True)
        made.setChecked(row == self.chosen)
        made.setAccessibleName("; ".join([*said, say_miss(found, n, v.reader), say_price(found, n)]))
        restyle(made, button_style(t, filled=False))
        parts, spring = options.wish.parts, options.spring[0, at]
        left, right = (v.reader.coil(m) for m in options.spacer_m[:, at])
        given = {"rate": v.reader.rate(parts.numbers["rate"][spring]), "m": v.reader.coil(parts.numbers["free_m"][spring])}
        words = tr("{rate}, {m} free; spacer {left} left, {right} right", **given, left=left, right=right)
        s.text(f"find words {row}", words, QPointF(area.left() + 2, area.top() + t.px(26)), size=12, role="ink2")
        begins, wide_share = LANE
        lane = QRectF(area.left() + area.width() * begins, area.top() + t.px(2), area.width() * wide_share, t.px(36))
        self._lanes.append((lane, n))
        x = lane.right() + t.px(12)
        s.text(f"find miss {row}", say_miss(found, n, v.reader), QPointF(x, area.top() + 2), size=13, weight=600)
        s.text(f"find price {row}", say_price(found, n), QPointF(x, area.top() + t.px(20)), size=12.5, role="ink2")

    def _choose(self, row: int) -> None:
        self.chosen = row
        self._relay()

    def _lay_chosen(self, v: View, found: Found, best: list[int], area: QRectF) -> None:
        """The chosen set: what it gives here, the fault of one that was left out, and two ways to use it."""
        t, s, hunt = v.theme, self._sheet, self.searching.hunt
        assert hunt is not None
        y = area.top()
        if best:
            n = best[self.chosen]
            s.caps("find chosen head", tr("Chosen set {n}", n=self.chosen + 1), QPointF(area.left(), y))
            options, at = found.options[0], found.good.chosen[0, n]
            sold = say_sold_as(sold_as(v.a, options.wish, int(options.spring[0, at])), v.a.target_case, v.reader)
            if len(found.options) > 1:
                sold = "\n".join([*(capital(line) for line in say_set(found, n, v.reader)), sold])
            box = s.text("find sold words", sold, QPointF(area.left(), y + t.px(18)), size=13, width=area.width())
            line = Line(s, v, QPointF(area.left(), box.bottom() + t.px(6)))
            line.button(
                "find use", tr("Use in proposal {name}", name=v.job.proposal.name), partial(self._take, found, n), filled=True
            )
            if len(v.job.proposals) < len(proposals.LETTERS):
                line.button("find add", tr("Use as a new proposal"), partial(self._take, found, n, anew=True))
            y = box.bottom() + t.px(40)
        lost = [(n, fault) for n, fault in hunt.faults.items() if fault is not None]
        if lost:
            n, fault = lost[0]
            said = {"part": part_name(found, int(found.good.part[n])), "fault": say(fault, v.reader).title}
            words = tr("Left out: {part}. {fault}", **said)
            s.text("find lost words", words, QPointF(area.left(), y), size=12.5, role="watch", width=area.width())

    def _take(self, found: Found, n: int, *, anew: bool = False) -> None:
        chosen = found.good.chosen[:, n]

        def change(job: Job) -> Job:
            return taken(proposals.add_proposal(job) if anew else job, found, chosen)

        self._sheet.edited.emit(change, tr("springs {part}", part=part_name(found, int(found.good.part[n]))), -1)

    # -- strokes
    def draw(self, p: QPainter, v: View) -> None:
        """The lanes of the sets, and what the reasons have to draw."""
        hunt = self.searching.hunt
        if hunt is None or hunt.found is None:
            return
        t, found = v.theme, hunt.found
        axles = [o.wish.axle for o in found.options]
        band = v.job.target.band_m.value
        for lane, n in self._lanes:
            for k, axle in enumerate(axles):
                y = lane.top() + (k + 0.5) * lane.height() / len(axles)
                p.setPen(pen(t, "rule", 1.0))
                p.drawLine(QLineF(lane.left(), y, lane.right(), y))
                ends = [self._x(lane, m) for m in (-band, band)]
                hatch(p, QRectF(ends[0], y - t.px(6), ends[1] - ends[0], t.px(12)), t.colour("accent"), 5)
                p.setPen(pen(t, "accent", 1.4))
                p.drawLine(QLineF(self._x(lane, 0.0), y - t.px(8), self._x(lane, 0.0), y + t.px(8)))
                apart = (found.good.height_m[axle, :, n] - v.a.fitted_target_m[axle][:, None]).mean(axis=0)
                for case, miss in zip(found.cases, apart, strict=True):
                    case_sign(p, v, int(case), QPointF(self._x(lane, float(miss)), y), 4.5)
        self.reasons.draw(p, v)

    def _x(self, lane: QRectF, m: float) -> float:
        share = min(max(m / self._end_m, -1.0), 1.0)
        return lane.center().x() + share * lane.width() / 2
