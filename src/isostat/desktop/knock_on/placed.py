"""Where links, leaves and shafts lie, as weighed and in a case: x behind the front hub, z above the ground, m."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from isostat.assess.knock_on.links import axle_turned, facing
from isostat.assess.knock_on.moved import lacking, pitch, side_path
from isostat.assess.knock_on.shaft import NEEDS, shaft_of
from isostat.assess.solve.standing import Standing
from isostat.core.limits import OutOfRange
from isostat.core.linkage.side_links import Leaves, Link, OneArm, TwoLinks
from isostat.desktop.pieces.elevation import body_shift, hub_heights
from isostat.desktop.view import View
from isostat.job.edits.paths import JOB, path_to

STUB = 0.14  # m of an output or a pinion that is drawn
Spot = tuple[float, float]


@dataclass(frozen=True, slots=True)
class Part:
    """A line of a part. group: of the readings that it stands for. ends: whether they are joints."""

    group: str
    spots: tuple[Spot, ...]
    joints: bool = True


@dataclass(frozen=True, slots=True)
class _At:
    """An axle at its place: hub, and how far it has turned nose-down against the ground."""

    v: View
    axle: int
    case: int | None

    @property
    def s(self) -> Standing | None:
        """The springs it stands on: None for the old ones."""
        return None if self.case is None else self.v.a.proposed

    def of_body(self, x: float, z: float) -> Spot:
        """A place of the body, as weighed, where it is now."""
        return x, z + body_shift(self.s, 0 if self.case is None else self.case, x)

    @property
    def hub(self) -> Spot:
        """Its middle."""
        x = self.v.job.vehicle.axles[self.axle].behind_front_m.value
        moved = axle_turned(self.v.a, self.axle)
        forward = 0.0 if self.case is None or moved is None else float(np.nan_to_num(moved[0][self.case]))
        return x - forward, hub_heights(self.v, self.s, 0 if self.case is None else self.case)[self.axle]

    @property
    def nose_down(self) -> float:
        """Of the axle, against the ground, rad."""
        moved = axle_turned(self.v.a, self.axle)
        if self.case is None or moved is None:
            return 0.0
        return float(np.nan_to_num(moved[1][self.case] + pitch(self.v.a)[self.case]))

    def of_axle(self, ahead: float, over: float) -> Spot:
        """A place of the axle, so far ahead of and over its hub as weighed."""
        (x, z), c, s = self.hub, math.cos(self.nose_down), math.sin(self.nose_down)
        return x - ahead * c - over * s, z + over * c - ahead * s


def parts(v: View, axle: int, case: int | None) -> tuple[Part, ...]:
    """Of a solid axle, what was read of it. case: None as weighed, on the old springs."""
    if v.job.vehicle.axles[axle].layout != "solid" or (case is not None and not v.a.proposed.stands[case]):
        return ()
    at, read = _At(v, axle, case), v.job.vehicle.axles[axle]
    base = path_to(JOB.vehicle.axles[axle])
    out = list(_links(at))
    whole = not lacking(v.a, *((*base, "shaft", name) for name in NEEDS), (*base, "pinion_rad"))
    if whole and read.pinion_rad is not None:
        out += _shaft(at)
    return tuple(out)


def _links(at: _At) -> Iterator[Part]:
    try:
        path, _ = side_path(at.v.a, at.axle)
    except OutOfRange:
        return
    hub_x, hub_z = at.v.job.vehicle.axles[at.axle].behind_front_m.value, at.v.a.axles[at.axle].hub_m
    if isinstance(path, TwoLinks | OneArm):
        arm = path if isinstance(path, OneArm) else None
        links: tuple[Link, ...] = (path.lower, path.upper) if isinstance(path, TwoLinks) else ()
        if arm is not None:
            links = (Link(length_m=arm.length_m, slope_rad=arm.slope_rad, over_hub_m=0.0, ahead=arm.ahead),)
        for link in links:
            ahead, over = link.frame
            yield Part("links", (at.of_body(hub_x - ahead, hub_z + over), at.of_axle(0.0, link.over_hub_m)))
    elif isinstance(path, Leaves):
        eyes = [at.of_body(hub_x + x, hub_z + path.arch_m) for x in (-path.front_m, path.rear_m)]
        seat = at.hub
        bow = [((eye[0] + seat[0]) / 2, seat[1] + 0.28 * (eye[1] - seat[1])) for eye in eyes]
        yield Part("links", (eyes[0], bow[0], seat, bow[1], eyes[1]))


def _shaft(at: _At) -> Iterator[Part]:
    """Output, pieces, pinion; a front axle's runs rearward from it."""
    shaft, way = shaft_of(at.v.a, at.axle), facing(at.v.a, at.axle)
    still = _At(at.v, at.axle, None)
    jx, jz = still.of_axle(way * shaft.ahead_m, 0.0)

    def ahead(of: Spot, length: float, slope: float) -> Spot:
        """So far towards the box from a place, up a slope."""
        return of[0] - way * length * math.cos(slope), of[1] + length * math.sin(slope)

    joint, output = at.of_axle(way * shaft.ahead_m, 0.0), ahead((jx, jz), shaft.length_m, shaft.slope_rad)
    body = [output]
    if shaft.front is not None:
        body.append(ahead(output, shaft.front.length_m, shaft.front.slope_rad))
    moved = [at.of_body(*spot) for spot in body]
    yield Part("shaft", (joint, *moved))
    stub = ahead(body[-1], STUB, shaft.box_rad)
    yield Part("shaft", (moved[-1], at.of_body(*stub)), joints=False)
    pinion = at.of_axle(way * (shaft.ahead_m - STUB), -STUB * math.sin(shaft.pinion_rad))
    yield Part("shaft", (joint, pinion), joints=False)
