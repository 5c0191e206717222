"""Parts fitted on the wrong side or at the wrong end, heights typed into the wrong fields: what that does to every wheel."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from isostat.assess.log.cause import Cause, Why
from isostat.assess.solve.assessment import Assessment, assess
from isostat.core.limits import Floats, Ints, OutOfRange
from isostat.job.axle_fit import AxleFit
from isostat.job.files import JobFault
from isostat.job.schema import Job

OF_A_SPRING = ("rate_n_per_m", "free_length_m", "solid_length_m")  # what goes along to the other end of the vehicle


@dataclass(frozen=True, slots=True)
class Exchanged:
    """moved_m, weighs_kg: (B, 2A) more than promised at every wheel."""

    cause: Cause
    moved_m: Floats
    weighs_kg: Floats


def exchanged(a: Assessment) -> Iterator[Exchanged]:
    """All of it that does anything. a: as fitted. Weights: common practice, no source."""
    for i in range(len(a.axles)):
        yield from _parts(a, _sides(a.job, i), Cause(Why.SIDES, "exchanged", i, None, 0.7, 0.0))
        yield _readings(a, Cause(Why.READ_SIDES, "misplaced", i, None, 0.3, 0.0))
    if len(a.axles) == 2:
        yield from _parts(a, _ends(a.job), Cause(Why.ENDS, "exchanged", None, None, 0.3, 0.0))
        yield _readings(a, Cause(Why.READ_ENDS, "misplaced", None, None, 0.3, 0.0))


def places(cause: Cause, wheels: int) -> Ints:
    """Whose part or reading stands at every wheel, (2A,)."""
    out = np.arange(wheels)
    if cause.axle is None:
        return out[[2, 3, 0, 1]]
    out[[2 * cause.axle, 2 * cause.axle + 1]] = out[[2 * cause.axle + 1, 2 * cause.axle]]
    return out


def _sides(job: Job, axle: int) -> Job:
    """With all that is fitted left fitted right, and the other way round."""
    fits = list(job.proposal.axles)
    fits[axle] = fits[axle].model_copy(update={"left": fits[axle].right, "right": fits[axle].left})
    return _with(job, fits)


def _ends(job: Job) -> Job:
    """With the coils of the front in the rear; the job itself where they are no coils."""
    fits = list(job.proposal.axles)
    if any(fit.kind != "coil" for fit in fits):
        return job
    swapped = []
    for mine, other in (fits, fits[::-1]):
        sides = {
            name: getattr(mine, name).model_copy(update={field: getattr(getattr(other, name), field) for field in OF_A_SPRING})
            for name in ("left", "right")
        }
        swapped.append(mine.model_copy(update=sides))
    return _with(job, swapped)


def _with(job: Job, fits: list[AxleFit]) -> Job:
    return job.model_copy(update={"proposal": job.proposal.model_copy(update={"axles": tuple(fits)})})


def _parts(a: Assessment, job: Job, cause: Cause) -> Iterator[Exchanged]:
    if job.proposal == a.job.proposal:
        return
    try:
        other = assess(job)
    except (JobFault, OutOfRange):  # what cannot be fitted there was not
        return
    moved = _by_case(other.proposed.hub_to_arch_m - a.proposed.hub_to_arch_m)
    yield Exchanged(cause, moved, _by_case(other.proposed.pad_kg - a.proposed.pad_kg))


def _readings(a: Assessment, cause: Cause) -> Exchanged:
    height = _by_case(a.proposed.hub_to_arch_m)
    return Exchanged(cause, height[:, places(cause, height.shape[1])] - height, np.zeros(height.shape))


def _by_case(values: Floats) -> Floats:
    """Of every wheel, (A, 2, B), as (B, 2A)."""
    return values.reshape(-1, values.shape[2]).T
