"""The check that tells: simulated misses, each with one known cause, checked as is said, are named as often as was foretold."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from isostat.assess import assess
from isostat.assess.log.cause import STEPS, Class, Why
from isostat.assess.log.causes import felt_causes
from isostat.assess.log.decides import free_length
from isostat.assess.log.entries import entry_turned, with_entry
from isostat.assess.log.evidence import Block, Check, Evidence, evidence, evidence_of, free_lengths, why_missed
from isostat.assess.log.learnt import learnt
from isostat.assess.log.promise import floor_case, promise, turned_m, worth_m
from isostat.assess.log.settings import Turned, settings_of
from isostat.assess.log.telling import DEAR, GAIN, sure_after, telling_check
from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.job.demos import demo
from isostat.job.edits.log import put_of_axle
from isostat.job.points import SIDES
from isostat.wording.log_why import say_length, say_why
from isostat.wording.reader import Reader

MISSES = 150


def by_class(read: Evidence) -> dict[tuple[object, ...], float]:
    out: dict[tuple[object, ...], float] = {}
    for one, share in zip(read.felt.causes, read.by_step().sum(axis=1), strict=True):
        out[one.why, one.axle, one.side] = out.get((one.why, one.axle, one.side), 0.0) + float(share)
    return out


@pytest.mark.parametrize(("name", "before", "then"), [("hive-hauler", 0.43, 0.68), ("survey-buggy", 0.48, 0.71)])
def test_after_the_check_that_tells_the_cause_is_named_as_often_as_was_foretold(name: str, before: float, then: float) -> None:
    a = assess(demo(name))
    case, rng = floor_case(a), np.random.default_rng(5)
    nothing = evidence_of(a, case, felt_causes(a, case))
    felt, heights = nothing.felt, nothing.at(nothing.blocks[0])
    weights, covariance = np.array([one.weight for one in felt.causes]), nothing.covariance[heights, heights]
    root, half = np.linalg.cholesky(covariance), 2.0 * np.sqrt(np.diag(covariance))
    worth = np.broadcast_to(worth_m(a.job), (len(a.axles), 2)).ravel()
    right, right_then, said, used = [], [], [], set()
    while len(said) < MISSES:
        k = int(rng.choice(len(weights), p=weights / weights.sum()))
        size = abs(rng.standard_normal()) if felt.causes[k].kind in ("bush", "stop") else rng.standard_normal()
        noise = root @ rng.standard_normal(len(root))
        miss = at_size(nothing.moved[k, :, heights], size) + noise
        if not ((np.abs(miss) > half) & (np.abs(miss) > worth)).any():
            continue
        read = nothing.read.copy()
        read[heights] = miss
        first = replace(nothing, read=read)
        cause, now = (felt.causes[k].why, felt.causes[k].axle, felt.causes[k].side), by_class(first)
        right.append(max(now, key=lambda one: now[one]) == cause)
        best, sure = None, max(now.values()) + GAIN
        for block in nothing.blocks[1:]:
            share = sure_after(first, block)
            if share > sure:
                best, sure = block, share + DEAR
        if best is None:
            right_then.append(right[-1])
            said.append(max(now.values()))
            continue
        used.add(best.check)
        here = nothing.at(best)
        back, own = nothing.covariance[here, heights] @ np.linalg.inv(covariance), np.linalg.cholesky(first.given(best)[1])
        read = read.copy()
        read[here] = at_size(nothing.moved[k, :, here], size) + back @ noise + own @ rng.standard_normal(len(own))
        then_by = by_class(replace(nothing, read=read))
        right_then.append(max(then_by, key=lambda one: then_by[one]) == cause)
        said.append(sure - DEAR)
    assert np.mean(right) >= before and np.mean(right_then) >= then and np.mean(right_then) > np.mean(right) + 0.12
    assert abs(np.mean(said) - np.mean(right_then)) < 0.06, (np.mean(said), np.mean(right_then))
    assert {Check.AGAIN, Check.WEIGH} <= used


@pytest.mark.parametrize(("check", "right"), [(Check.WEIGH, 0.7), (Check.CASE, 0.5)])
def test_heights_and_what_else_was_read_name_the_cause_as_often_as_is_said(check: Check, right: float) -> None:
    a, rng = assess(demo("survey-buggy")), np.random.default_rng(7)
    nothing = evidence_of(a, floor_case(a), felt_causes(a, floor_case(a)))
    both = np.r_[nothing.at(nothing.blocks[0]), nothing.at([one for one in nothing.blocks if one.check is check][-1])]
    weights, covariance = np.array([one.weight for one in nothing.felt.causes]), nothing.covariance[np.ix_(both, both)]
    half, worth = 2.0 * np.sqrt(np.diag(covariance))[:4], worth_m(a.job).repeat(2, axis=1).ravel()
    found, alone = [], []
    while len(found) < MISSES:
        k = int(rng.choice(len(weights), p=weights / weights.sum()))
        cause = nothing.felt.causes[k]
        size = abs(rng.standard_normal()) if cause.kind in ("bush", "stop") else rng.standard_normal()
        miss = at_size(nothing.moved[k][:, both], size) + rng.multivariate_normal(np.zeros(len(both)), covariance)
        if not ((np.abs(miss[:4]) > half) & (np.abs(miss[:4]) > worth)).any():
            continue
        read, named = nothing.read.copy(), (cause.why, cause.axle, cause.side)
        read[both[:4]] = miss[:4]
        by = by_class(replace(nothing, read=read.copy()))
        alone.append(max(by, key=lambda one: by[one]) == named)
        read[both] = miss
        by = by_class(replace(nothing, read=read))
        first = max(by, key=lambda one: by[one])
        found.append((first == named, by[first]))
    came, said = np.array(found, dtype=float).mean(axis=0)
    assert came >= right and abs(came - said) < 0.06 and came > np.mean(alone), (came, said, np.mean(alone))


def at_size(moved: Floats, size: float) -> Floats:
    """What a cause of so many deviations does. moved: (G, n)."""
    return np.array([np.interp(size, STEPS, by) for by in moved.T])


@pytest.mark.parametrize("name", ["hive-hauler", "puppet-van", "survey-buggy", "orchard-sprayer", "glaziers-flatbed"])
def test_what_is_uncertain_hangs_together(name: str) -> None:
    """No reading is more than certain given the others, whatever the springs are."""
    a = assess(demo(name))
    nothing = evidence_of(a, floor_case(a), felt_causes(a, floor_case(a)))
    deviation = np.sqrt(np.diag(nothing.covariance))
    alike = nothing.covariance / np.outer(deviation, deviation)
    assert alike == pytest.approx(alike.T, abs=1e-9) and np.linalg.eigvalsh(alike).min() > 1e-4


def missed(a: Assessment, off: list[list[float]]) -> Assessment:
    read = promise(a, floor_case(a)).middle_m + np.array(off)
    return assess(with_entry(a, "2026-06-21", heights=heights_of(read)))


def heights_of(read: Floats) -> list[dict[str, object]]:
    return [{"left_m": {"value": float(x)} if np.isfinite(x) else None, "right_m": {"value": float(y)}} for x, y in read]


def test_it_is_said_where_heights_leave_the_cause_open_and_only_there() -> None:
    a = assess(demo("hive-hauler"))
    open_ = missed(a, [[-0.018, -0.016], [0.004, 0.005]])  # short springs, or more load in front
    found = telling_check(open_, 0)
    assert found is not None and found.block.check is Check.WEIGH and found.share > why_missed(open_, 0)[0].share + GAIN
    assert "Next, weigh every wheel: " in say_why(open_, 0, Reader(open_.job))
    assert found.decides is not None and found.decides.wheel[0] == 0 and found.decides.second > found.decides.first + 30.0, (
        "of load"
    )
    assert f" proves the first, at {found.decides.second:.0f} kg the second." in say_why(open_, 0, Reader(open_.job))
    assert telling_check(open_, 0) == telling_check(assess(open_.job), 0), "said alike twice"
    sure = missed(a, [[-0.0254, 0.0], [0.0, 0.0]])
    assert why_missed(sure, 0)[0].share > 0.9 and "Next" not in say_why(sure, 0, Reader(sure.job))
    assert telling_check(missed(a, [[np.nan, -0.02], [0.0, 0.0]]), 0) is None


@pytest.mark.parametrize(("front_kg", "why"), [(40.0, Why.LOAD_END), (-6.0, Why.SPRINGS)])
def test_weights_that_were_read_decide_and_another_check_is_asked_for_if_any(front_kg: float, why: Why) -> None:
    """The front stands low: it carries more than was said, or its springs are short."""
    a = assess(demo("hive-hauler"))
    low = missed(a, [[-0.018, -0.016], [0.004, 0.005]])
    pads = felt_causes(a, floor_case(a)).pads_kg[floor_case(a)].reshape(2, 2)
    more = np.array([[front_kg, front_kg], [0.0, 0.0]])
    job = low.job
    for i in (0, 1):
        for side, name in enumerate(SIDES):
            job = put_of_axle(job, 0, "wheels", i, f"{name}_kg", {"value": float(pads[i, side] + more[i, side])})
    told = assess(job)
    first = why_missed(told, 0)[0]
    assert (first.why, first.axle) == (why, 0) and first.share > 0.7 > why_missed(low, 0)[0].share
    if why is Why.LOAD_END:
        (load,) = learnt(told, 0)
        assert abs(load.now - 2.0 * front_kg) < load.error < 15.0
    after = telling_check(told, 0)
    assert after is None or after.block.check is not Check.WEIGH


def test_a_free_length_that_was_read_tells_length_from_rate() -> None:
    a = assess(demo("hive-hauler"))
    low = missed(a, [[-0.016, 0.0], [0.0, 0.0]])
    lengths = free_lengths(a)[:2]
    right = put_of_axle(low.job, 0, "wheels", 0, "right_free_m", {"value": lengths[1]})
    short, as_sold = (put_of_axle(right, 0, "wheels", 0, "left_free_m", {"value": lengths[0] - m}) for m in (0.024, 0.0))
    by = {job: {one.kind: one for one in learnt(assess(job), 0)} for job in (short, as_sold)}
    first = why_missed(assess(short), 0)[0]
    assert (first.why, first.axle, first.side) == (Why.SPRING, 0, 0) and first.share > 0.95
    assert by[short]["free"].now == pytest.approx(lengths[0] - 0.024) and by[short]["free"].error == rules.TAPE_ERROR
    assert by[short]["rate"].now == pytest.approx(by[short]["rate"].was, rel=0.02)
    if by[as_sold]:
        assert by[as_sold]["free"].now == pytest.approx(lengths[0], abs=0.002)


@pytest.mark.parametrize(("axle", "why", "side"), [(0, Why.SPRINGS, None), (0, Why.SPRING, 1)])
def test_the_length_that_would_be_the_cause_is_told_on_the_floor_and_on_the_vehicle(axle: int, why: Why, side: int | None) -> None:
    """A coil 12 mm short goes loose 12 mm lower on a strut, motion ratio 1; its shock keeps it from that."""
    a = missed(assess(demo("puppet-van")), [[-0.024, -0.024], [0.0, 0.0]])
    load = Class(why=Why.LOAD_END, axle=0, side=None, share=0.5, by=(("load", 50.0),))
    spring = Class(why=why, axle=axle, side=side, share=0.4, by=(("free", -0.012), ("rate", -0.1)))
    found = free_length(a, 0, (load, spring))
    assert found is not None and found.loose_m is not None and found.held and found.wheel == (axle, side or 0)
    assert found.ordered_m == free_lengths(a)[side or 0] == pytest.approx(found.causing_m + 0.012)
    ratio = a.axles[axle].spring_ratio.value
    assert found.loose_m[1] - found.loose_m[0] == pytest.approx(0.012 / ratio, abs=0.0005)
    assert say_length(found, Reader(a.job)).endswith(
        f"Or lift it, shock off: that coil goes loose at {1e3 * found.loose_m[0]:.0f}, not at {1e3 * found.loose_m[1]:.0f} mm."
    )
    assert free_length(a, 0, (load, load)) is None


def test_all_of_the_log_counts_and_what_was_turned_is_counted_out() -> None:
    """A short spring shows after its spacer was made thicker as before, and in another load case too."""
    a = assess(demo("hive-hauler"))
    low = missed(a, [[-0.016, 0.0], [0.0, 0.0]])
    (spacer,) = [one for one in settings_of(low) if (one.what, one.axle, one.side) == (Turned.SPACER, 0, 0)]
    turned = assess(entry_turned(low.job, 0, ((spacer, 10),)))
    up = turned_m(turned, 1, floor_case(a))
    assert up[0, 0] > 0.008
    short = np.array([[-0.016, 0.0], [0.0, 0.0]])
    read = promise(a, floor_case(a)).middle_m + short + up
    after = assess(with_entry(turned, "2026-06-22", heights=heights_of(read)))
    first, again = (evidence(after, 1).read[evidence(after, 1).at(block)] for block in evidence(after, 1).blocks[:2])
    assert first == pytest.approx(again, abs=0.0005) and first == pytest.approx([-0.016, 0.0, 0.0, 0.0], abs=0.0005)

    case = a.job.case_index("Home full")
    loaded, floor = (heights_of(promise(a, k).middle_m + short) for k in (case, floor_case(a)))
    first_loaded = assess(with_entry(a, "2026-06-21", heights=loaded, case="Home full"))
    both = assess(with_entry(first_loaded, "2026-06-21", heights=floor))
    block = Block(Check.CASE, case)
    assert evidence(both, 1).read[evidence(both, 1).at(block)] == pytest.approx([-0.016, 0.0, 0.0, 0.0], abs=0.0005)
    mine = (Why.READING, 0, 0)
    share = {
        of: one.share for of in (low, both) for one in why_missed(of, len(of.job.log) - 1) if (one.why, one.axle, one.side) == mine
    }
    assert share[low] > 0.2 and share[both] < 0.02, "no slip of the tape is made twice"
    weighed = low.job
    for i in (0, 1):
        for side in SIDES:
            weighed = put_of_axle(weighed, 0, "wheels", i, f"{side}_kg", {"value": 500.0})
    again = assess(with_entry(assess(weighed), "2026-06-21", heights=floor))
    weights = evidence(again, 1).at(Block(Check.WEIGH, floor_case(a)))
    assert np.isfinite(evidence(again, 1).read[weights]).all(), "weighed at the entry before"
    over = assess(with_entry(assess(entry_turned(weighed, 0, ((spacer, 10),))), "2026-06-21", heights=floor))
    assert np.isnan(evidence(over, 1).read[weights]).all(), "a thicker spacer takes more of the load"
    driven = assess(with_entry(both, "2026-08-01", state="driven", km=800.0, heights=loaded))
    assert np.isnan(evidence(driven, 2).read[evidence(driven, 2).at(block)]).all(), "springs have settled since"
