"""Judgements on the last entry of the log: what was read before it is history."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.judgement import Grade, Judgement, Place, Step
from isostat.assess.log.checks import Against, checks
from isostat.assess.log.due import Standing, due
from isostat.assess.log.findings import CheckedOff, HeightsOutside, Overdue, PromiseLost, RollFirst
from isostat.assess.log.promise import Verdict, case_of, held
from isostat.assess.solve.assessment import Assessment


def log_judgements(a: Assessment) -> Iterator[Judgement]:
    """Of each wheel that is out, one only where it was not rolled; of what else was read and is off; of what is overdue."""
    if not a.job.log or not a.proposed.stands.all():
        return
    yield from _heights(a)
    yield from _checks(a)
    for one in due(a.job):
        if one.standing is Standing.PAST:
            yield Overdue(grade=Grade.WATCH, place=Place(), step=Step.LOG, what=one.what)


def _checks(a: Assessment) -> Iterator[Judgement]:
    last = len(a.job.log) - 1
    case = case_of(a, a.job.log[last])
    for one in checks(a, last):
        if one.read is not None and one.against in (Against.BEYOND, Against.OTHERWISE):
            line = one.line
            yield CheckedOff(
                grade=Grade.WATCH, place=Place(line.axle, None, case), step=Step.LOG, what=line.what, quantity=line.quantity,
                read=one.read, promised=one.promised, low=line.low, high=line.high, beyond=one.against is Against.BEYOND,
            )  # fmt: skip


def _heights(a: Assessment) -> Iterator[Judgement]:
    last = held(a, len(a.job.log) - 1)
    case = last.promise.case
    if last.verdict is Verdict.NOT_PROMISED:
        yield PromiseLost(grade=Grade.WATCH, place=Place(case=case), step=Step.LOG)
        return
    if last.verdict is Verdict.NOT_ROLLED:
        yield RollFirst(grade=Grade.WATCH, place=Place(case=case), step=Step.LOG)
        return
    for i, side in np.argwhere(last.outside):
        yield HeightsOutside(
            grade=Grade.WATCH,
            place=Place(int(i), int(side), case),
            step=Step.LOG,
            miss_m=float(last.miss_m[i, side]),
            low_m=float(last.promise.low_m[i, side]),
            high_m=float(last.promise.high_m[i, side]),
        )
