"""The words of what the height drags with it: things, readings, sides, cures, and when each way fits."""

from __future__ import annotations

from isostat.assess.knock_on.line import Way, What
from isostat.job.linkage_points import BAR_LINK, LINKAGE_POINTS
from isostat.job.points import AXLE_POINTS, MORE_POINTS, VEHICLE_POINTS
from isostat.language import later

WHAT = {
    What.SIDEWAYS: later("axle sideways"),
    What.BAR_SLOPE: later("Panhard bar angle"),
    What.OFF_CENTRE: later("steering off centre, at the knuckle"),
    What.STEERING_WHEEL: later("steering wheel off centre"),
    What.BUMP_STEER: later("bump steer, 10 mm of travel"),
    What.CASTER: later("caster"),
    What.PINION: later("pinion angle, nose up"),
    What.WHEELBASE: later("axle fore and aft"),
    What.FRONT_JOINT: later("shaft joint, gearbox end"),
    What.REAR_JOINT: later("shaft joint, axle end"),
    What.CARRIER_JOINT: later("shaft joint, carrier"),
    What.RIPPLE: later("shaft, uncancelled joint angle"),
    What.JOINTS_DROOP: later("shaft joints at full droop"),
    What.SLIP_IN: later("slip available, full bump"),
    What.SLIP_OUT: later("slip available, full droop"),
    What.CRAB: later("axles out of line"),
    What.CAMBER: later("camber, top out"),
    What.TOE: later("toe, one wheel"),
    What.BALL: later("ball joint, either way"),
    What.HALF_SHAFT: later("half-shaft outer joint"),
    What.HALF_SHAFT_DROOP: later("half-shaft at full droop"),
    What.HALF_SHAFT_LOCK: later("half-shaft, droop and lock"),
    What.PLUNGE_IN: later("half-shaft plunge available, in"),
    What.PLUNGE_OUT: later("half-shaft plunge available, out"),
    What.BAR_ARM: later("anti-roll bar arm leans"),
    What.BAR_OVER: later("anti-roll link to its arm"),
    What.HOSE: later("hose slack, full droop"),
    What.HOSE_CROSSED: later("hose slack, articulated"),
    What.WIRE: later("wire slack, full droop"),
    What.WIRE_CROSSED: later("wire slack, articulated"),
    What.TRUE_AHEAD: later("hub to hub, left and right"),
    What.TRUE_ACROSS: later("frame to axle, left and right"),
    What.PINION_BACK: later("pinion from what it was"),
    What.LAMPS: later("headlamp cut-off at 10 m"),
    What.LAMP_HEIGHT: later("headlamp height"),
    What.VALVE: later("brake valve rod, unadjusted"),
    What.VALVE_GAP: later("brake valve gap, unadjusted"),
    What.SPEEDOMETER: later("speedometer reads"),
    What.AIDS: later("cameras, radar: nose down"),
    What.LEVEL: later("level sensor, body higher"),
    What.APPROACH: later("approach angle"),
    What.BREAKOVER: later("breakover angle"),
    What.DEPARTURE: later("departure angle"),
    What.TIPS_AT: later("rollover threshold, rigid, g"),
}
READINGS = {point.field: point.words for point in (*MORE_POINTS, *AXLE_POINTS, *VEHICLE_POINTS, BAR_LINK)}
READINGS |= {f"{place} {point.field}": point.words for place, points in LINKAGE_POINTS.items() for point in points}
READINGS |= {
    "track_bar_side": later("Panhard bar, frame end on"),
    "by": later("axle held by"),
    "arms by": later("arms"),
    "frame": later("frame ends"),
    "box_side": later("steering box on"),
    "arm_m": later("anti-roll bar arm (Measure)"),
    "link_ratio": later("anti-roll link ratio (Measure)"),
    "rack": later("steering rack"),
}
SIGNS = {  # below nought, and above
    What.OFF_CENTRE: (later("{m} right"), later("{m} left")),
    What.SIDEWAYS: (later("{m} right"), later("{m} left")),
    What.WHEELBASE: (later("{m} rearward"), later("{m} forward")),
    What.CRAB: (later("{m} to the right"), later("{m} to the left")),
    What.TRUE_AHEAD: (later("right {m} longer"), later("left {m} longer")),
    What.TRUE_ACROSS: (later("right {m} more"), later("left {m} more")),
    What.TOE: (later("{m} out"), later("{m} in")),
    What.HOSE: (later("{m} short"), later("{m}")),
    What.HOSE_CROSSED: (later("{m} short"), later("{m}")),
    What.WIRE: (later("{m} short"), later("{m}")),
    What.VALVE_GAP: (later("lever on its stop, {m} past"), later("{m}")),
    What.WIRE_CROSSED: (later("{m} short"), later("{m}")),
    What.LAMPS: (later("{m} above"), later("{m} below")),
    What.SPEEDOMETER: (later("{m} fast"), later("{m} slow")),
}
CURES = {
    Way.LONGER_BAR: (later("Bar {m} shorter"), later("Bar {m} longer")),
    Way.BRACKET: (later("Axle end of the bar {m} lower"), later("Axle end of the bar {m} higher")),
    Way.HOLE: (later("Frame end of the bar {m} to the right"), later("Frame end of the bar {m} to the left")),
    Way.DRAG_LINK: (later("Drag link {m} shorter"), later("Drag link {m} longer")),
    Way.PITMAN: (
        later("Pitman end {m} higher, or knuckle end lower"),
        later("Pitman end {m} lower, or knuckle end higher"),
    ),
    Way.WEDGE: (later("Wedge {m}, pinion down"), later("Wedge {m}, pinion up")),
    Way.BUSHES: (later("Shims or bushes {m}, pinion down"), later("Shims or bushes {m}, pinion up")),
    Way.LOWER_LINKS: (later("Frame ends of the links {m} higher"), later("Frame ends of the links {m} lower")),
    Way.UPPER_LINK: (later("Upper links {m} shorter"), later("Upper links {m} longer")),
    Way.ALL_LINKS: (later("All links {m} shorter"), later("All links {m} longer")),
    Way.SEAT: (later("Seat plates, hole {m} rearward"), later("Seat plates, hole {m} forward")),
    Way.SHAFT: (later("Shaft {m} shorter"), later("Shaft {m} longer")),
    Way.CARRIER: (later("Carrier or gearbox {m} higher"), later("Carrier or gearbox {m} lower")),
    Way.DROP: (later("Differential {m} higher"), later("Differential {m} lower: spacers, longer bolts")),
    Way.DROP_BRACKET: (later("Arms {m} higher"), later("Drop brackets {m}: arms and differential")),
    Way.TIE_ROD: (later("Tie rod {m} shorter"), later("Tie rod {m} longer")),
    Way.HOSE: (later("Hose {m} shorter"), later("Hose {m} longer, or its bracket nearer")),
    Way.WIRE: (later("Wire clipped {m} further off"), later("Wire or cable: clip {m} nearer, or longer")),
    Way.TURNS: (later("Links, up to {m}"), later("Links, up to {m}")),
    Way.LINK: (later("Anti-roll link {m} shorter"), later("Anti-roll link {m} longer")),
    Way.ALIGN: (later("Wheel alignment: camber {m} in"), later("Wheel alignment: camber {m} out")),
    Way.LAMP: (later("Lamps {m} lower on the body"), later("Lamps {m} higher on the body")),
    Way.AIM: (later("Aim {m} higher at 10 m"), later("Aim {m} lower at 10 m")),
    Way.ROD: (later("Rod about {m} shorter"), later("Rod about {m} longer")),
    Way.RECALIBRATE: (later("Recalibrate speedometer by {m}"), later("Recalibrate speedometer by {m}")),
    Way.RECALIBRATE_AIDS: (later("Recalibrate cameras and radar"), later("Recalibrate cameras and radar")),
    Way.TEACH: (later("Teach the sensor: body {m} higher"), later("Teach the sensor: body {m} lower")),
}


