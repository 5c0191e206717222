"""One wheel of an axle up, the other down: how far, and where everything happens on the way of each wheel then."""

from __future__ import annotations

from isostat.assess.solve.assessment import Assessment
from isostat.core.travel.articulation import Crossed, crossed, crossed_events, ramp_travel_index
from isostat.core.travel.events import TravelEvent

Pair = tuple[tuple[TravelEvent, ...], tuple[TravelEvent, ...]]  # of an axle, left and right


def crossing(a: Assessment, axle: int, side: int) -> Crossed:
    """The axle with the wheel of a side up as far as its stop allows, the other hanging."""
    events = a.proposed.events[axle]
    return crossed(events[side], events[1 - side])


def one_wheel_up(events: Pair, side: int) -> tuple[TravelEvent, ...]:
    """What happens on a wheel's way, the other wheel always at the other end: events of bump with it hanging, and the reverse."""
    here, other = events[side], events[1 - side]
    return crossed_events(here, other_up_m=crossed(other, here).bump_m, other_down_m=crossed(here, other).droop_m)


def lanes(a: Assessment, axle: int, side: int, *, one_up: bool) -> tuple[TravelEvent, ...]:
    """The events of a wheel's way, both wheels together or one wheel up."""
    events = a.proposed.events[axle]
    return one_wheel_up(events, side) if one_up else events[side]


def found_lane(a: Assessment, axle: int, side: int, *, one_up: bool) -> tuple[TravelEvent, ...]:
    """The same as found."""
    events = a.found_events[axle]
    return one_wheel_up(events, side) if one_up else events[side]


def ramp_index(a: Assessment) -> float | None:
    """Ramp travel index of first and last axle, crossed opposite ways; None with one axle."""
    if len(a.axles) < 2:
        return None
    halves, base = (a.fits[0].half_track_m, a.fits[-1].half_track_m), a.axles[0].x_m - a.axles[-1].x_m
    return ramp_travel_index(crossing(a, 0, 0), crossing(a, len(a.axles) - 1, 1), halves, base)
