"""An axle square under its vehicle, in plan: how far it is out by the tape, and what turns of its links bring it back.

x forward, y left, from the middle of the front axle, which is taken as square; m and rad.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import product

import numpy as np

from isostat.core.limits import Floats

UNKNOWNS = ("forward", "left", "turned", "frame")  # of the axle and, last, of what its ends stand out of the frame
MAY_BE = np.array([0.1, 0.1, 0.1, 1.0])  # each, before anything is read, one deviation, m and rad
SEEN = 0.1  # of that, below which the readings say something of it
ALIKE = 0.9  # of the furthest off, from which on another is as doubtful
NEAR = (-2.0, -1.0, 0.0, 1.0, 2.0)  # half turns off the exact length that are tried
DEVIATIONS = 3.0  # of a reading from what the others say, beyond which it is doubted


@dataclass(frozen=True, slots=True, kw_only=True)
class Taped:
    """A length that was read. name: as the caller has it. ahead_m, behind_m: its ends beside the middles of front axle and axle,
    left +; ahead_m None for one from the frame out to an end of the axle. error_m: one deviation.
    """

    name: str
    length_m: float
    ahead_m: float | None
    behind_m: float
    error_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Out:
    """How an axle is out: forward_m, left_m, turned_rad to the left; None where nothing that was read says so.

    doubted: names of readings that the others do not bear out.
    """

    forward_m: float | None
    left_m: float | None
    turned_rad: float | None
    doubted: tuple[str, ...] = ()


def out_of_square(taped: Sequence[Taped], wheelbase_m: float) -> Out:
    """By least squares of the plain distances, each by its error. wheelbase_m: axle to axle, a first guess."""
    rows, rest = _system(taped, wheelbase_m)
    p, covariance = _solved(rows, rest)
    seen = np.sqrt(np.diag(covariance)) < SEEN * MAY_BE
    forward, left, turned, _ = (float(value) if sees else None for value, sees in zip(p, seen, strict=True))
    doubted = tuple(taped[j].name for j in _doubted(rows, rest))
    return Out(forward_m=forward, left_m=left, turned_rad=turned, doubted=doubted)


def _doubted(rows: Floats, rest: Floats) -> list[int]:
    """Readings too far off what the others say, and of those the furthest: two alike where nothing says which of them slipped."""
    off = np.zeros(len(rows))
    for j in range(len(rows)):
        keep = np.arange(len(rows)) != j
        p, covariance = _solved(rows[keep], rest[keep])
        off[j] = abs(float(rest[j] - rows[j] @ p)) / float(np.sqrt(1.0 + rows[j] @ covariance @ rows[j]))
    most = float(off.max(initial=0.0))
    return [j for j in range(len(off)) if off[j] > max(DEVIATIONS, ALIKE * most)]


def _system(taped: Sequence[Taped], wheelbase_m: float) -> tuple[Floats, Floats]:
    """Rows over UNKNOWNS and what each reading lies off the square axle, both by its error."""
    rows, rest = np.zeros((len(taped), len(UNKNOWNS))), np.zeros(len(taped))
    for j, one in enumerate(taped):
        if one.ahead_m is None:
            rows[j] = [0.0, np.sign(one.behind_m), 0.0, 1.0]
            rest[j] = one.length_m
        else:
            across = one.behind_m - one.ahead_m
            far = float(np.hypot(wheelbase_m, across))
            along, aside = -wheelbase_m / far, across / far  # of the way from ahead to behind
            rows[j] = [along, aside, -along * one.behind_m, 0.0]
            rest[j] = one.length_m - far
        rows[j] /= one.error_m
        rest[j] /= one.error_m
    return rows, rest


def _solved(rows: Floats, rest: Floats) -> tuple[Floats, Floats]:
    """Least squares beside what an axle may be out at all, and the covariance."""
    covariance = np.asarray(np.linalg.inv(rows.T @ rows + np.diag(1.0 / MAY_BE**2)), dtype=float)
    return covariance @ (rows.T @ rest), covariance


@dataclass(frozen=True, slots=True, kw_only=True)
class Rod:
    """A link of an axle, or its bar. frame: towards its frame end from its axle end, a unit vector; at: its axle end from the
    middle of the axle; (x, y, z) each."""

    name: str
    frame: tuple[float, float, float]
    at: tuple[float, float, float]

    def longer_by(self) -> Floats:
        """What it must be longer by for the axle forward, left, turned to the left, nose-down by one each, (4,)."""
        f, r = np.array(self.frame), np.array(self.at)
        moved = (np.array([1.0, 0.0, 0.0]), np.array([0.0, 1.0, 0.0]), np.cross([0.0, 0.0, 1.0], r), np.cross([0.0, 1.0, 0.0], r))
        return np.array([-float(f @ way) for way in moved])


@dataclass(frozen=True, slots=True)
class Plan:
    """Half turns of each rod, longer +, and what is then left: forward, left, turned, nose-down, (4,)."""

    half_turns: tuple[int, ...]
    left: Floats


def half_turns(rods: Sequence[Rod], out: Floats, lead_m: float, within: Floats) -> Plan:
    """Whole half turns that leave least of the worst part over what it may be.

    rods: links, and a bar. out: how the axle is out, (4,) as in Rod.longer_by; nought where it is not to move. lead_m: of a whole
    turn. within: what each may be. Every neighbour of the rounded lengths is tried; of as good ones the fewest turns.
    """
    step = lead_m / 2.0
    by = np.array([rod.longer_by() for rod in rods])
    back = np.linalg.pinv(by, rcond=1e-6)
    nearest = np.round(by @ -np.asarray(out) / step)
    tries = nearest + np.array(list(product(NEAR, repeat=len(rods))))
    left = np.asarray(out) + (tries * step) @ back.T
    worst = np.round(-np.sort(-np.abs(left / within), axis=1), 3)  # what no rod can do leaves the next to be the worst
    best = np.lexsort([np.abs(tries).sum(axis=1), *worst.T[::-1]])[0]
    return Plan(tuple(int(n) for n in tries[best]), left[best])
