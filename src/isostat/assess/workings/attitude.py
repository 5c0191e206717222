"""Workings of how it stands: rake, lean, lamps, clearance, ramps, when it tips."""

from __future__ import annotations

from isostat.assess.load.gravity import gravity_height_in
from isostat.assess.solve.assessment import Assessment
from isostat.assess.stance.attitude import LAMP_AT, heights, lamp, rake, ramps
from isostat.assess.workings.shown import Shown
from isostat.core.working import Given, Origin, Working
from isostat.language import later, tr

RAMPS = (later("approach angle"), later("breakover angle"), later("departure angle"))


def pitch(a: Assessment, k: Shown) -> Given:
    """Of the body in a case."""
    return Given("theta", "pitch since weighing, nose down", "angle", float(a.proposed.rest.pose[1, k.case]), Origin.SOLVED)


def rake_now(a: Assessment, k: Shown) -> Working:
    """Rake in a case."""
    raked, base = rake(a), -a.axles[-1].x_m
    return Working(
        name="rake, nose down",
        symbol="r",
        quantity="height",
        expression="r_0 + theta * L",
        inputs=(
            Given(
                "r_0",
                tr("rake as weighed, {front} to {rear}", front=raked.front, rear=raked.rear),
                "height",
                raked.was_m,
                Origin.COMPUTED,
            ),
            pitch(a, k),
            Given("L", "wheelbase", "height", base, Origin.MEASURED),
        ),
        result=float(raked.now_m[k.case]),
        approximate=False,
        rule="Slope between two named points times the wheelbase, tyres included.",
    )


def lean(a: Assessment, k: Shown) -> Working:
    """How much higher the left stands."""
    s = a.proposed.hub_to_arch_m[..., k.case]
    left, right = (float(s[:, side].mean()) for side in (0, 1))
    return Working(
        name="lean, left higher",
        symbol="d",
        quantity="height",
        expression="h_L - h_R",
        inputs=(
            Given("h_L", "hub to arch, mean of the left", "height", left, Origin.SOLVED),
            Given("h_R", "hub to arch, mean of the right", "height", right, Origin.SOLVED),
        ),
        result=left - right,
        approximate=False,
        rule="Mean of all axles.",
    )


def lamp_height(a: Assessment, k: Shown) -> Working:
    """Height of the headlamps."""
    lamps = lamp(a)
    if lamps is None:
        raise KeyError("no lamp was read")
    front = a.job.vehicle.front_overhang_m.value
    return Working(
        name="headlamp height",
        symbol="z",
        quantity="height",
        expression="z_0 + q - theta * x",
        inputs=(
            Given("z_0", "as weighed", "height", lamps.was_m.value, lamps.was_m.origin),
            Given("q", "rise of the body at the front axle", "height", float(a.proposed.rest.pose[0, k.case]), Origin.SOLVED),
            pitch(a, k),
            Given("x", "lamp ahead of the front axle", "height", front, Origin.ASSUMED),
        ),
        result=float(lamps.height_m[k.case]),
        approximate=lamps.was_m.assumed,
        rule="Tyres and springs together.",
    )


def lamp_drop(a: Assessment, k: Shown) -> Working:
    """Cut-off below the lamp at 10 m."""
    lamps = lamp(a)
    if lamps is None:
        raise KeyError("no lamp was read")
    return Working(
        name="cut-off below the lamp at 10 m",
        symbol="e",
        quantity="height",
        expression="e_0 + D * theta",
        inputs=(
            Given("e_0", "as weighed", "height", lamps.drop_was_m.value, lamps.drop_was_m.origin),
            Given("D", "distance to the wall", "height", LAMP_AT, Origin.TYPED),
            pitch(a, k),
        ),
        result=float(lamps.drop_m[k.case]),
        approximate=lamps.drop_was_m.assumed,
        rule="Before re-aiming. Height moves the beam, pitch turns it. Check local rules.",
    )


def point_height(a: Assessment, k: Shown) -> Working:
    """A named point above the ground; `axle` is its place in the list."""
    point = heights(a)[k.axle]
    risen = float(point.now_m[k.case]) - point.was_m
    words = "rise of its axle (tyres only)" if point.point.kind == "axle" else "rise of the body there"
    read = point.point.above_ground_m
    return Working(
        name=tr("{point}, height above ground", point=point.point.name),
        symbol="z",
        quantity="height",
        expression="z_0 + q",
        inputs=(
            Given("z_0", "as weighed", "height", point.was_m, Origin.ASSUMED if read.assumed else Origin.MEASURED),
            Given("q", words, "height", risen, Origin.SOLVED),
        ),
        result=float(point.now_m[k.case]),
        approximate=read.assumed,
        rule="Parts mounted on an axle rise with its tyres only; springs do not lift them.",
    )


def ramp(a: Assessment, k: Shown) -> Working:
    """An approach, breakover or departure angle; `axle` says which, as in RAMPS."""
    now = ramps(a, k.case)[k.axle]
    was = ramps(a, None)[k.axle]
    if now is None or was is None:
        raise KeyError("no point of the underside there")
    return Working(
        name=RAMPS[k.axle],
        symbol="beta",
        quantity="angle",
        expression="beta_0 + d",
        inputs=(
            Given("beta_0", "as weighed", "angle", was, Origin.COMPUTED),
            Given("d", "by the rise of body and hubs", "angle", now - was, Origin.SOLVED),
        ),
        result=now,
        approximate=any(p.above_ground_m.assumed for p in a.job.vehicle.body_points if p.kind == "under"),
        rule="Tangents from the underside to the loaded wheels, as in ISO 612.",
    )


def tips_at(a: Assessment, k: Shown) -> Working:
    """Sideways acceleration at which a rigid vehicle would tip."""
    high = gravity_height_in(a, k.case)
    track = 2 * sum(axle.half_track_m for axle in a.axles) / len(a.axles)
    return Working(
        name="rollover threshold, g",
        symbol="n",
        quantity="ratio",
        expression="t / (2 * h)",
        inputs=(
            Given("t", "mean track", "height", track, Origin.MEASURED),
            Given("h", "centre of gravity above the ground", "height", max(high.value, 0.05), high.origin),
        ),
        result=track / (2 * max(high.value, 0.05)),
        approximate=high.assumed,
        rule="Static stability factor (rigid). Real vehicles tip earlier.",
    )


EVERY = (rake_now, lean, tips_at, lamp_height, lamp_drop, point_height, ramp)


def shown_attitudes(a: Assessment, case: int) -> list[Shown]:
    """Every such number of a case."""
    keys = [Shown(number, case=case) for number in (rake_now, lean, tips_at)]
    keys += [Shown(number, case=case) for number in (lamp_height, lamp_drop) if lamp(a) is not None]
    keys += [Shown(point_height, n, case=case) for n in range(len(a.job.vehicle.body_points))]
    return keys + [Shown(ramp, n, case=case) for n, angle in enumerate(ramps(a, case)) if angle is not None]
