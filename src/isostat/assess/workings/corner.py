"""Workings of what is read at a corner in a case: height, load, frequency, what is held up, travel left, events."""

from __future__ import annotations

import numpy as np

from isostat.assess.assessment import Assessment
from isostat.assess.crossing import crossing, lanes
from isostat.assess.standing import Standing
from isostat.assess.workings.shown import Shown
from isostat.core.limits import GRAVITY
from isostat.core.tuning.events import HANGING, TravelEvent, bump_end, droop_end, travel_of
from isostat.core.working import Figure, Given, Origin, Working


def standing(a: Assessment, k: Shown) -> Standing:
    """The set-up that a number belongs to."""
    return a.found if k.found else a.proposed


def springs_assumed(a: Assessment, k: Shown) -> bool:
    """Whether a height rests mainly on a spring or ratio that is assumed."""
    axle = a.axles[k.axle]
    if k.found:
        weighed = a.job.cases[k.case].kind == "weighed"
        return not weighed and (a.found_springs[k.axle][k.side].rate.assumed or axle.spring_ratio.assumed)
    return axle.spring_ratio.assumed or a.found_springs[k.axle][k.side].installed_m.assumed


def height(a: Assessment, k: Shown) -> Working:
    """Hub to arch of a corner."""
    s = standing(a, k)
    base = a.axles[k.axle].hub_to_arch_m[k.side]
    u = float(s.rest.travel_m[k.axle, k.side, k.case])
    return Working(
        name="hub to arch",
        symbol="h",
        quantity="height",
        expression="h_b - u",
        inputs=(
            Given("h_b", "hub to arch as weighed", "height", base.value, base.origin),
            Given("u", "wheel travel from there, bump positive", "height", u, Origin.SOLVED),
        ),
        result=float(s.hub_to_arch_m[k.axle, k.side, k.case]),
        approximate=base.assumed or springs_assumed(a, k),
        rule="Whole vehicle in balance on springs, stops, bars and tyres; small angles.",
    )


def load(a: Assessment, k: Shown) -> Working:
    """Load on a pad."""
    s = standing(a, k)
    at = (k.axle, k.side, k.case)
    tyre = (a.found_fits if k.found else a.fits)[k.axle].tyre_rate
    squash = float(s.platform.tyre_squash_m[at] - s.rest.wheel_m[at])
    pads = a.axles[k.axle].pad_kg[k.side]
    return Working(
        name="load on the pad",
        symbol="N",
        quantity="mass",
        expression="k_t * s / g",
        inputs=(
            Given("k_t", "tyre rate", "rate", tyre.value, tyre.origin),
            Given("s", "squash of the tyre", "fine length", max(squash, 0.0), Origin.SOLVED),
            Given("g", "gravity", "acceleration", GRAVITY, Origin.TYPED),
        ),
        result=float(s.pad_kg[at]),
        approximate=pads.assumed,
        rule="Load and springs in balance; the sum over an axle is statics. Unsprung mass included.",
    )


def frequency(a: Assessment, k: Shown) -> Working:
    """Ride frequency of a corner."""
    s = standing(a, k)
    at = (k.axle, k.side, k.case)
    unsprung = unsprung_in(a, k)
    return Working(
        name="ride frequency",
        symbol="f",
        quantity="frequency",
        expression="sqrt(k_w / (N - m_u)) / (2 * pi)",
        inputs=(
            Given("k_w", "wheel rate at this height", "rate", float(s.wheel_rate[at]), Origin.COMPUTED),
            Given("N", "load on the pad", "mass", float(s.pad_kg[at]), Origin.COMPUTED),
            Given("m_u", "unsprung mass a wheel", "mass", unsprung.value, unsprung.origin),
        ),
        result=float(s.frequency_hz[at]),
        approximate=unsprung.assumed
        or a.axles[k.axle].spring_ratio.assumed
        or springs_assumed(a, k)
        or (k.found and a.found_springs[k.axle][k.side].rate.assumed),
        rule="One mass on its wheel rate, both wheels together; no tyre, no bar.",
    )


def bump(a: Assessment, k: Shown) -> Working:
    """Bump left."""
    return _left(a, k, bump_end(standing(a, k).events[k.axle][k.side]), bump=True)


