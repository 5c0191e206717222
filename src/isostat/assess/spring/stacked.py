"""What is asked of a stacked pair at an axle: its ring's window, where the rate changes, what is set where with a ruler."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.setup.springs.stacked import Seated, window_of_both
from isostat.assess.solve.assessment import Assessment
from isostat.core.limits import Floats
from isostat.core.springs import ring_fit
from isostat.core.springs.ring_fit import CoilOver, Marks, RingWindow
from isostat.core.springs.stacked import Crossover, StackedPair
from isostat.core.travel.events import droop_end


@dataclass(frozen=True, slots=True, kw_only=True)
class Stacked:
    """What comes of a stack at one wheel of an axle, its collar set; the shaft counts from full droop, m. Arrays (B,)."""

    seated: Seated
    side: int
    window: RingWindow  # that binds nothing on either side: the ring is one
    crossover: Crossover | None
    change_m: float | None  # shaft at which the rate changes
    ride_m: Floats  # shaft at ride height in each case
    ratio: Floats  # shaft over wheel travel at ride in each case
    main_at_bump_m: float
    top_spare_m: float | None  # over solid at the ring with the collar run down to its thread's end; None without a ring
    marks: Marks

    @property
    def pair(self) -> StackedPair:
        """The springs, their ring set."""
        return self.seated.pair

    @property
    def shock(self) -> CoilOver:
        """Its own, the collar where it ends."""
        return self.seated.shock[self.side]


def stacked(a: Assessment, axle: int, side: int = 0) -> Stacked | None:
    """The stack of an axle at one of its wheels; None where none is ordered there, or it cannot be made."""
    seated = a.orders[axle].stack
    if seated is None:
        return None
    pair, shock, s = seated.pair, seated.shock[side], a.proposed
    hangs = droop_end(s.events[axle][side]).travel_m
    x, slope, _ = a.axles[axle].spring_motion.at(hangs + s.droop_left_m[axle, side])
    return Stacked(
        seated=seated,
        side=side,
        window=window_of_both(pair, seated.shock),
        crossover=pair.crossover,
        change_m=ring_fit.crossover_at(pair, shock),
        ride_m=np.asarray(x) - seated.hangs_x_m[side],
        ratio=np.asarray(slope),
        main_at_bump_m=ring_fit.main_at_bump(pair, shock),
        top_spare_m=ring_fit.top_spare(pair, shock),
        marks=ring_fit.marks(pair, shock),
    )
