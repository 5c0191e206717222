"""What a spring holds with its wheel hanging."""

from __future__ import annotations

import numpy as np

from isostat.assess.solve.assessment import Assessment
from isostat.core.travel.events import droop_end


def hanging_force_n(a: Assessment, axle: int, side: int) -> tuple[float, float]:
    """Preload in m and spring force in N of an ordered spring with the wheel hanging; zero when it is loose."""
    end = droop_end(a.proposed.events[axle][side]).travel_m
    x = float(a.axles[axle].spring_motion.at(np.asarray(end))[0]) + a.orders[axle].offset_m[side]
    return x, float(a.orders[axle].law[side].force(np.asarray(x)))


def found_hanging_force_n(a: Assessment, axle: int, side: int) -> tuple[float, float]:
    """The same of a spring as found."""
    end, found = droop_end(a.found_events[axle][side]).travel_m, a.found_springs[axle][side]
    x = float(a.axles[axle].spring_motion.at(np.asarray(end))[0]) + found.pressed_m
    return x, float(found.law.force(np.asarray(x)))
