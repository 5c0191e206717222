"""The vehicle as it was found and read: outline, axles, corners, named points."""

from __future__ import annotations

from itertools import pairwise
from typing import Literal, Self, get_args

from pydantic import Field, model_validator

from isostat.core.parts.event import Event
from isostat.job.linkage import DragLink, DriveShaft, FrontArms, SideLinks, Square
from isostat.job.reading import (
    Above,
    Angle,
    BarLength,
    BeamArm,
    Clash,
    Drop,
    Frozen,
    Gap,
    Groove,
    Height,
    Mass,
    MiddleShare,
    MotionRatio,
    NotSo,
    Number,
    Overhang,
    PadHeight,
    PanhardLength,
    Place,
    PlaceShare,
    Pressure,
    Raised,
    Rated,
    StrapLength,
    Stroke,
    Text,
    Track,
    Unsprung,
)
from isostat.units.saying import Amount, Given, saying
from isostat.units.unit import Quantity

CycleEvent = Literal[
    "hanging",
    "stop touched",
    "stop flat",
    "tyre touches, straight",
    "tyre touches, left lock",
    "tyre touches, right lock",
    "metal",
    "strap taut",
    "hose taut",
    "joint at its limit",
]


CYCLE: tuple[str, ...] = get_args(CycleEvent)
MEETS_ARCH = tuple(event for event in Event if event.of_tyre)


class CycleRow(Frozen):
    """The axle on a jack, spring out, stopped where something happens; what was read there."""

    event: CycleEvent
    hub_to_arch_m: Height | None = None
    eye_to_eye_m: Stroke | None = None
    where: Text = ""


class LiftRow(Frozen):
    """The frame jacked to one height: pad and hub to arch of this wheel, while going up or coming down."""

    way: Literal["up", "down"]
    pad_kg: Mass | None = None
    hub_to_arch_m: Height | None = None


class Corner(Frozen):
    """What was read at one wheel, as weighed, on the old springs.

    arch_gap_m, arch_gap_lock_m: the way up that the tyre has until it meets the arch, straight and at the worse lock. hose_slack_m,
    wire_slack_m: by which a brake hose, and the tightest wire or cable, may still be pulled. joint_left_m: the wheel's way down
    until a joint or half-shaft stands at its limit.
    """

    pad_kg: Mass
    pad_height_m: PadHeight | None = None
    hub_to_arch_m: Height
    shaft_showing_m: Gap | None = None
    stop_gap_m: Gap | None = None
    metal_gap_m: Gap | None = None
    ground_to_arch_m: Height | None = None
    ground_to_sill_m: Height | None = None
    hub_to_ground_m: Height | None = None
    tube_to_frame_m: Gap | None = None
    bag_height_m: Gap | None = None
    arch_gap_m: Gap | None = None
    arch_gap_lock_m: Gap | None = None
    hose_slack_m: Gap | None = None
    wire_slack_m: Gap | None = None
    joint_left_m: Gap | None = None
    cycle: tuple[CycleRow, ...] = Field(default=(), max_length=10)
    lift: tuple[LiftRow, ...] = Field(default=(), max_length=16)


FURTHEST, LEAST_STEP = 2.0, 1e-6  # m of a motion table


class Motion(Frozen):
    """Wheel travel against spring travel, both from the baseline, bump positive; wheel travel rising."""

    wheel_m: tuple[Number, ...] = Field(min_length=3, max_length=200)
    spring_m: tuple[Number, ...] = Field(min_length=3, max_length=200)

    @model_validator(mode="after")
    def _rising(self) -> Self:
        if len(self.wheel_m) != len(self.spring_m):
            counts: dict[str, Given] = {"wheel": len(self.wheel_m), "spring": len(self.spring_m)}
            raise NotSo(saying("{wheel} wheel travels and {spring} spring travels. Enter as many of both.", **counts))
        far = max(map(abs, (*self.wheel_m, *self.spring_m)))
        if far > FURTHEST:
            ends: dict[str, Given] = {"far": Amount(far, Quantity.HEIGHT), "most": Amount(FURTHEST, Quantity.HEIGHT)}
            raise NotSo(saying("{far} of travel is too large. Enter up to {most} either way.", **ends))
        for (before, x0), (after, x1) in pairwise(zip(self.wheel_m, self.spring_m, strict=True)):
            if after - before < LEAST_STEP:
                steps: dict[str, Given] = {"a": Amount(before, Quantity.HEIGHT), "b": Amount(after, Quantity.HEIGHT)}
                raise NotSo(saying("wheel travel {b} follows {a}. Enter rising wheel travels.", **steps))
            if not 0.1 - 1e-9 <= (x1 - x0) / (after - before) <= 2.0 + 1e-9:
                ratio = (x1 - x0) / (after - before)
                row: dict[str, Given] = {"ratio": Amount(ratio, Quantity.RATIO), "at": Amount(before, Quantity.HEIGHT)}
                raise NotSo(saying("ratio {ratio} above wheel travel {at}. It must be 0.1 to 2.", **row))
        return self


