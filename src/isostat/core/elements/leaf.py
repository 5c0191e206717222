"""A leaf pack: one beam a leaf, clamped at the clamp's edge, in one-sided contact with the leaf below it along its length."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np

from isostat.core.elements.law import LawEvent, TableLaw
from isostat.core.limits import Floats, OutOfRange, within

STEEL = 206e9  # Pa, Young's modulus of spring steel
ALLOWED = 1.0e9  # Pa, of a leaf at full bump, peened and pressed once (common practice, no source)
PAST_FLAT = 0.12  # m past flat until which a pack is tabulated
PIVOTS = 60  # after which contacts are found by least squares
STATIONS = 24  # contact points along the shorter leaf of each pair, its tip the last


@dataclass(frozen=True, slots=True, kw_only=True)
class Leaf:
    """One leaf. Lengths from the centre bolt, m.

    front_m, rear_m: to its tips or eyes, along the leaf. width_m, thick_m: at the clamp. tip_m: thickness at the tips where it is
    tapered, evenly from the clamp's edge. curve: free curvature in 1/m, tips up positive. gap_m: a plate between it and the leaf
    above, at the clamp. Raises OutOfRange for what is no leaf.
    """

    front_m: float
    rear_m: float
    width_m: float
    thick_m: float
    tip_m: float | None = None
    curve: float = 0.0
    gap_m: float = 0.0

    def __post_init__(self) -> None:
        for end, length in (("front", self.front_m), ("rear", self.rear_m)):
            within(f"length of a leaf, {end}", length, 0.05, 1.5, "m")
        within("width of a leaf", self.width_m, 0.02, 0.2, "m")
        within("thickness of a leaf", self.thick_m, 0.002, 0.05, "m")
        if self.tip_m is not None:
            within("thickness at the tip of a leaf", self.tip_m, 0.002, self.thick_m, "m")
        within("free curvature of a leaf", self.curve, -5.0, 5.0, "1/m")
        within("gap above a leaf", self.gap_m, 0.0, 0.2, "m")


@dataclass(frozen=True, kw_only=True)
class LeafPack:
    """Leaves from the main one down, and how they are held.

    clamp_m: length under U-bolts and plates that does not bend. held: the seat keeps the axle from turning; free: it turns until
    both eyes carry their share. Raises OutOfRange where a leaf is longer than the one above it, or no longer than half the clamp.
    """

    leaves: tuple[Leaf, ...]
    clamp_m: float = 0.0
    held: bool = False

    def __post_init__(self) -> None:
        if not self.leaves:
            raise OutOfRange("leaves of a pack", 0, 1, 20, "")
        within("clamp of a leaf pack", self.clamp_m, 0.0, 0.6, "m")
        above = self.leaves[0]
        for n, leaf in enumerate(self.leaves, start=1):
            for end in ("front_m", "rear_m"):
                words = f"length of leaf {n}, {end[:-2]}, over the one above it"
                within(words, getattr(leaf, end) / getattr(above, end), 0.05, 1.0, "")
                within(f"length of leaf {n}, {end[:-2]}", getattr(leaf, end), self.clamp_m / 2 + 0.02, 1.5, "m")
            above = leaf

    def half(self, end: str) -> HalfPack:
        """The "front" or "rear" half, from the clamp's edge."""
        of = self.leaves
        return HalfPack(
            length=tuple(getattr(leaf, f"{end}_m") - self.clamp_m / 2 for leaf in of),
            width=tuple(leaf.width_m for leaf in of),
            thick=tuple(leaf.thick_m for leaf in of),
            tip=tuple(leaf.thick_m if leaf.tip_m is None else leaf.tip_m for leaf in of),
            curve=tuple(leaf.curve for leaf in of),
            gap=tuple(leaf.gap_m for leaf in of),
        )

    @cached_property
    def halves(self) -> tuple[HalfPack, HalfPack]:
        """Front and rear."""
        front, rear = self.half("front"), self.half("rear")
        return front, front if rear == front else rear

    @property
    def shares(self) -> tuple[float, float]:
        """Of the load at the seat on the front and the rear eye, the seat free to turn."""
        a, b = self.leaves[0].front_m, self.leaves[0].rear_m
        return b / (a + b), a / (a + b)

    @cached_property
    def free_arch_m(self) -> float:
        """How far the eyes stand above the clamp without load, as the nip of all leaves leaves it; both ends by their share, m."""
        front, rear = (self._arch(n, np.zeros(1))[0] for n in (0, 1))
        share = self.shares
        return float(share[0] * front + share[1] * rear)

    def _arch(self, end: int, loads: Floats) -> Floats:
        """Height of an eye over the clamp under loads on it, m."""
        half = self.halves[end]
        return np.asarray(self.leaves[0].curve * half.length[0] ** 2 / 2.0 - half.solve(loads)[0])

    @cached_property
    def curve(self) -> tuple[Floats, Floats]:
        """Compression in m from the free arch, and force at the seat in N, rising; from PULLED below it to well past flat."""
        guess = self.bound_rate * (max(self.free_arch_m, 0.02) + PAST_FLAT) * 1.1
        loads = np.concatenate([-np.geomspace(0.3, 0.02, 5) * guess * 0.3, np.linspace(0.0, guess, 49)])
        if not self.held:
            share = self.shares
            down = [self._arch(n, np.zeros(1)) - self._arch(n, loads * share[n]) for n in (0, 1)]
            return share[0] * down[0] + share[1] * down[1], loads
        ends = [self._arch(n, np.zeros(1)) - self._arch(n, loads * 0.6) for n in (0, 1)]
        x = np.linspace(max(e[0] for e in ends), min(e[-1] for e in ends), loads.size)
        x = np.sort(np.append(x, 0.0))
        return x, sum(np.interp(x, e, loads * 0.6) for e in ends)

    @property
    def bound_rate(self) -> float:
        """Upper bound of the rate in N/m: all leaves of a half bend together, each to its own tip, ΣEI."""
        out = []
        for half in self.halves:
            s = np.linspace(0.0, half.length[0], 481)
            bending = np.zeros_like(s)
            for length, width, thick, tip in zip(half.length, half.width, half.thick, half.tip, strict=True):
                depth = thick + (tip - thick) * s / length
                bending += np.where(s <= length, STEEL * width * depth**3 / 12.0, 0.0)
            out.append(1.0 / float(np.trapezoid((half.length[0] - s) ** 2 / bending, s)))
        share = self.shares
        return out[0] + out[1] if self.held else 1.0 / (share[0] ** 2 / out[0] + share[1] ** 2 / out[1])

    @cached_property
    def law(self) -> LeafLaw:
        """Its force against its compression from the free arch."""
        x, force = self.curve
        first = self._second_stage
        return LeafLaw(tuple(x.tolist()), tuple(force.tolist()), self.free_arch_m, first)

    @cached_property
    def _second_stage(self) -> float | None:
        """Compression at which a leaf below a plate first touches, m; None without one, or where it touches unloaded."""
        at = next((n for n, leaf in enumerate(self.leaves) if leaf.gap_m > 0.0), None)
        if at is None:
            return None
        x, loads = self.curve
        half, share = self.halves[0], self.shares[0]
        size = half.stations
        _, forces = half.solve(loads * share)
        touched = np.abs(forces[:, (at - 1) * size : at * size]).max(axis=1) > 1e-6
        first = int(np.argmax(touched))
        return float(x[first]) if touched.any() and x[first] > 0.0 else None

    def stresses(self, force_n: float) -> Floats:
        """Largest bending stress of each leaf in Pa under a force at the seat, the worse half, (leaves,)."""
        found = []
        for half, share in zip(self.halves, self.shares, strict=True):
            _, forces = half.solve(np.array([force_n * share]))
            found.append(half.stresses(force_n * share, forces[0]))
        return np.asarray(np.maximum(*found))


