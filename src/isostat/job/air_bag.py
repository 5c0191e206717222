"""An air helper beside an axle's main springs."""

from __future__ import annotations

from typing import Literal

from isostat.job.reading import BagSize, CoilLength, Frozen, Pressure


class AirBag(Frozen):
    """A bag a side, between the seats of the springs; gauge pressures as they are set in the target's case, at its height.

    across_m: effective diameter. height_m: inside, at its longest. least_m: flat. stands_m: height that it has between its seats as
    weighed. gas: shut in, or its pressure held by the line. least_pa, most_pa: the maker's.
    """

    across_m: BagSize | None = None
    height_m: CoilLength | None = None
    least_m: CoilLength | None = None
    stands_m: CoilLength | None = None
    left_pa: Pressure | None = None
    right_pa: Pressure | None = None
    least_pa: Pressure | None = None
    most_pa: Pressure | None = None
    gas: Literal["shut in", "held"] = "shut in"
