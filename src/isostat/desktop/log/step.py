"""The Log step: an entry's heights against their promise, one instruction, how it settles, and what is due."""

from __future__ import annotations

from datetime import date
from functools import partial

from PyQt6.QtCore import QPointF, QRectF, QTimer
from PyQt6.QtGui import QPainter
from PyQt6.QtWidgets import QWidget
from typing_extensions import override

from isostat.assess.log.due import Due, Standing
from isostat.assess.log.entries import entry_changed, entry_turned, promised_again, with_entry
from isostat.assess.log.learnt import taken
from isostat.assess.log.promise import Verdict, case_of, held
from isostat.assess.log.read_at import points_offered
from isostat.assess.solve.assessment import Assessment, assess
from isostat.desktop.document import Edit
from isostat.desktop.log.checks_page import lay_checks
from isostat.desktop.log.due_list import DUE_HIGH, lay_due
from isostat.desktop.log.instruction import instruction_now
from isostat.desktop.log.pictures_page import draw_pictures, lay_pictures
from isostat.desktop.log.settling import draw_settling, lay_settling
from isostat.desktop.log.wheels import draw_wheels, lay_wheels
from isostat.desktop.pieces.focus_walk import by_line
from isostat.desktop.pieces.head import HEAD, draw_head, draw_rule, head_line
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.number import Number
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.job.edits.log import put_rechecked, remove_entry
from isostat.job.edits.paths import JOB, path_to
from isostat.job.edits.taught import forget_taught
from isostat.job.files import JobFault
from isostat.job.points import CORNER_WORDS
from isostat.job.schema import Job
from isostat.language import decimal, later, tr
from isostat.units.distance import kilometres
from isostat.units.parse import NotUnderstood
from isostat.units.saying import saying
from isostat.wording.book import say_taught
from isostat.wording.log import STATES, Instruction, say_entry
from isostat.wording.log_why import say_learnt

WHEELS, BANNER = 106.0, 94.0  # px
NOTE = 60.0  # px of a note, below which it is left out
PAGES = {"heights": later("Heights"), "checks": later("Other readings"), "pictures": later("Pictures")}
TABS = 5  # of entries, side by side


