"""Workings of propeller shafts: each joint, what they leave of each other, slip."""

from __future__ import annotations

import math

import numpy as np

from isostat.assess.knock_on.line import What
from isostat.assess.knock_on.links import axle_turned, facing
from isostat.assess.knock_on.moved import mean_travel
from isostat.assess.knock_on.shaft import shaft_of
from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings.knock_on_line import at_the_joint, left_over, line_shown, work
from isostat.assess.workings.shown import Shown
from isostat.core.working import Given, Origin, Working


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
    line, slopes = line_shown(a, k, what), _slopes(a, k)
    inputs = [slopes[name] for name in ("s", "b", "f", "p", "alpha") if name in slopes and name in side.split()]
    bend = _value(side, inputs)
    plan = math.sqrt(max(float(line.now[k.case]) ** 2 - bend**2, 0.0))
    if shaft_of(a, k.axle).plan_rad == 0.0:
        return work(a, k, what, symbol, f"sqrt(({side})**2)", tuple(inputs), rule)
    inputs.append(Given("q", "what the bend in plan adds, across it", "angle", plan, Origin.COMPUTED))
    return work(a, k, what, symbol, f"sqrt(({side})**2 + q**2)", tuple(inputs), rule)


def _value(side: str, inputs: list[Given]) -> float:
    """Of a sum of symbols, `s - b` or `p - alpha - s`."""
    known, sign, total = {one.symbol: one.value for one in inputs}, 1.0, 0.0
    for part in side.split():
        sign = {"-": -1.0, "+": 1.0}.get(part, sign)
        total += sign * known[part] if part in known else 0.0
    return total


def front_joint(a: Assessment, k: Shown) -> Working:
    """Angle of the joint at the box."""
    line_shown(a, k, What.FRONT_JOINT)
    two = shaft_of(a, k.axle).front is not None
    side, rule = ("f - b", "Output to front piece; both on the body.") if two else ("s - b", "Output to shaft.")
    if two:
        return work(a, k, What.FRONT_JOINT, "beta_1", f"sqrt(({side})**2)", tuple(_slopes(a, k)[n] for n in ("f", "b")), rule)
    return _joint(a, k, What.FRONT_JOINT, "beta_1", side, rule)


def carrier_joint(a: Assessment, k: Shown) -> Working:
    """Angle of the joint at the carrier."""
    line_shown(a, k, What.CARRIER_JOINT)
    return _joint(a, k, What.CARRIER_JOINT, "beta_c", "s - f", "Front piece to shaft.")


def rear_joint(a: Assessment, k: Shown) -> Working:
    """Angle of the joint at the axle."""
    line_shown(a, k, What.REAR_JOINT)
    return _joint(a, k, What.REAR_JOINT, "beta_2", "p - alpha - s", "Shaft to pinion.")


def joints_droop(a: Assessment, k: Shown) -> Working:
    """The steeper end joint with both wheels hanging."""
    return at_the_joint(a, k, What.JOINTS_DROOP, "The steeper of both ends, wheels at full droop.")


JOINTS = (
    ("beta_1", What.FRONT_JOINT, "joint, gearbox end"),
    ("beta_c", What.CARRIER_JOINT, "joint, carrier"),
    ("beta_2", What.REAR_JOINT, "joint, axle end"),
)


def ripple(a: Assessment, k: Shown) -> Working:
    """The one joint that ripples as all together do: their squares with alternate signs, in phase where none is bent in plan."""
    line, shaft = line_shown(a, k, What.RIPPLE), shaft_of(a, k.axle)
    rule = "Yokes in line. " + ("The halves of the double cardan cancel." if shaft.double_cardan else "Equal angles cancel.")
    if shaft.plan_rad != 0.0 or (shaft.front is not None and shaft.front.plan_rad != 0.0):
        squares = Given("B", "joints in rad², each in its phase", "fine ratio", float(line.now[k.case]) ** 2, Origin.COMPUTED)
        return work(a, k, What.RIPPLE, "beta_r", "sqrt(B)", (squares,), f"{rule} A bend in plan turns the phase of its joint.")
    bent = [one for one in JOINTS if shaft.front is not None or one[1] is not What.CARRIER_JOINT][int(shaft.double_cardan) :]
    inputs = tuple(
        Given(symbol, words, "angle", float(line_shown(a, k, what).now[k.case]), Origin.COMPUTED) for symbol, what, words in bent
    )
    if len(inputs) == 1:
        return work(a, k, What.RIPPLE, "beta_r", inputs[0].symbol, inputs, rule)
    squares_in_turn = "".join(f"{('', ' - ', ' + ')[n]}{one.symbol}**2" for n, one in enumerate(inputs))
    return work(a, k, What.RIPPLE, "beta_r", f"sqrt(sqrt(({squares_in_turn})**2))", inputs, rule)


def slip(a: Assessment, k: Shown, what: What, words: str) -> Working:
    """What a shaft can still slip. words: what it could."""
    was = Given("l_0", words, "height", line_shown(a, k, what).before, Origin.MEASURED)
    rule = "Joint to joint as the axle moves, turns and goes fore and aft."
    return left_over(a, k, what, was, "used by the way to the end of travel", rule)


def slip_in(a: Assessment, k: Shown) -> Working:
    """What the shaft can still go in."""
    return slip(a, k, What.SLIP_IN, "slip in as weighed")


def slip_out(a: Assessment, k: Shown) -> Working:
    """What the shaft can still come out."""
    return slip(a, k, What.SLIP_OUT, "slip out as weighed")
