"""The coil that an axle orders as a spring maker winds it: wire, turns, solid length, stress; and whether it goes in its place."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.core.limits import OutOfRange
from isostat.core.parts.wire import wire
from isostat.core.springs.coil import Coil
from isostat.core.springs.helix import Helix
from isostat.core.springs.winding import Wish, wind
from isostat.core.travel.events import bump_end


@dataclass(frozen=True, slots=True, kw_only=True)
class Wound:
    """The coil of an axle, both alike. helix: None where no wire does; then the two wires that contradict each other, in m."""

    helix: Helix | None
    used_ride: float = 0.0  # shares of what the wire is allowed, at the target
    used_bump: float = 0.0  # at full bump
    used_solid: float = 0.0
    strong_m: float = 0.0
    roomy_m: float = 0.0


@lru_cache(maxsize=32)
def _wind(wish: Wish, material: str, shear_pa: float | None) -> Helix | tuple[float, float]:
    try:
        return wind(wish, wire(material, shear_pa))
    except OutOfRange as refused:
        return refused.value, refused.high


def wound(a: Assessment, axle: int) -> Wound | None:
    """The plain coil of an axle wound to order; None without an inside diameter, or where no plain coil can be had."""
    o, fit = a.orders[axle], a.job.proposal.axles[axle]
    if fit.inside_m is None or not isinstance(o.law[0], Coil) or not o.can_be_had:
        return None
    rate = max(o.order.rate_n_per_m)
    ends = [bump_end(events).travel_m for events in a.proposed.events[axle]]
    full = max(float(a.axles[axle].spring_motion.at(np.asarray(u))[0]) + x for u, x in zip(ends, o.offset_m, strict=True))
    wish = Wish(
        rate=rate, free_m=min(o.order.free_m), inside_m=fit.inside_m.value, pressed_m=max(full, 0.0), margin_m=rules.COIL_SPARE
    )
    made = _wind(wish, fit.wire, fit.wire_shear_pa.value if fit.wire_shear_pa else None)
    if not isinstance(made, Helix):
        return Wound(helix=None, strong_m=made[0], roomy_m=made[1])
    return Wound(
        helix=made,
        used_ride=made.used(max(o.target_force_n)),
        used_bump=made.used(rate * max(full, 0.0)),
        used_solid=made.used(made.solid_force_n),
    )
