"""Limits on a wheel's way through the whole vehicle: each by its own measure and margin, solved backwards, damped by its pole."""

from __future__ import annotations

from itertools import pairwise

import numpy as np
import pytest

from isostat.assess import assess
from isostat.assess.fixes import judge_fixes
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade
from isostat.assess.solve.remedies import HoseLength, StopSpacer
from isostat.assess.travel.articulation import lanes
from isostat.assess.travel.damping import as_weighed, damped, light_and_full, revalve
from isostat.assess.travel.findings import DampedAmiss, WrongOrder
from isostat.assess.travel.shocks import ranked_shocks, seat_of, shock_to_order
from isostat.assess.travel.stop_use import spacer_steps, stop_use, strap_for
from isostat.core import rules
from isostat.core.limits import OutOfRange
from isostat.core.travel.events import droop_end, travel_of
from isostat.core.travel.shock_fit import Seat, Shock, asked_shock, fit_shocks
from isostat.core.vehicle.platform import Platform
from isostat.job.demos import demo
from isostat.job.edits.paths import JOB, Path, path_to, put
from isostat.job.files import JobFault
from isostat.job.schema import Job
from isostat.job.tables.shock_list import shipped_shocks, shock_list
from isostat.units.unit import DEFAULT_PRESET
from tests.jobs import hive_on_coils

REAR: Path = path_to(JOB.vehicle.axles[1])


def with_(job: Job, *changes: tuple[Path, object]) -> Job:
    for path, value in changes:
        job = put(job, path, value)
    return job


def wrong(job: Job, what: str) -> list[WrongOrder]:
    return [j for j in judge(assess(job)) if isinstance(j, WrongOrder) and j.what == what]


@pytest.mark.parametrize(
    ("field", "gap", "what", "sign", "margin"),
    [
        ("arch_gap_m", 0.30, "tyre touches, straight", 1, 0.012),
        ("hose_slack_m", 0.30, "hose taut", -1, 0.010),
        ("wire_slack_m", 0.30, "wire taut", -1, 0.010),
        ("joint_left_m", 0.30, "joint at its limit", -1, 0.0),
    ],
)
def test_a_limit_is_met_where_it_was_read_and_judged_with_its_margin(
    field: str, gap: float, what: str, sign: int, margin: float
) -> None:
    """The reading moves the event by as much; at the margin it turns from nothing to a watch, past the end to a fault."""
    job = with_(hive_on_coils(), *((((*REAR, side, field)), gap) for side in ("left", "right")))
    a = assess(job)
    event = next(e for e in a.proposed.events[1][0] if e.name == what)
    smaller = a.fits[1].tyre_radius_m.value - a.axles[1].tyre_radius_m.value if sign > 0 else 0.0
    assert event.travel_m == pytest.approx(sign * gap - smaller) and not wrong(job, what)
    views = [lanes(a, 1, 0, one_up=one_up) for one_up in (False, True)]
    ends = [travel_of(e, "stop flat") if sign > 0 else droop_end(e).travel_m for e in views]
    furthest = max(ends) if sign > 0 else min(ends)  # crossed goes further than together
    for more, grade in ((margin + 0.002, None), (margin / 2, Grade.WATCH), (-0.004, Grade.FAULT)):
        at = sign * furthest + more + smaller
        said = wrong(with_(job, *((((*REAR, side, field)), round(at, 4)) for side in ("left", "right"))), what)
        left = [j for j in said if j.place.side == 0]
        if grade is None or (margin == 0.0 and more == 0.0):
            assert not left or left[0].short_m < 0.003
        else:
            assert [j.grade for j in left] == [grade] and left[0].crossed, (more, said)


