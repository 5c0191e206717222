"""Below the columns of Travel: how strap, hose, joint and coil seat move with the wheels, and the margins that are kept."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRectF, QSize

from isostat.core import rules
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.axle_table import lay_axle_table
from isostat.desktop.pieces.entry import entry
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.job.edits.paths import JOB, path_to
from isostat.units.unit import Quantity

PARTS = (  # field of the axle, words, quantity, what is gone by until it is typed; a place only for a beam
    ("strap_ratio", "strap / wheel travel", Quantity.RATIO, 1.0),
    ("hose_ratio", "hose / wheel travel", Quantity.RATIO, 1.0),
    ("strap_place", "straps apart / track", Quantity.RATIO, rules.SPRING_PLACE),
    ("hose_place", "hoses apart / track", Quantity.RATIO, 1.0),
    ("joint_place", "joints apart / track", Quantity.RATIO, 1.0),
    ("seat_m", "coil held, loose by", Quantity.COIL, 0.0),
)
MARGINS = (
    ("shock_m", "at the shock's end", Quantity.COIL, rules.SHOCK_MARGIN),
    ("coil_share", "coil to solid, of its way", Quantity.SHARE, rules.COIL_MARGIN),
    ("tyre_m", "tyre to arch", Quantity.COIL, rules.TYRE_MARGIN),
    ("tyre_lock_m", "tyre to arch, at lock", Quantity.COIL, rules.TYRE_MARGIN_AT_LOCK),
    ("hose_m", "hose beyond droop", Quantity.COIL, rules.HOSE_MARGIN),
)
ON_LEAF = {"tyre_m": rules.TYRE_MARGIN_ON_LEAVES, "hose_m": rules.HOSE_MARGIN_ON_LEAVES}


def lay_margins(sheet: Sheet, v: View, area: QRectF) -> None:
    """Places the figures of all axles' parts, and the job's margins beside them."""
    t, preset = v.theme, v.reader.preset
    first, wide, pitch = area.left() + t.px(170), t.px(88), t.px(22.5)
    cell = lay_axle_table(sheet, v, [row[:3] for row in PARTS], area.topLeft(), (first, wide))
    for n, (field, words, quantity, usual) in enumerate(PARTS):
        for axle, info in enumerate(v.job.vehicle.axles):
            if field.endswith("place") and info.layout != "solid":
                continue
            path, label = (*path_to(JOB.vehicle.axles[axle]), field), f"{words}, {info.name.lower()}"
            guess = Figure(usual, Origin.ASSUMED)
            entry(sheet, v, f"{field} {axle}", path, cell(n, axle), label=label, quantity=quantity, otherwise=guess)
    left = max(first + len(v.a.axles) * wide + t.px(20), area.left() + t.px(400))
    sheet.caps("margins head", "Kept between", QPointF(left, area.top() - t.px(2)))
    size = QSize(round(t.px(62)), round(t.px(21)))
    for n, (field, words, quantity, usual) in enumerate(MARGINS):
        y = area.top() + t.px(18) + n * pitch
        sheet.text(f"margin {field} word", words, QPointF(left, y + t.px(3)), size=13, unit=preset.unit(quantity).sign)
        where = (QPointF(left + t.px(200), y), size)
        entry(sheet, v, f"margin {field}", (*path_to(JOB.margins), field), where, label=f"margin, {words}", quantity=quantity,
              otherwise=Figure(usual, Origin.ASSUMED))  # fmt: skip
        if field in ON_LEAF and getattr(v.job.margins, field) is None and any(fit.kind == "leaf" for fit in v.job.proposal.axles):
            said = f"{v.reader.coil(ON_LEAF[field])} on leaves"
            sheet.text(f"margin {field} leaf word", said, QPointF(left + t.px(268), y + t.px(3)), size=12, role="ink2")
