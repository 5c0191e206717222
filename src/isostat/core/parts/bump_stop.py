"""A bump stop of rubber or foam: soft at the touch, a wall when flat."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from typing_extensions import override

from isostat.core.limits import Floats, within
from isostat.core.parts.event import Event
from isostat.core.parts.law import LawEvent, UntilFlat

USABLE = 0.95  # share of the pole's distance that the law follows; "flat" beyond it


@dataclass(frozen=True, slots=True)
class BumpStop(UntilFlat):
    """F = k0·x/(1 − (x/x_pole)^m), followed to 0.95 of the pole and then along its tangent.

    k0_n_per_m: rate at the touch, 500 to 1 000 000. flat_x_m: compression at which it is flat
    (its usable share; the pole lies at flat/0.95), 0.002 to 0.5. exponent: m, 1 to 12.
    Raises OutOfRange otherwise. x is compression from the touch.
    """

    k0_n_per_m: float
    flat_x_m: float
    exponent: float = 3.0

    def __post_init__(self) -> None:
        within("bump-stop initial rate", self.k0_n_per_m, 500.0, 1.0e6, "N/m")
        within("bump-stop travel", self.flat_x_m, 0.002, 0.5, "m")
        within("bump-stop exponent", self.exponent, 1.0, 12.0, "")

    @property
    def events(self) -> tuple[LawEvent, ...]:
        """What happens on the way, by compression."""
        return LawEvent(Event.STOP_TOUCHED, 0.0), LawEvent(Event.STOP_FLAT, self.flat_x_m)

    def _share(self, x: Floats) -> tuple[Floats, Floats, Floats]:
        inside = np.clip(x, 0.0, self.flat_x_m)
        power = (inside * USABLE / self.flat_x_m) ** self.exponent
        return inside, power, self.k0_n_per_m * (1 + (self.exponent - 1) * power) / (1 - power) ** 2

    def force(self, x: Floats) -> Floats:
        """Force in N at compression x in m, any shape: 0 before the touch."""
        inside, power, tangent = self._share(x)
        return self.k0_n_per_m * inside / (1 - power) + tangent * np.maximum(x - self.flat_x_m, 0.0)

    def rate(self, x: Floats) -> Floats:
        """Slope in N/m at compression x in m, any shape: 0 before the touch."""
        return np.where(np.asarray(x) > 0.0, self._share(x)[2], 0.0)


@dataclass(frozen=True, slots=True)
class Cushion(BumpStop):
    """The same law as a helper, which carries its share of a load at rest."""

    @override
    @property
    def events(self) -> tuple[LawEvent, ...]:
        return LawEvent(Event.HELPER_TOUCHED, 0.0), LawEvent(Event.HELPER_FLAT, self.flat_x_m)
