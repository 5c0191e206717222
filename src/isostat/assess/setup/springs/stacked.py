"""A stacked pair set on its coil-overs: collars for the target, the ring where it is wanted, and how it sits."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from typing_extensions import override

from isostat.assess.setup.figures import AxleFigures
from isostat.assess.setup.springs.as_weighed import of_law
from isostat.assess.setup.springs.incomplete import Incomplete, needed, value_or, why_not
from isostat.assess.setup.springs.kind import AsWeighed, FoundPair, Kind, Ordered, Wanted
from isostat.assess.setup.springs.order import TYPED, grown_m, order_for, pair
from isostat.core import rules
from isostat.core.limits import Floats, OutOfRange
from isostat.core.rates.purchase import LENGTH_STEP, SpringOrder, to_step
from isostat.core.springs import ring_fit
from isostat.core.springs.ring_fit import CoilOver, RingWindow
from isostat.core.springs.stacked import Part, StackedPair
from isostat.core.springs.straight_pieces import compression_at
from isostat.core.travel.events import TravelEvent, bump_end, droop_end
from isostat.job.axle_fit import AxleFit
from isostat.job.springs.stacked import Stack, StackPart
from isostat.language import later
from isostat.units.saying import Saying


@dataclass(frozen=True, slots=True, kw_only=True)
class Seated:
    """The springs and their ring, and the shocks with their collars where they end, left and right."""

    pair: StackedPair
    shock: tuple[CoilOver, CoilOver]
    collar_m: tuple[float, float]  # how far down from where it stood
    collar_typed: bool
    hangs_x_m: tuple[float, float]  # spring travel from hanging to the baseline, taken negative
    target_m: tuple[float, float]  # shaft at the target, from hanging
    ring_fault: Saying | None = None  # why the ring cannot be set as wanted


class StackedPairs(Kind):
    """Coils on each other on a coil-over, with a ring that takes the upper ones out; collars set the height."""

    name = "stacked pair"
    window_judged = False
    levelled_by = "collar_m"
    lifted_by = ("collar",)
    solid_margin_m = rules.RING_MARGIN

    @override
    def part(self, fit: AxleFit, found: AxleFit) -> Stack:
        return fit.stack

    @override
    def as_found(self, at: AsWeighed) -> FoundPair:
        try:
            law = stacked_pair(at.fit.stack)
        except OutOfRange as refused:
            raise Incomplete(refused) from None
        return of_law(self, at, (law, law))

    @override
    def to_order(self, w: Wanted) -> Ordered:
        """The collars are solved, and the ring where it is not typed."""
        seated = seat_stack(w.fit, w.axle, w.events, w.at_springs, w.force, stacked_pair(w.fit.stack))
        law = seated.pair
        pressed = np.array([compression_at(law, float(f)) for f in w.force])
        # collar to perch at the baseline, the collar where it stands in the end
        base = np.array([s.extended_m + x for s, x in zip(seated.shock, seated.hangs_x_m, strict=True)])
        order = SpringOrder(
            rate_n_per_m=pair(law.rate(pressed)),
            free_m=(law.free_m,) * 2,
            spacer_m=(0.0, 0.0),
            need_m=pair(base - grown_m(w) + pressed),
        )
        return order_for(self, w, order, (law, law), pressed, base, set=seated, **TYPED)

    @override
    def typed_as_ordered(self, ordered: Ordered, side: int) -> dict[str, float]:
        seated = seated_of(ordered)
        return {} if seated is None else {"collar_m": seated.collar_m[side]}


def seated_of(ordered: Ordered) -> Seated | None:
    """How a stack is set; None of another kind of spring."""
    return ordered.set if isinstance(ordered.set, Seated) else None


def seat_stack(
    fit: AxleFit, axle: AxleFigures, events: list[tuple[TravelEvent, ...]], at_springs: Floats, force_n: Floats, pair: StackedPair
) -> Seated:
    """The stack of an axle as it carries the target.

    fit: as proposed. events: of both wheels. at_springs: (2,) travel of the springs' own points at the target. force_n: (2,)
    wanted there. pair: the springs, with a ring where one is typed.
    """
    given, sides = fit.stack, (fit.left, fit.right)
    x = [[float(axle.spring_motion.at(np.asarray(end.travel_m))[0]) for end in (droop_end(e), bump_end(e))] for e in events]
    at = np.asarray(axle.spring_motion.at(at_springs)[0])
    target = (float(at[0]) - x[0][0], float(at[1]) - x[1][0])
    bump = [max(high - low, 0.02) for low, high in x]
    extended = value_or(given.extended_m, max(bump) + rules.COILOVER_LONGER)

    def down(law: StackedPair, side: int) -> float:
        typed = sides[side].collar_m
        if typed is not None:
            return float(typed.value)
        needs = compression_at(law, float(force_n[side])) - target[side] - (law.free_m - extended)
        return float(np.clip(to_step(needs, LENGTH_STEP), -0.3, min(0.3, extended - bump[side] - 0.02)))

    def shock(side: int, collar: float) -> CoilOver:
        long = max(extended - collar, bump[side], 0.05)
        return CoilOver(extended_m=long, bump_m=bump[side], thread_m=value_or(given.thread_m, rules.STACK_THREAD),
                        down_m=value_or(given.down_m, 0.0) - collar, up_m=value_or(given.up_m, 0.0) + collar)  # fmt: skip

    made, collars = pair, [0.0, 0.0]
    fault: Saying | None = None
    for _ in range(2):  # a ring that is met before the target changes what the collar must do
        collars = [down(made, side) for side in (0, 1)]
        made, fault = _ringed(given, pair, (shock(0, collars[0]), shock(1, collars[1])), target)
        if made == pair:
            break
    return Seated(
        pair=made,
        shock=(shock(0, collars[0]), shock(1, collars[1])),
        collar_m=(collars[0], collars[1]),
        collar_typed=any(s.collar_m is not None for s in sides),
        hangs_x_m=(x[0][0], x[1][0]),
        target_m=target,
        ring_fault=fault,
    )


def window_of_both(pair: StackedPair, shocks: tuple[CoilOver, CoilOver]) -> RingWindow:
    """Where the ring may sit so that it binds nothing on either side."""
    left, right = (ring_fit.ring_window(pair, shock) for shock in shocks)
    return RingWindow(max(left.nearest_m, right.nearest_m), min(left.furthest_m, right.furthest_m))


def _ringed(
    stack: Stack, pair: StackedPair, shocks: tuple[CoilOver, CoilOver], target_m: tuple[float, float]
) -> tuple[StackedPair, Saying | None]:
    """The stack with its ring where it is wanted, one distance for both sides, and why that cannot be."""
    if stack.placed == "typed":
        return pair, None
    if stack.placed == "protecting":
        return replace(pair, ring_m=window_of_both(pair, shocks).nearest_m), None
    rings = []
    try:
        for shock, target in zip(shocks, target_m, strict=True):
            ride = float(np.clip(target, 0.0, shock.bump_m))
            set_ = ring_fit.ring_for_crossover(pair, shock, ride, share=value_or(stack.share, rules.CROSSOVER_SHARE))
            assert set_.ring_m is not None
            rings.append(set_.ring_m)
    except OutOfRange as refused:
        return pair, why_not(refused)
    return replace(pair, ring_m=max(to_step(sum(rings) / 2.0, LENGTH_STEP), 0.0)), None


def _part(part: StackPart, words: str) -> Part:
    which = Saying(words)
    return Part(
        needed(part.rate_n_per_m, later("rate of the {spring}"), spring=which),
        needed(part.free_m, later("free length of the {spring}"), spring=which),
        needed(part.solid_m, later("solid length of the {spring}"), spring=which),
    )


def stacked_pair(stack: Stack) -> StackedPair:
    """The springs of a stack, its ring as typed or not there yet. Raises Incomplete or OutOfRange, in words."""
    ring = stack.ring_m.value if stack.placed == "typed" and stack.ring_m else None
    return StackedPair(
        top=_part(stack.top, later("top spring")),
        main=_part(stack.main, later("main spring")),
        third=None if stack.third is None else _part(stack.third, later("third spring")),
        slider_m=value_or(stack.slider_m, rules.SLIDER),
        step_m=value_or(stack.step_m, 0.0),
        ring_m=ring,
    )
