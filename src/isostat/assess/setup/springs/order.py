"""What ordering springs of any kind takes: lengths and spacers for the target, and the order with what the target asks."""

from __future__ import annotations

import numpy as np

from isostat.assess.setup.springs.kind import Kind, Ordered, Wanted
from isostat.core.limits import Floats
from isostat.core.parts.law import ForceLaw
from isostat.core.rates.purchase import ANY, INCH, POUND_AN_INCH, Sides, SpringOrder, Stock, order_springs
from isostat.core.working import Origin
from isostat.job.reading import Reading

STOCKS = {"any": ANY, "25 lb/in": Stock(25 * POUND_AN_INCH, 2 * INCH), "50 lb/in": Stock(50 * POUND_AN_INCH, 2 * INCH)}
TYPED = {"rate_origin": Origin.TYPED, "free_origin": Origin.TYPED, "spacer_origin": Origin.TYPED}  # a part known as a whole


def order_for(
    kind: Kind, w: Wanted, order: SpringOrder, law: tuple[ForceLaw, ForceLaw], pressed: Floats, base: Floats, **more: object
) -> Ordered:
    """The order of an axle.

    kind: of the springs. w: what they are for. order, law: rates and lengths, and what they do. pressed: (2,) compression at the
    target. base: (2,) room between the seats at the baseline. more: fields that differ from the usual.
    """
    coils = (w.fit.left, w.fit.right)
    usual: dict[str, object] = {
        "rate_origin": Origin.TYPED if any(c.rate_n_per_m for c in coils) else Origin.COMPUTED,
        "free_origin": Origin.TYPED if any(c.free_length_m for c in coils) else Origin.SOLVED,
        "spacer_origin": Origin.TYPED if any(c.spacer_m for c in coils) else Origin.SOLVED,
        "can_be_had": w.within_reach,
        "offset_m": pair(np.array(order.free_m) + np.array(order.spacer_m) - base),
    }
    return Ordered(
        kind=kind,
        asked=w,
        order=order,
        law=law,
        target_force_n=pair(w.force),
        pressed_m=pair(pressed),
        space_m=pair(base - grown_m(w)),
        picked_rate=sum(w.picked.rate) / 2,
        sprung_kg=w.picked.sprung_kg,
        window=w.picked.window,
        at_wheel=w.picked.at_wheel,
        bends=w.picked.bends,
        picked=w.picked.way,
        unpickable=w.picked.unpickable,
        **(usual | more),  # type: ignore[arg-type]
    )


def seats_m(w: Wanted) -> Floats:
    """Room between the seats at the baseline, no spacer, (2,) in m."""
    return np.array([f.installed_m.value + f.spacer_m for f in w.found])


def grown_m(w: Wanted) -> Floats:
    """By how much the springs are pressed further at the target than at the baseline, (2,) in m."""
    return np.asarray(w.axle.spring_motion.at(w.at_springs)[0])


def sized(w: Wanted, pressed: Floats, rates: tuple[float, float], stock: Stock) -> SpringOrder:
    """Free lengths and spacers for compressions (2,) that carry the target's forces, of what stock has."""
    fit = w.fit
    return order_springs(
        seats_m(w) - grown_m(w),
        pressed,
        rates,
        Sides(fit.sides),
        (typed_value(fit.left.free_length_m), typed_value(fit.right.free_length_m)),
        (typed_value(fit.left.spacer_m), typed_value(fit.right.spacer_m)),
        stock,
    )


def pair(values: Floats) -> tuple[float, float]:
    """Both of (2,) as plain numbers."""
    return float(values[0]), float(values[1])


def typed_value(reading: Reading | None) -> float | None:
    """A reading's value, None where it was not typed."""
    return None if reading is None else float(reading.value)
