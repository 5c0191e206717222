"""Rules of thumb: numbers that practice, a standard or this project states, with unit, source and where it is judged."""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Self, TypeVar

from isostat.core.vehicle.layout import Layout

PRACTICE = "common practice, no source"
STATED = "stated rule"
Key = TypeVar("Key")


class Rule(float):
    """A rule of thumb: its number in SI, of what, what it says, where it is from, and where it is judged or taken."""

    __slots__ = ("judged", "of", "says", "source")
    of: str
    says: str
    source: str
    judged: str

    def __new__(cls, value: float, of: str, says: str, source: str, judged: str) -> Self:
        """One number."""
        rule = super().__new__(cls, value)
        rule.of, rule.says, rule.source, rule.judged = of, says, source, judged
        return rule

    @classmethod
    def each(cls, values: tuple[float, ...], of: str, says: str, source: str, judged: str) -> tuple[Self, ...]:
        """Several numbers of one rule, as its least and its most."""
        return tuple(cls(value, of, says, source, judged) for value in values)

    @classmethod
    def by(cls, values: Mapping[Key, float], of: str, says: str, source: str, judged: str) -> dict[Key, Self]:
        """A number for each kind of part."""
        return {kind: cls(value, of, says, source, judged) for kind, value in values.items()}


# -- Travel: what keeps clear of what
SHOCK_MARGIN = Rule(0.01, "m at the shock", "that a shock keeps before it ends", PRACTICE, "Travel, order of events")
COIL_MARGIN = Rule(0.15, "of the working deflection", "that a coil keeps before it is solid", PRACTICE, "Travel, order of events")
TYRE_MARGIN = Rule(0.012, "m at the wheel", "that a tyre keeps from its arch, straight", PRACTICE, "Travel, order of events")
TYRE_MARGIN_AT_LOCK = Rule(0.025, "m at the wheel", "that a turned tyre keeps from its arch", PRACTICE, "Travel, order of events")
TYRE_MARGIN_ON_LEAVES = Rule(
    0.025,
    "m at the wheel",
    "that a tyre keeps where the axle is on leaves, which wind up and shift",
    PRACTICE,
    "Travel, order of events",
)
HOSE_MARGIN = Rule(0.01, "m at the wheel", "that a hose keeps beyond the end of droop", PRACTICE, "Travel, order of events")
HOSE_MARGIN_ON_LEAVES = Rule(0.025, "m at the wheel", "that a hose keeps on leaves", PRACTICE, "Travel, order of events")
STRAP_STRETCH = Rule(0.08, "of its length", "that a strap gives when it is loaded", PRACTICE, "Travel, straps")
FREE_BUMP = Rule(0.025, "m", "to the stop that the heaviest case keeps", PRACTICE, "Travel, little bump")
LEAST_DROOP_SHARE = Rule(0.25, "of the travel", "that is droop at ride, below which it is little", PRACTICE, "Travel, little droop")
BODY_DAMPING = Rule.each((0.2, 0.5), "of critical", "of the body: below it wallows, above it is harsh", PRACTICE, "Travel, damping")
DAMPED_AS_FOUND = Rule.each((0.85, 1.25), "of the damping as found", "that is not said", STATED, "Spring, damper")
USUAL_DAMPING = Rule(
    0.3, "of critical", "of the body, that is asked for where the found set-up gives none", PRACTICE, "Travel, damping"
)
FULL_LOCK = Rule(math.radians(35), "rad", "that a steered wheel turns", STATED, "Travel, tyre at lock")
TREAD_WIDTH = Rule(0.62, "of its radius", "that a tyre is wide", STATED, "Travel, tyre at lock")
MEETS_ARCH_AT = Rule(
    math.radians(45), "rad", "from straight above the hub, where a turned tyre meets its arch", STATED, "Travel, tyre at lock"
)
RIDE_SPEED = Rule(
    0.13, "m/s of the shaft", "at which a ride is judged: 5 in/s, where tests are usually stated", PRACTICE, "Travel, damping"
)
BEAM_STOP = Rule(math.radians(20), "rad", "either way, at which a rocking beam is stopped", PRACTICE, "Load, tandem")

