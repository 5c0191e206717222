"""The words for what happens in a wheel's travel, and for how it is damped."""

from __future__ import annotations

from isostat.assess.travel.findings import DampedAmiss, DamperOff, LittleBump, LittleDroop, OrderRight, StopLeftOut, WrongOrder
from isostat.core.parts.event import Event
from isostat.core.travel.events import TravelEvent
from isostat.core.travel.shock_fit import ShockFit
from isostat.job.event_words import EVENT_LABELS, EVENT_NOUNS
from isostat.language import capital, decimal, later, tr, trn
from isostat.wording.reader import Reader
from isostat.wording.tell import tell

SAID = 7  # of what follows one way; what comes later nobody reaches


def order_words(events: tuple[TravelEvent, ...], rides_m: float, r: Reader) -> tuple[str, str]:
    """What happens to a wheel on its way up and on its way down from where it rides, m, each in its order with the way to it."""

    def met(passed: list[TravelEvent]) -> str:
        return " · ".join(f"{tr(EVENT_LABELS[e.name])} {r.height(abs(e.travel_m - rides_m))}" for e in passed[:SAID]) or tr(
            "nothing"
        )

    up = [e for e in events if e.travel_m > rides_m]
    down = [e for e in reversed(events) if e.travel_m <= rides_m]
    return tr("From ride, up: {events}", events=met(up)), tr("From ride, down: {events}", events=met(down))


@tell.register
def _(j: StopLeftOut, r: Reader) -> tuple[str, str]:
    return tr("No bump stop fitted"), (
        tr("Every hard bump ends metal to metal. Fit a bump stop, or a foam helper that takes its place.")
    )


TOO_SOON = {
    Event.COIL_LOOSE: later("The coil can leave its seat. Retain it, or fit a longer coil or a limiting strap."),
    Event.COIL_OFF_ITS_SEAT: later("The coil can fall out or reseat crooked. Fit a retainer, a longer coil or a limiting strap."),
    Event.COIL_SOLID: later("A coil-bound spring would take the impact. Fit a taller bump stop."),
    Event.SHOCK_BOTTOMED: later("The shock would bottom internally. Fit a taller bump stop or a shorter shock."),
    Event.METAL: later("Metal meets metal before the stop has taken over. Fit a taller bump stop."),
    Event.HOSE_TAUT: later("A brake hose must never limit droop: it can tear. Fit a longer hose or a strap."),
    Event.WIRE_TAUT: later("A sensor wire or parking cable that goes tight is torn off. Move its clip, or fit a strap."),
    Event.JOINT_AT_ITS_LIMIT: later("A CV or ball joint at its limit breaks. Limit droop with a strap or a shorter shock."),
}


@tell.register
def _(j: WrongOrder, r: Reader) -> tuple[str, str]:
    said = {
        "what": capital(tr(EVENT_NOUNS[j.what])),
        "before": tr(EVENT_NOUNS[j.before]),
        "apart": r.height_unit(abs(j.what_m - j.before_m)),
    }
    if j.in_order:
        body = tr("Keep {keep} between the two, at the wheel.", keep=r.height_unit(j.margin_m))
        if j.crossed:
            return tr("{what}: {apart} after {before}, one wheel up", **said), body
        return tr("{what}: only {apart} after {before}", **said), body
    body = tr("The tyre hits the arch before the stop takes over.") if j.what.of_tyre else tr(TOO_SOON[j.what])
    if j.crossed:
        return tr("{what}: {apart} before {before}, one wheel up", **said), body
    return tr("{what}: {apart} before {before}", **said), body


@tell.register
def _(j: LittleBump, r: Reader) -> tuple[str, str]:
    m = r.height_unit(abs(j.left_m))
    if j.left_m <= 0:
        return tr("Rides {m} beyond full bump", m=m), tr("No bump travel remains. Raise it, stiffen the spring or remove load.")
    if j.to_stop_m <= 0:
        return tr("Sits on the bump stop, {m} to full bump", m=m), (
            tr("The stop carries load at ride height: harsh ride. Raise it, or trim the stop if there is room.")
        )
    return tr("Only {m} to bump-stop contact", m=r.height_unit(j.to_stop_m)), tr("Little free bump travel with this load.")


@tell.register
def _(j: LittleDroop, r: Reader) -> tuple[str, str]:
    if j.left_m <= 0:
        return tr("No droop travel"), tr(
            "The shock is topped out at ride height: the wheel lifts over every dip. Fit longer shocks."
        )
    return tr("Only {m} of droop, {p} of travel", m=r.height_unit(j.left_m), p=r.percent(j.share)), (
        tr("The wheel tops out early over dips. Use less lift or longer shocks.")
    )


@tell.register
def _(j: OrderRight, r: Reader) -> tuple[str, str]:
    body = tr("The bump stop works before spring, shock and metal reach their ends.")
    if j.assumed:
        more = trn(
            "It rests on 1 number not measured yet: see Measure.",
            "It rests on {n} numbers not measured yet: see Measure.",
            j.assumed,
        )
        return tr("Contact order is correct, on assumptions"), f"{body} {more}"
    return tr("Contact order is correct"), body


@tell.register
def _(j: DamperOff, r: Reader) -> tuple[str, str]:
    p = r.percent(abs(1 - j.share))
    title = tr("{p} less damping than as found", p=p) if j.share < 1 else tr("{p} more damping than as found", p=p)
    return title, tr("With the new springs and the heaviest load. Revalve the shocks, or fit others.")


@tell.register
def _(j: DampedAmiss, r: Reader) -> tuple[str, str]:
    said = {"ratio": decimal(j.ratio, 2), "low": decimal(j.low, 2), "high": decimal(j.high, 2)}
    if j.found_ratio is not None:
        said["found"] = decimal(j.found_ratio, 2)
    if j.ratio < j.low:
        title = (
            tr("Underdamped: ratio {ratio} ({found} as found)", **said)
            if "found" in said
            else tr("Underdamped: ratio {ratio}", **said)
        )
        return title, tr("It wallows. Usual is {low} to {high}. Revalve, or fit firmer shocks.", **said)
    title = (
        tr("Overdamped: ratio {ratio} ({found} as found)", **said) if "found" in said else tr("Overdamped: ratio {ratio}", **said)
    )
    return title, tr("It rides harshly. Usual is {low} to {high}. Revalve, or fit softer shocks.", **said)


def why_no_shock(f: ShockFit, r: Reader) -> str:
    """In a few words, why a shock of a list does not fit."""
    if f.droop_m <= 0.0:
        return tr("too short for this height")
    if f.short_by_m > 0.0:
        return tr("collapsed {m} too long", m=r.height_unit(f.short_by_m))
    return tr("extends {m} past the next droop limit", m=r.height_unit(f.loose_by_m))
