"""A job as a start for a like vehicle: what was read is carried over as assumed, what was done to the other one is left behind."""

from __future__ import annotations

from typing import Any

from isostat.job.card import Card
from isostat.job.files import job_from
from isostat.job.schema import Job

DONE = ("log", "squats", "bench")


def start_like(job: Job, title: str) -> Job:
    """A fresh job on a like vehicle: every reading of the vehicle and of what it stood on is assumed; card and log are empty."""
    plain = job.model_dump(mode="json", exclude_none=True)
    for part in ("vehicle", "as_found", "items"):
        _assume(plain[part])
    fresh = plain | {"title": title, "number": "", "read_on": "", "card": Card().model_dump()} | {name: [] for name in DONE}
    return job_from(fresh, title)


def _assume(part: Any) -> None:
    """Marks every reading of a part of the document, and of the parts in it."""
    if isinstance(part, dict):
        if "value" in part:
            part["assumed"] = True
            for name in ("typed", "when", "error", "note"):
                part.pop(name, None)
        for one in part.values():
            _assume(one)
    elif isinstance(part, list):
        for one in part:
            _assume(one)
