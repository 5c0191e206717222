"""What people read: SI values as text in the units of a preset, inches as the tape shows them."""

from __future__ import annotations

import math
from fractions import Fraction

from isostat.units.unit import DEFAULT_PRESET, Preset, Quantity, Unit

SIXTEENTH = 16


def fraction_text(inches: float, denominator: int = SIXTEENTH) -> str:
    """Inches to the nearest 1/denominator, as a tape reads: `10 1/8`, `15/16`, `0`, `−1/4`.

    inches: any finite value. denominator: a power of two. Ties go away from zero, the habit of the shop.
    Returns text without a unit.
    """
    steps = math.floor(abs(Fraction(inches)) * denominator + Fraction(1, 2))
    whole, rest = divmod(steps, denominator)
    sign = "−" if inches < 0 and steps else ""
    if not rest:
        return f"{sign}{whole}"
    part = Fraction(rest, denominator)
    return f"{sign}{whole} {part}" if whole else f"{sign}{part}"


def number(si: float, quantity: Quantity, preset: Preset = DEFAULT_PRESET, *, decimals: int | None = None) -> str:
    """The number alone, in the preset's unit, rounded to what is shown; never “−0”.

    si: value in SI. quantity: what is measured. preset: units in use. decimals: overrides the unit's own.
    Returns text with a true minus sign, without a unit.
    """
    unit = preset.unit(quantity)
    value = (si - unit.zero) / unit.si
    if unit.fractional and preset.sixteenths and decimals is None:
        return fraction_text(value)
    text = f"{value:.{unit.decimals if decimals is None else decimals}f}"
    if float(text) == 0.0:
        text = text.lstrip("-")
    return text.replace("-", "−")


def with_unit(si: float, quantity: Quantity, preset: Preset = DEFAULT_PRESET, *, decimals: int | None = None) -> str:
    """The number and its unit, a space between (none before ° and ")."""
    sign = preset.unit(quantity).sign
    text = number(si, quantity, preset, decimals=decimals)
    if not sign:
        return text
    return f"{text}{sign}" if sign == "°" else f"{text} {sign}"


def step(quantity: Quantity, preset: Preset = DEFAULT_PRESET) -> float:
    """The smallest difference that the shown text can tell apart, in SI."""
    unit: Unit = preset.unit(quantity)
    if unit.fractional and preset.sixteenths:
        return float(unit.si / SIXTEENTH)
    return float(unit.si * 10.0**-unit.decimals)
