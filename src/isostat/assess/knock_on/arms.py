"""Independent wheels: camber, toe, ball joints and half-shafts, as the arms swing."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import replace

import numpy as np

from isostat.assess.knock_on.change import AS_READ, Change
from isostat.assess.knock_on.line import PRACTICE, Cure, Line, Way, What, asking, either_way, in_half_turns, mends
from isostat.assess.knock_on.moved import lacking, lead, travel, worse_side
from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.landmarks import landmarks
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.core.linkage.arms import FrontView, HalfShaft, Strut, TwoArms
from isostat.core.linkage.shaft import joint_angle
from isostat.core.linkage.tie_rod import TieRod
from isostat.core.vehicle.layout import Layout
from isostat.job.edits.paths import JOB, Path, path_to
from isostat.language import later
from isostat.units.unit import Quantity

LOWER = ("lower_m", "lower_slope_rad", "ball_below_m", "ball_in_m")
NEEDS = {
    "two arms": (*LOWER, "upper_m", "upper_slope_rad", "upper_above_m", "upper_in_m"),
    "strut": (*LOWER, "mount_above_m", "mount_in_m"),
}
HALF_SHAFT = ("shaft_m", "shaft_slope_rad", "shaft_in_m", "plunge_in_m", "plunge_out_m")
SHAFT = ("shaft_m", "shaft_slope_rad")
ROD = ("rack", "rod_m", "rod_slope_rad", "rod_below_m", "rod_in_m", "steer_arm_m")


def arm_lines(a: Assessment, change: Change = AS_READ) -> Iterator[Line]:
    """Of every independent axle."""
    for axle in range(len(a.axles)):
        if a.axles[axle].layout is Layout.INDEPENDENT:
            yield from _arms(a, axle, change.at(axle))


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


def tie_rod(a: Assessment, axle: int) -> tuple[TieRod | None, tuple[Path, ...]]:
    """Of a wheel, and the readings that this lacks. Raises OutOfRange for one that cannot be."""
    read, base = a.job.vehicle.axles[axle].arms, path_to(JOB.vehicle.axles[axle].arms)
    missing = lacking(a, *((*base, name) for name in ROD))
    if missing:
        return None, missing
    n = {name: float(getattr(read, name).value) for name in ROD if name != "rack"}
    outer = (-n["rod_in_m"], -n["rod_below_m"])
    inner = (outer[0] - n["rod_m"] * np.cos(n["rod_slope_rad"]), outer[1] + n["rod_m"] * np.sin(n["rod_slope_rad"]))
    return TieRod(inner=inner, outer=outer, arm_m=n["steer_arm_m"], behind=read.rack == "behind"), ()


def _arms(a: Assessment, axle: int, change: Change) -> Iterator[Line]:
    read = a.job.vehicle.axles[axle].arms
    view, missing = front_view(a, axle)
    if view is None:
        yield asking(a.cases, What.CAMBER, axle, Quantity.ANGLE, missing, either_way(rules.CAMBER_KEPT))
        return
    before = 0.0 if read.camber_rad is None else float(read.camber_rad.value)
    down = max(-float(np.nanmean(travel(a, axle)[:, a.target_case])), 0.0)

    def camber(pivots_m: float) -> Floats:
        return worse_side(a, axle, lambda u: before + view.at(u + pivots_m)[0], before)

    now = camber(change.pivots_m)

    def cures() -> Iterator[Cure]:
        yield Cure(Way.ALIGN, before - float(now[a.target_case]), Quantity.ANGLE, now - now[a.target_case] + before)
        if down > 0.0:
            yield Cure(Way.DROP_BRACKET, down, Quantity.HEIGHT, camber(down), Change(axle=axle, pivots_m=down))

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
        mended=mends(cures),
    )
    yield from _toe(a, axle, view, change)
    yield from _ball(a, axle, view, change)
    shaft = half_shaft(a, axle)
    if shaft is not None:
        yield from _shaft(a, axle, view, shaft, change)


def _toe(a: Assessment, axle: int, view: FrontView, change: Change) -> Iterator[Line]:
    """Of a wheel that is steered, or whose rod was read."""
    read = a.job.vehicle.axles[axle]
    rod, missing = tie_rod(a, axle)
    if rod is None:
        if read.steered or len(missing) < len(ROD):
            yield asking(a.cases, What.TOE, axle, Quantity.ANGLE, missing, either_way(rules.TOE_KEPT))
        return
    before = 0.0 if read.arms.toe_rad is None else float(read.arms.toe_rad.value)

    def toe(of: TieRod) -> Floats:
        def at(u: Floats) -> Floats:
            camber, outward = view.at(u + change.pivots_m)
            return before + of.toe(u + change.pivots_m, outward, camber)

        return worse_side(a, axle, at, before)

    def cures() -> Iterator[Cure]:
        middle = np.array(float(np.nanmean(travel(a, axle)[:, a.target_case])))
        camber, outward = view.at(middle)
        by, turns = in_half_turns(rod.straightened(float(middle), float(outward), float(camber)).longer_m, lead(a, axle))
        if np.isfinite(by):
            straight = replace(rod, longer_m=by)
            yield Cure(Way.TIE_ROD, by, Quantity.FINE, toe(straight), Change(axle=axle, rod=straight), turns)

    yield Line(what=What.TOE, axle=axle, quantity=Quantity.ANGLE, before=before, now=toe(change.rod or rod),
               low=before - rules.TOE_KEPT, high=before + rules.TOE_KEPT, whose=PRACTICE, changes=read.arms.toe_rad is None,
               mended=mends(cures))  # fmt: skip


def _ball(a: Assessment, axle: int, view: FrontView, change: Change) -> Iterator[Line]:
    """How far the lower ball joint swings over the whole travel, of what it may either way."""
    may = a.job.vehicle.axles[axle].arms.ball_rad
    if may is None:
        return
    ways = np.concatenate([_ends(a, axle, side) for side in (0, 1)])
    now, was = (_most(np.abs(view.swings(ways + pivots))) for pivots in (change.pivots_m, 0.0))
    yield Line(what=What.BALL, axle=axle, quantity=Quantity.ANGLE, before=was, now=np.where(a.proposed.stands, now, np.nan),
               high=abs(float(may.value)), whose=later("as read"), changes=True,
               mended=mends(_bracketed, a, axle, lambda pivots: view.swings(ways + pivots)))  # fmt: skip


def _bracketed(a: Assessment, axle: int, swings: Callable[[float], Floats]) -> tuple[Cure, ...]:
    """Brackets that take the arms down as far as the body came up."""
    down = -float(np.nanmean(travel(a, axle)[:, a.target_case]))
    if not down > 0.0:
        return ()
    left = np.where(a.proposed.stands, _most(np.abs(swings(down))), np.nan)
    return (Cure(Way.DROP_BRACKET, down, Quantity.HEIGHT, left, Change(axle=axle, pivots_m=down)),)


def _most(values: Floats) -> float:
    """The greatest of those that close; NaN where none does."""
    return float(np.fmax.reduce(values, axis=None))


def _ends(a: Assessment, axle: int, side: int) -> Floats:
    """Travels from full droop to full bump."""
    ends = landmarks(a, axle, side)
    return np.linspace(ends.hanging_m, ends.full_m, 25)


def _lowered(down: float, ways: tuple[tuple[Way, Change], ...], value: Callable[[Change], Floats]) -> Iterator[Cure]:
    """A lower differential, and brackets that take the arms along."""
    if down > 0.0:
        for way, change in ways:
            yield Cure(way, down, Quantity.HEIGHT, value(change), change)


def _shaft(a: Assessment, axle: int, view: FrontView, shaft: HalfShaft, change: Change) -> Iterator[Line]:
    read = a.job.vehicle.axles[axle].arms
    down = max(-float(np.nanmean(travel(a, axle)[:, a.target_case])), 0.0)
    hangs = np.array([landmarks(a, axle, side).hanging_m for side in (0, 1)])
    was = np.array([landmarks(a, axle, side, found=True).hanging_m for side in (0, 1)])

    def moved(u: Floats, which: int, of: Change = change) -> Floats:
        camber, outward = view.at(u + of.pivots_m)
        return shaft.moved(u + of.pivots_m, outward, camber, of.differential_m)[which]

    def ride(of: Change) -> Floats:
        return worse_side(a, axle, lambda u: moved(u, 1, of), 0.0)

    def droop(of: Change) -> Floats:
        return np.where(a.proposed.stands, _most(moved(hangs, 1, of)), np.nan)

    def locked(of: Change) -> Floats:
        return np.asarray(joint_angle(droop(of), np.full(a.cases, abs(float(read.lock_rad.value)) if read.lock_rad else 0.0)))

    hanging = _most(moved(was, 1, AS_READ))
    lines = [(What.HALF_SHAFT, ride, float(moved(np.zeros(1), 1, AS_READ)[0]), rules.HALF_SHAFT),
             (What.HALF_SHAFT_DROOP, droop, hanging, rules.HALF_SHAFT_DROOP)]  # fmt: skip
    if read.lock_rad is not None:
        before = float(joint_angle(np.array(hanging), np.array(abs(read.lock_rad.value))))
        lines.append((What.HALF_SHAFT_LOCK, locked, before, rules.HALF_SHAFT_LOCK))
    ways = ((Way.DROP, Change(axle=axle, differential_m=down)), (Way.DROP_BRACKET, Change(axle=axle, pivots_m=down)))
    for what, value, before, high in lines:
        yield Line(what=what, axle=axle, quantity=Quantity.ANGLE, before=before, now=value(change), high=high,
                   mended=mends(_lowered, down, ways, value),
                   whose=PRACTICE)  # fmt: skip
    used = moved(np.concatenate([_ends(a, axle, side) for side in (0, 1)]), 2)
    for what, reading, most in (
        (What.PLUNGE_IN, read.plunge_in_m, _most(-used)),
        (What.PLUNGE_OUT, read.plunge_out_m, _most(used)),
    ):
        if reading is not None:
            left = np.where(a.proposed.stands, reading.value - max(most, 0.0), np.nan)
            yield Line(what=what, axle=axle, quantity=Quantity.HEIGHT, before=reading.value, now=left, low=rules.PLUNGE_LEFT,
                       whose=PRACTICE)  # fmt: skip
