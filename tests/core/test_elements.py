from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad

from isostat.core.limits import OutOfRange
from isostat.core.parts.bank import Bank
from isostat.core.parts.bump_stop import BumpStop
from isostat.core.parts.ends import Metal, ShockEnds
from isostat.core.parts.law import ForceLaw, TableLaw
from isostat.core.parts.motion import Motion
from isostat.core.springs.coil import Coil
from isostat.core.springs.disc import DiscStack

LAWS: dict[str, ForceLaw] = {
    "coil": Coil(45_000.0),
    "coil with solid": Coil(45_000.0, 0.1337),
    "stop": BumpStop(60_000.0, 0.0251),
    "shock": ShockEnds(0.2002),
    "open shock": ShockEnds(),
    "metal": Metal(),
    "table": TableLaw((0.0, 0.01, 0.03, 0.05), (0.0, 400.0, 2500.0, 9000.0)),
    "washers": DiscStack(outer_m=0.05, inner_m=0.0254, thick_m=0.002, cone_m=0.0014, nested=2, opposed=30),
}


@pytest.mark.parametrize("name", LAWS)
@given(x=st.floats(-0.2, 0.4))
def test_every_law_rises_and_its_rate_is_its_slope(name: str, x: float) -> None:
    law, step = LAWS[name], 1e-7
    at = np.array([x, x + step])
    force, rate = law.force(at), law.rate(at)
    assert np.isfinite(force).all() and (rate >= 0).all()
    assert force[1] >= force[0] - 1e-9
    if rate[0] == pytest.approx(rate[1], rel=1e-3):
        assert (force[1] - force[0]) / step == pytest.approx(rate[0], rel=2e-3, abs=1.0)


@pytest.mark.parametrize("name", LAWS)
@given(x=st.floats(-0.3, 0.5))
def test_the_bank_gives_the_law_on_and_off_its_grid(name: str, x: float) -> None:
    law = LAWS[name]
    tables = Bank([Coil(1000.0), law]).tables
    t = (x - tables.low[1]) * tables.per_step[1]
    i = int(np.clip(np.floor(t), 0, tables.last[1])) + tables.start[1]
    read = tables.force[i] + tables.rise[i] * (t - (i - tables.start[1]))
    exact = float(law.force(np.array(x)))
    # 0.02 mm of travel, which is what the straight line between nodes may miss; inner kinks of a sum lie between nodes
    tolerance = 2.0e6 * 0.00025 if name == "sum" else max(60.0, 2e-5 * float(law.rate(np.array(x))))
    assert read == pytest.approx(exact, abs=tolerance)


def test_the_pole_rule_stops_at_0_95_and_goes_on_along_the_tangent() -> None:
    stop = BumpStop(60_000.0, 0.0285, exponent=2.0)
    pole = 0.0285 / 0.95
    assert stop.force(np.array(0.02)) == pytest.approx(60_000 * 0.02 / (1 - (0.02 / pole) ** 2))
    at, past = stop.force(np.array([0.0285, 0.0385]))
    assert past - at == pytest.approx(stop.rate(np.array(0.0285)) * 0.010)
    work = quad(lambda x: float(stop.force(np.array(x))), 0, 0.02)[0]
    assert work == pytest.approx(-60_000 * pole**2 / 2 * np.log(1 - (0.02 / pole) ** 2), rel=1e-8)  # closed form, m = 2


@pytest.mark.parametrize(
    ("build", "words"),
    [
        (lambda: Coil(-5.0), "spring rate: -5 N/m is not in the range 100"),
        (lambda: Coil(5e4, -0.1), "compression to coil-bind: -0.1 m"),
        (lambda: BumpStop(60_000.0, 0.0), "bump-stop travel: 0 m"),
        (lambda: BumpStop(float("nan"), 0.02), "bump-stop initial rate: nan"),
        (lambda: ShockEnds(0.0), "shock stroke: 0 m"),
        (lambda: TableLaw((0.0, 0.0), (1.0, 2.0)), "compression step in the force table: 0 m"),
        (lambda: TableLaw((0.0,), (1.0,)), "readings in the force table: 1 rows"),
        (lambda: Motion(1.0, (0.0, 0.1), (0.0, 0.1)), "readings in the motion-ratio table: 2 rows"),
        (lambda: Motion(1.0, (0.0, 0.2, 0.1), (0.0, 0.1, 0.2)), "wheel-travel step in the motion-ratio table: -0.1"),
    ],
)
def test_a_law_outside_its_limits_is_refused_by_name_and_value(build, words: str) -> None:  # type: ignore[no-untyped-def]
    with pytest.raises(OutOfRange, match=words):
        build()


@given(st.floats(-0.12, 0.12))
def test_a_motion_table_inverts(v: float) -> None:
    motion = Motion(0.6, (-0.15, -0.05, 0.0, 0.05, 0.15), (-0.085, -0.030, 0.0, 0.031, 0.098))
    assert motion.travel_for(float(motion.at(np.array(v))[0])) == pytest.approx(v, abs=1e-6)
