"""What people read: SI values as text in the units of a preset, inches as the tape shows them."""

from __future__ import annotations

import math
from fractions import Fraction

from isostat.language import decimal, decimal_mark
from isostat.units.unit import DEFAULT_PRESET, Preset, Quantity, Unit

SIXTEENTH = 16

FURTHEST = 1e12  # from here on a number is shown by its power of ten


def fraction_text(inches: float, denominator: int = SIXTEENTH, toward: int = 0) -> str:
    """Inches to the nearest 1/denominator, as a tape reads: `10 1/8`, `15/16`, `0`, `−1/4`.

    inches: any finite value. denominator: a power of two. toward: 1 rounds up, −1 down; 0 to the nearest, ties away from zero,
    the habit of the shop. Returns text without a unit.
    """
    exact = Fraction(inches) * denominator
    steps = abs(_whole(float(exact), toward)) if toward else math.floor(abs(exact) + Fraction(1, 2))
    whole, rest = divmod(steps, denominator)
    sign = "−" if inches < 0 and steps else ""
    if not rest:
        return f"{sign}{whole}"
    part = Fraction(rest, denominator)
    return f"{sign}{whole} {part}" if whole else f"{sign}{part}"


def _whole(steps: float, toward: int) -> int:
    """The whole number above or below; what is within a millionth of a step is on it."""
    near = round(steps)
    if abs(steps - near) < 1e-6:
        return near
    return math.ceil(steps) if toward > 0 else math.floor(steps)


def number(si: float, quantity: Quantity, preset: Preset = DEFAULT_PRESET, *, decimals: int | None = None, toward: int = 0) -> str:
    """The number alone, in the preset's unit, rounded to what is shown; never “−0”.

    si: value in SI. quantity: what is measured. preset: units in use. decimals: overrides the unit's own. toward: 1 rounds up,
    −1 down, 0 to the nearest. Returns text with a true minus sign, without a unit.
    """
    unit = preset.unit(quantity)
    value = (si - unit.zero) / unit.si
    if abs(value) >= FURTHEST:
        return f"{value:.3g}".replace("-", "−")
    if unit.fractional and preset.sixteenths and decimals is None:
        return fraction_text(value, toward=toward)
    digits = unit.decimals if decimals is None else decimals
    if toward:
        value = _whole(float(value * 10.0**digits), toward) / 10.0**digits
    return decimal(value, digits)


def with_unit(
    si: float, quantity: Quantity, preset: Preset = DEFAULT_PRESET, *, decimals: int | None = None, toward: int = 0
) -> str:
    """The number and its unit, a space between (none before ° and "); arguments as number."""
    sign = preset.unit(quantity).sign
    text = number(si, quantity, preset, decimals=decimals, toward=toward)
    if not sign:
        return text
    return f"{text}{sign}" if sign == "°" else f"{text} {sign}"


def step(quantity: Quantity, preset: Preset = DEFAULT_PRESET) -> float:
    """The smallest difference that the shown text can tell apart, in SI."""
    unit: Unit = preset.unit(quantity)
    if unit.fractional and preset.sixteenths:
        return float(unit.si / SIXTEENTH)
    return float(unit.si * 10.0**-unit.decimals)


def many(n: int) -> str:
    """A whole number in groups of three: `104,060`, with spaces where the comma is the decimal mark."""
    return f"{n:,}".replace(",", "\u202f" if decimal_mark() == "," else ",")
