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
from isostat.units.format import with_unit
from isostat.units.unit import Quantity
from isostat.wording.reader import Reader
from isostat.wording.sentences import GRADE_WORDS, say
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
    return FixWords(_title(fix, own), _cures(fix, own), _worst(fix, own))


def _title(fix: Fix, r: Reader) -> str:
    def axle(at: int) -> str:
        return r.job.vehicle.axles[at].name.lower()

    match fix.remedy:
        case StopSpacer(at, spacer) if spacer < 0.0:
            return f"Trim {r.coil(-spacer)} off both {axle(at)} stops"
        case StopSpacer(at, spacer):
            return f"Spacer {r.coil(spacer)}, both {axle(at)} stops" if spacer else f"No spacer, both {axle(at)} stops whole"
        case StopFitted(at):
            return f"Fit the {axle(at)} bump stops again"
        case ShockLength(at, longer):
            return f"Shock {r.coil(abs(longer))} {'longer' if longer >= 0 else 'shorter'} than found, both {axle(at)}"
        case HoseLength(at, longer):
            return f"Hose {r.coil(longer)} longer, both {axle(at)}"
        case StrapLength(at, long):
            return f"Strap {r.coil(long)} long, both {axle(at)}"
        case Rearch(at, by):
            return f"Re-arch {r.coil(abs(by))} {'more' if by > 0 else 'less'}, both {axle(at)} packs"
        case LeafLess(at):
            return f"Remove the shortest leaf, both {axle(at)} packs"
        case ThinnerLeaves(at):
            rows = fix.job.proposal.axles[at].pack.leaves
            main = rows[0].thick_m
            assert main is not None
            return f"Use {len(rows)} thinner leaves, main {r.wire(main.value)}, both {axle(at)} packs"
        case Pressures(at):
            bag = fix.job.proposal.axles[at].helper
            said = [with_unit(p.value, Quantity.PRESSURE, r.preset) for p in (bag.left_pa, bag.right_pa) if p is not None]
            return f"Set {axle(at)} bags to {', '.join(said)}, left, right"
        case SpringRate(at, rate):
            return f"Use springs of {r.rate(rate)}, free {r.coil(fix.free_m)}, both {axle(at)}"
        case SolveSprings(at):
            return f"Solve the {axle(at)} springs again"
        case SpacerAllowed(at):
            return f"Use the same springs and a spacer, {axle(at)}"
        case MainSpring(at, free):
            return f"Use a main spring {r.coil(free)} long, free, both {axle(at)}"
        case Ring(at, from_collar):
            return f"Set the ring {r.coil(from_collar)} from the collar, both {axle(at)}"
        case RingByShare(at, share) if share is not None:
            return f"Set the crossover at {r.percent(share)} of bump, both {axle(at)}"
        case RingByShare(at):
            return f"Set the ring for a crossover in bump, both {axle(at)}"
        case Lift(at, lift):
            end, way = "front" if at == 0 else "rear", "lift" if lift >= 0.0 else "drop"
            return f"Set the {end} target to a {way} of {r.height_unit(abs(lift))}"
        case Move(item, to):
            where = "behind" if to >= 0.0 else "ahead of"
            return f"Move {r.job.items[item].name} to {r.height_unit(abs(to))} {where} the front hub"
        case CarryLess(case, item, 0.0):
            return f"Leave {r.job.items[item].name} off, {r.case(case)}"
        case CarryLess(case, item, share):
            return f"Reduce {r.job.items[item].name} to {r.mass(r.job.items[item].whole_kg * share)}, {r.case(case)}"
        case Level() | SpringSpacer():
            return _spacers(fix, r) or "Springs by side, front and rear"
        case CorrectReading(at, side, point, value):
            show = r.mass if CORNER_POINTS[point].field == "pad_kg" else r.height_unit
            return f"Correct the reading to {show(value)}, {r.corner(at, side)}"
        case SwapSides(at, point):
            return f"Swap left and right of {CORNER_POINTS[point].words}, {axle(at)}"
        case TakeRate(at, side, rate):
            return f"Take {r.rate(rate)} as found, {f'both {axle(at)}' if side is None else r.corner(at, side)}"
    raise NotSaid(type(fix.remedy).__name__)


def _spacers(fix: Fix, r: Reader) -> str:
    """What goes where: the spacers at springs, then the blocks of both packs of an axle."""
    spacers, blocks = [], []
    for axle, at_axle in groupby(fix.spacers, key=lambda new: int(new[0].axle or 0)):
        new = tuple(at_axle)
        if KINDS[fix.job.proposal.axles[axle].kind].hangs_from_eyes:
            blocks.append(f"{r.corner(axle, None)}: {blocks_words((new[0][1], new[1][1]), r.coil)}")
        else:
            spacers += [f"{r.coil(m) if m else 'none'} {r.corner(place.axle, place.side)}" for place, m in new]
    words = "; ".join([*([f"spring spacer {', '.join(spacers)}"] if spacers else []), *blocks])
    return words[:1].upper() + words[1:]


def _leaning(fix: Leveled, r: Reader) -> str:
    """What becomes of the lean, in the case that was worst and in all others."""
    was, now = r.height(abs(fix.was_m[fix.case])), r.height(abs(fix.now_m[fix.case]))
    cross = f"cross weight {fix.cross_was * 100:.1f} → {fix.cross_now * 100:.1f} %"
    rest = {c: r.low_side(m) for c, m in enumerate(fix.now_m) if c != fix.case}
    others = ", ".join(f"{r.case(c)} {words}" for c, words in rest.items() if words != "level")
    return f"lean {was} → {now}, {cross}; {f'low side then: {others}' if others else '0 in all cases'}"


def _cures(fix: Fix, r: Reader) -> str:
    if fix.leveled is not None:
        return _leaning(fix.leveled, r)
    if fix.remaining is None:
        return "cures this"
    was, now = say(fix.judgement, r), say(fix.remaining, r)
    if fix.remaining.grade < fix.judgement.grade:
        return f"{GRADE_WORDS[fix.judgement.grade].lower()} → {GRADE_WORDS[fix.remaining.grade].lower()}"
    return _difference(was.title, now.title)


def _difference(was: str, now: str) -> str:
    """Where two titles are of one form, only what differs, with a word after it: `124 % → 118 %`."""
    old, new = was.split(), now.split()
    if len(old) != len(new):
        return f"{was} → {now}"
    apart = [n for n, (a, b) in enumerate(zip(old, new, strict=True)) if a != b]
    if not apart:
        return f"{was} → {now}"
    part = slice(apart[0], apart[-1] + 2)
    return f"{' '.join(old[part])} → {' '.join(new[part])}".rstrip(":,")


def _worst(fix: Fix, r: Reader) -> str:
    price = fix.price
    if price is None:
        return "worst: nothing gets less"
    if price.what == "cross weight":
        return f"worst: cross weight {price.before * 100:.1f} → {price.after * 100:.1f} %"
    where = r.corner(price.place.axle, price.place.side)
    change = r.change(r.height(price.before), r.height(price.after))
    return f"worst: {where} {price.what} {change}, {r.case(price.place.case or 0)}"
