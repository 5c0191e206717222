"""What the height drags with it in words: the thing, its values, what it may be, what cures it, which readings it asks for."""

from __future__ import annotations

import numpy as np

from isostat.assess.knock_on.findings import BarAgainstLeaves, DraggedOutside, LinksCannotBe, LinksDoNotClose, ValveToSet
from isostat.assess.knock_on.line import Cure, Line, Way, What, outside
from isostat.assess.solve.assessment import Assessment
from isostat.job.edits.paths import Path
from isostat.job.out_of_range import say_out_of_range
from isostat.job.points import AXLE_POINTS, VEHICLE_POINTS
from isostat.language import capital, later, tr
from isostat.units.format import with_unit
from isostat.units.unit import Quantity
from isostat.wording.reader import Reader
from isostat.wording.tell import tell

WHAT = {
    What.SIDEWAYS: later("axle sideways"),
    What.BAR_SLOPE: later("Panhard bar angle"),
    What.OFF_CENTRE: later("steering off centre, at the knuckle"),
    What.BUMP_STEER: later("bump steer, 10 mm of travel"),
    What.CASTER: later("caster"),
    What.PINION: later("pinion angle, nose up"),
    What.WHEELBASE: later("axle fore and aft"),
    What.FRONT_JOINT: later("shaft joint at the box"),
    What.REAR_JOINT: later("shaft joint at the axle"),
    What.RIPPLE: later("ripple of both joints, as one"),
    What.SLIP_IN: later("slip left in full bump"),
    What.SLIP_OUT: later("slip left in full droop"),
    What.CAMBER: later("camber, top out"),
    What.HALF_SHAFT: later("half-shaft outer joint"),
    What.HALF_SHAFT_DROOP: later("the same at full droop"),
    What.PLUNGE_IN: later("half-shaft plunge left, in"),
    What.PLUNGE_OUT: later("half-shaft plunge left, out"),
    What.BAR_ARM: later("anti-roll bar arm leans"),
    What.LAMPS: later("headlamp cut-off at 10 m"),
    What.VALVE: later("brake valve rod, unadjusted"),
    What.SPEEDOMETER: later("speedometer reads"),
}
READINGS = {point.field: point.words for point in (*AXLE_POINTS, *VEHICLE_POINTS)} | {
    "track_bar_side": later("Panhard bar, frame end on"),
    "by": later("axle held by"),
    "frame": later("frame ends"),
    "lower_m": later("lower link or arm"),
    "lower_slope_rad": later("its slope, down to the wheel"),
    "lower_over_hub_m": later("lower link above the hub"),
    "upper_m": later("upper link or arm"),
    "upper_slope_rad": later("upper slope, down to the wheel"),
    "upper_over_hub_m": later("upper link above the hub"),
    "caster_rad": later("caster"),
    "length_m": later("shaft, joint to joint"),
    "slope_rad": later("shaft, down to the axle"),
    "box_rad": later("box output, down to the axle"),
    "ahead_m": later("axle joint ahead of the hub"),
    "drag_link length_m": later("length, eye to eye"),
    "box_height_m": later("box end above the ground"),
    "axle_height_m": later("axle end above the ground"),
    "box_side": later("steering box on"),
    "ball_below_m": later("ball joint below the hub"),
    "ball_in_m": later("ball joint in from the wheel"),
    "upper_above_m": later("upper ball above the hub"),
    "upper_in_m": later("upper ball in from the wheel"),
    "mount_above_m": later("strut mount above the hub"),
    "mount_in_m": later("strut mount in from the wheel"),
    "camber_rad": later("camber, top out"),
    "shaft_m": later("half-shaft, joint to joint"),
    "shaft_slope_rad": later("half-shaft, down to the wheel"),
    "shaft_in_m": later("its outer joint in from the wheel"),
    "plunge_in_m": later("plunge: can go in"),
    "plunge_out_m": later("plunge: can come out"),
    "bar_link_m": later("anti-roll link length"),
    "arm_m": later("anti-roll bar arm (Measure)"),
    "link_ratio": later("anti-roll link ratio (Measure)"),
    "in_m": later("slip: can still go in"),
    "out_m": later("slip: can still come out"),
}
SIGNS = {  # below nought, and above
    What.OFF_CENTRE: (later("{m} right"), later("{m} left")),
    What.SIDEWAYS: (later("{m} right"), later("{m} left")),
    What.WHEELBASE: (later("{m} rearward"), later("{m} forward")),
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
    Way.WEDGE: (later("Wedge or shims {m}, nose down"), later("Wedge or shims {m}, nose up")),
    Way.DROP: (later("Differential {m} higher"), later("Differential {m} lower, with its bolts and spacers")),
    Way.LINK: (later("Anti-roll link {m} shorter"), later("Anti-roll link {m} longer")),
    Way.ALIGN: (later("Wheel alignment: camber {m} in"), later("Wheel alignment: camber {m} out")),
    Way.AIM: (later("Aim {m} higher at 10 m"), later("Aim {m} lower at 10 m")),
    Way.ROD: (later("Rod about {m} shorter"), later("Rod about {m} longer")),
    Way.RECALIBRATE: (later("Recalibrate it by {m}"), later("Recalibrate it by {m}")),
}


