"""Slips of the hand in single readings: found, named, mended by their button, and nothing sound is suspected."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from isostat.assess import assess
from isostat.assess.fixes import judge_fixes
from isostat.assess.judge import judge
from isostat.assess.measure.findings import LikelySlip
from isostat.assess.solve.remedies import CorrectReading
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.schema import Job
from isostat.wording.fixes import say_fix
from isostat.wording.reader import Reader
from isostat.wording.sentences import say
from tests.jobs import hive_on_coils

HIVE = hive_on_coils()
POUND = 0.45359237


def slips(job: Job) -> list[LikelySlip]:
    return [j for j in judge(assess(job)) if isinstance(j, LikelySlip)]


def with_reading(axle: int, side: str, name: str, si: float) -> Job:
    return edits.put_number(HIVE, (*path_to(JOB.vehicle.axles[axle]), side, name), si)


def test_a_sound_sheet_is_not_suspected() -> None:
    assert not slips(HIVE)


@pytest.mark.parametrize(
    ("axle", "side", "name", "typed", "slip", "meant"),
    [
        (0, "right", "hub_to_arch_m", 0.01937, "inches", 0.492),
        (1, "left", "hub_to_arch_m", 4.75 / 10, None, None),
        (1, "left", "hub_to_arch_m", 0.0475, "ten", 0.475),
        (0, "left", "pad_kg", 611 / POUND, "pounds", 611.0),
        (0, "left", "pad_kg", 61.1, "ten", 611.0),
        (1, "right", "pad_kg", 4.51, "hundred", 451.0),
        (1, "right", "stop_gap_m", 0.0026, "inches", 0.066),
        (0, "right", "shaft_showing_m", 0.0104, "ten", 0.104),
    ],
)
def test_the_usual_slips_are_named_with_what_was_probably_meant(axle, side, name, typed, slip, meant) -> None:  # type: ignore[no-untyped-def]
    found = slips(with_reading(axle, side, name, typed))
    if slip is None:
        assert not found
        return
    assert [(j.slip, j.place.axle, j.place.side, j.what) for j in found] == [(slip, axle, ("left", "right").index(side), name)]
    assert found[0].likely == pytest.approx(meant, rel=0.01)


def test_the_button_puts_the_meant_reading_in_and_the_finding_is_gone() -> None:
    job = with_reading(0, "right", "hub_to_arch_m", 0.01937)
    a = assess(job)
    fix = next(f for f in judge_fixes(a, judge(a)) if isinstance(f.remedy, CorrectReading))
    assert fix.remaining is None
    words = say_fix(fix, Reader(job))
    assert words.title == "Correct the reading to 492 mm, front right" and words.cures == "Clears this finding."
    assert not slips(fix.remedy.on(job))
    said = say(slips(job)[0], Reader(job))
    assert said.title == "Hub to arch 19 mm: millimetres and inches mixed up?"
    assert said.place == "front right"


@given(st.lists(st.floats(0.75, 1.3), min_size=4, max_size=4), st.sampled_from(["hub_to_arch_m", "pad_kg", "stop_gap_m"]))
@settings(max_examples=30, deadline=None)
def test_readings_that_merely_differ_are_left_alone(factors: list[float], name: str) -> None:
    job = HIVE
    for n, factor in enumerate(factors):
        side = ("left", "right")[n % 2]
        whole = edits.value_at(HIVE, (*path_to(JOB.vehicle.axles[n // 2]), side, name)).value
        base = {"hub_to_arch_m": 0.48, "pad_kg": 520.0, "stop_gap_m": 0.05}[name]
        assert whole > 0
        job = edits.put_number(job, (*path_to(JOB.vehicle.axles[n // 2]), side, name), base * factor)
    assert not slips(job)
