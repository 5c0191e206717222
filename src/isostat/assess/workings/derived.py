"""Workings of what follows from what a tuner has instead of the numbers that nobody can measure."""

from __future__ import annotations

import math

import numpy as np

from isostat.assess.load.gravity import gravity_height_m, hub_height_m
from isostat.assess.measure.lift_test import friction_m, lift_result
from isostat.assess.measure.load_test import squat_result
from isostat.assess.setup.derived import arm_ratio
from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings.inputs import given_or
from isostat.assess.workings.shown import Shown
from isostat.core import rules
from isostat.core.limits import GRAVITY
from isostat.core.parts.bar import E_STEEL
from isostat.core.springs.torsion.bar import SHEAR
from isostat.core.working import Given, Origin, Working
from isostat.job.points import SIDES


def unsprung(a: Assessment, k: Shown) -> Working:
    """Unsprung mass a wheel."""
    axle, figure = a.job.vehicle.axles[k.axle], a.axles[k.axle].unsprung_kg
    wheel = axle.wheel_tyre_kg.value if axle.wheel_tyre_kg and axle.unsprung_kg is None and axle.hub_on_pad_kg is None else None
    inputs: tuple[Given, ...] = (Given("m_u", "as typed, or usual for its type", "mass", figure.value, figure.origin),)
    if wheel is not None:
        inputs = (
            Given("m_w", "wheel and tyre, weighed", "mass", wheel, Origin.MEASURED),
            Given(
                "m_h", "hub, brake and its share of the axle", "mass", rules.BESIDE_WHEEL[a.axles[k.axle].layout], Origin.ASSUMED
            ),
        )
    return Working(
        name="unsprung mass, per wheel",
        symbol="m_u",
        quantity="mass",
        expression="m_w + m_h" if wheel is not None else "m_u",
        inputs=inputs,
        result=figure.value,
        approximate=figure.assumed or wheel is not None,
        rule="What is not carried by the springs. With the spring out, weigh the hub on a scale pad.",
    )


def tyre_rate(a: Assessment, k: Shown) -> Working:
    """Tyre rate."""
    figure, axle = a.axles[k.axle].tyre_rate, a.axles[k.axle]
    mean = sum(p.value for p in axle.pad_kg) / 2
    squash = mean * GRAVITY / figure.value
    return Working(
        name="tyre rate",
        symbol="k_t",
        quantity="rate",
        expression="N * g / s",
        inputs=(
            Given("N", "corner weight as weighed, mean", "mass", mean, Origin.MEASURED),
            Given("g", "gravity", "acceleration", GRAVITY, Origin.TYPED),
            Given("s", "tyre deflection under it", "fine length", squash, figure.origin),
        ),
        result=figure.value,
        approximate=figure.assumed,
        rule="As typed, or the slope between two loads at the hub, else 5 % of the radius.",
    )


def spring_ratio(a: Assessment, k: Shown) -> Working:
    """Spring travel over wheel travel: as typed, off the arm, or as usual for its kind."""
    figure, axle = a.axles[k.axle].spring_ratio, a.job.vehicle.axles[k.axle]
    seat, joint = axle.arm_seat_m, axle.arm_joint_m
    inputs: tuple[Given, ...] = (Given("MR", "as measured, or usual for its type", "ratio", figure.value, figure.origin),)
    expression = "MR"
    read = axle.spring_ratio is not None or axle.spring_motion is not None
    if not read and arm_ratio(axle) is not None and seat is not None and joint is not None:
        lean = axle.spring_lean_rad.value if axle.spring_lean_rad else 0.0
        expression = "s / j * c"
        inputs = (
            Given("s", "arm, pivot to spring seat", "height", seat.value, Origin.MEASURED),
            Given("j", "arm, pivot to ball joint", "height", joint.value, Origin.MEASURED),
            Given("c", "cosine of the spring angle", "fine ratio", math.cos(lean), Origin.COMPUTED),
        )
    return Working(
        name="motion ratio",
        symbol="MR",
        quantity="ratio",
        expression=expression,
        inputs=inputs,
        result=figure.value,
        approximate=figure.assumed,
        rule="Usual: strut 0.95, wishbones and trailing arm 0.65, solid axle 1.0, each ±8 % (common practice, no source).",
    )


