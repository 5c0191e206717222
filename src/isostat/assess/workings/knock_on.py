"""Workings of what the height drags with it: how far a bar, a link, a shaft or a rod has gone in a case."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace

import numpy as np

from isostat.assess.knock_on.anti_roll import anti_roll_link
from isostat.assess.knock_on.line import Line, What
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.knock_on.links import axle_turned, facing
from isostat.assess.knock_on.moved import mean_travel, travel
from isostat.assess.knock_on.shaft import shaft_of
from isostat.assess.knock_on.sideways import CENTIMETRE, bar_of, link_of
from isostat.assess.knock_on.square import square_of
from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings import attitude
from isostat.assess.workings.shown import Explain, Shown
from isostat.core.limits import GRAVITY
from isostat.core.linkage.track_bar import TrackBar
from isostat.core.working import Given, Origin, Working


def _line(a: Assessment, k: Shown, what: What) -> Line:
    """The line that is shown. Raises KeyError where there is none, or its case does not stand."""
    found = next((line for line in knock_ons(a) if line.what is what and line.axle in (k.axle, None)), None)
    if found is None or found.asks or not np.isfinite(found.now[k.case]):
        raise KeyError(what)
    return found


def _work(a: Assessment, k: Shown, what: What, symbol: str, expression: str, inputs: tuple[Given, ...], rule: str) -> Working:
    line = _line(a, k, what)
    return Working(
        name=NAMES[what],
        symbol=symbol,
        quantity=line.quantity.value,
        expression=expression,
        inputs=inputs,
        result=float(line.now[k.case]),
        approximate=line.guessed,
        rule=rule,
    )


def sideways(a: Assessment, k: Shown) -> Working:
    """How far an axle has gone to the left on its track bar."""
    _line(a, k, What.SIDEWAYS)
    bar = bar_of(a, k.axle)
    assert bar is not None
    u = travel(a, k.axle)[:, k.case]
    now = bar.drop_m + float(bar.rise_m(u))
    inputs = (
        Given("L", "Panhard bar length", "height", bar.length_m, Origin.MEASURED),
        Given("h_0", "axle end above frame end, as weighed", "height", bar.drop_m, Origin.MEASURED),
        Given("h", "axle end above frame end, now", "height", now, Origin.SOLVED),
        Given("d", "axle end to the left as the axle leans", "fine length", float(bar.aside_m(u)), Origin.COMPUTED),
    )
    way = "sqrt(L**2 - h_0**2) - sqrt(L**2 - h**2)" if bar.side > 0 else "sqrt(L**2 - h**2) - sqrt(L**2 - h_0**2)"
    return _work(a, k, What.SIDEWAYS, "s", f"{way} - d", inputs, "The bar swings about its frame end. Left is positive.")


def bar_slope(a: Assessment, k: Shown) -> Working:
    """Of the bar from level."""
    _line(a, k, What.BAR_SLOPE)
    bar = bar_of(a, k.axle)
    assert bar is not None
    now = bar.drop_m + float(bar.rise_m(travel(a, k.axle)[:, k.case]))
    inputs = (
        Given("h", "axle end above frame end, now", "height", now, Origin.SOLVED),
        Given("L", "Panhard bar length", "height", bar.length_m, Origin.MEASURED),
    )
    return _work(a, k, What.BAR_SLOPE, "beta", "asin((0 - h) / L)", inputs, "Axle end down is positive.")


def _pair(a: Assessment, k: Shown, what: What) -> tuple[TrackBar, TrackBar]:
    """Bar and drag link of an axle whose line is there."""
    _line(a, k, what)
    bar, link = bar_of(a, k.axle), link_of(a, k.axle)
    assert bar is not None and link is not None
    return bar, link


def off_centre(a: Assessment, k: Shown) -> Working:
    """How far the drag link's end stands off the axle's, at the knuckle."""
    bar, link = _pair(a, k, What.OFF_CENTRE)
    u = travel(a, k.axle)[:, k.case]
    inputs = (
        Given("s_d", "drag link's end, by its own arc", "fine length", float(link.shift_m(u)), Origin.COMPUTED),
        Given("s", "axle, by its bar", "fine length", float(bar.shift_m(u)), Origin.COMPUTED),
    )
    return _work(a, k, What.OFF_CENTRE, "delta", "s_d - s", inputs, "The box holds one end of the link. Left is positive.")


def bump_steer(a: Assessment, k: Shown) -> Working:
    """What 10 mm of bump more moves the drag link's end against the axle."""
    bar, link = _pair(a, k, What.BUMP_STEER)
    u = travel(a, k.axle)[:, k.case]
    up = u + CENTIMETRE
    inputs = tuple(
        Given(symbol, words, "fine length", float(link.shift_m(at) - bar.shift_m(at)), Origin.COMPUTED)
        for symbol, words, at in (("d_1", "link against bar, 10 mm higher", up), ("d_0", "link against bar, here", u))
    )
    return _work(a, k, What.BUMP_STEER, "delta", "d_1 - d_0", inputs, "None where link and bar are parallel and as long.")


