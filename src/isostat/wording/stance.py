"""The words for heights, lean and what follows from them."""

from __future__ import annotations

from isostat.assess.stance.findings import (
    CrossWanted,
    LampAim,
    LampHigh,
    Lean,
    OffTarget,
    RoofUnderDoor,
    TargetOutOfReach,
    TargetPastTravel,
    TargetTwisted,
    TipsSooner,
)
from isostat.job.event_words import EVENT_NOUNS
from isostat.language import decimal, tr
from isostat.wording.reader import ABOUT, Reader
from isostat.wording.tell import tell


@tell.register
def _(j: OffTarget, r: Reader) -> tuple[str, str]:
    m, away = r.height_unit(j.height_m), r.height(abs(j.height_m - j.target_m))
    said = {"m": m, "away": away, "target": r.height(j.target_m)}
    title = (
        tr("{m}: {away} above target {target}", **said)
        if j.height_m > j.target_m
        else tr("{m}: {away} below target {target}", **said)
    )
    return title, tr("Tolerance is ±{band}.", band=r.height_unit(j.band_m))


@tell.register
def _(j: Lean, r: Reader) -> tuple[str, str]:
    m, was = r.height_unit(abs(j.lean_m)), r.height_unit(abs(j.found_m))
    title = tr("Right stands {m} low", m=m) if j.lean_m > 0 else tr("Left stands {m} low", m=m)
    if r.height(j.found_m) == "0":
        return title, tr("It was level when weighed. Check side load, tank position and driver.")
    if j.found_m > 0:
        return title, tr("It was {was} low on the right when weighed. Check side load, tank position and driver.", was=was)
    return title, tr("It was {was} low on the left when weighed. Check side load, tank position and driver.", was=was)


@tell.register
def _(j: TargetTwisted, r: Reader) -> tuple[str, str]:
    return tr("Target heights are {m} out of one plane", m=r.height_unit(abs(j.warp_m))), (
        tr("A body is rigid, so four heights cannot all be met. The closest plane is used; the rest would only jack weight across.")
    )


@tell.register
def _(j: CrossWanted, r: Reader) -> tuple[str, str]:
    return tr("Cross weight {p}, target {target}", p=r.tenths(j.share), target=r.tenths(j.wanted)), (
        tr(
            "Needs {m} of diagonal height change. Adjust spacers or collars; axle heights stay the same.",
            m=r.height_unit(j.twist_m),
        )
    )


@tell.register
def _(j: LampAim, r: Reader) -> tuple[str, str]:
    high = j.drop_m < j.low_m
    said = {
        "drop": ("" if j.read else ABOUT) + r.height_unit(abs(j.drop_m)),
        "limit": r.height(j.low_m if high else j.high_m),
        "low": r.height(j.low_m),
        "high": r.height_unit(j.high_m),
        "turn": r.height_unit(j.severity),
    }
    if high and j.drop_m < 0.0:
        title = tr("Headlamps too high: cut-off {drop} above lamp at 10 m", **said)
    elif high:
        title = tr("Headlamps too high: cut-off {drop} below lamp at 10 m (limit {limit})", **said)
    else:
        title = tr("Headlamps too low: cut-off {drop} below lamp at 10 m (limit {limit})", **said)
    if high:
        body = tr("They dazzle. Re-aim {turn} lower at 10 m. At this lamp height: {low} to {high}.", **said)
    else:
        body = tr(
            "They light too short. Re-aim {turn} higher at 10 m. At this lamp height: {low} to {high}.",
            **said,
        )
    return title, body if j.read else tr("{aim} Measure the cut-off as it is now.", aim=body)


@tell.register
def _(j: LampHigh, r: Reader) -> tuple[str, str]:
    said = {"m": r.height_unit(j.height_m), "limit": r.height(j.limit_m)}
    body = tr("Check local rules on lamp height.")
    if j.height_m > j.limit_m:
        return tr("Headlamps at {m}: limit is {limit} at most", **said), body
    return tr("Headlamps at {m}: limit is {limit} at least", **said), body


@tell.register
def _(j: RoofUnderDoor, r: Reader) -> tuple[str, str]:
    said = {"point": j.point, "m": r.height_unit(abs(j.room_m)), "door": r.height_unit(j.door_m)}
    if j.room_m < 0:
        return tr("{point} is {m} too high for the door", **said), tr("The door opening is {door}. Lower the target.", **said)
    return tr("{point} clears the door by {m}", **said), tr("The door opening is {door}. Allow for bounce.", **said)


@tell.register
def _(j: TipsSooner, r: Reader) -> tuple[str, str]:
    about = ABOUT if j.assumed else ""
    said = {"was": about + decimal(j.was, 2), "now": about + decimal(j.now, 2), "m": about + r.height_unit(j.height_m)}
    title = tr("Rollover threshold falls from {was} to {now} g", **said)
    if j.assumed:
        return title, tr(
            "Half-track over {m} CG height, rigid; lower with body roll. Weigh with the rear raised to measure it.", **said
        )
    return title, tr("Half-track over {m} CG height, rigid; lower with body roll. Corner slower, keep the load low.", **said)


@tell.register
def _(j: TargetOutOfReach, r: Reader) -> tuple[str, str]:
    if j.force_n > 0.0:
        return tr("Target height cannot be held by a spring"), (
            tr("It lies beyond the end of travel. Fit different shocks, or change the target.")
        )
    return tr("Target height cannot be reached"), tr("The spring would have to pull down. Lower the target, or remove load.")


@tell.register
def _(j: TargetPastTravel, r: Reader) -> tuple[str, str]:
    return tr("Target is {m} beyond {end}", m=r.height_unit(j.by_m), end=tr(EVENT_NOUNS[j.end])), (
        tr("No spring can hold it there. Fit different shocks, or change the target.")
    )
