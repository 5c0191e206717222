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
from isostat.core import rules
from isostat.language import capital, decimal, later, tr
from isostat.units.format import number
from isostat.units.saying import Saying
from isostat.units.unit import Quantity
from isostat.wording.reader import Reader
from isostat.wording.springs.kind import SpringWords
from isostat.wording.springs.words import WORDS
from isostat.wording.tell import tell


def _words(r: Reader, axle: int | None) -> SpringWords:
    """Those of the kind of spring that is proposed."""
    return WORDS[r.job.proposal.axles[int(axle or 0)].kind]


WISHES = {  # what bounds a rate, or picks it
    "frequency": later("ride frequency"),
    "two loads": later("load range"),
    "same feel": later("same ride frequency as before"),
    "bump capacity": later("full-bump capacity"),
    "share of droop": later("droop share"),
    "hanging": later("full droop"),
}
_BRIEF = {"bump capacity": later("full bump"), "hanging": later("droop")}  # in a title


def not_used(why: Saying | None, r: Reader) -> str:
    """That a part waits for what is missing, and what is reckoned with until then."""
    return tr("{why} Until then results assume a plain coil.", why=why.words(r.preset)) if why is not None else ""


@tell.register
def _(j: SpringLacks, r: Reader) -> tuple[str, str]:
    return tr("A plain coil is assumed until this is complete"), j.reason.words(r.preset)


@tell.register
def _(j: TurnsTouch, r: Reader) -> tuple[str, str]:
    return tr("Close coils are touching at ride height"), (
        tr("{m} past contact. Normal for a progressive spring: it is not coil-bound.", m=r.coil(j.touching_m))
    )


@tell.register
def _(j: TooTight, r: Reader) -> tuple[str, str]:
    said = {"spring": capital(tr(j.part)), "m": r.coil(j.by_m)}
    match j.within:
        case "pocket":
            return tr("{spring}: {m} too large for the pocket", **said), tr("It will not fit, or rubs. Use a narrower spring.")
        case "bag":
            return tr("{spring}: {m} too small for the bag inside it", **said), tr("The bag would rub. Use a smaller bag.")
    return tr("{spring}: {m} too small for the shock body", **said), tr("It will not fit, or rubs. Use a wider spring.")


@tell.register
def _(j: NoWire, r: Reader) -> tuple[str, str]:
    return tr("This coil cannot be wound"), (
        tr("Stress needs {strong} wire or thicker; room before coil-bind allows {roomy} at most. "
           "Use a longer or wider coil, or less travel.",
           strong=r.wire(j.strong_m), roomy=r.wire(j.roomy_m))
    )  # fmt: skip


@tell.register
def _(j: StressHigh, r: Reader) -> tuple[str, str]:
    return tr("Coil at {p} of allowable stress if coil-bound", p=r.percent(j.used)), (
        tr("It would take a set. Make sure the bump stop acts first.")
    )


@tell.register
def _(j: LengthAssumed, r: Reader) -> tuple[str, str]:
    m = r.coil(abs(j.change_m))
    if m == r.coil(0.0):
        title = tr("Order the length of the old spring")
    elif j.change_m > 0:
        title = tr("Order {m} longer than the old spring", m=m)
    else:
        title = tr("Order {m} shorter than the old spring", m=m)
    return title, tr("Installed and free length are not known, so only the change is sure. Measure one of them.")