def _turned(a: Assessment, k: Shown) -> float:
    moved = axle_turned(a, k.axle)
    if moved is None:
        raise KeyError("links")
    return float(moved[1][k.case])


def _axle_angle(a: Assessment, k: Shown, what: What, words: str) -> Working:
    line = _line(a, k, what)
    inputs = (
        Given("gamma_0", words, "angle", line.before, Origin.ASSUMED if line.changes else Origin.MEASURED),
        Given("alpha", "axle turned under the body, nose down", "angle", _turned(a, k), Origin.SOLVED),
        attitude.pitch(a, k),
    )
    rule = "Caster and pinion of a solid axle turn one for one, against the ground."
    way = "gamma_0 - (alpha + theta)" if what is What.CASTER or facing(a, k.axle) > 0.0 else "gamma_0 + alpha + theta"
    return _work(a, k, what, "gamma", way, inputs, rule)


def caster(a: Assessment, k: Shown) -> Working:
    """Top of the kingpin rearward, against the ground."""
    return _axle_angle(a, k, What.CASTER, "caster as weighed")


def pinion(a: Assessment, k: Shown) -> Working:
    """Nose up, against the ground."""
    return _axle_angle(a, k, What.PINION, "pinion angle as weighed, nose up")


def wheelbase(a: Assessment, k: Shown) -> Working:
    """How far an axle has gone forward under the body."""
    line = _line(a, k, What.WHEELBASE)
    inputs = (Given("e", "from links or leaves", "height", float(line.now[k.case]), Origin.SOLVED),)
    rule = "Links keep their lengths; a leaf's seat swings at three quarters of its half about the fixed eye."
    return _work(a, k, What.WHEELBASE, "e", "e", inputs, rule)


def _slopes(a: Assessment, k: Shown) -> dict[str, Given]:
    """Of shaft, output, piece before a carrier and pinion, and the axle's turn, in side view."""
    shaft, moved = shaft_of(a, k.axle), axle_turned(a, k.axle)
    if moved is None:
        raise KeyError("links")
    v, way = float(mean_travel(a, k.axle)[k.case]), facing(a, k.axle)
    forward, turned = (way * float(one[k.case]) for one in moved)
    x, z = shaft.joint_at(np.array(v), np.array(forward), np.array(turned))
    found = {
        "s": Given("s", "slope of the shaft now", "angle", math.atan2(-float(z), float(x)), Origin.SOLVED),
        "b": Given("b", "slope of the output", "angle", shaft.box_rad, Origin.MEASURED),
        "p": Given("p", "pinion angle as weighed, nose up", "angle", shaft.pinion_rad, Origin.MEASURED),
        "alpha": Given("alpha", "pinion turned under the body, nose down", "angle", turned, Origin.SOLVED),
    }
    if shaft.front is not None:
        found["f"] = Given("f", "slope of the front piece", "angle", shaft.front.slope_rad, Origin.MEASURED)
    return found


