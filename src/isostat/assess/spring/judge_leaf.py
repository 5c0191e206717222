"""Judgements on the leaf packs of a proposal: how they stand, what they bear, how they hang and are held."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.judgement import Grade, Judgement, Place, Remedy, Step
from isostat.assess.setup.springs.incomplete import Incomplete, why_not
from isostat.assess.setup.springs.leaf import chord_of, hanging, turned_rad
from isostat.assess.solve import offers
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.remedies import LeafLess, Rearch, ThinnerLeaves
from isostat.assess.spring.findings_leaf import BlockOnSteered, HangingWrong, LeafStress, PackTooHigh, PinionTurned, ShackleFar
from isostat.assess.spring.leaf import Packed, packed
from isostat.core import rules
from isostat.core.limits import OutOfRange
from isostat.core.springs.leaf.pack import LeafLaw
from isostat.core.springs.straight_pieces import compression_at
from isostat.core.travel.events import bump_end, droop_end

SAID = 0.0005  # m


def leaf_judgements(a: Assessment) -> Iterator[Judgement]:
    """Of every axle that is on leaf packs."""
    for i, fit in enumerate(a.job.proposal.axles):
        pack = packed(a, i)
        if pack is None:
            continue
        yield from _arch_and_stress(a, i, pack)
        block = max(a.orders[i].order.spacer_m)
        if a.job.vehicle.axles[i].steered and block > 0.0:
            yield BlockOnSteered(grade=Grade.FAULT, place=Place(i), step=Step.SPRING, block_m=block)
        try:
            turned = turned_rad(fit.pack)
            if abs(turned) > rules.PINION_TURNED:
                yield PinionTurned(grade=Grade.NOTE, place=Place(i), step=Step.SPRING, turned_rad=turned)
            yield from _leans(a, i)
        except (Incomplete, OutOfRange) as why:
            yield HangingWrong(grade=Grade.WATCH, place=Place(i), step=Step.SPRING, reason=why_not(why))


def _arch_and_stress(a: Assessment, i: int, pack: Packed) -> Iterator[Judgement]:
    """Whether a pack can stand low enough, and its worst leaf."""
    if pack.too_high_m > SAID:
        lower = Rearch(i, -float(np.ceil(pack.too_high_m * 1000)) / 1000)
        yield PackTooHigh(
            grade=Grade.WATCH,
            place=Place(i),
            step=Step.SPRING,
            by_m=pack.too_high_m,
            remedies=(lower, LeafLess(i)),
        )
    worst = int(np.argmax(pack.used))
    used = float(pack.used[worst])
    if used > 1.0:
        yield LeafStress(
            grade=Grade.NOTE if pack.no_worse else Grade.WATCH, place=Place(i), step=Step.SPRING, leaf=worst + 1, used=used,
            times_found=pack.times_found, no_worse=pack.no_worse, remedies=_less_bent(a, i, pack),
        )  # fmt: skip


def _less_bent(a: Assessment, i: int, pack: Packed) -> tuple[Remedy, ...]:
    """A stop that is flat before the stress is reached, or one leaf more, all thinner, at the same rate."""
    law, o = a.orders[i].law[0], a.orders[i]
    force = pack.bump_force_n / float(pack.used.max())  # nominal stress goes nearly as the force
    x = compression_at(law, force) - max(o.offset_m)
    limit = a.axles[i].spring_motion.travel_for(x)
    full = max(bump_end(side).travel_m for side in a.proposed.events[i])
    spacer = a.fits[i].stop_spacer_m + max(full - limit, 0.001) * a.axles[i].stop_ratio.value
    return *offers.stop_spacer(a, i, spacer), ThinnerLeaves(i)


def shackle_leans(a: Assessment, axle: int, side: int) -> tuple[float, float, float] | None:
    """Lean of a shackle in rad: hanging, at the target, at full bump. None where it was not read.

    Raises Incomplete or OutOfRange where it cannot follow.
    """
    pack, hung = packed(a, axle), hanging(a.job.proposal.axles[axle].pack)
    if pack is None or hung is None:
        return None
    events, o = a.proposed.events[axle][side], a.orders[axle]
    law = o.law[side]
    assert isinstance(law, LeafLaw)
    travels = (droop_end(events).travel_m, float(a.target_travel_m[axle, side]), bump_end(events).travel_m)
    pressed = [float(a.axles[axle].spring_motion.at(np.asarray(u))[0]) + o.offset_m[side] for u in travels]
    chords = [chord_of(pack.pack, law.flat_m - x) for x in pressed]
    shift = hung.hung.chord_m - chords[1]  # the lean was read about as the target has it
    hanging_at, target, bump = (hung.lean(chord + shift) for chord in chords)
    return hanging_at, target, bump


def _leans(a: Assessment, i: int) -> Iterator[Judgement]:
    sides = [leans for side in (0, 1) if (leans := shackle_leans(a, i, side)) is not None]
    for end, hangs in ((0, True), (2, False)):
        lean = max((leans[end] for leans in sides), key=abs, default=0.0)
        if abs(lean) > rules.SHACKLE_LEAN:
            yield ShackleFar(grade=Grade.WATCH, place=Place(i), step=Step.TRAVEL, lean_rad=lean, hanging=hangs)
