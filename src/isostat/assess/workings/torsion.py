"""Workings of torsion bars: slack angle, turn of the anchor, stress."""

from __future__ import annotations

import math

from isostat.assess.setup.springs.torsion import Twisted, twisted_of
from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings.inputs import given_or
from isostat.assess.workings.shown import Shown
from isostat.core import rules
from isostat.core.springs.torsion.bar import SHEAR
from isostat.core.working import Given, Origin, Working


def _twisted(a: Assessment, k: Shown) -> Twisted:
    bars = twisted_of(a.orders[k.axle])
    if bars is None:
        raise KeyError("no torsion bar")
    return bars


def _bar(a: Assessment, k: Shown) -> tuple[Given, ...]:
    """What the rate of the bar follows from, π(d⁴ − b⁴)G / 32L."""
    t = _twisted(a, k)
    fit = a.job.proposal.axles[k.axle].torsion.over(a.job.as_found.axles[k.axle].torsion)
    return (
        Given("d", "diameter", "fine length", t.bar.diameter_m, Origin.TYPED),
        given_or("b", "bore", "fine length", fit.bore_m, 0.0),
        given_or("G", "shear modulus of its steel", "modulus", fit.shear_pa, SHEAR),
        Given("L", "active length", "fine length", t.bar.length_m, Origin.TYPED),
    )


def slack(a: Assessment, k: Shown) -> Working:
    """Angle of the arm without twist."""
    t, force = _twisted(a, k), a.orders[k.axle].target_force_n[k.side]
    angle = t.at_target[k.side]
    solved = angle - force * t.arm_m * math.cos(angle) / t.bar.rate
    return Working(
        name="unloaded arm angle",
        symbol="a_0",
        quantity="angle",
        expression="a - 32 * S * R * c * L / (pi * (d**4 - b**4) * G) + r",
        inputs=(
            Given("a", "arm angle at target", "angle", angle, Origin.SOLVED),
            Given("S", "spring force there", "force", force, Origin.COMPUTED),
            Given("R", "arm", "fine length", t.arm_m, Origin.TYPED),
            Given("c", "cosine of that angle", "ratio", math.cos(angle), Origin.COMPUTED),
            *_bar(a, k),
            Given("r", "typed difference", "angle", t.slack[k.side] - solved, Origin.TYPED),
        ),
        result=t.slack[k.side],
        approximate=False,
        rule="Its end above the pivot is positive. Rate at an angle: (k + T·tan a)/(R·cos a)².",
    )


def rate(a: Assessment, k: Shown) -> Working:
    """Slope at the arm's end where it stands at the target."""
    t, result = _twisted(a, k), a.orders[k.axle].order.rate_n_per_m[k.side]
    angle, (_, _, modulus, _) = t.at_target[k.side], _bar(a, k)
    steel = Origin.ASSUMED if modulus.origin is Origin.ASSUMED else Origin.COMPUTED
    return Working(
        name="spring rate",
        symbol="k",
        quantity="rate",
        expression="K * (1 + (a - a_0) * t) / (R * c)**2",
        inputs=(
            Given("K", "bar rate from steel, diameter and length", "torsion rate", t.bar.rate, steel),
            Given("a", "arm angle at target", "angle", angle, Origin.SOLVED),
            Given("a_0", "unloaded arm angle", "angle", t.slack[k.side], Origin.SOLVED),
            Given("t", "tangent of the arm's angle", "fine ratio", math.tan(angle), Origin.COMPUTED),
            Given("R", "arm", "fine length", t.arm_m, Origin.TYPED),
            Given("c", "cosine of the arm's angle", "fine ratio", math.cos(angle), Origin.COMPUTED),
        ),
        result=result,
        approximate=False,
        rule="K = π(d⁴ − b⁴)G/32L. The arm's leverage changes as it turns, so the rate changes with height: this is at target.",
    )


def turn(a: Assessment, k: Shown) -> Working:
    """How far the anchor is turned from where it was found."""
    t = _twisted(a, k)
    return Working(
        name="anchor turn",
        symbol="b",
        quantity="angle",
        expression="sqrt((w - a_0)**2)",
        inputs=(
            Given("w", "unloaded arm angle as found", "angle", t.was_slack[k.side], Origin.COMPUTED),
            Given("a_0", "unloaded arm angle needed", "angle", t.slack[k.side], Origin.SOLVED),
        ),
        result=abs(t.turn[k.side]),
        approximate=False,
        rule="Use the adjuster first, the splines when it runs out of thread. Bars are handed.",
    )


def stress(a: Assessment, k: Shown) -> Working:
    """Shear stress at the target as a share of what is allowed."""
    t = _twisted(a, k)
    used = t.stress_pa(k.side, t.at_target[k.side]) / rules.BAR_STRESS
    return Working(
        name="stress at target",
        symbol="q",
        quantity="share",
        expression="G * (a - a_0) * d / (2 * L * S)",
        inputs=(
            *(given for given in _bar(a, k) if given.symbol != "b"),
            Given("a", "arm angle at target", "angle", t.at_target[k.side], Origin.SOLVED),
            Given("a_0", "unloaded arm angle", "angle", t.slack[k.side], Origin.SOLVED),
            Given("S", "allowable, preset bar", "stress", rules.BAR_STRESS, Origin.ASSUMED),
        ),
        result=used,
        approximate=False,
        rule="DIN 2091 (from memory), a guide: the maker's figure takes priority.",
    )


TWISTING = (slack, turn, stress)


def shown_twisting(a: Assessment) -> list[Shown]:
    """Every such number."""
    axles = [i for i, o in enumerate(a.orders) if twisted_of(o) is not None]
    return [Shown(number, axle, side) for axle in axles for side in (0, 1) for number in TWISTING]
