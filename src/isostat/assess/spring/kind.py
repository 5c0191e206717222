"""What is asked of a kind of spring once the vehicle is solved."""

from __future__ import annotations

from abc import ABC, abstractmethod

import numpy as np

from isostat.assess.setup.platform import SPRING
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.shapes import Shape
from isostat.core import rules
from isostat.core.fitting.band_draws import Draws
from isostat.core.limits import Floats

Errors = tuple[Floats, Floats]  # times by which a spring pushes, and how much further it is pressed, m


class Result(ABC):
    """What comes of a kind of spring."""

    @abstractmethod
    def errors(self, a: Assessment, d: Draws, axle: int) -> Errors:
        """By how much ordered parts differ from what was ordered, (2, n, B) or what broadcasts to it.

        a, axle: which springs. d: takes the draws, n a column.
        """

    def found_shapes(self, a: Assessment, axle: int) -> tuple[Shape, ...]:
        """The left spring of an axle as found, as it lies on the floor; none of what is no coil."""
        return ()

    def shapes(self, a: Assessment, axle: int) -> tuple[Shape, ...]:
        """The left spring that an axle orders, or those of its stack from the lowest up; none of what is no coil."""
        return ()

    def tight(self, a: Assessment, axle: int) -> list[tuple[str, str, float]]:
        """Room that its coils want: which, against what, and by how much they are short of it, m."""
        return []


def pressed_m(a: Assessment, axle: int) -> Floats:
    """Compression of an axle's springs in every case, (2, B) in m."""
    s = a.proposed
    rows = s.platform.row[axle, list(SPRING), :, 0]
    moved = np.asarray(a.axles[axle].spring_motion.at(rows @ s.rest.travel_m[axle])[0])
    return np.asarray(moved + np.array(a.orders[axle].offset_m)[:, None])


def rate_errors(d: Draws, axle: int, what: str = "spring rate") -> Floats:
    """Times by which springs push harder, (2, n, 1). what: varies."""
    return np.asarray(1.0 + rules.RATE_ERROR * d.pair(what, axle)[..., None])


def length_errors(a: Assessment, d: Draws, axle: int) -> Floats:
    """By how much springs are longer than ordered, (2, n, 1) in m."""
    free = np.array(a.orders[axle].order.free_m)[:, None]
    return np.asarray((free * rules.LENGTH_ERROR * d.pair("free length", axle))[..., None])
