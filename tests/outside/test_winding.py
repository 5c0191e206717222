"""A coil wound to order: its rate, stress and room by the published formulas, and that no thinner wire would do."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from isostat.core import rules
from isostat.core.limits import OutOfRange
from isostat.core.parts.wire import WIRES
from isostat.core.springs.winding import Wish, wind

wishes = st.builds(
    Wish, rate=st.floats(8e3, 2e5), free_m=st.floats(0.25, 0.5), inside_m=st.floats(0.05, 0.14), pressed_m=st.floats(0.03, 0.16),
    margin_m=st.just(0.01),
)  # fmt: skip


@settings(max_examples=80, deadline=None)
@given(wish=wishes, name=st.sampled_from(sorted(WIRES)))
def test_a_wound_coil_has_its_rate_its_stress_and_its_room(wish: Wish, name: str) -> None:
    """k = G·d⁴/(8·D³·n) and τ = K·8·D·F/(π·d³), K = (4C+2)/(4C−3). Shigley, chapter 10 (from memory)."""
    wire = WIRES[name]
    try:
        coil = wind(wish, wire)
    except OutOfRange as refused:
        assert refused.low <= refused.high < refused.value or refused.value == 0.030
        return
    d, mean = coil.wire_m, coil.mean_m
    assert d / rules.WIRE_STEP == pytest.approx(round(d / rules.WIRE_STEP))
    assert mean - d == pytest.approx(wish.inside_m)
    assert wire.shear_pa * d**4 / (8 * mean**3 * (coil.turns - 2)) == pytest.approx(wish.rate)
    c = mean / d
    stress = (4 * c + 2) / (4 * c - 3) * 8 * mean * wish.rate * wish.pressed_m / (math.pi * d**3)
    assert stress <= wire.allowed * wire.strength_pa(d)[0] * (1 + 1e-9)
    assert wish.free_m - wish.pressed_m - d * coil.turns >= wish.margin_m - 1e-12
    thin = d - rules.WIRE_STEP
    c, turns = (wish.inside_m + thin) / thin, wire.shear_pa * thin**4 / (8 * (wish.inside_m + thin) ** 3 * wish.rate)
    thinner = (4 * c + 2) / (4 * c - 3) * 8 * (wish.inside_m + thin) * wish.rate * wish.pressed_m / (math.pi * thin**3)
    assert thinner > wire.allowed * wire.strength_pa(thin)[0] or thin < 0.004 or c > 30 or turns < 2


def test_where_no_wire_will_do_both_ends_are_named() -> None:
    """A short firm coil pressed far: the wire that the stress asks for is solid before."""
    wish = Wish(rate=90e3, free_m=0.22, inside_m=0.10, pressed_m=0.14, margin_m=0.01)
    with pytest.raises(OutOfRange, match="wire diameter for the stress") as refused:
        wind(wish, WIRES["chrome silicon"])
    assert refused.value.value > refused.value.high
    assert wind(replace(wish, free_m=0.45), WIRES["chrome silicon"]).wire_m == pytest.approx(refused.value.value)
