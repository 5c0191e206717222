"""Who wins: measured over typed, jack over computed, baseline over other cases; and what several readings say of each other."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from isostat.assess import assess
from isostat.assess.fixes import judge_fixes
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade
from isostat.assess.load.findings import OverRating
from isostat.assess.load.gravity import gravity_height_m
from isostat.assess.measure.findings import BlocksOff, HangsElsewhere, HubHeightOff, LikelySlip, RateMeasured, SidesDisagree
from isostat.assess.measure.lift_test import friction_m, lift_result
from isostat.assess.setup.cycle_sheet import cycle_motion
from isostat.assess.solve.remedies import CarryLess, Move, SwapSides
from isostat.assess.solve.standing import cross_weight
from isostat.assess.stance.findings import CrossWanted
from isostat.assess.travel.findings import DamperOff
from isostat.core.limits import GRAVITY
from isostat.core.travel.events import bump_end, droop_end, travel_of
from isostat.core.vehicle.statics import lever
from isostat.core.working import Origin
from isostat.job import weighing
from isostat.job.edits import items as item_edits
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.files import JobFault, job_from
from isostat.job.schema import Job
from tests.jobs import hive_on_coils

HIVE = hive_on_coils()


def changed(*pairs: tuple[edits.Path, Any]) -> Job:
    job = HIVE
    for path, value in pairs:
        job = edits.put(job, path, value)
    return job


def kinds(job: Job) -> list[type]:
    return [type(j) for j in judge(assess(job))]


def corner(axle: int, side: str, field: str) -> edits.Path:
    return (*path_to(JOB.vehicle.axles[axle]), side, field)


# -- readings with something else on board


def test_a_height_read_with_the_load_on_is_brought_back_to_the_weighing() -> None:
    """Read as the set-up as found stands in that case, the baseline comes out as it was; and the case may be renamed."""
    base = assess(HIVE)
    full = base.target_case
    name = HIVE.cases[full].name
    loaded = {}
    for axle in (0, 1):
        for n, side in enumerate(("left", "right")):
            h = float(base.found.hub_to_arch_m[axle, n, full])
            loaded[corner(axle, side, "hub_to_arch_m")] = {"value": h, "case": name}
    job = changed(*loaded.items())
    assert assess(job).baseline_m == pytest.approx(base.baseline_m, abs=1e-9)
    assert assess(job).proposed.hub_to_arch_m == pytest.approx(base.proposed.hub_to_arch_m, abs=1e-9)
    renamed = item_edits.rename_case(job, full, "All hives")
    assert renamed.vehicle.axles[0].left.hub_to_arch_m.case == "All hives"
    with pytest.raises(JobFault, match="is used as the target"):
        item_edits.remove_case(edits.put(job, corner(0, "left", "hub_to_arch_m"), {"value": 0.4, "case": "Out"}), 3)
    with pytest.raises(JobFault, match="Load case “Nowhere” does not exist"):
        changed((corner(0, "left", "hub_to_arch_m"), {"value": 0.4, "case": "Nowhere"}))


def test_retyping_a_reading_keeps_its_error_and_note() -> None:
    at = corner(0, "left", "hub_to_arch_m")
    job = edits.put_detail(edits.put_detail(HIVE, at, "error", 0.003), at, "note", "bent arch")
    again = edits.put_number(job, at, 0.49, "490").vehicle.axles[0].left.hub_to_arch_m
    assert (again.error, again.note, again.value) == (0.003, "bent arch", 0.49)
    with pytest.raises(JobFault, match="error: −1000 mm is too small"):
        edits.put_detail(HIVE, at, "error", -1.0)
    with pytest.raises(JobFault, match="a number first"):
        edits.put_detail(HIVE, corner(0, "left", "bag_height_m"), "note", "x")


# -- what outranks what


def test_a_hub_height_corrects_the_radius_and_never_the_load() -> None:
    job = changed((corner(0, "left", "ground_to_arch_m"), 0.86), (corner(0, "right", "ground_to_arch_m"), 0.864))
    a, base = assess(job), assess(HIVE)
    hub = ((0.86 - 0.488) + (0.864 - 0.492)) / 2
    squash = sum(p.value for p in a.axles[0].pad_kg) / 2 * GRAVITY / a.axles[0].tyre_rate.value
    assert a.axles[0].tyre_radius_m.value == pytest.approx(hub + squash)
    assert [p.value for p in a.axles[0].pad_kg] == [p.value for p in base.axles[0].pad_kg]
    assert a.loading.sprung == pytest.approx(base.loading.sprung)
    assert np.abs(a.found.rest.pose[:, HIVE.weighed_case]).max() < 1e-5, "as found, as weighed stands where it stood"
    far = edits.put(job, path_to(JOB.as_found.axles[0].tyre_radius_m), 0.44)
    assert HubHeightOff in kinds(far) and HubHeightOff not in kinds(job)


def test_unsprung_and_tyre_rate_follow_from_what_is_there_and_typed_ones_win() -> None:
    rear: edits.Path = path_to(JOB.vehicle.axles[1])
    job = changed(((*rear, "wheel_tyre_kg"), 31.0))
    said = assess(job).axles[1].unsprung_kg
    assert said.value == pytest.approx(79.0) and said.assumed, "most of it is the beam, a guess"
    front = assess(changed((path_to(JOB.vehicle.axles[0].wheel_tyre_kg), 31.0))).axles[0].unsprung_kg
    assert front.value == pytest.approx(53.0) and front.origin is Origin.COMPUTED
    job = edits.put(job, (*rear, "hub_on_pad_kg"), 72.0)
    assert assess(job).axles[1].unsprung_kg.value == 72.0
    assert assess(edits.put(job, (*rear, "unsprung_kg"), 60.0)).axles[1].unsprung_kg.value == 60.0
    mean = (477.0 + 451.0) / 2
    two = changed(
        (corner(1, "left", "hub_to_ground_m"), 0.367), (corner(1, "right", "hub_to_ground_m"), 0.367),
        ((*rear, "second_pad_kg"), mean + 300.0), ((*rear, "second_hub_to_ground_m"), 0.356),
    )  # fmt: skip
    assert assess(two).axles[1].tyre_rate.value == pytest.approx(300.0 * GRAVITY / 0.011)
    nonsense = edits.put(two, (*rear, "second_hub_to_ground_m"), 0.380)  # heavier and higher: no tyre does that
    assert assess(nonsense).axles[1].tyre_rate.assumed


def test_a_bar_read_with_opposed_wheels_is_half_as_stiff_a_wheel() -> None:
    """Point 7: the field asks in which sense it was read."""
    fit: edits.Path = path_to(JOB.as_found.axles[0])
    one = changed(((*fit, "bar_rate_n_per_m"), 20_000.0))
    both = edits.put(one, (*fit, "bar_read"), "opposed")
    assert assess(both).found_fits[0].bar.value == assess(one).found_fits[0].bar.value / 2
    measured = changed(((*fit, "bar_rate_n_per_m"), None), ((*fit, "bar", "diameter_m"), 0.024), ((*fit, "bar", "arm_m"), 0.24))
    assert assess(measured).found_fits[0].bar.value == 0.0, "without its length nothing is claimed"
    measured = edits.put(measured, (*fit, "bar", "length_m"), 0.95)
    assert assess(measured).found_fits[0].bar.value > 1000.0


def test_a_stop_is_known_by_kind_and_height_and_better_by_the_press() -> None:
    stop: edits.Path = path_to(JOB.as_found.axles[1].stop)
    bare = changed(((*stop, "rate_n_per_m"), None), ((*stop, "flat_m"), None))
    foam = edits.put(edits.put(bare, (*stop, "kind"), "foam"), (*stop, "free_height_m"), 0.08)
    fit = assess(foam).found_fits[1]
    assert fit.stop_flat_m.value == pytest.approx(0.052) and fit.stop_rate.value == 25_000.0 and fit.stop_rate.assumed
    pressed = edits.put(foam, (*stop, "press"), [{"squeeze_m": 0.02, "force_kg": 60.0}, {"squeeze_m": 0.04}])
    fit = assess(pressed).found_fits[1]
    assert fit.stop_rate.origin is Origin.COMPUTED and 20_000 < fit.stop_rate.value < 40_000


def test_the_cycle_sheet_outranks_gap_shaft_and_ratio_and_a_larger_tyre_meets_the_arch_sooner() -> None:
    heights = {"hanging": 0.115, "stop touched": -0.050, "stop flat": -0.082, "tyre touches, straight": -0.095, "metal": -0.120}
    ratio = 0.8
    job = HIVE
    for side in ("left", "right"):
        base = getattr(HIVE.vehicle.axles[1], side).hub_to_arch_m.value
        rows = [{"event": e, "hub_to_arch_m": base + x, "eye_to_eye_m": 0.4 + ratio * x} for e, x in heights.items()]
        job = edits.put(job, corner(1, side, "cycle"), rows)
    a = assess(job)
    assert a.axles[1].shock_ratio.value == pytest.approx(ratio, abs=1e-3)
    for side in (0, 1):
        events = a.found.events[1][side]
        assert droop_end(events).travel_m == pytest.approx(-0.115, abs=1e-4)
        assert travel_of(events, "stop touched") == pytest.approx(0.050, abs=1e-4)
        assert bump_end(events).travel_m == pytest.approx(0.082, abs=1e-4)
        assert travel_of(events, "metal") == pytest.approx(0.120, abs=1e-4)
        grown = a.fits[1].tyre_radius_m.value - a.axles[1].tyre_radius_m.value
        assert travel_of(a.proposed.events[1][side], "tyre touches, straight") == pytest.approx(0.095 - grown, abs=1e-6)


def test_the_motion_of_a_coil_over_is_taken_from_the_cycle_sheet_bend_and_all() -> None:
    """Point 4: X is a table of travel itself; its slope and bend come back from the readings."""
    job = HIVE
    for side in ("left", "right"):
        base = getattr(HIVE.vehicle.axles[0], side).hub_to_arch_m.value
        rows = [
            {"event": e, "hub_to_arch_m": base - v, "eye_to_eye_m": 0.45 - (0.6 * v - 0.7 * v * v)}
            for e, v in (("hanging", -0.09), ("stop touched", 0.05), ("stop flat", 0.08), ("metal", 0.11))
        ]
        job = edits.put(job, corner(0, side, "cycle"), rows)
    moved = cycle_motion(job.vehicle.axles[0])
    assert moved is not None
    axle = assess(edits.put(job, path_to(JOB.vehicle.axles[0].spring_motion), moved)).axles[0]
    x, slope, bend = (float(n) for n in axle.spring_motion.at(np.asarray(0.0)))
    assert (x, slope, bend) == pytest.approx((0.0, 0.6, -1.4), abs=0.02)


def test_a_cycle_sheet_with_two_heights_a_side_gives_a_line_however_many_sides_were_read() -> None:
    job = HIVE
    for side in ("left", "right"):
        base = getattr(HIVE.vehicle.axles[1], side).hub_to_arch_m.value
        rows = [{"event": e, "hub_to_arch_m": base + x, "eye_to_eye_m": eye} for e, x, eye in (
            ("hanging", 0.110, 0.535), ("stop touched", -0.064, 0.371))]  # fmt: skip
        job = edits.put(job, corner(1, side, "cycle"), rows)
    moved = cycle_motion(job.vehicle.axles[1])
    assert moved is not None
    slopes = np.diff(moved.spring_m) / np.diff(moved.wheel_m)
    assert slopes == pytest.approx(np.full(6, 0.164 / 0.174), abs=1e-3)


# -- what readings say of each other


def test_sides_that_were_mixed_up_are_named_and_swapped_back_by_the_button() -> None:
    tall = changed((corner(0, "left", "hub_to_arch_m"), 0.482), (corner(0, "right", "hub_to_arch_m"), 0.502))
    gaps = [tall.vehicle.axles[0].left.stop_gap_m, tall.vehicle.axles[0].right.stop_gap_m]
    assert all(gaps)
    mixed = edits.put(tall, corner(0, "left", "stop_gap_m"), 0.062)
    mixed = edits.put(mixed, corner(0, "right", "stop_gap_m"), 0.050)
    mixed = edits.put(edits.put(mixed, corner(0, "left", "shaft_showing_m"), None), corner(0, "right", "shaft_showing_m"), None)
    a = assess(mixed)
    found = [j for j in judge(a) if isinstance(j, SidesDisagree)]
    assert len(found) == 1 and found[0].swapped and found[0].place.axle == 0
    fixes = [f for f in judge_fixes(a, judge(a)) if isinstance(f.remedy, SwapSides)]
    assert {f.remaining for f in fixes} == {None} and len(fixes) == 2
    assert fixes[0].remedy.on(mixed).vehicle.axles[0].left != mixed.vehicle.axles[0].left


def test_a_height_read_from_the_ground_is_named_with_the_hub_taken_off() -> None:
    a = assess(changed((corner(1, "right", "hub_to_arch_m"), 0.481 + 0.368)))
    slip = next(j for j in judge(a) if isinstance(j, LikelySlip))
    assert slip.slip == "tyre" and slip.likely == pytest.approx(0.481, abs=0.02)


# -- weights


def test_pads_that_stand_unevenly_move_load_across_as_the_tyres_and_springs_give() -> None:
    """Three pads on the floor and one 10 mm up: read there, the weights of level ground are others; a plane changes nothing."""
    level = assess(HIVE)
    plane = changed(*((corner(axle, side, "pad_height_m"), 0.02 - 0.01 * axle) for axle in (0, 1) for side in ("left", "right")))
    weighed = HIVE.weighed_case
    assert assess(plane).found.pad_kg[..., weighed] == pytest.approx(level.found.pad_kg[..., weighed], abs=1e-6)
    one = assess(changed((corner(0, "left", "pad_height_m"), 0.010)))
    moved = one.found.pad_kg[..., weighed] - level.found.pad_kg[..., weighed]
    assert moved[0, 0] < -3.0 < 3.0 < moved[0, 1], "on the flat floor the wheel that stood high carries less"
    y = np.array([[x.half_track_m, -x.half_track_m] for x in one.axles])
    h = lever(np.array([[x.x_m] * 2 for x in one.axles]), y)
    assert (h * moved).sum(axis=(1, 2)) == pytest.approx(np.zeros(3), abs=1e-4), "statics: only across"


def test_one_axle_and_the_whole_are_enough_and_the_step_is_the_error() -> None:
    job = job_from({**HIVE.model_dump(), "weighing": {"way": "ticket", "ticket_step_kg": {"value": 20.0}}}, "ticket")
    for side in ("left", "right"):
        job = edits.put(job, corner(1, side, "pad_kg"), {"value": 400.0, "assumed": True})
    job = weighing.weigh_whole(weighing.weigh_axle(job, 0, 1160.0, "1160"), 2080.0, "2080")
    front, rear = job.vehicle.axles
    assert front.left.pad_kg.value + front.right.pad_kg.value == pytest.approx(1160.0, abs=0.01)
    assert rear.left.pad_kg.value == rear.right.pad_kg.value == pytest.approx(460.0, abs=0.01)
    assert rear.left.pad_kg.error == 20.0 and rear.left.pad_kg.assumed
    with pytest.raises(JobFault, match="more than the other axles"):
        weighing.weigh_whole(edits.put(job, corner(1, "left", "pad_kg"), {"value": 400.0, "assumed": True}), 900.0, "900")


def test_plates_alone_give_a_marked_guess_and_none_is_refused() -> None:
    job = weighing.weigh_by_plates(HIVE)
    pads = [c.pad_kg for axle in job.vehicle.axles for c in (axle.left, axle.right)]
    assert all(p.assumed for p in pads)
    plate = HIVE.vehicle.rating_kg
    assert plate is not None and sum(p.value for p in pads) == pytest.approx(0.72 * plate.value, abs=0.1)
    bare = edits.put(edits.put(HIVE, path_to(JOB.vehicle.rating_kg), None), path_to(JOB.vehicle.axles[0].rating_kg), None)
    with pytest.raises(JobFault, match="Enter the gross vehicle rating"):
        weighing.weigh_by_plates(bare)


def test_blocks_that_are_lower_than_the_pads_are_said_with_what_they_shift() -> None:
    two = {"way": "two pads", "pad_m": {"value": 0.06}, "block_m": {"value": 0.02}}
    a = assess(job_from({**HIVE.model_dump(), "weighing": two}, "two pads"))
    found = next(j for j in judge(a) if isinstance(j, BlocksOff))
    by_moments = 2100.0 * gravity_height_m(a).value * 0.04 / 3.18**2
    assert abs(found.shift_kg) == pytest.approx(by_moments, rel=0.02)


@pytest.mark.parametrize("share", [0.48, 0.50, 0.52])
def test_a_wanted_cross_weight_is_met_within_the_step_of_a_spacer_and_leaves_axles_alone(share: float) -> None:
    free = assess(HIVE)
    a = assess(edits.put(HIVE, path_to(JOB.target.cross_share), share))
    case = a.target_case
    assert cross_weight(a.proposed.pad_kg)[case] == pytest.approx(share, abs=0.0035)
    assert a.proposed.pad_kg[..., case].sum(axis=1) == pytest.approx(free.proposed.pad_kg[..., case].sum(axis=1), abs=2.0)
    found = next(j for j in judge(a) if isinstance(j, CrossWanted))
    assert found.grade is Grade.NOTE and found.wanted == share
    same = a.job
    for axle in (0, 1):
        same = edits.put(same, path_to(JOB.proposal.axles[axle].sides), "same")
    if share != 0.50:
        worse = next(j for j in judge(assess(same)) if isinstance(j, CrossWanted))
        assert worse.grade is Grade.WATCH, "same springs both sides cannot set it"


def test_a_tyre_that_carries_more_than_it_may_is_a_fault_that_no_spring_clears() -> None:
    heaviest = float(assess(HIVE).proposed.pad_kg[1].max())
    a = assess(
        changed(
            (path_to(JOB.vehicle.axles[1].tyre_plate_kg), heaviest - 20.0), (path_to(JOB.vehicle.axles[1].wheel_plate_kg), 950.0)
        )
    )
    found = [j for j in judge(a) if isinstance(j, OverRating) and j.what != "plate"]
    over = [j for j in found if j.load_kg > j.rating_kg]
    assert over and all(j.grade is Grade.FAULT and j.what == "tyre" for j in over)
    assert {type(r) for j in over for r in j.remedies} <= {Move, CarryLess}


# -- tests on the vehicle


def _with_lift(top: float | None = None) -> Job:
    data: dict[str, Any] = HIVE.model_dump()
    for side in ("left", "right"):
        here = data["vehicle"]["axles"][1][side]
        base = here["hub_to_arch_m"]["value"]
        rows = []
        for way, friction in (("up", -14.0), ("down", 14.0)):
            for n in range(5):
                pad = here["pad_kg"]["value"] - 30_000.0 * 0.02 * n / GRAVITY + friction
                rows.append({"way": way, "hub_to_arch_m": base + 0.02 * n, "pad_kg": pad})
        if top is not None:
            rows += [{"way": "up", "hub_to_arch_m": base + top, "pad_kg": pad} for pad in (160.0, 120.0)]
        here["lift"] = rows
    return job_from(data, "lift")


def test_a_lift_test_tells_rate_and_friction_and_its_rate_is_taken_by_the_button() -> None:
    job = _with_lift()
    a = assess(job)
    result = lift_result(a, 1, 0)
    assert result is not None and result.wheel_rate == pytest.approx(30e3, rel=0.01)
    assert result.friction_n / GRAVITY == pytest.approx(14.0, rel=0.05)
    assert friction_m(a, 1) == pytest.approx(14.0 * GRAVITY / 30e3, rel=0.1)
    said = [j for j in judge(a) if isinstance(j, RateMeasured) and j.by == "lift"]
    assert [j.place.side for j in said] == [None], "both sides agree: it is the axle's"
    job = said[0].remedies[0].on(job)
    assert RateMeasured not in kinds(job)
    assert HIVE.as_found.axles[1].left.rate_n_per_m != job.as_found.axles[1].left.rate_n_per_m


def test_a_lift_test_that_hangs_elsewhere_than_the_shock_says_is_a_finding() -> None:
    by_shock = -droop_end(assess(HIVE).found.events[1][0]).travel_m
    job = _with_lift(top=by_shock - 0.02)
    assert HangsElsewhere in kinds(job)
    assert HangsElsewhere not in kinds(_with_lift(top=by_shock))


def test_a_damper_of_now_under_a_stiffer_spring_and_more_load_is_said_to_damp_less() -> None:
    job = changed((path_to(JOB.proposal.axles[1].damping), 1.0))
    j = next(j for j in judge(assess(job)) if isinstance(j, DamperOff))
    assert j.share < 0.85
    assert DamperOff not in kinds(changed((path_to(JOB.proposal.axles[1].damping), 1.0 / j.share)))
