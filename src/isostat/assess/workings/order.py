"""Workings of what is ordered: rate, free length, spacer, preload."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from isostat.assess.measure.load_test import squat_result
from isostat.assess.setup.figures import default_frequency
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.preload import hanging_force_n
from isostat.assess.workings import air, stacked, torsion
from isostat.assess.workings.grounds import order_guessed, part_guessed
from isostat.assess.workings.rate_at_target import curve_rate
from isostat.assess.workings.shown import Shown
from isostat.core.travel.events import droop_end
from isostat.core.working import Given, Origin, Working

RATES = {"stacked pair": stacked.rate, "torsion bar": torsion.rate, "air": air.rate}  # others have a curve and no more


def _as_chosen(name: str, symbol: str, quantity: str, value: float, origin: Origin, words: str, rule: str) -> Working:
    """The working of a number that was not worked out."""
    given = (Given(symbol, words, quantity, value, origin),)
    return Working(
        name=name, symbol=symbol, quantity=quantity, expression=symbol, inputs=given, result=value, approximate=False, rule=rule
    )


def spring_rate(a: Assessment, k: Shown) -> Working:
    """Spring rate of the order."""
    o, axle = a.orders[k.axle], a.axles[k.axle]
    rate = o.order.rate_n_per_m[k.side]
    if not o.kind.picks_rate:
        made = RATES.get(o.kind.name, curve_rate)(a, k)
        return replace(made, approximate=axle.spring_ratio.assumed or part_guessed(a, k))
    if o.rate_origin is Origin.TYPED or o.picked != "frequency":
        typed = o.rate_origin is Origin.TYPED
        words, rule = ("typed", "As typed.") if typed else ("from the rule chosen", "Rounded to a step in which springs are made.")
        made = _as_chosen("spring rate", "k", "rate", rate, o.rate_origin, words, rule)
        return made if typed else replace(made, approximate=axle.spring_ratio.assumed)
    pick = a.job.proposal.axles[k.axle].pick
    hertz = pick.hertz.value if pick.hertz else default_frequency(k.axle)
    _, slope, _ = axle.spring_motion.at(np.asarray(0.0))
    exact = (2 * np.pi * hertz) ** 2 * o.sprung_kg / float(slope) ** 2
    return Working(
        name="spring rate",
        symbol="k",
        quantity="rate",
        expression="(2 * pi * f)**2 * m / MR**2 + r",
        inputs=(
            Given("f", "ride frequency chosen", "frequency", hertz, Origin.TYPED if pick.hertz else Origin.ASSUMED),
            Given("m", "sprung mass per wheel, mean", "mass", o.sprung_kg, Origin.COMPUTED),
            Given("MR", "motion ratio", "ratio", float(slope), axle.spring_ratio.origin),
            Given("r", "rounding and change of MR", "rate", rate - exact, Origin.COMPUTED),
        ),
        result=rate,
        approximate=axle.spring_ratio.assumed or not pick.hertz,
        rule="Rounded to a step in which springs are made.",
    )


def free_length(a: Assessment, k: Shown) -> Working:
    """Free length of the order."""
    o = a.orders[k.axle]
    free, spacer = o.order.free_m[k.side], o.order.spacer_m[k.side]
    space, pressed = o.space_m[k.side], o.pressed_m[k.side]
    if o.free_origin is Origin.TYPED:
        made = _as_chosen("free length", "L_0", "coil size", free, o.free_origin, "typed", "As typed; heights follow from it.")
        return replace(made, approximate=part_guessed(a, k))
    installed = a.found_springs[k.axle][k.side].installed_m
    return Working(
        name="free length",
        symbol="L_0",
        quantity="coil size",
        expression="L - p + x + r",
        inputs=(
            Given("L", "space between the seats at target", "coil size", space, installed.origin),
            Given("p", "spacer", "coil size", spacer, o.spacer_origin),
            Given("x", "compression that carries the target load", "fine length", pressed, Origin.COMPUTED),
            Given(
                "r",
                "rounding, and sharing between left and right",
                "coil size",
                free - (space - spacer + pressed),
                Origin.COMPUTED,
            ),
        ),
        result=free,
        approximate=order_guessed(a, k),
        rule="New spring, before it settles; to the whole millimetre.",
    )


def spacer(a: Assessment, k: Shown) -> Working:
    """Spacer of the order."""
    o = a.orders[k.axle]
    value = o.order.spacer_m[k.side]
    need, free = o.order.need_m[k.side], o.order.free_m[k.side]
    if o.spacer_origin is Origin.TYPED or value == 0.0:
        made = _as_chosen("spacer", "p", "coil size", value, o.spacer_origin, "as chosen", "Spacer above or below the coil.")
        return made if o.spacer_origin is Origin.TYPED else replace(made, approximate=order_guessed(a, k))
    return Working(
        name="spacer",
        symbol="p",
        quantity="coil size",
        expression="n - L_0 + r",
        inputs=(
            Given("n", "free length plus spacer for the target", "coil size", need, Origin.COMPUTED),
            Given("L_0", "free length", "coil size", free, o.free_origin),
            Given("r", "rounding", "coil size", value - (need - free), Origin.COMPUTED),
        ),
        result=value,
        approximate=order_guessed(a, k),
        rule="Equal springs; the spacer makes up the side that needs more.",
    )


def preload(a: Assessment, k: Shown) -> Working:
    """Compression with the wheel hanging."""
    x, _ = hanging_force_n(a, k.axle, k.side)
    end = droop_end(a.proposed.events[k.axle][k.side]).travel_m
    spring_travel = float(a.axles[k.axle].spring_motion.at(np.asarray(end))[0])
    droop = a.axles[k.axle].droop_shaft_m[k.side]
    return Working(
        name="preload",
        symbol="x",
        quantity="coil size",
        expression="x_0 + X",
        inputs=(
            Given(
                "x_0",
                "compression of the new spring at as-weighed height",
                "coil size",
                a.orders[k.axle].offset_m[k.side],
                Origin.COMPUTED,
            ),
            Given("X", "spring travel from there to full droop", "coil size", spring_travel, droop.origin),
        ),
        result=x,
        approximate=droop.assumed or order_guessed(a, k),
        rule="Compression at full droop; below zero the coil is loose there.",
    )


def rate_as_found(a: Assessment, k: Shown) -> Working:
    """Wheel rate from the load tests, from the spring rate that fits their readings."""
    result = squat_result(a)
    if result is None or not result.certain[k.axle]:
        raise KeyError("no squat test tells this rate")
    _, slope, bend = a.axles[k.axle].spring_motion.at(np.zeros(1))
    force = a.found_springs[k.axle][k.side].force_n
    ratio = a.axles[k.axle].spring_ratio
    return Working(
        name="wheel rate from load test",
        symbol="k_w",
        quantity="rate",
        expression="k * MR**2 + S * c",
        inputs=(
            Given("k", "spring rate that fits the readings", "rate", float(result.spring_rate[k.axle, k.side]), Origin.SOLVED),
            Given("MR", "motion ratio", "ratio", float(slope[0]), ratio.origin),
            Given("S", "spring force as weighed", "force", force, Origin.COMPUTED),
            Given("c", "change of MR per metre", "per metre", float(bend[0]), ratio.origin),
        ),
        result=float(result.wheel_rate[k.axle, k.side]),
        approximate=False,
        rule="Least squares on the heights, whole vehicle in balance in each test.",
    )
