"""Fixes: every remedy tried through the whole vehicle, in every case, before it is offered."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.assessment import Assessment, assess
from isostat.assess.judge import judge
from isostat.assess.judge_travel import FREE_BUMP, free_bump
from isostat.assess.leveling import leans, with_spacer
from isostat.assess.pumping import with_pressures
from isostat.assess.standing import cross_weight
from isostat.core.findings.judgement import Grade, Judgement, Place, Remedy
from isostat.job import shop
from isostat.job.cargo import set_share
from isostat.job.edits import put, put_number
from isostat.job.files import JobFault
from isostat.job.parts import put_ring
from isostat.job.points import CORNER_POINTS, SIDES
from isostat.job.schema import Job
from isostat.job.targets import aim_by_axle

SAID = 0.0005  # m: smaller changes of travel are no price


@dataclass(frozen=True, slots=True)
class Price:
    """What a fix makes worse at most: "free bump", "droop" in m, or "cross weight" as a share."""

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
    worsens: bool  # another judgement rose in grade, a new watch or fault came, or the heaviest load is left with too little bump
    spacers: tuple[tuple[Place, float], ...] = ()  # spring spacers that it sets, m
    leveled: Leveled | None = None  # where it is about the lean


def apply_remedy(job: Job, remedy: Remedy) -> Job:
    """The job with a remedy carried out. Raises JobFault when the job will not have it."""
    axle = remedy.place.axle
    match remedy.quantity:
        case "stop spacer":
            return put(job, ("proposal", "axles", int(axle or 0), "stop", "spacer_m"), remedy.value)
        case "arch":
            return shop.rearch(job, int(axle or 0), remedy.value)
        case "leaf less":
            return shop.remove_leaf(job, int(axle or 0), len(job.proposal.axles[int(axle or 0)].pack.leaves) - 1)
        case "thinner leaves":
            return shop.thinner(job, int(axle or 0))
        case "pressures":
            return with_pressures(job, int(axle or 0))
        case "stop fitted":
            return put(job, ("proposal", "axles", int(axle or 0), "stop", "left_out"), False)
        case "ring":
            return put_ring(job, int(axle or 0), remedy.value)
        case "ring by share":
            return put(job, ("proposal", "axles", int(axle or 0), "stack", "placed"), "by share")
        case "shock length":
            return put(job, ("proposal", "axles", int(axle or 0), "shock_longer_m"), remedy.value)
        case "hose length":
            return put(job, ("proposal", "axles", int(axle or 0), "hose_longer_m"), remedy.value)
        case "strap":
            return put(job, ("proposal", "axles", int(axle or 0), "strap_m"), remedy.value)
        case "spacer allowed":
            return put(job, ("proposal", "axles", int(axle or 0), "sides"), "spacer")
        case "reading":
            side, name = SIDES[int(remedy.place.side or 0)], CORNER_POINTS[int(remedy.item or 0)].field
            return put_number(job, ("vehicle", "axles", int(axle or 0), side, name), remedy.value)
        case "swap sides":
            name = CORNER_POINTS[int(remedy.item or 0)].field
            here = job.vehicle.axles[int(axle or 0)]
            for side, reading in zip(SIDES, (getattr(here.right, name), getattr(here.left, name)), strict=True):
                job = put(job, ("vehicle", "axles", int(axle or 0), side, name), reading)
            return job
        case "take rate":
            for side in SIDES if remedy.place.side is None else SIDES[remedy.place.side : remedy.place.side + 1]:
                job = put(job, ("as_found", "axles", int(axle or 0), side, "rate_n_per_m"), remedy.value)
            return job
        case "spring spacer":
            return with_spacer(job, remedy.place)
        case "level":
            return aim_by_axle(job, {"lean_m": {"value": 0.0}})
        case "solve springs":
            for side in SIDES:
                for field in ("free_length_m", "spacer_m"):
                    job = put(job, ("proposal", "axles", int(axle or 0), side, field), None)
            return job
        case "carry less":
            case_name = job.cases[int(remedy.place.case or 0)].name
            return set_share(job, case_name, job.items[int(remedy.item or 0)].name, remedy.value)
        case unknown:
            raise JobFault("remedy", [f"remedy “{unknown}” is not known."])


def same_judgement(j: Judgement) -> tuple[object, ...]:
    """What makes two judgements of two assessments the same one: kind, corner, and what it is about."""
    return (type(j), j.place.axle, j.place.side, *(getattr(j, name, None) for name in ("what", "item", "by")))


def judge_fixes(a: Assessment, judgements: tuple[Judgement, ...]) -> tuple[Fix, ...]:
    """Every remedy that cures or eases its judgement and brings no new fault, in the order of the judgements."""
    fixes = []
    tried: dict[Remedy, tuple[Job, Assessment, tuple[Judgement, ...]] | None] = {}
    before = _grades(judgements)
    for judgement in judgements:
        for remedy in judgement.remedies:
            if remedy not in tried:
                tried[remedy] = _try(a.job, remedy)
            outcome = tried[remedy]
            if outcome is None:
                continue
            job, after, then = outcome
            fix = _weigh(a, judgement, remedy, job, after, then, before)
            if fix is not None:
                fixes.append(fix)
    return tuple(fixes)


def _try(job: Job, remedy: Remedy) -> tuple[Job, Assessment, tuple[Judgement, ...]] | None:
    try:
        changed = apply_remedy(job, remedy)
    except JobFault:
        return None
    after = assess(changed)
    return changed, after, judge(after)


def _grades(judgements: tuple[Judgement, ...]) -> dict[tuple[object, ...], Grade]:
    grades: dict[tuple[object, ...], Grade] = {}
    for j in judgements:
        key = same_judgement(j)
        grades[key] = max(j.grade, grades.get(key, Grade.NOTE))
    return grades


def _weigh(
    a: Assessment,
    judgement: Judgement,
    remedy: Remedy,
    job: Job,
    after: Assessment,
    then: tuple[Judgement, ...],
    before: dict[tuple[object, ...], Grade],
) -> Fix | None:
    remaining = next((j for j in then if same_judgement(j) == same_judgement(judgement)), None)
    if remaining is not None and (remaining.grade, remaining.severity) >= (judgement.grade, judgement.severity - 1e-9):
        return None
    worse = [(key, grade) for key, grade in _grades(then).items() if grade > before.get(key, Grade.NOTE)]
    if any(grade is Grade.FAULT for _, grade in worse):
        return None
    about_lean = remedy.quantity in ("level", "spring spacer")
    spacers = _new_spacers(a, after) if about_lean else ()
    leveled = _leveled(a, after, int(judgement.place.case or 0)) if about_lean else None
    return Fix(
        judgement, remedy, job, remaining, worst_price(a, after), bool(worse) or _on_its_stop(after, remedy), spacers, leveled
    )


def _on_its_stop(after: Assessment, remedy: Remedy) -> bool:
    """Whether a spacer brings a stop so near that the heaviest load has hardly any free bump."""
    axle = remedy.place.axle
    if remedy.quantity != "stop spacer" or axle is None:
        return False
    return any(free_bump(after, axle, side)[after.heaviest_case] < FREE_BUMP for side in (0, 1))


def _leveled(a: Assessment, after: Assessment, case: int) -> Leveled:
    was, now = (tuple(float(m) for m in leans(x)) for x in (a, after))
    cross = [float(cross_weight(x.proposed.pad_kg)[case]) for x in (a, after)]
    return Leveled(case, was, now, *cross)


def _new_spacers(a: Assessment, after: Assessment) -> tuple[tuple[Place, float], ...]:
    """The corners whose spring spacer is another one afterwards."""
    return tuple(
        (Place(axle, side), new)
        for axle, (was, now) in enumerate(zip(a.orders, after.orders, strict=True))
        for side, (old, new) in enumerate(zip(was.order.spacer_m, now.order.spacer_m, strict=True))
        if abs(new - old) > SAID
    )


def worst_price(a: Assessment, after: Assessment) -> Price | None:
    """The largest loss of free bump or droop among all corners and cases; else the largest change of cross weight."""
    losses: list[tuple[float, Price]] = []
    for what, old, new in (
        ("free bump", a.proposed.bump_left_m, after.proposed.bump_left_m),
        ("droop", a.proposed.droop_left_m, after.proposed.droop_left_m),
    ):
        lost = np.where(after.proposed.stands, old - new, -np.inf)
        i, side, case = (int(n) for n in np.unravel_index(int(np.argmax(lost)), lost.shape))
        if lost[i, side, case] > SAID:
            share = lost[i, side, case] / max(abs(float(old[i, side, case])), 1e-3)
            price = Price(what, Place(i, side, case), float(old[i, side, case]), float(new[i, side, case]))
            losses.append((float(share), price))
    if losses:
        return max(losses, key=lambda pair: pair[0])[1]
    was, now = cross_weight(a.proposed.pad_kg), cross_weight(after.proposed.pad_kg)
    case = int(np.argmax(np.abs(now - was)))
    if abs(now[case] - was[case]) > 0.0005:
        return Price("cross weight", Place(None, None, case), float(was[case]), float(now[case]))
    return None
