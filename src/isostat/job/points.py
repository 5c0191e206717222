"""What is read at a corner, in the order in which a person with a tape takes it, and the order of the corners."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.job.vehicle import Axle, Vehicle
from isostat.units.unit import Quantity

SIDES = ("left", "right")


@dataclass(frozen=True, slots=True)
class Point:
    """One reading: its field in the job, its words, its quantity; gone: nobody can take it any more once the work has begun."""

    field: str
    words: str
    quantity: Quantity
    gone: bool = False


POINTS = (  # the walk round
    Point("hub_to_arch_m", "hub to arch", Quantity.HEIGHT),
    Point("stop_gap_m", "stop gap", Quantity.HEIGHT),
    Point("shaft_showing_m", "shaft showing", Quantity.HEIGHT),
    Point("pad_kg", "scale pad", Quantity.MASS),
)

MORE_POINTS = (  # of a corner, taken where they matter
    Point("ground_to_arch_m", "ground to arch", Quantity.HEIGHT),
    Point("ground_to_sill_m", "ground to sill", Quantity.HEIGHT),
    Point("hub_to_ground_m", "hub to ground", Quantity.HEIGHT),
    Point("tube_to_frame_m", "axle tube to frame", Quantity.HEIGHT),
    Point("bag_height_m", "bag height", Quantity.HEIGHT),
    Point("metal_gap_m", "wheel to metal", Quantity.HEIGHT),
    Point("arch_gap_m", "tyre to arch", Quantity.HEIGHT),
    Point("arch_gap_lock_m", "tyre to arch at lock", Quantity.HEIGHT),
    Point("hose_slack_m", "hose slack, down", Quantity.HEIGHT, gone=True),
    Point("joint_left_m", "joint left, down", Quantity.HEIGHT, gone=True),
)
CORNER_POINTS = POINTS + MORE_POINTS
AXLE_POINTS = (
    Point("shock_long_m", "shock, full length", Quantity.HEIGHT, gone=True),
    Point("pinion_rad", "pinion angle", Quantity.ANGLE, gone=True),
    Point("link_rad", "link angle", Quantity.ANGLE, gone=True),
    Point("track_bar_m", "track bar length", Quantity.HEIGHT, gone=True),
    Point("track_bar_frame_m", "track bar, frame end", Quantity.HEIGHT, gone=True),
    Point("track_bar_axle_m", "track bar, axle end", Quantity.HEIGHT, gone=True),
    Point("rating_kg", "axle plate", Quantity.MASS),
    Point("tyre_plate_kg", "tyre rating, each", Quantity.MASS),
    Point("tyre_pressure_pa", "tyre pressure", Quantity.PRESSURE),
    Point("tyre_plate_pa", "pressure of its rating", Quantity.PRESSURE),
    Point("wheel_plate_kg", "wheel rating, each", Quantity.MASS),
)
VEHICLE_POINTS = (
    Point("rating_kg", "vehicle plate", Quantity.MASS),
    Point("hitch_plate_kg", "hitch plate", Quantity.MASS),
    Point("coupling_ahead_m", "trailer coupling, ahead", Quantity.HEIGHT),
    Point("nose_kg", "weight on the coupling", Quantity.MASS),
    Point("deck_front_m", "headboard, from hub", Quantity.HEIGHT),
    Point("deck_rear_m", "tailboard, from hub", Quantity.HEIGHT),
    Point("headlamp_m", "headlamp height", Quantity.HEIGHT, gone=True),
    Point("headlamp_drop_m", "cut-off drop at 10 m", Quantity.HEIGHT, gone=True),
    Point("door_m", "door height", Quantity.HEIGHT),
    Point("brake_rod_m", "brake valve rod", Quantity.HEIGHT, gone=True),
)


ON_A_BEAM = ("tube_to_frame_m", "pinion_rad", "link_rad", "track_bar_m", "track_bar_frame_m", "track_bar_axle_m")
OF_A_TRAILER = ("coupling_ahead_m", "nose_kg")
OF_A_DRIVEN = ("hitch_plate_kg", "headlamp_m", "headlamp_drop_m", "brake_rod_m")


def asked_of_axle(point: Point, axle: Axle) -> bool:
    """Whether an axle has what a point of it or of its corners is read at."""
    if point.field == "arch_gap_lock_m":
        return axle.steered
    return axle.layout == "solid" or point.field not in ON_A_BEAM


def asked_of_vehicle(point: Point, vehicle: Vehicle) -> bool:
    """Whether a vehicle has what a point of it is read at."""
    trailer = vehicle.outline == "trailer" or vehicle.coupling_ahead_m is not None
    return point.field not in (OF_A_DRIVEN if trailer else OF_A_TRAILER)


def walk_points(vehicle: Vehicle) -> tuple[Point, ...]:
    """The points of the walk round: the usual ones, and those that were read at one corner already."""
    corners = [corner for axle in vehicle.axles for corner in (axle.left, axle.right)]
    return POINTS + tuple(p for p in MORE_POINTS if any(getattr(c, p.field) is not None for c in corners))


def walk_order(axles: int) -> list[tuple[int, int]]:
    """Corners in the one order of program, screen and paper: left and right of each axle, front to back."""
    return [(axle, side) for axle in range(axles) for side in (0, 1)]