def bar_rate(a: Assessment, k: Shown) -> Working:
    """Rate of the anti-roll bar at one wheel."""
    figure, bar = a.found_fits[k.axle].bar, a.job.as_found.axles[k.axle].bar
    typed = a.job.as_found.axles[k.axle].bar_rate_n_per_m
    d, arm, length = bar.diameter_m, bar.arm_m, bar.length_m
    inputs: tuple[Given, ...] = (Given("K", "as typed, converted to one wheel", "rate", figure.value, figure.origin),)
    expression = "K"
    if typed is None and d and arm and length:
        ratio = bar.link_ratio.value if bar.link_ratio else rules.LINK_RATIO[a.axles[k.axle].layout]
        expression = "r**2 / (32 * a**2 * L / (G * pi * d**4) + 128 * a**3 / (3 * E * pi * d**4))"
        inputs = (
            Given("d", "bar diameter", "coil size", d.value, Origin.MEASURED),
            Given("a", "arm length, axis to link", "height", arm.value, Origin.MEASURED),
            Given("L", "length between the arms", "height", length.value, Origin.MEASURED),
            Given("r", "anti-roll bar motion ratio", "ratio", ratio, Origin.MEASURED if bar.link_ratio else Origin.ASSUMED),
            given_or("G", "shear modulus of steel", "modulus", bar.shear_pa, SHEAR),
            Given("E", "modulus of steel", "modulus", E_STEEL, Origin.ASSUMED),
        )
    return Working(
        name="anti-roll bar rate, per wheel",
        symbol="K_b",
        quantity="rate",
        expression=expression,
        inputs=inputs,
        result=figure.value,
        approximate=figure.assumed,
        rule="Force at one wheel per metre of height difference between the wheels; opposed wheels feel twice that. Rigid bushes.",
    )


def friction(a: Assessment, k: Shown) -> Working:
    """Half of the friction band of an axle."""
    axle, band = a.job.vehicle.axles[k.axle], friction_m(a, k.axle)
    up, down = axle.bounced_up_m, axle.pushed_down_m
    pair = (up.value, down.value) if up and down else (2 * band, 0.0)
    return Working(
        name="friction band ±",
        symbol="b",
        quantity="height",
        expression="sqrt((h_u - h_d)**2) / 2",
        inputs=(
            Given("h_u", "hub to arch after bounce up", "height", pair[0], Origin.MEASURED),
            Given("h_d", "hub to arch after push down", "height", pair[1], Origin.MEASURED),
        ),
        result=band,
        approximate=False,
        rule="Heights within this band are not meaningful. Roll and bounce before measuring.",
    )


