"""Below the columns of Travel: what ends a wheel's way at each axle, and in words the order in which things happen at one."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial

from PyQt6.QtCore import QPointF, QRectF

from isostat.assess.travel.stop_use import strap_for
from isostat.assess.travel.trim import put_stop_spacer
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.entry import entry
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.table import axle_table
from isostat.desktop.travel.columns import Column, role_of, wrong_at
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.language import later, tr
from isostat.units.unit import Quantity
from isostat.wording.tell import tell
from isostat.wording.travel import order_words

ROWS: tuple[tuple[str, str, Quantity], ...] = (
    ("stop spacer", later("bump-stop spacer (− trims)"), Quantity.COIL),
    ("shock longer", later("shock longer than found"), Quantity.HEIGHT),
    ("mounts apart", later("shock mounts moved apart"), Quantity.HEIGHT),
    ("hose longer", later("brake hose longer"), Quantity.HEIGHT),
    ("strap", later("limit strap length, taut"), Quantity.HEIGHT),
    ("strap mounts", later("strap mounts apart, weighed"), Quantity.HEIGHT),
)
SIZE, LINES, NAME = 12.5, 9, 92  # of the order in words; how many lines there is room for; px of a wheel's name
RULE = later("No hose or driveshaft may limit droop. Use stands.")


def lay_limits(sheet: Sheet, v: View, area: QRectF, columns: Sequence[Column]) -> None:
    """Places the fields of all axles. columns: of the wheels whose order is shown beside them."""
    t, first, wide = v.theme, area.left() + v.theme.px(196), v.theme.px(112)
    rows = [(key, tr(words), quantity) for key, words, quantity in ROWS]
    table = axle_table(sheet, v, rows, area.topLeft(), (first, wide))
    for n, (key, words, quantity) in enumerate(rows):
        for axle, info in enumerate(v.job.vehicle.axles):
            label, (path, now) = f"{words}, {info.name.lower()}", _fields(v, axle)[key]
            put = partial(put_stop_spacer, axle) if key == "stop spacer" else None
            entry(sheet, v, f"{key} {axle}", path, table.cell(n, axle), label=label, quantity=quantity, otherwise=now, put=put)
    for axle in range(len(v.a.axles)):  # once its mounts are known: the strap that ends the droop before anything else
        length, (at, _) = strap_for(v.a, axle), table.cell(len(ROWS), axle)
        if length is not None:
            said = tr("limits first at {m}", m=v.reader.height(length))
            sheet.text(f"strap word {axle}", said, at, size=12, role="ink2")
    left = max(first + len(v.a.axles) * wide + t.px(10), area.left() + t.px(430))
    sheet.text("travel rule", tr(RULE), QPointF(left, area.bottom() - t.px(18)), size=12, role="fault", weight=600)
    _lay_order(sheet, v, columns, QRectF(left, area.top(), area.right() - left, area.height() - t.px(20)))


def _fields(v: View, axle: int) -> dict[str, tuple[edits.Path, Figure | None]]:
    """Where each row's figure is put, and what is gone by where the job gives none."""
    fit, base = v.a.fits[axle], path_to(JOB.proposal.axles[axle])
    return {
        "stop spacer": ((*base, "stop", "spacer_m"), Figure(fit.stop_spacer_m, Origin.COMPUTED)),
        "shock longer": ((*base, "shock_longer_m"), Figure(fit.shock_longer_m, Origin.COMPUTED)),
        "mounts apart": ((*base, "shock_mounts_m"), Figure(fit.shock_mounts_m, Origin.COMPUTED)),
        "hose longer": ((*base, "hose_longer_m"), Figure(fit.hose_longer_m, Origin.COMPUTED)),
        "strap": ((*base, "strap_m"), fit.strap_m),
        "strap mounts": (path_to(JOB.vehicle.axles[axle].strap_mounts_m), None),
    }


def _lay_order(sheet: Sheet, v: View, columns: Sequence[Column], area: QRectF) -> None:
    """Whether the order of each wheel is right, and what it meets up and down from where it rides in this case; where there is no
    room for both wheels, for the one that is worse."""
    t, s = v.theme, v.a.proposed
    ways_of = {}
    if s.stands[v.case]:
        ways_of = {c.side: order_words(c.view.events, float(s.rest.travel_m[c.axle, c.side, v.case]), v.reader) for c in columns}
    rows = sum(len(t.lines(words, SIZE, 400, area.width() - 2)) for ways in ways_of.values() for words in ways)
    rows += sum(len(t.lines(_verdict(v, c)[0], SIZE, 400, area.width() - t.px(NAME))) for c in columns)
    if rows > LINES:
        worse = max(columns, key=lambda c: max((j.severity for j in wrong_at(v, c.axle, c.side)), default=0.0)).side
        ways_of = {side: ways for side, ways in ways_of.items() if side == worse}
    y = area.top()
    for c in columns:
        y = _lay_verdict(sheet, v, c, QPointF(area.left(), y), area.right())
        for way, said in zip(("up", "down"), ways_of.get(c.side, ()), strict=False):
            made = sheet.text(f"order {way} {c.axle}{c.side} word", said, QPointF(area.left(), y), size=SIZE, width=area.width())
            y = float(made.bottom())
        y += t.px(4)


def _verdict(v: View, c: Column) -> tuple[str, str]:
    """What is worst about a wheel's order in either view, else that it is right; and its colour."""
    soon = max(wrong_at(v, c.axle, c.side), key=lambda j: j.severity, default=None)
    if soon is None:
        return tr("contact order correct, with margin"), "ink2"
    return f"{tell(soon, v.reader)[0]} !", role_of(soon)


def _lay_verdict(sheet: Sheet, v: View, c: Column, at: QPointF, right: float) -> float:
    """A wheel's name and whether its order is right; returns where that ends."""
    words, role = _verdict(v, c)
    name, unit = v.reader.corner(c.axle, c.side), v.reader.preset.height.sign
    head = sheet.text(f"order head {c.axle}{c.side}", name, at, size=SIZE, weight=600, unit=unit)
    x = head.right() + v.theme.px(8)
    made = sheet.text(f"order verdict {c.axle}{c.side} word", words, QPointF(x, at.y()), size=SIZE, role=role, width=right - x)
    return float(max(head.bottom(), made.bottom()))
