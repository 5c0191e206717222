"""Bars, links and shafts by hand, by `scipy.optimize.root` (SciPy, MINPACK), by MuJoCo, and by joints turned step by step."""

from __future__ import annotations

import math

import mujoco
import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import root

from isostat.core.limits import OutOfRange
from isostat.core.linkage.arms import HalfShaft, Strut, TwoArms
from isostat.core.linkage.shaft import FrontPiece, Shaft, angle_between, direction, joint_angle, most_angle, ripple_of_one
from isostat.core.linkage.side_links import Leaves, Link, OneArm, TwoLinks, too_short
from isostat.core.linkage.tie_rod import TieRod
from isostat.core.linkage.track_bar import TrackBar


def both(v: float) -> np.ndarray:  # type: ignore[type-arg]
    return np.array([v, v])


@pytest.mark.parametrize(
    ("length", "drop", "lift", "shift"),
    [(0.9, 0.0, 0.025, 0.347), (0.9, 0.0, 0.05, 1.390), (0.9, 0.0, 0.075, 3.130), (0.9, 0.0, 0.1, 5.573), (0.9, -0.05, 0.05, 4.183),
     (0.85, 0.03, 0.075, 0.662)],
)  # fmt: skip
def test_a_track_bar_shifts_by_its_arc(length: float, drop: float, lift: float, shift: float) -> None:
    """sqrt(L² − v0²) − sqrt(L² − v1²), mm. Lifted, the axle goes to the frame end's side: with that on the left, to the left."""
    for side in (1, -1):
        bar = TrackBar(length_m=length, drop_m=drop, side=side)
        assert 1000 * bar.shift_m(both(-lift)) * side == pytest.approx(shift, abs=6e-4)
        assert bar.shift_m(both(0.0)) == pytest.approx(0.0, abs=1e-12)


def test_a_track_bar_by_mujoco() -> None:
    """A slider that goes sideways and turns about the length, held by a rod to the frame, lifted and leaned, against the bar."""
    bar = TrackBar(length_m=0.82, drop_m=-0.06, side=1, place_m=-0.35, over_hub_m=0.11, half_track_m=0.8)
    frame_y = bar.place_m - bar.across_m
    xml = f"""<mujoco><option gravity="0 0 0" timestep="0.0005"/><worldbody>
      <body name="up" pos="0 0 0"><joint name="z" type="slide" axis="0 0 1"/>
        <geom size="0.01" mass="1"/>
        <body name="side" pos="0 0 0"><joint name="y" type="slide" axis="0 1 0"/><geom size="0.01" mass="1"/>
          <body name="axle" pos="0 0 0"><joint name="lean" type="hinge" axis="1 0 0"/><geom size="0.01" mass="1"/>
            <site name="a" pos="0 {bar.place_m} {bar.over_hub_m}"/></body></body></body>
      <site name="f" pos="0 {frame_y} {bar.over_hub_m - bar.drop_m}"/></worldbody></mujoco>"""
    model = mujoco.MjModel.from_xml_string(xml)
    data = mujoco.MjData(model)
    for left, right in ((-0.08, -0.08), (0.06, 0.06), (-0.09, 0.02), (0.05, -0.07)):
        data.qpos[0] = (left + right) / 2
        data.qpos[2] = (left - right) / 1.6

        def off(y: np.ndarray) -> float:  # type: ignore[type-arg]
            data.qpos[1] = y[0]
            mujoco.mj_kinematics(model, data)
            return float(np.linalg.norm(data.site("a").xpos - data.site("f").xpos)) - bar.length_m

        found = root(lambda y: [off(y)], [0.0], tol=1e-12).x[0]
        assert bar.shift_m(np.array([left, right])) == pytest.approx(found, abs=2e-4), "leans are taken small, as the wheels' are"


