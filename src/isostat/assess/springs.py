"""The springs: what stands there as found, and what the proposal orders or tries."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.resolved import INSTALLED, AxleFigures, default_frequency
from isostat.assess.stand import SPRING, Springs
from isostat.core.elements.bank import Bank
from isostat.core.elements.coil import Coil as CoilLaw
from isostat.core.elements.law import METAL_RATE
from isostat.core.limits import GRAVITY, Floats, OutOfRange
from isostat.core.tuning.events import TravelEvent, bump_end, droop_end, travel_events
from isostat.core.tuning.order import RATE_STEP, Sides, SpringOrder, order_springs, to_step
from isostat.core.tuning.rate import (
    spring_rate_for_wheel_rate,
    wheel_rate,
    wheel_rate_for_bump,
    wheel_rate_for_frequency,
    wheel_rate_for_two_loads,
    wheel_rate_seated,
)
from isostat.core.vehicle.platform import Platform
from isostat.core.vehicle.pose import pads_for, spring_forces
from isostat.core.working import Figure, Origin
from isostat.job.fitted import AxleFit, Coil
from isostat.job.reading import Reading
from isostat.job.schema import Job

MULTIPLE = 2.0  # of the static load that full bump shall take, the stop left out, until said otherwise (common practice, no source)
DIFFER = 0.04  # m that light and full may differ, until said otherwise
TAPE, PAD = 0.0015, 0.01  # two standard deviations: of a tape in m, of a scale pad as a share
REACH = (0.001, 3.0)  # m
LOWEST_RATE, HIGHEST_RATE = 500.0, METAL_RATE / 2.0


@dataclass(frozen=True, slots=True, kw_only=True)
class FoundSpring:
    """One spring as found: what the readings say of it. The scales win."""

    force_n: float  # at the baseline
    rate: Figure
    installed_m: Figure
    length_known: bool  # False: neither installed nor free length was given
    implied_free_m: float  # installed length + force/rate
    free_off_m: float | None  # implied less the part's own free length, None where one is not known
    free_error_m: float
    spacer_m: float
    law: CoilLaw


def found_springs(axle: AxleFigures, index: int, fit: AxleFit, force_n: Floats) -> tuple[FoundSpring, FoundSpring]:
    """Both springs of an axle as found. force_n: (2,) at the baseline, from the scales."""
    _, slope, bend = axle.spring_motion.at(np.zeros(2))

    def one(coil: Coil, side: int) -> FoundSpring:
        force = float(force_n[side])
        if coil.rate_n_per_m is not None:
            origin = Origin.ASSUMED if coil.rate_n_per_m.assumed else Origin.TYPED
            rate = Figure(coil.rate_n_per_m.value, origin)
        else:
            sprung = max(axle.pad_kg[side].value - axle.unsprung_kg.value, 1.0)
            at_wheel = wheel_rate_for_frequency(default_frequency(index), sprung)
            guess = spring_rate_for_wheel_rate(at_wheel, force, float(slope[side]), float(bend[side]))
            rate = Figure(float(np.clip(guess, LOWEST_RATE, HIGHEST_RATE)), Origin.ASSUMED)
        pressed = force / rate.value
        if coil.installed_length_m is not None:
            assumed = coil.installed_length_m.assumed
            installed = Figure(coil.installed_length_m.value, Origin.ASSUMED if assumed else Origin.MEASURED)
        elif coil.free_length_m is not None:
            origin = Origin.ASSUMED if rate.assumed or coil.free_length_m.assumed else Origin.COMPUTED
            installed = Figure(coil.free_length_m.value - pressed, origin)
        else:
            installed = Figure(INSTALLED, Origin.ASSUMED)
        implied = installed.value + pressed
        known = coil.rate_n_per_m and coil.free_length_m and coil.installed_length_m
        off = implied - coil.free_length_m.value if known and coil.free_length_m else None
        error = float(np.hypot(np.hypot(TAPE, TAPE), PAD * pressed))
        solid = coil.solid_length_m
        reach = _reach(implied, solid)
        return FoundSpring(
            force_n=force,
            rate=rate,
            installed_m=installed,
            length_known=bool(coil.installed_length_m or coil.free_length_m),
            implied_free_m=implied,
            free_off_m=off,
            free_error_m=error,
            spacer_m=coil.spacer_m.value if coil.spacer_m else 0.0,
            law=CoilLaw(rate.value, reach),
        )

    return one(fit.left, 0), one(fit.right, 1)


def _reach(free_m: float, solid: Reading | None) -> float | None:
    """Compression to solid in m, kept within what a coil can have; None where no solid length was given."""
    return None if solid is None else float(np.clip(free_m - solid.value, *REACH))


def as_stand(found: tuple[FoundSpring, FoundSpring]) -> Springs:
    """Springs as found for the platform: each pressed by its baseline force."""
    left, right = found
    return Springs((left.law, right.law), (left.force_n / left.rate.value, right.force_n / right.rate.value))


@dataclass(frozen=True, slots=True, kw_only=True)
class Ordered:
    """One axle's springs as the proposal orders them, with what the target asks of them."""

    order: SpringOrder
    rate_origin: Origin
    free_origin: Origin
    spacer_origin: Origin
    target_force_n: tuple[float, float]  # spring force at the target
    space_m: tuple[float, float]  # room between the seats at the target, no spacer at all
    sprung_kg: float  # of one wheel, mean, in the case that the rate is picked by
    window: tuple[float, float]  # N/m of the spring: full bump takes MULTIPLE of the load, and it stays pressed when hanging
    picked: str  # the way that gave the rate, or why it could not
    law: tuple[CoilLaw, CoilLaw]
    offset_m: tuple[float, float]  # compression at the baseline position
    can_be_had: bool  # False: a force or a rate below zero would be wanted


