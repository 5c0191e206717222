"""What the stance means at named places: rake, lamps, clearance and roof, as weighed and in every case on the new springs."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.setup.figures import figure
from isostat.assess.setup.rake import rake_points
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.standing import Standing
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.core.vehicle.clearance import ramp_angles
from isostat.core.working import Figure
from isostat.job.vehicle import BodyPoint

LAMP_AT = 10.0  # m ahead, where the cut-off is read
LAMP_RANGE = ((0.05, 0.25), (0.10, 0.30))  # m at 10 m, lamps up to LOW_LAMP and above. Source: UN Regulation 48 (from memory)


def body_rise(s: Standing, behind_m: float) -> Floats:
    """How far the body has risen since the weighing at a place behind the front hub, middle of the track, (B,) in m."""
    return np.asarray(s.rest.pose[0] + behind_m * s.rest.pose[1])


def hub_rise(a: Assessment) -> Floats:
    """How far the hubs of each axle have risen since the weighing, mean of both wheels, (A, B) in m: the tyres alone."""
    s = a.proposed
    return np.asarray((s.arch_rise_m - (s.hub_to_arch_m - a.baseline_m[..., None])).mean(axis=1))


@dataclass(frozen=True, slots=True)
class Height:
    """A named point of the body, above the ground."""

    point: BodyPoint
    now_m: Floats  # (B,)

    @property
    def was_m(self) -> float:
        """As weighed, on the old springs, m."""
        return float(self.point.above_ground_m.value)


def heights(a: Assessment) -> tuple[Height, ...]:
    """Every point that the tuner named; what hangs on an axle rises with its hubs, all else with the body."""
    hubs, out = hub_rise(a), []
    for point in a.job.vehicle.body_points:
        x = point.behind_front_m.value
        rise = body_rise(a.proposed, x)
        if point.kind == "axle":
            rise = hubs[int(np.argmin([abs(-axle.x_m - x) for axle in a.axles]))]
        out.append(Height(point, point.above_ground_m.value + rise))
    return tuple(out)


def lowest(a: Assessment) -> Height | None:
    """The point nearest to the ground in the worst case; None where no underside was named."""
    under = [h for h in heights(a) if h.point.kind in ("under", "axle")]
    return min(under, key=lambda h: float(h.now_m.min()), default=None)


def highest(a: Assessment) -> Height | None:
    """The roof, or whatever of it stands highest; None where none was named."""
    roofs = [h for h in heights(a) if h.point.kind == "roof"]
    return max(roofs, key=lambda h: float(h.now_m.max()), default=None)


@dataclass(frozen=True, slots=True)
class Rake:
    """Slope between two named points times the wheelbase, m, nose down positive."""

    front: str
    rear: str
    was_m: float
    now_m: Floats  # (B,)


def rake(a: Assessment) -> Rake:
    """Of the two points chosen, else of sills or arches at the first and last axle."""
    front, rear, was = rake_points(a.job, a.axles)
    return Rake(front, rear, was, was + a.proposed.rest.pose[1] * -a.axles[-1].x_m)


@dataclass(frozen=True, slots=True)
class Lamp:
    """The headlamps: height above the ground and how far below them the cut-off meets a wall 10 m ahead. Arrays (B,)."""

    was_m: Figure
    height_m: Floats
    drop_was_m: Figure
    drop_m: Floats


def lamp(a: Assessment) -> Lamp | None:
    """Lamps that nobody has readjusted; None where their height was not read. A nose that rises lifts the beam with it."""
    vehicle = a.job.vehicle
    if vehicle.headlamp_m is None:
        return None
    drop = figure(vehicle.headlamp_drop_m, rules.LAMP_DROP)
    high = body_rise(a.proposed, -vehicle.front_overhang_m.value)
    return Lamp(
        was_m=figure(vehicle.headlamp_m, 0.0),
        height_m=vehicle.headlamp_m.value + high,
        drop_was_m=drop,
        drop_m=drop.value + LAMP_AT * a.proposed.rest.pose[1],
    )


def lamp_range(height_m: float) -> tuple[float, float]:
    """Least and most drop of the cut-off at 10 m for lamps at a height, m. Source: UN Regulation 48 (from memory)."""
    return LAMP_RANGE[0 if height_m <= rules.LOW_LAMP else 1]


Angles = tuple[float | None, float | None, float | None]


def ramps(a: Assessment, case: int | None) -> Angles:
    """Approach, breakover and departure angle in a case, rad; None for the case: as weighed, on the old springs."""
    under = [h for h in heights(a) if h.point.kind == "under"]
    points = [(h.point.behind_front_m.value, h.was_m if case is None else float(h.now_m[case])) for h in under]
    risen = np.zeros(len(a.axles)) if case is None else hub_rise(a)[:, case]
    hubs = [(-axle.x_m, max(axle.hub_m + float(up), 0.05)) for axle, up in zip(a.axles, risen, strict=True)]
    return ramp_angles(hubs, points)
