"""An air spring: a bag of known area and volume, its gas shut in, its pressure held, or its height held."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from isostat.core.limits import Floats, Ints, OutOfRange, within
from isostat.core.parts.event import Event
from isostat.core.parts.law import LawEvent

SEA_LEVEL = 101_325.0  # Pa
MOST_GAUGE = 1.5e6  # Pa that a gauge is read to; gas that is pressed beyond counts as that
SLOW, FAST = 1.0, 1.38  # exponent: gas that takes the room's temperature, and ride motion (common practice, no source)


def ambient_pa(height_m: float) -> float:
    """Air pressure in Pa at a geopotential height, −500 to 6000 m. Source: ISO 2533, standard atmosphere (from memory)."""
    within("altitude", height_m, -500.0, 6000.0, "m")
    return float(SEA_LEVEL * (1.0 - 0.0065 * height_m / 288.15) ** 5.255880)


@dataclass(frozen=True, kw_only=True)
class Bag:
    """Area for the force and volume of the gas against compression, from tables.

    Between the rows the area is straight and the volume is what that area sweeps, so that −dV/dx goes as A; where a table's volumes
    fall more or less than its areas sweep, in the ratio of the two. Beyond them both go on with their last slope.
    x_m: compression, rising, at least two rows. area_m2, volume_m3: there. Raises OutOfRange where x does not rise, an area or a
    volume is not positive, or the volume does not fall.
    """

    x_m: tuple[float, ...]
    area_m2: tuple[float, ...]
    volume_m3: tuple[float, ...]

    def __post_init__(self) -> None:
        rows = min(len(self.x_m), len(self.area_m2), len(self.volume_m3))
        if rows < 2 or len({len(self.x_m), len(self.area_m2), len(self.volume_m3)}) > 1:
            raise OutOfRange("rows in the bag table", rows, 2, 200, "rows")
        rising, falling = np.diff(self.x_m), -np.diff(self.volume_m3)
        if not (rising > 0).all():
            raise OutOfRange("compression step in the bag table", float(rising.min()), 1e-6, 1.0, "m")
        if not (falling > 0).all():
            raise OutOfRange("volume step in the bag table", float(falling.min()), 1e-9, 1.0, "m³")
        within("bag area", self.area_m2, 1e-5, 0.5, "m²")
        within("bag volume", self.volume_m3, 1e-7, 0.5, "m³")

    def area(self, x: Floats) -> tuple[Floats, Floats]:
        """Area in m² and its slope in m at compression x, any shape."""
        return _straight(x, self.x_m, self.area_m2)

    def volume(self, x: Floats) -> Floats:
        """Gas volume in m³ at compression x, any shape; a hundredth of the last row at least."""
        if self._even:  # a cylinder, by far the most asked
            swept = self._share[0] * self.area_m2[0] * (x - self.x_m[0])
            return np.asarray(np.maximum(self.volume_m3[0] - swept, 0.01 * self.volume_m3[-1]))
        inside, row = self._row(x)
        at, first, slope, volume, share = (column[row] for column in self._rows)
        area, into = first + slope * (inside - at), inside - at
        swept = share * ((first + area) / 2.0 * into + area * (x - inside))
        return np.maximum(volume - swept, 0.01 * self.volume_m3[-1])

    def swept(self, x: Floats) -> Floats:
        """−dV/dx in m² at compression x, any shape: the area, where the table keeps to virtual work."""
        inside, row = self._row(x)
        at, first, slope, _, share = (column[row] for column in self._rows)
        return np.asarray(share * (first + slope * (inside - at)))

    def _row(self, x: Floats) -> tuple[Floats, Ints]:
        """The compression held within the table, and which row it is after."""
        at = self._rows[0]
        inside = np.minimum(np.maximum(x, self.x_m[0]), self.x_m[-1])
        return inside, at[1:].searchsorted(inside, side="right")

    @cached_property
    def _even(self) -> bool:
        """Whether one area holds throughout."""
        return len(self.x_m) == 2 and self.area_m2[0] == self.area_m2[1]

    @cached_property
    def _rows(self) -> tuple[Floats, Floats, Floats, Floats, Floats]:
        """Of each row but the last: compression, area, its slope, volume, and the share of what the area sweeps that it falls."""
        x, area, volume = (np.asarray(column) for column in (self.x_m, self.area_m2, self.volume_m3))
        return x[:-1], area[:-1], np.diff(area) / np.diff(x), volume[:-1], self._share

    @cached_property
    def _share(self) -> Floats:
        """From each row to the next, fall of volume over what the area sweeps."""
        middle = np.convolve(self.area_m2, [0.5, 0.5], "valid")
        return np.asarray(-np.diff(self.volume_m3) / np.diff(self.x_m) / middle)

    @cached_property
    def areas_apart(self) -> float:
        """Largest difference of the force's area and −dV/dx between two rows, as a share; virtual work says there is none."""
        return float(np.max(np.abs(self._share - 1.0)))


