"""Edits of the weights: all pads at once, an axle or the whole off a ticket, or a guess from the plates."""

from __future__ import annotations

from typing import Any

from isostat.core import rules
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.files import JobFault
from isostat.job.schema import Job
from isostat.language import later
from isostat.units.saying import Amount, Given, saying
from isostat.units.unit import Quantity


def put_pads(job: Job, masses_kg: list[float]) -> Job:
    """All pads at once, axle by axle, left before right. Raises JobFault when a mass is out of range."""
    for n, mass in enumerate(masses_kg):
        job = put(job, (*path_to(JOB.vehicle.axles[n // 2]), ("left", "right")[n % 2], "pad_kg"), round(mass, 2))
    return job


def weigh_axle(job: Job, axle: int, mass_kg: float, typed: str) -> Job:
    """An axle off a weighbridge ticket, shared between its wheels as the pads were, else in halves: the split is assumed."""
    return _weighed(job, {axle: mass_kg}, typed)


def weigh_whole(job: Job, mass_kg: float, typed: str) -> Job:
    """The whole vehicle off a ticket: the axle that is only assumed gets what the others leave, else all keep their shares.

    Raises JobFault when the other axles alone weigh more.
    """
    loads = [axle.left.pad_kg.value + axle.right.pad_kg.value for axle in job.vehicle.axles]
    guessed = [n for n, axle in enumerate(job.vehicle.axles) if axle.left.pad_kg.typed is None and axle.left.pad_kg.assumed]
    if len(guessed) == 1:
        rest = mass_kg - sum(load for n, load in enumerate(loads) if n not in guessed)
        if rest <= 0.0:
            weights: dict[str, Given] = {"whole": Amount(mass_kg, Quantity.MASS), "others": Amount(mass_kg - rest, Quantity.MASS)}
            said = "Whole vehicle: {whole} is not more than the other axles weigh. Enter more than {others}."
            raise JobFault("edit", [saying(said, **weights)])
        return _weighed(job, {guessed[0]: rest}, typed)
    whole = sum(loads)
    return _weighed(job, {n: mass_kg * (load / whole if whole else 1 / len(loads)) for n, load in enumerate(loads)}, typed)


def weigh_by_plates(job: Job) -> Job:
    """All pads guessed from the plates: the vehicle's, else the axles' together, empty and shared as the axle plates are.

    Raises JobFault where no plate was typed.
    """
    axles = [axle.rating_kg.value if axle.rating_kg else None for axle in job.vehicle.axles]
    known = [a for a in axles if a]
    gross = job.vehicle.rating_kg.value if job.vehicle.rating_kg else sum(known) if len(known) == len(axles) else None
    if gross is None:
        raise JobFault("edit", [later("Enter the gross vehicle rating, or the ratings of all axles.")])
    whole = sum(a or gross / len(axles) for a in axles)
    shares = {n: gross * rules.EMPTY_OF_PLATE * (a or gross / len(axles)) / whole for n, a in enumerate(axles)}
    return _weighed(job, shares, None)


def _weighed(job: Job, axles_kg: dict[int, float], typed: str | None) -> Job:
    step = job.weighing.ticket_step_kg
    for n, mass in axles_kg.items():
        corners = (job.vehicle.axles[n].left, job.vehicle.axles[n].right)
        whole = sum(c.pad_kg.value for c in corners)
        measured = whole > 0 and not any(c.pad_kg.assumed for c in corners)
        for side, corner in zip(("left", "right"), corners, strict=True):
            share = corner.pad_kg.value / whole if measured else 0.5
            reading: dict[str, Any] = {"value": round(mass * share, 3), "typed": typed, "assumed": True}
            if typed is not None and step is not None:
                reading["error"] = step.value
            job = put(job, (*path_to(JOB.vehicle.axles[n]), side, "pad_kg"), reading)
    return job
