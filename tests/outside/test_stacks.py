"""Progressive coils and stacked pairs: closed forms, brute force, stored energy, the trade's own figures."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import quad
from scipy.optimize import brentq

from isostat.core.limits import OutOfRange
from isostat.core.parts.bank import Bank
from isostat.core.parts.wire import WIRES
from isostat.core.springs.helix import Ends, Helix
from isostat.core.springs.pairs import PairWish, choose_pairs, ideal_rates
from isostat.core.springs.progressive import Progressive, from_groups, from_rate_pair
from isostat.core.springs.ring_fit import (
    CoilOver,
    collar_for_force,
    crossover_at,
    force_at,
    main_at_bump,
    marks,
    preload,
    ring_for_crossover,
    ring_window,
    top_spare,
    turns_from_snug,
)
from isostat.core.springs.stacked import Part, StackedPair
from isostat.core.springs.straight_pieces import compression_at

INCH, LBF = 0.0254, 4.4482216
LB_IN = LBF / INCH
# 12 in × 150 lb/in, solid 3.19 in, over 12 in × 200 lb/in, solid 3.66 in (common practice, no source)
TRADE = StackedPair(
    top=Part(150 * LB_IN, 12 * INCH, 3.19 * INCH), main=Part(200 * LB_IN, 12 * INCH, 3.66 * INCH), slider_m=0.0
)  # fmt: skip


def pair(top: float, main: float, way: float) -> StackedPair:
    """Rates in lb/in, way of the top spring in inches until it is solid; the main spring never is."""
    return StackedPair(
        top=Part(top * LB_IN, 12 * INCH, (12 - way) * INCH), main=Part(main * LB_IN, 24 * INCH, 2 * INCH), slider_m=0.01
    )


def test_series_and_dual_rates() -> None:
    """S-01 to S-03, closed form."""
    assert pair(200, 300, 4).series_rate / LB_IN == pytest.approx(120)
    solid = pair(150, 300, 4)
    said = solid.crossover
    assert said is not None and said.by == "top solid"
    assert (said.force_n / LBF, said.x_m / INCH) == (pytest.approx(600), pytest.approx(6.0))
    assert float(solid.law.force(np.asarray(9 * INCH))) / LBF == pytest.approx(1500)
    ringed = replace(pair(200, 350, 8), ring_m=(12 - 2.5) * INCH - 0.006, step_m=0.006)
    said = ringed.crossover
    assert said is not None and said.by == "ring"
    assert (said.force_n / LBF, said.x_m / INCH) == (pytest.approx(500), pytest.approx(3.9286, rel=1e-4))
    assert float(ringed.law.force(np.asarray(6 * INCH))) / LBF == pytest.approx(1225, rel=1e-4)


def test_the_trades_pairs_have_the_trades_rates() -> None:
    """Common practice, no source: 85.7 lb/in for 150 over 200; 161.5 for 300 over 350."""
    assert TRADE.series_rate / LB_IN == pytest.approx(85.7, abs=0.05)
    assert pytest.approx(161.5, abs=0.05) == 1 / (1 / 300 + 1 / 350)


stacks = st.builds(
    lambda k1, k2, w1, w2, ring: StackedPair(
        top=Part(k1, 0.30, 0.30 - w1), main=Part(k2, 0.36, 0.36 - w2), slider_m=0.012, step_m=0.005, ring_m=ring
    ),
    st.floats(8e3, 9e4), st.floats(1e4, 2e5), st.floats(0.05, 0.25), st.floats(0.06, 0.28),
    st.one_of(st.none(), st.floats(0.06, 0.28)),
)  # fmt: skip


def by_brute_force(stack: StackedPair, x: float) -> float:
    """The force at which both springs, each held by its own end, take up a compression; found by search."""
    gives = stack.top.way_m if stack.ring_m is None else min(stack.top.free_m - stack.ring_m - stack.step_m, stack.top.way_m)

    def short(force: float) -> float:
        return min(force / stack.top.rate, max(gives, 0.0)) + min(force / stack.main.rate, stack.main.way_m) - x

    return float(brentq(short, 0.0, 1e6, xtol=1e-9))


@given(stack=stacks, share=st.floats(0.01, 0.99))
@settings(max_examples=80, deadline=None)
def test_a_stack_is_its_springs_in_series_found_by_search(stack: StackedPair, share: float) -> None:
    x = share * stack.law.knots[-1]
    assert float(stack.law.force(np.asarray(x))) == pytest.approx(by_brute_force(stack, x), rel=1e-6, abs=1e-3)


@given(stack=stacks)
@settings(max_examples=40, deadline=None)
def test_the_work_under_the_curve_is_the_energy_in_both_springs_and_the_force_never_falls(stack: StackedPair) -> None:
    """S-05: ½·k·x² of each, by quadrature; the slope steps up only where a spring drops out."""
    law = stack.law
    end, forces = law.knots[-1], law.curve[1]
    work = sum(quad(lambda x: float(law.force(np.asarray(x))), a, b)[0] for a, b in zip(law.knots, law.knots[1:], strict=False))
    stored = sum(0.5 * rate * way**2 for rate, way in law.groups)
    assert work == pytest.approx(stored, rel=1e-6)
    x = np.linspace(-0.02, end, 400)
    assert (np.diff(law.force(x)) >= -1e-6).all() and (np.diff(law.rate(x[x < end - 1e-6])) >= -1e-6).all()
    assert float(law.force(np.asarray(end + 0.01))) == pytest.approx(float(forces[-1]) + 0.01 * 2e6)


def test_the_bank_reads_a_stack_as_its_law_says() -> None:
    law = pair(150, 300, 4).law
    tables, x = Bank((law,)).tables, np.linspace(0.0, 0.3, 77)
    at = (x - tables.low[0]) * tables.per_step[0]
    i = np.minimum(at.astype(int), tables.last[0])
    read = tables.force[i] + tables.rise[i] * (at - i)
    assert read == pytest.approx(law.force(x), abs=1.5)


def test_groups_close_at_one_force_whatever_their_turns() -> None:
    """A group's rate falls with its turns as its way grows: the product is pitch, wire and diameter alone."""
    coil = Helix(wire_m=0.012, mean_m=0.1, turns=9, free_m=0.36, ends=Ends.CLOSED, wire=WIRES["chrome silicon"])
    few, many = (from_groups(coil, ((n, 0.020), (4.0, 0.045))) for n in (1.5, 3.0))
    closes = [law.curve[1][1] for law in (few, many)]
    assert closes[0] == pytest.approx(closes[1])
    assert closes[0] == pytest.approx(coil.wire.shear_pa * 0.012**4 * (0.020 - 0.012) / (8 * 0.1**3))
    assert few.events[1].name == "turns touch" and [e.name for e in many.events][-1] == "coil solid"


