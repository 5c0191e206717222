"""Every judgement as a sentence: what, where, by how much, why it matters."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.core.findings import carrying, readings, springs, stance
from isostat.core.findings.judgement import Grade, Judgement
from isostat.job.points import CORNER_POINTS
from isostat.wording import air as _air  # noqa: F401 - its kinds register themselves
from isostat.wording import curved as _curved  # noqa: F401
from isostat.wording import leaf as _leaf  # noqa: F401
from isostat.wording import tandem as _tandem  # noqa: F401
from isostat.wording import travel as _travel  # noqa: F401
from isostat.wording.reader import ABOUT, Reader
from isostat.wording.telling import tell

GRADE_WORDS = {Grade.FAULT: "FAULT", Grade.WATCH: "WATCH", Grade.NOTE: "NOTE"}


@dataclass(frozen=True, slots=True)
class Sentence:
    """A judgement in words: the place, a title of one line, a body of at most two."""

    place: str
    title: str
    body: str = ""


def say(judgement: Judgement, reader: Reader) -> Sentence:
    """The judgement in the reader's units. Raises NotSaid for a kind without words."""
    title, body = tell(judgement, reader)
    return Sentence(reader.place(judgement.place), title, body)


@tell.register
def _(j: carrying.LoadOutsideWheels, r: Reader) -> tuple[str, str]:
    return "The load lies outside the wheels", (
        f"{r.height_unit(j.outside_m)} outside: it tips over. Heights are not worked out for this case."
    )


@tell.register
def _(j: carrying.Unsettled, r: Reader) -> tuple[str, str]:
    return "No rest position found", "The heights shown are the nearest found. Look for a part that cannot be right."


@tell.register
def _(j: carrying.WheelInTheAir, r: Reader) -> tuple[str, str]:
    return "The wheel is off the ground", "It carries nothing. Move the load, or look for a wrong pad reading."


@tell.register
def _(j: carrying.OverRating, r: Reader) -> tuple[str, str]:
    hand = j.rating_kg - j.load_kg
    if hand < 0:
        rule = "No spring raises a plate." if j.what == "plate" else "Carry less, or fit what is rated for it."
        over = f"{r.mass(-hand)} over the {j.what if j.what == 'plate' else f'{j.what} rating'}"
        return over, f"{r.mass(j.load_kg)} on {r.mass(j.rating_kg)}. {rule}"
    of = "" if j.what == "plate" else f" of the {j.what}"
    return f"{r.mass(hand)} in hand of {r.mass(j.rating_kg)}{of}", "The lowest rating rules; springs never raise it."


@tell.register
def _(j: carrying.LightSteering, r: Reader) -> tuple[str, str]:
    return f"{r.percent(j.share)} of the weight steers", f"Keep {r.percent(j.limit)} or more on the steered wheels."


@tell.register
def _(j: carrying.NoseLoad, r: Reader) -> tuple[str, str]:
    usual = f"{r.percent(j.low)} to {r.percent(j.high)} is usual."
    if j.nose_kg <= 0.0:
        return f"The nose lifts by {r.mass(-j.nose_kg)}", f"The trailer will swing. {usual} Load further forward."
    word = "forward" if j.share < j.low else "back"
    return f"{r.mass(j.nose_kg)} on the coupling, {j.share * 100:.1f} %", f"{usual} Load further {word}; the lowest plate rules."


@tell.register
def _(j: carrying.NoseLift, r: Reader) -> tuple[str, str]:
    name = r.job.items[j.item].name
    return f"{name} lifts the nose", f"Front {r.mass(-j.front_kg)} less, rear {r.mass(j.rear_kg)} more."


@tell.register
def _(j: carrying.WeighedAmiss, r: Reader) -> tuple[str, str]:
    return "Pads show less than the wheels weigh", (
        f"{r.mass(j.left_kg)} would be left for the springs. Read the pads again, or the unsprung mass."
    )


