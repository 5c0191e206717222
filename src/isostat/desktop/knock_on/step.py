"""The Knock-on step: what the height drags with it, worst first, with the vehicle and the chosen part above; and its readings."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QEvent, QLineF, QObject, QPointF, QRectF, Qt
from PyQt6.QtGui import QKeyEvent, QPainter
from PyQt6.QtWidgets import QLineEdit, QPushButton
from typing_extensions import override

from isostat.assess.judgement import Grade
from isostat.assess.knock_on.findings import thing_of
from isostat.assess.knock_on.line import Line, What
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.knock_on.on_card import cure_of
from isostat.assess.workings import Shown
from isostat.assess.workings.knock_on import number_in
from isostat.desktop.knock_on.cures import lay_cures, put_on_card
from isostat.desktop.knock_on.part_view import draw_part, lay_part, shown
from isostat.desktop.knock_on.readings import GROUP_OF, lay_readings
from isostat.desktop.knock_on.rows import ROW, draw_row, grade_of, lay_heads, lay_row
from isostat.desktop.knock_on.side_view import draw_side, lay_side
from isostat.desktop.pieces.head import HEAD, draw_head, draw_rule, head_line
from isostat.desktop.pieces.line import Line as LineOf
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.language import later, tr

PAGES = {"list": later("What moves"), "readings": later("Readings")}
VIEWS, CURES = 0.29, 0.26  # of the height that the views take, and the ways at the foot
PART = 0.34  # of the width, that the chosen part's view takes
DRAWING = 0.44  # of the height, that it takes below the readings


class KnockOnStep(Sheet):
    """Remembers the page, the line that is chosen and the readings that are shown."""

    def __init__(self) -> None:
        super().__init__()
        self.page = "list"
        self.chosen, self.first = 0, 0
        self._thing: tuple[What, int | None] | None = None  # that was chosen, wherever it stands by now
        self.group, self.axle = "", 0
        self._rows: list[tuple[int, QRectF]] = []
        self._side = self._part = QRectF()
        self._foot = 0.0

    @override
    def lay(self, v: View) -> None:
        lines = knock_ons(v.a)
        self.axle = min(self.axle, len(v.a.axles) - 1)
        self._keep_chosen(lines)
        if not self.group:
            self.group = GROUP_OF[lines[0].what] if lines else "body"
        if not lines:
            self.page = "readings"
        head = head_line(self, v).tabs(
            "page", [tr(words) for words in PAGES.values()], tuple(PAGES).index(self.page), lambda n: self.turn(tuple(PAGES)[n])
        )
        area = QRectF(
            v.theme.margin, v.theme.px(HEAD + 8), self.width() - 2 * v.theme.margin, self.height() - v.theme.px(HEAD + 16)
        )
        self._rows, self._side, self._part = [], QRectF(), QRectF()
        if self.page == "readings":
            self._lay_readings(v, head, area)
        else:
            self._lay_list(v, head, area)

    def _lay_list(self, v: View, head: LineOf, area: QRectF) -> None:
        t, lines = v.theme, knock_ons(v.a)
        head.gap(6).words("step words", tr("× old springs, as weighed; signs: new springs"), role="ink2")
        high = area.height() * VIEWS
        wide = area.width() * (PART if shown(v, self.group, self.axle) else 0.0)
        self._side = QRectF(area.left(), area.top(), area.width() - wide - t.px(10 if wide else 0), high)
        self._part = QRectF(area.right() - wide, area.top(), wide, high)
        lay_side(self, v, self._side, self.chosen)
        lay_part(self, v, self._part, self.group, self.axle)
        self._foot = foot = area.bottom() - area.height() * CURES
        table = QRectF(area.left(), area.top() + high + t.px(8), area.width(), foot - area.top() - high - t.px(14))
        lay_heads(self, v, table)
        top = table.top() + t.px(19)
        room = max(int((table.bottom() - top) / t.px(ROW)), 1)
        self.first = max(min(self.first, self.chosen, max(len(lines) - room, 0)), self.chosen - room + 1)
        for place, n in enumerate(range(self.first, min(self.first + room, len(lines)))):
            row = QRectF(table.left(), top + place * t.px(ROW), table.width(), t.px(ROW))
            self._rows.append((n, row))
            lay_row(self, v, n, lines[n], row, chosen=n == self.chosen, choose=self.choose)
            self.child(f"knock row {n}", QPushButton).installEventFilter(self)
        if len(lines) > room:
            self._lay_more(head, len(lines), room)
        lay_cures(self, v, QRectF(area.left(), foot + t.px(6), area.width(), area.bottom() - foot - t.px(6)), lines[self.chosen])

    def _lay_more(self, head: LineOf, every: int, room: int) -> None:
        last = min(self.first + room, every)
        head.gap(10).words(
            "knock shown word", tr("{first} to {last} of {all}", first=self.first + 1, last=last, all=every), role="ink2"
        )
        head.button("knock earlier", "▲", lambda: self.choose(max(self.first - 1, 0)), says=tr("lines before"))
        head.button("knock later", "▼", lambda: self.choose(min(last, every - 1)), says=tr("lines after"))

    def _lay_readings(self, v: View, head: LineOf, area: QRectF) -> None:
        head.gap(6).words(
            "step words", tr("Read at ride height, before teardown; squareness once it is back together."), role="ink2"
        )
        high = area.height() * DRAWING if shown(v, self.group, self.axle) else 0.0
        self._part = QRectF(area.left() + area.width() * 0.2, area.bottom() - high, area.width() * 0.6, high)
        lay_readings(self, v, area.adjusted(0, 0, 0, -high), self.group, self.axle, self.show_readings)
        lay_part(self, v, self._part, self.group, self.axle)
        if not knock_ons(v.a):
            words = tr("Nothing was read that the height could drag along. Enter it above, before anything is undone.")
            self.text("knock none", words, QPointF(area.left(), area.bottom() - high - v.theme.px(24)), size=13, width=area.width())

    # -- turning
    def turn(self, page: str) -> None:
        """Another page of the step."""
        self.page = page
        self._relay()

    def choose(self, n: int) -> None:
        """A line, and the readings that it rests on."""
        self.chosen = n
        if self.view is not None:
            line = knock_ons(self.view.a)[n]
            self._thing = line.what, line.axle
            self.group = GROUP_OF[line.what]
            self.axle = self.axle if line.axle is None else line.axle
        self._relay()
        self.asked.emit(None)

    @override
    def own_number(self, v: View) -> Shown | None:
        lines = knock_ons(v.a)
        self._keep_chosen(lines)
        if not lines or not np.isfinite(lines[self.chosen].now[v.case]):
            return None
        return number_in(lines[self.chosen], v.case)

    def _keep_chosen(self, lines: tuple[Line, ...]) -> None:
        """What was chosen stays so, wherever it stands by now."""
        things = [(line.what, line.axle) for line in lines]
        self.chosen = things.index(self._thing) if self._thing in things else min(self.chosen, max(len(lines) - 1, 0))

    def show_readings(self, group: str, axle: int) -> None:
        """Readings of another kind or axle."""
        self.group, self.axle = group, axle
        self.turn("readings")

    def _into_reading(self, line: Line) -> None:
        """The focus goes to the first reading that a line lacks, else to the first that it rests on."""
        if not line.asks or not self.focus_on(line.asks[0]):
            next(one for one in self.focus_chain() if isinstance(one, QLineEdit)).setFocus()

    @override
    def eventFilter(self, of: QObject | None, event: QEvent | None) -> bool:
        """On a row: up and down choose another, Enter puts its cure on the card, M goes to its readings; a button would not."""
        lines = () if self.view is None else knock_ons(self.view.a)
        if not isinstance(event, QKeyEvent) or event.type() != QEvent.Type.KeyPress or not lines:
            return super().eventFilter(of, event)
        match event.key():
            case Qt.Key.Key_Up | Qt.Key.Key_Down as key:
                n = self.chosen + (1 if key == Qt.Key.Key_Down else -1)
                self.choose(min(max(n, 0), len(lines) - 1))
                self.child(f"knock row {self.chosen}", QPushButton).setFocus()
            case Qt.Key.Key_Return | Qt.Key.Key_Enter if self.view is not None:
                self.choose(next(n for n, _ in self._rows if self.child(f"knock row {n}", QPushButton) is of))
                if (cure := cure_of(self.view.job, lines[self.chosen])) is not None:
                    put_on_card(self, lines[self.chosen], cure)
            case Qt.Key.Key_M:
                self.show_readings(self.group, self.axle)
                self._into_reading(lines[self.chosen])
            case _:
                return super().eventFilter(of, event)
        return True

    # -- strokes
    @override
    def draw(self, p: QPainter, v: View) -> None:
        lines = knock_ons(v.a)
        draw_head(p, v, self.width())
        draw_part(p, v, self._part, self.group, self.axle)
        if self.page == "readings":
            return
        draw_side(p, v, self._side, self.chosen, (self.group, self.axle))
        draw_rule(p, v, self._side.bottom() + v.theme.px(4), self.width())
        if self._part.width() > 0.0:
            x = self._part.left() - v.theme.px(5)
            p.drawLine(QLineF(x, v.theme.px(HEAD), x, self._side.bottom() + v.theme.px(4)))
        faults: set[object] = {(thing_of(j), j.place.axle) for j in v.judgements if j.grade is Grade.FAULT}
        for n, area in self._rows:
            draw_row(p, v, lines[n], area, grade_of(lines[n], faults))
        draw_rule(p, v, self._foot, self.width())
