"""The springs as found: what the readings say of each."""

from __future__ import annotations

from isostat.assess.setup.figures import AxleFigures
from isostat.assess.setup.platform import Springs
from isostat.assess.setup.springs.as_weighed import of_rate
from isostat.assess.setup.springs.incomplete import Incomplete
from isostat.assess.setup.springs.kind import AsWeighed, FoundPair
from isostat.assess.setup.springs.kinds import COIL, KINDS
from isostat.core.limits import Floats
from isostat.job.axle_fit import AxleFit


def found_springs(axle: AxleFigures, index: int, fit: AxleFit, force_n: Floats) -> FoundPair:
    """Both springs of an axle as found, index counted from the front. force_n: (2,) at the baseline, from the scales."""
    at = AsWeighed(axle, index, fit, force_n)
    try:
        return KINDS[fit.kind].as_found(at)
    except Incomplete as why:
        return of_rate(COIL, at, lacks=why.why)


def as_stand(found: FoundPair) -> Springs:
    """Springs as found for the platform: each pressed by its baseline force."""
    left, right = found
    return Springs((left.law, right.law), (left.pressed_m, right.pressed_m), left.couple)
