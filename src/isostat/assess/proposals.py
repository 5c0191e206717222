"""The proposals beside each other: each a full set of parts, solved in every case."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.assess.judge import judge
from isostat.assess.judgement import Grade
from isostat.assess.solve.assessment import Assessment, solved


@dataclass(frozen=True, slots=True)
class Rival:
    """One proposal, solved. here: it is the one worked on."""

    name: str
    a: Assessment
    here: bool

    def count(self, grade: Grade) -> int:
        """How many judgements of a grade it has."""
        return sum(j.grade is grade for j in judge(self.a))


def rivals(a: Assessment) -> tuple[Rival, ...]:
    """Every proposal of the job, A first. One that waits is remembered by its own parts: an edit of another leaves it as it was."""
    job, out = a.job, []
    for setup in job.proposals:
        here = setup.name == job.proposal.name
        other = a if here else solved(job.model_copy(update={"proposal": setup, "others": ()}))
        out.append(Rival(setup.name, other, here))
    return tuple(out)
