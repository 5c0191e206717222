"""Springs whose force rises with compression in straight pieces: loose below their free length, solid past their end."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core.limits import Floats, OutOfRange
from isostat.core.parts.event import Event
from isostat.core.parts.law import METAL_RATE, ForceLaw, LawEvent


class Rising:
    """What they share; `curve` is their own: compressions in m and forces in N, from (0, 0) rising to solid."""

    curve: tuple[Floats, Floats]

    @property
    def knots(self) -> tuple[float, ...]:
        """Compressions in m where the rate jumps, ascending."""
        return tuple(float(x) for x in self.curve[0])

    @property
    def domain(self) -> tuple[float, float]:
        """Compressions in m between which it is known."""
        return -np.inf, self.knots[-1]

    @property
    def events(self) -> tuple[LawEvent, ...]:
        """What happens on the way, by compression."""
        return LawEvent(Event.COIL_LOOSE, 0.0), LawEvent(Event.COIL_SOLID, self.knots[-1])

    def force(self, x: Floats) -> Floats:
        """Force in N at compression x in m, any shape: 0 when loose, 2 kN/mm past solid."""
        at, force = self.curve
        return np.asarray(np.interp(x, at, force) + METAL_RATE * np.maximum(np.asarray(x) - at[-1], 0.0))

    def rate(self, x: Floats) -> Floats:
        """Slope in N/m at compression x in m, any shape."""
        at, force = self.curve
        slopes = np.array([0.0, *(np.diff(force) / np.diff(at)), METAL_RATE])
        return np.asarray(slopes[np.searchsorted(at, x, side="right")])


@dataclass(frozen=True)
class Tested(Rising):
    """A spring as a tester read it: compressions from the free length and forces; past its last reading it counts as solid.

    x_m, force_n: readings, both rising, at least one; the free length itself, 0 and 0, need not be among them.
    Raises OutOfRange where they do not rise.
    """

    x_m: tuple[float, ...]
    force_n: tuple[float, ...]

    def __post_init__(self) -> None:
        at, force = self.curve
        if at.size != force.size or at.size < 2:
            raise OutOfRange("readings in the spring table", min(at.size, force.size) - 1, 1, 1000, "rows")
        for what, values, unit in (
            ("compression step to row {row} of the table", at, "m"),
            ("load step to row {row} of the table", force, "N"),
        ):
            steps = np.diff(values)
            if not (steps > 0).all():
                row = int(np.argmin(steps)) + 1
                raise OutOfRange(what, float(steps.min()), 1e-6, 1e6, unit, row=row)

    @property
    def curve(self) -> tuple[Floats, Floats]:  # type: ignore[override]
        """Compressions in m and forces in N."""
        first = 0 if self.x_m and self.x_m[0] != 0.0 else 1
        return np.array([0.0, *self.x_m[first:]]), np.array([0.0, *self.force_n[first:]])


def compression_at(law: ForceLaw, force_n: float) -> float:
    """Compression in m at which a spring carries a force.

    law: rising from the first of its knots, straight between them or nearly. force_n: N.
    Below its first knot the first slope goes on, past the last knot the last.
    """
    knots = np.array(law.knots)
    force = law.force(knots)
    n = int(np.clip(np.searchsorted(force, force_n, side="left") - 1, 0, knots.size - 1))
    if n == knots.size - 1:
        slope = float(law.rate(knots[n] + 1e-9))
    else:
        slope = float((force[n + 1] - force[n]) / (knots[n + 1] - knots[n]))
    x = float(knots[n] + (force_n - force[n]) / slope)
    low, high = (knots[n], knots[n + 1]) if n < knots.size - 1 and force_n > force[0] else (-np.inf, np.inf)
    for _ in range(4):  # nothing to do where it is straight
        miss = float(law.force(np.asarray(x))) - force_n
        rate = float(law.rate(np.asarray(x)))
        if abs(miss) < 1e-9 * max(abs(force_n), 1.0) or rate <= 0.0:
            break
        x = float(np.clip(x - miss / rate, low, high))
    return x
