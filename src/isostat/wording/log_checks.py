"""What was read after fitting beside the heights, in words: against its promise, and as a finding."""

from __future__ import annotations

from isostat.assess.knock_on.line import What
from isostat.assess.log.axle_checks import AxleCheck, Told
from isostat.assess.log.checks import Against, Check
from isostat.assess.log.findings import CheckedOff
from isostat.language import capital, later, tr
from isostat.units.format import with_unit
from isostat.units.unit import Quantity
from isostat.wording.knock_on import say_allowed, say_value, say_what
from isostat.wording.knock_on_words import SIGNS, WHAT
from isostat.wording.reader import Reader
from isostat.wording.tell import tell

AGAINST = {
    Against.NOT_READ: later("not read"), Against.AS_PROMISED: later("as promised"), Against.OTHERWISE: later("not as promised"),
    Against.BEYOND: later("outside"),
}  # fmt: skip


TOLD = {
    Told.WEIGHT: later("Corner weight, {where}"), Told.LENGTH: later("Free length, {where}"),
    Told.TYRES: later("Tyres, {where}"), Told.BAG: later("Air bag, {where}"),
}  # fmt: skip


def say_sign(what: What) -> str:
    """Which way a typed value counts: `+ left longer`; empty where it has one way."""
    if what not in SIGNS:
        return ""
    return tr("+ {above}", above=" ".join(tr(SIGNS[what][1], m="").split()))


def say_check(one: Check, r: Reader) -> str:
    """A line of text: `Pinion, rear: 3.4°, promised 3.2°, as promised`."""
    read = "–" if one.read is None else say_value(one.line.what, one.line.quantity, one.read, r)
    promised = say_value(one.line.what, one.line.quantity, one.promised, r)
    said = {"what": say_what(one.line, r), "read": read, "promised": promised, "how": tr(AGAINST[one.against])}
    return tr("{what}: {read}, promised {promised}, {how}", **said)


def say_told(one: AxleCheck, r: Reader, *, pair: bool = False) -> str:
    """What a value is of: `Tyres, front`, `Corner weight, rear left`. pair: of both wheels of an axle."""
    where = r.axle(one.axle) if pair or one.side is None else r.corner(one.axle, one.side)
    return tr(TOLD[one.told], where=where)


def say_axle_checks(every: tuple[AxleCheck, ...], r: Reader) -> list[str]:
    """Those that were read: `Air bag, rear left: 2.40 bar, promised 2.44 bar, as promised`."""
    lines = []
    for one in every:
        if one.read is None:
            continue
        said = {"what": say_told(one, r), "read": with_unit(one.read, one.told.quantity, r.preset)}
        if one.promised is None:
            lines.append(tr("{what}: {read}", **said))
            continue
        said |= {"promised": with_unit(one.promised, one.told.quantity, r.preset), "how": tr(AGAINST[one.against])}
        lines.append(tr("{what}: {read}, promised {promised}, {how}", **said))
    return lines


def say_checks(every: tuple[Check, ...], r: Reader) -> list[str]:
    """Those that were read."""
    return [say_check(one, r) for one in every if one.read is not None]


@tell.register
def _(j: CheckedOff, r: Reader) -> tuple[str, str]:
    what = tr(WHAT[j.what])
    where = capital(what if j.place.axle is None else tr("{what}, {axle}", what=what, axle=r.axle(j.place.axle)))
    read, promised = (say_value(j.what, j.quantity, value, r) for value in (j.read, j.promised))
    title, said = tr("{where}: {read}", where=where, read=read), {"promised": promised, "allowed": say_allowed(j, r)}
    if j.beyond:
        return title, tr("Promised {promised}, allowed {allowed}. Read it again, then correct it: see Knock-on.", **said)
    return title, tr("Promised {promised}. Allowed, but not what was worked out: check the reading, then the parts.", **said)


def unit_of(quantity: Quantity, r: Reader) -> str:
    """The sign of a quantity's unit."""
    return r.preset.unit(quantity).sign
