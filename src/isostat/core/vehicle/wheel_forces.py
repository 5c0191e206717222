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


def _with_bar(platform: Platform, u: Floats, force: Floats, k: Stiffness) -> tuple[Floats, Stiffness]:
    twist = platform.bar_rate * (u[:, 0] - u[:, 1])
    force[:, 0] += twist
    force[:, 1] -= twist
    return force, (k[0] + platform.bar_rate, k[1] - platform.bar_rate, k[2] + platform.bar_rate)


def _gather(force: Floats, rate: Floats, left: Floats, right: Floats) -> tuple[Floats, Stiffness]:
    """Sums parts (A, P, B) over P with their virtual-work arms `left` and `right`."""
    wheel = np.stack([(left * force).sum(axis=1), (right * force).sum(axis=1)], axis=1)
    lk = left * rate
    return wheel, ((lk * left).sum(axis=1), (lk * right).sum(axis=1), (right * right * rate).sum(axis=1))


class TableForces:
    """All laws through the bank's tables; index arithmetic only, made for ten thousand vehicles.

    platform: what stands where. bank: the tables that its law and motion indices mean.
    """

    def __init__(self, platform: Platform, bank: Bank) -> None:
        self._platform, self._bank = platform, bank
        tables = bank.tables
        per_step = tables.per_step[platform.law]
        self._start, self._last = tables.start[platform.law], tables.last[platform.law]
        self._t0 = (platform.offset_m - tables.low[platform.law]) * per_step
        if platform.motion is None:  # fold ratio, row and step into one factor a wheel
            self._per_x = per_step
            arms = platform.ratio[:, :, None] * platform.row
            self._t_left, self._t_right = arms[:, :, 0] * per_step, arms[:, :, 1] * per_step
            self._left, self._right = arms[:, :, 0], arms[:, :, 1]
            self._plain = bool((platform.scale == 1.0).all())
        else:
            self._per_x = per_step

    def take(self, which: Ints) -> TableForces:
        """The same for some of the cases."""
        return TableForces(self._platform.take(which), self._bank)

    def _look_up(self, t: Floats) -> tuple[Floats, Floats]:
        """Force and rise a node at t, counted in nodes from each table's first."""
        i = t.astype(np.int64)
        np.minimum(i, self._last, out=i)
        np.maximum(i, 0, out=i)
        part = t - i
        i += self._start
        rise = self._bank.tables.rise.take(i)
        return self._bank.tables.force.take(i) + rise * part, rise

    def __call__(self, u: Floats) -> tuple[Floats, Stiffness]:
        """Wheel forces (A, 2, B) in N and tangent for travels u (A, 2, B) in m."""
        p = self._platform
        if p.motion is None:
            force, rise = self._look_up(self._t0 + self._t_left * u[:, None, 0] + self._t_right * u[:, None, 1])
            rate = rise * self._per_x
            if not self._plain:
                force, rate = force * p.scale, rate * p.scale
            return _with_bar(p, u, *_gather(force, rate, self._left, self._right))
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
    wheel, k = _gather(slope * force, slope * slope * rate + bend * force, p.row[:, :, 0], p.row[:, :, 1])
    return _with_bar(p, u, wheel, k)


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
