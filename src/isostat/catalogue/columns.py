"""What a catalogue may say of a part: the columns of each kind, with what they measure and between what they may lie."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from isostat.language import later
from isostat.units.unit import Quantity


@dataclass(frozen=True, slots=True)
class Column:
    """A column of a list of parts.

    key: its name in the index. words: its head in a file. quantity: None for words, which may be one of `choices`. low, high: SI.
    needed: the head must be there, its cells need not be filled; `filled`: nor may a cell be empty.
    """

    key: str
    words: str
    quantity: Quantity | None = None
    low: float = 0.0
    high: float = 0.0
    needed: bool = False
    filled: bool = False
    choices: tuple[str, ...] = ()


def _size(key: str, words: str, low_m: float = 0.001, high_m: float = 2.0, *, needed: bool = False, filled: bool = False) -> Column:
    return Column(key, words, Quantity.COIL, low_m, high_m, needed, filled)


def _rate(key: str, words: str, high: float = 2e6, *, needed: bool = False, filled: bool = False) -> Column:
    return Column(key, words, Quantity.RATE, 500.0, high, needed, filled)


def _count(key: str, words: str, high: float = 1e6, low: float = 0.0) -> Column:
    return Column(key, words, Quantity.RATIO, low, high)


ENDS = (later("flat"), later("tangential"), later("pigtail"))
OFFER = (  # of every part, how it is bought
    Column("maker", later("maker")),
    _count("price", later("price")),
    Column("currency", later("currency")),
    _count("stock", later("stock")),
    _count("days", later("days"), 3650.0),
    Column("source", later("source")),
    Column("date", later("date")),
)
SOLD_AS = (
    Column("lift_m", later("sold as lift"), Quantity.HEIGHT, -0.5, 0.5),
    Column("stated_for", later("stated for")),
    Column("fits", later("fits")),
)
_COIL = (
    _rate("rate", later("rate"), needed=True),
    _size("free_m", later("free length"), 0.02, needed=True),
    _size("solid_m", later("solid length"), 0.01),
    _size("inside_m", later("inside diameter"), 0.015, 0.4),
    _size("wire_m", later("wire diameter"), 0.0005, 0.05),
    _count("active", later("active coils"), 60.0, 0.5),
    Column("upper_end", later("upper end"), choices=ENDS),
    Column("lower_end", later("lower end"), choices=ENDS),
)
KINDS: Mapping[str, tuple[Column, ...]] = {
    "coil": (*_COIL, *SOLD_AS),
    "progressive coil": (
        _rate("rate", later("first rate"), needed=True, filled=True),
        _rate("firm_rate", later("second rate"), needed=True, filled=True),
        _size("change_m", later("rate changes at compression"), needed=True, filled=True),
        _size("free_m", later("free length"), 0.02, needed=True, filled=True),
        _size("solid_m", later("solid length"), 0.01),
        _size("inside_m", later("inside diameter"), 0.015, 0.4),
        *SOLD_AS,
    ),
    "stacked spring": _COIL,
    "leaf pack": (
        _rate("rate", later("rate"), needed=True, filled=True),
        _size("arch_m", later("free arch"), -0.3, 0.5, needed=True, filled=True),
        _size("front_m", later("front length"), 0.05, 1.5),
        _size("rear_m", later("rear length"), 0.05, 1.5),
        _size("width_m", later("width"), 0.02, 0.2),
        _count("leaves", later("number of leaves"), 20.0, 1.0),
        Column("rated_kg", later("rated load"), Quantity.MASS, 10.0, 20_000.0),
        *SOLD_AS,
    ),
    "leaf": (
        _size("thick_m", later("thickness"), 0.002, 0.05, needed=True, filled=True),
        _size("width_m", later("width"), 0.02, 0.2, needed=True, filled=True),
        _size("front_m", later("front length"), 0.05, 1.5, needed=True, filled=True),
        _size("rear_m", later("rear length"), 0.05, 1.5, needed=True, filled=True),
        _size("arch_m", later("free arch"), -0.3, 0.5),
    ),
    "air bag": (
        _size("across_m", later("effective diameter"), 0.03, 0.5, needed=True, filled=True),
        _size("height_m", later("extended height"), 0.03, 1.0, needed=True, filled=True),
        _size("least_m", later("compressed height"), 0.002, 1.0, needed=True, filled=True),
        Column("least_pa", later("min pressure"), Quantity.PRESSURE, 0.0, 2e6),
        Column("most_pa", later("max pressure"), Quantity.PRESSURE, 1e4, 2e6, needed=True),
        Column("rated_kg", later("rated load"), Quantity.MASS, 10.0, 20_000.0),
    ),
    "torsion bar": (
        _size("diameter_m", later("diameter"), 0.005, 0.1, needed=True, filled=True),
        _size("length_m", later("length"), 0.1, 3.0, needed=True, filled=True),
        _size("bore_m", later("bore"), 0.0, 0.1),
        _count("splines_inner", later("inner splines"), 200.0, 4.0),
        _count("splines_outer", later("outer splines"), 200.0, 4.0),
    ),
    "bump stop": (
        _size("free_m", later("free height"), 0.01, 0.3, needed=True, filled=True),
        _rate("rate", later("initial rate"), 1e6),
        Column("material", later("material"), choices=(later("rubber"), later("foam"), later("hydraulic"))),
    ),
    "shock": (
        _size("extended_m", later("extended length"), 0.1, 1.5, needed=True, filled=True),
        _size("collapsed_m", later("collapsed length"), 0.1, 1.5, needed=True, filled=True),
        _size("body_m", later("body diameter"), 0.02, 0.2),
    ),
    "helper": (
        _size("free_m", later("free height"), 0.01, 0.4, needed=True, filled=True),
        _rate("rate", later("initial rate"), 1e6, needed=True),
        Column("material", later("material"), choices=(later("rubber"), later("foam"))),
        Column("rated_kg", later("rated load"), Quantity.MASS, 10.0, 20_000.0),
    ),
    "shelf": (_count("count", later("count")), Column("place", later("place"))),
    "kit": (
        Column("holds", later("parts"), needed=True, filled=True),
        Column("fits", later("fits")),
        Column("years", later("years")),
        Column("loads", later("stated loads")),
        Column("lift_m", later("sold as lift"), Quantity.HEIGHT, -0.5, 0.5),
        Column("small_parts", later("small parts")),
    ),
}


def columns_of(kind: str) -> tuple[Column, ...]:
    """All columns of a kind but its first, which is named as the kind is and holds the part number."""
    return (*KINDS[kind], *OFFER)
