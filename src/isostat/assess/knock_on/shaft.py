"""A propeller shaft: the angles of its joints, what they leave of each other's ripple, and its slip."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.knock_on.line import PRACTICE, Cure, Line, Way, What, asking
from isostat.assess.knock_on.links import axle_turned
from isostat.assess.knock_on.moved import lacking, mean_travel, side_path
from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.landmarks import landmarks
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.core.linkage.shaft import Moved, Shaft
from isostat.job.edits.paths import JOB, path_to
from isostat.units.unit import Quantity

NEEDS = ("length_m", "slope_rad", "box_rad")
SLIP = ("ahead_m", "in_m", "out_m")


def shaft_lines(a: Assessment) -> Iterator[Line]:
    """Of every axle of whose shaft something was read."""
    for axle in range(len(a.axles)):
        if any(value is not None for _, value in a.job.vehicle.axles[axle].shaft):
            yield from _lines(a, axle)


def _lines(a: Assessment, axle: int) -> Iterator[Line]:
    base = path_to(JOB.vehicle.axles[axle])
    missing = lacking(a, *((*base, "shaft", name) for name in NEEDS), (*base, "pinion_rad"))
    moved = axle_turned(a, axle)
    if missing or moved is None:
        asks = missing or ((*base, "links", "by"),)
        yield asking(a.cases, What.REAR_JOINT, axle, Quantity.ANGLE, asks)
        return
    shaft = shaft_of(a, axle)
    was, now = shaft.moved(*np.zeros((3, 1))), shaft.moved(mean_travel(a, axle), *moved)
    for what, key in ((What.FRONT_JOINT, "front_rad"), (What.REAR_JOINT, "rear_rad")):
        yield Line(what=what, axle=axle, quantity=Quantity.ANGLE, before=float(getattr(was, key)[0]), now=getattr(now, key),
                   low=rules.JOINT_LEAST, high=rules.JOINT_MOST, whose=PRACTICE)  # fmt: skip
    yield Line(what=What.RIPPLE, axle=axle, quantity=Quantity.ANGLE, before=float(was.residual_rad[0]), now=now.residual_rad,
               high=rules.JOINTS_LEAVE, whose=PRACTICE, cures=_wedge(a, axle, shaft, moved, now))  # fmt: skip
    yield from _slip(a, axle, now)


def shaft_of(a: Assessment, axle: int) -> Shaft:
    """The shaft of an axle whose readings are all there."""
    read = a.job.vehicle.axles[axle]
    n = {name: float(getattr(read.shaft, name).value) for name in NEEDS}
    assert read.pinion_rad is not None
    ahead = rules.PINION_AHEAD if read.shaft.ahead_m is None else read.shaft.ahead_m.value
    return Shaft(**n, pinion_rad=float(read.pinion_rad.value), ahead_m=float(ahead))


def _wedge(a: Assessment, axle: int, shaft: Shaft, moved: tuple[Floats, Floats], now: Moved) -> tuple[Cure, ...]:
    """A wedge that makes both joint angles alike in the target's case: of the pinion's two such ways the nearer, by trial."""
    case, forward, turned = a.target_case, *moved
    if not np.isfinite(now.residual_rad[case]) or now.residual_rad[case] <= rules.JOINTS_LEAVE:
        return ()
    tries = np.radians(np.arange(-12.0, 12.01, 0.05))
    u = mean_travel(a, axle)

    def left(by: Floats, at: int) -> Floats:
        still = np.zeros_like(by)
        return shaft.moved(still + u[at], still + forward[at], turned[at] - by).residual_rad

    at_target = left(tries, case)
    good = np.nonzero(at_target <= at_target.min() + 2e-3)[0]
    by = float(tries[good[np.argmin(np.abs(tries[good]))]])
    leaves = np.array([float(left(np.array([by]), at)[0]) for at in range(a.cases)])
    return (Cure(Way.WEDGE, by, Quantity.ANGLE, leaves),)


def _slip(a: Assessment, axle: int, now: Moved) -> Iterator[Line]:
    """What the slip joint has left, where that was read: in at full bump, out at full droop, whatever the case."""
    read = a.job.vehicle.axles[axle].shaft
    shaft = shaft_of(a, axle)
    ends = [landmarks(a, axle, side) for side in (0, 1)]
    for what, reading, way, travel in (
        (What.SLIP_IN, read.in_m, 1.0, [end.full_m for end in ends]),
        (What.SLIP_OUT, read.out_m, -1.0, [end.hanging_m for end in ends]),
    ):
        if reading is None:
            continue
        at_end = _at(a, axle, shaft, float(np.mean(travel)))
        worst = np.minimum(reading.value + way * now.longer_m, reading.value + way * at_end)
        yield Line(what=what, axle=axle, quantity=Quantity.HEIGHT, before=reading.value, now=worst, low=rules.SLIP_LEFT,
                   whose=PRACTICE)  # fmt: skip


def _at(a: Assessment, axle: int, shaft: Shaft, travel: float) -> float:
    """By how much the shaft is longer than as weighed at a travel of the axle, m."""
    path, _ = side_path(a, axle)
    assert path is not None
    v = np.array([travel])
    return float(shaft.moved(v, *path.at(v)).longer_m[0])
