"""Leaves of a list, one of them added to the pack that the proposal has, at the place that its length gives it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np
from typing_extensions import override

from isostat.assess.find.choices import Choices, straight
from isostat.assess.find.kinds.by_order import NEVER
from isostat.assess.find.kinds.offered import Offered, needs_kind, seats_m
from isostat.assess.find.law import Law
from isostat.assess.find.wish import AxleWish, CannotSearch, Varied
from isostat.assess.setup.springs.incomplete import Incomplete, value_or
from isostat.assess.setup.springs.leaf import hung_higher_m, leaf_pack, thicker_m
from isostat.assess.solve.assessment import Assessment
from isostat.catalogue.parts import Parts
from isostat.core import rules
from isostat.core.limits import Floats, OutOfRange
from isostat.core.springs.leaf.pack import LeafPack
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.reading import Reading
from isostat.job.schema import Job
from isostat.job.springs.leaf import LeafRow, Pack
from isostat.language import later
from isostat.units.saying import saying

MOST_LEAVES = 9
LEAST_SHARE = 0.1  # of the load at the target, below which a wheel hangs
PACKS = later("leaf packs")


@dataclass(frozen=True, slots=True)
class _Bent:
    """A pack by its compression under no load and three, (4,). arch_m: free. used: share of its stress that a newton takes."""

    pack: Pack
    pressed_m: Floats
    arch_m: float
    used: float


class AddedLeaves(Offered):
    """Turned end for end where only so it fits between its neighbours; blocks level the axle."""

    listed, fitted = "leaf", "leaf"
    a_side = False
    columns = ("thick_m", "width_m", "front_m", "rear_m")
    levels = Varied.BLOCK

    @override
    def first(self, a: Assessment, wish: AxleWish) -> Iterator[AxleWish]:
        """Two leaves that have a place in the pack, then six: each takes a tenth of a second to bend."""
        assert wish.parts is not None
        needs_kind(a, wish.axle, self.fitted, PACKS)
        pack = a.job.proposal.axles[wish.axle].pack
        placed = [int(row) for row in self.rows(wish)[0] if with_leaf(pack, wish.parts, int(row))[0] is not None]
        for few in (2, 6):
            if len(placed) > few:
                yield replace(wish, parts=wish.parts.take(np.array(placed[:few])), holding=None)

    @override
    def choices(self, a: Assessment, wish: AxleWish) -> Choices:
        assert wish.parts is not None
        axle, rows = wish.axle, self.rows(wish)
        needs_kind(a, axle, self.fitted, PACKS)
        was, found = a.job.proposal.axles[axle].pack, a.job.as_found.axles[axle]
        loads, made, short = _loads(a, axle), list[_Bent | None](), list[float]()
        for row in rows[0]:
            grown, by = with_leaf(was, wish.parts, int(row))
            made.append(None if grown is None else _bent(grown, loads))
            short.append(by if made[-1] is not None or by > 0.0 else NEVER)
        old = found.pack if found.kind == self.fitted else None
        nothing = _Bent(was, np.array([0.0, *loads]) / NEVER, 0.0, float("nan"))  # falls before anything is solved
        every = [one or nothing for one in made]
        pressed = np.array([one.pressed_m for one in every]).T
        rates = np.diff(np.array([0.0, *loads]))[:, None] / np.diff(pressed, axis=0)
        stands = np.array([one.arch_m + hung_higher_m(one.pack) + thicker_m(one.pack, old) for one in every])
        return straight(
            wish.parts,
            rows,
            stands - seats_m(a, axle)[:, None],
            sets_in=np.concatenate([rates[:1], np.diff(rates, axis=0)]),
            begins_m=pressed[:-1],
            used=np.array([one.used for one in every]),
            broken={Law.PACK: np.array(short)},
            between_seats=False,
        )

    @override
    def into(self, job: Job, axle: int, choices: Choices, ways: tuple[int, int]) -> Job:
        grown, _ = with_leaf(job.proposal.axles[axle].pack, choices.parts, int(choices.rows[0, ways[0]]))
        assert grown is not None
        return put(job, path_to(JOB.proposal.axles[axle].pack.leaves), [row.model_dump(exclude_none=True) for row in grown.leaves])


def with_leaf(pack: Pack, parts: Parts, row: int) -> tuple[Pack | None, float]:
    """A pack with a leaf of a list in its place; None where it has none, and by how many m it misses."""
    thick, width, front, rear = (float(parts.numbers[key][row]) for key in AddedLeaves.columns)
    arch = float(parts.numbers["arch_m"][row])
    of = next((leaf.width_m.value for leaf in pack.leaves if leaf.width_m is not None), width)
    missed = max(width - of, of - rules.ADDED_NARROWER - width, 0.0)
    lengths = [_lengths(leaf) for leaf in pack.leaves]
    ways = [(_misses(lengths, n, way), way, n) for way in ((front, rear), (rear, front)) for n in range(1, len(lengths) + 1)]
    by, (ahead, behind), at = min(ways, key=lambda one: one[0])
    missed = max(missed, by)
    if missed > 0.0 or len(lengths) >= MOST_LEAVES:
        return None, max(missed, 0.0) or NEVER
    given = {"front_m": ahead, "rear_m": behind, "width_m": width, "thick_m": thick}
    given |= {"rise_m": arch} if np.isfinite(arch) else {}
    leaf = LeafRow.model_validate({key: Reading(value=round(value, 4)) for key, value in given.items()})
    return pack.model_copy(update={"leaves": (*pack.leaves[:at], leaf, *pack.leaves[at:])}), 0.0


def _lengths(leaf: LeafRow) -> tuple[float, float]:
    front = value_or(leaf.front_m, 0.0)
    return front, value_or(leaf.rear_m, front)


def _misses(lengths: Sequence[tuple[float, float]], n: int, way: tuple[float, float]) -> float:
    """By how much a leaf is longer than the one above the n-th place, or shorter than the one below, the worse end, m."""
    above = lengths[n - 1]
    below = lengths[n] if n < len(lengths) else (0.0, 0.0)
    return float(max(0.0, *np.subtract(way, above), *np.subtract(below, way)))


def _loads(a: Assessment, axle: int) -> tuple[float, float, float]:
    """On a pack, N: least of all load cases, at the target, most of them; apart enough to say how its rate goes.

    Raises CannotSearch where it carries nothing at the target.
    """
    rest = a.proposed.rest.force_n[axle]
    at = float(np.mean(a.orders[axle].target_force_n))
    if at <= 0.0:
        raise CannotSearch(saying("{axle}: enter the weight that the pack carries first.", axle=a.job.vehicle.axles[axle].name))
    shares = (rest / np.maximum(rest[:, [a.target_case]], 1.0))[:, a.proposed.stands]
    return at * min(max(float(shares.min()), LEAST_SHARE), 0.8), at, at * max(float(shares.max()), 1.2)


@lru_cache(maxsize=256)
def _bent(pack: Pack, loads: tuple[float, float, float]) -> _Bent | None:
    """A pack under loads, N, remembered since it takes a tenth of a second; None where it cannot be made."""
    try:
        made: LeafPack = leaf_pack(pack)
        pressed = np.array([0.0, *(made.compression(force) for force in loads)])
        stress = float(made.nominal(loads[-1]).max()) / value_or(pack.allowed_pa, rules.LEAF_STRESS)
    except (Incomplete, OutOfRange):
        return None
    return _Bent(pack, pressed, made.free_arch_m, stress / loads[-1])
