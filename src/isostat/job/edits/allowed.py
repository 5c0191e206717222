"""What a thing that the height drags along may be in this job: set, and set back to the usual."""

from __future__ import annotations

from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.schema import Job


def allow(job: Job, what: str, axle: int | None, low: float | None, high: float | None) -> Job:
    """The job with other ends for one thing. Raises JobFault where the least is above the most."""
    others = [one.model_dump() for one in usual(job, what, axle).allowed]
    return put(job, path_to(JOB.allowed), [*others, {"what": what, "axle": axle, "low": low, "high": high}])


def usual(job: Job, what: str, axle: int | None) -> Job:
    """The job with the usual ends for one thing."""
    kept = [one.model_dump() for one in job.allowed if (one.what, one.axle) != (what, axle)]
    return put(job, path_to(JOB.allowed), kept)
