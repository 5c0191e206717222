"""Judgements on a card under way; one that nobody has begun says nothing."""

from __future__ import annotations

from collections.abc import Iterator

from isostat.assess.fit.compose import card_of
from isostat.assess.fit.done import done_of
from isostat.assess.fit.findings import NotToBeDriven, TicksGone
from isostat.assess.judgement import Grade, Judgement, Place, Step
from isostat.assess.solve.assessment import Assessment


def fit_judgements(a: Assessment) -> Iterator[Judgement]:
    """Open steps that forbid driving, once the work has begun; ticks that no longer hold."""
    if not a.job.card.ticks:
        return
    card = card_of(a)
    done = done_of(a.job, card)
    for kind, grade, found in (
        (NotToBeDriven, Grade.FAULT, done.forbids_driving),
        (TicksGone, Grade.WATCH, done.gone),
    ):
        if found:
            yield kind(grade=grade, place=Place(), step=Step.FIT, count=len(found), step_number=card.index(found[0]) + 1)
