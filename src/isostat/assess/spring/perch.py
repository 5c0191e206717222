"""A strut's perch on a ring in one of several grooves: how many it goes up, and what is left for a spacer."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.assess.solve.assessment import Assessment


@dataclass(frozen=True, slots=True)
class Perch:
    """Of one corner. grooves: up from where the ring is; up_m: by how much that is; spacer_m: that is fitted besides."""

    grooves: int
    up_m: float
    spacer_m: float


def perch_at(a: Assessment, axle: int, side: int) -> Perch:
    """The spacer that is ordered, as far as whole grooves go by the ring; all of it where the perch has none."""
    spacer, apart = float(a.orders[axle].order.spacer_m[side]), a.job.vehicle.axles[axle].perch_groove_m
    if apart is None:
        return Perch(0, 0.0, spacer)
    grooves = int(spacer / float(apart.value) + 1e-6)
    up = grooves * float(apart.value)
    return Perch(grooves, up, max(spacer - up, 0.0))
