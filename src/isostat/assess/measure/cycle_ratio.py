"""What the readings of a cycle sheet give the springs: the motion of a part that stands on the shock."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.setup.cycle_sheet import cycle_motion
from isostat.core.parts.motion import Motion
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.schema import Job
from isostat.job.vehicle import Axle


@dataclass(frozen=True, slots=True, kw_only=True)
class CycleRatio:
    """Shock over wheel travel."""

    ride: float
    hanging: float
    bump: float


def cycle_ratio(axle: Axle) -> CycleRatio | None:
    """The ratio that the readings of an axle give; None where they are too few, or too near each other."""
    moved = cycle_motion(axle)
    if moved is None:
        return None
    places = np.array([0.0, moved.wheel_m[0], moved.wheel_m[-1]])
    ride, hanging, bump = (float(n) for n in Motion(1.0, moved.wheel_m, moved.spring_m).at(places)[1])
    return CycleRatio(ride=ride, hanging=hanging, bump=bump)


def with_cycle_motion(job: Job, axle: int) -> Job:
    """The job with that motion as the spring's; as it was where the readings give none."""
    moved = cycle_motion(job.vehicle.axles[axle])
    return job if moved is None else put(job, path_to(JOB.vehicle.axles[axle].spring_motion), moved)
