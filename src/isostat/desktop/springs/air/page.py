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
from isostat.language import decimal, later, tr
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.about import about

START = later("Bag diameter is assumed: start at a third of max pressure, measure the height, then step 0.2 bar (3 psi).")
FITS = (
    later("Use springs for permanent load and air for changing load. Separate left and right lines."),
    later("A bag must not limit droop. Shock or strap must stop the axle before the bag is fully extended."),
)


def lay_air_page(sheet: Sheet, v: View, area: QRectF, axle: int) -> None:
    """Places the page of one axle."""
    t, fit, alone = v.theme, v.job.proposal.axles[axle], v.job.proposal.axles[axle].kind == "air"
    name, base = ("air", path_to(JOB.proposal.axles[axle].air)) if alone else ("helper", path_to(JOB.proposal.axles[axle].helper))
    given = fit.air.over(v.job.as_found.axles[axle].air) if alone else fit.helper
    line = Line(sheet, v, area.topLeft() - QPointF(0, t.px(3)), drop=1)
    line.caps("helper head", tr("Air springs") if alone else tr("Air helper")).gap(6)
    if not alone:
        line.button("helper off", tr("Remove"), clear_bag(sheet, base, tr("remove bags")))
        tip = tr("Pressures for the target, on these springs")
        line.button("solve helper", tr("Find pressures"), partial(_solve, sheet, axle), tip=tip)
    beside, y = max(area.left() + t.px(284), line.x + t.px(6)), area.top() + t.px(26)
    done = aired(v.a, axle)
    solved = solved_pressures(v, axle, done.bags.gauge_pa) if done is not None and done.alone else {}
    rows = (*BY_DIAMETER, STANDS, *PRESSURES, *LIMITS, MOST_LOAD, SET_WARMTH)
    y = lay_list(sheet, v, bag_form(name, base, given, rows, solved), QPointF(area.left(), y), CLOSE)
    lay_ways(Line(sheet, v, QPointF(area.left(), y), high=25), name, base, given, GASES if alone else GASES[:2], 124)
    lay_chart_rows(sheet, v, name, base, given, QPointF(area.left(), y + t.px(31)))
    sheet.text("helper caution", tr(CAUTION), QPointF(area.left(), area.bottom() - t.px(16)), size=12.5, weight=600, role="fault")
    right = QRectF(beside, area.top(), area.right() - beside, area.height() - t.px(26))
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
        words = lacks.words(r.preset) if lacks else tr("Enter a pressure at target to use the bags.")
        box = sheet.text(
            "helper waits words", words, area.topLeft(), size=14, role="fault" if lacks else "ink2", width=area.width()
        )
        return float(box.bottom())
    steel = on_steel(v.a, axle)
    columns = (0.20, 0.42, 0.62, 0.82)
    xs = [area.left() + share * area.width() for share in columns]
    heads = (("with", tr("with bags")), ("without", tr("without bags")), ("left", tr("left bag")), ("right", tr("right bag")))
    for x, (key, words) in zip(xs, heads, strict=True):
        sheet.text(f"helper {key} word", words, QPointF(x, area.top()), size=13.5, weight=600)
    said = (tr("hub to arch {unit}, Hz", unit=r.preset.height.sign), "", f"{r.preset.pressure.sign}, {r.preset.mass.sign}", "")
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
    rate, alone = [
        about(a, Shown(workings.order.spring_rate, axle), r.rate(a.orders[axle].order.rate_n_per_m[0])) for a in (v.a, steel)
    ]
    least, least_alone = (_least_left(v, a, axle) for a in (v.a, steel))
    across = bags.bags.given.across_m
    sign = r.preset.height.sign
    lines = (
        *_steel_blocks(v, steel, axle),
        tr("air spring rate {rate}, steel springs alone {alone}", rate=rate, alone=alone)
        if bags.alone
        else tr("rate of the springs beside the bags {rate} (without bags {alone})", rate=rate, alone=alone),
        tr("drop light to full: {m} with bags, {alone} without", m=_range(v, v.a, axle), alone=_range(v, steel, axle)),
        tr("smallest bump / droop: {m} {unit} with bags, {alone} {unit} without", m=least, alone=least_alone, unit=sign),
        tr("roll stiffness {n} × without bags", n=decimal(against_roll(v.a, axle) / max(against_roll(steel, axle), 1.0), 2)),
        *(tr(words) for words in ([START] if across is not None and across.assumed and not bags.bags.given.chart else FITS)),
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
    said = {"has": has, "takes": takes, "unit": v.reader.preset.height.sign}
    return [tr("without bags: same blocks ({has} {unit}); to hold the target, blocks {takes} {unit}", **said)]


def _solve(sheet: Sheet, axle: int) -> None:
    """Both pressures for the target; where there are none the notice says why."""
    sheet.edited.emit(partial(with_pressures, axle=axle), tr("find pressures"), -1)


def _stand(v: View, a: Assessment, axle: int, case: int) -> str:
    s = a.proposed
    if not s.stands[case]:
        return tr("would tip")
    return height_and_hertz(v, a, axle, case)


def _least_left(v: View, a: Assessment, axle: int) -> str:
    """What the fullest case leaves of bump and the lightest of droop, on the lesser side."""
    s = a.proposed
    if not s.stands.any():
        return "–"
    up, down = (float(left[axle][:, s.stands].min()) for left in (s.bump_left_m, s.droop_left_m))
    both = ((workings.corner.bump, up), (workings.corner.droop, down))
    return " / ".join(about(a, Shown(number, axle, case=v.case), v.reader.left(m)) for number, m in both)


def _range(v: View, a: Assessment, axle: int) -> str:
    """How far the axle drops from its lightest load to its heaviest."""
    s = a.proposed
    loads = [c for c in range(a.cases) if s.stands[c] and a.job.cases[c].kind == "load"] or [v.case]
    heights = s.hub_to_arch_m[axle].mean(axis=0)[loads]
    far = v.reader.height_unit(float(heights.max() - heights.min()))
    return about(a, Shown(workings.corner.mean_height, axle, case=v.case), far)