# -- Load: what may be carried, and where
NEARLY_FULL = Rule(0.05, "of a rating", "spare, below which it is said", STATED, "Load, ratings")
NOSE_LIFT = Rule(0.02, "of the load on the front axle", "taken off by an item behind the rear that is said", STATED, "Load, nose")
LIGHT_STEERING_WATCH = Rule(
    0.25, "of the weight", "on the steered axle, below which it is a watch", PRACTICE, "Load, light steering"
)
LIGHT_STEERING_FAULT = Rule(
    0.2, "of the weight", "on the steered axle, below which it is a fault", PRACTICE, "Load, light steering"
)
NOSE_SHARE = Rule.each((0.04, 0.15), "of a trailer's weight", "on its coupling, least and most", PRACTICE, "Load, nose")
NOSE_CLEAR = Rule(0.005, "of a trailer's weight", "that a fix stays inside of that", STATED, "Load, nose")
TANDEM_UNEVEN = Rule(0.12, "of the heavier axle", "by which two axles on one beam differ that is said", STATED, "Measure, tandem")
LOAD_INDEX_PRESSURE = Rule(250_000.0, "Pa", "at which a standard-load car tyre carries its index", "from memory", "Load, tyres")
GRAVITY_HEIGHT = Rule(
    0.42, "of the mean track", "height of the centre of gravity until it is known", PRACTICE, "Load, centre of gravity"
)
ITEM_ABOVE_ARCH = Rule(0.35, "m", "height over the arch of an item whose height was not typed", STATED, "Load, centre of gravity")
EMPTY_OF_PLATE = Rule(0.72, "of its plate", "that a vehicle weighs empty", PRACTICE, "Measure, weights by plates")
TANDEM_APART = Rule(0.9, "m", "between the axles of a tandem, until measured", PRACTICE, "Measure, tandem")
BEAM_ARM = Rule(0.09, "m", "from the beam's pivot to its end, until measured", PRACTICE, "Measure, tandem")

