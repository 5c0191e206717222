"""Workings of the ways to lift: what one gives, what it costs of droop and bump, how far it drops between light and full."""

from __future__ import annotations

from isostat.assess.assessment import Assessment
from isostat.assess.ways import Way, ways
from isostat.assess.workings.shown import Shown
from isostat.core.working import Given, Origin, Working


def _told(a: Assessment, k: Shown) -> Way:
    way = next((w for w in ways(a.job) if w.axle == k.axle and w.name == k.event), None)
    if way is None:
        raise KeyError(f"no such way: {k.event}")
    return way


def lift(a: Assessment, k: Shown) -> Working:
    """What a way gives in the target's case."""
    way = _told(a, k)
    new = float(a.target_m[k.axle].mean()) - way.asked_m + way.gives_m
    return Working(
        name=f"lift by {way.name}",
        symbol="d",
        quantity="height",
        expression="h - h_0",
        inputs=(
            Given("h", "hub to arch with it, mean of both sides", "height", new, Origin.SOLVED),
            Given("h_0", "on the old springs, same load", "height", new - way.gives_m, Origin.SOLVED),
        ),
        result=way.gives_m,
        approximate=way.assumed,
        rule="Solved through the whole vehicle in the target's case, the other axles at their target.",
    )


def droop(a: Assessment, k: Shown) -> Working:
    """Droop left with a way."""
    way = _told(a, k)
    return Working(
        name=f"droop left, lift by {way.name}",
        symbol="u",
        quantity="height",
        expression="u_0 - c",
        inputs=(
            Given("u_0", "droop left on the old springs, same load", "height", way.droop_was_m, Origin.SOLVED),
            Given("c", "what it costs", "height", way.droop_was_m - way.droop_m, Origin.SOLVED),
        ),
        result=way.droop_m,
        approximate=way.assumed,
        rule="The wheel hangs where it hung: a higher ride spends droop, unless the shock is longer too. The lesser side.",
    )


def bump(a: Assessment, k: Shown) -> Working:
    """Bump left with a way."""
    way = _told(a, k)
    return Working(
        name=f"bump left, lift by {way.name}",
        symbol="b",
        quantity="height",
        expression="b_0 + g",
        inputs=(
            Given("b_0", "bump left on the old springs, same load", "height", way.bump_was_m, Origin.SOLVED),
            Given("g", "what it gains", "height", way.bump_m - way.bump_was_m, Origin.SOLVED),
        ),
        result=way.bump_m,
        approximate=way.assumed,
        rule="To the stop flat, the lesser side.",
    )


def span(a: Assessment, k: Shown) -> Working:
    """How far the axle drops from the lightest to the heaviest case with a way."""
    way = _told(a, k)
    high = float(a.target_m[k.axle].mean()) - way.asked_m + way.gives_m + way.range_m
    return Working(
        name=f"light to full, lift by {way.name}",
        symbol="d",
        quantity="height",
        expression="h_l - h_f",
        inputs=(
            Given("h_l", "hub to arch, lightest case", "height", high, Origin.SOLVED),
            Given("h_f", "hub to arch, heaviest case", "height", high - way.range_m, Origin.SOLVED),
        ),
        result=way.range_m,
        approximate=way.assumed,
        rule="Only a stiffer spring, or air that is let in and out, makes it smaller. Spacer, collar and block keep the rate.",
    )


WAYS = {"way lift": lift, "way droop": droop, "way bump": bump, "way range": span}


def shown_ways(a: Assessment) -> list[Shown]:
    """Every such number."""
    return [Shown(name, way.axle, event=way.name) for name in WAYS for way in ways(a.job)]
