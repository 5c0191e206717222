"""Judgements on air, beside springs or in their place: what it lacks, its pressures, its valves, and what it is used for."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.judgement import Grade, Judgement, Place, Step
from isostat.assess.load.load_that_stays import load_cases, stays_kg
from isostat.assess.solve import offers
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.air import Aired, aired
from isostat.assess.spring.findings_air import (
    AirForWhatStays,
    BagEnds,
    BagOverloaded,
    ClaimOff,
    LimitsUnknown,
    PressureOutside,
    ValvesFight,
)
from isostat.core import rules
from isostat.core.limits import GRAVITY
from isostat.core.parts.event import Event
from isostat.core.travel.events import bump_end, droop_end, travel_of

MOST_VALVES = 3  # on two axles: a plane has three heights


def air_judgements(a: Assessment) -> Iterator[Judgement]:
    """Of every axle with bags."""
    every = [aired(a, i) for i in range(len(a.axles))]
    valves = [bags.bags.given for bags in every if bags is not None and bags.bags.given.gas == "levelled"]
    count = sum(1 if bag.lines == "tee" else 2 for bag in valves)
    if count > MOST_VALVES:
        yield ValvesFight(grade=Grade.WATCH, place=Place(len(a.axles) - 1), step=Step.SPRING, valves=count)
    for i, bags in enumerate(every):
        if bags is not None:
            for judged in (_claims, _overloaded, _ends, _pressures, _stays):
                yield from judged(a, i, bags)


def _overloaded(a: Assessment, i: int, bags: Aired) -> Iterator[Judgement]:
    """A bag that carries more than its maker allows, in the worst case."""
    if bags.bags.given.most_kg is None:
        return
    most = float(bags.bags.given.most_kg.value)
    carried = np.where(a.proposed.stands, bags.carries_kg, -np.inf)
    side, case = (int(n) for n in np.unravel_index(int(carried.argmax()), carried.shape))
    if carried[side, case] > most:
        place = Place(i, side, case)
        yield BagOverloaded(grade=Grade.FAULT, place=place, step=Step.SPRING, carries_kg=float(carried[side, case]), most_kg=most)


def _ends(a: Assessment, i: int, bags: Aired) -> Iterator[Judgement]:
    """A bag that is drawn long before the shock ends the droop, or flat before the stop is."""
    for side in (0, 1):
        events = a.proposed.events[i][side]
        long, flat = travel_of(events, Event.BAG_LONGEST), travel_of(events, Event.BAG_FLAT)
        early = -np.inf if long is None else long - droop_end(events).travel_m
        late = -np.inf if flat is None else bump_end(events).travel_m - flat
        x, fit = a.axles[i], a.fits[i]
        shorter = offers.shock_length(a, i, offers.down_to_mm(fit.shock_longer_m - max(early, 0.0) * x.shock_ratio.value))
        taller = offers.stop_spacer(a, i, fit.stop_spacer_m + max(late, 0.0) * x.stop_ratio.value)
        for by, drawn, cures in ((early, True, shorter), (late, False, taller)):
            if by > 0.0005:
                place = Place(i, side)
                yield BagEnds(grade=Grade.WATCH, place=place, step=Step.TRAVEL, by_m=by, drawn=drawn, remedies=cures)


def _claims(a: Assessment, i: int, bags: Aired) -> Iterator[Judgement]:
    """What a bag is said to carry, against pressure times area of its diameter."""
    if bags.bags.given.across_m is None or bags.bags.given.chart_pa is None:
        return
    by_area = float(bags.bags.given.chart_pa.value) * np.pi * float(bags.bags.given.across_m.value) ** 2 / 4.0 / GRAVITY
    off = [
        row.load_kg.value
        for row in bags.bags.given.chart
        if row.load_kg and abs(row.load_kg.value / by_area - 1.0) > rules.AIR_CLAIM
    ]
    if off:
        claimed = float(max(off, key=lambda kg: abs(kg - by_area)))
        yield ClaimOff(grade=Grade.WATCH, place=Place(i), step=Step.SPRING, claimed_kg=claimed, by_area_kg=by_area)


def _pressures(a: Assessment, i: int, bags: Aired) -> Iterator[Judgement]:
    limits = bags.bags.given
    if limits.least_pa is None or limits.most_pa is None:
        yield LimitsUnknown(grade=Grade.WATCH, place=Place(i), step=Step.SPRING)
        return
    stands, asked = a.proposed.stands, bags.gauge_pa.copy()
    if bags.alone:  # the law itself stays within the limits: what the load asks shows there
        asked[:, a.target_case] = np.where(bags.within[:, a.target_case] > 0.0, bags.bags.needed_pa, asked[:, a.target_case])
    for over, limit, sign in ((True, limits.most_pa.value, 1.0), (False, limits.least_pa.value, -1.0)):
        beyond = np.where(stands, sign * (asked - limit), -np.inf)
        side, case = (int(n) for n in np.unravel_index(int(np.argmax(beyond)), beyond.shape))
        if beyond[side, case] > 500.0:
            yield PressureOutside(
                grade=Grade.FAULT if over else Grade.WATCH,
                place=Place(i, side, case),
                step=Step.SPRING,
                gauge_pa=float(asked[side, case]),
                limit_pa=float(limit),
                over=over,
            )


def _stays(a: Assessment, i: int, bags: Aired) -> Iterator[Judgement]:
    """Air in the lightest load, where gear that stays is what it holds up."""
    s = a.proposed
    loads = load_cases(a)
    if bags.alone or len(loads) < 2:
        return
    light = min(loads, key=lambda c: s.pad_kg[i, :, c].sum())
    stays = float(stays_kg(a, i)[light])
    carried = float(bags.carries_kg[:, light].sum())
    if stays > 20.0 and carried > rules.AIR_MOSTLY * stays:
        yield AirForWhatStays(grade=Grade.NOTE, place=Place(i, None, light), step=Step.SPRING, stays_kg=stays, air_kg=carried)
