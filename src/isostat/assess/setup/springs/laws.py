"""From what is typed of a progressive coil or a stacked pair to its force law."""

from __future__ import annotations

from functools import lru_cache

from isostat.core import rules
from isostat.core.limits import GRAVITY, OutOfRange
from isostat.core.parts.law import ForceLaw
from isostat.core.parts.wire import wire
from isostat.core.springs.helix import Ends, Helix, mean_diameter
from isostat.core.springs.leaf.pack import Leaf, LeafPack, curve_of
from isostat.core.springs.progressive import Progressive, from_groups, from_rate_pair
from isostat.core.springs.stacked import Part, StackedPair
from isostat.core.springs.straight_pieces import Rising, Tested
from isostat.job.axle_fit import AxleFit
from isostat.job.reading import Reading
from isostat.job.springs.curved import ProgressiveCoil, Stack, StackPart
from isostat.job.springs.leaf import Pack


class Incomplete(ValueError):
    """A spring whose law cannot be made: the sentence says what is missing or wrong."""


def value_or(reading: Reading | None, otherwise: float) -> float:
    """A reading's value, or what is taken without one."""
    return otherwise if reading is None else float(reading.value)


def _given(reading: Reading | None, words: str) -> float:
    if reading is None:
        raise Incomplete(f"{words} is missing; it must be given here.")
    return float(reading.value)


def spring_law(fit: AxleFit) -> ForceLaw | None:
    """The law of an axle's springs where they are no plain coils; None where they are.

    Raises Incomplete with a sentence where numbers are missing or make no spring.
    """
    try:
        match fit.kind:
            case "progressive":
                return _progressive(fit.progressive)
            case "stacked pair":
                return stacked_pair(fit.stack)
            case "leaf":
                return leaf_pack(fit.pack).law
            case _:
                return None
    except OutOfRange as refused:
        raise Incomplete(str(refused)) from None


def _progressive(told: ProgressiveCoil) -> Rising:
    match told.by:
        case "rates":
            soft, firm = _given(told.soft_n_per_m, "First rate"), _given(told.firm_n_per_m, "Second rate")
            change, solid = _given(told.change_m, "Compression at the change"), _given(told.solid_m, "Compression to solid")
            return from_rate_pair(soft, firm, change, solid)
        case "turns":
            return from_turns(told)
        case _:
            rows = [(r.squeeze_m.value, r.force_kg.value * GRAVITY) for r in told.table if r.squeeze_m and r.force_kg]
            if not rows:
                raise Incomplete("The tester's table is empty; accepted is at least one compression with its load.")
            return Tested(tuple(r[0] for r in rows), tuple(r[1] for r in rows))


def from_turns(told: ProgressiveCoil) -> Progressive:
    """A progressive coil by its counted turns. Raises Incomplete where a number is missing, OutOfRange where they make no coil."""
    d, across = _given(told.wire_m, "Wire"), _given(told.across_m, "Diameter")
    groups = tuple((float(g.turns.value), float(g.pitch_m.value)) for g in told.groups if g.turns and g.pitch_m)
    if not groups:
        raise Incomplete("No group of turns is counted; accepted is at least one with its turns and pitch.")
    turns, free = sum(n for n, _ in groups) + 2.0, sum(n * pitch for n, pitch in groups) + 2.0 * d
    mean = mean_diameter(across, d, told.across)
    shear = told.shear_pa.value if told.shear_pa else None
    coil = Helix(wire_m=d, mean_m=mean, turns=turns, free_m=free, ends=Ends.CLOSED_GROUND, wire=wire(told.material, shear))
    return from_groups(coil, groups)


@lru_cache(maxsize=32)
def leaf_pack(pack: Pack) -> LeafPack:
    """A leaf pack as measured, remembered with its law, which takes a tenth of a second. Raises Incomplete or OutOfRange."""
    if not pack.leaves:
        raise Incomplete("No leaf is measured; accepted is at least the main one with its lengths, width and thickness.")
    leaves, above = [], None
    for n, row in enumerate(pack.leaves, start=1):
        front = _given(row.front_m, f"Length of leaf {n} to the front")
        rear = value_or(row.rear_m, front)
        width = _given(row.width_m or (above.width_m if above else None), f"Width of leaf {n}")
        rise = value_or(row.rise_m, 0.0)
        leaves.append(
            Leaf(
                front_m=front,
                rear_m=rear,
                width_m=width,
                thick_m=_given(row.thick_m, f"Thickness of leaf {n}"),
                tip_m=None if row.tip_m is None else float(row.tip_m.value),
                curve=curve_of(value_or(row.string_m, (front + rear) * rules.LEAF_STRING), rise),
                gap_m=value_or(row.gap_m, 0.0),
            )
        )
        above = row if row.width_m else above
    return LeafPack(leaves=tuple(leaves), clamp_m=value_or(pack.clamp_m, rules.LEAF_CLAMP), held=pack.seat == "held")


def _part(part: StackPart, words: str) -> Part:
    return Part(
        _given(part.rate_n_per_m, f"Rate of the {words}"),
        _given(part.free_m, f"Free length of the {words}"),
        _given(part.solid_m, f"Solid length of the {words}"),
    )


def stacked_pair(stack: Stack) -> StackedPair:
    """The springs of a stack, its ring as typed or not there yet. Raises Incomplete or OutOfRange, in words."""
    ring = stack.ring_m.value if stack.placed == "typed" and stack.ring_m else None
    return StackedPair(
        top=_part(stack.top, "top spring"),
        main=_part(stack.main, "main spring"),
        third=None if stack.third is None else _part(stack.third, "third spring"),
        slider_m=value_or(stack.slider_m, rules.SLIDER),
        step_m=value_or(stack.step_m, 0.0),
        ring_m=ring,
    )
