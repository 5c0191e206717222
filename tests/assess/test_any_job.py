"""Any job that the schema takes is answered: numbers that are finite, sentences, workings that give them; never an exception."""

from __future__ import annotations

import json
import math
import random
from collections.abc import Iterator
from contextlib import suppress
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from isostat.answers.travel import travel_plain
from isostat.assess import Assessment, assess, workings
from isostat.assess.fixes import judge_fixes
from isostat.assess.judge import judge
from isostat.assess.workings import explain, shown_numbers
from isostat.job.demos import demo, demo_names
from isostat.job.edits.paths import JOB, Path, path_to, put
from isostat.job.files import JobFault
from isostat.job.schema import Job
from isostat.job.tables.shock_list import shipped_shocks
from isostat.units.unit import DEFAULT_PRESET
from isostat.wording.reader import Reader
from isostat.wording.sentences import say

KINDS = ("coil", "progressive", "stacked pair", "leaf", "torsion bar", "air")
FUNCTIONS = {"__builtins__": {}, "pi": math.pi} | {f.__name__: f for f in (math.sqrt, math.asin)}
ENDS = [way * number * 10.0**power for way in (-1, 1) for power in range(-3, 12) for number in (1, 2, 5)]
ENDS.sort()
DRAWN = (workings.band.band, workings.band.settled)  # by thousands of draws; they have tests of their own
SLIPS = st.one_of(  # what a reading becomes by a slip of the hand
    st.floats(0.3, 3.0).map(lambda factor: lambda value: value * factor),
    st.sampled_from([10.0, 0.1, -1.0, 0.0]).map(lambda factor: lambda value: value * factor),
    st.floats(-0.1, 0.1).map(lambda more: lambda value: value + more),
    st.just(lambda value: None),
)


def readings(part: Any, path: Path = ()) -> Iterator[tuple[Path, float | None]]:
    """Every reading of a job, as its path and value; None where it was not read."""
    if part is None or (isinstance(part, dict) and "value" in part and "assumed" in part):
        yield path, None if part is None else part["value"]
    elif isinstance(part, dict):
        for key, inner in part.items():
            yield from readings(inner, (*path, key))
    elif isinstance(part, list | tuple):
        for index, inner in enumerate(part):
            yield from readings(inner, (*path, index))


def slipped(job: Job, which: float, slip: Any) -> Job:
    """The job with one of its readings wrong, or as it was where that is refused."""
    every = [(path, value) for path, value in readings(job.model_dump()) if value is not None]
    path, value = every[int(which * len(every))]
    with suppress(JobFault):
        return put(job, path, slip(value))
    return job


def answered(job: Job) -> Assessment:
    """The job solved, judged in words and given as plain data, with nothing in it that is no number."""
    a = assess(job)
    judgements, reader = judge(a), Reader(job, DEFAULT_PRESET)
    json.dumps(travel_plain(a, shipped_shocks()), allow_nan=False)
    assert all(say(j, reader).title and "nan" not in say(j, reader).title for j in judgements)
    return a


@given(
    name=st.sampled_from(demo_names()),
    kind=st.sampled_from((None, *KINDS)),
    slips=st.lists(st.tuples(st.floats(0.0, 0.999), SLIPS), min_size=1, max_size=6),
)
@settings(max_examples=40, deadline=None, derandomize=True, suppress_health_check=list(HealthCheck))
def test_any_job_is_answered(name: str, kind: str | None, slips: list[tuple[float, Any]]) -> None:
    job = demo(name)
    if kind is not None:
        job = put(job, path_to(JOB.proposal.axles[0].kind), kind)
    for which, slip in slips:
        job = slipped(job, which, slip)
    a = answered(job)
    shown = [k for k in shown_numbers(a) if k.number not in DRAWN]
    for key in shown[int(which * 3) :: 3]:
        working = explain(a, key)
        worked = eval(working.expression, FUNCTIONS | {g.symbol: g.value for g in working.inputs})
        assert worked == pytest.approx(working.result, rel=1e-6, abs=1e-7), key
    if which < 0.1:
        judge_fixes(a, judge(a))


def ends(job: Job, path: Path) -> list[Job]:
    """The job with the least and the most that a reading may be."""
    taken = []
    for value in ENDS:
        with suppress(JobFault):
            taken.append(put(job, path, value))
    return [taken[0], taken[-1]] if taken else []


@pytest.mark.parametrize("name", demo_names())
def test_the_ends_of_what_is_accepted_are_answered_too(name: str) -> None:
    """Of some readings, there or not, the least and the most that the schema takes: no law knows less than it."""
    job, chance = demo(name), random.Random(name)
    every = [path for path, _ in readings(job.model_dump()) if path[0] in (*path_to(JOB.vehicle), "proposal", "as_found")]
    answers = [answered(made) for path in chance.sample(every, 15) for made in ends(job, path)]
    assert len(answers) > 12


@pytest.mark.parametrize(
    ("name", "path"),
    [
        ("dairy-trailer", path_to(JOB.proposal.axles[0].pack.leaves[0].gap_m)),  # no plate lies over the main leaf
        ("dairy-trailer", path_to(JOB.vehicle.beam_m)),
        ("dairy-trailer", path_to(JOB.as_found.axles[0].cushion.rate_n_per_m)),
        ("glaziers-flatbed", path_to(JOB.proposal.axles[0].shock_longer_m)),  # a bag far beyond its ends
        ("puppet-van", path_to(JOB.proposal.axles[0].shock_longer_m)),  # a half-shaft that does not close at full droop
    ],
)
def test_these_ends_are_answered(name: str, path: Path) -> None:
    assert len([answered(made) for made in ends(demo(name), path)]) == 2
