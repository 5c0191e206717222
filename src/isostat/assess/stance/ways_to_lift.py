"""Ways to lift: what each would take to reach the target on the old springs, what it gives, and what it costs elsewhere.

Every one of them comes to more compression of the spring at the same wheel height, and is solved through the whole vehicle.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from isostat.assess.setup.as_found import as_stand
from isostat.assess.setup.clearances import NOTHING
from isostat.assess.setup.platform import SPRING, Springs, stand
from isostat.assess.setup.springs.air import Bags
from isostat.assess.setup.springs.incomplete import value_or
from isostat.assess.setup.springs.kind import FoundPair
from isostat.assess.setup.springs.kinds import KINDS
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.memory import remembered
from isostat.assess.solve.standing import Standing, stand_up
from isostat.core import rules
from isostat.core.limits import GRAVITY, Floats, OutOfRange
from isostat.core.parts.couple import together_at
from isostat.core.springs.straight_pieces import compression_at
from isostat.core.springs.torsion.bar import ArmLaw, turn_for
from isostat.core.springs.torsion.splines import spline_step
from isostat.job.axle_fit import Ways
from isostat.language import later

FIELDS = {
    "spacer": "spacer_m",
    "collar": "collar_turns",
    "block": "block_m",
    "shackle": "shackle_m",
    "pressure": "bag_pa",
    "index": "index_steps",
}


WAY_WORDS = {
    "spring": later("new springs"), "spacer": later("spring spacer"), "collar": later("collar"), "block": later("block"),
    "shackle": later("longer shackle"), "pressure": later("helper air bags"), "index": later("re-indexed bar"),
    "helper": later("the proposal's helper bags"),
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Way:
    """One way at one axle, the other axles at their target. Heights hub to arch, mean of both sides, in the target's case."""

    name: str  # "spring", "helper" or one of FIELDS
    axle: int
    amount: float | None  # SI, turns or steps; None: it cannot, or a number of its own is missing
    typed: bool  # the amount was typed, else it is what the whole lift takes
    each: float | None  # spring compression that one of the amount gives, m
    gives_m: float
    asked_m: float  # from where the old springs would stand in that case
    droop_m: float  # left, the lesser side
    droop_was_m: float  # on the old springs in the same case
    bump_m: float
    bump_was_m: float
    light_m: float  # hub to arch in the lightest case
    range_m: float  # from there down to the heaviest
    assumed: bool
    shackle_m: float | None = None  # the one there is, where this way would make it more than twice as long


def _each(a: Assessment, axle: int, name: str) -> tuple[float, bool]:
    """Spring compression in m that one metre, turn or pascal gives, and whether it rests on something assumed."""
    own = a.job.proposal.axles[axle].ways
    match name:
        case "collar":
            return (own.thread_m.value, own.thread_m.assumed) if own.thread_m else (rules.COLLAR_THREAD, True)
        case "shackle":
            return rules.SHACKLE_LIFTS, True
        case "pressure":
            across = own.bag_across_m.value if own.bag_across_m else rules.BAG_ACROSS
            rate = sum(f.rate.value for f in a.found_springs[axle]) / 2
            guessed = own.bag_across_m is None or any(f.rate.assumed for f in a.found_springs[axle])
            return math.pi * across**2 / 4 / rate, guessed
        case _:
            return 1.0, False


def names_for(kind: str, steered: bool) -> tuple[str, ...]:
    """The ways that an axle has by the kind of its springs as found; no block under one that steers."""
    own = tuple(name for name in KINDS[kind].lifted_by if not (steered and name == "block"))
    return ("spring", *own, "pressure")


def _step_rad(a: Assessment, axle: int) -> float | None:
    """Smallest turn of a bar by its splines; None where they were not counted."""
    bar = a.job.as_found.axles[axle].torsion
    return None if bar.teeth_inner is None or bar.teeth_outer is None else spline_step(bar.teeth_inner, bar.teeth_outer)