# -- Measure: what is taken until it was read
TYRE_SINKS = Rule(0.05, "of its radius", "that a tyre sinks under what was weighed", PRACTICE, "Measure")
TYRE_RADIUS = Rule(0.37, "m", "of a tyre", PRACTICE, "Measure")
UNSPRUNG = Rule.by(
    {Layout.INDEPENDENT: 45.0, Layout.SOLID: 70.0}, "kg a wheel", "that is not sprung, by suspension", PRACTICE, "Measure"
)
MOTION_RATIO = Rule.by(
    {Layout.INDEPENDENT: 0.65, Layout.SOLID: 1.0}, "spring over wheel travel", "by suspension", PRACTICE, "Measure"
)
MOTION_RATIO_BY_ARM = Rule.by(
    {"strut": 0.95, "wishbones": 0.65, "trailing arm": 0.65}, "spring over wheel travel", "by the kind of arm", PRACTICE, "Measure"
)
SPRING_PLACE = Rule(0.65, "of the track", "that the springs of a solid axle stand apart", PRACTICE, "Measure")
DROOP_UNREAD = Rule(0.09, "m at the wheel", "from as weighed to full droop", PRACTICE, "Measure")
STOP_TOUCHED_UNREAD = Rule(0.06, "m at the wheel", "from as weighed to the stop", PRACTICE, "Measure")
STOP_FLAT_UNREAD = Rule(0.085, "m at the wheel", "from as weighed to the stop flat", PRACTICE, "Measure")
METAL_UNREAD = Rule(0.115, "m at the wheel", "from as weighed to metal", PRACTICE, "Measure")
STOP_RATE = Rule(60_000.0, "N/m", "of a bump stop at its touch", PRACTICE, "Measure")
FREQUENCY_UNREAD = Rule.each((1.3, 1.5), "Hz", "of the springs as found, first axle and all others", PRACTICE, "Measure")
INSTALLED_UNREAD = Rule(0.3, "m", "of a coil between its seats", PRACTICE, "Measure")
BESIDE_WHEEL = Rule.by(
    {Layout.INDEPENDENT: 22.0, Layout.SOLID: 48.0},
    "kg a wheel",
    "that hangs on it beside wheel and tyre, half of a beam with its drive included",
    PRACTICE,
    "Measure",
)
STOP_USABLE = Rule.by(
    {"rubber": 0.45, "foam": 0.65, "hydraulic": 0.6},
    "of its free height",
    "that a stop can be squeezed by, by its kind",
    PRACTICE,
    "Measure",
)
STOP_RATE_BY_KIND = Rule.by(
    {"rubber": 60_000.0, "foam": 25_000.0, "hydraulic": 40_000.0}, "N/m", "of a stop at its touch, by its kind", PRACTICE, "Measure"
)
LINK_RATIO = Rule.by(
    {Layout.INDEPENDENT: 0.6, Layout.SOLID: 0.9},
    "link over wheel travel",
    "of an anti-roll bar, by suspension",
    PRACTICE,
    "Measure",
)
TAPE_ERROR = Rule(0.0015, "m", "two standard deviations of a tape", PRACTICE, "Measure, band")
PAD_ERROR = Rule(0.01, "of the reading", "two standard deviations of a scale pad", PRACTICE, "Measure, band")
PADS_APART = Rule(0.12, "of the axle's load", "by which left and right differ that is said", PRACTICE, "Measure, weights")
WARP_SAID = Rule(0.01, "m", "that four heights lie off a plane that is said", PRACTICE, "Measure, heights")
BLOCKS_LEVEL = Rule(0.003, "m", "between blocks and pads that is not said", PRACTICE, "Measure, weights")
HANGS_APART = Rule(0.008, "m", "between full droop by a lift test and by the shock that is said", STATED, "Measure, lift test")
SIDES_APART = Rule(
    0.008, "m", "that two measures of one lean may differ by: four tapes and a body that is not straight", STATED, "Measure, sides"
)
HUB_APART = Rule(0.02, "m", "between the hub as read and as the tyre says", STATED, "Measure, hubs")
BAR_UNREAD = Rule(12_000.0, "N/m", "of an anti-roll bar that nobody looked for", PRACTICE, "Measure, missing")
TICKET_SPLIT = Rule(
    0.05, "of an axle's load", "that may lie on the other side where a ticket gives the sum", PRACTICE, "Measure, missing"
)

