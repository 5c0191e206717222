"""What stands in a step's {settings}: from the job, in the reader's units; a blank where neither job nor maker's sheet has it."""

from __future__ import annotations

import re
from collections.abc import Callable

import numpy as np

from isostat.assess.knock_on.moved import held_by
from isostat.assess.spring.air import aired, valve_rod_m
from isostat.assess.stance.attitude import lamp, lamp_range
from isostat.assess.travel.landmarks import landmarks
from isostat.core import rules
from isostat.core.parts.event import Event
from isostat.job.points import (
    AXLE_POINTS,
    OF_A_VALVE,
    POINTS,
    SIDES,
    VEHICLE_POINTS,
    asked_of_axle,
    asked_of_vehicle,
    is_trailer,
    walk_order,
)
from isostat.language import later, tr
from isostat.units.format import with_unit
from isostat.units.unit import Quantity
from isostat.wording import card_bolts, card_dragged, card_leaves, card_springs
from isostat.wording.card_at import At

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
            ends = [marks.at(event) for event in (Event.HOSE_TAUT, Event.WIRE_TAUT, Event.JOINT_AT_ITS_LIMIT)]
            known = [end for end in ends if end is not None]
            if known:
                height = float(at.a.baseline_m[axle, side]) - max(known)
                limits.append(f"{at.r.corner(axle, side)} {at.r.height_unit(height)}")
    return tr("no lower than hub to arch {limits}", limits=", ".join(limits)) if limits else None


def _lines(at: At) -> str:
    """As a rule goes, tightest first; hoses and wires by their slack, where it was read."""
    words = {"wire_slack_m": tr("wire"), "hose_slack_m": tr("hose")}
    slack = [(float(read.value), word, at.r.corner(axle, side)) for axle, side in walk_order(len(at.a.axles))
             for field, word in words.items()
             if (read := getattr(getattr(at.a.job.vehicle.axles[axle], SIDES[side]), field)) is not None]  # fmt: skip
    known = ", ".join(
        tr("{line} {corner} {m}", line=word, corner=corner, m=at.r.height_unit(m)) for m, word, corner in sorted(slack)
    )
    said = tr("sensor wires, plugs, breather, height-sensor rod, parking cable, brake-hose brackets")
    return tr("{lines} (slack: {known})", lines=said, known=known) if known else said


def _jack_place(at: At) -> str:
    """By how its wheels are held; of the whole vehicle, axle by axle."""
    places = {"solid": tr("the axle tube by the spring seats"), "independent": tr("the lower arm, outside its spring")}
    said = [(places["solid" if axle.layout == "solid" else "independent"], at.r.axle(n))
            for n, axle in enumerate(at.a.job.vehicle.axles) if at.axle in (None, n)]  # fmt: skip
    if len({place for place, _ in said}) == 1:
        return said[0][0]
    return ", ".join(tr("{place} ({axle})", place=place, axle=axle) for place, axle in said)


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


def _target_case(at: At) -> str:
    return at.r.case(at.a.target_case)


def _lamp_drop(at: At) -> str | None:
    lamps = lamp(at.a)
    if lamps is None:
        return None
    high = float(lamps.height_m[at.a.target_case])
    if not np.isfinite(high):
        return None
    least, most = lamp_range(float(np.nanmax(lamps.height_m)))
    r = at.r
    wall = tr("{low} to {high} above the ground on a wall 10 m ahead", low=r.height(high - most), high=r.height_unit(high - least))
    return tr("{wall} ({least} to {most} below the lamp)", wall=wall, least=r.height(least), most=r.height_unit(most))


def _block(at: At) -> str | None:
    return card_springs.spacer(at) if at.a.orders[at.i].kind.name == "leaf" else None


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


def _valve_rod(at: At) -> str | None:
    bag = at.a.job.proposal.axles[at.i].bag
    rod, up = valve_rod_m(at.a, at.i)
    return None if rod is None or bag.gas != "levelled" else at.r.coil(rod + up)


def _stop_change(at: At) -> str:
    """What is done to the stop itself."""
    spacer, fit = at.a.fits[at.i].stop_spacer_m, at.a.job.proposal.axles[at.i].stop
    high = fit.free_height_m or at.a.job.as_found.axles[at.i].stop.free_height_m
    if spacer > 0.0:
        return tr("Put a spacer of {m} under it", m=at.r.coil(spacer))
    if spacer < 0.0 and high is not None:
        return tr("Trim it square to {m}", m=at.r.coil(float(high.value) + spacer))
    return tr("Trim {m} off it, square", m=at.r.coil(-spacer)) if spacer < 0.0 else tr("Fit it as it is")


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


def _shock(at: At) -> str:
    """By its full length where that was read, else by how much longer; and its stroke."""
    fit, read = at.a.job.proposal.axles[at.i], at.a.job.vehicle.axles[at.i].shock_long_m
    longer = 0.0 if fit.shock_longer_m is None else float(fit.shock_longer_m.value)
    said = []
    if read is not None:
        said.append(tr("{m} extended", m=at.r.height_unit(float(read.value) + longer)))
    elif longer:
        way = later("extended {m} longer than the old one") if longer > 0.0 else later("extended {m} shorter than the old one")
        said.append(tr(way, m=at.r.height_unit(abs(longer))))
    if fit.shock_stroke_m is not None:
        said.append(tr("{m} stroke", m=at.r.height_unit(float(fit.shock_stroke_m.value))))
    return ", ".join(said)


def _wheel_out(at: At) -> str | None:
    read = at.a.job.proposal.axles[at.i].wheel_out_m
    return None if read is None else at.r.coil(float(read.value))


def _hose_longer(at: At) -> str:
    return at.r.height_unit(at.a.fits[at.i].hose_longer_m)


def _foam(at: At) -> str | None:
    """By its free height, or how far it is squeezed on the floor."""
    high = at.a.job.proposal.axles[at.i].cushion.free_height_m
    return None if high is None else tr("{m} high", m=at.r.coil(float(high.value)))


def _stroke_left(at: At) -> str:
    return with_unit(rules.SHOCK_MARGIN, Quantity.HEIGHT, at.r.preset)


SETTINGS: dict[str, Callable[[At], str | None]] = {
    "tyre_pressure": _tyre_pressure, "stand_load": _stand_load, "lowest": _lowest, "lines": _lines, "readings_open": _readings_open,
    "jack_place": _jack_place, "photos": _photos, "floor_load": _floor_load, "target_case": _target_case, "lamp_case": _target_case,
    "lamp_drop": _lamp_drop, "block": _block, "pinion": _pinion, "bag_height": _bag_height,
    "valve_rod": _valve_rod, "least_pressure": _pressure("least_pa"),
    "most_pressure": _pressure("most_pa"), "floor_pressure": _pressure("floor"), "stop_change": _stop_change,
    "stop_gap": _stop_gap, "strap": _strap, "stroke_left": _stroke_left,
    "shock_left": _stroke_left, "rail_alike": lambda at: at.r.height_unit(float(rules.AXLE_SIDEWAYS)),
    "shock": _shock, "wheel_out": _wheel_out, "hose_longer": _hose_longer, "foam": _foam,
    **card_springs.SETTINGS, **card_leaves.SETTINGS, **card_dragged.SETTINGS, **card_bolts.SETTINGS,
}  # fmt: skip
