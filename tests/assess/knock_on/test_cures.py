"""Cures on the long-link buggy: each tried on every line, what it leaves, what it worsens, and in half turns of its thread."""

from __future__ import annotations

import math
from functools import cache

import numpy as np
import pytest

from isostat.answers.knock_on import knock_on_plain
from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade
from isostat.assess.knock_on.findings import DraggedOutside, TapeDoubted
from isostat.assess.knock_on.line import Cure, Line, Way, What
from isostat.assess.knock_on.lines import CHANGED, knock_ons, worsened
from isostat.assess.knock_on.links import axle_turned
from isostat.assess.knock_on.shaft import shaft_speed
from isostat.assess.knock_on.square import rods_of, square_of
from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.landmarks import landmarks
from isostat.core import rules
from isostat.core.parts.event import Event
from isostat.job.demos import demo
from isostat.job.edits.paths import JOB, path_to, put, put_number
from isostat.job.schema import Job
from isostat.wording.knock_on import knock_on_text, say_asks, say_cure, say_fits, say_worsens
from isostat.wording.reader import Reader
from isostat.wording.sentences import say

FRONT, REAR = path_to(JOB.vehicle.axles[0]), path_to(JOB.vehicle.axles[1])


def buggy(lift_m: float = 0.04, **more: object) -> Job:
    """The long-link buggy; readings of its rear axle, or with `front__` of its front one."""
    job = put_number(demo("kite-winch-buggy"), path_to(JOB.target.front_lift_m), lift_m)
    job = put_number(job, path_to(JOB.target.rear_lift_m), lift_m)
    for field, value in more.items():
        names = tuple(field.split("__"))
        path = (*FRONT, *names[1:]) if names[0] == "front" else (*REAR, *names)
        job = put(job, path, value) if isinstance(value, str | None) else put_number(job, path, value)  # type: ignore[arg-type]
    return job


@cache
def lifted() -> Assessment:
    return assess(buggy())


def line(a: Assessment, what: What, axle: int | None = 1) -> Line:
    return next(one for one in knock_ons(a) if one.what is what and one.axle == axle)


def cure_of(of: Line, way: Way) -> Cure:
    return next(cure for cure in of.cures if cure.way is way)


def test_every_cure_leaves_what_its_line_would_then_say() -> None:
    """What a cure promises is what comes of putting its change through every line again, in every case."""
    a, tried = lifted(), 0
    for found in knock_ons(a):
        for cure in found.cures:
            if cure.change is None:
                continue
            again = [one for kind in CHANGED for one in kind(a, cure.change) if (one.what, one.axle) == (found.what, found.axle)]
            assert again[0].now == pytest.approx(cure.leaves, abs=1e-9), (found.what, cure.way)
            tried += 1
    assert tried >= 25


def test_a_cure_that_worsens_another_thing_says_so() -> None:
    a, reader = lifted(), Reader(lifted().job)
    caster = line(a, What.CASTER, 0)
    upper = cure_of(caster, Way.UPPER_LINK)
    worse = {one.what for one in worsened(a, caster, upper)}
    assert What.REAR_JOINT in worse and What.CASTER not in worse, "caster and pinion turn against each other on a front axle"
    assert "Worsens: " in say_worsens(a, caster, upper, reader) and "Shaft joint, axle end" in say_worsens(a, caster, upper, reader)
    sideways = line(a, What.SIDEWAYS, 1)
    assert worsened(a, sideways, cure_of(sideways, Way.BRACKET)) == () and say_worsens(a, sideways, sideways.cures[0], reader) == ""
    plain = {(one["what"], one["axle"]): one for one in knock_on_plain(a, knock_ons(a))["lines"]}
    told = next(cure for cure in plain[("caster", "Front")]["cures"] if cure["way"] == "longer upper link")
    assert {one["what"] for one in told["worsens"]} == {one.value for one in worse}
    assert "Worsens:" in knock_on_text(a, knock_ons(a), reader)


def test_ways_of_the_trade_are_all_shown_with_when_each_fits() -> None:
    caster, sideways, steer = (line(lifted(), what, 0) for what in (What.CASTER, What.SIDEWAYS, What.BUMP_STEER))
    assert {cure.way for cure in caster.cures} == {Way.LOWER_LINKS, Way.BUSHES, Way.UPPER_LINK}
    assert {cure.way for cure in sideways.cures} == {Way.BRACKET, Way.HOLE, Way.LONGER_BAR}
    assert {cure.way for cure in steer.cures} == {Way.PITMAN}
    assert all(len(say_fits(cure)) > 30 for one in (caster, sideways, steer) for cure in one.cures)


