"""The columns of Travel: one a wheel, all to one scale of hub to arch, with marks and labels that do not overlap."""

from __future__ import annotations

from dataclasses import dataclass

from PyQt6.QtCore import QLineF, QPointF, QRectF
from PyQt6.QtGui import QPainter

from isostat.assess import workings
from isostat.assess.travel.findings import WrongOrder
from isostat.assess.travel.landmarks import Landmarks, landmarks
from isostat.assess.workings import Shown
from isostat.core.parts.event import Event
from isostat.desktop.pieces.ink import bracket, case_sign, hatch, mark
from isostat.desktop.pieces.sheet import MIDDLE, RIGHT, Sheet
from isostat.desktop.pieces.spread import spread
from isostat.desktop.theme import pen
from isostat.desktop.view import View
from isostat.job.event_words import EVENT_LABELS
from isostat.language import capital, later, tr

LANE = 24.0
PITCH = 16.0
SHORTER = {  # where a column is narrow
    Event.SHOCK_BOTTOMED: later("shock end"), Event.SHOCK_TOPPED: later("topped"), Event.STOP_TOUCHED: later("stop"),
    Event.STOP_FLAT: later("full"), Event.COIL_LOOSE: later("loose"), Event.COIL_SOLID: later("bind"), Event.METAL: later("metal"),
    Event.HELPER_TOUCHED: later("helper"), Event.ARM_ON_ITS_STOP: later("arm stop"), Event.BAG_LONGEST: later("bag ext."),
    Event.BAG_FLAT: later("bag"), Event.TYRE_STRAIGHT: later("tyre"), Event.TYRE_AT_LOCK: later("lock"),
    Event.TYRE_AT_LEFT_LOCK: later("left lock"), Event.TYRE_AT_RIGHT_LOCK: later("right lock"),
    Event.COIL_OFF_ITS_SEAT: later("off seat"), Event.HOSE_TAUT: later("hose"), Event.WIRE_TAUT: later("wire"),
    Event.JOINT_AT_ITS_LIMIT: later("joint"), Event.STRAP_TAUT: later("strap"), Event.LEAF_FLAT: later("leaf"),
    Event.SECOND_STAGE: later("2nd stage"),
}  # fmt: skip
STRONG = (Event.STOP_FLAT, Event.STOP_TOUCHED, Event.SHOCK_TOPPED, Event.STRAP_TAUT)


@dataclass(frozen=True, slots=True)
class Scale:
    """Hub to arch down the sheet: shortest at the top."""

    top: float
    foot: float
    low: float  # m at the top
    high: float

    @property
    def per_m(self) -> float:
        """Pixels a metre."""
        return (self.foot - self.top) / (self.high - self.low)

    def y(self, height: float) -> float:
        """Where a hub-to-arch height lies."""
        return self.top + (height - self.low) * self.per_m


def travel_scale(v: View, top: float, foot: float, *, one_up: bool) -> Scale:
    """The scale that shows every event of every wheel, a loose coil apart."""
    shown = [
        float(v.a.baseline_m[i, side]) - e.travel_m
        for i in range(len(v.a.axles))
        for side in (0, 1)
        for e in landmarks(v.a, i, side, one_up=one_up).events
        if e.name not in (Event.COIL_LOOSE, Event.COIL_OFF_ITS_SEAT)
    ]
    return Scale(top, foot, min(shown) - 0.006, max(shown) + 0.012)


@dataclass(frozen=True, slots=True)
class Column:
    """One wheel: its lane at x, room for its labels up to `right`, and every mark with the place of its label."""

    axle: int
    side: int
    x: float
    right: float
    scale: Scale
    events: tuple[tuple[Event, float, float, float], ...]  # with its travel in m, and where mark and label lie
    cases: tuple[tuple[int, float, float], ...]
    wrong: dict[Event, WrongOrder]
    base: float  # hub to arch at the baseline
    view: Landmarks
    found: Landmarks  # the same view as found
    one_up: bool

    def y(self, travel: float | None) -> float:
        """Where a wheel travel lies."""
        return self.scale.y(self.base - (travel or 0.0))

    def role(self, event: Event) -> str:
        """The colour of an event: ink, or that of what is wrong with it."""
        bad = self.wrong.get(event)
        return "ink" if bad is None else role_of(bad)


