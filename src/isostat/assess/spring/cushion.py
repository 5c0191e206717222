"""What helpers of foam or rubber do in every case."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.setup.platform import SPRING
from isostat.assess.setup.springs.cushion import Cushioned
from isostat.assess.solve.assessment import Assessment
from isostat.core.limits import GRAVITY, Floats


@dataclass(frozen=True, slots=True, kw_only=True)
class Pressed:
    """What the helpers of an axle do in every case, (2, B): squeezed by, carrying."""

    squeeze_m: Floats
    carries_kg: Floats


def pressed(a: Assessment, axle: int) -> Pressed | None:
    """What the helpers of foam or rubber do; None where there are none."""
    told = a.fits[axle].helper(Cushioned)
    if told is None:
        return None
    rows = a.proposed.platform.row[axle, list(SPRING), :, 0]
    x = np.asarray(a.axles[axle].spring_motion.at(rows @ a.proposed.rest.travel_m[axle])[0]) - told.gap_m
    return Pressed(squeeze_m=np.maximum(x, 0.0), carries_kg=told.law[0].force(x) / GRAVITY)
