"""The words for progressive coils and stacked pairs."""

from __future__ import annotations

from isostat.core.findings import curved
from isostat.wording.reader import Reader
from isostat.wording.telling import tell


@tell.register
def _(j: curved.SpringLacks, r: Reader) -> tuple[str, str]:
    return "A plain coil stands in", f"{j.reason[0].upper()}{j.reason[1:]}"


@tell.register
def _(j: curved.TurnsTouch, r: Reader) -> tuple[str, str]:
    return "Close turns touch at ride height", (
        f"Pressed {r.coil(j.touching_m)} beyond their touching: normal for a progressive coil, it is not bound."
    )


@tell.register
def _(j: curved.NoRingWindow, r: Reader) -> tuple[str, str]:
    by = r.coil(j.missing_m)
    return f"No place for the ring: {by} missing", (
        f"One opens with {by} less of one: stroke, solid length of either spring, slider, or thread below the collar."
    )


@tell.register
def _(j: curved.RingOutside, r: Reader) -> tuple[str, str]:
    end = "at most" if j.ring_m > j.limit_m else "at least"
    return f"Ring {r.coil(j.ring_m)} from the collar: {j.binds} binds", (
        f"Collar to ring {end} {r.coil(j.limit_m)}, or {r.coil(abs(j.ring_m - j.limit_m))} less solid length of the {j.binds}."
    )


@tell.register
def _(j: curved.RingNotSet, r: Reader) -> tuple[str, str]:
    return "The ring cannot make that crossover", f"{j.reason[0].upper()}{j.reason[1:]} Another share, or other springs."


@tell.register
def _(j: curved.TopBinds, r: Reader) -> tuple[str, str]:
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
def _(j: curved.PastCrossover, r: Reader) -> tuple[str, str]:
    return f"Rides {r.coil(j.by_m)} of shaft past the crossover", "The top spring does nothing there: ring nearer the collar."


@tell.register
def _(j: curved.CollarBeyond, r: Reader) -> tuple[str, str]:
    way, cure = ("below", "A longer spring") if j.down else ("above", "A shorter spring")
    return f"Collar {r.coil(j.by_m)} {way} its thread", f"{cure} brings it back; the height is solved as if it went there."


@tell.register
def _(j: curved.TooTight, r: Reader) -> tuple[str, str]:
    size, cure = ("too wide", "narrower") if j.within == "pocket" else ("too narrow", "wider")
    return f"{j.part.capitalize()} {r.coil(j.by_m)} {size} for the {j.within}", f"It will not go on, or rubs: a {cure} spring."


@tell.register
def _(j: curved.NoWire, r: Reader) -> tuple[str, str]:
    return "No wire winds this coil", (
        f"{r.wire(j.strong_m)} for its stress, {r.wire(j.roomy_m)} at most before it is solid: longer, wider, or less travel."
    )


@tell.register
def _(j: curved.StressHigh, r: Reader) -> tuple[str, str]:
    return f"{r.percent(j.used)} of the wire's share when solid", "It would sag if pressed solid; the stop must stand before that."


@tell.register
def _(j: curved.ArmStopFirst, r: Reader) -> tuple[str, str]:
    return (
        f"Arm on its stop {r.height_unit(j.by_m)} before the shock tops",
        "The arm takes the blow of every drop: a shorter shock.",
    )


@tell.register
def _(j: curved.BarStress, r: Reader) -> tuple[str, str]:
    why = "It settles: a longer bar, a thicker one turned less, less bump."
    return f"Torsion bar at {j.used * 100:.0f} % of its stress at full bump", why


@tell.register
def _(j: curved.PackTooHigh, r: Reader) -> tuple[str, str]:
    return f"Pack stands {r.coil(j.by_m)} too high with no block", "Less arch, or a leaf less; the height is as it would stand."


@tell.register
def _(j: curved.LeafStress, r: Reader) -> tuple[str, str]:
    which = "Main leaf" if j.leaf == 1 else f"Leaf {j.leaf}"
    title = f"{which} overstressed at full bump, {r.percent(j.used)} of limit"
    peak = "" if j.times_found is None else f" Highest peak {j.times_found:.2f} times as found."
    if j.no_worse:
        return title, f"Same pack as found, bent no further.{peak}"
    return title, f"It will take a set or break.{peak} Use more, thinner leaves, or a taller bump stop."