def gravity_height(a: Assessment, k: Shown) -> Working:
    """Height of the centre of gravity as weighed."""
    figure, vehicle = gravity_height_m(a), a.job.vehicle
    if figure.assumed and not (vehicle.tail_raised_m and vehicle.tail_up_front_kg):
        track = 2 * sum(axle.half_track_m for axle in a.axles) / len(a.axles)
        return Working(
            name="CG height",
            symbol="h",
            quantity="height",
            expression="q * t",
            inputs=(
                Given("q", "usual share of the track", "ratio", figure.value / track, Origin.ASSUMED),
                Given("t", "mean track", "height", track, Origin.MEASURED),
            ),
            result=figure.value,
            approximate=True,
            rule="Not measured: only its change with load is sure. Weigh it once more with the rear raised.",
        )
    raised, front = vehicle.tail_raised_m, vehicle.tail_up_front_kg
    assert raised is not None and front is not None
    base, whole = -a.axles[-1].x_m, float(a.loading.whole_kg[a.job.weighed_case])
    level = sum(p.value for p in a.axles[0].pad_kg)
    return Working(
        name="CG height",
        symbol="h",
        quantity="height",
        expression="r + (N - N_0) * L * sqrt(L**2 - H**2) / (m * H)",
        inputs=(
            Given("r", "hub height", "height", hub_height_m(a), Origin.COMPUTED),
            Given("N", "front axle weight, rear raised", "mass", front.value, Origin.MEASURED),
            Given("N_0", "front axle weight, level", "mass", level, Origin.MEASURED),
            Given("L", "hub to hub", "height", base, Origin.MEASURED),
            Given("H", "rear wheels raised by", "height", raised.value, Origin.MEASURED),
            Given("m", "gross weight as weighed", "mass", whole, Origin.MEASURED),
        ),
        result=figure.value,
        approximate=figure.assumed,
        rule="Suspension locked while the rear is raised. The higher it is raised, the more accurate.",
    )


def stop_rate(a: Assessment, k: Shown) -> Working:
    """Rate of the stop at the touch."""
    fit = a.found_fits[k.axle]
    flat = fit.stop_flat_m.value
    soft = fit.stop_rate.value * flat / (1 - 0.95**3)
    return Working(
        name="bump-stop initial rate",
        symbol="k_0",
        quantity="rate",
        expression="F * (1 - 0.95**3) / x",
        inputs=(
            Given("F", "load at full compression", "force", soft, fit.stop_rate.origin),
            Given("x", "compression when solid", "fine length", flat, fit.stop_flat_m.origin),
        ),
        result=fit.stop_rate.value,
        approximate=fit.stop_rate.assumed,
        rule="Slowly: a hydraulic stop adds a share that grows with speed."
        if a.job.as_found.axles[k.axle].stop.kind == "hydraulic"
        else "As typed, or best fit to the press readings, else usual for its material.",
    )


def lifted(a: Assessment, k: Shown) -> Working:
    """Wheel rate by a lift test."""
    test = lift_result(a, k.axle, k.side)
    if test is None:
        raise KeyError("no lift test tells this rate")
    rows = [r for r in getattr(a.job.vehicle.axles[k.axle], SIDES[k.side]).lift if r.hub_to_arch_m and r.pad_kg]
    way = float(np.ptp([r.hub_to_arch_m.value for r in rows if r.hub_to_arch_m]))
    return Working(
        name="wheel rate from lift test",
        symbol="k_w",
        quantity="rate",
        expression="D / d",
        inputs=(
            Given("D", "load change of the fitted line over that travel", "force", test.wheel_rate * way, Origin.SOLVED),
            Given("d", "travel between lowest and highest reading", "height", way, Origin.MEASURED),
        ),
        result=test.wheel_rate,
        approximate=False,
        rule="Least squares on the heights; up and down differ by friction; readings beyond full droop are left out.",
    )


def payload(a: Assessment, k: Shown) -> Working:
    """Mass of a load that the heights tell; `case` is the place of its test."""
    result = squat_result(a)
    found = next((p for p in result.payloads if p.test == k.case), None) if result else None
    if found is None:
        raise KeyError("no payload is asked by this test")
    return Working(
        name="load from its heights",
        symbol="m",
        quantity="mass",
        expression="W / g",
        inputs=(
            Given("W", "weight that gives the measured heights", "force", found.mass_kg * GRAVITY, Origin.SOLVED),
            Given("g", "gravity", "acceleration", GRAVITY, Origin.TYPED),
        ),
        result=found.mass_kg,
        approximate=any(s.rate.assumed for pair in a.found_springs for s in pair) and not all(result.certain if result else ()),
        rule="Whole vehicle in balance; rates as found with their errors, or as the other tests show.",
    )
