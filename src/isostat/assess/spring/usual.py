"""What an axle and its springs are taken for until it is typed."""

from __future__ import annotations

from isostat.assess.setup.figures import default_frequency
from isostat.core.parts.wire import wire
from isostat.core.springs.torsion.bar import SHEAR as BAR_SHEAR

__all__ = ["BAR_SHEAR", "usual_hertz", "usual_shear_pa"]


def usual_hertz(axle: int) -> float:
    """Ride frequency in Hz that an axle is ordered for, counted from the front."""
    return default_frequency(axle)


def usual_shear_pa(grade: str) -> float:
    """Shear modulus in Pa of a grade of wire."""
    return wire(grade).shear_pa
