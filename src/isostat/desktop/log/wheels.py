"""Four heights of an entry, large, each over its band; what it was promised below."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QLineF, QPointF, QRectF, Qt
from PyQt6.QtGui import QPainter

from isostat.assess import workings
from isostat.assess.judgement import Grade
from isostat.assess.log.promise import Held, Verdict, at_point, typed_heights
from isostat.assess.log.read_at import points_offered, read_at
from isostat.assess.workings import Shown
from isostat.assess.workings.grounds import height_guessed
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.ink import case_sign, hatch, mark
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import MIDDLE, Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job.edits.paths import JOB, path_to
from isostat.job.log import HUB_TO_ARCH
from isostat.job.points import CORNER_WORDS, SIDES, walk_order
from isostat.language import capital, tr
from isostat.units.unit import Quantity
from isostat.wording.log import say_band, say_wheel
from isostat.wording.reader import ABOUT

FIELD, HIGH, STRIP = 88.0, 34.0, 66.0  # px of a height's field, and down to its strip
SPAN = 2.0  # of half a band, that a strip shows beyond it


def columns(v: View, area: QRectF) -> list[tuple[int, int, QRectF]]:
    """Axle, side and room of every wheel."""
    wheels = walk_order(len(v.a.axles))
    wide = area.width() / len(wheels)
    return [(i, side, QRectF(area.left() + n * wide, area.top(), wide, area.height())) for n, (i, side) in enumerate(wheels)]


def lay_wheels(sheet: Sheet, v: View, area: QRectF, n: int, found: Held) -> None:
    """Fields and words."""
    t, entry = v.theme, v.job.log[n]
    typed, elsewhere = typed_heights(entry), entry.point != HUB_TO_ARCH and entry.point in points_offered(v.a)
    at = read_at(v.a, entry.point, found.promise.case) if elsewhere else None
    for i, side, room in columns(v, area):
        key = f"log {i} {SIDES[side]}"
        sheet.text(f"{key} corner", capital(v.reader.corner(i, side)), room.topLeft(), size=15, weight=600)
        read, wide = float(typed[i, side]), min(t.px(FIELD), room.width() - t.px(66))
        label = tr("{corner}, {point}", corner=v.reader.corner(i, side), point=tr(CORNER_WORDS[entry.point]))
        path = path_to(JOB.log[n].heights[i].left_m) if side == 0 else path_to(JOB.log[n].heights[i].right_m)
        line = Line(sheet, v, room.topLeft() + QPointF(0, t.px(22)), high=HIGH)
        line.field(f"{key} height", path, Figure(read, Origin.MEASURED) if np.isfinite(read) else None, label=label,
                   quantity=Quantity.HEIGHT, wide=wide / t.scale, figure=26)  # fmt: skip
        out = bool(found.outside[i, side])
        spot = QPointF(room.left() + wide + t.px(8), room.top() + t.px(24))
        words, right = say_wheel(found, i, side, v.reader), room.right() - t.px(4)
        place = (i, side, found.promise.case)
        off = Shown(workings.log.off_promise, *place, entry=n) if found.beyond[i, side] else None
        sheet.text(f"{key} said", words, spot + QPointF(t.px(18) if out else 0, 0), size=14, weight=600,
                   role="watch" if out else "ink", width=right - spot.x() - (t.px(18) if out else 0), shown=off)  # fmt: skip
        below = QPointF(room.left() + (room.width() - t.px(14)) / 2, room.top() + t.px(STRIP + 22))
        kept = None if found.verdict is Verdict.NOT_PROMISED or at is not None else Shown(workings.log.promised, *place, entry=n)
        about = ABOUT if kept is not None and height_guessed(v.a, kept) else ""
        band = say_band(found if at is None else at_point(found, at), i, side, v.reader, about)
        sheet.text(f"{key} band", band, below, size=12, role="ink2", anchor=MIDDLE, shown=kept)


def draw_wheels(p: QPainter, v: View, area: QRectF, found: Held) -> None:
    """Bands to scale, the same scale for all, and what was read."""
    t, promise = v.theme, found.promise
    if found.verdict is Verdict.NOT_PROMISED:
        return
    half = float(np.max(promise.high_m - promise.low_m)) / 2.0
    off = np.abs(np.nan_to_num(found.miss_m)).max()
    span = max(half * SPAN, float(off) * 1.15)
    for i, side, room in columns(v, area):
        left, right = room.left(), room.right() - t.px(14)
        y, middle = room.top() + t.px(STRIP + 6), float(promise.middle_m[i, side])

        def x(height: float, left: float = left, right: float = right, middle: float = middle) -> float:
            return (left + right) / 2 + (height - middle) / span * (right - left) / 2

        p.setPen(pen(t, "rule", 1.0))
        p.drawLine(QLineF(left, y, right, y))
        low, high = x(float(promise.low_m[i, side])), x(float(promise.high_m[i, side]))
        hatch(p, QRectF(low, y - t.px(7), high - low, t.px(14)), t.colour("accent"), 5)
        p.setPen(pen(t, "accent", 1.0))
        p.setBrush(Qt.BrushStyle.NoBrush)
        p.drawRect(QRectF(low, y - t.px(7), high - low, t.px(14)))
        read = float(found.read_m[i, side])
        if np.isfinite(read):
            case_sign(p, v, promise.case, QPointF(x(read), y), t.px(6))
        if found.outside[i, side]:
            size = min(t.px(FIELD), room.width() - t.px(66))
            mark(p, t, Grade.WATCH, QPointF(room.left() + size + t.px(16), room.top() + t.px(33)), 14)