def cylinder(across_m: float, height_m: float, least_m: float) -> Bag:
    """A bag of one area: a bellows or sleeve as a cylinder; x counts from its full height.

    across_m: effective diameter, 0.03 to 0.5. height_m: inside, full, 0.03 to 1. least_m: height at which it is flat. Raises
    OutOfRange otherwise.
    """
    within("bag diameter", across_m, 0.03, 0.5, "m")
    within("extended bag height", height_m, 0.03, 1.0, "m")
    within("compressed bag height", least_m, 0.002, height_m * 0.95, "m")
    area = np.pi * across_m**2 / 4.0
    return Bag(x_m=(0.0, height_m - least_m), area_m2=(area, area), volume_m3=(area * height_m, area * least_m))


def charted(heights_m: tuple[float, ...], forces_n: tuple[float, ...], gauge_pa: float) -> Bag:
    """A bag by its maker's chart: what it carries at each height, at one pressure; x counts from the greatest height.

    heights_m: inside, falling or rising, at least two, 10 mm to 1 m. forces_n: there. gauge_pa: of the chart. The volume is what
    the area sweeps, as virtual work has it, over a last bit of the least height. Raises OutOfRange where they make no bag.
    """
    within("chart pressure", gauge_pa, 1e4, 2e6, "Pa")
    within("bag height in the chart", heights_m, 0.01, 1.0, "m")
    order = np.argsort(heights_m)[::-1]
    high, area = np.asarray(heights_m)[order], np.asarray(forces_n)[order] / gauge_pa
    swept = np.concatenate([[0.0], np.cumsum(-np.diff(high) * (area[1:] + area[:-1]) / 2.0)])
    volume = area[-1] * high[-1] + swept[-1] - swept
    return Bag(x_m=tuple((high[0] - high).tolist()), area_m2=tuple(area.tolist()), volume_m3=tuple(volume.tolist()))


def _straight(x: Floats, at: tuple[float, ...], values: tuple[float, ...]) -> tuple[Floats, Floats]:
    if len(at) == 2:  # a cylinder, as most are given
        slope = (values[1] - values[0]) / (at[1] - at[0])
        away = np.asarray(x) - at[0]
        return values[0] + slope * away, np.full(away.shape, slope)
    xs, vs = np.asarray(at), np.asarray(values)
    i = np.minimum(np.maximum(np.searchsorted(xs, x, side="right") - 1, 0), xs.size - 2)
    slope = (vs[i + 1] - vs[i]) / (xs[i + 1] - xs[i])
    return vs[i] + slope * (np.asarray(x) - xs[i]), slope


class InBag:
    """What laws of air in a bag share: where it is known, and its two ends."""

    bag: Bag

    @property
    def domain(self) -> tuple[float, float]:
        """Compressions in m between which it is known."""
        return self.bag.x_m[0], self.bag.x_m[-1]

    @property
    def events(self) -> tuple[LawEvent, ...]:
        """What happens on the way, by compression."""
        return LawEvent(Event.BAG_LONGEST, self.bag.x_m[0]), LawEvent(Event.BAG_FLAT, self.bag.x_m[-1])


@dataclass(frozen=True, kw_only=True)
class ShutIn:
    """Gas shut in, set by one gauge reading: what one bag and two on a tee share.

    gauge_pa: read, 0 to 1.5 MPa. tank_m3: joined to it, to 0.5. exponent: 1 slow to 1.42. set_ambient_pa, ambient_pa: around it
    when it was read, and now. warmer: absolute temperature now over that at the reading, 0.6 to 1.6. Raises OutOfRange otherwise.
    """

    bag: Bag
    gauge_pa: float
    tank_m3: float = 0.0
    exponent: float = SLOW
    set_ambient_pa: float = SEA_LEVEL
    ambient_pa: float = SEA_LEVEL
    warmer: float = 1.0

    def __post_init__(self) -> None:
        within("gauge pressure", self.gauge_pa, 0.0, MOST_GAUGE, "Pa")
        within("reservoir volume", self.tank_m3, 0.0, 0.5, "m³")
        within("gas exponent", self.exponent, 1.0, 1.42, "")
        within("air temperature over that of the reading", self.warmer, 0.6, 1.6, "")

    def _gauge(self, squeezed: Floats) -> Floats:
        """Gauge pressure in Pa where the room as read is so many times that of now, any shape; not below none."""
        then = (self.gauge_pa + self.set_ambient_pa) * self.warmer
        return np.maximum(then * squeezed**self.exponent - self.ambient_pa, 0.0)


