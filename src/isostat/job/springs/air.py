"""Air at an axle: bags beside its main springs, or in their place."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field

from isostat.job.reading import Altitude, BagSize, CoilLength, Frozen, Mass, Offset, Pressure, Squeeze, Temperature, Volume, Warmth


class BagRow(Frozen):
    """A line of a maker's chart: what the bag carries at a height, at the chart's pressure."""

    height_m: CoilLength | None = None
    load_kg: Mass | None = None


class AirBag(Frozen):
    """A bag a side, between the seats of the springs; gauge pressures as they are set in the target's case, at its height.

    across_m: effective diameter. height_m: inside, at its longest. least_m: flat. stands_m: height that it has between its seats as
    weighed. chart, chart_pa: in place of a diameter, what its maker says that it carries at one pressure. gas: shut in, its
    pressure held by the line, or its height held by a levelling valve, whose dead band is band_m either way and whose rod is
    rod_m long with its arm level as weighed; rod_more_m: longer than the target alone has it. lines: the bags of an axle
    apart, or joined by a tee (a valve then holds their mean height). tank_m3: joined to each. least_pa, most_pa, most_kg: of one
    bag, its maker's. set_high_m, high_m: above the sea, where
    it is set and where it is used; set_k: temperature where it is set; warmer_k: where it is used, than there.
    """

    across_m: BagSize | None = None
    height_m: CoilLength | None = None
    least_m: CoilLength | None = None
    stands_m: CoilLength | None = None
    chart: tuple[BagRow, ...] = Field(default=(), max_length=40)
    chart_pa: Pressure | None = None
    left_pa: Pressure | None = None
    right_pa: Pressure | None = None
    least_pa: Pressure | None = None
    most_pa: Pressure | None = None
    most_kg: Mass | None = None
    gas: Literal["shut in", "held", "levelled"] = "shut in"
    lines: Literal["apart", "tee"] = "apart"
    band_m: Squeeze | None = None
    rod_m: CoilLength | None = None
    rod_more_m: Offset | None = None
    tank_m3: Volume | None = None
    set_high_m: Altitude | None = None
    high_m: Altitude | None = None
    set_k: Temperature | None = None
    warmer_k: Warmth | None = None

    def over(self, found: Self) -> Self:
        """This bag, with what it leaves out as found; pressures are its own."""
        own = {name: value for name, value in dict(self).items() if value not in (None, ())}
        return found.model_copy(update={"left_pa": None, "right_pa": None, **own})
