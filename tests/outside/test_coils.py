"""Coils from their dimensions: published formulas, tables and worked examples (all from memory), and two reference libraries."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
import sympy
from hypothesis import assume, example, given, settings
from hypothesis import strategies as st
from Pynite import FEModel3D

from isostat.core.fitting.press import pressed
from isostat.core.limits import OutOfRange
from isostat.core.parts.wire import WIRES, Wire
from isostat.core.springs.helix import SEATS, Ends, Helix, caliper_rate, mean_diameter
from isostat.core.springs.progressive import from_rate_pair

INCH, LBF, KPSI = 0.0254, 4.4482216, 6.894757e6
MUSIC_US = replace(WIRES["music"], shear_pa=11.85e3 * KPSI)


def plain(**more: object) -> Helix:
    """H-13: a coil of a vehicle's size, hot-rolled wire, ground ends, every turn counted."""
    answer = {
        "wire_m": 0.014,
        "mean_m": 0.110,
        "turns": 9.0,
        "free_m": 0.380,
        "ends": Ends.CLOSED_GROUND,
        "wire": WIRES["hot rolled"],
    }
    return Helix(**{**answer, **more})  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("index", "wahl", "bergstraesser"),
    [(4, 1.4038, 1.3846), (6, 1.2525, 1.2381), (8, 1.1840, 1.1724), (10, 1.1448, 1.1351), (12, 1.1194, 1.1111)],
)
def test_correction_factors(index: float, wahl: float, bergstraesser: float) -> None:
    """H-02 to H-04: Wahl, Mechanical Springs; EN 13906-1; Shigley."""
    coil = plain(mean_m=0.014 * index)
    assert (coil.wahl, coil.bergstraesser) == (pytest.approx(wahl, abs=1e-4), pytest.approx(bergstraesser, abs=1e-4))
    w = sympy.symbols("w")
    assert sympy.simplify((w + sympy.Rational(1, 2)) / (w - sympy.Rational(3, 4)) - (4 * w + 2) / (4 * w - 3)) == 0


def test_the_handbook_example_of_a_small_spring() -> None:
    """H-05: Shigley, 8th to 10th edition, example 10-1."""
    d, mean = 0.037 * INCH, (7 / 16 - 0.037) * INCH
    coil = Helix(wire_m=d, mean_m=mean, turns=12.5, free_m=2.066 * INCH, ends=Ends.CLOSED, wire=MUSIC_US)
    strength = MUSIC_US.strength_pa(d)[0]
    assert strength / KPSI == pytest.approx(324.2, rel=0.005)
    assert coil.bergstraesser == pytest.approx(1.124, abs=1e-3)
    force = 0.45 * strength / coil.stress_pa(1.0)
    assert force / LBF == pytest.approx(6.446, rel=0.005)
    assert coil.rate / (LBF / INCH) == pytest.approx(4.116, rel=0.005)
    assert (coil.solid_m / INCH, coil.pitch_m / INCH) == (pytest.approx(0.4995, rel=1e-3), pytest.approx(0.1862, rel=0.005))
    assert coil.free_m - coil.solid_m == pytest.approx(1.566 * INCH, rel=0.005)


def test_the_handbook_example_of_surge() -> None:
    """H-06: Shigley, example 10-4."""
    wire = replace(WIRES["music"], shear_pa=11.75e3 * KPSI, density=0.284 * 0.45359237 / INCH**3)
    coil = Helix(
        wire_m=0.092 * INCH, mean_m=(9 / 16 - 0.092) * INCH, turns=23.0, free_m=4 * INCH, ends=Ends.CLOSED_GROUND, wire=wire
    )
    assert coil.rate / (LBF / INCH) == pytest.approx(48.11, rel=0.001)
    assert coil.surge_hz == pytest.approx(281.5, rel=0.002)
    for force, kpsi in ((15.0, 29.69), (20.0, 39.59)):
        assert coil.stress_pa(force * LBF) / KPSI == pytest.approx(kpsi, rel=0.002)
    assert wire.strength_pa(coil.wire_m)[0] / KPSI == pytest.approx(284.1, rel=0.003)


