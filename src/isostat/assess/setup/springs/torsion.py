"""Torsion bars at an axle: their laws from the arm's angle and the force that they hold, and how far each must be turned."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np
from typing_extensions import override

from isostat.assess.setup.springs.as_weighed import of_law
from isostat.assess.setup.springs.incomplete import Incomplete, needed, value_or
from isostat.assess.setup.springs.kind import AsWeighed, FoundPair, Kind, Ordered, Wanted
from isostat.assess.setup.springs.order import TYPED, grown_m, order_for, pair, seats_m, typed_value
from isostat.core.limits import Floats, OutOfRange
from isostat.core.rates.purchase import SpringOrder
from isostat.core.springs.torsion.bar import SHEAR, STEEPEST, ArmLaw, Bar, slack_for
from isostat.core.working import Figure, Origin
from isostat.job.axle_fit import AxleFit
from isostat.job.reading import Reading
from isostat.job.springs.torsion import TorsionBar
from isostat.language import later


@dataclass(frozen=True, slots=True, kw_only=True)
class Twisted:
    """The bars of an axle as the proposal sets them; left, right. Angles of the arm from level, its end above the pivot +, rad."""

    bar: Bar
    arm_m: float
    slack: tuple[float, float]
    was_slack: tuple[float, float]
    at_target: tuple[float, float]
    typed: bool

    @property
    def turn(self) -> tuple[float, float]:
        """How far each anchor is turned, rad; tighter positive."""
        return self.was_slack[0] - self.slack[0], self.was_slack[1] - self.slack[1]

    def stress_pa(self, side: int, angle_rad: float) -> float:
        """Shear stress of a bar with its arm at an angle."""
        return self.bar.stress_pa(self.bar.rate * (angle_rad - self.slack[side]))


class TorsionBars(Kind):
    """Bars with an arm each: an anchor is turned until its arm holds the target's force at the target's angle."""

    name = "torsion bar"
    between_seats = False
    levelled_by = None
    lifted_by = ("index",)

    @override
    def part(self, fit: AxleFit, found: AxleFit) -> TorsionBar:
        return fit.torsion if fit is found else fit.torsion.over(found.torsion)

    @override
    def as_found(self, at: AsWeighed) -> FoundPair:
        """Slack where the scales and the arm's angle say."""
        bar, arm, angle = bar_of(at.fit.torsion)
        left, right = (arm_law(bar, arm, slack_for(bar.rate, arm, angle, float(f))) for f in at.force_n)
        first, second = (  # between no seats: its ways count from any length
            replace(f, installed_m=Figure(f.installed_m.value, Origin.COMPUTED)) for f in of_law(self, at, (left, right))
        )
        return first, second

    @override
    def to_order(self, w: Wanted) -> Ordered:
        given, found = w.fit.torsion.over(w.found_fit.torsion), w.found_fit.torsion
        grown, held = grown_m(w), np.array([f.force_n for f in w.found])
        t = twist(
            given, found.over(given), held, w.force, grown, (typed_value(w.fit.left.slack_rad), typed_value(w.fit.right.slack_rad))
        )
        left, right = (arm_law(t.bar, t.arm_m, s, given.stop_rad) for s in t.slack)
        stands = [t.arm_m * math.sin(a) - g for a, g in zip(t.at_target, grown, strict=True)]  # the arms' ends as weighed
        offset = np.array([y - t.arm_m * math.sin(s) for y, s in zip(stands, t.slack, strict=True)])
        pressed = offset + grown
        rates = tuple(float(law.rate(np.asarray(x))) for law, x in zip((left, right), pressed, strict=True))
        order = SpringOrder(rate_n_per_m=(rates[0], rates[1]), free_m=(0.0, 0.0), spacer_m=(0.0, 0.0), need_m=(0.0, 0.0))
        return order_for(self, w, order, (left, right), pressed, seats_m(w), offset_m=pair(offset), set=t, **TYPED)


def twisted_of(ordered: Ordered) -> Twisted | None:
    """How bars are set; None of another kind of spring."""
    return ordered.set if isinstance(ordered.set, Twisted) else None


def bar_of(given: TorsionBar) -> tuple[Bar, float, float]:
    """Bar, arm in m and the arm's angle as weighed. Raises Incomplete in words where a number is missing or makes no bar."""

    try:
        bar = Bar(
            diameter_m=needed(given.diameter_m, later("torsion-bar diameter")),
            length_m=needed(given.length_m, later("torsion-bar length")),
            bore_m=value_or(given.bore_m, 0.0),
            shear_pa=value_or(given.shear_pa, SHEAR),
        )
    except OutOfRange as refused:
        raise Incomplete(refused) from None
    return bar, needed(given.arm_m, later("torsion-bar arm length")), needed(given.angle_rad, later("arm angle as weighed"))


def arm_law(bar: Bar, arm_m: float, slack_rad: float, stop: Reading | None = None) -> ArmLaw:
    """The law of one side. stop: angle at which the arm lies on its droop stop. Raises Incomplete in words."""
    try:
        return ArmLaw(rate_nm=bar.rate, arm_m=arm_m, slack_rad=slack_rad, stop_rad=None if stop is None else float(stop.value))
    except OutOfRange as refused:
        raise Incomplete(refused) from None


def angle_after(arm_m: float, angle_rad: float, rise_m: float) -> float:
    """Angle of an arm after its end has risen by so much, held within ±80°."""
    s = math.sin(angle_rad) + rise_m / arm_m
    return math.asin(float(np.clip(s, -math.sin(STEEPEST), math.sin(STEEPEST))))


def twist(
    given: TorsionBar,
    found: TorsionBar,
    held_n: Floats,
    wanted_n: Floats,
    grown_m: Floats,
    typed: tuple[float | None, float | None],
) -> Twisted:
    """The bars set for the target.

    given: the proposal's bar, with what it leaves out as found; found: the bar as found. held_n: (2,) what it held as weighed.
    wanted_n, grown_m: (2,) force at the target, and rise of the arms' ends to there. typed: slack angles that are chosen.
    Raises Incomplete in words.
    """
    bar, arm, angle = bar_of(given)
    old, old_arm, _ = bar_of(found)
    was = [slack_for(old.rate, old_arm, angle, float(f)) for f in held_n]
    at = [angle_after(arm, angle, float(g)) for g in grown_m]
    slack = [slack_for(bar.rate, arm, a, float(f)) if t is None else t for a, f, t in zip(at, wanted_n, typed, strict=True)]
    return Twisted(bar=bar, arm_m=arm, slack=(slack[0], slack[1]), was_slack=(was[0], was[1]), at_target=(at[0], at[1]),
                   typed=any(t is not None for t in typed))  # fmt: skip
