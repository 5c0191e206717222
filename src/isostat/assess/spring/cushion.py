"""A helper of foam or rubber at an axle, for its page."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.assess.setup.springs.cushion import Cushioned, jack_up_m
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.helper_loads import HelperLoads, helper_loads
from isostat.core.working import Figure


@dataclass(frozen=True, slots=True, kw_only=True)
class CushionPage:
    """What its readings give, how far the frame must come up to get it in, and what it carries."""

    rate: Figure  # at the touch
    flat: Figure  # pressed by
    up_m: float
    loads: HelperLoads


def cushion_page(a: Assessment, axle: int) -> CushionPage | None:
    """Of an axle; None where none is given."""
    helper = a.fits[axle].helper(Cushioned)
    if helper is None:
        return None
    return CushionPage(rate=helper.rate, flat=helper.flat, up_m=jack_up_m(helper), loads=helper_loads(a, axle, helper))
