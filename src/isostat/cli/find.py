"""`isostat find`: which springs of a catalogue hold the vehicle where it is wanted, in every load case."""

from __future__ import annotations

import argparse
import math
import re
import sys
from importlib.resources import as_file, files
from pathlib import Path

from isostat.answers.find import NEAREST, find_plain, part_name
from isostat.assess import assess
from isostat.assess.find.law import Law
from isostat.assess.find.search import Found, search
from isostat.assess.find.sold_as import sold_as
from isostat.assess.find.take import brings_a_fault, taken
from isostat.assess.find.why_not import Opens, what_opens, why_not
from isostat.assess.find.wish import AxleWish, CannotSearch, Steps
from isostat.assess.solve.assessment import Assessment
from isostat.catalogue.index import Index
from isostat.catalogue.parts import Parts
from isostat.cli.terminal import ANSWERED, NONE_STANDS, complain, tell, tell_plain
from isostat.core.limits import OutOfRange
from isostat.job.files import JobFault, read_job
from isostat.job.out_of_range import say_out_of_range
from isostat.language import capital, tr
from isostat.units.parse import NotUnderstood, parse, quoted
from isostat.units.saying import saying
from isostat.units.unit import DEFAULT_PRESET, PRESETS, Preset, Quantity
from isostat.wording.find import many, say_left_open, say_miss, say_opens, say_price, say_product, say_set, say_short, say_sold_as
from isostat.wording.reader import Reader
from isostat.wording.sentences import say

VARIES = re.compile(r"(?P<axle>front|rear)-(?P<what>springs|spacer|stop-spacer)(?:=(?P<steps>.*))?")


def answer_find(asked: argparse.Namespace) -> int:
    """Prints the answer. Raises JobFault with a sentence for a job, list or option that cannot be read."""
    preset = PRESETS[asked.units]
    job = read_job(asked.job)
    a, r = assess(job), Reader(job, preset)
    parts = _parts(asked.catalogue, preset)
    try:
        wishes = _wishes(asked.vary, parts.searchable(), len(job.vehicle.axles), each=asked.each, preset=preset)
        if asked.why is not None:
            return _why(a, wishes, parts, asked.why, r)
        found = _last(a, wishes)
        shown = _shown(a, found, asked.top)
        opens = [] if found.fallen.standing else list(what_opens(a, wishes))
    except CannotSearch as why:
        raise JobFault("find", [why.why]) from None
    except OutOfRange as refused:
        raise JobFault("find", [say_out_of_range(refused)]) from None
    if asked.json:
        tell_plain(find_plain(a, found, [n for n, fault in shown if not fault][: asked.top], opens))
    else:
        tell(find_text(a, wishes, found, shown, opens, r))
    return ANSWERED if found.fallen.standing else NONE_STANDS


def _parts(lists: list[Path], preset: Preset) -> Parts:
    """The coils of the lists, of the one that ships where none is given; what could not be read is said."""
    with Index() as index, as_file(files("isostat.catalogue") / "demo" / "coils.csv") as shipped:
        for path in lists or [shipped]:
            sheet = index.add(path, preset)
            if sheet is None:
                continue
            for fault in (*sheet.faults[:20], *sheet.doubts[:20]):
                complain(f"{path.name}: {fault.words(preset)}")
            if sheet.left_out:
                complain(tr("{name}: {n} lines left out, {taken} taken.", name=path.name, n=sheet.left_out, taken=len(sheet.parts)))
        return index.parts("coil")


def _wishes(vary: list[str], parts: Parts, axles: int, *, each: bool, preset: Preset) -> list[AxleWish]:
    """What may vary, by axle; the springs of an axle that is named at all do."""
    steps: dict[int, dict[str, Steps]] = {}
    for text in vary:
        m = VARIES.fullmatch(text.strip())
        if m is None or (m["what"] == "springs") != (m["steps"] is None):
            said = saying("--vary “{text}” is not known. Enter front-springs, or front-spacer=0:20:2.", text=quoted(text))
            raise JobFault("find", [said])
        axle = 0 if m["axle"] == "front" else axles - 1
        of_axle = steps.setdefault(axle, {})
        if m["steps"] is not None:
            of_axle[m["what"]] = _steps(text, m["steps"], preset)
    return [
        AxleWish(axle=axle, parts=parts, each=each, spacers=of.get("spacer", Steps(0.0, 0.0)), stop_spacers=of.get("stop-spacer"))
        for axle, of in sorted(steps.items())
    ]