@dataclass(frozen=True, kw_only=True)
class ClosedAir(ShutIn, InBag):
    """A bag with its gas shut in, read at one compression.

    set_x_m: that compression, −3 to 3. F = (p − p_a)·A; the gas counts absolute. Raises OutOfRange otherwise. Source: polytropic
    gas; virtual work.
    """

    set_x_m: float

    def __post_init__(self) -> None:
        super().__post_init__()
        within("bag compression when the pressure was read", self.set_x_m, -3.0, 3.0, "m")

    @property
    def knots(self) -> tuple[float, ...]:
        """Compressions in m where the rate jumps, ascending."""
        fine = np.linspace(self.bag.x_m[0], self.bag.x_m[-1], 49)
        return tuple(np.union1d(fine, self.bag.x_m).tolist())

    def _volume(self, x: Floats) -> Floats:
        return np.asarray(self.bag.volume(x) + self.tank_m3)

    def gauge_at(self, x: Floats) -> Floats:
        """Gauge pressure in Pa at compression x, any shape; not below none."""
        return self._gauge(self._volume(np.asarray(self.set_x_m)) / self._volume(x))

    def force(self, x: Floats) -> Floats:
        """Force in N at compression x in m, any shape; a bag does not pull."""
        low, high = self.domain
        inside = np.minimum(np.maximum(x, low), high)
        force = np.asarray(self.gauge_at(inside) * self.bag.area(inside)[0])
        return force if (inside == x).all() else np.asarray(force + self.rate(inside) * (x - inside))

    def rate(self, x: Floats) -> Floats:
        """Slope in N/m at compression x in m, any shape: n·p_abs·A·(−dV/dx)/V + p·dA/dx."""
        low, high = self.domain
        inside = np.minimum(np.maximum(x, low), high)
        area, slope = self.bag.area(inside)
        gauge = self.gauge_at(inside)
        gas = self.exponent * (gauge + self.ambient_pa) * area * self.bag.swept(inside) / self._volume(inside)
        return np.where(gauge > 0.0, gas + gauge * slope, 0.0)

    def riding(self, x: float) -> ClosedAir:
        """What a bump meets from compression x in m: the same gas, without the time to take the room's temperature."""
        inside = float(np.clip(x, *self.domain))
        gauge = min(float(self.gauge_at(np.asarray(inside))), MOST_GAUGE)
        return replace(self, gauge_pa=gauge, set_x_m=inside, exponent=FAST, set_ambient_pa=self.ambient_pa, warmer=1.0)


@dataclass(frozen=True, kw_only=True)
class HeldAir(InBag):
    """A bag whose pressure is held by its line: F = p·A, rate p·dA/dx, which may be nothing. gauge_pa: 0 to 1.5 MPa."""

    bag: Bag
    gauge_pa: float

    def __post_init__(self) -> None:
        within("gauge pressure", self.gauge_pa, 0.0, MOST_GAUGE, "Pa")

    @property
    def knots(self) -> tuple[float, ...]:
        """Compressions in m where the rate jumps, ascending."""
        return self.bag.x_m

    def force(self, x: Floats) -> Floats:
        """Force in N at compression x in m, any shape."""
        return np.asarray(self.gauge_pa * self.bag.area(x)[0])

    def rate(self, x: Floats) -> Floats:
        """Slope in N/m at compression x in m, any shape."""
        return np.asarray(self.gauge_pa * self.bag.area(x)[1])


def pressure_for(force_n: float, bag: Bag, x_m: float) -> float:
    """Gauge pressure in Pa at which a bag carries a force at a compression, F/A.

    force_n: N, from nothing up. bag, x_m: which and where. Raises OutOfRange for a force below none. Claims of a bag are held
    against it.
    """
    within("bag force", force_n, 0.0, 1e6, "N")
    return float(force_n / bag.area(np.asarray(x_m))[0])