def say_what(line: Line, r: Reader) -> str:
    """The thing and its axle: `Axle sideways, rear`."""
    words = tr(WHAT[line.what])
    return capital(words if line.axle is None else tr("{what}, {axle}", what=words, axle=r.axle(line.axle)))


def say_value(what: What, quantity: Quantity, value: float, r: Reader) -> str:
    """A value with its unit and its side."""
    if not np.isfinite(value):
        return tr("cannot close")
    amount = with_unit(abs(value) if what in SIGNS else value, quantity, r.preset)
    if what not in SIGNS:
        return amount
    if amount == with_unit(0.0, quantity, r.preset) and what is not What.LAMPS:
        return tr("true") if what is What.SPEEDOMETER else amount
    return tr(SIGNS[what][int(value >= 0.0)], m=amount)


def say_allowed(line: Line, r: Reader) -> str:
    """Between what it may lie."""
    low, high, unit = line.low, line.high, line.quantity
    if low is None and high is None:
        return ""
    if low is not None and high is not None and abs(low + high) < 1e-12:
        return tr("{m} either way", m=with_unit(high, unit, r.preset))
    ends = [None if end is None else say_value(line.what, unit, end, r) for end in (low, high)]
    if ends[0] is None:
        return tr("{m} or less", m=ends[1])
    return tr("{m} or more", m=ends[0]) if ends[1] is None else tr("{low} to {high}", low=ends[0], high=ends[1])


def say_case(line: Line, case: int, r: Reader) -> str:
    """A thing in a case."""
    return say_value(line.what, line.quantity, float(line.now[case]), r)


def say_before(line: Line, r: Reader) -> str:
    """As weighed, where that is known."""
    if line.changes and line.what in (What.CASTER, What.PINION):
        return tr("not read")
    return say_value(line.what, line.quantity, line.before, r)


def say_worst(line: Line, r: Reader) -> str:
    """Its worst case."""
    return tr("{value} when {case}", value=say_case(line, line.worst, r), case=r.case(line.worst))


def say_cure(cure: Cure, r: Reader) -> str:
    """What is done, and by how much."""
    return tr(CURES[cure.way][int(cure.by >= 0.0)], m=with_unit(abs(cure.by), cure.quantity, r.preset))


def say_left(line: Line, cure: Cure, r: Reader) -> str:
    """What a cure leaves in the case that is then furthest off."""
    off = np.abs(outside(cure.leaves, line.low, line.high))
    if not off.any():
        return tr("then right in every case")
    case = int(np.argmax(off))
    value = say_value(line.what, line.quantity, float(cure.leaves[case]), r)
    return tr("then at most {value}, {case}", value=value, case=r.case(case))


