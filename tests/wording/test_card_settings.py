"""What stands in a card's sentences is of the part that the sentence is about."""

from __future__ import annotations

import math

import numpy as np
import pytest

from isostat.answers.card import card_page
from isostat.assess import assess
from isostat.assess.fit.compose import card_of
from isostat.assess.spring.leaf_added import added_leaf
from isostat.assess.spring.preload import hanging_force_n
from isostat.assess.spring.stacked import stacked
from isostat.assess.spring.torsion import torsion_set
from isostat.assess.stance.attitude import lamp
from isostat.core.limits import GRAVITY
from isostat.core.travel.events import droop_end
from isostat.job.demos import demo
from isostat.job.edits.paths import JOB, path_to, put_number
from isostat.job.schema import Job
from isostat.units.unit import PRESETS
from isostat.wording.card_at import At
from isostat.wording.card_settings import BLANK, filled, setting
from isostat.wording.reader import Reader


def at(job: Job, axle: int, side: int | None) -> At:
    return At(assess(job), Reader(job), axle, side)


def old_coil_left_kg(of: At, side: int) -> float:
    """By its rate alone: what it carries as weighed, less rate times its way out to full droop."""
    found, droop = of.a.found_springs[of.i][side], droop_end(of.a.found_events[of.i][side]).travel_m
    out = -droop * of.a.axles[of.i].spring_ratio.value
    return max(found.force_n - found.rate.value * out, 0.0) / GRAVITY


@pytest.mark.parametrize(("name", "axle"), [("glaziers-flatbed", 0), ("hive-hauler", 0), ("puppet-van", 0), ("puppet-van", 1)])
def test_a_compressor_is_told_the_greater_of_what_both_coils_hold(name: str, axle: int) -> None:
    for side in (0, 1):
        of = at(demo(name), axle, side)
        new = 0.0 if name == "glaziers-flatbed" else hanging_force_n(of.a, axle, side)[1] / GRAVITY
        said = setting("stored", of)
        assert said is not None and float(said.split()[0]) == pytest.approx(max(old_coil_left_kg(of, side), new), abs=0.6)


@pytest.mark.parametrize(
    ("name", "axle", "setting_of", "words"),
    [
        ("orchard-sprayer", 0, "bar_load", "283 kg left, 277 kg right"),
        ("orchard-sprayer", 0, "adjuster", "adjuster 2.5 turns in left, adjuster 2.9 turns in right"),
        ("orchard-sprayer", 0, "slack_angle", "−33.7° left, −34.0° right"),
        ("dairy-trailer", 0, "frame_lift", "12 mm"),
        ("kite-winch-buggy", 1, "slip", "48 mm in, 70 mm out"),
        (
            "kite-winch-buggy",
            1,
            "link_plan",
            "lower left 1 half turn shorter, lower right 4 half turns longer, upper left 7 half turns shorter, "
            "upper right 1 half turn longer, Panhard bar 6 half turns shorter",
        ),
        ("kite-winch-buggy", 0, "link_plan", "upper links 2 mm shorter (3 half turns)"),
        ("hive-hauler", 0, "bar_load", None),
        ("hive-hauler", 0, "splines", None),
    ],
)
def test_what_the_program_knows_is_never_left_blank(name: str, axle: int, setting_of: str, words: str | None) -> None:
    assert setting(setting_of, at(demo(name), axle, None)) == words


def test_splines_are_moved_by_what_turns_the_anchor() -> None:
    """Inner and outer teeth together turn it as far as the order says, as near as few teeth come."""
    of = at(demo("orchard-sprayer"), 0, None)
    found, said = torsion_set(of.a, 0), setting("splines", of)
    assert found is not None and said is not None and said.startswith("front left: inner 5 splines tighter")
    read = of.a.job.as_found.axles[0].torsion.over(of.a.job.proposal.axles[0].torsion)
    inner, outer = read.teeth_inner, read.teeth_outer
    assert inner and outer
    for anchor, (tighter, slacker) in zip(found.anchors, ((5, 5), (-4, -5)), strict=True):
        turned = 2.0 * math.pi * (tighter / inner - slacker / outer)
        assert turned == pytest.approx(anchor.turn_rad, abs=math.radians(0.5))


def test_a_blank_in_a_caution_counts_as_one_in_the_step() -> None:
    """How many turns the hooks span is a blank of the caution; of the step itself there is none."""
    job = demo("puppet-van")
    page = card_page(assess(job), Reader(job))
    (row, *_) = [row for section in page.sections for row in section.rows if row.key[0] == "coil on strut 4"]
    assert BLANK not in row.text and row.caution.count(BLANK) == 1 and row.blanks == 1


def test_air_in_place_of_steel_takes_the_coil_out_and_puts_none_in() -> None:
    job = demo("glaziers-flatbed")
    card = card_of(assess(job))
    keys = [e.step.key for e in card]
    assert {"coil on strut 4", "coil on strut 5", "coil on strut 7", "coil on beam 4", "coil on beam 7"} <= set(keys)
    assert not [key for key in keys if key in ("coil on strut 6", "coil on beam 6")]
    assert all("coil, right end up" not in filled(e.step.do, at(job, e.axle or 0, e.side)) for e in card if e.axle is not None)
    assert setting("squeeze_old", at(job, 1, None)) == "353 mm left, 352 mm right"


