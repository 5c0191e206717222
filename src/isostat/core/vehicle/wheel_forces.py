"""Force and stiffness at the wheels from all parts of an axle, by table for the many or by exact law for the few."""

from __future__ import annotations

from typing import Protocol

import numpy as np

from isostat.core.elements.bank import Bank
from isostat.core.limits import Floats, Ints
from isostat.core.vehicle.platform import Platform

Stiffness = tuple[Floats, Floats, Floats]  # left-left, left-right, right-right, each (A, B), N/m


class WheelForces(Protocol):
    """Answers with the force (A, 2, B) in N at the wheels and the tangent, for travels u (A, 2, B) in m."""

    def __call__(self, u: Floats) -> tuple[Floats, Stiffness]:
        """Force that pushes wheel and chassis apart, and its slope against travel."""

    def take(self, which: Ints) -> WheelForces:
        """The same for some of the cases."""


def _with_bar(bar_rate: Floats, u: Floats, force: Floats, k: Stiffness) -> tuple[Floats, Stiffness]:
    twist = bar_rate * (u[:, 0] - u[:, 1])
    force[:, 0] += twist
    force[:, 1] -= twist
    return force, (k[0] + bar_rate, k[1] - bar_rate, k[2] + bar_rate)


def _at_wheels(force: Floats, left: Floats, right: Floats) -> Floats:
    """Parts' forces (A, P, B) summed at the wheels (A, 2, B) by their virtual-work arms `left` and `right`."""
    wheel = np.empty((len(force), 2, force.shape[2]))
    np.einsum("apb,apb->ab", force, left, out=wheel[:, 0])
    np.einsum("apb,apb->ab", force, right, out=wheel[:, 1])
    return wheel


class TableForces:
    """All laws through the bank's tables; index arithmetic only, made for ten thousand vehicles.

    platform: what stands where. bank: the tables that its law and motion indices mean.
    """

    def __init__(self, platform: Platform, bank: Bank) -> None:
        self._bank, self._bar = bank, platform.bar_rate
        tables, law = bank.tables, platform.law
        self._start, self._last, per_step = tables.start[law], tables.last[law], tables.per_step[law]
        self._t0 = (platform.offset_m - tables.low[law]) * per_step
        self._platform: Platform | None = None  # only where a motion has a table
        self._left, self._right = platform.row[:, :, 0], platform.row[:, :, 1]
        if platform.motion is None:  # fold ratio, scale and step into one factor a wheel
            self._t_left, self._t_right = (platform.ratio * per_step * arm for arm in (self._left, self._right))
            factor = platform.ratio * platform.scale
            self._left, self._right = self._left * factor, self._right * factor
        else:
            self._platform, self._per_x = platform, per_step

    def take(self, which: Ints) -> TableForces:
        """The same for some of the cases."""
        part = TableForces.__new__(TableForces)
        for name, value in vars(self).items():
            some = value.take(which, axis=-1) if isinstance(value, np.ndarray) else value
            setattr(part, name, some.take(which) if isinstance(some, Platform) else some)
        return part

    def _look_up(self, t: Floats) -> tuple[Floats, Floats]:
        """Force and rise a node at t, counted in nodes from each table's first."""
        i = t.astype(np.int64)
        np.minimum(i, self._last, out=i)
        np.maximum(i, 0, out=i)
        part = t - i
        i += self._start
        rise = self._bank.tables.rise[i]
        part *= rise
        part += self._bank.tables.force[i]
        return part, rise

    def __call__(self, u: Floats) -> tuple[Floats, Stiffness]:
        """Wheel forces (A, 2, B) in N and tangent for travels u (A, 2, B) in m."""
        left, right = u[:, None, 0], u[:, None, 1]
        if self._platform is not None:
            return self._by_motion(self._platform, u)
        t = self._t_left * left
        t += self._t_right * right
        t += self._t0
        force, rise = self._look_up(t)
        k = tuple(
            np.einsum("apb,apb,apb->ab", rise, a, b)
            for a, b in ((self._t_left, self._left), (self._t_left, self._right), (self._t_right, self._right))
        )
        return _with_bar(self._bar, u, _at_wheels(force, self._left, self._right), (k[0], k[1], k[2]))

    def _by_motion(self, p: Platform, u: Floats) -> tuple[Floats, Stiffness]:
        assert p.motion is not None
        v = p.row[:, :, 0] * u[:, None, 0] + p.row[:, :, 1] * u[:, None, 1]
        x, slope, bend = p.ratio * v, p.ratio, np.zeros_like(v)
        table = p.motion >= 0
        tx, ts, tb = self._bank.travel(np.maximum(p.motion, 0), v)
        x, slope, bend = np.where(table, tx, x), np.where(table, ts, slope), np.where(table, tb, bend)
        force, rise = self._look_up(self._t0 + self._per_x * x)
        force, rate = force * p.scale, rise * self._per_x * p.scale
        return _curved(p, u, force, rate, slope, bend)


def _curved(p: Platform, u: Floats, force: Floats, rate: Floats, slope: Floats, bend: Floats) -> tuple[Floats, Stiffness]:
    """Virtual work with a motion ratio that changes: X'²F' + X''F."""
    left, right = p.row[:, :, 0], p.row[:, :, 1]
    curve = slope * slope * rate + bend * force
    k = tuple(np.einsum("apb,apb,apb->ab", curve, a, b) for a, b in ((left, left), (left, right), (right, right)))
    return _with_bar(p.bar_rate, u, _at_wheels(slope * force, left, right), (k[0], k[1], k[2]))


class ExactForces:
    """All laws by their own formula; slow, made for the handful of cases that a screen shows.

    platform: what stands where. bank: the laws and motions that its indices mean.
    """

    def __init__(self, platform: Platform, bank: Bank) -> None:
        self._platform, self._bank = platform, bank
        self._groups = [(bank.laws[i], np.nonzero(platform.law == i)) for i in np.unique(platform.law)]
        self._curves = (
            []
            if platform.motion is None
            else [(bank.motions[i], np.nonzero(platform.motion == i)) for i in np.unique(platform.motion) if i >= 0]
        )

    def take(self, which: Ints) -> ExactForces:
        """The same for some of the cases."""
        return ExactForces(self._platform.take(which), self._bank)

    def compression(self, u: Floats) -> tuple[Floats, Floats, Floats]:
        """Each part's own compression x in m, its motion ratio X' and X'' in 1/m, all (A, P, B), at travels u."""
        p = self._platform
        v = p.row[:, :, 0] * u[:, None, 0] + p.row[:, :, 1] * u[:, None, 1]
        x, slope, bend = p.ratio * v, np.array(np.broadcast_to(p.ratio, v.shape)), np.zeros_like(v)
        for motion, where in self._curves:
            x[where], slope[where], bend[where] = motion.at(v[where])
        return x + p.offset_m, slope, bend

    def parts(self, u: Floats) -> tuple[Floats, Floats, Floats, Floats]:
        """Force and rate of every part (A, P, B) along its own travel, with X' and X'', at wheel travels u."""
        x, slope, bend = self.compression(u)
        force, rate = np.empty_like(x), np.empty_like(x)
        for law, where in self._groups:
            force[where], rate[where] = law.force(x[where]), law.rate(x[where])
        return force * self._platform.scale, rate * self._platform.scale, slope, bend

    def __call__(self, u: Floats) -> tuple[Floats, Stiffness]:
        """Wheel forces (A, 2, B) in N and tangent for travels u (A, 2, B) in m."""
        return _curved(self._platform, u, *self.parts(u))