@dataclass(frozen=True, slots=True)
class _Room:
    """Wheel travel in m from the target to stop flat and to hanging, both sides' mean; wheel rate and sprung mass as found."""

    bump_m: float
    droop_m: float
    old_rate: float
    old_kg: float


def _room(
    axle: AxleFigures, found: tuple[FoundSpring, FoundSpring], events: list[tuple[TravelEvent, ...]], travel: Floats
) -> _Room:
    _, slope, bend = axle.spring_motion.at(np.zeros(2))
    old = [wheel_rate(f.rate.value, f.force_n, float(s), float(b)) for f, s, b in zip(found, slope, bend, strict=True)]
    sprung = [max(p.value - axle.unsprung_kg.value, 1.0) for p in axle.pad_kg]
    return _Room(
        bump_m=float(np.mean([bump_end(e).travel_m - u for e, u in zip(events, travel, strict=True)])),
        droop_m=float(np.mean([u - droop_end(e).travel_m for e, u in zip(events, travel, strict=True)])),
        old_rate=sum(old) / 2,
        old_kg=sum(sprung) / 2,
    )


def pick_rate(
    job: Job, axle: int, platform: Platform, travel: Floats, force_n: Floats, bends: tuple[float, float], room: _Room
) -> tuple[float, float, str, tuple[float, float]]:
    """Spring rate in N/m of an axle by the proposal's way, mean of both sides; with sprung mass, words and the window of rates.

    platform: of the proposal, one column a case. travel: target u* (A, 2). force_n: (2,) spring force there.
    bends: X' and X'' of the spring at the target. A way that has no answer falls back to the frequency.
    """
    pick = job.proposal.axles[axle].pick

    def carried(case: str | None) -> float:
        index = job.case_index(case or job.target.case)
        pads = pads_for(platform, index, travel)[axle]
        return float((pads - platform.unsprung_n[axle, :, index]).mean())

    held = carried(pick.case)
    words = "frequency"
    try:
        if pick.way == "two loads":
            light, full = carried(pick.light or job.cases[0].name), carried(pick.full or job.target.case)
            differ = pick.differ_m.value if pick.differ_m else DIFFER
            at_wheel, words = wheel_rate_for_two_loads(light, full, differ), "two loads"
        elif pick.way == "same feel":  # the old frequency under the new mass
            at_wheel, words = room.old_rate * held / GRAVITY / room.old_kg, "same feel"
        elif pick.way == "bump capacity":
            at_wheel = wheel_rate_for_bump(held, room.bump_m, pick.multiple.value if pick.multiple else MULTIPLE)
            words = "bump capacity"
        else:
            hertz = pick.hertz.value if pick.hertz else default_frequency(axle)
            at_wheel = wheel_rate_for_frequency(hertz, held / GRAVITY)
    except OutOfRange as fault:
        words = str(fault)
        at_wheel = wheel_rate_for_frequency(default_frequency(axle), max(held / GRAVITY, 1.0))
    spring = float(np.mean(force_n))
    rate = spring_rate_for_wheel_rate(at_wheel, spring, *bends)
    aimed = carried(None)  # the window is of the target's own load
    low = wheel_rate_for_bump(aimed, float(np.clip(room.bump_m, 0.005, 1.0)), MULTIPLE)
    ends = (spring_rate_for_wheel_rate(end, spring, *bends) for end in (low, wheel_rate_seated(aimed, room.droop_m)))
    least, most = ends
    return rate, held / GRAVITY, words, (least, most)


