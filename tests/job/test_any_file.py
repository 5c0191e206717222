"""Files that chance has damaged are read or refused in words; what is read is answered without NaN. `scripts/soak` does many."""

from __future__ import annotations

import random
from pathlib import Path

import numpy as np
import pytest

from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.job.demos import demo, demo_names
from isostat.job.files import JobFault, job_text, read_job
from isostat.wording.reader import Reader
from isostat.wording.sentences import say
from tests.job.mutations import mutated

FILES = 40


def answered(path: Path) -> bool:
    """Whether a file is read and answered; raises AssertionError for a number or a sentence that is none."""
    try:
        job = read_job(path)
    except JobFault as fault:
        assert fault.faults and all(f and f.isprintable() and len(f) < 2000 for f in fault.faults), fault.faults
        return False
    a = assess(job)
    for s in (a.found, a.proposed):
        for values in (s.hub_to_arch_m, s.pad_kg, s.frequency_hz, s.bump_left_m, s.droop_left_m):
            assert np.isfinite(values).all()
    for judgement in judge(a):
        said = say(judgement, Reader(job))
        assert said.title and "nan" not in f"{said.title} {said.body}".lower().split()
    return True


@pytest.mark.parametrize("name", demo_names())
def test_a_damaged_file_is_read_or_refused_in_words(name: str, tmp_path: Path) -> None:
    text, chance, read = job_text(demo(name)), random.Random(name), 0
    for n in range(FILES):
        place = tmp_path / f"{n}.json"
        place.write_bytes(mutated(text, chance))
        read += answered(place)
    assert 0 < read < FILES, "some of each, or nothing is tried"
