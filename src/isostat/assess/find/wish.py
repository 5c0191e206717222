"""What a search may vary: the springs of an axle or two, spacers and stop spacers from, to, step."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.catalogue.parts import Parts
from isostat.core.limits import Floats, within
from isostat.units.saying import Saying


class CannotSearch(ValueError):
    """Why there is nothing to search, as a sentence."""

    def __init__(self, why: Saying) -> None:
        super().__init__(why.words())
        self.why = why


@dataclass(frozen=True, slots=True)
class Steps:
    """From, to and step, m. Raises OutOfRange where there is no way from one to the other, or more than 60 steps."""

    low_m: float
    high_m: float
    step_m: float = 0.002

    def __post_init__(self) -> None:
        within("spacer, from", self.low_m, 0.0, 0.2, "m")
        within("spacer, to", self.high_m, self.low_m, 0.2, "m")
        within("spacer step", self.step_m, max((self.high_m - self.low_m) / 60.0, 0.0005), 0.2, "m")

    @property
    def values(self) -> Floats:
        """(n,) m."""
        count = int((self.high_m - self.low_m) / self.step_m + 1e-9) + 1
        return np.asarray(self.low_m + self.step_m * np.arange(count))


@dataclass(frozen=True, slots=True, kw_only=True)
class AxleWish:
    """What may vary at an axle. parts: coils. each: a spring a side, else the same on both.

    stop_spacers: None leaves what is fitted.
    """

    axle: int
    parts: Parts
    each: bool = False
    spacers: Steps = Steps(0.0, 0.0)
    stop_spacers: Steps | None = None

    @property
    def factors(self) -> tuple[int, ...]:
        """How many springs, spacers left and right, stop spacers there are; their product is how many settings."""
        spacers = len(self.spacers.values)
        springs = len(self.parts) ** 2 if self.each else len(self.parts)
        return springs, spacers, spacers, 1 if self.stop_spacers is None else len(self.stop_spacers.values)
