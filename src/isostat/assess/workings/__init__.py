"""The working behind every shown number: formula, inputs with their origin, result and rule."""

from __future__ import annotations

from dataclasses import replace

from isostat.assess.load.ratings import hitch_kg, ratings
from isostat.assess.measure.lift_test import lift_result
from isostat.assess.measure.load_test import squat_result
from isostat.assess.measure.value_of_readings import missing_readings
from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings import (
    air,
    attitude,
    band,
    bench,
    corner,
    cushion,
    damping,
    derived,
    disc,
    events,
    knock_on,
    leaf,
    leaf_hardware,
    load,
    log,
    order,
    stacked,
    torsion,
    value_of_readings,
    ways,
    winding,
)
from isostat.assess.workings.marks import WHOLLY, rests_on_a_guess
from isostat.assess.workings.shown import Explain, Shown
from isostat.core.working import Working

BOTH_SETUPS = (corner.height, corner.load, corner.frequency, corner.held, corner.left_right, corner.bump, corner.droop)
CORNER = (band.band, band.settled, corner.wheel_rate, corner.off_target, load.load_change)
AXLE = (load.axle_load, corner.mean_height, corner.tyre_share)
CASE = (load.whole, load.gravity_x, load.gravity_y, *load.SHARES.values())
EVENT = (events.event, events.event_away, events.event_up, events.event_up_away)
ORDERED = (order.spring_rate, order.free_length, order.spacer, order.preload, corner.target)
OF_THE_VEHICLE = (*CASE, *attitude.EVERY, *knock_on.OF_THE_VEHICLE)
OF_AN_AXLE = (*AXLE, *(number for number in knock_on.NUMBERS.values() if number not in OF_THE_VEHICLE), load.in_hand)
FOUND = (derived.unsprung, derived.tyre_rate, derived.bar_rate, derived.spring_ratio, derived.friction, derived.stop_rate)


def explain(a: Assessment, shown: Shown) -> Working:
    """The working of a shown number. Raises KeyError for one that a view does not show of this job."""
    working = shown.number(a, shown)
    guessed = _guessed(a, shown, working)
    return working if working.approximate == guessed else replace(working, approximate=guessed)


def is_approximate(a: Assessment, shown: Shown) -> bool:
    """Whether the number wears the ≈."""
    return _guessed(a, shown, None)


def _guessed(a: Assessment, shown: Shown, working: Working | None) -> bool:
    """working: where it is at hand already."""
    if (wholly := WHOLLY.get(shown.number)) is not None:
        return wholly(a, shown)
    return rests_on_a_guess(a, shown) or (working or shown.number(a, shown)).approximate


def shown_numbers(a: Assessment) -> tuple[Shown, ...]:
    """Every number that some view can show of an assessment."""
    axles = range(len(a.axles))
    keys = [Shown(number, axle, side) for number in ORDERED for axle in axles for side in (0, 1)]
    result = squat_result(a)
    keys += [
        Shown(order.rate_as_found, axle, side) for axle in axles for side in (0, 1) if result is not None and result.certain[axle]
    ]
    keys += [Shown(derived.payload, case=p.test) for p in (result.payloads if result else ())]
    keys += [Shown(number, axle) for number in FOUND for axle in axles]
    keys += [Shown(derived.lifted, axle, side) for axle in axles for side in (0, 1) if lift_result(a, axle, side)]
    keys.append(Shown(derived.gravity_height))
    keys += [
        Shown(number, m.axle, event=m.what)
        for number in (value_of_readings.height, value_of_readings.travel)
        for m in missing_readings(a)
    ]
    keys += (
        ways.shown_ways(a)
        + bench.shown_bench(a)
        + stacked.shown_stack(a)
        + winding.shown_winding(a)
        + leaf.shown_packs(a)
        + torsion.shown_twisting(a)
        + air.shown_air(a)
        + cushion.shown_cushions(a)
        + disc.shown_discs(a)
        + damping.shown_damping(a)
        + leaf_hardware.shown_hanging(a)
        + knock_on.shown_knock_ons(a)
        + log.shown_log(a)
    )
    ball = hitch_kg(a)
    for case in range(a.cases):
        keys += [Shown(load.hitch_load, case=case)] if ball[case] else []
        keys += attitude.shown_attitudes(a, case)
        keys += [Shown(number, case=case) for number in CASE]
        keys += [Shown(number, axle, case=case) for number in AXLE for axle in axles]
        keys += [Shown(load.in_hand, n, case=case) for n in range(len(ratings(a)))]
        for axle in axles:
            for side in (0, 1):
                keys += [Shown(number, axle, side, case, found) for number in BOTH_SETUPS for found in (False, True)]
                keys += [Shown(number, axle, side, case) for number in CORNER]
                keys += [Shown(number, axle, side, case, event=e.name) for number in EVENT for e in a.proposed.events[axle][side]]
    return tuple(keys)


__all__ = ["Explain", "Shown", "explain", "is_approximate", "shown_numbers"]
