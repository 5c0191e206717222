"""What is said of every kind of spring, in its own words."""

from __future__ import annotations

from abc import ABC, abstractmethod
from typing import ClassVar

from isostat.assess import workings
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.preload import hanging_force_n
from isostat.assess.workings import Shown
from isostat.language import later, tr
from isostat.units.format import number
from isostat.units.unit import Quantity
from isostat.wording.about import about, about_both
from isostat.wording.reader import Reader


class SpringWords(ABC):
    """How a kind of spring is said; what is not said otherwise holds of what stands on a seat over a spacer."""

    name: ClassVar[str]
    set_by: ClassVar[str] = later("spacers")  # what sets the height
    held: ClassVar[str | None] = later("{m} preload at full droop: use a spring compressor and keep clear of its ends")
    too_firm: ClassVar[str] = later("Above that it goes loose at full droop. Retain the coil, or use a softer, longer spring.")
    less_preload: ClassVar[str] = later("The preload exceeds the load; more of it does not lift. Reduce preload or lift.")
    instead_of_one_rate: ClassVar[str] = later(
        "Options: a stacked pair (dual rate) or progressive coil, more travel, or a relaxed rule."
    )

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
        return tr("preload {m} at full droop", m=said) if preload > 0 else tr("loose at full droop")

    def rate_name(self, a: Assessment, axle: int) -> str:
        """Which rate it is that is shown of it."""
        return later("spring rate at target")


def rate_words(a: Assessment, at: tuple[int, int], r: Reader) -> str:
    """The ordered rate of a corner, by its name. at: axle and side."""
    return about(a, Shown(workings.order.spring_rate, *at), r.rate(a.orders[at[0]].order.rate_n_per_m[at[1]]))


def free_words(a: Assessment, at: tuple[int, int], r: Reader) -> str:
    """The ordered free length of a corner, or free arch. at: axle and side."""
    return about(a, Shown(workings.order.free_length, *at), r.coil(a.orders[at[0]].order.free_m[at[1]]))


def spacer_words(a: Assessment, at: tuple[int, int], r: Reader, m: float) -> str:
    """A thickness of what stands under or over a spring. at: axle and side."""
    return about(a, Shown(workings.order.spacer, *at), r.coil(m))
