"""Each judgement at its limit: nothing just inside, said just outside, with the number that a hand calculation gives."""

from __future__ import annotations

from dataclasses import replace
from typing import Any, TypeVar

import numpy as np
import pytest

from isostat.answers.assessment import answer
from isostat.assess import assess
from isostat.assess.fixes import judge_fixes
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade, Judgement, Step
from isostat.assess.load.findings import LightSteering, Unsettled, WheelInTheAir
from isostat.assess.load.gravity import gravity_height_m
from isostat.assess.measure.findings import BlocksOff, PadsApart
from isostat.assess.solve.remedies import Lift, ShockLength, SolveSprings, SpringRate
from isostat.assess.spring.findings import FrequencySplit, HelperLacks, LengthAssumed, MuchPreload, StressHigh
from isostat.assess.spring.winding import wound
from isostat.assess.stance.findings import LampHigh, OffTarget, TargetOutOfReach, TargetPastTravel
from isostat.assess.travel.findings import LittleBump, LittleDroop
from isostat.core.travel.events import droop_end
from isostat.job.blank import blank_job
from isostat.job.demos import demo, demo_names
from isostat.job.edits.paths import JOB, Path, path_to, put
from isostat.job.files import job_from
from isostat.job.schema import Job
from isostat.wording.letter import letter
from isostat.wording.reader import Reader
from tests.jobs import hive_on_coils, unladen

REAR: Path = path_to(JOB.proposal.axles[1])


J = TypeVar("J", bound=Judgement)


def outcome(kind: type[J], job: Job) -> list[J]:
    return [j for j in judge(assess(job)) if isinstance(j, kind)]


def changed(job: Job, *changes: tuple[Path, object]) -> Job:
    for path, value in changes:
        job = put(job, path, value)
    return job


def pads(axle: int, left: float, right: float) -> tuple[tuple[Path, object], ...]:
    at: Path = path_to(JOB.vehicle.axles[axle])
    return ((*at, "left", "pad_kg"), left), ((*at, "right", "pad_kg"), right)


@pytest.mark.parametrize(("apart", "said"), [(54.0, False), (58.0, True)])
def test_pads_are_apart_from_an_eighth_of_their_mean_on(apart: float, said: bool) -> None:
    """12 % of 464 kg is 55.7 kg (common practice, no source)."""
    job = changed(hive_on_coils(), *pads(1, 464.0 + apart / 2, 464.0 - apart / 2))
    found = [j for j in outcome(PadsApart, job) if j.place.axle == 1]
    assert bool(found) is said
    if said:
        assert (found[0].left_kg, found[0].right_kg, found[0].grade) == (493.0, 435.0, Grade.WATCH)


@pytest.mark.parametrize(("front", "grade"), [(0.255, None), (0.245, Grade.WATCH), (0.205, Grade.WATCH), (0.195, Grade.FAULT)])
def test_the_steered_axle_keeps_a_fifth_at_least(front: float, grade: Grade | None) -> None:
    """A quarter is said, a fifth is a fault (common practice, no source); with nothing on board but what was weighed."""
    job = changed(unladen(), *pads(0, 1000 * front, 1000 * front), *pads(1, 1000 - 1000 * front, 1000 - 1000 * front))
    found = outcome(LightSteering, job)
    assert [j.grade for j in found] == ([] if grade is None else [grade])
    if found:
        assert found[0].share == pytest.approx(front, abs=1e-3) and found[0].place.axle == 0


def test_a_wheel_that_a_load_far_to_one_side_lifts_is_named_and_no_other() -> None:
    data: dict[str, Any] = hive_on_coils().model_dump()
    item = {"name": "Slab", "mass_kg": {"value": 1900}, "behind_front_m": {"value": 1.6}, "left_m": {"value": 1.35}}
    data["items"] = (*data["items"], item)
    data["cases"] = (*data["cases"], {"name": "Aside", "carried": [{"item": "Slab", "share": 1.0}]})
    a = assess(job_from(data, "aside"))
    case = a.job.case_index("Aside")
    found = [j for j in judge(a) if isinstance(j, WheelInTheAir) and j.place.case == case]
    free = {(int(i), int(side)) for i, side in np.argwhere(a.proposed.pad_kg[..., case] < 0.05)}
    assert {(j.place.axle, j.place.side) for j in found} == free and free <= {(0, 1), (1, 1)} and free
    assert all(j.grade is Grade.FAULT for j in found)


