"""Find: parts of the lists that hold the target in every load case, why the others do not, and the one that is chosen."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import partial

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QKeySequence, QPainter, QShortcut
from PyQt6.QtWidgets import QWidget

from isostat.assess.find.good import Rank
from isostat.assess.find.kits import Kits
from isostat.assess.find.take import taken
from isostat.assess.find.wish import CannotSearch
from isostat.assess.judgement import Step
from isostat.assess.solve.assessment import solved
from isostat.catalogue.shipped import SHIPPED
from isostat.desktop.catalogue import Catalogue
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.searching import Hunt, Searching
from isostat.desktop.spring.find_curve import SetCurve, draw_set_curve, lay_set_curve
from isostat.desktop.spring.find_keys import FindKeys
from isostat.desktop.spring.find_reasons import Reasons
from isostat.desktop.spring.find_sets import Sets, To
from isostat.desktop.spring.find_wanted import KIT, Wanted, lay_wanted
from isostat.desktop.view import View
from isostat.job.edits import proposals
from isostat.job.files import JobFault
from isostat.job.schema import Job
from isostat.language import tr
from isostat.units.format import many
from isostat.units.saying import Saying
from isostat.wording.find import say_product
from isostat.wording.find_why import say_nearest, say_opens
from isostat.wording.sentences import say

FOOT = 180.0  # px below the sets


class FindPage:
    """The page and what it remembers while the window is open; `relay` lays its sheet anew."""

    def __init__(self, sheet: Sheet, relay: Callable[[], None]) -> None:
        self._sheet, self._relay = sheet, relay
        self.searching = Searching(sheet)
        self.searching.changed.connect(relay)
        self.catalogue: Catalogue | None = None
        self.wanted = Wanted()
        self.sets, self.reasons = Sets(sheet, relay), Reasons(sheet, relay)
        self._key: tuple[object, ...] = ()
        self._curve: SetCurve | None = None
        self._laid: Hunt | None = None
        self._refused: Saying | None = None  # why nothing can be searched
        self._keys = FindKeys(sheet, self.key)
        asks = QShortcut(QKeySequence(Qt.Key.Key_Slash), sheet, self.reasons.ask_for)
        asks.setContext(Qt.ShortcutContext.WidgetWithChildrenShortcut)

    def search_in(self, catalogue: Catalogue) -> None:
        """The lists that are searched."""
        self.catalogue = catalogue
        catalogue.changed.connect(self._anew)

    @property
    def ended(self) -> bool:
        """Whether all that can be known of what is wanted is there."""
        hunt = self.searching.hunt
        return self._refused is not None or (hunt is not None and hunt.ended)

    def _anew(self) -> None:
        self._key = ()
        self._relay()

    def key(self, held: QWidget, key: int) -> bool:
        """A key while a button of the page is in hand; whether it is taken."""
        name = held.objectName()
        if key == Qt.Key.Key_Escape and self.searching.under_way:
            self.searching.call_off()
        elif key in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and name.startswith("find set ") and self.searching.hunt:
            hunt = self.searching.hunt
            self._take(hunt, hunt.best[self.sets.chosen], To.PROPOSAL)
        else:
            return self.sets.key(name, key) or self.reasons.key(name, key)
        return True

    # -- what is searched
    def _search(self, v: View, lists: Catalogue) -> None:
        """A new search where the job, the lists or what may vary have changed; the first where there is something to search."""
        first, last = self.wanted.kind_of(v.a, 0), self.wanted.kind_of(v.a, len(v.a.axles) - 1)
        if not self._key and first is None and last is not None:
            self.wanted = replace(self.wanted, axles=1)
        key = (id(v.a), self.wanted)
        if key == self._key:
            return
        self._key, self.sets.chosen, self._refused = key, 0, None
        self.searching.stop()
        try:
            wishes = self.wanted.wishes(v.a, lists)
        except CannotSearch as why:
            self._refused, self.searching.hunt = why.why, None
            return
        kits = None
        if self.wanted.kind == KIT:
            kits = Kits(lists.parts(KIT), {kind: lists.parts(kind) for kind in SHIPPED if kind not in (KIT, "shelf")})
        self.reasons.begin({tried.kind: lists.parts(tried.kind) for wish in wishes for tried in wish.lists})
        self.searching.start(Hunt(v.a, wishes, kits, self.wanted.rank))

    def _want(self, wanted: Wanted) -> None:
        self.wanted = wanted
        self._relay()

    # -- laying
    def lay(self, v: View, area: QRectF) -> None:
        """Places the page."""
        if self.catalogue is None:
            return
        self._search(v, self.catalogue)
        t, hunt = v.theme, self.searching.hunt
        self._curve, self._laid = None, hunt
        y = lay_wanted(self._sheet, v, area.topLeft(), self.wanted, self._want)
        self._lay_progress(v, QPointF(area.left(), y))
        self._lay_rank(v, QPointF(area.right(), y))
        if hunt is None or hunt.found is None:
            return
        middle = area.left() + area.width() * 0.45
        high = t.px(FOOT + self.reasons.more_px(hunt.found, area.right() - middle))
        foot = area.bottom() - high
        rows = QRectF(area.left(), y + t.px(58), area.width(), foot - y - t.px(58))
        if hunt.best:
            self.sets.lay(v, hunt, rows, partial(self._take, hunt))
        elif hunt.ended:
            said = [tr("Nothing fits with these settings."), *(say_opens(o, v.reader) for o in hunt.opens)]
            if not hunt.found.fallen.standing:
                said.insert(1, say_nearest(hunt.found.fallen, hunt.name, v.reader))
            wide = middle - area.left() - t.px(16)
            self._sheet.text("find none", "\n".join(said), rows.topLeft(), size=14, width=wide)
            foot = rows.top() - t.px(10)
        self._lay_curve(v, hunt, QRectF(area.left(), foot + t.px(10), middle - area.left() - t.px(16), high - t.px(10)))
        self.reasons.lay(v, hunt, QRectF(middle, foot + t.px(10), area.right() - middle, high - t.px(10)))
        self._keys.hear()

    def _lay_progress(self, v: View, at: QPointF) -> None:
        s, hunt = self._sheet, self.searching.hunt
        line = Line(s, v, at, size=14)
        why = self._refused if hunt is None else hunt.why
        if why is not None:
            line.words("find progress", why.words(v.reader.preset), role="fault", weight=600)
            return
        if hunt is None or hunt.found is None:
            line.words("find progress", tr("Searching…"), weight=600)
            if hunt is not None and hunt.kits is None:
                s.text("find product", say_product(hunt.wishes), at + QPointF(0, v.theme.px(20)), size=12, role="ink2")
            return
        found = hunt.found
        said = {
            "tried": many(found.tried),
            "total": many(found.total),
            "n": many(found.fallen.standing),
            "all": many(found.fallen.law.size),
        }
        words = tr("{tried} of {total} sets tried: {n} of {all} choices fit", **said)
        if found.done and self.searching.under_way and not found.fallen.standing:
            words = tr("Nothing fits. Looking for what would let some in…")
        line.words("find progress", words, weight=600)
        if hunt.held is None:
            below = QPointF(at.x(), at.y() + v.theme.px(20))
            box = s.text("find product", say_product(hunt.wishes), below, size=12, role="ink2")
            line.x = max(line.x, float(box.right()) + v.theme.px(8)) if self.searching.under_way else line.x
        if self.searching.to_go_s >= 1.0:
            line.words("find to go", tr("{s} s to go", s=f"{self.searching.to_go_s:.0f}"), role="ink2")
        if self.searching.under_way:
            line.gap(8).button("find cancel", tr("Cancel search"), self.searching.call_off)

    def _lay_rank(self, v: View, at: QPointF) -> None:
        """From the right: how sets are ranked."""
        line = Line(self._sheet, v, at, size=13, back=True)
        ranks = list(Rank)
        words = [tr("by {rank}", rank=tr(rank.words)) for rank in ranks]
        chosen = ranks.index(self.wanted.rank)
        line.choice(
            "find rank", words, chosen, lambda n: self._want(replace(self.wanted, rank=ranks[n])), label=tr("ranked by"), wide=128
        )

    def _lay_curve(self, v: View, hunt: Hunt, area: QRectF) -> None:
        """The chosen set against what is worked on; a fault of one that was left out, where none is chosen."""
        t, s, found = v.theme, self._sheet, hunt.found
        assert found is not None
        lost = hunt.lost
        if lost:
            n = lost[0]
            fault = hunt.faults[hunt.setting(n)]
            assert fault is not None
            said = {"part": hunt.name(int(found.good.part[n])), "fault": say(fault, v.reader).title}
            at = QPointF(area.left(), area.bottom() - t.px(18))
            s.text("find lost words", tr("Left out: {part}. {fault}", **said), at, size=12.5, role="watch", width=area.width())
            area = area.adjusted(0, 0, 0, -t.px(24))
        if not hunt.best or not hunt.ended:
            return
        n = hunt.best[self.sets.chosen]
        try:
            tried = solved(taken(v.job, found, found.good.chosen[:, n]))
        except JobFault:
            return
        axle = found.options[0].wish.axle
        self._curve = lay_set_curve(s, v, axle, tried, tr("set {n}", n=self.sets.chosen + 1), area)

    def _take(self, hunt: Hunt, n: int, to: To) -> None:
        found, took = hunt.found, list[Job]()
        assert found is not None
        chosen = found.good.chosen[:, n]

        def change(job: Job) -> Job:
            took.append(taken(proposals.add_proposal(job) if to is To.NEW else job, found, chosen))
            return took[-1]

        name = hunt.name(int(found.good.part[n])) or tr("as set")
        self._sheet.edited.emit(change, tr("springs {part}", part=name), -1)
        if to is To.CARD and took:  # it was not refused; it may have been in the proposal already
            self._sheet.step_wanted.emit(Step.FIT)

    # -- strokes
    def draw(self, p: QPainter, v: View) -> None:
        """The lanes of the sets, the curve, and what the reasons have to draw."""
        hunt = self.searching.hunt
        if hunt is None or hunt.found is None or hunt is not self._laid:  # found more while the page was not shown
            return
        if hunt.best:
            self.sets.draw(p, v, hunt.found)
        if self._curve is not None:
            draw_set_curve(p, v, self._curve)
        self.reasons.draw(p, v)
