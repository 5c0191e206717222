"""Missing readings in words: what to read, and what is gone by until then."""

from __future__ import annotations

from isostat.assess.measure.value_of_readings import Missing
from isostat.units.format import number, with_unit
from isostat.units.unit import Quantity
from isostat.wording.reader import ABOUT, Reader

_WORDS: dict[str, tuple[str, Quantity, str]] = {  # of a field: what to read, its quantity, the page of Measure where it is typed
    "pad_kg": ("weight on the pads", Quantity.MASS, "left"),
    "pad_split": ("left against right on pads", Quantity.MASS, "left"),
    "hub_to_arch_m": ("hub to arch", Quantity.HEIGHT, "left"),
    "unsprung_kg": ("unsprung mass", Quantity.MASS, "axles"),
    "spring_ratio": ("spring / wheel travel", Quantity.RATIO, "axles"),
    "shock_ratio": ("shock / wheel travel", Quantity.RATIO, "axles"),
    "stop_ratio": ("stop / wheel travel", Quantity.RATIO, "axles"),
    "spring_place": ("springs apart / track", Quantity.RATIO, "axles"),
    "tyre_rate_n_per_m": ("tyre rate, two loads", Quantity.RATE, "axles"),
    "installed_length_m": ("installed length of a spring", Quantity.COIL, "springs"),
    "shaft_showing_m": ("shaft showing, and stroke", Quantity.HEIGHT, "left"),
    "stop_gap_m": ("stop gap", Quantity.HEIGHT, "left"),
    "metal_gap_m": ("wheel to metal", Quantity.HEIGHT, "points"),
    "flat_m": ("stop, touched to flat", Quantity.HEIGHT, "axles"),
    "bar_rate_n_per_m": ("anti-roll bar", Quantity.RATE, "axles"),
}


def say_missing(missing: Missing, r: Reader) -> tuple[str, str]:
    """What to read and where; what is gone by now with how far off it may be."""
    words, quantity, _ = _WORDS[missing.what]
    name = r.job.vehicle.axles[missing.axle].name.lower()
    if missing.what == "pad_split":
        return f"{words}, {name}", f"halves, {with_unit(missing.spread / 2, quantity, r.preset)} either way"
    now = f"{ABOUT}{number(missing.value, quantity, r.preset)} ± {with_unit(missing.spread, quantity, r.preset)}"
    return f"{words}, {name}", now


def name_missing(missing: Missing, r: Reader) -> str:
    """What to read and where, alone."""
    return say_missing(missing, r)[0]


def page_of(missing: Missing) -> str:
    """The page of Measure where it is typed."""
    return _WORDS[missing.what][2]
