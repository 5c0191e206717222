"""What is asked of a stacked pair at an axle: its ring's window, where the rate changes, what is set where with a ruler."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from typing_extensions import override

from isostat.assess.setup.springs.stacked import Seated, seated_of, window_of_both
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.coil import found_coil
from isostat.assess.spring.kind import Errors, Result, pressed_m
from isostat.assess.spring.shapes import Shape, of_part
from isostat.core import rules
from isostat.core.fitting.band_draws import Draws
from isostat.core.limits import Floats
from isostat.core.springs import ring_fit
from isostat.core.springs.ring_fit import CoilOver, Marks, RingWindow
from isostat.core.springs.stacked import Crossover, StackedPair
from isostat.core.travel.events import droop_end

TIE = 1e-6  # m


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

    @property
    def preload_m(self) -> float:
        """Compression hanging; below nothing it is loose by that."""
        return ring_fit.preload(self.pair, self.shock)

    @property
    def much_preload(self) -> bool:
        """Whether that is more than usual."""
        return self.preload_m > rules.MOST_PRELOAD

    @property
    def hanging_n(self) -> float:
        """Force hanging."""
        return ring_fit.force_at(self.pair, self.shock, 0.0)

    @property
    def turns(self) -> float:
        """Of the collar beyond just touching the spring."""
        return ring_fit.turns_from_snug(self.pair, self.shock)

    @property
    def main_tight(self) -> bool:
        """Whether the main spring comes too near to solid at full bump."""
        return self.main_at_bump_m - self.pair.main.solid_m < rules.RING_MARGIN - TIE

    @property
    def top_tight(self) -> bool:
        """Whether the top spring comes too near to solid at the ring, the collar run down."""
        return self.top_spare_m is not None and self.top_spare_m < rules.RING_MARGIN - TIE

    def lengths_m(self, shaft_m: float) -> tuple[float, float, float]:
        """Lengths of main, top and third spring with the shaft pushed in by so much from full droop; of no third one 0."""
        pair, third = self.pair, self.pair.third
        main = ring_fit.main_length(pair, self.shock, shaft_m)
        force = (pair.main.free_m - main) * pair.main.rate
        more = 0.0 if third is None else max(third.free_m - force / third.rate, third.solid_m)
        top = max(pair.free_m - max(self.preload_m + shaft_m, 0.0) - main - more - pair.slider_m, pair.top.solid_m)
        return main, top, more


def stacked(a: Assessment, axle: int, side: int = 0) -> Stacked | None:
    """The stack of an axle at one of its wheels; None where none is ordered there, or it cannot be made."""
    seated = seated_of(a.orders[axle])
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


class StackedResult(Result):
    """Of coils on each other."""

    @override
    def errors(self, a: Assessment, d: Draws, axle: int) -> Errors:
        """Every spring of a stack its own: those that still work have their part by how far they are pressed of the whole."""
        law = a.orders[axle].law[0]
        assert isinstance(law, StackedPair)
        springs = [("top spring", law.top), ("main spring", law.main)]
        springs += [("third spring", law.third)] if law.third else []
        x = pressed_m(a, axle)
        past = np.zeros_like(x, dtype=bool) if law.crossover is None else x >= law.crossover.x_m
        past |= law.locked_from_the_start
        give = 1.0 / np.array([part.rate for _, part in springs])
        scale, longer = np.ones((2, d.n, a.cases)), np.zeros((2, d.n, a.cases))
        for n, (words, part) in enumerate(springs):
            main = part is law.main
            works = np.where(past, 1.0 if main else 0.0, give[n] / give.sum())[
                :, None, :
            ]  # behind the ring the upper ones do nothing
            counts = np.where(past, 1.0 if main else 0.0, 1.0)[:, None, :]
            scale += rules.RATE_ERROR * d.pair(f"rate of the {words}", axle)[..., None] * works
            longer += rules.LENGTH_ERROR * part.free_m * d.pair(f"free length of the {words}", axle)[..., None] * counts
        return scale, longer

    @override
    def found_shapes(self, a: Assessment, axle: int) -> tuple[Shape, ...]:
        return (found_coil(a, axle),)

    @override
    def shapes(self, a: Assessment, axle: int) -> tuple[Shape, ...]:
        law, fit = a.orders[axle].law[0], a.job.proposal.axles[axle]
        assert isinstance(law, StackedPair)
        pairs = [(fit.stack.main, law.main), (fit.stack.top, law.top)]
        if law.third is not None and fit.stack.third is not None:
            pairs.append((fit.stack.third, law.third))
        return tuple(of_part(typed, fit, part.free_m, part.rate) for typed, part in pairs)

    @override
    def tight(self, a: Assessment, axle: int) -> list[tuple[str, str, float]]:
        given = a.job.proposal.axles[axle].stack
        parts = (("top spring", given.top), ("main spring", given.main), ("third spring", given.third))
        if given.body_m is None:
            return []
        wide = given.body_m.value + rules.COIL_CLEAR
        return [(name, "body", wide - part.inside_m.value) for name, part in parts if part and part.inside_m]