class LogStep(Sheet):
    """Remembers which entry is shown; a new one is."""

    def __init__(self) -> None:
        super().__init__()
        self.entry, self.page = 0, "heights"
        self._waiting: tuple[Assessment, Edit, str] | None = None  # an edit that needs the promise, of which job
        self._awaited: int | None = None  # of the entry that was asked for: the hand goes on in its first height
        self._wheels = self._banner = self._chart = self._pictures = QRectF()

    @override
    def lay(self, v: View) -> None:
        t, entries = v.theme, v.job.log
        self.entry = min(self.entry, max(len(entries) - 1, 0))
        self._wheels = self._banner = self._chart = self._pictures = QRectF()
        head = head_line(self, v)
        if entries:
            self._lay_tabs(v, head)
        head.button("log add", tr("Add entry"), self._add)
        if entries:
            head.button("log remove", tr("Remove entry"), self._remove).gap(8)
            pages = tuple(PAGES)
            names, count = [tr(words) for words in PAGES.values()], len(entries[self.entry].pictures)
            names[-1] += f" ({count})" if count else ""
            head.tabs("log page", names, pages.index(self.page), lambda k: self.turn(pages[k]))
            if self.page == "checks":
                head.button("log scales", tr("Read scales"), self.scales_wanted.emit).gap(8)
        if self._waits(v):
            head.words("log waiting", tr("Working out what it should read."), role="ink2")
        area = QRectF(t.margin, t.px(HEAD + 8), self.width() - 2 * t.margin, self.height() - t.px(HEAD + 14))
        if not v.a.proposed.stands.all():
            words = tr("The vehicle would tip in a load case: see the findings. Nothing can be promised until it stands.")
            self.text("log empty", words, area.topLeft(), size=14, width=area.width())
            return
        if not entries:
            words = tr("Nothing was read yet after fitting. Add an entry, then type hub to arch at every wheel.")
            at = self.text("log empty", words, area.topLeft(), size=14, width=area.width())
            self._lay_taught(v, QPointF(area.left(), at.bottom() + t.px(16)))
            return
        self._lay_facts(v, area)
        if self.page == "checks":
            lay_checks(self, v, area.adjusted(0, t.px(38), 0, 0), self.entry)
            return
        if self.page == "pictures":
            self._pictures = area.adjusted(0, t.px(38), 0, 0)
            lay_pictures(self, v, self._pictures, self.entry)
            return
        self._wheels = QRectF(area.left(), area.top() + t.px(38), area.width(), t.px(WHEELS))
        lay_wheels(self, v, self._wheels, self.entry, held(v.a, self.entry))
        self._banner = QRectF(0, self._wheels.bottom() + t.px(4), self.width(), t.px(BANNER))
        self._banner.setBottom(max(self._banner.bottom(), self._lay_instruction(v, instruction_now(v, self.entry)) + t.px(6)))
        foot = area.bottom() - t.px(DUE_HIGH)
        top = self._banner.bottom() + t.px(8)
        if foot - top > t.px(90) and v.prediction_fresh:
            self._chart = QRectF(area.left(), top, area.width(), foot - top)
            lay_settling(self, v, self._chart, self.entry)
        lay_due(self, v, QRectF(area.left(), foot + t.px(4), area.width(), t.px(DUE_HIGH)), self._recheck)
        if self._awaited is not None and self._awaited < len(entries):
            QTimer.singleShot(0, partial(self.focus_on, path_to(JOB.log[self._awaited].heights[0].left_m)))
            self._awaited = None

    def _waits(self, v: View) -> bool:
        """Whether an edit waits for the promise; made as soon as that is there, dropped where the job has gone on."""
        if self._waiting is None:
            return False
        a, change, words = self._waiting
        if a is v.a and not v.prediction_fresh:
            return True
        self._waiting = None
        if a is not v.a:
            self._awaited = None
        else:
            QTimer.singleShot(0, partial(self.edited.emit, change, words, -1))
        return False

    def _lay_tabs(self, v: View, head: Line) -> None:
        """The entries, or those about the shown one; a day of reading makes many."""
        entries = v.job.log
        first = min(max(self.entry - TABS // 2, 0), max(len(entries) - TABS, 0))
        last = min(first + TABS, len(entries))
        if first > 0:
            head.button("log earlier", "◀", partial(self.show_entry, self.entry - 1), says=tr("entry before"))
        head.tabs(
            "log entry", [say_entry(one) for one in entries[first:last]], self.entry - first, lambda k: self.show_entry(first + k)
        )
        if last < len(entries):
            head.button("log later", "▶", partial(self.show_entry, self.entry + 1), says=tr("entry after"))

    def _lay_taught(self, v: View, at: QPointF) -> None:
        """What a shop's book has in the promise, and how to have it out."""
        for n, one in enumerate(v.job.taught):
            line = self.text(f"log taught {n}", say_taught(one, v.reader.preset), at, size=14)
            at = QPointF(at.x(), line.bottom() + v.theme.px(4))
        if v.job.taught:
            words = tr("Counted in what every wheel should read while springs of that maker or type are fitted.")
            line = self.text("log taught words", words, at, size=13, role="ink2")
            self.button("log taught out", tr("Leave it out"), QPointF(at.x(), line.bottom() + v.theme.px(8)), self._forget_taught)

    def _lay_facts(self, v: View, area: QRectF) -> None:
        """When, how far, in which state, with what on board, by whom."""
        n, entry = self.entry, v.job.log[self.entry]
        line = Line(self, v, area.topLeft(), size=13)
        line.words("log day word", tr("day"), role="ink2")
        line.typed("log day", path_to(JOB.log[n].day), label=tr("day of the entry"), wide=92)
        states = list(STATES)
        line.choice("log state", [tr(words) for words in STATES.values()], states.index(entry.state),
                    lambda k: self._change(state=states[k]), label=tr("state"), wide=148)  # fmt: skip
        if entry.state == "driven":
            where, size = line.place(78)
            self.words("log km", (), where, size, label=tr("distance driven"), text=tr("{n} km", n=decimal(entry.km, 0)),
                       put=partial(_put_km, n))  # fmt: skip
            line.gap(0)
        cases = [case.name for case in v.job.cases]
        line.words("log case word", tr("on board"), role="ink2")
        line.choice("log case", cases, case_of(v.a, entry), lambda k: self._change(case=cases[k]), label=tr("on board"), wide=132)
        points = points_offered(v.a)
        if len(points) > 1 or entry.point not in points:
            known = tuple(dict.fromkeys((*points, entry.point)))
            line.choice("log point", [tr(CORNER_WORDS[one]) for one in known], known.index(entry.point),
                        lambda k: self._change(point=known[k]), label=tr("read at"), wide=132)  # fmt: skip
        line.words("log who word", tr("by"), role="ink2")
        line.typed("log who", path_to(JOB.log[n].who), label=tr("who read it"), wide=84)
        word = tr("note")
        if (area.right() - line.x - v.theme.width(word, 13)) / v.theme.scale > NOTE + 8:
            line.words("log note word", word, role="ink2")
            rest = (area.right() - line.x) / v.theme.scale
            line.typed("log note", path_to(JOB.log[n].note), label=tr("note of the entry"), wide=rest)

    def _lay_instruction(self, v: View, said: Instruction) -> float:
        """Where its last line ends, px down."""
        t, box = v.theme, self._banner
        lost = held(v.a, self.entry).verdict is Verdict.NOT_PROMISED
        room = box.width() - 2 * t.margin - t.px(190 if said.correction or said.learnt or lost else 0)
        size = next((s for s in (21, 18, 16, 14) if len(t.lines(said.sentence, s, 600, room)) == 1), 14)
        at = self.text("log instruction", said.sentence, QPointF(t.margin, box.top() + t.px(8)), size=size, weight=600, width=room)
        y = float(at.bottom()) + t.px(2)
        teaches = say_learnt(said.learnt, v.reader)
        for key, words in (("then", said.then), ("costs", said.costs), ("why", said.why), ("learnt", teaches)):
            if words:
                at = self.text(
                    f"log {key}", words, QPointF(t.margin, y), size=13, role="ink" if key != "costs" else "ink2", width=room
                )
                y = float(at.bottom())
        act = QPointF(box.right() - t.margin - t.px(170), box.top() + t.px(28))
        if lost:
            self.button("log promise", tr("Work it out"), act, self._promise_again, filled=True, width=round(t.px(170)))
        elif said.correction is not None:
            self.button("log turned", tr("Done: read again"), act, partial(self._turned, said), filled=True,
                        width=round(t.px(170)))  # fmt: skip
        if said.learnt:
            self.button("log learnt take", tr("Use these figures"), act + QPointF(0, t.px(34)), partial(self._take_learnt, said),
                        width=round(t.px(170)))  # fmt: skip
        return y

    @override
    def focus_chain(self) -> list[QWidget]:
        """What is typed and pressed as it is read; numbers that can only be asked come last."""
        return sorted(by_line(super().focus_chain()), key=lambda child: isinstance(child, Number))

    @override
    def weighs_into(self) -> int | None:
        return self.entry if self.view is not None and self.view.job.log else None

    # -- acts
    def _recheck(self, one: Due) -> None:
        """Done by now, or not after all."""
        what, done = one.what.value, one.standing is not Standing.DONE
        self.edited.emit(lambda job: put_rechecked(job, what, done=done), tr("checked again"), -1)

    def turn(self, page: str) -> None:
        """To the heights, to what else is read, or to the pictures."""
        self.page = page
        self._relay()

    def show_entry(self, n: int) -> None:
        """Another entry."""
        self.entry = n
        self._relay()

    def _add(self) -> None:
        assert self.view is not None
        self.entry = self._awaited = len(self.view.job.log)
        today = f"{date.today():%Y-%m-%d}"
        self._once_promised(lambda job: with_entry(assess(job), today), tr("log entry"))

    def _remove(self) -> None:
        n = self.entry
        self.edited.emit(lambda job: remove_entry(job, n), tr("log entry removed"), -1)

    def _change(self, **fields: object) -> None:
        n = self.entry
        self._once_promised(lambda job: entry_changed(job, n, **fields), tr("log entry"))

    def _promise_again(self) -> None:
        self._once_promised(promised_again, tr("promise of the log"))

    def _once_promised(self, change: Edit, words: str) -> None:
        """At once where the prediction is at hand; else when it is worked out beside the window."""
        assert self.view is not None
        if self.view.prediction_fresh or not self.view.a.proposed.stands.all():
            self.edited.emit(change, words, -1)
        else:
            self._waiting = (self.view.a, change, words)
            self._relay()

    def _turned(self, said: Instruction) -> None:
        """What was turned is kept with the entry, and the next one is ready to be read."""
        assert self.view is not None and said.correction is not None
        n, turned = self.entry, said.correction.turned
        entry, today = self.view.job.log[n], f"{date.today():%Y-%m-%d}"
        self.entry = self._awaited = len(self.view.job.log)

        def change(job: Job) -> Job:
            done = entry_turned(job, n, turned)
            return with_entry(assess(done), today, state=entry.state, km=entry.km, case=entry.case, who=entry.who)

        self._once_promised(change, tr("correction done"))

    def _forget_taught(self) -> None:
        self.edited.emit(forget_taught, tr("shop book left out"), -1)

    def _take_learnt(self, said: Instruction) -> None:
        """What the entry taught of the parts or the load goes into the job."""
        assert self.view is not None
        a, n = self.view.a, self.entry
        self.edited.emit(lambda job: taken(a, job, n, said.learnt), tr("figures from the log"), -1)

    # -- strokes
    @override
    def draw(self, p: QPainter, v: View) -> None:
        draw_head(p, v, self.width())
        if not self._pictures.isEmpty():
            draw_pictures(p, v, self._pictures, self.entry)
        if self._wheels.isEmpty():
            return
        t = v.theme
        p.fillRect(self._banner, t.colour("paper"))
        p.fillRect(QRectF(0, self._banner.top(), t.px(4), self._banner.height()), t.colour("accent"))
        draw_rule(p, v, self._banner.top(), self.width())
        draw_rule(p, v, self._banner.bottom(), self.width())
        draw_wheels(p, v, self._wheels, held(v.a, self.entry))
        if not self._chart.isEmpty():
            draw_settling(p, v, self._chart, self.entry)
            draw_rule(p, v, self._chart.bottom(), self.width())


def _put_km(n: int, job: Job, text: str) -> Job:
    try:
        return entry_changed(job, n, km=kilometres(text))
    except NotUnderstood as fault:
        raise JobFault("log", [saying("Distance driven: {why}", why=str(fault))]) from None