def wrong_at(v: View, axle: int, side: int) -> list[WrongOrder]:
    """What comes too soon at a wheel, both wheels together or one wheel up."""
    return [j for j in v.judgements if isinstance(j, WrongOrder) and (j.place.axle, j.place.side) == (axle, side)]


def role_of(wrong: WrongOrder) -> str:
    """The colour of what comes too soon: before its time, or with too little left."""
    return "watch" if wrong.in_order else "fault"


def column(v: View, scale: Scale, axle: int, side: int, edges: tuple[float, float], *, one_up: bool) -> Column:
    """The column of a wheel, top first. edges: of its lane, and how far its labels may go."""
    s, t, base = v.a.proposed, v.theme, float(v.a.baseline_m[axle, side])

    def beside(marks: list[float]) -> list[float]:
        return spread(marks, t.px(PITCH), scale.top - 4, scale.foot + t.px(24))

    view = landmarks(v.a, axle, side, one_up=one_up)
    events = sorted(view.events, key=lambda e: -e.travel_m)
    marks = [min(scale.y(base - e.travel_m), scale.foot + t.px(20)) for e in events]
    rows = sorted((scale.y(float(s.hub_to_arch_m[axle, side, c])), c) for c in range(v.a.cases) if s.stands[c])
    rides = [y for y, _ in rows]
    alike = not v.a.axles[axle].is_beam  # on single wheels both views are
    wrong = {j.what: j for j in wrong_at(v, axle, side) if alike or j.crossed == one_up}
    return Column(
        axle, side, *edges, scale,
        tuple((e.name, e.travel_m, y, at) for e, y, at in zip(events, marks, beside(marks), strict=True)),
        tuple((c, y, at) for (y, c), at in zip(rows, beside(rides), strict=True)),
        wrong, base, view, landmarks(v.a, axle, side, one_up=one_up, found=True), one_up,
    )  # fmt: skip


def lay_column(sheet: Sheet, v: View, c: Column, y_name: float, *, rides: bool) -> None:
    """Places the wheel's name, its events with their distance from ride height, and the ride heights where there is room."""
    t, s, fractional = v.theme, v.a.proposed, v.reader.preset.height.fractional
    key = f"{c.axle}{c.side} "
    name = capital(v.reader.corner(c.axle, c.side))
    sheet.text(key + "name", name, QPointF(c.x + LANE / 2, y_name), size=17, weight=600, anchor=MIDDLE)
    ride, left = float(s.rest.travel_m[c.axle, c.side, v.case]), c.x + LANE + t.px(15)
    events = workings.events
    numbers = (events.event_up, events.event_up_away) if c.one_up else (events.event, events.event_away)
    for event, travel, _, at in c.events:
        stands, goes = (Shown(n, c.axle, c.side, v.case, event=event) for n in numbers)
        height = v.number(stands, v.reader.left(c.base - travel))
        away = v.number(goes, v.reader.height(abs(travel - ride)))
        label = _label(sheet, event, height, c.right - left - sheet.text_width(away, 12.5) - t.px(8))
        crowded = label == height
        if crowded:
            label = _label(sheet, event, height, c.right - left)
        weight = 600 if event in STRONG or event in c.wrong else 400
        sheet.text(key + event, label, QPointF(left, at - t.px(9)), size=13, weight=weight, role=c.role(event), shown=stands)
        if not crowded:
            place = QPointF(c.right, at - t.px(9))
            sheet.text(f"{key}{event} away", away, place, size=12.5, role="ink2", anchor=RIGHT, shown=goes)
    for case, _, at in c.cases if rides else ():
        here = case == v.case
        if fractional and not here:
            continue
        shown = Shown(workings.corner.height, c.axle, c.side, case)
        words = v.number(shown, v.reader.height(float(s.hub_to_arch_m[c.axle, c.side, case])))
        size = 13 if fractional or not here else 17
        place, weight, role = QPointF(c.x - t.px(22), at - t.px(12 if here else 9)), 600 if here else 400, "ink" if here else "ink2"
        sheet.text(f"{key}case {case}", words, place, size=size, weight=weight, role=role, anchor=RIGHT, shown=shown)


def _label(sheet: Sheet, event: Event, height: str, room: float) -> str:
    """The reading with the longest name that has room."""
    for name in (EVENT_LABELS[event], SHORTER.get(event, "")):
        if name and sheet.text_width(f"{height} {tr(name)}", 13, 600) <= room:
            return f"{height} {tr(name)}"
    return height