@dataclass(frozen=True)
class LeafLaw(TableLaw):
    """The force of a pack against its compression from the free arch; it pulls too, the main leaf alone.

    flat_m: compression at which the main leaf's eyes are level with the clamp. second_m: at which a second stage touches.
    """

    flat_m: float = 0.0
    second_m: float | None = None

    @property
    def events(self) -> tuple[LawEvent, ...]:
        found = [LawEvent("leaf flat", self.flat_m)]
        if self.second_m is not None:
            found.append(LawEvent("second stage touches", self.second_m))
        return tuple(sorted(found, key=lambda e: e.x_m))


def curve_of(string_m: float, rise_m: float) -> float:
    """Free curvature in 1/m of a leaf measured by a string from eye to eye and the rise of its centre bolt below it.

    string_m, rise_m: m; rise positive where the tips stand up. Source: circle through three points.
    """
    within("string from eye to eye", string_m, 0.1, 3.0, "m")
    return 8.0 * rise_m / (string_m**2 + 4.0 * rise_m**2)


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

    def solve(self, loads: Floats) -> tuple[Floats, Floats]:
        """Eye deflection from the main leaf's own free shape, (n,) m, and contact forces (n, contacts) N, at loads on the eye in N.

        loads: (n,), rising is fastest: each starts from the last one's contacts.
        """
        m, gaps, by_load, own = self._system
        active = np.zeros(gaps.size, dtype=bool)
        down, forces = [], []
        for load in np.asarray(loads, dtype=float):
            r, active = _pressed_apart(m, gaps - load * by_load, active)
            down.append(load * own - float(by_load @ r))
            forces.append(r)
        return np.array(down), np.array(forces).reshape(len(down), gaps.size)

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

    def stresses(self, load: float, forces: Floats) -> Floats:
        """Largest bending stress of each leaf in Pa, (leaves,)."""
        found = []
        for n, (s, moment) in enumerate(self.moments(load, forces)):
            depth = self.thick[n] + (self.tip[n] - self.thick[n]) * s / self.length[n]
            found.append(float(np.max(np.abs(moment) * 6.0 / (self.width[n] * depth**2))))
        return np.array(found)


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
