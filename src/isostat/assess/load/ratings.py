"""Every plate and rating that was given, against what it carries in each case: the screen's bars and the findings read this."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.core.limits import GRAVITY, Floats
from isostat.core.vehicle.tyre_capacity import tyre_capacity
from isostat.job.vehicle import Axle


@dataclass(frozen=True, slots=True, kw_only=True)
class Rating:
    """A limit and its load. what: "plate", "tyre", "wheel" or "hitch". axle: None for the whole vehicle and the hitch."""

    what: str
    axle: int | None
    side: int | None  # of a tyre or wheel: the heavier one in the worst case
    limit_kg: float
    load_kg: Floats  # (B,) of a tyre or wheel: the heavier of the two
    assumed: bool = False  # the limit rests on something assumed


def tyre_limit(axle: Axle) -> tuple[float, bool] | None:
    """What a tyre of an axle may carry at its pressure in kg, and whether that rests on an assumed one; None without a rating."""
    if axle.tyre_plate_kg is None:
        return None
    rated = float(axle.tyre_plate_kg.value)
    if axle.tyre_pressure_pa is None:
        return rated, axle.tyre_plate_kg.assumed
    full = axle.tyre_plate_pa
    limit = tyre_capacity(rated, axle.tyre_pressure_pa.value, full.value if full else rules.LOAD_INDEX_PRESSURE)
    return limit, full is None or full.assumed or axle.tyre_plate_kg.assumed


def nose_kg(a: Assessment) -> Floats:
    """What a trailer's coupling carries in each case, (B,) in kg; nought for what is no trailer."""
    return np.asarray(a.proposed.platform.nose_n(a.proposed.rest.pose) / GRAVITY)


def hitch_kg(a: Assessment) -> Floats:
    """What hangs on the ball in each case, (B,) in kg: of a trailer its own nose."""
    if a.loading.hitch is not None:
        return nose_kg(a)
    on_ball = np.array([item.kind == "hitch" for item in a.job.items], dtype=bool)
    return np.asarray(a.loading.items_kg[:, on_ball].sum(axis=1))


def ratings(a: Assessment) -> tuple[Rating, ...]:
    """All of them: axles front to back, the vehicle, the hitch, then tyres and wheels by axle."""
    vehicle, pads = a.job.vehicle, a.proposed.pad_kg
    out = [
        Rating(
            what="plate", axle=i, side=None, limit_kg=x.rating_kg.value, load_kg=pads[i].sum(axis=0), assumed=x.rating_kg.assumed
        )
        for i, x in enumerate(vehicle.axles)
        if x.rating_kg
    ]
    for what, plate, load in (("plate", vehicle.rating_kg, a.loading.whole_kg), ("hitch", vehicle.hitch_plate_kg, hitch_kg(a))):
        if plate is not None and (what == "plate" or load.any()):
            out.append(Rating(what=what, axle=None, side=None, limit_kg=plate.value, load_kg=load, assumed=plate.assumed))
    for i, axle in enumerate(vehicle.axles):
        wheel = axle.wheel_plate_kg
        limits = (("tyre", tyre_limit(axle)), ("wheel", (wheel.value, wheel.assumed) if wheel else None))
        for what, limit in limits:
            if limit is not None:
                worst = int(np.argmax(np.where(a.proposed.stands, pads[i], -np.inf).max(axis=1)))
                heavier = pads[i].max(axis=0)
                out.append(Rating(what=what, axle=i, side=worst, limit_kg=limit[0], load_kg=heavier, assumed=limit[1]))
    return tuple(out)
