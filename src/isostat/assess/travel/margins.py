"""What is kept between two events on a wheel's way: as typed in the job, else what is usual."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.solve.assessment import Assessment
from isostat.core.parts.event import Event
from isostat.core.springs.leaf.pack import LeafLaw
from isostat.core.springs.ring_fit import MARGIN as STACK_MARGIN
from isostat.job.reading import Reading

# Common practice, no source.
SHOCK = 0.010  # m at the shock, before it ends
COIL = 0.15  # of a coil's working deflection, before solid
TYRE, TYRE_LOCK, TYRE_ON_LEAF = 0.012, 0.025, 0.025  # m at the wheel; on leaf springs the axle winds and shifts
HOSE, HOSE_ON_LEAF = 0.010, 0.025  # m at the wheel, beyond the end of droop
STRETCH = 0.08  # of a strap's length, that it gives when it is loaded


@dataclass(frozen=True, slots=True)
class Kept:
    """How much an event keeps from the end that comes before it, at the wheel in m; and which end that is."""

    name: Event
    margin_m: float
    bump: bool


def _or(told: Reading | None, usual: float) -> float:
    return usual if told is None else told.value


def kept(a: Assessment, axle: int, side: int) -> tuple[Kept, ...]:
    """Every limit that has to come after the stop, or after the end of droop, with its margin."""
    told, figures, order, fit = a.job.margins, a.axles[axle], a.orders[axle], a.fits[axle]
    leaf = isinstance(order.law[side], LeafLaw)
    out = [
        Kept(Event.SHOCK_BOTTOMED, _or(told.shock_m, SHOCK) / figures.shock_ratio.value, bump=True),
        Kept(Event.METAL, 0.0, bump=True),
    ]
    ordered = order.can_be_had  # else there is no coil whose ends could be judged
    if order.law[side].domain[1] < np.inf and ordered:
        margin = STACK_MARGIN if order.stack else _or(told.coil_share, COIL) * max(order.pressed_m[side], 0.0)
        out.append(Kept(Event.COIL_SOLID, margin / figures.spring_ratio.value, bump=True))
    straight = _or(told.tyre_m, TYRE_ON_LEAF if leaf else TYRE)
    out.append(Kept(Event.TYRE_STRAIGHT, straight, bump=True))
    if a.job.vehicle.axles[axle].steered:
        lock = _or(told.tyre_lock_m, TYRE_LOCK)
        out += [Kept(event, lock, bump=True) for event in Event if event.at_lock]
    gives = STRETCH * fit.strap_m.value / figures.strap_ratio.value if fit.strap_m else 0.0
    hose = _or(told.hose_m, HOSE_ON_LEAF if leaf else HOSE) + gives
    leaves = Event.COIL_OFF_ITS_SEAT if figures.seat_m > 0.0 else Event.COIL_LOOSE
    down = (*(((leaves, 0.0),) if ordered else ()), (Event.HOSE_TAUT, hose), (Event.JOINT_AT_ITS_LIMIT, 0.0))
    return (*out, *(Kept(name, margin, bump=False) for name, margin in down))
