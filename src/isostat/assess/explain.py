"""The working behind every shown number: formula, inputs with their origin, result and rule."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from isostat.assess.assessment import Assessment
from isostat.assess.judge import hanging_force_n
from isostat.core.limits import GRAVITY
from isostat.core.tuning.events import bump_end, droop_end
from isostat.core.working import Given, Origin, Working


@dataclass(frozen=True, slots=True)
class Shown:
    """Which shown number: its name, and corner and case where it has one. `found` asks for the as-found set-up."""

    name: str
    axle: int = 0
    side: int = 0
    case: int = 0
    found: bool = False


def explain(a: Assessment, shown: Shown) -> Working:
    """The working of a shown number. Raises KeyError for a name that nothing shows."""
    return _WORKINGS[shown.name](a, shown)


def shown_numbers(a: Assessment) -> tuple[Shown, ...]:
    """Every number that some view can show of an assessment."""
    keys = []
    for case in range(a.cases):
        keys.append(Shown("whole", case=case))
        for axle in range(len(a.axles)):
            keys.append(Shown("axle load", axle, case=case))
            for side in (0, 1):
                corner = [Shown(n, axle, side, case, f) for n in _CORNER for f in (False, True)]
                keys += corner + [Shown(n, axle, side, case) for n in _PROPOSED]
    for axle in range(len(a.axles)):
        for side in (0, 1):
            keys += [Shown(n, axle, side) for n in _ONCE]
    return tuple(keys)


def is_approximate(a: Assessment, shown: Shown) -> bool:
    """Whether the number wears the ≈."""
    return explain(a, shown).approximate


def _standing(a: Assessment, k: Shown):  # type: ignore[no-untyped-def]
    return a.found if k.found else a.proposed


def _springs_assumed(a: Assessment, k: Shown) -> bool:
    axle = a.axles[k.axle]
    if k.found:
        weighed = a.job.cases[k.case].kind == "weighed"
        return not weighed and (a.found_springs[k.axle][k.side].rate.assumed or axle.spring_ratio.assumed)
    return axle.spring_ratio.assumed or a.found_springs[k.axle][k.side].installed_m.assumed


def _height(a: Assessment, k: Shown) -> Working:
    s = _standing(a, k)
    base = a.axles[k.axle].hub_to_arch_m[k.side]
    u = float(s.rest.travel_m[k.axle, k.side, k.case])
    return Working(
        name="hub to arch",
        symbol="h",
        quantity="height",
        expression="h_b - u",
        inputs=(
            Given("h_b", "hub to arch as weighed", "height", base.value, base.origin),
            Given("u", "wheel travel from there, bump positive", "height", u, Origin.SOLVED),
        ),
        result=float(s.hub_to_arch_m[k.axle, k.side, k.case]),
        approximate=base.assumed or _springs_assumed(a, k),
        rule="Whole vehicle in balance on springs, stops, bars and tyres; small angles.",
    )


def _load(a: Assessment, k: Shown) -> Working:
    s = _standing(a, k)
    at = (k.axle, k.side, k.case)
    tyre = (a.found_fits if k.found else a.fits)[k.axle].tyre_rate
    squash = float(s.platform.tyre_squash_m[at] - s.rest.wheel_m[at])
    pads = a.axles[k.axle].pad_kg[k.side]
    return Working(
        name="load on the pad",
        symbol="N",
        quantity="mass",
        expression="k_t * s / g",
        inputs=(
            Given("k_t", "tyre rate", "rate", tyre.value, tyre.origin),
            Given("s", "squash of the tyre", "fine length", max(squash, 0.0), Origin.SOLVED),
            Given("g", "gravity", "acceleration", GRAVITY, Origin.TYPED),
        ),
        result=float(s.pad_kg[at]),
        approximate=pads.assumed,
        rule="Load and springs in balance; the sum over an axle is statics. Unsprung mass included.",
    )


def _frequency(a: Assessment, k: Shown) -> Working:
    s = _standing(a, k)
    at = (k.axle, k.side, k.case)
    unsprung = a.axles[k.axle].unsprung_kg
    return Working(
        name="ride frequency",
        symbol="f",
        quantity="frequency",
        expression="sqrt(k_w / (N - m_u)) / (2 * pi)",
        inputs=(
            Given("k_w", "wheel rate at this height", "rate", float(s.wheel_rate[at]), Origin.COMPUTED),
            Given("N", "load on the pad", "mass", float(s.pad_kg[at]), Origin.COMPUTED),
            Given("m_u", "unsprung mass a wheel", "mass", unsprung.value, unsprung.origin),
        ),
        result=float(s.frequency_hz[at]),
        approximate=unsprung.assumed or a.axles[k.axle].spring_ratio.assumed or _springs_assumed(a, k),
        rule="One mass on its wheel rate, both wheels together; no tyre, no bar.",
    )


def _bump(a: Assessment, k: Shown) -> Working:
    s = _standing(a, k)
    at = (k.axle, k.side, k.case)
    end = bump_end(s.events[k.axle][k.side])
    axle = a.axles[k.axle]
    guessed = axle.stop_gap_m[k.side].assumed or axle.stop_ratio.assumed
    return Working(
        name="bump left",
        symbol="b",
        quantity="height",
        expression="e - u",
        inputs=(
            Given("e", f"{end.name}, wheel travel", "height", end.travel_m, Origin.ASSUMED if guessed else Origin.COMPUTED),
            Given("u", "wheel travel in this case", "height", float(s.rest.travel_m[at]), Origin.SOLVED),
        ),
        result=float(s.bump_left_m[at]),
        approximate=guessed or a.fits[k.axle].stop_flat_m.assumed,
        rule="To the stop when flat (without a stop: to metal); both wheels together.",
    )


def _droop(a: Assessment, k: Shown) -> Working:
    s = _standing(a, k)
    at = (k.axle, k.side, k.case)
    end = droop_end(s.events[k.axle][k.side])
    axle = a.axles[k.axle]
    guessed = axle.droop_shaft_m[k.side].assumed or axle.shock_ratio.assumed
    return Working(
        name="droop left",
        symbol="d",
        quantity="height",
        expression="u - e",
        inputs=(
            Given("u", "wheel travel in this case", "height", float(s.rest.travel_m[at]), Origin.SOLVED),
            Given("e", f"{end.name}, wheel travel", "height", end.travel_m, Origin.ASSUMED if guessed else Origin.COMPUTED),
        ),
        result=float(s.droop_left_m[at]),
        approximate=guessed,
        rule="To the first limit in droop, both wheels together.",
    )


def _axle_load(a: Assessment, k: Shown) -> Working:
    left, right = (float(v) for v in a.proposed.pad_kg[k.axle, :, k.case])
    pads = a.axles[k.axle].pad_kg
    return Working(
        name="axle load",
        symbol="R",
        quantity="mass",
        expression="N_L + N_R",
        inputs=(
            Given("N_L", "load on the left pad", "mass", left, Origin.COMPUTED),
            Given("N_R", "load on the right pad", "mass", right, Origin.COMPUTED),
        ),
        result=left + right,
        approximate=any(p.assumed for p in pads),
        rule="No spring, bag or pressure changes it except by moving the load or tilting the body.",
    )


def _whole(a: Assessment, k: Shown) -> Working:
    pads = [p.value for axle in a.axles for p in axle.pad_kg]
    weighed = sum(i.mass_kg.value * i.weighed_share.value for i in a.job.items)
    now = float(a.loading.items_kg[k.case].sum())
    return Working(
        name="all up",
        symbol="m",
        quantity="mass",
        expression="m_b + m_c - m_0",
        inputs=(
            Given("m_b", "all pads as weighed", "mass", float(sum(pads)), Origin.MEASURED),
            Given("m_c", "items on board in this case", "mass", now, Origin.TYPED),
            Given("m_0", "items on board when weighed", "mass", float(weighed), Origin.TYPED),
        ),
        result=float(a.loading.whole_kg[k.case]),
        approximate=any(p.assumed for x in a.axles for p in x.pad_kg),
        rule="Pads, plus what came on board, less what was on board then.",
    )


def _spring_rate(a: Assessment, k: Shown) -> Working:
    o, axle = a.orders[k.axle], a.axles[k.axle]
    rate = o.order.rate_n_per_m[k.side]
    if o.rate_origin is Origin.TYPED or o.picked != "frequency":
        origin = o.rate_origin
        return Working(
            name="spring rate",
            symbol="k",
            quantity="rate",
            expression="k",
            inputs=(Given("k", f"as picked: {o.picked}" if origin is not Origin.TYPED else "typed", "rate", rate, origin),),
            result=rate,
            approximate=False,
            rule="Rounded to a whole N/mm, as springs are ordered.",
        )
    pick = a.job.proposal.axles[k.axle].pick
    hertz = pick.hertz.value if pick.hertz else {0: 1.3}.get(k.axle, 1.5)
    _, slope, _ = axle.spring_motion.at(np.asarray(0.0))
    exact = (2 * np.pi * hertz) ** 2 * o.sprung_kg / float(slope) ** 2
    return Working(
        name="spring rate",
        symbol="k",
        quantity="rate",
        expression="(2 * pi * f)**2 * m / MR**2 + r",
        inputs=(
            Given("f", "wanted frequency", "frequency", hertz, Origin.TYPED if pick.hertz else Origin.ASSUMED),
            Given("m", "sprung mass at one wheel, mean", "mass", o.sprung_kg, Origin.COMPUTED),
            Given("MR", "spring travel / wheel travel", "ratio", float(slope), axle.spring_ratio.origin),
            Given("r", "rounding and change of MR", "rate", rate - exact, Origin.COMPUTED),
        ),
        result=rate,
        approximate=axle.spring_ratio.assumed or not pick.hertz,
        rule="Ordered in whole N/mm.",
    )


def _wheel_rate(a: Assessment, k: Shown) -> Working:
    s = a.proposed
    travel = s.rest.travel_m[k.axle, :, a.target_case]
    rows = s.platform.row[k.axle, [0, 1], :, 0]
    _, slope, bend = a.axles[k.axle].spring_motion.at(rows @ travel)
    rate, force = a.orders[k.axle].order.rate_n_per_m[k.side], a.orders[k.axle].target_force_n[k.side]
    ratio = a.axles[k.axle].spring_ratio
    return Working(
        name="wheel rate",
        symbol="k_w",
        quantity="rate",
        expression="k * MR**2 + S * c",
        inputs=(
            Given("k", "spring rate", "rate", rate, a.orders[k.axle].rate_origin),
            Given("MR", "spring travel / wheel travel", "ratio", float(slope[k.side]), ratio.origin),
            Given("S", "spring force at the target", "force", force, Origin.COMPUTED),
            Given("c", "change of MR a metre", "per metre", float(bend[k.side]), ratio.origin),
        ),
        result=rate * float(slope[k.side]) ** 2 + force * float(bend[k.side]),
        approximate=ratio.assumed,
        rule="Main spring alone at the target, both wheels together.",
    )


def _free_length(a: Assessment, k: Shown) -> Working:
    o = a.orders[k.axle]
    free, spacer = o.order.free_m[k.side], o.order.spacer_m[k.side]
    space, force, rate = o.space_m[k.side], o.target_force_n[k.side], o.order.rate_n_per_m[k.side]
    if o.free_origin is Origin.TYPED:
        return Working(
            name="free length",
            symbol="L_0",
            quantity="coil size",
            expression="L_0",
            inputs=(Given("L_0", "typed", "coil size", free, Origin.TYPED),),
            result=free,
            approximate=False,
            rule="As typed; heights follow from it.",
        )
    installed = a.found_springs[k.axle][k.side].installed_m
    return Working(
        name="free length",
        symbol="L_0",
        quantity="coil size",
        expression="L - p + S / k + r",
        inputs=(
            Given("L", "room between the seats at the target", "coil size", space, installed.origin),
            Given("p", "spacer", "coil size", spacer, o.spacer_origin),
            Given("S", "spring force at the target", "force", force, Origin.COMPUTED),
            Given("k", "spring rate", "rate", rate, o.rate_origin),
            Given(
                "r",
                "rounding, and sharing between left and right",
                "coil size",
                free - (space - spacer + force / rate),
                Origin.COMPUTED,
            ),
        ),
        result=free,
        approximate=installed.assumed or a.axles[k.axle].spring_ratio.assumed,
        rule="New spring, before it settles; to the whole millimetre.",
    )


def _spacer(a: Assessment, k: Shown) -> Working:
    o = a.orders[k.axle]
    value = o.order.spacer_m[k.side]
    need, free = o.order.need_m[k.side], o.order.free_m[k.side]
    if o.spacer_origin is Origin.TYPED or value == 0.0:
        return Working(
            name="spacer",
            symbol="p",
            quantity="coil size",
            expression="p",
            inputs=(Given("p", "as chosen", "coil size", value, o.spacer_origin),),
            result=value,
            approximate=False,
            rule="Plate under or over the coil.",
        )
    return Working(
        name="spacer",
        symbol="p",
        quantity="coil size",
        expression="n - L_0 + r",
        inputs=(
            Given("n", "free length and spacer that meet the target", "coil size", need, Origin.COMPUTED),
            Given("L_0", "free length", "coil size", free, o.free_origin),
            Given("r", "rounding", "coil size", value - (need - free), Origin.COMPUTED),
        ),
        result=value,
        approximate=False,
        rule="Equal springs, the spacer makes up the side that needs more.",
    )


def _preload(a: Assessment, k: Shown) -> Working:
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
                "compression of the new spring at the height as weighed",
                "coil size",
                a.orders[k.axle].offset_m[k.side],
                Origin.COMPUTED,
            ),
            Given("X", "spring travel from there to hanging", "coil size", spring_travel, droop.origin),
        ),
        result=x,
        approximate=droop.assumed or a.found_springs[k.axle][k.side].installed_m.assumed,
        rule="Compression with the wheel hanging; below zero the coil is loose there.",
    )


_CORNER: dict[str, Callable[[Assessment, Shown], Working]] = {"height": _height, "load": _load, "frequency": _frequency}
_PROPOSED = {"bump left": _bump, "droop left": _droop}
_ONCE = {
    "spring rate": _spring_rate,
    "wheel rate": _wheel_rate,
    "free length": _free_length,
    "spacer": _spacer,
    "preload": _preload,
}
_WORKINGS = {**_CORNER, **_PROPOSED, **_ONCE, "axle load": _axle_load, "whole": _whole}
