"""Judgements on springs of any kind, and on coils: rate, preload, what they lack, what their wire bears."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.judgement import Grade, Judgement, Place, Remedy, Step
from isostat.assess.load.load_that_stays import load_cases, stays_kg
from isostat.assess.setup.springs.air import NO_PRESSURE
from isostat.assess.setup.springs.incomplete import value_or
from isostat.assess.setup.springs.kind import Ordered
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.remedies import SpringRate
from isostat.assess.spring.air_pressures import Pressures
from isostat.assess.spring.findings import (
    BeyondLaw,
    ComesAndGoes,
    FallingCurve,
    FrequencySplit,
    HelperLacks,
    LengthAssumed,
    MuchPreload,
    NoWire,
    RateNotPicked,
    RateOutsideWindow,
    SpringLacks,
    StressHigh,
    TooTight,
    ToppedOut,
)
from isostat.assess.spring.results import tight
from isostat.assess.spring.winding import wound
from isostat.core import rules
from isostat.core.springs.coil import Coil
from isostat.core.travel.events import droop_end

SAID = 0.0005  # m


def spring_judgements(a: Assessment) -> Iterator[Judgement]:
    """Of the springs of every axle, whatever their kind; of coils also what their wire does."""
    s = a.proposed
    for i, o in enumerate(a.orders):
        yield from _made(a, i, o)
        if o.unpickable is not None:
            yield RateNotPicked(grade=Grade.WATCH, place=Place(i), step=Step.SPRING, reason=o.unpickable)
        rate, window = float(np.mean(o.order.rate_n_per_m)), o.window
        if o.can_be_had and o.kind.window_judged and window.by(rate, rules.OUTSIDE_WINDOW) is not None:
            place = Place(i, None, a.target_case)
            yield RateOutsideWindow(grade=Grade.NOTE, place=place, step=Step.SPRING, rate_n_per_m=rate, window=window)
        if not all(f.length_known for f in a.found_springs[i]):
            change = float(np.mean([new - f.implied_free_m for new, f in zip(o.order.free_m, a.found_springs[i], strict=True)]))
            yield LengthAssumed(grade=Grade.NOTE, place=Place(i), step=Step.SPRING, change_m=change)
        for side in (0, 1):
            end = droop_end(s.events[i][side]).travel_m
            yield from _preload(a, i, side, end)
            topped = np.where(s.stands, end - s.rest.travel_m[i, side], -np.inf)
            worst = int(np.argmax(topped))
            if topped[worst] > -0.0005:
                yield ToppedOut(grade=Grade.WATCH, place=Place(i, side, worst), step=Step.SPRING, by_m=float(topped[worst]))
            beyond = np.nonzero(s.beyond[i, side] & s.stands)[0]
            if beyond.size:
                yield BeyondLaw(grade=Grade.FAULT, place=Place(i, side, int(beyond[0])), step=Step.TRAVEL)
            falling = np.nonzero(s.falling[i, side] & s.stands)[0]
            if falling.size:
                yield FallingCurve(
                    grade=Grade.WATCH,
                    place=Place(i, side, int(falling[0])),
                    step=Step.SPRING,
                    wheel_rate=float(s.wheel_rate[i, side, falling[0]]),
                )
    yield from _comes_and_goes(a)
    hz = s.frequency_hz[..., a.target_case].mean(axis=1)
    ordered = all(o.can_be_had for o in a.orders)
    kept = a.job.margins
    least, most = value_or(kept.split_least, rules.FLAT_RIDE[0]), value_or(kept.split_most, rules.FLAT_RIDE[1])
    if ordered and s.stands[a.target_case] and hz[0] > 0 and not least <= hz[-1] / hz[0] <= most:
        yield FrequencySplit(
            grade=Grade.NOTE, place=Place(None, None, a.target_case), step=Step.SPRING, front_hz=float(hz[0]), rear_hz=float(hz[-1])
        )


def _made(a: Assessment, i: int, o: Ordered) -> Iterator[Judgement]:
    """Whether the wanted kind can be made, goes where it shall, and can be wound."""
    found_lacks = a.found_springs[i][0].lacks
    if found_lacks is not None:
        yield SpringLacks(grade=Grade.WATCH, place=Place(i), step=Step.MEASURE, reason=found_lacks)
    if o.lacks is not None:
        yield SpringLacks(grade=Grade.WATCH, place=Place(i), step=Step.SPRING, reason=o.lacks)
    for lacks in a.helper_lacks[i].values():
        cure = (Pressures(i),) if lacks == NO_PRESSURE else ()
        yield HelperLacks(grade=Grade.WATCH, place=Place(i), step=Step.SPRING, reason=lacks, remedies=cure)
    for part, within, by in tight(a, i):
        yield TooTight(grade=Grade.FAULT, place=Place(i), step=Step.SPRING, part=part, within=within, by_m=by)
    yield from _wire(a, i)


def _wire(a: Assessment, i: int) -> Iterator[Judgement]:
    """Whether the ordered coil can be wound, and what its wire bears."""
    coil, here = wound(a, i), Place(i)
    if coil is None:
        return
    if coil.helix is None:
        yield NoWire(grade=Grade.WATCH, place=here, step=Step.SPRING, strong_m=coil.strong_m, roomy_m=coil.roomy_m)
    elif coil.used_solid > 1.0:
        yield StressHigh(grade=Grade.NOTE, place=here, step=Step.SPRING, used=coil.used_solid)


def _comes_and_goes(a: Assessment) -> Iterator[Judgement]:
    """Axles that drop far between their lightest and heaviest load: steel for what stays, a helper for what does not."""
    s = a.proposed
    loads = load_cases(a)
    if len(loads) < 2:
        return
    for i in range(len(a.axles)):
        pads, height = s.pad_kg[i].sum(axis=0), s.hub_to_arch_m[i].mean(axis=0)
        light, full = min(loads, key=lambda c: pads[c]), max(loads, key=lambda c: pads[c])
        drop = float(height[light] - height[full])
        if drop > rules.DROPS_FAR:
            stays = max(float(stays_kg(a, i)[full]), 0.0)
            goes = float(pads[full] - pads[light])
            place = Place(i, None, full)
            yield ComesAndGoes(grade=Grade.NOTE, place=place, step=Step.SPRING, goes_kg=goes, stays_kg=stays, drop_m=drop)


def _preload(a: Assessment, i: int, side: int, droop_travel: float) -> Iterator[Judgement]:
    """Compression of the main spring at full droop against what practice allows."""
    axle, o = a.axles[i], a.orders[i]
    x = float(axle.spring_motion.at(np.asarray(droop_travel))[0]) + o.offset_m[side]
    stroke = a.fits[i].shock_stroke_m
    if not o.kind.between_seats:
        return
    limit = min(rules.MOST_PRELOAD, rules.PRELOAD_SHARE * stroke) if stroke else rules.MOST_PRELOAD
    if x > limit:
        cures = _firmer(a, i, side, x, limit)
        yield MuchPreload(grade=Grade.WATCH, place=Place(i, side), step=Step.SPRING, preload_m=x, limit_m=limit, remedies=cures)


def _firmer(a: Assessment, i: int, side: int, preload_m: float, limit_m: float) -> tuple[Remedy, ...]:
    """The rate of a plain coil that holds the target with no more preload than usual; its length follows."""
    o = a.orders[i]
    pressed = o.pressed_m[side] - preload_m + limit_m
    if not isinstance(o.law[side], Coil) or pressed <= 0.0:
        return ()
    return (SpringRate(i, float(np.ceil(o.target_force_n[side] / pressed / 100.0)) * 100.0),)
