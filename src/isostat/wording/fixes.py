"""A fix as the words of its button: part and corner, what it cures, its worst price."""

from __future__ import annotations

from dataclasses import dataclass, replace
from itertools import groupby

from isostat.assess.fixes import Fix, Leveled
from isostat.job.points import CORNER_POINTS
from isostat.units.shown import with_unit
from isostat.units.unit import Quantity
from isostat.wording.reader import Reader
from isostat.wording.sentences import GRADE_WORDS, say
from isostat.wording.springs.leaf import blocks_words


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
    remedy = fix.remedy
    axle = r.job.vehicle.axles[remedy.place.axle or 0].name.lower()
    match remedy.quantity:
        case "stop spacer":
            if remedy.value < 0.0:
                return f"Trim {r.coil(-remedy.value)} off both {axle} stops"
            return f"Spacer {r.coil(remedy.value)}, both {axle} stops" if remedy.value else f"No spacer, both {axle} stops whole"
        case "shock length":
            longer = "longer" if remedy.value >= 0 else "shorter"
            return f"Shock {r.coil(abs(remedy.value))} {longer} than found, both {axle}"
        case "hose length":
            return f"Hose {r.coil(remedy.value)} longer, both {axle}"
        case "strap":
            return f"Strap {r.coil(remedy.value)} long, both {axle}"
        case "arch":
            way = "more" if remedy.value > 0 else "less"
            return f"Re-arch {r.coil(abs(remedy.value))} {way}, both {axle} packs"
        case "leaf less":
            return f"Remove the shortest leaf, both {axle} packs"
        case "thinner leaves":
            rows = fix.job.proposal.axles[remedy.place.axle or 0].pack.leaves
            main = rows[0].thick_m
            assert main is not None
            return f"Use {len(rows)} thinner leaves, main {r.wire(main.value)}, both {axle} packs"
        case "pressures":
            bag = fix.job.proposal.axles[remedy.place.axle or 0].helper
            said = [with_unit(p.value, Quantity.PRESSURE, r.preset) for p in (bag.left_pa, bag.right_pa) if p is not None]
            return f"Set {axle} bags to {', '.join(said)}, left, right"
        case "stop fitted":
            return f"Fit the {axle} bump stops again"
        case "rate":
            free = fix.free_m
            return f"Use springs of {r.rate(remedy.value)}, free {r.coil(free)}, both {axle}"
        case "main spring":
            return f"Use a main spring {r.coil(remedy.value)} long, free, both {axle}"
        case "ring share":
            return f"Set the crossover at {r.percent(remedy.value)} of bump, both {axle}"
        case "lift":
            end = "Front" if remedy.place.axle == 0 else "Rear"
            way = "lift" if remedy.value >= 0.0 else "drop"
            return f"Set the {end.lower()} target to a {way} of {r.height_unit(abs(remedy.value))}"
        case "move":
            item = r.job.items[remedy.item or 0]
            where = "behind" if remedy.value >= 0.0 else "ahead of"
            return f"Move {item.name} to {r.height_unit(abs(remedy.value))} {where} the front hub"
        case "ring":
            return f"Set the ring {r.coil(remedy.value)} from the collar, both {axle}"
        case "ring by share":
            return f"Set the ring for a crossover in bump, both {axle}"
        case "spacer allowed":
            return f"Use the same springs and a spacer, {axle}"
        case "solve springs":
            return f"Solve the {axle} springs again"
        case "level" | "spring spacer":
            return _spacers(fix, r) or "Springs by side, front and rear"
        case "reading":
            show = r.mass if CORNER_POINTS[remedy.item or 0].field == "pad_kg" else r.height_unit
            return f"Correct the reading to {show(remedy.value)}, {r.corner(remedy.place.axle, remedy.place.side)}"
        case "swap sides":
            return f"Swap left and right of {CORNER_POINTS[remedy.item or 0].words}, {axle}"
        case "take rate":
            where = f"both {axle}" if remedy.place.side is None else r.corner(remedy.place.axle, remedy.place.side)
            return f"Take {r.rate(remedy.value)} as found, {where}"
        case "carry less":
            item = r.job.items[remedy.item or 0]
            if remedy.value == 0.0:
                return f"Leave {item.name} off, {r.case(remedy.place.case or 0)}"
            return f"Reduce {item.name} to {r.mass(item.whole_kg * remedy.value)}, {r.case(remedy.place.case or 0)}"
        case other:
            return other


def _spacers(fix: Fix, r: Reader) -> str:
    """What goes where: the spacers at springs, then the blocks of both packs of an axle."""
    spacers, blocks = [], []
    for axle, at_axle in groupby(fix.spacers, key=lambda new: int(new[0].axle or 0)):
        new = tuple(at_axle)
        if fix.job.proposal.axles[axle].kind == "leaf":
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
