"""Every kind of helper that may stand beside an axle's springs, and what of them an axle has."""

from __future__ import annotations

from isostat.assess.setup.springs import air, cushion, disc
from isostat.assess.setup.springs.helper_spring import Helper, HelperKind
from isostat.assess.setup.springs.incomplete import Incomplete
from isostat.core.limits import Floats
from isostat.job.axle_fit import AxleFit
from isostat.units.saying import Saying

HELPERS: dict[str, HelperKind] = {"air": air, "cushion": cushion, "discs": disc}


def helpers_as_found(fit: AxleFit) -> tuple[Helper, ...]:
    """What stood beside the springs of an axle when it was weighed."""
    return tuple(made for kind in HELPERS.values() if (made := kind.as_found(fit)) is not None)


def helpers_fitted(fit: AxleFit, grown_m: Floats) -> tuple[tuple[Helper, ...], dict[str, Saying]]:
    """What a proposal fits beside the springs of an axle, and by its kind why one cannot be.

    grown_m: (2,) compression of the springs from the baseline to the target.
    """
    made: list[Helper] = []
    lacks: dict[str, Saying] = {}
    for name, kind in HELPERS.items():
        try:
            helper = kind.fitted(fit, grown_m)
        except Incomplete as why:
            lacks[name] = why.why
        else:
            made += [] if helper is None else [helper]
    return tuple(made), lacks
