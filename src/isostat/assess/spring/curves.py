"""What an axle's left wheel is held up by on its way: as found, as proposed, by the helpers alone, over a bump, by the rivals."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.setup.platform import helper_parts
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.standing import WheelCurve, wheel_curve
from isostat.assess.travel.landmarks import landmarks
from isostat.core.limits import GRAVITY, Floats
from isostat.core.parts.event import Event


@dataclass(frozen=True, slots=True, kw_only=True)
class SpringCurves:
    """Curves over one span of wheel travel, and the most that the wheel carries in a case, kg."""

    ends_m: tuple[float, float]
    found: WheelCurve
    proposed: WheelCurve
    bump: WheelCurve | None  # what a bump meets in a case, where a valve holds the height
    helpers_n: Floats | None  # what stands beside the springs adds by itself, along the curve
    most_kg: float


def spring_curves(a: Assessment, axle: int, case: int) -> SpringCurves:
    """The curves of an axle. case: in which a bump is met."""
    s, way = a.proposed, landmarks(a, axle, 0)
    rides = [float(u) for u in s.rest.travel_m[axle, 0]] + [float(a.target_travel_m[axle, 0])]
    ends = min(way.hanging_m, *rides), max(way.at(Event.METAL) or 0.0, *rides)
    found, curve = (wheel_curve(platform, bank, axle, 0, ends) for platform, bank in (a.found_unladen, (s.platform, s.bank)))
    bump, fit = None, a.fits[axle]
    if a.orders[axle].holds_height and s.stands[case]:
        bump = wheel_curve(s.riding[0].take(np.array([case])), s.riding[1], axle, 0, ends)
    return SpringCurves(
        ends_m=ends,
        found=found,
        proposed=curve,
        bump=bump,
        helpers_n=curve.part_n[helper_parts(fit)].sum(axis=0) if fit.helpers else None,
        most_kg=float((s.rest.force_n[axle] / GRAVITY).max()),
    )


def rival_curve(rival: Assessment, axle: int, ends_m: tuple[float, float]) -> WheelCurve:
    """The curve of another proposal over the span of this one."""
    return wheel_curve(rival.proposed.platform, rival.proposed.bank, axle, 0, ends_m)
