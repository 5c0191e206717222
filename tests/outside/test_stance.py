"""How it stands and what changes that: ramps, lamps, rake, ways to lift, a lean taken out; closed forms and the trade."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from isostat.assess import Assessment, assess, workings
from isostat.assess.fixes import judge_fixes
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade
from isostat.assess.setup.springs.torsion import twisted_of
from isostat.assess.stance.attitude import LAMP_AT, heights, hub_rise, lamp, lamp_range, rake
from isostat.assess.stance.findings import LampAim, Lean, RoofUnderDoor
from isostat.assess.stance.level_by_spacer import SpringSpacer, leans
from isostat.assess.stance.named_targets import WORDS, aim, before_the_gear, words_of
from isostat.assess.stance.ways_to_lift import ways
from isostat.assess.workings import Shown, explain
from isostat.core.springs.torsion.splines import spline_step
from isostat.core.vehicle.clearance import ramp_angles, tangent_angle
from isostat.core.vehicle.tyre_capacity import tyre_capacity
from isostat.job.edits import items as item_edits
from isostat.job.edits import paths as edits
from isostat.job.edits import rows as row_edits
from isostat.job.edits import target as target_edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.schema import Job
from tests.jobs import hive_on_coils, leafed, twisted

INCH, POUND_FORCE, PSI = 0.0254, 4.4482216, 6894.757
HIVE = hive_on_coils()


@pytest.mark.parametrize(("pressure", "kg"), [(2.5, 615), (2.4, 595), (2.2, 555), (2.0, 515), (2.9, 615)])
def test_a_tyre_at_less_pressure_carries_less(pressure: float, kg: float) -> None:
    """Load index 91 at reduced pressures, European tyre tables (from memory); they round to 5 kg."""
    assert tyre_capacity(615, pressure * 1e5, 2.5e5) == pytest.approx(kg, abs=2.5)


def test_a_bar_with_forty_and_forty_four_teeth_steps_a_quarter_inch_and_two_outer_teeth_are_five() -> None:
    """Common practice, no source: arm about 17½ in."""
    step, arm = spline_step(40, 44), 17.5 * INCH
    assert step * arm == pytest.approx(0.25 * INCH, rel=0.01)
    assert 2 * 2 * math.pi / 44 * arm == pytest.approx(5.0 * INCH, rel=0.01)
    assert math.degrees(step) == pytest.approx(360 / 440)


@given(along=st.floats(0.5, 4.0), over=st.floats(-0.2, 0.8), radius=st.floats(0.25, 0.55))
@settings(max_examples=60, deadline=None)
def test_the_ground_of_a_ramp_angle_touches_the_wheel(along: float, over: float, radius: float) -> None:
    """By search: the steepest line through the point that still meets no part of the wheel."""
    height = radius + over
    assume(along > radius * 1.1)
    around = np.linspace(-math.pi, math.pi, 20001)
    rim_x, rim_z = along + radius * np.cos(around), radius + radius * np.sin(around)
    lowest = float(np.max(np.arctan2(height - rim_z, rim_x)[rim_x > 1e-3]))
    assert tangent_angle(along, height, radius) == pytest.approx(lowest, abs=2e-4)


def test_small_wheels_give_the_published_ramp_angle_and_no_point_gives_none() -> None:
    """2·atan(2·clearance / wheelbase), the usual formula for a point midway (from memory); it takes wheels as points."""
    hubs = [(0.0, 1e-6), (3.0, 1e-6)]
    approach, over, departure = ramp_angles(hubs, [(1.5, 0.25)])
    assert over == pytest.approx(2 * math.atan(2 * 0.25 / 3.0), abs=1e-5) and approach is None and departure is None
    assert ramp_angles(hubs, [(-0.5, 0.3), (3.6, 0.3)])[::2] == (
        pytest.approx(math.atan2(0.3, 0.5)),
        pytest.approx(math.atan2(0.3, 0.6)),
    )


def test_a_headlamp_is_moved_by_height_and_turned_by_pitch() -> None:
    """Closed form: 10 m times the pitch; height alone leaves the drop; and the finding goes when the nose is level again."""
    a = assess(HIVE)
    answer = lamp(a)
    assert answer is not None
    front, rear = (float(a.proposed.arch_rise_m[n, :, a.target_case].mean()) for n in (0, -1))
    pitch = (rear - front) / -a.axles[-1].x_m
    assert answer.drop_m[a.target_case] - answer.drop_was_m.value == pytest.approx(LAMP_AT * pitch, abs=2e-4)
    overhang = HIVE.vehicle.front_overhang_m.value
    assert answer.height_m[a.target_case] - answer.was_m.value == pytest.approx(front - pitch * overhang, abs=2e-4)
    assert lamp_range(0.8) == (0.05, 0.25) and lamp_range(1.1) == (0.10, 0.30)  # UN Regulation 48 (from memory)
    aimed_high = edits.put_number(HIVE, path_to(JOB.vehicle.headlamp_drop_m), 0.10)
    found = next(j for j in judge(assess(aimed_high)) if isinstance(j, LampAim))
    assert found.drop_m < found.low_m and found.grade is Grade.WATCH
    level = assess(aim(aimed_high, "keep rake"))
    assert not [j for j in judge(level) if isinstance(j, LampAim) and j.place.case == level.target_case]


def test_what_hangs_on_an_axle_rises_with_the_tyre_alone_and_the_body_with_both() -> None:
    a = assess(HIVE)
    points = {h.point.name: h for h in heights(a)}
    axle, case = points["Rear axle"], a.target_case
    tyre = a.fits[1].tyre_radius_m.value - a.axles[1].tyre_radius_m.value
    more = float(a.proposed.pad_kg[1, :, case].mean() - sum(p.value for p in a.axles[1].pad_kg) / 2) * 9.80665
    assert axle.now_m[case] - axle.was_m == pytest.approx(tyre - more / a.fits[1].tyre_rate.value, abs=1e-4)
    stiff = target_edits.aim_by_axle(HIVE, {"rear_lift_m": {"value": 0.06}})
    again = {h.point.name: h for h in heights(assess(stiff))}
    assert again["Rear axle"].now_m[case] == pytest.approx(float(axle.now_m[case]), abs=1e-4), "no spring lifts it"
    assert again["Tail"].now_m[case] > points["Tail"].now_m[case] + 0.025


@pytest.mark.parametrize("words", WORDS)
def test_the_wanted_stance_in_words_is_what_it_then_stands_at(words: str) -> None:
    a = assess(aim(HIVE, words))
    answer, case = rake(a), a.target_case
    wanted = {"level": 0.0, "level when full": 0.0, "keep rake": answer.was_m}.get(words)
    if wanted is not None:
        assert answer.now_m[case] == pytest.approx(wanted, abs=0.001), "through spring, tyre and the millimetres of a spacer"
        assert words_of(a) == words
    if words == "level when full":
        assert case == int(np.argmax(a.loading.whole_kg)) and abs(leans(a)[case]) < 0.002
    if words == "by lift":
        assert a.pose == assess(HIVE).pose


def test_a_wanted_rake_holds_when_the_load_changes_and_gives_way_to_a_typed_lift() -> None:
    raked = target_edits.aim_by_axle(HIVE, {"rake_m": {"value": 0.026}})
    for job in (raked, item_edits.move_items(raked, {7: (2.2, 0.0)})):
        a = assess(job)
        assert rake(a).now_m[a.target_case] == pytest.approx(0.026, abs=0.001)
    typed = target_edits.aim_by_axle(raked, {"rear_lift_m": {"value": 0.03}})
    assert typed.target.rake_m is None and assess(typed).pose.rear_lift_m == pytest.approx(0.03)


def _gear(kg: float) -> tuple[Job, Job]:
    """Weighed with a load over the front axle, and the same vehicle weighed without it on the same springs."""
    bare = HIVE.model_copy(update={"items": (), "cases": tuple(c.model_copy(update={"carried": ()}) for c in HIVE.cases)})
    job = edits.job_from(bare.model_dump(), "test")
    for side in ("left", "right"):
        job = edits.put_number(job, (*path_to(JOB.as_found.axles[0]), side, "rate_n_per_m"), 90_000)
    heavy = job
    winch = {"name": "Winch", "mass_kg": kg, "behind_front_m": 0.0, "left_m": 0.0, "weighed_share": 1.0}
    for side in ("left", "right"):
        path = (*path_to(JOB.vehicle.axles[0]), side, "pad_kg")
        heavy = edits.put_number(heavy, path, edits.value_at(heavy, path).value + kg / 2)
    return job, edits.put(heavy, path_to(JOB.items), [winch])


def test_back_to_the_height_before_the_gear_undoes_what_the_gear_pressed() -> None:
    """Common practice, no source: bumper and winch sag a coil front ¾ in, what restores it is that and no more."""
    _, heavy = _gear(90.0)
    front, rear = before_the_gear(assess(heavy))
    at_wheel = 90_000 * 0.62**2
    assert front == pytest.approx(45 * 9.80665 / at_wheel, rel=0.02) and rear == pytest.approx(0.0, abs=5e-4)
    a = assess(aim(heavy, "as before the gear"))
    assert a.pose.front_lift_m == pytest.approx(front, abs=1e-4)


LEAFED = edits.put(leafed(), path_to(JOB.proposal.axles[1].kind), "coil")  # found on leaves, sprung anew


@pytest.fixture(scope="module")
def hive_ways() -> dict[tuple[int, str], object]:
    return {(w.axle, w.name): w for w in ways(assess(LEAFED))}


def test_every_way_that_is_solved_gives_the_asked_lift_through_the_whole_vehicle(hive_ways) -> None:  # type: ignore[no-untyped-def]
    band = HIVE.target.band_m.value
    for way in hive_ways.values():
        if way.amount is not None or way.name == "spring":
            assert way.gives_m == pytest.approx(way.asked_m, abs=band), way.name
            assert way.droop_was_m - way.droop_m == pytest.approx(way.gives_m, abs=0.015), "lift is paid in droop, one for one"
    assert {name for axle, name in hive_ways if axle == 1} == {"spring", "block", "shackle", "pressure"}, "no collar on a pack"
    assert {name for axle, name in hive_ways if axle == 0} == {"spring", "spacer", "collar", "pressure"}
    front, rear = hive_ways[0, "spacer"], hive_ways[1, "block"]
    assert front.amount == pytest.approx(front.asked_m * 0.62, rel=0.03), "a spacer gives itself over the motion ratio"
    assert rear.amount == pytest.approx(rear.asked_m, rel=0.12), "a block acts one for one, once it is off its stop"
    assert hive_ways[1, "shackle"].shackle_m == 0.100, "more than twice the usual one: said"
    assert hive_ways[1, "shackle"].amount == pytest.approx(2 * rear.amount), "about half of a shackle (common practice, no source)"
    assert hive_ways[1, "spring"].range_m < rear.range_m - 0.01, "only a stiffer spring drops less when laden"
    assert (0, "block") not in hive_ways and hive_ways[1, "pressure"].amount is None, "no pressure without its least and most"


def test_a_block_exchanged_for_a_thicker_one_lifts_by_the_difference() -> None:
    """Common practice, no source: 1¼ in for 2 in, rear up ¾ in."""
    at = path_to(JOB.proposal.axles[1].ways.block_m)
    jobs = [edits.put_number(LEAFED, at, inches * INCH) for inches in (1.25, 2)]
    thin, thick = (next(w for w in ways(assess(job)) if (w.axle, w.name) == (1, "block")) for job in jobs)
    assert thin.typed and thick.gives_m - thin.gives_m == pytest.approx(0.75 * INCH, rel=0.1)


def test_a_bag_said_to_carry_a_thousand_pounds_at_its_pressure_would_have_to_be_six_inches_across() -> None:
    """Pressure times area; common practice, no source: 35 psi, `1,000 lb each`."""
    path = path_to(JOB.proposal.axles[1].ways)
    job = edits.put_number(edits.put_number(HIVE, (*path, "bag_across_m"), 6.03 * INCH), (*path, "bag_pa"), 35 * PSI)
    way = next(w for w in ways(assess(job)) if (w.axle, w.name) == (1, "pressure"))
    rate = sum(s.rate.value for s in assess(HIVE).found_springs[1]) / 2
    assert way.each is not None and way.amount is not None
    assert way.each * way.amount * rate == pytest.approx(1000 * POUND_FORCE, rel=0.01)


def test_lowering_is_the_same_downwards() -> None:
    """Common practice, no source: 20 mm front, 10 mm rear; no spacer lowers, no block, no air."""
    job = target_edits.aim_by_axle(HIVE, {"front_lift_m": {"value": -0.02}, "rear_lift_m": {"value": -0.01}})
    job = edits.put(job, path_to(JOB.target.case), "As weighed")
    for fit in (0, 1):
        job = edits.put(job, path_to(JOB.proposal.axles[fit].tyre_radius_m), None)
    a = assess(job)
    case = a.target_case
    lifts = (a.proposed.hub_to_arch_m[..., case] - a.baseline_m).mean(axis=1)
    assert lifts == pytest.approx([-0.02, -0.01], abs=0.001)
    assert a.proposed.arch_rise_m[..., case].mean(axis=1) == pytest.approx([-0.02, -0.01], abs=0.002), "on the same tyres"
    answer = {(w.axle, w.name): w for w in ways(assess(job))}
    assert all(answer[n].amount is None for n in ((0, "spacer"), (1, "spacer")))
    assert answer[0, "collar"].amount < 0 and answer[0, "collar"].gives_m == pytest.approx(-0.02, abs=0.002)


def test_a_bar_indexed_by_its_splines_gives_what_the_bars_solved_for_the_target_give() -> None:
    """One law: so many steps turn the found bars as far as the solved ones are turned, and lift as much."""
    job = twisted()
    a = assess(job)
    way = next(w for w in ways(assess(job)) if (w.axle, w.name) == (0, "index"))
    t = twisted_of(a.orders[0])
    assert t is not None and way.amount is not None
    assert way.amount * spline_step(40, 44) == pytest.approx(sum(t.turn) / 2, rel=1e-6)
    assert way.gives_m == pytest.approx(way.asked_m, abs=1e-3)
    bare = edits.put(job, path_to(JOB.as_found.axles[0].torsion.teeth_inner), None)
    assert next(w for w in ways(assess(bare)) if w.name == "index").amount is None, "teeth not counted"


def test_lift_counts_from_what_it_stood_at_and_the_tyres_have_their_own_share() -> None:
    """Common practice, no source: one spring lifts 3½ in on a low trim and 2½ in on one that stood an inch taller."""
    a = assess(HIVE)
    taller = HIVE
    for side in ("left", "right"):
        path = (*path_to(JOB.vehicle.axles[0]), side, "hub_to_arch_m")
        taller = edits.put_number(taller, path, edits.value_at(HIVE, path).value + INCH)
    taller = target_edits.aim_by_axle(taller, {"front_lift_m": {"value": HIVE.target.front_lift_m.value - INCH}})
    b = assess(taller)
    assert b.proposed.hub_to_arch_m[0, :, b.target_case] == pytest.approx(a.proposed.hub_to_arch_m[0, :, a.target_case], abs=0.002)
    spring = a.proposed.hub_to_arch_m.mean(axis=1) - a.baseline_m.mean(axis=1)[:, None]
    assert a.proposed.arch_rise_m.mean(axis=1) == pytest.approx(spring + hub_rise(a), abs=1e-9), "arch = tyre + spring"
    middle = a.proposed.rest.pose[0] + 1.59 * a.proposed.rest.pose[1]
    assert middle == pytest.approx(a.proposed.arch_rise_m.mean(axis=(0, 1)), abs=1e-6), "a sill rises by the mean of both ends"


def _lean_fixes(a: Assessment) -> list:  # type: ignore[type-arg]
    found = tuple(j for j in judge(a) if isinstance(j, Lean) or j.grade is Grade.FAULT)
    return [f for f in judge_fixes(a, found) if isinstance(f.remedy, SpringSpacer)]


def test_a_lean_is_taken_out_by_one_spacer_named_with_what_it_does_everywhere() -> None:
    wide = edits.put_number(HIVE, path_to(JOB.target.band_m), 0.020)
    assert not _lean_fixes(assess(HIVE)), "within a band of 6 mm one spacer puts its corner off the target: it is none"
    fixes = _lean_fixes(assess(wide))
    assert {f.remedy.place.axle for f in fixes} == {0, 1} and {f.remedy.place.side for f in fixes} == {0}, "the left stands low"
    for fix in fixes:
        after, answer = assess(fix.job), fix.leveled
        assert (
            len(fix.spacers) == 1
            and answer is not None
            and abs(answer.now_m[answer.case]) < 0.0008 < abs(answer.was_m[answer.case])
        )
        assert answer.now_m == pytest.approx(leans(after)) and answer.cross_now != pytest.approx(answer.cross_was, abs=0.002)
        changed = [o.order.free_m for o in after.orders] == [o.order.free_m for o in assess(HIVE).orders]
        assert changed, "the springs are the ones that were ordered"
    front = next(f for f in fixes if f.remedy.place.axle == 0).leveled
    rear = next(f for f in fixes if f.remedy.place.axle == 1).leveled
    assert (front.cross_now - front.cross_was) * (rear.cross_now - rear.cross_was) < 0, "each loads its own diagonal"


def test_a_small_lean_is_a_note_and_a_large_one_a_watch() -> None:
    for kg, grade in ((146, Grade.NOTE), (520, Grade.WATCH)):
        job = edits.put_number(HIVE, path_to(JOB.items[4].mass_kg), kg if grade is Grade.WATCH else 170)
        lean = next(j for j in judge(assess(job)) if isinstance(j, Lean))
        assert lean.grade is grade and (abs(lean.lean_m) > 0.010) is (grade is Grade.WATCH)


@pytest.mark.parametrize(("door", "grade"), [(2.2, None), (2.04, Grade.WATCH), (1.99, Grade.FAULT)])
def test_a_roof_is_held_against_its_door_in_the_case_that_stands_highest(door: float, grade: Grade | None) -> None:
    found = [j for j in judge(assess(edits.put_number(HIVE, path_to(JOB.vehicle.door_m), door))) if isinstance(j, RoofUnderDoor)]
    assert [j.grade for j in found] == ([grade] if grade else [])


def test_points_are_renamed_and_removed_wherever_the_rake_asks_for_them() -> None:
    job = row_edits.rename_body_point(HIVE, 0, "Rocker")
    assert job.vehicle.rake_front == "Rocker" and rake(assess(job)).was_m == rake(assess(HIVE)).was_m
    gone = row_edits.remove_body_point(job, 0)
    assert gone.vehicle.rake_front == "" and rake(assess(gone)).front == "front arch"
    with pytest.raises(edits.JobFault, match="There is already a body point"):
        row_edits.rename_body_point(job, 1, "Rocker")


def test_the_drop_between_light_and_full_is_said_by_its_own_heights_whichever_case_is_aimed_at() -> None:
    """The working's two heights are those of the lightest and the heaviest case, not of the target's."""
    job = edits.put(HIVE, path_to(JOB.target.case), "Out")
    a = assess(job)
    way = next(w for w in ways(assess(job)) if (w.axle, w.name) == (1, "spring"))
    mean, whole = a.proposed.hub_to_arch_m[1].mean(axis=0), a.loading.whole_kg
    answer = {g.symbol: g.value for g in explain(a, Shown(workings.ways.span, 1, event="spring")).inputs}
    assert answer == pytest.approx({"h_l": float(mean[np.argmin(whole)]), "h_f": float(mean[np.argmax(whole)])})
    assert answer["h_l"] - answer["h_f"] == pytest.approx(way.range_m)
