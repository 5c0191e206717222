"""What a bolt needs beyond what it clamps, and the lengths in which it is stocked, against the published parts."""

from __future__ import annotations

import math

import pytest
from hypothesis import example, given
from hypothesis import strategies as st

from isostat.core import rules
from isostat.core.parts.bolt import stocked_bolt

PARTS = {  # rod mm: nut's greatest height (ISO 4032), plain washer (ISO 7089), coarse pitch (ISO 261); from memory
    12: (10.8, 2.5, 1.75), 14: (12.8, 2.5, 2.0), 16: (14.8, 3.0, 2.0), 18: (15.8, 3.0, 2.5), 20: (18.0, 3.0, 2.5),
    24: (21.5, 4.0, 3.0),
}  # fmt: skip
STOCKED = (
    120,
    130,
    140,
    150,
    160,
    180,
    200,
)  # mm, lengths of bolts from 120 on (ISO 888; from memory): tens, then twenties


@pytest.mark.parametrize("rod", PARTS)
def test_a_leg_has_room_for_washer_nut_and_two_threads(rod: int) -> None:
    """A U-bolt's deep nut, one and a half rods high, is the most it has to take; a plain one the least."""
    nut, washer, pitch = PARTS[rod]
    allowed = float(rules.U_BOLT_NUT) * rod
    assert nut + washer + 2 * pitch <= allowed <= 1.5 * rod + washer + 4 * pitch


@given(st.floats(0.001, 0.3), st.booleans())
@example(needed=0.2032008, inches=True)
def test_a_stocked_bolt_is_the_shortest_that_is_long_enough(needed: float, inches: bool) -> None:
    """Millimetres by ISO 888, inches by ASME B18.2.1 (quarters to 6 in, halves beyond); from memory."""
    inch = [n / 4 for n in range(1, 25)] + [6 + n / 2 for n in range(1, 14)]
    mm = [16, *range(20, 75, 5), *range(80, 170, 10), *range(180, 320, 20)]
    table = [25.4e-3 * n for n in inch] if inches else [n / 1e3 for n in mm]
    found = stocked_bolt(needed, inches=inches)
    assert found == pytest.approx(min(length for length in table if length >= needed - 1e-6), abs=1e-9)


def test_stocked_lengths_are_whole_steps() -> None:
    step = float(rules.U_BOLT_STEP) * 1e3
    assert all(math.isclose(length % step, 0.0) for length in STOCKED)
    assert float(rules.U_BOLT_STEP_INCH) == pytest.approx(0.5 * 0.0254), "half an inch, common practice, no source"
