"""Workings of the rate of a spring that has no rate of its own: where it stands at the target its curve has a slope."""

from __future__ import annotations

import numpy as np

from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings.shown import Shown
from isostat.core.parts.law import ForceLaw
from isostat.core.working import Given, Origin, Working

STEP = 0.001  # m either way, between which the slope is taken


def curve_rate(a: Assessment, k: Shown) -> Working:
    """Rate at the target of a spring that has a curve and no more: leaf packs, progressive coils."""
    o = a.orders[k.axle]
    law, rate = o.law[k.side], o.order.rate_n_per_m[k.side]
    return _quotient(law, o.pressed_m[k.side], rate)


def made_rate(expression: str, inputs: tuple[Given, ...], rate: float, rule: str) -> Working:
    """The working of a spring rate in N/m by a formula of its own. expression, inputs, rule: as of any working."""
    return Working(
        name="spring rate",
        symbol="k",
        quantity="rate",
        expression=expression,
        inputs=inputs,
        result=rate,
        approximate=False,
        rule=rule,
    )


def _quotient(law: ForceLaw, pressed_m: float, rate: float) -> Working:
    less, more = (float(f) for f in law.force(np.array([pressed_m - STEP, pressed_m + STEP])))
    inputs = (
        Given("F_2", "force 1 mm beyond target compression", "force", more, Origin.COMPUTED),
        Given("F_1", "force 1 mm before it", "force", less, Origin.COMPUTED),
        Given("d", "1 mm", "fine length", STEP, Origin.TYPED),
        Given("r", "as its curve bends", "rate", rate - (more - less) / (2.0 * STEP), Origin.COMPUTED),
    )
    return made_rate("(F_2 - F_1) / (2 * d) + r", inputs, rate, "It changes with height: this is at target.")
