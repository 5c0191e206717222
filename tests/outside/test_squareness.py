"""An axle set square: plain distances between points in plan, and every plan of half turns tried (SciPy only places the axle)."""

from __future__ import annotations

import math
from dataclasses import replace
from itertools import product

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import least_squares

from isostat.core.linkage.square import Rod, Taped, half_turns, out_of_square

BASE, FRONT, REAR = 2.55, 0.84, 0.82
PLACES = {
    "hub left": (FRONT, REAR),
    "hub right": (-FRONT, -REAR),
    "diagonal left": (FRONT, -REAR),
    "diagonal right": (-FRONT, REAR),
}


def ends(p: tuple[float, float, float], y: float) -> np.ndarray:  # type: ignore[type-arg]
    """Where a point beside the middle of an axle stands that is out by forward, left, turned."""
    return np.array([-BASE + p[0] - y * math.sin(p[2]), p[1] + y * math.cos(p[2])])


def taped(p: tuple[float, float, float], error: float = 0.001) -> list[Taped]:
    """All that a tape reads of it: hubs, diagonals, and from the frame out to both ends."""
    out = [Taped(name=name, length_m=math.dist((0.0, ahead), ends(p, behind)), ahead_m=ahead, behind_m=behind, error_m=error)
           for name, (ahead, behind) in PLACES.items()]  # fmt: skip
    return out + [Taped(name=f"across {side:+.0f}", length_m=0.21 + side * p[1], ahead_m=None, behind_m=side * REAR, error_m=error)
                  for side in (1.0, -1.0)]  # fmt: skip


small = st.floats(-0.02, 0.02)


@given(small, small, st.floats(-0.015, 0.015))
def test_an_axle_is_found_where_the_tape_says(forward: float, left: float, turned: float) -> None:
    """And mirrored, the other way: left for right, and turned the other way."""
    found = out_of_square(taped((forward, left, turned)), BASE)
    assert found.doubted == ()
    assert [found.forward_m, found.left_m, found.turned_rad] == pytest.approx([forward, left, turned], abs=4e-4), "small angles"
    mirrored = out_of_square(
        [replace(one, ahead_m=None if one.ahead_m is None else -one.ahead_m, behind_m=-one.behind_m)
         for one in taped((forward, left, turned))], BASE)  # fmt: skip
    assert mirrored.left_m == pytest.approx(-found.left_m, abs=1e-12)  # type: ignore[operator]
    assert mirrored.turned_rad == pytest.approx(-found.turned_rad, abs=1e-12)  # type: ignore[operator]


def test_readings_with_errors_by_least_squares() -> None:
    """SciPy's trust-region least squares of the plain distances, no small angles."""
    chance = np.random.default_rng(7)
    readings = [replace(one, length_m=one.length_m + chance.normal(0.0, 0.0007)) for one in taped((0.003, -0.006, 0.008))]

    def off(z: np.ndarray) -> list[float]:  # type: ignore[type-arg]
        p, out = (z[0], z[1], z[2]), []
        for one in readings:
            across = z[3] + math.copysign(1.0, one.behind_m) * z[1]
            said = across if one.ahead_m is None else math.dist((0.0, one.ahead_m), ends(p, one.behind_m))
            out.append((one.length_m - said) / one.error_m)
        return out

    best = least_squares(off, [0.0, 0.0, 0.0, 0.2], xtol=1e-14, ftol=1e-14, gtol=1e-14)
    found = out_of_square(readings, BASE)
    assert [found.forward_m, found.left_m, found.turned_rad] == pytest.approx(best.x[:3], abs=6e-5) and found.doubted == ()