def test_a_tag_with_two_rates_gives_both_and_their_change() -> None:
    law = from_rate_pair(30_000, 50_000, 0.06, 0.16)
    rates = law.rate(np.array([0.03, 0.1]))
    assert rates == pytest.approx([30_000, 50_000]) and law.knots == pytest.approx((0.0, 0.06, 0.16))
    for bad in ((50_000, 30_000, 0.06, 0.16), (30_000, 50_000, 0.06, 0.05)):
        with pytest.raises(OutOfRange):
            from_rate_pair(*bad)
    with pytest.raises(OutOfRange, match="number of coil groups"):
        Progressive(())


SHOCK = CoilOver(extended_m=0.60, bump_m=0.25, thread_m=0.002, down_m=0.02, up_m=0.05)


def test_the_ring_window_keeps_both_springs_from_binding_wherever_the_collar_is() -> None:
    """At either end of it the spring that it guards stands at its limit, and no further."""
    window = ring_window(TRADE, SHOCK, margin_m=0.34 * INCH)
    assert window.missing_m == 0.0
    far = replace(TRADE, ring_m=window.furthest_m)
    ring_to_perch = SHOCK.extended_m - SHOCK.bump_m - window.furthest_m
    assert ring_to_perch == pytest.approx(4.0 * INCH), "the lower spring keeps 4 in at full bump (common practice, no source)"
    assert main_at_bump(far, SHOCK) >= TRADE.main.solid_m + 0.33 * INCH
    near = replace(TRADE, ring_m=window.nearest_m - SHOCK.down_m)  # the collar run down to its mark
    assert near.ring_way_m == pytest.approx(TRADE.top.way_m), "the top spring is solid just as the slider meets the ring"
    tight = replace(SHOCK, bump_m=0.47)
    empty = ring_window(TRADE, tight)
    assert empty.missing_m > 0 and ring_window(TRADE, replace(tight, bump_m=0.47 - empty.missing_m)).missing_m == pytest.approx(
        0, abs=1e-9
    )


