"""The proposals beside each other: each a full set of parts, solved in every case."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from isostat.assess.assessment import Assessment, assess
from isostat.assess.judge import judge
from isostat.core.findings.judgement import Grade
from isostat.job.schema import Job


@dataclass(frozen=True, slots=True)
class Rival:
    """One proposal, solved; how many faults and watches it has. here: it is the one worked on."""

    name: str
    a: Assessment
    faults: int
    watches: int
    here: bool


@lru_cache(maxsize=8)
def _solved(job: Job) -> tuple[Assessment, int, int]:
    a = assess(job)
    grades = [j.grade for j in judge(a)]
    return a, grades.count(Grade.FAULT), grades.count(Grade.WATCH)


def rivals(job: Job) -> tuple[Rival, ...]:
    """Every proposal of the job, A first. Remembered by its own parts: an edit of one leaves the others as they were."""
    return tuple(
        Rival(setup.name, *_solved(job.model_copy(update={"proposal": setup, "others": ()})), here=setup.name == job.proposal.name)
        for setup in job.proposals
    )
