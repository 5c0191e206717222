"""What the workings of all knock-ons share: the line that is shown, and the working of its value in a case."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from isostat.assess.knock_on.line import Line, What
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings.shown import Shown
from isostat.core.working import Given, Origin, Working

NAMES: Mapping[What, str] = {
    What.SIDEWAYS: "axle sideways, left", What.BAR_SLOPE: "Panhard bar angle", What.CASTER: "caster",
    What.OFF_CENTRE: "steering off centre", What.STEERING_WHEEL: "steering wheel off centre",
    What.BUMP_STEER: "bump steer, 10 mm",
    What.PINION: "pinion angle, nose up", What.WHEELBASE: "axle forward", What.FRONT_JOINT: "joint, gearbox end",
    What.REAR_JOINT: "joint, axle end", What.RIPPLE: "joint angle not cancelled", What.SLIP_IN: "slip available, in",
    What.SLIP_OUT: "slip available, out", What.CAMBER: "camber, top out", What.HALF_SHAFT: "half-shaft outer joint",
    What.HALF_SHAFT_DROOP: "half-shaft joint, full droop", What.PLUNGE_IN: "plunge available, in",
    What.PLUNGE_OUT: "plunge available, out",
    What.BAR_ARM: "anti-roll bar arm leans", What.VALVE: "brake valve (LSPV) rod",
    What.VALVE_GAP: "brake valve (LSPV) gap", What.SPEEDOMETER: "speedometer reads slow by",
    What.CRAB: "axles out of line, nose left", What.CARRIER_JOINT: "joint, carrier",
    What.JOINTS_DROOP: "shaft joints, full droop", What.TOE: "toe in, one wheel", What.BALL: "ball joint swings",
    What.HALF_SHAFT_LOCK: "half-shaft joint, full lock", What.BAR_OVER: "anti-roll link to its arm",
    What.HOSE: "hose slack available",
    What.HOSE_CROSSED: "hose slack available, articulated", What.WIRE: "wire slack available",
    What.WIRE_CROSSED: "wire slack available, articulated", What.TRUE_AHEAD: "hub to hub, left longer",
    What.TRUE_ACROSS: "axle out, left more",
    What.PINION_BACK: "pinion off what it was", What.AIDS: "camera and radar tilt", What.LEVEL: "level sensor off",
}  # fmt: skip


def line_shown(a: Assessment, k: Shown, what: What) -> Line:
    """The line that is shown. Raises KeyError where there is none, or its case does not stand."""
    found = next((line for line in knock_ons(a) if line.what is what and line.axle in (k.axle, None)), None)
    if found is None or found.asks or not np.isfinite(found.now[k.case]):
        raise KeyError(what)
    return found


def work(a: Assessment, k: Shown, what: What, symbol: str, expression: str, inputs: tuple[Given, ...], rule: str) -> Working:
    """Of the line's value in a case. Raises KeyError where there is none."""
    line = line_shown(a, k, what)
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


def at_the_joint(a: Assessment, k: Shown, what: What, rule: str) -> Working:
    """Of a joint: what it was and how far it has bent since."""
    line = line_shown(a, k, what)
    inputs = (
        Given("beta_0", "joint angle as weighed", "angle", line.before, Origin.COMPUTED),
        Given("d", "change with the travel", "angle", float(line.now[k.case]) - line.before, Origin.SOLVED),
    )
    return work(a, k, what, "beta", "beta_0 + d", inputs, rule)


def left_over(a: Assessment, k: Shown, what: What, was: Given, used: str, rule: str) -> Working:
    """What is left of what there was."""
    took = Given("d", used, "height", was.value - float(line_shown(a, k, what).now[k.case]), Origin.SOLVED)
    return work(a, k, what, "l", "l_0 - d", (was, took), rule)
