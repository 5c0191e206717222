"""What a stop does at full bump, and what each step of spacer under it buys and costs."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from isostat.assess.setup.clearances import tyre_sooner
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.standing import wheel_curve
from isostat.assess.travel.articulation import Pair, one_wheel_up
from isostat.assess.travel.judge import free_bump
from isostat.assess.travel.margins import kept
from isostat.core.parts.event import Event
from isostat.core.travel.events import TravelEvent, bump_end, droop_end, travel_of

STEP, STEPS = 0.010, 4  # m of spacer, and how many of them from none


@dataclass(frozen=True, slots=True)
class StopUse:
    """Full bump of a wheel, both together: what ends it, the share of the stop's squeeze used there, force over static load."""

    end: TravelEvent
    share: float
    times: float


def stop_use(a: Assessment, axle: int, side: int, case: int) -> StopUse | None:
    """None without a stop, or where the wheel carries nothing in that case."""
    s, fit, figures = a.proposed, a.fits[axle], a.axles[axle]
    events = s.events[axle][side]
    touched, static = travel_of(events, Event.STOP_TOUCHED), float(s.rest.force_n[axle, side, case])
    if touched is None or static <= 0.0:
        return None
    first = {limit.name for limit in kept(a, axle, side) if limit.bump} | {Event.STOP_FLAT}
    end = next(e for e in events if e.name in first)
    squeezed = float(np.clip((end.travel_m - touched) * figures.stop_ratio.value, 0.0, None))
    curve = wheel_curve(s.platform, s.bank, axle, side, (droop_end(events).travel_m, end.travel_m))
    return StopUse(end, squeezed / fit.stop_flat_m.value, float(curve.force_n[-1]) / static)


@dataclass(frozen=True, slots=True)
class Clearance:
    """Tyre to arch in m with the stop flat, straight or at lock, of the worst wheel and view. None: not measured."""

    tyre_radius_m: float
    clear_m: float | None


@dataclass(frozen=True, slots=True)
class SpacerStep:
    """One height of spacer under both stops of an axle, the worse side. clear: with the tyre as found, and as fitted if another."""

    spacer_m: float
    clear: tuple[Clearance, ...]
    free_bump_m: float  # to the touch, heaviest case
    bump_m: float  # to flat, the target's case


def spacer_steps(a: Assessment, axle: int) -> tuple[SpacerStep, ...]:
    """From no spacer up in steps of 10 mm, the spacer as proposed among them; empty without a stop."""
    if any(travel_of(side, Event.STOP_FLAT) is None for side in a.proposed.events[axle]):
        return ()
    now = a.fits[axle].stop_spacer_m
    heights = sorted({round(n * STEP, 4) for n in range(STEPS)} | {round(now, 4)})
    return tuple(_step(a, axle, height, (now - height) / a.axles[axle].stop_ratio.value) for height in heights)


def _step(a: Assessment, axle: int, spacer: float, later_m: float) -> SpacerStep:
    """later_m: how much later than now the stop is touched, wheel travel."""
    s, radii = a.proposed, (a.axles[axle].tyre_radius_m.value, a.fits[axle].tyre_radius_m.value)
    free = min(float(free_bump(a, axle, side)[a.heaviest_case]) for side in (0, 1)) + later_m
    bump = min(float(s.bump_left_m[axle, side, a.target_case]) for side in (0, 1)) + later_m
    clear = tuple(Clearance(r, _clear(a, axle, later_m, r)) for r in dict.fromkeys(radii))
    return SpacerStep(spacer, clear, free, bump)


def _clear(a: Assessment, axle: int, later_m: float, radius_m: float) -> float | None:
    figures, fit = a.axles[axle], a.fits[axle]

    def moved(e: TravelEvent) -> TravelEvent:
        sooner = tyre_sooner(figures, fit, radius_m, e.name) - tyre_sooner(figures, fit, fit.tyre_radius_m.value, e.name)
        return replace(e, travel_m=e.travel_m - sooner + (later_m if e.name.of_stop else 0.0))

    left, right = a.proposed.events[axle]
    nearest = _nearest((tuple(moved(e) for e in left), tuple(moved(e) for e in right)))
    return None if nearest is None else nearest.clear_m


@dataclass(frozen=True, slots=True)
class Nearest:
    """Where a tyre of an axle comes nearest to its arch with the stop flat: how near in m, at which wheel, event and view."""

    clear_m: float
    side: int
    event: Event
    one_up: bool


def arch_at(a: Assessment, axle: int, side: int, turned: float) -> float | None:
    """Travel in m at which a tyre meets its arch, turned by a share of full lock; None where neither gap was measured.

    Between straight and the worse lock it goes straight; with one of the two alone that is taken at every angle.
    """
    met = [e for e in a.proposed.events[axle][side] if e.name.of_tyre]
    if not met:
        return None
    lock = min((e.travel_m for e in met if e.name.at_lock), default=None)
    straight = next((e.travel_m for e in met if "lock" not in e.name), lock)
    assert straight is not None
    return straight + ((straight if lock is None else lock) - straight) * turned


def nearest_arch(a: Assessment, axle: int) -> Nearest | None:
    """With what is fitted; None where no clearance was measured."""
    return _nearest(a.proposed.events[axle])


def _nearest(pair: Pair) -> Nearest | None:
    views = [(side, one_up, one_wheel_up(pair, side) if one_up else pair[side]) for one_up in (False, True) for side in (0, 1)]
    met = [
        Nearest(e.travel_m - bump_end(view).travel_m, side, e.name, one_up)
        for side, one_up, view in views
        for e in view
        if e.name.of_tyre
    ]
    return min(met, key=lambda near: near.clear_m, default=None)


def strap_for(a: Assessment, axle: int) -> float | None:
    """Length in m of a strap that ends the droop before anything else does, with margins; None where its mounts were not measured.

    Of the two sides the shorter, so that no hose is nearer than its margin.
    """
    figures, lengths = a.axles[axle], []
    for side in (0, 1):
        mounts = figures.strap_mounts_m[side]
        if mounts is None:
            return None
        keeps = {limit.name: limit.margin_m for limit in kept(a, axle, side) if not limit.bump} | {Event.SHOCK_TOPPED: 0.0}
        ends = [e.travel_m + keeps[e.name] for e in a.proposed.events[axle][side] if e.name in keeps]
        lengths.append(mounts.value - max(ends) * figures.strap_ratio.value)
    return min(lengths)
