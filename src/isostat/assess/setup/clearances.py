"""What is met on a wheel's way that no part's law knows: the arch, a hose, a joint, a coil that leaves its seat."""

from __future__ import annotations

from dataclasses import dataclass, replace

from isostat.assess.setup.figures import AxleFigures, FitFigures
from isostat.core import rules
from isostat.core.parts.event import Event
from isostat.core.parts.motion import Motion
from isostat.core.travel.arch import taken_by_tyre
from isostat.core.travel.events import TravelEvent, off_its_seat, with_events


@dataclass(frozen=True, slots=True)
class Met:
    """Of one axle. sides: measured on the vehicle, left and right. motion, seat_m: of its springs, and how loose they may be."""

    sides: tuple[tuple[TravelEvent, ...], tuple[TravelEvent, ...]]
    motion: Motion
    seat_m: float

    def beside(self, events: tuple[TravelEvent, ...], side: int) -> tuple[TravelEvent, ...]:
        """The events that a wheel's parts know, and these among them."""
        return with_events(events, (*self.sides[side], *off_its_seat(events, self.motion, self.seat_m)))


NOTHING = Met(((), ()), Motion(), 0.0)


def all_met(axles: tuple[AxleFigures, ...], fits: tuple[FitFigures, ...]) -> tuple[Met, ...]:
    """Of every axle, with what is fitted: another tyre meets the arch sooner or later, a longer hose is taut later."""
    return tuple(_met(axle, fit) for axle, fit in zip(axles, fits, strict=True))


def _met(axle: AxleFigures, fit: FitFigures) -> Met:
    left, right = (tuple(replace(e, travel_m=e.travel_m - _sooner(axle, fit, e.name)) for e in side) for side in axle.met)
    return Met((left, right), axle.spring_motion, axle.seat_m)


def _sooner(axle: AxleFigures, fit: FitFigures, name: Event) -> float:
    if name == Event.HOSE_TAUT:
        return fit.hose_longer_m / axle.hose_ratio.value
    return tyre_sooner(axle, fit, fit.tyre_radius_m.value, name)


def tyre_sooner(axle: AxleFigures, fit: FitFigures, radius_m: float, name: Event) -> float:
    """Wheel travel in m by which a tyre of some radius meets the arch sooner than the one with which the gap was read.

    fit: where its wheels stand. radius_m: of the tyre. name: of the event; 0 where it is none of a tyre.
    """
    if not name.of_tyre:
        return 0.0
    larger, further_out = radius_m - axle.tyre_radius_m.value, fit.half_track_m - axle.half_track_m
    return taken_by_tyre(larger, further_out, rules.FULL_LOCK if name.at_lock else 0.0)
