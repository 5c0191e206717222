"""The working of what a helper of foam or rubber carries in a case."""

from __future__ import annotations

from isostat.assess.setup.springs.cushion import Cushioned
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.helper_loads import helper_loads
from isostat.assess.workings.shown import Shown
from isostat.core.limits import GRAVITY
from isostat.core.working import Given, Origin, Working


def load(a: Assessment, k: Shown) -> Working:
    """Carried by a helper, at its own place."""
    fit = a.fits[k.axle].helper(Cushioned)
    if fit is None:
        raise KeyError("no helper")
    cushion = helper_loads(a, k.axle, fit)
    x, result = float(cushion.squeeze_m[k.side, k.case]), float(cushion.carries_kg[k.side, k.case])
    about = fit.rate.assumed or fit.flat.assumed
    rate = Given("k_0", "initial rate", "rate", fit.rate.value, fit.rate.origin)
    flat = Given("x_f", "solid when compressed by", "fine length", fit.flat.value, fit.flat.origin)
    gravity = Given("g", "gravity", "acceleration", GRAVITY, Origin.ASSUMED)
    if x == 0.0:
        inputs: tuple[Given, ...] = (Given("x", "not touched", "fine length", x, Origin.SOLVED), rate, gravity)
        expression, rule = "k_0 * x / g", "It carries nothing until contact."
    elif x <= fit.flat.value:
        inputs = (rate, Given("x", "compressed by", "fine length", x, Origin.SOLVED), flat, gravity)
        expression, rule = "k_0 * x / (1 - (0.95 * x / x_f)**3) / g", "Soft at the touch, a wall when flat."
    else:
        wall = float(fit.law[0].rate(fit.flat.value))  # type: ignore[arg-type]
        inputs = (
            rate,
            flat,
            Given("t", "rate at full compression", "rate", wall, Origin.COMPUTED),
            Given("x", "compressed by", "fine length", x, Origin.SOLVED),
            gravity,
        )
        expression, rule = "(k_0 * x_f / (1 - 0.95**3) + t * (x - x_f)) / g", "Fully compressed: beyond its normal range."
    return Working(
        name="carried by the helper",
        symbol="m",
        quantity="mass",
        expression=expression,
        inputs=inputs,
        result=result,
        approximate=about,
        rule=rule,
    )


CUSHIONS = (load,)


def shown_cushions(a: Assessment) -> list[Shown]:
    """Every such number."""
    axles = [i for i, fit in enumerate(a.fits) if fit.helper(Cushioned) is not None]
    return [Shown(load, axle, side, case) for axle in axles for side in (0, 1) for case in range(a.cases)]