def test_what_recentres_a_bar_recentres_it() -> None:
    bar, there = TrackBar(length_m=0.872, drop_m=-0.095, place_m=0.3), np.array([-0.034, -0.030])
    assert abs(bar.shift_m(there)) > 0.003
    assert bar.longer(bar.longer_m(there)).shift_m(there) == pytest.approx(0.0, abs=1e-12)
    bracketed = bar.bracket(-float(bar.rise_m(there)))
    assert bracketed.shift_m(there) == pytest.approx(0.0, abs=2e-6)
    assert bracketed.slope_rad(there) == pytest.approx(float(bar.slope_rad(both(0.0))), abs=1e-12), "as it sloped before"
    assert np.isnan(bar.shift_m(both(-1.0))) and math.degrees(float(bar.slope_rad(both(-0.4)))) == pytest.approx(34.6, abs=0.1)
    with pytest.raises(OutOfRange):
        TrackBar(length_m=0.9, drop_m=0.88)


FOUR_BAR = (
    TwoLinks(  # mm: lower (0, 0) to (−900, −80), upper (−200, 190) to (−860, 150), hub (−900, 0): its upper end stands 40 ahead
        lower=Link(length_m=math.hypot(0.9, 0.08), slope_rad=math.atan2(0.08, 0.9), over_hub_m=-0.08),
        upper=Link(length_m=math.hypot(0.66, 0.04), slope_rad=math.atan2(0.04, 0.66), over_hub_m=0.15),
    )
)


def by_scipy(links: TwoLinks, v: float) -> tuple[float, float]:
    """Both links at their lengths, by the general root finder from nought."""

    def gaps(z: np.ndarray) -> list[float]:  # type: ignore[type-arg]
        out = []
        for link in (links.lower, links.upper):
            c, s = math.cos(z[1]), math.sin(z[1])
            at = (z[0] + link.over_hub_m * s, v + link.over_hub_m * c)
            out.append(math.dist(at, link.frame) - link.length_m)
        return out

    found = root(gaps, [0.0, 0.0], tol=1e-13)
    return float(found.x[0]), float(found.x[1])


@pytest.mark.parametrize("v", [-0.1, -0.05, 0.05, 0.1])
def test_two_links_are_two_circles(v: float) -> None:
    for links in (FOUR_BAR, TwoLinks(lower=Link(length_m=0.6, slope_rad=0.2, over_hub_m=-0.09, ahead=False),
                                     upper=Link(length_m=0.45, slope_rad=-0.1, over_hub_m=0.12, ahead=False))):  # fmt: skip
        e, turn = by_scipy(links, v)
        assert links.at(np.array([v])) == (pytest.approx(e, abs=1e-8), pytest.approx(turn, abs=1e-8))


def test_two_links_by_mujoco_over_the_whole_travel() -> None:
    """An axle that slides up and fore and aft and turns, its links' ends placed by MuJoCo: 0.1 mm and 0.02° either way."""
    lower, upper = FOUR_BAR.lower, FOUR_BAR.upper
    sites = "".join(f'<site name="{n}" pos="{x} 0 {z}"/>' for n, (x, z) in (("fl", lower.frame), ("fu", upper.frame)))
    xml = f"""<mujoco><compiler angle="radian"/><option gravity="0 0 0"/><worldbody>{sites}
      <body name="up"><joint name="z" type="slide" axis="0 0 1"/><geom size="0.01" mass="1"/>
        <body name="along"><joint name="x" type="slide" axis="1 0 0"/><geom size="0.01" mass="1"/>
          <body name="axle"><joint name="turn" type="hinge" axis="0 1 0"/><geom size="0.01" mass="1"/>
            <site name="al" pos="0 0 {lower.over_hub_m}"/><site name="au" pos="0 0 {upper.over_hub_m}"/></body></body></body>
      </worldbody></mujoco>"""
    model = mujoco.MjModel.from_xml_string(xml)
    data = mujoco.MjData(model)

    def gaps(z: np.ndarray) -> list[float]:  # type: ignore[type-arg]
        data.qpos[1], data.qpos[2] = z
        mujoco.mj_kinematics(model, data)
        far = [np.linalg.norm(data.site(a).xpos - data.site(f).xpos) for a, f in (("al", "fl"), ("au", "fu"))]
        return [float(far[0]) - lower.length_m, float(far[1]) - upper.length_m]

    for v in np.linspace(-0.14, 0.12, 14):
        data.qpos[0] = v
        along, turned = root(gaps, [0.0, 0.0], tol=1e-12).x
        e, turn = FOUR_BAR.at(np.array([v]))
        assert e[0] == pytest.approx(along, abs=1e-4) and turn[0] == pytest.approx(turned, abs=math.radians(0.02))


