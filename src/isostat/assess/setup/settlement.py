"""By how much new springs settle in their first few hundred kilometres."""

from __future__ import annotations

import numpy as np

from isostat.assess.setup.springs.kind import Ordered
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.job.schema import Job


def settling_assumed(job: Job, axle: int) -> bool:
    """Whether that share is only usual."""
    typed = job.proposal.axles[axle].settle_share
    return typed is None or typed.assumed


def settle_share(job: Job, axle: int) -> float:
    """Share of the loaded deflection by which an axle's springs settle, as typed or as usual for their kind."""
    fit = job.proposal.axles[axle]
    return rules.SETTLES_BY_KIND.get(fit.kind, rules.SETTLES) if fit.settle_share is None else float(fit.settle_share.value)


def settles_m(job: Job, orders: tuple[Ordered, ...]) -> Floats:
    """How much lower each axle stands once settled, at the wheel, mean of both sides, (A, 1) in m."""
    down = [settle_share(job, i) * max(sum(o.pressed_m) / 2.0, 0.0) / max(o.bends[0], 0.05) for i, o in enumerate(orders)]
    return np.array(down)[:, None]