def test_a_case_that_found_no_rest_is_a_fault_and_nothing_else_is_said_of_it() -> None:
    a = assess(hive_on_coils())
    stands = a.proposed.stands.copy()
    stands[1] = False
    judged = judge(replace(a, proposed=replace(a.proposed, stands=stands)))
    (found,) = (j for j in judged if isinstance(j, Unsettled))
    assert found.place.case == 1 and found.grade is Grade.FAULT
    assert not [j for j in judged if j.place.case == 1 and not isinstance(j, Unsettled)]


@pytest.mark.parametrize("name", demo_names())
@pytest.mark.parametrize("lift", [-0.3, 0.5])
def test_past_an_end_of_travel_nothing_is_ordered_of_any_kind(name: str, lift: float) -> None:
    """Blocks of twelve metres and bags of 774 bar: what pushes against the end of a shock is no spring that holds a height."""
    job = put(demo(name), path_to(JOB.target.rear_lift_m), lift)
    a = assess(job)
    assert not a.orders[-1].can_be_had
    rear = [j for j in judge(a) if j.place.axle == len(a.orders) - 1]
    assert {TargetPastTravel, TargetOutOfReach} <= {type(j) for j in rear if j.grade is Grade.FAULT}
    assert all(isinstance(j, TargetOutOfReach) for j in rear if j.step is Step.SPRING)
    for i, o in enumerate(a.orders):
        assert not o.can_be_had or max(o.order.spacer_m) < 0.1, (i, o.order)
        rows = [row for row in answer(a, (), (), Reader(job))["order"] if row["axle"] == job.vehicle.axles[i].name]
        assert o.can_be_had or {row["spacer_m"] for row in rows} == {None}
    assert "no order, target height cannot be reached" in letter(a, (), (), Reader(job))


@pytest.mark.parametrize("lift", [-0.3, 0.9])
def test_a_height_that_no_spring_holds_orders_nothing(lift: float) -> None:
    job = put(hive_on_coils(), path_to(JOB.target.rear_lift_m), lift)
    a = assess(job)
    past = outcome(TargetPastTravel, job)
    assert {j.place.axle for j in past} == {1} and all(j.grade is Grade.FAULT for j in past)
    low, high = droop_end(a.proposed.events[1][0]).travel_m, a.target_travel_m[1, 0]
    if lift > 0.0:
        left = next(j for j in past if j.place.side == 0)
        assert left.by_m == pytest.approx(low - high, abs=1e-9) and left.end == "shock topped"
    (none,) = outcome(TargetOutOfReach, job)
    assert not a.orders[1].can_be_had and (none.force_n > 0.0) == (lift > 0.0)


def test_a_front_that_only_a_pull_would_hold_is_out_of_reach() -> None:
    """Weighing 60 kg a wheel with 70 kg unsprung, the spring would have to pull by the difference."""
    job = changed(unladen(), *pads(0, 60.0, 60.0), (path_to(JOB.vehicle.axles[0].unsprung_kg), 70.0))
    (found,) = outcome(TargetOutOfReach, job)
    ratio = assess(job).axles[0].spring_ratio.value
    assert found.place.axle == 0 and found.force_n == pytest.approx(-10 * 9.80665 / ratio, rel=0.02)


@pytest.mark.parametrize(("left_m", "said"), [(0.0262, False), (0.0238, True)])
def test_an_inch_is_kept_to_the_stop_under_the_heaviest_load(left_m: float, said: bool) -> None:
    """25 mm (common practice, no source), by the spacer that leaves it: gap less spacer over the stop's ratio, less the sag."""
    job = hive_on_coils()
    a = assess(job)
    full, ratio = a.heaviest_case, a.axles[1].stop_ratio.value
    bare = put(job, (*REAR, "stop", "spacer_m"), 0.0)
    b = assess(bare)
    touched = [next(e.travel_m for e in b.proposed.events[1][side] if e.name == "stop touched") for side in (0, 1)]
    gaps = [touched[side] - b.proposed.rest.travel_m[1, side, full] for side in (0, 1)]
    spacer = (min(gaps) - left_m) * ratio
    assert spacer > 0.0, "or the test asks nothing"
    spaced = put(bare, (*REAR, "stop", "spacer_m"), round(spacer, 5))
    found = [j for j in outcome(LittleBump, spaced) if j.place.axle == 1 and j.place.case == full]
    assert bool(found) is said
    if found:
        assert min(j.to_stop_m for j in found) == pytest.approx(left_m, abs=3e-4)
        cured = [f for f in judge_fixes(assess(spaced), judge(assess(spaced))) if f.judgement in found]
        assert cured and all(f.remaining is None or f.remaining.severity < f.judgement.severity for f in cured)


