"""A helper of foam or rubber between frame and axle, beside the springs."""

from __future__ import annotations

from isostat.job.reading import Gap
from isostat.job.springs.stop import Stop


class Cushion(Stop):
    """Given as a stop is, by its kind and free height or by press readings. gap_m: to it as weighed, pressed already below nothing.

    It stands at the springs' place and follows their motion; it is on once its gap is given.
    """

    gap_m: Gap | None = None