def test_lengths_come_in_half_turns_of_a_known_thread() -> None:
    a, lead = lifted(), 0.0254 / 18
    upper = cure_of(line(a, What.CASTER, 0), Way.UPPER_LINK)
    assert upper.half_turns is not None and upper.by == pytest.approx(upper.half_turns * lead / 2)
    longer = say_cure(line(a, What.CASTER, 0), upper, Reader(a.job))
    assert longer.endswith(f"({abs(upper.half_turns)} half turns)")
    exact = assess(buggy(front__links__lead_m=None))
    free = cure_of(line(exact, What.CASTER, 0), Way.UPPER_LINK)
    assert free.half_turns is None and abs(free.by - upper.by) <= lead / 4 + 1e-9
    assert free.leaves[a.target_case] == pytest.approx(line(exact, What.CASTER, 0).before, abs=1e-6)
    assert abs(upper.leaves[a.target_case] - free.leaves[a.target_case]) < math.radians(0.3)


def test_caster_and_pinion_of_a_front_axle_turn_against_each_other() -> None:
    """The pinion points rearward to its shaft: what gives caster back takes the pinion down by as much."""
    a = lifted()
    caster, pinion = line(a, What.CASTER, 0), line(a, What.PINION, 0)
    assert caster.now - caster.before == pytest.approx(-(pinion.now - pinion.before))
    assert "pinion down" in say_cure(caster, cure_of(caster, Way.BUSHES), Reader(a.job))
    mirrored = assess(buggy(front__links__frame="ahead"))
    turned, other = axle_turned(a, 0), axle_turned(mirrored, 0)
    assert turned is not None and other is not None
    assert turned[0] == pytest.approx(-other[0]) and turned[1] == pytest.approx(-other[1]), "links ahead or behind: mirrored"


def test_a_shaft_of_two_pieces_a_double_cardan_and_the_limits_of_its_speed() -> None:
    a = lifted()
    carrier = line(a, What.CARRIER_JOINT)
    assert carrier.before == pytest.approx(0.03) and line(a, What.FRONT_JOINT).now == pytest.approx(0.02), (
        "box and front piece stay"
    )
    single, double = (line(a, What.FRONT_JOINT, axle).high for axle in (1, 0))
    assert double == pytest.approx(2 * (single or 0.0), rel=1e-3), "twice, of a double cardan"
    assert line(a, What.REAR_JOINT, 0).high == pytest.approx(math.radians(1)) and line(a, What.REAR_JOINT, 0).low is None
    assert line(a, What.RIPPLE, 0).now == pytest.approx(line(a, What.REAR_JOINT, 0).now), "its halves cancel"
    speed = shaft_speed(a, 1)
    assert speed == pytest.approx(100 / 3.6 / 0.435 * 4.1, rel=0.03) and line(a, What.RIPPLE).high == pytest.approx(20 / speed)  # type: ignore[operator]
    slow = assess(buggy(shaft__final_drive=None, front__shaft__box_joint="single"))
    assert line(slow, What.RIPPLE).high == pytest.approx(math.radians(3)) and line(slow, What.REAR_JOINT, 0).low is not None
    lower = cure_of(line(assess(buggy(0.075)), What.RIPPLE), Way.CARRIER)
    assert lower.by > 0.005, "a lifted body: carrier down"
    plan = assess(buggy(shaft__plan_rad=0.06, shaft__front_m=None))
    side = assess(buggy(shaft__front_m=None))
    both = [line(one, What.FRONT_JOINT).now[0] for one in (plan, side)]
    assert math.tan(both[0]) ** 2 == pytest.approx(math.tan(both[1]) ** 2 + math.tan(0.06) ** 2, rel=0.02), "G-06, side and plan"


@pytest.mark.parametrize(("out_m", "what", "sign"), [(0.002, What.SLIP_OUT, 1.0), (None, What.SLIP_IN, -1.0)])
def test_a_shaft_that_runs_out_of_slip_wants_another_length(out_m: float | None, what: What, sign: float) -> None:
    a = assess(buggy(shaft__in_m=0.004 if out_m is None else 0.05, shaft__out_m=out_m or 0.07))
    found = line(a, what)
    assert found.outside.any() and found.cures[0].by * sign > 0.0 and found.cures[0].leaves.min() == pytest.approx(rules.SLIP_LEFT)


