"""The axle goes sideways on its track bar, and the steering with it where a drag link does not go along."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.knock_on.line import PRACTICE, Cure, Line, Way, What, asking
from isostat.assess.knock_on.moved import held_by, lacking, travel
from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.core.linkage.track_bar import TrackBar
from isostat.core.vehicle.layout import Layout
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import SIDES
from isostat.units.unit import Quantity

NEEDS = ("track_bar_m", "track_bar_frame_m", "track_bar_axle_m")
LINK = ("length_m", "box_height_m", "axle_height_m")
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


def sideways_lines(a: Assessment) -> Iterator[Line]:
    """Of every solid axle with a track bar that holds it: how far it goes aside, and how steep the bar then stands."""
    for axle in range(len(a.axles)):
        if a.axles[axle].layout is not Layout.SOLID or not has_bar(a, axle) or binds(a, axle):
            continue
        base = path_to(JOB.vehicle.axles[axle])
        missing = lacking(a, *((*base, name) for name in NEEDS))
        if missing:
            yield asking(a.cases, What.SIDEWAYS, axle, Quantity.HEIGHT, missing)
            continue
        bar = bar_of(a, axle)
        assert bar is not None
        u = travel(a, axle)
        allowed = rules.AXLE_SIDEWAYS
        yield Line(
            what=What.SIDEWAYS,
            axle=axle,
            quantity=Quantity.HEIGHT,
            before=0.0,
            now=bar.shift_m(u),
            low=-allowed,
            high=allowed,
            whose=PRACTICE,
            cures=_cures(bar, u, a.target_case) if a.proposed.stands[a.target_case] else (),
        )
        yield Line(
            what=What.BAR_SLOPE,
            axle=axle,
            quantity=Quantity.ANGLE,
            before=float(bar.slope_rad(np.zeros(2))),
            now=bar.slope_rad(u),
            low=-rules.BAR_SLOPE,
            high=rules.BAR_SLOPE,
            whose=PRACTICE,
        )


def steer_lines(a: Assessment) -> Iterator[Line]:
    """Of a solid axle that a drag link steers: the box holds one end, the axle goes with its bar."""
    for axle in range(len(a.axles)):
        read = a.job.vehicle.axles[axle]
        if a.axles[axle].layout is not Layout.SOLID or all(getattr(read.drag_link, name) is None for name in LINK):
            continue
        base = path_to(JOB.vehicle.axles[axle])
        missing = lacking(a, *((*base, "drag_link", name) for name in LINK), *((*base, name) for name in NEEDS))
        if missing:
            yield asking(a.cases, What.OFF_CENTRE, axle, Quantity.HEIGHT, missing)
            continue
        bar, link, u = bar_of(a, axle), link_of(a, axle), travel(a, axle)
        assert bar is not None and link is not None
        now, allowed = link.shift_m(u) - bar.shift_m(u), rules.OFF_CENTRE
        by = -float(now[a.target_case])
        cures = (Cure(Way.DRAG_LINK, -link.side * by, Quantity.HEIGHT, now + by),) if np.isfinite(by) else ()
        yield Line(what=What.OFF_CENTRE, axle=axle, quantity=Quantity.HEIGHT, before=0.0, now=now, low=-allowed, high=allowed,
                   whose=PRACTICE, cures=cures)  # fmt: skip
        steer = steer_a_centimetre(bar, link, u)
        even = _lower_box(bar, link, u[:, a.target_case])
        flat = Cure(Way.PITMAN, even, Quantity.HEIGHT, steer_a_centimetre(bar, link.bracket(even), u))
        yield Line(
            what=What.BUMP_STEER,
            axle=axle,
            quantity=Quantity.HEIGHT,
            before=float(steer_a_centimetre(bar, link, np.zeros((2, 1)))[0]),
            now=steer,
            low=-rules.BUMP_STEER,
            high=rules.BUMP_STEER,
            whose=PRACTICE,
            cures=(flat,) if np.isfinite(even) else (),
        )


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
    return TrackBar(
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


def _cures(bar: TrackBar, u: Floats, case: int) -> tuple[Cure, ...]:
    """What brings the axle back to the middle in the target's case, each with what it leaves in every case."""
    there, now = u[:, case], bar.shift_m(u)
    if not np.isfinite(now[case]):
        return ()
    longer, up = bar.longer_m(there), -float(bar.rise_m(there))
    out = [Cure(Way.LONGER_BAR, longer, Quantity.HEIGHT, bar.longer(longer).shift_m(u))]
    out.append(Cure(Way.BRACKET, up, Quantity.HEIGHT, bar.bracket(up).shift_m(u)))
    out.append(Cure(Way.HOLE, -float(now[case]), Quantity.HEIGHT, now - now[case]))
    return tuple(out)
