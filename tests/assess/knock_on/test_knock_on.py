"""What the height drags with it: lines by hand from the wheels' travel, cures that cure, what is asked, what is a finding."""

from __future__ import annotations

import math
import re
from functools import cache

import numpy as np
import pytest

from isostat.answers.card import card_page
from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade, Step
from isostat.assess.knock_on.findings import BarAgainstLeaves, DraggedOutside, LinksCannotBe, LinksDoNotClose, ValveToSet
from isostat.assess.knock_on.line import Line, Way, What, outside
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.knock_on.moved import side_path
from isostat.assess.knock_on.sideways import bar_of, link_of
from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.job.demos import demo
from isostat.job.edits.allowed import allow, usual
from isostat.job.edits.paths import JOB, bounds_at, path_to, put, put_number, value_at
from isostat.job.files import JobFault
from isostat.job.linkage_points import LINKAGE_POINTS
from isostat.job.schema import Job
from isostat.wording.knock_on import knock_on_text, say_allowed, say_worst
from isostat.wording.reader import Reader
from isostat.wording.sentences import say

REAR = path_to(JOB.vehicle.axles[1])


def lifted(front_m: float = 0.0, rear_m: float = 0.06, **more: object) -> Job:
    """The glazier's flatbed, its target lifted by so much behind."""
    job = put_number(demo("glaziers-flatbed"), path_to(JOB.target.rear_lift_m), rear_m)
    job = put_number(job, path_to(JOB.target.front_lift_m), front_m)
    for field, value in more.items():
        path = (*REAR, *field.split("__"))
        job = put(job, path, value) if isinstance(value, str | None) else put_number(job, path, value)  # type: ignore[arg-type]
    return job


@cache
def glazier() -> Assessment:
    return assess(lifted())


def line(a: Assessment, what: What, axle: int | None = 1) -> Line:
    return next(one for one in knock_ons(a) if one.what is what and one.axle == axle)


def test_the_axle_goes_sideways_by_the_arc_of_its_bar() -> None:
    a, found = glazier(), line(glazier(), What.SIDEWAYS)
    read = a.job.vehicle.axles[1]
    length, drop = read.track_bar_m.value, read.track_bar_axle_m.value - read.track_bar_frame_m.value  # type: ignore[union-attr]
    for case in range(a.cases):
        left, right = a.proposed.rest.travel_m[1, :, case]
        lean, half = (left - right) / (2 * a.axles[1].half_track_m), a.axles[1].half_track_m
        over, place = read.track_bar_axle_m.value - a.axles[1].hub_m, rules.BAR_END * half  # type: ignore[union-attr]
        now = drop + (left + right) / 2 + place * math.sin(lean) + over * (math.cos(lean) - 1)
        arc = math.sqrt(length**2 - now**2) - math.sqrt(length**2 - drop**2)  # frame end on the right: lifted it goes right
        assert found.now[case] == pytest.approx(arc - place * (math.cos(lean) - 1) + over * math.sin(lean), abs=1e-9)
    assert found.now[a.target_case] < -0.005 and found.severity > 0.0
    mirrored = assess(lifted(track_bar_side="left"))
    assert line(mirrored, What.SIDEWAYS).now[a.target_case] > 0.005


def test_what_recentres_it_does_so_in_the_target_case_and_says_what_is_left() -> None:
    a, found = glazier(), line(glazier(), What.SIDEWAYS)
    assert {cure.way for cure in found.cures} == {Way.LONGER_BAR, Way.BRACKET, Way.HOLE}
    for cure in found.cures:
        assert cure.leaves[a.target_case] == pytest.approx(0.0, abs=1e-4), cure.way
    longer = next(cure.by for cure in found.cures if cure.way is Way.LONGER_BAR)
    other = assess(lifted(track_bar_m=a.job.vehicle.axles[1].track_bar_m.value + longer))  # type: ignore[union-attr]
    assert abs(line(other, What.SIDEWAYS).now[a.target_case]) == pytest.approx(abs(found.now[a.target_case]), rel=0.05), "read anew"


