"""What a shop learns: a book whose names are shuffled teaches nothing, one with a real difference does, by about as much."""

from __future__ import annotations

import numpy as np
import pytest

from isostat.core.fitting.shop import Family, lessons
from isostat.core.limits import Floats, OutOfRange

MAKERS, SPREAD = 6, 0.003  # m of one axle's miss, one deviation


def book(seed: int, jobs: int, by_m: float = 0.0) -> Family:
    """Jobs of so many makers, of which the first comes out otherwise."""
    return made(np.random.default_rng(seed), jobs, np.array([by_m, *[0.0] * (MAKERS - 1)]))


def made(chance: np.random.Generator, jobs: int, by_m: Floats) -> Family:
    labels = tuple(f"maker {n % MAKERS}" for n in range(jobs))
    error = chance.uniform(0.6, 1.4, jobs) * SPREAD
    y: Floats = chance.normal(0.0, error) + np.resize(by_m, jobs)
    return Family("maker", labels, y, error)


def test_a_shuffled_book_teaches_nothing() -> None:
    """Family-wise: of 60 books of chance at most a twentieth says anything, though each asks of six makers and three kinds."""
    taught = 0
    for seed in range(60):
        first, other = book(seed, 48), book(1000 + seed, 30)
        kinds = Family("kind", tuple(f"kind {n % 3}" for n in range(30)), other.y_m, other.error_m)
        taught += any(one.told for one in lessons((first, kinds), seed))
    assert taught <= 3


@pytest.mark.parametrize("by_m", [-0.006, 0.006])
def test_a_maker_that_comes_out_otherwise_is_told_with_how_much(by_m: float) -> None:
    found = [lessons((book(seed, 72, by_m),), seed) for seed in range(24)]
    told = [[one for one in every if one.told] for every in found]
    assert sum(bool(one) for one in told) >= 21, "twelve jobs of it"
    assert sum(one.name != "maker 0" for every in told for one in every) <= 2
    first = np.array([(one.mean_m, one.error_m) for every in told for one in every if one.name == "maker 0"])
    assert (np.sign(first[:, 0]) == np.sign(by_m)).all() and abs(first[:, 0].mean()) == pytest.approx(abs(by_m), rel=0.25)


def test_two_deviations_hold_what_makers_are_where_they_differ_as_makers_do() -> None:
    inside = []
    for seed in range(60):
        chance = np.random.default_rng(seed)
        by_m = chance.normal(0.0, 0.003, MAKERS)
        for one in lessons((made(chance, 60, by_m),), seed):
            inside.append(abs(one.mean_m - (by_m[int(one.name[-1])] - float(np.median(by_m)))) <= one.error_m)
    assert 0.92 <= np.mean(inside) <= 0.99


def test_few_jobs_and_little_are_not_told_and_a_mirror_says_the_same() -> None:
    few = book(3, 4 * MAKERS, 0.02)  # four jobs each
    assert not any(one.told for one in lessons((few,)))
    many, other = book(5, 72, -0.006), book(5, 72, -0.006)
    mirrored = Family("maker", other.labels, -other.y_m, other.error_m)
    for one, twin in zip(lessons((many,)), lessons((mirrored,)), strict=True):
        assert (twin.mean_m, twin.error_m, twin.told) == (
            pytest.approx(-one.mean_m, abs=1e-12),
            pytest.approx(one.error_m),
            one.told,
        )
    scaled = Family("maker", many.labels, many.y_m, many.error_m * 100.0)
    assert not any(one.told for one in lessons((scaled,))), "readings that say nothing"
    assert lessons((Family("maker", ("a",) * 9, many.y_m[:9], many.error_m[:9]),)) == (), "nothing to compare with"
    with pytest.raises(OutOfRange):
        lessons((Family("maker", many.labels, many.y_m, 0.0 * many.error_m),))
