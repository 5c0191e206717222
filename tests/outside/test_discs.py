"""Belleville washers against the loads that DIN 2093 lists at three quarters of flat (from memory), and against themselves."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad

from isostat.core.limits import OutOfRange
from isostat.core.springs.disc import STEEPEST, DiscStack

LISTED = [  # outer, inner, thickness, cone in mm; N at s = 0.75 h0; DIN 2093, series A, B and C, from memory
    (25.0, 12.2, 1.5, 0.55, 2910.0),
    (25.0, 12.2, 0.9, 0.70, 868.0),
    (50.0, 25.4, 3.0, 1.10, 12_000.0),
    (50.0, 25.4, 2.0, 1.40, 4760.0),
    (50.0, 25.4, 1.25, 1.60, 1550.0),
    (100.0, 51.0, 3.5, 2.80, 13_100.0),
]


def disc(outer: float, inner: float, thick: float, cone: float, **more: int) -> DiscStack:
    return DiscStack(outer_m=outer / 1e3, inner_m=inner / 1e3, thick_m=thick / 1e3, cone_m=cone / 1e3, **more)


@pytest.mark.parametrize(("outer", "inner", "thick", "cone", "listed_n"), LISTED)
def test_listed_washers_carry_their_listed_load(outer: float, inner: float, thick: float, cone: float, listed_n: float) -> None:
    """DIN 2093 lists rounded loads, with E = 206 GPa and a Poisson ratio of 0.3."""
    stack = disc(outer, inner, thick, cone)
    assert float(stack.force(np.asarray(0.75 * stack.cone_m))) == pytest.approx(listed_n, rel=0.01)


@given(st.sampled_from(LISTED), st.integers(1, 10), st.integers(1, 40), st.floats(0.01, 0.99))
def test_nested_ones_share_the_load_and_opposed_ones_the_way(
    listed: tuple[float, ...], nested: int, opposed: int, share: float
) -> None:
    one, stack = disc(*listed[:4]), disc(*listed[:4], nested=nested, opposed=opposed)
    x = np.asarray(share * one.cone_m)
    assert float(stack.force(opposed * x)) == pytest.approx(nested * float(one.force(x)))
    assert float(stack.rate(opposed * x)) == pytest.approx(nested / opposed * float(one.rate(x)))


@given(st.floats(0.05, STEEPEST), st.floats(0.25, 0.85), st.floats(0.0, 1.3))
def test_force_is_the_rate_added_up_and_always_rises(steep: float, hole: float, share: float) -> None:
    stack = disc(60.0, 60.0 * hole, 2.0, 2.0 * steep, opposed=3)
    x = share * stack.flat_x_m
    work, _ = quad(lambda at: float(stack.rate(np.asarray(at))), 0.0, x, points=[min(stack.flat_x_m, x)])
    assert float(stack.force(np.asarray(x))) == pytest.approx(work, rel=1e-6, abs=1e-6)
    assert (np.diff(stack.force(np.linspace(-0.001, 1.2 * stack.flat_x_m, 200))) >= 0.0).all()


def test_what_is_no_washer_is_refused() -> None:
    for bad in ({"outer": 600.0}, {"inner": 49.0}, {"thick": 0.1}, {"cone": 1.5 * 2.0}, {"nested": 11}, {"opposed": 0}):
        with pytest.raises(OutOfRange):
            disc(**{"outer": 50.0, "inner": 25.4, "thick": 2.0, "cone": 1.4, **bad})  # type: ignore[arg-type]
