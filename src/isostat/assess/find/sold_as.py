"""What an advertised lift really gives here."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.find.fitted import heights
from isostat.assess.find.options import options
from isostat.assess.find.wish import AxleWish
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


def sold_as(a: Assessment, wish: AxleWish, spring: int) -> SoldAs:
    """Of one spring of an axle's list on both sides without spacers, over the sagged springs as found in the same load case."""
    alone = options(a, AxleWish(axle=wish.axle, parts=wish.parts.take(np.array([spring]))))
    light = int(np.argmin(np.where(a.proposed.stands, a.loading.whole_kg, np.inf)))
    cases = np.array([a.target_case, light])
    gives = (heights(a, [(alone, np.array([0]))], cases)[:, :, 0] - a.found.hub_to_arch_m[..., cases])[wish.axle].mean(axis=0)
    lift = float(wish.parts.numbers["lift_m"][spring]) if "lift_m" in wish.parts.numbers else float("nan")
    stated = wish.parts.words.get("stated_for", ("",) * len(wish.parts))[spring]
    return SoldAs(None if np.isnan(lift) else lift, stated, float(gives[0]), float(gives[1]))
