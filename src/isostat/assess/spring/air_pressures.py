"""What an air helper must hold so that an axle meets its target on springs that are known already."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from typing_extensions import override

from isostat.assess.judgement import Remedy
from isostat.assess.setup.platform import SPRING
from isostat.assess.setup.springs.air import bag_of, needed_height
from isostat.assess.setup.springs.incomplete import Incomplete, why_not
from isostat.assess.solve.assessment import Assessment, assess
from isostat.core.limits import OutOfRange
from isostat.job.edits.paths import JOB, Path, path_to, put_number
from isostat.job.files import JobFault
from isostat.job.points import SIDES
from isostat.job.schema import Job
from isostat.language import later


def helper_pressures(a: Assessment, axle: int) -> tuple[float, float]:
    """Gauge pressure in Pa of the left and right bag beside an axle's springs at which it meets its target.

    The springs are those that are typed: a leaf pack on the blocks that stand there now; a coil with rate and free length. Raises
    Incomplete in words where they are not, where the bag is not given, or where it would have to be slack or beyond its limits.
    """
    given = a.job.proposal.axles[axle].helper
    bag, full = bag_of(given, "helper bag")
    stands = needed_height(given)
    if given.least_pa is None or given.most_pa is None:
        raise Incomplete(later("Enter the bag's minimum and maximum pressure first (see its label)."))
    bare = assess(_without(a.job, axle))
    o, figures = bare.orders[axle], bare.axles[axle]
    at = bare.proposed.platform.row[axle, list(SPRING), :, 0] @ bare.target_travel_m[axle]
    grown = np.asarray(figures.spring_motion.at(at)[0])
    pressed = _offsets(a, axle)
    own = np.array([float(law.force(np.asarray(x + g))) for law, x, g in zip(o.law, pressed, grown, strict=True)])
    lacks = np.array(o.target_force_n) - own
    area = bag.area(full - stands + grown)[0]
    pressure = lacks / area
    least, most = float(given.least_pa.value), float(given.most_pa.value)
    if pressure.min() < least:
        raise Incomplete(
            later("No air needed: the springs already hold that height. Use thinner blocks, softer springs, or no bags.")
        )
    if pressure.max() > most:
        raise Incomplete(later("That is over the bag's maximum pressure. Use a larger bag, or stiffer springs."))
    return float(pressure[0]), float(pressure[1])


def with_pressures(job: Job, axle: int) -> Job:
    """The job with its helper's pressures solved for the target; blocks under a pack stay as thick as they are now.

    Raises JobFault with the sentence of why there are none.
    """
    a = assess(job)
    try:
        pressures = helper_pressures(a, axle)
    except (Incomplete, OutOfRange) as why:
        raise JobFault("edit", [why_not(why)]) from None
    here: Path = path_to(JOB.proposal.axles[axle])
    for field, pressure in zip(("left_pa", "right_pa"), pressures, strict=True):
        job = put_number(job, (*here, "helper", field), round(pressure, -2))
    if a.orders[axle].kind.hangs_from_eyes:
        for side, block in zip(SIDES, a.orders[axle].order.spacer_m, strict=True):
            job = put_number(job, (*here, side, "spacer_m"), block)
    return job


def _without(job: Job, axle: int) -> Job:
    fits = list(job.proposal.axles)
    bare = fits[axle].helper.model_copy(update={"left_pa": None, "right_pa": None})
    fits[axle] = fits[axle].model_copy(update={"helper": bare})
    return job.model_copy(update={"proposal": job.proposal.model_copy(update={"axles": tuple(fits)})})


def _offsets(a: Assessment, axle: int) -> tuple[float, float]:
    """Compression of the springs as weighed, from what is typed alone. Raises Incomplete where that does not tell it."""
    o, fit = a.orders[axle], a.job.proposal.axles[axle]
    if o.kind.stands_as_typed(fit):
        return o.offset_m
    raise Incomplete(later("Enter the spring rate and free length first: they are still being solved to the same height."))


@dataclass(frozen=True, slots=True)
class Pressures(Remedy):
    """Both bags beside the springs of an axle at what the target takes."""

    axle: int

    @override
    def on(self, job: Job) -> Job:
        return with_pressures(job, self.axle)
