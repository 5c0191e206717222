"""How a leaf pack hangs and is held: shackle and hanger, wedge, U-bolts; what they lift, turn and want."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.assess.setup.springs.laws import Incomplete, leaf_pack, value_or
from isostat.core import rules
from isostat.core.limits import OutOfRange
from isostat.core.springs.leaf.pack import LeafPack
from isostat.core.springs.leaf.shackle import Hung, chord_at
from isostat.job.springs.leaf import Pack


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
        raise Incomplete(str(refused)) from None
    return Hanging(hung=hung, shackle_m=shackle, dropped_m=dropped, raised_m=raised, turned_rad=turned)


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


def u_bolt_m(told: Pack, pack: LeafPack, block_m: float) -> float | None:
    """Length of a U-bolt's legs from the inside of its bend, m; None where the tube was not measured."""
    if told.tube_m is None:
        return None
    rod = value_or(told.bolt_m, rules.U_BOLT_ROD)
    return float(told.tube_m.value) + stack_m(pack) + block_m + value_or(told.plate_m, rules.SPRING_PLATE) + rules.U_BOLT_NUT * rod


def over_to_under_m(told: Pack, pack: LeafPack) -> float | None:
    """How far the frame comes up where the axle goes from over the spring to under it, m: its tube and the pack change places."""
    return None if told.tube_m is None else float(told.tube_m.value) + stack_m(pack)


def turned_rad(pack: Pack) -> float:
    """How far the pinion comes up in all, rad, by shackle, hanger and wedge."""
    hung = hanging(pack)
    return (hung.turned_rad if hung else 0.0) + value_or(pack.wedge_rad, 0.0)