def order(
    job: Job,
    axles: tuple[AxleFigures, ...],
    found: tuple[tuple[FoundSpring, FoundSpring], ...],
    platform: Platform,
    bank: Bank,
    travel: Floats,
) -> tuple[Ordered, ...]:
    """The springs of the proposal, axle by axle: typed values win, the rest is solved for the target.

    platform, bank: the proposal without its springs, one column a case. travel: target u* (A, 2) in m.
    """
    case = job.case_index(job.target.case)
    pads = pads_for(platform, case, travel)
    force = spring_forces(platform, bank, case, pads - platform.unsprung_n[..., case], travel, SPRING)
    out = []
    for a, axle in enumerate(axles):
        events = [travel_events(platform, bank, a, side, 0) for side in (0, 1)]
        out.append(_order_axle(job, a, axle, found[a], platform, travel, force[a], _room(axle, found[a], events, travel[a])))
    return tuple(out)


def _order_axle(
    job: Job,
    a: int,
    axle: AxleFigures,
    found: tuple[FoundSpring, FoundSpring],
    platform: Platform,
    travel: Floats,
    force: Floats,
    room: _Room,
) -> Ordered:
    fit = job.proposal.axles[a]
    coils = (fit.left, fit.right)
    rows = platform.row[a, list(SPRING), :, 0]
    grown, slope, bend = axle.spring_motion.at(rows @ travel[a])
    bends = (float(slope.mean()), float(bend.mean()))
    picked, sprung, words, window = pick_rate(job, a, platform, travel, force, bends, room)
    can_be_had = bool((force > 0.0).all()) and picked > 0.0
    safe = float(np.clip(to_step(picked, RATE_STEP), RATE_STEP, HIGHEST_RATE))
    rates = tuple(c.rate_n_per_m.value if c.rate_n_per_m else safe for c in coils)
    base = np.array([f.installed_m.value + f.spacer_m for f in found])  # room between the seats at the baseline
    space = base - grown
    ordered = order_springs(
        space,
        force,
        (rates[0], rates[1]),
        Sides(fit.sides),
        (_given(fit.left.free_length_m), _given(fit.right.free_length_m)),
        (_given(fit.left.spacer_m), _given(fit.right.spacer_m)),
    )
    laws = []
    for coil, free, rate in zip(coils, ordered.free_m, rates, strict=True):
        reach = _reach(free, coil.solid_length_m)
        laws.append(CoilLaw(rate, reach))
    offsets = np.array(ordered.free_m) + np.array(ordered.spacer_m) - base
    typed_free = any(c.free_length_m for c in coils)
    return Ordered(
        order=ordered,
        rate_origin=Origin.TYPED if any(c.rate_n_per_m for c in coils) else Origin.COMPUTED,
        free_origin=Origin.TYPED if typed_free else Origin.SOLVED,
        spacer_origin=Origin.TYPED if any(c.spacer_m for c in coils) else Origin.SOLVED,
        target_force_n=(float(force[0]), float(force[1])),
        space_m=(float(space[0]), float(space[1])),
        sprung_kg=sprung,
        window=window,
        picked=words,
        law=(laws[0], laws[1]),
        offset_m=(float(offsets[0]), float(offsets[1])),
        can_be_had=can_be_had,
    )


def _given(reading: object) -> float | None:
    return None if reading is None else float(reading.value)  # type: ignore[attr-defined]


def ordered_wheel_rate(axle: AxleFigures, ordered: Ordered, travel: Floats, rows: Floats) -> tuple[float, float]:
    """Wheel rate in N/m of the ordered springs alone at the target, left and right, both wheels together."""
    _, slope, bend = axle.spring_motion.at(rows @ travel)
    return tuple(
        wheel_rate(k, f, float(s), float(b))
        for k, f, s, b in zip(  # type: ignore[return-value]
            ordered.order.rate_n_per_m, ordered.target_force_n, slope, bend, strict=True
        )
    )
