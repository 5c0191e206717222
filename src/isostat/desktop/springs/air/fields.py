"""The fields of a bag, whether it stands beside a spring or in its place: its size, its limits, where it is set and used."""

from __future__ import annotations

from functools import partial
from typing import get_args

from PyQt6.QtCore import QPointF, QRect, QSize

from isostat.assess import workings
from isostat.assess.workings import Shown, is_approximate
from isostat.core import rules
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.entry import loose_entry, nth_put
from isostat.desktop.pieces.fields import QuantityField
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.springs.air import AirBag
from isostat.units.unit import Quantity

BY_DIAMETER = (
    ("across_m", "effective diameter", Quantity.COIL),
    ("height_m", "full height inside", Quantity.COIL),
    ("least_m", "flat at", Quantity.COIL),
)
STANDS = ("stands_m", "stands, as weighed", Quantity.COIL)
PRESSURES = (("left_pa", "left, at the target", Quantity.PRESSURE), ("right_pa", "right, at the target", Quantity.PRESSURE))
LIMITS = (("least_pa", "least allowed", Quantity.PRESSURE), ("most_pa", "most allowed", Quantity.PRESSURE))
MOST_LOAD = ("most_kg", "carries at most", Quantity.MASS)
PLACES = (
    ("set_high_m", "set at, above the sea", Quantity.ALTITUDE),
    ("high_m", "used at", Quantity.ALTITUDE),
    ("warmer_k", "warmer there by", Quantity.WARMTH),
)
SET_WARMTH = ("set_k", "temperature when set", Quantity.TEMPERATURE)
TANK = ("tank_m3", "tank to each", Quantity.VOLUME)
BAND = ("band_m", "valve's dead band ±", Quantity.COIL)
GASES = get_args(AirBag.model_fields["gas"].annotation)
LINES = get_args(AirBag.model_fields["lines"].annotation)
LINE_WORDS = ("a line a side", "a tee")
CAUTION = "A bag under pressure bursts: let it down before any work, never above its plate. Ratings plates come first."
CHART_ROWS = 3


def usual(bag: AirBag, field: str) -> float | None:
    """What is gone by where a field was not given."""
    match field:
        case "least_m" if bag.height_m is not None and not bag.chart:
            return rules.BAG_FLAT * float(bag.height_m.value)
        case "band_m" if bag.gas == "levelled":
            return rules.VALVE_BAND
        case "set_high_m":
            return 0.0
        case "high_m":
            return float(bag.set_high_m.value) if bag.set_high_m else 0.0
        case "set_k":
            return rules.ROOM_TEMPERATURE
        case "warmer_k":
            return 0.0
        case _:
            return None


def solved_pressures(v: View, axle: int, gauge_pa: tuple[float, float]) -> dict[str, Figure]:
    """What the bags of an axle are set to where nothing was typed, by field."""
    origins = [
        Origin.ASSUMED if is_approximate(v.a, Shown(workings.air.pressure, axle, side, v.a.target_case)) else Origin.SOLVED
        for side in (0, 1)
    ]
    return {name: Figure(gauge_pa[side], origins[side]) for side, name in enumerate(("left_pa", "right_pa"))}


def bag_field(
    sheet: Sheet, v: View, name: str, base: edits.Path, bag: AirBag, what: tuple[str, str, Quantity], at: QPointF, size: QSize,
    otherwise: Figure | None = None,
) -> QuantityField:  # fmt: skip
    """One field. name: prefix of its key. otherwise: what was solved, where nothing was typed."""
    field, words, quantity = what
    reading = getattr(bag, field)
    value = reading.value if reading else usual(bag, field) if otherwise is None else otherwise.value
    guessed = reading.assumed if reading else value is not None and (otherwise is None or otherwise.assumed)
    return sheet.field(f"{name} {field}", (*base, field), at, size, label=words, quantity=quantity, value=value, assumed=guessed,
                       empty="–", figure=14)  # fmt: skip


def lay_ways(sheet: Sheet, name: str, base: edits.Path, bag: AirBag, at: QPointF, wide: float, gases: tuple[str, ...]) -> float:
    """How its air is held, and how its lines run, side by side. Returns where they end."""
    assert sheet.view is not None
    t = sheet.view.theme
    area = QRect(round(at.x()), round(at.y()), round(wide), round(t.px(25)))
    sheet.choice(f"{name} gas", gases, gases.index(bag.gas) if bag.gas in gases else 0, area, label="how the air is held",
                 chosen=lambda n: sheet.put((*base, "gas"), gases[n], "how the air is held"))  # fmt: skip
    area = area.translated(area.width() + round(t.px(6)), 0)
    sheet.choice(f"{name} lines", LINE_WORDS, LINES.index(bag.lines), area, label="how its lines run",
                 chosen=lambda n: sheet.put((*base, "lines"), LINES[n], "how its lines run"))  # fmt: skip
    return float(area.right())


def lay_chart_rows(sheet: Sheet, v: View, name: str, base: edits.Path, bag: AirBag, at: QPointF, size: QSize) -> float:
    """What its maker's chart says that it carries at some heights, at one pressure. Returns where the last row ends."""
    t, preset, y = v.theme, v.reader.preset, at.y()
    first = max(len(bag.chart) - CHART_ROWS + 1, 0)  # the last lines, and one that is empty
    words = f"maker's chart from line {first + 1}, at" if first else "maker's chart, at"
    word = sheet.text(f"{name} chart word", words, QPointF(at.x(), y + 4), size=13, unit=preset.pressure.sign)
    bag_field(sheet, v, name, base, bag, ("chart_pa", "pressure of the chart", Quantity.PRESSURE),
              QPointF(max(word.right() + t.px(6), at.x() + t.px(176)), y), size)  # fmt: skip
    for n in range(first, first + CHART_ROWS):
        y += t.px(26)
        row = bag.chart[n] if n < len(bag.chart) else None
        for m, (field, words, quantity) in enumerate((("height_m", "high", Quantity.COIL), ("load_kg", "carries", Quantity.MASS))):
            x = at.x() + m * t.px(132)
            box = sheet.text(f"{name} chart {field} {n} word", words, QPointF(x, y + 4), size=13, unit=preset.unit(quantity).sign)
            where = (QPointF(box.right() + t.px(6), y), QSize(round(t.px(56)), size.height()))
            loose_entry(sheet, f"{name} chart {field} {n}", getattr(row, field) if row else None, where,
                        label=f"line {n + 1} of the chart, {words}", quantity=quantity,
                        put=nth_put((*base, "chart"), n, {}, field))  # fmt: skip
    return y + size.height()


def clear_bag(sheet: Sheet, base: edits.Path, words: str) -> partial[None]:
    """What takes a bag away altogether."""
    return partial(sheet.put, base, AirBag().model_dump(), words)
