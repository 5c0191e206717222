"""Vehicles for tests, given wheel by wheel; the same telling builds our platform and a rigid-body model."""

from __future__ import annotations

from dataclasses import dataclass, field, replace

import numpy as np

from isostat.core.limits import GRAVITY
from isostat.core.parts.bank import Bank
from isostat.core.parts.ends import Metal, ShockEnds
from isostat.core.parts.law import ForceLaw, TableLaw
from isostat.core.springs.coil import Coil
from isostat.core.vehicle.layout import SIDES, Layout, row
from isostat.core.vehicle.platform import Platform
from isostat.core.vehicle.statics import weight_of


@dataclass(frozen=True)
class AxleSpec:
    """An axle in wheel terms: rates at the wheel or, on a beam, at the spring's place; metres, N/m, kg."""

    x: float
    layout: Layout = Layout.INDEPENDENT
    half_track: float = 0.8
    place: float = 0.65  # of springs and limits on a beam
    rate: float = 35_000.0
    press: tuple[float, float] = (0.14, 0.14)  # spring compression at the baseline
    tyre: float = 220_000.0
    squash: tuple[float, float] = (0.026, 0.026)
    unsprung: float = 45.0
    bar: float = 0.0
    stop_gap: float = 0.06
    stop_rate: float = 150_000.0
    droop: float = 0.09
    ground: tuple[float, float] = (0.0, 0.0)


@dataclass(frozen=True)
class VehicleSpec:
    """Axles front to back, and masses (kg, x forward, y left) that make up the sprung load."""

    axles: tuple[AxleSpec, ...]
    masses: tuple[tuple[float, float, float], ...] = field(default=())

    def with_mass(self, *mass: float) -> VehicleSpec:
        return replace(self, masses=(*self.masses, (mass[0], mass[1], mass[2])))


FLATBED = VehicleSpec(axles=(AxleSpec(0.0), AxleSpec(-3.0, Layout.SOLID, unsprung=70.0)), masses=((2000.0, -1.45, 0.0),))


def linear_stop(rate: float) -> TableLaw:
    return TableLaw((-1.0, 0.0, 1.0), (0.0, 0.0, rate))


def platform_of(vehicle: VehicleSpec) -> tuple[Platform, Bank]:
    """Our own arrays for one vehicle, one case."""
    laws: dict[ForceLaw, int] = {}
    rows, offsets, indices = [], [], []
    for a in vehicle.axles:
        parts = []
        for n, side in enumerate(SIDES):
            for law, offset in (
                (Coil(a.rate), a.press[n]),
                (linear_stop(a.stop_rate), -a.stop_gap),
                (ShockEnds(), a.droop),
                (Metal(), -0.30),
            ):
                parts.append((row(a.layout, side, a.place), offset, laws.setdefault(law, len(laws))))
        rows.append([p[0] for p in parts])
        offsets.append([p[1] for p in parts])
        indices.append([p[2] for p in parts])
    m = np.array(vehicle.masses)
    both = [[1.0], [1.0]]

    def a_row(values: list[float]) -> np.ndarray:
        return np.array(values)[:, None]

    platform = Platform(
        axle_x_m=a_row([a.x for a in vehicle.axles]),
        half_track_m=a_row([a.half_track for a in vehicle.axles]),
        tyre_rate=np.array([np.multiply(both, a.tyre) for a in vehicle.axles]),
        tyre_squash_m=np.array([np.reshape(a.squash, (2, 1)) for a in vehicle.axles]),
        unsprung_n=np.array([np.multiply(both, a.unsprung * GRAVITY) for a in vehicle.axles]),
        ground_m=np.array([np.reshape(a.ground, (2, 1)) for a in vehicle.axles]),
        weight=weight_of(m[:, 0], m[:, 1], m[:, 2])[:, None],
        bar_rate=a_row([a.bar for a in vehicle.axles]),
        row=np.array(rows)[..., None],
        ratio=np.ones((len(rows), 8, 1)),
        offset_m=np.array(offsets)[..., None],
        scale=np.ones((len(rows), 8, 1)),
        law=np.array(indices)[..., None],
    )
    return platform, Bank(tuple(laws))
