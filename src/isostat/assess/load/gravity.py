"""Height of the centre of gravity: from a second weighing with the tail up, else assumed; and what a load case changes of it."""

from __future__ import annotations

import numpy as np

from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.core.limits import GRAVITY, OutOfRange
from isostat.core.vehicle.center_of_gravity import gravity_height
from isostat.core.working import Figure, Origin


def hub_height_m(a: Assessment) -> float:
    """Mean height of the hubs above the ground as weighed, m."""
    return sum(axle.hub_m for axle in a.axles) / len(a.axles)


def gravity_height_m(a: Assessment) -> Figure:
    """Height of the centre of gravity as weighed in m: tail-up weighing, else a share of the track."""
    vehicle = a.job.vehicle
    raised, front = vehicle.tail_raised_m, vehicle.tail_up_front_kg
    otherwise = Figure(rules.GRAVITY_HEIGHT * 2 * sum(axle.half_track_m for axle in a.axles) / len(a.axles), Origin.ASSUMED)
    if raised is None or front is None:
        return otherwise
    level = sum(p.value for p in a.axles[0].pad_kg)
    whole = float(a.loading.weighed[0]) / GRAVITY + sum(2 * axle.unsprung_kg.value for axle in a.axles)
    try:
        height = gravity_height(hub_height_m(a), whole, front.value - level, -a.axles[-1].x_m, raised.value)
    except OutOfRange:
        return otherwise
    if not 0.1 <= height <= 3.0:
        return otherwise
    guessed = any(p.assumed for p in a.axles[0].pad_kg) or raised.assumed or front.assumed
    return Figure(height, Origin.ASSUMED if guessed else Origin.COMPUTED)


def gravity_height_in(a: Assessment, case: int) -> Figure:
    """Height of the centre of gravity above the ground in a case on the new springs, m.

    As weighed, plus what came on board less what went off, each at its own height, raised by what the body has risen.
    """
    base, weighed = gravity_height_m(a), a.job.weighed_case
    hub, arch = hub_height_m(a), float(a.baseline_m.mean())
    usual = {"wheels": hub, "hitch": hub + 0.5 * arch}
    high = [
        i.above_ground_m.value if i.above_ground_m else usual.get(i.kind, hub + arch + rules.ITEM_ABOVE_ARCH) for i in a.job.items
    ]
    then, now = float(a.loading.whole_kg[weighed]), float(a.loading.whole_kg[case])
    change = a.loading.items_kg[case] - a.loading.items_kg[weighed]
    risen = float(a.proposed.arch_rise_m[..., case].mean()) * max(1.0 - sum(2 * x.unsprung_kg.value for x in a.axles) / now, 0.0)
    height = (then * base.value + float(change @ np.array(high)) if high else then * base.value) / max(now, 1.0) + risen
    guessed = any(m != 0.0 and item.above_ground_m is None for m, item in zip(change, a.job.items, strict=True))
    return Figure(float(height), Origin.ASSUMED if base.assumed or guessed else Origin.COMPUTED)


def stability(a: Assessment, height_m: float) -> float:
    """Sideways acceleration in g at which a rigid vehicle would tip, t/(2h). Source: static stability factor, by definition."""
    return sum(axle.half_track_m for axle in a.axles) / len(a.axles) / max(height_m, 0.05)
