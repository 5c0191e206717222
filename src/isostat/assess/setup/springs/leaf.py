"""Leaf packs: their law from tape and caliper, how they hang and are held, and the blocks under them."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from typing_extensions import override

from isostat.assess.setup.springs.as_weighed import of_law
from isostat.assess.setup.springs.incomplete import Incomplete, needed, value_or
from isostat.assess.setup.springs.kind import AsWeighed, FoundPair, Kind, Ordered, Wanted
from isostat.assess.setup.springs.order import grown_m, order_for, pair, seats_m, typed_value
from isostat.core import rules
from isostat.core.limits import OutOfRange
from isostat.core.rates.purchase import SPACER_STEP, SpringOrder, to_step
from isostat.core.springs.leaf.pack import Leaf, LeafPack, curve_of
from isostat.core.springs.leaf.shackle import Hung, chord_at
from isostat.core.springs.straight_pieces import compression_at
from isostat.core.working import Origin
from isostat.job.axle_fit import AxleFit
from isostat.job.springs.leaf import Pack
from isostat.language import later


class LeafPacks(Kind):
    """Packs of leaves: their free arch is their own, blocks make up what the target lacks."""

    name = "leaf"
    between_seats = False
    hangs_from_eyes = True
    lifted_by = ("block", "shackle")

    @override
    def part(self, fit: AxleFit, found: AxleFit) -> Pack:
        return fit.pack

    @override
    def as_found(self, at: AsWeighed) -> FoundPair:
        try:
            law = leaf_pack(at.fit.pack).law
        except OutOfRange as refused:
            raise Incomplete(refused) from None
        return of_law(self, at, (law, law), law.flat_m)  # its arch follows from the pack and the scales

    @override
    def to_order(self, w: Wanted) -> Ordered:
        """A pack that stands too high is left so."""
        law, base = leaf_pack(w.fit.pack).law, seats_m(w)
        pressed = np.array([compression_at(law, float(f)) for f in w.force])
        was = w.found_fit.pack if w.found_fit.kind == self.name else None
        raised = hung_higher_m(w.fit.pack) + thicker_m(w.fit.pack, was)
        need = base - grown_m(w) + pressed - raised
        lacks = need - law.flat_m
        blocks = np.full(2, lacks.mean()) if w.fit.sides == "same" else lacks
        typed = (typed_value(w.fit.left.spacer_m), typed_value(w.fit.right.spacer_m))
        left, right = (max(to_step(float(b), SPACER_STEP), 0.0) if t is None else t for b, t in zip(blocks, typed, strict=True))
        order = SpringOrder(
            rate_n_per_m=pair(law.rate(pressed)), free_m=(law.flat_m, law.flat_m), spacer_m=(left, right), need_m=pair(need)
        )
        offset = pair(law.flat_m + np.array([left, right]) + raised - base)
        known = {"rate_origin": Origin.TYPED, "free_origin": Origin.TYPED}
        return order_for(self, w, order, (law, law), pressed, base, offset_m=offset, **known)

    @override
    def stands_as_typed(self, fit: AxleFit) -> bool:
        return True

    @override
    def typed_as_ordered(self, ordered: Ordered, side: int) -> dict[str, float]:
        return {"spacer_m": ordered.order.spacer_m[side]}


@lru_cache(maxsize=32)
def leaf_pack(pack: Pack) -> LeafPack:
    """A leaf pack as measured, remembered with its law, which takes a tenth of a second. Raises Incomplete or OutOfRange."""
    if not pack.leaves:
        raise Incomplete(later("Enter the leaves: at least the main leaf with its lengths, width and thickness."))
    leaves, above = [], None
    for n, row in enumerate(pack.leaves, start=1):
        front = needed(row.front_m, later("front length of leaf {n}"), n=n)
        rear = value_or(row.rear_m, front)
        width = needed(row.width_m or (above.width_m if above else None), later("width of leaf {n}"), n=n)
        rise = value_or(row.rise_m, 0.0)
        leaves.append(
            Leaf(
                front_m=front,
                rear_m=rear,
                width_m=width,
                thick_m=needed(row.thick_m, later("thickness of leaf {n}"), n=n),
                tip_m=None if row.tip_m is None else float(row.tip_m.value),
                curve=curve_of(value_or(row.string_m, (front + rear) * rules.LEAF_STRING), rise),
                gap_m=value_or(row.gap_m, 0.0),
            )
        )
        above = row if row.width_m else above
    return LeafPack(leaves=tuple(leaves), clamp_m=value_or(pack.clamp_m, rules.LEAF_CLAMP), held=pack.seat == "held")


@dataclass(frozen=True, slots=True, kw_only=True)
class Hanging:
    """What another shackle or hanger does: frame up over the axle in m, axle turned pinion up in rad."""

    hung: Hung
    shackle_m: float
    dropped_m: float
    raised_m: float
    turned_rad: float

    def lean(self, chord_m: float) -> float:
        """Lean of the shackle in rad with the eyes so far apart."""
        return self.hung.lean(chord_m, self.shackle_m, self.dropped_m)


def hanging(pack: Pack) -> Hanging | None:
    """The hanging of a pack by its shackle as found and as wanted; None where the shackle or its lean was not read.

    Raises Incomplete in words where they cannot hang so.
    """
    if pack.shackle_m is None or pack.lean_rad is None or not pack.leaves or pack.leaves[0].front_m is None:
        return None
    main = pack.leaves[0]
    front = float(main.front_m.value)  # type: ignore[union-attr]
    rear = value_or(main.rear_m, front)
    chord = value_or(main.string_m, (front + rear) * rules.LEAF_STRING)
    shackle, dropped = value_or(pack.new_shackle_m, float(pack.shackle_m.value)), value_or(pack.hanger_m, 0.0)
    try:
        hung = Hung(
            chord_m=chord, shackle_m=float(pack.shackle_m.value), lean_rad=float(pack.lean_rad.value), share=front / (front + rear)
        )
        raised, turned = hung.changed(shackle, dropped)
    except OutOfRange as refused:
        raise Incomplete(refused) from None
    return Hanging(hung=hung, shackle_m=shackle, dropped_m=dropped, raised_m=raised, turned_rad=turned)


def hung_higher_m(pack: Pack) -> float:
    """How far the frame comes up by another shackle or hanger, m; nothing where they cannot hang so, which is a finding."""
    try:
        hung = hanging(pack)
    except Incomplete:
        return 0.0
    return 0.0 if hung is None else hung.raised_m


def chord_of(pack: LeafPack, arch_m: float) -> float:
    """Eye to eye in m of a pack's main leaf at an arch."""
    main = pack.leaves[0]
    length = main.front_m + main.rear_m
    return chord_at(length, max(min(arch_m, 0.3 * length), -0.3 * length))