@given(ride=st.floats(0.06, 0.14), share=st.floats(0.1, 0.8))
@settings(max_examples=40, deadline=None)
def test_a_ring_set_for_a_crossover_gives_it(ride: float, share: float) -> None:
    shock = replace(SHOCK, bump_m=0.20)
    set_up = ring_for_crossover(TRADE, shock, ride, share=share)
    at = crossover_at(set_up, shock)
    assert at == pytest.approx(ride + share * (0.20 - ride)) and set_up.crossover.by == "ring"  # type: ignore[union-attr]
    below, above = (float(set_up.law.rate(np.asarray(preload(set_up, shock) + at + d))) for d in (-0.002, 0.002))
    assert below == pytest.approx(TRADE.series_rate) and above == pytest.approx(TRADE.main.rate)


def test_a_low_ring_or_a_preclosed_top_spring_is_past_its_crossover_hanging() -> None:
    low = replace(TRADE, ring_m=11.9 * INCH)
    assert crossover_at(low, SHOCK) < 0.01  # type: ignore[operator]
    shut = replace(TRADE, ring_m=12.5 * INCH)
    assert shut.locked_from_the_start and shut.crossover is None and crossover_at(shut, SHOCK) is None
    assert float(shut.law.rate(np.asarray(0.05))) == pytest.approx(TRADE.main.rate), "the main spring alone"
    barely = replace(TRADE, ring_m=TRADE.top.free_m - TRADE.step_m - 5e-10)  # as two lengths that are subtracted leave it
    assert barely.ring_way_m > 0.0 and barely.locked_from_the_start and barely.crossover is None
    assert [e.name for e in barely.events] == ["coil loose", "coil solid"]
    stubby = replace(TRADE, main=Part(20 * LB_IN, 12 * INCH, 3.66 * INCH))
    assert stubby.crossover.by == "main solid", "no lock-up: the top spring carries on"  # type: ignore[union-attr]
    past = stubby.crossover.x_m + 0.01  # type: ignore[union-attr]
    assert float(stubby.law.rate(np.asarray(past))) == pytest.approx(TRADE.top.rate)


def test_preload_moves_height_not_rate_and_the_collar_is_found_for_a_force() -> None:
    """S-06, S-07, closed form: the collar's way is the change of load over the rate, and of height."""
    long = replace(SHOCK, extended_m=TRADE.free_m - 0.030, down_m=0.08)
    assert preload(TRADE, long) == pytest.approx(0.030) and turns_from_snug(TRADE, long) == pytest.approx(15)
    now = force_at(TRADE, long, 0.1)
    assert now == pytest.approx(TRADE.series_rate * 0.13)
    more = collar_for_force(TRADE, long, 0.1 - 0.020, now + 400)
    assert more == pytest.approx(400 / TRADE.series_rate + 0.020)
    down = replace(long, extended_m=long.extended_m - more)
    assert force_at(TRADE, down, 0.08) == pytest.approx(now + 400)
    with pytest.raises(OutOfRange, match="collar travel"):
        collar_for_force(TRADE, replace(long, down_m=0.01), 0.08, now + 400)


def test_a_third_spring_lies_in_series_and_closes_first_when_it_is_softest() -> None:
    three = replace(TRADE, third=Part(30 * LB_IN, 4 * INCH, 1.5 * INCH))
    assert three.series_rate / LB_IN == pytest.approx(1 / (1 / 30 + 1 / 150 + 1 / 200))
    at, forces = three.law.curve
    assert forces[1] / LBF == pytest.approx(75) and float(three.law.rate(np.asarray(at[1] + 1e-4))) == pytest.approx(
        TRADE.series_rate
    )
    ringed = replace(three, ring_m=(12 + 4 - 6) * INCH)
    assert ringed.crossover.by == "ring"  # type: ignore[union-attr]
    gives = sum(min(ringed.crossover.force_n / p.rate, p.way_m) for p in (three.third, three.top))  # type: ignore[union-attr]
    assert gives == pytest.approx(6 * INCH)


