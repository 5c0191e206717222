"""Workings of what the height drags with it: which one stands behind each line; those of hoses, lamps, tyres and sensors."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

import numpy as np

from isostat.assess.judgement import Judgement
from isostat.assess.knock_on.findings import thing_of
from isostat.assess.knock_on.line import Line, What
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.knock_on.moved import mean_travel
from isostat.assess.setup.figures import figure
from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings import attitude
from isostat.assess.workings import knock_on_bars as bars
from isostat.assess.workings import knock_on_shaft as shaft
from isostat.assess.workings import knock_on_wheels as wheels
from isostat.assess.workings.knock_on_line import left_over, line_shown, work
from isostat.assess.workings.shown import Explain, Shown
from isostat.core.limits import GRAVITY
from isostat.core.working import Given, Origin, Working

HANGING, CROSSED = "Worse corner, both wheels at full droop.", "Worse corner at full droop, the other wheel at full bump."


def hose(a: Assessment, k: Shown) -> Working:
    """What a hose has left, both wheels hanging."""
    return _slack(a, k, What.HOSE, HANGING)


def hose_crossed(a: Assessment, k: Shown) -> Working:
    """The same with one wheel up."""
    return _slack(a, k, What.HOSE_CROSSED, CROSSED)


def wire(a: Assessment, k: Shown) -> Working:
    """What the tightest wire or cable has left, both wheels hanging."""
    return _slack(a, k, What.WIRE, HANGING)


def wire_crossed(a: Assessment, k: Shown) -> Working:
    """The same with one wheel up."""
    return _slack(a, k, What.WIRE_CROSSED, CROSSED)


def _slack(a: Assessment, k: Shown, what: What, rule: str) -> Working:
    was = Given("l_0", "slack at full droop on the old springs", "height", line_shown(a, k, what).before, Origin.COMPUTED)
    return left_over(a, k, what, was, "taken by the new droop", rule)


def aids(a: Assessment, k: Shown) -> Working:
    """How far the body has tilted under what sees ahead."""
    line_shown(a, k, What.AIDS)
    return work(a, k, What.AIDS, "theta", "theta", (attitude.pitch(a, k),), "Nose down is positive.")


def level(a: Assessment, k: Shown) -> Working:
    """How much higher the body stands over an axle than its sensor was taught."""
    line_shown(a, k, What.LEVEL)
    u = float(mean_travel(a, k.axle)[k.case])
    inputs = (Given("u", "bump travel from the baseline, mean of both", "height", u, Origin.SOLVED),)
    return work(a, k, What.LEVEL, "d", "0 - u", inputs, "Sensor at the middle of the axle.")


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
    line = line_shown(a, k, What.VALVE)
    inputs = (
        Given("r_0", "brake valve (LSPV) rod as weighed", "height", line.before, Origin.MEASURED),
        Given("u", "bump travel from the baseline, mean of both", "height", float(mean_travel(a, k.axle)[k.case]), Origin.SOLVED),
    )
    return work(a, k, What.VALVE, "r", "r_0 - u", inputs, "Upright rod at the middle of the axle.")


def valve_gap(a: Assessment, k: Shown) -> Working:
    """The gap of its lever, were the rod left as it is."""
    line, ratio = line_shown(a, k, What.VALVE_GAP), figure(a.job.vehicle.brake_gap_ratio, 1.0)
    inputs = (
        Given("g_0", "brake valve (LSPV) gap as weighed", "height", line.before, Origin.MEASURED),
        Given("i", "gap ÷ rod travel", "ratio", ratio.value, ratio.origin),
        Given("u", "bump travel from the baseline, mean of both", "height", float(mean_travel(a, k.axle)[k.case]), Origin.SOLVED),
    )
    rule = "At the middle of the axle; below nought the lever rests on its stop."
    return work(a, k, What.VALVE_GAP, "g", "g_0 + i * u", inputs, rule)


def speedometer(a: Assessment, k: Shown) -> Working:
    """True speed over the shown one, less one."""
    line_shown(a, k, What.SPEEDOMETER)
    axle = len(a.axles) - 1
    was, now = a.axles[axle].tyre_radius_m, a.fits[axle].tyre_radius_m
    squash = float(a.proposed.pad_kg[axle].mean()) * GRAVITY / a.fits[axle].tyre_rate.value
    inputs = (
        Given("R", "new tyre radius, unloaded", "height", now.value, now.origin),
        Given("R_0", "old tyre radius, unloaded", "height", was.value, was.origin),
        Given("c", "tyre squash", "fine length", squash, Origin.COMPUTED),
    )
    rule = "A tyre rolls as if it were a third of its squash smaller (common practice, no source)."
    return work(a, k, What.SPEEDOMETER, "e", "(R - c / 3) / (R_0 - c / 3) - 1", inputs, rule)


NUMBERS: Mapping[What, Explain] = {
    What.SIDEWAYS: bars.sideways, What.BAR_SLOPE: bars.bar_slope, What.OFF_CENTRE: bars.off_centre,
    What.STEERING_WHEEL: bars.steering_wheel,
    What.BUMP_STEER: bars.bump_steer, What.CASTER: bars.caster, What.PINION: bars.pinion, What.WHEELBASE: bars.wheelbase,
    What.FRONT_JOINT: shaft.front_joint, What.REAR_JOINT: shaft.rear_joint, What.RIPPLE: shaft.ripple,
    What.SLIP_IN: shaft.slip_in, What.SLIP_OUT: shaft.slip_out, What.CAMBER: wheels.camber,
    What.HALF_SHAFT: wheels.half_shaft_angle, What.HALF_SHAFT_DROOP: wheels.half_shaft_droop, What.PLUNGE_IN: wheels.plunge_in,
    What.PLUNGE_OUT: wheels.plunge_out, What.BAR_ARM: wheels.bar_arm, What.LAMPS: attitude.lamp_drop,
    What.LAMP_HEIGHT: attitude.lamp_height, What.VALVE: valve,
    What.VALVE_GAP: valve_gap, What.SPEEDOMETER: speedometer, What.CRAB: bars.crab,
    What.CARRIER_JOINT: shaft.carrier_joint, What.JOINTS_DROOP: shaft.joints_droop, What.TOE: wheels.toe,
    What.BALL: wheels.ball, What.HALF_SHAFT_LOCK: wheels.half_shaft_lock, What.BAR_OVER: wheels.bar_over, What.HOSE: hose,
    What.HOSE_CROSSED: hose_crossed, What.WIRE: wire, What.WIRE_CROSSED: wire_crossed,
    What.TRUE_AHEAD: bars.true_ahead, What.TRUE_ACROSS: bars.true_across,
    What.PINION_BACK: bars.pinion_back, What.AIDS: aids, What.LEVEL: level, What.APPROACH: approach, What.BREAKOVER: breakover,
    What.DEPARTURE: departure, What.TIPS_AT: attitude.tips_at,
}  # fmt: skip

OF_THE_VEHICLE = tuple(
    NUMBERS[what]
    for what in (What.LAMPS, What.LAMP_HEIGHT, What.SPEEDOMETER, What.CRAB, What.AIDS, What.APPROACH, What.BREAKOVER,
                 What.DEPARTURE, What.TIPS_AT)
)  # fmt: skip


def number_in(line: Line, case: int) -> Shown:
    """The number that a line shows in a case."""
    return Shown(NUMBERS[line.what], line.axle or 0, case=case)


def number_of(j: Judgement) -> Shown | None:
    """The number that a finding of this step is about; None for a finding of something else."""
    what = thing_of(j)
    return None if what is None else Shown(NUMBERS[what], j.place.axle or 0)


def shown_knock_ons(a: Assessment) -> list[Shown]:
    """Every such number."""
    return [
        number_in(line, case)
        for line in knock_ons(a)
        if line.what not in (What.LAMPS, What.LAMP_HEIGHT, What.TIPS_AT)
        for case in range(a.cases)
        if np.isfinite(line.now[case])
    ]
