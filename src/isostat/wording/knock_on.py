"""What the height drags with it in words: the thing, its values, what it may be, what cures it, which readings it asks for."""

from __future__ import annotations

import numpy as np

from isostat.assess.knock_on.findings import (
    BarAgainstLeaves,
    DraggedOutside,
    LinksCannotBe,
    LinksDoNotClose,
    TapeDoubted,
    ValveToSet,
)
from isostat.assess.knock_on.line import Cure, Line, What, outside
from isostat.assess.knock_on.lines import worsened
from isostat.assess.knock_on.on_card import on_card
from isostat.assess.log.findings import CheckedOff
from isostat.assess.solve.assessment import Assessment
from isostat.assess.workings.knock_on import number_in
from isostat.job.edits.paths import Path
from isostat.job.out_of_range import say_out_of_range
from isostat.language import capital, later, tr
from isostat.units.format import with_unit
from isostat.units.unit import Quantity
from isostat.wording.about import about
from isostat.wording.knock_on_words import CURES, FITS, READINGS, RODS, SIGNS, THICK, WHAT
from isostat.wording.reader import ABOUT, Reader
from isostat.wording.tell import tell


def say_what(line: Line, r: Reader) -> str:
    """The thing and its axle: `Axle sideways, rear`."""
    words = tr(WHAT[line.what])
    return capital(words if line.axle is None else tr("{what}, {axle}", what=words, axle=r.axle(line.axle)))


def say_value(what: What, quantity: Quantity, value: float, r: Reader, decimals: int | None = None) -> str:
    """A value with its unit and its side. decimals: other than the unit's own."""
    if not np.isfinite(value):
        return tr("cannot close")
    amount = with_unit(abs(value) if what in SIGNS else value, quantity, r.preset, decimals=decimals)
    if what not in SIGNS:
        return amount
    if amount == with_unit(0.0, quantity, r.preset, decimals=decimals) and what is not What.LAMPS:
        return tr("true") if what is What.SPEEDOMETER else amount
    return tr(SIGNS[what][int(value >= 0.0)], m=amount)


def say_allowed(line: Line | DraggedOutside | CheckedOff, r: Reader, decimals: int | None = None) -> str:
    """Between what it may lie."""
    low, high, unit = line.low, line.high, line.quantity
    if low is None and high is None:
        return ""
    if low is not None and high is not None and abs(low + high) < 1e-12:
        return tr("{m} either way", m=with_unit(high, unit, r.preset, decimals=decimals))
    ends = [None if end is None else say_value(line.what, unit, end, r, decimals) for end in (low, high)]
    if ends[0] is None:
        return tr("{m} or less", m=ends[1])
    return tr("{m} or more", m=ends[0]) if ends[1] is None else tr("{low} to {high}", low=ends[0], high=ends[1])


def say_case(a: Assessment, line: Line, case: int, r: Reader) -> str:
    """A thing in a case; ≈ where it mainly rests on something assumed."""
    said = say_value(line.what, line.quantity, float(line.now[case]), r)
    return about(a, number_in(line, case), said) if np.isfinite(line.now[case]) else said


def say_before(line: Line, r: Reader) -> str:
    """As weighed, where that is known."""
    if line.changes and line.what in (What.CASTER, What.PINION):
        return tr("not read")
    return (ABOUT if line.was_guessed else "") + say_value(line.what, line.quantity, line.before, r)


def say_worst(a: Assessment, line: Line, r: Reader) -> str:
    """Its worst case."""
    return tr("{value}, {case}", value=say_case(a, line, line.worst, r), case=r.case(line.worst))


def say_cure(line: Line, cure: Cure, r: Reader) -> str:
    """What is done, and by how much; of rods on a known thread in half turns."""
    if cure.plan:
        return capital(", ".join(_rod(*one, r) for one in cure.plan if one[2] != 0)) or tr("Links stay as they are")
    m = with_unit(abs(cure.by), cure.quantity, r.preset)
    said = tr(CURES[cure.way][int(cure.by >= 0.0)], m=m)
    if cure.thick:
        said = tr(THICK[cure.thick], wedge=said)
    if line.axle is None and cure.change is not None:
        said = tr("{done}, {axle}", done=said, axle=r.axle(cure.change.axle))
    return said if cure.half_turns is None else tr("{done} ({turns})", done=said, turns=_turns(cure.half_turns))


def say_cure_shortly(line: Line, cure: Cure, r: Reader) -> str:
    """The same on one line: of several rods, how far the one that is turned most."""
    if not cure.plan:
        return say_cure(line, cure, r)
    _, by, turns = max(cure.plan, key=lambda one: abs(one[1]))
    m = with_unit(abs(by), cure.quantity, r.preset) if turns is None else _turns(turns)
    return tr(CURES[cure.way][int(cure.by >= 0.0)], m=m)


def _rod(name: str, by: float, turns: int | None, r: Reader) -> str:
    """`upper left 3 half turns longer`."""
    m = with_unit(abs(by), Quantity.FINE, r.preset) if turns is None else _turns(turns)
    way = later("{rod} {m} longer") if by >= 0.0 else later("{rod} {m} shorter")
    return tr(way, rod=tr(RODS[name]), m=m)


def _turns(half_turns: int) -> str:
    n = abs(half_turns)
    return tr("1 half turn") if n == 1 else tr("{n} half turns", n=n)


def say_fits(cure: Cure) -> str:
    """When this way is the one to take, where the trade goes several; else nothing."""
    return tr(FITS[cure.way]) if cure.way in FITS else ""


