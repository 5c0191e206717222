"""The working behind every shown number: formula, inputs with their origin, result and rule."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from isostat.assess.load.ratings import hitch_kg, ratings
from isostat.assess.measure.lift_test import lift_result
from isostat.assess.measure.load_test import squat_result
from isostat.assess.measure.value_of_readings import missing_readings
from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings import (
    air,
    attitude,
    banding,
    bench,
    buying,
    carrying,
    corner,
    cushions,
    damping,
    events,
    hanging,
    instead,
    order,
    packs,
    stack,
    twisting,
    ways,
    winding,
)
from isostat.assess.workings.guessed import WHOLLY, rests_on_a_guess
from isostat.assess.workings.shown import Shown
from isostat.core.working import Working

Explain = Callable[[Assessment, Shown], Working]
BOTH_SETUPS: dict[str, Explain] = {
    "height": corner.height,
    "load": corner.load,
    "frequency": corner.frequency,
    "held": corner.held,
    "left right": corner.left_right,
    "bump left": corner.bump,
    "droop left": corner.droop,
}
CORNER: dict[str, Explain] = {
    "band": banding.band,
    "settled": banding.settled,
    "wheel rate": corner.wheel_rate,
    "off target": corner.off_target,
    "load change": carrying.load_change,
}
AXLE: dict[str, Explain] = {"axle load": carrying.axle_load, "mean height": corner.mean_height, "tyre's share": corner.tyre_share}
CASE: dict[str, Explain] = {"whole": carrying.whole, "gravity x": carrying.gravity_x, "gravity y": carrying.gravity_y}
CASE |= dict.fromkeys(("front share", "left share", "cross weight", "steered share", "nose share"), carrying.share)
EVENT: dict[str, Explain] = {
    "event": events.event,
    "event away": events.event_away,
    "event up": events.event_up,
    "event up away": events.event_up_away,
}
ORDERED: dict[str, Explain] = {
    "spring rate": order.spring_rate,
    "free length": order.free_length,
    "spacer": order.spacer,
    "preload": order.preload,
    "target": corner.target,
}
FOUND: dict[str, Explain] = {
    "unsprung": instead.unsprung,
    "tyre rate": instead.tyre_rate,
    "bar rate": instead.bar_rate,
    "spring ratio": instead.spring_ratio,
    "friction": instead.friction,
    "stop rate": instead.stop_rate,
}
SOMETIMES: dict[str, Explain] = {
    "in hand": carrying.in_hand,
    "hitch load": carrying.hitch_load,
    "rake": attitude.rake_now,
    "lean": attitude.lean,
    "lamp height": attitude.lamp_height,
    "lamp drop": attitude.lamp_drop,
    "point height": attitude.point_height,
    "ramp": attitude.ramp,
    "tips at": attitude.tips_at,
    **ways.WAYS,
    **bench.BENCH,
    **stack.STACK,
    **winding.WINDING,
    **packs.PACKS,
    **twisting.TWISTING,
    **air.AIR,
    **cushions.CUSHIONS,
    **damping.DAMPING,
    **hanging.HANGING,
    "told rate": order.told_rate,
    "lift rate": instead.lifted,
    "payload": instead.payload,
    "gravity height": instead.gravity_height,
    "buys height": buying.height,
    "buys travel": buying.travel,
}
_WORKINGS = {**BOTH_SETUPS, **CORNER, **AXLE, **CASE, **EVENT, **ORDERED, **FOUND, **SOMETIMES}


def explain(a: Assessment, shown: Shown) -> Working:
    """The working of a shown number. Raises KeyError for a name that nothing shows."""
    working = _WORKINGS[shown.name](a, shown)
    guessed = _guessed(a, shown, working)
    return working if working.approximate == guessed else replace(working, approximate=guessed)


def is_approximate(a: Assessment, shown: Shown) -> bool:
    """Whether the number wears the ≈."""
    return _guessed(a, shown, None)


def _guessed(a: Assessment, shown: Shown, working: Working | None) -> bool:
    """working: where it is at hand already."""
    if (wholly := WHOLLY.get(shown.name)) is not None:
        return wholly(a, shown)
    return rests_on_a_guess(a, shown) or (working or _WORKINGS[shown.name](a, shown)).approximate


def shown_numbers(a: Assessment) -> tuple[Shown, ...]:
    """Every number that some view can show of an assessment."""
    axles = range(len(a.axles))
    keys = [Shown(name, axle, side) for name in ORDERED for axle in axles for side in (0, 1)]
    result = squat_result(a)
    keys += [Shown("told rate", axle, side) for axle in axles for side in (0, 1) if result is not None and result.told[axle]]
    keys += [Shown("payload", case=p.test) for p in (result.payloads if result else ())]
    keys += [Shown(name, axle) for name in FOUND for axle in axles]
    keys += [Shown("lift rate", axle, side) for axle in axles for side in (0, 1) if lift_result(a, axle, side)]
    keys.append(Shown("gravity height"))
    keys += [Shown(name, m.axle, event=m.what) for name in ("buys height", "buys travel") for m in missing_readings(a)]
    keys += (
        ways.shown_ways(a)
        + bench.shown_bench(a)
        + stack.shown_stack(a)
        + winding.shown_winding(a)
        + packs.shown_packs(a)
        + twisting.shown_twisting(a)
        + air.shown_air(a)
        + cushions.shown_cushions(a)
        + damping.shown_damping(a)
        + hanging.shown_hanging(a)
    )
    ball = hitch_kg(a)
    for case in range(a.cases):
        keys += [Shown("hitch load", case=case)] if ball[case] else []
        keys += attitude.shown_attitudes(a, case)
        keys += [Shown(name, case=case) for name in CASE]
        keys += [Shown(name, axle, case=case) for name in AXLE for axle in axles]
        keys += [Shown("in hand", n, case=case) for n in range(len(ratings(a)))]
        for axle in axles:
            for side in (0, 1):
                keys += [Shown(name, axle, side, case, found) for name in BOTH_SETUPS for found in (False, True)]
                keys += [Shown(name, axle, side, case) for name in CORNER]
                keys += [Shown(name, axle, side, case, event=e.name) for name in EVENT for e in a.proposed.events[axle][side]]
    return tuple(keys)


__all__ = ["Shown", "explain", "is_approximate", "shown_numbers"]