def _joint(a: Assessment, k: Shown, what: What, symbol: str, side: str, rule: str) -> Working:
    """A joint by its bend in side view, and what its bend in plan adds."""
    line, slopes = _line(a, k, what), _slopes(a, k)
    inputs = [slopes[name] for name in ("s", "b", "f", "p", "alpha") if name in slopes and name in side.split()]
    bend = _value(side, inputs)
    plan = math.sqrt(max(float(line.now[k.case]) ** 2 - bend**2, 0.0))
    if shaft_of(a, k.axle).plan_rad == 0.0:
        return _work(a, k, what, symbol, f"sqrt(({side})**2)", tuple(inputs), rule)
    inputs.append(Given("q", "what the bend in plan adds, across it", "angle", plan, Origin.COMPUTED))
    return _work(a, k, what, symbol, f"sqrt(({side})**2 + q**2)", tuple(inputs), rule)


def _value(side: str, inputs: list[Given]) -> float:
    """Of a sum of symbols, `s - b` or `p - alpha - s`."""
    known, sign, total = {one.symbol: one.value for one in inputs}, 1.0, 0.0
    for part in side.split():
        sign = {"-": -1.0, "+": 1.0}.get(part, sign)
        total += sign * known[part] if part in known else 0.0
    return total


def front_joint(a: Assessment, k: Shown) -> Working:
    """Angle of the joint at the box."""
    _line(a, k, What.FRONT_JOINT)
    two = shaft_of(a, k.axle).front is not None
    side, rule = ("f - b", "Output to front piece; both on the body.") if two else ("s - b", "Output to shaft.")
    if two:
        return _work(a, k, What.FRONT_JOINT, "beta_1", f"sqrt(({side})**2)", tuple(_slopes(a, k)[n] for n in ("f", "b")), rule)
    return _joint(a, k, What.FRONT_JOINT, "beta_1", side, rule)


def carrier_joint(a: Assessment, k: Shown) -> Working:
    """Angle of the joint at the carrier."""
    _line(a, k, What.CARRIER_JOINT)
    return _joint(a, k, What.CARRIER_JOINT, "beta_c", "s - f", "Front piece to shaft.")


def rear_joint(a: Assessment, k: Shown) -> Working:
    """Angle of the joint at the axle."""
    _line(a, k, What.REAR_JOINT)
    return _joint(a, k, What.REAR_JOINT, "beta_2", "p - alpha - s", "Shaft to pinion.")


def joints_droop(a: Assessment, k: Shown) -> Working:
    """The steeper end joint with both wheels hanging."""
    return _at_the_joint(a, k, What.JOINTS_DROOP, "The steeper of both ends, wheels at full droop.")


def ripple(a: Assessment, k: Shown) -> Working:
    """The one joint that ripples as all together do."""
    line, shaft = _line(a, k, What.RIPPLE), shaft_of(a, k.axle)
    if shaft.front is not None or shaft.double_cardan or shaft.plan_rad != 0.0:
        inputs: tuple[Given, ...] = (
            Given("B", "ripple of all joints, each in its phase", "ratio", float(line.now[k.case]) ** 2, Origin.COMPUTED),
        )
        return _work(a, k, What.RIPPLE, "beta_r", "sqrt(B)", inputs, "Yokes in line. Halves of a double cardan cancel.")
    one, two = (float(_line(a, k, what).now[k.case]) for what in (What.FRONT_JOINT, What.REAR_JOINT))
    inputs = (
        Given("beta_1", "joint at the box", "angle", one, Origin.COMPUTED),
        Given("beta_2", "joint at the axle", "angle", two, Origin.COMPUTED),
    )
    rule = "Yokes in line, both joints in one plane: equal angles cancel."
    return _work(a, k, What.RIPPLE, "beta_r", "sqrt(sqrt((beta_1**2 - beta_2**2)**2))", inputs, rule)


