"""What is ordered for a card: new parts, none that stay; bolts by what was read of the old ones, in lengths that are stocked."""

from __future__ import annotations

import pytest

from isostat.answers.card_order import order_lines, ordered_parts
from isostat.answers.ruler import rulers_of
from isostat.assess import assess
from isostat.assess.fit.compose import card_of
from isostat.assess.knock_on.line import Way, What
from isostat.job.demos import demo
from isostat.job.edits.card import choose_way, write
from isostat.job.edits.paths import JOB, path_to, put, put_number
from isostat.job.schema import Job
from isostat.units.unit import PRESETS
from isostat.wording.card_at import At
from isostat.wording.card_settings import setting
from isostat.wording.reader import Reader

REAR = path_to(JOB.proposal.axles[1])


def ordered(job: Job, preset: str = "mm kg N/mm bar") -> list[str]:
    a = assess(job)
    return order_lines(ordered_parts(a, Reader(job, PRESETS[preset]), card_of(a)))


@pytest.mark.parametrize(
    ("name", "there", "not_there"),
    [
        ("dairy-trailer", ["Front right: block or packer 5 mm × 1", "Rear axle: foam helper 110 mm high × 2",
                           "Front axle: U-bolt with nuts, legs ________ × 4"], ["leaf pack", "Rear axle: U-bolt"]),
        ("hive-hauler", ["Rear axle: leaf to add, 400 mm ahead of the centre bolt, 420 mm behind it × 2",
                         "Rear left: block or packer 13 mm × 1", "Rear axle: shock 564 mm extended × 2",
                         "Rear axle: centre bolt for a stack of 37 mm × 2",
                         "Rear axle: helper bag, 0.35 bar to 6.90 bar, 234 mm high at target, line and valve × 2",
                         "Rear axle: bump-stop spacer 14 mm, bolt 14 mm longer than the old one × 2"], ["leaf pack"]),
        ("orchard-sprayer", ["Rear left: block or packer 13 mm × 1"], ["torsion bar"]),  # its bars stay, and are turned
        ("kite-winch-buggy", ["Front right: spacer 2 mm × 1", "Rear left: spacer 7 mm × 1"],
         ["half turn", "Panhard"]),  # links and bars with a thread are turned, not bought
        ("glaziers-flatbed", ["Front axle: line, fittings and valve for a bag × 2"], ["coil"]),
    ],
)  # fmt: skip
def test_new_parts_are_ordered_and_none_that_stay(name: str, there: list[str], not_there: list[str]) -> None:
    said = ordered(demo(name))
    assert set(there) <= set(said), said
    assert not [line for line in said for words in not_there if words in line]


@pytest.mark.parametrize(
    ("way", "there"),
    [("", "Rear axle: adjustable Panhard bar set to 903 mm, ends and jam nut × 1"),
     (Way.BRACKET.value, "Rear axle: bracket for the Panhard bar: axle end of the bar 40 mm higher × 1"), (Way.HOLE.value, "")],
)  # fmt: skip
def test_a_bar_without_a_thread_is_ordered_by_the_way_that_is_taken(way: str, there: str) -> None:
    job = put(demo("kite-winch-buggy"), (*path_to(JOB.vehicle.axles[1].links), "lead_m"), None)
    said = ordered(choose_way(job, What.SIDEWAYS.value, 1, way) if way else job)
    assert [line for line in said if "Panhard" in line and line.startswith("Rear")] == ([there] if there else [])


def test_other_parts_are_ordered_as_they_are_chosen() -> None:
    job = put_number(demo("orchard-sprayer"), (*path_to(JOB.proposal.axles[0]), "torsion", "diameter_m"), 0.03)
    assert any("torsion bar" in line for line in ordered(job)), "another bar"
    job = demo("dairy-trailer")
    for path, value in ((("pack", "new_shackle_m"), 0.11), (("hose_longer_m",), 0.05), (("wheel_out_m",), 0.02),
                        (("shock_longer_m",), 0.03), (("stop", "free_height_m"), 0.07)):  # fmt: skip
        job = put_number(job, (*REAR, *path), value)
    job = put_number(job, (*REAR, "pack", "wedge_rad"), 0.05)
    said = ordered(job)
    for words in ("wedge 2.9°, thick end ", "shackle 110 mm between bolts", "brake hose 50 mm longer", "wheel spacer 20 mm",
                  "shock extended 30 mm longer than the old one", "bump stop, free height 70 mm"):  # fmt: skip
        assert any(line.startswith("Rear axle: ") and words in line for line in said), words
    read = put_number(job, (*path_to(JOB.vehicle.axles[1]), "shock_long_m"), 0.5)
    assert any("shock 530 mm extended" in line for line in ordered(read))