def _draw_found(p: QPainter, v: View, c: Column) -> None:
    """As found, beside the lane: how far the wheel went, and where its stop was touched and flat."""
    t, x = v.theme, c.x + LANE + 3.0
    top, foot = (c.scale.y(c.base - travel) for travel in (c.found.full_m, c.found.hanging_m))
    p.setPen(pen(t, "ink3", 1.2, "before"))
    p.drawLine(QLineF(x, top, x, foot))
    p.setPen(pen(t, "ink3", 1.2))
    for name in (Event.STOP_TOUCHED, Event.STOP_FLAT, c.found.hanging):
        travel = c.found.at(name)
        if travel is not None:
            y = c.scale.y(c.base - travel)
            p.drawLine(QLineF(x - 3, y, x + 3, y))


def draw_column(p: QPainter, v: View, c: Column) -> None:
    """The lane, its zones, what is wrong, the target, and a mark for every event and case."""
    t, x = v.theme, c.x
    metal, hang = c.y(c.view.at(Event.METAL)), c.y(c.view.hanging_m)
    touched, flat = c.view.at(Event.STOP_TOUCHED), c.view.at(Event.STOP_FLAT)
    _draw_found(p, v, c)
    lane = QRectF(x, metal, LANE, hang - metal)
    p.fillRect(lane, t.colour("sheet"))
    if touched is not None and flat is not None:
        hatch(p, QRectF(x, c.y(flat), LANE, c.y(touched) - c.y(flat)), t.colour("ink2"), 4.5, crossed=True)
    hatch(p, QRectF(x - 6, metal - 8, LANE + 12, 8), t.colour("ink"), 3.2, width=1.3)
    middles: list[tuple[float, WrongOrder]] = []
    for judgement in c.wrong.values():
        a, b = sorted((c.y(judgement.what_m), c.y(judgement.before_m)))
        zone = QRectF(x, a, LANE, max(b - a, 2))
        if judgement.in_order:
            hatch(p, zone, t.colour("watch"), 4)
        else:
            p.fillRect(zone, t.colour("fault_wash"))
            hatch(p, zone, t.colour("fault"), 3.4, crossed=True)
        middles.append(((a + b) / 2, judgement))
    middles.sort(key=lambda pair: pair[0])
    for y, (_, judgement) in zip(spread([y for y, _ in middles], t.px(18), c.scale.top - 8, c.scale.foot), middles, strict=True):
        mark(p, t, judgement.grade, QPointF(x - t.px(16), y), 17, v.letter(judgement))
    p.setPen(pen(t, "ink", 2.0))
    p.drawLine(QLineF(lane.topLeft(), lane.bottomLeft()))
    p.drawLine(QLineF(lane.topRight(), lane.bottomRight()))
    for y in (metal, hang):
        p.drawLine(QLineF(x - 6, y, x + LANE + 6, y))
    target = c.y(float(v.a.target_travel_m[c.axle, c.side]))
    p.setPen(pen(t, "accent", 1.6, "target"))
    p.drawLine(QLineF(x - t.px(22), target, x + LANE + t.px(10), target))
    for event, _, at, label in c.events:
        p.setPen(pen(t, c.role(event), 1.0))
        p.drawLine(QLineF(x + LANE, at, x + LANE + 4, at))
        p.drawLine(QLineF(x + LANE + 4, at, x + LANE + t.px(13), label))
    p.setPen(pen(t, "ink3", 0.8))
    for _, at, label in c.cases:
        p.drawLine(QLineF(x - t.px(9), label, x + 2, at))
    for case, at, label in c.cases:
        here = case == v.case
        case_sign(p, v, case, QPointF(x - t.px(15), label), 5 if here else 4)
        case_sign(p, v, case, QPointF(x + LANE / 2, at), 6.5 if here else 4.5)
        half = v.band_m(c.axle, c.side, case)
        if half is not None:
            height, edge = float(v.a.proposed.hub_to_arch_m[c.axle, c.side, case]), x + (2 if here else 4)
            low, high = (QPointF(edge, c.scale.y(height + way * half)) for way in (-1, 1))
            bracket(p, t, low, high, role="accent" if here and v.prediction_fresh else "ink3", width=2.0 if here else 1.0)
