"""What a job card orders: springs once where both sides are alike, and what each list of steps takes besides."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable
from dataclasses import dataclass, replace

from isostat.assess.fit.changes import other_blocks
from isostat.assess.fit.compose import AFTER, BEFORE, Entry
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.leaf_added import added_leaf
from isostat.assess.spring.perch import perch_at
from isostat.job.edits.card import bought_of
from isostat.job.tables.readings_csv import safe_cell
from isostat.language import capital, decimal, later, tr
from isostat.wording.card_at import At
from isostat.wording.card_settings import filled, setting
from isostat.wording.reader import Reader
from isostat.wording.springs.kind import free_words, rate_words
from isostat.wording.springs.words import WORDS

PARTS = (  # of a list: what it takes, besides springs, and how many
    ("leaf added", later("leaf to add, {cut_front} ahead of the centre bolt, {cut_rear} behind it"), 2),
    ("leaf pack", later("{wedge_part}"), 2),
    ("block", later("{wedge_part}"), 2),
    ("leaf pack", later("U-bolt with nuts, legs {ubolt}"), 4),
    ("leaf pack", later("centre bolt for a stack of {stack}"), 2),
    ("leaf pack", later("bushes of eyes and shackles, where worn"), 6),
    ("block", later("U-bolt with nuts, legs {ubolt}"), 4),
    ("shackle", later("shackle {shackle} between bolts, with bolts and bushes"), 2),
    ("air springs", later("line, fittings and valve for a bag"), 2),
    ("air over leaf", later("helper bag, {least_pressure} to {most_pressure}, {bag_height} high at target, line and valve"), 2),
    ("air in coil", later("helper bag inside the coil, {least_pressure} to {most_pressure}, line and valve"), 2),
    ("foam helper", later("foam helper {foam}"), 2),
    ("foam helper", later("bolts of a helper, {helper_bolt}"), 4),
    ("bump stop", later("{stop_part}"), 2),
    ("strap", later("limiting strap {strap}"), 2),
    ("shock", later("shock {shock}"), 2),
    ("track bar", later("{bar_part}"), 1),
    ("links", later("{link_part}"), 1),
    ("half shaft", later("differential spacer {diff_spacer}, bolt {diff_bolt}, of the same grade"), 2),
    ("half shaft", later("axle nut"), 2),
    ("wheel spacer", later("wheel spacer {wheel_out}, or wheels with that much less offset; studs or bolts to suit"), 2),
    ("put right", later("for Knock-on: {put_right}"), 1),
    ("coil on strut", later("top nut, lower bolts and nuts where its maker says new"), 2),
)
LISTED = {  # what a list may have of these
    "leaf to add, {cut_front} ahead of the centre bolt, {cut_rear} behind it": "leaf", "foam helper {foam}": "helper",
    "{stop_part}": "bump stop", "shock {shock}": "shock",
}  # fmt: skip
LONGER_HOSE = later("brake hose {hose_longer} longer")
OF_SPRINGS = {"coil on strut", "coil on arm", "coil on beam", "stacked pair", "torsion bar", "leaf pack", "air springs"}  # lists
OF_A_BAR = ("diameter_m", "length_m", "bore_m")


@dataclass(frozen=True, slots=True)
class Bought:
    """A part to order. which: corner or axle. named: as a list has it; price, days: of all of that line, where a list says."""

    which: str
    words: str
    count: int
    named: str = ""
    price: str = ""
    days: str = ""


def ordered_parts(a: Assessment, r: Reader, card: tuple[Entry, ...]) -> list[Bought]:
    """Springs as ordered, once where both sides are alike, and what the lists on the card take."""
    lists = {(e.step.list, e.axle) for e in card if e.step.list not in (BEFORE, AFTER)}
    out = []
    for i, ordered in enumerate(a.orders):
        of_axle, axle, at = {name for name, axle in lists if axle == i}, capital(r.corner(i, None)), At(a, r, i, None)
        if of_axle and not ordered.can_be_had:
            continue
        if _new_springs(a, i, of_axle):
            springs = _springs(a, r, i)
            out += [_as_listed(a, i, "springs", springs[0]), *springs[1:]]
        elif ordered.kind.hangs_from_eyes:
            out += [Bought(capital(r.corner(i, side)), tr("block or packer {m}", m=r.coil(ordered.order.spacer_m[side])), 1)
                    for side in other_blocks(a, i) if ordered.order.spacer_m[side] > 0.0]  # fmt: skip
        taken = [(what, count) for name, what, count in PARTS if name in of_axle and not _nothing(what, at)]
        out += [_as_listed(a, i, LISTED.get(what, ""), Bought(axle, filled(what, at), count)) for what, count in taken]
        if a.fits[i].hose_longer_m > 0.0:
            out.append(Bought(axle, filled(LONGER_HOSE, at), 2))
    return out


def _as_listed(a: Assessment, i: int, of: str, part: Bought) -> Bought:
    """With its name, price and days where it was taken from a list. of: what the card keeps it under, empty where nothing is."""
    known = bought_of(a.job, i, of) if of else None
    if known is None:
        return part
    price, days = ("" if value is None else decimal(value, places) for value, places in ((known.price, 2), (known.days, 0)))
    return replace(part, named=known.part, price=price, days=days)


def _nothing(what: str, at: At) -> bool:
    """Whether a part is wanted by some jobs only, and not by this one: it is a setting alone."""
    return what.startswith("{") and setting(what[1:-1], at) is None


def _new_springs(a: Assessment, i: int, lists: set[str]) -> bool:
    """Whether springs are bought: not for a pack that is given a leaf, nor a bar that is turned."""
    if not lists & OF_SPRINGS or ("leaf added" in lists and added_leaf(a, i) is not None):
        return False
    fit, was = a.job.proposal.axles[i], a.job.as_found.axles[i]
    turned = fit.kind == was.kind == "torsion bar"
    return not turned or any(getattr(fit.torsion, field) not in (None, getattr(was.torsion, field)) for field in OF_A_BAR)


def _springs(a: Assessment, r: Reader, i: int) -> list[Bought]:
    """The springs of an axle: once where both sides are alike, spacers then by corner."""
    ordered, order = a.orders[i], a.orders[i].order
    words = [WORDS[ordered.kind.name].line(a, (i, side), r) for side in (0, 1)]
    both = tr("{axle}, same springs both sides", axle=capital(r.corner(i, None)))
    if words[0] == words[1]:
        return [Bought(both, words[0], 2)]
    alike = [r.coil(free) for free in order.free_m], [r.rate(rate) for rate in order.rate_n_per_m]
    if ordered.kind.name not in ("coil", "progressive") or any(len(set(of)) > 1 for of in alike):
        return [Bought(capital(r.corner(i, side)), words[side], 1) for side in (0, 1)]
    said = {"kind": tr(WORDS[ordered.kind.name].name), "rate": rate_words(a, (i, 0), r), "free": free_words(a, (i, 0), r)}
    spring = tr("{kind} {rate}, free length {free}", **said)
    thick = [(side, r.coil(perch_at(a, i, side).spacer_m)) for side in (0, 1)]
    spacers = [Bought(capital(r.corner(i, side)), tr("spacer {m}", m=m), 1) for side, m in thick if m != r.coil(0.0)]
    return [Bought(both, spring, 2), *spacers]


def order_lines(buy: Iterable[Bought]) -> list[str]:
    """What is to be ordered in sentences, for a terminal or a message."""
    return [f"{part.which}: {part.words} × {part.count}" + (f" ({part.named})" if part.named else "") for part in buy]


def order_csv(buy: Iterable[Bought]) -> str:
    """What is to be ordered, a line a part; no cell that a spreadsheet would run."""
    out = io.StringIO()
    lines = csv.writer(out, lineterminator="\n")
    lines.writerow([tr("for"), tr("part"), tr("count"), tr("as listed"), tr("price"), tr("days")])
    for part in buy:
        lines.writerow(
            [*(safe_cell(text) for text in (part.which, part.words)), part.count, safe_cell(part.named), part.price, part.days]
        )
    return out.getvalue()
