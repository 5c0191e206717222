"""What a shop's book said, kept with a job: which of it is of an axle, all of it left out."""

from __future__ import annotations

from isostat.job.edits.card import bought_of
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.schema import Job
from isostat.job.taught import Taught


def taught_of(job: Job, axle: int) -> tuple[Taught, ...]:
    """What is of the springs of an axle: by their maker while they are bought as they were, by their kind."""
    bought = bought_of(job, axle)
    names = {"maker": "" if bought is None else bought.maker, "kind": job.proposal.axles[axle].kind}
    return tuple(one for one in job.taught if one.name == names[one.of])


def forget_taught(job: Job) -> Job:
    """The job by itself."""
    return put(job, path_to(JOB.taught), [])
