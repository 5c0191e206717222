"""Shocks of a list: their ends move, by how much longer than the old ones they are."""

from __future__ import annotations

import numpy as np
from typing_extensions import override

from isostat.assess.find.beside.beside import SIDES, Beside, BesideKind
from isostat.assess.find.wish import CannotSearch
from isostat.assess.setup.platform import helper_parts
from isostat.assess.solve.assessment import Assessment
from isostat.catalogue.parts import Parts
from isostat.core.parts.ends import ShockEnds
from isostat.job.schema import Job
from isostat.job.springs.parts import put_shock
from isostat.units.saying import saying


class Shocks(BesideKind):
    """Between the mounts that are there."""

    listed = "shock"

    @override
    def made(self, a: Assessment, axle: int, parts: Parts) -> Beside:
        given = a.job.vehicle.axles[axle]
        if given.shock_long_m is None:
            raise CannotSearch(saying("{axle}: enter the shock's full length first (Measure, points).", axle=given.name))
        out, shut = parts.numbers["extended_m"], parts.numbers["collapsed_m"]
        shaft = np.array([[m.value] for m in a.axles[axle].droop_shaft_m])
        return Beside(
            parts=parts,
            laws=tuple(ShockEnds(float(stroke)) for stroke in out - shut),
            pressed_m=shaft + out - given.shock_long_m.value - a.fits[axle].shock_mounts_m,
        )

    @override
    def place(self, a: Assessment, axle: int) -> int:
        fit = a.fits[axle]
        return int(helper_parts(fit).stop) + (0 if fit.stop_left_out else SIDES)

    @override
    def into(self, job: Job, axle: int, parts: Parts, row: int) -> Job:
        out, shut = (float(parts.numbers[key][row]) for key in ("extended_m", "collapsed_m"))
        return put_shock(job, axle, out, out - shut)
