"""Picking the rate of an axle by the proposal's way, and the window that all wishes leave."""

from __future__ import annotations

from contextlib import suppress
from dataclasses import dataclass, replace

import numpy as np

from isostat.assess.setup.figures import AxleFigures, default_frequency
from isostat.assess.setup.springs.kind import FoundSpring, Picked
from isostat.core import rules
from isostat.core.limits import GRAVITY, Floats, OutOfRange
from isostat.core.rates.rate import (
    spring_rate_for_wheel_rate,
    wheel_rate,
    wheel_rate_for_bump,
    wheel_rate_for_droop_share,
    wheel_rate_for_frequency,
    wheel_rate_for_two_loads,
    wheel_rate_seated,
)
from isostat.core.rates.window import Bound, intersect
from isostat.core.travel.events import TravelEvent, bump_end, droop_end
from isostat.core.vehicle.platform import Platform
from isostat.core.vehicle.pose import pads_for
from isostat.job.axle_fit import Pick
from isostat.job.out_of_range import say_out_of_range
from isostat.job.schema import Job


@dataclass(frozen=True, slots=True)
class Room:
    """Wheel travel in m from the target to stop flat and to hanging, both sides' mean; wheel rate and sprung mass as found."""

    bump_m: float
    droop_m: float
    old_rate: float
    old_kg: float

    @property
    def whole_m(self) -> float:
        """From hanging to stop flat."""
        return max(self.bump_m + self.droop_m, 0.01)


def room_at(
    axle: AxleFigures, found: tuple[FoundSpring, FoundSpring], events: list[tuple[TravelEvent, ...]], travel: Floats
) -> Room:
    """The room of an axle at the target. events: of both wheels. travel: (2,) target u* in m."""
    _, slope, bend = axle.spring_motion.at(np.zeros(2))
    old = [wheel_rate(f.rate.value, f.force_n, float(s), float(b)) for f, s, b in zip(found, slope, bend, strict=True)]
    sprung = [max(p.value - axle.unsprung_kg.value, 1.0) for p in axle.pad_kg]
    return Room(
        bump_m=float(np.mean([bump_end(e).travel_m - u for e, u in zip(events, travel, strict=True)])),
        droop_m=float(np.mean([u - droop_end(e).travel_m for e, u in zip(events, travel, strict=True)])),
        old_rate=sum(old) / 2,
        old_kg=sum(sprung) / 2,
    )


def pick_rate(
    job: Job, axle: int, platform: Platform, travel: Floats, force_n: Floats, bends: tuple[float, float], room: Room
) -> Picked:
    """Spring rates of an axle: of both sides' mean load, or of each side's own where left and right are each their own.

    platform: of the proposal, one column a case. travel: target u* (A, 2). force_n: (2,) spring force there.
    bends: X' and X'' of the spring at the target. room: of its travel there. A way that has no answer falls back to the frequency.
    """
    fit = job.proposal.axles[axle]

    def carried(case: str | None) -> Floats:
        index = job.case_index(case or job.target.case)
        held = pads_for(platform, index, travel)[axle] - platform.unsprung_n[axle, :, index]
        return np.asarray(held if fit.sides == "each" else np.full(2, held.mean()))

    held = {name: carried(name) for name in {None, fit.pick.case, fit.pick.light or job.cases[0].name, fit.pick.full}}
    spring = force_n if fit.sides == "each" else np.full(2, force_n.mean())
    rates: list[float] = []
    way, unpickable = fit.pick.way, None
    for side in (0, 1):
        loads = {name: float(load[side]) for name, load in held.items()}
        try:
            at_wheel = _at_wheel(job, axle, loads, room)
        except OutOfRange as fault:
            way, unpickable = "frequency", say_out_of_range(fault)
            at_wheel = wheel_rate_for_frequency(default_frequency(axle), max(loads[fit.pick.case] / GRAVITY, 1.0))
        rates.append(spring_rate_for_wheel_rate(at_wheel, float(spring[side]), *bends))
    asked = intersect(_bounds(job, axle, {name: float(load.mean()) for name, load in held.items()}, room))
    low, high = (spring_rate_for_wheel_rate(end, float(spring.mean()), *bends) for end in (asked.low, asked.high))
    return Picked(
        rate=(rates[0], rates[1]),
        sprung_kg=float(held[fit.pick.case].mean()) / GRAVITY,
        way=way,
        unpickable=unpickable,
        window=replace(asked, low=low, high=high),
        at_wheel=asked,
        bends=bends,
    )


def _two_loads(job: Job, pick: Pick, loads: dict[str | None, float]) -> float:
    differ = pick.differ_m.value if pick.differ_m else rules.LIGHT_AND_FULL_DIFFER
    return wheel_rate_for_two_loads(loads[pick.light or job.cases[0].name], loads[pick.full], differ)


def _at_wheel(job: Job, axle: int, loads: dict[str | None, float], room: Room) -> float:
    """Wheel rate in N/m by the axle's way. loads: held up at a wheel, N, by case; None: the target's."""
    pick = job.proposal.axles[axle].pick
    held = loads[pick.case]
    match pick.way:
        case "two loads":
            return _two_loads(job, pick, loads)
        case "same feel":  # the old frequency under the new mass
            return room.old_rate * held / GRAVITY / room.old_kg
        case "bump capacity":
            return wheel_rate_for_bump(held, room.bump_m, pick.multiple.value if pick.multiple else rules.BUMP_MULTIPLE)
        case "share of droop":
            share = pick.droop_share.value if pick.droop_share else rules.WANTED_DROOP_SHARE
            return wheel_rate_for_droop_share(held, room.whole_m, share)
        case _:
            return wheel_rate_for_frequency(pick.hertz.value if pick.hertz else default_frequency(axle), held / GRAVITY)


def _bounds(job: Job, axle: int, loads: dict[str | None, float], room: Room) -> list[Bound]:
    """What each wish asks of the wheel rate: the two that always hold, and those of which a number was typed."""
    pick, aimed = job.proposal.axles[axle].pick, loads[None]
    multiple = pick.multiple.value if pick.multiple else rules.BUMP_MULTIPLE
    bounds = [
        Bound("bump capacity", low=wheel_rate_for_bump(aimed, float(np.clip(room.bump_m, 0.005, 1.0)), multiple)),
        Bound("hanging", high=wheel_rate_seated(aimed, room.droop_m)),
    ]
    if pick.droop_share is not None:
        low, high = (wheel_rate_for_droop_share(aimed, room.whole_m, share) for share in rules.DROOP_SHARES[::-1])
        bounds.append(Bound("share of droop", low, high))
    if pick.differ_m is not None:
        with suppress(OutOfRange):  # loads that are as good as equal ask nothing
            bounds.append(Bound("two loads", low=_two_loads(job, pick, loads)))
    return bounds
