"""What locates and drives a wheel: links in side view, propeller shaft, arms in front view, and what sets an axle square."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from isostat.job.reading import (
    Angle,
    ArmAngle,
    BarLength,
    BodyLength,
    FinalDrive,
    Frozen,
    Gap,
    Height,
    Lead,
    LinkLength,
    NotSo,
    Number,
    Offset,
    PanhardLength,
    ShaftAngle,
    ShaftLength,
    SteeringArm,
    SteeringRatio,
    Text,
    Whole,
)
from isostat.units.saying import saying


class SideLinks(Frozen):
    """What keeps the axle in its place fore and aft, one side of it.

    by: leaves, a lower and an upper link, or one arm that is one with the axle. frame: where the frame ends lie. A slope counts
    downwards to the axle. over_hub_m: the axle end above the hub. caster_rad: as read, top rearward. lead_m: by which a whole turn
    of a link's end makes it longer.
    """

    by: Literal["leaves", "two links", "one arm"] | None = None
    frame: Literal["ahead", "behind"] = "ahead"
    lower_m: LinkLength | None = None
    lower_slope_rad: ArmAngle | None = None
    lower_over_hub_m: Offset | None = None
    upper_m: LinkLength | None = None
    upper_slope_rad: ArmAngle | None = None
    upper_over_hub_m: Offset | None = None
    caster_rad: Angle | None = None
    lead_m: Lead | None = None


class DriveShaft(Frozen):
    """A propeller shaft with a joint at each end, box to axle; where it is of two pieces, the one from the carrier to the axle.

    slope_rad, box_rad: of shaft and output, downwards to the axle. ahead_m: the axle's joint from the hub. in_m, out_m: by which
    the slip joint can still go in, and come out. plan_rad: of the shaft from straight, seen from above. front_m, front_slope_rad,
    front_plan_rad: of the piece from the box to the carrier. box_joint: whether that at the box is a double cardan.
    final_drive: turns of the shaft for one of the wheel.
    """

    length_m: ShaftLength | None = None
    slope_rad: ShaftAngle | None = None
    box_rad: Angle | None = None
    ahead_m: Offset | None = None
    in_m: Gap | None = None
    out_m: Gap | None = None
    plan_rad: Angle | None = None
    box_joint: Literal["single", "double cardan"] = "single"
    front_m: ShaftLength | None = None
    front_slope_rad: ShaftAngle | None = None
    front_plan_rad: Angle | None = None
    final_drive: FinalDrive | None = None


class FrontArms(Frozen):
    """A wheel's arms as seen from the front, one side, as weighed; slopes downwards to the wheel, joints from the wheel's centre.

    by: two arms, or one and a strut. …_in_m: towards the middle. shaft_m: of a half-shaft, joint to joint;
    plunge_in_m, plunge_out_m: by which it can go in, and come out. camber_rad: top outward, as read. rack: where the tie rod lies
    of the axle; rod_…: of its outer end; steer_arm_m: of the knuckle, seen from above. toe_rad: in, of one wheel. ball_rad: by
    which the lower ball joint may still swing either way. lock_rad: of the wheel turned all the way.
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
    shaft_m: LinkLength | None = None
    shaft_slope_rad: ArmAngle | None = None
    shaft_in_m: Offset | None = None
    plunge_in_m: Gap | None = None
    plunge_out_m: Gap | None = None
    rack: Literal["ahead", "behind"] | None = None
    rod_m: BarLength | None = None
    rod_slope_rad: ArmAngle | None = None
    rod_below_m: Offset | None = None
    rod_in_m: Offset | None = None
    steer_arm_m: SteeringArm | None = None
    toe_rad: Angle | None = None
    ball_rad: Angle | None = None
    lock_rad: Angle | None = None


class DragLink(Frozen):
    """The link from the steering box to a solid axle, heights of its ends above the ground; box_side: on which the box is.

    knuckle_arm_m: of the arm that it turns, kingpin to joint. steering_ratio: turn of the steering wheel for one of the road wheel.
    """

    length_m: PanhardLength | None = None
    box_height_m: Height | None = None
    axle_height_m: Height | None = None
    knuckle_arm_m: BarLength | None = None
    steering_ratio: SteeringRatio | None = None
    box_side: Literal["left", "right"] = "left"


class Square(Frozen):
    """Lengths by which an axle is set square under the frame, links and bar in place; the front axle is taken as square.

    hub_…: hub to hub of one side; diagonal_left_m: front left to rear right; kingpin_…: kingpin to axle housing of one side;
    across_…: frame to the axle's end. kingpin_out_m, housing_out_m: how far those stand out from the middle. lower_…, upper_…: how
    far the ends of a link do. pinion_rad: as it stands now.
    """

    hub_left_m: BodyLength | None = None
    hub_right_m: BodyLength | None = None
    diagonal_left_m: BodyLength | None = None
    diagonal_right_m: BodyLength | None = None
    kingpin_left_m: BodyLength | None = None
    kingpin_right_m: BodyLength | None = None
    kingpin_out_m: Offset | None = None
    housing_out_m: Offset | None = None
    across_left_m: Offset | None = None
    across_right_m: Offset | None = None
    pinion_rad: Angle | None = None
    lower_out_m: Offset | None = None
    lower_frame_out_m: Offset | None = None
    upper_out_m: Offset | None = None
    upper_frame_out_m: Offset | None = None


class Allowed(Frozen):
    """What a thing that the height drags along may be in this job, SI, in place of the usual; axle: None for the whole vehicle."""

    what: Text
    axle: Whole | None = Field(default=None, ge=0, le=2)
    low: Number | None = Field(default=None, ge=-10, le=10)
    high: Number | None = Field(default=None, ge=-10, le=10)

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if self.low is not None and self.high is not None and self.low > self.high:
            raise NotSo(saying("the least that “{what}” may be is above the most. Enter less.", what=self.what))
        return self
