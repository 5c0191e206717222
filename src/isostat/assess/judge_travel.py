"""Judgements on travel: order and margins of coil, stop and shock, and what each case leaves of bump and droop."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.assessment import Assessment
from isostat.core.findings.judgement import Grade, Judgement, Place, Remedy, Step
from isostat.core.findings.travel import LittleBump, LittleDroop, OrderRight, WrongOrder
from isostat.core.tuning.events import TravelEvent, bump_end, droop_end, travel_of
from isostat.core.tuning.stack_fit import MARGIN as STACK_MARGIN

SHOCK_MARGIN = 0.010  # at the shock (common practice, no source)
COIL_MARGIN = 0.15  # of the coil's working deflection (common practice, no source)
FREE_BUMP = 0.025  # to the stop in the heaviest case
DROOP_SHARE = 0.25


def travel_judgements(a: Assessment) -> Iterator[Judgement]:
    """Order, margins and what is left, corner by corner; one note an axle where all is in order."""
    for i in range(len(a.axles)):
        wrong = [j for side in (0, 1) for j in _order(a, i, side)]
        yield from wrong
        if not wrong:
            yield OrderRight(grade=Grade.NOTE, place=Place(i), step=Step.TRAVEL)
        for side in (0, 1):
            yield from _left(a, i, side)


def _order(a: Assessment, i: int, side: int) -> Iterator[WrongOrder]:
    events = a.proposed.events[i][side]
    end = bump_end(events)
    axle, ordered = a.axles[i], a.orders[i]
    deflection = max(ordered.pressed_m[side], 0.0)
    limits = [("shock bottomed", SHOCK_MARGIN / axle.shock_ratio.value, Grade.FAULT)]
    if ordered.law[side].domain[1] < np.inf:
        margin = STACK_MARGIN if ordered.stack else COIL_MARGIN * deflection
        limits.append(("coil solid", margin / axle.spring_ratio.value, Grade.FAULT))
    if end.name != "metal":
        limits.append(("metal", 0.0, Grade.FAULT))
    for name, margin, grave in limits:
        at = travel_of(events, name)
        if at is None:
            continue
        short = end.travel_m + margin - at
        if short > 0.0005:
            grade = grave if at < end.travel_m else Grade.WATCH
            yield WrongOrder(
                grade=grade,
                place=Place(i, side),
                step=Step.TRAVEL,
                what=name,
                before=end.name,
                what_m=at,
                before_m=end.travel_m,
                margin_m=margin,
                remedies=_sooner_stop(a, i, end, short),
            )
    loose, topped = travel_of(events, "coil loose"), droop_end(events)
    if loose is not None and loose > topped.travel_m + 0.0005:
        yield WrongOrder(
            grade=Grade.FAULT,
            place=Place(i, side),
            step=Step.TRAVEL,
            what="coil loose",
            before=topped.name,
            what_m=loose,
            before_m=topped.travel_m,
            margin_m=0.0,
            remedies=_sooner_top(a, i, loose - topped.travel_m),
        )


def _sooner_stop(a: Assessment, i: int, end: TravelEvent, short_m: float) -> tuple[Remedy, ...]:
    """A spacer under both stops that makes them flat soon enough, to the next millimetre."""
    if end.name == "metal":
        return ()
    spacer = a.fits[i].stop_spacer_m + short_m * a.axles[i].stop_ratio.value
    return (Remedy("stop spacer", Place(i), float(np.ceil(spacer * 1000 - 1e-6) / 1000)),)


def _sooner_top(a: Assessment, i: int, early_m: float) -> tuple[Remedy, ...]:
    """A shorter shock that stops the droop before the coil is loose, to the next millimetre."""
    longer = a.fits[i].shock_longer_m - early_m * a.axles[i].shock_ratio.value
    return (Remedy("shock length", Place(i), float(np.floor(longer * 1000 + 1e-6) / 1000)),)


def _left(a: Assessment, i: int, side: int) -> Iterator[Judgement]:
    s = a.proposed
    touched = travel_of(s.events[i][side], "stop touched")
    if touched is not None:
        gap = np.where(s.stands, touched - s.rest.travel_m[i, side], np.inf)
        case = int(np.argmin(gap))
        if gap[case] < FREE_BUMP:
            yield LittleBump(
                grade=Grade.WATCH,
                place=Place(i, side, case),
                step=Step.TRAVEL,
                to_stop_m=float(gap[case]),
                left_m=float(s.bump_left_m[i, side, case]),
            )
    whole = s.bump_left_m[i, side] + s.droop_left_m[i, side]
    share = np.where(s.stands, s.droop_left_m[i, side] / np.maximum(whole, 1e-6), np.inf)
    case = int(np.argmin(share))
    if share[case] < DROOP_SHARE:
        yield LittleDroop(
            grade=Grade.WATCH,
            place=Place(i, side, case),
            step=Step.TRAVEL,
            left_m=float(s.droop_left_m[i, side, case]),
            share=float(share[case]),
        )
