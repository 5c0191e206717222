"""Judgements on what was measured: readings against each other, weights, springs against their tags, tests on the vehicle."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.judgement import Grade, Judgement, Place, Step
from isostat.assess.load.gravity import gravity_height_m
from isostat.assess.measure.findings import (
    BlocksOff,
    HangsElsewhere,
    PadsApart,
    RateMeasured,
    RateUndetermined,
    SpringDisagrees,
    TestIncomplete,
    TestsDisagree,
    Warp,
    WeighedAmiss,
)
from isostat.assess.measure.judge_readings import reading_judgements
from isostat.assess.measure.lift_test import lift_result, lifted_spring_rate
from isostat.assess.measure.load_test import squat_result
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.remedies import TakeRate
from isostat.core import rules
from isostat.core.travel.events import droop_end, travel_events
from isostat.core.vehicle.center_of_gravity import pads_shift

MISFIT = 2.5  # standard deviations
TAKEN = 0.005  # a rate taken over is the one of the test to this share


def measured_judgements(a: Assessment) -> Iterator[Judgement]:
    """Readings, weights, springs against their tags, and what the tests on the vehicle tell."""
    for i, axle in enumerate(a.axles):
        left, right = (p.value for p in axle.pad_kg)
        if left + right > 0 and abs(left - right) > rules.PADS_APART * (left + right) / 2:
            yield PadsApart(grade=Grade.WATCH, place=Place(i), step=Step.MEASURE, left_kg=left, right_kg=right)
        sprung = [pad.value - axle.unsprung_kg.value for pad in axle.pad_kg]
        if sum(sprung) <= 0.0:
            yield WeighedAmiss(grade=Grade.FAULT, place=Place(i), step=Step.MEASURE, left_kg=sum(sprung))
            continue
        for side, kg in enumerate(sprung):
            if kg <= 0.0:
                yield WeighedAmiss(grade=Grade.FAULT, place=Place(i, side), step=Step.MEASURE, left_kg=kg)
    h = a.baseline_m
    warp = float(-(h[0, 0] - h[0, 1] - h[-1, 0] + h[-1, 1]))
    if abs(warp) > rules.WARP_SAID:
        yield Warp(grade=Grade.NOTE, place=Place(), step=Step.MEASURE, warp_m=warp)
    yield from reading_judgements(a)
    yield from _blocks(a)
    yield from _squat(a)
    yield from _lift(a)
    for i, pair in enumerate(a.found_springs):
        for side, spring in enumerate(pair):
            if spring.free_off_m is not None and abs(spring.free_off_m) > spring.free_error_m:
                yield SpringDisagrees(
                    grade=Grade.WATCH,
                    place=Place(i, side),
                    step=Step.MEASURE,
                    implied_m=spring.implied_free_m,
                    part_m=spring.implied_free_m - spring.free_off_m,
                    error_m=spring.free_error_m,
                )


def _blocks(a: Assessment) -> Iterator[Judgement]:
    """Two pads, an axle at a time: the other axle should stand as high as the pads."""
    w = a.job.weighing
    if w.way != "two pads" or w.pad_m is None or w.block_m is None:
        return
    lower = w.block_m.value - w.pad_m.value
    height, base = gravity_height_m(a).value, abs(a.axles[-1].x_m)
    shift = pads_shift(float(a.loading.whole_kg[a.job.weighed_case]), height, base, lower)
    if abs(lower) > rules.BLOCKS_LEVEL:
        place = Place()
        yield BlocksOff(grade=Grade.NOTE, place=place, step=Step.MEASURE, lower_m=lower, shift_kg=shift)


def _squat(a: Assessment) -> Iterator[Judgement]:
    """What the squat tests tell that the set-up as found does not know."""
    result = squat_result(a)
    if result is None:
        return
    for test, missing in result.missing:
        yield TestIncomplete(grade=Grade.NOTE, place=Place(), step=Step.MEASURE, test=test, missing=missing)
    if result.misfit > MISFIT:
        yield TestsDisagree(grade=Grade.WATCH, place=Place(), step=Step.MEASURE, misfit=result.misfit)
    counts = any(result.certain)
    for i, known in enumerate(result.certain):
        if not known:
            if counts:
                yield RateUndetermined(grade=Grade.NOTE, place=Place(i), step=Step.MEASURE)
            continue
        found = [s.rate for s in a.found_springs[i]]
        typed = not any(f.assumed for f in found)
        for side in (0, 1) if result.apart[i] else (None,):
            rate, wheel, share = (float(x[i, side or 0]) for x in (result.spring_rate, result.wheel_rate, result.share))
            those = found if side is None else found[side : side + 1]
            if typed and all(abs(f.value / rate - 1.0) <= max(share, TAKEN) for f in those):
                continue
            yield RateMeasured(
                grade=Grade.WATCH if typed else Grade.NOTE,
                place=Place(i, side),
                step=Step.MEASURE,
                by="squat",
                spring_rate=rate,
                wheel_rate=wheel,
                share=share,
                typed=typed,
                remedies=(TakeRate(i, side, round(rate, -2)),),
            )


def _lift(a: Assessment) -> Iterator[Judgement]:
    """What the lift tests tell that the set-up as found does not know, and where they hang."""
    for i in range(len(a.axles)):
        tests = [(side, test) for side in (0, 1) if (test := lift_result(a, i, side)) is not None]
        springs = [(side, lifted_spring_rate(a, i, side, test), test.wheel_rate, test.share) for side, test in tests]
        if len(springs) == 2 and abs(springs[0][1] / springs[1][1] - 1.0) <= float(np.hypot(springs[0][3], springs[1][3])):
            rate, wheel, share = (float(np.mean([t[n] for t in springs])) for n in (1, 2, 3))
            yield from _lift_tells(a, Place(i), rate, wheel, share / float(np.sqrt(2.0)))
        else:
            for side, rate, wheel, share in springs:
                yield from _lift_tells(a, Place(i, side), rate, wheel, share)
        for side, test in tests:
            if test.topped_m is None or a.axles[i].droop_shaft_m[side].assumed:
                continue
            by_shock = float(a.baseline_m[i, side]) - droop_end(travel_events(*a.found_parts, i, side, 0)).travel_m
            if abs(test.topped_m - by_shock) <= rules.HANGS_APART:
                continue
            yield HangsElsewhere(
                grade=Grade.WATCH, place=Place(i, side), step=Step.MEASURE, lifted_m=test.topped_m, shock_m=by_shock
            )


def _lift_tells(a: Assessment, place: Place, rate: float, wheel: float, share: float) -> Iterator[Judgement]:
    """A rate that a lift test tells of one spring or, where both sides agree, of an axle's."""
    pair = a.found_springs[int(place.axle or 0)]
    found = [s.rate for s in (pair if place.side is None else pair[place.side : place.side + 1])]
    guessed = any(f.assumed for f in found)
    if rate <= 0 or not (guessed or any(abs(f.value / rate - 1.0) > max(share, TAKEN) for f in found)):
        return
    yield RateMeasured(
        grade=Grade.NOTE if guessed else Grade.WATCH, place=place, step=Step.MEASURE, by="lift", spring_rate=rate, wheel_rate=wheel,
        share=share, typed=not guessed, remedies=(TakeRate(int(place.axle or 0), place.side, round(rate, -2)),),
    )  # fmt: skip