def say_worsens(a: Assessment, line: Line, cure: Cure, r: Reader) -> str:
    """What a cure puts further outside; nothing where it does no harm."""
    worse = worsened(a, line, cure)
    if not worse:
        return ""
    said = [
        tr("{what} {value}", what=say_what(one, r), value=say_value(one.what, one.quantity, float(one.now[one.worst]), r))
        for one in worse
    ]
    return tr("Worsens: {things}.", things=", ".join(said))


def say_left(line: Line, cure: Cure, r: Reader) -> str:
    """What a cure leaves in the case that is then furthest off."""
    off = np.abs(outside(cure.leaves, line.low, line.high))
    if not off.any():
        return tr("then right in every case")
    case = int(np.argmax(off))
    value = say_value(line.what, line.quantity, float(cure.leaves[case]), r)
    return tr("then {value} at worst, {case}", value=value, case=r.case(case))


def say_asks(line: Line, r: Reader) -> str:
    """Which readings it lacks."""
    readings = ", ".join(dict.fromkeys(say_reading(path) for path in line.asks))
    if line.what is What.CAMBER:
        return tr(
            "Needs alignment. For a figure, read {readings}. Usual: ≈ {allowed}.", readings=readings, allowed=say_allowed(line, r)
        )
    return tr("Needs {readings}. Usual: ≈ {allowed}.", readings=readings, allowed=say_allowed(line, r))


def say_reading(path: Path) -> str:
    """The name of a reading."""
    owned = f"{path[-2]} {path[-1]}"
    return tr(READINGS[owned if owned in READINGS else str(path[-1])])


def knock_on_text(a: Assessment, lines: tuple[Line, ...], r: Reader) -> str:
    """The list in lines of text."""
    out = [a.job.title, ""]
    for line in lines:
        if line.asks:
            out += [f"{say_what(line, r)}: {say_asks(line, r)}"]
            continue
        mark = "! " if line.outside.any() else "  "
        out.append(f"{mark}{say_what(line, r)}: {say_before(line, r)} → {say_worst(a, line, r)}")
        if allowed := say_allowed(line, r):
            out.append("      " + tr("allowed {allowed} ({whose})", allowed=allowed, whose=tr(line.whose)))
        if line.outside.any():
            for cure in line.cures:
                ticked = tr("on the card: ") if on_card(a.job, line) is cure else ""
                out.append(f"      {ticked}{say_cure(line, cure, r)}; {say_left(line, cure, r)}")
                out += [f"        {words}" for words in (say_worsens(a, line, cure, r), say_fits(cure)) if words]
    return "\n".join(out) + "\n"


@tell.register
def _(j: DraggedOutside, r: Reader) -> tuple[str, str]:
    decimals = _telling_apart(j, r)
    now = say_value(j.what, j.quantity, j.now, r, decimals)
    allowed = tr("Allowed: {allowed}.", allowed=say_allowed(j, r, decimals))
    title = tr("{what}: {now}", what=capital(tr(WHAT[j.what])), now=now)
    return title, _speed(j.now, r) if j.what is What.SPEEDOMETER else allowed


def _telling_apart(j: DraggedOutside, r: Reader) -> int | None:
    """Decimals by which the value and the ends of what is allowed differ: one more than the unit's own where those would not."""
    now, *ends = (None if x is None else say_value(j.what, j.quantity, x, r) for x in (j.now, j.low, j.high))
    return r.preset.unit(j.quantity).decimals + 1 if now in ends else None


def _speed(slow: float, r: Reader) -> str:
    """What it shows at two speeds, what the tyres do to the gearing, and what to do. slow: true over shown, less one."""
    at = {speed: f"{speed / (1.0 + slow):.0f}" for speed in (50, 100)}
    shows = tr("At a true 50 it shows {a}, at 100 {b}.", a=at[50], b=at[100])
    way = later("Gearing {m} taller.") if slow > 0.0 else later("Gearing {m} shorter.")
    gears = tr(way, m=with_unit(abs(slow), Quantity.SHARE, r.preset))
    ask = tr("It must never show too little. Have it recalibrated.") if slow > 0.0 else tr("Have it recalibrated.")
    return f"{shows} {gears} {ask}"


@tell.register
def _(j: ValveToSet, r: Reader) -> tuple[str, str]:
    m = r.height_unit(abs(j.by_m))
    way = later("Body {m} higher there: the valve senses no load and brakes this axle too little. Set it before driving.")
    if j.by_m <= 0.0:
        way = later("Body {m} lower there: the valve senses a load and may lock these wheels. Set it before driving.")
    body = tr(way, m=m)
    if abs(j.stiffer - 1.0) > 0.1:
        body += " " + tr("The springs' rate has changed too: check it on a brake tester.")
    return tr("Brake valve (LSPV) must be reset"), body


@tell.register
def _(j: BarAgainstLeaves, r: Reader) -> tuple[str, str]:
    body = tr("Leaves hold the axle sideways already; the bar binds. Check the readings, or remove the bar.")
    return tr("Panhard bar works against the leaves"), body


@tell.register
def _(j: LinksCannotBe, r: Reader) -> tuple[str, str]:
    return tr("Link or shaft readings contradict each other"), say_out_of_range(j.refused).words(r.preset)


@tell.register
def _(j: TapeDoubted, r: Reader) -> tuple[str, str]:
    names = capital("; ".join(tr(READINGS[f"square {name}"]) for name in j.names))
    title = tr("{readings}: other lengths disagree", readings=names)
    return title, tr("Tape it again before a link is turned: the plan rests on it.")


@tell.register
def _(j: LinksDoNotClose, r: Reader) -> tuple[str, str]:
    return tr("Links do not reach in some load case"), tr("Check their lengths and angles, or fit longer ones.")
