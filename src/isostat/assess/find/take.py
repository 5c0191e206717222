"""A set taken into the job: the springs of its axles as they would be ordered, and whether that brings a fault along."""

from __future__ import annotations

import numpy as np

from isostat.assess.find.search import Found
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade, Judgement
from isostat.assess.solve.assessment import Assessment, solved
from isostat.assess.solve.memory import remembered
from isostat.core.limits import Ints
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.points import SIDES
from isostat.job.schema import Job


def taken(job: Job, found: Found, chosen: Ints) -> Job:
    """The job with a set in its proposal. chosen: (axles,) setting of each axle searched. Raises JobFault where it cannot be."""
    for options, at in zip(found.options, chosen, strict=True):
        axle, numbers = options.wish.axle, options.wish.parts.numbers
        job = put(job, path_to(JOB.proposal.axles[axle].kind), "coil")
        for side, name in enumerate(SIDES):
            spring = options.spring[side, at]
            part = {
                "rate_n_per_m": float(numbers["rate"][spring]),
                "free_length_m": float(numbers["free_m"][spring]),
                "spacer_m": float(options.spacer_m[side, at]),
            }
            solid = float(numbers["solid_m"][spring])
            if np.isfinite(solid):
                part["solid_length_m"] = solid
            job = put(job, (*path_to(JOB.proposal.axles[axle]), name), {key: {"value": value} for key, value in part.items()})
        if options.wish.stop_spacers is not None:
            job = put(job, path_to(JOB.proposal.axles[axle].stop.spacer_m), {"value": float(options.stop_m[at])})
    return job


def brings_a_fault(a: Assessment, job: Job) -> Judgement | None:
    """A fault that the proposal does not have without the set, the gravest; None where it brings none."""

    known = _faults(a)
    return next((j for at, j in _faults(solved(job)).items() if at not in known), None)


@remembered
def _faults(a: Assessment) -> dict[tuple[object, ...], Judgement]:
    """Of a job, the gravest first, by their kind and place."""
    return {(type(j), j.place.axle, j.place.side, j.place.case): j for j in judge(a) if j.grade is Grade.FAULT}
