"""Workings of the ways to lift: what one gives, what it costs of droop and bump, how far it drops between light and full."""

from __future__ import annotations

from isostat.assess.solve.assessment import Assessment
from isostat.assess.stance.ways_to_lift import WAY_WORDS, Way, ways
from isostat.assess.workings.shown import Shown
from isostat.core.working import Given, Origin, Working
from isostat.language import tr


def _way_asked(a: Assessment, k: Shown) -> Way:
    way = next((w for w in ways(a) if w.axle == k.axle and w.name == k.event), None)
    if way is None:
        raise KeyError(f"no such way: {k.event}")
    return way


def _made(way: Way, name: str, symbol: str, expression: str, inputs: tuple[tuple[str, str, float], ...], rule: str) -> Working:
    """A difference or sum of two solved heights."""
    first, second = (m for _, _, m in inputs)
    return Working(
        name=tr("{number} by {way}", number=tr(name), way=tr(WAY_WORDS[way.name])),
        symbol=symbol,
        quantity="height",
        expression=expression,
        inputs=tuple(Given(sign, words, "height", m, Origin.SOLVED) for sign, words, m in inputs),
        result=first + second if "+" in expression else first - second,
        approximate=way.assumed,
        rule=rule,
    )


def _stands(a: Assessment, way: Way) -> float:
    """Hub to arch with a way, mean of both sides, in the target's case."""
    return float(a.target_m[way.axle].mean()) - way.asked_m + way.gives_m


def lift(a: Assessment, k: Shown) -> Working:
    """What a way gives in the target's case."""
    way = _way_asked(a, k)
    new = _stands(a, way)
    inputs = (("h", "hub to arch with it, mean of both sides", new), ("h_0", "on the old springs, same load", new - way.gives_m))
    rule = "Solved through the whole vehicle in the target's case, the other axles at their target."
    return _made(way, "lift", "d", "h - h_0", inputs, rule)


def droop(a: Assessment, k: Shown) -> Working:
    """Droop left with a way."""
    way = _way_asked(a, k)
    was, cost = way.droop_was_m, way.droop_was_m - way.droop_m
    inputs = (("u_0", "droop on the old springs, same load", was), ("c", "travel used", cost))
    rule = "Full droop does not change: lift uses up droop unless the shock is longer. Smaller side shown."
    return _made(way, "droop travel, lift", "u", "u_0 - c", inputs, rule)


def bump(a: Assessment, k: Shown) -> Working:
    """Bump left with a way."""
    way = _way_asked(a, k)
    was, gain = way.bump_was_m, way.bump_m - way.bump_was_m
    inputs = (("b_0", "bump travel on the old springs, same load", was), ("g", "travel gained", gain))
    return _made(way, "bump travel, lift", "b", "b_0 + g", inputs, "To full bump, smaller side.")


def span(a: Assessment, k: Shown) -> Working:
    """How far the axle drops from the lightest to the heaviest case with a way."""
    way = _way_asked(a, k)
    full = way.light_m - way.range_m
    inputs = (("h_l", "hub to arch, lightest case", way.light_m), ("h_f", "hub to arch, heaviest case", full))
    rule = "Only a stiffer spring or adjustable air makes it smaller. Spacer, collar and block do not change the rate."
    return _made(way, "light to full, lift", "d", "h_l - h_f", inputs, rule)


WAYS = (lift, droop, bump, span)


def shown_ways(a: Assessment) -> list[Shown]:
    """Every such number."""
    return [Shown(number, way.axle, event=way.name) for number in WAYS for way in ways(a)]