def test_leaves_hold_the_axle_so_a_bar_there_is_a_finding_and_no_shift() -> None:
    job = put_number(demo("hive-hauler"), (*REAR, "track_bar_m"), 0.87)
    a = assess(job)
    assert not [one for one in knock_ons(a) if one.what is What.SIDEWAYS]
    assert [j.place.axle for j in judge(a) if isinstance(j, BarAgainstLeaves)] == [1]


def test_pinion_and_caster_turn_one_for_one_against_the_ground() -> None:
    job = put(lifted(links__caster_rad=0.09), (*REAR, "steered"), True)
    a = assess(job)
    pinion, caster = line(a, What.PINION), line(a, What.CASTER)
    assert caster.now - caster.before == pytest.approx(pinion.now - pinion.before)
    path, missing = side_path(a, 1)
    assert path is not None and not missing
    _, turned = path.at(a.proposed.rest.travel_m[1].mean(axis=0))
    assert pinion.now == pytest.approx(0.04 - turned - a.proposed.rest.pose[1])
    ways = {cure.way: cure for cure in caster.cures}
    assert set(ways) == {Way.UPPER_LINK, Way.BUSHES, Way.LOWER_LINKS}
    assert ways[Way.BUSHES].leaves[a.target_case] == pytest.approx(caster.before)
    assert ways[Way.UPPER_LINK].leaves[a.target_case] == pytest.approx(caster.before, abs=1e-7), "by its length"
    pitch = float(a.proposed.rest.pose[1, a.target_case])
    assert ways[Way.LOWER_LINKS].leaves[a.target_case] == pytest.approx(caster.before - pitch, abs=1e-6), (
        "all as it was, but the body"
    )


def test_one_arm_turns_the_axle_as_it_swings() -> None:
    arm = {"links__by": "one arm", "links__lower_m": 0.8, "links__lower_slope_rad": 0.0}
    a = assess(lifted(rear_m=0.075, **arm))
    u = float(a.proposed.rest.travel_m[1, :, a.target_case].mean())
    pinion = line(a, What.PINION)
    turned = -math.asin(-u / 0.8)
    by_pitch = float(a.proposed.rest.pose[1, a.target_case])
    assert pinion.now[a.target_case] == pytest.approx(0.04 - turned - by_pitch, abs=1e-9)


def test_shaft_joints_slip_and_the_wedge_that_makes_both_alike() -> None:
    a = assess(lifted(rear_m=0.09, shaft__box_rad=0.0, pinion_rad=0.0))
    front, rear, ripple = (line(a, what) for what in (What.FRONT_JOINT, What.REAR_JOINT, What.RIPPLE))
    assert ripple.now == pytest.approx(np.sqrt(np.abs(front.now**2 - rear.now**2)), abs=1e-9)
    steep = assess(lifted(rear_m=0.09, shaft__box_rad=0.0, pinion_rad=-0.08))
    found = line(steep, What.RIPPLE)
    (wedge,) = found.cures
    assert found.now[steep.target_case] > rules.JOINTS_LEAVE and wedge.leaves[steep.target_case] < math.radians(0.5)
    turned = assess(lifted(rear_m=0.09, shaft__box_rad=0.0, pinion_rad=-0.08 + wedge.by))
    assert line(turned, What.RIPPLE).now == pytest.approx(wedge.leaves, abs=2e-3), "as the pinion would have been read"
    short = assess(lifted(shaft__out_m=0.001))
    slip = next(j for j in judge(short) if isinstance(j, DraggedOutside) and j.what is What.SLIP_OUT)
    assert slip.now < rules.SLIP_LEFT and slip.step is Step.KNOCK_ON