THICK = {"ahead": later("{wedge}, thick end ahead"), "behind": later("{wedge}, thick end behind")}
RODS = {
    "lower left": later("lower left"), "lower right": later("lower right"), "upper left": later("upper left"),
    "upper right": later("upper right"), "bar": later("Panhard bar"), "link left": later("left link"),
    "link right": later("right link"),
}  # fmt: skip
FITS = {  # where the trade goes several ways: when each fits
    Way.UPPER_LINK: later("Adjustable arms fit best where the angle must be exact, and set the pinion with it."),
    Way.LOWER_LINKS: later("Bracket or hole: brings all angles back at once, costs clearance. Best for a lift that stays."),
    Way.BUSHES: later("Shims or bushes are cheap for a few degrees, and leave the links steep."),
    Way.WEDGE: later("A wedge is cheap for a few degrees. Steel, pinned by the centre bolt."),
    Way.LONGER_BAR: later("An adjustable bar centres it at one height and keeps its slope."),
    Way.BRACKET: later("A bracket brings the slope back, so that it shifts less in every load. It must be braced."),
    Way.HOLE: later("Another hole is free for a small shift, and keeps the slope."),
    Way.PITMAN: later("A drop pitman arm is easy to fit and loads the steering box more. A raised knuckle end keeps clearance."),
    Way.DROP: later("A lower differential eases the joints, not the arms, and costs clearance under it."),
    Way.DROP_BRACKET: later("Drop brackets ease arms, joints and toe alike. They cost clearance and are much work."),
    Way.CARRIER: later("Lowering carrier or gearbox is cheap. It steepens the front piece."),
}
