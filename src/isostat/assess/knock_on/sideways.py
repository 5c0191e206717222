"""The axle goes sideways on its track bar, and the steering with it where a drag link does not go along."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from isostat.assess.knock_on.change import AS_READ, Change
from isostat.assess.knock_on.line import PRACTICE, Cure, Line, Way, What, asking, either_way, in_half_turns, mends
from isostat.assess.knock_on.moved import held_by, lacking, lead, travel
from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.core.linkage.track_bar import DragLink, TrackBar
from isostat.core.vehicle.layout import Layout
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import SIDES
from isostat.units.unit import Quantity

NEEDS = ("track_bar_m", "track_bar_frame_m", "track_bar_axle_m")
LINK = ("length_m", "box_height_m", "axle_height_m")
WHEEL = ("knuckle_arm_m", "steering_ratio")
CENTIMETRE = 0.01  # m


def has_bar(a: Assessment, axle: int) -> bool:
    """Whether something of a track bar was read at an axle."""
    return any(getattr(a.job.vehicle.axles[axle], name) is not None for name in NEEDS)


def binds(a: Assessment, axle: int) -> bool:
    """Whether a track bar works against leaves, which hold the axle sideways already."""
    return has_bar(a, axle) and held_by(a, axle) == "leaves"


def bar_of(a: Assessment, axle: int) -> TrackBar | None:
    """The bar of an axle as read; None where something lacks. Raises OutOfRange for one that does not reach."""
    read = a.job.vehicle.axles[axle]
    if read.track_bar_m is None or read.track_bar_frame_m is None or read.track_bar_axle_m is None:
        return None
    axle_m, half = float(read.track_bar_axle_m.value), a.axles[axle].half_track_m
    side = 1 if read.track_bar_side == SIDES[0] else -1
    return TrackBar(
        length_m=float(read.track_bar_m.value),
        drop_m=axle_m - float(read.track_bar_frame_m.value),
        side=side,
        place_m=-side * rules.BAR_END * half,
        over_hub_m=axle_m - a.axles[axle].hub_m,
        half_track_m=half,
    )


def sideways_lines(a: Assessment, change: Change = AS_READ) -> Iterator[Line]:
    """Of every solid axle with a track bar that holds it: how far it goes aside, and how steep the bar then stands."""
    shifts: dict[int, Floats] = {}
    for axle in range(len(a.axles)):
        if a.axles[axle].layout is not Layout.SOLID or not has_bar(a, axle) or binds(a, axle):
            continue
        base = path_to(JOB.vehicle.axles[axle])
        missing = lacking(a, *((*base, name) for name in NEEDS))
        if missing:
            yield asking(a.cases, What.SIDEWAYS, axle, Quantity.HEIGHT, missing, either_way(rules.AXLE_SIDEWAYS))
            continue
        read = bar_of(a, axle)
        assert read is not None
        bar, u = change.at(axle).bar or read, travel(a, axle)
        shifts[axle] = bar.shift_m(u)
        yield Line(
            what=What.SIDEWAYS,
            axle=axle,
            quantity=Quantity.HEIGHT,
            before=0.0,
            now=shifts[axle],
            low=-rules.AXLE_SIDEWAYS,
            high=rules.AXLE_SIDEWAYS,
            whose=PRACTICE,
            mended=mends(_recentred, a, axle, read, u),
        )
        yield Line(
            what=What.BAR_SLOPE,
            axle=axle,
            quantity=Quantity.ANGLE,
            before=float(read.slope_rad(np.zeros(2))),
            now=bar.slope_rad(u),
            low=-rules.BAR_SLOPE,
            high=rules.BAR_SLOPE,
            whose=PRACTICE,
            mended=mends(_less_steep, a, axle, read, u),
        )
    if shifts and len(a.axles) > 1:
        yield _crab(a, shifts)


def _crab(a: Assessment, shifts: dict[int, Floats]) -> Line:
    """How far the line from axle to axle turns, nose to the left; an axle without a bar stays where it was."""
    last, still = len(a.axles) - 1, np.zeros(a.cases)

    def turned(by_axle: dict[int, Floats]) -> Floats:
        return np.asarray((by_axle.get(0, still) - by_axle.get(last, still)) / -a.axles[last].x_m)

    further = max(shifts, key=lambda axle: abs(float(np.nan_to_num(shifts[axle][a.target_case]))))
    bar = bar_of(a, further)
    assert bar is not None
    cures = (
        replace(cure, leaves=turned(shifts | {further: cure.leaves})) for cure in _recentred(a, further, bar, travel(a, further))
    )
    return Line(what=What.CRAB, axle=None, quantity=Quantity.ANGLE, before=0.0, now=turned(shifts), low=-rules.CRAB,
                high=rules.CRAB, whose=PRACTICE, mended=mends(tuple, tuple(cures)))  # fmt: skip


def _less_steep(a: Assessment, axle: int, bar: TrackBar, u: Floats) -> Iterator[Cure]:
    """A bracket that brings its slope of before back in the target's case."""
    up = -float(bar.rise_m(u[:, a.target_case]))
    if np.isfinite(up):
        yield Cure(Way.BRACKET, up, Quantity.HEIGHT, bar.bracket(up).slope_rad(u), Change(axle=axle, bar=bar.bracket(up)))


def _recentred(a: Assessment, axle: int, bar: TrackBar, u: Floats) -> Iterator[Cure]:
    """What brings the axle back to the middle in the target's case, each with what it leaves in every case."""
    there, now = u[:, a.target_case], bar.shift_m(u)
    if not np.isfinite(now[a.target_case]):
        return
    longer, turns = in_half_turns(bar.longer_m(there), lead(a, axle))
    up, aside = -float(bar.rise_m(there)), -float(now[a.target_case])
    ways = (
        (Way.LONGER_BAR, longer, bar.longer(longer), turns),
        (Way.BRACKET, up, bar.bracket(up), None),
        (Way.HOLE, aside, bar.hole(aside), None),
    )
    for way, by, other, half_turns in ways:
        yield Cure(way, by, Quantity.HEIGHT, other.shift_m(u), Change(axle=axle, bar=other), half_turns)