@pytest.mark.parametrize(("share", "said"), [(0.262, False), (0.238, True)])
def test_a_quarter_of_the_whole_way_is_kept_as_droop(share: float, said: bool) -> None:
    """Of droop and bump together, not of bump alone (common practice, no source)."""
    job = hive_on_coils()
    a = assess(job)
    s, ratio = a.proposed, a.axles[1].shock_ratio.value
    whole, left = ((s.bump_left_m + s.droop_left_m)[1].min(axis=0), s.droop_left_m[1].min(axis=0))
    case = int(np.argmin(left / whole))
    bump = (whole - left)[case]
    less = left[case] - share / (1.0 - share) * bump  # of droop, so that it is that share of the rest and itself
    shock = a.fits[1].shock_longer_m - less * ratio
    shorter = put(job, (*REAR, "shock_longer_m"), round(shock, 5))
    found = [j for j in outcome(LittleDroop, shorter) if j.place.axle == 1]
    assert bool(found) is said
    if found:
        worst = min(found, key=lambda j: j.share)
        assert worst.share == pytest.approx(share, abs=0.006)
        assert worst.left_m == pytest.approx(share / (1 - share) * bump, abs=2e-3)
        fixes = [f for f in judge_fixes(assess(shorter), judge(assess(shorter))) if f.judgement in found]
        assert {type(f.remedy) for f in fixes} & {ShockLength, Lift}
        for fix in fixes:
            assert not [j for j in outcome(LittleDroop, fix.job) if j.place == fix.judgement.place] or fix.remaining


@pytest.mark.parametrize(("over_m", "said"), [(-0.002, False), (0.002, True)])
def test_preload_past_a_quarter_of_the_stroke_asks_for_another_rate(over_m: float, said: bool) -> None:
    """75 mm, or a quarter of the stroke where that is less (common practice, no source): the fix's rate holds just so much."""
    job = demo("survey-buggy")
    for side in ("left", "right"):
        rear = JOB.proposal.axles[1]
        job = changed(job, (path_to(rear.kind), "coil"), ((*path_to(rear), side, "free_length_m"), None),
                      ((*path_to(JOB.proposal.axles[1]), side, "spacer_m"), None))  # fmt: skip
    a = assess(job)
    stroke = a.fits[1].shock_stroke_m
    assert stroke is not None
    limit = min(0.075, 0.25 * stroke)
    hangs = droop_end(a.proposed.events[1][0]).travel_m
    at_target, hung = (float(a.axles[1].spring_motion.at(np.asarray(u))[0]) for u in (a.target_travel_m[1, 0], hangs))
    rate = a.orders[1].target_force_n[0] / (at_target - hung + limit + over_m)  # pressed as much more as the shaft goes in
    for side in ("left", "right"):
        job = put(job, (*path_to(JOB.proposal.axles[1]), side, "rate_n_per_m"), round(rate, 1))
    found = [j for j in outcome(MuchPreload, job) if j.place.axle == 1 and j.place.side == 0]
    assert bool(found) is said, (limit, rate)
    if found:
        b = assess(job)
        assert found[0].preload_m == pytest.approx(limit + over_m, abs=1e-3) and found[0].limit_m == pytest.approx(limit)
        cures = [f for f in judge_fixes(b, judge(b)) if f.judgement is found[0] or f.judgement == found[0]]
        assert any(isinstance(f.remedy, SpringRate) and f.remaining is None for f in cures)


@pytest.mark.parametrize(("lower_m", "said"), [(0.002, False), (0.02, True)])
def test_blocks_that_stand_lower_shift_load_by_the_lever_of_the_height(lower_m: float, said: bool) -> None:
    """ΔN = m·h·δ/L², in kilograms."""
    two_pads: tuple[tuple[Path, object], ...] = ((("weighing", "way"), "two pads"), (("weighing", "pad_m"), 0.05))
    job = changed(hive_on_coils(), *two_pads, (("weighing", "block_m"), 0.05 + lower_m))
    found = outcome(BlocksOff, job)
    assert bool(found) is said
    if found:
        a = assess(job)
        whole, base = float(a.loading.whole_kg[a.job.weighed_case]), abs(a.axles[1].x_m)
        assert abs(found[0].shift_kg) == pytest.approx(whole * gravity_height_m(a).value * lower_m / base**2, rel=1e-6)


