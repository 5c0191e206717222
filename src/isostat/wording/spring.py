"""The words for springs of any kind, and for coils."""

from __future__ import annotations

from isostat.assess.spring.findings import (
    BeyondLaw,
    ComesAndGoes,
    FallingCurve,
    FrequencySplit,
    HelperLacks,
    LengthAssumed,
    MuchPreload,
    NoWire,
    RateNotPicked,
    RateOutsideWindow,
    SpringLacks,
    StressHigh,
    TooTight,
    ToppedOut,
    TurnsTouch,
)
from isostat.wording.reader import Reader
from isostat.wording.springs.kind import SpringWords
from isostat.wording.springs.words import WORDS
from isostat.wording.tell import tell


def _words(r: Reader, axle: int | None) -> SpringWords:
    """Those of the kind of spring that is proposed."""
    return WORDS[r.job.proposal.axles[int(axle or 0)].kind]


@tell.register
def _(j: SpringLacks, r: Reader) -> tuple[str, str]:
    return "A plain coil stands in", f"{j.reason[0].upper()}{j.reason[1:]}"


@tell.register
def _(j: TurnsTouch, r: Reader) -> tuple[str, str]:
    return "Close turns touch at ride height", (
        f"Pressed {r.coil(j.touching_m)} beyond their touching: normal for a progressive coil, it is not bound."
    )


@tell.register
def _(j: TooTight, r: Reader) -> tuple[str, str]:
    size, cure = ("too wide", "narrower") if j.within == "pocket" else ("too narrow", "wider")
    return f"{j.part.capitalize()} {r.coil(j.by_m)} {size} for the {j.within}", f"It will not go on, or rubs: a {cure} spring."


@tell.register
def _(j: NoWire, r: Reader) -> tuple[str, str]:
    return "No wire winds this coil", (
        f"{r.wire(j.strong_m)} for its stress, {r.wire(j.roomy_m)} at most before it is solid: longer, wider, or less travel."
    )


@tell.register
def _(j: StressHigh, r: Reader) -> tuple[str, str]:
    return f"{r.percent(j.used)} of the wire's share when solid", "It would sag if pressed solid; the stop must stand before that."


@tell.register
def _(j: LengthAssumed, r: Reader) -> tuple[str, str]:
    more = "longer" if j.change_m > 0 else "shorter"
    return f"Order {r.coil(abs(j.change_m))} {more} than the old", (
        "Installed and free length are unknown: only the change is sure. Measure one of them."
    )


@tell.register
def _(j: RateOutsideWindow, r: Reader) -> tuple[str, str]:
    w, rate = j.window, r.rate(j.rate_n_per_m)
    low, high = r.rate(w.low), r.rate(w.high)
    if not w.is_open:
        other = _words(r, j.place.axle).instead_of_one_rate
        return f"No single rate fits: {low} or more, {high} or less", f"Limits: {w.low_by}; {w.high_by}. {other}"
    if j.rate_n_per_m < w.low:
        return f"{rate}: {w.low_by} asks for {low}", {
            "bump capacity": "At full bump the spring takes less of the load than asked: the stop works hard.",
            "two loads": "Light and full will stand further apart than asked.",
        }.get(w.low_by, "Softer than the wanted share of droop.")
    return f"{rate}: at most {high} by {w.high_by}", {
        "hanging": _words(r, j.place.axle).too_firm,
    }.get(w.high_by, "Firmer than the wanted share of droop.")


@tell.register
def _(j: RateNotPicked, r: Reader) -> tuple[str, str]:
    return "The rate cannot be picked that way", f"{j.reason[0].upper()}{j.reason[1:]} The usual frequency stands in."


@tell.register
def _(j: ToppedOut, r: Reader) -> tuple[str, str]:
    return "Topped out at ride height", "The preload exceeds the load; more of it lifts nothing."


@tell.register
def _(j: MuchPreload, r: Reader) -> tuple[str, str]:
    return f"Preload {r.coil(j.preload_m)}, usual is up to {r.coil(j.limit_m)}", (
        "The spring is too soft for its length. Fit it with a proper compressor."
    )


@tell.register
def _(j: ComesAndGoes, r: Reader) -> tuple[str, str]:
    steel = f"Size the steel for the {r.mass(j.stays_kg)} that stay. " if j.stays_kg >= 0.5 else ""
    return f"Drops {r.height_unit(j.drop_m)} for {r.mass(j.goes_kg)} that come and go", (
        f"{steel}A helper, air or a second stage keeps the changing load level."
    )


@tell.register
def _(j: FrequencySplit, r: Reader) -> tuple[str, str]:
    share = j.rear_hz / j.front_hz - 1
    word = "over" if share > 0 else "under"
    return f"Rear {abs(share) * 100:.0f} % {word} front", (
        f"{j.front_hz:.2f} and {j.rear_hz:.2f} Hz; 10 to 20 % over rides flat at speed."
    )


@tell.register
def _(j: BeyondLaw, r: Reader) -> tuple[str, str]:
    return (
        "A part is past its end",
        "Coil solid, stop flat, bag drawn long or shock bottomed at ride height. The number is a guess.",
    )


@tell.register
def _(j: FallingCurve, r: Reader) -> tuple[str, str]:
    return "The wheel gets softer into bump than its spring can hold", (
        f"Wheel rate {r.rate(j.wheel_rate)}: the motion ratio falls too fast. Check its table."
    )


@tell.register
def _(j: HelperLacks, r: Reader) -> tuple[str, str]:
    return "The helper is left out", f"{j.reason[0].upper()}{j.reason[1:]}"
