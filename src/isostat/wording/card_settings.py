"""What stands in a step's {settings}: from the job, in the reader's units; a blank where neither job nor maker's sheet has it."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable, Iterator

import numpy as np

from isostat.assess.fit.changes import ON_BAR, ON_HALF_SHAFT, ON_LINKS, put_right_apart
from isostat.assess.knock_on.line import Cure, Line, Way, What
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.knock_on.moved import held_by
from isostat.assess.knock_on.on_card import cure_of, on_card
from isostat.assess.spring.air import aired
from isostat.assess.stance.attitude import lamp, lamp_range
from isostat.assess.travel.landmarks import landmarks
from isostat.core import rules
from isostat.core.parts.event import Event
from isostat.job.points import AXLE_POINTS, OF_A_VALVE, POINTS, VEHICLE_POINTS, asked_of_axle, asked_of_vehicle, is_trailer
from isostat.language import tr
from isostat.units.format import with_unit
from isostat.units.unit import Quantity
from isostat.wording.card_at import At
from isostat.wording.card_springs import (
    adjuster,
    bar_load,
    collar_turns,
    foam_squeeze,
    frame_lift,
    hardware,
    in_stack,
    shackle_angle,
    slack_angle,
    spacer,
    splines,
    squeeze,
    squeeze_old,
    stored,
)
from isostat.wording.knock_on import say_case, say_cure, say_what

BLANK = "________"
NAMED = re.compile(r"\{(\w+)\}")


def filled(text: str, at: At) -> str:
    """A sentence of a step with what this job has for it."""
    return NAMED.sub(lambda m: setting(m[1], at) or BLANK, tr(text))


def setting(name: str, at: At) -> str | None:
    """A setting in words; None where the job does not know it."""
    return SETTINGS[name](at) if name in SETTINGS else None


def blanks(text: str, at: At) -> int:
    """How many of its settings are left blank."""
    return sum(setting(name, at) is None for name in NAMED.findall(text))


def _tyre_pressure(at: At) -> str | None:
    read = [axle.tyre_pressure_pa for axle in at.a.job.vehicle.axles]
    said = [f"{at.r.axle(n)} {at.r.pressure(float(one.value))}" for n, one in enumerate(read) if one is not None]
    return ", ".join(said) or None


def _stand_load(at: At) -> str:
    heaviest = float(at.a.loading.whole_kg.max())
    return tr("{kg} and more", kg=at.r.mass(heaviest))


def _lowest(at: At) -> str | None:
    """Hub to arch at which the first line that is still joined goes tight."""
    limits = []
    for axle in range(len(at.a.axles)) if at.axle is None else (at.i,):
        for side in at.sides:
            marks = landmarks(at.a, axle, side)
            ends = [marks.at(event) for event in (Event.HOSE_TAUT, Event.JOINT_AT_ITS_LIMIT)]
            known = [end for end in ends if end is not None]
            if known:
                height = float(at.a.baseline_m[axle, side]) - max(known)
                limits.append(f"{at.r.corner(axle, side)} {at.r.height_unit(height)}")
    return tr("no lower than hub to arch {limits}", limits=", ".join(limits)) if limits else None


def _lines(_: At) -> str:
    return tr("sensor wires, plugs, breather, height-sensor rod, parking cable, brake-hose brackets")


def _readings_open(at: At) -> str:
    """Which of those that are gone after teardown were not taken yet; of a brake valve only where something of one was."""
    vehicle = at.a.job.vehicle
    valve = any(getattr(vehicle, field) is not None for field in OF_A_VALVE)
    of_vehicle = [p for p in VEHICLE_POINTS if asked_of_vehicle(p, vehicle) and (valve or p.field not in OF_A_VALVE)]
    open_ = [tr(p.words) for p in of_vehicle if p.gone and getattr(vehicle, p.field) is None]
    for n, axle in enumerate(vehicle.axles):
        lacks = {"on_leaves": held_by(at.a, n) == "leaves", "trailer": is_trailer(vehicle)}
        of_axle = [p for p in AXLE_POINTS if asked_of_axle(p, axle, **lacks)]
        missing = [tr(p.words) for p in of_axle if p.gone and getattr(axle, p.field) is None]
        missing += [tr(p.words) for p in POINTS if any(getattr(c, p.field) is None for c in (axle.left, axle.right))]
        open_ += [f"{words} ({at.r.axle(n)})" for words in missing]
    return tr("Still open: {readings}.", readings=", ".join(open_)) if open_ else tr("All are in the job.")


def _floor_load(at: At) -> str:
    return tr("{case}, {kg}", case=at.r.case(at.floor), kg=at.r.mass(float(at.a.loading.whole_kg[at.floor])))


def _photos(at: At) -> str:
    """A name for each, so that they are found again."""
    return tr("“{job} {corner} 1” and so on", job=at.a.job.number or at.a.job.title, corner=at.r.corner(0, 0))


def _lamp_case(at: At) -> str:
    return at.r.case(at.a.target_case)


def _lamp_drop(at: At) -> str | None:
    lamps = lamp(at.a)
    if lamps is None:
        return None
    low, high = lamp_range(float(np.nanmax(lamps.height_m)))
    return tr("{low} to {high}", low=at.r.height(low), high=at.r.height_unit(high))


def _block(at: At) -> str | None:
    return spacer(at) if at.a.orders[at.i].kind.name == "leaf" else None


def _pinion(at: At) -> str | None:
    read = at.a.job.vehicle.axles[at.i].pinion_rad
    return None if read is None else at.r.angle(float(read.value))


def _pressure(which: str) -> Callable[[At], str | None]:
    def said(at: At) -> str | None:
        if which != "floor":
            read = getattr(at.a.job.proposal.axles[at.i].bag, which)
            return None if read is None else at.r.pressure(float(read.value))
        found = aired(at.a, at.i)
        return None if found is None else at.both([at.r.pressure(float(found.gauge_pa[side, at.floor])) for side in at.sides])

    return said


def _bag_height(at: At) -> str | None:
    found = aired(at.a, at.i)
    return None if found is None else at.both([at.r.coil(float(found.height_m[side, at.a.target_case])) for side in at.sides])


def _stop(trimmed: bool) -> Callable[[At], str | None]:
    def said(at: At) -> str | None:
        spacer, fit = at.a.fits[at.i].stop_spacer_m, at.a.job.proposal.axles[at.i].stop
        if trimmed:
            high = fit.free_height_m or at.a.job.as_found.axles[at.i].stop.free_height_m
            return at.r.coil(float(high.value) + spacer) if spacer < 0.0 and high is not None else tr("its full height")
        return at.r.coil(spacer) if spacer > 0.0 else tr("none")

    return said


def _stop_gap(at: At) -> str | None:
    said = []
    for side in at.sides:
        touched, rest = landmarks(at.a, at.i, side).at(Event.STOP_TOUCHED), at.a.proposed.rest.travel_m[at.i, side, at.floor]
        if touched is None:
            return None
        said.append(at.r.height_unit((touched - float(rest)) * at.a.axles[at.i].stop_ratio.value))
    return at.both(said)


def _strap(at: At) -> str | None:
    read = at.a.job.proposal.axles[at.i].strap_m
    return None if read is None else at.r.height_unit(float(read.value))


def _cures(at: At, whats: tuple[What, ...]) -> Iterator[tuple[Line, Cure]]:
    """By what each thing that a list is about is put right: as chosen for the card, else the first way."""
    for line in knock_ons(at.a):
        cure = cure_of(at.a.job, line) if line.what in whats and line.axle == at.i else None
        if cure is not None:
            yield line, cure


def _listed(at: At, cures: Iterable[tuple[Line, Cure]]) -> str | None:
    """In a sentence, each once."""
    said = dict.fromkeys(say_cure(line, cure, at.r) for line, cure in cures)
    return "; ".join(one[0].lower() + one[1:] for one in said) or None


def _plan(whats: tuple[What, ...]) -> Callable[[At], str | None]:
    """What was chosen; else one way alone, of several rods or the first: two for the same links may contradict each other."""

    def said(at: At) -> str | None:
        cures = list(_cures(at, whats))
        chosen = [one for one in cures if on_card(at.a.job, one[0])]
        return _listed(at, chosen or sorted(cures, key=lambda one: not one[1].plan)[:1])

    return said


def _put_right(at: At) -> str | None:
    return _listed(at, put_right_apart(at.a, at.axle))


def _put_right_lines(at: At) -> str | None:
    return ", ".join(say_what(line, at.r) for line, _ in put_right_apart(at.a, at.axle)) or None


def _bar_length(at: At) -> str | None:
    found, read = next(_cures(at, (What.SIDEWAYS,)), None), at.a.job.vehicle.axles[at.i].track_bar_m
    if found is None or read is None or found[1].way is not Way.LONGER_BAR:
        return None
    return at.r.height_unit(float(read.value) + found[1].by)


def _diff_spacer(at: At) -> str | None:
    found = [cure for _, cure in _cures(at, ON_HALF_SHAFT)]
    lower = [cure.by for cure in found if cure.way in (Way.DROP, Way.DROP_BRACKET)]
    return at.r.height_unit(max(lower)) if lower else tr("none") if found else None


def _shim(at: At) -> str | None:
    found = next(_cures(at, (What.CASTER, What.PINION)), None)
    if found is None:
        return None
    line, taken = found
    ways = [cure for cure in ((taken,) if on_card(at.a.job, line) else line.cures) if cure.way in (Way.BUSHES, Way.WEDGE)]
    return at.r.angle(abs(ways[0].by)) if ways else tr("none")


def _now(at: At, what: What) -> str | None:
    """A line of Knock-on at the target."""
    for line in knock_ons(at.a):
        if line.what is what and line.axle == at.i and not line.asks:
            return say_case(line, at.a.target_case, at.r)
    return None


def _joint_angle(at: At) -> str | None:
    return _now(at, What.HALF_SHAFT)


def _slip(at: At) -> str | None:
    ways = [_now(at, What.SLIP_IN), _now(at, What.SLIP_OUT)]
    return None if None in ways else tr("{a} in, {b} out", a=ways[0], b=ways[1])


def _stroke_left(at: At) -> str:
    return with_unit(rules.SHOCK_MARGIN, Quantity.HEIGHT, at.r.preset)


SETTINGS: dict[str, Callable[[At], str | None]] = {
    "tyre_pressure": _tyre_pressure, "stand_load": _stand_load, "lowest": _lowest, "lines": _lines, "readings_open": _readings_open,
    "photos": _photos,
    "floor_load": _floor_load, "lamp_case": _lamp_case, "lamp_drop": _lamp_drop, "stored": stored, "squeeze": squeeze,
    "squeeze_old": squeeze_old,
    "spacer": spacer, "ring": in_stack(lambda s: s.marks.ring_m), "collar": in_stack(lambda s: s.marks.collar_m),
    "face": lambda _: tr("the perch's upper face"), "main_room": in_stack(lambda s: s.pair.main.solid_m + rules.RING_MARGIN),
    "collar_turns": collar_turns, "block": _block, "ubolt": hardware("legs_m"), "pinion": _pinion,
    "least_pressure": _pressure("least_pa"), "most_pressure": _pressure("most_pa"), "floor_pressure": _pressure("floor"),
    "bag_height": _bag_height, "stop_trim": _stop(trimmed=True), "stop_spacer": _stop(trimmed=False), "stop_gap": _stop_gap,
    "strap": _strap, "bar_length": _bar_length, "diff_spacer": _diff_spacer, "follow_drop": _diff_spacer, "shim": _shim,
    "bar_load": bar_load, "adjuster": adjuster, "splines": splines, "slack_angle": slack_angle, "shackle_angle": shackle_angle,
    "foam_squeeze": foam_squeeze, "frame_lift": frame_lift, "joint_angle": _joint_angle, "slip": _slip,
    "link_plan": _plan(ON_LINKS), "bar_plan": _plan(ON_BAR), "half_shaft_plan": _plan(ON_HALF_SHAFT), "put_right": _put_right,
    "put_right_lines": _put_right_lines,
    "stroke_left": _stroke_left, "target_case": _lamp_case,
    "rail_alike": lambda at: at.r.height_unit(float(rules.AXLE_SIDEWAYS)),
}  # fmt: skip