@pytest.mark.parametrize(
    ("name", "asked", "not_asked"),
    [
        ("hive-hauler", "brake valve (LSPV) gap", "Panhard"),  # leaves hold the rear, arms the front; its rod was read
        ("orchard-sprayer", "pinion angle (rear)", "brake valve"),  # nothing of a valve was read
        ("dairy-trailer", "shock extended length (front)", "pinion"),
        ("kite-winch-buggy", "link angle (front)", "brake valve"),
    ],
)
def test_only_what_a_vehicle_has_is_asked_for(name: str, asked: str, not_asked: str) -> None:
    said = setting("readings_open", at(demo(name), None, None))
    assert said is not None and asked in said and not_asked not in said


def test_a_leaf_that_is_added_is_cut_and_stands_off_as_two_bows_do() -> None:
    """The gap at the clamp: both leaves as parabolas by points, the new one's tips on the one above."""
    of = at(demo("hive-hauler"), 1, None)
    above, new = of.a.job.proposal.axles[1].pack.leaves[2:4]
    (front, rear), rises = (float(one.value) for one in (new.front_m, new.rear_m)), [float(x.rise_m.value) for x in (above, new)]  # type: ignore[union-attr]
    half, half_above = (front + rear) / 2, (float(above.front_m.value) + float(above.rear_m.value)) / 2  # type: ignore[union-attr]
    x = np.linspace(-half, half, 2001)
    lower, upper = rises[1] * (x / half) ** 2, rises[0] * (x / half_above) ** 2
    gap = (upper - (lower - (lower[0] - upper[0])))[1000]
    found = added_leaf(of.a, 1)
    assert found is not None and found.nip_m == pytest.approx(gap, abs=1e-6) and (found.front_m, found.rear_m) == (front, rear)
    assert [setting(name, of) for name in ("cut_front", "cut_rear", "nip")] == ["400 mm", "420 mm", "1 mm"]
    assert added_leaf(assess(demo("orchard-sprayer")), 1) is None


@pytest.mark.parametrize(
    ("name", "axle", "setting_of", "words"),
    [
        ("hive-hauler", 1, "long_half", "the rear, 660 mm"),
        ("hive-hauler", 1, "between", "block 13 mm left, 23 mm right"),
        ("hive-hauler", 1, "ubolt", "170 mm (167 mm needed)"),
        ("hive-hauler", None, "jack_place", "the lower arm, outside its spring (front), the axle tube by the spring seats (rear)"),
        ("dairy-trailer", None, "jack_place", "the axle tube by the spring seats"),
        ("kite-winch-buggy", 1, "bar_length", "903 mm"),
        ("hive-hauler", 1, "valve_rod", None),
        ("hive-hauler", 1, "stop_change", "Put a spacer of 14 mm under it"),
        ("hive-hauler", 0, "stop_change", "Fit it as it is"),
    ],
)
def test_what_a_job_knows_of_its_parts_is_filled_in(name: str, axle: int | None, setting_of: str, words: str | None) -> None:
    assert setting(setting_of, At(assess(demo(name)), Reader(demo(name)), axle, None)) == words


@pytest.mark.parametrize(("high_m", "words"), [(0.06, "Trim it square to 50 mm"), (None, "Trim 10 mm off it, square")])
def test_a_stop_is_trimmed_to_what_is_left_of_it(high_m: float | None, words: str) -> None:
    job = put_number(demo("survey-buggy"), path_to(JOB.proposal.axles[0].stop.spacer_m), -0.01)
    if high_m is not None:
        job = put_number(job, path_to(JOB.as_found.axles[0].stop.free_height_m), high_m)
    assert setting("stop_change", at(job, 0, None)) == words


def test_u_bolts_come_by_the_half_inch_where_springs_are_in_inches() -> None:
    job = demo("hive-hauler")
    said = setting("ubolt", At(assess(job), Reader(job, PRESETS["in lb lb/in psi"]), 1, None))
    assert said == "7 in (6 9/16 in needed)"


def test_ring_and_slider_meet_where_the_rate_changes() -> None:
    """The slider's way to the ring, by the springs' own lengths under the force that closes the gap."""
    of = at(demo("survey-buggy"), 0, 0)
    found = stacked(of.a, 0, 0)
    assert found is not None and found.change_m is not None
    force = (found.change_m - found.ride_m[of.floor]) * found.pair.series_rate  # more of it than on the floor
    said = setting("ring_gap", of)
    assert said is not None and float(said.split()[0]) == pytest.approx(force / found.pair.top.rate * 1e3, abs=0.6)


def test_a_levelling_valves_rod_is_as_much_longer_as_the_hub_goes_down() -> None:
    job = put_number(demo("glaziers-flatbed"), path_to(JOB.proposal.axles[1].air.rod_m), 0.2)
    of = at(job, 1, None)
    said = setting("valve_rod", of)
    wanted = 0.2 + float((of.a.target_m - of.a.baseline_m)[1].mean())
    assert said is not None and float(said.split()[0]) == pytest.approx(wanted * 1e3, abs=0.6)


def test_the_lamps_are_aimed_by_a_tape_on_the_wall() -> None:
    """UN Regulation 48 (from memory): low lamps lie 50 to 250 mm below their centre 10 m ahead; here that stands at 912 mm."""
    of = at(demo("hive-hauler"), None, None)
    high = float(lamp(of.a).height_m[of.a.target_case])  # type: ignore[union-attr]
    said = setting("lamp_drop", of)
    assert said == "662 to 862 mm above the ground on a wall 10 m ahead (50 to 250 mm below the lamp)"
    assert high == pytest.approx(0.912, abs=5e-4) and setting("lamp_drop", at(demo("survey-buggy"), None, None)) is None
