"""Workings of the rate of a spring that has no rate of its own: where it stands at the target its curve has a slope."""

from __future__ import annotations

import numpy as np

from isostat.assess.setup.springs.air import Bags
from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings.shown import Shown
from isostat.core.parts.law import ForceLaw
from isostat.core.springs.air.bag import ClosedAir
from isostat.core.springs.air.tee import TeedAir
from isostat.core.springs.air.valve import LevelledAir
from isostat.core.springs.air.valve_on_tee import LevelledTee
from isostat.core.springs.stacked import StackedPair
from isostat.core.working import Given, Origin, Working

STEP = 0.001  # m either way, between which the slope is told


def curve_rate(a: Assessment, k: Shown) -> Working:
    """Rate at the target of leaf packs, progressive coils, stacked pairs, and bags as a bump meets them."""
    o = a.orders[k.axle]
    law, rate = o.law[k.side], o.order.rate_n_per_m[k.side]
    if o.air is not None:
        return _gas(o.air, k.side, rate)
    if isinstance(law, StackedPair):
        parts = [part for part in (law.third, law.top, law.main) if part is not None]
        if abs(rate * sum(1.0 / part.rate for part in parts) - 1.0) < 1e-9:
            inputs = tuple(
                Given(f"k_{n}", f"spring {n} from the top", "rate", p.rate, Origin.TYPED) for n, p in enumerate(parts, 1)
            )
            expression = f"1 / ({' + '.join(f'1 / {given.symbol}' for given in inputs)})"
            return _made(expression, inputs, rate, "Springs on each other, none of them solid or on its ring.")
    return _quotient(law, o.pressed_m[k.side], rate)


def _made(expression: str, inputs: tuple[Given, ...], rate: float, rule: str) -> Working:
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
        Given("F_2", "held 1 mm further pressed than at the target", "force", more, Origin.COMPUTED),
        Given("F_1", "held 1 mm less pressed", "force", less, Origin.COMPUTED),
        Given("d", "1 mm", "fine length", STEP, Origin.TYPED),
        Given("r", "as its curve bends", "rate", rate - (more - less) / (2.0 * STEP), Origin.COMPUTED),
    )
    return _made("(F_2 - F_1) / (2 * d) + r", inputs, rate, "It changes with height: this is at the target.")


def _gas(bags: Bags, side: int, rate: float) -> Working:
    bag = bags.bag
    x = tuple(float(m) for m in np.clip(bags.set_x_m, bag.x_m[0], bag.x_m[-1]))  # past an end its curve goes on as it was there
    teed = isinstance(bags.couple, TeedAir | LevelledTee)
    gives = [0.0 if teed and m != at else 1.0 for m, at in zip(bags.set_x_m, x, strict=True)]  # and of two on a tee stays as it was
    area, grows = (gives[side] * float(n) for n in bag.area(np.asarray(x[side])))
    widens = Given("w", "the pressure times how its area grows", "rate", bags.gauge_pa[side] * grows, Origin.COMPUTED)
    gas = _shut_in(bags, side)
    if gas is None:
        return _made("w", (widens,), rate, "Its line holds the pressure; only the area changes.")
    pressed = [np.asarray(m) for m in (x if teed else (x[side],))]
    swept, room = (
        sum(float(bag.swept(m)) * g for m, g in zip(pressed, gives, strict=False)),
        sum(float(bag.volume(m)) for m in pressed),
    )
    inputs = (
        Given("n", "of a quick change of air", "ratio", gas.exponent, Origin.TYPED),
        Given("p", "gauge pressure at the target", "pressure", gas.gauge_pa, Origin.SOLVED),
        Given("p_a", "of the air around it", "pressure", gas.ambient_pa, Origin.ASSUMED),
        Given("A", "effective area there", "area", area, Origin.COMPUTED),
        Given("B", "swept there, by both bags where a tee joins them", "area", swept, Origin.COMPUTED),
        Given("V", "gas, of both bags where a tee joins them", "fine volume", room + gas.tank_m3, Origin.COMPUTED),
        widens,
    )
    rule = "Over a bump the gas is shut in and has no time to cool; both wheels together."
    return _made("n * (p + p_a) * A * B / V + w", inputs, rate, rule)


def _shut_in(bags: Bags, side: int) -> ClosedAir | TeedAir | None:
    """The gas as a bump meets it; None where the line holds its pressure."""
    if isinstance(bags.couple, TeedAir | LevelledTee):
        return bags.couple.riding(*bags.set_x_m)
    law = bags.law[side]
    return law.riding(bags.set_x_m[side]) if isinstance(law, ClosedAir | LevelledAir) else None