class Axle(Frozen):
    """One axle of the vehicle: where it is, how its wheels are joined, what was read at them.

    A ratio is what a part moves for what the wheel moves. A place is that of a beam's part from the middle, of half the track.
    hose, joint: at the wheel and moving with it where left out. seat_m: by how much a coil may be loose and still stands in its
    seat. strap_mounts_m: from mount to mount of a limit strap, there or wanted, as weighed.
    track_bar_side: on which its frame end is. bar_link_m: of the anti-roll bar. perch_groove_m: from groove to groove of a strut
    whose perch stands on a ring.
    """

    name: Text
    behind_front_m: Place
    track_m: Track
    layout: Literal["independent", "solid"] = "independent"
    steered: bool = False
    rating_kg: Rated | None = None
    unsprung_kg: Unsprung | None = None
    spring_ratio: MotionRatio | None = None
    spring_place: PlaceShare | None = None
    spring_motion: Motion | None = None
    shock_ratio: MotionRatio | None = None
    shock_place: PlaceShare | None = None
    stop_ratio: MotionRatio | None = None
    stop_place: PlaceShare | None = None
    hose_ratio: MotionRatio | None = None
    hose_place: MiddleShare | None = None
    joint_place: MiddleShare | None = None
    seat_m: Gap | None = None
    strap_ratio: MotionRatio | None = None
    strap_place: PlaceShare | None = None
    strap_mounts_m: StrapLength | None = None
    perch_groove_m: Groove | None = None
    shock_long_m: Stroke | None = None
    pinion_rad: Angle | None = None
    link_rad: Angle | None = None
    track_bar_m: PanhardLength | None = None
    track_bar_frame_m: Height | None = None
    track_bar_axle_m: Height | None = None
    track_bar_side: Literal["left", "right"] = "left"
    links: SideLinks = SideLinks()
    shaft: DriveShaft = DriveShaft()
    arms: FrontArms = FrontArms()
    drag_link: DragLink = DragLink()
    square: Square = Square()
    bar_link_m: BarLength | None = None
    tyre_plate_kg: Rated | None = None
    tyre_pressure_pa: Pressure | None = None
    tyre_plate_pa: Pressure | None = None
    wheel_plate_kg: Rated | None = None
    wheel_tyre_kg: Unsprung | None = None
    hub_on_pad_kg: Unsprung | None = None
    second_pad_kg: Mass | None = None
    second_hub_to_ground_m: Height | None = None
    bounced_up_m: Height | None = None
    pushed_down_m: Height | None = None
    arm: Literal["strut", "wishbones", "trailing arm"] | None = None
    arm_seat_m: BarLength | None = None
    arm_joint_m: BarLength | None = None
    spring_lean_rad: Angle | None = None
    left: Corner
    right: Corner


class BodyPoint(Frozen):
    """A place of the vehicle that matters for how it stands, as weighed.

    kind: mark (to take the rake between), under (underside of the body), axle (hangs on an axle: moves with its hubs), roof.
    """

    name: Text
    kind: Literal["mark", "under", "axle", "roof"] = "mark"
    behind_front_m: Place
    above_ground_m: Above


class Vehicle(Frozen):
    """The vehicle's outline and axles; lengths of the outline only shape the drawing.

    coupling_ahead_m, nose_kg: of a trailer, its coupling ahead of the first axle and what that carried when weighed.
    deck_front_m, deck_rear_m: headboard and tailboard behind the front hub. headlamp_drop_m: cut-off below the lamp at 10 m.
    door_m: the door that the roof must pass. tandem: whether the springs of the last two axles share a rocking beam a side, arms
    beam_m long, or its ends beam_front_m and beam_rear_m from the pivot. aids: what on board knows its height or its aim: cameras
    and radar, level sensors. rake_front, rake_rear: the points that the rake is taken
    between.
    """

    name: Text
    outline: Literal["flatbed", "estate", "van", "buggy", "trailer"] = "flatbed"
    front_overhang_m: Overhang
    rear_overhang_m: Overhang
    rating_kg: Rated | None = None
    hitch_plate_kg: Rated | None = None
    coupling_ahead_m: Overhang | None = None
    nose_kg: Mass | None = None
    deck_front_m: Place | None = None
    deck_rear_m: Place | None = None
    headlamp_m: Height | None = None
    headlamp_drop_m: Drop | None = None
    door_m: Above | None = None
    body_points: tuple[BodyPoint, ...] = Field(default=(), max_length=8)
    rake_front: Text = ""
    rake_rear: Text = ""
    brake_rod_m: Stroke | None = None
    brake_gap_m: Gap | None = None
    brake_gap_ratio: MotionRatio | None = None
    aids: Literal["none", "cameras", "level sensors", "both"] | None = None
    tandem: Literal["apart", "equalized"] = "apart"
    beam_m: BeamArm | None = None
    beam_front_m: BeamArm | None = None
    beam_rear_m: BeamArm | None = None
    tail_raised_m: Raised | None = None
    tail_up_front_kg: Mass | None = None
    axles: tuple[Axle, ...] = Field(min_length=1, max_length=3)

    @model_validator(mode="after")
    def _front_to_back(self) -> Self:
        if self.axles[0].behind_front_m.value != 0.0:
            at = Amount(self.axles[0].behind_front_m.value, Quantity.HEIGHT)
            raise Clash(saying("The first axle is the front axle: {at} behind it is not possible. Enter 0.", at=at))
        if len(self.axles) == 1 and (self.coupling_ahead_m is None or self.nose_kg is None):
            raise Clash(saying("One axle needs a trailer coupling with its noseweight. Enter both, or add an axle."))
        for before, after in zip(self.axles, self.axles[1:], strict=False):
            if after.behind_front_m.value < before.behind_front_m.value + 0.3:
                at = Amount(after.behind_front_m.value, Quantity.HEIGHT)
                least = Amount(before.behind_front_m.value + 0.3, Quantity.HEIGHT, 1)
                said = "{axle} axle: {at} behind the front axle is too close to the axle before it. Enter {least} or more."
                raise Clash(saying(said, axle=after.name, at=at, least=least))
        return self
