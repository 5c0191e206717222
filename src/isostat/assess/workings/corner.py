"""Workings of what is read at a corner in a case: height, load, frequency, what is held up, travel left, events."""

from __future__ import annotations

import numpy as np

from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.standing import Standing
from isostat.assess.workings.events import event_assumed
from isostat.assess.workings.grounds import springs_guessed
from isostat.assess.workings.shown import Shown
from isostat.core.limits import GRAVITY
from isostat.core.travel.events import TravelEvent, bump_end, droop_end
from isostat.core.working import Figure, Given, Origin, Working
from isostat.job.event_words import EVENT_NOUNS
from isostat.language import tr


def standing(a: Assessment, k: Shown) -> Standing:
    """The set-up that a number belongs to."""
    return a.found if k.found else a.proposed


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
        approximate=False,
        rule="Whole vehicle in balance on springs, stops, bars and tyres; small angles.",
    )


def load(a: Assessment, k: Shown) -> Working:
    """Load on a pad."""
    s = standing(a, k)
    at = (k.axle, k.side, k.case)
    tyre = (a.found_fits if k.found else a.fits)[k.axle].tyre_rate
    squash = float(s.platform.tyre_squash_m[at] - s.rest.wheel_m[at])
    return Working(
        name="corner weight",
        symbol="N",
        quantity="mass",
        expression="k_t * s / g",
        inputs=(
            Given("k_t", "tyre rate", "rate", tyre.value, tyre.origin),
            Given("s", "tyre deflection", "fine length", max(squash, 0.0), Origin.SOLVED),
            Given("g", "gravity", "acceleration", GRAVITY, Origin.TYPED),
        ),
        result=float(s.pad_kg[at]),
        approximate=False,
        rule="Load and springs in balance; the sum over an axle is statics. Unsprung mass included.",
    )


def frequency(a: Assessment, k: Shown) -> Working:
    """Ride frequency of a corner."""
    s = standing(a, k)
    at = (k.axle, k.side, k.case)
    unsprung = unsprung_in(a, k)
    if s.frequency_hz[at] == 0.0:
        return Working(
            name="ride frequency",
            symbol="f",
            quantity="frequency",
            expression="f_0",
            inputs=(Given("f_0", "no sprung mass, or a negative wheel rate", "frequency", 0.0, Origin.COMPUTED),),
            result=0.0,
            approximate=False,
            rule="One mass on its wheel rate: without either there is no frequency.",
        )
    return Working(
        name="ride frequency",
        symbol="f",
        quantity="frequency",
        expression="sqrt(k_w / (N - m_u)) / (2 * pi)",
        inputs=(
            Given("k_w", "wheel rate at this height", "rate", float(s.wheel_rate[at]), Origin.COMPUTED),
            Given("N", "corner weight", "mass", float(s.pad_kg[at]), Origin.COMPUTED),
            Given("m_u", "unsprung mass, per wheel", "mass", unsprung.value, unsprung.origin),
        ),
        result=float(s.frequency_hz[at]),
        approximate=unsprung.assumed
        or a.axles[k.axle].spring_ratio.assumed
        or springs_guessed(a, k)
        or (k.found and a.found_springs[k.axle][k.side].rate.assumed),
        rule="One mass on its wheel rate, both wheels together; no tyre, no bar.",
    )


def bump(a: Assessment, k: Shown) -> Working:
    """Bump left."""
    return _left(a, k, bump_end(standing(a, k).events[k.axle][k.side]), bump=True)


def droop(a: Assessment, k: Shown) -> Working:
    """Droop left."""
    return _left(a, k, droop_end(standing(a, k).events[k.axle][k.side]), bump=False)


def _left(a: Assessment, k: Shown, end: TravelEvent, *, bump: bool) -> Working:
    u = float(standing(a, k).rest.travel_m[k.axle, k.side, k.case])
    assumed = event_assumed(a, k, end.name)
    return Working(
        name="bump travel available" if bump else "droop travel available",
        symbol="b" if bump else "d",
        quantity="height",
        expression="e - u" if bump else "u - e",
        inputs=(
            Given(
                "e",
                tr("{event}, wheel travel", event=tr(EVENT_NOUNS[end.name])),
                "height",
                end.travel_m,
                Origin.ASSUMED if assumed else Origin.COMPUTED,
            ),
            Given("u", "wheel travel in this case", "height", u, Origin.SOLVED),
        ),
        result=end.travel_m - u if bump else u - end.travel_m,
        approximate=False,
        rule="To full bump-stop compression (or metal), both wheels." if bump else "To the first limit in droop, both wheels.",
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
        name="sprung load at the wheel",
        symbol="m",
        quantity="mass",
        expression="N - m_u",
        inputs=(
            Given("N", "corner weight", "mass", float(s.pad_kg[at]), Origin.COMPUTED),
            Given("m_u", "unsprung mass, per wheel", "mass", unsprung.value, unsprung.origin),
        ),
        result=float(s.rest.force_n[at]) / GRAVITY,
        approximate=unsprung.assumed,
        rule="Corner weight less the unsprung mass.",
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
            Given("MR", "motion ratio", "ratio", ratio, axle.spring_ratio.origin),
            Given("S", "spring force in this case", "force", force, Origin.SOLVED),
            Given("c", "change of MR per metre", "per metre", change, axle.spring_ratio.origin),
            Given(
                "o",
                "stop, helper, and the other spring's share",
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
        approximate=False,
        rule="Whole vehicle in balance on springs, stops, bars and tyres.",
    )


def off_target(a: Assessment, k: Shown) -> Working:
    """How far a corner stands from its target."""
    now, target = float(standing(a, k).hub_to_arch_m[k.axle, k.side, k.case]), float(a.fitted_target_m[k.axle, k.side])
    return Working(
        name="distance from target",
        symbol="d",
        quantity="height",
        expression="sqrt((h - h_t)**2)",
        inputs=(
            Given("h", "hub to arch", "height", now, Origin.SOLVED),
            Given("h_t", "target hub to arch", "height", target, Origin.TYPED),
        ),
        result=abs(now - target),
        approximate=False,
        rule="High or low of the target, as the tape would read.",
    )


def left_right(a: Assessment, k: Shown) -> Working:
    """How far a corner stands over or under the other side."""
    here, other = (float(standing(a, k).hub_to_arch_m[k.axle, side, k.case]) for side in (k.side, 1 - k.side))
    return Working(
        name="difference to the other side",
        symbol="d",
        quantity="height",
        expression="sqrt((h - h_o)**2)",
        inputs=(
            Given("h", "hub to arch here", "height", here, Origin.SOLVED),
            Given("h_o", "hub to arch on the other side", "height", other, Origin.SOLVED),
        ),
        result=abs(here - other),
        approximate=False,
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
            Given("l", "lift of this corner (front, rear and lean)", "height", -u, Origin.TYPED),
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
        name="tyre share",
        symbol="t",
        quantity="height",
        expression="r - s",
        inputs=(
            Given("r", "rise of the arch above the ground", "height", rise, Origin.SOLVED),
            Given("s", "rise of the arch above the hub", "height", spring, Origin.SOLVED),
        ),
        result=rise - spring,
        approximate=tyre.assumed or mean_height(a, k).approximate,
        rule="A larger tyre lifts hub and arch alike; more load squashes it.",
    )
