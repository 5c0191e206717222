"""Unit entries of the check list against independent sources: the unit library, exact definitions, fractions."""

from __future__ import annotations

from fractions import Fraction

import pint
import pytest
from scipy import constants

from isostat.units.format import fraction_text
from isostat.units.parse import parse
from isostat.units.unit import SPELLINGS, Quantity

UREG = pint.UnitRegistry()
PINT_NAMES = {
    "in": "inch",
    '"': "inch",
    "”": "inch",
    "″": "inch",
    "inches": "inch",
    "kgs": "kg",
    "lb": "pound",
    "lbs": "pound",
    "lbm": "pound",
    "t": "tonne",
    "lb/in": "lbf/inch",
    "lbs/in": "lbf/inch",
    "lbf/in": "lbf/inch",
    'lb/"': "lbf/inch",
    "kgf/mm": "kgf/mm",
    "kg/mm": "kgf/mm",
    "n/mm": "N/mm",
    "n/m": "N/m",
    "kn/m": "kN/m",
    "kpa": "kPa",
    "pa": "Pa",
    "hz": "Hz",
    "cpm": "1/minute",
    "n": "N",
    "kn": "kN",
    "°": "degree",
    "deg": "degree",
    "%": "percent",
    "°c": "delta_degC",
    "c": "delta_degC",
    "k": "kelvin",
    "°f": "delta_degF",
    "f": "delta_degF",
    "l": "litre",
    "ml": "millilitre",
    "in³": "inch**3",
    "in3": "inch**3",
    "cuin": "inch**3",
    "mpa": "MPa",
    "gpa": "GPa",
    "n/mm²": "N/mm**2",
    "n/mm2": "N/mm**2",
    "mpsi": "megapsi",
}
BASE = {
    Quantity.HEIGHT: "m",
    Quantity.COIL: "m",
    Quantity.MASS: "kg",
    Quantity.RATE: "N/m",
    Quantity.PRESSURE: "Pa",
    Quantity.FREQUENCY: "Hz",
    Quantity.FORCE: "N",
    Quantity.ANGLE: "rad",
    Quantity.SHARE: "",
    Quantity.ALTITUDE: "m",
    Quantity.WARMTH: "delta_degC",
    Quantity.VOLUME: "m**3",
    Quantity.SPEED: "m/s",
    Quantity.STRESS: "Pa",
    Quantity.MODULUS: "Pa",
}


@pytest.mark.parametrize(
    ("quantity", "sign"),
    [
        (q, sign)
        for q, signs in SPELLINGS.items()
        for sign in signs
        if q in BASE and not (q is Quantity.MASS and sign in ("lbf", "n"))
    ],
)
def test_every_factor_agrees_with_the_unit_library(quantity: Quantity, sign: str) -> None:
    published = UREG.Quantity(1.0, PINT_NAMES.get(sign, sign)).to(BASE[quantity]).magnitude
    assert SPELLINGS[quantity][sign].si == pytest.approx(published, rel=1e-9)


@pytest.mark.parametrize(("sign", "name"), [("°C", "degC"), ("°F", "degF"), ("K", "kelvin")])
def test_a_temperature_has_a_zero_of_its_own(sign: str, name: str) -> None:
    for value in (-20.0, 0.0, 68.0):
        published = UREG.Quantity(value, name).to("kelvin").magnitude
        assert parse(f"{value} {sign}", Quantity.TEMPERATURE).si == pytest.approx(published, abs=1e-9)


@pytest.mark.parametrize(
    ("typed", "quantity", "si", "source"),
    [
        ("1 lb/in", Quantity.RATE, 175.126835, "U-01, pint and scipy.constants"),
        ("1 kgf/mm", Quantity.RATE, 9806.65, "U-01, standard gravity by definition"),
        ("400 lb/in", Quantity.RATE, 70_051.0, "U-02"),
        ("1 psi", Quantity.PRESSURE, 6894.757293, "U-03"),
        ("1102.311 lb", Quantity.MASS, 500.0, "U-06"),
        ("1 lbf", Quantity.MASS, constants.pound, "U-06: a pound-force holds up a pound"),
        ("4903.325 N", Quantity.MASS, 500.0, "U-06"),
        ("10 1/8 in", Quantity.HEIGHT, 0.257175, "U-07, fractions"),
        ("26 11/32 in", Quantity.HEIGHT, 0.66913125, "U-07, fractions"),
        ("14 63/64 in", Quantity.HEIGHT, 0.380603125, "U-07, fractions"),
    ],
)
def test_typed_values_agree_with_the_published(typed: str, quantity: Quantity, si: float, source: str) -> None:
    assert parse(typed, quantity).si == pytest.approx(si, rel=5e-6), source


@pytest.mark.parametrize(
    ("mm", "texts"),
    [  # U-08, U-09: fractions library
        (669.0, {8: "26 3/8", 16: "26 5/16", 32: "26 11/32", 64: "26 11/32"}),
        (100.0, {8: "3 7/8", 16: "3 15/16", 32: "3 15/16", 64: "3 15/16"}),
        (257.0, {8: "10 1/8", 16: "10 1/8", 32: "10 1/8", 64: "10 1/8"}),
        (50.0, {8: "2", 16: "1 15/16", 32: "1 31/32", 64: "1 31/32"}),
        (406.2, {32: "16", 64: "15 63/64"}),
        (24.6, {8: "1", 16: "15/16"}),
    ],
)
def test_a_tape_reads_the_nearest_fraction(mm: float, texts: dict[int, str]) -> None:
    assert {d: fraction_text(mm / 25.4, d) for d in texts} == texts


def test_half_a_sixteenth_goes_away_from_zero_as_in_the_shop() -> None:
    assert fraction_text(1 / 32) == "1/16"  # U-10, common practice, no source
    assert fraction_text(-1 / 32) == "−1/16"


def test_every_sixty_fourth_up_to_forty_inches_survives_the_round_trip() -> None:
    for n in range(40 * 64 + 1):  # U-13
        text = fraction_text(float(Fraction(n, 64)), 64)
        assert parse(f"{text} in", Quantity.HEIGHT).si == float(Fraction(n, 64) * Fraction("0.0254"))
