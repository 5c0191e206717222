"""What the card orders, a line a part: where it goes, its dimensions, what a list says of it, how many."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRectF

from isostat.answers.card_order import Bought
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.view import View
from isostat.language import tr

WHERE = 0.25  # of the width, that corner or axle takes
COUNT, GAP = 60.0, 9.0  # px of the count, and between lines


def lay_order(sheet: Sheet, v: View, parts: tuple[Bought, ...], first: int, area: QRectF) -> list[QRectF]:
    """As many parts from one on as there is room for; where each stands."""
    t, out, y = v.theme, list[QRectF](), area.top()
    where, words = area.left(), area.left() + area.width() * WHERE
    room = area.right() - t.px(COUNT) - words
    for n, part in enumerate(parts[first:], first):
        listed = ", ".join(_listed(part))
        lines = len(t.lines(part.words, 13.5, 600, room)) * t.px(18) + (t.px(17) if listed else 0.0)
        high = max(lines, len(t.lines(part.which, 13, 400, words - where - t.px(10))) * t.px(17)) + t.px(GAP)
        if y + high > area.bottom():
            break
        sheet.text(f"order where {n}", part.which, QPointF(where, y), size=13, role="ink2", width=words - where - t.px(10))
        box = sheet.text(f"order part {n}", part.words, QPointF(words, y), size=13.5, weight=600, width=room)
        if listed:
            sheet.text(f"order listed {n}", listed, QPointF(words, box.bottom()), size=12.5, role="ink2", width=room)
        sheet.text(f"order count {n}", f"× {part.count}", QPointF(area.right(), y), size=15, weight=600, anchor=RIGHT)
        out.append(QRectF(where, y, area.width(), high))
        y += high
    return out


def _listed(part: Bought) -> list[str]:
    """What a list says of a part; of one that is in none nothing."""
    price = [tr("price {price}", price=part.price)] if part.price else []
    days = [tr("{days} days", days=part.days)] if part.days else []
    return [part.named, *(price or [tr("no price")]), *days] if part.named else []
