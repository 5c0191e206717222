"""Below the columns of Travel: the shock that the target asks for, and those of a list in an axle's place."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from PyQt6.QtCore import QPointF, QRectF

from isostat.assess.travel.shocks import ranked_shocks, shock_to_order
from isostat.core import rules
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.plain import set_tip
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.view import View
from isostat.job.edits.paths import JOB, path_to
from isostat.job.springs.parts import put_shock
from isostat.job.tables.shock_list import shipped_shocks
from isostat.language import later, tr
from isostat.units.unit import Quantity
from isostat.wording.travel import why_no_shock

COLUMNS = (("name", 0.0), ("extended", 0.27), ("collapsed", 0.40), ("droop", 0.49), ("of travel", 0.58), ("in hand", 0.69))
HEADS = {
    "extended": later("extended"), "collapsed": later("collapsed"), "droop": later("droop"), "of travel": later("of travel"),
    "in hand": later("spare"),
}  # fmt: skip


def lay_shocks(sheet: Sheet, v: View, area: QRectF, axle: int, read: Callable[[], object]) -> None:
    """Places the list of one axle, those that fit first. read: asks for another list."""
    t, r, order = v.theme, v.reader, shock_to_order(v.a, axle)
    rows = v.job.shocks or shipped_shocks()
    made = sheet.button("shocks read", tr("Import list"), QPointF(area.right() - t.px(104), area.top() - t.px(31)), read)
    set_tip(made, tr("CSV: name, extended, collapsed length, eye to eye"))
    if order is None:
        words = tr(
            "Enter the shock extended length (Measure, Points): with the exposed shaft it gives eye to eye and ranks a list."
        )
        sheet.text("shocks wait words", words, area.topLeft(), size=14, width=area.width() * 0.8)
        return
    said = {"out": r.height(order[0]), "shut": r.height_unit(order[1]), "n": len(rows)}
    words = tr("Needed at this target: {out} extended, {shut} collapsed. Sample list of {n}:", **said)
    if v.job.shocks:
        words = tr("Needed at this target: {out} extended, {shut} collapsed. Your list of {n}:", **said)
    sheet.text("shocks asked word", words, area.topLeft() - QPointF(0, t.px(3)), size=13.5, weight=600)
    line = Line(sheet, v, QPointF(area.right(), area.top() - t.px(5)), high=22, size=13, back=True)
    line.reading("droop asked", path_to(JOB.proposal.axles[axle].pick.droop_share), label=tr("droop share of travel"),
                 quantity=Quantity.SHARE, wide=56, otherwise=Figure(rules.WANTED_DROOP_SHARE, Origin.ASSUMED))  # fmt: skip
    line.words("shocks share word", tr("droop share"), unit="%")
    xs = {name: area.left() + share * area.width() for name, share in COLUMNS}
    for name, x in xs.items():
        if name != "name":
            sheet.text(f"shocks head {name}", tr(HEADS[name]), QPointF(x, area.top() + t.px(17)), size=12.5, role="ink2",
                       anchor=RIGHT,
                       unit="" if name == "of travel" else r.preset.height.sign)  # fmt: skip
    fits = ranked_shocks(v.a, axle, rows)
    room = int((area.height() - t.px(38)) / t.px(22))
    for n, f in enumerate(fits[:room]):
        y, role = area.top() + t.px(36) + n * t.px(22), "ink" if f.fits else "ink2"
        cells = {
            "name": f.shock.name, "extended": r.height(f.shock.extended_m), "collapsed": r.height(f.shock.collapsed_m),
            "droop": r.left(f.droop_m), "of travel": r.percent(f.share), "in hand": r.left(f.over_m),
        }  # fmt: skip
        for name, words in cells.items():
            anchor = 0.0 if name == "name" else RIGHT
            sheet.text(f"shocks {name} {n} word", words, QPointF(xs[name], y), size=13, role=role, anchor=anchor,
                       weight=600 if name == "name" and f.fits else 400)  # fmt: skip
        at = QPointF(xs["in hand"] + t.px(12), y)
        if f.fits:
            change = partial(put_shock, axle=axle, extended_m=f.shock.extended_m, stroke_m=f.shock.stroke_m)
            take = partial(sheet.edited.emit, change, tr("shock {name}", name=f.shock.name), -1)
            sheet.button(f"shocks take {n}", tr("Use"), at - QPointF(0, t.px(4)), take).setFixedHeight(round(t.px(22)))
        else:
            sheet.text(f"shocks why {n} word", why_no_shock(f, r), at, size=12.5, role="watch")