def test_equal_parallel_links_do_not_turn_the_axle_and_short_ones_do_not_close() -> None:
    parallel = TwoLinks(
        lower=Link(length_m=0.7, slope_rad=0.1, over_hub_m=-0.1), upper=Link(length_m=0.7, slope_rad=0.1, over_hub_m=0.1)
    )
    e, turn = parallel.at(np.linspace(-0.15, 0.15, 7))
    assert turn == pytest.approx(0.0, abs=1e-10)
    arc = 0.7 * (math.cos(0.1) - np.cos(np.arcsin(math.sin(0.1) - np.linspace(-0.15, 0.15, 7) / 0.7)))
    assert e == pytest.approx(arc, abs=1e-9)
    short = TwoLinks(
        lower=Link(length_m=0.15, slope_rad=0.0, over_hub_m=-0.1), upper=Link(length_m=0.15, slope_rad=0.0, over_hub_m=0.1)
    )
    assert too_short(short, np.array([0.3])) and not too_short(short, np.array([0.1]))
    with pytest.raises(OutOfRange):
        TwoLinks(lower=Link(length_m=0.5, slope_rad=0.0, over_hub_m=0.1), upper=Link(length_m=0.5, slope_rad=0.0, over_hub_m=0.1))


@pytest.mark.parametrize(("lift", "arm", "degrees"), [(0.05, 0.9, 3.185), (0.075, 0.8, 5.379), (0.05, 1.0, 2.866)])
def test_an_arm_that_is_one_with_the_axle_turns_it_by_its_own_angle(lift: float, arm: float, degrees: float) -> None:
    for ahead, way in ((True, -1.0), (False, 1.0)):
        _, turn = OneArm(length_m=arm, slope_rad=0.0, ahead=ahead).at(np.array([-lift]))
        assert math.degrees(turn[0]) == pytest.approx(way * degrees, abs=5e-4)


def test_a_trailing_arm_swings_forward_as_it_hangs() -> None:
    """900 mm, 5° down, 50 mm lower: 8.205°, 5.787 mm along the vehicle."""
    forward, turn = OneArm(length_m=0.9, slope_rad=math.radians(5.0)).at(np.array([-0.05]))
    assert forward[0] == pytest.approx(0.005787, abs=5e-7) and math.degrees(-turn[0]) + 5.0 == pytest.approx(8.205, abs=5e-4)


def test_leaves_swing_about_three_quarters_of_their_half() -> None:
    """A graduated half bends to a parabola, w = δ·u²: its chord is shorter than it by half the integral of w'², 2/3·δ²/a."""
    half, arch = 0.6, 0.08
    shortened = 2.0 / 3.0 * ((arch + 0.05) ** 2 - arch**2) / half
    forward, turn = Leaves(front_m=half, rear_m=half, arch_m=arch).at(np.array([-0.05]))
    assert forward[0] == pytest.approx(shortened, rel=1e-6) and turn[0] == 0.0
    _, turned = Leaves(front_m=0.5, rear_m=0.6, arch_m=arch).at(np.array([-0.05]))
    assert turned[0] == pytest.approx(0.05 * (0.5 - 0.6) / (0.5 * 0.6))


def test_joint_angles_in_side_view_and_plan() -> None:
    assert math.degrees(joint_angle(*map(math.radians, (3.0, 4.0)))) == pytest.approx(4.994, abs=5e-4)  # type: ignore[arg-type]
    assert math.degrees(joint_angle(*map(math.radians, (6.0, 8.0)))) == pytest.approx(9.954, abs=5e-4)  # type: ignore[arg-type]
    for degrees, ripple in ((3, 0.274), (5, 0.763), (7, 1.496), (10, 3.062), (15, 6.935)):
        assert 100 * ripple_of_one(np.radians(degrees)) == pytest.approx(ripple, abs=6e-4)
    for rpm, angle in ((5000, 3.25), (4000, 4.25), (3000, 5 + 5 / 6), (2000, 8 + 2 / 3), (1500, 11.5)):  # SAE AE-7, from memory
        assert math.degrees(most_angle(rpm * math.pi / 30)) == pytest.approx(angle, abs=0.02)


