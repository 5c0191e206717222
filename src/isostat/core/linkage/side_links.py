"""What holds an axle fore and aft, in side view: two links a side, one arm, or leaves. Each tells how the hub goes and turns."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Protocol

import numpy as np

from isostat.core.limits import Floats, within

FEW, MANY, PASSES = 2, 16, 4  # steps on the way to a travel, where few do and where they do not; of Newton at each
CLOSED = 1e-9  # m that a link may be off its length
FLATTENS = 0.75  # of the half length: radius of the arc of a graduated pack's seat about its fixed eye


class Path(Protocol):
    """How an axle goes under the body."""

    def at(self, travel: Floats) -> tuple[Floats, Floats]:
        """Forward in m and turned nose-down in rad, at hub travels in m, any shape; nan where it cannot be."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Link:
    """One link from the axle to the frame.

    length_m: 0.1 to 3. slope_rad: of the link, axle end below the frame end +, within ±80°. over_hub_m: its axle end above the hub.
    ahead: whether the frame end lies ahead of the axle. longer_m: by which it is another one than was read.
    """

    length_m: float
    slope_rad: float
    over_hub_m: float
    ahead: bool = True
    longer_m: float = 0.0

    def __post_init__(self) -> None:
        within("link length", self.length_m, 0.1, 3.0, "m")
        within("link angle", self.slope_rad, -1.4, 1.4, "rad")
        within("end of a link above the hub", self.over_hub_m, -1.0, 1.0, "m")

    @property
    def frame(self) -> tuple[float, float]:
        """Its frame end, from the hub as weighed, m."""
        way = 1.0 if self.ahead else -1.0
        return way * self.length_m * float(np.cos(self.slope_rad)), self.over_hub_m + self.length_m * float(np.sin(self.slope_rad))


@dataclass(frozen=True, slots=True, kw_only=True)
class TwoLinks:
    """A lower and an upper link a side. Raises OutOfRange where both hold one point: nothing keeps the axle upright then."""

    lower: Link
    upper: Link

    def __post_init__(self) -> None:
        within("upper link above the lower one, at the axle", self.upper.over_hub_m - self.lower.over_hub_m, 0.02, 2.0, "m")

    def at(self, travel: Floats) -> tuple[Floats, Floats]:
        """By Newton, from the position as weighed in a few steps, in small ones where those do not close."""
        v = np.atleast_1d(np.asarray(travel, dtype=float))
        e, turn = self._closed(v, FEW)
        if np.isnan(e).any():
            e, turn = self._closed(v, MANY)
        shape = np.shape(travel)
        return e.reshape(shape), turn.reshape(shape)

    def _closed(self, v: Floats, steps: int) -> tuple[Floats, Floats]:
        """Forward and turned at travels (n,); nan where the links do not close."""
        e, turn = np.zeros_like(v), np.zeros_like(v)
        for step in range(1, steps + 1):
            for _ in range(PASSES):
                gap, slope = self._gaps(v * step / steps, e, turn)
                det = slope[0, 0] * slope[1, 1] - slope[0, 1] * slope[1, 0]
                safe = np.where(np.abs(det) > 1e-12, det, np.nan)
                e = e - (gap[0] * slope[1, 1] - gap[1] * slope[0, 1]) / safe
                turn = turn - (gap[1] * slope[0, 0] - gap[0] * slope[1, 0]) / safe
        off = np.abs(self._gaps(v, e, turn)[0]).max(axis=0)
        lost = ~(off < CLOSED) | (np.abs(turn) > 1.5)
        return np.where(lost, np.nan, e), np.where(lost, np.nan, turn)

    def _gaps(self, v: Floats, e: Floats, turn: Floats) -> tuple[Floats, Floats]:
        """By how much each link is off its length, (2, n) m, and the slopes of that with e and turn, (2, 2, n)."""
        gaps, slopes = [], []
        for link in (self.lower, self.upper):
            fx, fz = link.frame
            x = e + link.over_hub_m * np.sin(turn) - fx
            z = v + link.over_hub_m * np.cos(turn) - fz
            far = np.hypot(x, z)
            gaps.append(far - link.length_m - link.longer_m)
            by_turn = (x * link.over_hub_m * np.cos(turn) - z * link.over_hub_m * np.sin(turn)) / far
            slopes.append([x / far, by_turn])
        return np.array(gaps), np.array(slopes)


@dataclass(frozen=True, slots=True, kw_only=True)
class OneArm:
    """An arm that is one with the axle: it turns it as it swings. length_m: pivot to hub. slope_rad, ahead: as of a link."""

    length_m: float
    slope_rad: float
    ahead: bool = True

    def __post_init__(self) -> None:
        Link(length_m=self.length_m, slope_rad=self.slope_rad, over_hub_m=0.0)

    def at(self, travel: Floats) -> tuple[Floats, Floats]:
        """Exactly."""
        sine = np.sin(self.slope_rad) - np.asarray(travel) / self.length_m
        slope = np.arcsin(np.where(np.abs(sine) <= 1.0, sine, np.nan))
        way = 1.0 if self.ahead else -1.0
        forward = way * self.length_m * (np.cos(self.slope_rad) - np.cos(slope))
        return np.asarray(forward), np.asarray(way * (self.slope_rad - slope))


@dataclass(frozen=True, slots=True, kw_only=True)
class Leaves:
    """A leaf pack whose front eye is fixed to the frame, or its rear one.

    front_m, rear_m: halves from the centre bolt. arch_m: of the pack as weighed, eyes above the seat +. fixed: "front" or "rear".
    """

    front_m: float
    rear_m: float
    arch_m: float
    fixed: str = "front"

    def __post_init__(self) -> None:
        for half in (self.front_m, self.rear_m):
            within("half of a leaf pack", half, 0.05, 1.5, "m")
        within("arch of a leaf pack", self.arch_m, -0.5, 0.5, "m")

    def at(self, travel: Floats) -> tuple[Floats, Floats]:
        """The seat swings about the fixed eye as on an arm of three quarters of that half; unequal halves turn it."""
        v = np.asarray(travel, dtype=float)
        half, way = (self.front_m, 1.0) if self.fixed == "front" else (self.rear_m, -1.0)
        flat = v - self.arch_m  # from where that half is flat
        forward = way * (flat**2 - self.arch_m**2) / (2.0 * FLATTENS * half)
        a, b = (self.front_m, self.rear_m) if self.fixed == "front" else (self.rear_m, self.front_m)
        return np.asarray(forward), np.asarray(-way * v * (a - b) / (a * b))


@dataclass(frozen=True, slots=True)
class Lowered:
    """The same with the frame ends lowered, by brackets or other holes."""

    path: Path
    by_m: float

    def at(self, travel: Floats) -> tuple[Floats, Floats]:
        """As if the axle came up by as much."""
        return self.path.at(np.asarray(travel) + self.by_m)


def too_short(path: Path, travel: Floats) -> bool:
    """Whether links cannot close at some travel."""
    return bool(np.isnan(path.at(travel)[0]).any())
