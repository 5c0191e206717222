"""Torsion bars at an axle: their laws from the arm's angle and the force that they hold, and how far each must be turned."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from isostat.assess.setup.springs.laws import Incomplete, value_or
from isostat.core.limits import Floats, OutOfRange
from isostat.core.springs.torsion.bar import SHEAR, STEEPEST, ArmLaw, Bar, slack_for
from isostat.job.reading import Reading
from isostat.job.springs.torsion import TorsionBar


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


def bar_of(told: TorsionBar) -> tuple[Bar, float, float]:
    """Bar, arm in m and the arm's angle as weighed. Raises Incomplete in words where a number is missing or makes no bar."""

    def need(name: str, words: str) -> float:
        reading = getattr(told, name)
        if reading is None:
            raise Incomplete(f"{words} is missing; it must be given here.")
        return float(reading.value)

    try:
        bar = Bar(
            diameter_m=need("diameter_m", "Diameter of the torsion bar"),
            length_m=need("length_m", "Length of the torsion bar"),
            bore_m=value_or(told.bore_m, 0.0),
            shear_pa=value_or(told.shear_pa, SHEAR),
        )
    except OutOfRange as refused:
        raise Incomplete(str(refused)) from None
    return bar, need("arm_m", "Arm of the torsion bar"), need("angle_rad", "Angle of the arm from level, as weighed,")


def arm_law(bar: Bar, arm_m: float, slack_rad: float, stop: Reading | None = None) -> ArmLaw:
    """The law of one side. stop: angle at which the arm lies on its droop stop. Raises Incomplete in words."""
    try:
        return ArmLaw(rate_nm=bar.rate, arm_m=arm_m, slack_rad=slack_rad, stop_rad=None if stop is None else float(stop.value))
    except OutOfRange as refused:
        raise Incomplete(str(refused)) from None


def angle_after(arm_m: float, angle_rad: float, rise_m: float) -> float:
    """Angle of an arm after its end has risen by so much, held within ±80°."""
    s = math.sin(angle_rad) + rise_m / arm_m
    return math.asin(float(np.clip(s, -math.sin(STEEPEST), math.sin(STEEPEST))))


def twist(
    told: TorsionBar, found: TorsionBar, held_n: Floats, wanted_n: Floats, grown_m: Floats, typed: tuple[float | None, float | None]
) -> Twisted:
    """The bars set for the target.

    told: the proposal's bar, with what it leaves out as found; found: the bar as found. held_n: (2,) what it held as weighed.
    wanted_n, grown_m: (2,) force at the target, and rise of the arms' ends to there. typed: slack angles that are chosen.
    Raises Incomplete in words.
    """
    bar, arm, angle = bar_of(told)
    old, old_arm, _ = bar_of(found)
    was = [slack_for(old.rate, old_arm, angle, float(f)) for f in held_n]
    at = [angle_after(arm, angle, float(g)) for g in grown_m]
    slack = [slack_for(bar.rate, arm, a, float(f)) if t is None else t for a, f, t in zip(at, wanted_n, typed, strict=True)]
    return Twisted(bar=bar, arm_m=arm, slack=(slack[0], slack[1]), was_slack=(was[0], was[1]), at_target=(at[0], at[1]),
                   typed=any(t is not None for t in typed))  # fmt: skip
