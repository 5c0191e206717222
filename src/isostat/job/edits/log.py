"""Entries of the log: one more, one less, what was turned after one, what else was read, and what was checked again."""

from __future__ import annotations

from typing import Any

from isostat.job.edits.paths import JOB, path_to, put, row_at
from isostat.job.files import JobFault
from isostat.job.points import SIDES
from isostat.job.schema import Job
from isostat.units.saying import saying

MOST_PICTURES = 3  # of a wheel at an entry


def add_entry(job: Job, day: str, **more: Any) -> Job:
    """The job with one more entry, nothing read yet. more: any of its fields.

    It is rolled where it is the first, or of the day of one that was not driven; else driven, as far as any.
    """
    driven = bool(job.log) and (job.log[-1].day != day or job.log[-1].state == "driven")
    state = "driven" if driven and any(one.state != "lowered" for one in job.log) else "rolled"
    km = max((one.km for one in job.log), default=0.0)
    fresh = {"day": day, "state": state, "km": km if state == "driven" else 0.0, "heights": [{} for _ in job.vehicle.axles]}
    return put(job, path_to(JOB.log), [*(one.model_dump() for one in job.log), fresh | more])


def remove_entry(job: Job, n: int) -> Job:
    """The job without an entry. Raises JobFault where there is none of that number."""
    row_at(job.log, n)
    return put(job, path_to(JOB.log), [one.model_dump() for k, one in enumerate(job.log) if k != n])


def change_entry(job: Job, n: int, **fields: Any) -> Job:
    """The job with fields of an entry as given. Raises JobFault where they cannot be."""
    row_at(job.log, n)
    return put(job, path_to(JOB.log), [one.model_dump() | (fields if k == n else {}) for k, one in enumerate(job.log)])


def put_check(job: Job, n: int, what: str, axle: int | None, read: dict[str, Any] | None) -> Job:
    """The job with a thing beside the heights read at an entry, or no longer. read: value, typed, promised. Raises JobFault."""
    row_at(job.log, n)
    rows = [one.model_dump() for one in job.log[n].checks if (one.what, one.axle) != (what, axle)]
    if read is not None:
        rows.append({"what": what, "axle": axle, **read})
    return change_entry(job, n, checks=rows)


def put_of_axle(job: Job, n: int, rows_of: str, axle: int, field: str, read: dict[str, Any] | None) -> Job:
    """The job with a value of an axle read at an entry, or no longer. rows_of, field: "pressures" of Pressures, "wheels" of
    WheelsRead; read: value, typed. Raises JobFault."""
    row_at(job.log, n)
    had = [one.model_dump() for one in getattr(job.log[n], rows_of)]
    rows = had if len(had) == len(job.vehicle.axles) else [{} for _ in job.vehicle.axles]
    rows[axle] = {**rows[axle], field: read}
    return change_entry(job, n, **{rows_of: rows})


def put_weights(job: Job, n: int, masses_kg: list[float]) -> Job:
    """The job with every wheel weighed at an entry, axle by axle, left before right. Raises JobFault when one is out of range."""
    pairs = zip(masses_kg[::2], masses_kg[1::2], strict=True)
    for axle, pair in enumerate(pairs):
        for side, mass in zip(SIDES, pair, strict=True):
            job = put_of_axle(job, n, "wheels", axle, f"{side}_kg", {"value": round(mass, 2)})
    return job


def add_picture(job: Job, n: int, path: str, axle: int | None, side: int | None) -> Job:
    """The job with a picture at an entry, of a wheel or with no axle of the whole vehicle. Raises JobFault beyond three."""
    row_at(job.log, n)
    had = job.log[n].pictures
    if sum((one.axle, one.side) == (axle, side) for one in had) >= MOST_PICTURES:
        raise JobFault("log", [saying("It has {n} pictures already. Remove one first.", n=MOST_PICTURES)])
    return change_entry(job, n, pictures=[*(one.model_dump() for one in had), {"path": path, "axle": axle, "side": side}])


def remove_picture(job: Job, n: int, k: int) -> Job:
    """The job without the kth picture of an entry. Raises JobFault where there is none."""
    row_at(job.log, n)
    row_at(job.log[n].pictures, k)
    return change_entry(job, n, pictures=[one.model_dump() for m, one in enumerate(job.log[n].pictures) if m != k])


def put_rechecked(job: Job, what: str, *, done: bool) -> Job:
    """The job with something checked again by its last entry, or no longer by any. Raises JobFault where nothing was read yet."""
    last = len(job.log) - 1
    row_at(job.log, last)
    rows = [one.model_dump() | {"rechecked": [name for name in one.rechecked if name != what]} for one in job.log]
    if done:
        rows[last]["rechecked"].append(what)
    return put(job, path_to(JOB.log), rows)
