"""Leaves to add to a pack in place of its block, off one that stands too high, or for a load: tried through the whole vehicle."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.solve.assessment import Assessment, assess
from isostat.assess.spring.leaf import Packed, kept_rise, packed
from isostat.core.limits import GRAVITY, OutOfRange
from isostat.core.springs.leaf.leaves_to_add import Added, height_under, leaves_to_add
from isostat.job.files import JobFault
from isostat.job.out_of_range import say_out_of_range
from isostat.job.schema import Job
from isostat.job.springs.leaf_edits import insert_leaves
from isostat.units.saying import Saying

MOST_ADDED = 2  # leaves, that are tried


@dataclass(frozen=True, slots=True, kw_only=True)
class LeavesOffered:
    """Leaves to add. used: stress at full bump of the pack with them, of what is allowed; as `Packed.used`."""

    added: Added
    used: float


def leaves_offered(a: Assessment) -> dict[int, tuple[LeavesOffered, ...] | Saying]:
    """By axle of those on leaves, what can be added; where that cannot be asked, or a job will not have it, why, in a sentence."""
    packs = [(axle, packed(a, axle)) for axle in range(len(a.axles))]
    return {axle: _offered(a, axle, pack) for axle, pack in packs if pack is not None}


def _offered(a: Assessment, axle: int, pack: Packed) -> tuple[LeavesOffered, ...] | Saying:
    offered: list[LeavesOffered] = []
    refused: Saying | None = None
    try:
        ways = ways_to_add(a, axle, pack)
    except OutOfRange as why:
        return say_out_of_range(why)
    for way in ways:
        try:
            offered.append(_tried(a.job, axle, way))
        except JobFault as why:  # more leaves than a pack has
            refused = why.sayings[0]
    return tuple(offered) if offered or refused is None else refused


def _tried(job: Job, axle: int, way: Added) -> LeavesOffered:
    pack = packed(assess(with_added(job, axle, way)), axle)
    return LeavesOffered(added=way, used=np.inf if pack is None else float(pack.used.max()))


def ways_to_add(a: Assessment, axle: int, pack: Packed) -> tuple[Added, ...]:
    """Leaves to add so that, with no block, a pack meets its target or carries what is wanted of it at the height as weighed.

    pack: the pack of that axle. Raises OutOfRange where it carries nothing.
    """
    order, fit = a.orders[axle], a.job.proposal.axles[axle].pack
    more, over = fit.wanted_more_kg, fit.mount == "over axle"
    if more is None:
        force, higher = pack.force_n, max(order.order.need_m) - pack.free_arch_m
    else:
        force = pack.found_n + GRAVITY * more.value
        room = pack.free_arch_m - order.offset_m[0] + order.order.spacer_m[0]  # eyes over the seat as weighed
        higher = room - height_under(pack.pack, force)[0]
    return leaves_to_add(pack.pack, force, higher, MOST_ADDED, over=over)


def with_added(job: Job, axle: int, way: Added) -> Job:
    """The job with leaves added; for a load no block beside them, which would carry more again. Raises JobFault for too many."""
    block = 0.0 if job.proposal.axles[axle].pack.wanted_more_kg else None
    shapes = [(leaf.front_m, leaf.rear_m, leaf.thick_m, kept_rise(leaf)) for leaf in way.pack.leaves[1 : 1 + way.count]]
    return insert_leaves(job, axle, shapes, block)