@pytest.mark.parametrize("far", [False, True])
def test_a_chosen_pair_carries_the_load_and_takes_the_bump_that_was_wished(far: bool) -> None:
    """Close and far rates (common practice, no source), each checked by the brute force above, not by the choice's own sums."""
    shock = CoilOver(extended_m=0.60, bump_m=0.26, down_m=0.05, up_m=0.05)
    wish = PairWish(series=16_000, force_n=2600, ride_m=0.10, shock=shock, far=far, multiple=2.6, share=0.55)
    choices = choose_pairs(wish, 25 * LB_IN, 2 * INCH)
    assert choices, "some pair off the shelf fits"
    assert [c.miss for c in choices] == sorted(c.miss for c in choices)
    for c in choices:
        at = replace(shock, extended_m=shock.extended_m - c.collar_m, down_m=shock.down_m - c.collar_m)
        x = c.pair.free_m - at.extended_m + wish.ride_m
        assert by_brute_force(c.pair, x) == pytest.approx(wish.force_n, rel=1e-6)
        assert -shock.up_m - 1e-9 <= c.collar_m <= shock.down_m + 1e-9
        assert preload(c.pair, at) >= 0.0 and main_at_bump(c.pair, at) > c.pair.main.solid_m
        window = ring_window(c.pair, at)
        assert c.pair.ring_m is not None and window.nearest_m - 1e-9 <= c.pair.ring_m <= window.furthest_m + 1e-9
        for rate, length in ((c.pair.top.rate / (25 * LB_IN), c.pair.top.free_m / (2 * INCH)),):
            assert rate == pytest.approx(round(rate)) and length == pytest.approx(round(length))
        change = crossover_at(c.pair, at)
        assert change is not None and change > wish.ride_m
        if far:
            assert (change - wish.ride_m) / (shock.bump_m - wish.ride_m) == pytest.approx(wish.share, abs=1e-6)
    if far:
        top, main = ideal_rates(wish)
        assert 1 / (1 / top + 1 / main) == pytest.approx(wish.series)
        b = shock.bump_m - wish.ride_m
        assert wish.force_n + wish.series * wish.share * b + main * (1 - wish.share) * b == pytest.approx(2.6 * wish.force_n)
    with pytest.raises(OutOfRange, match="full-bump capacity"):
        ideal_rates(replace(wish, far=True, multiple=1.1))


@settings(max_examples=60, deadline=None)
@given(stack=stacks, force=st.floats(50, 12_000))
def test_the_inverse_of_a_law_is_its_inverse(stack: StackedPair, force: float) -> None:
    assert float(stack.force(np.asarray(compression_at(stack, force)))) == pytest.approx(force, rel=1e-9)


def test_a_painted_mark_is_where_a_spring_begins_to_bind() -> None:
    """Common practice, no source: lower spring keeps 4.0 in at full bump; collar never nearer to the ring than the top's solid."""
    shock = CoilOver(extended_m=0.62, bump_m=0.28, down_m=0.03, up_m=0.02)
    pair_ = replace(TRADE, slider_m=0.012, step_m=0.006, ring_m=0.2)
    m = marks(pair_, shock)
    assert m.ring_m == pytest.approx(0.42) and m.collar_m == 0.62
    at_mark = replace(pair_, ring_m=shock.extended_m - m.ring_mark_m)  # the ring on its mark: main keeps its margin when locked
    assert shock.extended_m - shock.bump_m - at_mark.ring_m - at_mark.slider_m == pytest.approx(TRADE.main.solid_m + 0.010)
    assert m.collar_mark_m is not None
    down = shock.extended_m - m.collar_mark_m  # the collar run down to its mark, the ring staying on the body
    run = replace(pair_, ring_m=0.2 - down)
    assert run.ring_way_m == pytest.approx(run.top.way_m), "the slider meets the ring just as the top spring is solid"
    spare = top_spare(pair_, shock)
    assert spare is not None and spare == pytest.approx(0.2 + 0.006 - 0.03 - TRADE.top.solid_m)
    assert top_spare(pair_, replace(shock, down_m=down)) == pytest.approx(0.0), "run down to its mark nothing is spare"
    hang = force_at(pair_, shock, 0.0)
    assert m.slider_m == pytest.approx(TRADE.main.free_m - hang / TRADE.main.rate + 0.012)
