"""The words for readings, weighings and tests."""

from __future__ import annotations

from isostat.assess.measure.findings import (
    BlocksOff,
    HangsElsewhere,
    HubHeightOff,
    LikelySlip,
    PadsApart,
    RateNotTold,
    RateTold,
    SidesDisagree,
    SpringDisagrees,
    TestIncomplete,
    TestsDisagree,
    Warp,
    WeighedAmiss,
)
from isostat.job.points import CORNER_POINTS
from isostat.wording.reader import Reader
from isostat.wording.tell import tell

READING_WORDS = {point.field: point.words for point in CORNER_POINTS}


SLIP_WORDS = {
    "inches": "millimetres and inches mixed up?",
    "pounds": "pounds and kilograms mixed up?",
    "ten": "a digit too many or too few?",
    "hundred": "two digits too many or too few?",
    "tyre": "read from the ground?",
}


def _higher(r: Reader, left_m: float) -> str:
    return f"{'left' if left_m > 0 else 'right'} {r.height(abs(left_m))} higher"


@tell.register
def _(j: WeighedAmiss, r: Reader) -> tuple[str, str]:
    return "Pads show less than the wheels weigh", (
        f"{r.mass(j.left_kg)} would be left for the springs. Read the pads again, or the unsprung mass."
    )


@tell.register
def _(j: PadsApart, r: Reader) -> tuple[str, str]:
    return f"Left {r.mass(j.left_kg)}, right {r.mass(j.right_kg)}", ("Far apart. Roll it, read again; is a pad or a side swapped?")


@tell.register
def _(j: LikelySlip, r: Reader) -> tuple[str, str]:
    show = r.mass if j.what == "pad_kg" else r.height_unit
    return f"{READING_WORDS[j.what].capitalize()} {show(j.value)}: {SLIP_WORDS[j.slip]}", (
        f"The other wheels say it should be near {show(j.likely)}."
    )


@tell.register
def _(j: SidesDisagree, r: Reader) -> tuple[str, str]:
    what, other = READING_WORDS[j.what], READING_WORDS[j.other]
    first = f"Read {what} again first: other readings agree with {other}." if j.outvoted else "Read both again."
    why = "Left and right mixed up?" if j.swapped else first
    return f"{what.capitalize()} and {other} lean differently", (
        f"{_higher(r, j.left_m).capitalize()} by the one, {_higher(r, j.other_left_m)} by the other. {why}"
    )


@tell.register
def _(j: HubHeightOff, r: Reader) -> tuple[str, str]:
    return f"Hub {r.height_unit(j.hub_m)} above the ground, {r.height(j.tyre_m)} by its tyre", (
        "The reading is taken; is the tyre's size right, or a height misread?"
    )


@tell.register
def _(j: BlocksOff, r: Reader) -> tuple[str, str]:
    return f"Blocks {r.height_unit(abs(j.lower_m))} {'over' if j.lower_m > 0 else 'under'} the pads", (
        f"That moves about {r.mass(abs(j.shift_kg))} between the axles. Make blocks and pads equally high."
    )


@tell.register
def _(j: Warp, r: Reader) -> tuple[str, str]:
    return f"Twist of {r.height_unit(abs(j.warp_m))} in the readings", ("No lean explains it: body or arches. It is left as it is.")


@tell.register
def _(j: SpringDisagrees, r: Reader) -> tuple[str, str]:
    low = "shorter" if j.implied_m < j.part_m else "longer"
    return f"Acts {r.coil(abs(j.implied_m - j.part_m))} {low} than its tag", (
        f"{r.coil(j.implied_m)} by load and length, {r.coil(j.part_m)} on the part: sagged, wrong part or a misread."
    )


@tell.register
def _(j: RateTold, r: Reader) -> tuple[str, str]:
    title = f"{j.by.capitalize()} test: {r.rate(j.spring_rate)} ± {r.percent(j.share)}"
    more = "Outside that lies the rate that was typed." if j.typed else "The rate as found is only assumed."
    return title, f"Wheel rate {r.rate(j.wheel_rate)}. {more}"


@tell.register
def _(j: HangsElsewhere, r: Reader) -> tuple[str, str]:
    return f"Hangs at {r.height_unit(j.lifted_m)} by the lift test, {r.height(j.shock_m)} by the shock", (
        "Another limit stops it first, or shaft showing or stroke was misread."
    )


@tell.register
def _(j: RateNotTold, r: Reader) -> tuple[str, str]:
    return (
        "The squat does not tell this rate",
        "The load hardly moves this axle. Put it further behind the rear axle, or read more.",
    )


@tell.register
def _(j: TestIncomplete, r: Reader) -> tuple[str, str]:
    return f"Missing, {j.what}", "Without it the load on each axle is not known, and no rate follows."


@tell.register
def _(j: TestsDisagree, r: Reader) -> tuple[str, str]:
    return "The squat readings do not fit together", (
        f"{j.misfit:.1f} times what a tape explains: friction, a stop reached, a point off the hub, or a misread."
    )
