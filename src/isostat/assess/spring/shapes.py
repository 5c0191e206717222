"""How a spring looks: its length, mean diameter, wire, and the pitch of each half turn; as far as it is known."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core.limits import OutOfRange
from isostat.core.parts.wire import wire
from isostat.core.springs.helix import Helix, mean_diameter
from isostat.core.springs.progressive import Progressive
from isostat.core.springs.winding import Wish, wind
from isostat.job.axle_fit import AxleFit
from isostat.job.springs.progressive import ProgressiveCoil
from isostat.job.springs.stacked import StackPart

INSIDE, WIRE, TURNS = 0.100, 0.013, 8.0  # m and turns, drawn where nothing is known (stated rule)
PRESSED_SHARE = 0.5  # of its free length that a coil of unknown travel is taken to be pressed by, drawn only (stated rule)


@dataclass(frozen=True, slots=True, kw_only=True)
class Shape:
    """One spring without load, m. pitches: share of the length of each half turn, from the upper end. known: its wire was given."""

    free_m: float
    mean_m: float
    wire_m: float
    pitches: tuple[float, ...]
    known: bool

    @property
    def outside_m(self) -> float:
        """Across the outside."""
        return self.mean_m + self.wire_m


def _even(turns: float) -> tuple[float, ...]:
    return (1.0,) * max(round(turns * 2), 4)


def of_helix(coil: Helix, *, known: bool = True) -> Shape:
    """A plain coil of known dimensions."""
    return Shape(free_m=coil.free_m, mean_m=coil.mean_m, wire_m=coil.wire_m, pitches=_even(coil.turns), known=known)


def of_rate(rate: float, free_m: float, inside_m: float | None, fit: AxleFit) -> Shape:
    """A plain coil of which rate and free length are known, wound as one would; with eight turns where none can be wound."""
    inside = INSIDE if inside_m is None else inside_m
    wish = Wish(rate=rate, free_m=free_m, inside_m=inside, pressed_m=PRESSED_SHARE * free_m, margin_m=0.0)
    try:
        return of_helix(wind(wish, wire(fit.wire)), known=False)
    except OutOfRange:
        return Shape(free_m=free_m, mean_m=inside + WIRE, wire_m=WIRE, pitches=_even(TURNS), known=False)


def of_progressive(given: ProgressiveCoil, law: Progressive, free_m: float, inside_m: float | None) -> Shape:
    """A progressive coil: by its counted turns, else with as many close ones as its two rates tell."""
    if given.by == "turns" and given.wire_m and given.across_m:
        d = float(given.wire_m.value)
        pitches = [p for g in given.groups if g.turns and g.pitch_m for p in [g.pitch_m.value] * round(g.turns.value * 2)]
        mean = mean_diameter(given.across_m.value, d, given.across)
        return Shape(free_m=free_m, mean_m=mean, wire_m=d, pitches=(d, d, *pitches, d, d), known=True)
    d, inside = WIRE, INSIDE if inside_m is None else inside_m
    close_rate, close_way = max(law.groups, key=lambda g: g[0] / max(g[1], 1e-9)) if len(law.groups) > 1 else law.groups[0]
    whole = 1.0 / sum(1.0 / rate for rate, _ in law.groups)
    close = max(round(2 * TURNS * whole / close_rate), 1) if len(law.groups) > 1 else 0
    rest = max(round(2 * TURNS) - close, 1)
    near = d + 2 * close_way / max(close, 1)
    far = max((free_m - close * near / 2) * 2 / rest, d)
    return Shape(free_m=free_m, mean_m=inside + d, wire_m=d, pitches=(near,) * close + (far,) * rest, known=False)


def of_part(part: StackPart, fit: AxleFit, free_m: float, rate: float) -> Shape:
    """One spring of a stack; its wire from the solid length where nothing else is known."""
    shape = of_rate(rate, free_m, part.inside_m.value if part.inside_m else 0.064, fit)
    if part.solid_m is None:
        return shape
    inside = shape.mean_m - shape.wire_m
    sizes = np.arange(0.004, 0.020, 0.0005)
    shear = wire(fit.wire).shear_pa
    solids = sizes * (shear * sizes**4 / (8 * (inside + sizes) ** 3 * rate) + 2.0)
    d = float(sizes[int(np.argmin(abs(solids - part.solid_m.value)))])
    return Shape(free_m=free_m, mean_m=inside + d, wire_m=d, pitches=_even(part.solid_m.value / d), known=False)
