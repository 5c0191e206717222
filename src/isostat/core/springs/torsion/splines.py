"""Steps of a torsion bar that is re-indexed: both ends splined, with different counts."""

from __future__ import annotations

import math

from isostat.core.limits import within


def spline_step(inner: int, outer: int) -> float:
    """Smallest step in rad that a bar with two splined ends can be turned by, 2π/lcm.

    inner, outer: teeth, 4 to 200. Source: common multiples of the two pitches.
    """
    for words, teeth in (("inner splines", inner), ("outer splines", outer)):
        within(words, teeth, 4, 200, "")
    return 2.0 * math.pi / math.lcm(inner, outer)
