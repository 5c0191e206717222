"""The second view: the chosen line's part alone, from behind, from the left or from above, to scale; small shifts enlarged."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRectF
from PyQt6.QtGui import QPainter

from isostat.desktop.knock_on.arms_drawing import arms_shown, draw_arms
from isostat.desktop.knock_on.bar_drawing import bar_shown, draw_bar, lay_bar
from isostat.desktop.knock_on.placed import parts
from isostat.desktop.knock_on.side_view import draw_parts
from isostat.desktop.knock_on.square_drawing import ENLARGED, draw_square, lay_square, square_shown
from isostat.desktop.pieces.elevation import Elevation
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.language import tr

HEAD = 34.0  # px of its words


def shown(v: View, group: str, axle: int) -> str:
    """Which drawing stands there: "bar", "square", "arms", "side", or "" where nothing of it was read."""
    if group == "bar" and bar_shown(v, axle) is not None:
        return "bar"
    if group == "square" and square_shown(v, axle):
        return "square"
    if group == "arms" and arms_shown(v, axle):
        return "arms"
    return "side" if group in ("links", "shaft") and parts(v, axle, None) else ""


def lay_part(sheet: Sheet, v: View, area: QRectF, group: str, axle: int) -> None:
    """What is seen, from where."""
    kind, where = shown(v, group, axle), v.reader.axle(axle)
    heads = {
        "bar": tr("from behind, {axle}", axle=where),
        "square": tr("from above, {axle}", axle=where),
        "arms": tr("from behind, {axle}, one side", axle=where),
        "side": tr("from the left, {axle}", axle=where),
    }
    if not kind:
        return
    sheet.text("part head", heads[kind], area.topLeft(), size=13, weight=600)
    words = tr("dashed old springs, solid new: {case}", case=v.reader.case(v.case))
    if kind == "square":
        words = tr("as taped, ×{n}; dashed: true", n=ENLARGED)
    sheet.text("part words", words, area.topLeft() + QPointF(0, v.theme.px(17)), size=12, role="ink2", width=area.width())
    inner = area.adjusted(0, v.theme.px(HEAD), 0, 0)
    if kind == "bar":
        lay_bar(sheet, v, inner, axle)
    elif kind == "square":
        lay_square(sheet, v, inner, axle)


def draw_part(p: QPainter, v: View, area: QRectF, group: str, axle: int) -> None:
    """The part, before and now."""
    kind, inner = shown(v, group, axle), area.adjusted(0, v.theme.px(HEAD), 0, 0)
    p.save()
    p.setClipRect(area)
    if kind == "bar":
        draw_bar(p, v, axle, inner)
    elif kind == "square":
        draw_square(p, v, axle, inner)
    elif kind == "arms":
        draw_arms(p, v, axle, inner)
    elif kind == "side":
        _draw_near(p, v, axle, group, inner)
    p.restore()


def _draw_near(p: QPainter, v: View, axle: int, group: str, area: QRectF) -> None:
    """Links and shaft of one axle as large as they fit."""
    was, now = parts(v, axle, None), parts(v, axle, v.case)
    spots = [spot for part in (*was, *now) for spot in part.spots]
    left, right = min(x for x, _ in spots), max(x for x, _ in spots)
    low, high = min(z for _, z in spots), max(z for _, z in spots)
    per_m = min(area.width() / (right - left + 0.2), area.height() / (high - low + 0.2))
    middle = area.center()
    e = Elevation(per_m, middle.x() - (left + right) / 2 * per_m, middle.y() + (low + high) / 2 * per_m)
    draw_parts(p, v, e, was, group, before=True)
    draw_parts(p, v, e, now, group)
    p.setPen(pen(v.theme, "ink2", 1.0))
    x = v.job.vehicle.axles[axle].behind_front_m.value
    hub = e.at(x, v.a.axles[axle].hub_m)
    p.drawLine(hub - QPointF(5, 0), hub + QPointF(5, 0))
    p.drawLine(hub - QPointF(0, 5), hub + QPointF(0, 5))
