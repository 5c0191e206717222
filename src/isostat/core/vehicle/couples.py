"""Parts that share something, evaluated together: bags on one line across an axle, springs on one beam along a side."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core.limits import Floats
from isostat.core.parts.bank import Bank
from isostat.core.vehicle.platform import Platform


@dataclass(frozen=True, slots=True)
class Cross:
    """What a part adds to another's force, N/m: (A, P, B) each, standing at the first of the two; None where none are coupled.

    across: between a part and the next one of its axle. along: between a part and the same of the next axle.
    """

    across: Floats | None = None
    along: Floats | None = None


def couple(p: Platform, bank: Bank, x: Floats, force: Floats, rate: Floats) -> Cross:
    """Fills in the forces and own rates of coupled parts (A, P, B) at their compressions x; returns their cross rates."""
    out: list[Floats | None] = []
    for index, step in ((p.teed, (0, 1, 0)), (p.tandem, (1, 0, 0))):
        if index is None:
            out.append(None)
            continue
        cross = np.zeros_like(x)
        for n in np.unique(index[index >= 0]):
            first = np.nonzero(index == n)
            second = tuple(at + more for at, more in zip(first, step, strict=True))
            law = bank.couples[n]
            forces, tangent = law.both(x[first], x[second])
            force[first], force[second] = forces
            rate[first], cross[first], rate[second] = tangent
        out.append(cross)
    return Cross(*out)
