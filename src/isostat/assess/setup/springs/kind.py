"""What a kind of spring is asked, and what it answers; every kind of spring is one of these."""

from __future__ import annotations

from abc import ABC, abstractmethod
from dataclasses import dataclass, field
from typing import ClassVar

from isostat.assess.setup.figures import AxleFigures
from isostat.core.limits import Floats
from isostat.core.parts.couple import Couple
from isostat.core.parts.law import ForceLaw
from isostat.core.rates.purchase import SpringOrder
from isostat.core.rates.window import Window
from isostat.core.travel.events import TravelEvent
from isostat.core.working import Figure, Origin
from isostat.job.axle_fit import AxleFit
from isostat.job.reading import Frozen
from isostat.units.saying import Saying


@dataclass(frozen=True, slots=True, kw_only=True)
class FoundSpring:
    """One spring as found: what the readings say of it. The scales win."""

    kind: Kind  # that it is reckoned as
    force_n: float  # at the baseline
    pressed_m: float  # compression there
    rate: Figure  # there
    installed_m: Figure
    length_known: bool  # False: no length of it was given
    implied_free_m: float  # installed length + compression
    free_off_m: float | None  # implied less the part's own free length, None where one is not known
    free_error_m: float
    spacer_m: float
    law: ForceLaw
    couple: Couple | None = None  # what it shares with the other side
    lacks: Saying | None = None  # why the kind that it is said to be cannot be made; a plain coil stands in


FoundPair = tuple[FoundSpring, FoundSpring]


@dataclass(frozen=True, slots=True)
class AsWeighed:
    """What an axle's springs as found are given by; index counts from the front. force_n: (2,) at the baseline, from the scales."""

    axle: AxleFigures
    index: int
    fit: AxleFit
    force_n: Floats


@dataclass(frozen=True, slots=True, kw_only=True)
class Picked:
    """Spring rates in N/m, left and right; sprung mass a wheel in kg, mean; the way, or why it could not; the window of rates.

    bends: X' and X'' of the spring at the target, by which the window at the wheel becomes that of the spring.
    """

    rate: tuple[float, float]
    sprung_kg: float
    way: str  # that gave the rate
    unpickable: Saying | None  # why the wanted way could not; then the usual frequency did
    window: Window
    at_wheel: Window  # the same of the wheel rate
    bends: tuple[float, float]


@dataclass(frozen=True, slots=True)
class Wanted:
    """What an axle's springs are ordered from. force, at_springs: (2,) spring force and travel of its own point at the target.

    within: whether the target lies between the ends of travel, of both axles where a beam couples them.
    """

    fit: AxleFit
    found_fit: AxleFit
    axle: AxleFigures
    found: FoundPair
    force: Floats
    at_springs: Floats
    events: list[tuple[TravelEvent, ...]]
    picked: Picked
    within: bool

    @property
    def within_reach(self) -> bool:
        """Whether any spring could hold the target: pushing, between the ends of travel."""
        return self.within and bool((self.force > 0.0).all())


@dataclass(frozen=True, slots=True, kw_only=True)
class Ordered:
    """One axle's springs as the proposal orders them, with what the target asks of them."""

    kind: Kind  # a plain coil where the wanted kind lacks something
    asked: Wanted = field(compare=False, repr=False)
    order: SpringOrder  # rates: of a spring whose rate changes, at the target
    rate_origin: Origin
    free_origin: Origin
    spacer_origin: Origin
    target_force_n: tuple[float, float]  # spring force at the target
    pressed_m: tuple[float, float]  # compression that gives it
    space_m: tuple[float, float]  # room between the seats at the target, no spacer at all
    picked_rate: float  # N/m by the axle's way, mean of both sides, not rounded
    sprung_kg: float  # of one wheel, mean, in the case that the rate is picked by
    window: Window  # of the spring's rate
    at_wheel: Window  # the same of the wheel rate
    bends: tuple[float, float]  # X' and X'' of the spring at the target
    picked: str  # the way that gave the rate
    unpickable: Saying | None  # why the wanted way could not
    law: tuple[ForceLaw, ForceLaw]
    offset_m: tuple[float, float]  # compression at the baseline position
    can_be_had: bool  # False: past an end of travel, or a force or a rate below zero would be wanted
    couple: Couple | None = None  # what both sides share
    holds_height: bool = False  # by a valve: over a bump its rate is another
    set: object | None = None  # how they are set where not by length and spacer: a type of the kind's own
    lacks: Saying | None = None  # why the wanted kind of spring cannot be made; a plain coil stands in


class Kind(ABC):
    """A kind of spring. What differs between kinds is asked here, so that nobody else need know which there are."""

    name: ClassVar[str]  # as the file says it
    picks_rate: ClassVar[bool] = False  # its rate is picked; else the part has its own
    window_judged: ClassVar[bool] = True  # one rate says how it rides
    between_seats: ClassVar[bool] = True  # pressed onto its seat, loose when that is further away
    hangs_from_eyes: ClassVar[bool] = False  # blocks go under it, a pair to an axle
    bears_flat: ClassVar[bool] = False  # carries on past its end: it needs no bump stop
    levelled_by: ClassVar[str | None] = "spacer_m"  # field of a side that takes out a lean
    lifted_by: ClassVar[tuple[str, ...]] = ("spacer", "collar")  # ways to lift an axle on what is fitted
    solid_margin_m: ClassVar[float | None] = None  # kept from solid; None: by its compression

    @abstractmethod
    def part(self, fit: AxleFit, found: AxleFit) -> Frozen | None:
        """What the document tells of it by itself, what a proposal leaves out as found; None where left and right say all."""

    @abstractmethod
    def as_found(self, at: AsWeighed) -> FoundPair:
        """Both springs of an axle as they were weighed. Raises Incomplete."""

    @abstractmethod
    def to_order(self, w: Wanted) -> Ordered:
        """What the proposal orders for the target: typed values win, the rest is solved. Raises Incomplete or OutOfRange."""

    def stands_as_typed(self, fit: AxleFit) -> bool:
        """Whether the springs stand as they were typed, with nothing solved for the target."""
        return False

    def typed_as_ordered(self, ordered: Ordered, side: int) -> dict[str, float]:
        """Fields of a side, with values, that keep the springs as they are ordered now."""
        return {}
