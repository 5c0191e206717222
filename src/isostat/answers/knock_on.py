"""What the height drags with it, as plain data, SI with the unit in each name: what `isostat knock-on --json` prints."""

from __future__ import annotations

from typing import Any

import numpy as np

from isostat.assess.knock_on.line import Cure, Line
from isostat.assess.knock_on.lines import worsened
from isostat.assess.knock_on.on_card import on_card
from isostat.assess.solve.assessment import Assessment
from isostat.core.limits import Floats
from isostat.units.unit import Quantity

UNITS = {Quantity.HEIGHT: "m", Quantity.FINE: "m", Quantity.ANGLE: "rad", Quantity.SHARE: "share", Quantity.RATIO: "1"}


def knock_on_plain(a: Assessment, lines: tuple[Line, ...]) -> dict[str, Any]:
    """The answer as plain data. lines: worst first."""
    cases = [case.name for case in a.job.cases]
    return {"isostat": 1, "title": a.job.title, "cases": cases, "lines": [_line(a, line) for line in lines]}


def _line(a: Assessment, line: Line) -> dict[str, Any]:
    outside = bool(line.outside.any())
    return {
        "what": line.what.value,
        "axle": _axle(a, line),
        "unit": UNITS[line.quantity],
        "before": None if line.changes else _known(line.before),
        "now": _each(line.now),
        "low": _known(line.low),
        "high": _known(line.high),
        "whose": line.whose,
        "outside": outside,
        "worst_case": None if line.asks else a.job.cases[line.worst].name,
        "approximate": line.guessed,
        "cures": [_cure(a, line, cure) for cure in line.cures] if outside else [],
        "needs": [".".join(str(part) for part in path) for path in line.asks],
    }


def _cure(a: Assessment, line: Line, cure: Cure) -> dict[str, Any]:
    rods = [{"rod": name, "longer_m": _known(by), "half_turns": turns} for name, by, turns in cure.plan]
    return {
        "way": cure.way.value,
        "on_card": on_card(a.job, line) is cure,
        "by": _known(cure.by),
        "unit": UNITS[cure.quantity],
        "half_turns": cure.half_turns,
        "rods": rods,
        "leaves": _each(cure.leaves),
        "worsens": [{"what": one.what.value, "axle": _axle(a, one), "now": _each(one.now)} for one in worsened(a, line, cure)],
    }


def _axle(a: Assessment, line: Line) -> str | None:
    return None if line.axle is None else a.job.vehicle.axles[line.axle].name


def _each(values: Floats) -> list[float | None]:
    return [_known(float(value)) for value in values]


def _known(value: float | None) -> float | None:
    return None if value is None or not np.isfinite(value) else round(float(value), 6)
