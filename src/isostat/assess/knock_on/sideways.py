"""The axle goes sideways on its track bar."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.knock_on.line import Cure, Line, Way, What
from isostat.assess.knock_on.moved import held_by, lacking, travel
from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.core.linkage.track_bar import TrackBar
from isostat.core.vehicle.layout import Layout
from isostat.job.edits.paths import JOB, path_to
from isostat.job.points import SIDES
from isostat.language import later
from isostat.units.unit import Quantity

NEEDS = ("track_bar_m", "track_bar_frame_m", "track_bar_axle_m")
PRACTICE = later("common practice")


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
        nothing = np.full(a.cases, np.nan)
        if missing:
            yield Line(what=What.SIDEWAYS, axle=axle, quantity=Quantity.HEIGHT, before=0.0, now=nothing, asks=missing)
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
