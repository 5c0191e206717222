"""Workings of bags: pressure in a case, and what a bag carries there."""

from __future__ import annotations

import numpy as np

from isostat.assess.setup.springs.air import Bags
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.air import Aired, aired
from isostat.assess.workings.rate_at_target import made_rate
from isostat.assess.workings.shown import Shown
from isostat.core.limits import GRAVITY
from isostat.core.springs.air.bag import ClosedAir
from isostat.core.springs.air.tee import TeedAir
from isostat.core.springs.air.valve import LevelledAir
from isostat.core.springs.air.valve_on_tee import LevelledTee
from isostat.core.working import Given, Origin, Working


def _aired(a: Assessment, k: Shown) -> Aired:
    bags = aired(a, k.axle)
    if bags is None:
        raise KeyError("no bag")
    return bags


def rate(a: Assessment, k: Shown) -> Working:
    """Rate of bags in place of springs at the target, as a bump meets them."""
    bags, side, result = _aired(a, k).bags, k.side, a.orders[k.axle].order.rate_n_per_m[k.side]
    bag = bags.bag
    x = tuple(float(m) for m in np.clip(bags.set_x_m, bag.x_m[0], bag.x_m[-1]))  # past an end its curve goes on as it was there
    teed = isinstance(bags.couple, TeedAir | LevelledTee)
    gives = [0.0 if teed and m != at else 1.0 for m, at in zip(bags.set_x_m, x, strict=True)]  # and of two on a tee stays as it was
    area, grows = (gives[side] * float(n) for n in bag.area(np.asarray(x[side])))
    widens = Given("w", "pressure × growth of area", "rate", bags.gauge_pa[side] * grows, Origin.COMPUTED)
    gas = _shut_in(bags, side)
    if gas is None:
        return made_rate("w", (widens,), result, "Regulated pressure: only the area changes.")
    pressed = [np.asarray(m) for m in (x if teed else (x[side],))]
    swept, room = (
        sum(float(bag.swept(m)) * g for m, g in zip(pressed, gives, strict=False)),
        sum(float(bag.volume(m)) for m in pressed),
    )
    inputs = (
        Given("n", "gas exponent, quick change", "ratio", gas.exponent, Origin.TYPED),
        Given("p", "gauge pressure at target", "pressure", gas.gauge_pa, Origin.SOLVED),
        Given("p_a", "ambient pressure", "pressure", gas.ambient_pa, Origin.ASSUMED),
        Given("A", "effective area there", "area", area, Origin.COMPUTED),
        Given("B", "swept area there, both bags if teed", "area", swept, Origin.COMPUTED),
        Given("V", "gas volume, both bags if teed", "fine volume", room + gas.tank_m3, Origin.COMPUTED),
        widens,
    )
    rule = "Over a bump the gas is sealed and has no time to cool; both wheels together."
    return made_rate("n * (p + p_a) * A * B / V + w", inputs, result, rule)


def _shut_in(bags: Bags, side: int) -> ClosedAir | TeedAir | None:
    """The gas as a bump meets it; None where the line holds its pressure."""
    if isinstance(bags.couple, TeedAir | LevelledTee):
        return bags.couple.riding(*bags.set_x_m)
    law = bags.law[side]
    return law.riding(bags.set_x_m[side]) if isinstance(law, ClosedAir | LevelledAir) else None


