"""Helpers of foam or rubber of a list, in the gap between frame and axle that was measured."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np
from typing_extensions import override

from isostat.assess.find.beside.beside import SIDES, Beside
from isostat.assess.find.beside.stops import OfRubber, rubber
from isostat.assess.find.law import Law
from isostat.assess.find.wish import CannotSearch
from isostat.assess.setup.platform import SPRING
from isostat.assess.setup.springs import cushion
from isostat.assess.setup.springs.cushion import Cushioned
from isostat.assess.setup.springs.order import grown_m
from isostat.assess.solve.assessment import Assessment
from isostat.catalogue.parts import Parts
from isostat.core.limits import GRAVITY, Floats
from isostat.job.axle_fit import AxleFit
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.reading import Reading
from isostat.job.schema import Job
from isostat.job.springs.cushion import Cushion
from isostat.units.saying import saying

PRESSED = 0.2  # m as weighed, more than which no helper is


class Cushions(OfRubber):
    """A helper a side, which fills the same space as the one that is entered."""

    listed = "helper"

    @override
    def made(self, a: Assessment, axle: int, parts: Parts) -> Beside:
        space = _space_m(a.job, axle)
        if space is None:
            said = "{axle}: enter a helper's gap and free height first (Spring, foam helper)."
            raise CannotSearch(saying(said, axle=a.job.vehicle.axles[axle].name))
        fit = a.job.proposal.axles[axle]
        each = [_made(fit, _given(parts, row, space)) for row in range(len(parts))]
        pressed = np.array([one.offset_m for one in each]).T
        at_target = pressed + grown_m(a.orders[axle].asked)[:, None]
        carried = np.array([[one.law[0].force(x) for one, x in zip(each, of_side, strict=True)] for of_side in at_target])
        solid = parts.numbers["free_m"] - space - np.minimum([one.flat_m for one in each], PRESSED)
        broken: Mapping[Law, Floats] = {
            Law.ROOM: np.maximum(solid, 0.0),
            Law.RATED: np.maximum(carried.max(axis=0) / GRAVITY / parts.numbers["rated_kg"] - 1.0, 0.0),
        }
        return Beside(parts=parts, laws=tuple(one.law[0] for one in each), pressed_m=pressed, broken=broken)

    @override
    def place(self, a: Assessment, axle: int) -> int | None:
        fitted = [n for n, helper in enumerate(a.fits[axle].helpers) if isinstance(helper, Cushioned)]
        return len(SPRING) + SIDES * fitted[0] if fitted else None

    @override
    def into(self, job: Job, axle: int, parts: Parts, row: int) -> Job:
        space = _space_m(job, axle)
        assert space is not None
        given = _given(parts, row, space)
        return put(job, path_to(JOB.proposal.axles[axle].cushion), given.model_dump(exclude_none=True))


def _space_m(job: Job, axle: int) -> float | None:
    """Between the seats as weighed, m: the entered helper's free height and its gap; None where one of them is not entered."""
    given = job.proposal.axles[axle].cushion
    if given.gap_m is None or given.free_height_m is None:
        return None
    return float(given.gap_m.value + given.free_height_m.value)


def _given(parts: Parts, row: int, space_m: float) -> Cushion:
    gap = round(max(space_m - float(parts.numbers["free_m"][row]), -PRESSED), 4)
    return Cushion.model_validate(rubber(parts, row) | {"gap_m": Reading(value=gap)})


def _made(fit: AxleFit, given: Cushion) -> Cushioned:
    made = cushion.as_found(fit.model_copy(update={"cushion": given}))
    assert made is not None
    return made
