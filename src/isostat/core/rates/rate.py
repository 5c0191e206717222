"""Picking the rate of an axle: from a ride frequency, or from how far light and full may differ."""

from __future__ import annotations

import math

from isostat.core.limits import OutOfRange, within


def wheel_rate_for_frequency(frequency_hz: float, sprung_kg: float) -> float:
    """Wheel rate in N/m at which a sprung mass rides at a frequency, (2πf)²·m.

    frequency_hz: 0.3 to 10. sprung_kg: mass carried by one wheel, unsprung taken off, 1 to 100 000.
    Raises OutOfRange otherwise. Source: undamped single mass, tyre and bar left out.
    """
    within("ride frequency", frequency_hz, 0.3, 10.0, "Hz")
    within("sprung mass, per wheel", sprung_kg, 1.0, 1e5, "kg")
    return (2.0 * math.pi * frequency_hz) ** 2 * sprung_kg


def ride_frequency(wheel_rate: float, sprung_kg: float) -> float:
    """Ride frequency in Hz of a sprung mass on a wheel rate, √(k/m)/2π; 0 where either is not positive.

    wheel_rate: N/m of all parts at that height, no tyre, no bar. sprung_kg: mass carried by that wheel.
    """
    if wheel_rate <= 0.0 or sprung_kg <= 0.0:
        return 0.0
    return math.sqrt(wheel_rate / sprung_kg) / (2.0 * math.pi)


def wheel_rate_for_two_loads(light_n: float, full_n: float, differ_m: float) -> float:
    """Wheel rate in N/m at which light and full stand no further apart than asked, ΔF/Δh.

    light_n, full_n: force held up at one wheel in each case, N. differ_m: 0.002 to 0.5.
    Raises OutOfRange when the two loads do not differ by at least 50 N at the wheel.
    """
    within("height difference, light to full", differ_m, 0.002, 0.5, "m")
    more = abs(full_n - light_n)
    if more < 50.0:
        raise OutOfRange("load difference, light to full", more, 50.0, 1e6, "N")
    return more / differ_m


def spring_rate_for_wheel_rate(wheel_rate: float, spring_force: float, slope: float, bend: float) -> float:
    """Spring rate in N/m that gives a wheel rate, (k_w − X''·S)/X'².

    wheel_rate: N/m wanted at the wheel. spring_force: S in N there. slope, bend: X' and X'' in 1/m of the spring.
    May be zero or negative when the change of the motion ratio alone already exceeds the wheel rate.
    """
    return (wheel_rate - bend * spring_force) / slope**2


def wheel_rate(spring_rate: float, spring_force: float, slope: float, bend: float) -> float:
    """Wheel rate in N/m of a spring, X'²·k + X''·S; the second term can be a third of the first."""
    return slope**2 * spring_rate + bend * spring_force


def wheel_rate_for_bump(held_n: float, bump_m: float, multiple: float) -> float:
    """Wheel rate in N/m at which full bump takes a multiple of the force held at ride, (n − 1)·F/b, the stop left out.

    held_n: force held up at the wheel, N. bump_m: wheel travel to full bump, 0.005 to 1. multiple: 1.05 to 6.
    Raises OutOfRange otherwise.
    """
    within("bump travel", bump_m, 0.005, 1.0, "m")
    within("full-bump capacity, × static load", multiple, 1.05, 6.0, "")
    return (multiple - 1.0) * held_n / bump_m


def wheel_rate_seated(held_n: float, droop_m: float) -> float:
    """Highest wheel rate in N/m at which a plain spring is still pressed when the wheel hangs, F/d; above it the coil comes loose.

    held_n: force held up at the wheel at ride, N. droop_m: wheel travel left to hanging, m, from 1 mm.
    """
    return held_n / max(droop_m, 0.001)


def wheel_rate_for_droop_share(held_n: float, whole_m: float, share: float) -> float:
    """Wheel rate in N/m at which a spring that just touches when hanging rides at a share of the travel, F/(s·T).

    held_n: force held up at the wheel at ride, N. whole_m: wheel travel from hanging to full bump, 0.005 to 2. share: of that
    which is droop at ride, 0.1 to 0.9. Raises OutOfRange otherwise.
    """
    within("total travel", whole_m, 0.005, 2.0, "m")
    within("droop share", share, 0.1, 0.9, "")
    return held_n / (share * whole_m)
