"""What one wheel would read at a check by the likeliest cause, and what by the next."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.log.cause import Class, Why
from isostat.assess.log.evidence import Block, Check, Evidence, free_lengths
from isostat.assess.log.promise import driven_km, promise, turned_m
from isostat.assess.log.settings import turned_job
from isostat.assess.solve.assessment import Assessment, assess
from isostat.assess.stance.band import parts_alone
from isostat.core.limits import Floats
from isostat.core.parts.event import Event
from isostat.core.travel.events import droop_end, travel_of
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.points import SIDES

APART = 2.0  # deviations between what two causes would read, from which that is said


@dataclass(frozen=True, slots=True)
class Decides:
    """A wheel, (axle, side), that reads this by the first cause and that by the second. SI."""

    wheel: tuple[int, int]
    first: float
    second: float


@dataclass(frozen=True, slots=True)
class FreeLength:
    """A coil, (axle, side), whose length would be the whole cause, and as it was ordered, m.

    loose_m: hub to arch at which it goes loose by either; None where it never does. held: its shock keeps it from that.
    """

    wheel: tuple[int, int]
    causing_m: float
    ordered_m: float
    loose_m: tuple[float, float] | None
    held: bool


def decides(a: Assessment, n: int, read: Evidence, block: Block, two: tuple[Class, ...]) -> Decides | None:
    """The wheel that tells two causes apart most; None where none does. block: heights or weights."""
    wanted, own = read.given(block)
    by_step, means, spreads = read.by_step(), list[Floats](), list[Floats]()
    for of in two:
        mine = np.array([(one.why, one.axle, one.side) == (of.why, of.axle, of.side) for one in read.felt.causes])
        share = np.where(mine[:, None], by_step, 0.0) / by_step[mine].sum()
        means.append(np.einsum("kg,kgn->n", share, wanted))
        spreads.append(np.einsum("kg,kgn->n", share, (wanted - means[-1]) ** 2))
    apart = np.abs(means[0] - means[1]) / np.sqrt(np.diag(own) + np.maximum(*spreads))
    wheel, promised = int(np.argmax(apart)), _promised(a, n, read, block)
    if apart[wheel] < APART:
        return None
    return Decides((wheel // 2, wheel % 2), float(promised[wheel] + means[0][wheel]), float(promised[wheel] + means[1][wheel]))


def _promised(a: Assessment, n: int, read: Evidence, block: Block) -> Floats:
    """What a block would read by the parts as they should be and as they are turned, (2A,)."""
    if block.check is Check.WEIGH:
        return np.asarray(read.felt.pads_kg[block.case])
    middle = promise(a, block.case, driven_km(a.job.log[n])).middle_m
    return np.asarray((middle + turned_m(a, n, block.case)).ravel())


def free_length(a: Assessment, n: int, two: tuple[Class, ...]) -> FreeLength | None:
    """Of the first of two causes that is a spring; None where none is, or it is no coil."""
    spring = next((one for one in two if one.why in (Why.SPRING, Why.SPRINGS)), None)
    if spring is None or spring.axle is None:
        return None
    axle, side = spring.axle, spring.side or 0
    ordered = float(free_lengths(a)[2 * axle + side])
    if not np.isfinite(ordered):
        return None
    causing, parts = ordered + dict(spring.by)["free"], parts_alone(turned_job(a, n))
    loose, held = list[float](), False
    for m in (causing, ordered):
        path = (*path_to(JOB.proposal.axles[axle]), SIDES[side], "free_length_m")
        events = assess(put(parts, path, {"value": round(m, 5)})).proposed.events[axle][side]
        at = travel_of(events, Event.COIL_LOOSE)
        if at is not None:
            loose.append(float(a.baseline_m[axle, side]) - at)
            held |= at < droop_end(events).travel_m
    return FreeLength((axle, side), causing, ordered, (loose[0], loose[1]) if len(loose) == 2 else None, held)
