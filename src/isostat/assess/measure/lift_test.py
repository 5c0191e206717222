"""What the lift tests of a job tell: wheel rate, friction and topped-out height of each wheel."""

from __future__ import annotations

from functools import lru_cache

import numpy as np

from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.core.fitting.lift import Lifted, lift_test
from isostat.core.limits import GRAVITY
from isostat.core.rates.rate import spring_rate_for_wheel_rate
from isostat.job.points import SIDES
from isostat.job.vehicle import LiftRow


def lift_result(a: Assessment, axle: int, side: int) -> Lifted | None:
    """The lift test of one wheel; None where too little was read."""
    rows = getattr(a.job.vehicle.axles[axle], SIDES[side]).lift
    return _lifted(rows, a.axles[axle].unsprung_kg.value, float(a.found_springs[axle][side].rate.value))


@lru_cache(maxsize=32)
def _lifted(rows: tuple[LiftRow, ...], unsprung_kg: float, seed: float) -> Lifted | None:
    """Remembered on what it rests on."""
    read = [
        (r.hub_to_arch_m.value, (r.pad_kg.value - unsprung_kg) * GRAVITY, r.way == "up")
        for r in rows
        if r.hub_to_arch_m and r.pad_kg
    ]
    if not read:
        return None
    heights, forces, up = (np.array(column) for column in zip(*read, strict=True))
    return lift_test(heights, forces, up, (rules.TAPE_ERROR / 2.0, rules.PAD_ERROR / 2.0), seed)


def lifted_spring_rate(a: Assessment, axle: int, side: int, lifted: Lifted) -> float:
    """Spring rate in N/m that gives the wheel rate of a lift test, both wheels of the axle raised together."""
    _, slope, bend = a.axles[axle].spring_motion.at(np.zeros(1))
    return spring_rate_for_wheel_rate(lifted.wheel_rate, a.found_springs[axle][side].force_n, float(slope[0]), float(bend[0]))


def friction_m(a: Assessment, axle: int) -> float:
    """Half of the band within which a height of an axle may rest, in m: from bounced up and pushed down, else from lift tests."""
    up, down = a.job.vehicle.axles[axle].bounced_up_m, a.job.vehicle.axles[axle].pushed_down_m
    if up is not None and down is not None:
        return float(abs(up.value - down.value) / 2.0)
    tests = [lift_result(a, axle, side) for side in (0, 1)]
    bands = [t.friction_n / t.wheel_rate for t in tests if t is not None and t.friction_known]
    return float(max(bands, default=0.0))
