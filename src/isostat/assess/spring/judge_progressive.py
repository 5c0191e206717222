"""Judgements on progressive coils: how far they are pressed beyond the first turns that touch."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.judgement import Grade, Judgement, Place, Step
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.findings import TurnsTouch
from isostat.core.springs.progressive import Progressive

SAID = 0.0005  # m


def progressive_judgements(a: Assessment) -> Iterator[Judgement]:
    """Of every axle on coils whose turns touch as they are pressed."""
    for i, o in enumerate(a.orders):
        if isinstance(o.law[0], Progressive):
            yield from _touching(a, i, o.law[0])


def _touching(a: Assessment, i: int, law: Progressive) -> Iterator[Judgement]:
    """Once an axle: the case that presses it furthest beyond the first turns that touch."""
    if len(law.knots) < 3:
        return
    s, motion = a.proposed, a.axles[i].spring_motion
    pressed = np.asarray(motion.at(s.rest.travel_m[i])[0]) + np.array(a.orders[i].offset_m)[:, None]
    beyond = np.where(s.stands, pressed - law.knots[1], -np.inf).max(axis=0)
    case = int(np.argmax(beyond))
    if beyond[case] > SAID:
        place = Place(i, None, case)
        yield TurnsTouch(grade=Grade.NOTE, place=place, step=Step.SPRING, touching_m=float(beyond[case]))