@pytest.mark.parametrize(
    ("field", "event", "hanging", "crossed", "ratio"),
    [("hose_slack_m", Event.HOSE_TAUT, What.HOSE, What.HOSE_CROSSED, 0.8),
     ("wire_slack_m", Event.WIRE_TAUT, What.WIRE, What.WIRE_CROSSED, 1.0)],
)  # fmt: skip
def test_hoses_and_wires_are_judged_hanging_and_articulated(
    field: str, event: Event, hanging: What, crossed: What, ratio: float
) -> None:
    """The hose moves 0.8 of what the wheel does; a wire as the wheel does."""
    other = "wire" if event is Event.HOSE_TAUT else "hose"
    unread = {f"{side}__{other}_slack_m": None for side in ("left", "right")}
    a = assess(buggy(hose_ratio=0.8, **unread, **{f"left__{field}": 0.1 * ratio}))
    for what, one_up in ((hanging, False), (crossed, True)):
        marks = landmarks(a, 1, 0, one_up=one_up)
        taut = marks.at(event)
        assert taut == pytest.approx(-0.1)
        assert line(a, what).now[0] == pytest.approx(ratio * (marks.hanging_m + 0.1))
    tight = line(a, crossed)
    assert tight.now[0] < line(a, hanging).now[0] and tight.outside.any()
    assert tight.low == pytest.approx(0.01 * ratio) and tight.cures[0].leaves[0] == pytest.approx(tight.low)
    found = [j for j in judge(a) if isinstance(j, DraggedOutside)]
    assert not [j for j in found if j.what in (hanging, crossed)], "Travel says it"
    asked = line(a, What.WIRE if event is Event.HOSE_TAUT else What.HOSE)
    least = 10 if other == "wire" else 8
    assert say_asks(asked, Reader(a.job)) == f"Needs {other} slack in droop. Usual: ≈ {least} mm or more."


def test_an_axle_out_of_square_is_told_with_the_turns_that_bring_it_back() -> None:
    a = lifted()
    ahead, across, pinion = (line(a, what) for what in (What.TRUE_AHEAD, What.TRUE_ACROSS, What.PINION_BACK))
    assert ahead.now == pytest.approx(0.0068, abs=3e-4) and across.now == pytest.approx(0.008, abs=3e-4)
    assert pinion.now == pytest.approx(0.014)
    assert square_of(a, 1).doubted == () and len(rods_of(a, 1)) == 5
    for found in (ahead, across, pinion):
        (cure,) = found.cures
        assert found.outside.all() and cure.way is Way.TURNS
        assert abs(cure.leaves[0]) < (found.high or 0.0), "square within 1/8 in, and the pinion with it (trade practice)"
    said = say_cure(ahead, ahead.cures[0], Reader(a.job))
    assert "half turn" in said and "upper left" in said and "Panhard bar" in said
    free = assess(buggy(links__lead_m=None))
    assert all(turns is None for _, _, turns in line(free, What.TRUE_AHEAD).cures[0].plan) and "mm" in say_cure(
        line(free, What.TRUE_AHEAD), line(free, What.TRUE_AHEAD).cures[0], Reader(free.job)
    )


def test_what_was_not_taped_is_asked_for_and_a_slip_is_a_finding() -> None:
    readings = ("hub_left_m", "hub_right_m", "diagonal_left_m", "diagonal_right_m", "kingpin_left_m", "kingpin_right_m")
    blind = assess(buggy(**{f"square__{name}": None for name in readings}))
    assert line(blind, What.TRUE_AHEAD).asks == ((*REAR, "square", "hub_left_m"), (*REAR, "square", "hub_right_m"))
    slipped = assess(buggy(square__hub_left_m=2.93))
    (doubt,) = [j for j in judge(slipped) if isinstance(j, TapeDoubted)]
    assert doubt.names == ("hub_left_m",) and doubt.grade is Grade.WATCH
    assert say(doubt, Reader(slipped.job)).title.startswith("Hub to hub, left")


def test_cameras_level_sensors_and_what_the_body_clears() -> None:
    job = put(buggy(), path_to(JOB.vehicle.aids), "both")
    a = assess(job)
    assert line(a, What.AIDS, None).now == pytest.approx(a.proposed.rest.pose[1])
    assert line(a, What.LEVEL).now == pytest.approx(-a.proposed.rest.travel_m[1].mean(axis=0))
    assert not [one for one in knock_ons(lifted()) if one.what in (What.AIDS, What.LEVEL)]
    over = line(a, What.BREAKOVER, None)
    assert (over.now > over.before).all() and not over.outside.any() and np.isfinite(line(a, What.TIPS_AT, None).now).all()