def pressure(a: Assessment, k: Shown) -> Working:
    """Gauge pressure of a bag in a case."""
    done = _aired(a, k)
    bags, result = done.bags, float(done.gauge_pa[k.side, k.case])
    gas = bags.given.gas
    if gas != "shut in":
        rule = "Regulated: the height changes, the pressure does not."
        if gas == "levelled":
            rule = "The valve fills or exhausts until the bag carries the load at its set height: load ÷ area."
            return _by_load(done, k, result, rule)
        given = (Given("p", "regulated pressure", "pressure", result, Origin.TYPED),)
        return Working(name="bag pressure", symbol="p", quantity="pressure", expression="p", inputs=given, result=result,
                       approximate=False, rule=rule)  # fmt: skip
    if result <= 0.0:
        given = (Given("p", "no pressure above ambient", "pressure", 0.0, Origin.COMPUTED),)
        return Working(name="bag pressure", symbol="p", quantity="pressure", expression="p", inputs=given, result=0.0,
                       approximate=False, rule="Over-extended: no gauge pressure remains.")  # fmt: skip
    law = bags.couple or bags.law[k.side]
    assert isinstance(law, ClosedAir | TeedAir)
    set_x, x = np.array(bags.set_x_m), np.clip(bags.full_m - done.height_m[:, k.case], bags.bag.x_m[0], bags.bag.x_m[-1])
    sides = [0, 1] if bags.couple is not None else [k.side]
    then, now = (sum(float(bags.bag.volume(at[n])) for n in sides) + law.tank_m3 for at in (set_x, x))
    surrounding = Origin.ASSUMED if bags.given.high_m is None else Origin.TYPED
    warmth = Origin.ASSUMED if bags.given.warmer_k is None or bags.given.set_k is None else Origin.TYPED
    return Working(
        name="bag pressure",
        symbol="p",
        quantity="pressure",
        expression="(p_0 + p_a) * w * V_0 / V - p_b",
        inputs=(
            Given("p_0", "gauge pressure set at target", "pressure", law.gauge_pa, Origin.TYPED),
            Given("p_a", "ambient pressure when set", "pressure", law.set_ambient_pa, surrounding),
            Given("w", "absolute temperature ÷ that when set", "fine ratio", law.warmer, warmth),
            Given("V_0", "gas volume when set, both bags if teed", "fine volume", then, Origin.COMPUTED),
            Given("V", "gas volume in this case", "fine volume", now, Origin.SOLVED),
            Given("p_b", "ambient pressure now", "pressure", law.ambient_pa, surrounding),
        ),
        result=result,
        approximate=False,
        rule="Sealed bag, slow change: absolute pressure × volume stays constant, times absolute temperature.",
    )


def _by_load(bags: Aired, k: Shown, result: float, rule: str) -> Working:
    x = bags.bags.full_m - float(bags.height_m[k.side, k.case])
    area = float(bags.bags.bag.area(np.asarray(x))[0])
    return Working(
        name="bag pressure",
        symbol="p",
        quantity="pressure",
        expression="m * g / A",
        inputs=(
            Given("m", "carried by the bag", "fine mass", float(bags.carries_kg[k.side, k.case]), Origin.SOLVED),
            Given("g", "gravity", "acceleration", GRAVITY, Origin.ASSUMED),
            Given("A", "effective area at its height", "area", area, Origin.COMPUTED),
        ),
        result=result,
        approximate=False,
        rule=rule,
    )


def height(a: Assessment, k: Shown) -> Working:
    """How high a bag stands in a case."""
    done = _aired(a, k)
    stands = float(done.height_m[k.side, k.case])
    return Working(
        name="bag height",
        symbol="h",
        quantity="coil size",
        expression="l - x",
        inputs=(
            Given("l", "extended height", "coil size", done.bags.full_m, Origin.TYPED),
            Given("x", "compressed by", "coil size", done.bags.full_m - stands, Origin.SOLVED),
        ),
        result=stands,
        approximate=False,
        rule="Where the vehicle sits in this case, through the bag's own travel.",
    )


def load(a: Assessment, k: Shown) -> Working:
    """What a bag carries in a case."""
    done = _aired(a, k)
    x = done.bags.full_m - float(done.height_m[k.side, k.case])
    area = float(done.bags.bag.area(np.asarray(np.clip(x, done.bags.bag.x_m[0], done.bags.bag.x_m[-1])))[0])
    gauge, carries = float(done.gauge_pa[k.side, k.case]), float(done.carries_kg[k.side, k.case])
    inputs = [
        Given("p", "gauge pressure", "pressure", gauge, Origin.SOLVED),
        Given("A", "effective area at its height", "area", area, Origin.COMPUTED),
        Given("g", "gravity", "acceleration", GRAVITY, Origin.ASSUMED),
    ]
    past = done.within[k.side, k.case] == 0.0
    if past:
        inputs.append(
            Given("r", "from its end stop, over-extended or bottomed", "mass", carries - gauge * area / GRAVITY, Origin.SOLVED)
        )
    return Working(
        name="carried by the bag",
        symbol="m",
        quantity="mass",
        expression="p * A / g + r" if past else "p * A / g",
        inputs=tuple(inputs),
        result=carries,
        approximate=False,
        rule="Gauge pressure × effective area. Ignore catalogue claims above it.",
    )


AIR = (pressure, height, load)


def shown_air(a: Assessment) -> list[Shown]:
    """Every such number."""
    axles = [i for i in range(len(a.axles)) if aired(a, i) is not None]
    return [Shown(number, axle, side, case) for axle in axles for side in (0, 1) for case in range(a.cases) for number in AIR]