# -- Stance: heights, and what hangs on them
SETTLES = Rule(0.035, "of the loaded deflection", "that new springs settle by", PRACTICE, "Stance, settled")
SETTLES_BY_KIND = Rule.by(
    {"leaf": 0.045, "air": 0.0}, "of the loaded deflection", "that new springs of some kinds settle by", PRACTICE, "Stance, settled"
)
SETTLES_APART = Rule(0.012, "of the loaded deflection", "one deviation, of all new springs together", PRACTICE, "Log, settling")
SETTLES_APART_LEAF = Rule(0.015, "of the loaded deflection", "one deviation, of all new packs together", PRACTICE, "Log, settling")
SETTLES_OWN = Rule(0.008, "of the loaded deflection", "one deviation, of one spring alone", PRACTICE, "Log, settling")
SETTLES_OWN_LEAF = Rule(0.010, "of the loaded deflection", "one deviation, of one pack alone", PRACTICE, "Log, settling")
SETTLE_KM = Rule(250.0, "km", "in which two thirds of the settling have come", PRACTICE, "Log, settling")
SETTLE_KM_SPREAD = Rule(0.7, "of its logarithm", "one deviation of that distance", PRACTICE, "Log, settling")
SETTLE_LOG_SHARE = Rule(0.3, "of all", "that settling goes on by the logarithm of the distance", PRACTICE, "Log, settling")
SETTLE_LOG_KM = Rule.each((5.0, 20.0, 80.0), "km", "from which it then counts", PRACTICE, "Log, settling")
JUST_LOWERED = Rule.each(
    (0.0035, 0.008, 0.018), "m", "that it stands higher until rolled: least, usual, most", STATED, "Log, state"
)
MISS_SAID = Rule(0.006, "m", "off the promise that is worth a correction, on coils and air", PRACTICE, "Log")
MISS_SAID_LEAF = Rule(0.012, "m", "off the promise that is worth a correction, on leaves", PRACTICE, "Log")
CORRECTED = Rule(0.003, "m", "of lean that a correction may leave", PRACTICE, "Log")
CHECKED = Rule.by(
    {
        "axle sideways": 0.004, "axle square": 0.003, "axle across": 0.003, "headlamp cut-off": 0.02, "headlamp height": 0.012,
        "pinion": 0.009, "caster": 0.009, "camber": 0.006, "toe": 0.003, "steering wheel off centre": 0.035,
    },
    "m or rad", "that a reading after fitting may differ from what was worked out", PRACTICE, "Log, other readings",
)  # fmt: skip
WEIGHT_READ = Rule(0.03, "of the weight", "that a wheel may weigh off what was worked out", PRACTICE, "Log, other readings")
BAG_READ = Rule(0.2e5, "Pa", "that a bag may read off what was worked out", PRACTICE, "Log, other readings")
AS_SETTLED_KM = Rule(50.0, "km", "between two readings that are held against each other as if the same day", PRACTICE, "Log, why")
CAUSE_LIKELY = Rule(0.6, "share", "from which one cause of a miss is named alone, and can be taken", STATED, "Log, why")
CAUSE_SURE = Rule(0.9, "share", "from which it is named without “most likely”", STATED, "Log, why")
NUTS_KM = Rule.each((50.0, 100.0), "km", "between which wheel nuts are tightened again", PRACTICE, "Log, due")
U_BOLTS_KM = Rule.each((80.0, 160.0), "km", "between which U-bolts and brackets are tightened again", PRACTICE, "Log, due")
U_BOLTS_AGAIN_KM = Rule.each((500.0, 800.0), "km", "between which U-bolts are tightened once more", PRACTICE, "Log, due")
ARM_BOLTS_DAYS = Rule.each((14.0, 28.0), "days", "between which arm, bar and strut bolts are tightened again", PRACTICE, "Log, due")
HEIGHTS_DAYS = Rule.each((1.0, 7.0, 42.0), "days", "after which heights are read again", PRACTICE, "Log, due")
HEIGHTS_UNTIL = Rule.each((6.0, 41.0, 56.0), "days", "until which each of these is in time", PRACTICE, "Log, due")
READ_AGAIN_LEAF = Rule(0.004, "m", "one deviation of a height read again on leaves, which stick", PRACTICE, "Log, settling")
SHACKLE_STEP = Rule(0.005, "m", "from eye to eye, by which shackles differ", PRACTICE, "Log, correction")
SHACKLE_ENDS = Rule(0.03, "m", "that another shackle is longer or shorter by, at most", PRACTICE, "Log, correction")
ROD_STEP = Rule(0.002, "m", "by which a levelling valve's rod is turned", PRACTICE, "Log, correction")
ROD_ENDS = Rule(0.04, "m", "that a levelling valve's rod is turned by, at most", PRACTICE, "Log, correction")
COLLAR_STEP = Rule(0.001, "m", "by which a collar is turned, its thread unread", PRACTICE, "Log, correction")
PRESSURE_STEP = Rule(10_000.0, "Pa", "by which a bag is filled or let down", PRACTICE, "Log, correction")
CORRECTED_MUCH = Rule(0.010, "m", "of correction at a wheel after which ride-height bolts are tightened again", PRACTICE, "Log")
READ_AGAIN = Rule(0.002, "m", "one deviation of a height read again: tape, parking, floor, friction", PRACTICE, "Log, settling")
NOSE_ERROR = Rule(0.02, "of the weight", "one standard deviation of what lies on a coupling", PRACTICE, "Stance, band")
ITEM_ERROR = Rule(0.05, "of its mass", "one standard deviation of an item", PRACTICE, "Stance, band")
PLACE_ERROR = Rule(0.01, "m", "one standard deviation of where an item lies", PRACTICE, "Stance, band")
OFF_JACK = Rule(0.006, "m", "that it stands higher off the jack, until it is rolled", PRACTICE, "Stance, fitted")
RATE_ERROR = Rule(0.025, "of its rate", "one standard deviation of a new coil", PRACTICE, "Stance, band")
LENGTH_ERROR = Rule(0.0075, "of its free length", "one standard deviation of a new coil", PRACTICE, "Stance, band")
ARCH_ERROR = Rule(0.0015, "m", "one standard deviation of a new leaf pack's arch", PRACTICE, "Stance, band")
ROD_ERROR = Rule(0.001, "m", "one standard deviation of a levelling valve's rod", PRACTICE, "Stance, band")
LEAN_MORE = Rule(0.01, "m", "more lean than as weighed, that is said", STATED, "Stance, lean")
LEAN_SAID = Rule(0.004, "m", "of lean that is said", STATED, "Stance, lean")
CROSS_MISSED = Rule(0.004, "of the weight", "that a wanted cross weight is missed by", STATED, "Stance, cross weight")
TIPS_CHANGE = Rule(0.05, "of what it tipped at", "that a change of is said", STATED, "Stance, tips sooner")
TIPS_WATCH = Rule(0.85, "g", "below which it is a watch", STATED, "Stance, tips sooner")
LAMP_HEIGHT = Rule.each(
    (0.5, 1.2), "m above the ground", "of dipped beam, least and most", "UN Regulation 48 (from memory)", "Stance, lamps"
)
DOOR_ROOM = Rule(0.05, "m", "between roof and door that is not said", STATED, "Stance, door")
LAMP_DROP = Rule(0.12, "m at 10 m", "that the cut-off falls, until it was read", PRACTICE, "Stance, lamps")
LOW_LAMP = Rule(1.0, "m above the ground", "up to which a lamp counts as low", "UN Regulation 48 (from memory)", "Stance, lamps")
COLLAR_THREAD = Rule(0.002, "m a turn", "of a collar", PRACTICE, "Stance, ways")
BAG_ACROSS = Rule(0.1, "m", "across a bag", PRACTICE, "Stance, ways")
SHACKLE_LIFTS = Rule(0.5, "of what it is longer", "that a shackle lifts by", PRACTICE, "Stance, ways")
SHACKLE_LENGTH = Rule(0.1, "m", "of a shackle, until read", PRACTICE, "Stance, ways")

