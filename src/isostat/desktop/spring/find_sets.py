"""The sets that fit, best first: each with a lane of its load cases; the chosen one says what it gives here and can be used."""

from __future__ import annotations

from collections.abc import Callable
from enum import Enum
from functools import partial

import numpy as np
from PyQt6.QtCore import QLineF, QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter
from PyQt6.QtWidgets import QPushButton

from isostat.assess.find.found import Found
from isostat.assess.find.good import Rank
from isostat.assess.find.sold_as import sold_as
from isostat.desktop.pieces.ink import case_sign, hatch
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import MIDDLE, RIGHT, Sheet
from isostat.desktop.pieces.styles import button_style, restyle
from isostat.desktop.searching import Hunt
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job.edits import proposals
from isostat.language import capital, tr
from isostat.wording.find import say_counted, say_miss, say_price, say_rank, say_ride, say_set, say_setting, say_sold_as
from isostat.wording.find_kits import say_kit, say_kit_price

ROW = 42.0  # px of a set
LANE = (0.42, 0.27)  # of the page's width, where the lane of a set begins and how wide it is
BESIDE = (Rank.FREQUENCY, Rank.STRESS)  # that a row shows in place of its price


class To(Enum):
    """Where a set is taken: into the proposal that is worked on, into a new one, or into it and on to the job card."""

    PROPOSAL = 0
    NEW = 1
    CARD = 2


Use = Callable[[int, To], object]  # a good set


