"""Judgements on torsion bars: what they bear, and whether an arm is stopped before the shock."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.judgement import Grade, Judgement, Place, Step
from isostat.assess.setup.springs.torsion import Twisted, twisted_of
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.findings_torsion import ArmStopFirst, BarStress
from isostat.assess.spring.torsion import used_at_full
from isostat.core.parts.event import Event
from isostat.core.travel.events import droop_end, travel_of

SAID = 0.0005  # m


def torsion_judgements(a: Assessment) -> Iterator[Judgement]:
    """Of every axle on torsion bars."""
    for i, o in enumerate(a.orders):
        bars = twisted_of(o)
        if bars is not None:
            yield from _bar(a, i, bars)


def _bar(a: Assessment, i: int, bars: Twisted) -> Iterator[Judgement]:
    """What a bar bears when its stop is flat, the worse side."""
    used = used_at_full(a, i, bars)
    for side in (0, 1):
        events = a.proposed.events[i][side]
        early = (travel_of(events, Event.ARM_ON_ITS_STOP) or -np.inf) - droop_end(events).travel_m
        if early > SAID:
            yield ArmStopFirst(grade=Grade.WATCH, place=Place(i, side), step=Step.TRAVEL, by_m=early)
    if max(used) > 1.0:
        yield BarStress(grade=Grade.WATCH, place=Place(i, int(np.argmax(used))), step=Step.SPRING, used=max(used))