@pytest.mark.parametrize(
    ("preset", "written", "words"),
    [("mm kg N/mm bar", "62", "80 mm (76 mm needed)"), ("mm kg N/mm bar", "66 mm", "80 mm (80 mm needed)"),
     ("in lb lb/in psi", "2 1/2", "3 1/4 in (3 1/16 in needed)"), ("mm kg N/mm bar", "as before", None),
     ("mm kg N/mm bar", "", None)],
)  # fmt: skip
def test_a_bolt_through_a_spacer_is_longer_by_it_and_to_be_had(preset: str, written: str, words: str | None) -> None:
    """The old bolt as it was written down on the card, and the 14 mm spacer."""
    job = write(demo("hive-hauler"), ("bump stop 1", "1"), "bolt", written)
    said = next(line for line in ordered(job, preset) if "bump-stop spacer" in line)
    assert (words or "longer than the old one") in said


def test_a_helpers_bolt_goes_through_plate_and_bracket() -> None:
    job = demo("dairy-trailer")
    at = At(assess(job), Reader(job), 0, None)
    assert setting("helper_bolt", at) == "plate + bracket + 1.8 × bolt diameter"
    for name, text in (("plate", "10"), ("bracket", "6"), ("bolt", "12")):
        job = write(job, ("foam helper 1", "0"), name, text)
    assert setting("helper_bolt", At(assess(job), Reader(job), 0, None)) == "40 mm (38 mm needed)"
    assert setting("helper_bolt", At(assess(job), Reader(job), 1, None)) != "40 mm (38 mm needed)", "that of the other axle"


@pytest.mark.parametrize(
    ("apart_m", "perch", "ordered_too", "ringed"),
    [(0.002, "1 groove up (2 mm), spacer 1 mm left, its old groove right", "Front left: spacer 1 mm × 1", True),
     (0.003, "1 groove up (3 mm) left, its old groove right", None, True),
     (0.010, "its old groove, spacer 3 mm left, its old groove right", "Front left: spacer 3 mm × 1", False)],
)  # fmt: skip
def test_a_perch_goes_up_by_its_grooves_and_a_spacer_does_the_rest(
    apart_m: float, perch: str, ordered_too: str | None, ringed: bool
) -> None:
    """The hive hauler's struts want 3 mm on the left."""
    job = put_number(demo("hive-hauler"), (*path_to(JOB.vehicle.axles[0]), "perch_groove_m"), apart_m)
    at = At(assess(job), Reader(job), 0, None)
    assert setting("perch", at) == perch
    assert [line for line in ordered(job) if "spacer" in line and "Front" in line] == ([ordered_too] if ordered_too else [])
    steps = [e.step.do for e in card_of(at.a) if e.step.list == "coil on strut" and e.side == 0]
    seat = next(n for n, do in enumerate(steps) if "{perch}" in do)
    assert seat < next(n for n, do in enumerate(steps) if "{squeeze}" in do), "before the coil goes on it"
    assert not [e for e in card_of(assess(demo("hive-hauler"))) if "{perch}" in e.step.do], "no groove, no step"
    rulers = rulers_of(at.a, at.r, "coil on strut", 0, 0)
    assert bool(rulers) == ringed and (not rulers or rulers[0].marks[1].at_m == pytest.approx(apart_m))


def test_no_part_is_left_blank_that_the_job_knows() -> None:
    """Only lengths that nobody read are blank."""
    for name in ("hive-hauler", "survey-buggy", "puppet-van", "glaziers-flatbed", "kite-winch-buggy"):
        assert not [line for line in ordered(demo(name)) if "____" in line], name
