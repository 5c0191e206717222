"""Spring's page on air: the bag beside an axle's springs or in their place, every case with it, and steel for the same load."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from PyQt6.QtCore import QPointF, QRectF

from isostat.assess import workings
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.air import against_roll, aired, blocks_on_steel, on_steel
from isostat.assess.spring.air_pressures import with_pressures
from isostat.assess.workings import Shown
from isostat.desktop.pieces.form import CLOSE, GRID, lay_grid, lay_list
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.spring.case_figures import height_and_hertz
from isostat.desktop.springs.air.fields import (
    BAND,
    BY_DIAMETER,
    CAUTION,
    GASES,
    LIMITS,
    MOST_LOAD,
    PLACES,
    PRESSURES,
    SET_WARMTH,
    STANDS,
    TANK,
    bag_form,
    clear_bag,
    lay_chart_rows,
    lay_ways,
    solved_pressures,
)
from isostat.desktop.view import View
from isostat.job.edits.paths import JOB, path_to
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.about import about

START = "Its diameter is assumed: start at a third of the most, measure, then step 0.2 bar (3 psi)."
FITS = (
    "Steel fits a load that stays; air one that comes and goes, and each side on its own line.",
    "Air carries no droop: the shock or a strap must stop the wheel before the bag is drawn long.",
)


def lay_air_page(sheet: Sheet, v: View, area: QRectF, axle: int) -> None:
    """Places the page of one axle."""
    t, fit, alone = v.theme, v.job.proposal.axles[axle], v.job.proposal.axles[axle].kind == "air"
    name, base = ("air", path_to(JOB.proposal.axles[axle].air)) if alone else ("helper", path_to(JOB.proposal.axles[axle].helper))
    given = fit.air.over(v.job.as_found.axles[axle].air) if alone else fit.helper
    line = Line(sheet, v, area.topLeft() - QPointF(0, t.px(3)), drop=1)
    line.caps("helper head", f"{'Air springs' if alone else 'Air helper'}, {v.job.vehicle.axles[axle].name}").gap(6)
    if not alone:
        line.button("helper off", "No helper", clear_bag(sheet, base, "no helper"))
        tip = "pressures for the target, on these springs"
        line.button("solve helper", "Solve", partial(_solve, sheet, axle), tip=tip)
    y = area.top() + t.px(26)
    done = aired(v.a, axle)
    solved = solved_pressures(v, axle, done.bags.gauge_pa) if done is not None and done.alone else {}
    rows = (*BY_DIAMETER, STANDS, *PRESSURES, *LIMITS, MOST_LOAD, SET_WARMTH)
    y = lay_list(sheet, v, bag_form(name, base, given, rows, solved), QPointF(area.left(), y), CLOSE)
    lay_ways(Line(sheet, v, QPointF(area.left(), y), high=25), name, base, given, GASES if alone else GASES[:2], 124)
    lay_chart_rows(sheet, v, name, base, given, QPointF(area.left(), y + t.px(31)))
    sheet.text("helper caution", CAUTION, QPointF(area.left(), area.bottom() - t.px(16)), size=12.5, weight=600, role="fault")
    right = QRectF(area.left() + t.px(284), area.top(), area.width() - t.px(284), area.height() - t.px(26))
    foot = _lay_table(sheet, v, axle, right)
    gap = BAND if given.gas == "levelled" else TANK
    sizes = replace(GRID, wide=right.width() / 4 / t.scale, figure=14)
    lay_grid(sheet, v, bag_form(name, base, given, (*PLACES, gap)), QPointF(right.left(), foot + t.px(12)), sizes)


def _lay_table(sheet: Sheet, v: View, axle: int, area: QRectF) -> float:
    """Steel or air: every case on the one and the other. Returns where it ends."""
    t, r = v.theme, v.reader
    bags = aired(v.a, axle)
    if bags is None:
        lacks = v.a.helper_lacks[axle].get("air") or v.a.orders[axle].lacks
        words = lacks or "A pressure at the target turns the helper on; its area alone gives none."
        box = sheet.text(
            "helper waits words", words, area.topLeft(), size=14, role="fault" if lacks else "ink2", width=area.width()
        )
        return float(box.bottom())
    steel = on_steel(v.a, axle)
    columns = (0.20, 0.42, 0.62, 0.82)
    xs = [area.left() + share * area.width() for share in columns]
    for x, words in zip(xs, ("with air", "steel alone", "left bag", "right bag"), strict=True):
        sheet.text(f"helper {words} word", words, QPointF(x, area.top()), size=13.5, weight=600)
    said = (f"hub to arch {r.preset.height.sign}, Hz", "", f"{r.preset.pressure.sign}, {r.preset.mass.sign}", "")
    for x, words, n in zip(xs, said, range(4), strict=True):
        if words:
            sheet.text(f"helper unit {n} word", words, QPointF(x, area.top() + t.px(18)), size=12, role="ink2")
    for case in range(v.a.cases):
        y, here = area.top() + t.px(42) + case * t.px(23), case == v.case
        weight = 600 if here else 400
        sheet.text(f"helper case {case} word", v.job.cases[case].name, QPointF(area.left(), y), size=13, weight=weight)
        for n, a in enumerate((v.a, steel)):
            shown = Shown(workings.corner.mean_height, axle, case=case) if n == 0 else None
            key = f"helper height {case}" if n == 0 else f"helper steel {case} word"
            sheet.text(key, _stand(v, a, axle, case), QPointF(xs[n], y), size=13, weight=weight, shown=shown)
        for side in (0, 1):
            pressed, holds = (Shown(n, axle, side, case) for n in (workings.air.pressure, workings.air.load))
            gauge = v.number(pressed, number(float(bags.gauge_pa[side, case]), Quantity.PRESSURE, r.preset))
            carries = v.number(holds, number(float(bags.carries_kg[side, case]), Quantity.MASS, r.preset))
            inside = bool(bags.within[side, case])
            beyond, role = ("", "ink") if inside else (" !", "fault")
            sheet.text(f"helper bag {side} {case}", f"{gauge}{beyond}", QPointF(xs[2 + side], y), size=13, weight=weight,
                       role=role, shown=pressed)  # fmt: skip
            at = QPointF(xs[2 + side] + t.px(48), y)
            sheet.text(f"helper load {side} {case}", carries, at, size=13, weight=weight, role="ink2",
                       shown=holds)  # fmt: skip
    y = area.top() + t.px(52) + v.a.cases * t.px(23)
    rates = [about(a, Shown(workings.order.spring_rate, axle), r.rate(a.orders[axle].order.rate_n_per_m[0])) for a in (v.a, steel)]
    left = [_least_left(v, a, axle) for a in (v.a, steel)]
    across = bags.bags.given.across_m
    lines = (
        *_steel_blocks(v, steel, axle),
        f"{'bag' if bags.alone else 'spring beside the bag'} {rates[0]}, on steel alone {rates[1]}",
        f"light to full: {_range(v, v.a, axle)} with air, {_range(v, steel, axle)} on steel",
        f"least left in {r.preset.height.sign}, up and down: {left[0]} with air, {left[1]} on steel",
        f"against roll {against_roll(v.a, axle) / max(against_roll(steel, axle), 1.0):.2f} times steel alone",
        *([START] if across is not None and across.assumed and not bags.bags.given.chart else FITS),
    )
    for n, words in enumerate(lines):
        box = sheet.text(f"helper said {n} word", words, QPointF(area.left(), y), size=13, role="ink" if n < 4 else "ink2",
                         width=area.width())  # fmt: skip
        y = box.bottom() + t.px(4)
    return float(y)


def _steel_blocks(v: View, steel: Assessment, axle: int) -> list[str]:
    """On which blocks the pack alone stands so, and which it would take for the target."""
    wanted = blocks_on_steel(steel, axle)
    if wanted is None:
        return []
    has, takes = (", ".join(v.reader.height(b) for b in blocks) for blocks in (steel.orders[axle].order.spacer_m, wanted))
    sign = v.reader.preset.height.sign
    return [f"without bags: same blocks, {has} {sign}; to hold the target, blocks {takes} {sign}"]


def _solve(sheet: Sheet, axle: int) -> None:
    """Both pressures for the target; where there are none the notice says why."""
    sheet.edited.emit(partial(with_pressures, axle=axle), "solve the pressures", -1)


def _stand(v: View, a: Assessment, axle: int, case: int) -> str:
    s = a.proposed
    if not s.stands[case]:
        return "falls over"
    return height_and_hertz(v, a, axle, case)


def _least_left(v: View, a: Assessment, axle: int) -> str:
    """What the fullest case leaves of bump and the lightest of droop, on the lesser side."""
    s = a.proposed
    if not s.stands.any():
        return "nothing"
    up, down = (float(left[axle][:, s.stands].min()) for left in (s.bump_left_m, s.droop_left_m))
    both = ((workings.corner.bump, up), (workings.corner.droop, down))
    return " and ".join(about(a, Shown(number, axle, case=v.case), v.reader.left(m)) for number, m in both)


def _range(v: View, a: Assessment, axle: int) -> str:
    """How far the axle drops from its lightest load to its heaviest."""
    s = a.proposed
    loads = [c for c in range(a.cases) if s.stands[c] and a.job.cases[c].kind == "load"] or [v.case]
    heights = s.hub_to_arch_m[axle].mean(axis=0)[loads]
    far = v.reader.height_unit(float(heights.max() - heights.min()))
    return about(a, Shown(workings.corner.mean_height, axle, case=v.case), far)