def _index_needed(a: Assessment, axle: int) -> float | None:
    """Spline steps that bring the bars as found to the target, mean of both sides; None where bar or teeth were not read."""
    step, turns = _step_rad(a, axle), []
    for side, found in enumerate(a.found_springs[axle]):
        law = found.law
        if step is None or not isinstance(law, ArmLaw):
            return None
        stood = law.arm_m * math.sin(law.slack_rad) + found.pressed_m  # the arm's end over its pivot as weighed
        moved = float(a.axles[axle].spring_motion.at(np.asarray(_at_springs(a, axle)))[0][side])
        force = _alone_n(a, axle)[side]
        turns.append(turn_for(law, force, compression_at(law, force) + law.arm_m * math.sin(law.slack_rad) - stood - moved))
    return float(np.mean(turns)) / step if step else None


def _turned(a: Assessment, axle: int, steps: float) -> Springs | None:
    """The bars as found with their anchors turned by spline steps; None where that is more than they can be."""
    step, laws, offset = _step_rad(a, axle) or 0.0, [], []
    for found in a.found_springs[axle]:
        law = found.law
        assert isinstance(law, ArmLaw)
        try:
            then = law.turned(steps * step)
        except OutOfRange:
            return None
        laws.append(then)
        offset.append(found.pressed_m + law.arm_m * (math.sin(law.slack_rad) - math.sin(then.slack_rad)))
    return Springs((laws[0], laws[1]), (offset[0], offset[1]))


def _needed(a: Assessment) -> Floats:
    """More compression that the old springs need at the target, (A,) in m, mean of both sides."""
    out = []
    for i, (axle, pair) in enumerate(zip(a.axles, a.found_springs, strict=True)):
        moved = np.asarray(axle.spring_motion.at(np.asarray(_at_springs(a, i)))[0])
        had = as_stand(pair).offset_m
        pressed = _pressed_by(pair, _alone_n(a, i))
        out.append(sum(pressed[s] - float(moved[s]) - had[s] for s in (0, 1)) / 2)
    return np.array(out)


def _pressed_by(pair: FoundPair, force_n: Floats) -> tuple[float, float]:
    """Compression in m of both springs as found under forces (2,) in N; the same of both where they share what is in them."""
    left, right = pair
    if left.couple is not None:
        return (together_at(left.couple, float(force_n.sum()), left.law.domain),) * 2
    return compression_at(left.law, float(force_n[0])), compression_at(right.law, float(force_n[1]))


def _alone_n(a: Assessment, axle: int) -> Floats:
    """What an axle's springs must carry at the target with no bag beside them, (2,) in N."""
    force, bags = np.array(a.orders[axle].target_force_n), a.fits[axle].helper(Bags)
    return force if bags is None else force + np.array(bags.gauge_pa) * bags.bag.area(np.array(bags.set_x_m))[0]


def _at_springs(a: Assessment, axle: int) -> list[float]:
    """Travel of the axle's two springs' own points at the target, m."""
    rows = a.proposed.platform.row[axle, list(SPRING), :, 0]
    return [float(row @ a.target_travel_m[axle]) for row in rows]


def _stood(a: Assessment, more: Floats, instead: dict[int, Springs] | None = None, *, helped: int | None = None) -> Standing:
    """All cases on the old springs alone, each axle's pressed by so much more, or on others `instead`.

    Tyres, stops and shocks are those that the proposal fits; helped: the axle whose helper bag is there too.
    """
    fits = tuple(fit if i == helped else fit.without(Bags) for i, fit in enumerate(a.fits))
    springs = []
    for i, (pair, extra) in enumerate(zip(a.found_springs, more, strict=True)):
        had = as_stand(pair)
        pressed = Springs(had.law, (had.offset_m[0] + float(extra), had.offset_m[1] + float(extra)), had.couple)
        springs.append((instead or {}).get(i, pressed))
    platform, bank = stand(a.axles, fits, tuple(springs), a.loading.sprung, a.loading.unsprung_kg, a.loading.hitch)
    return stand_up(platform, bank, a.baseline_m, GRAVITY, (NOTHING,) * len(a.axles))


