"""Workings of how a leaf pack hangs and is held: frame up, pinion, U-bolts, friction."""

from __future__ import annotations

from isostat.assess.setup.springs.incomplete import Incomplete
from isostat.assess.setup.springs.leaf import Hanging, hanging, stack_m, turned_rad, u_bolt_m
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.leaf import Packed, packed
from isostat.assess.workings.inputs import given_or
from isostat.assess.workings.shown import Shown
from isostat.core import rules
from isostat.core.working import Given, Origin, Working
from isostat.job.springs.leaf import Pack


def _packed(a: Assessment, k: Shown) -> tuple[Packed, Pack]:
    pack = packed(a, k.axle)
    if pack is None:
        raise KeyError("no pack")
    return pack, a.job.proposal.axles[k.axle].pack


def _hung(pack: Pack) -> Hanging:
    hung = hanging(pack)
    if hung is None:
        raise KeyError("shackle not read")
    return hung


def raised(a: Assessment, k: Shown) -> Working:
    """Frame up over the axle by shackle and hanger."""
    hung = _hung(_packed(a, k)[1])
    _, z = hung.hung.eye(hung.hung.chord_m, hung.shackle_m, hung.dropped_m)
    return Working(
        name="lift from shackle and hanger",
        symbol="d",
        quantity="coil size",
        expression="e - s * (z + e)",
        inputs=(
            Given("e", "front eye lowered", "fine length", hung.dropped_m, Origin.TYPED),
            Given("s", "seat position between front and rear eye", "share", hung.hung.share, Origin.COMPUTED),
            Given("z", "rear eye height change", "fine length", z, Origin.SOLVED),
        ),
        result=hung.raised_m,
        approximate=False,
        rule="Two circles: spring about its front eye, shackle about its pivot. Lift is about half the added shackle length.",
    )


def turned(a: Assessment, k: Shown) -> Working:
    """How far the pinion comes up."""
    pack = _packed(a, k)[1]
    hung = hanging(pack)
    wedge = given_or("w", "wedge", "angle", pack.wedge_rad, 0.0)
    if hung is None:
        return Working(name="pinion", symbol="p", quantity="angle", expression="w", inputs=(wedge,), result=wedge.value,
                       approximate=False, rule="A degree shim turns the axle by its own angle.")  # fmt: skip
    _, z = hung.hung.eye(hung.hung.chord_m, hung.shackle_m, hung.dropped_m)
    return Working(
        name="pinion",
        symbol="p",
        quantity="angle",
        expression="asin((0 - e - z) / c) + w",
        inputs=(
            Given("e", "front eye lowered", "fine length", hung.dropped_m, Origin.TYPED),
            Given("z", "rear eye height change", "fine length", z, Origin.SOLVED),
            Given("c", "eye to eye", "fine length", hung.hung.chord_m, Origin.TYPED),
            wedge,
        ),
        result=turned_rad(pack),
        approximate=False,
        rule="The spring tilts with its eyes, and the axle with it.",
    )


def u_bolt(a: Assessment, k: Shown) -> Working:
    """Length of a U-bolt's legs."""
    made, pack = _packed(a, k)
    block = max(a.orders[k.axle].order.spacer_m)
    length = u_bolt_m(pack, made.pack, block)
    if length is None:
        raise KeyError("tube not measured")
    return Working(
        name="U-bolt leg length, from inside the bend",
        symbol="l",
        quantity="coil size",
        expression="t + s + b + q + n * r",
        inputs=(
            given_or("t", "axle tube diameter", "fine length", pack.tube_m, 0.0),
            Given("s", "pack thickness at the clamp", "fine length", stack_m(made.pack), Origin.COMPUTED),
            Given("b", "thicker block", "fine length", block, Origin.SOLVED),
            given_or("q", "spring plate thickness", "fine length", pack.plate_m, rules.SPRING_PLATE),
            Given("n", "U-bolt diameters for washer, nut and thread", "ratio", rules.U_BOLT_NUT, Origin.ASSUMED),
            given_or("r", "U-bolt diameter", "fine length", pack.bolt_m, rules.U_BOLT_ROD),
        ),
        result=length,
        approximate=pack.plate_m is None or pack.bolt_m is None,
        rule="U-bolts are replaced, never reused; torqued crosswise with the weight on, and again after 100 km.",
    )


def friction(a: Assessment, k: Shown) -> Working:
    """Band of heights within which the pack may rest anywhere, at the target."""
    made, pack = _packed(a, k)
    share = given_or("f", "leaf friction, share of load", "share", pack.friction, rules.LEAF_FRICTION)
    return Working(
        name="friction band ±",
        symbol="y",
        quantity="coil size",
        expression="f * F / k",
        inputs=(
            share,
            Given("F", "carried by the pack at target", "force", made.force_n, Origin.SOLVED),
            Given("k", "rate there", "rate", made.rate, Origin.SOLVED),
        ),
        result=share.value * made.force_n / made.rate,
        approximate=share.origin is Origin.ASSUMED,
        rule="Heights within this band are not meaningful. Roll, bounce, measure coming down and coming up.",
    )


HANGING = (raised, turned, u_bolt, friction)


def shown_hanging(a: Assessment) -> list[Shown]:
    """Every such number."""
    out = []
    for axle, fit in enumerate(a.job.proposal.axles):
        if packed(a, axle) is None:
            continue
        out += [Shown(friction, axle), *([Shown(u_bolt, axle)] if fit.pack.tube_m is not None else [])]
        try:
            out += [Shown(number, axle) for number in (raised, turned)] if hanging(fit.pack) else []
        except Incomplete:
            continue
    return out