def test_worked_examples_in_metric() -> None:
    """H-07: Bhandari, example 10.1. H-08: Khurmi and Gupta, example 23.1. H-09: the same, example 23.2 (rounded)."""
    wire = replace(WIRES["hot rolled"], shear_pa=81.37e9)
    coil = Helix(wire_m=0.007, mean_m=0.042, turns=10.0, free_m=0.110, ends=Ends.CLOSED_GROUND, wire=wire)
    assert coil.wahl == pytest.approx(1.2525, abs=1e-4)
    assert (coil.rate, coil.solid_m) == (pytest.approx(41_200, rel=1e-3), pytest.approx(0.070))
    assert 1250 / coil.rate == pytest.approx(0.03034, rel=1e-3) and coil.active == 8
    thin = plain(wire_m=0.005, mean_m=0.050)
    assert thin.stress_pa(500.0, 1 + 0.5 / thin.index) == pytest.approx(534.76e6, rel=1e-4)
    other = plain(wire_m=0.006, mean_m=0.069, wire=replace(WIRES["hot rolled"], shear_pa=84e9))
    for factor, newtons, each in ((1 + 0.5 / other.index, 412.3, 0.00995), (other.wahl, 382.5, 0.00923)):
        force = 350e6 / other.stress_pa(1.0, factor)
        assert force == pytest.approx(newtons, rel=0.005) and force / other.rate / other.active == pytest.approx(each, rel=0.005)


def test_a_coil_of_a_vehicles_size() -> None:
    """H-13, H-15, H-16, H-18: EN 13906-1, clause 9; own case in plain arithmetic."""
    coil = plain()
    assert coil.rate == pytest.approx(40_459, rel=1e-4) and coil.active == 7
    assert (coil.stress_pa(4000.0, 1.0), coil.stress_pa(4000.0)) == (
        pytest.approx(408.3e6, rel=1e-3),
        pytest.approx(480.1e6, rel=1e-3),
    )
    assert coil.mass_kg == pytest.approx(3.758, rel=1e-3) and coil.surge_hz == pytest.approx(58.82, rel=1e-3)
    fe = 3560 * 14 / (7 * 110**2) * math.sqrt(78_500 / 7.85)
    assert coil.surge_hz == pytest.approx(fe, rel=5e-4)
    assert coil.buckles_at_m("both flat") is None
    grown = replace(coil, free_m=coil.active * 0.050286 + 2 * coil.wire_m)
    assert (grown.grows_m(), grown.grows_m(free_to_turn=True)) == (
        pytest.approx(0.001069, abs=2e-6),
        pytest.approx(0.001751, abs=2e-6),
    )


@pytest.mark.parametrize(
    ("free", "mean", "factor", "at"),
    [(0.5, 0.08, 0.5, 0.18639), (0.5, 0.08, 0.7, 0.08135), (0.6, 0.1, 1.0, 0.04917), (0.38, 0.11, 0.5, None)],
)
def test_buckling(free: float, mean: float, factor: float, at: float | None, monkeypatch: pytest.MonkeyPatch) -> None:
    """H-16: EN 13906-1; the bound is the textbook's, H-17."""
    monkeypatch.setitem(SEATS, "asked", factor)
    coil = plain(free_m=free, mean_m=mean, wire_m=mean / 8)
    found = coil.buckles_at_m("asked")
    assert found == (pytest.approx(at, abs=2e-5) if at else None)
    bound = math.pi * mean / factor * math.sqrt(2 * (206 - 78.5) / (2 * 78.5 + 206))
    assert (found is None) is (free < bound)


