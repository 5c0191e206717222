"""Judgements on how the leaf packs of a proposal hang and are held."""

from __future__ import annotations

from collections.abc import Iterator
from math import radians

import numpy as np

from isostat.assess.setup.springs.laws import Incomplete
from isostat.assess.setup.springs.leaf import chord_of, hanging, turned_rad
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.leaf import packed
from isostat.core.findings import leaf
from isostat.core.findings.judgement import Grade, Judgement, Place, Step
from isostat.core.limits import OutOfRange
from isostat.core.springs.leaf.pack import LeafLaw
from isostat.core.travel.events import bump_end, droop_end

FAR = radians(70.0)  # of a shackle from upright (stated rule)
TURNED = radians(0.5)  # of a pinion from what it was (common practice, no source)


def leaf_judgements(a: Assessment) -> Iterator[Judgement]:
    """Of every axle that is on leaf packs."""
    for i, fit in enumerate(a.job.proposal.axles):
        if packed(a, i) is None:
            continue
        block = max(a.orders[i].order.spacer_m)
        if a.job.vehicle.axles[i].steered and block > 0.0:
            yield leaf.BlockOnSteered(grade=Grade.FAULT, place=Place(i), step=Step.SPRING, block_m=block)
        try:
            turned = turned_rad(fit.pack)
            if abs(turned) > TURNED:
                yield leaf.PinionTurned(grade=Grade.NOTE, place=Place(i), step=Step.SPRING, turned_rad=turned)
            yield from _leans(a, i)
        except (Incomplete, OutOfRange) as why:
            yield leaf.HangingWrong(grade=Grade.WATCH, place=Place(i), step=Step.SPRING, reason=str(why))


def shackle_leans(a: Assessment, axle: int, side: int) -> tuple[float, float, float] | None:
    """Lean of a shackle in rad: hanging, at the target, at full bump. None where it was not read.

    Raises Incomplete or OutOfRange where it cannot follow.
    """
    told, hung = packed(a, axle), hanging(a.job.proposal.axles[axle].pack)
    if told is None or hung is None:
        return None
    events, o = a.proposed.events[axle][side], a.orders[axle]
    law = o.law[side]
    assert isinstance(law, LeafLaw)
    travels = (droop_end(events).travel_m, float(a.target_travel_m[axle, side]), bump_end(events).travel_m)
    pressed = [float(a.axles[axle].spring_motion.at(np.asarray(u))[0]) + o.offset_m[side] for u in travels]
    chords = [chord_of(told.pack, law.flat_m - x) for x in pressed]
    shift = hung.hung.chord_m - chords[1]  # the lean was read about as the target has it
    hanging_at, target, bump = (hung.lean(chord + shift) for chord in chords)
    return hanging_at, target, bump


def _leans(a: Assessment, i: int) -> Iterator[Judgement]:
    sides = [leans for side in (0, 1) if (leans := shackle_leans(a, i, side)) is not None]
    for end, hangs in ((0, True), (2, False)):
        lean = max((leans[end] for leans in sides), key=abs, default=0.0)
        if abs(lean) > FAR:
            yield leaf.ShackleFar(grade=Grade.WATCH, place=Place(i), step=Step.TRAVEL, lean_rad=lean, hanging=hangs)
