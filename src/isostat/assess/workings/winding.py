"""Workings of a coil wound to order, and of the window of rates."""

from __future__ import annotations

from dataclasses import replace

from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.winding import Wound, wound
from isostat.assess.workings.grounds import order_guessed
from isostat.assess.workings.helix import solid_length, stress
from isostat.assess.workings.inputs import given_or
from isostat.assess.workings.shown import Shown
from isostat.core.springs.helix import Helix
from isostat.core.working import Given, Origin, Working


def _wound(a: Assessment, k: Shown) -> tuple[Wound, Helix]:
    coil = wound(a, k.axle)
    if coil is None or coil.helix is None:
        raise KeyError("no coil wound")
    return coil, coil.helix


def _size(symbol: str, words: str, value: float, origin: Origin = Origin.COMPUTED) -> Given:
    return Given(symbol, words, "fine length", value, origin)


def wire_size(a: Assessment, k: Shown) -> Working:
    """Wire of the coil: its mean diameter less what it goes round."""
    _, coil = _wound(a, k)
    return Working(
        name="wire",
        symbol="d",
        quantity="fine length",
        expression="D - D_i",
        inputs=(_size("D", "mean diameter", coil.mean_m), _size("D_i", "inside diameter", coil.mean_m - coil.wire_m, Origin.TYPED)),
        result=coil.wire_m,
        approximate=order_guessed(a, k),
        rule="The thinnest in half millimetres whose stress at full bump is allowable; it must not coil-bind before that.",
    )


def turns(a: Assessment, k: Shown) -> Working:
    """Turns of the coil, those at the ends too."""
    _, coil = _wound(a, k)
    return Working(
        name="total coils",
        symbol="n_t",
        quantity="ratio",
        expression="G * d**4 / (8 * D**3 * k) + 2",
        inputs=(
            given_or("G", "shear modulus", "modulus", a.job.proposal.axles[k.axle].wire_shear_pa, coil.wire.shear_pa),
            _size("d", "wire", coil.wire_m),
            _size("D", "mean diameter", coil.mean_m),
            Given("k", "spring rate", "rate", coil.rate, Origin.COMPUTED),
        ),
        result=coil.turns,
        approximate=order_guessed(a, k),
        rule="Closed and ground: one dead coil at each end. EN 13906-1 (from memory).",
    )


def solid(a: Assessment, k: Shown) -> Working:
    """Solid length."""
    return replace(solid_length(_wound(a, k)[1], Origin.COMPUTED), approximate=order_guessed(a, k))


def stress_ride(a: Assessment, k: Shown) -> Working:
    """Stress at the target, of what the wire is allowed."""
    worked = stress(_wound(a, k)[1], max(a.orders[k.axle].target_force_n), "at target", Origin.COMPUTED)
    return replace(worked, approximate=order_guessed(a, k))


def stress_solid(a: Assessment, k: Shown) -> Working:
    """Stress when solid, of what the wire is allowed."""
    coil = _wound(a, k)[1]
    return replace(stress(coil, coil.solid_force_n, "if coil-bound", Origin.COMPUTED), approximate=order_guessed(a, k))


def window(a: Assessment, k: Shown) -> Working:
    """The lowest rate that the wishes leave; the highest is said beside it."""
    o = a.orders[k.axle]
    (slope, bend), w = o.bends, o.window
    inputs = [Given("k_w", "lowest wheel rate that meets the rules", "rate", o.at_wheel.low, Origin.COMPUTED),
              Given("MR", "motion ratio", "ratio", slope, a.axles[k.axle].spring_ratio.origin)]  # fmt: skip
    if bend:
        inputs += [Given("S", "spring force at target, mean", "force", sum(o.target_force_n) / 2, Origin.COMPUTED),
                   Given("c", "change of MR per metre", "per metre", bend, Origin.MEASURED)]  # fmt: skip
    return Working(
        name="lowest spring rate",
        symbol="k",
        quantity="rate",
        expression="(k_w - S * c) / MR**2" if bend else "k_w / MR**2",
        inputs=tuple(inputs),
        result=w.low,
        approximate=a.axles[k.axle].spring_ratio.assumed,
        rule="Full bump: (n−1)·F ÷ bump travel; load range: ΔF ÷ allowed height change; droop: F ÷ droop travel.",
    )


WINDING = (wire_size, turns, solid, stress_ride, stress_solid, window)


def shown_winding(a: Assessment) -> list[Shown]:
    """Every such number."""
    keys = []
    for axle in range(len(a.axles)):
        coil = wound(a, axle)
        numbers = WINDING if coil is not None and coil.helix is not None else (window,)
        keys += [Shown(number, axle) for number in numbers]
    return keys
