"""`isostat log`: heights read after fitting, held against what was promised; one entry more."""

from __future__ import annotations

import argparse
from datetime import UTC, date, datetime

from isostat.answers.calendar import due_calendar
from isostat.answers.log import log_plain
from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.assess.judgement import Step
from isostat.assess.log.due import due
from isostat.assess.log.entries import check_stands, promised_again, with_entry
from isostat.cli.terminal import ANSWERED, FAULTS, tell, tell_plain
from isostat.job.edits.log import put_rechecked
from isostat.job.files import JobFault, read_job
from isostat.job.pictures import with_whole_places
from isostat.job.save import save_job, write_whole
from isostat.job.schema import Job
from isostat.job.tables.log_csv import log_csv, with_log
from isostat.job.tables.reader import read_table
from isostat.language import tr
from isostat.units.parse import NotUnderstood, parse
from isostat.units.unit import PRESETS, Quantity
from isostat.wording.due import say_undated
from isostat.wording.log import log_text
from isostat.wording.reader import Reader


def answer_log(asked: argparse.Namespace) -> int:
    """Prints the log; with --add or --take, writes more entries into the job first. Raises JobFault or OSError, with a sentence."""
    job = read_job(asked.job)
    if asked.take:
        job = with_whole_places(with_log(job, read_table(asked.take), asked.take.name, PRESETS[asked.units]), asked.take.parent)
        check_stands(assess(job))
        job = promised_again(job)
        save_job(job, asked.job)
    if asked.csv:
        tell(log_csv(job, PRESETS[asked.units]))
        return ANSWERED
    if asked.add:
        job = _added(job, asked)
        save_job(job, asked.job)
    if asked.done:
        job = put_rechecked(job, asked.done, done=True)
        save_job(job, asked.job)
    if asked.ics:
        rechecks = due(job, date.today())
        write_whole(asked.ics, due_calendar(job, rechecks, datetime.now(UTC)))
        tell(say_undated(rechecks) + "\n")
        return ANSWERED
    if job.log:
        check_stands(assess(job))
    a = assess(promised_again(job))
    if asked.json:
        tell_plain(log_plain(a))
    else:
        tell(log_text(a, Reader(job, PRESETS[asked.units])))
    return FAULTS if asked.strict and any(j.step is Step.LOG for j in judge(a)) else ANSWERED


def _added(job: Job, asked: argparse.Namespace) -> Job:
    wheels = 2 * len(job.vehicle.axles)
    if len(asked.add) != wheels:
        said = tr(
            "--add has {n} heights. Enter {wheels}: left and right of each axle, front first.", n=len(asked.add), wheels=wheels
        )
        raise JobFault("log", [said])
    try:
        heights = [None if text == "-" else parse(text, Quantity.HEIGHT, PRESETS[asked.units]) for text in asked.add]
    except NotUnderstood as fault:
        raise JobFault("log", [str(fault)]) from fault
    pairs = [
        {name: None if m is None else {"value": m.si, "typed": m.text} for name, m in zip(("left_m", "right_m"), pair, strict=True)}
        for pair in zip(heights[::2], heights[1::2], strict=True)
    ]
    fields = {"heights": pairs, "km": asked.km, "case": asked.case, "who": asked.who, "note": asked.note, "point": asked.at}
    fields["state"] = asked.state or ("driven" if asked.km > 0.0 else "rolled")
    return with_entry(assess(job), asked.day or f"{date.today():%Y-%m-%d}", **fields)
