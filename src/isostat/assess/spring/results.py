"""What comes of every kind of spring, by the name that a file has for it."""

from __future__ import annotations

import numpy as np

from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.air import AirResult
from isostat.assess.spring.coil import CoilResult
from isostat.assess.spring.kind import Errors, Result
from isostat.assess.spring.leaf import LeafResult
from isostat.assess.spring.progressive import ProgressiveResult
from isostat.assess.spring.shapes import Shape
from isostat.assess.spring.stacked import StackedResult
from isostat.assess.spring.torsion import TorsionResult
from isostat.core.fitting.band_draws import Draws

RESULTS: dict[str, Result] = {
    "coil": CoilResult(),
    "progressive": ProgressiveResult(),
    "stacked pair": StackedResult(),
    "leaf": LeafResult(),
    "torsion bar": TorsionResult(),
    "air": AirResult(),
}


def found_shapes(a: Assessment, axle: int) -> tuple[Shape, ...]:
    """The left spring of an axle as found, as it lies on the floor; none of a pack, a torsion bar or a bag."""
    return RESULTS[a.found_springs[axle][0].kind.name].found_shapes(a, axle)


def ordered_shapes(a: Assessment, axle: int) -> tuple[Shape, ...]:
    """The left spring that an axle orders, or those of its stack from the lowest up; none of a pack, a torsion bar or a bag."""
    return RESULTS[a.orders[axle].kind.name].shapes(a, axle)


def tight(a: Assessment, axle: int) -> list[tuple[str, str, float]]:
    """Springs that do not go on: which, against what, and by how much they are short of room, m."""
    wants = RESULTS[a.orders[axle].kind.name].tight(a, axle)
    return [(part, within, float(by)) for part, within, by in wants if by > 1e-6]


def part_errors(a: Assessment, d: Draws) -> Errors:
    """What ordered parts vary by: times by which each spring pushes, and how much further it is pressed, m; (A, 2, n, B) both."""
    shape = (len(a.axles), 2, d.n, a.cases)
    scale, longer = np.ones(shape), np.zeros(shape)
    for i, o in enumerate(a.orders):
        scale[i], longer[i] = RESULTS[o.kind.name].errors(a, d, i)
    return scale, longer