def stack_m(pack: LeafPack) -> float:
    """Thickness of the pack at the clamp, plates between leaves included, m."""
    return sum(leaf.thick_m + leaf.gap_m for leaf in pack.leaves)


def thicker_m(pack: Pack, found: Pack | None) -> float:
    """How far the frame comes up because the pack is thicker than the one found, m; nothing under the axle, or where none was."""
    if pack.mount == "under axle" or found is None:
        return 0.0
    try:
        return stack_m(leaf_pack(pack)) - stack_m(leaf_pack(found))
    except (Incomplete, OutOfRange):
        return 0.0


def u_bolt_m(given: Pack, pack: LeafPack, block_m: float) -> float | None:
    """Length of a U-bolt's legs from the inside of its bend, m; None where the tube was not measured."""
    if given.tube_m is None:
        return None
    rod = value_or(given.bolt_m, rules.U_BOLT_ROD)
    return (
        float(given.tube_m.value) + stack_m(pack) + block_m + value_or(given.plate_m, rules.SPRING_PLATE) + rules.U_BOLT_NUT * rod
    )


def over_to_under_m(given: Pack, pack: LeafPack) -> float | None:
    """How far the frame comes up where the axle goes from over the spring to under it, m: its tube and the pack change places."""
    return None if given.tube_m is None else float(given.tube_m.value) + stack_m(pack)


def turned_rad(pack: Pack) -> float:
    """How far the pinion comes up in all, rad, by shackle, hanger and wedge."""
    hung = hanging(pack)
    return (hung.turned_rad if hung else 0.0) + value_or(pack.wedge_rad, 0.0)
