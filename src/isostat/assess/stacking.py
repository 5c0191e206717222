"""A stacked pair held against an axle: where its ring may sit, where the rate changes, what collar the target takes."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.assessment import Assessment
from isostat.core.elements.stacked import Crossover, Part, StackedPair
from isostat.core.limits import Floats, OutOfRange
from isostat.core.tuning import stack_fit
from isostat.core.tuning.events import bump_end, droop_end
from isostat.core.tuning.stack_fit import CoilOver, RingWindow
from isostat.job.fitted import StackPart
from isostat.job.reading import Reading

SLIDER, THREAD = 0.010, 0.002  # m (common practice, no source)


@dataclass(frozen=True, slots=True, kw_only=True)
class Stacked:
    """What comes of a stack at an axle's left wheel; the shaft counts from full droop, m. Arrays (B,)."""

    pair: StackedPair
    shock: CoilOver
    window: RingWindow
    crossover: Crossover | None
    change_m: float | None  # shaft at which the rate changes
    ride_m: Floats  # shaft at ride height in each case, on the springs as ordered
    asked_n: float  # spring force that the target asks
    gives_n: float  # what the stack gives there
    collar_m: float | None  # how far the collar must go down for the target; None beyond its thread
    placed_m: float | None  # collar to ring for the wanted share of bump; None where it cannot be
    main_at_bump_m: float


def _value(reading: Reading | None, otherwise: float) -> float:
    return otherwise if reading is None else float(reading.value)


def _part(part: StackPart) -> Part | None:
    if part.rate_n_per_m is None or part.free_m is None or part.solid_m is None:
        return None
    return Part(part.rate_n_per_m.value, part.free_m.value, part.solid_m.value)


def stacked(a: Assessment, axle: int) -> Stacked | str | None:
    """The stack of an axle; None until its springs and the room are there; a sentence where they make none."""
    told, figures = a.job.proposal.axles[axle].stack, a.axles[axle]
    events, ratio = a.proposed.events[axle][0], figures.shock_ratio.value
    try:
        top, main = _part(told.top), _part(told.main)
        if top is None or main is None or told.extended_m is None:
            return None
        ring = None if told.ring_m is None else float(told.ring_m.value)
        pair = StackedPair(top=top, main=main, slider_m=_value(told.slider_m, SLIDER), step_m=_value(told.step_m, 0.0), ring_m=ring)
        whole = (bump_end(events).travel_m - droop_end(events).travel_m) * ratio
        shock = CoilOver(extended_m=told.extended_m.value, bump_m=whole, thread_m=_value(told.thread_m, THREAD),
                         down_m=_value(told.down_m, 0.0), up_m=_value(told.up_m, 0.0))  # fmt: skip
    except OutOfRange as refused:
        return str(refused)
    ride = a.proposed.droop_left_m[axle, 0] * ratio
    target = (float(a.target_travel_m[axle, 0]) - droop_end(events).travel_m) * ratio
    asked = a.orders[axle].target_force_n[0]
    stands = a.proposed.stands
    highest = float(np.max(ride[stands])) if stands.any() else target
    return Stacked(
        pair=pair,
        shock=shock,
        window=stack_fit.ring_window(pair, shock),
        crossover=pair.crossover,
        change_m=stack_fit.crossover_at(pair, shock),
        ride_m=ride,
        asked_n=asked,
        gives_n=stack_fit.force_at(pair, shock, target),
        collar_m=_collar(pair, shock, target, asked),
        placed_m=_placed(pair, shock, highest, _value(told.share, stack_fit.SHARE)),
        main_at_bump_m=stack_fit.main_at_bump(pair, shock),
    )


def _collar(pair: StackedPair, shock: CoilOver, target: float, asked: float) -> float | None:
    try:
        return stack_fit.collar_for_force(pair, shock, target, asked)
    except OutOfRange:
        return None


def _placed(pair: StackedPair, shock: CoilOver, ride: float, share: float) -> float | None:
    try:
        return stack_fit.ring_for_crossover(pair, shock, ride, share=share).ring_m
    except OutOfRange:
        return None