def test_a_helper_that_is_not_given_is_left_out_with_a_sentence() -> None:
    job = put(hive_on_coils(), (*REAR, "helper"), {"left_pa": 3e5, "right_pa": 3e5})
    (found,) = outcome(HelperLacks, job)
    assert found.place.axle == 1 and found.reason.words().endswith(".")
    bare, with_it = assess(hive_on_coils()), assess(job)
    assert with_it.proposed.hub_to_arch_m == pytest.approx(bare.proposed.hub_to_arch_m)


@pytest.mark.parametrize(("by", "said"), [(0.004, False), (0.009, True)])
def test_a_corner_is_off_its_target_past_its_band_and_the_fix_solves_its_springs(by: float, said: bool) -> None:
    """Springs longer than ordered lift the axle by so much, less what its tyres and the other axle take."""
    job = put(hive_on_coils(), path_to(JOB.target.band_m), 0.005)
    a = assess(job)
    for side, free in zip(("left", "right"), a.orders[1].order.free_m, strict=True):
        job = put(job, (*REAR, side, "free_length_m"), round(free + by, 4))
    found = [j for j in outcome(OffTarget, job) if j.place.axle == 1]
    assert len(found) == (2 if said else 0)
    if found:
        assert all(j.height_m - j.target_m == pytest.approx(by, abs=1.5e-3) for j in found)
        b = assess(job)
        fixes = [f for f in judge_fixes(b, judge(b)) if f.judgement in found]
        assert any(isinstance(f.remedy, SolveSprings) and f.remaining is None for f in fixes)


@pytest.mark.parametrize(("rear_hz", "said"), [(1.4, False), (1.78, False), (1.90, True), (1.30, True)])
def test_ride_frequencies_apart_are_said_outside_flat_ride(rear_hz: float, said: bool) -> None:
    """The rear 0.95 to 1.30 of the front rides flat (common practice, no source)."""
    job = put(unladen(), path_to(JOB.proposal.axles[1].pick), {"way": "frequency", "hertz": rear_hz})
    found = outcome(FrequencySplit, job)
    assert bool(found) is said
    if found:
        assert (found[0].front_hz, found[0].rear_hz) == (pytest.approx(1.4, abs=0.02), pytest.approx(rear_hz, abs=0.03))


@pytest.mark.parametrize(("rear_hz", "field", "share", "said"), [(1.90, "split_most", 1.5, False), (1.4, "split_least", 1.1, True)])
def test_a_shop_says_itself_which_frequencies_ride_flat(rear_hz: float, field: str, share: float, said: bool) -> None:
    job = put(unladen(), path_to(JOB.proposal.axles[1].pick), {"way": "frequency", "hertz": rear_hz})
    assert bool(outcome(FrequencySplit, put(job, (*path_to(JOB.margins), field), share))) is said


@pytest.mark.parametrize(("high", "limit"), [(0.9, None), (1.3, 1.2), (0.35, 0.5)])
def test_lamps_above_or_below_what_the_regulation_gives_are_said(high: float, limit: float | None) -> None:
    """Dipped beam 0.5 to 1.2 m above the ground. Source: UN Regulation 48 (from memory)."""
    found = outcome(LampHigh, put(unladen(), path_to(JOB.vehicle.headlamp_m), high))
    assert [j.limit_m for j in found] == ([] if limit is None else [limit])
    assert all(j.height_m == pytest.approx(high, abs=0.06) and j.severity == abs(j.height_m - j.limit_m) for j in found)


def test_without_installed_or_free_length_only_the_change_is_sure() -> None:
    a = assess(blank_job())
    found = {j.place.axle: j for j in judge(a) if isinstance(j, LengthAssumed)}
    assert set(found) == {0, 1} and not outcome(LengthAssumed, hive_on_coils())
    for axle, j in found.items():
        new, old = a.orders[int(axle or 0)].order.free_m, [s.implied_free_m for s in a.found_springs[int(axle or 0)]]
        assert j.change_m == pytest.approx(sum(new) / 2 - sum(old) / 2) and j.grade is Grade.NOTE


def test_wire_that_is_stressed_past_its_share_when_solid_is_a_note() -> None:
    a = assess(demo("puppet-van"))
    (found,) = (j for j in judge(a) if isinstance(j, StressHigh))
    made = wound(a, int(found.place.axle or 0))
    assert made is not None and found.used == made.used_solid > 1.0 and found.grade is Grade.NOTE
