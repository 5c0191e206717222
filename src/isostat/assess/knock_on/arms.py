"""Independent wheels: camber, half-shafts and anti-roll links, as the arms swing."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import replace

import numpy as np

from isostat.assess.knock_on.line import PRACTICE, Cure, Line, Way, What, asking
from isostat.assess.knock_on.moved import lacking, travel
from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.landmarks import landmarks
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.core.linkage.arms import FrontView, HalfShaft, Strut, TwoArms
from isostat.core.vehicle.layout import Layout
from isostat.job.edits.paths import JOB, Path, path_to
from isostat.units.unit import Quantity

LOWER = ("lower_m", "lower_slope_rad", "ball_below_m", "ball_in_m")
NEEDS = {
    "two arms": (*LOWER, "upper_m", "upper_slope_rad", "upper_above_m", "upper_in_m"),
    "strut": (*LOWER, "mount_above_m", "mount_in_m"),
}
HALF_SHAFT = ("shaft_m", "shaft_slope_rad", "shaft_in_m", "plunge_in_m", "plunge_out_m")
SHAFT = ("shaft_m", "shaft_slope_rad")
Moved = Callable[[Floats], Floats]  # a value at travels of one wheel, of one shape


def arm_lines(a: Assessment) -> Iterator[Line]:
    """Of every independent axle of whose arms something was read, and of every axle with an anti-roll link."""
    for axle in range(len(a.axles)):
        if a.axles[axle].layout is Layout.INDEPENDENT:
            yield from _arms(a, axle)
        yield from _link(a, axle)


def front_view(a: Assessment, axle: int) -> tuple[FrontView | None, tuple[Path, ...]]:
    """What holds a wheel of an axle, and the readings that this lacks. Raises OutOfRange for arms that cannot be."""
    read, base = a.job.vehicle.axles[axle].arms, path_to(JOB.vehicle.axles[axle].arms)
    if read.by is None:
        return None, ((*base, "by"),)
    missing = lacking(a, *((*base, name) for name in NEEDS[read.by]))
    if missing:
        return None, missing
    n = {name: float(getattr(read, name).value) for name in NEEDS[read.by]}
    ball = (-n["ball_in_m"], -n["ball_below_m"])
    pivot = (ball[0] - n["lower_m"] * np.cos(n["lower_slope_rad"]), ball[1] + n["lower_m"] * np.sin(n["lower_slope_rad"]))
    if read.by == "strut":
        return Strut(pivot=pivot, ball=ball, mount=(-n["mount_in_m"], n["mount_above_m"])), ()
    upper = (-n["upper_in_m"], n["upper_above_m"])
    upper_pivot = (upper[0] - n["upper_m"] * np.cos(n["upper_slope_rad"]), upper[1] + n["upper_m"] * np.sin(n["upper_slope_rad"]))
    return TwoArms(pivot=pivot, ball=ball, upper_pivot=upper_pivot, upper_ball=upper), ()


def half_shaft(a: Assessment, axle: int) -> HalfShaft | None:
    """Of an axle; None where it was not read. Raises OutOfRange for one that cannot be."""
    read = a.job.vehicle.axles[axle].arms
    if read.shaft_m is None or read.shaft_slope_rad is None:
        return None
    outer = 0.0 if read.shaft_in_m is None else float(read.shaft_in_m.value)
    length, slope = float(read.shaft_m.value), float(read.shaft_slope_rad.value)
    return HalfShaft(inner=(-outer - length * float(np.cos(slope)), length * float(np.sin(slope))), outer_m=outer)


def _arms(a: Assessment, axle: int) -> Iterator[Line]:
    read = a.job.vehicle.axles[axle].arms
    if not any(value is not None for _, value in read):
        return
    view, missing = front_view(a, axle)
    if view is None:
        yield asking(a.cases, What.CAMBER, axle, Quantity.ANGLE, missing)
        return
    before = 0.0 if read.camber_rad is None else float(read.camber_rad.value)
    now = _worse_side(a, axle, lambda u: before + view.at(u)[0], before)
    yield Line(
        what=What.CAMBER,
        axle=axle,
        quantity=Quantity.ANGLE,
        before=before,
        now=now,
        low=before - rules.CAMBER_KEPT,
        high=before + rules.CAMBER_KEPT,
        whose=PRACTICE,
        changes=read.camber_rad is None,
        cures=(Cure(Way.ALIGN, before - float(now[a.target_case]), Quantity.ANGLE, now - now[a.target_case] + before),),
    )
    shaft = half_shaft(a, axle)
    if shaft is not None:
        yield from _shaft(a, axle, view, shaft)


def _worse_side(a: Assessment, axle: int, of: Moved, before: float) -> Floats:
    """Of both wheels, whichever is further from before, (B,)."""
    left, right = (of(u) for u in travel(a, axle))
    return np.where(np.abs(left - before) >= np.abs(right - before), left, right)


def _shaft(a: Assessment, axle: int, view: FrontView, shaft: HalfShaft) -> Iterator[Line]:
    def moved(u: Floats, which: int, dropped: float = 0.0) -> Floats:
        camber, outward = view.at(u)
        return shaft.moved(u, outward, camber, dropped)[which]

    still = np.zeros(1)
    before = float(moved(still, 1)[0])
    now = _worse_side(a, axle, lambda u: moved(u, 1), 0.0)
    down = max(-float(np.nanmean(travel(a, axle)[:, a.target_case])), 0.0)
    cure = Cure(Way.DROP, down, Quantity.HEIGHT, _worse_side(a, axle, lambda u: moved(u, 1, down), 0.0))
    kept = {"axle": axle, "quantity": Quantity.ANGLE, "whose": PRACTICE}
    cures = (cure,) if down > 0.0 else ()
    yield Line(what=What.HALF_SHAFT, before=before, now=now, high=rules.HALF_SHAFT, cures=cures, **kept)  # type: ignore[arg-type]
    hangs = np.array([landmarks(a, axle, side).hanging_m for side in (0, 1)])
    was = np.array([landmarks(a, axle, side, found=True).hanging_m for side in (0, 1)])
    before, droop, left = (float(np.nanmax(one)) for one in (moved(was, 1), moved(hangs, 1), moved(hangs, 1, down)))
    now = np.where(a.proposed.stands, droop, np.nan)
    cures = (replace(cure, leaves=0.0 * now + left),) if down > 0.0 else ()
    high = rules.HALF_SHAFT_DROOP
    yield Line(what=What.HALF_SHAFT_DROOP, before=before, now=now, high=high, cures=cures, **kept)  # type: ignore[arg-type]
    yield from _plunge(a, axle, lambda u: moved(u, 2))


def _plunge(a: Assessment, axle: int, longer: Moved) -> Iterator[Line]:
    """What a half-shaft has left to go in and to come out, over the whole travel of both wheels, in every case alike."""
    read = a.job.vehicle.axles[axle].arms
    ways = np.concatenate([np.linspace(landmarks(a, axle, side).hanging_m, landmarks(a, axle, side).full_m, 25) for side in (0, 1)])
    change = longer(ways)
    for what, reading, used in (
        (What.PLUNGE_IN, read.plunge_in_m, -float(np.nanmin(change))),
        (What.PLUNGE_OUT, read.plunge_out_m, float(np.nanmax(change))),
    ):
        if reading is not None:
            left = np.where(a.proposed.stands, reading.value - max(used, 0.0), np.nan)
            yield Line(what=what, axle=axle, quantity=Quantity.HEIGHT, before=reading.value, now=left, low=rules.PLUNGE_LEFT,
                       whose=PRACTICE)  # fmt: skip


def _link(a: Assessment, axle: int) -> Iterator[Line]:
    """The arm of an anti-roll bar, whose upright link goes with the wheel: how far it leans from where it stood."""
    if a.job.vehicle.axles[axle].bar_link_m is None:
        return
    bar = a.job.as_found.axles[axle].bar
    base = path_to(JOB.as_found.axles[axle].bar)
    missing = lacking(a, (*base, "arm_m"), (*base, "link_ratio"))
    if missing or bar.arm_m is None or bar.link_ratio is None:
        yield asking(a.cases, What.BAR_ARM, axle, Quantity.ANGLE, missing)
        return
    arm, ratio = float(bar.arm_m.value), float(bar.link_ratio.value)

    def leans(u: Floats) -> Floats:
        sine = u * ratio / arm
        return np.asarray(np.arcsin(np.where(np.abs(sine) <= 1.0, sine, np.nan)))

    down = float(np.nanmean(travel(a, axle)[:, a.target_case]))
    yield Line(
        what=What.BAR_ARM,
        axle=axle,
        quantity=Quantity.ANGLE,
        before=0.0,
        now=_worse_side(a, axle, leans, 0.0),
        low=-rules.BAR_ARM,
        high=rules.BAR_ARM,
        whose=PRACTICE,
        changes=True,
        cures=(Cure(Way.LINK, -down * ratio, Quantity.HEIGHT, _worse_side(a, axle, lambda u: leans(u - down), 0.0)),),
    )
