"""The check that tells: simulated misses, each with one known cause, checked as is said, are named as often as was foretold."""

from __future__ import annotations

import numpy as np
import pytest

from isostat.assess import assess
from isostat.assess.log.causes import STEPS, Felt, felt_causes, likely, uncertain_m2, why_missed
from isostat.assess.log.entries import with_entry
from isostat.assess.log.promise import floor_case, promise, worth_m
from isostat.assess.log.telling import DEAR, GAIN, Check, Seen, checks_of, sure_after, telling_check
from isostat.assess.solve.assessment import Assessment
from isostat.core.limits import Floats
from isostat.job.demos import demo
from isostat.wording.log_why import say_why
from isostat.wording.reader import Reader

MISSES = 250


def by_class(felt: Felt, by_step: Floats) -> dict[tuple[object, ...], float]:
    out: dict[tuple[object, ...], float] = {}
    for one, share in zip(felt.causes, by_step.sum(axis=1), strict=True):
        out[one.why, one.axle, one.side] = out.get((one.why, one.axle, one.side), 0.0) + float(share)
    return out


def after(first: Floats, miss: Floats, covariance: Floats, felt: Felt, seen: Seen, read: Floats) -> Floats:
    """Bayes by hand: what a check read, given what the heights read."""
    wanted, own = seen.given(miss, covariance, felt)
    off = read - wanted
    log = np.log(np.maximum(first, 1e-300)) - 0.5 * np.einsum("kgn,nm,kgm->kg", off, np.linalg.inv(own), off)
    out = np.exp(log - log.max())
    return np.asarray(out / out.sum())


@pytest.mark.parametrize(("name", "before", "then"), [("hive-hauler", 0.43, 0.68), ("survey-buggy", 0.48, 0.71)])
def test_after_the_check_that_tells_the_cause_is_named_as_often_as_was_foretold(name: str, before: float, then: float) -> None:
    a = assess(demo(name))
    case, rng = floor_case(a), np.random.default_rng(5)
    felt, covariance = felt_causes(a, case), uncertain_m2(a, case)
    checks, weights = checks_of(a, case, felt), np.array([one.weight for one in felt.causes])
    root, half = np.linalg.cholesky(covariance), 2.0 * np.sqrt(np.diag(covariance))
    worth = np.broadcast_to(worth_m(a.job), (len(a.axles), 2)).ravel()
    right, right_then, said, used = [], [], [], set()
    while len(said) < MISSES:
        k = int(rng.choice(len(weights), p=weights / weights.sum()))
        size = abs(rng.standard_normal()) if felt.causes[k].kind == "bush" else rng.standard_normal()
        noise = root @ rng.standard_normal(len(root))
        miss = np.array([np.interp(size, STEPS, felt.moved[k, :, n]) for n in range(len(root))]) + noise
        if not ((np.abs(miss) > half) & (np.abs(miss) > worth)).any():
            continue
        first = likely(miss, covariance, felt.causes, felt.moved)
        cause, now = (felt.causes[k].why, felt.causes[k].axle, felt.causes[k].side), by_class(felt, first)
        right.append(max(now, key=lambda one: now[one]) == cause)
        best, sure = None, max(now.values()) + GAIN
        for check, seen in checks.items():
            share = sure_after(first, miss, covariance, felt, seen)
            if share > sure:
                best, sure = check, share + DEAR
        if best is None:
            right_then.append(right[-1])
            said.append(max(now.values()))
            continue
        used.add(best)
        seen = checks[best]
        back, own = seen.with_heights @ np.linalg.inv(covariance), np.linalg.cholesky(seen.given(miss, covariance, felt)[1])
        read = np.array([np.interp(size, STEPS, seen.moved[k, :, n]) for n in range(len(own))])
        read = read + back @ noise + own @ rng.standard_normal(len(own))
        then_by = by_class(felt, after(first, miss, covariance, felt, seen, read))
        right_then.append(max(then_by, key=lambda one: then_by[one]) == cause)
        said.append(sure - DEAR)
    assert np.mean(right) >= before and np.mean(right_then) >= then and np.mean(right_then) > np.mean(right) + 0.12
    assert abs(np.mean(said) - np.mean(right_then)) < 0.06, (np.mean(said), np.mean(right_then))
    assert {Check.AGAIN, Check.WEIGH} <= used


def missed(a: Assessment, off: list[list[float]]) -> Assessment:
    read = promise(a, floor_case(a)).middle_m + np.array(off)
    heights = [{"left_m": {"value": float(x)} if np.isfinite(x) else None, "right_m": {"value": float(y)}} for x, y in read]
    return assess(with_entry(a, "2026-06-21", heights=heights))


def test_it_is_said_where_heights_leave_the_cause_open_and_only_there() -> None:
    a = assess(demo("hive-hauler"))
    open_ = missed(a, [[-0.018, -0.016], [0.004, 0.005]])  # short springs, or more load in front
    found = telling_check(open_, 0)
    assert found is not None and found.check is Check.WEIGH and found.share > why_missed(open_, 0)[0].share + GAIN
    assert "Next, weigh every wheel: " in say_why(open_, 0, Reader(open_.job))
    assert telling_check(open_, 0) == telling_check(assess(open_.job), 0), "said alike twice"
    sure = missed(a, [[-0.0254, 0.0], [0.0, 0.0]])
    assert why_missed(sure, 0)[0].share > 0.9 and "Next" not in say_why(sure, 0, Reader(sure.job))
    assert telling_check(missed(a, [[np.nan, -0.02], [0.0, 0.0]]), 0) is None
