"""Half of a leaf pack: a beam a leaf, clamped at the clamp's edge, in one-sided contact with the leaf below it along its length."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np

from isostat.core.limits import Bools, Floats

STEEL = 206e9  # Pa, Young's modulus of spring steel
NEARLY = 1e-3  # 1/m: leaves that lie nearer are of one curvature
PIVOTS = 60  # after which contacts are found by least squares
STATIONS = 24  # contact points along the shorter leaf of each pair, its tip the last


@dataclass(frozen=True)
class _Beam:
    """Half of a leaf as a cantilever from the clamp's edge: s from there in m, EI at s, and what bends it."""

    s: Floats
    bending: Floats
    length: float

    @cached_property
    def _moments(self) -> tuple[Floats, Floats, Floats]:
        """∫ ds/EI, ∫ s·ds/EI and ∫ s²·ds/EI from the clamp's edge to each s."""
        out = []
        for n in (0, 1, 2):
            y = self.s**n / self.bending
            out.append(np.concatenate([[0.0], np.cumsum((y[1:] + y[:-1]) / 2.0 * np.diff(self.s))]))
        return out[0], out[1], out[2]

    def flexibility(self, at: Floats, loads: Floats) -> Floats:
        """Deflection at `at` by a unit load at `loads`, (at, loads): ∫ (x − s)(a − s)/EI ds to the nearer of the two."""
        x, a = at[:, None], loads[None, :]
        near = np.minimum(x, a)
        none, first, second = (np.interp(near, self.s, m) for m in self._moments)
        return np.asarray(x * a * none - (x + a) * first + second)


@lru_cache(maxsize=32)
def _flexibilities(
    length: tuple[float, ...], width: tuple[float, ...], thick: tuple[float, ...], tip: tuple[float, ...], stations: int
) -> tuple[tuple[_Beam, ...], list[Floats], tuple[Floats, Floats, float]]:
    """Leaves of a half as beams, where each may touch the one below it, and what unit loads there and on the eye bend.

    Remembered: an arch changes none of it.
    """
    beams = []
    for way, wide, root, end in zip(length, width, thick, tip, strict=True):
        s = np.linspace(0.0, way, 241)
        beams.append(_Beam(s, STEEL * wide * (root + (end - root) * s / way) ** 3 / 12.0, way))
    contacts = [np.linspace(lower / stations, lower, stations) for lower in length[1:]]
    first = np.concatenate([[0], np.cumsum([c.size for c in contacts])]).astype(int)
    size = int(first[-1])
    m, by_load, eye = np.zeros((size, size)), np.zeros(size), np.array([length[0]])
    for n, beam in enumerate(beams):
        above = slice(first[n - 1], first[n]) if n else slice(0, 0)
        below = slice(first[n], first[n + 1]) if n < len(contacts) else slice(0, 0)
        up, down = (contacts[n - 1] if n else np.zeros(0)), (contacts[n] if n < len(contacts) else np.zeros(0))
        m[above, above] += beam.flexibility(up, up)
        m[below, below] += beam.flexibility(down, down)
        cross = beam.flexibility(up, down)
        m[above, below] -= cross
        m[below, above] -= cross.T
        if n == 0 and size:
            by_load[below] = beam.flexibility(down, eye)[:, 0]
    return tuple(beams), contacts, (m, by_load, float(beams[0].flexibility(eye, eye)[0, 0]))


