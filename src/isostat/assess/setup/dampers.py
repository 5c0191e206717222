"""A tested damper out of the job."""

from __future__ import annotations

from collections.abc import Sequence

from isostat.core.limits import OutOfRange
from isostat.core.parts.damper import Damper
from isostat.job.axle_fit import DamperRow


def damper_of(rows: Sequence[DamperRow]) -> Damper | None:
    """The damper of whole rows, by speed; None without any, or where two stand at one speed."""
    whole = sorted(
        (row.speed_m_s.value, row.bump_n.value, row.rebound_n.value)
        for row in rows
        if row.speed_m_s is not None and row.bump_n is not None and row.rebound_n is not None
    )
    if not whole:
        return None
    speeds, bump, rebound = zip(*whole, strict=True)
    try:
        return Damper(speeds, bump, rebound)
    except OutOfRange:
        return None
