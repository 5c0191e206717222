"""Measure's page of what is missing: each reading ranked by what it buys, and what will be gone once the vehicle is apart."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from PyQt6.QtCore import QPointF, QRectF
from PyQt6.QtGui import QPainter

from isostat.assess import workings
from isostat.assess.knock_on.moved import held_by
from isostat.assess.workings import Shown
from isostat.desktop.pieces.head import HEAD
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.job.edits.paths import Path
from isostat.job.points import AXLE_POINTS, VEHICLE_POINTS, asked_of_axle, asked_of_vehicle, is_trailer
from isostat.language import capital, tr
from isostat.wording.missing_readings import page_of, say_missing

ROW, TOP, FOOT = 27, 66, 84
BAR_FROM, BAR_TO = 484, 640  # px at 100 % text


def _rows(sheet: Sheet, v: View) -> int:
    return max(int((sheet.height() / v.theme.scale - HEAD - TOP - FOOT) / ROW), 1)


def lay_missing(sheet: Sheet, v: View, top: float, turn: Callable[[str, Path], None]) -> None:
    """Places the page below `top`; `turn` goes to the field of a path on another page."""
    t, buys = v.theme, v.buys
    sheet.caps("missing head", tr("Worth measuring next"), QPointF(t.margin, top))
    case = v.reader.case(v.a.target_case)
    words = tr("How far ride height could be out if a reading stays assumed (parts as proposed, worst corner, {case}).", case=case)
    sheet.text("missing rule", words, QPointF(t.margin, top + t.px(20)), size=13, role="ink2", width=sheet.width() - 2 * t.margin)
    y = top + t.px(TOP)
    unit = v.reader.preset.height.sign
    heads = (
        ("read", tr("measure this"), 16),
        ("now", tr("assumed now"), 268),
        ("height", tr("ride height"), 400),
        ("travel", tr("bump or droop"), 660),
    )
    for key, head, x in heads:
        sign = unit if key in ("height", "travel") else ""
        sheet.text(f"missing head {key}", head, QPointF(t.px(x), y - t.px(22)), size=12.5, role="ink2", unit=sign)
    if buys is None:
        sheet.text("missing wait", tr("Calculating."), QPointF(t.margin, y), size=14, role="ink2")
    elif not buys:
        sheet.text("missing none", tr("All tape measurements are in."), QPointF(t.margin, y), size=15, weight=600)
    role = "ink" if v.buys_fresh else "ink3"
    for n, buy in enumerate((buys or ())[: _rows(sheet, v)]):
        what, now = say_missing(buy.missing, v.reader)
        go = partial(_go, sheet, n, turn)
        sheet.button(f"read {n}", capital(what), QPointF(t.margin, y), go, width=round(t.px(246)))
        sheet.text(f"now {n}", now, QPointF(t.px(268), y + t.px(4)), size=13, role="ink2")
        for key, number, m, x in (
            ("height", workings.value_of_readings.height, buy.height_m, 400),
            ("travel", workings.value_of_readings.travel, buy.travel_m, 660),
        ):
            shown = Shown(number, buy.missing.axle, event=buy.missing.what)
            text = f"± {v.reader.height(m)}"
            sheet.text(f"buys {key} {n}", text, QPointF(t.px(x), y + t.px(2)), size=15, weight=600, role=role, shown=shown)
        y += t.px(ROW)
    _lay_gone(sheet, v)


def _go(sheet: Sheet, n: int, turn: Callable[[str, Path], None]) -> None:
    """To the field of the n-th reading that is listed now."""
    if sheet.view is not None and sheet.view.buys is not None and n < len(sheet.view.buys):
        missing = sheet.view.buys[n].missing
        turn(page_of(missing), missing.paths[0])


def _lay_gone(sheet: Sheet, v: View) -> None:
    """Points that nobody can read any more once it is apart, and that were not read yet."""
    t, gone = v.theme, []
    for point in (p for p in AXLE_POINTS if p.gone):
        names = [x.name.lower() for n, x in enumerate(v.job.vehicle.axles) if getattr(x, point.field) is None
                 and asked_of_axle(point, x, on_leaves=held_by(v.a, n) == "leaves", trailer=is_trailer(v.job.vehicle))]  # fmt: skip
        if names:
            gone.append(tr("{reading} ({where})", reading=tr(point.words), where=", ".join(names)))
    gone += [
        tr(p.words)
        for p in VEHICLE_POINTS
        if p.gone and asked_of_vehicle(p, v.job.vehicle) and getattr(v.job.vehicle, p.field) is None
    ]
    y = sheet.height() - t.px(FOOT - 8)
    sheet.caps("gone head", tr("Measure before stripping down"), QPointF(t.margin, y))
    words = tr("Not measured yet: {readings}.", readings=", ".join(gone)) if gone else tr("All of it is measured.")
    sheet.text("gone words", words, QPointF(t.margin, y + t.px(20)), size=13, width=sheet.width() - 2 * t.margin)


def draw_missing(p: QPainter, sheet: Sheet, v: View, top: float) -> None:
    """A bar a reading, its height change to one scale."""
    t, buys = v.theme, (v.buys or ())[: _rows(sheet, v)]
    most = max((b.height_m for b in buys), default=0.0)
    for n, buy in enumerate(buys if most > 0 else ()):
        y = top + t.px(TOP + ROW * n + 7)
        wide = (BAR_TO - BAR_FROM) * buy.height_m / most
        p.fillRect(QRectF(t.px(BAR_FROM), y, t.px(wide), t.px(11)), t.colour("accent" if v.buys_fresh else "rule"))
