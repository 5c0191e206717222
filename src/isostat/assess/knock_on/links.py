"""Caster, pinion and wheelbase, as links, an arm or leaves turn and shift a solid axle."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from isostat.assess.knock_on.line import PRACTICE, Cure, Line, Way, What
from isostat.assess.knock_on.moved import mean_travel, pitch, side_path
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.memory import remembered
from isostat.core import rules
from isostat.core.limits import Floats, OutOfRange
from isostat.core.vehicle.layout import Layout
from isostat.job.edits import paths
from isostat.units.unit import Quantity


@remembered
def axle_turned(a: Assessment, axle: int) -> tuple[Floats, Floats] | None:
    """Forward in m and turned nose-down in rad under the body, (B,) each; None where what holds the axle was not read."""
    try:
        path, missing = side_path(a, axle)
    except OutOfRange:
        return None
    return None if path is None or missing else path.at(mean_travel(a, axle))


def link_lines(a: Assessment) -> Iterator[Line]:
    """Of every solid axle of which something is known that it matters for."""
    for axle in range(len(a.axles)):
        if a.axles[axle].layout is Layout.SOLID:
            yield from _lines(a, axle)


def _lines(a: Assessment, axle: int) -> Iterator[Line]:
    read = a.job.vehicle.axles[axle]
    wanted = [
        (What.CASTER, read.links.caster_rad, read.steered),
        (What.PINION, read.pinion_rad, read.pinion_rad is not None),
    ]
    missing, moved = _missing(a, axle), axle_turned(a, axle)
    nothing = np.full(a.cases, np.nan)
    for what, reading, matters in wanted:
        if not matters:
            continue
        line = Line(what=what, axle=axle, quantity=Quantity.ANGLE, before=reading.value if reading else 0.0, now=nothing,
                    changes=reading is None)  # fmt: skip
        if moved is None:
            yield replace(line, asks=missing)
            continue
        now = line.before - (moved[1] + pitch(a))  # nose up, and top rearward: both as the axle turns back
        half = rules.CASTER_KEPT if what is What.CASTER else rules.PINION_KEPT
        low, high = line.before - half, line.before + half
        yield replace(line, now=now, low=low, high=high, whose=PRACTICE, cures=_wedge(a, line.before, now))
    if moved is not None:
        yield Line(what=What.WHEELBASE, axle=axle, quantity=Quantity.HEIGHT, before=0.0, now=moved[0], low=-rules.AXLE_ALONG,
                   high=rules.AXLE_ALONG, whose=PRACTICE, changes=True)  # fmt: skip


def _missing(a: Assessment, axle: int) -> tuple[paths.Path, ...]:
    """Readings that the links lack; none where they are all there and contradict each other."""
    try:
        return side_path(a, axle)[1]
    except OutOfRange:
        return ()


def _wedge(a: Assessment, before: float, now: Floats) -> tuple[Cure, ...]:
    """A wedge, or shims, that turn the axle back as far as it has turned in the target's case."""
    by = before - float(now[a.target_case])
    return (Cure(Way.WEDGE, by, Quantity.ANGLE, now + by),) if np.isfinite(by) and abs(by) > rules.LEAST_WEDGE else ()
