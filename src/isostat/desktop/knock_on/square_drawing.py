"""The axle from above against the front one: which lengths were taped, and how it is out of square, enlarged."""

from __future__ import annotations

import math

from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter

from isostat.assess.knock_on.square import DIAGONALS, HUBS, KINGPINS, square_of
from isostat.desktop.pieces.sheet import MIDDLE, Sheet
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.units.format import with_unit
from isostat.units.unit import Quantity

ENLARGED = 12  # times, of turn and shift
SPOTS = {HUBS[0]: (1, 1), HUBS[1]: (-1, -1), DIAGONALS[0]: (1, -1), DIAGONALS[1]: (-1, 1)}  # sides of both ends


def square_shown(v: View, axle: int) -> bool:
    """Whether something was taped at it."""
    read = v.job.vehicle.axles[axle].square
    return any(getattr(read, name) is not None for name in (*HUBS, *DIAGONALS, *KINGPINS))


def _spots(v: View, area: QRectF, axle: int) -> dict[str, tuple[QPointF, QPointF]]:
    """Both hubs of the front axle and of this one, left and right; the nose points left."""
    t, half, out = v.theme, v.a.axles[axle].half_track_m, square_of(v.a, axle)
    base = -v.a.axles[axle].x_m
    per_m = min((area.width() - t.px(40)) / base, (area.height() - t.px(30)) / (2.0 * half + 0.1))
    x, y = area.center().x() - base / 2 * per_m, area.center().y()
    turned, left = ENLARGED * (out.turned_rad or 0.0), ENLARGED * (out.left_m or 0.0)
    front = v.a.axles[0].half_track_m

    def rear(side: int) -> QPointF:  # turned to the left: its left end goes rearward; left lies below, nose left
        return QPointF(x + (base + side * half * math.sin(turned)) * per_m, y + (side * half * math.cos(turned) + left) * per_m)

    return {
        "front": (QPointF(x, y + front * per_m), QPointF(x, y - front * per_m)),
        "rear": (rear(1), rear(-1)),
        "true": (QPointF(x + base * per_m, y + half * per_m), QPointF(x + base * per_m, y - half * per_m)),
    }


def lay_square(sheet: Sheet, v: View, area: QRectF, axle: int) -> None:
    """Lengths on their lines."""
    spots, read = _spots(v, area, axle), v.job.vehicle.axles[axle].square
    for name, (ahead, behind) in SPOTS.items():
        reading = getattr(read, name)
        if reading is None:
            continue
        a, b = spots["front"][0 if ahead > 0 else 1], spots["rear"][0 if behind > 0 else 1]
        share = 0.5 if ahead == behind else 0.22
        at = a + (b - a) * share
        down = v.theme.px(4) if ahead == behind == 1 else -v.theme.px(19)
        words = with_unit(reading.value, Quantity.HEIGHT, v.reader.preset)
        sheet.text(f"square {name}", words, at + QPointF(0, down), size=12, role="ink", anchor=MIDDLE, halo=True)


def draw_square(p: QPainter, v: View, axle: int, area: QRectF) -> None:
    """Both axles, the taped lines, and where this axle would stand true, dashed."""
    t, spots, read = v.theme, _spots(v, area, axle), v.job.vehicle.axles[axle].square
    p.setPen(pen(t, "ink2", 0.9))
    for name, (ahead, behind) in SPOTS.items():
        if getattr(read, name) is not None:
            p.drawLine(QLineF(spots["front"][0 if ahead > 0 else 1], spots["rear"][0 if behind > 0 else 1]))
    p.setPen(pen(t, "ink2", 1.4, "before"))
    p.drawLine(QLineF(*spots["true"]))
    for key, role, wide in (("front", "ink", 2.4), ("rear", "accent", 3.0)):
        p.setPen(pen(t, role, wide))
        p.drawLine(QLineF(*spots[key]))
        p.setBrush(t.colour("sheet"))
        for spot in spots[key]:
            p.drawEllipse(spot, t.px(3.5), t.px(3.5))