def steer_lines(a: Assessment, change: Change = AS_READ) -> Iterator[Line]:
    """Of a solid axle that a drag link steers: the box holds one end, the axle goes with its bar."""
    for axle in range(len(a.axles)):
        read = a.job.vehicle.axles[axle]
        if a.axles[axle].layout is not Layout.SOLID or all(getattr(read.drag_link, name) is None for name in LINK):
            continue
        base = path_to(JOB.vehicle.axles[axle])
        missing = lacking(a, *((*base, "drag_link", name) for name in LINK), *((*base, name) for name in NEEDS))
        if missing:
            yield asking(a.cases, What.OFF_CENTRE, axle, Quantity.FINE, missing, either_way(rules.OFF_CENTRE))
            continue
        own_bar, own_link = bar_of(a, axle), link_of(a, axle)
        assert own_bar is not None and own_link is not None
        yield from _steer(a, axle, (own_bar, own_link), change.at(axle))


def _steer(a: Assessment, axle: int, read: tuple[TrackBar, TrackBar], change: Change) -> Iterator[Line]:
    """The wheel off centre, and bump steer, of bar and drag link as read or changed."""
    bar, link, u = change.bar or read[0], change.drag_link or read[1], travel(a, axle)
    there, half = u[:, a.target_case], rules.OFF_CENTRE

    def off(other: TrackBar) -> Floats:
        return np.asarray(other.shift_m(u) - bar.shift_m(u))

    def steers(other: TrackBar) -> Floats:
        return steer_a_centimetre(bar, other, u)

    centred: tuple[Cure, ...] = ()
    flat: tuple[Cure, ...] = ()
    if np.isfinite(off(link)[a.target_case]):
        by, turns = in_half_turns(link.longer_m(there, float(bar.shift_m(there))), lead(a, axle))
        longer, down = link.longer(by), _lower_box(bar, link, there)
        centred = (Cure(Way.DRAG_LINK, by, Quantity.HEIGHT, off(longer), Change(axle=axle, drag_link=longer), turns),)
        lower = link.bracket(down)
        flat = (Cure(Way.PITMAN, down, Quantity.HEIGHT, steers(lower), Change(axle=axle, drag_link=lower)),)
    yield Line(what=What.OFF_CENTRE, axle=axle, quantity=Quantity.FINE, before=0.0, now=off(link), low=-half, high=half,
               whose=PRACTICE, mended=mends(tuple, centred))  # fmt: skip
    turns_it = _turns_wheel(a, axle)
    if turns_it is not None:
        cures = (replace(cure, leaves=np.abs(cure.leaves) * turns_it) for cure in centred)
        yield Line(what=What.STEERING_WHEEL, axle=axle, quantity=Quantity.ANGLE, before=0.0, now=np.abs(off(link)) * turns_it,
                   high=half * turns_it, whose=PRACTICE, mended=mends(tuple, tuple(cures)))  # fmt: skip
    before = float(steer_a_centimetre(*read, np.zeros((2, 1)))[0])
    yield Line(what=What.BUMP_STEER, axle=axle, quantity=Quantity.FINE, before=before, now=steers(link), low=-rules.BUMP_STEER,
               high=rules.BUMP_STEER, whose=PRACTICE, mended=mends(tuple, flat))  # fmt: skip


def _turns_wheel(a: Assessment, axle: int) -> float | None:
    """Turn of the steering wheel by what a drag link's end moves, rad/m; None where arm or ratio was not read."""
    link = a.job.vehicle.axles[axle].drag_link
    if link.knuckle_arm_m is None or link.steering_ratio is None:
        return None
    return float(link.steering_ratio.value / link.knuckle_arm_m.value)


def _lower_box(bar: TrackBar, link: TrackBar, there: Floats) -> float:
    """By how much the box's end must come down, or the knuckle's up, for link and bar to be parallel at hub travels (2,), m."""

    def run(of: TrackBar) -> tuple[float, float]:
        drop = of.drop_m + float(of.rise_m(there))
        return drop, -of.side * float(np.sqrt(max(of.length_m**2 - drop**2, 0.0)))

    (drop_bar, across_bar), (drop_link, across_link) = run(bar), run(link)
    return across_link * drop_bar / across_bar - drop_link


def link_of(a: Assessment, axle: int) -> TrackBar | None:
    """The drag link of an axle, which swings as a bar does; None where something lacks. Raises OutOfRange where it cannot be."""
    read = a.job.vehicle.axles[axle].drag_link
    if read.length_m is None or read.box_height_m is None or read.axle_height_m is None:
        return None
    side, half = (1 if read.box_side == SIDES[0] else -1), a.axles[axle].half_track_m
    return DragLink(
        length_m=float(read.length_m.value),
        drop_m=float(read.axle_height_m.value) - float(read.box_height_m.value),
        side=side,
        place_m=-side * rules.BAR_END * half,
        over_hub_m=float(read.axle_height_m.value) - a.axles[axle].hub_m,
        half_track_m=half,
    )


def steer_a_centimetre(bar: TrackBar, link: TrackBar, travel_m: Floats) -> Floats:
    """By how much a centimetre of bump more moves the link's end against the axle, left +, m, at hub travels (2, ...)."""
    up = travel_m + CENTIMETRE
    return np.asarray((link.shift_m(up) - bar.shift_m(up)) - (link.shift_m(travel_m) - bar.shift_m(travel_m)))
