"""Hoses and wires: what is left to pull of them when the axle hangs, with both wheels and crossed."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.knock_on.change import AS_READ, Change
from isostat.assess.knock_on.line import PRACTICE, Cure, Line, Way, What, mends
from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.landmarks import landmarks
from isostat.assess.travel.margins import kept
from isostat.core.parts.event import Event
from isostat.units.unit import Quantity


def hose_lines(a: Assessment, _: Change = AS_READ) -> Iterator[Line]:
    """Of every axle where the slack of a hose was read, by its worse corner."""
    for axle in range(len(a.axles)):
        for what, one_up in ((What.HOSE, False), (What.HOSE_CROSSED, True)):
            now, before = (_slack(a, axle, one_up=one_up, found=found) for found in (False, True))
            if now is None or before is None:
                continue
            least = max(one.margin_m for side in (0, 1) for one in kept(a, axle, side) if one.name is Event.HOSE_TAUT)
            least *= a.axles[axle].hose_ratio.value
            by, left = max(least - now, 0.0), np.where(a.proposed.stands, now, np.nan)
            yield Line(what=what, axle=axle, quantity=Quantity.HEIGHT, before=before, now=left, low=least, whose=PRACTICE,
                       mended=mends(tuple, (Cure(Way.HOSE, by, Quantity.HEIGHT, left + by),)))  # fmt: skip


def _slack(a: Assessment, axle: int, *, one_up: bool, found: bool) -> float | None:
    """What is left at full droop, of the hose itself, m; None where none was read."""
    left = []
    for side in (0, 1):
        marks = landmarks(a, axle, side, one_up=one_up, found=found)
        taut = marks.at(Event.HOSE_TAUT)
        if taut is not None:
            left.append((marks.hanging_m - taut) * a.axles[axle].hose_ratio.value)
    return min(left, default=None)