def _left(a: Assessment, k: Shown, what: What, was: Given, used: str, rule: str) -> Working:
    """What is left of what there was."""
    took = Given("d", used, "height", was.value - float(_line(a, k, what).now[k.case]), Origin.SOLVED)
    return _work(a, k, what, "l", "l_0 - d", (was, took), rule)


def _slip(a: Assessment, k: Shown, what: What, words: str) -> Working:
    was = Given("l_0", words, "height", _line(a, k, what).before, Origin.MEASURED)
    rule = "Joint to joint as the axle moves, turns and goes fore and aft."
    return _left(a, k, what, was, "used by the way to the end of travel", rule)


def slip_in(a: Assessment, k: Shown) -> Working:
    """What the shaft can still go in."""
    return _slip(a, k, What.SLIP_IN, "slip in as weighed")


def slip_out(a: Assessment, k: Shown) -> Working:
    """What the shaft can still come out."""
    return _slip(a, k, What.SLIP_OUT, "slip out as weighed")


def camber(a: Assessment, k: Shown) -> Working:
    """Top outward, of the wheel that has changed more."""
    line = _line(a, k, What.CAMBER)
    inputs = (
        Given("gamma_0", "camber as weighed, top out", "angle", line.before, Origin.ASSUMED if line.changes else Origin.MEASURED),
        Given("c", "by the arms, at that travel", "angle", float(line.now[k.case]) - line.before, Origin.SOLVED),
    )
    rule = "The knuckle's joints keep to the circles of their arms; the worse wheel."
    return _work(a, k, What.CAMBER, "gamma", "gamma_0 + c", inputs, rule)


def half_shaft_angle(a: Assessment, k: Shown) -> Working:
    """Of the outer joint, of the wheel where it is steeper."""
    return _at_the_joint(a, k, What.HALF_SHAFT, "Slope of the shaft and camber of the wheel together; the steeper side.")


def half_shaft_droop(a: Assessment, k: Shown) -> Working:
    """The same with the wheels hanging."""
    return _at_the_joint(a, k, What.HALF_SHAFT_DROOP, "As at ride height, both wheels at full droop.")


def _at_the_joint(a: Assessment, k: Shown, what: What, rule: str) -> Working:
    line = _line(a, k, what)
    inputs = (
        Given("beta_0", "joint angle as weighed", "angle", line.before, Origin.COMPUTED),
        Given("d", "change with the travel", "angle", float(line.now[k.case]) - line.before, Origin.SOLVED),
    )
    return _work(a, k, what, "beta", "beta_0 + d", inputs, rule)


def plunge_in(a: Assessment, k: Shown) -> Working:
    """What a half-shaft can still go in, over the whole travel."""
    return _slip(a, k, What.PLUNGE_IN, "plunge in as weighed")


def plunge_out(a: Assessment, k: Shown) -> Working:
    """What it can still come out."""
    return _slip(a, k, What.PLUNGE_OUT, "plunge out as weighed")


def bar_arm(a: Assessment, k: Shown) -> Working:
    """How far the arm of an anti-roll bar leans from where it stood."""
    _line(a, k, What.BAR_ARM)
    link = anti_roll_link(a, k.axle)
    assert link is not None
    left, right = (float(u) for u in travel(a, k.axle)[:, k.case])
    u = max((left, right), key=lambda v: abs(float(link.leans(np.array(v)))))
    far = math.hypot(link.arm_m, link.ratio * u - link.link_m)
    inputs = (
        Given("u", "bump travel of the wheel that moved more", "height", u, Origin.SOLVED),
        Given("r", "link ratio", "ratio", link.ratio, Origin.MEASURED),
        Given("a", "bar arm length", "height", link.arm_m, Origin.MEASURED),
        Given("l", "link length", "height", link.link_m, Origin.MEASURED),
        Given("D", "bar's axis to the link's lower end", "height", far, Origin.COMPUTED),
    )
    way = "asin((u * r - l) / D) + pi / 2 - asin((a**2 + D**2 - l**2) / (2 * a * D))"
    return _work(a, k, What.BAR_ARM, "eta", way, inputs, "Link upright, arm level as weighed; both keep their lengths.")


