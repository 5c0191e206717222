"""What each reading buys: named while it is missing, gone once it is read, ranked by what the whole vehicle does."""

from __future__ import annotations

import pytest

from isostat.assess import assess
from isostat.assess.measure.value_of_readings import as_ordered, missing_readings, what_it_buys
from isostat.job import weighing
from isostat.job.blank import blank_job
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.units.unit import PRESETS
from isostat.wording.missing_readings import page_of, say_missing
from isostat.wording.reader import Reader
from tests.jobs import hive_on_coils, past_its_travel, three_axles

BLANK = blank_job()


@pytest.mark.parametrize("missing", missing_readings(assess(BLANK)), ids=lambda m: f"{m.what}-{m.axle}")
def test_a_reading_that_is_taken_is_no_longer_missing_and_its_words_are_plain(missing) -> None:  # type: ignore[no-untyped-def]
    job = BLANK
    for path in missing.paths:
        job = edits.put(job, path, missing.value)
    if missing.what == "shaft_showing_m":
        job = edits.put(job, path_to(JOB.as_found.axles[missing.axle].shock_stroke_m), 2 * missing.value)
    left = {(m.what, m.axle) for m in missing_readings(assess(job))}
    assert (missing.what, missing.axle) not in left
    for preset in PRESETS.values():
        what, now = say_missing(missing, Reader(BLANK, preset))
        assert now.startswith("≈ ") and "±" in now and len(what) <= 40
    assert page_of(missing) in ("left", "points", "weights", "axles", "springs", "instead", "cycle")


def test_the_ranking_is_what_the_vehicle_does_when_that_number_alone_is_off() -> None:
    a = assess(BLANK)
    buys = what_it_buys(a)
    assert [b.rank for b in buys] == sorted((b.rank for b in buys), reverse=True) and len(buys) > 8
    by = {(b.missing.what, b.missing.axle): b for b in buys}
    ordered = as_ordered(a)
    base = assess(ordered)
    assert base.proposed.hub_to_arch_m == pytest.approx(a.proposed.hub_to_arch_m, abs=1e-9), "typed in, the order is the same"
    off = ordered
    for side in ("left", "right"):
        off = edits.put(off, (*path_to(JOB.as_found.axles[1]), side, "installed_length_m"), 0.315)
    case = base.target_case
    moved = abs(assess(off).proposed.hub_to_arch_m - base.proposed.hub_to_arch_m)[..., case].max()
    assert by["installed_length_m", 1].height_m == pytest.approx(moved, abs=1e-9)
    assert moved == pytest.approx(0.015, abs=0.001), "motion ratio 1: a seat 15 mm elsewhere is 15 mm at the wheel"
    assert ("tyre_rate_n_per_m", 0) not in by, "hub to arch rests on no tyre"


def test_a_measured_vehicle_lacks_little_and_an_impossible_target_is_not_ranked() -> None:
    assert {b.missing.what for b in what_it_buys(assess(hive_on_coils()))} <= {"unsprung_kg", "flat_m", "bar_rate_n_per_m"}
    assert len(what_it_buys(assess(three_axles()))) > 0
    job = past_its_travel()
    heavy = edits.put(edits.put(job, path_to(JOB.target.front_lift_m), 0.9), path_to(JOB.target.rear_lift_m), 0.9)
    assert what_it_buys(assess(heavy)) == () or all(b.height_m < 1.0 for b in what_it_buys(assess(heavy)))


def test_a_ticket_leaves_left_against_right_open() -> None:
    job = weighing.weigh_axle(BLANK, 1, 960.0, "960 kg")
    missing = {(m.what, m.axle) for m in missing_readings(assess(job))}
    assert ("pad_split", 1) in missing and ("pad_kg", 1) not in missing and ("pad_kg", 0) in missing