@pytest.mark.parametrize(
    ("name", "d_mm", "mpa"),
    [("oil tempered", 5, 1372.9), ("hard drawn", 5, 1313.2), ("chrome vanadium", 5, 1530.0), ("chrome silicon", 5, 1659.0),
     ("oil tempered", 10, 1206.0), ("hard drawn", 10, 1151.2), ("chrome vanadium", 10, 1361.8), ("music", 5, 1750.8)],
)  # fmt: skip
def test_strengths(name: str, d_mm: float, mpa: float) -> None:
    """H-19, H-20: Shigley, table 10-4; outside its range the end of the table holds, and is said."""
    wire: Wire = WIRES[name]
    assert wire.strength_pa(d_mm / 1e3) == (pytest.approx(mpa * 1e6, rel=1e-3), True)
    beyond = wire.strength_pa(0.02)
    assert beyond == (pytest.approx(wire.strength_pa(wire.high_m)[0]), False)


@pytest.mark.parametrize(
    ("ends", "total", "solid", "over"),
    [
        (Ends.OPEN, 7.0, 8.0, 1.0),
        (Ends.OPEN_GROUND, 8.0, 8.0, 0.0),
        (Ends.CLOSED, 9.0, 10.0, 3.0),
        (Ends.CLOSED_GROUND, 9.0, 9.0, 2.0),
    ],
)
def test_lengths_by_end_type(ends: Ends, total: float, solid: float, over: float) -> None:
    """H-10: Shigley, table 10-1: working turns, solid length, and pitch back to the free length."""
    coil = plain(turns=total, ends=ends)
    assert (coil.active, coil.solid_m / coil.wire_m) == (7.0, pytest.approx(solid))
    turns = total if ends is Ends.OPEN_GROUND else coil.active
    assert coil.pitch_m * turns + over * coil.wire_m == pytest.approx(coil.free_m)


def test_hot_formed_ends_stay_within_the_standards_upper_bound() -> None:
    """H-11: EN 13906-1, clause 9: (nt − 0.3)·d, ground; 114.8 mm for seven working turns of 14 mm."""
    assert plain(turns=8.5, ends=Ends.HOT).solid_m == pytest.approx(0.1148)


def test_a_frame_of_straight_members_along_the_helix_is_as_stiff_within_a_per_cent_and_a_half() -> None:
    """H-14: a general frame program, 72 members a turn."""
    d, mean, turns, pitch, per = 14.0, 110.0, 3, 30.0, 72
    area, inertia = math.pi * d**2 / 4, math.pi * d**4 / 64
    frame = FEModel3D()
    frame.add_material("steel", 206_000.0, 78_500.0, 206_000 / (2 * 78_500) - 1, 7.85e-6)
    frame.add_section("wire", area, inertia, inertia, 2 * inertia)
    frame.add_section("arm", 1000 * area, 1000 * inertia, 1000 * inertia, 2000 * inertia)
    for n in range(turns * per + 1):
        a = 2 * math.pi * n / per
        frame.add_node(f"n{n}", mean / 2 * math.cos(a), mean / 2 * math.sin(a), pitch * n / per)
        if n:
            frame.add_member(f"m{n}", f"n{n - 1}", f"n{n}", "steel", "wire")
    last = turns * per
    frame.add_node("top", 0.0, 0.0, pitch * turns)
    frame.add_member("arm", f"n{last}", "top", "steel", "arm")
    frame.def_support("n0", True, True, True, True, True, True)
    frame.def_support("top", True, True, False, True, True, True)
    frame.add_node_load("top", "FZ", -1000.0)
    frame.analyze_linear()
    down = -frame.nodes["top"].DZ["Combo 1"]
    coil = plain(turns=float(turns), ends=Ends.OPEN, free_m=0.2)
    assert 1000.0 / down == pytest.approx(coil.rate / 1e3, rel=0.015)


