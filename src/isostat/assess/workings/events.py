"""Workings of where things happen on a wheel's way, both wheels together or one wheel up."""

from __future__ import annotations

from isostat.assess.setup.clearances import tyre_sooner
from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.articulation import crossing, lanes
from isostat.assess.workings.shown import Shown
from isostat.core.parts.event import Event
from isostat.core.travel.events import TravelEvent, travel_of
from isostat.core.working import Figure, Given, Origin, Working
from isostat.job.event_words import EVENT_NOUNS
from isostat.job.reading import any_assumed
from isostat.language import tr


def event_assumed(a: Assessment, k: Shown, name: Event) -> bool:
    """Whether the place of an event rests on something assumed."""
    axle, fit = a.axles[k.axle], a.fits[k.axle]
    match name:
        case Event.STOP_TOUCHED:
            return axle.stop_gap_m[k.side].assumed or axle.stop_ratio.assumed
        case Event.STOP_FLAT:
            return axle.stop_gap_m[k.side].assumed or axle.stop_ratio.assumed or fit.stop_flat_m.assumed
        case Event.SHOCK_TOPPED | Event.SHOCK_BOTTOMED:
            return axle.droop_shaft_m[k.side].assumed or axle.shock_ratio.assumed
        case Event.METAL:
            return axle.metal_m[k.side].assumed
        case Event.STRAP_TAUT:
            mounts = axle.strap_mounts_m[k.side]
            return mounts is None or mounts.assumed
        case Event.HOSE_TAUT | Event.WIRE_TAUT | Event.JOINT_AT_ITS_LIMIT:
            read = a.job.vehicle.axles[k.axle]
            corner = (read.left, read.right)[k.side]
            own = {Event.HOSE_TAUT: (corner.hose_slack_m, read.hose_ratio), Event.WIRE_TAUT: (corner.wire_slack_m,)}
            return any_assumed(own.get(name, (corner.joint_left_m,)))
        case tyre if tyre.of_tyre:
            # where a turned tyre meets its arch is a stated rule
            turned = tyre.at_lock and tyre_sooner(axle, fit, fit.tyre_radius_m.value, tyre) != 0.0
            return axle.tyre_radius_m.assumed or fit.tyre_radius_m.assumed or turned
        case Event.HELPER_TOUCHED | Event.HELPER_FLAT:
            return axle.spring_ratio.assumed or (name == Event.HELPER_FLAT and any(h.flat_guessed for h in fit.helpers))
        case _:
            return axle.spring_ratio.assumed or a.found_springs[k.axle][k.side].installed_m.assumed


def _event_travel(a: Assessment, k: Shown) -> Given:
    travel = travel_of(a.proposed.events[k.axle][k.side], Event(k.event))
    if travel is None:
        raise KeyError(k.event)
    assumed = event_assumed(a, k, Event(k.event))
    return Given(
        "e",
        tr("{event}, wheel travel", event=tr(EVENT_NOUNS[Event(k.event)])),
        "height",
        travel,
        Origin.ASSUMED if assumed else Origin.COMPUTED,
    )


def event(a: Assessment, k: Shown) -> Working:
    """Hub to arch at which an event comes."""
    base, at = a.axles[k.axle].hub_to_arch_m[k.side], _event_travel(a, k)
    return Working(
        name=EVENT_NOUNS[Event(k.event)],
        symbol="h_e",
        quantity="height",
        expression="h_b - e",
        inputs=(Given("h_b", "hub to arch as weighed", "height", base.value, base.origin), at),
        result=base.value - at.value,
        approximate=False,
        rule="Each gap through its own motion ratio, both wheels together. Moving the target does not move it.",
    )


def event_up(a: Assessment, k: Shown) -> Working:
    """Hub to arch at which an event comes with one wheel up."""
    base, at, other, moved = _event_up(a, k)
    return Working(
        name=tr("{event}, one wheel up", event=tr(EVENT_NOUNS[Event(k.event)])),
        symbol="h_e",
        quantity="height",
        expression="h_b - (e - (1 - w) * o) / w",
        inputs=(
            Given("h_b", "hub to arch as weighed", "height", base.value, base.origin),
            at,
            Given("w", "this wheel's share of the part's movement", "fine ratio", moved.own, Origin.COMPUTED),
            Given("o", "travel of the other wheel at its opposite end", "height", other, Origin.SOLVED),
        ),
        result=base.value - moved.travel_m,
        approximate=False,
        rule="The other wheel is at full droop when this one is up, and the reverse.",
    )


def event_up_away(a: Assessment, k: Shown) -> Working:
    """How far it lies then from the ride height of a case."""
    _, at, _, moved = _event_up(a, k)
    u = float(a.proposed.rest.travel_m[k.axle, k.side, k.case])
    return Working(
        name=tr("travel to {event}, one wheel up", event=tr(EVENT_NOUNS[Event(k.event)])),
        symbol="d",
        quantity="height",
        expression="sqrt((c - u)**2)",
        inputs=(
            Given(
                "c",
                tr("{event}, one wheel up, wheel travel", event=tr(EVENT_NOUNS[Event(k.event)])),
                "height",
                moved.travel_m,
                at.origin,
            ),
            Given("u", "wheel travel in this case", "height", u, Origin.SOLVED),
        ),
        result=abs(moved.travel_m - u),
        approximate=False,
        rule="From where it rides in this case, at the wheel.",
    )


def _event_up(a: Assessment, k: Shown) -> tuple[Figure, Given, float, TravelEvent]:
    """Baseline, the event together, travel of the other wheel, the event one wheel up."""
    moved = next(e for e in lanes(a, k.axle, k.side, one_up=True) if e.name == k.event)
    together = next(e for e in a.proposed.events[k.axle][k.side] if e.name == k.event)
    other = crossing(a, k.axle, 1 - k.side).bump_m if Event(k.event).hanging else crossing(a, k.axle, k.side).droop_m
    assert abs(together.beside(other).travel_m - moved.travel_m) < 1e-9
    return a.axles[k.axle].hub_to_arch_m[k.side], _event_travel(a, k), other, moved


def event_away(a: Assessment, k: Shown) -> Working:
    """How far an event lies from the ride height of a case."""
    at, u = _event_travel(a, k), float(a.proposed.rest.travel_m[k.axle, k.side, k.case])
    return Working(
        name=tr("travel to {event}", event=tr(EVENT_NOUNS[Event(k.event)])),
        symbol="d",
        quantity="height",
        expression="sqrt((e - u)**2)",
        inputs=(at, Given("u", "wheel travel in this case", "height", u, Origin.SOLVED)),
        result=abs(at.value - u),
        approximate=False,
        rule="From where it rides in this case, at the wheel.",
    )
