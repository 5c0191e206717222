"""The order in which things happen on a wheel's way from hanging to metal, both wheels together."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core.parts.bank import Bank
from isostat.core.parts.event import Event
from isostat.core.parts.motion import Motion
from isostat.core.vehicle.platform import Platform


@dataclass(frozen=True, slots=True)
class TravelEvent:
    """Something that happens at a wheel travel, in m, bump positive, zero at the baseline.

    travel_m: both wheels of the axle together. own: the share of this wheel in what moves the part; the rest is its neighbour's.
    """

    name: Event
    travel_m: float
    own: float = 1.0

    def beside(self, other_m: float) -> TravelEvent:
        """The same with the other wheel held at a travel, m."""
        return TravelEvent(self.name, (self.travel_m - (1.0 - self.own) * other_m) / self.own, self.own)


def travel_events(platform: Platform, bank: Bank, axle: int, side: int, case: int) -> tuple[TravelEvent, ...]:
    """Events of one wheel in rising travel, the other wheel of the axle at the same travel.

    platform, bank: the vehicle. axle, side, case: which wheel, and any case of the wanted set-up.
    A part counts for the side on which its row is larger. Every gap goes through its own row and ratio first.
    """
    found = []
    for part, row in enumerate(platform.row[axle, :, :, case].tolist()):
        if (row[1] > row[0]) != side or not any(row):  # a place that this axle leaves empty
            continue
        law = bank.laws[int(platform.law[axle, part, case])]
        motion = None if platform.motion is None else int(platform.motion[axle, part, case])
        offset = float(platform.offset_m[axle, part, case])
        for event in law.events:
            way = event.x_m - offset
            if motion is not None and motion >= 0:
                v = bank.motions[motion].travel_for(way)
            else:
                v = way / float(platform.ratio[axle, part, case])
            found.append(TravelEvent(event.name, v / sum(row), row[side] / sum(row)))
    return tuple(sorted(found, key=lambda e: e.travel_m))


def off_its_seat(events: tuple[TravelEvent, ...], motion: Motion, seat_m: float) -> tuple[TravelEvent, ...]:
    """Where a loose coil can leave its seat: once the gap over it is as high as what holds it; none where it is never loose.

    events: of a wheel. motion: of its spring. seat_m: height of the pocket or retainer, above nought; nought holds nothing.
    """
    loose = next((e for e in events if e.name == Event.COIL_LOOSE), None)
    if loose is None or seat_m <= 0.0:
        return ()
    gap = float(motion.at(np.asarray(loose.travel_m))[0]) - seat_m
    return (TravelEvent(Event.COIL_OFF_ITS_SEAT, motion.travel_for(gap), loose.own),)


def with_events(events: tuple[TravelEvent, ...], more: tuple[TravelEvent, ...]) -> tuple[TravelEvent, ...]:
    """Both lists as one, in rising travel."""
    return tuple(sorted((*events, *more), key=lambda e: e.travel_m))


def travel_of(events: tuple[TravelEvent, ...], name: Event) -> float | None:
    """Travel in m of the named event, None where the wheel has no such event."""
    return next((e.travel_m for e in events if e.name == name), None)


def bump_end(events: tuple[TravelEvent, ...]) -> TravelEvent:
    """Where bump is used up: the stop flat; without a stop, metal."""
    return next((e for e in events if e.name == Event.STOP_FLAT), None) or next(e for e in events if e.name == Event.METAL)


def droop_end(events: tuple[TravelEvent, ...]) -> TravelEvent:
    """Where droop is used up: the first limit, shock or strap."""
    return next(e for e in reversed(events) if e.name.ends_droop)
