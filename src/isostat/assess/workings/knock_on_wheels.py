"""Workings of independent wheels: camber, toe, ball joints, half-shafts; and of anti-roll links."""

from __future__ import annotations

import math

import numpy as np

from isostat.assess.knock_on.anti_roll import anti_roll_link
from isostat.assess.knock_on.line import What
from isostat.assess.knock_on.moved import travel
from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings.knock_on_line import at_the_joint, line_shown, work
from isostat.assess.workings.knock_on_shaft import slip
from isostat.assess.workings.shown import Shown
from isostat.core.working import Given, Origin, Working


def camber(a: Assessment, k: Shown) -> Working:
    """Top outward, of the wheel that has changed more."""
    line = line_shown(a, k, What.CAMBER)
    inputs = (
        Given("gamma_0", "camber as weighed, top out", "angle", line.before, Origin.ASSUMED if line.changes else Origin.MEASURED),
        Given("c", "by the arms, at that travel", "angle", float(line.now[k.case]) - line.before, Origin.SOLVED),
    )
    rule = "The knuckle's joints keep to the circles of their arms; the worse wheel."
    return work(a, k, What.CAMBER, "gamma", "gamma_0 + c", inputs, rule)


def half_shaft_angle(a: Assessment, k: Shown) -> Working:
    """Of the outer joint, of the wheel where it is steeper."""
    return at_the_joint(a, k, What.HALF_SHAFT, "Slope of the shaft and camber of the wheel together; the steeper side.")


def half_shaft_droop(a: Assessment, k: Shown) -> Working:
    """The same with the wheels hanging."""
    return at_the_joint(a, k, What.HALF_SHAFT_DROOP, "As at ride height, both wheels at full droop.")


def half_shaft_lock(a: Assessment, k: Shown) -> Working:
    """Of the outer joint, wheels hanging and turned all the way."""
    return at_the_joint(a, k, What.HALF_SHAFT_LOCK, "Droop and steering together: tan² of both add up.")


def plunge_in(a: Assessment, k: Shown) -> Working:
    """What a half-shaft can still go in, over the whole travel."""
    return slip(a, k, What.PLUNGE_IN, "plunge in as weighed")


def plunge_out(a: Assessment, k: Shown) -> Working:
    """What it can still come out."""
    return slip(a, k, What.PLUNGE_OUT, "plunge out as weighed")


def bar_arm(a: Assessment, k: Shown) -> Working:
    """How far the arm of an anti-roll bar leans from where it stood."""
    line_shown(a, k, What.BAR_ARM)
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
    return work(a, k, What.BAR_ARM, "eta", way, inputs, "Link upright, arm level as weighed; both keep their lengths.")


def bar_over(a: Assessment, k: Shown) -> Working:
    """How near arm and link come to one line."""
    line = line_shown(a, k, What.BAR_OVER)
    inputs = (Given("gamma", "least over the travel, also articulated", "angle", float(line.now[k.case]), Origin.SOLVED),)
    return work(a, k, What.BAR_OVER, "gamma", "gamma", inputs, "In one line, the arm goes over centre and stays there.")


def toe(a: Assessment, k: Shown) -> Working:
    """Of one wheel, in, the one that has changed more."""
    line = line_shown(a, k, What.TOE)
    inputs = (
        Given("tau_0", "toe as weighed, in", "angle", line.before, Origin.ASSUMED if line.changes else Origin.MEASURED),
        Given("t", "by tie rod against arms, at that travel", "angle", float(line.now[k.case]) - line.before, Origin.SOLVED),
    )
    return work(a, k, What.TOE, "tau", "tau_0 + t", inputs, "The rod's arc against the knuckle's, over the steering arm.")


def ball(a: Assessment, k: Shown) -> Working:
    """How far the lower ball joint swings."""
    inputs = (Given("b", "most over the whole travel", "angle", float(line_shown(a, k, What.BALL).now[k.case]), Origin.SOLVED),)
    return work(a, k, What.BALL, "b", "b", inputs, "Arm against knuckle, from where it stood.")
