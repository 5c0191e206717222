"""A leaf pack: its leaves and how they are held; arch, force and stress of both halves together."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from typing_extensions import override

from isostat.core.limits import Floats, OutOfRange, within
from isostat.core.parts.event import Event
from isostat.core.parts.law import LawEvent, TableLaw
from isostat.core.springs.leaf.half_pack import STEEL, HalfPack, bending_stress

PAST_FLAT = 0.12  # m past flat until which a pack is tabulated


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
        for length in (self.front_m, self.rear_m):
            within("length of a leaf", length, 0.05, 1.5, "m")
        within("width of a leaf", self.width_m, 0.02, 0.2, "m")
        within("thickness of a leaf", self.thick_m, 0.002, 0.05, "m")
        if self.tip_m is not None:
            within("tip thickness of a leaf", self.tip_m, 0.002, self.thick_m, "m")
        within("free curvature of a leaf", self.curve, -5.0, 5.0, "1/m")
        within("spacer above a leaf", self.gap_m, 0.0, 0.2, "m")


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
            raise OutOfRange("number of leaves", 0, 1, 20, "")
        within("clamp length", self.clamp_m, 0.0, 0.6, "m")
        above = self.leaves[0]
        for n, leaf in enumerate(self.leaves, start=1):
            for words, length, most in (
                ("front length of leaf {n}", leaf.front_m, above.front_m),
                ("rear length of leaf {n}", leaf.rear_m, above.rear_m),
            ):
                within(words, length, max(0.05 * most, self.clamp_m / 2 + 0.02), most if leaf is not above else 1.5, "m", n=n)
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
        without = sum(share * half.at_rest_m for share, half in zip(self.shares, self.halves, strict=True))
        return self.main_arch_m - without

    @property
    def main_arch_m(self) -> float:
        """How far the eyes would stand above the clamp by the main leaf alone, both ends by their share, m."""
        ends = (self.leaves[0].curve * half.length[0] ** 2 / 2.0 for half in self.halves)
        return float(sum(share * arch for share, arch in zip(self.shares, ends, strict=True)))

    @cached_property
    def second_n(self) -> tuple[float, float] | None:
        """Compression in m from the free arch and force at the seat in N at which a second stage first touches.

        By the half where it does so sooner; None without one, or where it touches unloaded.
        """
        found = []
        for half, other, share in zip(self.halves, self.halves[::-1], self.shares, strict=True):
            if half.second is None:
                continue
            load = half.second[1]
            if self.held:
                x = half.deflection(load)
                found.append((x, load + _load_for(other, x)))
            else:
                rest = load / share * (1.0 - share)
                found.append((share * half.deflection(load) + (1.0 - share) * other.deflection(rest), load / share))
        return min(found) if found else None

    @property
    def _loads(self) -> Floats:
        """Forces at the seat at which the pack is solved, N."""
        guess = self.bound_rate * (max(self.free_arch_m, 0.02) + PAST_FLAT) * 1.1
        return np.concatenate([-np.geomspace(0.3, 0.02, 5) * guess * 0.3, np.linspace(0.0, guess, 49)])

    @cached_property
    def _ends(self) -> list[tuple[Floats, Floats]]:
        """Of each half how far its eye goes down, m, and the loads on it, N."""
        loads, ends = self._loads, []
        for half in self.halves:
            kink = [half.second[1]] if half.second and half.second[1] < 0.6 * loads[-1] else []
            each = np.unique(np.append(0.6 * loads, kink))
            ends.append((half.solve(each)[0] - half.at_rest_m, each))
        return ends

    @cached_property
    def curve(self) -> tuple[Floats, Floats]:
        """Compression in m from the free arch, and force at the seat in N, rising; from PULLED below it to well past flat."""
        if not self.held:
            share, loads = self.shares, self._loads
            kinks = [half.second[1] / part for half, part in zip(self.halves, share, strict=True) if half.second]
            loads = np.unique(np.concatenate([loads, [load for load in kinks if load < loads[-1]]]))
            down = [half.solve(loads * part)[0] - half.at_rest_m for half, part in zip(self.halves, share, strict=True)]
            return share[0] * down[0] + share[1] * down[1], loads
        ends = self._ends
        x = np.unique(np.concatenate([ends[0][0], ends[1][0]]))
        x = x[(x >= max(e[0] for e, _ in ends)) & (x <= min(e[-1] for e, _ in ends))]
        x = x[np.append(True, np.diff(x) > 1e-6)]
        return x, sum(np.interp(x, *end) for end in ends)

    def eye_loads(self, force_n: float) -> tuple[float, float]:
        """Load in N on the front and the rear eye under a force at the seat.

        By the lengths where the seat turns, by the halves' own rates where it is held level.
        """
        share = self.shares
        if not self.held:
            return force_n * share[0], force_n * share[1]
        front, rear = self.halves
        bound = self.half_bounds
        x, force = self.curve
        part = float(np.interp(np.interp(force_n, force, x), *self._ends[0]))
        for _ in range(12):  # Newton with the bounds for rates: they are a few per cent off
            miss = front.deflection(part) - rear.deflection(force_n - part)
            part -= miss / (1.0 / bound[0] + 1.0 / bound[1])
            if abs(miss) < 1e-7:
                break
        return part, force_n - part

    def compression(self, force_n: float) -> float:
        """Compression from the free arch under a force at the seat, m; one load, not the whole curve."""
        loads = self.eye_loads(force_n)
        if self.held:
            return self.halves[0].deflection(loads[0])
        return sum(share * half.deflection(load) for share, half, load in zip(self.shares, self.halves, loads, strict=True))

    @property
    def half_bounds(self) -> tuple[float, float]:
        """Upper bound of the rate of each half at its eye in N/m: all its leaves bend together, each to its own tip, ΣEI."""
        out = []
        for half in self.halves:
            s = np.linspace(0.0, half.length[0], 481)
            bending = np.zeros_like(s)
            for length, width, thick, tip in zip(half.length, half.width, half.thick, half.tip, strict=True):
                depth = thick + (tip - thick) * s / length
                bending += np.where(s <= length, STEEL * width * depth**3 / 12.0, 0.0)
            out.append(1.0 / float(np.trapezoid((half.length[0] - s) ** 2 / bending, s)))
        return out[0], out[1]

    @property
    def bound_rate(self) -> float:
        """Upper bound of the rate at the seat in N/m, of both halves: side by side where the seat is held level, else by shares."""
        (front, rear), share = self.half_bounds, self.shares
        return front + rear if self.held else 1.0 / (share[0] ** 2 / front + share[1] ** 2 / rear)

    @cached_property
    def law(self) -> LeafLaw:
        """Its force against its compression from the free arch."""
        x, force = self.curve
        touches = self.second_n
        return LeafLaw(tuple(x.tolist()), tuple(force.tolist()), self.free_arch_m, touches[0] if touches else None)

    @property
    def widths(self) -> tuple[float, ...]:
        """Of the leaves, m."""
        return tuple(leaf.width_m for leaf in self.leaves)

    def bent_most(self, force_n: float) -> Floats:
        """Moment in N·m and thickness in m where each leaf's stress is largest under a force at the seat, (leaves, 2)."""
        return self._bent_most(self.eye_loads(force_n))

    def _bent_most(self, loads: tuple[float, float]) -> Floats:
        found = []
        for half, load in zip(self.halves, loads, strict=True):
            _, forces = half.solve(np.array([load]))
            found.append(half.bent_most(load, forces[0]))
        front, rear = (bending_stress(bent, self.widths) for bent in found)
        return np.where((front >= rear)[:, None], found[0], found[1])

    def bent(self, force_n: float) -> tuple[Floats, Floats]:
        """Where each leaf's stress is largest under a force at the seat, and its stress at the clamp: `bent_most` and `nominal`."""
        loads = self.eye_loads(force_n)
        return self._bent_most(loads), self._nominal(loads)

    def stresses(self, force_n: float) -> Floats:
        """Largest bending stress of each leaf in Pa under a force at the seat, the worse half, (leaves,)."""
        return bending_stress(self.bent_most(force_n), self.widths)

    def nominal(self, force_n: float) -> Floats:
        """Stress of each leaf at the clamp by which packs are rated, under a force at the seat, the worse half, Pa, (leaves,)."""
        return self._nominal(self.eye_loads(force_n))

    def _nominal(self, loads: tuple[float, float]) -> Floats:
        front, rear = (half.nominal(load) for half, load in zip(self.halves, loads, strict=True))
        return np.maximum(front, rear)


