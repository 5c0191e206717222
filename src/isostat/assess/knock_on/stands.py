"""Ramps that the body clears, and when it tips: what a height gives, with no limit but what the job sets."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.knock_on.change import AS_READ, Change
from isostat.assess.knock_on.line import Line, What
from isostat.assess.load.gravity import gravity_height_in, gravity_height_m, stability
from isostat.assess.solve.assessment import Assessment
from isostat.assess.stance.attitude import ramps
from isostat.units.unit import Quantity

RAMPS = (What.APPROACH, What.BREAKOVER, What.DEPARTURE)


def stance_lines(a: Assessment, _: Change = AS_READ) -> Iterator[Line]:
    """Of the whole vehicle."""
    ramps_were = ramps(a, None)
    every = [ramps(a, case) for case in range(a.cases)]
    for n, what in enumerate(RAMPS):
        before = ramps_were[n]
        if before is None:
            continue
        now = np.array([each[n] for each in every], dtype=float)
        yield Line(what=what, axle=None, quantity=Quantity.ANGLE, before=before, now=np.where(a.proposed.stands, now, np.nan))
    highs = [gravity_height_in(a, case) for case in range(a.cases)]
    tips = np.array([stability(a, high.value) for high in highs])
    was = gravity_height_m(a)
    yield Line(what=What.TIPS_AT, axle=None, quantity=Quantity.RATIO, before=stability(a, was.value),
               now=np.where(a.proposed.stands, tips, np.nan), was_guessed=was.assumed,
               guessed=any(high.assumed for high in highs))  # fmt: skip
