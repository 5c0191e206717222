"""The vehicle as the solver sees it: arrays with the cases last, one row of numbers a wheel, axle or part."""

from __future__ import annotations

from dataclasses import dataclass, fields
from typing import Any

import numpy as np

from isostat.core.limits import Floats, Ints


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class Platform:
    """A batch of vehicles or load cases of one topology: A axles, P parts an axle, B cases.

    Every array is float64 (law, motion: int64) and ends in (..., B). Wheels of an axle stand at index 0 = left, 1 = right.
    """

    axle_x_m: Floats  # (A, B) forward of the origin
    half_track_m: Floats  # (A, B)
    tyre_rate: Floats  # (A, 2, B) N/m
    tyre_squash_m: Floats  # (A, 2, B) compression of the tyre at zero wheel displacement
    unsprung_n: Floats  # (A, 2, B) weight of wheel, hub and its share of the axle
    ground_m: Floats  # (A, 2, B) height of the ground under the wheel
    weight: Floats  # (3, B) sprung weight and moments, N and N·m
    bar_rate: Floats  # (A, B) N/m at one wheel per difference of travel
    row: Floats  # (A, P, 2, B) travel of the part per travel of the left and right wheel
    ratio: Floats  # (A, P, B) motion ratio, where the part has no motion table
    offset_m: Floats  # (A, P, B) the law's compression at the baseline
    scale: Floats  # (A, P, B) the force is multiplied by this
    law: Ints  # (A, P, B) index in the bank
    motion: Ints | None = None  # (A, P, B) index in the bank's motions, −1 for a plain ratio; None: no tables
    teed: Ints | None = None  # (A, P, B) index in the bank's couples, at the first of two parts of an axle, −1 elsewhere
    tandem: Ints | None = None  # (A, P, B) likewise, at the first of the same part of two axles in line
    hitch: Floats | None = None  # (3, B) coupling: m forward of the origin, N/m to the ground, N that it carries at the baseline

    @property
    def cases(self) -> int:
        """How many load cases it carries."""
        return int(self.weight.shape[-1])

    @property
    def axles(self) -> int:
        """How many axles it stands on."""
        return int(self.axle_x_m.shape[0])

    def take(self, which: Ints | slice) -> Platform:
        """The same platform with some of its cases."""
        whole: dict[str, Any] = {f.name: getattr(self, f.name) for f in fields(self)}
        some: dict[str, Any] = {n: None if a is None else np.ascontiguousarray(a[..., which]) for n, a in whole.items()}
        return Platform(**some)

    def repeated(self, times: int) -> Platform:
        """The first case so many times over, to be moved through as many heights."""
        first = self.take(slice(0, 1))
        whole: dict[str, Any] = {f.name: getattr(first, f.name) for f in fields(self)}
        many: dict[str, Any] = {n: None if a is None else np.broadcast_to(a, (*a.shape[:-1], times)) for n, a in whole.items()}
        return Platform(**many)

    def nose_n(self, pose: Floats) -> Floats:
        """What the coupling carries at a pose (3, B), (B,) in N; nought without one."""
        if self.hitch is None:
            return np.zeros(pose.shape[-1])
        return np.asarray(self.hitch[2] - self.hitch[1] * (pose[0] - self.hitch[0] * pose[1]))

    @property
    def whole_weight(self) -> Floats:
        """Sprung and unsprung weight with moments, (3, B)."""
        w = self.weight.copy()
        both = self.unsprung_n.sum(axis=1)
        w[0] += both.sum(axis=0)
        w[1] -= (self.axle_x_m * both).sum(axis=0)
        w[2] += (self.half_track_m * (self.unsprung_n[:, 0] - self.unsprung_n[:, 1])).sum(axis=0)
        return w


def join(platforms: list[Platform]) -> Platform:
    """Several platforms of one topology as one batch, in their order."""

    def side_by_side(name: str) -> Any:
        columns = [getattr(p, name) for p in platforms]
        return None if columns[0] is None else np.ascontiguousarray(np.concatenate(columns, axis=-1))

    return Platform(**{f.name: side_by_side(f.name) for f in fields(Platform)})