def test_the_brake_valve_is_a_fault_until_its_rod_is_set() -> None:
    a = assess(demo("hive-hauler"))
    rise = -a.proposed.rest.travel_m[1].mean(axis=0)
    found = line(a, What.VALVE)
    assert found.now == pytest.approx(0.186 + rise) and found.cures[0].by == pytest.approx(rise[a.target_case])
    (fault,) = [j for j in judge(a) if isinstance(j, ValveToSet)]
    assert fault.grade is Grade.FAULT and fault.by_m == pytest.approx(rise[a.target_case])
    assert "brakes this axle too little" in say(fault, Reader(a.job)).body
    low = put_number(lifted(front_m=-0.02, rear_m=-0.03), path_to(JOB.vehicle.brake_rod_m), 0.186)
    lowered = [j for j in judge(assess(low)) if isinstance(j, ValveToSet)]
    assert lowered and lowered[0].by_m < 0.0 and "may lock" in say(lowered[0], Reader(low)).body
    assert not [j for j in judge(assess(put(a.job, path_to(JOB.vehicle.brake_rod_m), None))) if isinstance(j, ValveToSet)]


def test_the_gap_of_the_brake_valve_closes_as_the_body_rises_and_its_rod_opens_it() -> None:
    job = put_number(demo("hive-hauler"), path_to(JOB.vehicle.brake_gap_m), 0.012)
    a = assess(put_number(job, path_to(JOB.vehicle.brake_gap_ratio), 0.3))
    rise, case = -a.proposed.rest.travel_m[1].mean(axis=0), a.target_case
    rod, gap = line(a, What.VALVE), line(a, What.VALVE_GAP)
    assert gap.now == pytest.approx(0.012 - 0.3 * rise) and not gap.guessed
    assert gap.cures[0].by == rod.cures[0].by, "one rod sets both"
    assert gap.cures[0].leaves[case] == pytest.approx(0.012), "the maker's figure again"
    assert (gap.high or 0.0) - 0.012 == pytest.approx(0.3 * rules.VALVE_ROD), "as sharp as the rod"
    assert line(assess(job), What.VALVE_GAP).guessed, "no ratio read: at the rod's end"
    assert len([j for j in judge(a) if isinstance(j, ValveToSet)]) == 1
    alone = assess(put(job, path_to(JOB.vehicle.brake_rod_m), None))
    (fault,) = [j for j in judge(alone) if isinstance(j, ValveToSet)]
    assert fault.by_m == pytest.approx(rise[case])


@pytest.mark.parametrize(("radius", "grade"), [(0.40, Grade.FAULT), (0.36, None), (0.31, Grade.FAULT)])
def test_the_speedometer_must_not_read_slow(radius: float, grade: Grade | None) -> None:
    """UN Regulation 39 (from memory): shown at least true, and at most 10 % and 4 km/h more at 100."""
    job = put_number(demo("glaziers-flatbed"), path_to(JOB.proposal.axles[1].tyre_radius_m), radius)
    a = assess(job)
    share = line(a, What.SPEEDOMETER, None).now[0]
    assert share == pytest.approx(radius / 0.37 - 1.0, rel=0.05)
    found = [j for j in judge(a) if isinstance(j, DraggedOutside) and j.what is What.SPEEDOMETER]
    assert [j.grade for j in found] == ([] if grade is None else [grade])
    for j in found:
        body = say(j, Reader(job)).body
        shown = [float(speed) for speed in re.findall(r"At a true 50 it shows (\d+), at 100 (\d+)\.", body)[0]]
        assert shown == pytest.approx([50 * 0.37 / radius, 100 * 0.37 / radius], abs=1.5)
        assert ("taller" in body and "too little" in body) if radius > 0.37 else ("shorter" in body and "too little" not in body)


