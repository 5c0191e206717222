"""Heights read at another point than hub to arch: brought there by what both were before the work, and back."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.solve.assessment import Assessment
from isostat.core.limits import Floats
from isostat.core.vehicle.layout import SIDES, Layout, row
from isostat.job.log import HUB_TO_ARCH, LOGGED_POINTS, LoggedPoint
from isostat.job.vehicle import Axle


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
    """Hub to arch, and those that were read at every wheel beside it before the work."""
    corners = [corner for axle in a.job.vehicle.axles for corner in (axle.left, axle.right)]
    return tuple(
        point
        for point in LOGGED_POINTS
        if all((known := getattr(corner, point)) is not None and not known.assumed for corner in corners) or point == HUB_TO_ARCH
    )


def read_at(a: Assessment, point: LoggedPoint, case: int) -> ReadAt:
    """A point that is offered, with what is on board."""
    hub, before = a.proposed.hub_to_arch_m[..., case], a.baseline_m
    own, other = np.ones(hub.shape), np.zeros(hub.shape)
    if point == HUB_TO_ARCH:
        return ReadAt(hub_m=hub, at_m=hub, own=own, other=other)
    read = np.array([[getattr(corner, point).value for corner in (axle.left, axle.right)] for axle in a.job.vehicle.axles])
    if point == "ground_to_arch_m":
        return ReadAt(hub_m=hub, at_m=read + a.proposed.arch_rise_m[..., case], own=own, other=other)
    if point == "tube_to_frame_m":
        rows = np.array(
            [_rows(axle, figures.spring_place.value) for axle, figures in zip(a.job.vehicle.axles, a.axles, strict=True)]
        )
        own, other = rows[:, (0, 1), (0, 1)], rows[:, (0, 1), (1, 0)]
    larger = [fit.tyre_radius_m.value - axle.tyre_radius_m.value for fit, axle in zip(a.fits, a.axles, strict=True)]
    nearer = np.array(larger)[:, None] if point == "arch_gap_m" else 0.0  # tyres of another size fill the arch
    return ReadAt(hub_m=hub, at_m=read + _sum(own, other, hub - before) - nearer, own=own, other=other)


def _rows(axle: Axle, place: float) -> Floats:
    """How both wheels of an axle move its tube beside each spring, (2, 2)."""
    layout = Layout.SOLID if axle.layout == "solid" else Layout.INDEPENDENT
    return np.array([row(layout, side, place) for side in SIDES])
