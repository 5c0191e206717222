"""What locates and drives a wheel, as read before anything is undone: links in side view, propeller shaft, arms in front view."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from isostat.job.reading import (
    Angle,
    ArmAngle,
    BarLength,
    Frozen,
    Gap,
    Height,
    NotSo,
    Number,
    Offset,
    ShaftLength,
    Text,
    Whole,
)
from isostat.units.saying import saying


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


class FrontArms(Frozen):
    """A wheel's arms as seen from the front, one side, as weighed; slopes downwards to the wheel, joints from the wheel's centre.

    by: two arms, or one and a strut. …_in_m: towards the middle. shaft_m: of a half-shaft, joint to joint;
    plunge_in_m, plunge_out_m: by which it can go in, and come out. camber_rad: top outward, as read.
    """

    by: Literal["two arms", "strut"] | None = None
    lower_m: BarLength | None = None
    lower_slope_rad: ArmAngle | None = None
    ball_below_m: Offset | None = None
    ball_in_m: Offset | None = None
    upper_m: BarLength | None = None
    upper_slope_rad: ArmAngle | None = None
    upper_above_m: Offset | None = None
    upper_in_m: Offset | None = None
    mount_above_m: Offset | None = None
    mount_in_m: Offset | None = None
    camber_rad: Angle | None = None
    shaft_m: BarLength | None = None
    shaft_slope_rad: ArmAngle | None = None
    shaft_in_m: Offset | None = None
    plunge_in_m: Gap | None = None
    plunge_out_m: Gap | None = None


class DragLink(Frozen):
    """The link from the steering box to a solid axle, heights of its ends above the ground; box_side: on which the box is."""

    length_m: BarLength | None = None
    box_height_m: Height | None = None
    axle_height_m: Height | None = None
    box_side: Literal["left", "right"] = "left"


class Allowed(Frozen):
    """What a thing that the height drags along may be in this job, SI, in place of the usual; axle: None for the whole vehicle."""

    what: Text
    axle: Whole | None = Field(default=None, ge=0, le=2)
    low: Number | None = None
    high: Number | None = None

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if self.low is not None and self.high is not None and self.low > self.high:
            raise NotSo(saying("the least that “{what}” may be is above the most. Enter less.", what=self.what))
        return self
