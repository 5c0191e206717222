"""The words for what is carried, and for an equalized tandem."""

from __future__ import annotations

from isostat.assess.load.findings import (
    BeamAtStop,
    LightSteering,
    LoadOutsideWheels,
    NoseLift,
    NoseLoad,
    OverRating,
    TandemUneven,
    Unsettled,
    WheelInTheAir,
)
from isostat.units.format import with_unit
from isostat.units.unit import Quantity
from isostat.wording.reader import Reader
from isostat.wording.tell import tell


@tell.register
def _(j: LoadOutsideWheels, r: Reader) -> tuple[str, str]:
    return "The load lies outside the wheels", (
        f"{r.height_unit(j.outside_m)} outside: it tips over. Heights are not worked out for this case."
    )


@tell.register
def _(j: Unsettled, r: Reader) -> tuple[str, str]:
    return "No rest position found", "The heights shown are the nearest found. Look for a part that cannot be right."


@tell.register
def _(j: WheelInTheAir, r: Reader) -> tuple[str, str]:
    return "The wheel is off the ground", "It carries nothing. Move the load, or look for a wrong pad reading."


@tell.register
def _(j: OverRating, r: Reader) -> tuple[str, str]:
    hand = j.rating_kg - j.load_kg
    if hand < 0:
        rule = "No spring raises a plate." if j.what == "plate" else "Carry less, or fit what is rated for it."
        over = f"{r.mass(-hand)} over the {j.what if j.what == 'plate' else f'{j.what} rating'}"
        return over, f"{r.mass(j.load_kg)} on {r.mass(j.rating_kg)}. {rule}"
    of = "" if j.what == "plate" else f" of the {j.what}"
    return f"{r.mass(hand)} in hand of {r.mass(j.rating_kg)}{of}", "The lowest rating rules; springs never raise it."


@tell.register
def _(j: LightSteering, r: Reader) -> tuple[str, str]:
    return f"{r.percent(j.share)} of the weight steers", f"Keep {r.percent(j.limit)} or more on the steered wheels."


@tell.register
def _(j: NoseLoad, r: Reader) -> tuple[str, str]:
    usual = f"{r.percent(j.low)} to {r.percent(j.high)} is usual."
    if j.nose_kg <= 0.0:
        return f"The nose lifts by {r.mass(-j.nose_kg)}", f"The trailer will swing. {usual} Load further forward."
    word = "forward" if j.share < j.low else "back"
    return f"{r.mass(j.nose_kg)} on the coupling, {j.share * 100:.1f} %", f"{usual} Load further {word}; the lowest plate rules."


@tell.register
def _(j: NoseLift, r: Reader) -> tuple[str, str]:
    name = r.job.items[j.item].name
    return f"{name} lifts the nose", f"Front {r.mass(-j.front_kg)} less, rear {r.mass(j.rear_kg)} more."


@tell.register
def _(j: BeamAtStop, r: Reader) -> tuple[str, str]:
    angle = with_unit(j.angle_rad, Quantity.ANGLE, r.preset)
    return f"Rocking beam at its stop, {angle}", "From there on one axle takes it all: longer arms, or springs nearer alike."


@tell.register
def _(j: TandemUneven, r: Reader) -> tuple[str, str]:
    return (
        f"{r.mass(j.front_kg)} before {r.mass(j.rear_kg)} on one beam",
        "A free beam shares evenly: pads level? beam stuck? The arms are taken as the scales say.",
    )
