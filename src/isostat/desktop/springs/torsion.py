"""Below and beside the Spring chart of an axle on torsion bars: the bar, its setting by corner; the arm drawn to its angles."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from functools import partial

from PyQt6.QtCore import QLineF, QPointF, QRectF, QSize
from PyQt6.QtGui import QPainter
from typing_extensions import override

from isostat.assess import workings
from isostat.assess.spring.torsion import Anchor, TorsionSet, torsion_set
from isostat.assess.spring.usual import BAR_SHEAR
from isostat.assess.workings import Shown, is_approximate
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.form import TALL, Form, Row, lay_grid
from isostat.desktop.pieces.ink import ground
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import RIGHT, Sheet
from isostat.desktop.pieces.table import Table
from isostat.desktop.spring.order import NONE_HOLDS, lay_fitted_now, solve_again
from isostat.desktop.springs.kind import Draw, Room, SpringPage
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import SIDES
from isostat.job.springs import parts
from isostat.job.springs.torsion import TorsionBar
from isostat.language import capital, later, tr
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.reader import ABOUT
from isostat.wording.spring import not_used
from isostat.wording.springs.torsion import SPLINES_SEEN, say_adjuster, say_splines, say_wound

FIELDS = (
    Row("diameter_m", later("bar diameter"), Quantity.COIL, finer=True),
    Row("length_m", later("bar length"), Quantity.HEIGHT),
    Row("bore_m", later("bore"), Quantity.COIL),
    Row("arm_m", later("arm length"), Quantity.HEIGHT),
    Row("pitch_m", later("thread pitch"), Quantity.COIL, finer=True),
    Row("lever_m", later("adjuster arm"), Quantity.COIL),
)
TEETH = (
    Row("teeth_inner", later("inner splines"), Quantity.RATIO, whole=True),
    Row("teeth_outer", later("outer splines"), Quantity.RATIO, whole=True),
)
CAUTION = later("A wound bar can throw its arm. Unload it with the tool and keep clear.")


@dataclass(frozen=True, slots=True)
class Arms:
    """The arm in px: pivot, length, and each angle with its words."""

    pivot: QPointF
    arm: float
    angles: tuple[tuple[float, str], ...]  # rad and "ghost", "dash" or "ink"


def lay_torsion_panel(sheet: Sheet, v: View, axle: int, top: float) -> None:
    """Places the panel below `top`."""
    t, o = v.theme, v.a.orders[axle]
    found = v.job.as_found.axles[axle].torsion
    given, base = v.job.proposal.axles[axle].torsion.over(found), path_to(JOB.proposal.axles[axle].torsion)
    line = Line(sheet, v, QPointF(t.margin, top + t.px(5))).caps(
        "torsion head", tr("Torsion bars, {axle}", axle=v.job.vehicle.axles[axle].name)
    )
    lay_fitted_now(line.gap(6), axle)
    bars = torsion_set(v.a, axle)
    if bars is not None:
        line.button("solve bars", tr("Calculate for target"), partial(_solve, sheet, axle))
        state = tr("typed") if bars.typed else tr("solved for the target") if o.can_be_had else tr(NONE_HOLDS)
        line.words("torsion state word", state, role="ink2" if bars.typed or o.can_be_had else "fault")
    at = QPointF(t.margin, top + t.px(36))
    lay_grid(sheet, v, Form("torsion", base, given, FIELDS), at, TALL)
    puts = {row.field: partial(parts.put_teeth, (*base, row.field)) for row in TEETH}
    teeth = Form("torsion", base, given, TEETH, puts=puts)
    lay_grid(sheet, v, teeth, at + QPointF(len(FIELDS) * t.px(TALL.wide), 0), TALL)
    sign, stop = v.reader.preset.unit(Quantity.ANGLE).sign, given.stop_rad
    line = Line(sheet, v, QPointF(t.margin, top + t.px(92)), high=25)
    line.words("torsion angle word", tr("arm angle as weighed (+ = wheel end above pivot)"), unit=sign)
    line.reading("torsion angle", path_to(JOB.as_found.axles[axle].torsion.angle_rad), label=tr("arm angle as weighed"),
                 quantity=Quantity.ANGLE, wide=72)  # fmt: skip
    line.words("torsion stop word", tr("arm angle at droop stop"), unit=sign)
    line.field("torsion stop", (*base, "stop_rad"), Figure(stop.value, Origin.TYPED) if stop else None, wide=72,
               label=tr("arm angle at droop stop"), quantity=Quantity.ANGLE)  # fmt: skip
    line.modulus("torsion modulus", (*base, "shear_pa"), label=tr("shear modulus of the bar"), usual_pa=BAR_SHEAR)
    sheet.text("torsion caution", tr(CAUTION), QPointF(t.margin, top + t.px(217)), size=12.5, weight=600, role="fault")
    if bars is None:
        words = not_used(o.lacks, v.reader)
        sheet.text(
            "torsion waits words", words, QPointF(t.margin, top + t.px(128)), size=13, role="fault", width=sheet.width() - 40
        )
        return
    _lay_corners(sheet, v, axle, bars, given, top + t.px(126))


def _lay_corners(sheet: Sheet, v: View, axle: int, bars: TorsionSet, bar: TorsionBar, top: float) -> None:
    """A row a corner: slack angle, turn of the anchor, and what sets it."""
    t, preset, size = v.theme, v.reader.preset, QSize(round(v.theme.px(72)), round(v.theme.px(25)))
    sign = preset.unit(Quantity.ANGLE).sign
    table = Table(sheet, t.margin, top, t.px(120), t.px(94), t.px(29), size, head=20 / 29)
    table.title("torsion slack word", 0, tr("arm angle"), unit=sign, weight=600)
    words = tr(SPLINES_SEEN) if bar.teeth_inner is not None and bar.teeth_outer is not None else tr("anchor turn")
    table.title("torsion turn word", 1, words, weight=600)
    stands = bars.typed or v.a.orders[axle].can_be_had
    for side in (0, 1):
        corner, slack = v.reader.corner(axle, side), None
        table.name(f"corner {side}", side, corner, weight=600)
        if stands:
            guessed = not bars.typed and is_approximate(v.a, Shown(workings.torsion.slack, axle, side))
            slack = Figure(bars.anchors[side].slack_rad, Origin.ASSUMED if guessed else Origin.SOLVED)
        line = Line(sheet, v, table.cell(side, 0)[0], high=25)
        line.field(f"torsion slack {side}", (*path_to(JOB.proposal.axles[axle]), SIDES[side], "slack_rad"), slack,
                   label=tr("unloaded arm angle, {corner}", corner=corner), quantity=Quantity.ANGLE, wide=72,
                   figure=14)  # fmt: skip
        if not stands:
            continue
        turn, shown = bars.anchors[side].turn_rad, Shown(workings.torsion.turn, axle, side)
        words = capital(say_wound(turn, v.number(shown, v.reader.angle(abs(turn)))))
        line.upto(94).words(f"torsion turn {side}", words, size=14, weight=600, shown=shown).gap(6)
        line.words(f"torsion set {side} word", v.number(shown, _setting(v, bars.anchors[side])), role="ink2")
    if not stands:
        return
    shown = Shown(workings.torsion.stress, axle)
    words = tr("stress at target {p} of allowable", p=v.number(shown, v.reader.percent(bars.used)))
    sheet.text(
        "torsion stress",
        words,
        QPointF(sheet.width() - t.margin, top + t.px(82)),
        size=13,
        anchor=RIGHT,
        role="watch" if bars.used > 1.0 else "ink",
        shown=shown,
    )


def _setting(v: View, anchor: Anchor) -> str:
    """Bolt turns, then the nearest teeth with what is left over; of equal teeth what one of them is and lifts."""
    said = []
    if anchor.bolt_turns is not None:
        said.append(say_adjuster(anchor.bolt_turns, anchor.turn_rad))
    if anchor.teeth is not None:
        words, short = say_splines(anchor.teeth), v.reader.angle(abs(anchor.teeth.left_rad))
        said.append(tr("{splines} ({angle} over)", splines=words[:1].lower() + words[1:], angle=short))
    if anchor.tooth_rad is not None and anchor.tooth_lifts_m is not None:
        one = {"angle": v.reader.angle(anchor.tooth_rad), "m": v.reader.coil(anchor.tooth_lifts_m)}
        said.append(tr("one spline = {angle}, {m} at the arm end", **one))
    return "; ".join(said) or tr("Enter thread pitch and adjuster arm, or splines, to see what to turn.")


def _solve(sheet: Sheet, axle: int) -> None:
    sheet.edited.emit(lambda job: solve_again(job, axle), tr("calculate the bars"), -1)


def lay_arm_drawing(sheet: Sheet, v: View, axle: int, area: QRectF) -> Callable[[QPainter], None]:
    """Places the arm of the left bar: slack, as weighed, and at the target."""
    t, bars = v.theme, torsion_set(v.a, axle)
    found = v.job.as_found.axles[axle].torsion.angle_rad
    if bars is None or found is None:
        return lambda p: None
    arm = min(area.width() * 0.38, area.height() * 0.5)
    pivot = QPointF(area.left() + t.px(34), area.center().y())
    angles: tuple[tuple[float, str], ...] = ((float(found.value), "ghost"),)
    if bars.typed or v.a.orders[axle].can_be_had:
        angles += ((bars.anchors[0].slack_rad, "dash"), (bars.anchors[0].at_target_rad, "ink"))
    solved = v.number(Shown(workings.torsion.slack, axle), "")
    marks = {"dash": solved, "ghost": ABOUT if found.assumed else "", "ink": solved}
    sign = v.reader.preset.unit(Quantity.ANGLE).sign
    places = sorted(((pivot.y() - arm * math.sin(a), a, kind) for a, kind in angles), key=lambda p: p[0])
    names = {"dash": tr("unloaded"), "ghost": tr("as weighed"), "ink": tr("at target")}
    y = -math.inf
    for level, angle, kind in places:
        y = max(level - t.px(9), y + t.px(19))
        words = f"{names[kind]} {marks[kind]}{number(angle, Quantity.ANGLE, v.reader.preset)}{sign}"
        at = QPointF(pivot.x() + arm * math.cos(angle) + t.px(14), y)
        sheet.text(
            f"arm {kind} word", words, at, size=13, weight=600 if kind == "ink" else 400, role="ink" if kind == "ink" else "ink2"
        )
    words = tr("arm {m}, left side", m=v.reader.height_unit(bars.arm_m))
    sheet.text("arm drawing word", words, QPointF(area.left(), area.top()), size=12.5, role="ink2")
    return partial(_draw, v, Arms(pivot, arm, angles))


def _draw(v: View, c: Arms, p: QPainter) -> None:
    t = v.theme
    ground(p, t, c.pivot.x() - 24, c.pivot.x() + c.arm + 12, c.pivot.y() + c.arm * 0.9)
    p.setPen(pen(t, "ink2", 0.6, "centre"))
    p.drawLine(QLineF(c.pivot, c.pivot + QPointF(c.arm * 1.1, 0)))
    for angle, kind in c.angles:
        end = c.pivot + QPointF(c.arm * math.cos(angle), -c.arm * math.sin(angle))
        p.setPen(pen(t, "ink" if kind == "ink" else "ink3", 4.0 if kind == "ink" else 2.0, "before" if kind == "dash" else ""))
        p.drawLine(QLineF(c.pivot, end))
        p.setBrush(t.colour("sheet"))
        p.setPen(pen(t, "ink" if kind == "ink" else "ink3", 1.2))
        p.drawEllipse(end, 5, 5)
    p.setPen(pen(t, "ink", 1.5))
    p.setBrush(t.colour("tyre"))
    p.drawEllipse(c.pivot, 13, 13)
    for n in range(24):  # the splines
        a = n * math.pi / 12
        way = QPointF(math.cos(a), math.sin(a))
        p.drawLine(QLineF(c.pivot + way * 11, c.pivot + way * 15))


class TorsionPage(SpringPage):
    """Torsion bars, their arm drawn to scale."""

    @override
    def lay(self, room: Room, v: View) -> Draw:
        draw = lay_arm_drawing(room.sheet, v, room.axle, room.part)
        lay_torsion_panel(room.sheet, v, room.axle, room.panel)
        return draw
