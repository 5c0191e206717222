"""Torsion bars: closed forms, published numbers, a hinge in a general physics engine, splines by counting."""

from __future__ import annotations

import itertools
import math

import mujoco
import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from scipy.integrate import quad
from scipy.optimize import brentq

from isostat.core.limits import OutOfRange
from isostat.core.parts.bank import Bank
from isostat.core.springs.straight_pieces import compression_at
from isostat.core.springs.torsion.bar import ArmLaw, Bar, lower_by, turn_for
from isostat.core.springs.torsion.indexing import bolt_turn, index_bar
from isostat.core.springs.torsion.splines import spline_step

LAW = ArmLaw(rate_nm=15_000, arm_m=0.4, slack_rad=-0.3)


def test_rate_and_stress_of_a_bar_by_number() -> None:
    """T-01 to T-03: DIN 2091 and any strength of materials text (from memory)."""
    bar = Bar(diameter_m=0.025, length_m=1.0)
    assert bar.polar_m4 * 1e12 == pytest.approx(38_349.5, abs=0.05) and bar.rate == pytest.approx(3010.4, abs=0.05)
    torque = bar.rate * math.radians(10)
    assert bar.stress_pa(torque) / 1e6 == pytest.approx(171.26, abs=0.01)
    assert bar.stress_pa(torque) == pytest.approx(78.5e9 * 0.025 * math.radians(10) / 2.0)
    hollow = Bar(diameter_m=0.025, length_m=1.0, bore_m=0.015)
    assert hollow.polar_m4 / bar.polar_m4 == pytest.approx(0.8704, abs=1e-4)
    assert Bar(diameter_m=0.026, length_m=1.0).rate / bar.rate == pytest.approx(1.1699, abs=1e-4)
    level = ArmLaw(rate_nm=bar.rate, arm_m=0.4, slack_rad=0.0)
    assert float(level.rate(np.asarray(0.0))) == pytest.approx(18_815, abs=1)


@pytest.mark.parametrize(("force", "angle", "rate"), [(2000.0, -0.248302, 98_468.0), (4000.0, -0.195362, 95_404.0)])
def test_an_arm_under_load_stands_where_a_hinge_stands(force: float, angle: float, rate: float) -> None:
    """T-05: brentq, and a hinge with a spring in MuJoCo; k_θ/R² alone would be 93 750."""
    x = compression_at(LAW, force)
    assert float(LAW.angle_at(np.asarray(x))) == pytest.approx(angle, abs=2e-6)
    assert float(LAW.rate(np.asarray(x))) == pytest.approx(rate, rel=2e-5)
    by_search = brentq(lambda a: 15_000 * (a + 0.3) - force * 0.4 * math.cos(a), -0.3, 0.3, xtol=1e-12)
    assert by_search == pytest.approx(angle, abs=1e-6)
    xml = f"""<mujoco><option gravity="0 0 0" timestep="0.0005"/><worldbody><body>
      <joint name="arm" type="hinge" axis="0 -1 0" stiffness="15000" springref="{math.degrees(-0.3)}" damping="400"/>
      <geom type="capsule" fromto="0 0 0 0.4 0 0" size="0.02" mass="5"/></body></worldbody></mujoco>"""
    model = mujoco.MjModel.from_xml_string(xml)
    data = mujoco.MjData(model)
    for _ in range(6000):
        data.qfrc_applied[0] = force * 0.4 * math.cos(data.qpos[0])
        mujoco.mj_step(model, data)
    assert data.qpos[0] == pytest.approx(angle, abs=1e-5)


@given(
    st.floats(2e3, 6e4), st.floats(0.15, 0.8), st.floats(-0.7, 0.5), st.floats(-0.8, 0.8),
)  # fmt: skip
def test_the_arms_slope_is_the_slope_of_its_force_and_work_is_stored_in_the_bar(
    rate: float, arm: float, slack: float, at: float
) -> None:
    """Virtual work: ∫F dx = k_θ(α − α₀)²/2, by scipy's quadrature; slope by differences."""
    assume(abs(at - slack) > 1e-3)  # a hair's breadth is below what the quadrature tells
    law = ArmLaw(rate_nm=rate, arm_m=arm, slack_rad=slack)
    x, h = law.rise_at(at), 1e-6
    slope = float(law.force(np.asarray(x + h)) - law.force(np.asarray(x - h))) / (2 * h)
    assert float(law.rate(np.asarray(x))) == pytest.approx(slope, rel=1e-4)
    work, _ = quad(lambda s: float(law.force(np.asarray(s))), 0.0, x)
    assert work == pytest.approx(rate * (at - slack) ** 2 / 2, rel=1e-6, abs=1e-6)
    if float(law.rate(np.asarray(x))) > 0 and min(law.rate(np.asarray(law.knots))) > 0:
        force = float(law.force(np.asarray(x)))
        assert compression_at(law, force) == pytest.approx(x, abs=1e-6)


