"""Leaves to add to a pack so that it stands higher under a load: how many, how thick, and the arch that they need."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from isostat.core import rules
from isostat.core.limits import OutOfRange
from isostat.core.springs.leaf.pack import Leaf, LeafPack

CLOSE, PASSES = 0.0005, 9  # m of height that will do; evaluations at most


@dataclass(frozen=True, slots=True, kw_only=True)
class Added:
    """A pack with leaves added below its main one. leaf: the first of them. rate: N/m under the load.

    misses_m: how far it stands from what was wanted, higher +.
    """

    count: int
    pack: LeafPack
    leaf: Leaf
    rate: float
    misses_m: float


def height_under(pack: LeafPack, force_n: float) -> tuple[float, float]:
    """Eyes over the clamp in m, and the rate in N/m, of a pack under a force at its seat, N, held or free as it is.

    pack, force_n: which, and N. Three loads, not the whole curve; the rate is the mean over a tenth either way.
    """
    less, at, more = (pack.compression(force_n * share) for share in (0.9, 1.0, 1.1))
    return pack.free_arch_m - at, 0.2 * force_n / max(more - less, 1e-9)


def leaves_to_add(pack: LeafPack, force_n: float, higher_m: float, most: int = 2, *, over: bool) -> tuple[Added, ...]:
    """Ways to make a pack stand higher under a load: one leaf, two ... `most`, each as thick as the one below the main leaf.

    pack: as it is. force_n: at its seat, N. higher_m: wanted of the frame, below nothing: lower. over: the pack lies over its axle,
    so that the thickness of what is added lifts the frame too. Returns those that come within 3 mm.
    Raises OutOfRange for a force that no pack carries.
    """
    if not 0.0 < force_n < 1e6:
        raise OutOfRange("load on the leaf pack", force_n, 1.0, 1e6, "N")
    wanted = height_under(pack, force_n)[0] + higher_m
    near = pack.leaves[1] if len(pack.leaves) > 1 else pack.leaves[0]
    found = []
    for count in range(1, most + 1):
        made = _arched(pack, force_n, wanted - (count * near.thick_m if over else 0.0), count)
        if made is not None:
            found.append(made)
    return tuple(found)


def _with(pack: LeafPack, count: int, more_curve: float) -> LeafPack:
    main, below = pack.leaves[0], pack.leaves[1:]
    near = below[0] if below else main
    added = []
    front, rear = main.front_m, main.rear_m
    for _ in range(count):
        front, rear = (
            max(front * rules.ADDED_SHORTER, near.front_m if below else 0.0),
            max(rear * rules.ADDED_SHORTER, near.rear_m if below else 0.0),
        )
        added.append(replace(near, front_m=front, rear_m=rear, curve=near.curve + more_curve, gap_m=0.0))
    return LeafPack(leaves=(main, *added, *below), clamp_m=pack.clamp_m, held=pack.held)


def _arched(pack: LeafPack, force: float, wanted: float, count: int) -> Added | None:
    """The arch of the added leaves by regula falsi: more of it, higher."""
    low, high = (float(curve) for curve in rules.ADDED_CURVES)
    ends = [height_under(_with(pack, count, at), force)[0] - wanted for at in (low, high)]
    if ends[0] > 0.0 or ends[1] < 0.0:
        return None
    at, miss = 0.0, np.inf
    for _ in range(PASSES):
        at = low + (high - low) * float(np.clip(-ends[0] / (ends[1] - ends[0]), 0.05, 0.95))
        made = _with(pack, count, at)
        stands, rate = height_under(made, force)
        miss = stands - wanted
        if abs(miss) < CLOSE:
            break
        low, high = (low, at) if miss > 0.0 else (at, high)
        ends = [ends[0], miss] if miss > 0.0 else [miss, ends[1]]
    leaf = made.leaves[1]
    if abs(miss) > 0.003 or abs(leaf.curve) * (leaf.front_m + leaf.rear_m) / 2.0 > rules.ADDED_BOWED:
        return None
    return Added(count=count, pack=made, leaf=leaf, rate=rate, misses_m=float(miss))
