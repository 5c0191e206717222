"""Leaf packs: textbook forms, worked examples, and separate beams with compression-only links in a general frame program."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from Pynite import FEModel3D

from isostat.core.limits import OutOfRange
from isostat.core.springs.leaf.half_pack import STEEL
from isostat.core.springs.leaf.pack import Leaf, LeafPack, curve_of
from isostat.core.springs.straight_pieces import compression_at


def pack(lengths: list[float], thick: float = 0.008, width: float = 0.06, clamp: float = 0.0, **more: object) -> LeafPack:
    """Flat leaves, both halves alike."""
    return LeafPack(
        leaves=tuple(Leaf(front_m=x, rear_m=x, width_m=width, thick_m=thick) for x in lengths),
        clamp_m=clamp,
        **more,  # type: ignore[arg-type]
    )


def rate_of(p: LeafPack, force: float = 2000.0) -> float:
    """Rate between nothing and a force at the seat, N/m."""
    return force / (compression_at(p.law, force) - compression_at(p.law, 0.0))


def stiffening(p: LeafPack) -> float:
    """k·L³/(32·E·ΣI), which is 1 for an ideal stepped pack."""
    inertia = sum(leaf.width_m * leaf.thick_m**3 / 12 for leaf in p.leaves)
    return rate_of(p) * (2 * p.leaves[0].front_m) ** 3 / (32 * STEEL * inertia)


Links = set[tuple[int, int]]  # pair of leaves, station


def by_frame(
    lengths: list[float], stations: list[np.ndarray], thick: float, width: float, load: float
) -> tuple[float, list[float]]:
    """Deflection of the eye in m and the moment at the clamp of each leaf in N·m.

    A row of members for each leaf and links between; those that would pull are taken out, those whose ends would pass through each
    other put in, until neither is left (the program's own one-sided members are only ever taken out).
    """
    links: Links = {(n, at.size - 1) for n, at in enumerate(stations)}
    for _ in range(80):
        frame, names = _frame(lengths, stations, thick, width, load, links)
        node = {key: frame.nodes[name].DY["Combo 1"] for key, name in names.items()}
        pulls = {(n, k) for n, k in links if frame.members[f"l{n}_{k}"].axial(0.0, "Combo 1") < -1e-6}
        apart = {
            (n, k): node[n, round(float(x), 6)] - node[n + 1, round(float(x), 6)]
            for n, at in enumerate(stations)
            for k, x in enumerate(at)
        }
        through = {key for key, gap in apart.items() if key not in links and gap < -1e-9}
        if not pulls and not through:
            break
        worst = min(through, key=lambda key: apart[key]) if through else None
        links = (links - pulls) | ({worst} if worst is not None else set())
    else:
        raise AssertionError("the frame's links do not settle")
    moments = [abs(float(frame.nodes[names[n, 0.0]].RxnMZ["Combo 1"])) for n in range(len(lengths))]
    return float(-node[0, round(lengths[0], 6)]), moments


def _frame(
    lengths: list[float], stations: list[np.ndarray], thick: float, width: float, load: float, links: Links
) -> tuple[FEModel3D, dict[tuple[int, float], str]]:
    frame = FEModel3D()
    frame.add_material("steel", STEEL, STEEL / 2.6, 0.3, 7850.0)
    frame.add_section("leaf", width * thick, width * thick**3 / 12, width * thick**3 / 12, width * thick**3)
    frame.add_section("link", 1e-2, 1e-6, 1e-6, 1e-6)
    names = {}
    for n, length in enumerate(lengths):
        own = [np.array([0.0, length]), *([stations[n - 1]] if n else []), *([stations[n]] if n < len(stations) else [])]
        places = np.unique(np.round(np.concatenate(own), 9))
        for k, x in enumerate(places):
            names[n, round(float(x), 6)] = f"n{n}_{k}"
            frame.add_node(f"n{n}_{k}", float(x), -0.05 * n, 0.0)
            frame.def_support(f"n{n}_{k}", k == 0, k == 0, True, True, True, k == 0)
            if k:
                frame.add_member(f"m{n}_{k}", f"n{n}_{k - 1}", f"n{n}_{k}", "steel", "leaf")
    for n, k in links:
        x = round(float(stations[n][k]), 6)
        frame.add_member(f"l{n}_{k}", names[n, x], names[n + 1, x], "steel", "link")
        frame.def_releases(f"l{n}_{k}", Rzi=True, Rzj=True)
    frame.add_node_load(names[0, round(lengths[0], 6)], "FY", -load)
    frame.analyze_linear()
    return frame, names


@pytest.mark.parametrize(
    ("count", "full", "factor"), [(2, 1, 1.231), (3, 1, 1.146), (4, 1, 1.106), (6, 1, 1.067), (10, 1, 1.038), (3, 3, 1.500)]
)
def test_with_links_at_the_tips_alone_a_stepped_pack_is_as_stiff_as_stacked_beams(count: int, full: int, factor: float) -> None:
    """L-11: stacked beams in a frame program; L-10, the textbook's (3n_f + 2n_g)/(2n), lies 1 to 2 % above."""
    steps = count - full + 1
    lengths = [0.6] * full + [0.6 * (steps - n) / steps for n in range(1, steps)]
    p = pack(lengths)
    halves = [LeafPack(leaves=p.leaves).half("front")]
    tips = type(halves[0])(**{**halves[0].__dict__, "stations": 1})
    down, _ = tips.solve(np.array([1000.0]))
    inertia = count * 0.06 * 0.008**3 / 12
    found = 1000.0 / float(down[0]) * 0.6**3 / (2 * STEEL * inertia)
    assert found == pytest.approx(factor, abs=0.003)
    assert 0.97 <= found / ((3 * full + 2 * (count - full)) / (2 * count)) <= 1.01


@pytest.mark.parametrize("lengths", [[0.6, 0.42, 0.24], [0.55, 0.5, 0.33, 0.16], [0.7, 0.35]])
def test_rate_and_moments_are_those_of_separate_beams_with_one_sided_links(lengths: list[float]) -> None:
    """PyNiteFEA: rate within 1 %, moments within 3 %; the sum ΣEI bounds the rate from above."""
    thick, width, load, count = 0.008, 0.06, 900.0, 12
    p = pack(lengths, thick, width)
    half = type(p.half("front"))(**{**p.half("front").__dict__, "stations": count})
    stations = [np.linspace(x / count, x, count) for x in lengths[1:]]
    down, moments = by_frame(lengths, stations, thick, width, load)
    found, forces = half.solve(np.array([load]))
    assert float(found[0]) == pytest.approx(down, rel=0.01)
    own = [abs(float(m[0])) for _, m in half.moments(load, forces[0])]
    assert own == pytest.approx(moments, rel=0.03, abs=0.03 * max(moments))
    assert sum(own) == pytest.approx(load * lengths[0], rel=0.03), "together they hold the load's moment at the clamp"
    assert 1.0 <= p.bound_rate / (2 * load / float(found[0])) < 1.12


@pytest.mark.parametrize(("front", "rear"), [(0.40, 0.72), (0.72, 0.40), (0.55, 0.60)])
def test_a_seat_held_level_shares_its_load_by_the_rates_of_its_halves(front: float, rear: float) -> None:
    """Two cantilevers side by side, 3EI/L³ each (any strength-of-materials text): the short half takes most, bent most."""
    load, width, thick = 4000.0, 0.06, 0.012
    held = LeafPack(leaves=(Leaf(front_m=front, rear_m=rear, width_m=width, thick_m=thick),), held=True)
    k = np.array([3 * STEEL * width * thick**3 / 12 / length**3 for length in (front, rear)])
    shares = load * k / k.sum()
    assert held.eye_loads(load) == pytest.approx(shares, rel=1e-4)
    assert held.compression(load) == pytest.approx(load / k.sum(), rel=1e-4)
    assert compression_at(held.law, load) == pytest.approx(load / k.sum(), rel=2e-3)
    worst = max(6 * shares * np.array([front, rear]) / (width * thick**2))
    assert held.stresses(load) == pytest.approx([worst], rel=1e-3)
    assert held.nominal(load) == pytest.approx([worst], rel=1e-3)


def test_the_rating_stress_is_the_textbooks_of_equally_stressed_leaves() -> None:
    """L-04, Bhandari, 3rd ed., ch. 10 (from memory): 18 leaves, eyes 1 m apart, 75 kN, t 11.556, b = 9t: 450 MPa in all of them."""
    t = 0.011556
    leaves = [0.5] * 3 + [0.5 - 0.029 * n for n in range(1, 16)]
    assert pack(leaves, thick=t, width=9 * t).nominal(75e3) == pytest.approx([450e6] * 18, rel=1e-3)


SECOND_EI = STEEL * 0.06 * 0.010**3 / 12


@pytest.mark.parametrize("rear", [0.60, 0.75, 0.45])
@pytest.mark.parametrize("held", [False, True])
@pytest.mark.parametrize(
    ("below", "flatter", "at_eye"),
    [
        (0.012, 0.0, lambda eye, tip: 0.012 * SECOND_EI / (eye * tip**2 / 2 - tip**3 / 6)),
        (0.0, 0.3, lambda eye, tip: 0.3 * SECOND_EI / eye),
    ],
    ids=["a plate: at its tip first", "merely flatter: at the clamp first"],
)  # fmt: skip
def test_a_second_stage_touches_at_its_exact_force_in_the_half_where_it_does_so_sooner(
    below: float, flatter: float, at_eye, held: bool, rear: float
) -> None:
    """One cantilever over another, by its deflection or its curvature (any strength-of-materials text)."""
    long_rear = rear * 0.8
    p = LeafPack(
        leaves=(
            Leaf(front_m=0.6, rear_m=rear, width_m=0.06, thick_m=0.010, curve=0.5),
            Leaf(front_m=0.4, rear_m=long_rear, width_m=0.06, thick_m=0.014, curve=0.5 - flatter, gap_m=below),
        ),
        held=held,
    )
    loads = [at_eye(0.6, 0.4), at_eye(rear, long_rear)]
    if held:  # both eyes go down alike
        down = min(load * eye**3 / (3 * SECOND_EI) for load, eye in zip(loads, (0.6, rear), strict=True))
        force = sum(down * 3 * SECOND_EI / eye**3 for eye in (0.6, rear))
    else:
        force = min(load / share for load, share in zip(loads, p.shares, strict=True))
    assert p.second_n is not None
    assert p.second_n[1] == pytest.approx(force, rel=2e-3)
    assert p.law.second_m == pytest.approx(compression_at(p.law, force), abs=1e-4)
    x = p.law.second_m
    assert float(p.law.force(np.asarray(x))) == pytest.approx(force, rel=3e-3), "the table has a node there"
    soft, firm = (float(p.law.force(np.asarray(x + d)) - p.law.force(np.asarray(x + d - 2e-3))) for d in (-1e-4, 0.02))
    assert firm > 1.1 * soft


def test_stations_converge_and_tips_alone_are_soft_and_hard_on_the_main_leaf() -> None:
    """Between the tips the leaves carry much of the load: tips alone are low in rate and high in main-leaf stress."""
    even = pack([0.6, 0.5, 0.4, 0.3, 0.2]).half("front")
    tips = type(even)(**{**even.__dict__, "stations": 1}).solve(np.array([1000.0]))[0]
    assert tips == pytest.approx(even.solve(np.array([1000.0]))[0], rel=1e-6), (
        "flat and evenly stepped they touch at the tips alone"
    )
    half = pack([0.6, 0.6, 0.5, 0.38, 0.26, 0.14]).half("front")
    by = {}
    for n in (1, 12, 24, 48):
        h = type(half)(**{**half.__dict__, "stations": n})
        down, forces = h.solve(np.array([1000.0]))
        by[n] = 1000.0 / float(down[0]), float(h.stresses(1000.0, forces[0])[0])
    assert by[24][0] == pytest.approx(by[48][0], rel=2e-3) and by[24][1] == pytest.approx(by[48][1], rel=0.02)
    assert 0.97 < by[1][0] / by[48][0] < 0.985
    assert 1.25 < by[1][1] / by[48][1] < 1.45


def test_single_leaves_by_shape_and_off_the_middle() -> None:
    """L-12 and L-14: uniform 1/3; off-centre beam 3EIL/(a²b²), a 560, b 640, five leaves of 60 × 7 as one."""
    one = pack([0.6])
    inertia = 0.06 * 0.008**3 / 12
    assert rate_of(one) == pytest.approx(2 * 3 * STEEL * inertia / 0.6**3, rel=1e-4)
    thick = 0.007 * 5 ** (1 / 3)
    off = LeafPack(leaves=(Leaf(front_m=0.56, rear_m=0.64, width_m=0.06, thick_m=thick),))
    assert rate_of(off) == pytest.approx(49_507, rel=2e-4)
    taper = LeafPack(leaves=(Leaf(front_m=0.6, rear_m=0.6, width_m=0.06, thick_m=0.012, tip_m=0.006),))
    x = np.linspace(0, 0.6, 4001)
    depth = 0.012 - 0.006 * x / 0.6
    give = np.trapezoid((0.6 - x) ** 2 / (STEEL * 0.06 * depth**3 / 12), x)
    assert rate_of(taper) == pytest.approx(2 / give, rel=1e-3)


@given(st.floats(0.3, 0.8), st.floats(0.3, 0.8), st.booleans())
@settings(max_examples=15, deadline=None)
def test_unequal_halves_share_by_their_levers_free_and_add_when_held(a: float, b: float, held: bool) -> None:
    """Closed form of two cantilevers: free, 3EI(a + b)/(a²b²)·…; held, 3EI(1/a³ + 1/b³)."""
    p = LeafPack(leaves=(Leaf(front_m=a, rear_m=b, width_m=0.07, thick_m=0.01),), held=held)
    bending = STEEL * 0.07 * 0.01**3 / 12
    free = 3 * bending * (a + b) / (a * a * b * b)
    assert rate_of(p, 1000.0) == pytest.approx(3 * bending * (1 / a**3 + 1 / b**3) if held else free, rel=1e-3)


def test_a_clamp_stiffens_and_an_added_flat_leaf_lowers_the_light_vehicle() -> None:
    """L-16, and: an added flatter leaf lowers the light vehicle and raises the rate only once pressed in (common practice)."""
    lengths = [0.6, 0.5, 0.38, 0.25]
    assert rate_of(pack(lengths, clamp=0.12)) > 1.2 * rate_of(pack(lengths))
    curve = curve_of(1.2, 0.11)
    curved = [Leaf(front_m=x, rear_m=x, width_m=0.06, thick_m=0.008, curve=curve) for x in lengths]
    flat = Leaf(front_m=0.2, rear_m=0.2, width_m=0.06, thick_m=0.012, curve=0.0)
    before, after = (LeafPack(leaves=tuple(leaves), clamp_m=0.1) for leaves in (curved, [*curved, flat]))
    assert after.free_arch_m <= before.free_arch_m + 1e-9
    soft = [float(p.law.rate(np.asarray(compression_at(p.law, 800.0)))) for p in (before, after)]
    hard = [float(p.law.rate(np.asarray(compression_at(p.law, 9000.0)))) for p in (before, after)]
    assert soft[1] == pytest.approx(soft[0], rel=0.02) and hard[1] > 1.08 * hard[0]
    more = [float(p.free_arch_m - compression_at(p.law, 9000.0)) for p in (before, after)]
    assert more[1] > more[0], "laden it stands higher"


def test_two_leaves_of_nearly_half_an_inch_added_a_side_raise_rate_and_height() -> None:
    """Common practice, no source: about 800 lb/in an axle after; the rear up 2 in, 1,600 lb more at the old height."""
    curve = curve_of(1.3, 0.13)
    steel = [Leaf(front_m=x, rear_m=x * 1.05, width_m=0.0635, thick_m=0.0085, curve=curve) for x in (0.65, 0.55, 0.4)]
    thick = [Leaf(front_m=x, rear_m=x * 1.05, width_m=0.0635, thick_m=0.012, curve=curve_of(2 * x, 0.045)) for x in (0.38, 0.3)]
    before, after = (LeafPack(leaves=tuple(leaves), clamp_m=0.12) for leaves in (steel, [*steel, *thick]))
    axle = 2 * rate_of(after, 6000.0) / 175.126835
    assert 500 < axle < 1300
    assert rate_of(after, 6000.0) > 1.5 * rate_of(before, 6000.0)


@settings(max_examples=20, deadline=None)
@given(
    thick=st.lists(st.floats(0.006, 0.014), min_size=2, max_size=5), arch=st.floats(0.02, 0.18), nip=st.floats(-0.3, 0.4),
    clamp=st.floats(0.0, 0.16),
)  # fmt: skip
def test_a_pack_only_rises_is_bounded_and_its_contacts_push(thick: list[float], arch: float, nip: float, clamp: float) -> None:
    curve = curve_of(1.2, arch)
    leaves = tuple(
        Leaf(front_m=0.6 - 0.1 * n, rear_m=0.6 - 0.1 * n, width_m=0.06, thick_m=t, curve=curve + nip * n)
        for n, t in enumerate(thick)
    )
    p = LeafPack(leaves=leaves, clamp_m=clamp)
    x, force = p.curve
    assert (np.diff(x) > 0).all() and (np.diff(force) > 0).all()
    assert float(p.law.rate(x[1:-1]).max()) <= p.bound_rate * 1.001
    half = p.half("front")
    m, gaps, by_load, _ = half._system
    _, forces = half.solve(np.array([0.0, 1500.0, 4000.0]))
    for load, r in zip((0.0, 1500.0, 4000.0), forces, strict=True):
        gap = gaps - load * by_load + m @ r
        assert (r >= 0).all() and gap.min() > -1e-7 and float(np.abs(r * gap).max()) < 1e-4


def test_arc_and_string() -> None:
    """L-15, geometry: chord 1200, camber 150: radius 1275.0."""
    assert 1 / curve_of(1.2, 0.15) == pytest.approx(1.275)
    assert curve_of(1.2, -0.15) == -curve_of(1.2, 0.15)


@pytest.mark.parametrize(
    ("make", "words"),
    [
        (lambda: pack([0.5, 0.6]), "front length of leaf 2: 0.6 m"),
        (lambda: pack([0.6, 0.1], clamp=0.25), "front length of leaf 2: 0.1 m"),
        (lambda: LeafPack(leaves=()), "number of leaves"),
        (lambda: pack([0.6], thick=0.2), "thickness of a leaf"),
    ],
)
def test_what_is_no_pack_is_refused_by_its_leaf(make: object, words: str) -> None:
    with pytest.raises(OutOfRange, match=words):
        make()  # type: ignore[operator]
    assert math.isfinite(rate_of(pack([0.6, 0.3])))
