"""Below the columns of Travel: what ends a wheel's way at each axle, and in words the order in which things happen at one."""

from __future__ import annotations

from collections.abc import Sequence

from PyQt6.QtCore import QPointF, QRectF, QSize

from isostat.assess.stop_use import strap_for
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.steps.entry import entry
from isostat.desktop.steps.travel_columns import Column
from isostat.desktop.view import View
from isostat.job import edits
from isostat.units.unit import Quantity
from isostat.wording.telling import tell
from isostat.wording.travel import order_words

FIELDS: tuple[tuple[str, edits.Path, Quantity, str], ...] = (
    ("stop spacer", ("stop", "spacer_m"), Quantity.COIL, "spacer under both stops"),
    ("shock longer", ("shock_longer_m",), Quantity.HEIGHT, "shock longer than found"),
    ("mounts apart", ("shock_mounts_m",), Quantity.HEIGHT, "shock mounts apart by"),
    ("hose longer", ("hose_longer_m",), Quantity.HEIGHT, "hose longer than found"),
    ("strap", ("strap_m",), Quantity.HEIGHT, "strap, pulled taut"),
)
MOUNTS = ("strap mounts", "strap's mounts, as weighed", Quantity.HEIGHT)
SIZE, ROWS, NAME = 12.5, 9, 110  # of the order in words; how many lines there is room for; px of a wheel's name
RULE = "Hoses and shafts are no straps. Use stands."


def lay_limits(sheet: Sheet, v: View, area: QRectF, columns: Sequence[Column]) -> None:
    """Places the fields of all axles. columns: of the wheels whose order is told beside them."""
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
    left = max(first + len(v.a.axles) * wide + t.px(10), area.left() + t.px(430))
    sheet.text("travel rule", RULE, QPointF(left, area.bottom() - t.px(18)), size=12, role="brick", weight=600)
    _lay_order(sheet, v, columns, QRectF(left, area.top(), area.right() - left, area.height() - t.px(20)))


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


def _lay_order(sheet: Sheet, v: View, columns: Sequence[Column], area: QRectF) -> None:
    """Whether the order of each wheel is right, and what it meets up and down from where it rides in this case; where there is no
    room for both wheels, for the one that is worse."""
    t, s = v.theme, v.a.proposed
    worst = max(columns, key=lambda c: max((j.severity for j in c.wrong.values()), default=0.0))
    told = {}
    if s.stands[v.case]:
        told = {c.side: order_words(c.view, float(s.rest.travel_m[c.axle, c.side, v.case]), v.reader) for c in columns}
    rows = sum(len(t.lines(words, SIZE, 400, area.width() - 2)) for ways in told.values() for words in ways)
    rows += sum(len(t.lines(_verdict(v, c)[0], SIZE, 400, area.width() - t.px(NAME))) for c in columns)
    if rows > ROWS:
        told = {worst.side: told[worst.side]}
    y = area.top()
    for c in columns:
        y = _lay_verdict(sheet, v, c, QPointF(area.left(), y), area.right())
        for way, said in zip(("up", "down"), told.get(c.side, ()), strict=False):
            made = sheet.text(f"order {way} {c.axle}{c.side} word", said, QPointF(area.left(), y), size=SIZE, width=area.width())
            y = float(made.bottom())
        y += t.px(4)


def _verdict(v: View, c: Column) -> tuple[str, str]:
    """What is worst about a wheel's order, else that it is right; and its colour."""
    soon = max(c.wrong.values(), key=lambda j: j.severity, default=None)
    if soon is None:
        return "in order, margins kept", "ink2"
    return f"{tell(soon, v.reader)[0]} !", c.role(soon.what)


def _lay_verdict(sheet: Sheet, v: View, c: Column, at: QPointF, right: float) -> float:
    """A wheel's name and whether its order is right; returns where that ends."""
    words, role = _verdict(v, c)
    name, unit = v.reader.corner(c.axle, c.side), v.reader.preset.height.sign
    head = sheet.text(f"order head {c.axle}{c.side}", name, at, size=SIZE, weight=600, unit=unit)
    x = head.right() + v.theme.px(8)
    made = sheet.text(f"order verdict {c.axle}{c.side}", words, QPointF(x, at.y()), size=SIZE, role=role, width=right - x)
    return float(max(head.bottom(), made.bottom()))
