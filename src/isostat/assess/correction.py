"""The fewest settings that bring a logged vehicle inside its promise: tried together, through the whole vehicle, in every case."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations, product

import numpy as np

from isostat.assess.fixes import Price, worst_price
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade
from isostat.assess.log.promise import Verdict, held, worth_m
from isostat.assess.log.settings import Setting, settings_of, turned_job
from isostat.assess.log.telling import telling_check
from isostat.assess.solve.assessment import Assessment, assess
from isostat.assess.solve.memory import remembered
from isostat.assess.solve.standing import cross_weight
from isostat.assess.stance.band import parts_alone
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.job.files import JobFault
from isostat.job.schema import Job

ORDER = ((1, 0.5), (2, 0.5), (1, 1.0), (2, 1.0), (3, 1.0))  # settings at once, and how much of what is worth a correction may stay
TRIED = 8  # of the best by straight lines are solved
PROBE = 0.005  # m of height by which a setting is felt
ALIKE = 0.0002  # m: misses nearer than that are one


@dataclass(frozen=True, slots=True, kw_only=True)
class Correction:
    """What to turn, with its steps; hub to arch of the entry's case then, (A, 2) m."""

    turned: tuple[tuple[Setting, int], ...]
    then_m: Floats
    cross_was: float
    cross_now: float
    price: Price | None
    moved_m: float  # most, of any wheel


def asks_correction(a: Assessment, n: int) -> bool:
    """Whether something is to be turned after the nth entry: it is the last one, a wheel is out, and nothing was turned yet."""
    last = n == len(a.job.log) - 1 and not a.job.log[n].turned
    return last and held(a, n).verdict is Verdict.OUTSIDE


def follow_up(a: Assessment) -> None:
    """Works out what follows from the last entry, and leaves it with the assessment."""
    n = len(a.job.log) - 1
    if n >= 0 and asks_correction(a, n):
        telling_check(a, n)
        correction(a, n)


@remembered
def correction(a: Assessment, n: int) -> Correction | None:
    """For the nth entry of the log; None where no setting does it."""
    entry = held(a, n)
    case, miss = entry.promise.case, np.nan_to_num(entry.miss_m)
    parts = parts_alone(turned_job(a, n))
    base, settings, moves = _felt(parts)
    worth = np.broadcast_to(worth_m(a.job), miss.shape).ravel()
    known = _faults(base)
    for size, share in ORDER:
        allowed = worth * share
        for steps in _best(settings, moves[:, case], miss.ravel(), allowed, size):
            turned = tuple((one, k) for one, k in zip(settings, steps, strict=True) if k)
            after = _turned(parts, turned)
            if after is None or not after.proposed.stands.all() >= base.proposed.stands.all():
                continue
            moved = (after.proposed.hub_to_arch_m - base.proposed.hub_to_arch_m)[..., case]
            off = miss + moved
            level = abs(_lean(off)) <= rules.CORRECTED * 2.0 * share
            if (np.abs(off).ravel() <= allowed).all() and level and not _faults(after) - known:
                return Correction(
                    turned=turned,
                    then_m=entry.promise.middle_m + off,
                    cross_was=float(cross_weight(base.proposed.pad_kg)[case]),
                    cross_now=float(cross_weight(after.proposed.pad_kg)[case]),
                    price=worst_price(base, after),
                    moved_m=float(np.abs(moved).max()),
                )
    return None


@lru_cache(maxsize=2)
def _felt(parts: Job) -> tuple[Assessment, tuple[Setting, ...], Floats]:
    """The parts solved, the settings that do something, and how a step of each moves every corner in every case, (n, B, 2A) m."""
    base = assess(parts)
    felt, moves = [], []
    for one in settings_of(base):
        steps = max(round(PROBE / abs(one.step)), 1) if abs(one.step) < PROBE else 3
        steps = min(steps, one.most) if one.most > 0 else max(-steps, one.least)
        after = _turned(parts, ((one, steps),))
        if after is None:
            continue
        rise = after.proposed.hub_to_arch_m - base.proposed.hub_to_arch_m
        moved = np.moveaxis(rise, 2, 0).reshape(base.cases, -1) / steps
        if np.isfinite(moved).all() and np.abs(moved).max() > 1e-6:
            felt.append(one)
            moves.append(moved)
    return base, tuple(felt), np.array(moves).reshape(len(moves), base.cases, 2 * len(base.axles))


@lru_cache(maxsize=64)
def _turned(parts: Job, turned: tuple[tuple[Setting, int], ...]) -> Assessment | None:
    """The parts with some settings so many steps on; None where the job will not have it."""
    try:
        for one, steps in turned:
            parts = one.on(parts, steps)
    except JobFault:
        return None
    return assess(parts)


def _best(settings: tuple[Setting, ...], moves: Floats, miss: Floats, allowed: Floats, size: int) -> Iterator[tuple[int, ...]]:
    """So many settings at once, the best by straight lines first: worst miss over what is allowed, then fewest steps."""
    found: list[tuple[float, int, tuple[int, ...]]] = []
    near = range(-1, 3) if size < 3 else range(2)
    for chosen in combinations(range(len(settings)), size):
        rows = moves[list(chosen)]
        wanted = np.linalg.lstsq((rows / allowed).T, -miss / allowed, rcond=None)[0]
        ends = [(settings[k].least, settings[k].most) for k in chosen]
        grid = [
            sorted({int(np.clip(np.floor(x) + step, low, high)) for step in near} - {0})
            for x, (low, high) in zip(wanted, ends, strict=True)
        ]
        for steps in product(*grid):
            off = np.abs(miss + np.array(steps) @ rows)
            every = [0] * len(settings)
            for k, step in zip(chosen, steps, strict=True):
                every[k] = step
            found.append((round(float((off / allowed).max()) / (ALIKE / 0.003)), sum(abs(s) for s in steps), tuple(every)))
    for _, _, turned in sorted(found)[:TRIED]:
        yield turned


def _lean(off: Floats) -> float:
    """How much higher the left stands than the right, beyond what was promised, mean of all axles, m."""
    return float((off[:, 0] - off[:, 1]).mean())


@remembered
def _faults(a: Assessment) -> set[tuple[object, ...]]:
    return {(type(j), j.place.axle, j.place.side, j.place.case) for j in judge(a) if j.grade is Grade.FAULT}
