"""What an ordered spring holds with its wheel hanging."""

from __future__ import annotations

import numpy as np

from isostat.assess.solve.assessment import Assessment
from isostat.core.travel.events import droop_end


def hanging_force_n(a: Assessment, axle: int, side: int) -> tuple[float, float]:
    """Preload in m and spring force in N of an ordered spring with the wheel hanging; zero when it is loose."""
    end = droop_end(a.proposed.events[axle][side]).travel_m
    x = float(a.axles[axle].spring_motion.at(np.asarray(end))[0]) + a.orders[axle].offset_m[side]
    return x, float(a.orders[axle].law[side].force(np.asarray(x)))
