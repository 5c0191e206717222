"""Judgements on travel: order and margins of coil, stop and shock, and what each case leaves of bump and droop."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.judgement import Grade, Judgement, Place, Remedy, Step
from isostat.assess.measure.assumptions import assumptions
from isostat.assess.solve import offers
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.remedies import HoseLength, StopFitted, StrapLength
from isostat.assess.travel.articulation import crossing, lanes
from isostat.assess.travel.findings import LittleBump, LittleDroop, OrderRight, StopLeftOut, WrongOrder
from isostat.assess.travel.margins import kept
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.core.parts.event import Event
from isostat.core.travel.events import TravelEvent, bump_end, droop_end, travel_of
from isostat.core.vehicle.layout import Layout


def travel_judgements(a: Assessment) -> Iterator[Judgement]:
    """Order, margins and what is left, corner by corner; one note an axle where all is in order."""
    for i in range(len(a.axles)):
        wrong = [j for side in (0, 1) for j in order_faults(a, i, side)]
        yield from wrong
        fit = a.fits[i]
        if fit.stop_left_out and not fit.helpers and not a.orders[i].kind.bears_flat:
            cure = (StopFitted(i),)
            yield StopLeftOut(grade=Grade.FAULT, place=Place(i), step=Step.TRAVEL, remedies=cure)
        if not wrong:
            guessed = sum(m.axle == i for m in assumptions(a, Step.TRAVEL))
            yield OrderRight(grade=Grade.NOTE, place=Place(i), step=Step.TRAVEL, assumed=guessed)
        for side in (0, 1):
            yield from _left(a, i, side)


def order_faults(a: Assessment, i: int, side: int) -> Iterator[WrongOrder]:
    """What comes too soon, together or one wheel up; each thing once, in the view where it is worse."""
    views = [_too_soon(a, i, side, one_up=False)]
    if a.axles[i].layout is Layout.SOLID:
        views.append(_too_soon(a, i, side, one_up=True))
    worst: dict[Event, WrongOrder] = {}
    for judgement in (j for view in views for j in view):
        known = worst.get(judgement.what)
        if known is None or judgement.short_m > known.short_m + 0.0005:
            worst[judgement.what] = judgement
    yield from worst.values()


def _too_soon(a: Assessment, i: int, side: int, *, one_up: bool) -> Iterator[WrongOrder]:
    events = lanes(a, i, side, one_up=one_up)
    ends = {True: bump_end(events), False: droop_end(events)}
    for limit in kept(a, i, side):
        at, end = next((e for e in events if e.name == limit.name), None), ends[limit.bump]
        if at is None or at.name == end.name:
            continue
        way = 1.0 if limit.bump else -1.0
        short = way * (end.travel_m - at.travel_m) + limit.margin_m
        if short > 0.0005:
            before = way * (at.travel_m - end.travel_m) < 0.0
            yield WrongOrder(
                grade=Grade.FAULT if before else Grade.WATCH,
                place=Place(i, side),
                step=Step.TRAVEL,
                what=limit.name,
                before=end.name,
                what_m=at.travel_m,
                before_m=end.travel_m,
                margin_m=limit.margin_m,
                bump=limit.bump,
                crossed=one_up,
                remedies=_sooner_stop(a, i, side, at, short, one_up) if limit.bump else _sooner_end(a, i, limit.name, short),
            )


def _sooner_stop(a: Assessment, i: int, side: int, at: TravelEvent, short_m: float, one_up: bool) -> tuple[Remedy, ...]:
    """A spacer under both stops that makes them flat soon enough, to the next millimetre."""
    ends = crossing(a, i, side)
    if ends.up.name == Event.METAL:
        return ()
    gains = 1.0  # of what is short, for a metre of stop flat sooner, both wheels together
    if one_up:  # the other wheel hangs less far then, and what it moves comes later
        gains = ends.bump_gain - (1.0 - at.own) / at.own * (1.0 - ends.down.own) * ends.bump_gain / ends.down.own
    if gains < 0.05:
        return ()
    return offers.stop_spacer(a, i, a.fits[i].stop_spacer_m + short_m / gains * a.axles[i].stop_ratio.value)


def _sooner_end(a: Assessment, i: int, what: Event, short_m: float) -> tuple[Remedy, ...]:
    """What ends the droop before it: a shorter shock or strap; for a hose a longer one first. To the next millimetre."""
    axle, fit = a.axles[i], a.fits[i]
    longer = fit.shock_longer_m - short_m * axle.shock_ratio.value
    out = list(offers.shock_length(a, i, offers.down_to_mm(longer)))
    if what == Event.HOSE_TAUT:
        out.insert(0, HoseLength(i, offers.up_to_mm(fit.hose_longer_m + short_m)))
    mounts = [m.value for m in axle.strap_mounts_m if m is not None]
    if len(mounts) == 2:
        hangs = max(droop_end(side).travel_m for side in a.proposed.events[i]) + short_m
        out.append(StrapLength(i, offers.down_to_mm(min(mounts) - hangs * axle.strap_ratio.value)))
    return tuple(out)


def free_bump(a: Assessment, axle: int, side: int) -> Floats:
    """Wheel travel in m to the touch of the stop in every case, (B,); without a stop to metal."""
    s = a.proposed
    end = travel_of(s.events[axle][side], Event.STOP_TOUCHED)
    return np.asarray((bump_end(s.events[axle][side]).travel_m if end is None else end) - s.rest.travel_m[axle, side])


def _left(a: Assessment, i: int, side: int) -> Iterator[Judgement]:
    s = a.proposed
    touched = travel_of(s.events[i][side], Event.STOP_TOUCHED)
    if touched is not None:
        gap = np.where(s.stands, free_bump(a, i, side), np.inf)
        case = int(np.argmin(gap))
        if gap[case] < rules.FREE_BUMP:
            yield LittleBump(
                grade=Grade.WATCH,
                place=Place(i, side, case),
                step=Step.TRAVEL,
                to_stop_m=float(gap[case]),
                left_m=float(s.bump_left_m[i, side, case]),
                remedies=_more_bump(a, i, rules.FREE_BUMP - float(gap[case])),
            )
    whole = s.bump_left_m[i, side] + s.droop_left_m[i, side]
    share = np.where(s.stands, s.droop_left_m[i, side] / np.maximum(whole, 1e-6), np.inf)
    case = int(np.argmin(share))
    if share[case] < rules.LEAST_DROOP_SHARE:
        yield LittleDroop(
            grade=Grade.WATCH,
            place=Place(i, side, case),
            step=Step.TRAVEL,
            left_m=float(s.droop_left_m[i, side, case]),
            share=float(share[case]),
            remedies=_more_droop(a, i, side, case),
        )


def _more_bump(a: Assessment, i: int, short_m: float) -> tuple[Remedy, ...]:
    """Less spacer under the stops, or a higher target."""
    spacer = a.fits[i].stop_spacer_m
    less = offers.down_to_mm(max(spacer - short_m * a.axles[i].stop_ratio.value, 0.0))
    lower = offers.stop_spacer(a, i, less) if spacer > 0.0 else ()
    return (*lower, *offers.lift(a, i, offers.up_to_mm(short_m)))


def _more_droop(a: Assessment, i: int, side: int, case: int) -> tuple[Remedy, ...]:
    """A longer shock or strap, whichever ends the droop, or a lower target: until the usual share is left."""
    s, axle, fit = a.proposed, a.axles[i], a.fits[i]
    bump, droop = (float(left[i, side, case]) for left in (s.bump_left_m, s.droop_left_m))
    more = (rules.LEAST_DROOP_SHARE * bump - (1.0 - rules.LEAST_DROOP_SHARE) * droop) / (1.0 - rules.LEAST_DROOP_SHARE)
    lower = offers.lift(a, i, -offers.up_to_mm(more * (1.0 - rules.LEAST_DROOP_SHARE)))
    if droop_end(s.events[i][side]).name == Event.STRAP_TAUT and fit.strap_m is not None:
        return (StrapLength(i, offers.up_to_mm(fit.strap_m.value + more * axle.strap_ratio.value)), *lower)
    return (*offers.shock_length(a, i, offers.up_to_mm(fit.shock_longer_m + more * axle.shock_ratio.value)), *lower)
