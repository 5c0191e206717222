"""What is read at a corner, in the order in which a person with a tape takes it, and the order of the corners."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.job.vehicle import Axle, Vehicle
from isostat.language import later
from isostat.units.unit import Quantity

SIDES = ("left", "right")


@dataclass(frozen=True, slots=True)
class Point:
    """One reading: its field in the job, its words, its quantity.

    gone: nobody can take it any more once the work has begun. was: its words in tables of before.
    """

    field: str
    words: str
    quantity: Quantity
    gone: bool = False
    was: str = ""


POINTS = (  # the walk round
    Point("hub_to_arch_m", later("hub to arch"), Quantity.HEIGHT),
    Point("stop_gap_m", later("bump-stop gap"), Quantity.HEIGHT, was="stop gap"),
    Point("shaft_showing_m", later("exposed shaft"), Quantity.HEIGHT, was="shaft showing"),
    Point("pad_kg", later("corner weight"), Quantity.MASS, was="scale pad"),
)

MORE_POINTS = (  # of a corner, taken where they matter
    Point("ground_to_arch_m", later("ground to arch"), Quantity.HEIGHT),
    Point("ground_to_sill_m", later("ground to sill"), Quantity.HEIGHT),
    Point("hub_to_ground_m", later("hub to ground"), Quantity.HEIGHT),
    Point("tube_to_frame_m", later("axle tube to frame"), Quantity.HEIGHT),
    Point("bag_height_m", later("bag height"), Quantity.HEIGHT),
    Point("metal_gap_m", later("travel to metal"), Quantity.HEIGHT, was="wheel to metal"),
    Point("arch_gap_m", later("tyre to arch"), Quantity.HEIGHT),
    Point("arch_gap_lock_m", later("tyre to arch, full lock"), Quantity.HEIGHT, was="tyre to arch at lock"),
    Point("hose_slack_m", later("hose slack in droop"), Quantity.HEIGHT, gone=True, was="hose slack, down"),
    Point("wire_slack_m", later("wire slack in droop"), Quantity.HEIGHT, gone=True),
    Point("joint_left_m", later("joint travel in droop"), Quantity.HEIGHT, gone=True, was="joint left, down"),
)
CORNER_POINTS = POINTS + MORE_POINTS
CORNER_WORDS = {point.field: point.words for point in CORNER_POINTS}
AXLE_POINTS = (
    Point("shock_long_m", later("shock extended length"), Quantity.HEIGHT, gone=True, was="shock, full length"),
    Point("perch_groove_m", later("strut perch, groove pitch"), Quantity.HEIGHT),
    Point("pinion_rad", later("pinion angle"), Quantity.ANGLE, gone=True),
    Point("link_rad", later("link angle"), Quantity.ANGLE, gone=True),
    Point("track_bar_m", later("Panhard bar length"), Quantity.HEIGHT, gone=True, was="track bar length"),
    Point("track_bar_frame_m", later("Panhard frame end height"), Quantity.HEIGHT, gone=True, was="track bar, frame end"),
    Point("track_bar_axle_m", later("Panhard axle end height"), Quantity.HEIGHT, gone=True, was="track bar, axle end"),
    Point("rating_kg", later("axle rating"), Quantity.MASS, was="axle plate"),
    Point("tyre_plate_kg", later("tyre load rating, each"), Quantity.MASS, was="tyre rating, each"),
    Point("tyre_pressure_pa", later("tyre pressure"), Quantity.PRESSURE),
    Point("tyre_plate_pa", later("tyre pressure at its rating"), Quantity.PRESSURE, was="pressure of its rating"),
    Point("wheel_plate_kg", later("wheel load rating, each"), Quantity.MASS, was="wheel rating, each"),
)
VEHICLE_POINTS = (
    Point("rating_kg", later("gross vehicle rating"), Quantity.MASS, was="vehicle plate"),
    Point("hitch_plate_kg", later("hitch rating"), Quantity.MASS, was="hitch plate"),
    Point("coupling_ahead_m", later("coupling ahead of axle"), Quantity.HEIGHT, was="trailer coupling, ahead"),
    Point("nose_kg", later("noseweight"), Quantity.MASS, was="weight on the coupling"),
    Point("deck_front_m", later("headboard behind hub"), Quantity.HEIGHT, was="headboard, from hub"),
    Point("deck_rear_m", later("tailboard behind hub"), Quantity.HEIGHT, was="tailboard, from hub"),
    Point("headlamp_m", later("headlamp height"), Quantity.HEIGHT, gone=True),
    Point("headlamp_drop_m", later("cut-off drop at 10 m"), Quantity.HEIGHT, gone=True),
    Point("door_m", later("door opening height"), Quantity.HEIGHT, was="door height"),
    Point("brake_rod_m", later("brake valve (LSPV) rod"), Quantity.HEIGHT, gone=True, was="brake valve rod"),
    Point("brake_gap_m", later("brake valve (LSPV) gap"), Quantity.HEIGHT, gone=True),
    Point("brake_gap_ratio", later("LSPV gap ÷ rod travel"), Quantity.RATIO, gone=True),
)


ON_LINKS = ("link_rad", "track_bar_m", "track_bar_frame_m", "track_bar_axle_m")  # leaves need neither link nor bar
ON_A_BEAM = ("tube_to_frame_m", "pinion_rad", *ON_LINKS)
OF_A_VALVE = ("brake_rod_m", "brake_gap_m", "brake_gap_ratio")
OF_A_TRAILER = ("coupling_ahead_m", "nose_kg")
OF_A_DRIVEN = ("hitch_plate_kg", "headlamp_m", "headlamp_drop_m", *OF_A_VALVE)


def asked_of_axle(point: Point, axle: Axle, *, on_leaves: bool = False, trailer: bool = False) -> bool:
    """Whether an axle has what a point of it or of its corners is read at. on_leaves: they hold it; trailer: it is one's."""
    if (on_leaves and point.field in ON_LINKS) or (trailer and point.field == "pinion_rad"):
        return False
    if point.field == "arch_gap_lock_m":
        return axle.steered
    if point.field == "perch_groove_m":
        return axle.layout != "solid"
    return axle.layout == "solid" or point.field not in ON_A_BEAM


def asked_of_vehicle(point: Point, vehicle: Vehicle) -> bool:
    """Whether a vehicle has what a point of it is read at."""
    return point.field not in (OF_A_DRIVEN if is_trailer(vehicle) else OF_A_TRAILER)


def is_trailer(vehicle: Vehicle) -> bool:
    """Whether it is drawn, not driven."""
    return vehicle.outline == "trailer" or vehicle.coupling_ahead_m is not None


def walk_points(vehicle: Vehicle) -> tuple[Point, ...]:
    """The points of the walk round: the usual ones, and those that were read at one corner already."""
    corners = [corner for axle in vehicle.axles for corner in (axle.left, axle.right)]
    return POINTS + tuple(p for p in MORE_POINTS if any(getattr(c, p.field) is not None for c in corners))


def walk_order(axles: int) -> list[tuple[int, int]]:
    """Corners in the one order of program, screen and paper: left and right of each axle, front to back."""
    return [(axle, side) for axle in range(axles) for side in (0, 1)]
