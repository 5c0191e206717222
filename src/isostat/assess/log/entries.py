"""Entries of the log as they are written: each keeps what was promised for its state."""

from __future__ import annotations

from typing import Any

from isostat.assess.log.promise import Promise, case_of, driven_km, promise
from isostat.assess.log.settings import Setting
from isostat.assess.solve.assessment import Assessment, assess
from isostat.job.edits.log import add_entry, change_entry
from isostat.job.files import JobFault
from isostat.job.schema import Job
from isostat.units.saying import saying


def with_entry(a: Assessment, day: str, **fields: Any) -> Job:
    """The job with one more entry, promised for. Raises JobFault where the fields cannot be."""
    job = add_entry(a.job, day, **fields)
    return promised_for(job, len(job.log) - 1)


def entry_changed(job: Job, n: int, **fields: Any) -> Job:
    """The job with an entry of another state, load or distance, and its promise anew. Raises JobFault where it cannot be."""
    return promised_for(change_entry(job, n, promised=[], **fields), n)


def promised_for(job: Job, n: int) -> Job:
    """The job with the nth entry's promise worked out from the parts as they are now. Raises JobFault where none can be made."""
    a, entry = assess(job), job.log[n]
    check_stands(a)
    found = promise(a, case_of(a, entry), driven_km(entry), lowered=entry.state == "lowered")
    return change_entry(job, n, promised=_plain(found))


def promised_again(job: Job) -> Job:
    """The job with a promise for every entry that has none. Raises JobFault where none can be made."""
    for n, entry in enumerate(job.log):
        if len(entry.promised) != len(job.vehicle.axles):
            job = promised_for(job, n)
    return job


def check_stands(a: Assessment) -> None:
    """Raises JobFault where a load case tips: nothing can be promised then."""
    for case, stands in zip(a.job.cases, a.proposed.stands, strict=True):
        if not stands:
            raise JobFault("log", [saying("The vehicle would tip in load case “{case}”. Nothing can be promised.", case=case.name)])


def entry_turned(job: Job, n: int, turned: tuple[tuple[Setting, int], ...]) -> Job:
    """The job with what was corrected after the nth entry."""
    return change_entry(
        job,
        n,
        turned=[
            {"what": one.what.value, "axle": one.axle, "side": one.side, "by": round(steps * one.step, 9)} for one, steps in turned
        ],
    )


def _plain(found: Promise) -> list[dict[str, Any]]:
    def wheel(i: int, side: int) -> dict[str, float]:
        heights = {"low_m": found.low_m, "middle_m": found.middle_m, "high_m": found.high_m}
        return {name: round(float(m[i, side]), 5) for name, m in heights.items()}

    return [{"left": wheel(i, 0), "right": wheel(i, 1)} for i in range(len(found.middle_m))]
