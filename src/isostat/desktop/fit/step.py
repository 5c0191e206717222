"""The Fit step: the card's parts on the left, the steps of one of them on the right, ticked as they are done."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter
from PyQt6.QtWidgets import QLineEdit, QWidget
from typing_extensions import override

from isostat.answers.card import CardPage, Row, Section, card_page
from isostat.answers.ruler import Ruler
from isostat.assess.fit.compose import card_of
from isostat.assess.fit.done import mark_of
from isostat.desktop.fit.order_page import lay_order
from isostat.desktop.fit.rows import high_of, lay_step, now
from isostat.desktop.fit.ruler_drawing import draw_ruler, high_of_labels, lay_ruler
from isostat.desktop.pieces.head import HEAD, draw_head, head_line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.styles import button_style, field_style, restyle
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job.edits.card import tick, untick
from isostat.job.edits.paths import JOB, path_to
from isostat.language import later, tr, trn

PARTS = 0.27  # of the width, that the list of parts takes
PART, FLOOR, ROOM = 29.0, 64.0, 190.0  # px of a part, of the heights to be read, and that a ruler takes at least

PAGES = {"steps": later("Steps"), "order": later("Order")}


class FitStep(Sheet):
    """Remembers the page, which part of the card is open, from which of its steps on it is shown, and the state of its ruler."""

    def __init__(self) -> None:
        super().__init__()
        self.page = "steps"
        self.part, self.first, self.state = 0, 0, 0
        self._who = ""
        self._rows: list[QRectF] = []
        self._ruler: Ruler | None = None
        self._ruled = QRectF()
        self._steps_at = QPointF()  # below the head, right of the parts

    @override
    def lay(self, v: View) -> None:
        t, page = v.theme, card_page(v.a, v.reader, v.prediction if v.prediction_fresh else None)
        self._rows, self._ruler = [], None
        self._lay_head(v, page)
        area = QRectF(t.margin, t.px(HEAD + 10), self.width() - 2 * t.margin, self.height() - t.px(HEAD + 16))
        if not page.sections:
            words = tr("Nothing is changed on this vehicle. Choose springs or settings in a proposal: the card follows.")
            self.text("fit none", words, area.topLeft(), size=14, width=area.width())
            return
        if self.page == "order":
            self._lay_order(v, page, area)
            return
        self.part = min(self.part, len(page.sections) - 1)
        y = area.top()
        if page.held:
            said = tr("Not to be driven until ticked: {steps}.", steps="; ".join(page.held))
            box = self.text("fit held", said, QPointF(area.left(), y), size=13, weight=600, role="fault", width=area.width())
            y = float(box.bottom()) + t.px(8)
        left = area.width() * PARTS
        self._lay_parts(v, page, QRectF(area.left(), y, left - t.px(14), area.bottom() - y))
        self._steps_at = QPointF(area.left() + left - 1.0, t.px(HEAD))
        beside = QRectF(area.left() + left, y, area.width() - left, area.bottom() - y)
        self._lay_steps(v, page.sections[self.part], beside, page)

    @override
    def focus_chain(self) -> list[QWidget]:
        """Head, parts, then every step: its tick, its readings, its torques."""
        at = self._steps_at
        return sorted(super().focus_chain(), key=lambda one: (one.y() >= at.y(), one.x() >= at.x(), one.y() // 12, one.x()))

    def _lay_order(self, v: View, page: CardPage, area: QRectF) -> None:
        """What is bought; more than there is room for is turned to."""
        t, foot = v.theme, v.theme.px(30)
        self._steps_at = QPointF(0.0, t.px(HEAD))
        self.first = min(self.first, max(len(page.buy) - 1, 0))
        self._rows = lay_order(self, v, page.buy, self.first, area.adjusted(0, 0, 0, -foot))
        at, last = QPointF(area.right() - t.px(132), area.bottom() - t.px(26)), self.first + len(self._rows)
        if last < len(page.buy):
            self.button("fit later", tr("next ▼"), at + QPointF(t.px(66), 0), partial(self._go, last), width=round(t.px(66)))
        if self.first > 0:
            self.button("fit earlier", "▲", at, partial(self._go, 0), width=round(t.px(40))).setAccessibleName(tr("first parts"))

    def _lay_head(self, v: View, page: CardPage) -> None:
        line = head_line(self, v)
        if page.sections:
            names = [tr(words) for words in PAGES.values()]
            line.tabs("page", names, tuple(PAGES).index(self.page), lambda n: self.turn(tuple(PAGES)[n])).gap(6)
        line.words("step words", tr("{n} of {all} steps done", n=page.total - page.open, all=page.total))
        if not page.sections:
            return
        line.gap(8).words("fit who word", tr("by"), role="ink2")
        who = self.child("fit who", QLineEdit, self._wire)
        where, size = line.place(86)
        who.setAccessibleName(tr("who ticks"))
        who.setFont(v.theme.font(13, 600))
        restyle(who, field_style(v.theme, "ink", v.theme.rule, dashed=False))
        who.setGeometry(round(where.x()), round(where.y()), size.width(), size.height())
        line.gap(8).words("fit call word", tr("call"), role="ink2")
        where, size = line.place(120)
        self.words("fit call", path_to(JOB.card.call), where, size, label=tr("whom the cab card says to call"))
        line.gap(8)
        ways = {
            tr("PDF"): "pdf",
            tr("Web page"): "html",
            tr("Cab card"): "cab",
            tr("Customer sheet"): "customer",
            tr("Order as a table"): "order",
            tr("Order for a message"): "message",
        }
        acts = {words: partial(self.file_wanted.emit, f"card {kind}", 0) for words, kind in ways.items()}
        words = tr("Save or copy")
        where, size = line.place(self.text_width(words, 13) + 40)
        self.menu("fit save", words, where, acts, width=size.width())

    def _wire(self, who: QLineEdit) -> None:
        who.setMaxLength(40)
        who.editingFinished.connect(lambda: setattr(self, "_who", who.text().strip()))

    def _lay_parts(self, v: View, page: CardPage, area: QRectF) -> None:
        """Every part with how far it is; of more than there is room for those about the open one, and what is before and behind."""
        high, last = v.theme.px(PART), len(page.sections) - 1
        fits = min(max(int(area.height() // high), 3), last + 1)
        start = min(max(self.part - fits // 2, 0), last + 1 - fits)
        for row, n in enumerate(range(start, start + fits)):
            section, at = page.sections[n], QPointF(area.left(), area.top() + row * high)
            done = sum(one.done for one in section.rows)
            words = tr("{part}  {n}/{all}", part=section.headed, n=done, all=len(section.rows))
            if row == 0 and n > 0:
                words = trn("▲ 1 part before", "▲ {n} parts before", n + 1)
            elif row == fits - 1 and n < last:
                words = trn("▼ 1 part behind", "▼ {n} parts behind", last + 1 - n)
            made = self.button(f"fit part {n}", words, at, partial(self.open, n), width=round(area.width()))
            made.setCheckable(True)
            made.setChecked(n == self.part)
            restyle(made, button_style(v.theme, filled=False))
        rulers = page.sections[self.part].rulers
        self.state = min(self.state, max(len(rulers) - 1, 0))
        self._ruler = rulers[self.state] if rulers else None
        top = area.top() + high * fits + v.theme.px(12)
        below = QRectF(area.left(), top, area.width(), area.bottom() - top - v.theme.px(18))
        if self._ruler is not None and below.height() > v.theme.px(max(ROOM, high_of_labels(self._ruler))):
            self._ruled = below
            lay_ruler(self, v, below, rulers, self.state, self.read_in)
        else:
            self._ruler = None

    def _lay_steps(self, v: View, section: Section, area: QRectF, page: CardPage) -> None:
        t = v.theme
        head = self.text("fit section", section.headed, area.topLeft(), size=15, weight=600)
        top, rows = float(head.bottom()) + t.px(6), section.rows
        self.first = min(self.first, len(rows) - 1)
        y, shown = top, 0
        for row in rows[self.first :]:
            high = high_of(v, row, area.width()) + (t.px(FLOOR) if row.heights else 0.0)
            if y + high > area.bottom() - t.px(28) and shown:
                break
            lay_step(self, v, row, QPointF(area.left(), y), area.width(), self._tick, self._who)
            if row.heights:
                self._lay_floor(v, page, QPointF(area.left() + t.px(64), y + high - t.px(FLOOR)), area.width() - t.px(64))
            self._rows.append(QRectF(area.left(), y, area.width(), high))
            y, shown = y + high, shown + 1
        last = self.first + shown
        at = QPointF(area.right() - t.px(132), area.bottom() - t.px(26))
        if last < len(rows):
            self.button("fit later", tr("next ▼"), at + QPointF(t.px(66), 0), partial(self._go, last), width=round(t.px(66)))
        elif self.part + 1 < len(page.sections):
            self.button(
                "fit later", tr("next ▼"), at + QPointF(t.px(66), 0), partial(self.open, self.part + 1), width=round(t.px(66))
            )
        if self.first > 0:
            self.button("fit earlier", "▲", at, partial(self._go, 0), width=round(t.px(40))).setAccessibleName(tr("first steps"))

    def _lay_floor(self, v: View, page: CardPage, at: QPointF, wide: float) -> None:
        """What each wheel should read on the floor."""
        step = wide / max(len(page.floor), 1)
        for n, wheel in enumerate(page.floor):
            x = at + QPointF(n * step, 0)
            self.text(f"fit floor {n} corner", wheel.corner, x, size=12, role="ink2")
            self.text(f"fit floor {n} height", wheel.height, x + QPointF(0, v.theme.px(15)), size=16, weight=600)
            band = tr("band {band}", band=wheel.band) if wheel.band else page.floor_case
            self.text(f"fit floor {n} band", band, x + QPointF(0, v.theme.px(36)), size=12, role="ink2")

    # -- acts
    def open(self, part: int) -> None:
        """Another part of the card."""
        self.part, self.first, self.state = part, 0, 0
        self._relay()

    def turn(self, page: str) -> None:
        """To the steps, or to what is ordered."""
        self.page, self.first = page, 0
        self._relay()

    def read_in(self, state: int) -> None:
        """The ruler in another state."""
        self.state = state
        self._relay()

    def _go(self, first: int) -> None:
        self.first = first
        self._relay()

    def _tick(self, row: Row) -> None:
        """Done, or open again; what it rests on is kept with it."""
        assert self.view is not None
        label = tr("step {n}", n=row.n)
        if row.done:
            self.edited.emit(lambda job: untick(job, row.key), label, -1)
            return
        entry = next(e for e in card_of(self.view.a) if (e.step.key, e.place) == row.key)
        parts, who, at = mark_of(self.view.job, entry), self._who, now()
        self.edited.emit(lambda job: tick(job, row.key, parts, who, at), label, -1)

    # -- strokes
    @override
    def draw(self, p: QPainter, v: View) -> None:
        draw_head(p, v, self.width())
        if self._ruler is not None:
            draw_ruler(p, v.theme, self._ruled, self._ruler)
        p.setPen(pen(v.theme, "rule", 0.8))
        for row in self._rows:
            p.drawLine(QLineF(row.left(), row.bottom() - v.theme.px(3), row.right(), row.bottom() - v.theme.px(3)))