def bar_over(a: Assessment, k: Shown) -> Working:
    """How near arm and link come to one line."""
    line = _line(a, k, What.BAR_OVER)
    inputs = (Given("gamma", "least over the travel, also articulated", "angle", float(line.now[k.case]), Origin.SOLVED),)
    return _work(a, k, What.BAR_OVER, "gamma", "gamma", inputs, "In one line, the arm goes over centre and stays there.")


def hose(a: Assessment, k: Shown) -> Working:
    """What a hose has left, both wheels hanging."""
    return _hose(a, k, What.HOSE, "Worse corner, both wheels at full droop.")


def hose_crossed(a: Assessment, k: Shown) -> Working:
    """The same with one wheel up."""
    return _hose(a, k, What.HOSE_CROSSED, "Worse corner at full droop, the other wheel at full bump.")


def _hose(a: Assessment, k: Shown, what: What, rule: str) -> Working:
    was = Given("l_0", "slack at full droop on the old springs", "height", _line(a, k, what).before, Origin.COMPUTED)
    return _left(a, k, what, was, "taken by the new droop", rule)


def crab(a: Assessment, k: Shown) -> Working:
    """How far the line from axle to axle has turned."""
    line, base = _line(a, k, What.CRAB), -a.axles[-1].x_m
    inputs = (
        Given("d", "front axle left of the rear one", "fine length", float(line.now[k.case]) * base, Origin.COMPUTED),
        Given("L", "wheelbase", "height", base, Origin.MEASURED),
    )
    return _work(a, k, What.CRAB, "psi", "d / L", inputs, "Each axle by its own bar; one without a bar stays.")


def toe(a: Assessment, k: Shown) -> Working:
    """Of one wheel, in, the one that has changed more."""
    line = _line(a, k, What.TOE)
    inputs = (
        Given("tau_0", "toe as weighed, in", "angle", line.before, Origin.ASSUMED if line.changes else Origin.MEASURED),
        Given("t", "by tie rod against arms, at that travel", "angle", float(line.now[k.case]) - line.before, Origin.SOLVED),
    )
    return _work(a, k, What.TOE, "tau", "tau_0 + t", inputs, "The rod's arc against the knuckle's, over the steering arm.")


def ball(a: Assessment, k: Shown) -> Working:
    """How far the lower ball joint swings."""
    inputs = (Given("b", "most over the whole travel", "angle", float(_line(a, k, What.BALL).now[k.case]), Origin.SOLVED),)
    return _work(a, k, What.BALL, "b", "b", inputs, "Arm against knuckle, from where it stood.")


def half_shaft_lock(a: Assessment, k: Shown) -> Working:
    """Of the outer joint, wheels hanging and turned all the way."""
    return _at_the_joint(a, k, What.HALF_SHAFT_LOCK, "Droop and steering together: tan² of both add up.")


def true_ahead(a: Assessment, k: Shown) -> Working:
    """By how much hub to hub is longer on the left."""
    _line(a, k, What.TRUE_AHEAD)
    turned = square_of(a, k.axle).turned_rad
    assert turned is not None
    inputs = (
        Given("t", "half track", "height", a.axles[k.axle].half_track_m, Origin.MEASURED),
        Given("psi", "axle turned to the left, by all lengths", "angle", turned, Origin.COMPUTED),
    )
    return _work(a, k, What.TRUE_AHEAD, "d", "2 * t * psi", inputs, "Least squares of the lengths taped; front axle square.")