# -- Spring: rates, lengths, what a shop has
BUMP_MULTIPLE = Rule(
    2.0, "of the static load", "that full bump shall take, the stop left out, until said otherwise", PRACTICE, "Spring, rate by"
)
LIGHT_AND_FULL_DIFFER = Rule(0.04, "m", "that light and full may differ by, until said otherwise", PRACTICE, "Spring, rate by")
WANTED_DROOP_SHARE = Rule(0.4, "of the travel", "that is to be droop at ride, until said otherwise", PRACTICE, "Spring, rate by")
DROOP_SHARES = Rule.each(
    (0.3, 0.5), "of the travel", "that is droop at ride, least and most of the window", PRACTICE, "Spring, rate window"
)
OUTSIDE_WINDOW = Rule(0.03, "of a rate", "outside its window that is not said", STATED, "Spring, rate window")
DROPS_FAR = Rule(0.04, "m", "between the lightest and the heaviest load that is said", STATED, "Spring, comes and goes")
MOST_PRELOAD = Rule(0.075, "m", "at full droop that is usual", PRACTICE, "Spring, preload")
PRELOAD_SHARE = Rule(0.25, "of the stroke", "at full droop that is usual", PRACTICE, "Spring, preload")
FLAT_RIDE = Rule.each((0.95, 1.3), "rear over front frequency", "least and most that is not said", PRACTICE, "Spring, frequencies")
BLOCK_PLATE = Rule(0.012, "m", "of plate on one side of equal blocks at most; more is re-arched", PRACTICE, "Spring, blocks")
SHACKLE_LEAN = Rule(math.radians(70), "rad", "of a shackle from upright, beyond which it is said", STATED, "Spring, shackle")
PINION_TURNED = Rule(math.radians(0.5), "rad", "of a pinion from what it was, beyond which it is said", PRACTICE, "Spring, pinion")
COIL_SPARE = Rule(0.01, "m", "that a wound coil keeps over solid at full bump", PRACTICE, "Spring, wound to order")
COIL_CLEAR = Rule(0.001, "m", "that a spring keeps from what it goes round or into", PRACTICE, "Spring, wound to order")
AIR_MOSTLY = Rule(0.5, "of what stays", "above which air in the lightest case is said to carry it", STATED, "Spring, air")
AIR_CLAIM = Rule(0.1, "of pressure times area", "that a claim may be off", STATED, "Spring, air")
COLLAR_ROOM = Rule(0.05, "m", "of thread that a collar is taken to have each way where none was read", STATED, "Spring, pairs")
LEAF_CLAMP = Rule(0.1, "m", "of a pack that its clamp keeps from bending, until measured", PRACTICE, "Spring, leaves")
LEAF_STRING = Rule(0.98, "of its length along the leaf", "where no string was read", STATED, "Spring, leaves")
SLIDER = Rule(0.01, "m", "of a slider between two springs", PRACTICE, "Spring, pairs")
STACK_THREAD = Rule(0.002, "m a turn", "of a coil-over's collar", PRACTICE, "Spring, pairs")
COILOVER_LONGER = Rule(0.05, "m", "by which a coil-over that was not measured is longer than its stroke", STATED, "Spring, pairs")
BAG_FLAT = Rule(0.25, "of its full height", "at which a bag is flat, until read", STATED, "Spring, air")
ROOM_TEMPERATURE = Rule(293.15, "K", "where a pressure is set, until typed", STATED, "Spring, air")
BAR_STRESS = Rule(1e9, "Pa", "of a bar that was set once one way; a hint", "DIN 2091 (from memory)", "Spring, torsion bars")
LEAF_FRICTION = Rule(0.06, "of the load", "until a lift test tells", PRACTICE, "Spring, leaves")
U_BOLT_ROD = Rule(0.014, "m", "across a U-bolt's rod", PRACTICE, "Spring, leaves")
U_BOLT_NUT = Rule(1.8, "rod diameters", "for washer, nut and two threads", PRACTICE, "Spring, leaves")
U_BOLT_STEP = Rule(0.01, "m", "in which legs of U-bolts are stocked", PRACTICE, "Fit, leaves")
U_BOLT_STEP_INCH = Rule(0.0127, "m", "in which legs of U-bolts are stocked by the inch", PRACTICE, "Fit, leaves")
SPRING_PLATE = Rule(0.006, "m", "of the spring plate, until measured", PRACTICE, "Spring, leaves")
CUSHION_ROOM = Rule(0.01, "m", "that a foam helper wants to be got in with", PRACTICE, "Spring, foam")
LEAF_STRESS = Rule(1e9, "Pa", "nominal, of a leaf at full bump; 1000 to 1150 MPa are named", "from memory", "Spring, leaves")
ADDED_SHORTER = Rule(0.82, "of the leaf above it", "that an added leaf is long", PRACTICE, "Spring, leaves to add")
ADDED_NARROWER = Rule(0.004, "m", "that an added leaf may be narrower than its pack", PRACTICE, "Spring, find")
ADDED_CURVES = Rule.each(
    (-1.5, 1.0), "1/m", "that a leaf is arched beyond its neighbour, least and most", STATED, "Spring, leaves to add"
)
ADDED_BOWED = Rule(
    0.7, "half its length over its radius", "the most that a leaf is bent when made", STATED, "Spring, leaves to add"
)
WIRE_STEP = Rule(0.0005, "m", "in which wire is drawn", PRACTICE, "Spring, wound to order")
CLOSED_TURNS = Rule(2.0, "turns", "at the ends that do not work, closed and ground", PRACTICE, "Spring, wound to order")
RATE_UNSAID = Rule(0.15, "of the rate as found", "either way, that a rate which no list says may be off", STATED, "Spring, find")
CATALOGUE_RATE = Rule(0.1, "of a rate", "that wire, diameter and coils of a list may be off", STATED, "Spring, catalogue")
RING_MARGIN = Rule(0.01, "m", "that the main spring keeps over solid at full bump", PRACTICE, "Spring, pairs")
CROSSOVER_SHARE = Rule(0.55, "of the bump travel", "at which the crossover is placed", PRACTICE, "Spring, pairs")
SOLID_SHARE = Rule(0.3, "of the free length", "that a spring off the shelf has when solid", PRACTICE, "Spring, pairs")
VALVE_BAND = Rule(0.003, "m either way", "within which a levelling valve does nothing", PRACTICE, "Spring, air")

