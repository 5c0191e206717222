"""Fitting a stacked pair to a coil-over: where the ring may sit, where it must for a crossover, the collar, what is loose."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from isostat.core import rules
from isostat.core.limits import OutOfRange, within
from isostat.core.springs.stacked import StackedPair
from isostat.core.springs.straight_pieces import compression_at


@dataclass(frozen=True, slots=True, kw_only=True)
class CoilOver:
    """The shock that a stack stands on; faces of collar and lower perch.

    extended_m: collar to perch with the shock extended, m. bump_m: shaft travel from there to full bump, where the stop is flat.
    thread_m: height of a turn of the collar's thread. down_m, up_m: thread left below and above the collar.
    """

    extended_m: float
    bump_m: float
    thread_m: float = 0.002
    down_m: float = 0.0
    up_m: float = 0.0

    def __post_init__(self) -> None:
        within("collar to perch, shock extended", self.extended_m, 0.05, 2.0, "m")
        within("shaft travel to full bump", self.bump_m, 0.01, self.extended_m, "m")
        within("thread pitch", self.thread_m, 0.0005, 0.02, "m")


def preload(stack: StackedPair, shock: CoilOver) -> float:
    """Compression of the whole stack at full droop in m; negative: that much is loose."""
    return stack.free_m - shock.extended_m


def turns_from_snug(stack: StackedPair, shock: CoilOver) -> float:
    """Turns of the collar beyond just touching the spring."""
    return preload(stack, shock) / shock.thread_m


def force_at(stack: StackedPair, shock: CoilOver, shaft_m: float) -> float:
    """Spring force in N with the shaft pushed in by so much from full droop."""
    return float(stack.force(np.asarray(preload(stack, shock) + shaft_m)))


def crossover_at(stack: StackedPair, shock: CoilOver) -> float | None:
    """Shaft travel from full droop at which the rate changes, m; not above 0: past it when hanging. None: no top spring."""
    crossover = stack.crossover
    return None if crossover is None else crossover.x_m - preload(stack, shock)


@dataclass(frozen=True, slots=True)
class RingWindow:
    """Collar to ring in m, face to face: nearest and furthest that binds nothing. Empty where nearest is beyond furthest.

    nearest: the slider meets the ring before the springs above it are solid, also with the collar run down to its mark.
    furthest: at full bump the main spring keeps its margin.
    """

    nearest_m: float
    furthest_m: float

    @property
    def missing_m(self) -> float:
        """By how much it is empty, m: so much less stroke, solid length, slider or run-down would open it; 0 where it is open."""
        return max(self.nearest_m - self.furthest_m, 0.0)


def ring_window(stack: StackedPair, shock: CoilOver, *, margin_m: float = rules.RING_MARGIN) -> RingWindow:
    """Where the ring may sit, the collar where it stands.

    stack, shock: what stands on what. margin_m: that the main spring keeps over solid. Source: lengths face to face, collar
    to ring = what the top spring keeps less the step; ring to perch at full bump = main spring
    and slider. Raises OutOfRange for a margin outside 0 to 100 mm.
    """
    within("coil-bind reserve", margin_m, 0.0, 0.1, "m")
    solid = stack.top.solid_m + (stack.third.solid_m if stack.third else 0.0)
    nearest = max(solid - stack.step_m + shock.down_m, 0.0)
    furthest = shock.extended_m - shock.bump_m - stack.slider_m - stack.main.solid_m - margin_m
    return RingWindow(nearest, furthest)


def ring_for_crossover(stack: StackedPair, shock: CoilOver, ride_m: float, *, share: float = rules.CROSSOVER_SHARE) -> StackedPair:
    """The stack with its ring set so that the rate changes at a share of the bump travel above ride height.

    stack, shock: what stands on what. ride_m: shaft travel from full droop to the highest ride height that matters. share: 0
    to 1 of the way from there to full bump.
    Raises OutOfRange where the springs above the slider would be solid before, or the ring would have to lie above the collar.
    """
    within("crossover share of bump travel", share, 0.0, 1.0, "")
    within("shaft travel at ride height", ride_m, 0.0, shock.bump_m, "m")
    free = replace(stack, ring_m=None)
    at = preload(stack, shock) + ride_m + share * (shock.bump_m - ride_m)
    force = float(free.force(np.asarray(at)))
    solid = free.crossover
    if solid is not None and at >= solid.x_m:
        raise OutOfRange("stack compression at that crossover", at, 0.0, solid.x_m, "m")
    uppers = (free.top,) if free.third is None else (free.third, free.top)
    keeps = sum(max(p.free_m - force / p.rate, p.solid_m) for p in uppers)
    return replace(stack, ring_m=float(within("collar to crossover ring", keeps - stack.step_m, 0.0, 1.0, "m")))


def collar_for_force(stack: StackedPair, shock: CoilOver, shaft_m: float, force_n: float) -> float:
    """How far the collar goes down in m for a force at a shaft travel; negative: up. The ring goes with it.

    stack, shock: what stands on what. shaft_m: from full droop. force_n: wanted there, N. Raises OutOfRange beyond the thread
    that is left.
    """
    most = float(stack.curve[1][-1])
    if not 0.0 < force_n <= most:
        raise OutOfRange("force on the stack", force_n, 0.0, most, "N")
    down = compression_at(stack, force_n) - shaft_m - preload(stack, shock)
    return float(within("collar travel", down, -shock.up_m, shock.down_m, "m"))


def main_length(stack: StackedPair, shock: CoilOver, shaft_m: float) -> float:
    """Length of the main spring in m with the shaft pushed in by so much from full droop; loose it is its free length."""
    force = min(max(force_at(stack, shock, shaft_m), 0.0), float(stack.curve[1][-1]))
    return max(stack.main.free_m - force / stack.main.rate, stack.main.solid_m)


def main_at_bump(stack: StackedPair, shock: CoilOver) -> float:
    """Length of the main spring at full bump, m."""
    return main_length(stack, shock, shock.bump_m)


def top_spare(stack: StackedPair, shock: CoilOver) -> float | None:
    """What the springs above the slider keep over solid at the ring with the collar run down, m; below nothing they bind first.

    stack, shock: what stands on what, the ring staying on the body. None without a ring.
    """
    if stack.ring_m is None:
        return None
    solid = stack.top.solid_m + (stack.third.solid_m if stack.third else 0.0)
    return stack.ring_m + stack.step_m - max(shock.down_m, 0.0) - solid


@dataclass(frozen=True, slots=True)
class Marks:
    """What a ruler finds with the shock extended, up from the perch's upper face, m; None without a ring.

    collar_m: lower face of the collar. ring_m: the ring's face that the slider meets. slider_m: upper face of the hanging slider.
    The two marks to paint on the body: ring_mark_m, below which the ring's face never comes, or the main spring binds; and
    collar_mark_m, below which the collar's face never comes, or the top spring binds before the slider meets the ring.
    """

    collar_m: float
    ring_m: float | None
    slider_m: float
    ring_mark_m: float
    collar_mark_m: float | None


def marks(stack: StackedPair, shock: CoilOver, *, margin_m: float = rules.RING_MARGIN) -> Marks:
    """Where everything stands with the shock extended, on the bench or hanging, springs on.

    stack, shock: what stands on what, the collar set. margin_m: that the main spring keeps over solid.
    Source: lengths face to face from the perch up.
    """
    ring = None if stack.ring_m is None else shock.extended_m - stack.ring_m
    solid = stack.top.solid_m + (stack.third.solid_m if stack.third else 0.0)
    return Marks(
        collar_m=shock.extended_m,
        ring_m=ring,
        slider_m=main_length(stack, shock, 0.0) + stack.slider_m,
        ring_mark_m=shock.extended_m - ring_window(stack, shock, margin_m=margin_m).furthest_m,
        collar_mark_m=None if ring is None else ring + max(solid - stack.step_m, 0.0),
    )
