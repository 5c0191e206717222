"""A spring that nobody knows: by tape or by a rubbed tag, and where it would fit."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from isostat.assess.find.described import READ, described, may_be
from isostat.assess.find.law import Law
from isostat.assess.find.why_not import fits_where
from isostat.units.parse import NotUnderstood
from isostat.units.unit import PRESETS
from tests.assess.find.test_search import catalogue, front, hive, wish


@pytest.mark.parametrize("n", [0, 333, 852, 1199])
def test_a_spring_that_was_measured_is_among_those_that_it_may_be(n: int) -> None:
    parts, numbers = catalogue(), catalogue().numbers
    mm = {key: 1000 * numbers[column][n] for key, column in (("wire", "wire_m"), ("inside", "inside_m"), ("free", "free_m"))}
    read = f"wire {mm['wire'] + 0.1:.1f}, inside {mm['inside'] - 0.5:.1f}, free {mm['free'] - 3:.0f}"
    text = f"{read}, coils {numbers['active'][n] + 2:.2f}"
    found = may_be(parts, described(text))
    assert n in [row for row, _ in found[:4]] and [far for _, far in found] == sorted(far for _, far in found)
    assert len(found) < 60
    by_code = may_be(parts, described(parts.parts[n].replace("-", " ").lower()[3:]))
    assert n in [row for row, _ in by_code]
    assert may_be(parts, described(f"{text}, outside {mm['inside']:.0f}")) == [], "an outside that is the inside is another spring"


def test_units_words_and_what_cannot_be_read() -> None:
    it = described("Wire: 9/16, inside 4 1/8; FREE 16, 98-410", PRESETS["in lb lb/in psi"])
    assert it.readings == pytest.approx({"wire": 0.0142875, "inside": 0.104775, "free": 0.4064}) and it.code == "98-410"
    assert described("wire 14,5 mm").readings == pytest.approx({"wire": 0.0145})
    with pytest.raises(NotUnderstood):
        described("wire thick")
    assert may_be(catalogue(), described("")) == []


@given(st.text(max_size=60))
def test_any_text_is_a_sentence_or_a_description(text: str) -> None:
    try:
        it = described(text)
    except NotUnderstood:
        return
    assert set(it.readings) <= set(READ)
    may_be(catalogue(), it)


def test_where_it_fits() -> None:
    good = int(front().good.part[0])
    loose = int(front().fallen.nearest(Law.LOOSE, 1)[0])
    assert fits_where(hive(), [wish()], "coil", good) == [(0, None)]
    assert fits_where(hive(), [wish()], "coil", loose) == [(0, Law.LOOSE)]
