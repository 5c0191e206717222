"""Why a vehicle missed its promise, in words as sure as the readings make them."""

from __future__ import annotations

from isostat.assess.log.cause import Class, Why
from isostat.assess.log.decides import FreeLength
from isostat.assess.log.evidence import Check, why_missed
from isostat.assess.log.learnt import Learnt
from isostat.assess.log.telling import Telling, telling_check
from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.language import capital, later, tr
from isostat.units.format import number, with_unit
from isostat.units.unit import Quantity
from isostat.wording.reader import Reader


def misread(a: Assessment, n: int) -> Class | None:
    """What was most likely misread, or typed into the wrong fields; None where something else is likelier."""
    first = why_missed(a, n)[0]
    return first if first.why in (Why.READING, Why.READ_SIDES, Why.READ_ENDS) and first.share > 0.5 else None


CHECKS = {
    Check.AGAIN: later("Next, read every wheel again: {share} sure then."),
    Check.CASE: later("Next, read every wheel in load case “{case}”: {share} sure then."),
    Check.WEIGH: later("Next, weigh every wheel: {share} sure then."),
    Check.LENGTHS: later("Next, measure the springs' free lengths: {share} sure then."),
}


def say_why(a: Assessment, n: int, r: Reader) -> str:
    """The most likely causes, as sure as the readings make them; and the check that would tell, where they leave it open."""
    found = why_missed(a, n)
    check = telling_check(a, n) if found[0].share < rules.CAUSE_SURE else None
    tells = "" if check is None else _say_check(check, found, r)
    return f"{_say_causes(found[: 2 if tells else 3], r)} {tells}".strip()


def _say_check(told: Telling, causes: tuple[Class, ...], r: Reader) -> str:
    """What to read next, and at one wheel what would decide."""
    words = tr(CHECKS[told.block.check], share=r.percent(told.share), case=r.case(told.block.case))
    if told.decides is None:
        return words
    if isinstance(told.decides, FreeLength):
        return f"{words} {say_length(told.decides, r)}"
    decides, value = told.decides, r.mass if told.block.check is Check.WEIGH else r.height_unit
    said = {"where": capital(r.corner(*decides.wheel)), "first": value(decides.first), "second": value(decides.second)}
    if causes[0].share >= rules.CAUSE_LIKELY:
        return words + " " + tr("{where} at {first} proves it; at {second} it is {other}.", other=say_class(causes[1], r), **said)
    return words + " " + tr("{where} at {first} proves the first, at {second} the second.", **said)


def say_length(found: FreeLength, r: Reader) -> str:
    """Which free length would be the cause, and where the coil goes loose on the vehicle then."""
    where, causing, ordered = r.corner(*found.wheel), r.coil(found.causing_m), r.coil(found.ordered_m)
    said = tr("{where} at {causing} proves it; ordered {ordered}.", where=where, causing=causing, ordered=ordered)
    if found.loose_m is None:
        return capital(said)
    first, second = r.height(found.loose_m[0]), r.height_unit(found.loose_m[1])
    way = (
        later("Or lift it, shock off: that coil goes loose at {first}, not at {second}.")
        if found.held
        else later("Or lift it: that coil goes loose at {first}, not at {second}.")
    )
    return f"{capital(said)} {tr(way, first=first, second=second)}"


def _say_causes(found: tuple[Class, ...], r: Reader) -> str:
    """Of the first few, one alone where it is likely enough."""
    if found[0].why is Why.NOTHING and found[0].share >= rules.CAUSE_LIKELY:
        return tr("Nothing unusual: springs, loads and readings vary that much.")
    if found[0].share >= rules.CAUSE_LIKELY:
        way = later("{cause}.") if found[0].share >= rules.CAUSE_SURE else later("Most likely {cause} ({share}).")
        return capital(tr(way, cause=say_class(found[0], r), share=r.percent(found[0].share)))
    several = [tr("{cause} ({share})", cause=say_class(one, r), share=r.percent(one.share)) for one in found if one.share > 0.05]
    return tr("Could be {causes}.", causes=", ".join(several))


def say_class(one: Class, r: Reader) -> str:
    """A cause in words, with how much of it would do that."""
    by = dict(one.by)
    match one.why:
        case Why.SPRING | Why.SPRINGS:
            free, rate = by["free"], by["rate"]
            said = {"where": r.corner(one.axle, one.side), "m": r.coil(abs(free)), "share": r.percent(abs(rate))}
            one_of = (
                later("{where} spring {m} short or {share} soft")
                if free < 0.0
                else later("{where} spring {m} long or {share} stiff")
            )
            both = (
                later("{where} springs {m} short or {share} soft")
                if free < 0.0
                else later("{where} springs {m} long or {share} stiff")
            )
            return tr(one_of if one.why is Why.SPRING else both, **said)
        case Why.LOAD_END:
            way = later("{m} more load at the {where} axle") if by["load"] > 0.0 else later("{m} less load at the {where} axle")
            return tr(way, m=r.mass(abs(by["load"])), where=r.axle(one.axle or 0))
        case Why.LOAD_SIDE:
            way = later("{m} more load on the left") if by["load"] > 0.0 else later("{m} more load on the right")
            return tr(way, m=r.mass(abs(by["load"])))
        case Why.READING:
            way = later("{where} read {m} too high") if by["reading"] > 0.0 else later("{where} read {m} too low")
            return tr(way, where=r.corner(one.axle, one.side), m=r.height_unit(abs(by["reading"])))
        case Why.STOP:
            return tr(
                "{where} bump stops touching, {m} sooner than entered", where=r.axle(one.axle or 0), m=r.coil(abs(by["stop"]))
            )
        case Why.SIDES:
            return tr("{where} parts swapped left and right", where=r.corner(one.axle, None))
        case Why.ENDS:
            return tr("front and rear springs swapped")
        case Why.READ_SIDES:
            return tr("{where} heights swapped left and right", where=r.corner(one.axle, None))
        case Why.READ_ENDS:
            return tr("front and rear heights swapped")
        case Why.BUSH:
            return tr("{where} bushes tightened at full droop", where=r.axle(one.axle or 0))
        case _:
            return tr("nothing unusual")


def say_learnt(found: tuple[Learnt, ...], r: Reader) -> str:
    """Old figures and new, side by side: `Front left: free length 401 → 385 ± 9 mm, rate 98.0 → 96.1 ± 4.0 N/mm.`"""
    said: dict[str, list[str]] = {}
    for one in found:
        if one.kind == "load":
            where = tr("on the left") if one.side == 0 else tr("on the right") if one.side == 1 else r.corner(one.axle, None)
            said[where] = [
                tr("{m} ± {error} more on board than entered", m=number(one.now, Quantity.MASS, r.preset), error=r.mass(one.error))
            ]
            continue
        quantity = Quantity.COIL if one.kind == "free" else Quantity.RATE
        was, now = (number(si, quantity, r.preset) for si in (one.was, one.now))
        way = later("free length {was} → {now} ± {error}") if one.kind == "free" else later("rate {was} → {now} ± {error}")
        words = tr(way, was=was, now=now, error=with_unit(one.error, quantity, r.preset))
        said.setdefault(r.corner(one.axle, one.side), []).append(words)
    return " ".join(tr("{where}: {what}.", where=capital(where), what=", ".join(words)) for where, words in said.items())
