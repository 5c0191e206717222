"""Which cures are on the job card: those that were put there, as long as they are still offered."""

from __future__ import annotations

from isostat.assess.knock_on.line import Cure, Line
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.memory import remembered
from isostat.job.edits.card import chosen_way
from isostat.job.schema import Job


def on_card(job: Job, line: Line) -> Cure | None:
    """The way that was put on the card for a thing; None where none was, or where it lies inside what it may by now."""
    way = chosen_way(job, line.what.value, line.axle)
    if not way or not line.outside.any():
        return None
    return next((cure for cure in line.cures if cure.way.value == way), None)


def cure_of(job: Job, line: Line) -> Cure | None:
    """The way that a thing is put right by: the one on the card, else the first that is offered; None where none is."""
    if not line.outside.any():
        return None
    return on_card(job, line) or next(iter(line.cures), None)


@remembered
def cures_on_card(a: Assessment) -> tuple[tuple[Line, Cure], ...]:
    """All that were put there, worst thing first."""
    found = ((line, on_card(a.job, line)) for line in knock_ons(a))
    return tuple((line, cure) for line, cure in found if cure is not None)


def axle_of(line: Line, cure: Cure) -> int | None:
    """Where it is fitted; None for the whole vehicle."""
    return cure.change.axle if line.axle is None and cure.change is not None else line.axle
