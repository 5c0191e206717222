"""A fix as the words of its button: part and corner, what it cures, its worst price."""

from __future__ import annotations

from dataclasses import dataclass, replace
from itertools import groupby

from isostat.assess.fixes import Fix, Leveled
from isostat.assess.setup.springs.kinds import KINDS
from isostat.assess.solve.remedies import (
    CarryLess,
    CorrectReading,
    HoseLength,
    LeafLess,
    Level,
    Lift,
    MainSpring,
    Move,
    Rearch,
    Ring,
    RingByShare,
    ShockLength,
    SolveSprings,
    SpacerAllowed,
    SpringRate,
    StopFitted,
    StopSpacer,
    StrapLength,
    SwapSides,
    TakeRate,
    ThinnerLeaves,
)
from isostat.assess.spring.air_pressures import Pressures
from isostat.assess.stance.level_by_spacer import SpringSpacer
from isostat.job.points import CORNER_POINTS
from isostat.language import decimal, tr
from isostat.wording.costs import say_costs
from isostat.wording.reader import Reader
from isostat.wording.sentences import grade_words, say
from isostat.wording.springs.leaf import blocks_words
from isostat.wording.tell import NotSaid


@dataclass(frozen=True, slots=True)
class FixWords:
    """Three lines of a button."""

    title: str
    cures: str
    worst: str


def say_fix(fix: Fix, reader: Reader) -> FixWords:
    """The button of a fix in the reader's units, by the names of the job that it was tried on, which another may have followed."""
    own = replace(reader, job=fix.job)
    return FixWords(_title(fix, own), _cures(fix, own), say_costs(fix.price, own))


def _title(fix: Fix, r: Reader) -> str:
    match fix.remedy:
        case StopSpacer(at, spacer) if spacer < 0.0:
            return tr("Trim {m} off both {axle} bump stops", m=r.coil(-spacer), axle=r.axle(at))
        case StopSpacer(at, spacer) if spacer:
            return tr("Fit {m} spacers under both {axle} bump stops", m=r.coil(spacer), axle=r.axle(at))
        case StopSpacer(at, _):
            return tr("Leave both {axle} bump stops whole, no spacer", axle=r.axle(at))
        case StopFitted(at):
            return tr("Refit the {axle} bump stops", axle=r.axle(at))
        case ShockLength(at, longer) if longer >= 0:
            return tr("Fit shocks {m} longer than found, both {axle}", m=r.coil(longer), axle=r.axle(at))
        case ShockLength(at, longer):
            return tr("Fit shocks {m} shorter than found, both {axle}", m=r.coil(-longer), axle=r.axle(at))
        case HoseLength(at, longer):
            return tr("Fit brake hoses {m} longer, both {axle}", m=r.coil(longer), axle=r.axle(at))
        case StrapLength(at, long):
            return tr("Fit limit straps {m} long, both {axle}", m=r.coil(long), axle=r.axle(at))
        case Rearch(at, by) if by > 0:
            return tr("Re-arch both {axle} packs, {m} more", m=r.coil(by), axle=r.axle(at))
        case Rearch(at, by):
            return tr("Re-arch both {axle} packs, {m} less", m=r.coil(-by), axle=r.axle(at))
        case LeafLess(at):
            return tr("Remove the shortest leaf, both {axle} packs", axle=r.axle(at))
        case ThinnerLeaves(at):
            rows = fix.job.proposal.axles[at].pack.leaves
            main = rows[0].thick_m
            assert main is not None
            said = {"n": len(rows), "m": r.wire(main.value), "axle": r.axle(at)}
            return tr("Use {n} thinner leaves, main {m}, both {axle} packs", **said)
        case Pressures(at):
            bag = fix.job.proposal.axles[at].helper
            left, right = (r.pressure(p.value) if p else tr("none") for p in (bag.left_pa, bag.right_pa))
            return tr("Set {axle} bags to {left} left, {right} right", axle=r.axle(at), left=left, right=right)
        case SpringRate(at, rate):
            return tr("Use {rate} springs, {m} free, both {axle}", rate=r.rate(rate), m=r.coil(fix.free_m), axle=r.axle(at))
        case SolveSprings(at):
            return tr("Recalculate the {axle} springs", axle=r.axle(at))
        case SpacerAllowed(at):
            return tr("Use the same springs and a spacer, {axle}", axle=r.axle(at))
        case MainSpring(at, free):
            return tr("Use main springs {m} long, free, both {axle}", m=r.coil(free), axle=r.axle(at))
        case Ring(at, from_collar):
            return tr("Set the crossover ring {m} from the collar, both {axle}", m=r.coil(from_collar), axle=r.axle(at))
        case RingByShare(at, share) if share is not None:
            return tr("Set the crossover at {p} of bump, both {axle}", p=r.percent(share), axle=r.axle(at))
        case RingByShare(at):
            return tr("Set the ring for a crossover in bump, both {axle}", axle=r.axle(at))
        case Lift(at, lift):
            m = r.height_unit(abs(lift))
            if lift >= 0.0:
                return tr("Set the {axle} target to {m} of lift", axle=r.axle(at), m=m)
            return tr("Set the {axle} target to {m} lower", axle=r.axle(at), m=m)
        case Move(item, to):
            said = {"item": r.job.items[item].name, "m": r.height_unit(abs(to))}
            if to >= 0.0:
                return tr("Move {item} to {m} behind the front hub", **said)
            return tr("Move {item} to {m} ahead of the front hub", **said)
        case CarryLess(case, item, 0.0):
            return tr("Leave {item} off, {case}", item=r.job.items[item].name, case=r.case(case))
        case CarryLess(case, item, share):
            carried = r.job.items[item]
            said = {"item": carried.name, "m": r.mass(carried.whole_kg * share), "case": r.case(case)}
            return tr("Reduce {item} to {m}, {case}", **said)
        case Level() | SpringSpacer():
            return _spacers(fix, r) or tr("Use different springs left and right, {axles}", axles=_axles(fix, r))
        case CorrectReading(at, side, point, value):
            show = r.mass if CORNER_POINTS[point].field == "pad_kg" else r.height_unit
            return tr("Correct the reading to {m}, {corner}", m=show(value), corner=r.corner(at, side))
        case SwapSides(at, point):
            return tr("Swap left and right of {reading}, {axle}", reading=tr(CORNER_POINTS[point].words), axle=r.axle(at))
        case TakeRate(at, None, rate):
            return tr("Use {rate} as the as-found rate, both {axle}", rate=r.rate(rate), axle=r.axle(at))
        case TakeRate(at, side, rate):
            return tr("Use {rate} as the as-found rate, {corner}", rate=r.rate(rate), corner=r.corner(at, side))
    raise NotSaid(type(fix.remedy).__name__)


