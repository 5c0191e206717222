"""Why it missed: simulated misses, each with one known cause, are named as often as is said."""

from __future__ import annotations

from functools import cache

import numpy as np
import pytest

from isostat.assess import assess
from isostat.assess.log.cause import STEPS, Cause, Class, Why
from isostat.assess.log.causes import classes, felt_causes, likely, weighed
from isostat.assess.log.entries import with_entry
from isostat.assess.log.evidence import why_missed
from isostat.assess.log.promise import floor_case, promise, settle_prior, worth_m
from isostat.assess.log.settings import as_fitted
from isostat.assess.stance.band import predicted
from isostat.core.limits import Floats
from isostat.job.demos import demo
from isostat.job.edits.paths import JOB, path_to, put, value_at
from isostat.wording.log import instruction
from isostat.wording.log_why import say_why
from isostat.wording.reader import Reader

SIMULATED = 1500


@cache
def simulated(name: str) -> list[tuple[Cause, Floats, tuple[Class, ...]]]:
    """Misses outside the band: their cause, what was read, and what is said of them."""
    a = assess(demo(name))
    case, rng = floor_case(a), np.random.default_rng(3)
    felt = felt_causes(a, case)
    causes, moved = felt.causes, felt.moved[:, :, case]
    covariance = predicted(a).covariance_m2(case) + np.diag(settle_prior(a, case).noise_m ** 2)
    root, weights = np.linalg.cholesky(covariance), np.array([one.weight for one in causes])
    half, worth = 2.0 * np.sqrt(np.diag(covariance)), np.broadcast_to(worth_m(a.job), (len(a.axles), 2)).ravel()
    out = []
    while len(out) < SIMULATED:
        k = int(rng.choice(len(causes), p=weights / weights.sum()))
        size = abs(rng.standard_normal()) if causes[k].kind in ("bush", "stop") else rng.standard_normal()
        effect = np.array([np.interp(size, STEPS, moved[k, :, n]) for n in range(len(half))])
        read = effect + root @ rng.standard_normal(len(half))
        if ((np.abs(read) > half) & (np.abs(read) > worth)).any():
            out.append((causes[k], read, classes(causes, *weighed(likely(read, covariance, causes, moved)))))
    return out


def of(one: Cause | Class) -> tuple[Why, int | None, int | None]:
    return one.why, one.axle, one.side


@pytest.mark.parametrize("name", ["hive-hauler", "survey-buggy", "puppet-van"])
def test_the_true_class_is_first_as_often_as_four_heights_allow_and_what_is_said_is_so(name: str) -> None:
    """Coils and leaves, stacked pairs, coils and a progressive one. No rule does better: it is the posterior of what was drawn."""
    found = simulated(name)
    first = np.array([of(said[0]) == of(cause) for cause, _, said in found])
    among = np.array([of(cause) in [of(one) for one in said[:3]] for cause, _, said in found])
    assert first.mean() >= 0.45 and among.mean() >= 0.75
    share = np.array([said[0].share for _, _, said in found])
    for low, high in ((0.3, 0.5), (0.5, 0.7), (0.7, 0.9), (0.9, 1.0)):
        here = (share >= low) & (share < high)
        if here.sum() > 80:
            assert abs(first[here].mean() - share[here].mean()) < 0.08, (low, first[here].mean(), share[here].mean(), here.sum())


def test_far_out_it_is_nearly_always_right() -> None:
    far = [(cause, said) for cause, read, said in simulated("hive-hauler") if np.abs(read).max() > 0.026]
    assert len(far) > 100 and np.mean([of(said[0]) == of(cause) for cause, said in far]) >= 0.75
    assert np.mean([of(cause) in [of(one) for one in said[:3]] for cause, said in far]) >= 0.95


