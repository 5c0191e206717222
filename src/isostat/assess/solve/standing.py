"""How one set-up stands in every case: heights, loads, travel left, frequency."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from isostat.assess.setup.clearances import Met
from isostat.core.limits import Bools, Floats
from isostat.core.parts.bank import Bank
from isostat.core.rates.rate import ride_frequency
from isostat.core.travel.events import TravelEvent, bump_end, droop_end, travel_events
from isostat.core.vehicle.equilibrium import Equilibrium, solve_equilibrium
from isostat.core.vehicle.platform import Platform
from isostat.core.vehicle.ride_laws import as_riding
from isostat.core.vehicle.statics import lever, support_margin
from isostat.core.vehicle.wheel_forces import ExactForces, Stiffness

Events = tuple[tuple[tuple[TravelEvent, ...], tuple[TravelEvent, ...]], ...]  # [axle][side]


@lru_cache(maxsize=8)
def wheel_events(platform: Platform, bank: Bank, met: tuple[Met, ...]) -> Events:
    """What happens on every wheel's way, both wheels of an axle together; remembered by the set-up.

    platform, bank: which. met: what no law knows, an axle each.
    """
    sides = [[met[a].beside(travel_events(platform, bank, a, n, 0), n) for n in (0, 1)] for a in range(platform.axles)]
    return tuple((left, right) for left, right in sides)


@dataclass(frozen=True, slots=True, kw_only=True)
class Standing:
    """One set-up in all cases; arrays (A, 2, B) unless said. A case that cannot stand holds the baseline pose."""

    platform: Platform
    bank: Bank
    riding: tuple[Platform, Bank]  # the same as a bump meets it, in every case
    rest: Equilibrium
    stands: Bools  # (B,) inside its wheels and settled
    support_m: Floats  # (B,) how far the load lies inside the wheels; negative outside
    hub_to_arch_m: Floats
    arch_rise_m: Floats  # change of ground to arch from the baseline
    pad_kg: Floats
    wheel_rate: Floats  # N/m, all parts, no tyre, no bar, both wheels together
    frequency_hz: Floats
    beyond: Bools  # a part outside what its law knows
    falling: Bools  # a wheel curve that falls at this height: the balance is not sure
    events: Events
    bump_left_m: Floats
    droop_left_m: Floats


FAR = 50.0  # times as far from a coupling as the wheels: further back no load is carried (stated rule)


def _standing_cases(platform: Platform) -> tuple[Bools, Floats]:
    y = np.stack([platform.half_track_m, -platform.half_track_m], axis=1)
    x = np.broadcast_to(platform.axle_x_m[:, None], y.shape)
    x, y = x.reshape(-1, platform.cases), y.reshape(-1, platform.cases)
    if platform.hitch is not None:  # latched it holds up and down: the wheels' shadow, seen from it, is where a load may lie
        ahead = platform.hitch[:1]
        x, y = np.vstack([ahead, ahead + FAR * (x - ahead)]), np.vstack([np.zeros((1, platform.cases)), FAR * y])
    weight = platform.whole_weight
    margins = [support_margin(weight[:, c], x[:, c], y[:, c]) for c in range(platform.cases)]
    return np.array([m > 0.0 for m in margins]), np.array(margins)


def moved_together(k: Stiffness) -> Floats:
    """Rate at each wheel (A, 2, B) in N/m, both wheels of an axle together, so no bar; both axles of a tandem on its beams."""
    at_wheel = np.stack([k.ll + k.lr, k.rr + k.lr], axis=1)
    if k.along is not None:
        at_wheel += k.along.sum(axis=2)
        at_wheel[1:] += k.along[:-1].sum(axis=1)
    return at_wheel


def stand_up(platform: Platform, bank: Bank, baseline_m: Floats, gravity: float, met: tuple[Met, ...]) -> Standing:
    """Solves a set-up in all its cases and measures it.

    platform, bank: one column a case. baseline_m: (A, 2) hub to arch at the baseline. gravity: m/s².
    met: what no law knows, an axle each.
    """
    inside, support = _standing_cases(platform)
    safe = platform
    if not inside.all():  # no solve for a load that the wheels cannot hold; its column shows the baseline
        weight = platform.weight.copy()
        fallback = np.nonzero(inside)[0]
        weight[:, ~inside] = weight[:, fallback[:1]] if fallback.size else _middle_load(platform)[:, ~inside]
        safe = replace(platform, weight=weight)
    rest = solve_equilibrium(safe, bank, exact=True)
    u = rest.travel_m
    exact = ExactForces(safe, bank)
    compression, _, _ = exact.compression(u)
    riding = as_riding(safe, bank, compression)
    _, k = ExactForces(*riding)(u)
    at_wheel = moved_together(k)
    sprung = rest.force_n / gravity
    frequency = np.vectorize(ride_frequency)(at_wheel, sprung)
    events = wheel_events(platform, bank, met)
    bump = np.array([[bump_end(side).travel_m for side in axle] for axle in events])
    droop = np.array([[droop_end(side).travel_m for side in axle] for axle in events])
    y = np.stack([platform.half_track_m, -platform.half_track_m], axis=1)
    h = lever(np.broadcast_to(platform.axle_x_m[:, None], y.shape), y)
    return Standing(
        platform=platform,
        bank=bank,
        riding=riding,
        rest=rest,
        stands=inside & rest.converged,
        support_m=support,
        hub_to_arch_m=baseline_m[..., None] - u,
        arch_rise_m=(h * rest.pose[:, None, None]).sum(axis=0),
        pad_kg=rest.pad_n / gravity,
        wheel_rate=at_wheel,
        frequency_hz=frequency,
        beyond=_beyond(platform, bank, compression),
        falling=at_wheel <= 0.0,
        events=events,
        bump_left_m=bump[..., None] - u,
        droop_left_m=u - droop[..., None],
    )


def _middle_load(platform: Platform) -> Floats:
    """A modest load in the middle of the wheels, to have something finite to show."""
    weight = np.zeros_like(platform.weight)
    weight[0] = 1000.0
    weight[1] = -1000.0 * platform.axle_x_m.mean(axis=0)
    return weight


def _beyond(platform: Platform, bank: Bank, compression: Floats) -> Bools:
    """Which wheels have a part outside the domain of its law, (A, 2, B)."""
    low = np.array([law.domain[0] for law in bank.laws])[platform.law]
    high = np.array([law.domain[1] for law in bank.laws])[platform.law]
    out = (compression < low - 1e-9) | (compression > high + 1e-9)
    left = (platform.row[:, :, 0] >= platform.row[:, :, 1]) & out
    right = (platform.row[:, :, 1] > platform.row[:, :, 0]) & out
    return np.stack([left.any(axis=1), right.any(axis=1)], axis=1)


@dataclass(frozen=True, slots=True)
class WheelCurve:
    """What one wheel's parts hold up on its way from hanging to metal, both wheels of the vehicle's axles together; no bar."""

    travel_m: Floats  # (N,) wheel travel
    force_n: Floats  # (N,)
    part_n: Floats  # (P, N): the share of each part, at the wheel


@lru_cache(maxsize=32)
def wheel_curve(platform: Platform, bank: Bank, axle: int, side: int, ends_m: tuple[float, float]) -> WheelCurve:
    """The curve of a wheel between two travels in m.

    platform, bank, axle, side: which set-up and wheel. Remembered by the set-up: as found it seldom changes.
    """
    low, high = ends_m
    u = np.linspace(low, max(high, low + 0.02), 160)
    one = platform.repeated(u.size)
    force, _, slope, _ = ExactForces(one, bank).parts(np.broadcast_to(u, (platform.axles, 2, u.size)))
    part = force[axle] * slope[axle] * one.row[axle, :, side]
    return WheelCurve(u, part.sum(axis=0), part)


def cross_weight(pad_kg: Floats) -> Floats:
    """Share of the weight on front right and rear left, (B,), of pads (A, 2, B) by first and last axle."""
    four = pad_kg[0].sum(axis=0) + pad_kg[-1].sum(axis=0)
    return np.asarray((pad_kg[0, 1] + pad_kg[-1, 0]) / np.maximum(four, 1e-9))
