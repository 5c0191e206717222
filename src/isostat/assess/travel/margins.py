"""What is kept between two events on a wheel's way: as typed in the job, else what is usual."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.core.parts.event import Event
from isostat.job.reading import Reading


@dataclass(frozen=True, slots=True)
class Kept:
    """How much an event keeps from the end that comes before it, at the wheel in m; and which end that is."""

    name: Event
    margin_m: float
    bump: bool


def _or(typed: Reading | None, usual: float) -> float:
    return usual if typed is None else typed.value


def kept(a: Assessment, axle: int, side: int) -> tuple[Kept, ...]:
    """Every limit that has to come after the stop, or after the end of droop, with its margin."""
    margins, figures, order, fit = a.job.margins, a.axles[axle], a.orders[axle], a.fits[axle]
    leaf = order.kind.hangs_from_eyes
    out = [
        Kept(Event.SHOCK_BOTTOMED, _or(margins.shock_m, rules.SHOCK_MARGIN) / figures.shock_ratio.value, bump=True),
        Kept(Event.METAL, 0.0, bump=True),
    ]
    ordered = order.can_be_had  # else there is no coil whose ends could be judged
    if order.law[side].domain[1] < np.inf and ordered:
        margin = order.kind.solid_margin_m
        if margin is None:
            margin = _or(margins.coil_share, rules.COIL_MARGIN) * max(order.pressed_m[side], 0.0)
        out.append(Kept(Event.COIL_SOLID, margin / figures.spring_ratio.value, bump=True))
    straight = _or(margins.tyre_m, rules.TYRE_MARGIN_ON_LEAVES if leaf else rules.TYRE_MARGIN)
    out.append(Kept(Event.TYRE_STRAIGHT, straight, bump=True))
    if a.job.vehicle.axles[axle].steered:
        lock = _or(margins.tyre_lock_m, rules.TYRE_MARGIN_AT_LOCK)
        out += [Kept(event, lock, bump=True) for event in Event if event.at_lock]
    gives = rules.STRAP_STRETCH * fit.strap_m.value / figures.strap_ratio.value if fit.strap_m else 0.0
    hose = _or(margins.hose_m, rules.HOSE_MARGIN_ON_LEAVES if leaf else rules.HOSE_MARGIN) + gives
    leaves = Event.COIL_OFF_ITS_SEAT if figures.seat_m > 0.0 else Event.COIL_LOOSE
    lines = ((Event.HOSE_TAUT, hose), (Event.WIRE_TAUT, hose))
    down = (*(((leaves, 0.0),) if ordered else ()), *lines, (Event.JOINT_AT_ITS_LIMIT, 0.0))
    return (*out, *(Kept(name, margin, bump=False) for name, margin in down))
