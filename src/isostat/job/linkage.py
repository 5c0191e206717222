"""What locates and drives an axle, as read before anything is undone: its links in side view, its propeller shaft."""

from __future__ import annotations

from typing import Literal

from isostat.job.reading import Angle, ArmAngle, BarLength, Frozen, Gap, Offset, ShaftLength


class SideLinks(Frozen):
    """What keeps the axle in its place fore and aft, one side of it.

    by: leaves, a lower and an upper link, or one arm that is one with the axle. frame: where the frame ends lie. A slope counts
    downwards to the axle. over_hub_m: the axle end above the hub. caster_rad: as read, top rearward.
    """

    by: Literal["leaves", "two links", "one arm"] | None = None
    frame: Literal["ahead", "behind"] = "ahead"
    lower_m: BarLength | None = None
    lower_slope_rad: ArmAngle | None = None
    lower_over_hub_m: Offset | None = None
    upper_m: BarLength | None = None
    upper_slope_rad: ArmAngle | None = None
    upper_over_hub_m: Offset | None = None
    caster_rad: Angle | None = None


class DriveShaft(Frozen):
    """A propeller shaft with a joint at each end, box to axle.

    slope_rad, box_rad: of shaft and output, downwards to the axle. ahead_m: the axle's joint from the hub. in_m, out_m: by which
    the slip joint can still go in, and come out.
    """

    length_m: ShaftLength | None = None
    slope_rad: ArmAngle | None = None
    box_rad: Angle | None = None
    ahead_m: Offset | None = None
    in_m: Gap | None = None
    out_m: Gap | None = None
