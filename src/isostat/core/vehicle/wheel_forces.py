"""Force and stiffness at the wheels from all parts of an axle, by table for the many or by exact law for the few."""

from __future__ import annotations

from collections.abc import Iterator
from typing import NamedTuple, Protocol

import numpy as np

from isostat.core.limits import Floats, Ints
from isostat.core.parts.bank import Bank
from isostat.core.vehicle.couples import Cross, couple
from isostat.core.vehicle.platform import Platform


class Stiffness(NamedTuple):
    """Tangent at the wheels, N/m: of each axle's two wheels (A, B), and between an axle's and the next one's, left and right."""

    ll: Floats
    lr: Floats
    rr: Floats
    along: Floats | None = None  # (A, 2, 2, B): wheel of this axle, wheel of the next

    def take(self, which: Ints) -> Stiffness:
        """The same for some of the cases."""
        ll, lr, rr = (k.take(which, axis=-1) for k in self[:3])
        return Stiffness(ll, lr, rr, None if self.along is None else self.along.take(which, axis=-1))


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
    return force, Stiffness(k.ll + bar_rate, k.lr - bar_rate, k.rr + bar_rate, k.along)


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
        self._platform: Platform | None = None  # only where a motion has a table or parts are coupled
        self._left, self._right = platform.row[:, :, 0], platform.row[:, :, 1]
        if (
            platform.motion is None and platform.teed is None and platform.tandem is None
        ):  # fold ratio, scale and step into one factor a wheel
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
            return self._part_by_part(self._platform, u)
        t = self._t_left * left
        t += self._t_right * right
        t += self._t0
        force, rise = self._look_up(t)
        k = (
            np.einsum("apb,apb,apb->ab", rise, a, b)
            for a, b in ((self._t_left, self._left), (self._t_left, self._right), (self._t_right, self._right))
        )
        return _with_bar(self._bar, u, _at_wheels(force, self._left, self._right), Stiffness(*k))

    def _part_by_part(self, p: Platform, u: Floats) -> tuple[Floats, Stiffness]:
        v = p.row[:, :, 0] * u[:, None, 0] + p.row[:, :, 1] * u[:, None, 1]
        x, slope, bend = p.ratio * v, p.ratio, np.zeros_like(v)
        if p.motion is not None:
            table = p.motion >= 0
            tx, ts, tb = self._bank.travel(np.maximum(p.motion, 0), v)
            x, slope, bend = np.where(table, tx, x), np.where(table, ts, slope), np.where(table, tb, bend)
        force, rise = self._look_up(self._t0 + self._per_x * x)
        rate = rise * self._per_x
        cross = couple(p, self._bank, x + p.offset_m, force, rate)
        return _curved(p, u, force * p.scale, rate * p.scale, (slope, bend), cross)


def _curved(
    p: Platform, u: Floats, force: Floats, rate: Floats, shape: tuple[Floats, Floats], cross: Cross
) -> tuple[Floats, Stiffness]:
    """Virtual work with a motion ratio that changes: X'²F' + X''F. shape: X', X''."""
    slope, bend = shape
    left, right = p.row[:, :, 0], p.row[:, :, 1]
    curve = slope * slope * rate + bend * force
    k = Stiffness(*(np.einsum("apb,apb,apb->ab", curve, a, b) for a, b in ((left, left), (left, right), (right, right))))
    arms = np.stack([left, right]) * slope  # (2, A, P, B)
    if cross.across is not None:
        mixed = np.einsum("apb,iapb,japb->ijab", (cross.across * p.scale)[:, :-1], arms[:, :, :-1], arms[:, :, 1:])
        k = Stiffness(k.ll + 2.0 * mixed[0, 0], k.lr + mixed[0, 1] + mixed[1, 0], k.rr + 2.0 * mixed[1, 1])
    if cross.along is not None:
        along = np.zeros((len(left), 2, 2, left.shape[-1]))
        np.einsum("apb,iapb,japb->aijb", (cross.along * p.scale)[:-1], arms[:, :-1], arms[:, 1:], out=along[:-1])
        k = k._replace(along=along)
    return _with_bar(p.bar_rate, u, _at_wheels(slope * force, left, right), k)


def _places(index: Ints) -> Iterator[tuple[int, tuple[Ints, ...]]]:
    """Each number in (A, P, B) and where it stands: whole rows of cases where all cases are alike."""
    alike = index[..., 0] if (index == index[..., :1]).all() else index
    for i in np.unique(alike).tolist():
        yield i, np.nonzero(alike == i)


class ExactForces:
    """All laws by their own formula; slow, made for the handful of cases that a screen shows.

    platform: what stands where. bank: the laws and motions that its indices mean.
    """

    def __init__(self, platform: Platform, bank: Bank) -> None:
        self._platform, self._bank = platform, bank
        self._groups = [(bank.laws[i], where) for i, where in _places(platform.law)]
        curves = () if platform.motion is None else _places(platform.motion)
        self._curves = [(bank.motions[i], where) for i, where in curves if i >= 0]

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
        force, rate, (slope, bend), _ = self._parts(u)
        return force, rate, slope, bend

    def _parts(self, u: Floats) -> tuple[Floats, Floats, tuple[Floats, Floats], Cross]:
        x, slope, bend = self.compression(u)
        force, rate = np.empty_like(x), np.empty_like(x)
        for law, where in self._groups:
            force[where], rate[where] = law.force(x[where]), law.rate(x[where])
        cross = couple(self._platform, self._bank, x, force, rate)
        return force * self._platform.scale, rate * self._platform.scale, (slope, bend), cross

    def __call__(self, u: Floats) -> tuple[Floats, Stiffness]:
        """Wheel forces (A, 2, B) in N and tangent for travels u (A, 2, B) in m."""
        return _curved(self._platform, u, *self._parts(u))