def droop(a: Assessment, k: Shown) -> Working:
    """Droop left."""
    return _left(a, k, droop_end(standing(a, k).events[k.axle][k.side]), bump=False)


def _event_assumed(a: Assessment, k: Shown, name: str) -> bool:
    """Whether the place of an event rests on something assumed."""
    axle, fit = a.axles[k.axle], a.fits[k.axle]
    match name:
        case "stop touched":
            return axle.stop_gap_m[k.side].assumed or axle.stop_ratio.assumed
        case "stop flat":
            return axle.stop_gap_m[k.side].assumed or axle.stop_ratio.assumed or fit.stop_flat_m.assumed
        case "shock topped" | "shock bottomed":
            return axle.droop_shaft_m[k.side].assumed or axle.shock_ratio.assumed
        case "metal":
            return axle.metal_m[k.side].assumed
        case "strap taut":
            mounts = axle.strap_mounts_m[k.side]
            return mounts is None or mounts.assumed
        case "hose taut" | "joint at its limit":
            return False
        case tyre if tyre.startswith("tyre"):
            return axle.tyre_radius_m.assumed or fit.tyre_radius_m.assumed
        case "helper touched" | "helper flat":
            told = fit.cushion
            return axle.spring_ratio.assumed or (name == "helper flat" and told is not None and told.flat.assumed)
        case _:
            return axle.spring_ratio.assumed or a.found_springs[k.axle][k.side].installed_m.assumed


def _left(a: Assessment, k: Shown, end: TravelEvent, *, bump: bool) -> Working:
    u = float(standing(a, k).rest.travel_m[k.axle, k.side, k.case])
    assumed = _event_assumed(a, k, end.name)
    return Working(
        name="bump left" if bump else "droop left",
        symbol="b" if bump else "d",
        quantity="height",
        expression="e - u" if bump else "u - e",
        inputs=(
            Given("e", f"{end.name}, wheel travel", "height", end.travel_m, Origin.ASSUMED if assumed else Origin.COMPUTED),
            Given("u", "wheel travel in this case", "height", u, Origin.SOLVED),
        ),
        result=end.travel_m - u if bump else u - end.travel_m,
        approximate=assumed,
        rule="To the stop when flat (without a stop: to metal), both wheels."
        if bump
        else "To the first limit in droop, both wheels.",
    )


def _event_travel(a: Assessment, k: Shown) -> Given:
    travel = travel_of(a.proposed.events[k.axle][k.side], k.event)
    if travel is None:
        raise KeyError(k.event)
    assumed = _event_assumed(a, k, k.event)
    return Given("e", f"{k.event}, wheel travel", "height", travel, Origin.ASSUMED if assumed else Origin.COMPUTED)


def event(a: Assessment, k: Shown) -> Working:
    """Hub to arch at which an event comes."""
    base, at = a.axles[k.axle].hub_to_arch_m[k.side], _event_travel(a, k)
    return Working(
        name=k.event,
        symbol="h_e",
        quantity="height",
        expression="h_b - e",
        inputs=(Given("h_b", "hub to arch as weighed", "height", base.value, base.origin), at),
        result=base.value - at.value,
        approximate=at.origin is Origin.ASSUMED,
        rule="Each gap by its own row and ratio, both wheels. Moving the target moves no event.",
    )


def event_up(a: Assessment, k: Shown) -> Working:
    """Hub to arch at which an event comes with one wheel up."""
    base, at, other, moved = _event_up(a, k)
    return Working(
        name=f"{k.event}, one wheel up",
        symbol="h_e",
        quantity="height",
        expression="h_b - (e - (1 - w) * o) / w",
        inputs=(
            Given("h_b", "hub to arch as weighed", "height", base.value, base.origin),
            at,
            Given("w", "this wheel's share in what moves the part", "fine ratio", moved.own, Origin.COMPUTED),
            Given("o", "travel of the other wheel, at its other end", "height", other, Origin.SOLVED),
        ),
        result=base.value - moved.travel_m,
        approximate=at.origin is Origin.ASSUMED,
        rule="The other wheel hangs when this one is up, and the reverse.",
    )


