"""What comes of torsion bars: how their anchors are set, by bolt and teeth; their rate varies, no length does."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from typing_extensions import override

from isostat.assess.setup.springs.torsion import Twisted, twisted_of
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.kind import Errors, Result, rate_errors
from isostat.core import rules
from isostat.core.fitting.band_draws import Draws
from isostat.core.springs.torsion.bar import ArmLaw, lower_by
from isostat.core.springs.torsion.indexing import Index, bolt_turn, index_bar
from isostat.core.travel.events import bump_end


@dataclass(frozen=True, slots=True, kw_only=True)
class Anchor:
    """How one anchor is set; None where thread, lever or teeth were not read."""

    slack_rad: float
    turn_rad: float  # tighter +
    at_target_rad: float  # of its arm
    bolt_turns: float | None
    bolt_in_m: float | None  # of its bolt, further than as found
    teeth: Index | None  # the nearest setting
    tooth_rad: float | None  # one tooth, where both ends have as many
    tooth_lifts_m: float | None  # at the arm


@dataclass(frozen=True, slots=True, kw_only=True)
class TorsionSet:
    """The bars of an axle as the proposal sets them, left and right. used: stress at the target, of what is allowed."""

    typed: bool
    arm_m: float
    used: float
    anchors: tuple[Anchor, Anchor]


def torsion_set(a: Assessment, axle: int) -> TorsionSet | None:
    """The bars of an axle; None where none are ordered there."""
    bars = twisted_of(a.orders[axle])
    if bars is None:
        return None
    used = bars.stress_pa(0, bars.at_target[0]) / rules.BAR_STRESS
    return TorsionSet(typed=bars.typed, arm_m=bars.arm_m, used=used, anchors=(_anchor(a, axle, bars, 0), _anchor(a, axle, bars, 1)))


def bolt_step_rad(a: Assessment, axle: int) -> float | None:
    """By how much a whole turn of the adjuster's bolt turns the anchor, rad; None where thread or lever was not read."""
    given = a.job.proposal.axles[axle].torsion.over(a.job.as_found.axles[axle].torsion)
    if given.pitch_m is None or given.lever_m is None:
        return None
    return bolt_turn(given.pitch_m.value, given.lever_m.value)


def used_at_full(a: Assessment, axle: int, bars: Twisted) -> tuple[float, float]:
    """Stress at full bump of what is allowed, left and right, of bars that are set for the target of an axle."""
    used = []
    for side in (0, 1):
        ends = (bump_end(a.proposed.events[axle][side]).travel_m, float(a.target_travel_m[axle, side]))
        full, target = (float(a.axles[axle].spring_motion.at(np.asarray(u))[0]) for u in ends)
        reach = np.clip(np.sin(bars.at_target[side]) + (full - target) / bars.arm_m, -1.0, 1.0)
        used.append(bars.stress_pa(side, float(np.arcsin(reach))) / rules.BAR_STRESS)
    return used[0], used[1]


def _anchor(a: Assessment, axle: int, bars: Twisted, side: int) -> Anchor:
    given = a.job.proposal.axles[axle].torsion.over(a.job.as_found.axles[axle].torsion)
    turn, law, teeth, tooth, lifts = bars.turn[side], a.orders[axle].law[side], None, None, None
    turns, bolt_in = None, None
    if given.pitch_m is not None and (step := bolt_step_rad(a, axle)) is not None:
        turns = abs(turn) / step
        bolt_in = math.copysign(turns * float(given.pitch_m.value), turn)
    if given.teeth_inner is not None and given.teeth_outer is not None:
        teeth = index_bar(given.teeth_inner, given.teeth_outer, turn, most=1)[0]
        if given.teeth_inner == given.teeth_outer and isinstance(law, ArmLaw):
            tooth = 2.0 * math.pi / given.teeth_inner
            lifts = lower_by(law, float(law.force(np.asarray(law.rise_at(bars.at_target[side])))), tooth)
    return Anchor(
        slack_rad=bars.slack[side],
        turn_rad=turn,
        at_target_rad=bars.at_target[side],
        bolt_turns=turns,
        bolt_in_m=bolt_in,
        teeth=teeth,
        tooth_rad=tooth,
        tooth_lifts_m=lifts,
    )


class TorsionResult(Result):
    """An anchor is set as it is ordered."""

    @override
    def errors(self, a: Assessment, d: Draws, axle: int) -> Errors:
        return rate_errors(d, axle), np.zeros(())
