"""How well an axle is damped, as found and as fitted, with a tested damper; and what to ask of a revalve."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.standing import Standing, moved_together
from isostat.core import rules
from isostat.core.limits import GRAVITY, OutOfRange
from isostat.core.parts.bank import Bank
from isostat.core.parts.damper import Damper
from isostat.core.ride.quarter_car import QuarterCar, Swing
from isostat.core.vehicle.platform import Platform
from isostat.core.vehicle.ride_laws import as_riding
from isostat.core.vehicle.wheel_forces import ExactForces


@dataclass(frozen=True, slots=True, kw_only=True)
class Damped:
    """One corner of an axle, mean of both sides, in one case."""

    car: QuarterCar
    at_wheel: tuple[float, float]  # N·s/m, bump and rebound

    @property
    def swings(self) -> tuple[Swing, Swing]:
        """Of body and wheel, with the mean of bump and rebound."""
        return _swung(self.car, self.mean)

    @property
    def body(self) -> tuple[Swing, Swing]:
        """Of the body with the damper's bump alone, and with its rebound."""
        bump, rebound = (_swung(self.car, c)[0] for c in self.at_wheel)
        return bump, rebound

    @property
    def mean(self) -> float:
        """Of bump and rebound at the wheel, N·s/m."""
        return sum(self.at_wheel) / 2.0

    @property
    def ratio(self) -> float:
        """Of the body, bump and rebound together: that of their mean damping.

        From the critical damping of one mass up the damper ties body and wheel together, and what swings is both on the tyre: then
        that share is given, 1 and above.
        """
        critical = self.mean / (2.0 * math.sqrt(self.car.wheel_rate * self.car.sprung_kg))
        return critical if critical >= 1.0 else self.swings[0].ratio


@lru_cache(maxsize=64)
def _swung(car: QuarterCar, damping: float) -> tuple[Swing, Swing]:
    return car.swings(damping)


def damper_in(a: Assessment, axle: int, *, found: bool) -> tuple[Damper, float] | None:
    """The tested damper of a set-up and how much it was made stronger; None where none was tested."""
    fit = (a.found_fits if found else a.fits)[axle]
    own = a.job.proposal.axles[axle]
    times = own.damping.value if own.damping is not None and not own.damper and not found else 1.0
    return None if fit.damper is None else (fit.damper, times)


def car_in(a: Assessment, axle: int, case: int, *, found: bool) -> QuarterCar | None:
    """Masses and rates of a corner in a case, mean of both sides; None where it does not stand on them."""
    s: Standing = a.found if found else a.proposed
    rate, sprung = float(s.wheel_rate[axle, :, case].mean()), float(s.rest.force_n[axle, :, case].mean()) / GRAVITY
    unsprung = float(s.platform.unsprung_n[axle, :, case].mean()) / GRAVITY
    try:
        return QuarterCar(sprung, unsprung, rate, float(s.platform.tyre_rate[axle, 0, case])) if s.stands[case] else None
    except OutOfRange:
        return None


def damped(a: Assessment, axle: int, case: int, *, found: bool = False) -> Damped | None:
    """The swings of an axle in a case; None without a tested damper, or where it does not stand on its wheels."""
    return _with_damper(a, axle, car_in(a, axle, case, found=found), found=found)


def on_heavier_wheels(a: Assessment, axle: int, case: int, more_kg: float) -> Damped | None:
    """As fitted in a case, each wheel heavier by so much: it hops slower and dies down later."""
    car = car_in(a, axle, case, found=False)
    return None if car is None else _with_damper(a, axle, replace(car, unsprung_kg=car.unsprung_kg + more_kg), found=False)


def as_weighed(a: Assessment, axle: int) -> Damped | None:
    """The swings as found when it was weighed: there every travel is nought, so nothing is solved for it."""
    figures, unsprung = a.axles[axle], a.axles[axle].unsprung_kg.value
    sprung = sum(pad.value for pad in figures.pad_kg) / 2.0 - unsprung
    try:
        car = QuarterCar(sprung, unsprung, _baseline_rate(*a.found_unladen, axle), figures.tyre_rate.value)
    except OutOfRange:
        return None
    return _with_damper(a, axle, car, found=True)


@lru_cache(maxsize=16)
def _baseline_rate(platform: Platform, bank: Bank, axle: int) -> float:
    """Wheel rate in N/m as a bump meets it with every travel nought, mean of both sides."""
    still = np.zeros((platform.axles, 2, platform.cases))
    riding = as_riding(platform, bank, ExactForces(platform, bank).compression(still)[0])
    _, k = ExactForces(*riding)(still)
    return float(moved_together(k)[axle, :, 0].mean())


def _with_damper(a: Assessment, axle: int, car: QuarterCar | None, *, found: bool) -> Damped | None:
    """The damper's part is taken by the square of its ratio."""
    fitted = damper_in(a, axle, found=found)
    if fitted is None or car is None:
        return None
    ratio, (bump, rebound) = a.axles[axle].shock_ratio.value, fitted[0].coefficients()
    return Damped(car=car, at_wheel=(bump * fitted[1] * ratio**2, rebound * fitted[1] * ratio**2))


def light_and_full(a: Assessment) -> tuple[int, int]:
    """The lightest and the heaviest case that stands; a load case where there is one."""
    stands = [c for c in range(a.cases) if a.proposed.stands[c]] or [a.target_case]
    loads = [c for c in stands if a.job.cases[c].kind == "load"] or stands
    return min(loads, key=lambda c: a.loading.whole_kg[c]), max(loads, key=lambda c: a.loading.whole_kg[c])


@dataclass(frozen=True, slots=True)
class Revalve:
    """What to ask for: the body's ratio that is kept, and the damper's forces in N at RIDE_SPEED that give it, bump and rebound."""

    ratio: float
    bump_n: float
    rebound_n: float
    times: float  # of the damper as it is


def revalve(a: Assessment, axle: int) -> Revalve | None:
    """The old feel under the target's load: the ratio as found when weighed, bump and rebound in their old proportion.

    None without a tested damper, or where no damper gives that.
    """
    fitted, was = damper_in(a, axle, found=False), as_weighed(a, axle)
    now = damped(a, axle, a.target_case)
    if fitted is None or now is None:
        return None
    ratio = float(np.clip(was.ratio if was is not None else rules.USUAL_DAMPING, 0.05, 0.85))
    try:
        times = now.car.damping_for(ratio) / now.mean
    except OutOfRange:
        return None
    bump, rebound = (c * fitted[1] * times * rules.RIDE_SPEED for c in fitted[0].coefficients())
    return Revalve(ratio, bump, rebound, times)
