"""What helpers beside the springs of an axle carry in every case."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.setup.platform import SPRING
from isostat.assess.setup.springs.helper_spring import Helper
from isostat.assess.solve.assessment import Assessment
from isostat.core.limits import GRAVITY, Floats


@dataclass(frozen=True, slots=True, kw_only=True)
class HelperLoads:
    """What a pair of helpers does in every case, (2, B): squeezed by, carrying; and the squeeze at which it is flat."""

    squeeze_m: Floats
    carries_kg: Floats
    flat_m: float


def helper_loads(a: Assessment, axle: int, helper: Helper) -> HelperLoads:
    """What a pair of helpers of an axle does, each by itself."""
    rows = a.proposed.platform.row[axle, list(SPRING), :, 0]
    grown = np.asarray(a.axles[axle].spring_motion.at(rows @ a.proposed.rest.travel_m[axle])[0])
    x = grown + np.array(helper.offset_m)[:, None]
    force = np.stack([law.force(pressed) for law, pressed in zip(helper.law, x, strict=True)])
    return HelperLoads(squeeze_m=np.maximum(x, 0.0), carries_kg=force / GRAVITY, flat_m=helper.flat_m)
