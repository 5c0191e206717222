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
from isostat.language import tr
from isostat.wording.reader import Reader
from isostat.wording.tell import tell


@tell.register
def _(j: LoadOutsideWheels, r: Reader) -> tuple[str, str]:
    return tr("Centre of gravity is {m} outside the wheels", m=r.height_unit(j.outside_m)), (
        tr("The vehicle would tip. Heights are not calculated for this case. Move or remove load.")
    )


@tell.register
def _(j: Unsettled, r: Reader) -> tuple[str, str]:
    return tr("No static balance found"), tr("Heights shown are the closest. Check for an impossible part or reading.")


@tell.register
def _(j: WheelInTheAir, r: Reader) -> tuple[str, str]:
    return tr("Wheel carries no load"), tr("It would lift off the ground. Move the load, or check the corner weight.")


@tell.register
def _(j: OverRating, r: Reader) -> tuple[str, str]:
    spare, rating, load = r.mass(abs(j.rating_kg - j.load_kg)), r.mass(j.rating_kg), r.mass(j.load_kg)
    if j.rating_kg < j.load_kg:
        body = tr("Carries {load}. Remove load, or fit parts rated for it.", load=load)
        match j.what:
            case "tyre":
                return tr("{m} over the {rating} tyre rating", m=spare, rating=rating), body
            case "wheel":
                return tr("{m} over the {rating} wheel rating", m=spare, rating=rating), body
        return tr("{m} over the {rating} rating", m=spare, rating=rating), (
            tr("Carries {load}. Stronger springs do not raise a rating. Remove load.", load=load)
        )
    body = tr("The lowest of axle, tyre and wheel ratings applies. Weigh it loaded before it goes out.")
    match j.what:
        case "tyre":
            return tr("{m} below the {rating} tyre rating", m=spare, rating=rating), body
        case "wheel":
            return tr("{m} below the {rating} wheel rating", m=spare, rating=rating), body
    return tr("{m} below the {rating} rating", m=spare, rating=rating), body


@tell.register
def _(j: LightSteering, r: Reader) -> tuple[str, str]:
    return tr("Only {p} of the weight is on the steered wheels", p=r.percent(j.share)), (
        tr("Steering gets light. Keep {p} or more there: move load forward.", p=r.percent(j.limit))
    )


@tell.register
def _(j: NoseLoad, r: Reader) -> tuple[str, str]:
    usual = {"low": r.percent(j.low), "high": r.percent(j.high)}
    if j.nose_kg <= 0.0:
        return tr("Negative noseweight: {m} upwards", m=r.mass(-j.nose_kg)), (
            tr("The trailer will snake at speed. Usual is {low} to {high} downwards. Move load forward.", **usual)
        )
    title = tr("Noseweight {m}, {p} of the trailer", m=r.mass(j.nose_kg), p=r.tenths(j.share))
    if j.share < j.low:
        return title, tr("Usual is {low} to {high}. Move load forward, within the lowest coupling and hitch rating.", **usual)
    return title, tr("Usual is {low} to {high}. Move load back. The lowest coupling and hitch rating applies.", **usual)


@tell.register
def _(j: NoseLift, r: Reader) -> tuple[str, str]:
    name = r.job.items[j.item].name
    return tr("{item}: behind the rear axle", item=name), (
        tr(
            "It takes {front} off the front axle and puts {rear} more on the rear.",
            front=r.mass(-j.front_kg),
            rear=r.mass(j.rear_kg),
        )
    )


@tell.register
def _(j: BeamAtStop, r: Reader) -> tuple[str, str]:
    return tr("Equalizer on its stop at {angle}", angle=r.angle(j.angle_rad)), (
        tr("Beyond that one axle carries all the extra load. Use a longer equalizer, or closer-matched springs.")
    )


@tell.register
def _(j: TandemUneven, r: Reader) -> tuple[str, str]:
    return tr("Front {front}, rear {rear} on one equalizer", front=r.mass(j.front_kg), rear=r.mass(j.rear_kg)), (
        tr("A free equalizer shares evenly. Check that the pads are level and it is not seized. The weighed split is used.")
    )
