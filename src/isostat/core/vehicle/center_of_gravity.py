"""Height of the centre of gravity from a second weighing with the tail raised."""

from __future__ import annotations

import math

from isostat.core.limits import within


def gravity_height(hub_m: float, whole_kg: float, front_more_kg: float, wheelbase_m: float, raised_m: float) -> float:
    """Height of the centre of gravity above the ground in m.

    hub_m: height of the hubs, 0.05 to 1.5. whole_kg: all pads, 50 to 100 000. front_more_kg: what the front pads gained.
    wheelbase_m: 0.3 to 20. raised_m: how far the rear wheels stand above the front ones, 0.05 to 0.9 of the wheelbase.
    Springs blocked so that the body keeps its place over the wheels. Raises OutOfRange otherwise.
    Source: moments about the rear wheels' contact, ΔN·L = m·(h − r)·tan α with sin α = H/L (common textbook form).
    """
    hub = within("hub height", hub_m, 0.05, 1.5, "m")
    mass = within("gross weight", whole_kg, 50.0, 1.0e5, "kg")
    base = within("wheelbase", wheelbase_m, 0.3, 20.0, "m")
    raised = within("height that the rear is raised", raised_m, 0.05, 0.9 * float(base), "m")
    slope = math.tan(math.asin(float(raised / base)))
    return float(hub + front_more_kg * base / (mass * slope))


def pads_shift(whole_kg: float, gravity_height_m: float, wheelbase_m: float, lower_m: float) -> float:
    """Mass in kg that moves to an axle that stands lower than the other while it is weighed.

    whole_kg: of the vehicle. gravity_height_m: above the ground. wheelbase_m: between the axles. lower_m: by how much it stands
    lower. Small angles, ΔN = m·h·δ/L². Source: moments, as in gravity_height.
    """
    return whole_kg * gravity_height_m * lower_m / wheelbase_m**2