def test_a_link_tube_stands_in_for_a_pinion_that_nobody_read() -> None:
    """Trade practice: the tube's angle from before teardown, and what the links turn it by; marked as a guess."""
    a = assess(put_number(put(buggy(), (*REAR, "pinion_rad"), None), (*REAR, "link_rad"), 0.01))
    stands_in, read = line(a, What.PINION), line(lifted(), What.PINION)
    assert stands_in.guessed and stands_in.before == pytest.approx(0.01) and not read.guessed
    assert stands_in.now - stands_in.before == pytest.approx(read.now - read.before, abs=1e-6)
    nothing = assess(put(put(buggy(), (*REAR, "pinion_rad"), None), (*REAR, "square", "pinion_rad"), None))
    assert not [one for one in knock_ons(nothing) if (one.what, one.axle) == (What.PINION, 1)], "nothing read, nothing claimed"


def test_a_wedge_says_its_thick_end_by_where_the_leaf_lies() -> None:
    """Leaf over the axle: thick end behind takes a forward pinion up; under it, the other way (geometry)."""
    job = put_number(demo("hive-hauler"), path_to(JOB.target.rear_lift_m), 0.12)
    said = {}
    for mount in ("over axle", "under axle"):
        a = assess(put(job, (*path_to(JOB.as_found.axles[1].pack), "mount"), mount))
        found = line(a, What.PINION)
        wedge = cure_of(found, Way.WEDGE)
        said[mount] = (wedge.thick, wedge.by > 0.0)
        assert say_cure(found, wedge, Reader(a.job)).endswith(f"thick end {wedge.thick}")
    for mount, (thick, up) in said.items():
        assert thick == ("behind" if up == (mount == "over axle") else "ahead")


def test_lamps_are_judged_by_height_too() -> None:
    a = assess(put_number(buggy(), path_to(JOB.vehicle.headlamp_m), 1.18))
    high = line(a, What.LAMP_HEIGHT, None)
    assert high.outside.any() and high.cures[0].by < 0.0 and high.cures[0].leaves.max() == pytest.approx(1.2)
    assert not [j for j in judge(a) if isinstance(j, DraggedOutside) and j.what is What.LAMP_HEIGHT], "Stance says it"


def test_anti_roll_links_each_of_its_own_length_where_the_sides_part() -> None:
    bar = path_to(JOB.as_found.axles[1].bar)
    job = put_number(buggy(bar_link_m=0.3), (*bar, "arm_m"), 0.3)
    job = put_number(job, (*bar, "link_ratio"), 0.8)
    even = assess(job)
    found = line(even, What.BAR_ARM)
    left, right = even.proposed.rest.travel_m[1, :, even.target_case]
    cure = found.cures[0]
    assert cure.change is not None
    if abs(left - right) * 0.8 < rules.TAPE_ERROR:
        assert cure.plan == () and cure.by == pytest.approx(-0.8 * (left + right) / 2)
    leaning = assess(put_number(put(job, path_to(JOB.target.lean_m), {"value": 0.02}), path_to(JOB.target.rear_lift_m), 0.06))
    left, right = leaning.proposed.rest.travel_m[1, :, leaning.target_case]
    assert abs(left - right) > 0.005
    cure = line(leaning, What.BAR_ARM).cures[0]
    assert [(name, by) for name, by, _ in cure.plan] == [
        ("link left", pytest.approx(-0.8 * left)),
        ("link right", pytest.approx(-0.8 * right)),
    ]
    assert cure.leaves[leaning.target_case] == pytest.approx(0.0, abs=1e-9), "no twist left: the bar stands it as it should"


def test_axles_that_shift_apart_stand_out_of_line() -> None:
    a = lifted()
    front, rear = (line(a, What.SIDEWAYS, axle).now for axle in (0, 1))
    crab = line(a, What.CRAB, None)
    assert crab.now == pytest.approx((front - rear) / 2.9)
    assert say_cure(crab, crab.cures[0], Reader(a.job)).endswith("half turns)") and ", front" in say_cure(
        crab, crab.cures[0], Reader(a.job)
    )