def turned(directions: list[np.ndarray], phase: float = 0.0) -> float:  # type: ignore[type-arg]
    """Peak to peak of output speed over one turn, joint by joint: each yoke's plane goes through both pins of its cross.

    The first yoke turns evenly; a pin of the second stands across it and across its own shaft; the other end of that shaft has
    its yoke in line.
    """

    def across(d: np.ndarray) -> tuple[np.ndarray, np.ndarray]:  # type: ignore[type-arg]
        a = np.cross(d, [0.0, 0.0, 1.0])
        a /= np.linalg.norm(a)
        return a, np.cross(d, a)

    theta = np.linspace(0.0, 2 * np.pi, 7201) + phase
    a, b = across(directions[0])
    pin = np.cos(theta)[:, None] * a + np.sin(theta)[:, None] * b
    for d in directions[1:]:
        driven = np.cross(d, pin)  # the other pin of the cross: across the first pin and in the next yoke's plane
        driven /= np.linalg.norm(driven, axis=1)[:, None]
        pin = driven
    a, b = across(directions[-1])
    angle = np.unwrap(np.arctan2(pin @ b, pin @ a))
    speed = np.gradient(angle, theta)[5:-5]
    return float(speed.max() - speed.min())


@pytest.mark.parametrize(
    ("box", "slope", "pinion", "plan", "front", "aside"),
    [(0.0, 6.0, 11.0, 0.0, None, 0.0), (2.0, 7.0, 2.0, 3.0, None, 0.0), (1.0, 5.0, 0.5, 0.0, None, 0.0),
     (0.0, 4.0, 1.0, 4.0, None, 0.0), (1.0, 6.0, 2.0, 0.0, 3.0, 0.0), (0.0, 7.0, 1.0, 3.0, 4.0, 0.0),
     (0.0, 6.0, 1.0, 1.0, 3.0, 4.0), (1.0, 5.0, 2.0, -3.0, 2.0, 3.5)],
)  # fmt: skip
def test_the_residual_ripple_of_all_joints_by_turning_them(
    box: float, slope: float, pinion: float, plan: float, front: float | None, aside: float
) -> None:
    piece = None if front is None else FrontPiece(length_m=0.9, slope_rad=math.radians(front), plan_rad=math.radians(aside))
    shaft = Shaft(length_m=1.2, slope_rad=math.radians(slope), box_rad=math.radians(box), pinion_rad=math.radians(pinion),
                  plan_rad=math.radians(plan), front=piece)  # fmt: skip
    still = np.zeros(1)
    moved = shaft.moved(still, still, still)
    pieces = [(box, 0.0), *([] if front is None else [(front, aside)]), (slope, plan), (pinion, 0.0)]
    d = [direction(math.radians(a), math.radians(p)) for a, p in pieces]
    assert math.degrees(moved.box_rad[0]) == pytest.approx(math.degrees(angle_between(d[0], d[1])[0]))
    assert 100 * moved.residual_rad[0] ** 2 == pytest.approx(100 * turned(d), abs=0.05)
    assert moved.longer_m[0] == pytest.approx(0.0, abs=1e-12)
    if piece is not None:  # its carrier end where it is, and straight below that
        end, lower = 0.9 * direction(piece.slope_rad, piece.plan_rad), direction(piece.lowered(0.02), piece.plan_rad)
        assert np.cross(end - [0.0, 0.0, 0.02], lower) == pytest.approx(np.zeros(3), abs=1e-12)


