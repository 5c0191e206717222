"""Judgements on dampers: against what they were, or by the exact pole of a tested one."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.judgement import Grade, Judgement, Place, Step
from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.damping import as_weighed, damped, light_and_full
from isostat.assess.travel.findings import DampedAmiss, DamperOff
from isostat.core import rules


def damping_judgements(a: Assessment) -> Iterator[Judgement]:
    """The damper against the new spring and load: c/√(k·m) as fitted over as found, each in its heaviest case."""
    for i, fit in enumerate(a.job.proposal.axles):
        if a.fits[i].damper is not None:  # tested: by its exact pole
            yield from _by_pole(a, i)
            continue
        if fit.damping is None:
            continue
        case, weighed = int(np.argmax(a.proposed.pad_kg[i].sum(axis=0))), a.job.weighed_case
        now, then = (
            s.wheel_rate[i, :, c].mean() * s.rest.force_n[i, :, c].mean() for s, c in ((a.proposed, case), (a.found, weighed))
        )
        if now <= 0.0 or then <= 0.0:
            continue
        share = fit.damping.value * float(np.sqrt(then / now))
        if not rules.DAMPED_AS_FOUND[0] <= share <= rules.DAMPED_AS_FOUND[1]:
            yield DamperOff(grade=Grade.NOTE, place=Place(i, None, case), step=Step.SPRING, share=share)


def _by_pole(a: Assessment, axle: int) -> Iterator[Judgement]:
    """Too little damping with the heaviest load, or too much with the lightest."""
    light, full = light_and_full(a)
    for case, (low, high) in ((full, (rules.BODY_DAMPING[0], np.inf)), (light, (0.0, rules.BODY_DAMPING[1]))):
        swing = damped(a, axle, case)
        if swing is not None and not low <= round(swing.ratio, 2) <= high:  # as it is read
            was = as_weighed(a, axle)
            yield DampedAmiss(
                grade=Grade.WATCH,
                place=Place(axle, None, case),
                step=Step.TRAVEL,
                ratio=swing.ratio,
                found_ratio=was.ratio if was else None,
                low=rules.BODY_DAMPING[0],
                high=rules.BODY_DAMPING[1],
            )
