"""A lean taken out by one spacer: which corner, how thick, solved through the whole vehicle."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from typing_extensions import override

from isostat.assess.judgement import Place, Remedy
from isostat.assess.setup.platform import SPRING
from isostat.assess.solve.assessment import Assessment, assess
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.core.rates.purchase import SPACER_STEP, to_step
from isostat.core.vehicle.equilibrium import solve_equilibrium
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.edits.target import aim_by_axle
from isostat.job.files import JobFault
from isostat.job.points import SIDES
from isostat.job.schema import Job
from isostat.units.saying import Amount, saying
from isostat.units.unit import Quantity

PROBE = 0.005  # m of spacer by which the answer is felt


def leans(a: Assessment) -> Floats:
    """How much higher the left stands than the right in every case, mean of all axles, (B,) in m; 0 where it does not stand."""
    s = a.proposed
    return np.where(s.stands, (s.hub_to_arch_m[:, 0] - s.hub_to_arch_m[:, 1]).mean(axis=0), 0.0)


def one_spacer(a: Assessment, place: Place) -> float | None:
    """Total spacer in m at a corner that by itself levels the place's case; None where none up to THICKEST does."""
    axle, side, case = int(place.axle or 0), int(place.side or 0), int(place.case or 0)
    o = a.orders[axle]
    if o.kind.levelled_by is None:  # an anchor is turned, a pressure set: no spacer goes there
        return None
    lean = float(leans(a)[case])
    probe = a.proposed.platform.take(np.array([case]))
    offset = probe.offset_m.copy()
    offset[axle, SPRING[side]] += PROBE
    travel = solve_equilibrium(replace(probe, offset_m=offset), a.proposed.bank, exact=True).travel_m[..., 0]
    height = a.baseline_m - travel
    felt = float((height[:, 0] - height[:, 1]).mean()) - lean
    if abs(felt) < 1e-5:
        return None
    stood = o.kind.typed_as_ordered(o, side)[o.kind.levelled_by]
    total = to_step(stood - lean / felt * PROBE, SPACER_STEP)
    return total if 0.0 < total <= rules.THICKEST_LEVELLING else None


@dataclass(frozen=True, slots=True)
class SpringSpacer(Remedy):
    """The springs ordered as they are now, level wanted, and a spacer at a corner, found when it is done, that levels a case."""

    place: Place

    @override
    def on(self, job: Job) -> Job:
        """Raises JobFault where nothing can be ordered that a spacer would go under, or none would do."""
        a = assess(job)
        thick = one_spacer(a, self.place)
        if thick is None or not all(o.can_be_had for o in a.orders):
            raise JobFault(
                "remedy",
                [
                    saying(
                        "No spacer up to {most} there levels it. Use different springs left and right.",
                        most=Amount(rules.THICKEST_LEVELLING, Quantity.COIL),
                    )
                ],
            )
        for i, o in enumerate(a.orders):
            for s, name in enumerate(SIDES):
                fields = o.kind.typed_as_ordered(o, s)
                if (i, s) == (self.place.axle, self.place.side) and o.kind.levelled_by is not None:
                    fields[o.kind.levelled_by] = thick
                for field, value in fields.items():
                    job = put(job, (*path_to(JOB.proposal.axles[i]), name, field), value)
        return aim_by_axle(job, {"lean_m": {"value": 0.0}})
