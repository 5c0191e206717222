"""Below the columns of Travel: how strap, hose, joint and coil seat move with the wheels, and the margins that are kept."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRectF

from isostat.core import rules
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.entry import entry
from isostat.desktop.pieces.form import Form, Row, Sizes, lay_list
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.table import axle_table
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
    Row("shock_m", "at the shock's end", Quantity.COIL, rules.SHOCK_MARGIN),
    Row("coil_share", "coil to solid, of its way", Quantity.SHARE, rules.COIL_MARGIN),
    Row("tyre_m", "tyre to arch", Quantity.COIL, rules.TYRE_MARGIN),
    Row("tyre_lock_m", "tyre to arch, at lock", Quantity.COIL, rules.TYRE_MARGIN_AT_LOCK),
    Row("hose_m", "hose beyond droop", Quantity.COIL, rules.HOSE_MARGIN),
    Row("split_least", "rear Hz over front, least", Quantity.RATIO, rules.FLAT_RIDE[0]),
    Row("split_most", "and most", Quantity.RATIO, rules.FLAT_RIDE[1]),
)
KEPT = Sizes(wide=200, high=22.5, field=(62, 21), figure=13)
ON_LEAF = {"tyre_m": rules.TYRE_MARGIN_ON_LEAVES, "hose_m": rules.HOSE_MARGIN_ON_LEAVES}


def lay_margins(sheet: Sheet, v: View, area: QRectF) -> None:
    """Places the figures of all axles' parts, and the job's margins beside them."""
    t = v.theme
    first, wide = area.left() + t.px(170), t.px(88)
    table = axle_table(sheet, v, [row[:3] for row in PARTS], area.topLeft(), (first, wide))
    for n, (field, words, quantity, usual) in enumerate(PARTS):
        for axle, info in enumerate(v.job.vehicle.axles):
            if field.endswith("place") and info.layout != "solid":
                continue
            path, label = (*path_to(JOB.vehicle.axles[axle]), field), f"{words}, {info.name.lower()}"
            guess = Figure(usual, Origin.ASSUMED)
            entry(sheet, v, f"{field} {axle}", path, table.cell(n, axle), label=label, quantity=quantity, otherwise=guess)
    left = max(first + len(v.a.axles) * wide + t.px(20), area.left() + t.px(400))
    sheet.caps("margins head", "Kept between", QPointF(left, area.top() - t.px(2)))
    at = QPointF(left, area.top() + t.px(18))
    lay_list(sheet, v, Form("margin", path_to(JOB.margins), v.job.margins, MARGINS), at, KEPT)
    for n, row in enumerate(MARGINS):
        if row.field in ON_LEAF and getattr(v.job.margins, row.field) is None and v.a.on_leaves:
            said = f"{v.reader.coil(ON_LEAF[row.field])} on leaves"
            beside = at + QPointF(t.px(KEPT.wide + 68), n * t.px(KEPT.high) + t.px(3))
            sheet.text(f"margin {row.field} leaf word", said, beside, size=12, role="ink2")
