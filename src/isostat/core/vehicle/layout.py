"""Rows: how the two wheels of an axle move a part that stands between them."""

from __future__ import annotations

from enum import StrEnum

import numpy as np

from isostat.core.limits import Floats


class Layout(StrEnum):
    """How the wheels of an axle are joined: each on its own, or by a beam."""

    INDEPENDENT = "independent"
    SOLID = "solid"


class Side(StrEnum):
    """Left and right as seen from the driver's seat."""

    LEFT = "left"
    RIGHT = "right"

    @property
    def sign(self) -> float:
        """+1 on the left, where y is positive; −1 on the right."""
        return 1.0 if self is Side.LEFT else -1.0


SIDES = (Side.LEFT, Side.RIGHT)


def row(layout: Layout, side: Side, place: float) -> Floats:
    """Travel of a part per travel of the (left, right) wheel, shape (2,).

    layout: of the axle. side: the side that the part stands on. place: on a solid axle, the part's distance from
    the middle as a share of half the track (0 to 1.2); ignored on an independent axle, whose part moves with its wheel.
    """
    if layout is Layout.INDEPENDENT:
        return np.array([1.0, 0.0] if side is Side.LEFT else [0.0, 1.0])
    rho = side.sign * place
    return 0.5 * np.array([1.0 + rho, 1.0 - rho])
