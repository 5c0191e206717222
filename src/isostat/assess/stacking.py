"""What is asked of a stacked pair at an axle: its ring's window, where the rate changes, what is set where with a ruler."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.assessment import Assessment
from isostat.assess.laws import value_or
from isostat.assess.seating import Seated
from isostat.core.elements.stacked import Crossover, StackedPair
from isostat.core.limits import Floats
from isostat.core.tuning import stack_fit
from isostat.core.tuning.events import droop_end
from isostat.core.tuning.stack_fit import CoilOver, Marks, RingWindow


@dataclass(frozen=True, slots=True, kw_only=True)
class Stacked:
    """What comes of a stack at an axle's left wheel, its collar set; the shaft counts from full droop, m. Arrays (B,)."""

    seated: Seated
    window: RingWindow
    crossover: Crossover | None
    change_m: float | None  # shaft at which the rate changes
    ride_m: Floats  # shaft at ride height in each case
    ratio: Floats  # shaft over wheel travel at ride in each case
    main_at_bump_m: float
    top_at_bump_m: float
    marks: Marks

    @property
    def pair(self) -> StackedPair:
        return self.seated.pair

    @property
    def shock(self) -> CoilOver:
        """The left one, its collar where it ends."""
        return self.seated.shock[0]

    @property
    def thread_over_m(self) -> float:
        """By how much a collar would have to go beyond its thread, the worse side; 0 where both reach."""
        return max(0.0, *(max(-s.down_m, -s.up_m) for s in self.seated.shock))


def stacked(a: Assessment, axle: int) -> Stacked | None:
    """The stack of an axle; None where none is ordered there, or it cannot be made."""
    seated = a.orders[axle].stack
    if seated is None:
        return None
    pair, shock, s = seated.pair, seated.shock[0], a.proposed
    hangs = droop_end(s.events[axle][0]).travel_m
    x, slope, _ = a.axles[axle].spring_motion.at(hangs + s.droop_left_m[axle, 0])
    return Stacked(
        seated=seated,
        window=stack_fit.ring_window(pair, shock),
        crossover=pair.crossover,
        change_m=stack_fit.crossover_at(pair, shock),
        ride_m=np.asarray(x) - seated.hangs_x_m[0],
        ratio=np.asarray(slope),
        main_at_bump_m=stack_fit.main_at_bump(pair, shock),
        top_at_bump_m=stack_fit.top_at_bump(pair, shock),
        marks=stack_fit.marks(pair, shock),
    )


def too_tight_m(a: Assessment, axle: int) -> list[tuple[str, float]]:
    """Springs of a stack whose inside is narrower than the shock's body, and by how much they are with nothing to spare, m."""
    told = a.job.proposal.axles[axle].stack
    if a.orders[axle].stack is None or told.body_m is None:
        return []
    parts = (("top spring", told.top), ("main spring", told.main), ("third spring", told.third))
    short = [(name, told.body_m.value + CLEAR - value_or(p.inside_m, np.inf)) for name, p in parts if p is not None]
    return [(name, float(by)) for name, by in short if by > 1e-6]


CLEAR = 0.001  # m that a spring's inside keeps round a body (common practice, no source)
