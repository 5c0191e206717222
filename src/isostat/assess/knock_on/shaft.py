"""A propeller shaft: the angles of its joints, what they leave of each other's ripple, and its slip."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.knock_on.change import AS_READ, Change
from isostat.assess.knock_on.line import PRACTICE, Cure, Line, Way, What, asking, mends, outside
from isostat.assess.knock_on.links import axle_turned, facing, thick_end
from isostat.assess.knock_on.moved import lacking, mean_travel, side_path
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.memory import remembered
from isostat.assess.travel.landmarks import landmarks
from isostat.core import rules
from isostat.core.limits import GRAVITY, Floats
from isostat.core.linkage.shaft import FrontPiece, Moved, Shaft, most_angle
from isostat.core.linkage.side_links import Leaves
from isostat.job.edits.paths import JOB, path_to
from isostat.language import later
from isostat.units.unit import Quantity

NEEDS = ("length_m", "slope_rad", "box_rad")
SLIP = ("ahead_m", "in_m", "out_m")
PIECES = ("plan_rad", "front_m", "front_slope_rad", "front_plan_rad", "final_drive")
JOINTS = {What.FRONT_JOINT: "box_rad", What.CARRIER_JOINT: "carrier_rad", What.REAR_JOINT: "axle_rad"}
AE_7 = later("SAE AE-7")
WEDGES = np.radians(np.arange(-12.0, 12.01, 0.05))  # that are tried
SPACERS = np.arange(-0.06, 0.0601, 0.001)  # m, of carrier or box


def shaft_lines(a: Assessment, change: Change = AS_READ) -> Iterator[Line]:
    """Of every axle of whose shaft something was read."""
    for axle in range(len(a.axles)):
        if any(value is not None and name != "box_joint" for name, value in a.job.vehicle.axles[axle].shaft):
            yield from _lines(a, axle, change.at(axle))


def _lines(a: Assessment, axle: int, change: Change) -> Iterator[Line]:
    base = path_to(JOB.vehicle.axles[axle])
    missing = lacking(a, *((*base, "shaft", name) for name in NEEDS), (*base, "pinion_rad"))
    if missing or axle_turned(a, axle) is None:
        asks = missing or ((*base, "links", "by"),)
        yield asking(a.cases, What.REAR_JOINT, axle, Quantity.ANGLE, asks, (rules.JOINT_LEAST, rules.JOINT_MOST))
        return
    read = _as_read(a, axle)
    ways = read if change is AS_READ else _everywhere(a, axle, change)
    for what, before, after, low, high, whose in _limits(a, axle, read, ways):
        yield Line(what=what, axle=axle, quantity=Quantity.ANGLE, before=before, now=after, low=low, high=high, whose=whose,
                   mended=mends(_cures, a, axle, what, low, high, after))  # fmt: skip
    yield from _at_the_ends(a, axle, read, ways, change)


Limits = tuple[What, float, Floats, float | None, float, str]


def _limits(a: Assessment, axle: int, was: Moved, now: Moved) -> Iterator[Limits]:
    """Each joint and what they leave: before, now, least and most, who says so. With the speed of the shaft known, by that."""
    double_cardan = a.job.vehicle.axles[axle].shaft.box_joint == "double cardan"
    speed = shaft_speed(a, axle)
    most, whose = (rules.JOINT_MOST, PRACTICE) if speed is None else (most_angle(speed), AE_7)
    for what, key in JOINTS.items():
        before, after = getattr(was, key), getattr(now, key)
        if before is None:
            continue
        straight = what is What.REAR_JOINT and double_cardan
        double = what is What.FRONT_JOINT and double_cardan
        high = float(rules.JOINT_STRAIGHT) if straight else most * (2.0 if double else 1.0)
        yield (
            what,
            float(before[WEIGHED]),
            after[CASES],
            None if straight else rules.JOINT_LEAST,
            high,
            PRACTICE if straight else whose,
        )
    leave = rules.JOINTS_LEAVE if speed is None else rules.JOINTS_SPEED / speed
    yield What.RIPPLE, float(was.residual_rad[WEIGHED]), now.residual_rad[CASES], None, float(leave), PRACTICE


def shaft_speed(a: Assessment, axle: int) -> float | None:
    """Of the shaft where its joints are judged, rad/s; None where the final drive was not read."""
    drive = a.job.vehicle.axles[axle].shaft.final_drive
    if drive is None:
        return None
    fit = a.fits[axle]
    squash = float(a.proposed.pad_kg[axle].mean()) * GRAVITY / fit.tyre_rate.value
    return float(rules.JUDGED_AT / max(fit.tyre_radius_m.value - squash / 3.0, 0.05) * drive.value)


def shaft_of(a: Assessment, axle: int) -> Shaft:
    """The shaft of an axle whose readings are all there; of a front axle as seen from the other side of the vehicle."""
    read = a.job.vehicle.axles[axle]
    n = {name: float(getattr(read.shaft, name).value) for name in NEEDS}
    assert read.pinion_rad is not None
    ahead = rules.PINION_AHEAD if read.shaft.ahead_m is None else read.shaft.ahead_m.value
    front = None
    if read.shaft.front_m is not None and read.shaft.front_slope_rad is not None:
        aside = 0.0 if read.shaft.front_plan_rad is None else float(read.shaft.front_plan_rad.value)
        front = FrontPiece(
            length_m=float(read.shaft.front_m.value), slope_rad=float(read.shaft.front_slope_rad.value), plan_rad=aside
        )
    plan = 0.0 if read.shaft.plan_rad is None else float(read.shaft.plan_rad.value)
    return Shaft(**n, pinion_rad=float(read.pinion_rad.value), ahead_m=float(ahead), plan_rad=plan, front=front,
                 double_cardan=read.shaft.box_joint == "double cardan")  # fmt: skip


WEIGHED, CASES, FOUND_DROOP, DROOP, BUMP = 0, slice(1, -3), -3, -2, -1  # of what _everywhere gives


@remembered
def _as_read(a: Assessment, axle: int) -> Moved:
    return _everywhere(a, axle, AS_READ)


def _everywhere(a: Assessment, axle: int, change: Change) -> Moved:
    """As weighed, in every case, at full droop as found and as proposed, and at full bump, both wheels together.

    A front axle's shaft runs the other way: what is rearward and nose-up to it is seen from the other side.
    """
    path, way = change.path or side_path(a, axle)[0], facing(a, axle)
    assert path is not None
    found, now = ([landmarks(a, axle, side, found=of) for side in (0, 1)] for of in (True, False))
    ends = [np.mean([end.hanging_m for end in of]) for of in (found, now)]
    v = np.array([0.0, *mean_travel(a, axle), *ends, np.mean([end.full_m for end in now])])
    forward, turned = path.at(v)
    return shaft_of(a, axle).moved(v, way * forward, way * (turned - change.back_rad), change.box_m)


@remembered
def _ways(a: Assessment, axle: int) -> tuple[tuple[Way, float, Quantity, Change], ...]:
    """A wedge or bushes, and a carrier or box lower, that leave least of ripple in the target's case: the least such, by trial."""
    case, turned, way, shaft = a.target_case, axle_turned(a, axle), facing(a, axle), shaft_of(a, axle)
    assert turned is not None
    v, forward, alpha = float(mean_travel(a, axle)[case]), float(turned[0][case]), float(turned[1][case])
    if not np.isfinite([v, forward, alpha]).all():
        return ()
    still = np.zeros_like(WEDGES)
    by_wedge = shaft.moved(still + v, still + way * forward, way * alpha - WEDGES)
    nose_up = _least(WEDGES, by_wedge.axle_rad if shaft.double_cardan else by_wedge.residual_rad)
    still = np.zeros_like(SPACERS)
    by_box = shaft.moved(still + v, still + way * forward, still + way * alpha, SPACERS)
    lower = _least(SPACERS, by_box.axle_rad if shaft.double_cardan else by_box.residual_rad)
    seats = isinstance(side_path(a, axle)[0], Leaves)
    return (
        (Way.WEDGE if seats else Way.BUSHES, nose_up, Quantity.ANGLE, Change(axle=axle, back_rad=way * nose_up)),
        (Way.CARRIER, lower, Quantity.HEIGHT, Change(axle=axle, box_m=lower)),
    )


