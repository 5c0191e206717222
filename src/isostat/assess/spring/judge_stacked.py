"""Judgements on stacked pairs: what binds, what does nothing at ride, where ring and collar cannot stand."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.judgement import Grade, Judgement, Place, Step
from isostat.assess.solve import offers
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.remedies import MainSpring, Ring, RingByShare
from isostat.assess.spring.findings_stacked import CollarBeyond, NoRingWindow, PastCrossover, RingNotSet, RingOutside, TopBinds
from isostat.assess.spring.stacked import Stacked, stacked

SAID = 0.0005  # m


def stacked_judgements(a: Assessment) -> Iterator[Judgement]:
    """Of every axle on stacked pairs."""
    for i in range(len(a.orders)):
        left, right = stacked(a, i, 0), stacked(a, i, 1)
        if left is not None and right is not None:
            yield from _ring(a, i, (left, right))
            yield from _collars(i, left)


def _ring(a: Assessment, i: int, sides: tuple[Stacked, Stacked]) -> Iterator[Judgement]:
    left = sides[0]
    window, ring = left.window, left.pair.ring_m
    step, here = Step.SPRING, Place(i)
    if left.seated.ring_fault is not None:
        shares = tuple(RingByShare(i, share) for share in (0.4, 0.25, 0.1))
        yield RingNotSet(grade=Grade.WATCH, place=here, step=step, reason=left.seated.ring_fault, remedies=shares)
    if window.missing_m > SAID:
        spacer = a.fits[i].stop_spacer_m + window.missing_m / a.axles[i].spring_ratio.value * a.axles[i].stop_ratio.value
        cures = offers.stop_spacer(a, i, spacer)
        yield NoRingWindow(grade=Grade.WATCH, place=here, step=step, missing_m=window.missing_m, remedies=cures)
    elif ring is not None:
        limit = min(max(ring, window.nearest_m), window.furthest_m)
        if abs(ring - limit) > SAID:
            binds = "main spring" if ring > limit else "top spring"
            locked = any(t.change_m is None or t.change_m <= t.seated.target_m[t.side] for t in sides)
            nearest = float(np.floor(limit * 1000) if ring > limit else np.ceil(limit * 1000)) / 1000
            cure = RingByShare(i) if locked else Ring(i, nearest)  # where the slider stands on it, the collar moves with the ring
            yield RingOutside(grade=Grade.WATCH, place=here, step=step, ring_m=ring, limit_m=limit, binds=binds, remedies=(cure,))
    met = any(t.change_m is not None and t.change_m < t.shock.bump_m for t in sides)
    if left.crossover is not None and left.crossover.by != "ring" and met:
        yield TopBinds(grade=Grade.WATCH, place=here, step=step, by=left.crossover.by)
    changes = np.array([[-np.inf if t.change_m is None else t.change_m] for t in sides])
    rides = np.array([t.ride_m for t in sides])
    past = np.where(a.proposed.stands, rides - changes, -np.inf).max(axis=0)  # the side that is further past it
    case = int(np.argmax(past))
    if past[case] > SAID:
        by = float(min(past[case], rides[:, case].max()))
        yield PastCrossover(grade=Grade.NOTE, place=Place(i, None, case), step=step, by_m=by)


def _collars(i: int, pair: Stacked) -> Iterator[Judgement]:
    for side, shock in enumerate(pair.seated.shock):
        for down, left in ((True, shock.down_m), (False, shock.up_m)):
            if left < -SAID:
                main = pair.pair.main.free_m - (left if down else -left)
                cure = MainSpring(i, offers.up_to_mm(main) if down else offers.down_to_mm(main))
                yield CollarBeyond(
                    grade=Grade.WATCH, place=Place(i, side), step=Step.SPRING, by_m=-left, down=down, remedies=(cure,)
                )