# -- Knock-on: what a change of height drags with it
AXLE_SIDEWAYS = Rule(0.006, "m either way", "of a body off its axle, beyond which it is said", PRACTICE, "Knock-on")
BUMP_STEER = Rule(0.0005, "m a centimetre of travel", "of drag link against track bar", PRACTICE, "Knock-on")
OFF_CENTRE = Rule(0.002, "m either way", "of a drag link's end, beyond which the wheel stands off centre", PRACTICE, "Knock-on")
BAR_SLOPE = Rule(math.radians(30), "rad", "of a track bar from level, beyond which it is said", PRACTICE, "Knock-on")
CRAB = Rule(math.radians(0.3), "rad either way", "of the line from axle to axle, beyond which it is said", PRACTICE, "Knock-on")
BAR_END = Rule(0.45, "of half the track", "where the axle end of a track bar stands until measured", PRACTICE, "Knock-on")
CASTER_KEPT = Rule(math.radians(1), "rad either way", "of caster from what it was, beyond which it is said", PRACTICE, "Knock-on")
PINION_KEPT = Rule(math.radians(2), "rad either way", "of a pinion from what it was, beyond which it is said", PRACTICE, "Knock-on")
AXLE_ALONG = Rule(0.010, "m either way", "of wheelbase, beyond which it is said", PRACTICE, "Knock-on")
LEAST_WEDGE = Rule(math.radians(0.25), "rad", "of a wedge that is offered", PRACTICE, "Knock-on")
JOINT_LEAST = Rule(math.radians(0.5), "rad", "of a shaft's joint, so that its rollers turn", PRACTICE, "Knock-on")
JOINT_MOST = Rule(math.radians(7), "rad", "of a shaft's joint at ride height", PRACTICE, "Knock-on")
JOINTS_LEAVE = Rule(math.radians(3), "rad", "of one joint, that two leave of each other's ripple at most", PRACTICE, "Knock-on")
PINION_AHEAD = Rule(0.25, "m", "of a shaft's joint ahead of the hub until measured", PRACTICE, "Knock-on")
SLIP_LEFT = Rule(0.010, "m", "of slip that a shaft keeps at either end of travel", PRACTICE, "Knock-on")
CAMBER_KEPT = Rule(math.radians(0.5), "rad either way", "of camber from what it was, beyond which it is said", PRACTICE, "Knock-on")
HALF_SHAFT = Rule(math.radians(20), "rad", "of a half-shaft's outer joint at ride height, straight ahead", PRACTICE, "Knock-on")
HALF_SHAFT_DROOP = Rule(math.radians(25), "rad", "of a half-shaft's outer joint at full droop", PRACTICE, "Knock-on")
PLUNGE_LEFT = Rule(0.005, "m", "of plunge that a half-shaft keeps at either end of travel", PRACTICE, "Knock-on")
BAR_ARM = Rule(math.radians(12), "rad either way", "of an anti-roll bar's arm from where it stood", PRACTICE, "Knock-on")
BAR_OVER = Rule(math.radians(15), "rad", "of an anti-roll link from its arm's line, short of over centre", PRACTICE, "Knock-on")
JOINTS_DROOP = Rule(math.radians(20), "rad", "of a shaft's joint at full droop", PRACTICE, "Knock-on")
JOINTS_BIND = Rule(math.radians(25), "rad", "of a shaft's joint at full droop, beyond which it binds", PRACTICE, "Knock-on")
JOINT_STRAIGHT = Rule(math.radians(1), "rad", "of the axle's joint behind a double cardan", PRACTICE, "Knock-on")
JOINTS_SPEED = Rule(20.0, "rad/s", "of shaft speed times the angle that its joints leave of each other", PRACTICE, "Knock-on")
JUDGED_AT = Rule(100 / 3.6, "m/s", "at which a shaft's joints are judged", PRACTICE, "Knock-on")
TOE_KEPT = Rule(math.radians(0.1), "rad either way", "of toe of one wheel from what it was", PRACTICE, "Knock-on")
HALF_SHAFT_LOCK = Rule(math.radians(45), "rad", "of a half-shaft's outer joint at full droop and full lock", PRACTICE, "Knock-on")
AIDS = Rule(math.radians(0.1), "rad either way", "of cameras and radar, within which they see as before", PRACTICE, "Knock-on")
LEVEL_SENSOR = Rule(0.005, "m either way", "of an axle from its level sensor's setting", PRACTICE, "Knock-on")
KINGPIN_OUT = Rule(0.9, "of half the track", "where kingpin and axle housing are taped until measured", PRACTICE, "Knock-on")
LINK_OUT = Rule(0.6, "of half the track", "where a link stands out from the middle until measured", PRACTICE, "Knock-on")
WORSENS = Rule(0.1, "of what a thing may be", "by which a cure puts it further outside, that is said", STATED, "Knock-on")
SQUARE = Rule(0.003175, "m either way", "of an axle side to side and hub to hub: 1/8 in", PRACTICE, "Knock-on")
PINION_AS_WAS = Rule(math.radians(0.5), "rad either way", "of a pinion that links bring back", PRACTICE, "Knock-on")
VALVE_ROD = Rule(0.003, "m either way", "of a brake valve's rod, within which it reads as before", PRACTICE, "Knock-on")

# -- Fixes: what is offered
PRICE_SAID = Rule(0.001, "m", "of travel, below which a change is no price", STATED, "fixes")
LEAN_LESS = Rule(0.001, "m", "by which a cure of a lean makes the worst one less", STATED, "fixes")
EASES = Rule(0.1, "of how far over its limit", "that a fix that does not cure takes off at least", STATED, "fixes")
GREW = Rule(0.02, "of how far over its limit", "that is no growth", STATED, "fixes")
THINNEST_SPACER = Rule(0.002, "m", "of spacer that there is", PRACTICE, "fixes")
THICKEST_SPACER = Rule(0.06, "m", "of spacer that is used", PRACTICE, "fixes")
THICKEST_LEVELLING = Rule(0.05, "m", "of spacer that is offered against a lean", STATED, "fixes")
