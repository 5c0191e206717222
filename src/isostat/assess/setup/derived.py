"""What follows from what a tuner has instead of the numbers that nobody can measure in a workshop."""

from __future__ import annotations

import math

from isostat.core import rules
from isostat.core.fitting.stop_fit import stop_from_press
from isostat.core.limits import GRAVITY
from isostat.core.parts.bar import bar_rate
from isostat.core.springs.torsion.bar import SHEAR
from isostat.core.vehicle.layout import Layout
from isostat.core.working import Figure, Origin
from isostat.job.axle_fit import AxleFit
from isostat.job.reading import Reading
from isostat.job.springs.stop import Stop
from isostat.job.vehicle import Axle

TYRE_LIMITS = (20_000.0, 5.0e6)


def _origin(*readings: Reading | None) -> Origin:
    return Origin.ASSUMED if any(r is None or r.assumed for r in readings) else Origin.COMPUTED


def unsprung(axle: Axle) -> Figure | None:
    """Unsprung mass a wheel in kg from the hub on a pad with the spring out, or from wheel and tyre on a scale; else None."""
    if axle.hub_on_pad_kg is not None:
        return Figure(axle.hub_on_pad_kg.value, Origin.ASSUMED if axle.hub_on_pad_kg.assumed else Origin.MEASURED)
    if axle.wheel_tyre_kg is not None:
        beside = rules.BESIDE_WHEEL[Layout(axle.layout)]
        mostly = Origin.ASSUMED if beside > axle.wheel_tyre_kg.value else _origin(axle.wheel_tyre_kg)
        return Figure(axle.wheel_tyre_kg.value + beside, mostly)
    return None


def arm_ratio(axle: Axle) -> Figure | None:
    """Spring over wheel travel by two tape distances on the arm, from its pivot to spring seat and ball joint; else None.

    The lean of the spring from the way that its seat moves takes the cosine of it. Source: small turns of a lever.
    """
    seat, joint = axle.arm_seat_m, axle.arm_joint_m
    if seat is None or joint is None or axle.layout != "independent":
        return None
    lean = axle.spring_lean_rad.value if axle.spring_lean_rad else 0.0
    ratio = seat.value / joint.value * math.cos(lean)
    return Figure(ratio, _origin(seat, joint)) if 0.1 <= ratio <= 1.5 else None


def _hub_to_ground(axle: Axle) -> tuple[float, Origin] | None:
    """Mean height of the hubs as weighed in m: read at the hub, or ground to arch less hub to arch."""
    heights, origins = [], []
    for corner in (axle.left, axle.right):
        if corner.hub_to_ground_m is not None:
            heights.append(corner.hub_to_ground_m.value)
            origins.append(_origin(corner.hub_to_ground_m))
        elif corner.ground_to_arch_m is not None and not corner.hub_to_arch_m.assumed:
            heights.append(corner.ground_to_arch_m.value - corner.hub_to_arch_m.value)
            origins.append(_origin(corner.ground_to_arch_m, corner.hub_to_arch_m))
    if not heights or not all(h > 0.05 for h in heights):
        return None
    return sum(heights) / len(heights), max(origins, key=lambda o: o is Origin.ASSUMED)


def tyre_rate(axle: Axle) -> Figure | None:
    """Tyre rate in N/m from the height of the hub at two loads, ΔN/Δh; None where they do not differ enough."""
    first, pad, height = _hub_to_ground(axle), axle.second_pad_kg, axle.second_hub_to_ground_m
    if first is None or pad is None or height is None:
        return None
    more = (pad.value - (axle.left.pad_kg.value + axle.right.pad_kg.value) / 2.0) * GRAVITY
    sinks = first[0] - height.value
    if abs(more) < 200.0 or abs(sinks) < 0.001 or not TYRE_LIMITS[0] <= more / sinks <= TYRE_LIMITS[1]:
        return None
    return Figure(more / sinks, _origin(pad, height) if first[1] is not Origin.ASSUMED else Origin.ASSUMED)


def tyre_radius(axle: Axle, rate: float) -> Figure | None:
    """Unloaded radius in m from the height of the hub and the tyre's squash: a hub height corrects the radius, never the load."""
    hub = _hub_to_ground(axle)
    if hub is None:
        return None
    radius = hub[0] + (axle.left.pad_kg.value + axle.right.pad_kg.value) / 2.0 * GRAVITY / rate
    return Figure(radius, hub[1]) if 0.1 <= radius <= 1.2 else None


def anti_roll(fit: AxleFit, layout: Layout) -> Figure | None:
    """Rate of the bar at one wheel in N/m: as typed, in the sense that it was read, or from diameter, arm and length."""
    if fit.bar_rate_n_per_m is not None:
        sense = 0.5 if fit.bar_read == "opposed" else 1.0
        origin = Origin.ASSUMED if fit.bar_rate_n_per_m.assumed else Origin.MEASURED
        return Figure(fit.bar_rate_n_per_m.value * sense, origin)
    d, a, length = fit.bar.diameter_m, fit.bar.arm_m, fit.bar.length_m
    if d is None or a is None or length is None:
        return None
    ratio = fit.bar.link_ratio.value if fit.bar.link_ratio else rules.LINK_RATIO[layout]
    shear = fit.bar.shear_pa.value if fit.bar.shear_pa else SHEAR
    return Figure(bar_rate(d.value, a.value, length.value, ratio, shear), _origin(d, a, length, fit.bar.link_ratio))


def stop_figures(stop: Stop) -> tuple[Figure | None, Figure | None]:
    """Rate at the touch in N/m and squeeze at which the stop is flat in m: typed, pressed, or from its kind and free height."""
    rate = _read(stop.rate_n_per_m)
    flat = _read(stop.flat_m)
    if flat is None and stop.kind is not None and stop.free_height_m is not None:
        flat = Figure(max(rules.STOP_USABLE[stop.kind] * stop.free_height_m.value, 0.002), Origin.ASSUMED)
    whole = [(row.squeeze_m.value, row.force_kg.value) for row in stop.press if row.squeeze_m and row.force_kg]
    pressed = [(x, kg * GRAVITY) for x, kg in whole if kg > 0]
    if pressed and rate is None:
        known = flat.value if flat else None
        k0, at = stop_from_press(tuple(x for x, _ in pressed), tuple(f for _, f in pressed), known)
        rate = Figure(k0, Origin.COMPUTED)
        flat = flat or Figure(at, Origin.COMPUTED if len(pressed) > 1 else Origin.ASSUMED)
    if rate is None and stop.kind is not None:
        rate = Figure(rules.STOP_RATE_BY_KIND[stop.kind], Origin.ASSUMED)
    return rate, flat


def stop_height(stop: Stop, flat: Figure) -> Figure:
    """Free height of a stop in m: as read, else by its squeeze until flat and its kind, rubber where that is not known."""
    if stop.free_height_m is not None:
        return Figure(stop.free_height_m.value, Origin.ASSUMED if stop.free_height_m.assumed else Origin.MEASURED)
    return Figure(flat.value / rules.STOP_USABLE[stop.kind or "rubber"], Origin.ASSUMED)


def _read(reading: Reading | None) -> Figure | None:
    return None if reading is None else Figure(reading.value, Origin.ASSUMED if reading.assumed else Origin.MEASURED)
