"""What is asked of a leaf pack at an axle: its arch free and loaded, its rate, its stress leaf by leaf."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from typing_extensions import override

from isostat.assess.setup.springs.incomplete import Incomplete, value_or, why_not
from isostat.assess.setup.springs.leaf import leaf_pack
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.memory import remembered
from isostat.assess.solve.standing import Events
from isostat.assess.spring.kind import Errors, Result, pressed_m
from isostat.core import rules
from isostat.core.fitting.band_draws import Draws
from isostat.core.limits import Floats, OutOfRange
from isostat.core.parts.law import ForceLaw
from isostat.core.springs.leaf.half_pack import STEEL, bending_stress
from isostat.core.springs.leaf.pack import Leaf, LeafLaw, LeafPack, rise_of
from isostat.core.springs.straight_pieces import compression_at
from isostat.core.travel.events import bump_end
from isostat.job.edits.paths import JOB, path_to, put, put_number
from isostat.job.files import JobFault
from isostat.job.schema import Job

NODE = 500.0  # N between forces at which stresses are solved


@dataclass(frozen=True, slots=True, kw_only=True)
class Packed:
    """A pack as it carries the target, left side; at full bump the side that is pressed harder."""

    pack: LeafPack
    free_arch_m: float
    nip_m: float  # of it, what the leaves below add to the main one's own arch; below nothing where they are flatter
    arch_m: float  # at the target
    rate: float  # there
    force_n: float
    bump_force_n: float  # when the stop is flat
    stress_pa: Floats  # of each leaf at the target, where it is bent most
    bent: Floats  # of each leaf at full bump, moment in N·m and thickness in m where it is bent most
    nominal_pa: Floats  # of each leaf at full bump, at the clamp, by which packs are rated
    allowed_pa: float  # of it
    found: FoundPack | None
    at_old_n: float  # what it would carry as high as the vehicle was weighed
    found_n: float  # what the springs that were found carried there
    too_high_m: float  # by which it stands over the target with no block at all; 0 where a block fits

    @property
    def used(self) -> Floats:
        """Nominal stress of each leaf at full bump, 1 at what is allowed."""
        return self.nominal_pa / self.allowed_pa

    def turned(self, leaf: int) -> float:
        """Change of curvature at the clamp at full bump that gives a leaf its nominal stress, 1/m."""
        return float(2.0 * self.nominal_pa[leaf] / (STEEL * self.pack.leaves[leaf].thick_m))

    @property
    def peak_pa(self) -> Floats:
        """Stress of each leaf at full bump where it is bent most."""
        return bending_stress(self.bent, self.pack.widths)

    @property
    def times_found(self) -> float | None:
        """The highest of these peaks over the highest of the pack as found at its own full bump; None where that is not known."""
        return None if self.found is None else float(self.peak_pa.max()) / max(self.found.peak_pa, 1.0)

    @property
    def no_worse(self) -> bool:
        """Whether it is the pack as found, bent no further than that one was."""
        return self.found is not None and self.found.same and self.nominal_pa.max() <= 1.002 * self.found.nominal_pa


@dataclass(frozen=True, slots=True, kw_only=True)
class FoundPack:
    """A pack as found at its own full bump: its highest nominal stress and peak, Pa; same: it is the one proposed."""

    nominal_pa: float
    peak_pa: float
    same: bool


def pack_force_n(a: Assessment, axle: int, case: int) -> float:
    """What the left pack itself carries in a case, N; a helper and the stop carry the rest."""
    return float(a.orders[axle].law[0].force(pressed_m(a, axle)[0, case]))


@lru_cache(maxsize=256)
def _bent_at(pack: LeafPack, node: int) -> tuple[Floats, Floats]:
    return pack.bent(node * NODE)


def _bent(pack: LeafPack, force: float) -> tuple[Floats, Floats]:
    """Moment and thickness where each leaf is bent most under a force, and nominal stress.

    Straight between nodes that are remembered: between them contacts hardly change.
    """
    node = int(max(force, 0.0) // NODE)
    part = max(force, 0.0) / NODE - node
    low, high = _bent_at(pack, node), _bent_at(pack, node + 1)
    return low[0] * (1.0 - part) + high[0] * part, low[1] * (1.0 - part) + high[1] * part


def put_leaf(axle: int, n: int, field: str, job: Job, si: float | None, typed: str) -> Job:
    """The job with one measure of a leaf typed, or emptied. A pack that is one stays one.

    field: of the n-th leaf. si: in SI, None: emptied. typed: as a hand wrote it.
    Raises JobFault where the leaves would be no pack then: longer than the one above, or without what it needs.
    """
    path = (*path_to(JOB.proposal.axles[axle].pack.leaves[n]), field)
    changed = put(job, path, None) if si is None else put_number(job, path, si, typed)
    try:
        leaf_pack(job.proposal.axles[axle].pack)
    except (Incomplete, OutOfRange):  # not measured to the end yet
        return changed
    try:
        leaf_pack(changed.proposal.axles[axle].pack)
    except (Incomplete, OutOfRange) as why:
        raise JobFault("edit", [why_not(why)]) from None
    return changed


def kept_rise(leaf: Leaf) -> float:
    """Rise of a leaf over its string as the job keeps it, m."""
    return rise_of((leaf.front_m + leaf.rear_m) * rules.LEAF_STRING, leaf.curve)


@remembered
def packed(a: Assessment, axle: int) -> Packed | None:
    """The pack of an axle; None where none is ordered there."""
    o = a.orders[axle]
    law = o.law[0]
    if not isinstance(law, LeafLaw):
        return None
    fit = a.job.proposal.axles[axle].pack
    pack = leaf_pack(fit)
    force, bump = o.target_force_n[0], _at_full_bump(a, axle, a.proposed.events, (law, law), o.offset_m)
    bent, nominal = _bent(pack, bump)
    return Packed(
        pack=pack,
        free_arch_m=law.flat_m,
        nip_m=law.flat_m - pack.main_arch_m,
        arch_m=law.flat_m - compression_at(law, force),
        rate=o.order.rate_n_per_m[0],
        force_n=force,
        bump_force_n=bump,
        stress_pa=bending_stress(_bent(pack, force)[0], pack.widths),
        bent=bent,
        nominal_pa=nominal,
        allowed_pa=value_or(fit.allowed_pa, rules.LEAF_STRESS),
        found=_found(a, axle, pack),
        at_old_n=float(law.force(np.asarray(o.offset_m[0]))),
        found_n=a.found_springs[axle][0].force_n,
        too_high_m=max(law.flat_m - min(o.order.need_m), 0.0) if o.can_be_had else 0.0,
    )


def _found(a: Assessment, axle: int, pack: LeafPack) -> FoundPack | None:
    laws = tuple(f.law for f in a.found_springs[axle])
    if not isinstance(laws[0], LeafLaw):
        return None
    was = leaf_pack(a.job.as_found.axles[axle].pack)
    offset = tuple(f.pressed_m for f in a.found_springs[axle])
    bent, nominal = _bent(was, _at_full_bump(a, axle, a.found_events, laws, offset))
    return FoundPack(nominal_pa=float(nominal.max()), peak_pa=float(bending_stress(bent, was.widths).max()), same=was == pack)


def _at_full_bump(a: Assessment, axle: int, events: Events, laws: tuple[ForceLaw, ...], offset_m: tuple[float, ...]) -> float:
    """Force in N of the spring that is pressed harder once its stop is flat."""
    forces = []
    for side in (0, 1):
        full = bump_end(events[axle][side]).travel_m
        x = float(a.axles[axle].spring_motion.at(np.asarray(full))[0]) + offset_m[side]
        forces.append(float(laws[side].force(np.asarray(x))))
    return max(forces)


class LeafResult(Result):
    """Of packs: they are ordered as they are, and rest anywhere within their friction."""

    @override
    def errors(self, a: Assessment, d: Draws, axle: int) -> Errors:
        arch = d.pair("arch of the pack", axle)[..., None] * rules.ARCH_ERROR
        even = np.array([d.even("friction of the leaves", axle, side) for side in (0, 1)])
        return np.ones(()), arch + even[..., None] * friction_band(a, axle)[:, None, :]


def friction_band(a: Assessment, axle: int) -> Floats:
    """How far either way a pack may rest by the friction between its leaves, (2, B) in m."""
    law, x = a.orders[axle].law[0], pressed_m(a, axle)
    share = value_or(a.job.proposal.axles[axle].pack.friction, rules.LEAF_FRICTION)
    return np.asarray(share * np.maximum(law.force(x), 0.0) / np.maximum(law.rate(x), 1.0))
