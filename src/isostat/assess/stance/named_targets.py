"""A wanted stance in words, as the target that it means."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np

from isostat.assess.setup.items import loads
from isostat.assess.setup.rake import rake_points
from isostat.assess.solve.assessment import Assessment, assess
from isostat.core.limits import GRAVITY
from isostat.core.vehicle.equilibrium import solve_equilibrium
from isostat.job.edits.target import aim_by_axle
from isostat.job.schema import Job

WORDS = ("by lift", "level", "keep rake", "level when full", "as before the gear")
SAME = 0.0005  # m within which two rakes are one


def fullest(a: Assessment) -> str:
    """The heaviest load case's name."""
    return a.job.cases[int(np.argmax(a.loading.whole_kg))].name


def words_of(a: Assessment) -> str | None:
    """The words that the target stands for now; None for a rake that is none of them."""
    target = a.job.target
    if target.rake_m is None:
        return "by lift"
    if abs(target.rake_m.value) < SAME:
        lean = target.lean_m is not None and target.lean_m.value == 0.0
        return "level when full" if lean and target.case == fullest(a) else "level"
    return "keep rake" if abs(target.rake_m.value - rake_points(a.job, a.axles)[2]) < SAME else None


def aim(job: Job, words: str) -> Job:
    """The job with the target that the words mean: lifts as they come out now, or a rake that holds whatever is loaded."""
    a = assess(job)
    if words == "by lift":
        return aim_by_axle(job, _lifts(a.pose.front_lift_m, a.pose.rear_lift_m))
    if words == "as before the gear":
        lifts = before_the_gear(a)
        return aim_by_axle(job, {**_lifts(*lifts), "lean_m": None})
    front = _lifts(a.pose.front_lift_m, a.pose.rear_lift_m)
    rake = rake_points(job, a.axles)[2] if words == "keep rake" else 0.0
    change: dict[str, Any] = {**front, "rake_m": {"value": round(rake, 4)}}
    if words == "level when full":
        change |= {"case": fullest(a), "lean_m": {"value": 0.0}}
    return aim_by_axle(job, change)


def _lifts(front: float, rear: float) -> dict[str, Any]:
    return {"front_lift_m": {"value": round(front, 4)}, "rear_lift_m": {"value": round(rear, 4)}, "rake_m": None}


def before_the_gear(a: Assessment) -> tuple[float, float]:
    """Front and rear lift in m that bring it back to where it stood with nothing carried, on the springs as found.

    What was on board when weighed is taken off through the whole vehicle; weighed empty, both are nought.
    """
    platform, bank = a.found_parts
    one, carried = platform.take(np.array([a.job.weighed_case])), loads(a.job)
    gear = (carried.lever() * carried.body_kg) @ carried.weighed
    wheels = GRAVITY * (carried.on_wheel * carried.mass_kg) @ carried.weighed
    unsprung = one.unsprung_n - GRAVITY * a.loading.unsprung_kg[..., [a.job.weighed_case]] - wheels[..., None]
    bare = replace(one, weight=(a.loading.weighed - gear)[:, None], unsprung_n=unsprung)
    travel = solve_equilibrium(bare, bank, exact=True).travel_m[..., 0]
    return -float(travel[0].mean()), -float(travel[-1].mean())