def test_margins_are_the_jobs_own_and_a_longer_hose_cures_a_short_one() -> None:
    job = with_(hive_on_coils(), *((((*REAR, side, "hose_slack_m")), 0.185) for side in ("left", "right")))
    said = wrong(job, "hose taut")
    assert said and said[0].margin_m == pytest.approx(0.010)
    wide = put(job, path_to(JOB.margins.hose_m), 0.04)
    assert wrong(wide, "hose taut")[0].margin_m == pytest.approx(0.04)
    a = assess(wide)
    fixes = [f for f in judge_fixes(a, judge(a)) if isinstance(f.judgement, WrongOrder) and f.judgement.what == "hose taut"]
    assert {type(f.remedy) for f in fixes} >= {HoseLength}
    longer = next(f for f in fixes if isinstance(f.remedy, HoseLength))
    assert not wrong(longer.job, "hose taut")


def test_a_strap_stops_the_axle_before_the_shock_and_carries_the_hanging_wheel() -> None:
    job = with_(hive_on_coils(), ((*REAR, "strap_mounts_m"), 0.42))
    a = assess(job)
    hangs = droop_end(a.proposed.events[1][0])
    assert hangs.name == "shock topped"
    length = strap_for(a, 1)
    assert length is not None
    strapped = put(job, path_to(JOB.proposal.axles[1].strap_m), round(length - 0.02, 3))
    b = assess(strapped)
    end = droop_end(b.proposed.events[1][0])
    assert end.name == "strap taut" and end.travel_m == pytest.approx(-(round(length - 0.02, 3) - 0.42), abs=1e-9)
    assert (b.proposed.droop_left_m[1] < a.proposed.droop_left_m[1]).all()
    assert b.proposed.hub_to_arch_m == pytest.approx(a.proposed.hub_to_arch_m, abs=1e-6), "a slack strap moves nothing"
    tight = assess(put(job, path_to(JOB.proposal.axles[1].strap_m), 0.36))  # taut above where it would ride empty
    assert (tight.proposed.droop_left_m[1] < 0.004).any() and (
        tight.proposed.hub_to_arch_m[1] < a.proposed.hub_to_arch_m[1] - 0.005
    ).any()
    shorter = strap_for(assess(with_(job, ((*REAR, "left", "hose_slack_m"), 0.10), ((*REAR, "right", "hose_slack_m"), 0.30))), 1)
    assert shorter is not None and shorter < length, "the nearer hose decides"


def test_each_step_of_spacer_buys_clearance_and_costs_bump() -> None:
    """The step says what the job with that spacer says. A tyre 1 in larger in radius wants 1 in of stop more: of the extension that
    a 35 in tyre needs, a 33 in one needs about half (common practice, no source)."""
    job = with_(hive_on_coils(), *((((*REAR, side, "arch_gap_m")), 0.16) for side in ("left", "right")))
    steps = spacer_steps(assess(job), 1)
    for step in steps:
        b = assess(put(job, path_to(JOB.proposal.axles[1].stop.spacer_m), step.spacer_m))
        here = next(s for s in spacer_steps(b, 1) if s.spacer_m == step.spacer_m)
        assert [c.clear_m for c in step.clear] == pytest.approx([c.clear_m for c in here.clear])
        assert step.free_bump_m == pytest.approx(here.free_bump_m, abs=2e-4) and step.bump_m == pytest.approx(here.bump_m, abs=2e-4)
    for less, more in pairwise(steps):
        assert more.clear[-1].clear_m > less.clear[-1].clear_m and more.bump_m < less.bump_m
    small, large = (assess(put(job, path_to(JOB.proposal.axles[1].tyre_radius_m), inches * 0.0254 / 2)) for inches in (33, 35))
    lost = spacer_steps(small, 1)[0].clear[-1].clear_m - spacer_steps(large, 1)[0].clear[-1].clear_m
    assert lost == pytest.approx(0.0254, abs=1e-9)
    use = stop_use(assess(job), 1, 0, assess(job).target_case)
    assert use is not None and use.share == pytest.approx(1.0) and 2.0 < use.times < 8.0
    rubs = with_(job, ((*REAR, "left", "arch_gap_m"), 0.09))
    use = stop_use(assess(rubs), 1, 0, assess(job).target_case)
    assert use is not None and use.end.name.startswith("tyre") and 0.0 <= use.share < 1.0


