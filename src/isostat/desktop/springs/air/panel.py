"""Below the Spring chart of an axle on air: its bags, how their air is held, pressures by corner and case."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from PyQt6.QtCore import QPointF
from typing_extensions import override

from isostat.assess import workings
from isostat.assess.spring.air import Aired, aired, valve_rod_m
from isostat.assess.workings import Shown
from isostat.desktop.pieces.form import CLOSE, GRID, lay_field, lay_grid
from isostat.desktop.pieces.head import HEAD
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.spring.case_figures import both_heights
from isostat.desktop.spring.order import NONE_HOLDS, lay_fitted_now
from isostat.desktop.springs.air.drawing import lay_bag_drawing
from isostat.desktop.springs.air.fields import (
    BAND,
    BY_DIAMETER,
    GASES,
    LIMITS,
    PLACES,
    PRESSURES,
    ROD,
    STANDS,
    TANK,
    bag_form,
    lay_ways,
    solved_pressures,
)
from isostat.desktop.springs.kind import Draw, Room, SpringPage
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.schema import Job
from isostat.job.springs.air import AirBag
from isostat.language import later, tr
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.spring import not_used

CAUTION = later("Put the frame on stands and exhaust all air before opening a line.")


def lay_air_panel(sheet: Sheet, v: View, axle: int, top: float) -> None:
    """Places the panel below `top`."""
    t, base = v.theme, path_to(JOB.proposal.axles[axle].air)
    given = v.job.proposal.axles[axle].air.over(v.job.as_found.axles[axle].air)
    line = Line(sheet, v, QPointF(t.margin, top + t.px(4)), high=25, drop=4)
    line.caps("air head", tr("Air springs, {axle}", axle=v.job.vehicle.axles[axle].name))
    lay_fitted_now(lay_ways(line.gap(4), "air", base, given, GASES, 106), axle)
    line.button("solve air", tr("Find pressures"), partial(_solve, sheet, axle))
    gap = BAND if given.gas == "levelled" else TANK
    rows = (*BY_DIAMETER, STANDS, *LIMITS, *PRESSURES, *PLACES, gap)
    done = aired(v.a, axle)
    held = v.a.orders[axle].can_be_had or None not in (given.left_pa, given.right_pa)
    solved = solved_pressures(v, axle, done.bags.gauge_pa) if done is not None and done.alone and held else {}
    sizes = replace(GRID, wide=(sheet.width() - 2 * t.margin) / 6 / t.scale, high=47, figure=14)
    lay_grid(sheet, v, bag_form("air", base, given, rows, solved), QPointF(t.margin, top + t.px(38)), sizes, columns=6)
    if done is None:
        words = not_used(v.a.orders[axle].lacks, v.reader)
        sheet.text(
            "air waits words", words, QPointF(t.margin, top + t.px(140)), size=13, role="fault", width=sheet.width() - 2 * t.margin
        )
        return
    if not held:
        sheet.text("not to be had", tr(NONE_HOLDS), QPointF(t.margin, top + t.px(140)), size=14, weight=600, role="fault")
        return
    _lay_cases(sheet, v, axle, done, top + t.px(138))
    if given.gas == "levelled":
        _lay_rod(sheet, v, axle, (base, given), top + t.px(213))
    sheet.text("air caution", tr(CAUTION), QPointF(sheet.width() - t.margin, top + t.px(218)), size=12.5, weight=600, role="fault",
               anchor=RIGHT)  # fmt: skip


def _lay_rod(sheet: Sheet, v: View, axle: int, of: tuple[edits.Path, AirBag], y: float) -> None:
    """The levelling valve's rod, arm level, beside the wheel: as weighed, and as long as the target wants it."""
    t, (base, given) = v.theme, of
    line = Line(sheet, v, QPointF(t.margin, y)).words("air rod_m word", tr(ROD.words), unit=v.reader.preset.coil.sign)
    lay_field(sheet, v, bag_form("air", base, given, (ROD,)), ROD, line.place(CLOSE.field[0])[0], CLOSE)
    rod, up = valve_rod_m(v.a, axle)
    words, m = tr("no change needed for the target"), v.reader.coil(abs(up))
    if abs(up) >= 0.0005:
        words = tr("{m} longer for the target", m=m) if up > 0 else tr("{m} shorter for the target", m=m)
    if rod is not None:
        words = tr("{change} ({m} in total)", change=words, m=v.reader.coil(rod + up))
    line.words("air rod word", words)


def _lay_cases(sheet: Sheet, v: View, axle: int, bags: Aired, top: float) -> None:
    """Hub to arch, pressures and the bags' height in every case, side by side."""
    t, r, s = v.theme, v.reader, v.a.proposed
    x0, wide = t.px(132), (sheet.width() - t.px(148)) / max(v.a.cases, 1)
    names = (
        ("arch", tr("hub to arch")),
        ("gauge", tr("pressure, {unit}", unit=r.preset.pressure.sign)),
        ("high", tr("bag height")),
    )
    for (key, words), y in zip(names, (19, 38, 57), strict=True):
        sheet.text(f"air {key} word", words, QPointF(t.margin, top + t.px(y)), size=12.5, role="ink2")
    for case in range(v.a.cases):
        x, here = x0 + case * wide, case == v.case
        weight, role = 600 if here else 400, "ink" if here else "ink2"
        sheet.text(f"air case {case}", v.job.cases[case].name, QPointF(x, top), size=12.5, role=role, weight=weight)
        if not s.stands[case]:
            sheet.text(f"air height {case}", tr("would tip"), QPointF(x, top + t.px(18)), size=13, role="fault")
            continue
        heights = both_heights(v, axle, case)
        sheet.text(
            f"air height {case}",
            heights,
            QPointF(x, top + t.px(17)),
            size=14,
            weight=600,
            shown=Shown(workings.corner.height, axle, 0, case),
        )
        at = x
        for side in (0, 1):
            shown = Shown(workings.air.pressure, axle, side, case)
            gauge = number(float(bags.gauge_pa[side, case]), Quantity.PRESSURE, r.preset) + ("," if side == 0 else "")
            gauge = v.number(shown, gauge)
            box = sheet.text(f"air pressure {side} {case}", gauge, QPointF(at, top + t.px(37)), size=13.5, weight=weight,
                             shown=shown)  # fmt: skip
            at = box.right() + t.px(5)
        outside = bags.within[:, case].min() == 0.0
        stand = (v.number(Shown(workings.air.height, axle, n, case), r.coil(float(bags.height_m[n, case]))) for n in (0, 1))
        high = ", ".join(stand) + (" !" if outside else "")
        sheet.text(f"air bag {case} word", high, QPointF(x, top + t.px(56)), size=12.5, role="fault" if outside else "ink2")


def _solve(sheet: Sheet, axle: int) -> None:
    def change(job: Job) -> Job:
        for field in ("left_pa", "right_pa"):
            job = edits.put(job, (*path_to(JOB.proposal.axles[axle].air), field), None)
        return job

    sheet.edited.emit(change, tr("find pressures"), -1)


class AirPage(SpringPage):
    """Bags in place of springs, drawn to scale."""

    @override
    def lay_rate(self, sheet: Sheet, v: View, axle: int) -> None:
        words = tr("Rate comes from pressure, area and height; height comes from pressure.")
        sheet.text("rate word", words, QPointF(v.theme.margin, v.theme.px(HEAD + 8)), size=13.5, role="ink2")

    @override
    def lay(self, room: Room, v: View) -> Draw:
        draw = lay_bag_drawing(room.sheet, v, room.axle, room.part)
        lay_air_panel(room.sheet, v, room.axle, room.panel)
        return draw
