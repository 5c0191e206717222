"""One wheel of an axle up, the other down: how far, and where everything happens on the way of each wheel then."""

from __future__ import annotations

from isostat.assess.assessment import Assessment
from isostat.core.tuning.crossed import Crossed, crossed, crossed_events
from isostat.core.tuning.events import TravelEvent

Pair = tuple[tuple[TravelEvent, ...], tuple[TravelEvent, ...]]  # of an axle, left and right


def crossing(a: Assessment, axle: int, side: int) -> Crossed:
    """The axle with the wheel of a side up as far as its stop allows, the other hanging."""
    events = a.proposed.events[axle]
    return crossed(events[side], events[1 - side])


def _one_up(events: Pair, side: int) -> tuple[TravelEvent, ...]:
    """What happens on a wheel's way, the other wheel always at the other end: events of bump with it hanging, and the reverse."""
    here, other = events[side], events[1 - side]
    return crossed_events(here, other_up_m=crossed(other, here).bump_m, other_down_m=crossed(here, other).droop_m)


def lanes(a: Assessment, axle: int, side: int, *, one_up: bool) -> tuple[TravelEvent, ...]:
    """The events of a wheel's way, both wheels together or one wheel up."""
    events = a.proposed.events[axle]
    return _one_up(events, side) if one_up else events[side]


def found_lane(a: Assessment, axle: int, side: int, *, one_up: bool) -> tuple[TravelEvent, ...]:
    """The same as found."""
    events = a.found_events[axle]
    return _one_up(events, side) if one_up else events[side]
