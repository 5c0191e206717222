"""Generic bodies of our own, stretched to wheelbase, tyres and overhangs; metres, x behind the front hub, z above ground."""

from __future__ import annotations

from isostat.job.vehicle import Vehicle

Points = list[tuple[float, float]]


def _arch(x: float, hub: float, height: float, half: float) -> Points:
    """A wheel arch as five points, left to right; its crown is `height` above the hub."""
    top = hub + height
    return [
        (x - half, hub + 0.02),
        (x - half * 0.8, top - 0.14),
        (x - half * 0.45, top),
        (x + half * 0.45, top),
        (x + half * 0.8, top - 0.14),
        (x + half, hub + 0.02),
    ]


def deck_ends(v: Vehicle) -> tuple[float, float]:
    """Headboard and tailboard behind the front hub, m: as measured, else as the outline has them."""
    base = v.axles[-1].behind_front_m.value
    front = v.deck_front_m.value if v.deck_front_m else base * 0.55 + 0.08
    rear = v.deck_rear_m.value if v.deck_rear_m else base + v.rear_overhang_m.value
    return front, rear


def side_outline(v: Vehicle, hub_m: float) -> list[Points]:
    """Lines of the body from the left side, nose to the left; the first is the closed outer line.

    v: the vehicle. hub_m: height of the hubs above the ground. Arches lie at the read hub-to-arch heights.
    """
    wheels = [(a.behind_front_m.value, (a.left.hub_to_arch_m.value + a.right.hub_to_arch_m.value) / 2) for a in v.axles]
    base = wheels[-1][0]
    nose, tail = -v.front_overhang_m.value, base + v.rear_overhang_m.value
    half = hub_m * 1.18
    sill = hub_m + 0.06
    front_top = hub_m + wheels[0][1]
    front_arch = _arch(0.0, hub_m, wheels[0][1], half)
    bonnet = front_top + 0.16
    roof = {"flatbed": 1.95, "estate": 1.72, "van": 2.25, "buggy": 1.70, "trailer": 2.05}[v.outline]
    face: Points = [(nose, sill + 0.10), (nose, bonnet - 0.18), (nose + 0.12, bonnet - 0.06)]
    if v.outline == "flatbed":
        start, tail = deck_ends(v)
        back = start - 0.08
        deck = max(hub_m + w[1] for w in wheels) + 0.10
        cab: Points = [
            *face,
            (0.45, bonnet),
            (0.80, roof - 0.08),
            (1.0, roof),
            (back - 0.08, roof),
            (back, roof - 0.06),
            (back, sill),
            (half + 0.05, sill),
            *reversed(front_arch[1:-1]),
            (-half, sill),
            (nose, sill + 0.1),
        ]
        bed: Points = [(start, deck), (tail, deck), (tail, deck - 0.10), (start, deck - 0.10), (start, deck)]
        rail: Points = [(back, deck - 0.14), (tail - 0.05, deck - 0.14), (tail - 0.05, deck - 0.26), (back, deck - 0.26)]
        board: Points = [(start, deck), (start, deck + 0.62)]
        guard = [point for x, h in wheels[1:] for point in [_arch(x, hub_m, h, half)]]
        return [cab, bed, rail, board, *guard, _window(roof, bonnet, back)]
    if v.outline == "trailer":
        return _trailer(v, sill, roof)
    arches: Points = []
    for x, h in reversed(wheels):
        arches += [(x + half, sill), *reversed(_arch(x, hub_m, h, half)[1:-1]), (x - half, sill)]
    slope = 0.10 if v.outline == "van" else 0.55
    body: Points = [
        *face,
        (0.30 if v.outline == "van" else 0.50, bonnet + 0.04),
        (0.85, roof - 0.06),
        (1.05, roof),
        (tail - slope, roof),
        (tail, bonnet),
        (tail, sill),
        *arches,
        (nose, sill + 0.1),
    ]
    if v.outline == "buggy":
        tub: Points = [*face, (0.5, bonnet), (tail, bonnet), (tail, sill), *arches, (nose, sill + 0.1)]
        cage: Points = [(0.6, bonnet), (1.0, roof), (base * 0.75, roof), (tail - 0.2, bonnet)]
        return [tub, cage]
    return [body, _window(roof, bonnet, tail - slope)]


def _trailer_box(v: Vehicle) -> tuple[float, float, float]:
    """Coupling, front and tail of a trailer's box behind the front hub, m."""
    ahead = v.coupling_ahead_m.value if v.coupling_ahead_m else v.front_overhang_m.value
    return -ahead, min(0.9 - ahead, -0.5), v.axles[-1].behind_front_m.value + v.rear_overhang_m.value


def _trailer(v: Vehicle, sill: float, roof: float) -> list[Points]:
    """A box over its axles, and a drawbar out to the coupling."""
    ball, front, tail = _trailer_box(v)
    top: Points = [(front, roof - 0.1), (front + 0.1, roof), (tail - 0.05, roof), (tail, roof - 0.05)]
    bar: Points = [(front, sill + 0.06), (ball, sill - 0.02), (ball, sill - 0.1), (front, sill - 0.06)]
    return [[(front, sill), *top, (tail, sill), (front, sill)], bar]


def _window(roof: float, bonnet: float, back: float) -> Points:
    return [
        (0.86, bonnet + 0.06),
        (1.06, roof - 0.10),
        (back - 0.20, roof - 0.10),
        (back - 0.20, bonnet + 0.06),
        (0.86, bonnet + 0.06),
    ]


def plan_outline(v: Vehicle) -> list[Points]:
    """Lines of the body from above, x behind the front hub, y left; first the closed outer line."""
    base = v.axles[-1].behind_front_m.value
    nose, tail = -v.front_overhang_m.value, base + v.rear_overhang_m.value
    half = max(a.track_m.value for a in v.axles) / 2 + 0.10
    if v.outline == "flatbed":
        start, tail = deck_ends(v)
        back = start - 0.08
        cab: Points = [
            (nose, half * 0.55),
            (nose + 0.25, half * 0.9),
            (back, half * 0.9),
            (back, -half * 0.9),
            (nose + 0.25, -half * 0.9),
            (nose, -half * 0.55),
            (nose, half * 0.55),
        ]
        deck: Points = [(start, half), (tail, half), (tail, -half), (start, -half), (start, half)]
        screen: Points = [(0.45, half * 0.75), (0.85, half * 0.7), (0.85, -half * 0.7), (0.45, -half * 0.75), (0.45, half * 0.75)]
        return [cab, deck, screen]
    if v.outline == "trailer":
        ball, front, tail = _trailer_box(v)
        box: Points = [(front, half), (tail, half), (tail, -half), (front, -half), (front, half)]
        return [box, [(front, half * 0.6), (ball, 0.04), (ball, -0.04), (front, -half * 0.6)]]
    body: Points = [
        (nose, half * 0.6),
        (nose + 0.3, half),
        (tail - 0.1, half),
        (tail, half * 0.9),
        (tail, -half * 0.9),
        (tail - 0.1, -half),
        (nose + 0.3, -half),
        (nose, -half * 0.6),
        (nose, half * 0.6),
    ]
    screen = [(0.5, half * 0.8), (0.95, half * 0.75), (0.95, -half * 0.75), (0.5, -half * 0.8), (0.5, half * 0.8)]
    return [body, screen]