@tell.register
def _(j: carrying.PadsApart, r: Reader) -> tuple[str, str]:
    return f"Left {r.mass(j.left_kg)}, right {r.mass(j.right_kg)}", ("Far apart. Roll it, read again; is a pad or a side swapped?")


READING_WORDS = {point.field: point.words for point in CORNER_POINTS}
SLIP_WORDS = {
    "inches": "millimetres and inches mixed up?",
    "pounds": "pounds and kilograms mixed up?",
    "ten": "a digit too many or too few?",
    "hundred": "two digits too many or too few?",
    "tyre": "read from the ground?",
}


@tell.register
def _(j: readings.LikelySlip, r: Reader) -> tuple[str, str]:
    show = r.mass if j.what == "pad_kg" else r.height_unit
    return f"{READING_WORDS[j.what].capitalize()} {show(j.value)}: {SLIP_WORDS[j.slip]}", (
        f"The other wheels say it should be near {show(j.likely)}."
    )


def _higher(r: Reader, left_m: float) -> str:
    return f"{'left' if left_m > 0 else 'right'} {r.height(abs(left_m))} higher"


@tell.register
def _(j: readings.SidesDisagree, r: Reader) -> tuple[str, str]:
    what, other = READING_WORDS[j.what], READING_WORDS[j.other]
    first = f"Read {what} again first: other readings agree with {other}." if j.outvoted else "Read both again."
    why = "Left and right mixed up?" if j.swapped else first
    return f"{what.capitalize()} and {other} lean differently", (
        f"{_higher(r, j.left_m).capitalize()} by the one, {_higher(r, j.other_left_m)} by the other. {why}"
    )


@tell.register
def _(j: readings.HubHeightOff, r: Reader) -> tuple[str, str]:
    return f"Hub {r.height_unit(j.hub_m)} above the ground, {r.height(j.tyre_m)} by its tyre", (
        "The reading is taken; is the tyre's size right, or a height misread?"
    )


@tell.register
def _(j: readings.BlocksOff, r: Reader) -> tuple[str, str]:
    return f"Blocks {r.height_unit(abs(j.lower_m))} {'over' if j.lower_m > 0 else 'under'} the pads", (
        f"That moves about {r.mass(abs(j.shift_kg))} between the axles. Make blocks and pads equally high."
    )


@tell.register
def _(j: stance.OffTarget, r: Reader) -> tuple[str, str]:
    words, _ = r.off(j.height_m, j.target_m, j.band_m)
    return f"{r.height(j.height_m)}, {words} of {r.height(j.target_m)}", f"Outside the {r.height(j.band_m)} either way."


@tell.register
def _(j: stance.Lean, r: Reader) -> tuple[str, str]:
    low = "Right" if j.lean_m > 0 else "Left"
    was = f"{'right' if j.found_m > 0 else 'left'} {r.height(abs(j.found_m))} low" if r.height(j.found_m) != "0" else "level"
    return f"{low} stands {r.height_unit(abs(j.lean_m))} low", (f"As weighed it was {was}. Side load, tank or driver.")


@tell.register
def _(j: stance.Warp, r: Reader) -> tuple[str, str]:
    return f"Twist of {r.height_unit(abs(j.warp_m))} in the readings", ("No lean explains it: body or arches. It is left as it is.")


@tell.register
def _(j: stance.TargetTwisted, r: Reader) -> tuple[str, str]:
    return f"Twist of {r.height_unit(abs(j.warp_m))} in the wanted heights", (
        "A body is flat: the nearest plane is aimed at. The rest would only shift cross weight."
    )


@tell.register
def _(j: stance.CrossWanted, r: Reader) -> tuple[str, str]:
    return f"Cross weight {j.share * 100:.1f} %, {j.wanted * 100:.1f} % wanted", (
        f"It twists the stand by {r.height_unit(j.twist_m)}. Set by spacers or collars; front and rear stay as they are."
    )


