"""What a number may mainly rest on, and whether that is assumed."""

from __future__ import annotations

from dataclasses import replace

from isostat.assess.setup.springs.kinds import KINDS
from isostat.assess.setup.springs.stacked import seated_of
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.memory import remembered
from isostat.assess.workings.events import event_assumed
from isostat.assess.workings.shown import Shown
from isostat.core.parts.event import Event
from isostat.core.travel.events import TravelEvent, bump_end, droop_end
from isostat.job.reading import any_assumed


def part_guessed(a: Assessment, k: Shown) -> bool:
    """Whether what was read of the spring that is fitted is assumed; of a plain coil nothing is read that it is ordered by."""
    return _part_guessed(a, k.axle, k.found)


@remembered
def _part_guessed(a: Assessment, axle: int, as_found: bool) -> bool:
    found = a.job.as_found.axles[axle]
    fit = found if as_found else a.job.proposal.axles[axle]
    return any_assumed(KINDS[fit.kind].part(fit, found))


def order_guessed(a: Assessment, k: Shown) -> bool:
    """Whether load, motion ratio, installed or free length, or the part behind what is ordered at a corner is assumed."""
    found = a.found_springs[k.axle][k.side]
    return springs_guessed(a, k) or not found.length_known


def springs_guessed(a: Assessment, k: Shown) -> bool:
    """Whether how far a wheel travels from where it was weighed rests mainly on a load, spring or ratio that is assumed."""
    axle, found = a.axles[k.axle], a.found_springs[k.axle][k.side]
    if k.found:
        weighed = a.job.cases[k.case].kind == "weighed"
        return not weighed and (found.rate.assumed or axle.spring_ratio.assumed)
    return axle.pad_kg[k.side].assumed or axle.spring_ratio.assumed or found.installed_m.assumed or part_guessed(a, k)


def height_guessed(a: Assessment, k: Shown) -> bool:
    """Whether hub to arch of a corner rests mainly on something assumed."""
    return a.axles[k.axle].hub_to_arch_m[k.side].assumed or springs_guessed(a, k)


def load_guessed(a: Assessment, k: Shown) -> bool:
    """Whether what stands on a pad is assumed."""
    return a.axles[k.axle].pad_kg[k.side].assumed


def mean_height_guessed(a: Assessment, k: Shown) -> bool:
    """Whether hub to arch of either side rests mainly on something assumed."""
    return any(height_guessed(a, replace(k, side=side)) for side in (0, 1))


def event_guessed(a: Assessment, k: Shown) -> bool:
    """Whether the place of an event does."""
    return event_assumed(a, k, Event(k.event))


def event_away_guessed(a: Assessment, k: Shown) -> bool:
    """Whether the way to an event from where it rides does."""
    return event_assumed(a, k, Event(k.event)) or springs_guessed(a, k)


def bump_guessed(a: Assessment, k: Shown) -> bool:
    """Whether the bump that is left does."""
    return event_assumed(a, k, bump_end(_events(a, k)).name) or springs_guessed(a, k)


def droop_guessed(a: Assessment, k: Shown) -> bool:
    """Whether the droop that is left does."""
    return event_assumed(a, k, droop_end(_events(a, k)).name) or springs_guessed(a, k)


def _events(a: Assessment, k: Shown) -> tuple[TravelEvent, ...]:
    return (a.found if k.found else a.proposed).events[k.axle][k.side]


def any_height_guessed(a: Assessment, k: Shown) -> bool:
    """Whether that of any corner does."""
    return any(height_guessed(a, replace(k, axle=axle, side=side)) for axle in range(len(a.axles)) for side in (0, 1))


def air_guessed(a: Assessment, k: Shown) -> bool:
    """Whether what a bag holds rests on something assumed: the bag beside the steel, or in its place."""
    return order_guessed(a, k) or any_assumed(a.job.proposal.axles[k.axle].helper)


def collar_guessed(a: Assessment, k: Shown) -> bool:
    """Whether a collar, or the ring from it, rests on something assumed; a typed one rests on the hand."""
    stack = seated_of(a.orders[k.axle])
    return stack is not None and not stack.collar_typed and order_guessed(a, k)


def bench_guessed(a: Assessment, k: Shown) -> bool:
    """Whether a spring on the bench was not read; `axle` is its place there."""
    return any_assumed(a.job.bench[k.axle])