@remembered
def ways(a: Assessment) -> tuple[Way, ...]:
    """Every way at every axle, front to back; none where the target's case does not stand."""
    job, case = a.job, a.target_case
    if not a.proposed.stands[case]:
        return ()
    needed, old = _needed(a), _stood(a, np.zeros(len(a.axles)))
    whole = _stood(a, needed)
    out = []
    for i, found in enumerate(job.as_found.axles):
        asked = float((a.target_m[i] - old.hub_to_arch_m[i, :, case]).mean())
        helped = ("helper",) if a.fits[i].helper(Bags) is not None else ()
        for name in (*names_for(found.kind, job.vehicle.axles[i].steered), *helped):
            if name == "helper":
                s = _stood(a, np.zeros(len(a.axles)), helped=i)
                out.append(_way(a, i, name, s, old, (None, False, None), asked, False))
                continue
            if name == "spring":
                out.append(_way(a, i, name, a.proposed, old, (None, False, None), asked, False))
                continue
            each, guessed = _each(a, i, name)
            takes = _index_needed(a, i) if name == "index" else needed[i] / each
            amount, typed = _amount(job.proposal.axles[i].ways, name, takes)
            s, pressed = old, needed.copy()
            if amount is not None and name == "index":
                turned = _turned(a, i, amount)
                amount, s = (None, old) if turned is None else (amount, _stood(a, needed, {i: turned}))
            elif amount is not None:
                pressed[i] = amount * each
                s = whole if abs(pressed[i] - needed[i]) < 1e-9 else _stood(a, pressed)
            out.append(_way(a, i, name, s, old, (amount, typed, each), asked, guessed))
    return tuple(out)


def _amount(own: Ways, name: str, takes: float | None) -> tuple[float | None, bool]:
    """How much: as typed, else what the whole lift takes; nothing where the way only lifts and it must come down.

    takes: what the whole lift takes; None where a number lacks to know it by.
    """
    typed = getattr(own, FIELDS[name])
    if takes is None:
        return None, False
    if typed is not None:
        return float(typed.value), True
    if name == "pressure":  # none is proposed without a known least and most
        least, most = own.bag_min_pa, own.bag_max_pa
        return (None if least is None or most is None else min(max(takes, least.value), most.value)), False
    return (None if takes < 0.0 and name in ("spacer", "block") else takes), False


def _way(
    a: Assessment,
    axle: int,
    name: str,
    s: Standing,
    old: Standing,
    how_much: tuple[float | None, bool, float | None],
    asked: float,
    guessed: bool,
) -> Way:
    case = a.target_case
    mean = s.hub_to_arch_m[axle].mean(axis=0)
    loads = a.loading.whole_kg
    counts = s.stands if s.stands.any() else np.full(loads.shape, fill_value=True)
    light, full = int(np.where(counts, loads, np.inf).argmin()), int(np.where(counts, loads, -np.inf).argmax())
    amount, typed, each = how_much
    if not s.stands[case]:
        amount = None
    there = value_or(a.job.as_found.axles[axle].pack.shackle_m, rules.SHACKLE_LENGTH)
    springs = any(f.rate.assumed for f in a.found_springs[axle]) or a.axles[axle].spring_ratio.assumed
    rates = springs and name != "spring"  # that one meets the target whatever it takes
    return Way(
        name=name,
        axle=axle,
        amount=amount,
        typed=typed,
        each=each,
        gives_m=float(mean[case] - old.hub_to_arch_m[axle, :, case].mean()),
        asked_m=asked,
        droop_m=float(s.droop_left_m[axle, :, case].min()),
        droop_was_m=float(old.droop_left_m[axle, :, case].min()),
        bump_m=float(s.bump_left_m[axle, :, case].min()),
        bump_was_m=float(old.bump_left_m[axle, :, case].min()),
        light_m=float(mean[light]),
        range_m=float(mean[light] - mean[full]),
        assumed=guessed or rates,
        shackle_m=there if name == "shackle" and amount is not None and amount > there else None,
    )