def true_across(a: Assessment, k: Shown) -> Working:
    """By how much the axle stands out further on the left."""
    _line(a, k, What.TRUE_ACROSS)
    left = square_of(a, k.axle).left_m
    assert left is not None
    inputs = (Given("s", "axle to the left, by all lengths", "fine length", left, Origin.COMPUTED),)
    return _work(a, k, What.TRUE_ACROSS, "d", "2 * s", inputs, "Least squares of the lengths taped.")


def pinion_back(a: Assessment, k: Shown) -> Working:
    """How far the pinion stands from where it stood before."""
    _line(a, k, What.PINION_BACK)
    read = a.job.vehicle.axles[k.axle]
    assert read.square.pinion_rad is not None and read.pinion_rad is not None
    inputs = (
        Given("p", "pinion angle now, nose up", "angle", read.square.pinion_rad.value, Origin.MEASURED),
        Given("p_0", "pinion angle as weighed, nose up", "angle", read.pinion_rad.value, Origin.MEASURED),
    )
    return _work(a, k, What.PINION_BACK, "d", "p - p_0", inputs, "At ride height, on the wheels.")


def aids(a: Assessment, k: Shown) -> Working:
    """How far the body has tilted under what sees ahead."""
    _line(a, k, What.AIDS)
    return _work(a, k, What.AIDS, "theta", "theta", (attitude.pitch(a, k),), "Nose down is positive.")


def level(a: Assessment, k: Shown) -> Working:
    """How much higher the body stands over an axle than its sensor was taught."""
    _line(a, k, What.LEVEL)
    u = float(mean_travel(a, k.axle)[k.case])
    inputs = (Given("u", "bump travel from the baseline, mean of both", "height", u, Origin.SOLVED),)
    return _work(a, k, What.LEVEL, "d", "0 - u", inputs, "Sensor at the middle of the axle.")


def approach(a: Assessment, k: Shown) -> Working:
    """Of the ramp in front."""
    return attitude.ramp(a, replace(k, axle=0))


def breakover(a: Assessment, k: Shown) -> Working:
    """Of the crest between the axles."""
    return attitude.ramp(a, replace(k, axle=1))


def departure(a: Assessment, k: Shown) -> Working:
    """Of the ramp behind."""
    return attitude.ramp(a, replace(k, axle=2))


def valve(a: Assessment, k: Shown) -> Working:
    """The rod of a brake valve, were it left as it is."""
    line = _line(a, k, What.VALVE)
    inputs = (
        Given("r_0", "brake valve (LSPV) rod as weighed", "height", line.before, Origin.MEASURED),
        Given("u", "bump travel from the baseline, mean of both", "height", float(mean_travel(a, k.axle)[k.case]), Origin.SOLVED),
    )
    return _work(a, k, What.VALVE, "r", "r_0 - u", inputs, "Upright rod at the middle of the axle.")


def speedometer(a: Assessment, k: Shown) -> Working:
    """True speed over the shown one, less one."""
    _line(a, k, What.SPEEDOMETER)
    axle = len(a.axles) - 1
    was, now = a.axles[axle].tyre_radius_m, a.fits[axle].tyre_radius_m
    squash = float(a.proposed.pad_kg[axle].mean()) * GRAVITY / a.fits[axle].tyre_rate.value
    inputs = (
        Given("R", "new tyre radius, unloaded", "height", now.value, now.origin),
        Given("R_0", "old tyre radius, unloaded", "height", was.value, was.origin),
        Given("c", "tyre squash", "fine length", squash, Origin.COMPUTED),
    )
    rule = "A tyre rolls as if it were a third of its squash smaller (common practice, no source)."
    return _work(a, k, What.SPEEDOMETER, "e", "(R - c / 3) / (R_0 - c / 3) - 1", inputs, rule)


