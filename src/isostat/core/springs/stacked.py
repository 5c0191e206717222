"""A stacked pair on a coil-over: a top spring over a main spring with a slider between, and a ring that stops the slider."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from typing_extensions import override

from isostat.core.limits import Floats, within
from isostat.core.parts.event import Event
from isostat.core.parts.law import METAL_RATE, LawEvent
from isostat.core.springs.progressive import Progressive
from isostat.core.springs.straight_pieces import Rising

NO_WAY = 1e-9  # m: what is left of a way that two lengths take from each other


@dataclass(frozen=True, slots=True)
class Part:
    """One spring of the stack: N/m, free and solid length in m. Raises OutOfRange where solid is not the shorter."""

    rate: float
    free_m: float
    solid_m: float

    def __post_init__(self) -> None:
        within("rate of a stacked spring", self.rate, 100.0, METAL_RATE, "N/m")
        within("free length of a stacked spring", self.free_m, 0.02, 2.0, "m")
        within("solid length of a stacked spring", self.solid_m, 0.002, self.free_m * 0.98, "m")

    @property
    def way_m(self) -> float:
        """Compression from free to solid, m."""
        return self.free_m - self.solid_m


@dataclass(frozen=True, slots=True)
class Crossover:
    """Where the top spring drops out: total compression in m, force in N, and what makes it.

    by: "ring", "top solid", or "main solid", which is no lock-up: the top spring carries on alone.
    """

    x_m: float
    force_n: float
    by: str


@dataclass(frozen=True, kw_only=True)
class StackedPair(Rising):
    """Springs in series, top first; a third one above the top may be given.

    slider_m: its thickness between the faces of top and main spring. step_m: how far its step stands into the top spring, so that
    the top keeps collar to ring plus the step. ring_m: collar to ring, face to face, m; None without a ring.
    """

    top: Part
    main: Part
    slider_m: float
    step_m: float = 0.0
    ring_m: float | None = None
    third: Part | None = None

    def __post_init__(self) -> None:
        within("slider thickness", self.slider_m, 0.0, 0.1, "m")
        within("slider step", self.step_m, 0.0, 0.1, "m")
        if self.ring_m is not None:
            within("collar to crossover ring", self.ring_m, 0.0, 1.0, "m")

    @property
    def free_m(self) -> float:
        """Length of the whole stack without load, slider included, m."""
        more = 0.0 if self.third is None else self.third.free_m
        return self.top.free_m + self.main.free_m + self.slider_m + more

    @property
    def _upper(self) -> tuple[Part, ...]:
        return (self.top,) if self.third is None else (self.third, self.top)

    @property
    def series_rate(self) -> float:
        """All springs working, 1/Σ(1/k), N/m."""
        return 1.0 / sum(1.0 / p.rate for p in (*self._upper, self.main))

    @property
    def ring_way_m(self) -> float:
        """How far the springs above the slider give until it meets the ring, m; without a ring, until they are solid."""
        whole = sum(p.way_m for p in self._upper)
        if self.ring_m is None:
            return whole
        return min(sum(p.free_m for p in self._upper) - self.ring_m - self.step_m, whole)

    @property
    def locked_from_the_start(self) -> bool:
        """The slider stands on the ring already when all is loose: the top spring never works."""
        return self.ring_way_m <= NO_WAY

    @property
    def curve(self) -> tuple[Floats, Floats]:  # type: ignore[override]
        """Compressions in m and forces in N of all springs together."""
        return self.law.curve

    @override
    @property
    def events(self) -> tuple[LawEvent, ...]:
        loose, *_, solid = self.knots
        crossover = self.crossover
        inner = () if crossover is None or crossover.x_m >= solid else (LawEvent(Event.CROSSOVER, crossover.x_m),)
        return (LawEvent(Event.COIL_LOOSE, loose), *inner, LawEvent(Event.COIL_SOLID, solid))

    @cached_property
    def law(self) -> Progressive:
        """The springs as groups in series, the upper ones closed where slider and ring meet."""
        if self.locked_from_the_start:
            return Progressive(((self.main.rate, self.main.way_m),))
        groups = [(self.main.rate, self.main.way_m)]
        force, left, working = 0.0, self.ring_way_m, list(self._upper)
        while working and left > NO_WAY:  # the softest closes first, the rest share the way that is left until the ring
            together = 1.0 / sum(1.0 / p.rate for p in working)
            first = min(working, key=lambda p: p.rate * p.way_m)
            closes = first.rate * first.way_m
            if (closes - force) / together >= left:
                ends = force + left * together
                groups += [(p.rate, ends / p.rate) for p in working]
                return Progressive(tuple(groups))
            groups.append((first.rate, first.way_m))
            left -= (closes - force) / together
            force = closes
            working.remove(first)
        return Progressive(tuple(groups))

    @cached_property
    def crossover(self) -> Crossover | None:
        """Where the main spring is left alone; None where it is from the start."""
        if self.locked_from_the_start:
            return None
        law = self.law
        uppers = max(rate * way for rate, way in law.groups[1:])
        mains = self.main.rate * self.main.way_m
        whole = sum(p.way_m for p in self._upper)
        by = "ring" if self.ring_m is not None and self.ring_way_m < whole - 1e-9 else "top solid"
        force, by = (uppers, by) if uppers <= mains else (mains, "main solid")
        at, forces = law.curve
        return Crossover(float(np.interp(force, forces, at)), float(force), by)