def event_up_away(a: Assessment, k: Shown) -> Working:
    """How far it lies then from the ride height of a case."""
    _, at, _, moved = _event_up(a, k)
    u = float(a.proposed.rest.travel_m[k.axle, k.side, k.case])
    return Working(
        name=f"to {k.event}, one wheel up",
        symbol="d",
        quantity="height",
        expression="sqrt((c - u)**2)",
        inputs=(
            Given("c", f"{k.event}, one wheel up, wheel travel", "height", moved.travel_m, at.origin),
            Given("u", "wheel travel in this case", "height", u, Origin.SOLVED),
        ),
        result=abs(moved.travel_m - u),
        approximate=at.origin is Origin.ASSUMED,
        rule="From where it rides in this case, at the wheel.",
    )


def _event_up(a: Assessment, k: Shown) -> tuple[Figure, Given, float, TravelEvent]:
    """Baseline, the event together, travel of the other wheel, the event one wheel up."""
    moved = next(e for e in lanes(a, k.axle, k.side, one_up=True) if e.name == k.event)
    together = next(e for e in a.proposed.events[k.axle][k.side] if e.name == k.event)
    other = crossing(a, k.axle, 1 - k.side).bump_m if k.event in HANGING else crossing(a, k.axle, k.side).droop_m
    assert abs(together.beside(other).travel_m - moved.travel_m) < 1e-9
    return a.axles[k.axle].hub_to_arch_m[k.side], _event_travel(a, k), other, moved


def event_away(a: Assessment, k: Shown) -> Working:
    """How far an event lies from the ride height of a case."""
    at, u = _event_travel(a, k), float(a.proposed.rest.travel_m[k.axle, k.side, k.case])
    return Working(
        name=f"to {k.event}",
        symbol="d",
        quantity="height",
        expression="sqrt((e - u)**2)",
        inputs=(at, Given("u", "wheel travel in this case", "height", u, Origin.SOLVED)),
        result=abs(at.value - u),
        approximate=at.origin is Origin.ASSUMED,
        rule="From where it rides in this case, at the wheel.",
    )


def unsprung_in(a: Assessment, k: Shown) -> Figure:
    """Unsprung mass of a wheel in a case, heavier wheels included."""
    base, more = a.axles[k.axle].unsprung_kg, float(a.loading.unsprung_kg[k.axle, k.side, k.case])
    return Figure(base.value + more, base.origin)


def held(a: Assessment, k: Shown) -> Working:
    """What spring, stop and bar hold up at a wheel."""
    s, unsprung = standing(a, k), unsprung_in(a, k)
    at = (k.axle, k.side, k.case)
    return Working(
        name="held up at the wheel",
        symbol="m",
        quantity="mass",
        expression="N - m_u",
        inputs=(
            Given("N", "load on the pad", "mass", float(s.pad_kg[at]), Origin.COMPUTED),
            Given("m_u", "unsprung mass a wheel", "mass", unsprung.value, unsprung.origin),
        ),
        result=float(s.rest.force_n[at]) / GRAVITY,
        approximate=unsprung.assumed,
        rule="Pad load less what does not ride on the spring.",
    )


def wheel_rate(a: Assessment, k: Shown) -> Working:
    """Wheel rate at the height of a case."""
    s, axle = a.proposed, a.axles[k.axle]
    travel = s.rest.travel_m[k.axle, :, k.case]
    _, slope, bend = axle.spring_motion.at(s.platform.row[k.axle, [0, 1], :, 0] @ travel)
    compression, law = axle.spring_motion, a.orders[k.axle].law[k.side]
    x = float(compression.at(s.platform.row[k.axle, [0, 1], :, 0] @ travel)[0][k.side]) + a.orders[k.axle].offset_m[k.side]
    force, rate = float(law.force(np.asarray(x))), float(law.rate(np.asarray(x)))
    ratio, change, whole = float(slope[k.side]), float(bend[k.side]), float(s.wheel_rate[k.axle, k.side, k.case])
    return Working(
        name="wheel rate",
        symbol="k_w",
        quantity="rate",
        expression="k * MR**2 + S * c + o",
        inputs=(
            Given("k", "spring rate at this height", "rate", rate, a.orders[k.axle].rate_origin),
            Given("MR", "spring travel / wheel travel", "ratio", ratio, axle.spring_ratio.origin),
            Given("S", "spring force in this case", "force", force, Origin.SOLVED),
            Given("c", "change of MR a metre", "per metre", change, axle.spring_ratio.origin),
            Given(
                "o",
                "stop, air helper, and the other spring's share",
                "rate",
                whole - rate * ratio**2 - force * change,
                Origin.COMPUTED,
            ),
        ),
        result=whole,
        approximate=axle.spring_ratio.assumed,
        rule="At the height of this case, both wheels together; no tyre, no bar.",
    )