def _steps(text: str, typed: str, preset: Preset) -> Steps:
    pieces = typed.split(":")
    if len(pieces) != 3:
        raise JobFault("find", [saying("--vary “{text}” needs three lengths: from, to, step.", text=quoted(text))])
    try:
        low, high, step = (float(parse(piece, Quantity.COIL, preset).si) for piece in pieces)
    except NotUnderstood as why:
        raise JobFault("find", [f"--vary: {why}"]) from None
    return Steps(low, high, step)


def _last(a: Assessment, wishes: list[AxleWish]) -> Found:
    """The whole search; on a terminal it says how far it is."""
    watched = sys.stderr.isatty()
    for found in search(a, wishes):
        if watched:
            said = tr(
                "{tried} of {total} sets, {good} good", tried=many(found.tried), total=many(found.total), good=len(found.good)
            )
            sys.stderr.write(f"\r{said}" + ("\n" if found.done else ""))
            sys.stderr.flush()
    return found


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
    lines += [tr("GOOD: {n} of {all} choices of springs fit in every load case", **stand), ""]
    for place, (n, fault) in enumerate(shown, 1):
        first, *others = say_set(found, n, r)
        lines += [f"{place:>3}  {capital(first)}", *(f"     {capital(line)}" for line in others)]
        lines.append(f"     {say_miss(found, n, r)}; {say_price(found, n)}")
        for options, at in zip(found.options, found.good.chosen[:, n], strict=True):
            lines.append(f"     {say_sold_as(sold_as(a, options.wish, int(options.spring[0, at])), a.target_case, r)}")
        if fault:
            lines.append("     " + tr("Not good: it brings a fault. {fault}", fault=fault))
    lines += ["", tr("WHY THE OTHERS DO NOT FIT")]
    for law in Law:
        if fallen.count(law):
            lines.append(f"  {tr(law.words):<44}{many(fallen.count(law)):>8}")
        for part in fallen.nearest(law, NEAREST):
            short = say_short(law, float(fallen.shortfall[part]) * law.cure, r)
            lines.append(f"      {part_name(found, int(part))}, {short}")
    lines += [say_opens(o, r) for o in opens]
    return "\n".join(lines) + "\n"


def _why(a: Assessment, wishes: list[AxleWish], parts: Parts, part: str, r: Reader) -> int:
    """Prints why a part does not do at an axle; of one whose figures are missing, what its lift leaves open."""
    out: list[str] = []
    listed = [n for n, number in enumerate(parts.parts) if number.casefold() == part.casefold()]
    if not listed:
        raise JobFault("find", [saying("Part number “{part}” is not in the lists.", part=quoted(part))])
    for wish in wishes:
        at = [n for n, number in enumerate(wish.parts.parts) if number.casefold() == part.casefold()]
        for n in listed if not at else ():
            out += [f"{parts.name(n)}, {r.axle(wish.axle)}", *(f"  {line}" for line in say_left_open(a, wish.axle, parts, n, r))]
        for n in at:
            why = why_not(a, wishes, wish.axle, n)
            means = why.height_m[wish.axle].mean(axis=0).tolist()
            heights = [r.height_unit(m) if math.isfinite(m) else tr("no static balance") for m in means]
            cases = [r.case(int(c)) for c in why.cases]
            out += [
                f"{part_name(why.found, 0)}, {r.axle(wish.axle)}",
                "  " + "; ".join(f"{case} {m}" for case, m in zip(cases, heights, strict=True)),
                "  " + say_sold_as(sold_as(a, wish, n), a.target_case, r),
            ]
            out += [f"  {capital(tr(law.words))}: {say_short(law, short, r)}" for law, short in why.broken]
            out += [] if why.broken else ["  " + tr("It fits in every load case.")]
    tell("\n".join(out) + "\n")
    return ANSWERED
