"""`isostat knock-on`: what the new height drags with it, in every load case."""

from __future__ import annotations

import argparse

from isostat.answers.knock_on import knock_on_plain
from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade, Step
from isostat.assess.knock_on.lines import knock_ons
from isostat.cli.terminal import ANSWERED, FAULTS, tell, tell_plain
from isostat.job.files import read_job
from isostat.units.unit import PRESETS
from isostat.wording.knock_on import knock_on_text
from isostat.wording.reader import Reader


def answer_knock_on(asked: argparse.Namespace) -> int:
    """Prints the list. Raises JobFault with a sentence for a job that cannot be read."""
    job = read_job(asked.job)
    a = assess(job)
    lines = knock_ons(a)
    if asked.json:
        tell_plain(knock_on_plain(a, lines))
    else:
        tell(knock_on_text(a, lines, Reader(job, PRESETS[asked.units])))
    graver = any(j.grade is Grade.FAULT and j.step is Step.KNOCK_ON for j in judge(a))
    return FAULTS if asked.strict and graver else ANSWERED