def _load_for(half: HalfPack, down_m: float) -> float:
    """Load in N on the eye of a half that bends it so far, m: its deflection rises with the load, nearly straight."""
    load, rate = 0.0, 1000.0 / max(half.deflection(1000.0), 1e-9)
    for _ in range(20):
        miss = down_m - half.deflection(load)
        if abs(miss) < 1e-8:
            break
        load += miss * rate
    return load


@dataclass(frozen=True)
class LeafLaw(TableLaw):
    """The force of a pack against its compression from the free arch; it pulls too, the main leaf alone.

    flat_m: compression at which the main leaf's eyes are level with the clamp. second_m: at which a second stage touches.
    """

    flat_m: float = 0.0
    second_m: float | None = None

    @override
    @property
    def events(self) -> tuple[LawEvent, ...]:
        found = [LawEvent(Event.LEAF_FLAT, self.flat_m)]
        if self.second_m is not None:
            found.append(LawEvent(Event.SECOND_STAGE, self.second_m))
        return tuple(sorted(found, key=lambda e: e.x_m))


def curve_of(string_m: float, rise_m: float) -> float:
    """Free curvature in 1/m of a leaf measured by a string from eye to eye and the rise of its centre bolt below it.

    string_m, rise_m: m; rise positive where the tips stand up. Source: circle through three points.
    """
    within("length eye to eye", string_m, 0.1, 3.0, "m")
    return 8.0 * rise_m / (string_m**2 + 4.0 * rise_m**2)


def rise_of(string_m: float, curve: float) -> float:
    """Rise of the centre bolt below a string from eye to eye, m: the inverse of `curve_of`, up to half a circle.

    string_m: m. curve: 1/m. Source: circle through three points.
    """
    within("length eye to eye", string_m, 0.1, 3.0, "m")
    half = curve * string_m / 2.0
    return string_m / 2.0 * half / (1.0 + math.sqrt(max(1.0 - half * half, 0.0)))
