"""Judgements on what the height drags with it."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.judgement import Grade, Judgement, Place, Step
from isostat.assess.knock_on.anti_roll import anti_roll_link
from isostat.assess.knock_on.arms import front_view, half_shaft, tie_rod
from isostat.assess.knock_on.body import valve_rise
from isostat.assess.knock_on.findings import (
    BarAgainstLeaves,
    DraggedOutside,
    LinksCannotBe,
    LinksDoNotClose,
    TapeDoubted,
    ValveToSet,
)
from isostat.assess.knock_on.line import Line, What
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.knock_on.moved import side_path
from isostat.assess.knock_on.shaft import shaft_of
from isostat.assess.knock_on.sideways import bar_of, binds, link_of
from isostat.assess.knock_on.square import square_of
from isostat.assess.solve.assessment import Assessment
from isostat.card.lists import step_lists
from isostat.core import rules
from isostat.core.limits import OutOfRange
from isostat.job.edits.card import parts_mark
from isostat.job.schema import Job

SAID_ELSEWHERE = (What.LAMPS, What.LAMP_HEIGHT, What.HOSE, What.HOSE_CROSSED, What.WIRE, What.WIRE_CROSSED)  # in Stance, in Travel
OF_VALVE = (What.VALVE, What.VALVE_GAP)  # said together
NOTHING_LEFT = (What.SLIP_IN, What.SLIP_OUT, What.PLUNGE_IN, What.PLUNGE_OUT)  # that it pulls apart or bottoms with


def knock_on_judgements(a: Assessment) -> Iterator[Judgement]:
    """Of every line that lies outside in some case, of the brake valve, and of what cannot be as it was read."""
    for axle in range(len(a.axles)):
        if binds(a, axle):
            yield BarAgainstLeaves(grade=Grade.WATCH, place=Place(axle), step=Step.KNOCK_ON)
        yield from _cannot_be(a, axle)
        if names := square_of(a, axle).doubted:
            yield TapeDoubted(grade=Grade.WATCH, place=Place(axle), step=Step.KNOCK_ON, names=names)
    known = [line for line in knock_ons(a) if not line.asks]
    lost = [bool(np.isnan(line.now[a.proposed.stands]).any()) for line in known]
    for where in dict.fromkeys(line.axle for line, gone in zip(known, lost, strict=True) if gone):
        yield LinksDoNotClose(grade=Grade.FAULT, place=Place(where), step=Step.KNOCK_ON)
    for line, gone in zip(known, lost, strict=True):
        if gone:
            continue
        if line.what not in (*SAID_ELSEWHERE, *OF_VALVE):
            yield from _outside(a, line)
    of_valve = [line for line in known if line.what in OF_VALVE]
    if of_valve:
        yield from _valve(a, of_valve[0])


def _outside(a: Assessment, line: Line) -> Iterator[Judgement]:
    """The worst case of a line."""
    case = line.worst
    if line.outside[case] == 0.0:
        return
    yield DraggedOutside(
        grade=Grade.FAULT if _breaks(line, float(line.now[case])) else Grade.WATCH,
        place=Place(line.axle, case=case),
        step=Step.KNOCK_ON,
        what=line.what,
        quantity=line.quantity,
        before=None if line.changes else line.before,
        now=float(line.now[case]),
        low=line.low,
        high=line.high,
    )


def _breaks(line: Line, now: float) -> bool:
    """Whether it does harm, and is not only off: a speed that reads too low, a shaft that pulls apart or bottoms or binds."""
    if line.what is What.JOINTS_DROOP:
        return now > rules.JOINTS_BIND
    return line.what is What.SPEEDOMETER or (line.what in NOTHING_LEFT and now <= 0.0)


def valve_is_set(job: Job) -> bool:
    """Whether the card's step of the brake valve is ticked, with the parts as they are now."""
    steps = [step.key for steps in step_lists().values() for step in steps.steps if "valve" in step.when]
    return any(tick.step in steps and tick.parts == parts_mark(job, None) for tick in job.card.ticks)


def _valve(a: Assessment, line: Line) -> Iterator[Judgement]:
    """A fault until it is ticked on the card as set: it brakes that axle too little, or too much."""
    by, axle = float(valve_rise(a)[a.target_case]), line.axle
    if valve_is_set(a.job) or axle is None or not np.isfinite(by) or not line.outside[a.target_case]:
        return
    was, now = (float(np.mean(s.wheel_rate[axle, :, a.target_case])) for s in (a.found, a.proposed))
    yield ValveToSet(grade=Grade.FAULT, place=Place(axle), step=Step.KNOCK_ON, by_m=by, stiffer=now / max(was, 1.0))


def _cannot_be(a: Assessment, axle: int) -> Iterator[Judgement]:
    """What was read and contradicts itself."""
    read = a.job.vehicle.axles[axle]
    whole = all(value is not None for value in (read.shaft.length_m, read.shaft.slope_rad, read.shaft.box_rad, read.pinion_rad))
    readings = (
        lambda: bar_of(a, axle),
        lambda: link_of(a, axle),
        lambda: side_path(a, axle),
        lambda: shaft_of(a, axle) if whole else None,
        lambda: front_view(a, axle),
        lambda: half_shaft(a, axle),
        lambda: tie_rod(a, axle),
        lambda: anti_roll_link(a, axle),
    )
    for made in readings:
        try:
            made()
        except OutOfRange as refused:
            yield LinksCannotBe(grade=Grade.WATCH, place=Place(axle), step=Step.KNOCK_ON, refused=refused)
