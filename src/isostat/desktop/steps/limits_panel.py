"""Below the columns of Travel: what ends a wheel's way at each axle, and the margins that are kept."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRectF, QSize

from isostat.assess.margins import COIL, HOSE, HOSE_ON_LEAF, SHOCK, TYRE, TYRE_LOCK, TYRE_ON_LEAF
from isostat.assess.stop_use import strap_for
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.steps.entry import entry
from isostat.desktop.view import View
from isostat.job import edits
from isostat.units.unit import Quantity

FIELDS: tuple[tuple[str, edits.Path, Quantity, str], ...] = (
    ("stop spacer", ("stop", "spacer_m"), Quantity.COIL, "spacer under both stops"),
    ("shock longer", ("shock_longer_m",), Quantity.HEIGHT, "shock longer than found"),
    ("mounts apart", ("shock_mounts_m",), Quantity.HEIGHT, "shock mounts apart by"),
    ("hose longer", ("hose_longer_m",), Quantity.HEIGHT, "hose longer than found"),
    ("strap", ("strap_m",), Quantity.HEIGHT, "strap, pulled taut"),
)
MOUNTS = ("strap mounts", "strap's mounts, as weighed", Quantity.HEIGHT)
MARGINS = (
    ("shock_m", "at the shock's end", Quantity.COIL, SHOCK),
    ("coil_share", "coil to solid, of its way", Quantity.SHARE, COIL),
    ("tyre_m", "tyre to arch", Quantity.COIL, TYRE),
    ("tyre_lock_m", "tyre to arch, at lock", Quantity.COIL, TYRE_LOCK),
    ("hose_m", "hose beyond droop", Quantity.COIL, HOSE),
    ("seat_m", "coil loose, held by its seat", Quantity.COIL, 0.0),
)
ON_LEAF = {"tyre_m": TYRE_ON_LEAF, "hose_m": HOSE_ON_LEAF}
RULE = "Hoses and shafts are no straps. Use stands."


def lay_limits(sheet: Sheet, v: View, area: QRectF) -> None:
    """Places the fields of all axles, and the job's margins beside them."""
    t, preset = v.theme, v.reader.preset
    size, pitch = QSize(round(t.px(70)), round(t.px(21))), t.px(22.5)
    first, wide = area.left() + t.px(196), t.px(112)
    for axle, info in enumerate(v.job.vehicle.axles):
        sheet.text(f"limits axle {axle}", info.name, QPointF(first + axle * wide, area.top()), size=12.5, role="ink2")
    for n, (key, path, quantity, words) in enumerate(FIELDS):
        y = area.top() + t.px(18) + n * pitch
        sheet.text(f"{key} head", words.capitalize(), QPointF(area.left(), y + t.px(3)), size=13, weight=600,
                   unit=preset.unit(quantity).sign)  # fmt: skip
        for axle, info in enumerate(v.job.vehicle.axles):
            where: edits.Path = ("proposal", "axles", axle, *path)
            label = f"{words}, {info.name.lower()}"
            sheet.field(f"{key} {axle}", where, QPointF(first + axle * wide, y), size, label=label, quantity=quantity,
                        value=_value(v, axle, key), empty="–")  # fmt: skip
    _lay_mounts(sheet, v, QPointF(area.left(), area.top() + t.px(18) + len(FIELDS) * pitch), (first, wide), size)
    _lay_margins(sheet, v, area)


def _value(v: View, axle: int, key: str) -> float | None:
    fit = v.a.fits[axle]
    strap = fit.strap_m.value if fit.strap_m else None
    return {
        "stop spacer": fit.stop_spacer_m,
        "shock longer": fit.shock_longer_m,
        "mounts apart": fit.shock_mounts_m,
        "hose longer": fit.hose_longer_m,
        "strap": strap,
    }[key]


def _lay_mounts(sheet: Sheet, v: View, at: QPointF, columns: tuple[float, float], size: QSize) -> None:
    """How far apart the strap's mounts stand; once that is known, the length that ends the droop before anything else."""
    key, words, quantity = MOUNTS
    t, (first, wide) = v.theme, columns
    sheet.text(f"{key} head", words.capitalize(), at + QPointF(0, t.px(3)), size=13, weight=600, unit=v.reader.preset.height.sign)
    for axle, info in enumerate(v.job.vehicle.axles):
        path: edits.Path = ("vehicle", "axles", axle, "strap_mounts_m")
        place, label = QPointF(first + axle * wide, at.y()), f"{words}, {info.name.lower()}"
        entry(sheet, v, f"{key} {axle}", path, (place, size), label=label, quantity=quantity)
        length = strap_for(v.a, axle)
        if length is not None:
            said = f"ends it first: {v.reader.height(length)}"
            sheet.text(f"strap word {axle}", said, QPointF(first + axle * wide, at.y() + t.px(22)), size=12, role="ink2")


def _lay_margins(sheet: Sheet, v: View, area: QRectF) -> None:
    """The margins, and the caution below them."""
    t = v.theme
    left = max(area.left() + t.px(196) + len(v.a.axles) * t.px(112) + t.px(20), area.left() + t.px(440))
    sheet.caps("margins head", "Kept between", QPointF(left, area.top() - t.px(2)))
    size = QSize(round(t.px(62)), round(t.px(21)))
    for n, (field, words, quantity, usual) in enumerate(MARGINS):
        y = area.top() + t.px(18) + n * t.px(22.5)
        sheet.text(f"margin {field} word", words, QPointF(left, y + t.px(3)), size=13, unit=v.reader.preset.unit(quantity).sign)
        where = (QPointF(left + t.px(200), y), size)
        entry(sheet, v, f"margin {field}", ("margins", field), where, label=f"margin, {words}", quantity=quantity,
              otherwise=Figure(usual, Origin.ASSUMED))  # fmt: skip
        if field in ON_LEAF and getattr(v.job.margins, field) is None and any(fit.kind == "leaf" for fit in v.job.proposal.axles):
            said = f"{v.reader.coil(ON_LEAF[field])} on leaves"
            sheet.text(f"margin {field} leaf word", said, QPointF(left + t.px(268), y + t.px(3)), size=12, role="ink2")
    at = QPointF(left, area.top() + t.px(22) + len(MARGINS) * t.px(22.5))
    sheet.text("travel rule", RULE, at, size=12, role="brick", weight=600, width=area.right() - left)