def test_what_was_not_read_is_asked_for_and_claims_nothing() -> None:
    a = assess(put(lifted(), (*REAR, "track_bar_frame_m"), None))
    asks = line(a, What.SIDEWAYS)
    assert asks.asks == ((*REAR, "track_bar_frame_m"),) and np.isnan(asks.now).all() and not asks.outside.any()
    bare = assess(demo("survey-buggy"))
    found = {one.what: one.asks for one in knock_ons(bare)}
    hoses = tuple((*REAR, side, "hose_slack_m") for side in ("left", "right"))
    assert found == {
        What.LAMPS: (path_to(JOB.vehicle.headlamp_m),),
        What.TIPS_AT: (),
        What.HOSE: hoses,
        What.CAMBER: ((*REAR, "arms", "by"),),
    }
    assert "Camber, top out, rear: Needs alignment. For a figure, read arms." in knock_on_text(
        bare, knock_ons(bare), Reader(bare.job)
    )
    assert not [j for j in judge(bare) if j.step is Step.KNOCK_ON]
    assert "Needs headlamp height." in knock_on_text(bare, knock_ons(bare), Reader(bare.job))


def test_readings_that_cannot_be_are_said() -> None:
    crossed = assess(lifted(links__upper_over_hub_m=-0.2))
    (said,) = [j for j in judge(crossed) if isinstance(j, LinksCannotBe)]
    assert "upper link above the lower one" in say(said, Reader(crossed.job)).body.lower()
    steep = assess(lifted(track_bar_axle_m=1.4))
    assert [j.place.axle for j in judge(steep) if isinstance(j, LinksCannotBe)] == [1]
    tiny = {"links__lower_m": 0.12, "links__upper_m": 0.12, "links__lower_slope_rad": 1.2, "links__upper_slope_rad": 1.2}
    short = assess(lifted(rear_m=0.09, **tiny))
    assert [type(j) for j in judge(short) if j.step is Step.KNOCK_ON and j.grade is Grade.FAULT][:1] == [LinksDoNotClose]


def test_worst_first_and_outside_by_hand() -> None:
    lines = knock_ons(glazier())
    severities = [one.severity for one in lines]
    assert severities == sorted(severities, reverse=True) and severities[0] > 0.0 > severities[-1]
    assert outside(np.array([-2.0, 0.0, 3.0, np.nan]), -1.0, 1.0).tolist() == [-1.0, 0.0, 2.0, 0.0]
    assert outside(np.array([5.0]), None, None).tolist() == [0.0]
    reader = Reader(glazier().job)
    aside = line(glazier(), What.SIDEWAYS)
    assert say_allowed(aside, reader) == "6 mm either way" and "mm right, " in say_worst(glazier(), aside, reader)


def steered(**link: object) -> Assessment:
    """The glazier's rear axle, were it steered by a drag link."""
    given = {"length_m": 0.9, "box_height_m": 0.52, "axle_height_m": 0.40} | link
    return assess(lifted(rear_m=0.06, **{f"drag_link__{name}": value for name, value in given.items()}))


def test_a_drag_link_that_does_not_go_along_turns_the_wheels() -> None:
    a = steered()
    off, steer = line(a, What.OFF_CENTRE), line(a, What.BUMP_STEER)
    bar, link = bar_of(a, 1), link_of(a, 1)
    assert bar is not None and link is not None
    u = a.proposed.rest.travel_m[1]
    assert off.now == pytest.approx(link.shift_m(u) - bar.shift_m(u))
    step = 1e-4
    slope = (link.shift_m(u + step) - bar.shift_m(u + step) - off.now) / step
    assert steer.now == pytest.approx(0.01 * slope, rel=0.2, abs=3e-5), "per 10 mm"
    assert off.cures[0].leaves[a.target_case] == pytest.approx(0.0, abs=1e-9)
    lowered = steer.cures[0]
    assert abs(lowered.leaves[a.target_case]) < abs(steer.now[a.target_case]) / 5
    longer = steered(length_m=0.9 + off.cures[0].by)
    moved = link_of(longer, 1)
    assert moved is not None and moved.length_m == pytest.approx(link.length_m + off.cures[0].by)


