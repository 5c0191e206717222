"""The right side: what is wrong here, why, what would fix it; below it the working of the number picked."""

from __future__ import annotations

from PyQt6.QtCore import QLineF, QPointF, QRectF, pyqtSignal
from PyQt6.QtGui import QPainter
from PyQt6.QtWidgets import QPushButton
from typing_extensions import override

from isostat.assess.fixes import Fix
from isostat.assess.judgement import Grade, Judgement
from isostat.desktop.pieces.ink import mark
from isostat.desktop.pieces.plain import on_button
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.pieces.styles import button_style, restyle
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.language import tr
from isostat.wording.fixes import say_fix
from isostat.wording.sentences import grade_words, say

ROLE = {Grade.FAULT: "fault", Grade.WATCH: "watch", Grade.NOTE: "ink"}


class FixButton(QPushButton):
    """A fix, in three lines; filled only when it makes nothing else worse."""

    wanted = pyqtSignal(object)

    def __init__(self, parent: Findings) -> None:
        super().__init__(parent)
        self.fix: Fix | None = None
        self.clicked.connect(self._want)

    def _want(self) -> None:
        if self.fix is not None:
            self.wanted.emit(self.fix)


class Findings(Sheet):
    """Findings of this step first, notes folded to a line, then the worst of the other steps."""

    ground_role = "paper"
    one_stop = True
    fix_wanted = pyqtSignal(object)

    @override
    def signature(self, v: View) -> object:
        return v.judgements, v.fixes, v.step, v.picked, v.theme, v.reader.preset, tuple(i.name for i in v.job.items), v.job.vehicle

    @override
    def lay(self, v: View) -> None:
        t = v.theme
        self._marks: list[tuple[Grade, float, str]] = []
        self._rules: list[float] = []
        own = sorted((j for j in v.judgements if j.step is v.step), key=lambda j: not v.is_lit(j))  # that in hand is seen first
        self._lit: tuple[float, float] | None = None
        self.caps("findings head", tr("Findings"), QPointF(t.px(12), t.px(13)))
        count = tr("{n} here, {total} total", n=len(own), total=len(v.judgements))
        self.text("findings count", count, QPointF(self.width() - t.px(12), t.px(12)), size=12.5, role="ink2", anchor=RIGHT)
        others = [j for j in v.judgements if j.step is not v.step and j.grade > Grade.NOTE]
        first = self._first_elsewhere(v, others[0]) if others else []
        self._foot = self.height() - t.px(76 + 16.5 * max(len(first) - 3, 0))
        y, foot = t.px(40), self._foot
        left_out = 0
        for n, judgement in enumerate(own):
            top, y = y, self._finding(v, n, judgement, y, foot)
            if v.is_lit(judgement) and y <= foot:
                self._lit = (top, y)
            if y > foot:
                left_out = len(own) - n
                break
        if not own:
            self.text("nothing", tr("No findings on this step."), QPointF(t.px(12), y), size=13, role="ink2")
        self._elsewhere(v, others, first, left_out)

    def _first_elsewhere(self, v: View, j: Judgement) -> list[str]:
        """The gravest finding of the other steps, in lines."""
        said = say(j, v.reader)
        return [f"{tr(j.step.value)} · {said.place}", *v.theme.lines(said.title, 12.5, 600, self.width() - v.theme.px(52))]

    def _finding(self, v: View, n: int, j: Judgement, y: float, foot: float) -> float:
        """Places one finding; returns where the next begins, or beyond the foot when it found no room."""
        t, said, left = v.theme, say(j, v.reader), v.theme.px(40)
        wide = self.width() - left - t.px(12)
        fixes = sorted((f for f in v.fixes if f.judgement == j), key=lambda f: f.worsens)[:2]  # what worsens nothing comes first
        if j.grade is Grade.NOTE and not fixes:
            if y + t.px(8) + len(t.lines(said.title, 13, 600, wide)) * t.px(17) > foot:
                return foot + 1
            box = self.text(f"note {n}", said.title, QPointF(left, y + 2), size=13, weight=600, width=wide, shown=j)
            self._marks.append((j.grade, y + t.px(12), v.letter(j)))
            self._rules.append(box.bottom() + 7)
            return float(box.bottom() + 10)
        wrapped = [t.lines(words, size, weight, wide) for words, size, weight in ((said.title, 15, 600), (said.body, 13, 400))]
        said_fixes = [say_fix(fix, v.reader) for fix in fixes]
        buttons = [
            [line for words in (f.title, f.cures, f.worst) for line in t.lines(words, 12, 600, wide - t.px(22))] for f in said_fixes
        ]
        room = foot - y - t.px(26) - len(wrapped[0]) * t.px(20) - len(wrapped[1]) * t.px(17)
        highs = [t.px(14) + len(lines) * t.px(15.5) for lines in buttons]
        body = len(wrapped[1]) * t.px(17) + 4
        terse = room < sum(highs) <= room + body  # both ways to mend it are worth more than its second sentence
        if sum(highs[:1]) > room and n > 0:
            return foot + 1
        fixes = fixes if terse or sum(highs) <= room else fixes[:1]
        head = self.text(
            f"finding {n} word", grade_words(j.grade), QPointF(left, y + 1), size=11.5, weight=700, role=ROLE[j.grade], tracking=1
        )
        self.text(f"finding {n} place", said.place, QPointF(head.right() + 7, y - 1), size=12.5, role="ink2")
        self._marks.append((j.grade, y + t.px(16), v.letter(j)))
        box = self.text(
            f"finding {n} title", said.title, QPointF(left, head.bottom() + 2), size=15, weight=600, width=wide, shown=j
        )
        if not terse:
            box = self.text(f"finding {n} body", said.body, QPointF(left, box.bottom()), size=13, role="ink2", width=wide)
        y = box.bottom() + 5
        filled = False
        for m, fix in enumerate(fixes):
            words, lines, high = said_fixes[m], buttons[m], highs[m] - t.px(4)
            made = self.child(f"fix {n} {m}", FixButton, lambda b: b.wanted.connect(self.fix_wanted))
            made.fix = fix
            best = not fix.worsens and not filled
            filled = filled or best
            made.setText(on_button("\n".join(lines)))
            made.setAccessibleName(f"{words.title}: {words.cures}; {words.worst}")
            made.setFont(t.font(12, 600))
            restyle(made, button_style(t, filled=best))
            made.setGeometry(round(left), round(y), round(wide), round(high))
            y += high + t.px(4)
        self._rules.append(y + 2)
        return y + 8

    def _elsewhere(self, v: View, others: list[Judgement], lines: list[str], left_out: int) -> None:
        t, foot = v.theme, self._foot
        self.text(
            "elsewhere", tr("Other steps") if others else tr("No other findings"), QPointF(t.px(12), foot + 6), size=13, role="ink2"
        )
        more = len(others) - 1 + left_out
        if more > 0:
            self.text(
                "more", tr("{n} more", n=more), QPointF(self.width() - t.px(12), foot + 6), size=13, role="accent", anchor=RIGHT
            )
        if others:
            j = others[0]
            self._marks.append((j.grade, foot + t.px(44), v.letter(j)))
            made = self.child(
                "elsewhere go", QPushButton, lambda b: b.clicked.connect(lambda: self.step_wanted.emit(self._elsewhere_step))
            )
            self._elsewhere_step = j.step
            made.setText(on_button("\n".join(lines)))
            made.setAccessibleName(" ".join(lines))
            made.setFont(t.font(12.5, 600))
            restyle(
                made,
                f"QPushButton{{border:0;background:transparent;color:{getattr(t, ROLE[j.grade])};text-align:left}}"
                f"QPushButton:focus{{border:2px solid {t.accent}}}",
            )
            made.setGeometry(
                round(t.px(36)), round(foot + t.px(24)), round(self.width() - t.px(44)), round(self.height() - foot - t.px(26))
            )

    @override
    def draw(self, p: QPainter, v: View) -> None:
        p.setPen(pen(v.theme, "ink", 1.0))
        p.drawLine(QLineF(0.5, 0, 0.5, self.height()))
        p.setPen(pen(v.theme, "rule", 0.8))
        head = v.theme.px(33)
        for y in (head, *self._rules, self._foot + v.theme.px(4)):
            p.drawLine(QLineF(1, y, self.width(), y))
        if self._lit is not None:
            top, foot = self._lit
            p.fillRect(QRectF(1, top - v.theme.px(5), v.theme.px(4), foot - top - v.theme.px(3)), v.theme.colour("accent"))
        for grade, y, letter in self._marks:
            mark(p, v.theme, grade, QPointF(v.theme.px(22), y), 19, letter)
