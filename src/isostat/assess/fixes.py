"""Fixes: every remedy tried through the whole vehicle, in every case, before it is offered."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from isostat.assess.judge import judge
from isostat.assess.judgement import Grade, Judgement, Place, Remedy, Step
from isostat.assess.setup.springs.kinds import KINDS
from isostat.assess.solve.assessment import Assessment, assess
from isostat.assess.solve.remedies import Level, SpringRate, StopSpacer
from isostat.assess.solve.standing import cross_weight
from isostat.assess.spring.blocks import EQUAL
from isostat.assess.stance.level_by_spacer import SpringSpacer, leans
from isostat.assess.travel.judge import free_bump
from isostat.core import rules
from isostat.job.files import JobFault
from isostat.job.schema import Job


@dataclass(frozen=True, slots=True)
class Price:
    """What a fix leaves least of where it takes some: "free bump", "droop" in m, or "cross weight" as a share."""

    what: str
    place: Place
    before: float
    after: float


@dataclass(frozen=True, slots=True)
class Leveled:
    """What becomes of the lean, in m and left higher +, in every case; and of the cross weight in the worst of them."""

    case: int
    was_m: tuple[float, ...]
    now_m: tuple[float, ...]
    cross_was: float
    cross_now: float


@dataclass(frozen=True, slots=True)
class Fix:
    """A remedy that was tried: the job after it, what became of its judgement, and its worst price."""

    judgement: Judgement
    remedy: Remedy
    job: Job
    remaining: Judgement | None  # the same judgement after the fix, None when it is gone
    price: Price | None
    worsens: bool  # another fault or watch grew, a new one came, or the heaviest load is left with too little bump
    spacers: tuple[tuple[Place, float], ...] = ()  # spring spacers that it sets, m
    leveled: Leveled | None = None  # where it is about the lean
    free_m: float = 0.0  # free length of the springs then, where it is about their rate


def same_judgement(j: Judgement) -> tuple[object, ...]:
    """What makes two judgements of two assessments the same one: kind, corner, and what it is about."""
    return (type(j), j.place.axle, j.place.side, *(getattr(j, name, None) for name in ("what", "item", "by")))


def judge_fixes(a: Assessment, judgements: tuple[Judgement, ...]) -> tuple[Fix, ...]:
    """Every remedy that cures or eases its judgement and brings no new fault, in the order of the judgements."""
    return tuple(fix for fix in trials(a, judgements) if fix is not None)


def trials(a: Assessment, judgements: tuple[Judgement, ...]) -> Iterator[Fix | None]:
    """The same one by one, None for a remedy that is no fix: whoever has other things to do may do them in between."""
    tried: dict[Remedy, tuple[Job, Assessment, tuple[Judgement, ...]] | None] = {}
    before = _standing(judgements)
    for judgement in judgements:
        for remedy in judgement.remedies:
            if remedy not in tried:
                tried[remedy] = _try(a.job, remedy)
            outcome = tried[remedy]
            yield None if outcome is None else _weigh(a, judgement, remedy, *outcome, before)


def _try(job: Job, remedy: Remedy) -> tuple[Job, Assessment, tuple[Judgement, ...]] | None:
    try:
        changed = remedy.on(job)
    except JobFault:
        return None
    after = assess(changed)
    return changed, after, judge(after)


Standing = dict[tuple[object, ...], tuple[Grade, float]]


def _standing(judgements: tuple[Judgement, ...]) -> Standing:
    """How grave every judgement is: its grade, and how far over its limit."""
    worst: Standing = {}
    for j in judgements:
        if j.step in (Step.FIT, Step.LOG):  # of what is done, not of what is planned
            continue
        key = same_judgement(j)
        worst[key] = max((j.grade, j.severity), worst.get(key, (Grade.NOTE, -np.inf)))
    return worst


def _grew(was: tuple[Grade, float], now: tuple[Grade, float]) -> bool:
    """Whether a fault or watch became graver: in grade, or further over its limit by more than a tape or a scale would notice."""
    if now[0] != was[0]:
        return now[0] > was[0]
    return now[0] > Grade.NOTE and now[1] > was[1] + max(rules.GREW * abs(was[1]), 1e-4)


def _weigh(
    a: Assessment, judgement: Judgement, remedy: Remedy, job: Job, after: Assessment, then: tuple[Judgement, ...], before: Standing
) -> Fix | None:
    remaining = next((j for j in then if same_judgement(j) == same_judgement(judgement)), None)
    if remaining is not None and remaining.grade >= judgement.grade:
        eased = judgement.severity - remaining.severity
        if remaining.grade > judgement.grade or eased < max(rules.EASES * abs(judgement.severity), 1e-9):
            return None
    about_lean = isinstance(remedy, Level | SpringSpacer)
    spacers = _new_spacers(a, after) if about_lean else ()
    if about_lean and (not _levels(a, after) or not _to_be_had(after, spacers)):
        return None
    now = _standing(then)
    own = same_judgement(judgement)
    grew = any(key != own and _grew(before.get(key, (Grade.NOTE, -np.inf)), now[key]) for key in now)
    if any(grade is Grade.FAULT and before.get(key, (Grade.NOTE, 0.0))[0] is not Grade.FAULT for key, (grade, _) in now.items()):
        return None
    worsens = grew or _on_its_stop(after, remedy)
    leveled = _leveled(a, after, int(judgement.place.case or 0)) if about_lean else None
    free = max(after.orders[remedy.axle].order.free_m) if isinstance(remedy, SpringRate) else 0.0
    return Fix(judgement, remedy, job, remaining, worst_price(a, after), worsens, spacers, leveled, free)


def _levels(a: Assessment, after: Assessment) -> bool:
    """Whether the worst lean of all cases is a millimetre less, and no corner left its target for it."""
    if np.abs(leans(after)).max() > np.abs(leans(a)).max() - rules.LEAN_LESS:
        return False
    off = [np.abs(x.proposed.hub_to_arch_m[..., x.target_case] - x.fitted_target_m) - x.job.target.band_m.value for x in (a, after)]
    return bool(((off[1] <= 0.0) | (off[0] > 0.0)).all())


def _to_be_had(after: Assessment, spacers: tuple[tuple[Place, float], ...]) -> bool:
    """Whether a shop has such spacers: some 2 mm at least and 60 mm at most; under packs equal blocks, and a plate on one side."""
    for place, new in spacers:
        axle, side = int(place.axle or 0), int(place.side or 0)
        other = after.orders[axle].order.spacer_m[1 - side]
        if new > rules.THICKEST_SPACER or 0.0 < new < rules.THINNEST_SPACER:
            return False
        if _on_blocks(after, axle):
            if after.job.vehicle.axles[axle].steered and new > 0.0:
                return False
            if not rules.THINNEST_SPACER <= abs(new - other) <= rules.BLOCK_PLATE and abs(new - other) > EQUAL:
                return False
    return True


def _on_blocks(a: Assessment, axle: int) -> bool:
    """Whether what lifts an axle is a block of its packs, also while a coil stands in for a pack that lacks something."""
    return KINDS[a.job.proposal.axles[axle].kind].hangs_from_eyes


def _on_its_stop(after: Assessment, remedy: Remedy) -> bool:
    """Whether a spacer brings a stop so near that the heaviest load has hardly any free bump."""
    if not isinstance(remedy, StopSpacer):
        return False
    return any(free_bump(after, remedy.axle, side)[after.heaviest_case] < rules.FREE_BUMP for side in (0, 1))


def _leveled(a: Assessment, after: Assessment, case: int) -> Leveled:
    was, now = (tuple(float(m) for m in leans(x)) for x in (a, after))
    cross = [float(cross_weight(x.proposed.pad_kg)[case]) for x in (a, after)]
    return Leveled(case, was, now, *cross)


def _new_spacers(a: Assessment, after: Assessment) -> tuple[tuple[Place, float], ...]:
    """The corners whose spring spacer is another one afterwards; both of a leaf axle, whose blocks are one thing."""
    news: list[tuple[Place, float]] = []
    for axle, (was, now) in enumerate(zip(a.orders, after.orders, strict=True)):
        new = now.order.spacer_m
        changed = [abs(m - old) > rules.PRICE_SAID for m, old in zip(new, was.order.spacer_m, strict=True)]
        both = any(changed) and _on_blocks(after, axle)
        news += [(Place(axle, side), new[side]) for side in (0, 1) if both or changed[side]]
    return tuple(news)


def worst_price(a: Assessment, after: Assessment) -> Price | None:
    """The least that is left of free bump or droop where a fix takes some of it; else the largest change of cross weight."""
    losses: list[Price] = []
    for what, old, new in (
        ("bump", a.proposed.bump_left_m, after.proposed.bump_left_m),
        ("droop", a.proposed.droop_left_m, after.proposed.droop_left_m),
    ):
        left = np.where(after.proposed.stands & (old - new > rules.PRICE_SAID), new, np.inf)
        i, side, case = (int(n) for n in np.unravel_index(int(np.argmin(left)), left.shape))
        if left[i, side, case] < np.inf:
            losses.append(Price(what, Place(i, side, case), float(old[i, side, case]), float(new[i, side, case])))
    if losses:
        return min(losses, key=lambda price: price.after)
    was, now = cross_weight(a.proposed.pad_kg), cross_weight(after.proposed.pad_kg)
    case = int(np.argmax(np.abs(now - was)))
    if abs(now[case] - was[case]) > 0.0005:
        return Price("cross weight", Place(None, None, case), float(was[case]), float(now[case]))
    return None
