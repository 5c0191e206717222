"""Plain coils: a rate that is picked or typed, a free length and a spacer for the target."""

from __future__ import annotations

import numpy as np
from typing_extensions import override

from isostat.assess.setup.springs.as_weighed import HIGHEST_RATE, of_rate, reach
from isostat.assess.setup.springs.kind import AsWeighed, FoundPair, Kind, Ordered, Wanted
from isostat.assess.setup.springs.order import STOCKS, order_for, seats_m, sized
from isostat.core.rates.purchase import to_step
from isostat.core.springs.coil import Coil as CoilLaw
from isostat.job.axle_fit import AxleFit
from isostat.units.saying import Saying


class PlainCoil(Kind):
    """Coils of one rate; they stand in where another kind lacks something."""

    name = "coil"
    picks_rate = True

    @override
    def part(self, fit: AxleFit, found: AxleFit) -> None:
        return None

    @override
    def as_found(self, at: AsWeighed) -> FoundPair:
        return of_rate(self, at)

    @override
    def to_order(self, w: Wanted) -> Ordered:
        return self.standing_in(w)

    def standing_in(self, w: Wanted, lacks: Saying | None = None) -> Ordered:
        """Coils of the picked or typed rate. lacks: why the wanted kind cannot be made."""
        coils, stock = (w.fit.left, w.fit.right), STOCKS[w.fit.stock]
        safe = [float(np.clip(to_step(rate, stock.rate), stock.rate, HIGHEST_RATE)) for rate in w.picked.rate]
        left, right = (c.rate_n_per_m.value if c.rate_n_per_m else rate for c, rate in zip(coils, safe, strict=True))
        pressed = w.force / np.array([left, right])
        order = sized(w, pressed, (left, right), stock)
        laws = [
            CoilLaw(rate, reach(free, coil.solid_length_m))
            for coil, free, rate in zip(coils, order.free_m, order.rate_n_per_m, strict=True)
        ]
        can = w.within_reach and min(w.picked.rate) > 0.0
        return order_for(self, w, order, (laws[0], laws[1]), pressed, seats_m(w), lacks=lacks, can_be_had=can)

    @override
    def stands_as_typed(self, fit: AxleFit) -> bool:
        return all(s.free_length_m and s.rate_n_per_m for s in (fit.left, fit.right))

    @override
    def typed_as_ordered(self, ordered: Ordered, side: int) -> dict[str, float]:
        order = ordered.order
        return {"free_length_m": order.free_m[side], "spacer_m": order.spacer_m[side], "rate_n_per_m": order.rate_n_per_m[side]}
