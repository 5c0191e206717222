"""What the air helpers of an axle do in every case, and the same axle on steel alone."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from typing_extensions import override

from isostat.assess.setup.platform import SPRING
from isostat.assess.setup.springs.air import Bags, bags_of
from isostat.assess.setup.springs.incomplete import value_or
from isostat.assess.setup.springs.kinds import COIL
from isostat.assess.solve.assessment import Assessment, assess
from isostat.assess.solve.memory import remembered
from isostat.assess.spring.kind import Errors, Result, length_errors, rate_errors
from isostat.core import rules
from isostat.core.fitting.band_draws import Draws
from isostat.core.limits import GRAVITY, Floats
from isostat.core.travel.events import droop_end
from isostat.core.vehicle.wheel_forces import ExactForces
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.points import SIDES
from isostat.job.reading import Reading
from isostat.job.springs.air import AirBag


@dataclass(frozen=True, slots=True, kw_only=True)
class Aired:
    """The bags of an axle in every case; arrays (2, B)."""

    bags: Bags
    alone: bool  # in place of springs, not beside them
    gauge_pa: Floats
    carries_kg: Floats
    height_m: Floats  # of the bag
    hangs_m: Floats  # (2,): its height with both wheels at full droop
    within: Floats  # 1 where the bag is between its longest and flat, 0 where it is not


def valve_rod_m(a: Assessment, axle: int) -> tuple[float | None, float]:
    """A levelling valve's rod as weighed, m, None unread; and by how much the proposal has it longer."""
    bag = a.job.proposal.axles[axle].bag
    more = 0.0 if bag.rod_more_m is None else float(bag.rod_more_m.value)
    return None if bag.rod_m is None else float(bag.rod_m.value), more - float(a.target_travel_m[axle].mean())


def aired(a: Assessment, axle: int) -> Aired | None:
    """What the bags of an axle do, in place of its springs or beside them; None where there are none."""
    alone = bags_of(a.orders[axle])
    bags = alone or a.fits[axle].helper(Bags)
    if bags is None:
        return None
    s = a.proposed
    rows = s.platform.row[axle, list(SPRING), :, 0]
    x = np.asarray(a.axles[axle].spring_motion.at(rows @ s.rest.travel_m[axle])[0]) + np.array(bags.offset_m)[:, None]
    down = np.array([droop_end(events).travel_m for events in s.events[axle]])
    hangs = np.asarray(a.axles[axle].spring_motion.at(rows @ down)[0]) + np.array(bags.offset_m)
    low, high = bags.bag.x_m[0], bags.bag.x_m[-1]
    inside = (x >= low - 1e-9) & (x <= high + 1e-9)
    return Aired(
        bags=bags,
        alone=alone is not None,
        gauge_pa=bags.gauge_at(x),
        carries_kg=bags.force(x) / GRAVITY,
        height_m=bags.full_m - x,
        hangs_m=bags.full_m - hangs,
        within=inside.astype(float),
    )


def against_roll(a: Assessment, axle: int) -> float:
    """Stiffness against roll of an axle at the target, N·m a rad, its bar included, as a bump meets it."""
    s, case = a.proposed, np.array([a.target_case])
    platform, bank = s.riding
    _, k = ExactForces(platform.take(case), bank)(s.rest.travel_m[..., case])
    return float((k.ll[axle, 0] - 2.0 * k.lr[axle, 0] + k.rr[axle, 0]) * a.axles[axle].half_track_m ** 2)


@remembered
def on_steel(a: Assessment, axle: int) -> Assessment:
    """The same job with no air at an axle: a leaf pack on the blocks that stand there, other springs solved for the target."""
    job, order = a.job, a.orders[axle]
    fits = list(job.proposal.axles)
    plain: dict[str, Reading | None] = dict.fromkeys(("rate_n_per_m", "free_length_m", "spacer_m", "collar_m", "slack_rad"))
    packed = order.kind.hangs_from_eyes
    sides = {
        side: getattr(fits[axle], side).model_copy(update=plain | ({"spacer_m": Reading(value=block)} if packed else {}))
        for side, block in zip(SIDES, order.order.spacer_m, strict=True)
    }
    kind = COIL.name if bags_of(order) is not None else fits[axle].kind
    fits[axle] = fits[axle].model_copy(update={"helper": AirBag(), "kind": kind, **sides})
    return assess(job.model_copy(update={"proposal": job.proposal.model_copy(update={"axles": tuple(fits)})}))


def blocks_on_steel(steel: Assessment, axle: int) -> tuple[float, float] | None:
    """Blocks in m that the pack alone would take for the target; None where no pack stands there.

    steel: as `on_steel` has it.
    """
    if not steel.orders[axle].kind.hangs_from_eyes:
        return None
    job = steel.job
    for side in SIDES:
        job = put(job, (*path_to(JOB.proposal.axles[axle]), side, "spacer_m"), None)
    return assess(job).orders[axle].order.spacer_m


class AirResult(Result):
    """Of bags in place of springs: their area varies, or where a valve holds the height, its rod."""

    @override
    def errors(self, a: Assessment, d: Draws, axle: int) -> Errors:
        bags = bags_of(a.orders[axle])
        if bags is None or bags.given.gas != "levelled":
            return rate_errors(d, axle, "effective area of the bag"), length_errors(a, d, axle)
        ratio, band = a.axles[axle].spring_ratio.value, value_or(bags.given.band_m, rules.VALVE_BAND)
        dead = np.array([d.even("dead band of the valve", axle, side) for side in (0, 1)])
        return np.ones(()), ratio * (rules.ROD_ERROR * d.pair("valve's rod", axle) + band * dead)[..., None]
