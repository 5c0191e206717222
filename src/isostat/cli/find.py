"""`isostat find`: which springs of a catalogue hold the vehicle where it is wanted, in every load case."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Iterator, Mapping
from dataclasses import replace
from pathlib import Path
from typing import TypeVar

import numpy as np

from isostat.answers.find import NEAREST, find_plain
from isostat.assess import assess
from isostat.assess.find.described import described, may_be
from isostat.assess.find.found import Found
from isostat.assess.find.good import Rank
from isostat.assess.find.kits import Kits, KitsFound, search_kits
from isostat.assess.find.law import Law
from isostat.assess.find.search import search
from isostat.assess.find.sold_as import sold_as
from isostat.assess.find.take import brings_a_fault, taken
from isostat.assess.find.why_not import Opens, what_opens
from isostat.assess.find.wish import AxleWish, CannotSearch
from isostat.assess.solve.assessment import Assessment
from isostat.catalogue.index import Index
from isostat.catalogue.parts import Parts
from isostat.catalogue.shipped import SHIPPED, shipped
from isostat.cli.find_wishes import wishes
from isostat.cli.terminal import ANSWERED, NONE_STANDS, complain, tell, tell_plain
from isostat.core.limits import OutOfRange
from isostat.job.files import JobFault, read_job
from isostat.job.out_of_range import say_out_of_range
from isostat.language import capital, tr
from isostat.units.format import many
from isostat.units.parse import NotUnderstood, quoted
from isostat.units.saying import saying
from isostat.units.unit import DEFAULT_PRESET, PRESETS, Preset
from isostat.wording.find import say_miss, say_price, say_product, say_ride, say_set, say_sold_as
from isostat.wording.find_kits import say_kit, say_kit_price
from isostat.wording.find_why import say_opens, say_part_asked, say_short, say_what_it_is
from isostat.wording.reader import Reader
from isostat.wording.sentences import say

KITS = "kit"


def answer_find(asked: argparse.Namespace) -> int:
    """Prints the answer. Raises JobFault with a sentence for a job, list or option that cannot be read."""
    preset = PRESETS[asked.units]
    job = read_job(asked.job)
    a, r = assess(job), Reader(job, preset)
    lists = _lists(asked.catalogue, preset)
    try:
        wanted = wishes(asked.vary, lists, job, each=asked.each, preset=preset)
        if asked.what is not None:
            kind = next((tried.kind for wish in wanted for tried in wish.lists), "coil")
            return _what(a, wanted, lists[kind], asked.what, r)
        if asked.why is not None:
            return _why(a, wanted, lists, asked.why, r)
        if asked.kits:
            return _kits(a, wanted, lists, asked, r)
        found = _last(search(a, wanted))
        found = replace(found, rank=Rank[asked.rank.upper()])
        shown = _shown(a, found, asked.top)
        opens = [] if found.fallen.standing else list(what_opens(a, wanted))
    except CannotSearch as why:
        raise JobFault("find", [why.why]) from None
    except OutOfRange as refused:
        raise JobFault("find", [say_out_of_range(refused)]) from None
    if asked.json:
        tell_plain(find_plain(a, found, [n for n, fault in shown if not fault][: asked.top], opens))
    else:
        tell(find_text(a, wanted, found, shown, opens, r))
    return ANSWERED if found.fallen.standing else NONE_STANDS


def _lists(given: list[Path], preset: Preset) -> dict[str, Parts]:
    """The parts of the lists by kind, of those that ship where none is given; what could not be read is said."""
    with Index() as index:
        kinds = {_read(index, path, preset) for path in given}
        for kind in SHIPPED:
            if not given or (kind not in kinds and kind != "shelf"):
                index.take(shipped(kind), SHIPPED[kind])
        return {kind: index.parts(kind) for kind in SHIPPED}


def _read(index: Index, path: Path, preset: Preset) -> str:
    """Takes a list, and says what was left out of it; its kind."""
    sheet = index.add(path, preset)
    if sheet is None:
        return ""
    for fault in (*sheet.faults[:20], *sheet.doubts[:20]):
        complain(f"{path.name}: {fault.words(preset)}")
    if sheet.left_out:
        complain(tr("{name}: {n} lines left out, {taken} taken.", name=path.name, n=sheet.left_out, taken=len(sheet.parts)))
    return sheet.kind


T = TypeVar("T", Found, KitsFound)


def _last(search: Iterator[T]) -> T:
    """The whole search; on a terminal it says how far it is."""
    watched = sys.stderr.isatty()
    for one in search:
        found = one.found if isinstance(one, KitsFound) else one
        if watched:
            said = tr(
                "{tried} of {total} sets: {n} fit", tried=many(found.tried), total=many(found.total), n=many(found.fallen.standing)
            )
            sys.stderr.write(f"\r{said}" + ("\n" if found.done else ""))
            sys.stderr.flush()
    return one


def _shown(a: Assessment, found: Found, top: int) -> list[tuple[int, str]]:
    """The best set of each choice of springs, until so many bring no fault; those that do with its words."""
    shown: list[tuple[int, str]] = []
    fine = 0
    for n in found.good.best:
        job = taken(a.job, found, found.good.chosen[:, n])
        fault = brings_a_fault(a, job)
        shown.append((int(n), "" if fault is None else say(fault, Reader(job, DEFAULT_PRESET)).title))
        fine += fault is None
        if fine >= top:
            break
    return shown


def find_text(
    a: Assessment, wishes: list[AxleWish], found: Found, shown: list[tuple[int, str]], opens: list[Opens], r: Reader
) -> str:
    """The answer in lines. shown: good sets, and the fault that one brings along."""
    fallen = found.fallen
    lines = [a.job.title, say_product(wishes), ""]
    stand = {"n": many(fallen.standing), "all": many(fallen.law.size)}
    lines += [tr("GOOD: {n} of {all} choices fit in every load case", **stand), ""]
    for place, (n, fault) in enumerate(shown, 1):
        first, *others = say_set(found, n, r)
        lines += [f"{place:>3}  {capital(first)}", *(f"     {capital(line)}" for line in others)]
        lines.append(f"     {say_miss(found, n, r)}; {say_price(found, n)}")
        lines += [f"     {line}" for line in (say_ride(found, n, r), *_sold(a, found, n, r))]
        if fault:
            lines.append("     " + tr("Not good: it brings a fault. {fault}", fault=fault))
    lines += ["", tr("WHY THE OTHERS DO NOT FIT")]
    for law in Law:
        if fallen.count(law):
            lines.append(f"  {tr(law.words):<44}{many(fallen.count(law)):>8}")
        for part in fallen.nearest(law, NEAREST):
            short = say_short(*fallen.broken(int(part)), r)
            lines.append(f"      {found.name(int(part))}, {short}")
    lines += [say_opens(o, r) for o in opens]
    return "\n".join(lines) + "\n"


def _sold(a: Assessment, found: Found, n: int, r: Reader) -> list[str]:
    """What the springs of a set give here, axle by axle."""
    out = []
    for options, at in zip(found.options, found.good.chosen[:, n], strict=True):
        if options.choices is not None:
            way = int(options.settings(np.array([at])).way[0, 0])
            out.append(say_sold_as(sold_as(a, options, way), a.target_case, r))
    return out


def _why(a: Assessment, wanted: list[AxleWish], lists: Mapping[str, Parts], part: str, r: Reader) -> int:
    """Prints why a part does not do, at every axle."""
    asked = say_part_asked(a, wanted, lists, part, r)
    if not asked:
        raise JobFault("find", [saying("Part number “{part}” is not in the lists.", part=quoted(part))])
    tell("".join(f"{what}\n" + "".join(f"  {line}\n" for line in lines) for what, *lines in asked))
    return ANSWERED


def _what(a: Assessment, wanted: list[AxleWish], parts: Parts, text: str, r: Reader) -> int:
    """Prints the parts of a list that a description may be, and where they fit."""
    try:
        it = described(text, r.preset)
    except NotUnderstood as why:
        raise JobFault("find", [f"--what: {why}"]) from None
    lines = say_what_it_is(a, wanted, parts, it, r)
    tell("\n".join(lines) + "\n")
    return ANSWERED if may_be(parts, it) else NONE_STANDS


def _kits(a: Assessment, wanted: list[AxleWish], lists: Mapping[str, Parts], asked: argparse.Namespace, r: Reader) -> int:
    """Prints the kits that stand the vehicle where it is wanted, what each lacks here and what is left over of it."""
    held = _last(search_kits(a, wanted, Kits(lists[KITS], lists)))
    found = held.found
    lines = [a.job.title, ""]
    lines += [tr("GOOD: {n} of {all} kits fit in every load case", n=many(found.fallen.standing), all=many(len(held.of))), ""]
    for place, n in enumerate(found.good.best[: asked.top], 1):
        lines += [f"{place:>3}  {held.name(int(found.good.part[n]))}, {say_kit_price(held, int(n))}"]
        lines += [f"     {line}" for line in (*map(capital, say_set(found, int(n), r)), say_miss(found, int(n), r))]
        lines += [f"     {line}" for line in say_kit(a, held, int(n), r)]
    lines += ["", tr("WHY THE OTHERS DO NOT FIT")]
    for law in Law:
        if found.fallen.count(law):
            lines.append(f"  {tr(law.words):<44}{many(found.fallen.count(law)):>8}")
        for kit in map(int, found.fallen.nearest(law, NEAREST)):
            lines.append(f"      {held.name(kit)}, {say_short(*found.fallen.broken(kit), r)}")
    tell("\n".join(lines) + "\n")
    return ANSWERED if found.fallen.standing else NONE_STANDS
