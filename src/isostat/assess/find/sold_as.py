"""What an advertised lift really gives here."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.find.fitted import heights
from isostat.assess.find.options import Options
from isostat.assess.solve.assessment import Assessment


@dataclass(frozen=True, slots=True)
class SoldAs:
    """advertised_m: None where the list does not say. stated_for: a trim or load, empty where it does not say.

    gives_m: over the springs as found, mean of the axle, at the target case; light_m: in the lightest case.
    """

    advertised_m: float | None
    stated_for: str
    gives_m: float
    light_m: float


def sold_as(a: Assessment, tried: Options, way: int) -> SoldAs:
    """Of one way to fit springs on both sides, nothing under them, over the sagged springs as found in the same load case."""
    choices, axle = tried.choices, tried.wish.axle
    assert choices is not None
    light = int(np.argmin(np.where(a.proposed.stands, a.loading.whole_kg, np.inf)))
    cases = np.array([a.target_case, light])
    gives = (heights(a, [(tried.bare(), np.array([way]))], cases)[:, :, 0] - a.found.hub_to_arch_m[..., cases])[axle].mean(axis=0)
    row, parts = int(choices.rows[0, way]), choices.parts
    lift = float(parts.numbers["lift_m"][row]) if "lift_m" in parts.numbers else float("nan")
    stated = parts.words["stated_for"][row] if "stated_for" in parts.words else ""
    return SoldAs(None if np.isnan(lift) else lift, stated, float(gives[0]), float(gives[1]))