def test_a_spacer_that_puts_the_heaviest_load_on_its_stop_is_never_the_filled_button() -> None:
    job = with_(hive_on_coils(), *((((*REAR, side, "arch_gap_m")), 0.065) for side in ("left", "right")))
    a = assess(job)
    fixes = [f for f in judge_fixes(a, judge(a)) if isinstance(f.remedy, StopSpacer) and f.judgement.place.axle == 1]
    assert fixes
    for fix in fixes:
        after = assess(fix.remedy.on(job))
        full = light_and_full(after)[1]
        gap = min(travel_of(after.proposed.events[1][s], "stop touched") - after.proposed.rest.travel_m[1, s, full] for s in (0, 1))
        assert fix.worsens or gap >= rules.FREE_BUMP


def test_shocks_are_ranked_by_the_split_and_the_wanted_one_is_among_what_fits() -> None:
    """A 250 mm shock with 99 mm showing leaves 151 of droop, 40/60 (common practice, no source); a lift of 3 to 4 in wants a shock
    that much longer for the same droop (common practice, no source)."""
    seat = Seat(eye_m=0.40 + 0.099, ratio=1.0, target_m=0.0, flat_m=0.085)
    (fit,) = fit_shocks((Shock("ten inch", 0.65, 0.40),), seat, 0.6, 0.010)
    assert fit.droop_m == pytest.approx(0.151) and fit.share == pytest.approx(0.64, abs=0.005) and fit.fits
    lifted = Seat(eye_m=0.499, ratio=1.0, target_m=-0.0889, flat_m=0.0)
    low = Seat(eye_m=0.499, ratio=1.0, target_m=0.0, flat_m=0.0889)
    assert asked_shock(lifted, 0.5, 0.01)[0] - asked_shock(low, 0.5, 0.01)[0] == pytest.approx(0.0889)
    a = assess(demo("hive-hauler"))
    shocks = shipped_shocks()
    for axle in (0, 1):
        ranked, seat = ranked_shocks(a, axle, shocks), seat_of(a, axle)
        assert seat is not None and len(ranked) == len(shocks)
        fits = [f.fits for f in ranked]
        assert fits == sorted(fits, reverse=True) and any(fits) and not all(fits)
        best = [abs(f.misses) for f in ranked if f.fits]
        assert best == sorted(best)
        asked = shock_to_order(a, axle)
        assert asked is not None
        own = fit_shocks((Shock("asked", *asked),), seat, 0.40, 0.010)[0]
        assert own.fits and own.share == pytest.approx(0.40) and own.over_m == pytest.approx(0.010)
    assert seat_of(assess(hive_on_coils()), 0) is None or hive_on_coils().vehicle.axles[0].shock_long_m is not None
    with pytest.raises(JobFault, match="Shock “flat”: 300 mm extended is too short"):
        put(a.job, path_to(JOB.shocks), [{"name": "flat", "extended_m": 0.3, "collapsed_m": 0.31}])
    with pytest.raises(OutOfRange, match="shock stroke"):
        Shock("no stroke", 0.3, 0.31)


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("name,extended,collapsed\n", "0 shocks"),
        ("a,500,300\nb,300,310\n", "Line 2"),
        ("a,500,300\na,520,310\n", "Line 2"),
        ("a,500,300\nb,soft,310\n", "Enter name, extended length, collapsed length"),
        ("a,20 in,12 in\nb,500\n", "Line 2"),
    ],
)
def test_a_list_of_shocks_is_read_or_refused_by_its_line(text: str, words: str) -> None:
    with pytest.raises(JobFault, match=words):
        shock_list(text, "list.csv", DEFAULT_PRESET)
    (row,) = shock_list("name,extended,collapsed\nx,20 in,300 mm\n", "list.csv", DEFAULT_PRESET)
    assert (row.extended_m.value, row.collapsed_m.value) == pytest.approx((0.508, 0.3))