@pytest.mark.parametrize(("first", "second", "left"), [(6.0, 5.0, 3.32), (5.0, 4.5, 2.18)])
def test_two_joints_in_one_plane_leave_the_root_of_the_difference_of_squares(first: float, second: float, left: float) -> None:
    still = np.zeros(1)
    for way in (1.0, -1.0):  # bent on, or back again
        pinion = math.radians(first + way * second)
        moved = Shaft(length_m=1.0, slope_rad=math.radians(first), box_rad=0.0, pinion_rad=pinion).moved(still, still, still)
        assert math.degrees(moved.residual_rad[0]) == pytest.approx(left, abs=0.005)


@given(st.floats(-0.12, 0.12), st.floats(-0.03, 0.03), st.floats(-0.1, 0.1))
def test_a_shaft_is_as_long_as_from_joint_to_joint(v: float, e: float, turn: float) -> None:
    shaft = Shaft(length_m=1.1, slope_rad=0.12, box_rad=0.02, pinion_rad=0.05, ahead_m=0.3)
    moved = shaft.moved(np.array([v]), np.array([e]), np.array([turn]))
    hub = np.array([1.1 * math.cos(0.12) + 0.3, -1.1 * math.sin(0.12)])  # rearward and up from the box
    joint = hub + np.array([-e - 0.3 * math.cos(turn), v - 0.3 * math.sin(turn)])
    assert moved.longer_m[0] == pytest.approx(float(np.linalg.norm(joint)) - 1.1, abs=1e-9)


ARMS = TwoArms(pivot=(-0.45, -0.13), ball=(-0.06, -0.11), upper_pivot=(-0.34, 0.17), upper_ball=(-0.10, 0.19))
STRUT = Strut(pivot=(-0.42, -0.10), ball=(-0.07, -0.12), mount=(-0.16, 0.55))


@pytest.mark.parametrize("v", [-0.09, -0.04, 0.03, 0.08])
def test_a_knuckle_on_two_arms_or_a_strut_by_a_general_solver(v: float) -> None:
    """The knuckle as a rigid body, three unknowns, its joints at their lengths from the pivots: `scipy.optimize.root`."""

    def place(z: np.ndarray, point: tuple[float, float]) -> np.ndarray:  # type: ignore[type-arg]
        c, s = math.cos(z[1]), math.sin(z[1])
        return np.array([z[0] + point[0] * c + point[1] * s, v - point[0] * s + point[1] * c])

    def two(z: np.ndarray) -> list[float]:  # type: ignore[type-arg]
        pairs = ((ARMS.ball, ARMS.pivot), (ARMS.upper_ball, ARMS.upper_pivot))
        return [math.dist(place(z, ball), pivot) - math.dist(ball, pivot) for ball, pivot in pairs]

    def strut(z: np.ndarray) -> list[float]:  # type: ignore[type-arg]
        ball = place(z, STRUT.ball)
        along = place(z, STRUT.mount) - ball  # the strut's line stays that of the knuckle, and goes through its mount
        to = np.array(STRUT.mount) - ball
        return [math.dist(ball, STRUT.pivot) - math.dist(STRUT.ball, STRUT.pivot), along[0] * to[1] - along[1] * to[0]]

    for made, gaps in ((ARMS, two), (STRUT, strut)):
        found = root(gaps, [0.0, 0.0], tol=1e-13)
        assert found.success
        camber, outward = made.at(np.array([v]))
        assert camber[0] == pytest.approx(found.x[1], abs=1e-7) and outward[0] == pytest.approx(found.x[0], abs=1e-7)


