"""Hoses, wires and cables: what is left to pull of them when the axle hangs, with both wheels and crossed."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.knock_on.change import AS_READ, Change
from isostat.assess.knock_on.line import PRACTICE, Cure, Line, Way, What, asking, mends
from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.landmarks import landmarks
from isostat.assess.travel.margins import kept
from isostat.core.parts.event import Event
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import SIDES
from isostat.units.unit import Quantity

LINES = (  # its reading, where it goes taut; with both wheels hanging, and crossed; how it is put right
    ("hose_slack_m", Event.HOSE_TAUT, (What.HOSE, What.HOSE_CROSSED), Way.HOSE),
    ("wire_slack_m", Event.WIRE_TAUT, (What.WIRE, What.WIRE_CROSSED), Way.WIRE),
)


def hose_lines(a: Assessment, _: Change = AS_READ) -> Iterator[Line]:
    """Of every axle by its worse corner; asks for the hose's reading first, then for that of a wire."""
    for axle in range(len(a.axles)):
        asked = False
        for field, taut, both, way in LINES:
            lines = [one for n, what in enumerate(both) for one in _line(a, axle, taut, what, way, one_up=n == 1)]
            yield from lines
            if not lines and not asked:
                asks = tuple((*path_to(JOB.vehicle.axles[axle]), side, field) for side in SIDES)
                yield asking(a.cases, both[0], axle, Quantity.HEIGHT, asks, (_least(a, axle, taut), None))
                asked = True


def _line(a: Assessment, axle: int, taut: Event, what: What, way: Way, *, one_up: bool) -> Iterator[Line]:
    now, before = (_slack(a, axle, taut, one_up=one_up, found=found) for found in (False, True))
    if now is None or before is None:
        return
    least = _least(a, axle, taut)
    by, left = max(least - now, 0.0), np.where(a.proposed.stands, now, np.nan)
    yield Line(what=what, axle=axle, quantity=Quantity.HEIGHT, before=before, now=left, low=least, whose=PRACTICE,
               mended=mends(tuple, (Cure(way, by, Quantity.HEIGHT, left + by),)))  # fmt: skip


def _least(a: Assessment, axle: int, taut: Event) -> float:
    """What is to be left of the line itself, m."""
    return max(one.margin_m for side in (0, 1) for one in kept(a, axle, side) if one.name is taut) * _ratio(a, axle, taut)


def _ratio(a: Assessment, axle: int, taut: Event) -> float:
    """What the line is pulled for what the wheel moves."""
    return a.axles[axle].hose_ratio.value if taut is Event.HOSE_TAUT else 1.0


def _slack(a: Assessment, axle: int, taut: Event, *, one_up: bool, found: bool) -> float | None:
    """What is left at full droop, of the line itself, m; None where none was read."""
    left = []
    for side in (0, 1):
        marks = landmarks(a, axle, side, one_up=one_up, found=found)
        end = marks.at(taut)
        if end is not None:
            left.append((marks.hanging_m - end) * _ratio(a, axle, taut))
    return min(left, default=None)