def test_damping_is_said_by_a_tested_damper_and_a_revalve_brings_back_the_old_feel() -> None:
    a = assess(demo("hive-hauler"))
    light, full = light_and_full(a)
    for axle in (0, 1):
        lighter, fuller, was = damped(a, axle, light), damped(a, axle, full), damped(a, axle, a.job.weighed_case, found=True)
        asked, still = revalve(a, axle), as_weighed(a, axle)
        assert was and still and still.ratio == pytest.approx(was.ratio, rel=2e-3), "as weighed, solved or not"
        assert lighter and fuller and was and asked
        assert lighter.ratio > fuller.ratio and fuller.body[0].ratio < fuller.ratio < fuller.body[1].ratio
        ratio = a.axles[axle].shock_ratio.value
        assert fuller.at_wheel[1] == pytest.approx(a.fits[axle].damper.coefficients()[1] * ratio**2)
        rows = [{"speed_m_s": rules.RIDE_SPEED, "bump_n": asked.bump_n, "rebound_n": asked.rebound_n}]
        b = assess(put(a.job, path_to(JOB.proposal.axles[axle].damper), rows))
        now = damped(b, axle, b.target_case)
        assert now is not None and now.ratio == pytest.approx(was.ratio, abs=1e-4)
    assert [j.place.axle for j in judge(a) if isinstance(j, DampedAmiss)] == [1]
    stronger = put(a.job, path_to(JOB.proposal.axles[1].damping), 4.0)
    (harsh,) = (j for j in judge(assess(stronger)) if isinstance(j, DampedAmiss))
    assert harsh.ratio > harsh.high and harsh.severity == pytest.approx(harsh.ratio - harsh.high)
    assert damped(assess(hive_on_coils()), 0, 0) is None and revalve(assess(hive_on_coils()), 0) is None


@pytest.mark.parametrize(("over", "said"), [(0.004, []), (0.006, [1])])
def test_a_damping_ratio_that_reads_as_usual_is_not_called_amiss(
    monkeypatch: pytest.MonkeyPatch, over: float, said: list[int]
) -> None:
    a = assess(demo("hive-hauler"))
    swing = damped(a, 1, light_and_full(a)[1])
    assert swing is not None
    monkeypatch.setattr(rules, "BODY_DAMPING", (round(swing.ratio, 2) + over - 0.005 + 1e-9, 0.9))
    assert [j.place.axle for j in judge(a) if isinstance(j, DampedAmiss) and j.place.axle == 1] == said


def test_the_cycle_sheet_outranks_a_gap_also_for_hose_and_strap() -> None:
    job = with_(hive_on_coils(), ((*REAR, "left", "hose_slack_m"), 0.2), ((*REAR, "left", "hub_to_arch_m"), 0.475))
    rows = [{"event": "hose taut", "hub_to_arch_m": 0.640}, {"event": "strap taut", "hub_to_arch_m": 0.600}]
    job = put(job, (*REAR, "left", "cycle"), rows)
    job = put(
        put(job, (*REAR, "right", "cycle"), [{"event": "strap taut", "hub_to_arch_m": 0.606}]),
        path_to(JOB.as_found.axles[1].strap_m),
        0.4,
    )
    a = assess(job)
    events = a.proposed.events[1][0]
    assert travel_of(events, "hose taut") == pytest.approx(0.475 - 0.640) and travel_of(events, "strap taut") == pytest.approx(
        -0.125
    )
    b = assess(put(job, path_to(JOB.proposal.axles[1].strap_m), 0.38))
    assert travel_of(b.proposed.events[1][0], "strap taut") == pytest.approx(-0.105)
    assert np.isfinite(b.proposed.hub_to_arch_m).all()