@given(wire=st.floats(0.008, 0.02), index=st.floats(4, 12), turns=st.floats(5, 12), off=st.floats(-1, 1))
@settings(max_examples=40, deadline=None)
def test_the_error_of_a_caliper_is_that_of_the_rate_itself(wire: float, index: float, turns: float, off: float) -> None:
    """First order against the formula turned by the same errors: with the outside diameter 1 % of wire is (4 + 3/C) %."""
    coil = plain(wire_m=wire, mean_m=wire * index, turns=turns, free_m=wire * 3 * turns, ends=Ends.CLOSED)
    answer = caliper_rate(coil, {"wire": 0.01 * wire, "diameter": 0.0, "turns": 0.0}, outside=True)
    assert answer.shares["wire"] == pytest.approx(0.01 * (4 + 3 / index))
    small = 1e-4 * off
    turned = replace(coil, wire_m=wire * (1 + small), mean_m=wire * index - wire * small)
    assert turned.rate / coil.rate - 1 == pytest.approx((4 + 3 / index) * small, abs=2e-6)
    both = caliper_rate(coil, {"wire": 1e-4, "diameter": 5e-4, "turns": 0.25}, outside=True)
    assert both.share == pytest.approx(math.sqrt(sum(s * s for s in both.shares.values())))
    bare = caliper_rate(coil, {}, outside=True)
    assert bare.share == pytest.approx(0.01), "the modulus alone"
    assert caliper_rate(coil, {"diameter": 1e-3}, outside=True).shares == {**bare.shares, "diameter": 3e-3 / coil.mean_m}


@pytest.mark.parametrize(("across", "more"), [("outside", -0.012), ("mean", 0.0), ("inside", 0.012)])
def test_a_mean_diameter_is_the_one_read_less_or_plus_a_wire(across: str, more: float) -> None:
    assert mean_diameter(0.130, 0.012, across) == pytest.approx(0.130 + more)


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"wire_m": 0.2}, "wire diameter: 0.2 m"),
        ({"mean_m": 0.02}, "mean coil diameter: 0.02 m"),
        ({"turns": 2.1}, "active coils: 0.1"),
        ({"free_m": 0.01}, "free length: 0.01 m"),
    ],
)
def test_what_is_no_coil_is_refused_in_words(change: dict[str, float], words: str) -> None:
    with pytest.raises(OutOfRange, match=words):
        plain(**change)


@given(
    rate=st.floats(15e3, 2e5), free=st.floats(0.25, 0.5), spans=st.lists(st.floats(0.01, 0.12), min_size=2, max_size=6, unique=True)
)
@example(rate=15e3, free=0.5, spans=[0.0625, 0.12, 0.11999999999999998])
@settings(max_examples=40, deadline=None)
def test_a_press_gives_back_the_line_that_its_readings_lie_on(rate: float, free: float, spans: list[float]) -> None:
    """Closed form, F = k·(L − l); `numpy.polyfit` tells the same of readings that scatter evenly."""
    assume(max(spans) - min(spans) > 0.006)
    x = np.array(spans)
    answer = pressed(free - x, rate * x)
    assert (answer.rate, answer.free_m) == (pytest.approx(rate, rel=1e-6), pytest.approx(free, rel=1e-6))
    assert answer.firmer == pytest.approx(1.0, abs=1e-3) and 0.0 < answer.share < 1.5


@pytest.mark.parametrize(
    ("lengths", "forces", "words"),
    [
        ([0.3], [800.0], "difference between the press lengths"),
        ([0.30, 0.302], [800.0, 700.0], "difference between the press lengths"),
        ([0.30, 0.25], [900, 400], "rate from the press test"),
    ],
)
def test_a_press_that_cannot_tell_says_so(lengths: list[float], forces: list[float], words: str) -> None:
    with pytest.raises(OutOfRange, match=words):
        pressed(np.array(lengths), np.array(forces))


def test_a_progressive_spring_is_felt_under_the_press() -> None:
    """Between 30 and 50 N/mm the firmest pair of readings is five thirds of the softest."""
    law = from_rate_pair(30_000, 50_000, 0.06, 0.2)
    x = np.array([0.02, 0.05, 0.08, 0.11])
    assert pressed(0.4 - x, law.force(x)).firmer == pytest.approx(50 / 30, rel=1e-6)
