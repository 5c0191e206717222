"""What is said of every kind of spring, in its own words."""

from __future__ import annotations

from abc import ABC, abstractmethod
from typing import ClassVar

from isostat.assess import workings
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.preload import hanging_force_n
from isostat.assess.workings import Shown
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.about import about, about_both
from isostat.wording.reader import Reader


class SpringWords(ABC):
    """How a kind of spring is said; what is not told otherwise is so of what stands on a seat over a spacer."""

    set_by: ClassVar[str] = "spacers"  # what sets the height
    held: ClassVar[str | None] = "proper compressor"  # what holds it while it is worked on, where it pushes hanging
    too_firm: ClassVar[str] = "Above that it goes loose at full droop: retain the coil, or use a softer, longer spring."
    instead_of_one_rate: ClassVar[str] = "Options: a stacked pair, a progressive coil, more travel, or a relaxed rule."

    @abstractmethod
    def found(self, a: Assessment, axle: int, r: Reader, mark: str) -> str:
        """The springs of an axle as found. mark: before a number of theirs, where it is approximate."""

    @abstractmethod
    def ordered(self, a: Assessment, axle: int, r: Reader) -> str:
        """What an axle orders."""

    def set(self, a: Assessment, axle: int, r: Reader) -> str:
        """How both sides are set."""
        left, right = a.orders[axle].order.spacer_m
        return about_both(a, axle, workings.order.spacer, f"{number(left, Quantity.COIL, r.preset)}, {r.coil(right)}")

    @abstractmethod
    def line(self, a: Assessment, at: tuple[int, int], r: Reader) -> str:
        """The order of one corner, as a line of text. at: axle and side."""

    def hanging(self, a: Assessment, at: tuple[int, int], r: Reader) -> str:
        """How it is with its wheel hanging. at: axle and side."""
        preload = hanging_force_n(a, *at)[0]
        said = about(a, Shown(workings.order.preload, *at), r.coil(preload))
        return f"preload {said} hanging" if preload > 0 else "loose when hanging"

    def rate_name(self, a: Assessment, axle: int) -> str:
        """Which rate it is that is shown of it."""
        return "spring rate at the target"


def rate_words(a: Assessment, at: tuple[int, int], r: Reader) -> str:
    """The ordered rate of a corner, by its name. at: axle and side."""
    return f"{about(a, Shown(workings.order.spring_rate, *at), r.rate(a.orders[at[0]].order.rate_n_per_m[at[1]]))} spring rate"


def free_words(a: Assessment, at: tuple[int, int], r: Reader) -> str:
    """The ordered free length of a corner, or free arch. at: axle and side."""
    return about(a, Shown(workings.order.free_length, *at), r.coil(a.orders[at[0]].order.free_m[at[1]]))


def spacer_words(a: Assessment, at: tuple[int, int], r: Reader, m: float) -> str:
    """A thickness of what stands under or over a spring. at: axle and side."""
    return about(a, Shown(workings.order.spacer, *at), r.coil(m))