class Sets:
    """The rows and what is chosen among them."""

    def __init__(self, sheet: Sheet, relay: Callable[[], None]) -> None:
        self._sheet, self._relay = sheet, relay
        self.chosen, self.first = 0, 0  # of the sets that fit; the first one that is shown
        self._end_m = 0.05  # m from the target, to which the lanes go either way
        self._lanes: list[tuple[QRectF, int]] = []
        self._wide = 0  # px of a set's name, left of its lane

    def lay(self, v: View, hunt: Hunt, area: QRectF, use: Use) -> None:
        """Places as many rows as there is room for. use: takes a set into the job."""
        t, found, best = v.theme, hunt.found, hunt.best
        assert found is not None
        self._lanes, self._wide = [], round(area.width() * (LANE[0] - 0.02))
        self.chosen = min(self.chosen, max(len(best) - 1, 0))
        opened = self._high(v, hunt, best[self.chosen], area)
        room = max(int((area.height() - opened) / t.px(ROW)), 1)
        self.first = min(max(self.first, self.chosen - room + 1), self.chosen)
        y, shown = area.top(), range(self.first, min(self.first + room, len(best)))
        for row in shown:
            self._lay_set(v, hunt, row, best[row], QRectF(area.left(), y, area.width(), t.px(ROW)))
            y += t.px(ROW)
            if row == self.chosen:
                self._lay_chosen(v, hunt, best[row], QRectF(area.left(), y, area.width(), opened), use)
                y += opened
        self._lay_scale(v, found, area.top())
        self._lay_more(v, shown, len(best), area)

    def _lay_more(self, v: View, shown: range, every: int, area: QRectF) -> None:
        """Which of the sets are shown, and the way to the others."""
        if len(shown) == every:
            return
        t, s = v.theme, self._sheet
        words = tr("{first} to {last} of the best {all}", first=shown.start + 1, last=shown.stop, all=every)
        y = area.top() - t.px(22)
        for key, sign, label, row, left in (
            ("earlier", "▲", tr("previous sets"), shown.start - 1, 56), ("later", "▼", tr("next sets"), shown.stop, 26),
        ):  # fmt: skip
            made = s.button(
                f"find {key}", sign, QPointF(area.right() - t.px(left), y), partial(self.choose, row), width=round(t.px(26))
            )
            made.setFixedHeight(round(t.px(20)))
            made.setAccessibleName(label)
            made.setEnabled(0 <= row < every)
        s.text("find shown", words, QPointF(area.right() - t.px(64), y + 2), size=12.5, role="ink2", anchor=RIGHT)

    def choose(self, row: int) -> None:
        """Another set, taken in hand."""
        self.chosen = max(row, 0)
        self._relay()
        made = self._sheet.findChild(QPushButton, f"find set {self.chosen}")
        if made is not None and made.isVisible():
            made.setFocus()

    def key(self, name: str, key: int) -> bool:
        """A key on a button of the rows; whether it is taken."""
        if not name.startswith("find set ") or key not in (Qt.Key.Key_Up, Qt.Key.Key_Down):
            return False
        self.choose(int(name.rsplit(" ", 1)[1]) + (1 if key == Qt.Key.Key_Down else -1))
        return True

    def _lay_scale(self, v: View, found: Found, top: float) -> None:
        """The ends of the lanes: as far from the target as the sets that are shown stand."""
        t, s, band = v.theme, self._sheet, v.job.target.band_m.value
        shown = [n for _, n in self._lanes]
        if not shown:
            return
        axles = _axles(found)
        apart = found.good.height_m[axles][:, :, shown] - v.a.fitted_target_m[axles][..., None, None]
        most = max(float(np.abs(apart.mean(axis=1)).max()), band) + 0.002
        self._end_m = float(np.ceil(most / 0.005) * 0.005)
        lane, y, end = self._lanes[0][0], top - t.px(18), v.reader.height_unit(self._end_m)
        s.text("find low", tr("{m} low", m=end), QPointF(lane.left(), y), size=12, role="ink2")
        s.text("find target", tr("target"), QPointF(lane.center().x(), y), size=12, role="accent", weight=600, anchor=MIDDLE)
        s.text("find high", tr("{m} high", m=end), QPointF(lane.right(), y), size=12, role="ink2", anchor=RIGHT)

    def _lay_set(self, v: View, hunt: Hunt, row: int, n: int, area: QRectF) -> None:
        t, s, found = v.theme, self._sheet, hunt.found
        assert found is not None
        name = hunt.name(int(found.good.part[n]))
        begins, wide_share = LANE
        made = s.button(f"find set {row}", f"{row + 1}  {name}", area.topLeft(), partial(self.choose, row), width=self._wide)
        made.setCheckable(True)
        made.setChecked(row == self.chosen)
        made.setAccessibleName("; ".join([*say_set(found, n, v.reader), say_miss(found, n, v.reader), _price(hunt, n)]))
        restyle(made, button_style(t, filled=False))
        at = QPointF(area.left() + 2, area.top() + t.px(26))
        s.text(f"find words {row}", self._words(v, found, n), at, size=12, role="ink2")
        lane = QRectF(area.left() + area.width() * begins, area.top() + t.px(2), area.width() * wide_share, t.px(36))
        self._lanes.append((lane, n))
        if len(found.options) > 1:
            for k, option in enumerate(found.options):
                y = lane.top() + k * lane.height() / len(found.options)
                letter = v.reader.axle(option.wish.axle)[:1].upper()
                s.text(f"find lane {row} {k}", letter, QPointF(lane.left() - t.px(8), y), size=12, role="ink2", anchor=RIGHT)
        x = lane.right() + t.px(12)
        s.text(f"find miss {row}", say_miss(found, n, v.reader), QPointF(x, area.top() + 2), size=13, weight=600)
        below = _price(hunt, n)
        if hunt.rank in BESIDE:
            below = say_rank(found, n, hunt.rank, v.reader)
        s.text(f"find price {row}", below, QPointF(x, area.top() + t.px(20)), size=12.5, role="ink2")

    def _words(self, v: View, found: Found, n: int) -> str:
        """What a set is, as much of it as there is room for: first what its springs measure, then what is set."""
        said = _said(v, found, n)
        words = said[0]
        for more in said[1:]:
            if self._sheet.text_width(f"{words}, {more}", 12) > self._wide:
                break
            words = f"{words}, {more}"
        return words

    # -- the chosen one
    def _gives(self, v: View, hunt: Hunt, n: int) -> str:
        """What it gives here, a line an axle; of a kit, what it lacks."""
        found, lines = hunt.found, list[str]()
        assert found is not None
        for options, at in zip(found.options, found.good.chosen[:, n], strict=True):
            if options.choices is not None:
                way = int(options.settings(np.array([at])).way[0, 0])
                gives = say_sold_as(sold_as(v.a, options, way), v.a.target_case, v.reader)
                axle = v.reader.axle(options.wish.axle)
                lines.append(gives if len(found.options) == 1 else tr("{axle}. {gives}", axle=capital(axle), gives=gives))
        said = ", ".join(_said(v, found, n))
        if self._words(v, found, n) != said:  # there was no room for all of it
            lines = [*(capital(line) for line in say_set(found, n, v.reader)), *lines]
        lines.append(say_ride(found, n, v.reader))
        if hunt.rank in BESIDE:
            lines.append(capital(_price(hunt, n)))
        if hunt.held is not None:
            lines += say_kit(v.a, hunt.held, n, v.reader)
        return "\n".join(lines)

    def _high(self, v: View, hunt: Hunt, n: int, area: QRectF) -> float:
        """px that the chosen one takes beyond its row."""
        t = v.theme
        said = self._gives(v, hunt, n).split("\n")
        lines = sum(len(self._sheet.theme_lines(line, area.width() - t.px(12), 13)) for line in said)
        return t.px(36) + lines * t.px(17)

    def _lay_chosen(self, v: View, hunt: Hunt, n: int, area: QRectF, use: Use) -> None:
        t, s, found = v.theme, self._sheet, hunt.found
        assert found is not None
        at = QPointF(area.left() + t.px(10), area.top())
        box = s.text("find sold words", self._gives(v, hunt, n), at, size=13, width=area.width() - t.px(12))
        line = Line(s, v, QPointF(at.x(), box.bottom() + t.px(4)))
        line.button("find use", tr("Use in proposal {name}", name=v.job.proposal.name), partial(use, n, To.PROPOSAL), filled=True)
        line.button("find card", tr("Put on the job card"), partial(use, n, To.CARD))
        if len(v.job.proposals) < len(proposals.LETTERS):
            line.button("find add", tr("Use as a new proposal"), partial(use, n, To.NEW))

    # -- strokes
    def draw(self, p: QPainter, v: View, found: Found) -> None:
        """The lanes."""
        t, band, axles = v.theme, v.job.target.band_m.value, _axles(found)
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

    def _x(self, lane: QRectF, m: float) -> float:
        share = min(max(m / self._end_m, -1.0), 1.0)
        return lane.center().x() + share * lane.width() / 2


def _axles(found: Found) -> list[int]:
    return [o.wish.axle for o in found.options]


def _said(v: View, found: Found, n: int) -> list[str]:
    """What the springs of a set measure, and what is set."""
    tried = [(o, int(at)) for o, at in zip(found.options, found.good.chosen[:, n], strict=True)]
    return [words for o, at in tried for words in (*say_counted(o, at, v.reader)[1:], *say_setting(o, at, v.reader))]


def _price(hunt: Hunt, n: int) -> str:
    assert hunt.found is not None
    return say_price(hunt.found, n) if hunt.held is None else say_kit_price(hunt.held, n)