@tell.register
def _(j: stance.LampAim, r: Reader) -> tuple[str, str]:
    about = "" if j.read else "≈ "
    drop = r.height_unit(abs(j.drop_m))
    where = f"{about}{drop} {'below' if j.drop_m >= 0 else 'above'} the lamp at 10 m"
    wrong = "it dazzles" if j.drop_m < j.low_m else "it shines short"
    after = "Set the lamps after the height change."
    more = after if j.read else f"Read it as it is now. {after}"
    turn = f"Set them {r.height_unit(j.severity)} {'lower' if j.drop_m < j.low_m else 'higher'} at 10 m."
    return f"Cut-off {where}: {wrong}", f"Aim at this lamp height: {r.height(j.low_m)} to {r.height_unit(j.high_m)}. {turn} {more}"


@tell.register
def _(j: stance.LampHigh, r: Reader) -> tuple[str, str]:
    word = "above" if j.height_m > j.limit_m else "below"
    return f"Headlamps at {r.height_unit(j.height_m)}, {word} {r.height(j.limit_m)}", "Local law on lamps decides."


@tell.register
def _(j: stance.RoofUnderDoor, r: Reader) -> tuple[str, str]:
    if j.room_m < 0:
        return f"{j.point} is {r.height_unit(-j.room_m)} too high for the door", f"The door is {r.height_unit(j.door_m)} high."
    return f"{j.point}: {r.height_unit(j.room_m)} under the door", f"Of {r.height_unit(j.door_m)}. A bounce takes some of it."


@tell.register
def _(j: stance.TipsSooner, r: Reader) -> tuple[str, str]:
    about = ABOUT if j.assumed else ""
    high = f"Half the track over {about}{r.height_unit(j.height_m)} of height; less when it sways."
    more = "Weigh it with the tail raised to know." if j.assumed else "Slower in bends, load low."
    return f"Tips sooner: {about}{j.was:.2f} → {about}{j.now:.2f} g", f"{high} {more}"


@tell.register
def _(j: stance.TargetOutOfReach, r: Reader) -> tuple[str, str]:
    return "No spring holds this target", "It would have to pull. Lower the target or move the load."


@tell.register
def _(j: stance.TargetPastTravel, r: Reader) -> tuple[str, str]:
    return f"The target lies {r.height_unit(j.by_m)} past {j.end}", "No spring can hold it there: other shocks, or another target."


@tell.register
def _(j: springs.SpringDisagrees, r: Reader) -> tuple[str, str]:
    low = "shorter" if j.implied_m < j.part_m else "longer"
    return f"Acts {r.coil(abs(j.implied_m - j.part_m))} {low} than its tag", (
        f"{r.coil(j.implied_m)} by load and length, {r.coil(j.part_m)} on the part: sagged, wrong part or a misread."
    )


@tell.register
def _(j: springs.RateTold, r: Reader) -> tuple[str, str]:
    title = f"{j.by.capitalize()} test: {r.rate(j.spring_rate)} ± {r.percent(j.share)}"
    more = "Outside that lies the rate that was typed." if j.typed else "The rate as found is only assumed."
    return title, f"Wheel rate {r.rate(j.wheel_rate)}. {more}"


@tell.register
def _(j: springs.HangsElsewhere, r: Reader) -> tuple[str, str]:
    return f"Hangs at {r.height_unit(j.lifted_m)} by the lift test, {r.height(j.shock_m)} by the shock", (
        "Another limit stops it first, or shaft showing or stroke was misread."
    )


@tell.register
def _(j: springs.RateNotTold, r: Reader) -> tuple[str, str]:
    return (
        "The squat does not tell this rate",
        "The load hardly moves this axle. Put it further behind the rear axle, or read more.",
    )


@tell.register
def _(j: springs.TestIncomplete, r: Reader) -> tuple[str, str]:
    return f"Missing, {j.what}", "Without it the load on each axle is not known, and no rate follows."


@tell.register
def _(j: springs.TestsDisagree, r: Reader) -> tuple[str, str]:
    return "The squat readings do not fit together", (
        f"{j.misfit:.1f} times what a tape explains: friction, a stop reached, a point off the hub, or a misread."
    )


