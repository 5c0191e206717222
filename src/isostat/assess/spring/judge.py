"""Judgements on progressive coils and stacked pairs: what they lack, what binds, what does nothing at ride."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.setup.springs.torsion import ALLOWED
from isostat.assess.solve import offers
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.leaf import Packed, packed
from isostat.assess.spring.stacked import Stacked, stacked
from isostat.assess.spring.winding import tight, wound
from isostat.core.findings import curved
from isostat.core.findings.judgement import Grade, Judgement, Place, Remedy, Step
from isostat.core.parts.event import Event
from isostat.core.springs.progressive import Progressive
from isostat.core.springs.rising import compression_at
from isostat.core.travel.events import bump_end, droop_end, travel_of

SAID = 0.0005  # m


def curved_judgements(a: Assessment) -> Iterator[Judgement]:
    """Of every axle whose springs are no plain coils."""
    for i, o in enumerate(a.orders):
        if a.found_springs[i][0].lacks:
            reason = f"As found: {a.found_springs[i][0].lacks}"
            yield curved.SpringLacks(grade=Grade.WATCH, place=Place(i), step=Step.MEASURE, reason=reason)
        if o.lacks:
            yield curved.SpringLacks(grade=Grade.WATCH, place=Place(i), step=Step.SPRING, reason=o.lacks)
        if isinstance(o.law[0], Progressive):
            yield from _touching(a, i, o.law[0])
        left, right = stacked(a, i, 0), stacked(a, i, 1)
        if left is not None and right is not None:
            yield from _ring(a, i, (left, right))
            yield from _collars(i, left)
        for part, within, by in tight(a, i):
            yield curved.TooTight(grade=Grade.FAULT, place=Place(i), step=Step.SPRING, part=part, within=within, by_m=by)
        yield from _wire(a, i)
        yield from _leaves(a, i)
        yield from _bar(a, i)


def _bar(a: Assessment, i: int) -> Iterator[Judgement]:
    """What a torsion bar bears when its stop is flat, the worse side."""
    told = a.orders[i].torsion
    if told is None:
        return
    used = []
    for side in (0, 1):
        events = a.proposed.events[i][side]
        early = (travel_of(events, Event.ARM_ON_ITS_STOP) or -np.inf) - droop_end(events).travel_m
        if early > SAID:
            yield curved.ArmStopFirst(grade=Grade.WATCH, place=Place(i, side), step=Step.TRAVEL, by_m=early)
        ends = (bump_end(a.proposed.events[i][side]).travel_m, float(a.target_travel_m[i, side]))
        full, target = (float(a.axles[i].spring_motion.at(np.asarray(u))[0]) for u in ends)
        reach = np.clip(np.sin(told.at_target[side]) + (full - target) / told.arm_m, -1.0, 1.0)
        used.append(told.stress_pa(side, float(np.arcsin(reach))) / ALLOWED)
    if max(used) > 1.0:
        yield curved.BarStress(grade=Grade.WATCH, place=Place(i, int(np.argmax(used))), step=Step.SPRING, used=max(used))


def _wire(a: Assessment, i: int) -> Iterator[Judgement]:
    """Whether the ordered coil can be wound, and what its wire bears."""
    told, here = wound(a, i), Place(i)
    if told is None:
        return
    if told.helix is None:
        yield curved.NoWire(grade=Grade.WATCH, place=here, step=Step.SPRING, strong_m=told.strong_m, roomy_m=told.roomy_m)
    elif told.used_solid > 1.0:
        yield curved.StressHigh(grade=Grade.NOTE, place=here, step=Step.SPRING, used=told.used_solid)


def _leaves(a: Assessment, i: int) -> Iterator[Judgement]:
    """Whether a pack can stand low enough, and its worst leaf."""
    told = packed(a, i)
    if told is None:
        return
    if told.too_high_m > SAID:
        lower = Remedy("arch", Place(i), -float(np.ceil(told.too_high_m * 1000)) / 1000)
        yield curved.PackTooHigh(
            grade=Grade.WATCH,
            place=Place(i),
            step=Step.SPRING,
            by_m=told.too_high_m,
            remedies=(lower, Remedy("leaf less", Place(i))),
        )
    worst = int(np.argmax(told.used))
    used = float(told.used[worst])
    if used > 1.0:
        yield curved.LeafStress(
            grade=Grade.NOTE if told.no_worse else Grade.WATCH, place=Place(i), step=Step.SPRING, leaf=worst + 1, used=used,
            times_found=told.times_found, no_worse=told.no_worse, remedies=_less_bent(a, i, told),
        )  # fmt: skip


def _less_bent(a: Assessment, i: int, told: Packed) -> tuple[Remedy, ...]:
    """A stop that is flat before the stress is reached, or one leaf more, all thinner, at the same rate."""
    law, o = a.orders[i].law[0], a.orders[i]
    force = told.bump_force_n / float(told.used.max())  # nominal stress goes nearly as the force
    x = compression_at(law, force) - max(o.offset_m)
    limit = a.axles[i].spring_motion.travel_for(x)
    full = max(bump_end(side).travel_m for side in a.proposed.events[i])
    spacer = a.fits[i].stop_spacer_m + max(full - limit, 0.001) * a.axles[i].stop_ratio.value
    return *offers.stop_spacer(a, i, spacer), Remedy("thinner leaves", Place(i))


def _touching(a: Assessment, i: int, law: Progressive) -> Iterator[Judgement]:
    """Once an axle: the case that presses it furthest beyond the first turns that touch."""
    if len(law.knots) < 3:
        return
    s, motion = a.proposed, a.axles[i].spring_motion
    pressed = np.asarray(motion.at(s.rest.travel_m[i])[0]) + np.array(a.orders[i].offset_m)[:, None]
    beyond = np.where(s.stands, pressed - law.knots[1], -np.inf).max(axis=0)
    case = int(np.argmax(beyond))
    if beyond[case] > SAID:
        place = Place(i, None, case)
        yield curved.TurnsTouch(grade=Grade.NOTE, place=place, step=Step.SPRING, touching_m=float(beyond[case]))


def _ring(a: Assessment, i: int, sides: tuple[Stacked, Stacked]) -> Iterator[Judgement]:
    told = sides[0]
    window, ring = told.window, told.pair.ring_m
    step, here = Step.SPRING, Place(i)
    if told.seated.ring_fault:
        shares = tuple(Remedy("ring share", here, share) for share in (0.4, 0.25, 0.1))
        yield curved.RingNotSet(grade=Grade.WATCH, place=here, step=step, reason=told.seated.ring_fault, remedies=shares)
    if window.missing_m > SAID:
        spacer = a.fits[i].stop_spacer_m + window.missing_m / a.axles[i].spring_ratio.value * a.axles[i].stop_ratio.value
        cures = offers.stop_spacer(a, i, spacer)
        yield curved.NoRingWindow(grade=Grade.WATCH, place=here, step=step, missing_m=window.missing_m, remedies=cures)
    elif ring is not None:
        limit = min(max(ring, window.nearest_m), window.furthest_m)
        if abs(ring - limit) > SAID:
            binds = "main spring" if ring > limit else "top spring"
            locked = any(t.change_m is None or t.change_m <= t.seated.target_m[t.side] for t in sides)
            if locked:  # the slider stands on the ring: moving it moves the collar with it
                cure = Remedy("ring by share", here)
            else:
                cure = Remedy("ring", here, float(np.floor(limit * 1000) if ring > limit else np.ceil(limit * 1000)) / 1000)
            yield curved.RingOutside(
                grade=Grade.WATCH, place=here, step=step, ring_m=ring, limit_m=limit, binds=binds, remedies=(cure,)
            )
    met = any(t.change_m is not None and t.change_m < t.shock.bump_m for t in sides)
    if told.crossover is not None and told.crossover.by != "ring" and met:
        yield curved.TopBinds(grade=Grade.WATCH, place=here, step=step, by=told.crossover.by)
    changes = np.array([[-np.inf if t.change_m is None else t.change_m] for t in sides])
    rides = np.array([t.ride_m for t in sides])
    past = np.where(a.proposed.stands, rides - changes, -np.inf).max(axis=0)  # the side that is further past it
    case = int(np.argmax(past))
    if past[case] > SAID:
        by = float(min(past[case], rides[:, case].max()))
        yield curved.PastCrossover(grade=Grade.NOTE, place=Place(i, None, case), step=step, by_m=by)


def _collars(i: int, told: Stacked) -> Iterator[Judgement]:
    for side, shock in enumerate(told.seated.shock):
        for down, left in ((True, shock.down_m), (False, shock.up_m)):
            if left < -SAID:
                main = told.pair.main.free_m - (left if down else -left)
                cure = Remedy("main spring", Place(i), offers.up_to_mm(main) if down else offers.down_to_mm(main))
                yield curved.CollarBeyond(
                    grade=Grade.WATCH, place=Place(i, side), step=Step.SPRING, by_m=-left, down=down, remedies=(cure,)
                )
