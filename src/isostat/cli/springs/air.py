"""What `isostat spring air` answers: a bag as a cylinder, its gas shut in or its pressure held."""

from __future__ import annotations

import argparse
from typing import Any

import numpy as np

from isostat.cli.options import Lines, needed, typed_number
from isostat.core.limits import GRAVITY
from isostat.core.springs.air.bag import FAST, SLOW, ClosedAir, HeldAir, ambient_pa, cylinder, pressure_for
from isostat.job.files import JobFault
from isostat.language import tr
from isostat.units.unit import Preset, Quantity

ABSOLUTE = 273.15  # K at 0 °C


def air_lines(asked: argparse.Namespace, preset: Preset) -> tuple[Lines, dict[str, Any]]:
    """The lines of a bag at the height that it has, and what is said beside them."""
    across, height, least = (typed_number(getattr(asked, n), n, Quantity.COIL, preset) for n in ("across", "height", "least"))
    bag = cylinder(across, height, least)
    set_at = height if asked.set_height is None else typed_number(asked.set_height, "set-height", Quantity.COIL, preset)
    now = set_at if asked.at is None else typed_number(asked.at, "at", Quantity.COIL, preset)
    x, said = np.asarray(height - now), []
    if asked.load is not None and asked.pressure is None:
        gauge = pressure_for(typed_number(asked.load, "load", Quantity.MASS, preset) * GRAVITY, bag, float(x))
        lines: Lines = [("pressure_pa", tr("pressure that carries the load"), gauge, Quantity.PRESSURE)]
        if asked.most is None or asked.fewest is None:
            return lines, {"said": [tr("Check this against the bag's own limits: give --fewest and --most.")]}
        least_pa, most_pa = (typed_number(getattr(asked, n), n, Quantity.PRESSURE, preset) for n in ("fewest", "most"))
        if not least_pa <= gauge <= most_pa:
            said.append(tr("Outside the bag's pressure limits. Use another bag, or steel springs for the permanent load."))
        return lines, {"said": said}
    if asked.pressure is None:
        raise JobFault("spring", [needed("pressure", "load")])
    pressure = typed_number(asked.pressure, "pressure", Quantity.PRESSURE, preset)
    if asked.held:
        held = HeldAir(bag=bag, gauge_pa=pressure)
        said.append(tr("Regulated pressure gives force but almost no rate. It cannot be the only spring."))
        return _lines(float(held.force(x)), float(held.rate(x)), float(held.rate(x)), pressure), {"said": said}
    warmer = (asked.celsius + ABSOLUTE) / (20.0 + ABSOLUTE)
    around = ambient_pa(asked.altitude)
    slow, fast = (
        ClosedAir(bag=bag, gauge_pa=pressure, set_x_m=height - set_at, exponent=n, ambient_pa=around, warmer=warmer)
        for n in (SLOW, FAST)
    )
    if not slow.domain[0] <= float(x) <= slow.domain[1]:
        said.append(tr("That height is outside the bag's range. The result is only an estimate."))
    said.append(tr("Never let a bag limit droop. Gas law in absolute pressure, force from gauge pressure."))
    return _lines(float(slow.force(x)), float(slow.rate(x)), float(fast.rate(x)), float(slow.gauge_at(x))), {"said": said}


def _lines(force: float, slow: float, fast: float, gauge: float) -> Lines:
    return [
        ("pressure_pa", tr("gauge pressure"), gauge, Quantity.PRESSURE),
        ("carries_kg", tr("carries"), force / GRAVITY, Quantity.MASS),
        ("slow_rate_n_per_m", tr("rate, standing (slow)"), slow, Quantity.RATE),
        ("ride_rate_n_per_m", tr("rate, in motion"), fast, Quantity.RATE),
    ]