def test_turning_the_anchor_turns_the_curve_and_the_table_of_the_bank_follows_it() -> None:
    """T-09: the rate changes through the angle only; the bank's table within a newton."""
    turned = ArmLaw(rate_nm=15_000, arm_m=0.4, slack_rad=-0.35)
    for a in np.linspace(-0.3, 0.6, 10):
        first, second = (law.rate_nm * (a - law.slack_rad) for law in (LAW, turned))
        assert second - first == pytest.approx(15_000 * 0.05)
    x = np.linspace(-0.1, 0.35, 400)
    t = Bank((LAW,)).tables
    i = (x - t.low[0]) * t.per_step[0]
    n = i.astype(int)
    assert t.force[n] + t.rise[n] * (i - n) == pytest.approx(LAW.force(x), abs=1.0)


@pytest.mark.parametrize("end", [0, 1])
def test_past_eighty_degrees_the_force_goes_on_along_its_tangent(end: int) -> None:
    x, past = LAW.domain[end], (-0.05, 0.05)[end]
    here, there = LAW.force(np.array([x, x + past]))
    assert there - here == pytest.approx(float(LAW.rate(np.asarray(x))) * past)


def test_splines_one_tooth_each_way_and_the_trades_step() -> None:
    """T-07, geometry; 40 and 44 teeth: about ¼ in smallest step of height at a 17½ in arm (common practice, no source)."""
    for inner, outer, degrees in ((24, 25, 0.600), (30, 31, 0.3871)):
        said = index_bar(inner, outer, math.radians(degrees))[0]
        assert (abs(said.inner), abs(said.outer)) == (1, 1) and math.degrees(said.turn_rad) == pytest.approx(degrees, abs=1e-4)
    assert spline_step(40, 44) * 17.5 == pytest.approx(0.25, abs=0.01)
    assert 2 * 2 * math.pi / 44 * 17.5 == pytest.approx(5.0, abs=0.02)
    assert bolt_turn(0.00175, 0.060) == pytest.approx(0.00175 / 0.060)
    whole = index_bar(30, 30, 0.45)[0]
    assert (whole.inner, whole.outer) == (2, 0) and whole.turn_rad == pytest.approx(math.radians(24)), "equal ends: whole teeth"


@pytest.mark.parametrize("lower", [-0.03, 0.0468, 0.09])
def test_the_turn_of_an_anchor_is_found_by_a_general_solver(lower: float) -> None:
    """scipy's brentq on kθ(α − α₀) = F·R·cos α, anchor turned, for the same force so much lower; the angle alone is 10 % off."""
    k, arm, slack, force = 15_000.0, 0.4, -0.3, 5000.0

    def held(turn: float) -> float:
        return float(brentq(lambda a: k * (a - slack + turn) - force * arm * math.cos(a), -1.3, 1.3))

    law = ArmLaw(rate_nm=k, arm_m=arm, slack_rad=slack)
    was = held(0.0)
    turn = float(brentq(lambda t: arm * (math.sin(was) - math.sin(held(t))) - lower, -0.8, 0.8))
    assert turn_for(law, force, lower) == pytest.approx(turn, abs=1e-6)
    assert lower_by(law, force, turn) == pytest.approx(lower, abs=1e-6)
    alone = was - math.asin(math.sin(was) - lower / arm)
    assert abs(turn / alone - 1.0) > (0.02 if lower > 0 else 0.001)


def test_the_rate_of_a_bar_goes_with_its_modulus() -> None:
    assert Bar(diameter_m=0.025, length_m=1.0, shear_pa=77e9).rate / Bar(diameter_m=0.025, length_m=1.0).rate == pytest.approx(
        77 / 78.5
    )


@given(st.integers(4, 60), st.integers(4, 60), st.floats(-0.5, 0.5))
def test_the_nearest_setting_is_within_half_the_smallest_step(inner: int, outer: int, wanted: float) -> None:
    said = index_bar(inner, outer, wanted)
    best = said[0]
    assert abs(best.left_rad) <= spline_step(inner, outer) / 2 + 1e-9
    assert best.turn_rad == pytest.approx(2 * math.pi * (best.inner / inner - best.outer / outer))
    assert wanted - best.turn_rad == pytest.approx(best.left_rad, abs=1e-12)
    misses = [abs(t.left_rad) for t in said]
    assert all(a <= b + 1e-9 for a, b in itertools.pairwise(misses))


@pytest.mark.parametrize(
    ("change", "words"), [({"slack_rad": math.pi / 2}, "unloaded arm angle"), ({"arm_m": 0.0}, "torsion-bar arm length")]
)
def test_an_arm_that_cannot_be_is_refused(change: dict[str, float], words: str) -> None:
    with pytest.raises(OutOfRange, match=words):
        ArmLaw(**{"rate_nm": 15_000, "arm_m": 0.4, "slack_rad": -0.3, **change})