NUMBERS: Mapping[What, Explain] = {
    What.SIDEWAYS: sideways, What.BAR_SLOPE: bar_slope, What.OFF_CENTRE: off_centre,
    What.BUMP_STEER: bump_steer, What.CASTER: caster, What.PINION: pinion, What.WHEELBASE: wheelbase,
    What.FRONT_JOINT: front_joint, What.REAR_JOINT: rear_joint, What.RIPPLE: ripple, What.SLIP_IN: slip_in,
    What.SLIP_OUT: slip_out, What.CAMBER: camber, What.HALF_SHAFT: half_shaft_angle, What.HALF_SHAFT_DROOP: half_shaft_droop,
    What.PLUNGE_IN: plunge_in, What.PLUNGE_OUT: plunge_out, What.BAR_ARM: bar_arm, What.LAMPS: attitude.lamp_drop,
    What.LAMP_HEIGHT: attitude.lamp_height,
    What.VALVE: valve, What.SPEEDOMETER: speedometer, What.CRAB: crab, What.CARRIER_JOINT: carrier_joint,
    What.JOINTS_DROOP: joints_droop, What.TOE: toe, What.BALL: ball, What.HALF_SHAFT_LOCK: half_shaft_lock, What.BAR_OVER: bar_over,
    What.HOSE: hose, What.HOSE_CROSSED: hose_crossed, What.TRUE_AHEAD: true_ahead, What.TRUE_ACROSS: true_across,
    What.PINION_BACK: pinion_back, What.AIDS: aids, What.LEVEL: level, What.APPROACH: approach, What.BREAKOVER: breakover,
    What.DEPARTURE: departure, What.TIPS_AT: attitude.tips_at,
}  # fmt: skip
NAMES: Mapping[What, str] = {
    What.SIDEWAYS: "axle sideways, left", What.BAR_SLOPE: "Panhard bar angle", What.CASTER: "caster",
    What.OFF_CENTRE: "steering off centre", What.BUMP_STEER: "bump steer, 10 mm",
    What.PINION: "pinion angle, nose up", What.WHEELBASE: "axle forward", What.FRONT_JOINT: "joint at the box",
    What.REAR_JOINT: "joint at the axle", What.RIPPLE: "residual joint angle", What.SLIP_IN: "slip left, in",
    What.SLIP_OUT: "slip left, out", What.CAMBER: "camber, top out", What.HALF_SHAFT: "half-shaft outer joint",
    What.HALF_SHAFT_DROOP: "half-shaft joint, full droop", What.PLUNGE_IN: "plunge left, in", What.PLUNGE_OUT: "plunge left, out",
    What.BAR_ARM: "anti-roll bar arm leans", What.VALVE: "brake valve (LSPV) rod", What.SPEEDOMETER: "speedometer reads slow by",
    What.CRAB: "axles out of line, nose left", What.CARRIER_JOINT: "joint at the carrier",
    What.JOINTS_DROOP: "shaft joints, full droop", What.TOE: "toe in, one wheel", What.BALL: "ball joint swings",
    What.HALF_SHAFT_LOCK: "half-shaft joint, full lock", What.BAR_OVER: "anti-roll link to its arm", What.HOSE: "hose slack left",
    What.HOSE_CROSSED: "hose slack left, articulated", What.TRUE_AHEAD: "hub to hub, left longer",
    What.TRUE_ACROSS: "axle out, left more",
    What.PINION_BACK: "pinion off what it was", What.AIDS: "camera and radar tilt", What.LEVEL: "level sensor off",
}  # fmt: skip


def shown_knock_ons(a: Assessment) -> list[Shown]:
    """Every such number."""
    return [
        Shown(NUMBERS[line.what], line.axle or 0, case=case)
        for line in knock_ons(a)
        if line.what not in (What.LAMPS, What.LAMP_HEIGHT, What.TIPS_AT)
        for case in range(a.cases)
        if np.isfinite(line.now[case])
    ]