def say_asks(line: Line, r: Reader) -> str:
    """Which readings it lacks."""
    return tr("Needs {readings}.", readings=", ".join(say_reading(path) for path in line.asks))


def say_reading(path: Path) -> str:
    """The name of a reading."""
    owned = f"{path[-2]} {path[-1]}"
    return tr(READINGS[owned if owned in READINGS else str(path[-1])])


def knock_on_text(a: Assessment, lines: tuple[Line, ...], r: Reader) -> str:
    """The list in lines of text."""
    out = [a.job.title, ""]
    for line in lines:
        if line.asks:
            out += [f"{say_what(line, r)}: {say_asks(line, r)}"]
            continue
        mark = "! " if line.outside.any() else "  "
        out.append(f"{mark}{say_what(line, r)}: {say_before(line, r)} → {say_worst(line, r)}")
        if allowed := say_allowed(line, r):
            out.append("      " + tr("allowed {allowed} ({whose})", allowed=allowed, whose=tr(line.whose)))
        if line.outside.any():
            out += [f"      {say_cure(cure, r)}; {say_left(line, cure, r)}" for cure in line.cures]
    return "\n".join(out) + "\n"


@tell.register
def _(j: DraggedOutside, r: Reader) -> tuple[str, str]:
    now, what = say_value(j.what, j.quantity, j.now, r), capital(tr(WHAT[j.what]))
    title = tr("{what}: {now}", what=what, now=now)
    ends = [None if end is None else say_value(j.what, j.quantity, end, r) for end in (j.low, j.high)]
    allowed = tr("It may be {low} to {high}.", low=ends[0], high=ends[1])
    if ends[0] is None:
        allowed = tr("It may be {m} at most.", m=ends[1])
    elif ends[1] is None:
        allowed = tr("It may be {m} at least.", m=ends[0])
    return title, _speed(j.now, r) if j.what is What.SPEEDOMETER else allowed


def _speed(slow: float, r: Reader) -> str:
    """What it shows at two speeds, what the tyres do to the gearing, and what to do. slow: true over shown, less one."""
    at = {speed: f"{speed / (1.0 + slow):.0f}" for speed in (50, 100)}
    shows = tr("At a true 50 it shows {a}, at 100 {b}.", a=at[50], b=at[100])
    way = later("Gearing {m} taller.") if slow > 0.0 else later("Gearing {m} shorter.")
    gears = tr(way, m=with_unit(abs(slow), Quantity.SHARE, r.preset))
    ask = tr("It must never show too little. Have it recalibrated.") if slow > 0.0 else tr("Have it recalibrated.")
    return f"{shows} {gears} {ask}"


@tell.register
def _(j: ValveToSet, r: Reader) -> tuple[str, str]:
    m = r.height_unit(abs(j.by_m))
    if j.by_m > 0.0:
        body = tr("Body {m} higher there: the valve takes it for empty and brakes too little. Set it before driving.", m=m)
    else:
        body = tr("Body {m} lower there: the valve takes it for loaded and the wheels may lock. Set it before driving.", m=m)
    if abs(j.stiffer - 1.0) > 0.1:
        body += " " + tr("The springs' rate has changed too: check it on a brake tester.")
    return tr("Brake valve (LSPV) must be reset"), body


@tell.register
def _(j: BarAgainstLeaves, r: Reader) -> tuple[str, str]:
    body = tr("Leaves hold the axle sideways already; the bar binds. Check the readings, or take it off.")
    return tr("Panhard bar works against the leaves"), body


@tell.register
def _(j: LinksCannotBe, r: Reader) -> tuple[str, str]:
    return tr("Link or shaft readings contradict each other"), say_out_of_range(j.refused).words(r.preset)


@tell.register
def _(j: LinksDoNotClose, r: Reader) -> tuple[str, str]:
    return tr("Links do not reach in some load case"), tr("Check their lengths and angles, or fit longer ones.")
