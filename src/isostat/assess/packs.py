"""What is asked of a leaf pack at an axle: its arch free and loaded, its rate, its stress leaf by leaf."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from isostat.assess.assessment import Assessment
from isostat.assess.laws import STRING, leaf_pack
from isostat.assess.stand import SPRING
from isostat.core.elements.half_pack import bending_stress
from isostat.core.elements.leaf import ALLOWED, Leaf, LeafLaw, LeafPack, rise_of
from isostat.core.elements.rising import compression_at
from isostat.core.limits import GRAVITY, Floats
from isostat.core.tuning.events import bump_end
from isostat.core.tuning.leaves_to_add import Added, height_under, leaves_to_add

NODE = 500.0  # N between forces at which stresses are solved
MOST_ADDED = 2  # leaves, that are tried


@dataclass(frozen=True, slots=True, kw_only=True)
class Packed:
    """A pack as it carries the target, left side."""

    pack: LeafPack
    free_arch_m: float
    nip_m: float  # of it, what the leaves below add to the main one's own arch; below nothing where they are flatter
    arch_m: float  # at the target
    rate: float  # there
    force_n: float
    bump_force_n: float  # when the stop is flat
    stress_pa: Floats  # of each leaf at the target
    bent: Floats  # of each leaf at full bump, moment in N·m and thickness in m where it is bent most
    at_old_n: float  # what it would carry as high as the vehicle was weighed
    found_n: float  # what the springs that were found carried there
    too_high_m: float  # by which it stands over the target with no block at all; 0 where a block fits

    @property
    def used(self) -> Floats:
        """Stress of each leaf at full bump, 1 at what is allowed."""
        return bending_stress(self.bent, self.pack.widths) / ALLOWED


def pack_force_n(a: Assessment, axle: int, case: int) -> float:
    """What the left pack itself carries in a case, N; a helper and the stop carry the rest."""
    s, o = a.proposed, a.orders[axle]
    travel = float(s.platform.row[axle, SPRING[0], :, 0] @ s.rest.travel_m[axle, :, case])
    x = float(a.axles[axle].spring_motion.at(np.asarray(travel))[0]) + o.offset_m[0]
    return float(o.law[0].force(np.asarray(x)))


@lru_cache(maxsize=256)
def _bent_at(pack: LeafPack, node: int) -> Floats:
    return pack.bent_most(node * NODE)


def _bent(pack: LeafPack, force: float) -> Floats:
    """Moment and thickness where each leaf is bent most under a force, straight between nodes that are remembered.

    Between them contacts hardly change.
    """
    node = int(force // NODE)
    part = force / NODE - node
    return _bent_at(pack, node) * (1.0 - part) + _bent_at(pack, node + 1) * part


@lru_cache(maxsize=8)
def _ways(pack: LeafPack, force: float, higher: float) -> tuple[Added, ...]:
    return leaves_to_add(pack, force, higher, MOST_ADDED)


def ways_to_add(a: Assessment, axle: int) -> tuple[Added, ...]:
    """Leaves to add so that, with no block, a pack meets its target or carries what is wanted of it at the height as weighed.

    Raises OutOfRange where it carries nothing.
    """
    told, order = packed(a, axle), a.orders[axle]
    if told is None:
        return ()
    more = a.job.proposal.axles[axle].pack.wanted_more_kg
    if more is None:
        return _ways(told.pack, round(told.force_n), round(max(order.order.need_m) - told.free_arch_m, 4))
    force = told.found_n + GRAVITY * more.value
    room = told.free_arch_m - order.offset_m[0] + order.order.spacer_m[0]  # eyes over the seat as weighed
    return _ways(told.pack, round(force), round(room - height_under(told.pack, force)[0], 4))


def rise_told(leaf: Leaf) -> float:
    """Rise of a leaf over its string as the job keeps it, m."""
    return rise_of((leaf.front_m + leaf.rear_m) * STRING, leaf.curve)


def packed(a: Assessment, axle: int) -> Packed | None:
    """The pack of an axle; None where none is ordered there."""
    o = a.orders[axle]
    law = o.law[0]
    if not isinstance(law, LeafLaw):
        return None
    pack = leaf_pack(a.job.proposal.axles[axle].pack)
    full = bump_end(a.proposed.events[axle][0]).travel_m
    x = float(a.axles[axle].spring_motion.at(np.asarray(full))[0]) + o.offset_m[0]
    force, bump = o.target_force_n[0], float(law.force(np.asarray(x)))
    lacks = min(o.order.need_m) - law.flat_m
    return Packed(
        pack=pack,
        free_arch_m=law.flat_m,
        nip_m=law.flat_m - pack.main_arch_m,
        arch_m=law.flat_m - compression_at(law, force),
        rate=o.order.rate_n_per_m[0],
        force_n=force,
        bump_force_n=bump,
        stress_pa=bending_stress(_bent(pack, max(force, 0.0)), pack.widths),
        bent=_bent(pack, max(bump, 0.0)),
        at_old_n=float(law.force(np.asarray(o.offset_m[0]))),
        found_n=a.found_springs[axle][0].force_n,
        too_high_m=max(-lacks, 0.0),
    )
