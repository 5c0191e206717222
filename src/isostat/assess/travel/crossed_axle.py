"""One axle crossed as far as it goes, for the page that shows it."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.assess.setup.clearances import tyre_sooner
from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.articulation import crossing, lanes
from isostat.core.parts.event import Event
from isostat.core.travel.articulation import axle_tilt


@dataclass(frozen=True, slots=True, kw_only=True)
class CrossedAxle:
    """The wheel of one side up on its stop, the other hanging. Pairs are left, right."""

    travel_m: tuple[float, float]  # of the wheels
    ends: tuple[Event, Event]  # of their ways
    tilt_rad: float  # of the axle, or of the line from hub to hub, above nought
    up: tuple[Event, ...]  # what the wheel that is up meets, in its order
    down: tuple[Event, ...]  # what the hanging one does
    lock_nearer_m: float  # by which the tyre is nearer to its arch at lock than the one with which the gap was read

    @property
    def apart_m(self) -> float:
        """How far the wheels are apart in height."""
        return abs(self.travel_m[0] - self.travel_m[1])


def crossed_axle(a: Assessment, axle: int, up: int) -> CrossedAxle:
    """An axle with the wheel of a side up."""
    pose, fit, figures = crossing(a, axle, up), a.fits[axle], a.axles[axle]
    sides = ((pose.bump_m, pose.up.name), (pose.droop_m, pose.down.name))
    left, right = sides if up == 0 else sides[::-1]
    return CrossedAxle(
        travel_m=(left[0], right[0]),
        ends=(left[1], right[1]),
        tilt_rad=axle_tilt(pose, fit.half_track_m),
        up=tuple(e.name for e in lanes(a, axle, up, one_up=True) if e.travel_m > 0.0),
        down=tuple(e.name for e in reversed(lanes(a, axle, 1 - up, one_up=True)) if e.travel_m < 0.0),
        lock_nearer_m=tyre_sooner(figures, fit, fit.tyre_radius_m.value, Event.TYRE_AT_LOCK),
    )


def grip_gains(a: Assessment, axle: int, side: int, *, one_up: bool) -> tuple[float, float]:
    """How far stop and limit of a wheel move in a view for a metre of theirs, given as both wheels together."""
    if not one_up:
        return 1.0, 1.0
    return crossing(a, axle, side).bump_gain, crossing(a, axle, 1 - side).droop_gain
