"""What the cycle sheet tells: where things happen on the way of a wheel, and how the shock moves with it."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core.parts.event import Event
from isostat.core.travel.events import TravelEvent
from isostat.core.working import Figure, Origin
from isostat.job.vehicle import Axle, Corner, Motion

BEND_WANTS = 4  # readings of one side before the motion table is more than a straight line
APART = 0.020  # m of wheel travel that a ratio wants at least


def _travel(corner: Corner, event: str) -> Figure | None:
    """Wheel travel from the baseline at which something happened on the jack, bump positive."""
    row = next((r for r in corner.cycle if r.event == event), None)
    if row is None or row.hub_to_arch_m is None:
        return None
    assumed = row.hub_to_arch_m.assumed or corner.hub_to_arch_m.assumed
    return Figure(corner.hub_to_arch_m.value - row.hub_to_arch_m.value, Origin.ASSUMED if assumed else Origin.MEASURED)


@dataclass(frozen=True, slots=True)
class Cycled:
    """Measured places on the way of one wheel, as wheel travel in m from the baseline; None where nothing was read."""

    hanging: Figure | None
    touched: Figure | None
    flat: Figure | None
    metal: Figure | None
    strap: Figure | None
    tyre: tuple[TravelEvent, ...]  # where it meets the arch, straight and at each lock
    below: tuple[TravelEvent, ...]  # what else is met on the way down: hose, joint


def cycled(corner: Corner) -> Cycled:
    """The events of a corner's cycle sheet."""
    names = ("hanging", Event.STOP_TOUCHED, Event.STOP_FLAT, Event.METAL, Event.STRAP_TAUT)
    hanging, touched, flat, metal, strap = (_travel(corner, e) for e in names)
    met = [(row.event, _travel(corner, row.event)) for row in corner.cycle]
    seen = [TravelEvent(Event(event), travel.value) for event, travel in met if travel is not None and event != "hanging"]
    if hanging is not None and hanging.value > -0.001:
        hanging = None
    tyre = tuple(e for e in seen if e.name.of_tyre)
    below = tuple(e for e in seen if e.name in (Event.HOSE_TAUT, Event.JOINT_AT_ITS_LIMIT))
    return Cycled(hanging, touched, flat, metal, strap, tyre, below)


def cycle_motion(axle: Axle) -> Motion | None:
    """Shock travel against wheel travel, both sides of the axle together, zero at the baseline; a part on the shock moves with it.

    Through the readings goes a line, with four or more of one side a parabola (least squares), so that no tape's error bends it.
    None where fewer than two readings lie 20 mm apart, or the shock does not shorten into bump.
    """
    v, eye, most = [], [], 0  # most: readings of one side
    for corner in (axle.left, axle.right):
        rows = [r for r in corner.cycle if r.hub_to_arch_m is not None and r.eye_to_eye_m is not None]
        if len(rows) < 2:
            continue
        travel = [corner.hub_to_arch_m.value - r.hub_to_arch_m.value for r in rows if r.hub_to_arch_m]
        length = np.array([r.eye_to_eye_m.value for r in rows if r.eye_to_eye_m])
        if np.ptp(travel) < APART:
            continue
        v += travel
        most = max(most, len(rows))
        eye += list(-(length - length.mean()) + _at_mean(np.array(travel), length))
    if len(v) < 2:
        return None
    degree = 2 if most >= BEND_WANTS else 1
    curve = np.polynomial.Polynomial.fit(v, eye, degree)
    places = np.linspace(min(v), max(v), 7)
    slopes = np.asarray(curve.deriv()(places))
    if not ((slopes >= 0.1) & (slopes <= 1.5)).all():
        return None
    zero = float(curve(0.0))
    moved = np.asarray(curve(places)) - zero
    return Motion(wheel_m=tuple(round(float(x), 5) for x in places), spring_m=tuple(round(float(x), 5) for x in moved))


def _at_mean(travel: np.ndarray, length: np.ndarray) -> float:
    """Shock travel from the baseline at the mean of a side's readings, so that two shocks of different length fall together."""
    slope = np.polynomial.Polynomial.fit(travel, -length, 1).deriv()(0.0)
    return float(slope * travel.mean())
