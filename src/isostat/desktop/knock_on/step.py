"""The Knock-on step: the list worst first, the chosen line's readings below it."""

from __future__ import annotations

from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter
from typing_extensions import override

from isostat.assess.judgement import Grade, Step
from isostat.assess.knock_on.findings import DraggedOutside, ValveToSet
from isostat.assess.knock_on.line import What
from isostat.assess.knock_on.lines import knock_ons
from isostat.desktop.knock_on.allowed import lay_usual
from isostat.desktop.knock_on.bar_drawing import bar_shown, draw_bar, lay_bar
from isostat.desktop.knock_on.readings import GROUP_OF, lay_readings
from isostat.desktop.knock_on.rows import ROW, draw_row, grade_of, lay_heads, lay_row
from isostat.desktop.pieces.head import HEAD, draw_head, head_line
from isostat.desktop.pieces.line import Line as LineOf
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.language import tr

FOOT = 190.0  # px of the readings
DRAWING = 0.27  # of the width, that the bar's drawing takes


class KnockOnStep(Sheet):
    """Remembers the line that is chosen and the readings that are shown."""

    def __init__(self) -> None:
        super().__init__()
        self.chosen, self.first = 0, 0
        self.group, self.axle = "", 0
        self._rows: list[tuple[int, QRectF]] = []

    @override
    def lay(self, v: View) -> None:
        t, lines = v.theme, knock_ons(v.a)
        self.axle = min(self.axle, len(v.a.axles) - 1)
        self.chosen = min(self.chosen, max(len(lines) - 1, 0))
        if not self.group:
            self.group = GROUP_OF[lines[0].what] if lines else "body"
        head = head_line(self, v).words(
            "step words", tr("× old springs, as weighed; signs: new springs. Read before teardown."), role="ink2"
        )
        foot = self.height() - t.px(FOOT)
        area = QRectF(t.margin, t.px(HEAD + 8), self.width() - 2 * t.margin, foot - t.px(HEAD + 14))
        lay_heads(self, v, area)
        top = area.top() + t.px(20)
        room = max(int((area.bottom() - top) / t.px(ROW)), 1)
        self.first = max(min(self.first, self.chosen, max(len(lines) - room, 0)), self.chosen - room + 1)
        self._rows = []
        for place, n in enumerate(range(self.first, min(self.first + room, len(lines)))):
            row = QRectF(area.left(), top + place * t.px(ROW), area.width(), t.px(ROW))
            self._rows.append((n, row))
            lay_row(self, v, n, lines[n], row, chosen=n == self.chosen, choose=self.choose)
        if len(lines) > room:
            self._lay_more(head, len(lines), room)
        if not lines:
            words = tr("Nothing was read that the height could drag along. Enter it below, before anything is undone.")
            self.text("knock none", words, QPointF(area.left(), top), size=14, width=area.width())
        self._lay_foot(v, QRectF(area.left(), foot + t.px(8), area.width(), t.px(FOOT - 8)))

    def _lay_more(self, head: LineOf, every: int, room: int) -> None:
        last = min(self.first + room, every)
        head.gap(10).words(
            "knock shown word", tr("{first} to {last} of {all}", first=self.first + 1, last=last, all=every), role="ink2"
        )
        head.button("knock earlier", "▲", lambda: self.choose(max(self.first - 1, 0)), says=tr("lines before"))
        head.button("knock later", "▼", lambda: self.choose(min(last, every - 1)), says=tr("lines after"))

    def _lay_foot(self, v: View, area: QRectF) -> None:
        self._bar = bar_shown(v, self.axle) if self.group == "bar" else None
        self._drawing = QRectF(area.right() - area.width() * DRAWING, area.top() + v.theme.px(30), area.width() * DRAWING,
                               area.height() - v.theme.px(36))  # fmt: skip
        lay_readings(self, v, area, self.group, self.axle, self.turn)
        lines = knock_ons(v.a)
        if lines and not lines[self.chosen].asks:
            lay_usual(self, v, area.bottomRight() - QPointF(0, v.theme.px(34)), lines[self.chosen])
        if self._bar is not None:
            words = QRectF(area.left(), area.bottom() - v.theme.px(26), area.width() * (1 - DRAWING), v.theme.px(20))
            lay_bar(self, v, words)

    # -- turning
    def choose(self, n: int) -> None:
        """A line, and the readings that it rests on."""
        self.chosen = n
        if self.view is not None:
            line = knock_ons(self.view.a)[n]
            self.group = GROUP_OF[line.what]
            self.axle = self.axle if line.axle is None else line.axle
        self._relay()

    def turn(self, group: str, axle: int) -> None:
        """Other readings."""
        self.group, self.axle = group, axle
        self._relay()

    # -- strokes
    @override
    def draw(self, p: QPainter, v: View) -> None:
        t, lines = v.theme, knock_ons(v.a)
        draw_head(p, v, self.width())
        faults: set[object] = set()
        for j in v.judgements:
            if j.step is Step.KNOCK_ON and j.grade is Grade.FAULT:
                what = j.what if isinstance(j, DraggedOutside) else What.VALVE if isinstance(j, ValveToSet) else None
                faults.add((what, j.place.axle))
        for n, area in self._rows:
            draw_row(p, v, lines[n], area, grade_of(lines[n], faults))
        y = self.height() - t.px(FOOT)
        p.setPen(pen(t, "ink", 1.25))
        p.drawLine(QLineF(0, y, self.width(), y))
        if self._bar is not None:
            draw_bar(p, v, self._bar, self.axle, self._drawing)
