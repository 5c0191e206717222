"""What the core refuses, as a sentence in the units of whoever reads it."""

from __future__ import annotations

from isostat.core.limits import GRAVITY, OutOfRange
from isostat.language import decimal_mark
from isostat.units.saying import Amount, Given, Saying, out_of_range, saying
from isostat.units.unit import Quantity

_QUANTITY = {
    "m": Quantity.COIL, "kg": Quantity.MASS, "N/m": Quantity.RATE, "rad": Quantity.ANGLE, "Pa": Quantity.PRESSURE,
    "Hz": Quantity.FREQUENCY, "N": Quantity.FORCE, "m³": Quantity.VOLUME, "m/s": Quantity.SPEED,
}  # fmt: skip


RESULTS = frozenset({
    "stack compression at that crossover", "shaft travel at ride height", "force on the stack", "collar travel",
    "load difference, light to full", "sprung mass, per wheel",
    "shackle length to reach the spring eye", "load on the leaf pack", "valve pressure needed", "bag force",
    "rate from the press test", "difference between the press lengths",
})  # which nobody enters: they follow from the rest  # fmt: skip


def say_out_of_range(refused: OutOfRange) -> Saying:
    """What was out of its range: the quantity, its value, what to enter."""

    def amount(value: float) -> Amount | str:
        if refused.place in RESULTS and refused.unit == "N":
            return Amount(value / GRAVITY, Quantity.MASS)  # a load
        if refused.unit in _QUANTITY:
            return Amount(value, _QUANTITY[refused.unit])
        unit = "" if refused.unit == "rows" else refused.unit
        return f"{value:.4g} {unit}".strip().replace("-", "−").replace(".", decimal_mark())

    place: Given = Saying(refused.place, tuple(refused.fills.items()))
    above, given = refused.value > refused.high, amount(refused.value)
    if refused.place not in RESULTS:
        return out_of_range(given, amount(refused.low), amount(refused.high), above=above, place=place)
    if above:
        return saying(
            "{place}: {given} is too large. It must be {high} or less.", place=place, given=given, high=amount(refused.high)
        )
    return saying("{place}: {given} is too small. It must be {low} or more.", place=place, given=given, low=amount(refused.low))
