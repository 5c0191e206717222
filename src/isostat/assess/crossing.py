"""One wheel of an axle up, the other down: how far, and where everything happens on the way of each wheel then."""

from __future__ import annotations

from isostat.assess.assessment import Assessment
from isostat.core.tuning.crossed import Crossed, crossed, crossed_events
from isostat.core.tuning.events import TravelEvent


def crossing(a: Assessment, axle: int, side: int) -> Crossed:
    """The axle with the wheel of a side up as far as its stop allows, the other hanging."""
    events = a.proposed.events[axle]
    return crossed(events[side], events[1 - side])


def one_wheel_up(a: Assessment, axle: int, side: int) -> tuple[TravelEvent, ...]:
    """What happens on a wheel's way, the other wheel always at the other end: events of bump with it hanging, and the reverse."""
    hangs, stands = crossing(a, axle, side).droop_m, crossing(a, axle, 1 - side).bump_m
    return crossed_events(a.proposed.events[axle][side], other_up_m=stands, other_down_m=hangs)


def lanes(a: Assessment, axle: int, side: int, *, one_up: bool) -> tuple[TravelEvent, ...]:
    """The events of a wheel's way, both wheels together or one wheel up."""
    return one_wheel_up(a, axle, side) if one_up else a.proposed.events[axle][side]
