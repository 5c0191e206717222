"""Stops of another height, trimmed, or left out: touch and flat both move, by tape and hand."""

from __future__ import annotations

import re

import numpy as np
import pytest

from isostat.assess import assess
from isostat.assess.fixes import judge_fixes
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade
from isostat.assess.travel.findings import StopLeftOut, WrongOrder
from isostat.assess.travel.trim import put_stop_spacer
from isostat.core.travel.events import bump_end, travel_of
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.files import JobFault
from isostat.job.schema import Job
from isostat.units.unit import PRESETS
from isostat.wording.fixes import say_fix
from isostat.wording.reader import Reader
from tests.jobs import aided, hive_on_coils

STOP = path_to(JOB.proposal.axles[1].stop)


def stopped(found_m: float, proposed_m: float) -> Job:
    """The flatbed with rear stops of foam by kind and free height alone."""
    job = hive_on_coils()
    for setup, height in ((*path_to(JOB.as_found), found_m), (*path_to(JOB.proposal), proposed_m)):
        job = put(job, (setup, "axles", 1, "stop"), {"kind": "foam", "free_height_m": height})
    return job


def at(job: Job, name: str) -> float:
    travel = travel_of(assess(job).proposed.events[1][0], name)
    assert travel is not None
    return travel


@pytest.mark.parametrize("taller", [0.03, -0.02])
def test_a_stop_of_another_height_is_touched_and_flat_sooner_by_what_its_height_says(taller: float) -> None:
    """Touch by the whole difference; flat by what cannot be squeezed of it, 35 % of foam."""
    same, other, ratio = stopped(0.06, 0.06), stopped(0.06, 0.06 + taller), assess(hive_on_coils()).axles[1].stop_ratio.value
    assert at(same, "stop touched") - at(other, "stop touched") == pytest.approx(taller / ratio, abs=1e-9)
    assert at(same, "stop flat") - at(other, "stop flat") == pytest.approx(0.35 * taller / ratio, abs=1e-9)


def test_a_trimmed_stop_is_touched_later_by_all_and_flat_later_by_what_was_no_squeeze() -> None:
    whole = stopped(0.08, 0.08)
    trimmed, ratio = put(whole, (*STOP, "spacer_m"), -0.016), assess(whole).axles[1].stop_ratio.value
    assert at(trimmed, "stop touched") - at(whole, "stop touched") == pytest.approx(0.016 / ratio, abs=1e-9)
    assert at(trimmed, "stop flat") - at(whole, "stop flat") == pytest.approx(0.35 * 0.016 / ratio, abs=1e-9)


def test_no_more_is_trimmed_off_a_stop_than_there_is_of_it() -> None:
    job = stopped(0.06, 0.06)
    assert put(job, (*STOP, "spacer_m"), -0.059).proposal.axles[1].stop.spacer_m
    with pytest.raises(JobFault, match=r"Rear bump stop: it is 60 mm high; 60 mm cannot be trimmed off\. Enter less than 60 mm"):
        put(job, (*STOP, "spacer_m"), -0.06)
    with pytest.raises(JobFault, match="70 mm cannot be trimmed off"):
        put(put(job, (*STOP, "free_height_m"), None), (*STOP, "spacer_m"), -0.07)


def test_a_fix_that_trims_less_says_trim_not_a_spacer_below_nothing() -> None:
    a = assess(put(stopped(0.08, 0.08), (*STOP, "spacer_m"), -0.07))
    said = {say_fix(fix, Reader(a.job, PRESETS["mm kg N/mm bar"])).title for fix in judge_fixes(a, judge(a))}
    assert any(re.fullmatch(r"Trim \d+ mm off both rear bump stops", title) for title in said), said
    assert not any("−" in title for title in said), said


def short(job: Job) -> dict[tuple[str, int | None], float]:
    """What comes too soon at the rear, and by how much."""
    return {(j.what, j.place.side): j.short_m for j in judge(assess(job)) if isinstance(j, WrongOrder) and j.place.axle == 1}


def test_trimming_is_refused_where_a_margin_goes_and_says_how_much_is_left_to_take() -> None:
    job = stopped(0.08, 0.08)
    with pytest.raises(JobFault, match=r"70 mm off the bump stop leaves too little room before .*\. Trim up to (\d+) mm") as no:
        put_stop_spacer(1, job, -0.070)
    most = int(no.value.faults[0].split("Trim up to ")[1].split(" ")[0])
    before, after = short(job), short(put_stop_spacer(1, job, -most / 1000))
    assert all(m <= before.get(key, 0.0) + 6e-4 for key, m in after.items())
    with pytest.raises(JobFault):
        put_stop_spacer(1, job, -(most + 2) / 1000)
    kept = put_stop_spacer(1, job, 0.0254, "1 in").proposal.axles[1].stop.spacer_m
    assert kept is not None and (kept.value, kept.typed) == (0.0254, "1 in")


def test_a_stop_left_out_is_a_fault_unless_something_stands_in_its_place() -> None:
    job = put(hive_on_coils(), (*STOP, "left_out"), True)
    a = assess(job)
    (said,) = [j for j in judge(a) if isinstance(j, StopLeftOut)]
    assert said.grade is Grade.FAULT and bump_end(a.proposed.events[1][0]).name == "metal"
    assert travel_of(a.proposed.events[0][0], "stop flat") is not None, "the other axle has its own"
    assert np.isfinite(a.proposed.hub_to_arch_m).all()
    assert any(
        f.judgement == said and not [j for j in judge(assess(f.job)) if isinstance(j, StopLeftOut)]
        for f in judge_fixes(a, judge(a))
    )
    helped = put(aided(), (*STOP, "left_out"), True)
    assert not [j for j in judge(assess(helped)) if isinstance(j, StopLeftOut)]
