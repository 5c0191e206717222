"""One wheel up, the other down: how far an axle crosses, and where things happen on the way of a wheel then."""

from __future__ import annotations

import math
from dataclasses import dataclass

from isostat.core.travel.events import TravelEvent, bump_end


@dataclass(frozen=True, slots=True)
class Crossed:
    """Wheel travels in m of an axle crossed as far as its limits allow, and what ends either side."""

    bump_m: float
    droop_m: float
    up: TravelEvent
    down: TravelEvent

    @property
    def _whole(self) -> float:
        return _whole(self.up.own, self.down.own)

    @property
    def bump_gain(self) -> float:
        """How far the wheel that is up moves for a metre of its stop, given as both wheels together."""
        return self.down.own / self._whole

    @property
    def droop_gain(self) -> float:
        """How far the wheel that hangs moves for a metre of its limit, given as both wheels together."""
        return self.up.own / self._whole


def _whole(a: float, b: float) -> float:
    return a * b - (1.0 - a) * (1.0 - b)  # above nought: each part stands nearer to its own wheel


def crossed(up: tuple[TravelEvent, ...], down: tuple[TravelEvent, ...]) -> Crossed:
    """Bump side on its stop flat, droop side on its first limit.

    up, down: events of the wheel that goes up and of the one that goes down, together. Two linear equations, the stop moved by
    w·u_b + (1 − w)·u_d, the limit by its own shares; of several limits the one that is met first. Source: virtual travel by rows.
    """
    end = bump_end(up)
    met = [_met(end, limit) for limit in down if limit.name.ends_droop]
    return max(met, key=lambda pose: pose.droop_m)


def _met(end: TravelEvent, limit: TravelEvent) -> Crossed:
    a, b = end.own, limit.own
    whole = _whole(a, b)
    bump = (b * end.travel_m - (1.0 - a) * limit.travel_m) / whole
    droop = (a * limit.travel_m - (1.0 - b) * end.travel_m) / whole
    return Crossed(bump, droop, end, limit)


def crossed_events(events: tuple[TravelEvent, ...], other_up_m: float, other_down_m: float) -> tuple[TravelEvent, ...]:
    """A wheel's events one wheel up: those of bump with the other wheel hanging, those of droop with it in full bump, in order.

    other_up_m, other_down_m: travel of the other wheel in the two crossed poses, m.
    """
    moved = (e.beside(other_up_m if e.name.hanging else other_down_m) for e in events)
    return tuple(sorted(moved, key=lambda e: e.travel_m))


def axle_tilt(crossing: Crossed, half_track_m: float) -> float:
    """Angle in rad of the axle (or of the line through both hubs) against the body. half_track_m: above nought."""
    return math.atan2(crossing.bump_m - crossing.droop_m, 2.0 * half_track_m)


def ramp_travel_index(
    front: Crossed, rear: Crossed, half_tracks_m: tuple[float, float], wheelbase_m: float, ramp_rad: float = math.radians(20.0)
) -> float:
    """How far a front wheel climbs a ramp before another wheel leaves the ground, along the ramp, in thousandths of the wheelbase.

    front, rear: how far either axle crosses; they do so opposite ways. half_tracks_m: of front and rear. wheelbase_m: above nought.
    ramp_rad: its slope.
    The rear axle lies flat, so the body leans by what it crosses and the front axle by both: h = Δ_f + Δ_r·t_f/t_r. Source: own
    derivation of a measure of the trade (a ramp of 20°; common practice, no source). Over 1000 the rear wheel would follow.
    """
    climbs = (front.bump_m - front.droop_m) + (rear.bump_m - rear.droop_m) * half_tracks_m[0] / half_tracks_m[1]
    return 1000.0 * climbs / math.sin(ramp_rad) / wheelbase_m
