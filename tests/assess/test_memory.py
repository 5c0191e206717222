"""What is remembered between edits is bounded: memory stays flat over thousands of edits and hundreds of jobs."""

from __future__ import annotations

import gc
import os
from itertools import cycle
from pathlib import Path

from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.job.demos import demo, demo_names
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.schema import Job
from tests.jobs import unladen

EDITS, JOBS = 3000, 200
GROWS_MB = 25.0  # what the allocator may keep of what was let go


def held_mb() -> float:
    gc.collect()
    return int(Path("/proc/self/statm").read_text().split()[1]) * os.sysconf("SC_PAGE_SIZE") / 1e6


def edited(job: Job, n: int) -> Job:
    return put(job, path_to(JOB.vehicle.axles[0].left.pad_kg), 400.0 + n / 100.0)


def test_memory_stays_flat_over_edits() -> None:
    """Of the target, every tenth of a reading; a fifth of them first, until every bounded memory is full."""
    job, before = unladen(), 0.0
    for n in range(EDITS):
        if n == EDITS // 5:
            before = held_mb()
        job = edited(job, n) if n % 10 == 0 else put(job, path_to(JOB.target.front_lift_m), n / 1e5)
        assess(job)
    assert held_mb() - before < GROWS_MB


def test_memory_stays_flat_over_jobs() -> None:
    """All demos, each a little different every time, with all that is judged of them."""
    jobs = [demo(name) for name in demo_names()]
    seen = [(edited(job, n), n) for n, job in zip(range(JOBS), cycle(jobs), strict=False)]
    before = 0.0
    for job, n in seen:
        judge(assess(job))
        if n == JOBS // 2:
            before = held_mb()
    assert held_mb() - before < GROWS_MB
