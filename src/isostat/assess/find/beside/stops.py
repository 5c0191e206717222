"""Bump stops of a list: a taller one is touched and flat sooner."""

from __future__ import annotations

import numpy as np
from typing_extensions import override

from isostat.assess.find.beside.beside import Beside, BesideKind
from isostat.assess.find.wish import CannotSearch
from isostat.assess.setup import derived
from isostat.assess.setup.platform import helper_parts
from isostat.assess.solve.assessment import Assessment
from isostat.catalogue.parts import Parts
from isostat.core.limits import Bools, Floats
from isostat.core.parts.bump_stop import BumpStop
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.reading import Reading
from isostat.job.schema import Job
from isostat.job.springs.stop import Stop
from isostat.units.saying import saying


class OfRubber(BesideKind):
    """What its material says of: how far it goes until flat."""

    @override
    def says_enough(self, parts: Parts) -> Bools:
        return np.array([bool(material) for material in parts.words["material"]], dtype=bool)


class Stops(OfRubber):
    """In the place of the stops that are fitted, on the spacer that is under them."""

    listed = "bump stop"

    @override
    def made(self, a: Assessment, axle: int, parts: Parts) -> Beside:
        figures, found, name = a.axles[axle], a.job.as_found.axles[axle].stop, a.job.vehicle.axles[axle].name
        if a.fits[axle].stop_left_out:
            raise CannotSearch(saying("{axle}: its bump stops are left out. Fit one first (Travel, stops).", axle=name))
        if found.free_height_m is None or found.free_height_m.assumed:
            raise CannotSearch(saying("{axle}: enter the bump-stop free height first (Measure, bench data).", axle=name))
        free = parts.numbers["free_m"]
        laws = tuple(_law(_stop(parts, row)) for row in range(len(parts)))
        sooner = spacer_m(a, axle) + free - found.free_height_m.value - figures.stop_spacer_m
        pressed = sooner - np.array([[gap.value] for gap in figures.stop_gap_m])
        return Beside(parts=parts, laws=laws, pressed_m=pressed)

    @override
    def place(self, a: Assessment, axle: int) -> int:
        return int(helper_parts(a.fits[axle]).stop)

    @override
    def into(self, job: Job, axle: int, parts: Parts, row: int) -> Job:
        under = job.proposal.axles[axle].stop.spacer_m
        kept = under if under is not None and under.value > 0.0 else None
        stop = _stop(parts, row).model_copy(update={"spacer_m": kept})
        return put(job, path_to(JOB.proposal.axles[axle].stop), stop.model_dump(exclude_none=True))


def spacer_m(a: Assessment, axle: int) -> float:
    """Under another stop, m: what the old one was trimmed by does not go with it."""
    return max(a.fits[axle].stop_spacer_m, 0.0)


def _stop(parts: Parts, row: int) -> Stop:
    return Stop.model_validate(rubber(parts, row))


def rubber(parts: Parts, row: int) -> dict[str, object]:
    """A stop or a helper of a list, by the fields of the job's part: what the list does not say follows from its material."""
    rate, free = (float(parts.numbers[key][row]) for key in ("rate", "free_m"))
    given = {"kind": parts.words["material"][row], "free_height_m": Reading(value=free)}
    return given | ({"rate_n_per_m": Reading(value=rate)} if np.isfinite(rate) else {})


def _law(stop: Stop) -> BumpStop:
    rate, flat = derived.stop_figures(stop)
    assert rate is not None and flat is not None
    return BumpStop(rate.value, flat.value)


def flat_travel_m(a: Assessment, axle: int, made: Beside) -> Floats:
    """Travel of the wheel at which each is flat, (2, n) m."""
    flat = np.array([law.flat_x_m for law in made.laws if isinstance(law, BumpStop)])
    return np.asarray((flat - made.pressed_m) / a.axles[axle].stop_ratio.value)
