"""The words for readings, weighings and tests."""

from __future__ import annotations

from isostat.assess.measure.findings import (
    BlocksOff,
    HangsElsewhere,
    HubHeightOff,
    LikelySlip,
    PadsApart,
    RateMeasured,
    RateUndetermined,
    SidesDisagree,
    SpringDisagrees,
    TestIncomplete,
    TestsDisagree,
    Warp,
    WeighedAmiss,
)
from isostat.job.points import CORNER_POINTS
from isostat.language import capital, decimal, later, tr
from isostat.wording.reader import Reader
from isostat.wording.tell import tell

READING_WORDS = {point.field: point.words for point in CORNER_POINTS}


SLIP_WORDS = {
    "inches": later("{what} {m}: millimetres and inches mixed up?"),
    "pounds": later("{what} {m}: pounds and kilograms mixed up?"),
    "ten": later("{what} {m}: one digit too many or too few?"),
    "hundred": later("{what} {m}: two digits too many or too few?"),
    "tyre": later("{what} {m}: measured from the ground?"),
}


def _higher(r: Reader, left_m: float) -> str:
    m = r.height_unit(abs(left_m))
    return tr("left {m} higher", m=m) if left_m > 0 else tr("right {m} higher", m=m)


@tell.register
def _(j: WeighedAmiss, r: Reader) -> tuple[str, str]:
    return tr("Corner weight is {m} less than the unsprung mass", m=r.mass(-j.left_kg)), (
        tr("Nothing is left for the spring to carry. Re-weigh, or check the unsprung mass.")
    )


@tell.register
def _(j: PadsApart, r: Reader) -> tuple[str, str]:
    return tr("Left {left}, right {right}", left=r.mass(j.left_kg), right=r.mass(j.right_kg)), (
        tr("Big left-right difference. Roll it and re-weigh; check for swapped pads or sides.")
    )


@tell.register
def _(j: LikelySlip, r: Reader) -> tuple[str, str]:
    show = r.mass if j.what == "pad_kg" else r.height_unit
    what = capital(tr(READING_WORDS[j.what]))
    return tr(SLIP_WORDS[j.slip], what=what, m=show(j.value)), tr("By the other wheels it should be near {m}.", m=show(j.likely))


@tell.register
def _(j: SidesDisagree, r: Reader) -> tuple[str, str]:
    what, other = tr(READING_WORDS[j.what]), tr(READING_WORDS[j.other])
    title = tr("{what} and {other} disagree on lean", what=capital(what), other=other)
    said = {"one": capital(_higher(r, j.left_m)), "two": _higher(r, j.other_left_m), "what": what, "other": other}
    if j.swapped:
        return title, tr("{one} by {what}, {two} by {other}. Check for swapped sides.", **said)
    if j.outvoted:
        return title, tr("{one} by {what}, {two} by {other}. Re-measure {what} first: the rest agree with {other}.", **said)
    return title, tr("{one} by {what}, {two} by {other}. Re-measure both.", **said)


@tell.register
def _(j: HubHeightOff, r: Reader) -> tuple[str, str]:
    return tr("Hub {m} above the ground, {tyre} by its tyre size", m=r.height_unit(j.hub_m), tyre=r.height(j.tyre_m)), (
        tr("The reading is used. Check the tyre size and the reading.")
    )


@tell.register
def _(j: BlocksOff, r: Reader) -> tuple[str, str]:
    m, kg = r.height_unit(abs(j.lower_m)), r.mass(abs(j.shift_kg))
    title = tr("Packers {m} higher than the pads", m=m) if j.lower_m > 0 else tr("Packers {m} lower than the pads", m=m)
    return title, tr("This moves about {kg} between the axles. Make packers and pads the same height.", kg=kg)


@tell.register
def _(j: Warp, r: Reader) -> tuple[str, str]:
    return tr("Heights disagree diagonally by {m}", m=r.height_unit(abs(j.warp_m))), (
        tr("Lean does not explain it: check body and arches. The readings are used as they are.")
    )


@tell.register
def _(j: SpringDisagrees, r: Reader) -> tuple[str, str]:
    m = r.coil(abs(j.implied_m - j.part_m))
    lengths = {"by_load": r.coil(j.implied_m), "marked": r.coil(j.part_m)}
    title = tr("Acts {m} shorter than marked", m=m) if j.implied_m < j.part_m else tr("Acts {m} longer than marked", m=m)
    return title, tr("Free length {by_load} by load and height, {marked} marked: sagged, wrong part or misread.", **lengths)


@tell.register
def _(j: RateMeasured, r: Reader) -> tuple[str, str]:
    rate, share = r.rate(j.spring_rate), r.percent(j.share)
    lift = j.by == "lift"
    title = tr("Lift test: {rate} ± {p}", rate=rate, p=share) if lift else tr("Load test: {rate} ± {p}", rate=rate, p=share)
    if j.typed:
        return title, tr("The rate you typed is outside that. Wheel rate {rate}.", rate=r.rate(j.wheel_rate))
    return title, tr("The as-found rate is only assumed. Wheel rate {rate}.", rate=r.rate(j.wheel_rate))


@tell.register
def _(j: HangsElsewhere, r: Reader) -> tuple[str, str]:
    said = {"lift": r.height_unit(j.lifted_m), "shock": r.height(j.shock_m)}
    return tr("Full droop at {lift} by lift test, {shock} by shock length", **said), (
        tr("Something else limits droop first, or exposed shaft or stroke was misread.")
    )


@tell.register
def _(j: RateUndetermined, r: Reader) -> tuple[str, str]:
    return tr("Load test cannot determine this rate"), (
        tr("The axle barely moved. Load further behind the rear axle, or take more readings.")
    )


@tell.register
def _(j: TestIncomplete, r: Reader) -> tuple[str, str]:
    return tr("Load test {n} is incomplete", n=j.test), j.missing.words(r.preset)


@tell.register
def _(j: TestsDisagree, r: Reader) -> tuple[str, str]:
    return tr("Load-test readings are inconsistent: {n} × tape error", n=decimal(j.misfit, 1)), (
        tr("Friction, a bump stop in contact, a height not taken at the hub, or a misread. Bounce, roll and measure again.")
    )
