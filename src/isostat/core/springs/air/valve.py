"""An air spring behind a levelling valve, at rest: filled while it stands low, let down while it stands high."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core import rules
from isostat.core.limits import Floats, OutOfRange, within
from isostat.core.springs.air.bag import FAST, SEA_LEVEL, Bag, ClosedAir, InBag


@dataclass(frozen=True, kw_only=True)
class LevelledAir(InBag):
    """What a levelled bag carries at rest. Over a dead band its pressure rises from the least to the most: where the load came on
    it stands at the low edge of the band, where it went off at the high one.

    bag: what is filled. least_pa, most_pa: gauge, 0 to 1.5 MPa. from_x_m: compression at which filling begins. band_m: dead band
    either way, 0.5 to 50 mm. ambient_pa: round it. Raises OutOfRange otherwise.
    """

    bag: Bag
    least_pa: float
    most_pa: float
    from_x_m: float
    band_m: float = rules.VALVE_BAND
    ambient_pa: float = SEA_LEVEL

    def __post_init__(self) -> None:
        within("maximum pressure", self.most_pa, 0.0, 1.5e6, "Pa")
        within("minimum pressure", self.least_pa, 0.0, self.most_pa * 0.99, "Pa")
        within("levelling-valve dead band", self.band_m, 0.0005, 0.05, "m")

    @property
    def knots(self) -> tuple[float, ...]:
        """Compressions in m where the rate jumps, ascending."""
        ramp = np.linspace(self.from_x_m, self.from_x_m + 2.0 * self.band_m, 9)
        return tuple(np.union1d(ramp, self.bag.x_m).tolist())

    def _slope(self, x: Floats) -> tuple[Floats, Floats]:
        share = (np.asarray(x) - self.from_x_m) / (2.0 * self.band_m)
        over = self.most_pa - self.least_pa
        return self.least_pa + over * np.clip(share, 0.0, 1.0), np.where(
            (share >= 0) & (share < 1), over / (2.0 * self.band_m), 0.0
        )

    def gauge_at(self, x: Floats) -> Floats:
        """Gauge pressure in Pa at which it rests at compression x, any shape."""
        return self._slope(x)[0]

    def rise_at(self, x: Floats) -> Floats:
        """How fast the valve raises the pressure at compression x, Pa/m, any shape."""
        return self._slope(x)[1]

    def force(self, x: Floats) -> Floats:
        """Force in N at compression x in m, any shape."""
        return np.asarray(self._slope(x)[0] * self.bag.area(x)[0])

    def rate(self, x: Floats) -> Floats:
        """Slope in N/m at compression x in m, any shape: the valve's, not what a bump meets."""
        gauge, rise = self._slope(x)
        area, slope = self.bag.area(x)
        return np.asarray(rise * area + gauge * slope)

    def riding(self, x: float) -> ClosedAir:
        """What a bump meets at compression x in m: the valve is slow, the gas is shut in."""
        gauge, inside = float(self.gauge_at(np.asarray(x))), float(np.clip(x, *self.domain))
        return ClosedAir(
            bag=self.bag, gauge_pa=gauge, set_x_m=inside, exponent=FAST, set_ambient_pa=self.ambient_pa, ambient_pa=self.ambient_pa
        )


def levelled(bag: Bag, gauge_pa: float, x_m: float, limits: tuple[float, float], band_m: float, ambient_pa: float) -> LevelledAir:
    """A levelled bag whose valve is set so that it rests at compression x with a gauge pressure.

    bag: which. gauge_pa, x_m: where it rests. limits: least and most pressure, Pa. band_m: of the valve. ambient_pa: round it.
    Raises OutOfRange where the pressure is outside the limits.
    """
    least, most = limits
    within("valve pressure needed", gauge_pa, least, most, "Pa")
    if most <= least:
        raise OutOfRange("maximum pressure", most, least, 1.5e6, "Pa")
    return LevelledAir(
        bag=bag,
        least_pa=least,
        most_pa=most,
        from_x_m=x_m - 2.0 * band_m * (gauge_pa - least) / (most - least),
        band_m=band_m,
        ambient_pa=ambient_pa,
    )
