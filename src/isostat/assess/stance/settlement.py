"""By how much of their loaded deflection an axle's springs settle."""

from __future__ import annotations

from isostat.assess.setup.settlement import settle_share, settling_assumed
from isostat.core.working import Figure, Origin
from isostat.job.schema import Job


def settling(job: Job, axle: int) -> Figure:
    """The share, as typed or as usual for the kind of spring."""
    return Figure(settle_share(job, axle), Origin.ASSUMED if settling_assumed(job, axle) else Origin.TYPED)
