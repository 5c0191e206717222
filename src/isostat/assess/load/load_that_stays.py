"""Of an axle's load, what stays with the vehicle and what comes and goes: each item says which it is."""

from __future__ import annotations

import numpy as np

from isostat.assess.setup.items import loads
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.memory import remembered
from isostat.core.limits import Floats
from isostat.core.vehicle.statics import lever


@remembered
def carried_by(a: Assessment, axle: int) -> Floats:
    """Part of each item's mass that an axle bears, (items,); by levers, three supports as a stiff body on equal springs."""
    carried = loads(a.job)
    supports = [x.x_m for x in a.axles] + ([a.loading.hitch.x_m] if a.loading.hitch else [])
    h = lever(np.array(supports), np.zeros(len(supports)))[:2]
    point = lever(carried.x_m, np.zeros_like(carried.x_m))[:2]
    share: Floats = h.T @ np.linalg.solve(h @ h.T, point) if len(supports) > 1 else np.ones((1, carried.x_m.size))
    rides = carried.on_wheel[axle].sum(axis=0)
    return np.asarray(rides + share[axle] * (1.0 - carried.on_wheel.sum(axis=(0, 1))))


@remembered
def stays_kg(a: Assessment, axle: int) -> Floats:
    """What of the items that stay came upon an axle since the weighing, (B,) in kg."""
    stays = np.array([item.stays for item in a.job.items], dtype=float)
    carried = loads(a.job)
    return np.asarray((carried.aboard * carried.mass_kg) @ (stays * carried_by(a, axle)))


def load_cases(a: Assessment) -> list[int]:
    """The cases that are loads and stand: with fewer than two nothing is known of coming and going."""
    return [c for c in range(a.cases) if a.proposed.stands[c] and a.job.cases[c].kind == "load"]