def _least(tries: Floats, left: Floats) -> float:
    """Of the tries that leave about the least, the smallest."""
    good = np.nonzero(left <= left.min() + 2e-3)[0]
    return float(tries[good[np.argmin(np.abs(tries[good]))]])


def _cures(a: Assessment, axle: int, what: What, low: float | None, high: float, now: Floats) -> Iterator[Cure]:
    """Those of the ways that take a joint at least half way back."""
    for way, by, quantity, change in _ways(a, axle):
        then = _everywhere(a, axle, change)
        leaves = (then.residual_rad if what is What.RIPPLE else getattr(then, JOINTS[what]))[CASES]
        if _off(leaves, low, high) < 0.5 * _off(now, low, high):
            thick = thick_end(a, axle, change.back_rad) if way is Way.WEDGE else ""
            yield Cure(way, by, quantity, leaves, change, thick=thick)


def _off(values: Floats, low: float | None, high: float) -> float:
    return float(np.abs(outside(values, low, high)).max(initial=0.0))


def _at_the_ends(a: Assessment, axle: int, was: Moved, now: Moved, change: Change) -> Iterator[Line]:
    """The steepest joint at full droop, and what the slip joint has left, where it was read: whatever the case."""
    read = a.job.vehicle.axles[axle].shaft
    steep_was, steep = (max(float(of.box_rad[at]), float(of.axle_rad[at])) for of, at in ((was, FOUND_DROOP), (now, DROOP)))
    yield Line(what=What.JOINTS_DROOP, axle=axle, quantity=Quantity.ANGLE, before=steep_was,
               now=np.where(a.proposed.stands, steep, np.nan), high=rules.JOINTS_DROOP, whose=PRACTICE)  # fmt: skip
    for what, reading, way, end in ((What.SLIP_IN, read.in_m, 1.0, BUMP), (What.SLIP_OUT, read.out_m, -1.0, DROOP)):
        if reading is None:
            continue
        left = reading.value - way * change.shaft_m
        worst = np.minimum(left + way * now.longer_m[CASES], left + way * float(now.longer_m[end]))
        by = -way * max(rules.SLIP_LEFT - float(np.nanmin(worst)), 0.0) if np.isfinite(worst).any() else 0.0
        cure = Cure(Way.SHAFT, by, Quantity.HEIGHT, worst - way * by, Change(axle=axle, shaft_m=by))
        yield Line(what=what, axle=axle, quantity=Quantity.HEIGHT, before=reading.value, now=worst, low=rules.SLIP_LEFT,
                   whose=PRACTICE, mended=mends(tuple, (cure,)))  # fmt: skip
