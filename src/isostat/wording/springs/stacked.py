"""The words for stacked pairs."""

from __future__ import annotations

from isostat.assess.spring.findings_stacked import CollarBeyond, NoRingWindow, PastCrossover, RingNotSet, RingOutside, TopBinds
from isostat.wording.reader import Reader
from isostat.wording.tell import tell


@tell.register
def _(j: NoRingWindow, r: Reader) -> tuple[str, str]:
    by = r.coil(j.missing_m)
    return f"No place for the ring: {by} missing", (
        f"One opens with {by} less of one: stroke, solid length of either spring, slider, or thread below the collar."
    )


@tell.register
def _(j: RingOutside, r: Reader) -> tuple[str, str]:
    end = "at most" if j.ring_m > j.limit_m else "at least"
    return f"Ring {r.coil(j.ring_m)} from the collar: {j.binds} binds", (
        f"Collar to ring {end} {r.coil(j.limit_m)}, or {r.coil(abs(j.ring_m - j.limit_m))} less solid length of the {j.binds}."
    )


@tell.register
def _(j: RingNotSet, r: Reader) -> tuple[str, str]:
    return "The ring cannot make that crossover", f"{j.reason[0].upper()}{j.reason[1:]} Another share, or other springs."


@tell.register
def _(j: TopBinds, r: Reader) -> tuple[str, str]:
    if j.by == "main solid":
        return (
            "The main spring goes solid first",
            "No lock-up: the softer top spring carries on alone. Swap them, or a longer main.",
        )
    return (
        "The top spring goes solid before the ring",
        "A bound spring makes the change, not the ring: ring further from the collar.",
    )


@tell.register
def _(j: PastCrossover, r: Reader) -> tuple[str, str]:
    return f"Rides {r.coil(j.by_m)} of shaft past the crossover", "The top spring does nothing there: ring nearer the collar."


@tell.register
def _(j: CollarBeyond, r: Reader) -> tuple[str, str]:
    way, cure = ("below", "A longer spring") if j.down else ("above", "A shorter spring")
    return f"Collar {r.coil(j.by_m)} {way} its thread", f"{cure} brings it back; the height is solved as if it went there."
