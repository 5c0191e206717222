"""Equilibrium against MuJoCo: a chassis on slide and hinge joints, wheels and beams as bodies, springs as tendons.

Independent code and independent geometry (springs are straight tendons in space). Agreement asked: 0.2 mm and
0.2 % of the load.
"""

from __future__ import annotations

from dataclasses import replace

import mujoco
import numpy as np
import pytest

from isostat.core.vehicle.equilibrium import solve_equilibrium
from isostat.core.vehicle.layout import Layout
from tests.vehicles import FLATBED, AxleSpec, VehicleSpec, platform_of

HEIGHT = 1.0  # m between the seats of a spring at the baseline, long enough for small angles


def _tendon(name: str, a: str, b: str, rate: float, rest: tuple[float, float]) -> str:
    return (
        f'<spatial name="{name}" stiffness="{rate}" springlength="{rest[0]} {rest[1]}">'
        f'<site site="{a}"/><site site="{b}"/></spatial>'
    )


def rigid_bodies(v: VehicleSpec) -> str:
    """The vehicle as an MJCF model; a dead band makes each tendon push only, or pull only."""
    bodies, chassis_sites, ground_sites, tendons = [], [], [], []
    for i, a in enumerate(v.axles):
        solid = a.layout is Layout.SOLID
        if solid:
            sites = ""
            for s, y in ((0, 1.0), (1, -1.0)):
                sites += (
                    f'<site name="w{i}{s}" pos="0 {y * a.half_track} 0"/>'
                    f'<site name="p{i}{s}" pos="0 {y * a.half_track * a.place} 0"/>'
                )
            bodies.append(
                f'<body pos="{a.x} 0 0"><joint name="z{i}" type="slide" axis="0 0 1" damping="9000"/>'
                f'<joint name="r{i}" type="hinge" axis="1 0 0" damping="6000"/>'
                f'<inertial pos="0 0 0" mass="{2 * a.unsprung}" diaginertia="30 30 30"/>{sites}</body>'
            )
            bar = f'<joint joint="r{i}" coef="{2 * a.half_track}"/>'
        else:
            for s, y in ((0, 1.0), (1, -1.0)):
                bodies.append(
                    f'<body pos="{a.x} {y * a.half_track} 0"><joint name="z{i}{s}" type="slide" axis="0 0 1" '
                    f'damping="5000"/><inertial pos="0 0 0" mass="{a.unsprung}" diaginertia="1 1 1"/>'
                    f'<site name="w{i}{s}" pos="0 0 0"/><site name="p{i}{s}" pos="0 0 0"/></body>'
                )
            bar = f'<joint joint="z{i}0" coef="1"/><joint joint="z{i}1" coef="-1"/>'
        for s, y in ((0, 1.0), (1, -1.0)):
            at = y * a.half_track
            spring = at * a.place if solid else at
            chassis_sites.append(f'<site name="c{i}{s}" pos="{a.x} {spring} {HEIGHT}"/>')
            ground_sites.append(f'<site name="g{i}{s}" pos="{a.x} {at} {a.ground[s] - HEIGHT}"/>')
            seats = (f"c{i}{s}", f"p{i}{s}")
            tendons += [
                _tendon(f"k{i}{s}", *seats, a.rate, (HEIGHT + a.press[s], 99)),
                _tendon(f"b{i}{s}", *seats, a.stop_rate, (HEIGHT - a.stop_gap, 99)),
                _tendon(f"d{i}{s}", *seats, 2.0e6, (0, HEIGHT + a.droop)),
                _tendon(f"t{i}{s}", f"g{i}{s}", f"w{i}{s}", a.tyre, (HEIGHT + a.squash[s], 99)),
            ]
        if a.bar:
            tendons.append(
                f'<fixed name="bar{i}" stiffness="{a.bar}" springlength="0">{bar}'
                f'<joint joint="roll" coef="{-2 * a.half_track}"/></fixed>'
            )
    m = np.array(v.masses)
    mass = m[:, 0].sum()
    cx, cy = (m[:, 0] @ m[:, 1]) / mass, (m[:, 0] @ m[:, 2]) / mass
    return f"""<mujoco><compiler angle="radian"/>
    <option gravity="0 0 -9.80665" timestep="0.0005" integrator="implicitfast"/>
    <worldbody>{"".join(ground_sites)}
    <body><joint name="heave" type="slide" axis="0 0 1" damping="18000"/>
      <joint name="pitch" type="hinge" axis="0 1 0" damping="22000"/>
      <joint name="roll" type="hinge" axis="1 0 0" damping="6000"/>
      <inertial pos="{cx} {cy} 0" mass="{mass}" diaginertia="900 2400 2600"/>{"".join(chassis_sites)}</body>
    {"".join(bodies)}</worldbody><tendon>{"".join(tendons)}</tendon></mujoco>"""