def _spacers(fix: Fix, r: Reader) -> str:
    """What goes where: the spacers at springs, then the blocks of both packs of an axle."""
    words = []
    for axle, at_axle in groupby(fix.spacers, key=lambda new: int(new[0].axle or 0)):
        new = tuple(at_axle)
        if KINDS[fix.job.proposal.axles[axle].kind].hangs_from_eyes:
            blocks = blocks_words((new[0][1], new[1][1]), r.coil)
            words.append(tr("Set up the {axle}: {blocks}", axle=r.corner(axle, None), blocks=blocks))
            continue
        for place, m in new:
            corner = r.corner(place.axle, place.side)
            words.append(
                tr("Fit a {m} spring spacer {corner}", corner=corner, m=r.coil(m)) if m
                else tr("Remove the {corner} spring spacer", corner=corner)
            )  # fmt: skip
    return ". ".join(words)


def _axles(fix: Fix, r: Reader) -> str:
    """Every axle, first and last named."""
    last = len(fix.job.vehicle.axles) - 1
    return tr("{first} and {last}", first=r.axle(0), last=r.axle(last)) if last else r.axle(0)


def _leaning(fix: Leveled, r: Reader) -> str:
    """What becomes of the lean, in the case that was worst and in all others."""
    was, now = r.height(abs(fix.was_m[fix.case])), r.height_unit(abs(fix.now_m[fix.case]))
    rest = {c: r.low_side(m) for c, m in enumerate(fix.now_m) if c != fix.case and r.height(m) != "0"}
    said = {"was": was, "now": now, "cross": decimal(fix.cross_was * 100, 1), "cross_now": r.tenths(fix.cross_now)}
    lean = tr("Lean {was} → {now}, cross weight {cross} → {cross_now}.", **said)
    if not rest:
        return lean
    low = ", ".join(tr("{side} ({case})", side=words, case=r.case(c)) for c, words in rest.items())
    return tr("{lean} Low side after: {low}.", lean=lean, low=low)


def _cures(fix: Fix, r: Reader) -> str:
    if fix.leveled is not None:
        return _leaning(fix.leveled, r)
    if fix.remaining is None:
        return tr("Clears this finding.")
    was, now = say(fix.judgement, r), say(fix.remaining, r)
    if fix.remaining.grade < fix.judgement.grade:
        return tr("{was} becomes {now}.", was=grade_words(fix.judgement.grade), now=grade_words(fix.remaining.grade).lower())
    return tr("After: {title}.", title=now.title) if now.title != was.title else tr("Eases it.")
