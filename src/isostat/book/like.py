"""A job as a start for a like vehicle: what was read is carried over as assumed, what was done to the other one is left behind."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

import numpy as np

from isostat.assess.setup.settlement import settle_share, settles_m
from isostat.assess.solve.assessment import assess
from isostat.core.fitting.shop import Lesson
from isostat.job.card import Card
from isostat.job.edits.card import bought_of
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.files import job_from
from isostat.job.schema import Job
from isostat.job.taught import Taught

DONE = ("log", "squats", "bench")
MOST_SHARE = 0.1  # of the deflection that springs settle by
NOTE = "shop book"


def start_like(job: Job, title: str, lessons: Sequence[Lesson] = ()) -> Job:
    """A fresh job on a like vehicle: every reading of the vehicle and of what it stood on is assumed; card and log are empty.

    The proposal and what its parts are called stay. lessons: those of them that are told and of its springs count from now on.
    """
    plain = job.model_dump(mode="json", exclude_none=True)
    for part in ("vehicle", "as_found", "items"):
        _assume(plain[part])
    card = Card(bought=job.card.bought).model_dump(mode="json", exclude_none=True)
    told = concerning(job, lessons)
    taught = [Taught.model_validate(_plain(one)) for one in told if one.of != "settles"]
    fresh = plain | {"title": title, "number": "", "read_on": "", "card": card} | {name: [] for name in DONE}
    started = job_from(fresh | {"taught": [one.model_dump(mode="json") for one in taught]}, title)
    for one in told:
        started = _settling(started, one) if one.of == "settles" else started
    return started


def _plain(one: Lesson) -> dict[str, Any]:
    return {"of": one.of, "name": one.name, "jobs": one.jobs, "mean_m": round(one.mean_m, 5), "error_m": round(one.error_m, 5)}


def _settling(job: Job, one: Lesson) -> Job:
    """Springs of that kind settle by so much more of their deflection, where nothing else was typed for them."""
    settles = settles_m(job, assess(job).orders)[:, 0]
    for axle, fit in enumerate(job.proposal.axles):
        if fit.kind == one.name and fit.settle_share is None and settles[axle] > 0.0:
            deflection = settles[axle] / settle_share(job, axle)
            share = float(np.clip(settle_share(job, axle) + one.mean_m / deflection, 0.0, MOST_SHARE))
            read = {"value": round(share, 4), "error": round(min(one.error_m / deflection, share), 4), "note": NOTE}
            job = put(job, path_to(JOB.proposal.axles[axle].settle_share), read)
    return job


def concerning(job: Job, lessons: Sequence[Lesson]) -> tuple[Lesson, ...]:
    """Those that are told and of its springs."""
    kinds = {fit.kind for fit in job.proposal.axles}
    bought = [bought_of(job, axle) for axle in range(len(job.proposal.axles))]
    makers = {one.maker for one in bought if one is not None}
    return tuple(one for one in lessons if one.told and one.name in (makers if one.of == "maker" else kinds))


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
