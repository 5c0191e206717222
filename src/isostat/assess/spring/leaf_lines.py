"""How a leaf pack lies under a force, leaf by leaf, for whoever draws it."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.leaf import pack_force_n, packed
from isostat.core.limits import Floats

POINTS = 25  # to either side of the clamp


@dataclass(frozen=True, slots=True, kw_only=True)
class LeafLine:
    """Middle line of a leaf from front to rear, m: behind the clamp's middle, and below the main leaf there; its thickness."""

    along_m: Floats
    below_m: Floats
    thick_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class LeafLines:
    """A pack under a force at its seat, m: its leaves, the clamp's length, and how deep the pack is under the main leaf."""

    leaves: tuple[LeafLine, ...]
    clamp_m: float
    deep_m: float
    front_m: float  # of the main leaf, before the middle
    whole_m: float


def leaf_lines(a: Assessment, axle: int, case: int | None) -> LeafLines | None:
    """The left pack of an axle as it carries a case, free for None; None where no pack is ordered there."""
    made = packed(a, axle)
    if made is None:
        return None
    pack, load = made.pack, 0.0 if case is None else max(pack_force_n(a, axle, case), 0.0)
    halves = [half.shapes(load * share) for half, share in zip(pack.halves, pack.shares, strict=True)]
    drop, leaves = 0.0, []
    for n, leaf in enumerate(pack.leaves):
        drop += (leaf.thick_m / 2 + pack.leaves[n - 1].thick_m / 2 + leaf.gap_m) if n else 0.0
        sides = []
        for way, half in ((-1.0, halves[0]), (1.0, halves[1])):
            s, y = half[n]
            pick = np.linspace(0, s.size - 1, POINTS).astype(int)
            sides.append((way * (s[pick] + pack.clamp_m / 2), drop - y[pick]))
        (front, high), (rear, low) = sides
        along, below = np.concatenate([front[::-1], rear]), np.concatenate([high[::-1], low])
        leaves.append(LeafLine(along_m=along, below_m=below, thick_m=leaf.thick_m))
    main = pack.leaves[0]
    return LeafLines(
        leaves=tuple(leaves), clamp_m=pack.clamp_m, deep_m=drop, front_m=main.front_m, whole_m=main.front_m + main.rear_m
    )