def test_parallel_arms_keep_the_camber_and_a_shaft_at_its_pivots_does_not_plunge() -> None:
    level = TwoArms(pivot=(-0.4, -0.1), ball=(0.0, -0.1), upper_pivot=(-0.4, 0.15), upper_ball=(0.0, 0.15))
    u = np.linspace(-0.1, 0.1, 5)
    camber, outward = level.at(u)
    assert camber == pytest.approx(0.0, abs=1e-7) and outward == pytest.approx(np.sqrt(0.16 - u**2) - 0.4, abs=1e-7)
    inner, outer, longer = HalfShaft(inner=(-0.4, 0.0)).moved(u, outward, camber)
    assert (
        inner == pytest.approx(np.arcsin(np.abs(u) / 0.4), abs=1e-6)
        and outer == pytest.approx(inner)
        and np.abs(longer).max() < 1e-7
    )
    dropped = HalfShaft(inner=(-0.4, 0.0)).moved(np.array([-0.05]), np.zeros(1), np.zeros(1), dropped_m=0.05)
    assert dropped[0][0] == pytest.approx(0.0, abs=1e-12), "a differential lowered by the lift gives the angle back"
    assert np.isnan(level.at(np.array([0.9]))[0]).all()
    with pytest.raises(OutOfRange):
        TwoArms(pivot=(0.0, 0.0), ball=(0.01, 0.0), upper_pivot=(-0.4, 0.15), upper_ball=(0.0, 0.15))


@pytest.mark.parametrize("behind", [True, False])
@pytest.mark.parametrize("travel", [-0.08, -0.03, 0.05])
def test_toe_by_a_knuckle_on_three_joints(travel: float, behind: bool) -> None:
    """SciPy places the knuckle on both arms' circles; the rod then pushes its arm in or out, and toe is that over the arm."""
    arms = TwoArms(pivot=(-0.45, -0.06), ball=(-0.08, -0.11), upper_pivot=(-0.38, 0.16), upper_ball=(-0.11, 0.18))
    rod = TieRod(inner=(-0.42, -0.01), outer=(-0.09, -0.06), arm_m=0.14, behind=behind)

    def carried(z: np.ndarray, point: tuple[float, float]) -> tuple[float, float]:  # type: ignore[type-arg]
        y, up = point  # the knuckle's centre out and up by z, leaned by z[1], top out
        return z[0] + y * math.cos(z[1]) + up * math.sin(z[1]), travel - y * math.sin(z[1]) + up * math.cos(z[1])

    def gaps(z: np.ndarray) -> list[float]:  # type: ignore[type-arg]
        return [math.dist(carried(z, ball), pivot) - math.dist(ball, pivot)
                for ball, pivot in ((arms.ball, arms.pivot), (arms.upper_ball, arms.upper_pivot))]  # fmt: skip

    z = root(gaps, [0.0, 0.0], tol=1e-12).x
    lean, out = arms.at(np.array([travel]))
    assert (out[0], lean[0]) == pytest.approx((z[0], z[1]), abs=1e-8)
    y, up = carried(z, rod.outer)
    pushed = rod.inner[0] + math.sqrt(rod.length_m**2 - (up - rod.inner[1]) ** 2) - y
    toe = float(rod.toe(np.array([travel]), out, lean)[0])
    assert toe == pytest.approx((1 if behind else -1) * pushed / 0.14, abs=1e-8) and abs(toe) > math.radians(0.05)
    straight = rod.straightened(travel, float(out[0]), float(lean[0]))
    assert float(straight.toe(np.array([travel]), out, lean)[0]) == pytest.approx(0.0, abs=1e-9)
    along = TieRod(inner=arms.pivot, outer=arms.ball, arm_m=0.14, behind=behind)
    assert float(along.toe(np.array([travel]), out, lean)[0]) == pytest.approx(0.0, abs=1e-9), (
        "a rod that is the arm steers nothing"
    )


def test_a_ball_joint_swings_by_arm_and_knuckle() -> None:
    arms = TwoArms(pivot=(-0.45, -0.06), ball=(-0.08, -0.11), upper_pivot=(-0.38, 0.16), upper_ball=(-0.11, 0.18))
    u = np.array([-0.06, 0.04])
    lean, out = arms.at(u)
    (y, z), c, s = arms.ball, np.cos(lean), np.sin(lean)
    ball = zip(out + y * c + z * s, u - y * s + z * c, strict=True)
    was = math.atan2(arms.ball[1] - arms.pivot[1], arms.ball[0] - arms.pivot[0])
    arm = [math.atan2(z - arms.pivot[1], y - arms.pivot[0]) - was for y, z in ball]
    assert arms.swings(u) == pytest.approx(np.array(arm) + lean, abs=1e-9) and arm[1] > 0.1 > -0.1 > arm[0]
