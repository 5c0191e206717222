"""The fields of a bag, whether it stands beside a spring or in its place: its size, its limits, where it is set and used."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from functools import partial
from typing import get_args

from PyQt6.QtCore import QPointF

from isostat.assess import workings
from isostat.assess.workings import Shown, is_approximate
from isostat.core import rules
from isostat.core.working import Figure, Origin
from isostat.desktop.pieces.form import CLOSE, Form, Row, lay_field
from isostat.desktop.pieces.line import Line
from isostat.desktop.pieces.sheet import Sheet
from isostat.desktop.pieces.table import lay_rows
from isostat.desktop.view import View
from isostat.job.edits import paths as edits
from isostat.job.springs.air import AirBag
from isostat.language import later, tr
from isostat.units.unit import Quantity

BY_DIAMETER = (
    Row("across_m", later("effective diameter"), Quantity.COIL),
    Row("height_m", later("extended height"), Quantity.COIL),
    Row("least_m", later("compressed height"), Quantity.COIL),
)
STANDS = Row("stands_m", later("height as weighed"), Quantity.COIL)
PRESSURES = (
    Row("left_pa", later("left bag pressure"), Quantity.PRESSURE),
    Row("right_pa", later("right bag pressure"), Quantity.PRESSURE),
)
LIMITS = (Row("least_pa", later("min pressure"), Quantity.PRESSURE), Row("most_pa", later("max pressure"), Quantity.PRESSURE))
MOST_LOAD = Row("most_kg", later("max load"), Quantity.MASS)
PLACES = (
    Row("set_high_m", later("altitude when set"), Quantity.ALTITUDE),
    Row("high_m", later("altitude in use"), Quantity.ALTITUDE),
    Row("warmer_k", later("temperature rise"), Quantity.WARMTH),
)
SET_WARMTH = Row("set_k", later("temperature when set"), Quantity.TEMPERATURE)
TANK = Row("tank_m3", later("reservoir per bag"), Quantity.VOLUME)
BAND = Row("band_m", later("valve dead band ±"), Quantity.COIL)
ROD = Row("rod_m", later("levelling-valve rod, as weighed"), Quantity.COIL)
CHART = Row("chart_pa", later("chart pressure"), Quantity.PRESSURE)
GASES = get_args(AirBag.model_fields["gas"].annotation)
LINES = get_args(AirBag.model_fields["lines"].annotation)
LINE_WORDS = (later("separate lines"), later("teed"))
GAS_WORDS = {"shut in": later("sealed"), "held": later("regulated pressure"), "levelled": later("levelling valve")}
CAUTION = later("Deflate before any work. Never exceed the bag's max pressure or any rating plate.")
CHART_ROWS = 3
CHARTED = (("height_m", later("height"), Quantity.COIL), ("load_kg", later("load"), Quantity.MASS))


def bag_form(name: str, base: edits.Path, bag: AirBag, rows: Sequence[Row], solved: Mapping[str, Figure] | None = None) -> Form:
    """Rows of a bag with what they are gone by until they are typed. solved: pressures, by field."""
    here = float(bag.set_high_m.value) if bag.set_high_m else 0.0
    usual = {"set_high_m": 0.0, "high_m": here, "set_k": rules.ROOM_TEMPERATURE, "warmer_k": 0.0}
    if bag.height_m is not None and not bag.chart:
        usual["least_m"] = rules.BAG_FLAT * float(bag.height_m.value)
    if bag.gas == "levelled":
        usual["band_m"] = rules.VALVE_BAND
    guesses = {field: Figure(float(value), Origin.ASSUMED) for field, value in usual.items()}
    return Form(name, base, bag, rows, {**guesses, **(solved or {})})


def solved_pressures(v: View, axle: int, gauge_pa: tuple[float, float]) -> dict[str, Figure]:
    """What the bags of an axle are set to where nothing was typed, by field."""
    origins = [
        Origin.ASSUMED if is_approximate(v.a, Shown(workings.air.pressure, axle, side, v.a.target_case)) else Origin.SOLVED
        for side in (0, 1)
    ]
    return {name: Figure(gauge_pa[side], origins[side]) for side, name in enumerate(("left_pa", "right_pa"))}


def lay_ways(line: Line, name: str, base: edits.Path, bag: AirBag, gases: tuple[str, ...], wide: float) -> Line:
    """How its air is held, and how its lines run, side by side, each so wide. Returns the line behind them."""
    put = line.sheet.put
    line.choice(f"{name} gas", [tr(GAS_WORDS[gas]) for gas in gases], gases.index(bag.gas) if bag.gas in gases else 0,
                lambda n: put((*base, "gas"), gases[n], tr("how the air is held")),
                label=tr("how the air is held"), wide=wide)  # fmt: skip
    return line.choice(f"{name} lines", [tr(words) for words in LINE_WORDS], LINES.index(bag.lines),
                       lambda n: put((*base, "lines"), LINES[n], tr("air lines")),
                       label=tr("air lines"), wide=wide)  # fmt: skip


def lay_chart_rows(sheet: Sheet, v: View, name: str, base: edits.Path, bag: AirBag, at: QPointF) -> float:
    """What its maker's chart says that it carries at some heights, at one pressure. Returns where the last row ends."""
    t, preset, line = v.theme, v.reader.preset, Line(sheet, v, at, size=13)
    first = max(len(bag.chart) - CHART_ROWS + 1, 0)  # the last lines, and one that is empty
    words = tr("maker's chart from line {n}, at", n=first + 1) if first else tr("maker's chart, at")
    line.words(f"{name} chart word", words, unit=preset.pressure.sign)
    lay_field(sheet, v, bag_form(name, base, bag, (CHART,)), CHART, line.upto(CLOSE.wide).place(CLOSE.field[0])[0], CLOSE)
    below, rows = at + QPointF(0, t.px(26)), range(first, first + CHART_ROWS)
    return lay_rows(sheet, v, f"{name} chart", (*base, "chart"), CHARTED, below, rows, tr("chart line {n}, {words}"))


def clear_bag(sheet: Sheet, base: edits.Path, words: str) -> partial[None]:
    """What takes a bag away altogether."""
    return partial(sheet.put, base, AirBag().model_dump(), words)