def test_the_steering_wheel_goes_by_arm_and_ratio() -> None:
    """δ/a_s × ratio: 7.5 mm at a knuckle arm of 150 mm are 2.9°, and at a box of 20 to 1 57° (worked by hand)."""
    off, wheel = (line(steered(knuckle_arm_m=0.15, steering_ratio=20.0), what) for what in (What.OFF_CENTRE, What.STEERING_WHEEL))
    assert np.degrees(wheel.now) == pytest.approx(np.abs(off.now) * 1000 / 7.5 * 57.296, rel=1e-4)
    assert (wheel.outside != 0.0).tolist() == (off.outside != 0.0).tolist() and wheel.high is not None
    assert [cure.by for cure in wheel.cures] == [cure.by for cure in off.cures]
    assert not [one for one in knock_ons(steered(knuckle_arm_m=0.15)) if one.what is What.STEERING_WHEEL], "only where read"


def test_link_and_bar_that_are_parallel_and_as_long_steer_nothing() -> None:
    a = steered(length_m=0.88, box_height_m=0.47, axle_height_m=0.385, box_side="right")
    assert line(a, What.OFF_CENTRE).now == pytest.approx(0.0, abs=1e-12) and line(a, What.BUMP_STEER).now == pytest.approx(
        0.0, abs=1e-12
    )
    asks = line(steered(box_height_m=None), What.OFF_CENTRE)
    assert asks.asks == ((*REAR, "drag_link", "box_height_m"),)


def test_what_is_allowed_is_the_jobs_own_where_it_says_so() -> None:
    aside = line(glazier(), What.SIDEWAYS)
    wide = allow(lifted(), aside.what.value, 1, -0.2, 0.2)
    own = line(assess(wide), What.SIDEWAYS)
    assert (own.low, own.high, own.whose) == (-0.2, 0.2, "this job") and own.severity < 0.0 < aside.severity
    assert not [j for j in judge(assess(wide)) if isinstance(j, DraggedOutside) and j.what is What.SIDEWAYS]
    again = allow(wide, aside.what.value, 1, -0.1, None)
    assert [(one.low, one.high) for one in again.allowed] == [(-0.1, None)] and usual(again, aside.what.value, 1) == lifted()
    with pytest.raises(JobFault, match="is above the most"):
        allow(lifted(), aside.what.value, 1, 0.2, 0.1)
    with pytest.raises(JobFault, match="too large"):
        allow(lifted(), aside.what.value, 1, None, 40.0)  # m


def test_a_bar_that_cannot_be_is_a_finding_and_its_card_is_still_there() -> None:
    """Squareness rests on the bar too, and is only worked out when the card asks for it."""
    job, base = demo("kite-winch-buggy"), path_to(JOB.vehicle.axles[1])
    job = put_number(put_number(job, (*base, "track_bar_m"), 0.3), (*base, "track_bar_frame_m"), 0.9)
    a = assess(job)
    (found,) = [j for j in judge(a) if isinstance(j, LinksCannotBe)]
    assert "height between the ends of the Panhard bar" in found.refused.place
    assert line(a, What.TRUE_AHEAD).cures == () and card_page(a, Reader(job)).sections


OF_ONE_READING = {
    "Panhard bar length", "link length", "link angle", "shaft length", "shaft angle", "front shaft length", "front shaft angle",
    "lower arm length", "upper arm length", "half-shaft length", "tie rod length", "steering arm", "drag link length",
}  # fmt: skip


@pytest.mark.parametrize("name", ["kite-winch-buggy", "puppet-van", "glaziers-flatbed"])
def test_what_a_field_takes_no_link_refuses_by_itself(name: str) -> None:
    """A length that can be typed may contradict others; its own range is one and the same wherever it is checked."""
    job, late = demo(name), []
    for axle in range(len(job.vehicle.axles)):
        base = path_to(JOB.vehicle.axles[axle])
        paths = [(*base, place, point.field) for place, points in LINKAGE_POINTS.items() for point in points if place != "square"]
        for path in [*paths, (*base, "track_bar_m")]:
            if value_at(job, path) is None:
                continue
            bounds = bounds_at(job, path)
            for end in (bounds.low, bounds.high):
                found = [j for j in judge(assess(put_number(job, path, end))) if isinstance(j, LinksCannotBe)]
                late += [(path[2:], end, j.refused.place) for j in found if j.refused.place in OF_ONE_READING]
    assert not late