@tell.register
def _(j: RateOutsideWindow, r: Reader) -> tuple[str, str]:
    w, fit = j.window, r.job.proposal.axles[int(j.place.axle or 0)]
    said = {"rate": r.rate(j.rate_n_per_m), "low": r.rate(w.low), "high": r.rate(w.high)}
    words = _words(r, j.place.axle)
    if not w.is_open:
        needs, allows = (tr(_BRIEF.get(by, WISHES[by])) for by in (w.low_by, w.high_by))
        said |= {"needs": needs, "allows": allows, "low": number(w.low, Quantity.RATE, r.preset)}
        return tr("No single rate fits: {needs} needs ≥ {low}, {allows} allows ≤ {high}", **said), (tr(words.instead_of_one_rate))
    if j.rate_n_per_m < w.low:
        match w.low_by:
            case "bump capacity":
                times = fit.pick.multiple.value if fit.pick.multiple else rules.BUMP_MULTIPLE
                body = tr("The bump stop takes the rest: expect harsh bottoming.")
                return tr("{rate} is soft for full bump: {low} carries {n} × static load", **said, n=decimal(times, 1)), body
            case "two loads":
                differ = fit.pick.differ_m.value if fit.pick.differ_m else rules.LIGHT_AND_FULL_DIFFER
                return tr("{rate}: keeping light and full within {m} needs {low}", **said, m=r.height_unit(differ)), (
                    tr("It will sit further apart light and loaded. Use a stiffer spring, or accept more difference.")
                )
        return tr("{rate} is soft for the droop share: at least {low}", **said), (
            tr("More of the travel becomes droop than chosen. Use a stiffer spring.")
        )
    if w.high_by == "hanging":
        return tr("{rate} is too stiff for full droop: at most {high}", **said), tr(words.too_firm)
    return tr("{rate} is stiff for the droop share: at most {high}", **said), (
        tr("Less of the travel is droop than chosen. Use a softer spring.")
    )


@tell.register
def _(j: RateNotPicked, r: Reader) -> tuple[str, str]:
    return tr("The rate cannot be chosen that way"), (
        tr("{why} The default ride frequency is used instead.", why=j.reason.words(r.preset))
    )


@tell.register
def _(j: ToppedOut, r: Reader) -> tuple[str, str]:
    words = _words(r, j.place.axle)
    return tr("Shock is topped out at ride height"), tr(words.less_preload)


@tell.register
def _(j: MuchPreload, r: Reader) -> tuple[str, str]:
    return tr("Preload {m}: usual is up to {limit}", m=r.coil(j.preload_m), limit=r.coil(j.limit_m)), (
        tr("Use a stiffer or shorter spring. A spring compressor is needed to fit this one.")
    )


@tell.register
def _(j: ComesAndGoes, r: Reader) -> tuple[str, str]:
    title = tr("Sits {m} lower with {load} of changing load", m=r.height_unit(j.drop_m), load=r.mass(j.goes_kg))
    if j.stays_kg >= 0.5:
        stays = r.mass(j.stays_kg)
        return title, tr(
            "Size the springs for the {m} carried permanently; level the rest with air, a helper or a second stage.", m=stays
        )
    return title, tr("Level the changing load with air, a helper or a second stage.")


@tell.register
def _(j: FrequencySplit, r: Reader) -> tuple[str, str]:
    share = j.rear_hz / j.front_hz - 1
    p, hertz = r.percent(abs(share)), {"front": decimal(j.front_hz, 2), "rear": decimal(j.rear_hz, 2)}
    title = tr("Rear ride frequency is {p} above front", p=p) if share > 0 else tr("Rear ride frequency is {p} below front", p=p)
    return title, tr("Front {front} Hz, rear {rear} Hz. 10 to 20 % above front gives a flat ride.", **hertz)


@tell.register
def _(j: BeyondLaw, r: Reader) -> tuple[str, str]:
    return tr("A part is beyond its travel"), (
        tr("Coil-bound, bump stop fully compressed, bag over-extended or shock bottomed. The height is only an estimate.")
    )


@tell.register
def _(j: FallingCurve, r: Reader) -> tuple[str, str]:
    return tr("Wheel rate falls to {rate} in bump", rate=r.rate(j.wheel_rate)), (
        tr("The motion ratio falls too fast. Check the motion-ratio table.")
    )


@tell.register
def _(j: HelperLacks, r: Reader) -> tuple[str, str]:
    return tr("Helper ignored in this calculation"), j.reason.words(r.preset)