def test_a_short_spring_a_load_and_a_misread_tape_are_told_apart() -> None:
    a = assess(demo("hive-hauler"))
    case = floor_case(a)
    middle = promise(a, case).middle_m
    short = as_fitted(a)
    path = path_to(JOB.proposal.axles[0].left.free_length_m)
    short = put(short, path, {"value": float(value_at(short, path).value) - 0.0235})
    spring = assess(short).proposed.hub_to_arch_m[..., case] - a.proposed.hub_to_arch_m[..., case]
    tape = np.array([[-0.0254, 0.0], [0.0, 0.0]])
    for off, why, words in ((spring, Why.SPRING, "Front left spring"), (tape, Why.READING, "Front left read")):
        heights = [{"left_m": {"value": float(x)}, "right_m": {"value": float(y)}} for x, y in middle + off]
        entry = assess(with_entry(a, "2026-06-21", heights=heights))
        first = why_missed(entry, 0)[0]
        assert (first.why, first.axle, first.side) == (why, 0, 0) and first.share > 0.9
        assert say_why(entry, 0, Reader(entry.job)).startswith(words)
        told = instruction(entry, 0, Reader(entry.job)).sentence
        assert told.startswith("Read front left again" if why is Why.READING else "Spacer")
        again = assess(with_entry(entry, "2026-06-21", heights=heights, state="rolled"))
        assert why_missed(again, 1)[0].why is not Why.READING, "read twice, it is no slip of the tape"
    assert [one.share for one in why_missed(entry, 0)] == sorted((one.share for one in why_missed(entry, 0)), reverse=True)
    assert sum(one.share for one in why_missed(entry, 0)) == pytest.approx(1.0)


def test_parts_or_readings_that_were_exchanged_are_told_from_parts_that_are_off() -> None:
    """Exact: left for right, and front for rear, whichever of the two was exchanged."""
    a = assess(demo("kite-winch-buggy"))
    case = floor_case(a)
    middle = promise(a, case).middle_m
    front, rear = as_fitted(a).proposal.axles
    fields = ("rate_n_per_m", "free_length_m")
    swapped = [
        mine.model_copy(update={
            name: getattr(mine, name).model_copy(update={field: getattr(getattr(other, name), field) for field in fields})
            for name in ("left", "right")
        })
        for mine, other in ((front, rear), (rear, front))
    ]  # fmt: skip
    job = as_fitted(a)
    ends = assess(job.model_copy(update={"proposal": job.proposal.model_copy(update={"axles": tuple(swapped)})}))
    turned = job.model_copy(update={"proposal": job.proposal.model_copy(update={"axles": (
        front, rear.model_copy(update={"left": rear.right, "right": rear.left}))})})  # fmt: skip
    sides = assess(turned).proposed.hub_to_arch_m[..., case] - a.proposed.hub_to_arch_m[..., case]
    for read, why, words in (
        (
            middle + ends.proposed.hub_to_arch_m[..., case] - a.proposed.hub_to_arch_m[..., case],
            Why.ENDS,
            "ront and rear springs swapped",
        ),
        (middle[::-1], Why.READ_ENDS, "ront and rear heights swapped"),
        (middle + 1.5 * sides, Why.SIDES, "ear axle parts swapped left and right"),
    ):
        heights = [{"left_m": {"value": float(x)}, "right_m": {"value": float(y)}} for x, y in read]
        entry = assess(with_entry(a, "2026-06-21", heights=heights))
        among = why_missed(entry, 0)
        assert why in {one.why for one in among[:3]} and words in say_why(entry, 0, Reader(entry.job)), [
            (one.why, round(one.share, 2)) for one in among[:4]
        ]
        if why is not Why.SIDES:
            assert among[0].why is why and among[0].share > 0.6
    assert instruction(assess(with_entry(a, "2026-06-21", heights=[
        {"left_m": {"value": float(x)}, "right_m": {"value": float(y)}} for x, y in middle[::-1]])), 0, Reader(a.job)
    ).sentence == "Read every wheel again, before anything is turned."  # fmt: skip


def test_a_stop_that_touches_is_a_cause_only_where_it_is_near() -> None:
    a = assess(demo("hive-hauler"))
    assert not any(one.why is Why.STOP for one in felt_causes(a, floor_case(a)).causes), "100 mm of gap: no stop does that"
    near = put(a.job, path_to(JOB.proposal.axles[0].stop.spacer_m), {"value": 0.13})
    close = assess(near)
    felt = felt_causes(close, floor_case(close))
    (k,) = [k for k, one in enumerate(felt.causes) if one.why is Why.STOP and one.axle == 0]
    assert (felt.moved[k, :, floor_case(close)][:, :2] >= -1e-9).all() and felt.moved[k, -1, floor_case(close), 0] > 0.006, (
        "a taller stop only lifts"
    )
