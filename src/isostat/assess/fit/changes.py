"""What a job changes on the vehicle, as the lists of steps that it calls for."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from isostat.assess.knock_on.line import Cure, Line, What
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.knock_on.moved import held_by
from isostat.assess.knock_on.on_card import axle_of, cures_on_card
from isostat.assess.solve.assessment import Assessment
from isostat.job.axle_fit import AxleFit
from isostat.job.springs.air import AirBag
from isostat.job.springs.cushion import Cushion

ON_BAR = (What.SIDEWAYS, What.BAR_SLOPE)
ON_LINKS = (What.CASTER, What.PINION, What.WHEELBASE, What.TRUE_AHEAD, What.TRUE_ACROSS, What.PINION_BACK)
ON_HALF_SHAFT = (What.HALF_SHAFT, What.HALF_SHAFT_DROOP, What.HALF_SHAFT_LOCK, What.PLUNGE_IN, What.PLUNGE_OUT)
OWN_LIST = {"leaf": "leaf pack", "stacked pair": "stacked pair", "torsion bar": "torsion bar"}  # other steel is a coil
SAME_BLOCK_M = 0.0005
BEHIND = {"track bar": ON_BAR, "links": ON_LINKS, "half shaft": ON_HALF_SHAFT}


@dataclass(frozen=True, slots=True, order=True)
class Change:
    """A list of steps that an axle calls for."""

    axle: int
    list: str


def changes(a: Assessment) -> tuple[Change, ...]:
    """Of every axle, front to rear, in the order in which they are done at one axle."""
    found = [Change(axle, name) for axle in range(len(a.axles)) for name in _of_axle(a, axle)]
    return tuple(dict.fromkeys(found))


def _of_axle(a: Assessment, axle: int) -> Iterator[str]:
    fit, was = a.job.proposal.axles[axle], a.job.as_found.axles[axle]
    yield from _springs(a, axle, fit, was)
    if fit.helper != AirBag():
        yield "air over leaf" if fit.kind == "leaf" else "air in coil"
    if fit.cushion != Cushion():
        yield "foam helper"
    if _other_stop(fit, was):
        yield "bump stop"
    if fit.strap_m is not None and (was.strap_m is None or fit.strap_m.value != was.strap_m.value):
        yield "strap"
    if (fit.shock_longer_m or fit.shock_stroke_m) and _coil_list(a, axle) != "coil on strut":  # there it is the strut itself
        yield "shock"
    for name, what in _behind(a, axle).items():
        if any(line.outside.any() for line in knock_ons(a) if line.axle == axle and line.what in what):
            yield name
    if any(put_right_apart(a, axle)):
        yield "put right"
    if fit.wheel_out_m is not None and (was.wheel_out_m is None or fit.wheel_out_m.value != was.wheel_out_m.value):
        yield "wheel spacer"


def put_right_apart(a: Assessment, axle: int | None) -> Iterator[tuple[Line, Cure]]:
    """Cures on the card that no other list of steps of an axle brings about; None for those of the whole vehicle."""
    for line, cure in cures_on_card(a):
        own = line.axle is not None and any(line.what in what for what in _behind(a, line.axle).values())
        if axle_of(line, cure) == axle and not own:
            yield line, cure


def _behind(a: Assessment, axle: int) -> dict[str, tuple[What, ...]]:
    """Lists that the lines of Knock-on call for; where leaves hold the axle, its pinion is a matter of their seats."""
    return {name: what for name, what in BEHIND.items() if name != "links" or held_by(a, axle) != "leaves"}


def _springs(a: Assessment, axle: int, fit: AxleFit, was: AxleFit) -> Iterator[str]:
    """New springs, by their kind and by how the wheels are joined."""
    kind = a.orders[axle].kind.name
    if kind == "leaf":
        yield from _leaves(a, axle, fit, was)
    elif kind in OWN_LIST:
        yield OWN_LIST[kind]
    elif kind == "air":
        yield "air springs"
        if was.kind != "air":  # its steps of putting steel in are left out
            yield OWN_LIST.get(was.kind, _coil_list(a, axle))
    else:
        yield _coil_list(a, axle)


def _coil_list(a: Assessment, axle: int) -> str:
    read = a.job.vehicle.axles[axle]
    if read.layout == "solid":
        return "coil on beam"
    return "coil on strut" if read.arm == "strut" or read.arms.by == "strut" or read.arm is None else "coil on arm"


def _leaves(a: Assessment, axle: int, fit: AxleFit, was: AxleFit) -> Iterator[str]:
    """A pack re-made, or another one, with whatever is between it and the axle; else other blocks; a longer shackle."""
    more = len(fit.pack.leaves) - len(was.pack.leaves) if fit.pack.leaves else 0
    if more > 0:
        yield "leaf pack"
        yield "leaf added"
    elif fit.pack.leaves and fit.pack.leaves != was.pack.leaves:
        yield "leaf pack"
    elif other_blocks(a, axle) or other_wedge(fit, was):
        yield "block"
    if fit.pack.new_shackle_m is not None:
        yield "shackle"


def other_blocks(a: Assessment, axle: int) -> list[int]:
    """Sides on which blocks or packers of a pack are others than as found, as typed or as solved."""
    heights = zip(a.orders[axle].order.spacer_m, a.found_springs[axle], strict=True)
    return [side for side, (now, was) in enumerate(heights) if abs(now - was.spacer_m) > SAME_BLOCK_M]


def other_wedge(fit: AxleFit, was: AxleFit) -> bool:
    """Whether a wedge comes between pack and axle that was not there."""
    now, old = (0.0 if one.pack.wedge_rad is None else float(one.pack.wedge_rad.value) for one in (fit, was))
    return now not in (0.0, old)


def _other_stop(fit: AxleFit, was: AxleFit) -> bool:
    """Whether its spacer, height or kind is another one, or it is left out."""
    spacer, before = (0.0 if one.stop.spacer_m is None else float(one.stop.spacer_m.value) for one in (fit, was))
    high = fit.stop.free_height_m is not None and fit.stop.free_height_m != was.stop.free_height_m
    return spacer != before or high or fit.stop.left_out != was.stop.left_out
