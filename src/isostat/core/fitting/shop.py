"""What many jobs teach of a maker or a kind: means drawn together by how much they differ, told only where it is not chance."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from isostat.core.limits import Floats, OutOfRange

SPREADS_M = np.linspace(0.0, 0.012, 25)  # that groups may differ by, one deviation
USUAL_SPREAD_M = 0.003  # one deviation of the half-normal prior of that
SHUFFLES = 400
FALSE_SHARE = 0.05  # of what is told, that may be chance
LEAST_JOBS, LEAST_M = 5, 0.0015


@dataclass(frozen=True, slots=True)
class Family:
    """Jobs told apart by one thing. of: "maker", "kind" or "settles"; labels: (n,) its name in each.

    y_m, error_m: (n,) what came out, one deviation.
    """

    of: str
    labels: tuple[str, ...]
    y_m: Floats
    error_m: Floats


@dataclass(frozen=True, slots=True, kw_only=True)
class Lesson:
    """A group of a family: how many jobs, by how much it comes out over the others, m, and two deviations of that. chance: p.

    told: whether it is more than chance, among all that were asked at once.
    """

    of: str
    name: str
    jobs: int
    mean_m: float
    error_m: float
    chance: float
    told: bool


def lessons(families: Sequence[Family], seed: int = 0) -> tuple[Lesson, ...]:
    """Every group of every family. Raises OutOfRange for an error that is none.

    families: asked at once: the false are held to 5 % of all that is told (Benjamini and Hochberg 1995). seed: of the shuffles. A
    group's mean is N(0, τ²) about the median of the groups' means, τ weighed by its marginal likelihood with a half-normal prior.
    """
    found: list[Lesson] = []
    for family in families:
        if family.y_m.size and not (family.error_m > 0.0).all():
            raise OutOfRange("error of a job", float(family.error_m.min()), 1e-6, 1.0, "m")
        found += _family(family, np.random.default_rng(seed))
    order = sorted(range(len(found)), key=lambda k: found[k].chance)
    passed = [rank for rank, k in enumerate(order, 1) if found[k].chance <= FALSE_SHARE * rank / len(found)]
    sure = set(order[: max(passed, default=0)])
    return tuple(_told(one, sure=k in sure) for k, one in enumerate(found))


def _told(one: Lesson, *, sure: bool) -> Lesson:
    much = one.jobs >= LEAST_JOBS and abs(one.mean_m) > max(one.error_m, LEAST_M)
    return Lesson(
        of=one.of, name=one.name, jobs=one.jobs, mean_m=one.mean_m, error_m=one.error_m, chance=one.chance, told=sure and much
    )


def _family(family: Family, chance: np.random.Generator) -> list[Lesson]:
    names = sorted(set(family.labels))
    if len(names) < 2:
        return []
    member = np.array([[label == name for label in family.labels] for name in names], dtype=float)
    weight = 1.0 / family.error_m**2
    means, precision = _means(member, weight, family.y_m), member @ weight
    centre = float(np.median(means))
    of_centre = np.pi / 2.0 * float((1.0 / precision).mean()) / len(names)  # a median's variance
    mean, error = _shrunk(means - centre, 1.0 / (1.0 / precision + of_centre))
    shuffled = np.stack([chance.permutation(len(family.labels)) for _ in range(SHUFFLES)])
    off = np.abs(means - centre)
    by_chance = np.empty((SHUFFLES, len(names)))
    for n, order in enumerate(shuffled):
        other = _means(member[:, order], weight, family.y_m)
        by_chance[n] = np.abs(other - np.median(other))
    p = (1.0 + (by_chance >= off - 1e-15).sum(axis=0)) / (1.0 + SHUFFLES)
    return [
        Lesson(of=family.of, name=name, jobs=int(member[k].sum()), mean_m=float(mean[k]), error_m=float(2.0 * error[k]),
               chance=float(p[k]), told=False)
        for k, name in enumerate(names)
    ]  # fmt: skip


def _means(member: Floats, weight: Floats, y: Floats) -> Floats:
    return np.asarray((member * weight) @ y / (member @ weight))


def _shrunk(off: Floats, precision: Floats) -> tuple[Floats, Floats]:
    """Posterior mean and deviation of groups that lie off (g,) about nought with precisions (g,), over all spreads."""
    variance = 1.0 / precision + SPREADS_M[:, None] ** 2
    log = -0.5 * (off**2 / variance + np.log(variance)).sum(axis=1) - 0.5 * (SPREADS_M / USUAL_SPREAD_M) ** 2
    share = np.exp(log - log.max())
    share /= share.sum()
    keeps = SPREADS_M[:, None] ** 2 / variance
    each = keeps * off
    own = keeps / precision
    mean = share @ each
    return np.asarray(mean), np.asarray(np.sqrt(share @ (own + each**2) - mean**2))
