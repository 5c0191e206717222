"""Progressive coils: by two rates, by counted turns or by a tester's table; their length and spacer are solved."""

from __future__ import annotations

import numpy as np
from typing_extensions import override

from isostat.assess.setup.springs.as_weighed import of_law
from isostat.assess.setup.springs.incomplete import Incomplete, needed
from isostat.assess.setup.springs.kind import AsWeighed, FoundPair, Kind, Ordered, Wanted
from isostat.assess.setup.springs.order import order_for, pair, seats_m, sized
from isostat.core.limits import GRAVITY, OutOfRange
from isostat.core.parts.wire import wire
from isostat.core.rates.purchase import ANY
from isostat.core.springs.helix import Ends, Helix, mean_diameter
from isostat.core.springs.progressive import Progressive, from_groups, from_rate_pair
from isostat.core.springs.straight_pieces import Rising, Tested, compression_at
from isostat.core.working import Origin
from isostat.job.axle_fit import AxleFit
from isostat.job.springs.progressive import ProgressiveCoil
from isostat.language import later


class ProgressiveCoils(Kind):
    """Coils whose rate rises as they are pressed, both of an axle alike."""

    name = "progressive"

    @override
    def part(self, fit: AxleFit, found: AxleFit) -> ProgressiveCoil:
        return fit.progressive

    @override
    def as_found(self, at: AsWeighed) -> FoundPair:
        try:
            law = progressive_law(at.fit.progressive)
        except OutOfRange as refused:
            raise Incomplete(refused) from None
        return of_law(self, at, (law, law))

    @override
    def to_order(self, w: Wanted) -> Ordered:
        law = progressive_law(w.fit.progressive)
        pressed = np.array([compression_at(law, float(f)) for f in w.force])
        order = sized(w, pressed, pair(law.rate(pressed)), ANY)
        return order_for(self, w, order, (law, law), pressed, seats_m(w), rate_origin=Origin.TYPED)

    @override
    def stands_as_typed(self, fit: AxleFit) -> bool:
        return all(s.free_length_m for s in (fit.left, fit.right))

    @override
    def typed_as_ordered(self, ordered: Ordered, side: int) -> dict[str, float]:
        return {"free_length_m": ordered.order.free_m[side], "spacer_m": ordered.order.spacer_m[side]}


def progressive_law(given: ProgressiveCoil) -> Rising:
    """The law of a progressive coil, however it is given. Raises Incomplete or OutOfRange."""
    match given.by:
        case "rates":
            soft, firm = needed(given.soft_n_per_m, later("first rate")), needed(given.firm_n_per_m, later("second rate"))
            change = needed(given.change_m, later("compression where the rate changes"))
            solid = needed(given.solid_m, later("compression to coil-bind"))
            return from_rate_pair(soft, firm, change, solid)
        case "turns":
            return from_turns(given)
        case _:
            rows = [(r.squeeze_m.value, r.force_kg.value * GRAVITY) for r in given.table if r.squeeze_m and r.force_kg]
            if not rows:
                raise Incomplete(later("Enter at least one compression with its load."))
            return Tested(tuple(r[0] for r in rows), tuple(r[1] for r in rows))


def from_turns(given: ProgressiveCoil) -> Progressive:
    """A progressive coil by its counted turns. Raises Incomplete where a number is missing, OutOfRange where they make no coil."""
    d, across = needed(given.wire_m, later("wire diameter")), needed(given.across_m, later("coil diameter"))
    groups = tuple((float(g.turns.value), float(g.pitch_m.value)) for g in given.groups if g.turns and g.pitch_m)
    if not groups:
        raise Incomplete(later("Enter at least one coil group: its coils and their pitch."))
    turns, free = sum(n for n, _ in groups) + 2.0, sum(n * pitch for n, pitch in groups) + 2.0 * d
    mean = mean_diameter(across, d, given.across)
    shear = given.shear_pa.value if given.shear_pa else None
    coil = Helix(wire_m=d, mean_m=mean, turns=turns, free_m=free, ends=Ends.CLOSED_GROUND, wire=wire(given.material, shear))
    return from_groups(coil, groups)