def at_rest(v: VehicleSpec) -> tuple[np.ndarray, np.ndarray]:
    """Heave, pitch, roll and the pad force under each wheel (A, 2) after the model has come to rest."""
    model = mujoco.MjModel.from_xml_string(rigid_bodies(v))
    data = mujoco.MjData(model)
    for _ in range(40):
        mujoco.mj_step(model, data, 1000)
        if np.abs(data.qvel).max() < 1e-8:
            break
    assert np.abs(data.qvel).max() < 1e-6, "the reference did not come to rest"
    pads = np.array(
        [
            [a.tyre * max(0.0, HEIGHT + a.squash[s] - float(data.tendon(f"t{i}{s}").length[0])) for s in (0, 1)]
            for i, a in enumerate(v.axles)
        ]
    )
    return np.array([float(data.joint(n).qpos[0]) for n in ("heave", "pitch", "roll")]), pads


def _axle(v: VehicleSpec, index: int, **changes: object) -> VehicleSpec:
    axles = list(v.axles)
    axles[index] = replace(axles[index], **changes)  # type: ignore[arg-type]
    return replace(v, axles=tuple(axles))


SIX = VehicleSpec(
    axles=(
        AxleSpec(0.0),
        AxleSpec(-2.6, Layout.SOLID, unsprung=70.0, rate=45_000.0),
        AxleSpec(-3.6, Layout.SOLID, unsprung=70.0, rate=45_000.0),
    ),
    masses=((3000.0, -2.0, 0.05),),
)
CASES = {
    "bar": _axle(FLATBED.with_mass(150.0, -1.0, 0.6), 0, bar=25_000.0),
    "bar on a beam": _axle(FLATBED.with_mass(150.0, -1.0, 0.6), 1, bar=18_000.0),
    "beam with springs inboard": _axle(FLATBED.with_mass(200.0, -2.5, 0.5), 1, place=0.5),
    "load behind the axle, off centre": FLATBED.with_mass(220.0, -3.9, -0.4),
    "a wheel on a 60 mm block": _axle(FLATBED, 0, ground=(0.06, 0.0)),
    "a beam wheel on a 60 mm block": _axle(FLATBED, 1, ground=(0.0, 0.06)),
    "stop in contact": _axle(FLATBED.with_mass(700.0, -3.1, 0.2), 1, stop_gap=0.03),
    "wheel lifted": _axle(
        _axle(FLATBED.with_mass(1200.0, -0.3, -0.75), 0, rate=60_000.0, press=(0.082, 0.082)),
        1,
        droop=0.006,
        bar=60_000.0,
        ground=(-0.175, 0.0),
    ),
    "shock topped out": _axle(FLATBED, 0, press=(0.26, 0.26), droop=0.035),
    "six wheels": SIX.with_mass(250.0, -4.2, 0.5),
}


@pytest.mark.parametrize("exact", [False, True], ids=["tables", "exact laws"])
@pytest.mark.parametrize("case", CASES)
def test_rest_position_agrees_with_a_rigid_body_simulation(case: str, exact: bool) -> None:
    vehicle = CASES[case]
    platform, bank = platform_of(vehicle)
    ours = solve_equilibrium(platform, bank, exact=exact)
    q, pads = at_rest(vehicle)
    assert ours.converged.all()
    for i, axle in enumerate(vehicle.axles):
        for s, y in ((0, axle.half_track), (1, -axle.half_track)):
            mine = ours.pose[0, 0] - axle.x * ours.pose[1, 0] + y * ours.pose[2, 0]
            theirs = q[0] - axle.x * np.sin(q[1]) + y * np.sin(q[2])
            assert mine == pytest.approx(theirs, abs=0.0002), (case, i, s)
            assert ours.pad_n[i, s, 0] == pytest.approx(pads[i, s], abs=0.002 * pads.sum() / pads.size), (case, i, s)
    if case == "wheel lifted":
        assert (pads == 0.0).any(), "the case must lift a wheel"
    if case == "shock topped out":
        assert ours.travel_m[0].max() < -0.0349, "the case must top out"
