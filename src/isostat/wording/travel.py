"""The words for what happens on a wheel's way, and for how it is damped."""

from __future__ import annotations

from isostat.assess.travel.findings import DampedAmiss, DamperOff, LittleBump, LittleDroop, OrderRight, StopLeftOut, WrongOrder
from isostat.core.parts.event import Event
from isostat.core.travel.events import TravelEvent
from isostat.core.travel.shock_fit import ShockFit
from isostat.wording.reader import Reader
from isostat.wording.tell import tell

EVENT_WORDS = {
    Event.SHOCK_TOPPED: "shock tops",
    Event.COIL_LOOSE: "coil comes loose",
    Event.COIL_SOLID: "coil goes solid",
    Event.SHOCK_BOTTOMED: "shock bottoms",
    Event.METAL: "metal meets",
    Event.STOP_FLAT: "stop is flat",
    Event.STOP_TOUCHED: "stop touches",
    Event.TYRE_STRAIGHT: "tyre meets the arch",
    Event.TYRE_AT_LOCK: "tyre meets the arch at lock",
    Event.TYRE_AT_LEFT_LOCK: "tyre meets the arch at left lock",
    Event.TYRE_AT_RIGHT_LOCK: "tyre meets the arch at right lock",
    Event.HOSE_TAUT: "hose goes taut",
    Event.JOINT_AT_ITS_LIMIT: "joint binds",
    Event.STRAP_TAUT: "strap is taut",
    Event.COIL_OFF_ITS_SEAT: "coil leaves its seat",
    Event.HELPER_TOUCHED: "helper touches",
    Event.HELPER_FLAT: "helper is flat",
    Event.CROSSOVER: "second spring takes over",
    Event.TURNS_TOUCH: "turns touch",
    Event.LEAF_FLAT: "leaf lies flat",
    Event.SECOND_STAGE: "second stage touches",
    Event.ARM_ON_ITS_STOP: "arm meets its stop",
    Event.BAG_LONGEST: "bag is at its longest",
    Event.BAG_FLAT: "bag is flat",
}


SAID = 7  # of what follows one way; what comes later nobody reaches


def order_words(events: tuple[TravelEvent, ...], rides_m: float, r: Reader) -> tuple[str, str]:
    """What happens to a wheel on its way up and on its way down from where it rides, m, each in its order with the way to it."""

    def line(way: str, met: list[TravelEvent]) -> str:
        said = [f"{EVENT_WORDS[e.name]} {r.height(abs(e.travel_m - rides_m))}" for e in met[:SAID]]
        return f"{way}: {', '.join(said)}" if said else f"{way}: nothing"

    up = [e for e in events if e.travel_m > rides_m]
    down = [e for e in reversed(events) if e.travel_m <= rides_m]
    return line("up", up), line("down", down)


@tell.register
def _(j: StopLeftOut, r: Reader) -> tuple[str, str]:
    return "No bump stop is fitted", "Every hard bump is metal to metal: fit a stop, or a foam helper in its place."


@tell.register
def _(j: WrongOrder, r: Reader) -> tuple[str, str]:
    what, before = EVENT_WORDS[j.what], EVENT_WORDS[j.before]
    apart = r.height_unit(abs(j.what_m - j.before_m))
    where = ", one wheel up" if j.crossed else ""
    if j.in_order:
        return f"{what.capitalize()} {apart} after the {before}{where}", f"Keep {r.height_unit(j.margin_m)} at the wheel."
    if j.what.of_tyre:
        return f"{what.capitalize()} {apart} before the {before}{where}", "The arch would cut the tyre."
    why = {
        Event.COIL_LOOSE: "A loose coil can leave its seat.",
        Event.COIL_OFF_ITS_SEAT: "Nothing holds it there: it falls out, or comes back crooked.",
        Event.COIL_SOLID: "A bound coil must not take the bottoming.",
        Event.SHOCK_BOTTOMED: "The shock's own end would take the bottoming.",
        Event.METAL: "The stop is not there yet when metal meets.",
        Event.HOSE_TAUT: "A torn hose is no brake: no hose or wire may stop an axle.",
        Event.JOINT_AT_ITS_LIMIT: "Joints and half-shafts are not straps: they break.",
    }[j.what]
    return f"{what.capitalize()} {apart} before the {before}{where}", why


@tell.register
def _(j: LittleBump, r: Reader) -> tuple[str, str]:
    if j.left_m <= 0:
        return f"{r.height_unit(-j.left_m)} past its flat stop", "The stop is used up at ride height: the next bump is metal."
    if j.to_stop_m <= 0:
        return f"Rides on its stop, {r.height_unit(j.left_m)} to flat", "The stop carries at ride height: harsh, and high."
    return f"{r.height_unit(j.to_stop_m)} to the stop", "Little free bump with this load."


@tell.register
def _(j: LittleDroop, r: Reader) -> tuple[str, str]:
    if j.left_m <= 0:
        return "No droop left", "The shock is at its end at ride height; the wheel hangs over every dip."
    return f"{r.height_unit(j.left_m)} of droop left, {r.percent(j.share)}", "The wheel hangs early over a dip."


@tell.register
def _(j: OrderRight, r: Reader) -> tuple[str, str]:
    right = "Stop first, then coil, shock and metal, each with its margin."
    if j.assumed:
        numbers = "a number" if j.assumed == 1 else f"{j.assumed} numbers"
        return "The order is right, on assumptions", f"{right} It rests on {numbers} not measured yet: see Measure, missing."
    return "The order is right", right


@tell.register
def _(j: DamperOff, r: Reader) -> tuple[str, str]:
    word = "less" if j.share < 1 else "more"
    return f"Damped {r.percent(abs(1 - j.share))} {word} than as found", (
        "For the new spring and the heaviest load; 1.00 is the damper of now. Ask for a revalve, or other dampers."
    )


@tell.register
def _(j: DampedAmiss, r: Reader) -> tuple[str, str]:
    was = "" if j.found_ratio is None else f", {j.found_ratio:.2f} as found"
    if j.ratio < j.low:
        return (
            f"Wallows: damping ratio {j.ratio:.2f}{was}",
            f"{j.low:.2f} to {j.high:.2f} is usual. Ask for a revalve, or others.",
        )
    return f"Harsh: damping ratio {j.ratio:.2f}{was}", f"{j.low:.2f} to {j.high:.2f} is usual. Less rebound, or others."


def why_no_shock(f: ShockFit, r: Reader) -> str:
    """In a few words, why a shock of a list does not fit."""
    if f.droop_m <= 0.0:
        return "too short to reach"
    if f.short_by_m > 0.0:
        return f"{r.height_unit(f.short_by_m)} too long collapsed"
    return f"hangs {r.height_unit(f.loose_by_m)} past the next limit"
