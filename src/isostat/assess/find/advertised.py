"""What an advertised lift leaves open where rate or free length is not given, and the one reading that would settle it."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.find.fitted import heights
from isostat.assess.find.kinds.offered import seats_m
from isostat.assess.find.options import options
from isostat.assess.find.wish import AxleWish
from isostat.assess.solve.assessment import Assessment
from isostat.catalogue.parts import Parts
from isostat.core import rules
from isostat.core.limits import Floats

TRIED = 7  # rates between the least and the most


@dataclass(frozen=True, slots=True, kw_only=True)
class Advertised:
    """Springs that lift by what is advertised in one load case, over the springs as found.

    base: that case. rate, free_m: least and most of what they may be. target_m, light_m: hub to arch, mean of the axle, lowest and
    highest in the target case and in the lightest. settles: "rate" or "free length", which of them narrows that more; None where
    both are given.
    """

    base: int
    rate: tuple[float, float]
    free_m: tuple[float, float]
    target_m: tuple[float, float]
    light_m: tuple[float, float]
    settles: str | None


def advertised(a: Assessment, axle: int, lift_m: float, rate: float | None, free_m: float | None) -> tuple[Advertised, ...]:
    """By each load case that a maker may have meant: as weighed, the lightest, the target's.

    lift_m: as advertised. rate, free_m: None where the list does not say. A rate not said lies within 15 % of that as found.
    """
    meant: dict[tuple[float, ...], int] = {}  # by where the old springs stand: on flat ground as on pads they mostly stand alike
    for base in (a.job.weighed_case, _lightest(a), a.target_case):
        if a.found.stands[base] and a.proposed.stands[base]:
            meant.setdefault(tuple(np.round(a.found.hub_to_arch_m[axle, :, base], 4)), base)
    return tuple(_from(a, axle, lift_m, rate, free_m, base) for base in meant.values())


def _lightest(a: Assessment) -> int:
    return int(np.argmin(np.where(a.proposed.stands, a.loading.whole_kg, np.inf)))


def _from(a: Assessment, axle: int, lift_m: float, rate: float | None, free_m: float | None, base: int) -> Advertised:
    motion, springs = a.axles[axle].spring_motion, a.found_springs[axle]
    travel = a.found.rest.travel_m[axle, :, base]
    before = motion.at(travel)[0]
    force = float(np.mean([s.law.force(np.asarray(s.pressed_m + x)) for s, x in zip(springs, before, strict=True)]))
    room = float((seats_m(a, axle) - motion.at(travel - lift_m)[0]).mean())  # between the seats, lifted by what is advertised
    usual = float(np.mean([s.law.rate(np.asarray(s.pressed_m + x)) for s, x in zip(springs, before, strict=True)]))

    def of(rates: Floats) -> tuple[Floats, Floats, Floats]:
        """Rates, the free lengths that go with them, and heights in the target and the lightest case, (2, n)."""
        free = force / rates + room if free_m is None else np.full_like(rates, free_m)
        return rates, free, _stand(a, axle, rates, free)

    if rate is not None:
        rates, free, height = of(np.array([rate]))
    elif free_m is not None:
        rates, free, height = of(np.array([force / max(free_m - room, 0.005)]))
    else:
        rates, free, height = of(usual * np.linspace(1 - rules.RATE_UNSAID, 1 + rules.RATE_UNSAID, TRIED))
    return Advertised(
        base=base,
        rate=(float(rates.min()), float(rates.max())),
        free_m=(float(free.min()), float(free.max())),
        target_m=(float(height[0].min()), float(height[0].max())),
        light_m=(float(height[1].min()), float(height[1].max())),
        settles=None if rate is not None and free_m is not None else _settles(a, axle, force, room, float(rates.mean())),
    )


def _stand(a: Assessment, axle: int, rate: Floats, free_m: Floats) -> Floats:
    """Mean hub to arch of the axle on each of n springs in the target case and in the lightest, (2, n) m."""
    n = len(rate)
    numbers = {"rate": rate, "free_m": free_m} | {
        key: np.full(n, np.nan) for key in ("solid_m", "inside_m", "wire_m", "active", "price", "shelf", "days")
    }
    parts = Parts(kind="coil", parts=tuple(map(str, range(n))), numbers=numbers, words={"maker": ("",) * n})
    tried = options(a, AxleWish(axle=axle, parts=parts))
    at = heights(a, [(tried, np.arange(n))], np.array([a.target_case, _lightest(a)]))
    return np.asarray(at[axle].mean(axis=0).T)


def _settles(a: Assessment, axle: int, force: float, room: float, rate: float) -> str:
    """Which reading leaves less open: the rate under a press, or the free length by tape; each with its usual error."""
    by_press = rate * np.array([1 - 2 * rules.RATE_ERROR, 1 + 2 * rules.RATE_ERROR])
    length = force / rate + np.array([-1.0, 1.0]) * 2 * rules.TAPE_ERROR
    apart = [float(np.ptp(_stand(a, axle, k, force / k + room), axis=1).max()) for k in (by_press, force / length)]
    return "rate" if apart[0] < apart[1] else "free length"