@dataclass(frozen=True)
class HalfPack:
    """One half of a pack, leaves from the main one down; lengths from the clamp's edge.

    length, width, thick, tip, curve, gap: (leaves,). Solved for a load on the eye of the main leaf.
    """

    length: tuple[float, ...]
    width: tuple[float, ...]
    thick: tuple[float, ...]
    tip: tuple[float, ...]
    curve: tuple[float, ...]
    gap: tuple[float, ...]
    stations: int = STATIONS

    @property
    def _frame(self) -> tuple[tuple[_Beam, ...], list[Floats], tuple[Floats, Floats, float]]:
        return _flexibilities(self.length, self.width, self.thick, self.tip, self.stations)

    @property
    def _beams(self) -> tuple[_Beam, ...]:
        return self._frame[0]

    @property
    def _contacts(self) -> list[Floats]:
        """Where each leaf may touch the one below it, from the clamp's edge; the tip of the lower one is the last."""
        return self._frame[1]

    @cached_property
    def _system(self) -> tuple[Floats, Floats, Floats, float]:
        """Contact flexibility, initial gaps, deflection at each contact and at the eye by a unit load on the eye."""
        m, by_load, own = self._frame[2]
        gaps = [
            (self.curve[n] - self.curve[n + 1]) * at**2 / 2.0 + self.gap[n + 1]  # the clamp holds both flat until its edge
            for n, at in enumerate(self._contacts)
        ]
        return m, np.concatenate([np.zeros(0), *gaps]), by_load, own

    def solve(self, loads: Floats, pressing: Bools | None = None) -> tuple[Floats, Floats]:
        """Eye deflection from the main leaf's own free shape, (n,) m, and contact forces (n, contacts) N, at loads on the eye in N.

        loads: (n,), rising is fastest: each starts from the last one's contacts, the first from those that press, if it is said.
        """
        m, gaps, by_load, own = self._system
        active = np.zeros(gaps.size, dtype=bool) if pressing is None else pressing
        down, forces = [], []
        for load in np.asarray(loads, dtype=float):
            r, active = _pressed_apart(m, gaps - load * by_load, active)
            down.append(load * own - float(by_load @ r))
            forces.append(r)
        return np.array(down), np.array(forces).reshape(len(down), gaps.size)

    @cached_property
    def _at_rest(self) -> tuple[float, Bools]:
        """Deflection of the eye without load, m, and which contacts press then."""
        down, forces = self.solve(np.zeros(1))
        return float(down[0]), forces[0] > 0.0

    @property
    def at_rest_m(self) -> float:
        """Deflection of the eye from the main leaf's own free shape without load, m."""
        return self._at_rest[0]

    def deflection(self, load: float) -> float:
        """Deflection of the eye from its place without load, m; a load on the eye in N."""
        at_rest, pressing = self._at_rest
        down, _ = self.solve(np.array([load]), pressing if load > 0.0 else None)
        return float(down[0]) - at_rest

    @cached_property
    def second(self) -> tuple[int, float] | None:
        """The first leaf, counted from the main one, 0, that touches nothing above it without load, and the load on the eye in N
        at which it comes to be touched; None where all leaves touch, or one load never brings them together.
        """
        for n in range(1, len(self.length)):
            clear = self._clearance(n)
            if clear(0.0) > NEARLY:
                high = 1000.0
                while clear(high) > 0.0:
                    high *= 2.0
                    if high > 1e6:
                        return None
                return n, _root(clear, high)
        return None

    def _clearance(self, n: int) -> Callable[[float], float]:
        """How far leaf n and those below it stand clear of those above by the load, as a curvature in 1/m; below 0 they cross.

        The least of 2·gap/s² along them; with no plate between, at the clamp's edge the difference of their curvatures. Each load
        starts from the contacts of the one before it.
        """
        m, gaps, by_load, _ = self._system
        ends = np.concatenate([[0], np.cumsum([at.size for at in self._contacts])]).astype(int)
        pair = np.zeros(gaps.size, dtype=bool)
        pair[ends[n - 1] : ends[n]] = True
        others, pressing = m[np.ix_(~pair, ~pair)], np.zeros(int((~pair).sum()), dtype=bool)

        def clear(load: float) -> float:
            nonlocal pressing
            q, r = gaps - load * by_load, np.zeros(gaps.size)
            r[~pair], pressing = _pressed_apart(others, q[~pair], pressing)
            least = float((2.0 * (q + m @ r)[pair] / self._contacts[n - 1] ** 2).min())
            if self.gap[n] > 0.0:
                return least
            bent = [moment[0] / self._beams[k].bending[0] for k, (_, moment) in enumerate(self.moments(load, r))]
            return min(least, float(self.curve[n - 1] - bent[n - 1] - self.curve[n] + bent[n]))

        return clear

    def nominal(self, load: float) -> Floats:
        """Bending stress of each leaf at the clamp's edge in Pa by which packs are rated, (leaves,): E·t/2·M/ΣEI.

        load: on the eye, N. Leaves of a second stage take their share from where they come to be touched.
        """
        bending = np.array([beam.bending[0] for beam in self._beams])
        first, touches = self.second or (len(self.length), np.inf)
        upper = min(load, touches) * self.length[0] / bending[:first].sum()
        every = max(load - touches, 0.0) * self.length[0] / bending.sum()
        turned = np.where(np.arange(bending.size) < first, upper + every, every)
        return np.asarray(STEEL * np.array(self.thick) / 2.0 * np.abs(turned))

    def moments(self, load: float, forces: Floats) -> list[tuple[Floats, Floats]]:
        """Of each leaf: places from the clamp's edge in m, and the bending moment there in N·m, tips bent down positive."""
        out, first = [], 0
        for n, beam in enumerate(self._beams):
            moment = load * (self.length[0] - beam.s) if n == 0 else np.zeros_like(beam.s)
            if n:
                at = self._contacts[n - 1]
                r = forces[first : first + at.size]
                moment = moment + (r * np.maximum(at - beam.s[:, None], 0.0)).sum(axis=1)
                first += at.size
            if n < len(self._contacts):
                at = self._contacts[n]
                r = forces[first : first + at.size]
                moment = moment - (r * np.maximum(at - beam.s[:, None], 0.0)).sum(axis=1)
            out.append((beam.s, moment))
        return out

    def shapes(self, load: float) -> list[tuple[Floats, Floats]]:
        """Of each leaf under a load on the eye: places from the clamp's edge and rise over the clamp, m."""
        _, forces = self.solve(np.array([load]))
        out = []
        for n, (s, moment) in enumerate(self.moments(load, forces[0])):
            bent = self.curve[n] - moment / self._beams[n].bending
            slope = np.concatenate([[0.0], np.cumsum((bent[1:] + bent[:-1]) / 2.0 * np.diff(s))])
            out.append((s, np.concatenate([[0.0], np.cumsum((slope[1:] + slope[:-1]) / 2.0 * np.diff(s))])))
        return out

    def bent_most(self, load: float, forces: Floats) -> Floats:
        """Bending moment in N·m and thickness in m where each leaf's stress is largest, (leaves, 2)."""
        found = []
        for n, (s, moment) in enumerate(self.moments(load, forces)):
            depth = self.thick[n] + (self.tip[n] - self.thick[n]) * s / self.length[n]
            at = int(np.argmax(np.abs(moment) / depth**2))
            found.append((abs(float(moment[at])), float(depth[at])))
        return np.array(found)

    def stresses(self, load: float, forces: Floats) -> Floats:
        """Largest bending stress of each leaf in Pa, (leaves,)."""
        return bending_stress(self.bent_most(load, forces), self.width)


