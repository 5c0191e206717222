"""Where a step of a card is, and how it says what both wheels of an axle have."""

from __future__ import annotations

import math
from dataclasses import dataclass

from isostat.assess.log.promise import floor_case
from isostat.assess.solve.assessment import Assessment
from isostat.language import tr
from isostat.units.unit import INCH_M, Quantity
from isostat.wording.reader import Reader


@dataclass(frozen=True, slots=True)
class At:
    """Where a step is: axle and side, each None where it is not of one."""

    a: Assessment
    r: Reader
    axle: int | None
    side: int | None

    @property
    def i(self) -> int:
        """The axle, or the first."""
        return self.axle or 0

    @property
    def sides(self) -> tuple[int, ...]:
        """Which wheels it is about."""
        return (0, 1) if self.side is None else (self.side,)

    @property
    def floor(self) -> int:
        """The case of the workshop's floor, or as weighed."""
        return floor_case(self.a)

    def stocked(self, length_m: float, needed_m: float) -> str:
        """A length that can be bought, and what of it is needed."""
        return tr("{m} ({needed} needed)", m=self.r.coil(length_m), needed=self.r.coil(needed_m))

    @property
    def in_inches(self) -> bool:
        """Whether parts are bought by the inch."""
        return math.isclose(self.r.preset.unit(Quantity.COIL).si, INCH_M)

    def both(self, values: list[str]) -> str:
        """Left and right, once where they are alike."""
        return values[0] if len(set(values)) == 1 else tr("{left} left, {right} right", left=values[0], right=values[-1])