def test_what_was_not_taped_is_not_claimed_and_a_slip_of_the_tape_is_found() -> None:
    readings = taped((0.004, 0.006, 0.01))
    hubs = out_of_square(readings[:2], BASE)
    assert hubs.left_m is None and hubs.turned_rad == pytest.approx(0.01, abs=1e-4)
    assert out_of_square(readings[4:], BASE).turned_rad is None and out_of_square([], BASE).forward_m is None
    kingpins = [replace(one, name=f"kingpin {one.name}", ahead_m=0.9 * one.ahead_m, behind_m=0.9 * one.behind_m,
                        length_m=math.dist((0.0, 0.9 * one.ahead_m), ends((0.004, 0.006, 0.01), 0.9 * one.behind_m)))
                for one in readings[:2] if one.ahead_m is not None]  # fmt: skip
    for n, one in enumerate(readings[:4]):
        slipped = [*readings[:n], replace(one, length_m=one.length_m + 0.0254), *readings[n + 1 :]]
        assert one.name in out_of_square(slipped, BASE).doubted, "an inch misread"
        assert out_of_square([*slipped, *kingpins], BASE).doubted == (one.name,), "a third one says which"


def four_links(slope: float = 0.1, out: float = 0.3) -> tuple[Rod, ...]:
    """Lower links straight ahead, upper ones to frame ends that stand further out."""
    rods = []
    for name, z, inward in (("lower", -0.08, 0.0), ("upper", 0.14, out)):
        for side in (1.0, -1.0):
            v = np.array([math.cos(slope), side * inward, math.sin(slope)])
            frame = tuple(float(one) for one in v / np.linalg.norm(v))
            rods.append(Rod(name=f"{name} {side:+.0f}", frame=frame, at=(0.0, side * 0.45, z)))  # type: ignore[arg-type]
    return tuple(rods)


def test_a_links_part_of_every_error_by_moving_the_axle() -> None:
    """The plain length of a link whose axle end has moved, by differences of a hundredth of a millimetre."""
    step, way = 1e-5, np.eye(4)
    for rod in four_links():
        at, frame = np.array(rod.at), np.array(rod.at) + np.array(rod.frame)
        for n in range(4):
            d = step * way[n]
            turned = np.array([[1.0, -d[2], d[3]], [d[2], 1.0, 0.0], [-d[3], 0.0, 1.0]])
            longer = float(np.linalg.norm(frame - (turned @ at + [d[0], d[1], 0.0]))) - 1.0
            assert rod.longer_by()[n] == pytest.approx(longer / step, abs=1e-3)


WITHIN = np.array([0.01, 0.0015875, 0.0019, math.radians(0.5)])


@settings(max_examples=25)
@given(small, st.floats(-0.01, 0.01), st.floats(-0.04, 0.04))
def test_half_turns_leave_what_the_best_of_all_plans_leaves(left: float, turned: float, nose: float) -> None:
    """¾-18 thread: every plan within three half turns of the exact lengths, 7⁴ of them, none leaves less."""
    rods, lead = four_links(), 0.0254 / 18
    out = np.array([0.0, left, turned, nose])
    plan = half_turns(rods, out, lead, WITHIN)
    by = np.array([rod.longer_by() for rod in rods])
    back, exact = np.linalg.pinv(by), by @ -out
    assert out + back @ (np.array(plan.half_turns) * lead / 2) == pytest.approx(plan.left, abs=1e-9)
    tries = np.array(list(product(range(-3, 4), repeat=4))) + np.round(exact / (lead / 2))
    worst = np.abs((out + (tries * lead / 2) @ back.T) / WITHIN).max(axis=1)
    assert np.abs(plan.left / WITHIN).max() <= worst.min() + 0.01


def test_parallel_links_cannot_move_an_axle_aside() -> None:
    plan = half_turns(four_links(out=0.0), np.array([0.0, 0.008, 0.006, 0.0]), 0.0254 / 18, WITHIN)
    assert plan.left[1] == pytest.approx(0.008, abs=1e-9), "what no link can do is left as it is"
    assert abs(plan.left[2]) < WITHIN[2] and set(plan.half_turns[:2]) != {0}