def test_a_hose_in_the_middle_moves_with_both_wheels_and_moved_mounts_give_droop_back() -> None:
    job = with_(hive_on_coils(), *((((*REAR, side, "hose_slack_m")), 0.16) for side in ("left", "right")))
    middle = put(job, (*REAR, "hose_place"), 0.05)
    a, b = assess(job), assess(middle)
    assert (
        travel_of(a.proposed.events[1][0], "hose taut") == travel_of(b.proposed.events[1][0], "hose taut") == pytest.approx(-0.16)
    )
    at_wheel, amid = (travel_of(lanes(x, 1, 0, one_up=True), "hose taut") for x in (a, b))
    assert at_wheel == pytest.approx(-0.16) and amid < -0.25, "the wheel that is up gives the hose its slack back"
    assert wrong(job, "hose taut") and not wrong(middle, "hose taut")
    halved = assess(with_(job, ((*REAR, "hose_ratio"), 0.5), (path_to(JOB.proposal.axles[1].hose_longer_m), 0.01)))
    assert travel_of(halved.proposed.events[1][0], "hose taut") == pytest.approx(-(0.16 + 0.01) / 0.5)
    shafted = with_(job, *((((*REAR, side, "joint_left_m")), 0.10) for side in ("left", "right")))
    prop = assess(put(shafted, (*REAR, "joint_place"), 0.0))  # a joint in the middle: by the mean of both wheels
    (joint,) = (e for e in prop.proposed.events[1][0] if e.name == "joint at its limit")
    assert joint.own == 0.5 and joint.beside(0.05).travel_m == pytest.approx(-0.25)
    apart = assess(put(job, path_to(JOB.proposal.axles[1].shock_mounts_m), 0.02))
    ratio = a.axles[1].shock_ratio.value
    for name in ("shock topped", "shock bottomed"):
        moved = travel_of(apart.proposed.events[1][0], name)
        was = travel_of(a.proposed.events[1][0], name)
        assert moved is not None and was is not None and moved - was == pytest.approx(0.02 / ratio)


def test_wheels_further_out_leave_the_parts_where_they_are_and_carry_the_same_moment() -> None:
    job = hive_on_coils()
    a, b = assess(job), assess(put(job, path_to(JOB.proposal.axles[1].wheel_out_m), 0.03))
    was, now = a.proposed.platform, b.proposed.platform
    assert now.half_track_m[1, 0] - was.half_track_m[1, 0] == pytest.approx(0.03) and b.found_fits == a.found_fits

    def apart(platform: Platform, part: int) -> float:
        """How far a part stands from the middle, by what it moves when the beam turns."""
        return float(platform.row[1, part, 0, 0] - platform.row[1, part, 1, 0]) * float(platform.half_track_m[1, 0])

    for part in (0, 2, 4, 6):
        assert apart(now, part) == pytest.approx(apart(was, part))
    for case in range(a.cases):
        moments = []
        for x, platform in ((a, was), (b, now)):
            pads = x.proposed.pad_kg[..., case]
            moments.append((platform.half_track_m[:, case] * (pads[:, 0] - pads[:, 1])).sum())
            assert pads.sum() == pytest.approx(x.loading.whole_kg[case], abs=0.5)
        assert moments[1] == pytest.approx(moments[0], abs=0.6), "kg·m about the middle: statics"
    assert travel_of(lanes(b, 1, 0, one_up=True), "stop flat") > travel_of(lanes(a, 1, 0, one_up=True), "stop flat")


def test_a_coil_may_be_loose_by_what_its_seat_holds() -> None:
    job = hive_on_coils()
    events = assess(job).proposed.events[0][0]
    early = travel_of(events, "coil loose") - droop_end(events).travel_m  # below nothing: it is loose only past the end
    longer = put(job, path_to(JOB.proposal.axles[0].shock_longer_m), 0.03 + max(0.0, -early))
    said = wrong(longer, "coil loose")
    assert said and said[0].grade is Grade.FAULT
    missing = max(j.short_m for j in said)
    seat, ratio = path_to(JOB.vehicle.axles[0].seat_m), assess(job).axles[0].spring_ratio.value
    held = put(longer, seat, round(missing * ratio + 0.005, 3))
    assert not wrong(held, "coil loose") and not wrong(held, "coil off its seat"), "loose, but held"
    shallow = put(longer, seat, 0.004)
    (left, _) = wrong(shallow, "coil off its seat")
    assert left.grade is Grade.FAULT and left.what_m == pytest.approx(said[0].what_m - 0.004 / ratio)
    views = [lanes(assess(shallow), 0, 0, one_up=one_up) for one_up in (False, True)]
    assert all(
        [e.name for e in view].index("coil off its seat") + 1 == [e.name for e in view].index("coil loose") for view in views
    )