@tell.register
def _(j: springs.LengthAssumed, r: Reader) -> tuple[str, str]:
    more = "longer" if j.change_m > 0 else "shorter"
    return f"Order {r.coil(abs(j.change_m))} {more} than the old", (
        "Installed and free length are unknown: only the change is sure. Measure one of them."
    )


def _firm_hanging(r: Reader, axle: int) -> str:
    if r.job.proposal.axles[axle].kind in ("leaf", "torsion bar"):
        return "Above that it carries nothing at full droop: a softer spring, or a shorter shock."
    return "Above that it goes loose at full droop: retain the coil, or use a softer, longer spring."


def _instead_of_one_rate(r: Reader, axle: int) -> str:
    """What else would do, by the kind of spring that is proposed."""
    match r.job.proposal.axles[axle].kind:
        case "leaf":
            return "Options: a second stage, a helper, more travel, or a relaxed rule."
        case "torsion bar":
            return "Options: a helper beside the bar, more travel, or a relaxed rule."
        case _:
            return "Options: a stacked pair, a progressive coil, more travel, or a relaxed rule."


@tell.register
def _(j: springs.RateOutsideWindow, r: Reader) -> tuple[str, str]:
    w, rate = j.window, r.rate(j.rate_n_per_m)
    low, high = r.rate(w.low), r.rate(w.high)
    if not w.is_open:
        other = _instead_of_one_rate(r, int(j.place.axle or 0))
        return f"No single rate fits: {low} or more, {high} or less", f"Limits: {w.low_by}; {w.high_by}. {other}"
    if j.rate_n_per_m < w.low:
        return f"{rate}: {w.low_by} asks for {low}", {
            "bump capacity": "At full bump the spring takes less of the load than asked: the stop works hard.",
            "two loads": "Light and full will stand further apart than asked.",
        }.get(w.low_by, "Softer than the wanted share of droop.")
    return f"{rate}: at most {high} by {w.high_by}", {
        "hanging": _firm_hanging(r, int(j.place.axle or 0)),
    }.get(w.high_by, "Firmer than the wanted share of droop.")


@tell.register
def _(j: springs.RateNotPicked, r: Reader) -> tuple[str, str]:
    return "The rate cannot be picked that way", f"{j.reason[0].upper()}{j.reason[1:]} The usual frequency stands in."


@tell.register
def _(j: springs.ToppedOut, r: Reader) -> tuple[str, str]:
    return "Topped out at ride height", "The preload exceeds the load; more of it lifts nothing."


@tell.register
def _(j: springs.MuchPreload, r: Reader) -> tuple[str, str]:
    return f"Preload {r.coil(j.preload_m)}, usual is up to {r.coil(j.limit_m)}", (
        "The spring is too soft for its length. Fit it with a proper compressor."
    )


@tell.register
def _(j: springs.ComesAndGoes, r: Reader) -> tuple[str, str]:
    steel = f"Size the steel for the {r.mass(j.stays_kg)} that stay. " if j.stays_kg >= 0.5 else ""
    return f"Drops {r.height_unit(j.drop_m)} for {r.mass(j.goes_kg)} that come and go", (
        f"{steel}A helper, air or a second stage keeps the changing load level."
    )


@tell.register
def _(j: springs.FrequencySplit, r: Reader) -> tuple[str, str]:
    share = j.rear_hz / j.front_hz - 1
    word = "over" if share > 0 else "under"
    return f"Rear {abs(share) * 100:.0f} % {word} front", (
        f"{j.front_hz:.2f} and {j.rear_hz:.2f} Hz; 10 to 20 % over rides flat at speed."
    )


@tell.register
def _(j: springs.BeyondLaw, r: Reader) -> tuple[str, str]:
    return (
        "A part is past its end",
        "Coil solid, stop flat, bag drawn long or shock bottomed at ride height. The number is a guess.",
    )


@tell.register
def _(j: springs.FallingCurve, r: Reader) -> tuple[str, str]:
    return "The wheel gets softer into bump than its spring can hold", (
        f"Wheel rate {r.rate(j.wheel_rate)}: the motion ratio falls too fast. Check its table."
    )
