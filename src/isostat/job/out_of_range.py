"""What the core refuses, as a sentence in the units of whoever reads it."""

from __future__ import annotations

from isostat.core.limits import OutOfRange
from isostat.language import decimal_mark
from isostat.units.saying import Amount, Given, Saying, out_of_range
from isostat.units.unit import Quantity

_QUANTITY = {
    "m": Quantity.COIL, "kg": Quantity.MASS, "N/m": Quantity.RATE, "rad": Quantity.ANGLE, "Pa": Quantity.PRESSURE,
    "Hz": Quantity.FREQUENCY, "N": Quantity.FORCE, "m³": Quantity.VOLUME, "m/s": Quantity.SPEED,
}  # fmt: skip


def say_out_of_range(refused: OutOfRange) -> Saying:
    """What was out of its range: the quantity, its value, what to enter."""

    def amount(value: float) -> Amount | str:
        if refused.unit in _QUANTITY:
            return Amount(value, _QUANTITY[refused.unit])
        unit = "" if refused.unit == "rows" else refused.unit
        return f"{value:.4g} {unit}".strip().replace("-", "−").replace(".", decimal_mark())

    place: Given = Saying(refused.place, tuple(refused.fills.items()))
    above = refused.value > refused.high
    return out_of_range(amount(refused.value), amount(refused.low), amount(refused.high), above=above, place=place)