def _root(falls: Callable[[float], float], high: float) -> float:
    """Where a function that falls from above nothing at 0 to below it at `high` is nothing; straight in pieces (Illinois)."""
    low, at_low, at_high = 0.0, falls(0.0), falls(high)
    for _ in range(60):
        at = high - at_high * (high - low) / (at_high - at_low)
        value = falls(at)
        if abs(value) < 1e-9 or high - low < 1e-6 * high:
            return at
        if (value > 0.0) == (at_high > 0.0):
            at_low /= 2.0
        else:
            low, at_low = high, at_high
        high, at_high = at, value
    return high


def bending_stress(bent: Floats, width: tuple[float, ...]) -> Floats:
    """6·M/(b·t²) of each leaf in Pa, (leaves,). bent: moment in N·m and thickness in m, (leaves, 2). width: m."""
    return np.asarray(6.0 * bent[:, 0] / (np.array(width) * bent[:, 1] ** 2))


def _pressed_apart(m: Floats, q: Floats, active: np.ndarray) -> tuple[Floats, np.ndarray]:
    """Contact forces r ≥ 0 with gaps q + m·r ≥ 0, one of the two nothing at each contact; and which are pressed.

    Block principal pivoting from the contacts `active`, single steps where it would go round in circles (Júdice and Pires); where
    it still has no answer, as between leaves of one curvature that touch all along, the same energy by least squares.
    """
    active = active.copy()
    fewest, patience = q.size + 1, 3
    scale = max(float(np.abs(q).max(initial=0.0)), 1e-12)
    for _ in range(PIVOTS):
        r = np.zeros(q.size)
        if active.any():
            part = m[np.ix_(active, active)]
            r[active] = np.linalg.solve(part + np.eye(part.shape[0]) * 1e-13 * np.trace(part), -q[active])
        gap = q + m @ r
        wrong = np.where(active, r < -1e-9 * max(float(np.abs(r).max(initial=0.0)), 1e-9), gap < -1e-9 * scale)
        count = int(wrong.sum())
        if count == 0:
            return np.maximum(r, 0.0), active
        if count < fewest:
            fewest, patience = count, 3
            active ^= wrong
        elif patience > 0:
            patience -= 1
            active ^= wrong
        else:
            active[int(np.nonzero(wrong)[0][-1])] ^= True
    from scipy.optimize import nnls  # noqa: PLC0415 - slow to import, and seldom wanted

    root = np.linalg.cholesky(m + np.eye(q.size) * 1e-13 * np.trace(m))
    r, _ = nnls(root.T, -np.linalg.solve(root, q), maxiter=100 * q.size)
    return r, r > 0.0