def mean_height(a: Assessment, k: Shown) -> Working:
    """Hub to arch of an axle, mean of both wheels."""
    left, right = (float(h) for h in standing(a, k).hub_to_arch_m[k.axle, :, k.case])
    return Working(
        name="hub to arch, mean",
        symbol="h",
        quantity="height",
        expression="(h_L + h_R) / 2",
        inputs=(
            Given("h_L", "hub to arch, left", "height", left, Origin.SOLVED),
            Given("h_R", "hub to arch, right", "height", right, Origin.SOLVED),
        ),
        result=(left + right) / 2,
        approximate=any(height(a, Shown("height", k.axle, side, k.case, k.found)).approximate for side in (0, 1)),
        rule="Whole vehicle in balance on springs, stops, bars and tyres.",
    )


def off_target(a: Assessment, k: Shown) -> Working:
    """How far a corner stands from its target."""
    now, target = float(standing(a, k).hub_to_arch_m[k.axle, k.side, k.case]), float(a.target_m[k.axle, k.side])
    return Working(
        name="off its target",
        symbol="d",
        quantity="height",
        expression="sqrt((h - h_t)**2)",
        inputs=(
            Given("h", "hub to arch", "height", now, Origin.SOLVED),
            Given("h_t", "hub to arch wanted", "height", target, Origin.TYPED),
        ),
        result=abs(now - target),
        approximate=height(a, k).approximate,
        rule="High or low of the target, as the tape would read.",
    )


def left_right(a: Assessment, k: Shown) -> Working:
    """How far a corner stands over or under the other side."""
    here, other = (float(standing(a, k).hub_to_arch_m[k.axle, side, k.case]) for side in (k.side, 1 - k.side))
    return Working(
        name="over the other side",
        symbol="d",
        quantity="height",
        expression="sqrt((h - h_o)**2)",
        inputs=(
            Given("h", "hub to arch here", "height", here, Origin.SOLVED),
            Given("h_o", "hub to arch on the other side", "height", other, Origin.SOLVED),
        ),
        result=abs(here - other),
        approximate=height(a, k).approximate,
        rule="Lean and the body's own asymmetry together.",
    )


def target(a: Assessment, k: Shown) -> Working:
    """Hub to arch wanted at a corner."""
    base, u = a.axles[k.axle].hub_to_arch_m[k.side], float(a.target_travel_m[k.axle, k.side])
    return Working(
        name="target",
        symbol="h_t",
        quantity="height",
        expression="h_b + l",
        inputs=(
            Given("h_b", "hub to arch as weighed", "height", base.value, base.origin),
            Given("l", "lift of this corner, from front, rear and lean", "height", -u, Origin.TYPED),
        ),
        result=float(a.target_m[k.axle, k.side]),
        approximate=base.assumed,
        rule="A flat body: front lift, rear lift and lean set every corner.",
    )


def tyre_share(a: Assessment, k: Shown) -> Working:
    """The tyre's part in the change of ground to arch."""
    s = standing(a, k)
    rise = float(s.arch_rise_m[k.axle, :, k.case].mean())
    spring = float(s.hub_to_arch_m[k.axle, :, k.case].mean() - a.baseline_m[k.axle].mean())
    tyre = a.fits[k.axle].tyre_radius_m
    return Working(
        name="tyre's share",
        symbol="t",
        quantity="height",
        expression="r - s",
        inputs=(
            Given("r", "rise of the arch above the ground", "height", rise, Origin.SOLVED),
            Given("s", "rise of the arch above the hub", "height", spring, Origin.SOLVED),
        ),
        result=rise - spring,
        approximate=tyre.assumed or mean_height(a, k).approximate,
        rule="A larger tyre lifts hub and arch alike; a heavier load squashes it.",
    )
