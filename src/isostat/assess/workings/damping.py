"""Workings of how well body and wheel are damped, and of the force that a revalve is asked for."""

from __future__ import annotations

import math

from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.damping import Damped, damped, damper_in, light_and_full, revalve
from isostat.assess.workings.grounds import springs_guessed
from isostat.assess.workings.shown import Shown
from isostat.core import rules
from isostat.core.ride.quarter_car import Swing
from isostat.core.working import Given, Origin, Working
from isostat.language import decimal, tr


def _damped(a: Assessment, k: Shown) -> Damped:
    swing = damped(a, k.axle, k.case, found=k.found)
    if swing is None:
        raise KeyError("no damper")
    return swing


def _pole(a: Assessment, k: Shown, name: str, swing: Swing, rule: str) -> Working:
    unsprung, ratio = a.axles[k.axle].unsprung_kg, a.axles[k.axle].shock_ratio
    decay = 2 * math.pi * swing.frequency_hz * swing.ratio
    return Working(
        name=name,
        symbol="ζ",
        quantity="ratio",
        expression="d / (2 * pi * f)",
        inputs=(
            Given("d", "decay rate (minus the real part of the root)", "per second", decay, Origin.SOLVED),
            Given("f", "undamped frequency", "frequency", swing.frequency_hz, Origin.SOLVED),
        ),
        result=swing.ratio,
        approximate=unsprung.assumed or ratio.assumed or springs_guessed(a, k),
        rule=rule,
    )


def body(a: Assessment, k: Shown) -> Working:
    """Damping ratio of the body, bump and rebound together."""
    swing = _damped(a, k)
    rule = tr("Two masses on spring and tyre; {n} N·s/m at the wheel, the shock's times its motion ratio squared.",
              n=decimal(swing.mean, 0))  # fmt: skip
    return _pole(a, k, "body damping ratio", swing.swings[0], rule)


def one_way(a: Assessment, k: Shown) -> Working:
    """Damping ratio of the body with the damper's bump, or its rebound, alone. event: which."""
    swing, way = _damped(a, k), ("bump", "rebound").index(k.event)
    name = tr("body damping ratio in bump") if way == 0 else tr("body damping ratio in rebound")
    return _pole(a, k, name, swing.body[way], "As if the shock damped the same both ways.")


def hop(a: Assessment, k: Shown) -> Working:
    """Damping ratio of the wheel."""
    done = _damped(a, k)
    swing = done.swings[1]
    return _pole(
        a,
        k,
        "wheel-hop damping ratio",
        swing,
        tr("At {hertz} Hz. Heavier wheels hop slower and are less damped.", hertz=decimal(swing.frequency_hz, 1)),
    )


def asked(a: Assessment, k: Shown) -> Working:
    """Force to ask of a revalve at the usual test speed. event: bump or rebound."""
    valve, damper = revalve(a, k.axle), damper_in(a, k.axle, found=False)
    if valve is None or damper is None:
        raise KeyError("no damper")
    way = ("bump", "rebound").index(k.event)
    now = damper[0].coefficients()[way] * damper[1] * rules.RIDE_SPEED
    return Working(
        name=tr("bump force at the usual test speed") if way == 0 else tr("rebound force at the usual test speed"),
        symbol="F",
        quantity="force",
        expression="F_0 * t",
        inputs=(
            Given("F_0", "of the present shock", "force", now, Origin.MEASURED),
            Given("t", "scale that keeps the damping ratio", "fine ratio", valve.times, Origin.SOLVED),
        ),
        result=(valve.bump_n, valve.rebound_n)[way],
        approximate=False,
        rule=tr("Keeps a damping ratio of {ratio} under the target load.", ratio=decimal(valve.ratio, 2)),
    )


DAMPING = (body, one_way, hop, asked)


def shown_damping(a: Assessment) -> list[Shown]:
    """Every such number."""
    out = []
    for axle in range(len(a.axles)):
        for found in (True, False):
            for case in sorted({*light_and_full(a), a.job.weighed_case}):
                if damped(a, axle, case, found=found) is not None:
                    out += [Shown(number, axle, case=case, found=found) for number in (body, hop)]
                    out += [Shown(one_way, axle, case=case, found=found, event=way) for way in ("bump", "rebound")]
        if revalve(a, axle) is not None:
            out += [Shown(asked, axle, event=way) for way in ("bump", "rebound")]
    return out
