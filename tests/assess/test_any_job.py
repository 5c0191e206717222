"""Any job that the schema takes is answered: numbers that are finite, sentences, workings; never an exception."""

from __future__ import annotations

import json
import math
from collections.abc import Iterator
from contextlib import suppress
from typing import Any

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from isostat.assess import assess
from isostat.assess.fixes import judge_fixes
from isostat.assess.judge import judge
from isostat.assess.workings import explain, shown_numbers
from isostat.job.demos import demo, demo_names
from isostat.job.edits import Path, put
from isostat.job.files import JobFault
from isostat.job.schema import Job
from isostat.job.shock_list import shipped_shocks
from isostat.travel_answer import travel_plain
from isostat.units.unit import DEFAULT_PRESET
from isostat.wording.reader import Reader
from isostat.wording.sentences import say

KINDS = ("coil", "progressive", "stacked pair", "leaf", "torsion bar", "air")
DRAWN = ("band", "settled")  # by thousands of draws; they have tests of their own
SLIPS = st.one_of(  # what a reading becomes by a slip of the hand
    st.floats(0.3, 3.0).map(lambda factor: lambda value: value * factor),
    st.sampled_from([10.0, 0.1, -1.0, 0.0]).map(lambda factor: lambda value: value * factor),
    st.floats(-0.1, 0.1).map(lambda more: lambda value: value + more),
    st.just(lambda value: None),
)


def readings(part: Any, path: Path = ()) -> Iterator[tuple[Path, float]]:
    """Every reading of a job, as its path and value."""
    if isinstance(part, dict) and "value" in part and "assumed" in part:
        yield path, part["value"]
    elif isinstance(part, dict):
        for key, inner in part.items():
            yield from readings(inner, (*path, key))
    elif isinstance(part, list | tuple):
        for index, inner in enumerate(part):
            yield from readings(inner, (*path, index))


def slipped(job: Job, which: float, slip: Any) -> Job:
    """The job with one of its readings wrong, or as it was where that is refused."""
    every = list(readings(job.model_dump()))
    path, value = every[int(which * len(every))]
    with suppress(JobFault):
        return put(job, path, slip(value))
    return job


@given(
    name=st.sampled_from(demo_names()),
    kind=st.sampled_from((None, *KINDS)),
    slips=st.lists(st.tuples(st.floats(0.0, 0.999), SLIPS), min_size=1, max_size=6),
)
@settings(max_examples=60, deadline=None, derandomize=True, suppress_health_check=list(HealthCheck))
def test_any_job_is_answered(name: str, kind: str | None, slips: list[tuple[float, Any]]) -> None:
    job = demo(name)
    if kind is not None:
        job = put(job, ("proposal", "axles", 0, "kind"), kind)
    for which, slip in slips:
        job = slipped(job, which, slip)
    a = assess(job)
    judgements, reader = judge(a), Reader(job, DEFAULT_PRESET)
    json.dumps(travel_plain(a, shipped_shocks()), allow_nan=False)
    assert all(say(j, reader).title and "nan" not in say(j, reader).title for j in judgements)
    shown = [k for k in shown_numbers(a) if k.name not in DRAWN]
    assert all(math.isfinite(explain(a, k).result) for k in shown[int(which * 3) :: 3])
    if which < 0.1:
        judge_fixes(a, judgements)
