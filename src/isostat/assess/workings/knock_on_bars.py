"""Workings of solid axles: sideways on their bars, steered off centre, turned on their links, out of square."""

from __future__ import annotations

from isostat.assess.knock_on.line import What
from isostat.assess.knock_on.links import axle_turned, facing
from isostat.assess.knock_on.moved import travel
from isostat.assess.knock_on.sideways import CENTIMETRE, bar_of, link_of
from isostat.assess.knock_on.square import square_of
from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings import attitude
from isostat.assess.workings.knock_on_line import line_shown, work
from isostat.assess.workings.shown import Shown
from isostat.core.linkage.track_bar import TrackBar
from isostat.core.working import Given, Origin, Working


def sideways(a: Assessment, k: Shown) -> Working:
    """How far an axle has gone to the left on its track bar."""
    line_shown(a, k, What.SIDEWAYS)
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
    return work(a, k, What.SIDEWAYS, "s", f"{way} - d", inputs, "The bar swings about its frame end. Left is positive.")


def bar_slope(a: Assessment, k: Shown) -> Working:
    """Of the bar from level."""
    line_shown(a, k, What.BAR_SLOPE)
    bar = bar_of(a, k.axle)
    assert bar is not None
    now = bar.drop_m + float(bar.rise_m(travel(a, k.axle)[:, k.case]))
    inputs = (
        Given("h", "axle end above frame end, now", "height", now, Origin.SOLVED),
        Given("L", "Panhard bar length", "height", bar.length_m, Origin.MEASURED),
    )
    return work(a, k, What.BAR_SLOPE, "beta", "asin((0 - h) / L)", inputs, "Axle end down is positive.")


def _pair(a: Assessment, k: Shown, what: What) -> tuple[TrackBar, TrackBar]:
    """Bar and drag link of an axle whose line is there."""
    line_shown(a, k, what)
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
    return work(a, k, What.OFF_CENTRE, "delta", "s_d - s", inputs, "The box holds one end of the link. Left is positive.")


def steering_wheel(a: Assessment, k: Shown) -> Working:
    """How far the steering wheel stands off straight ahead."""
    bar, link = _pair(a, k, What.STEERING_WHEEL)
    u, read = travel(a, k.axle)[:, k.case], a.job.vehicle.axles[k.axle].drag_link
    if read.knuckle_arm_m is None or read.steering_ratio is None:
        raise KeyError("drag_link")
    inputs = (
        Given("d", "drag link's end off the axle's, either way", "fine length", abs(float(link.shift_m(u) - bar.shift_m(u))),
              Origin.COMPUTED),
        Given("a", "knuckle arm", "height", float(read.knuckle_arm_m.value), Origin.MEASURED),
        Given("i", "steering ratio", "ratio", float(read.steering_ratio.value), Origin.MEASURED),
    )  # fmt: skip
    return work(a, k, What.STEERING_WHEEL, "theta", "d / a * i", inputs, "The knuckle turns by the link's end over its arm.")


def bump_steer(a: Assessment, k: Shown) -> Working:
    """What 10 mm of bump more moves the drag link's end against the axle."""
    bar, link = _pair(a, k, What.BUMP_STEER)
    u = travel(a, k.axle)[:, k.case]
    up = u + CENTIMETRE
    inputs = tuple(
        Given(symbol, words, "fine length", float(link.shift_m(at) - bar.shift_m(at)), Origin.COMPUTED)
        for symbol, words, at in (("d_1", "link against bar, 10 mm higher", up), ("d_0", "link against bar, here", u))
    )
    return work(a, k, What.BUMP_STEER, "delta", "d_1 - d_0", inputs, "None where link and bar are parallel and as long.")


def crab(a: Assessment, k: Shown) -> Working:
    """How far the line from axle to axle has turned."""
    line, base = line_shown(a, k, What.CRAB), -a.axles[-1].x_m
    inputs = (
        Given("d", "front axle left of the rear one", "fine length", float(line.now[k.case]) * base, Origin.COMPUTED),
        Given("L", "wheelbase", "height", base, Origin.MEASURED),
    )
    return work(a, k, What.CRAB, "psi", "d / L", inputs, "Each axle by its own bar; one without a bar stays.")


def _turned(a: Assessment, k: Shown) -> float:
    moved = axle_turned(a, k.axle)
    if moved is None:
        raise KeyError("links")
    return float(moved[1][k.case])


def _axle_angle(a: Assessment, k: Shown, what: What, words: str) -> Working:
    line = line_shown(a, k, what)
    inputs = (
        Given("gamma_0", words, "angle", line.before, Origin.ASSUMED if line.changes else Origin.MEASURED),
        Given("alpha", "axle turned under the body, nose down", "angle", _turned(a, k), Origin.SOLVED),
        attitude.pitch(a, k),
    )
    rule = "Caster and pinion of a solid axle turn one for one, against the ground."
    way = "gamma_0 - (alpha + theta)" if what is What.CASTER or facing(a, k.axle) > 0.0 else "gamma_0 + alpha + theta"
    return work(a, k, what, "gamma", way, inputs, rule)


def caster(a: Assessment, k: Shown) -> Working:
    """Top of the kingpin rearward, against the ground."""
    return _axle_angle(a, k, What.CASTER, "caster as weighed")


def pinion(a: Assessment, k: Shown) -> Working:
    """Nose up, against the ground."""
    return _axle_angle(a, k, What.PINION, "pinion angle as weighed, nose up")


def wheelbase(a: Assessment, k: Shown) -> Working:
    """How far an axle has gone forward under the body."""
    line = line_shown(a, k, What.WHEELBASE)
    inputs = (Given("e", "from links or leaves", "height", float(line.now[k.case]), Origin.SOLVED),)
    rule = "Links keep their lengths; a leaf's seat swings at three quarters of its half about the fixed eye."
    return work(a, k, What.WHEELBASE, "e", "e", inputs, rule)


def true_ahead(a: Assessment, k: Shown) -> Working:
    """By how much hub to hub is longer on the left."""
    line_shown(a, k, What.TRUE_AHEAD)
    turned = square_of(a, k.axle).turned_rad
    assert turned is not None
    inputs = (
        Given("t", "half track", "height", a.axles[k.axle].half_track_m, Origin.MEASURED),
        Given("psi", "axle turned to the left, by all lengths", "angle", turned, Origin.COMPUTED),
    )
    return work(a, k, What.TRUE_AHEAD, "d", "2 * t * psi", inputs, "Least squares of the lengths taped; front axle square.")


def true_across(a: Assessment, k: Shown) -> Working:
    """By how much the axle stands out further on the left."""
    line_shown(a, k, What.TRUE_ACROSS)
    left = square_of(a, k.axle).left_m
    assert left is not None
    inputs = (Given("s", "axle to the left, by all lengths", "fine length", left, Origin.COMPUTED),)
    return work(a, k, What.TRUE_ACROSS, "d", "2 * s", inputs, "Least squares of the lengths taped.")


def pinion_back(a: Assessment, k: Shown) -> Working:
    """How far the pinion stands from where it stood before."""
    line_shown(a, k, What.PINION_BACK)
    read = a.job.vehicle.axles[k.axle]
    assert read.square.pinion_rad is not None and read.pinion_rad is not None
    inputs = (
        Given("p", "pinion angle now, nose up", "angle", read.square.pinion_rad.value, Origin.MEASURED),
        Given("p_0", "pinion angle as weighed, nose up", "angle", read.pinion_rad.value, Origin.MEASURED),
    )
    return work(a, k, What.PINION_BACK, "d", "p - p_0", inputs, "At ride height, on the wheels.")
