"""The words for heights, lean and what hangs on them."""

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
from isostat.wording.reader import ABOUT, Reader
from isostat.wording.tell import tell


@tell.register
def _(j: OffTarget, r: Reader) -> tuple[str, str]:
    words, _ = r.off(j.height_m, j.target_m, j.band_m)
    return f"{r.height(j.height_m)}, {words} of {r.height(j.target_m)}", f"Outside the {r.height(j.band_m)} either way."


@tell.register
def _(j: Lean, r: Reader) -> tuple[str, str]:
    low = "Right" if j.lean_m > 0 else "Left"
    was = f"{'right' if j.found_m > 0 else 'left'} {r.height(abs(j.found_m))} low" if r.height(j.found_m) != "0" else "level"
    return f"{low} stands {r.height_unit(abs(j.lean_m))} low", (f"As weighed it was {was}. Side load, tank or driver.")


@tell.register
def _(j: TargetTwisted, r: Reader) -> tuple[str, str]:
    return f"Twist of {r.height_unit(abs(j.warp_m))} in the wanted heights", (
        "A body is flat: the nearest plane is aimed at. The rest would only shift cross weight."
    )


@tell.register
def _(j: CrossWanted, r: Reader) -> tuple[str, str]:
    return f"Cross weight {j.share * 100:.1f} %, {j.wanted * 100:.1f} % wanted", (
        f"It twists the stand by {r.height_unit(j.twist_m)}. Set by spacers or collars; front and rear stay as they are."
    )


@tell.register
def _(j: LampAim, r: Reader) -> tuple[str, str]:
    about = "" if j.read else "≈ "
    drop = r.height_unit(abs(j.drop_m))
    where = f"{about}{drop} {'below' if j.drop_m >= 0 else 'above'} the lamp at 10 m"
    wrong = "it dazzles" if j.drop_m < j.low_m else "it shines short"
    after = "Set the lamps after the height change."
    more = after if j.read else f"Read it as it is now. {after}"
    turn = f"Set them {r.height_unit(j.severity)} {'lower' if j.drop_m < j.low_m else 'higher'} at 10 m."
    return f"Cut-off {where}: {wrong}", f"Aim at this lamp height: {r.height(j.low_m)} to {r.height_unit(j.high_m)}. {turn} {more}"


@tell.register
def _(j: LampHigh, r: Reader) -> tuple[str, str]:
    word = "above" if j.height_m > j.limit_m else "below"
    return f"Headlamps at {r.height_unit(j.height_m)}, {word} {r.height(j.limit_m)}", "Local law on lamps decides."


@tell.register
def _(j: RoofUnderDoor, r: Reader) -> tuple[str, str]:
    if j.room_m < 0:
        return f"{j.point} is {r.height_unit(-j.room_m)} too high for the door", f"The door is {r.height_unit(j.door_m)} high."
    return f"{j.point}: {r.height_unit(j.room_m)} under the door", f"Of {r.height_unit(j.door_m)}. A bounce takes some of it."


@tell.register
def _(j: TipsSooner, r: Reader) -> tuple[str, str]:
    about = ABOUT if j.assumed else ""
    high = f"Half the track over {about}{r.height_unit(j.height_m)} of height; less when it sways."
    more = "Weigh it with the tail raised to know." if j.assumed else "Slower in bends, load low."
    return f"Tips sooner: {about}{j.was:.2f} → {about}{j.now:.2f} g", f"{high} {more}"


@tell.register
def _(j: TargetOutOfReach, r: Reader) -> tuple[str, str]:
    if j.force_n > 0.0:
        return "No spring holds this target", "Past the end of travel a spring only presses on it: other shocks, or another target."
    return "No spring holds this target", "It would have to pull. Lower the target or move the load."


@tell.register
def _(j: TargetPastTravel, r: Reader) -> tuple[str, str]:
    return f"The target lies {r.height_unit(j.by_m)} past {j.end}", "No spring can hold it there: other shocks, or another target."
