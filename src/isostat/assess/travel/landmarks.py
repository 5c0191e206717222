"""Where things happen on a wheel's way, for whoever draws it."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.articulation import found_lane, lanes
from isostat.core.parts.event import Event
from isostat.core.travel.events import TravelEvent, bump_end, droop_end, travel_of


@dataclass(frozen=True, slots=True)
class Landmarks:
    """The events of one wheel in rising travel, m, zero at the baseline."""

    events: tuple[TravelEvent, ...]

    def at(self, name: Event) -> float | None:
        """Travel of an event; None where the wheel has no such."""
        return travel_of(self.events, name)

    @property
    def hanging(self) -> Event:
        """What ends its way down."""
        return droop_end(self.events).name

    @property
    def hanging_m(self) -> float:
        """Travel at which that is."""
        return droop_end(self.events).travel_m

    @property
    def full_m(self) -> float:
        """Travel at which its bump is used up."""
        return bump_end(self.events).travel_m


def landmarks(a: Assessment, axle: int, side: int, *, one_up: bool = False, found: bool = False) -> Landmarks:
    """Of a wheel as proposed, or as found; both wheels of its axle together, or one wheel up."""
    return Landmarks((found_lane if found else lanes)(a, axle, side, one_up=one_up))
