"""Hub to arch of an axle's wheels, as a test or the log has them."""

from __future__ import annotations

from isostat.job.reading import Frozen, Height


class Heights(Frozen):
    """Hub to arch read at an axle; what was not read is left out."""

    left_m: Height | None = None
    right_m: Height | None = None
