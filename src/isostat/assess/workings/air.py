"""Workings of air helpers: pressure in a case, and what a bag carries there."""

from __future__ import annotations

import math

from isostat.assess.aired import Aired, aired
from isostat.assess.assessment import Assessment
from isostat.assess.workings.shown import Shown
from isostat.core.elements.air import ClosedAir
from isostat.core.limits import GRAVITY
from isostat.core.working import Given, Origin, Working


def _told(a: Assessment, k: Shown) -> Aired:
    told = aired(a, k.axle)
    if told is None:
        raise KeyError("no helper")
    return told


def pressure(a: Assessment, k: Shown) -> Working:
    """Gauge pressure of a bag in a case."""
    told, law = _told(a, k), a.fits[k.axle].helper.law[k.side]  # type: ignore[union-attr]
    result = float(told.gauge_pa[k.side, k.case])
    if not isinstance(law, ClosedAir):
        given = (Given("p", "held by its line", "pressure", result, Origin.TYPED),)
        return Working(name="bag pressure", symbol="p", quantity="pressure", expression="p", inputs=given, result=result,
                       approximate=False, rule="Held: the height changes, the pressure does not.")  # fmt: skip
    now = float(told.height_m[k.side, k.case])
    full = float(a.job.proposal.axles[k.axle].helper.height_m.value)  # type: ignore[union-attr]
    was = full - law.set_x_m
    shut = (law.gauge_pa + law.set_ambient_pa) * was / now - law.ambient_pa
    return Working(
        name="bag pressure",
        symbol="p",
        quantity="pressure",
        expression="(p_0 + p_a) * h_0 / h - p_a + r",
        inputs=(
            Given("p_0", "set at the target, gauge", "pressure", law.gauge_pa, Origin.TYPED),
            Given("p_a", "of the air around", "pressure", law.set_ambient_pa, Origin.ASSUMED),
            Given("h_0", "height of the bag then", "fine length", was, Origin.SOLVED),
            Given("h", "height in this case", "fine length", now, Origin.SOLVED),
            Given("r", "past its ends", "pressure", result - shut, Origin.COMPUTED),
        ),
        result=result,
        approximate=False,
        rule="Gas shut in, slow: absolute pressure times volume stays. A warm day or a mountain changes it.",
    )


def load(a: Assessment, k: Shown) -> Working:
    """What a bag carries in a case."""
    told = _told(a, k)
    across = float(a.job.proposal.axles[k.axle].helper.across_m.value)  # type: ignore[union-attr]
    area = math.pi * across**2 / 4
    gauge, carries = float(told.gauge_pa[k.side, k.case]), float(told.carries_kg[k.side, k.case])
    return Working(
        name="carried by the bag",
        symbol="m",
        quantity="mass",
        expression="p * pi * D**2 / (4 * g) + r",
        inputs=(
            Given("p", "gauge pressure", "pressure", gauge, Origin.SOLVED),
            Given("D", "effective diameter", "fine length", across, Origin.TYPED),
            Given("g", "gravity", "acceleration", GRAVITY, Origin.ASSUMED),
            Given("r", "past its ends", "mass", carries - gauge * area / GRAVITY, Origin.COMPUTED),
        ),
        result=carries,
        approximate=False,
        rule="Gauge pressure times effective area; a claim beyond it is none.",
    )


AIR = {"bag pressure": pressure, "bag load": load}


def shown_air(a: Assessment) -> list[Shown]:
    """Every such number."""
    axles = [i for i, fit in enumerate(a.fits) if fit.helper is not None]
    return [Shown(name, axle, side, case) for axle in axles for side in (0, 1) for case in range(a.cases) for name in AIR]
