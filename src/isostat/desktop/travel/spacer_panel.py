"""Below the columns of Travel: what each step of spacer under an axle's stops buys and costs, for both sizes of tyre."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import QPointF, QRectF

from isostat.assess.travel.stop_use import Clearance, spacer_steps, stop_use
from isostat.core import rules
from isostat.desktop.pieces.line import Line, tyre_field
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.view import View
from isostat.job.edits.paths import JOB, path_to
from isostat.job.event_words import EVENT_NOUNS
from isostat.job.points import SIDES
from isostat.language import decimal, tr
from isostat.units.unit import Quantity

COLUMNS = (0.12, 0.30, 0.48, 0.66, 0.82)  # where each column ends, of the width


def lay_spacers(sheet: Sheet, v: View, area: QRectF, axle: int) -> None:
    """Places the table of one axle, and what its stops do at full bump."""
    t, r, steps = v.theme, v.reader, spacer_steps(v.a, axle)
    if not steps:
        sheet.text("spacers none words", tr("No bump stop fitted."), area.topLeft(), size=14)
        _lay_fitted(sheet, v, axle, area.topLeft() + QPointF(t.px(150), -t.px(3)))
        return
    xs = [area.left() + share * area.width() for share in COLUMNS]
    radii = [r.height(c.tyre_radius_m) for c in steps[0].clear]
    heads = [
        tr("spacer"),
        tr("clearance, tyre R{m}", m=radii[0]),
        tr("clearance, tyre R{m}", m=radii[-1]) if len(radii) > 1 else "",
        tr("bump travel, target"),
        tr("free bump, full load"),
    ]
    for n, (x, words) in enumerate(zip(xs, heads, strict=True)):
        sheet.text(f"spacers head {n}", words, QPointF(x, area.top()), size=12.5, role="ink2", anchor=RIGHT)
    unit = tr("in {unit}, worst of both wheels up and one wheel up", unit=r.preset.height.sign)
    sheet.text("spacers unit", unit, QPointF(area.left(), area.bottom() - t.px(17)), size=12.5, role="ink2")
    use, wide = _use_words(v, axle), sheet.width() - 2 * area.left()
    below = t.px(49 + 17 * len(sheet.theme_lines(use, wide, 13)))
    here, pitch = v.a.fits[axle].stop_spacer_m, min(t.px(23), (area.height() - below) / len(steps))
    for n, step in enumerate(steps):
        y, now = area.top() + t.px(19) + n * pitch, abs(step.spacer_m - here) < 5e-4
        weight = 600 if now else 400
        said = [(r.height(step.spacer_m), "ink"), *(_clear(v, c) for c in step.clear)]
        said += [("", "ink")] * (3 - len(said))
        scant = step.free_bump_m < rules.FREE_BUMP
        said += [(r.left(step.bump_m), "ink"), (r.left(step.free_bump_m) + (" !" if scant else ""), "fault" if scant else "ink")]
        for k, (x, (words, role)) in enumerate(zip(xs, said, strict=True)):
            sheet.text(f"spacers {k} {n} word", words, QPointF(x, y), size=13.5, weight=weight, role=role, anchor=RIGHT)
        if not now:
            put = partial(sheet.put, path_to(JOB.proposal.axles[axle].stop.spacer_m), step.spacer_m, tr("bump-stop spacer"))
            sheet.button(f"spacers use {n}", tr("Use"), QPointF(xs[-1] + t.px(14), y - t.px(2)), put).setFixedHeight(
                round(min(t.px(21), pitch - 1))
            )
        else:
            sheet.text("spacers now word", tr("in use"), QPointF(xs[-1] + t.px(14), y), size=12.5, role="ink2")
    _lay_fitted(sheet, v, axle, QPointF(xs[-1] + t.px(14), area.top() - t.px(4)))
    _lay_parts(sheet, v, axle, QPointF(area.right() - t.px(4), area.bottom() - t.px(26)))
    sheet.text("spacers use word", use, QPointF(area.left(), area.top() + t.px(20) + len(steps) * pitch), size=13, width=wide)


def _lay_fitted(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """Whether a stop is fitted at all."""
    out = v.job.proposal.axles[axle].stop.left_out
    words = tr("Fit bump stops") if out else tr("Remove bump stops")
    change = partial(sheet.put, path_to(JOB.proposal.axles[axle].stop.left_out), not out, words)
    sheet.button("stop fitted", words, at, change).setFixedHeight(round(v.theme.px(21)))


def _lay_parts(sheet: Sheet, v: View, axle: int, at: QPointF) -> None:
    """The tyre and the stop that are proposed; another tyre than as found has its own column, another stop moves touch and flat."""
    line, preset = Line(sheet, v, at, high=22, size=13, back=True), v.reader.preset
    tyre_field(line, "spacers tyre", axle).words("spacers tyre word", tr("tyre radius"), unit=preset.height.sign).gap(14)
    line.reading("spacers height", path_to(JOB.proposal.axles[axle].stop.free_height_m),
                 label=tr("bump-stop free height, proposed"),
                 quantity=Quantity.COIL, wide=66, otherwise=v.a.fits[axle].stop_height_m)  # fmt: skip
    line.words("spacers height word", tr("bump-stop free height"), unit=preset.coil.sign)


def _clear(v: View, c: Clearance) -> tuple[str, str]:
    if c.clear_m is None:
        return tr("not measured"), "ink2"
    inside = c.clear_m < 0.0
    return (tr("{m} into it !", m=v.reader.height(-c.clear_m)), "fault") if inside else (v.reader.height(c.clear_m), "ink")


def _use_words(v: View, axle: int) -> str:
    """Full bump with the target's load: the share of the stop that is used, and the force there."""
    said = []
    for side in (0, 1):
        use = stop_use(v.a, axle, side, v.a.target_case)
        if use is not None:
            given = {"side": tr(SIDES[side]), "p": v.reader.percent(use.share), "n": decimal(use.times, 1)}
            given["end"] = tr(EVENT_NOUNS[use.end.name])
            said.append(tr("{side} {p} of stop travel, {n} × static, ends at {end}", **given))
    return tr("Full bump, target load: {sides}.", sides="; ".join(said)) if said else tr("These wheels carry no load.")
