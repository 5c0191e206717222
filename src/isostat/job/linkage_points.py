"""What is read of links, shafts and arms before teardown, and of squareness after: words and quantity of each, by its place."""

from __future__ import annotations

from isostat.job.points import Point
from isostat.language import later
from isostat.units.unit import Quantity


def _point(field: str, words: str, was: str = "") -> Point:
    """Of a length, an angle, a thread or a ratio, as its field says."""
    other = {"lead_m": Quantity.FINE, "final_drive": Quantity.RATIO, "steering_ratio": Quantity.RATIO}
    return Point(field, words, other.get(field, Quantity.ANGLE if field.endswith("_rad") else Quantity.HEIGHT), gone=True, was=was)


LINKAGE_POINTS: dict[str, tuple[Point, ...]] = {
    "links": (
        _point("lower_m", later("lower link")),
        _point("lower_slope_rad", later("lower slope, down to the wheel")),
        _point("lower_over_hub_m", later("lower link above the hub")),
        _point("upper_m", later("upper link")),
        _point("upper_slope_rad", later("upper slope, down to the wheel")),
        _point("upper_over_hub_m", later("upper link above the hub")),
        _point("caster_rad", later("caster")),
        _point("lead_m", later("thread of links, per turn")),
    ),
    "shaft": (
        _point("length_m", later("shaft, joint to joint")),
        _point("slope_rad", later("shaft, down to the axle")),
        _point("box_rad", later("gearbox output, down to the axle"), was="box output, down to the axle"),
        _point("ahead_m", later("axle joint ahead of the hub")),
        _point("in_m", later("slip: can still go in")),
        _point("out_m", later("slip: can still come out")),
        _point("plan_rad", later("shaft angle in plan"), was="shaft aslant, from above"),
        _point("front_m", later("front piece, gearbox to carrier"), was="front piece, box to carrier"),
        _point("front_slope_rad", later("front piece, down to the axle")),
        _point("front_plan_rad", later("front piece angle in plan"), was="front piece aslant, from above"),
        _point("final_drive", later("final drive")),
    ),
    "arms": (
        _point("lower_m", later("lower arm")),
        _point("lower_slope_rad", later("lower arm, down to the wheel")),
        _point("upper_m", later("upper arm")),
        _point("upper_slope_rad", later("upper arm, down to the wheel")),
        _point("ball_below_m", later("ball joint below the hub")),
        _point("ball_in_m", later("ball joint in from the wheel")),
        _point("upper_above_m", later("upper ball above the hub")),
        _point("upper_in_m", later("upper ball in from the wheel")),
        _point("mount_above_m", later("strut mount above the hub")),
        _point("mount_in_m", later("strut mount in from the wheel")),
        _point("camber_rad", later("camber, top out")),
        _point("rod_m", later("tie rod, joint to joint")),
        _point("rod_slope_rad", later("tie rod, down to the wheel")),
        _point("rod_below_m", later("tie rod end below the hub")),
        _point("rod_in_m", later("tie rod end in from the wheel")),
        _point("steer_arm_m", later("steering arm length in plan"), was="steering arm, from above"),
        _point("toe_rad", later("toe in, one wheel")),
        _point("ball_rad", later("ball joint can swing")),
        _point("lock_rad", later("wheel angle at full lock")),
        _point("shaft_m", later("half-shaft, joint to joint")),
        _point("shaft_slope_rad", later("half-shaft, down to the wheel")),
        _point("shaft_in_m", later("outer joint in from the wheel")),
        _point("plunge_in_m", later("plunge: can go in")),
        _point("plunge_out_m", later("plunge: can come out")),
    ),
    "drag_link": (
        _point("length_m", later("drag link, eye to eye")),
        _point("box_height_m", later("box end above the ground")),
        _point("axle_height_m", later("axle end above the ground")),
        _point("knuckle_arm_m", later("knuckle arm, kingpin to joint")),
        _point("steering_ratio", later("steering ratio")),
    ),
    "square": (
        _point("hub_left_m", later("hub to hub, left")),
        _point("hub_right_m", later("hub to hub, right")),
        _point("diagonal_left_m", later("front left to rear right")),
        _point("diagonal_right_m", later("front right to rear left")),
        _point("kingpin_left_m", later("kingpin to housing, left")),
        _point("kingpin_right_m", later("kingpin to housing, right")),
        _point("kingpin_out_m", later("kingpin out from the middle")),
        _point("housing_out_m", later("housing point out from the middle")),
        _point("across_left_m", later("frame to axle end, left")),
        _point("across_right_m", later("frame to axle end, right")),
        _point("pinion_rad", later("pinion angle now")),
        _point("lower_out_m", later("lower link out, axle end")),
        _point("lower_frame_out_m", later("lower link out, frame end")),
        _point("upper_out_m", later("upper link out, axle end")),
        _point("upper_frame_out_m", later("upper link out, frame end")),
    ),
}
BAR_LINK = Point("bar_link_m", later("anti-roll link length"), Quantity.HEIGHT, gone=True)  # of the axle itself
LINKAGE_WORDS = {  # of the place that holds them
    "links": later("links"), "shaft": later("propshaft"), "arms": later("arms"), "drag_link": later("drag link"),
    "square": later("squareness"),
}  # fmt: skip
