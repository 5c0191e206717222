"""Missing readings in words: what to read, and what is gone by until then."""

from __future__ import annotations

from isostat.assess.measure.value_of_readings import Missing
from isostat.language import later, tr
from isostat.units.format import number, with_unit
from isostat.units.unit import Quantity
from isostat.wording.reader import ABOUT, Reader

_WORDS: dict[str, tuple[str, Quantity, str]] = {  # of a field: what to read, its quantity, the page of Measure where it is typed
    "pad_kg": (later("corner weights, {axle}"), Quantity.MASS, "left"),
    "pad_split": (later("left-right split on scales, {axle}"), Quantity.MASS, "left"),
    "hub_to_arch_m": (later("hub to arch, {axle}"), Quantity.HEIGHT, "left"),
    "unsprung_kg": (later("unsprung mass, {axle}"), Quantity.MASS, "axles"),
    "spring_ratio": (later("spring motion ratio, {axle}"), Quantity.RATIO, "axles"),
    "shock_ratio": (later("shock motion ratio, {axle}"), Quantity.RATIO, "axles"),
    "stop_ratio": (later("bump-stop motion ratio, {axle}"), Quantity.RATIO, "axles"),
    "spring_place": (later("spring spacing ÷ track, {axle}"), Quantity.RATIO, "axles"),
    "tyre_rate_n_per_m": (later("tyre rate at two loads, {axle}"), Quantity.RATE, "axles"),
    "installed_length_m": (later("installed spring length, {axle}"), Quantity.COIL, "springs"),
    "shaft_showing_m": (later("exposed shaft and stroke, {axle}"), Quantity.HEIGHT, "left"),
    "stop_gap_m": (later("bump-stop gap, {axle}"), Quantity.HEIGHT, "left"),
    "metal_gap_m": (later("travel to metal contact, {axle}"), Quantity.HEIGHT, "points"),
    "flat_m": (later("bump-stop travel, {axle}"), Quantity.HEIGHT, "axles"),
    "bar_rate_n_per_m": (later("anti-roll bar rate, {axle}"), Quantity.RATE, "axles"),
}


def say_missing(missing: Missing, r: Reader) -> tuple[str, str]:
    """What to read and where; what is gone by now with how far off it may be."""
    words, quantity, _ = _WORDS[missing.what]
    what = tr(words, axle=r.axle(missing.axle))
    if missing.what == "pad_split":
        return what, tr("split 50/50 (± {m})", m=with_unit(missing.spread / 2, quantity, r.preset))
    return what, f"{ABOUT}{number(missing.value, quantity, r.preset)} ± {with_unit(missing.spread, quantity, r.preset)}"


def name_missing(missing: Missing, r: Reader) -> str:
    """What to read and where, alone."""
    return say_missing(missing, r)[0]


def page_of(missing: Missing) -> str:
    """The page of Measure where it is typed."""
    return _WORDS[missing.what][2]
