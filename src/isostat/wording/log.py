"""The log in words: how an entry compares with its promise, and the one instruction that follows."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.correction import Correction, correction
from isostat.assess.log.axle_checks import axle_checks
from isostat.assess.log.checks import checks
from isostat.assess.log.findings import HeightsOutside, PromiseLost, RollFirst
from isostat.assess.log.learnt import Learnt, learnt
from isostat.assess.log.promise import FORECAST_KM, Held, Verdict, held, settles_on
from isostat.assess.log.read_at import points_offered
from isostat.assess.log.settings import Setting, Turned, turned_at
from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.job.log import HUB_TO_ARCH, LogEntry
from isostat.job.points import CORNER_WORDS
from isostat.language import capital, decimal, later, tr
from isostat.wording.book import say_taught
from isostat.wording.costs import say_costs
from isostat.wording.log_checks import say_axle_checks, say_checks
from isostat.wording.log_why import misread, say_learnt, say_why
from isostat.wording.reader import Reader
from isostat.wording.tell import tell

DONE_M = 0.0005  # of settling that no tape tells
STATES = {"lowered": later("just let down"), "rolled": later("rolled and bounced"), "driven": later("driven")}


@dataclass(frozen=True, slots=True)
class Instruction:
    """One sentence, what follows from it, what it costs, why it missed, what that teaches.

    correction: the settings, where some are to be turned. learnt: figures that can be taken into the job.
    """

    sentence: str
    then: str = ""
    costs: str = ""
    why: str = ""
    correction: Correction | None = None
    learnt: tuple[Learnt, ...] = ()


def say_entry(entry: LogEntry) -> str:
    """Its name on a tab: `fitted`, `120 km`."""
    if entry.state == "driven":
        return tr("{n} km", n=decimal(entry.km, 0))
    return tr("let down") if entry.state == "lowered" else tr("rolled")


def say_wheel(found: Held, axle: int, side: int, r: Reader) -> str:
    """How a wheel reads: `inside`, `8 low`; `8 low, allowed` where that is past its band and not worth a correction."""
    miss = float(found.miss_m[axle, side])
    if not np.isfinite(miss):
        return tr("not read") if not np.isfinite(found.read_m[axle, side]) else ""
    if not found.beyond[axle, side]:
        return tr("inside")
    off = tr("{m} low", m=r.height(-miss)) if miss < 0.0 else tr("{m} high", m=r.height(miss))
    return off if found.outside[axle, side] else tr("{off}, allowed", off=off)


def say_band(found: Held, axle: int, side: int, r: Reader, mark: str = "") -> str:
    """What it should read: `550, 545 to 555`. mark: ≈ where that mainly rests on something assumed."""
    if found.verdict is Verdict.NOT_PROMISED:
        return tr("nothing promised")
    low, middle, high = (
        r.height(float(m[axle, side])) for m in (found.promise.low_m, found.promise.middle_m, found.promise.high_m)
    )
    return tr("promised {middle}, {low} to {high}", middle=mark + middle, low=low, high=high)


def say_turned(one: Setting, steps: int, r: Reader) -> str:
    """What is done to a setting: `Collar 6 mm down front left: 3 turns`."""
    where = r.corner(one.axle, one.side)
    by, to = abs(steps * one.step), one.now[0] + steps * one.step
    more = steps * one.step > 0.0
    match one.what:
        case Turned.COLLAR:
            turns = abs(steps) / 2.0
            way = later("Collar {m} down {where}: {turns}") if more else later("Collar {m} up {where}: {turns}")
            said = tr("1 turn") if turns == 1.0 else tr("{n} turns", n=decimal(turns, 1 if turns % 1.0 else 0))
            return tr(way, m=r.coil(by), where=where, turns=said)
        case Turned.BOLT:
            n = decimal(abs(steps) / 2.0, 1 if steps % 2 else 0)
            return (
                tr("Torsion bolt {n} turns in {where}", n=n, where=where)
                if steps > 0
                else tr("Torsion bolt {n} turns out {where}", n=n, where=where)
            )
        case Turned.PRESSURE:
            way = later("{where} bag {p} more, to {to}") if more else later("{where} bag {p} less, to {to}")
            return capital(tr(way, where=where, p=r.pressure(by), to=r.pressure(to)))
        case Turned.RING:
            way = later("Ring {m} further from its collar, {where}") if more else later("Ring {m} nearer its collar, {where}")
        case Turned.SHACKLE:
            way = (
                later("Shackles {m} longer, {to} eye to eye, {where}")
                if more
                else later("Shackles {m} shorter, {to} eye to eye, {where}")
            )
        case Turned.ROD:
            way = later("Valve rod {m} longer, {where}") if more else later("Valve rod {m} shorter, {where}")
        case Turned.BLOCK:
            way = later("Packer {m} thicker {where}, {to} total") if more else later("Packer {m} thinner {where}, {to} total")
        case _:
            way = later("Spacer {m} thicker {where}, {to} total") if more else later("Spacer {m} thinner {where}, {to} total")
    return tr(way, m=r.coil(by), where=where, to=r.coil(to))


def instruction(a: Assessment, n: int, r: Reader) -> Instruction:
    """What to do about the last entry; of one before it, what came of it."""
    found = held(a, n)
    if found.verdict is not Verdict.NOT_PROMISED and (n < len(a.job.log) - 1 or a.job.log[n].turned):
        return _history(a, n, found, r)
    match found.verdict:
        case Verdict.NOT_PROMISED:
            said = tr(
                "Axles were added or removed since, or the file was written by hand. It follows from the parts as they are now."
            )
            return Instruction(tr("What this entry should read was not kept."), said)
        case Verdict.NOT_READ:
            return _to_read(a, a.job.log[n])
        case Verdict.NOT_ROLLED:
            low, _, high = (r.height_unit(float(m)) for m in rules.JUST_LOWERED)
            said = tr(
                "Just let down it stands {low} to {high} high. Roll a few metres both ways, bounce each end.", low=low, high=high
            )
            return Instruction(tr("Roll it first, then read again."), said)
        case Verdict.INSIDE:
            return Instruction(tr("Inside the band. Leave it."), _to_come(a, found, r))
        case Verdict.OUTSIDE if misread(a, n) is not None:
            again = misread(a, n)
            assert again is not None
            where = tr("every wheel") if again.axle is None else r.corner(again.axle, again.side)
            said = tr("Read {where} again, before anything is turned.", where=where)
            return Instruction(said, tr("{wheels}.", wheels=_off(found, r)), why=say_why(a, n, r))
        case Verdict.READ_AGAIN:
            said = tr("{wheels}. Outside by less than half the band: tyre pressures, floor and tape first.", wheels=_off(found, r))
            return Instruction(tr("Roll it and read again, before anything is turned."), said)
        case _:
            return _corrected(a, n, found, r)


def _to_read(a: Assessment, entry: LogEntry) -> Instruction:
    point = tr(CORNER_WORDS[entry.point])
    if entry.point not in points_offered(a):
        said = tr("Enter it at every wheel in Measure, as it was then; or read hub to arch.")
        return Instruction(tr("{point} was not read before the work.", point=capital(point)), said)
    return Instruction(tr("Read {point} at every wheel.", point=point))


def _history(a: Assessment, n: int, found: Held, r: Reader) -> Instruction:
    """An entry that was read again, or after which something was turned."""
    last = n == len(a.job.log) - 1
    off = tr("{wheels}.", wheels=_off(found, r)) if found.outside.any() else ""
    if a.job.log[n].turned:
        turned = "; ".join(say_turned(one, steps, r) for one, steps in turned_at(a, n))
        return Instruction(
            tr("Changed after this reading: {turned}.", turned=turned),
            " ".join((off, tr("Now read it again.") if last else "")).strip(),
        )
    match found.verdict:
        case Verdict.NOT_READ:
            return Instruction(tr("Nothing was read."))
        case Verdict.NOT_ROLLED:
            return Instruction(tr("Read before it was rolled."))
        case Verdict.INSIDE:
            return Instruction(tr("Inside the band."))
        case _:
            return Instruction(off, tr("It was read again later."))


def _corrected(a: Assessment, n: int, found: Held, r: Reader) -> Instruction:
    done = correction(a, n)
    if done is None:
        said = tr("{wheels}. Check load, readings and parts; else other springs.", wheels=_off(found, r))
        return Instruction(tr("No setting brings it inside."), said, why=say_why(a, n, r), learnt=learnt(a, n))
    turned = "; ".join(say_turned(one, steps, r) for one, steps in done.turned)
    then = ", ".join(
        tr("{corner} {m}", corner=r.corner(i, side), m=r.height(float(done.then_m[i, side])))
        for i in range(len(done.then_m))
        for side in (0, 1)
    )
    costs = [tr("Cross weight {was} → {now}.", was=r.tenths(done.cross_was), now=r.tenths(done.cross_now))]
    costs += [say_costs(done.price, r)] if done.price is not None and done.price.what != "cross weight" else []
    costs += [tr("Ride-height bolts and heights again.")] if done.moved_m > rules.CORRECTED_MUCH else []
    return Instruction(
        tr("{turned}. Leave the rest.", turned=turned),
        tr("Then {heights}: all inside.", heights=then),
        " ".join(costs),
        say_why(a, n, r),
        done,
        learnt(a, n),
    )


def _off(found: Held, r: Reader) -> str:
    """Which wheels are out, and by how much."""
    return capital(", ".join(
        tr("{corner} {off}", corner=r.corner(int(i), int(side)), off=say_wheel(found, int(i), int(side), r))
        for i, side in zip(*np.nonzero(found.outside), strict=True)
    ))  # fmt: skip


def _to_come(a: Assessment, found: Held, r: Reader) -> str:
    """How far it will still go down, and when that is done to half a millimetre."""
    coming = settles_on(a, found.promise.case)
    most = int(np.argmax(coming.to_come_m))
    m, error = float(coming.to_come_m[most]), 2.0 * float(coming.to_come_error_m[most])
    if m < 0.0005 or m + error < 0.001:
        return tr("Settled: nothing more is expected.")
    where = r.corner(most // 2, most % 2)
    done_km = next(km for km, at in zip(FORECAST_KM, coming.mean_m[:, most], strict=True) if at - coming.mean_m[-1, most] < DONE_M)
    said = {"m": r.height_unit(m), "error": r.height(error), "where": where, "km": decimal(done_km, 0)}
    return tr("Most still to settle: {m} ± {error} at the {where} wheel, done by about {km} km.", **said)


def log_text(a: Assessment, r: Reader) -> str:
    """The log in lines of text."""
    out = [a.job.title, *(say_taught(one, r.preset) for one in a.job.taught), ""]
    for n, entry in enumerate(a.job.log):
        found = held(a, n)
        elsewhere = "" if entry.point == HUB_TO_ARCH else tr("read at {point}", point=tr(CORNER_WORDS[entry.point]))
        said = (entry.day, say_entry(entry), r.case(found.promise.case), entry.who, elsewhere)
        out.append(", ".join(word for word in said if word))
        for i in range(len(a.axles)):
            for side in (0, 1):
                read = float(found.read_m[i, side])
                height = r.height_unit(read) if np.isfinite(read) else "–"
                how = f"{say_wheel(found, i, side, r)} ({say_band(found, i, side, r)})"
                out.append(f"  {capital(r.corner(i, side))}: {height}, {how}")
        out += [f"  {line}" for line in (*say_checks(checks(a, n), r), *say_axle_checks(axle_checks(a, n), r))]
        for one in entry.pictures:
            where = tr("whole vehicle") if one.axle is None else r.corner(one.axle, one.side)
            out.append("  " + tr("Picture, {where}: {file}", where=where, file=one.path))
        todo = instruction(a, n, r)
        out += [f"  {line}" for line in (todo.sentence, todo.then, todo.costs, todo.why, say_learnt(todo.learnt, r)) if line]
        out.append("")
    return "\n".join(out) if a.job.log else tr("Nothing was read yet after fitting.") + "\n"


@tell.register
def _(j: HeightsOutside, r: Reader) -> tuple[str, str]:
    amount = r.height_unit(abs(j.miss_m))
    title = tr("{m} below the promise", m=amount) if j.miss_m < 0.0 else tr("{m} above the promise", m=amount)
    return title, tr("Promised {low} to {high}. The log says what to do.", low=r.height(j.low_m), high=r.height_unit(j.high_m))


@tell.register
def _(j: PromiseLost, r: Reader) -> tuple[str, str]:
    return tr("What the last entry should read was not kept"), tr("The Log step works it out from the parts as they are now.")


@tell.register
def _(j: RollFirst, r: Reader) -> tuple[str, str]:
    return tr("Not rolled yet: heights mean nothing"), tr("Roll a few metres both ways, bounce each end, read again.")
