"""Workings of what the height drags with it: how far a bar, a link, a shaft or a rod has gone in a case."""

from __future__ import annotations

import math
from collections.abc import Mapping

import numpy as np

from isostat.assess.knock_on.line import Line, What
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.knock_on.links import axle_turned
from isostat.assess.knock_on.moved import mean_travel, travel
from isostat.assess.knock_on.shaft import shaft_of
from isostat.assess.knock_on.sideways import CENTIMETRE, bar_of, link_of
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
    return _work(a, k, what, "gamma", "gamma_0 - (alpha + theta)", inputs, rule)


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


def _slopes(a: Assessment, k: Shown) -> tuple[Given, Given, Given, Given]:
    shaft, turned = shaft_of(a, k.axle), _turned(a, k)
    moved = axle_turned(a, k.axle)
    assert moved is not None
    v, forward = float(mean_travel(a, k.axle)[k.case]), float(moved[0][k.case])
    x, z = shaft.joint_at(np.array(v), np.array(forward), np.array(turned))
    return (
        Given("s", "slope of the shaft now", "angle", math.atan2(-float(z), float(x)), Origin.SOLVED),
        Given("b", "slope of the output", "angle", shaft.box_rad, Origin.MEASURED),
        Given("p", "pinion angle as weighed, nose up", "angle", shaft.pinion_rad, Origin.MEASURED),
        Given("alpha", "axle turned under the body, nose down", "angle", turned, Origin.SOLVED),
    )


def front_joint(a: Assessment, k: Shown) -> Working:
    """Angle of the joint at the box."""
    _line(a, k, What.FRONT_JOINT)
    s, b, _, _ = _slopes(a, k)
    return _work(a, k, What.FRONT_JOINT, "beta_1", "sqrt((s - b)**2)", (s, b), "Output to shaft, in side view.")


def rear_joint(a: Assessment, k: Shown) -> Working:
    """Angle of the joint at the axle."""
    _line(a, k, What.REAR_JOINT)
    s, _, p, alpha = _slopes(a, k)
    return _work(a, k, What.REAR_JOINT, "beta_2", "sqrt((p - alpha - s)**2)", (p, alpha, s), "Shaft to pinion, in side view.")


def ripple(a: Assessment, k: Shown) -> Working:
    """The one joint that ripples as both together do."""
    _line(a, k, What.RIPPLE)
    one, two = (float(_line(a, k, what).now[k.case]) for what in (What.FRONT_JOINT, What.REAR_JOINT))
    inputs = (
        Given("beta_1", "joint at the box", "angle", one, Origin.COMPUTED),
        Given("beta_2", "joint at the axle", "angle", two, Origin.COMPUTED),
    )
    rule = "Yokes in line, both joints in one plane: equal angles cancel."
    return _work(a, k, What.RIPPLE, "beta_r", "sqrt(sqrt((beta_1**2 - beta_2**2)**2))", inputs, rule)


def _slip(a: Assessment, k: Shown, what: What, words: str) -> Working:
    line = _line(a, k, what)
    inputs = (
        Given("l_0", words, "height", line.before, Origin.MEASURED),
        Given("d", "used by the way to the end of travel", "height", line.before - float(line.now[k.case]), Origin.COMPUTED),
    )
    return _work(a, k, what, "l", "l_0 - d", inputs, "Joint to joint as the axle moves, turns and goes fore and aft.")


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
    line, bar = _line(a, k, What.BAR_ARM), a.job.as_found.axles[k.axle].bar
    assert bar.arm_m is not None and bar.link_ratio is not None
    left, right = (float(u) for u in travel(a, k.axle)[:, k.case])
    inputs = (
        Given("u", "bump travel of the wheel that moved more", "height", left if abs(left) >= abs(right) else right, Origin.SOLVED),
        Given("r", "link ratio", "ratio", float(bar.link_ratio.value), Origin.MEASURED),
        Given("a", "bar arm length", "height", float(bar.arm_m.value), Origin.MEASURED),
    )
    assert line.changes
    return _work(a, k, What.BAR_ARM, "eta", "asin(u * r / a)", inputs, "Upright link, arm level as weighed.")


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
    What.VALVE: valve, What.SPEEDOMETER: speedometer,
}  # fmt: skip
NAMES: Mapping[What, str] = {
    What.SIDEWAYS: "axle sideways, left", What.BAR_SLOPE: "Panhard bar angle", What.CASTER: "caster",
    What.OFF_CENTRE: "steering off centre", What.BUMP_STEER: "bump steer, 10 mm",
    What.PINION: "pinion angle, nose up", What.WHEELBASE: "axle forward", What.FRONT_JOINT: "joint at the box",
    What.REAR_JOINT: "joint at the axle", What.RIPPLE: "residual joint angle", What.SLIP_IN: "slip left, in",
    What.SLIP_OUT: "slip left, out", What.CAMBER: "camber, top out", What.HALF_SHAFT: "half-shaft outer joint",
    What.HALF_SHAFT_DROOP: "half-shaft joint, full droop", What.PLUNGE_IN: "plunge left, in", What.PLUNGE_OUT: "plunge left, out",
    What.BAR_ARM: "anti-roll bar arm leans", What.VALVE: "brake valve (LSPV) rod", What.SPEEDOMETER: "speedometer reads slow by",
}  # fmt: skip


def shown_knock_ons(a: Assessment) -> list[Shown]:
    """Every such number."""
    return [
        Shown(NUMBERS[line.what], line.axle or 0, case=case)
        for line in knock_ons(a)
        if line.what is not What.LAMPS
        for case in range(a.cases)
        if np.isfinite(line.now[case])
    ]
