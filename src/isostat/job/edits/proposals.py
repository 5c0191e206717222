"""Proposals A, B and C: one of them is worked on, the others wait beside it."""

from __future__ import annotations

from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.files import JobFault, job_from
from isostat.job.schema import Job
from isostat.language import later
from isostat.units.saying import saying

LETTERS = ("A", "B", "C")


def add_proposal(job: Job) -> Job:
    """One more proposal, at first a copy of the one worked on, under the first free letter; it is worked on now.

    Raises JobFault when all letters are taken.
    """
    taken = {p.name for p in job.proposals}
    free = [letter for letter in LETTERS if letter not in taken]
    if len(job.proposals) == len(LETTERS) or not free:
        raise JobFault("edit", [saying("The maximum is {most} proposals.", most=len(LETTERS))])
    data = job.model_dump()
    return job_from(
        {**data, "others": [*data["others"], data["proposal"]], "proposal": {**data["proposal"], "name": free[0]}}, "edit"
    )


def work_on(job: Job, name: str) -> Job:
    """The job with another of its proposals worked on. Raises JobFault for a name that none has."""
    if job.proposal.name == name:
        return job
    data = job.model_dump()
    wanted = [p for p in data["others"] if p["name"] == name]
    if not wanted:
        known = ", ".join(p.name for p in job.proposals)
        raise JobFault("edit", [saying("Proposal “{name}” does not exist. Choose: {known}.", name=name, known=known)])
    rest = [p for p in data["others"] if p["name"] != name]
    return job_from({**data, "proposal": wanted[0], "others": [*rest, data["proposal"]]}, "edit")


def drop_proposal(job: Job, name: str) -> Job:
    """The job without one of its proposals; another is worked on then. Raises JobFault for the last one."""
    left = [p.name for p in job.proposals if p.name != name]
    if not left:
        raise JobFault("edit", [later("Keep at least one proposal.")])
    job = work_on(job, left[0]) if job.proposal.name == name else job
    return put(job, path_to(JOB.others), [p.model_dump() for p in job.others if p.name != name])
