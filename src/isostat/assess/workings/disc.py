"""The working of what a stack of Belleville washers carries in a case."""

from __future__ import annotations

import numpy as np

from isostat.assess.setup.springs.disc import Stacks
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.helper_loads import HelperLoads, helper_loads
from isostat.assess.workings.shown import Shown
from isostat.core.limits import GRAVITY
from isostat.core.parts.law import METAL_RATE
from isostat.core.springs.disc import POISSON, YOUNG, DiscStack
from isostat.core.working import Given, Origin, Working


def disc_loads(a: Assessment, axle: int) -> HelperLoads | None:
    """What the washers of an axle carry; None where there are none."""
    helper = a.fits[axle].helper(Stacks)
    return None if helper is None else helper_loads(a, axle, helper)


def _stack(a: Assessment, k: Shown) -> DiscStack:
    helper = a.fits[k.axle].helper(Stacks)
    if helper is None:
        raise KeyError("no washers")
    return helper.law[k.side]


def tall(a: Assessment, k: Shown) -> Working:
    """Height of a stack without load."""
    stack = _stack(a, k)
    inputs = (
        Given("i", "packets", "ratio", float(stack.opposed), Origin.TYPED),
        Given("h", "cone height of a washer", "fine length", stack.cone_m, Origin.TYPED),
        Given("n", "washers per packet", "ratio", float(stack.nested), Origin.TYPED),
        Given("t", "thickness of a washer", "fine length", stack.thick_m, Origin.TYPED),
    )
    high = stack.opposed * (stack.cone_m + stack.nested * stack.thick_m)
    return Working(
        name="stack free height", symbol="H", quantity="coil size", expression="i * (h + n * t)", inputs=inputs, result=high,
        approximate=False, rule="A packet is one cone height plus all thicknesses.",
    )  # fmt: skip


def load(a: Assessment, k: Shown) -> Working:
    """Carried by a stack, at its own place."""
    done, stack = disc_loads(a, k.axle), _stack(a, k)
    if done is None:
        raise KeyError("no washers")
    x, result = float(done.squeeze_m[k.side, k.case]), float(done.carries_kg[k.side, k.case])
    gravity = Given("g", "gravity", "acceleration", GRAVITY, Origin.ASSUMED)
    pressed = Given("x", "stack compressed by", "fine length", x, Origin.SOLVED)
    inputs: tuple[Given, ...]
    if x > stack.flat_x_m:
        flat = float(stack.force(np.asarray(stack.flat_x_m)))
        inputs = (
            Given("F", "force when flat", "force", flat, Origin.COMPUTED),
            Given("k", "metal on metal", "rate", METAL_RATE, Origin.ASSUMED),
            pressed,
            Given("x_f", "flat when compressed by", "fine length", stack.flat_x_m, Origin.TYPED),
            gravity,
        )
        expression, rule = "(F + k * (x - x_f)) / g", "Flat: no travel remains."
    else:
        inputs = (
            Given("n", "washers per packet", "ratio", float(stack.nested), Origin.TYPED),
            Given("i", "packets", "ratio", float(stack.opposed), Origin.TYPED),
            Given("E", "modulus of spring steel", "modulus", YOUNG, Origin.ASSUMED),
            Given("v", "Poisson's ratio of steel", "ratio", POISSON, Origin.ASSUMED),
            Given("t", "thickness of a washer", "fine length", stack.thick_m, Origin.TYPED),
            Given("K", "factor of outer over inner diameter", "ratio", stack.shape, Origin.COMPUTED),
            Given("D", "outer diameter", "fine length", stack.outer_m, Origin.TYPED),
            Given("h", "cone height", "fine length", stack.cone_m, Origin.TYPED),
            pressed,
            gravity,
        )
        expression = "n * 4 * E / (1 - v**2) * t**3 * x / i / (K * D**2) * ((h - x / i) * (h - x / i / 2) / t**2 + 1) / g"
        rule = "Nested washers share the load, opposed ones share the travel; friction between them is ignored."
    return Working(
        name="carried by the washers",
        symbol="m",
        quantity="mass",
        expression=expression,
        inputs=inputs,
        result=result,
        approximate=False,
        rule=rule,
    )


def shown_discs(a: Assessment) -> list[Shown]:
    """Every such number."""
    axles = [i for i, fit in enumerate(a.fits) if fit.helper(Stacks) is not None]
    loads = [Shown(load, axle, side, case) for axle in axles for side in (0, 1) for case in range(a.cases)]
    return [*(Shown(tall, axle) for axle in axles), *loads]
