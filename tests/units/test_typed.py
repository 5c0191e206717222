from __future__ import annotations

import math
import re
from collections.abc import Iterator

import pytest
from hypothesis import given
from hypothesis import strategies as st

from isostat.language import decimal, set_decimal_mark
from isostat.units.format import number, step, with_unit
from isostat.units.parse import NotUnderstood, parse
from isostat.units.unit import PRESETS, Preset, Quantity

INCH = PRESETS["in lb lb/in psi"]
METRIC = PRESETS["mm kg N/mm bar"]


@pytest.mark.parametrize(
    ("text", "si"),
    [("１２．５", 12.5), ("١٢٫٥", 12.5), ("−１０", -10.0), ("1e3", 1000.0), ("２５⅛", 25.125), ("१२", 12.0), ("+5", 5.0)],
)
def test_digits_of_any_script_are_digits(text: str, si: float) -> None:
    assert parse(text, Quantity.RATIO).si == pytest.approx(si)


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("1" * 309, "has 309 characters, too many for a number"),
        ("1" * 4300, "has 4300 characters, too many for a number"),
        ("½" * 10_000, "has 10000 characters, too many for a number"),
        ("1e999", "is far too large"),
        ("9" * 59, "is far too large"),
        ("5e-324", "is far too small"),
        ("10²", "“²” is not a "),
        ("10₂", "“₂” is not a "),
        ("²", "is not a number"),
        ("1e9999", "“9” is not a "),
        ("12\x00", "“�” is not a "),
        ("\ud800", "“�” is not a number"),
        ("5\x1b[2J", "“�[2J” is not a "),
    ],
)
@pytest.mark.parametrize("quantity", [Quantity.RATIO, Quantity.MASS, Quantity.HEIGHT])
def test_what_no_number_is_or_could_be_meant_is_a_short_sentence(text: str, words: str, quantity: Quantity) -> None:
    with pytest.raises(NotUnderstood) as no:
        parse(text, quantity)
    assert words in str(no.value) and len(str(no.value)) < 200 and str(no.value).isprintable()


@pytest.mark.parametrize("text", ["10 1/8", "10-1/8", '10 1/8"', '10-1/8"', "10⅛", "10.125", "10.125 in", " 10 1/8 IN "])
def test_all_ways_to_write_a_tape_reading_mean_the_same(text: str) -> None:
    assert parse(text, Quantity.HEIGHT, INCH).si == pytest.approx(0.257175, abs=1e-12)


@pytest.mark.parametrize(
    ("text", "quantity", "si"),
    [
        ("257mm", Quantity.HEIGHT, 0.257),
        ("10,5", Quantity.HEIGHT, 0.0105),
        ("1400 lb", Quantity.MASS, 635.0293),
        ("635kg", Quantity.MASS, 635.0),
        ("175 lb/in", Quantity.RATE, 30647.196),
        ("31 N/mm", Quantity.RATE, 31000.0),
        ("2.5 kgf/mm", Quantity.RATE, 24516.625),
        ("35 psi", Quantity.PRESSURE, 241316.505),
        ("2.4 bar", Quantity.PRESSURE, 240000.0),
        ("-1/4 in", Quantity.HEIGHT, -0.00635),
        ("-1 1/2 in", Quantity.HEIGHT, -0.0381),
        ("60 %", Quantity.SHARE, 0.6),
        ("100 stone", Quantity.MASS, 635.0293),
        ("0.257 m", Quantity.HEIGHT, 0.257),
        (".5", Quantity.RATIO, 0.5),
        ("10 1/8", Quantity.HEIGHT, 0.257175),
        ("1/2", Quantity.COIL, 0.0127),
        ("1/2", Quantity.RATIO, 0.5),
    ],
)
def test_any_unit_is_taken_anywhere(text: str, quantity: Quantity, si: float) -> None:
    assert parse(text, quantity, METRIC).si == pytest.approx(si, rel=1e-6)
    assert parse(text, quantity).text == text


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("", "Nothing was typed. Try 257 mm or 10 1/8 in"),
        ("10 1/0", "divides by zero"),
        ("1/8/2", "“/2” is not a length unit"),
        ("10 1/8 mm", "fraction of mm"),
        ("3/4 m", "fraction of m"),
        ("1 .5", "“.5” is not a length unit"),
        ("nan", "is not a number"),
        ("inf", "is not a number"),
        ("10,125", "Did you mean 10.125 or 10125?"),
        ("12 kg", "“kg” is not a length unit. Try 257 mm"),
        ("0x10", "“x10” is not a length unit"),
        ("5 __import__", "is not a length unit"),
    ],
)
def test_what_is_not_sure_is_refused_with_a_sentence(text: str, words: str) -> None:
    with pytest.raises(NotUnderstood, match=re.escape(words)) as fault:
        parse(text, Quantity.HEIGHT)
    assert str(fault.value).endswith((".", "?")) and re.search(r"Try|Use|Type", str(fault.value)), "it says what to type"


@given(st.text(max_size=40), st.sampled_from(list(Quantity)), st.sampled_from(list(PRESETS.values())))
def test_the_parser_answers_anything_with_a_finite_number_or_a_sentence(text: str, quantity: Quantity, preset: Preset) -> None:
    try:
        assert math.isfinite(parse(text, quantity, preset).si)
    except NotUnderstood as fault:
        assert str(fault).endswith(".")


@given(
    st.floats(-1e4, 1e4), st.sampled_from([q for q in Quantity if q is not Quantity.ANGLE]), st.sampled_from(list(PRESETS.values()))
)
def test_what_is_shown_reads_back_within_half_of_its_last_digit(value: float, quantity: Quantity, preset: Preset) -> None:
    unit = preset.unit(quantity)
    si = value * unit.si + unit.zero
    for text in (with_unit(si, quantity, preset), number(si, quantity, preset)):
        back = parse(text.replace("%", "").strip() + ("%" if quantity is Quantity.SHARE else ""), quantity, preset).si
        assert abs(back - si) <= step(quantity, preset) / 2 * (1 + 1e-9) + 1e-12
    assert number(unit.zero - 1e-9, quantity, preset) in ("0", "0.0", "0.00", "0.000")


@pytest.fixture
def comma() -> Iterator[None]:
    """Numbers with a decimal comma."""
    set_decimal_mark(",")
    yield
    set_decimal_mark(".")


@pytest.mark.usefixtures("comma")
def test_where_the_mark_is_a_comma_numbers_are_shown_and_read_with_it() -> None:
    assert (number(0.4571, Quantity.COIL, METRIC, decimals=1), decimal(-0.04, 1), decimal(-2.55, 2)) == ("457,1", "0,0", "−2,55")
    assert parse("10,125", Quantity.RATIO).si == parse("10.125", Quantity.RATIO).si == 10.125
    with pytest.raises(NotUnderstood, match=r"Try 1,3 or 1,3 Hz"):
        parse("fast", Quantity.FREQUENCY)


@given(st.floats(0.02, 0.9), st.integers(-1, 1), st.sampled_from(list(PRESETS.values())))
def test_a_bound_is_rounded_to_the_side_that_is_accepted(si: float, toward: int, preset: Preset) -> None:
    shown = parse(number(si, Quantity.COIL, preset, toward=toward), Quantity.COIL, preset).si
    assert abs(shown - si) <= step(Quantity.COIL, preset) + 1e-12
    assert toward * (shown - si) >= -1e-9
