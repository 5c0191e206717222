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
from isostat.language import later, tr
from isostat.units.unit import Quantity

PARTS = (  # field of the axle, words, quantity, what is gone by until it is typed; a place only for a beam
    ("strap_ratio", later("strap motion ratio"), Quantity.RATIO, 1.0),
    ("hose_ratio", later("brake-hose motion ratio"), Quantity.RATIO, 1.0),
    ("strap_place", later("strap spacing ÷ track"), Quantity.RATIO, rules.SPRING_PLACE),
    ("hose_place", later("hose spacing ÷ track"), Quantity.RATIO, 1.0),
    ("joint_place", later("joint spacing ÷ track"), Quantity.RATIO, 1.0),
    ("seat_m", later("coil retained, slack"), Quantity.COIL, 0.0),
)
MARGINS = (
    Row("shock_m", later("shock end clearance"), Quantity.COIL, rules.SHOCK_MARGIN),
    Row("coil_share", later("coil-bind reserve, of travel"), Quantity.SHARE, rules.COIL_MARGIN),
    Row("tyre_m", later("tyre to arch"), Quantity.COIL, rules.TYRE_MARGIN),
    Row("tyre_lock_m", later("tyre to arch at full lock"), Quantity.COIL, rules.TYRE_MARGIN_AT_LOCK),
    Row("hose_m", later("hose slack beyond droop"), Quantity.COIL, rules.HOSE_MARGIN),
    Row("split_least", later("rear ÷ front frequency, min"), Quantity.RATIO, rules.FLAT_RIDE[0]),
    Row("split_most", later("rear ÷ front frequency, max"), Quantity.RATIO, rules.FLAT_RIDE[1]),
)
KEPT = Sizes(wide=200, high=22.5, field=(62, 21), figure=13)
ON_LEAF = {"tyre_m": rules.TYRE_MARGIN_ON_LEAVES, "hose_m": rules.HOSE_MARGIN_ON_LEAVES}


def lay_margins(sheet: Sheet, v: View, area: QRectF) -> None:
    """Places the figures of all axles' parts, and the job's margins beside them."""
    t = v.theme
    first, wide = area.left() + t.px(170), t.px(88)
    table = axle_table(
        sheet, v, [(field, tr(words), quantity) for field, words, quantity, _ in PARTS], area.topLeft(), (first, wide)
    )
    for n, (field, words, quantity, usual) in enumerate(PARTS):
        for axle, info in enumerate(v.job.vehicle.axles):
            if field.endswith("place") and info.layout != "solid":
                continue
            path, label = (*path_to(JOB.vehicle.axles[axle]), field), f"{tr(words)}, {info.name.lower()}"
            guess = Figure(usual, Origin.ASSUMED)
            entry(sheet, v, f"{field} {axle}", path, table.cell(n, axle), label=label, quantity=quantity, otherwise=guess)
    left = max(first + len(v.a.axles) * wide + t.px(20), area.left() + t.px(400))
    sheet.caps("margins head", tr("Clearances to keep"), QPointF(left, area.top() - t.px(2)))
    at = QPointF(left, area.top() + t.px(18))
    lay_list(sheet, v, Form("margin", path_to(JOB.margins), v.job.margins, MARGINS), at, KEPT)
    for n, row in enumerate(MARGINS):
        if row.field in ON_LEAF and getattr(v.job.margins, row.field) is None and v.a.on_leaves:
            said = tr("{m} on leaf springs", m=v.reader.coil(ON_LEAF[row.field]))
            beside = at + QPointF(t.px(KEPT.wide + 68), n * t.px(KEPT.high) + t.px(3))
            sheet.text(f"margin {row.field} leaf word", said, beside, size=12, role="ink2")
