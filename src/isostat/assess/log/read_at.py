"""Heights read at another point than hub to arch: brought there by what both were before the work, and back."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.air import aired
from isostat.core.limits import Floats
from isostat.core.vehicle.layout import SIDES, row
from isostat.job.log import HUB_TO_ARCH, LOGGED_POINTS, LoggedPoint


@dataclass(frozen=True, slots=True, kw_only=True)
class ReadAt:
    """A point at every wheel, (A, 2) m: hub to arch and the point itself by the parts as they are; each moves with the other.

    own, other: by how much the point rises for a metre more hub to arch at its own wheel, and at the other one of its axle.
    """

    hub_m: Floats
    at_m: Floats
    own: Floats
    other: Floats

    def hub_to_arch(self, read_m: Floats) -> Floats:
        """Of what was read at the point, (A, 2) m, nan where it was not; on a beam both sides are needed."""
        whole = self.own**2 - self.other * self.other[:, ::-1]
        return self.hub_m + _sum(self.own[:, ::-1] / whole, -self.other / whole, read_m - self.at_m)

    def at_point(self, hub_m: Floats) -> Floats:
        """What the point reads at a hub to arch, (A, 2) m."""
        return self.at_m + _sum(self.own, self.other, hub_m - self.hub_m)


def _sum(own: Floats, other: Floats, off: Floats) -> Floats:
    """What is not read at the other wheel counts only where it matters."""
    beside = np.where(other == 0.0, 0.0, off[:, ::-1])
    return np.asarray(own * off + other * beside)


def points_offered(a: Assessment) -> tuple[LoggedPoint, ...]:
    """Hub to arch; those that were read at every wheel beside it before the work, and still mean the same; bags by their size."""
    return tuple(point for point in LOGGED_POINTS if _offered(a, point))


def _offered(a: Assessment, point: LoggedPoint) -> bool:
    axles = range(len(a.axles))
    if point == HUB_TO_ARCH:
        return True
    if point == "bag_height_m":
        return all(aired(a, i) is not None for i in axles)
    if point == "shaft_showing_m" and any(_other_shock(a, i) for i in axles):
        return False
    corners = [corner for axle in a.job.vehicle.axles for corner in (axle.left, axle.right)]
    return all((known := getattr(corner, point)) is not None and not known.assumed for corner in corners)


def _other_shock(a: Assessment, axle: int) -> bool:
    fit = a.fits[axle]
    return bool(fit.shock_longer_m or fit.shock_mounts_m) or a.job.proposal.axles[axle].shock_stroke_m is not None


def read_at(a: Assessment, point: LoggedPoint, case: int) -> ReadAt:
    """A point that is offered, with what is on board."""
    hub = a.proposed.hub_to_arch_m[..., case]
    own, other = np.ones(hub.shape), np.zeros(hub.shape)
    if point == HUB_TO_ARCH:
        return ReadAt(hub_m=hub, at_m=hub, own=own, other=other)
    if point in ("tube_to_frame_m", "shaft_showing_m", "bag_height_m"):
        rows = np.array([_rows(a, i, point, case) for i in range(len(a.axles))])
        own, other = rows[:, (0, 1), (0, 1)], rows[:, (0, 1), (1, 0)]
    if point == "bag_height_m":
        bags = [aired(a, i) for i in range(len(a.axles))]
        at = np.array([bag.height_m[:, case] for bag in bags if bag is not None])
        return ReadAt(hub_m=hub, at_m=at, own=own, other=other)
    read = np.array([[getattr(corner, point).value for corner in (axle.left, axle.right)] for axle in a.job.vehicle.axles])
    if point in ("ground_to_arch_m", "ground_to_sill_m"):  # both of the body beside the wheel
        return ReadAt(hub_m=hub, at_m=read + a.proposed.arch_rise_m[..., case], own=own, other=other)
    larger = [fit.tyre_radius_m.value - axle.tyre_radius_m.value for fit, axle in zip(a.fits, a.axles, strict=True)]
    nearer = np.array(larger)[:, None] if point == "arch_gap_m" else 0.0  # tyres of another size fill the arch
    return ReadAt(hub_m=hub, at_m=read + _sum(own, other, hub - a.baseline_m) - nearer, own=own, other=other)


def _rows(a: Assessment, axle: int, point: LoggedPoint, case: int) -> Floats:
    """How both wheels of an axle move its tube beside each spring, its shafts or its bags, (2, 2)."""
    figures = a.axles[axle]
    place = figures.shock_place if point == "shaft_showing_m" else figures.spring_place
    rows = np.array([row(figures.layout, side, place.value) for side in SIDES])
    if point == "shaft_showing_m":
        return rows * figures.shock_ratio.value
    if point == "bag_height_m":
        return np.asarray(rows * figures.spring_motion.at(rows @ a.proposed.rest.travel_m[axle, :, case])[1][:, None])
    return rows
