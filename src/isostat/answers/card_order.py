"""What a job card orders: springs once where both sides are alike, and what each list of steps takes besides."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable
from dataclasses import dataclass, replace

from isostat.assess.fit.compose import AFTER, BEFORE, Entry
from isostat.assess.solve.assessment import Assessment
from isostat.job.edits.card import bought_of
from isostat.job.tables.readings_csv import safe_cell
from isostat.language import capital, decimal, later, tr
from isostat.wording.card_at import At
from isostat.wording.card_settings import filled
from isostat.wording.reader import Reader
from isostat.wording.springs.kind import free_words, rate_words
from isostat.wording.springs.words import WORDS

PARTS = (  # of a list: what it takes, besides springs
    ("leaf pack", later("U-bolts with nuts, legs {ubolt}; centre bolts for a stack of {stack}; eye bushes"), 4),
    ("block", later("blocks {block}; U-bolts with nuts, legs {ubolt}"), 2),
    ("bump stop", later("bump-stop spacer {stop_spacer}, stop height {stop_trim}"), 2),
    ("strap", later("limiting strap {strap}"), 2),
    ("track bar", later("Panhard bar set to {bar_length}, ends and jam nut"), 1),
    ("half shaft", later("differential spacers {diff_spacer}, longer bolts of the same grade; axle nuts"), 2),
    ("put right", later("for Knock-on: {put_right}"), 1),
    ("coil on strut", later("top nut, lower bolts and nuts where its maker says new"), 2),
)


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
        if not any(axle == i for _, axle in lists) or not ordered.can_be_had:
            continue
        springs = _springs(a, r, i)
        known = bought_of(a.job, i)
        if known is not None:
            price = "" if known.price is None else decimal(known.price, 2)
            springs[0] = replace(
                springs[0], named=known.part, price=price, days="" if known.days is None else decimal(known.days, 0)
            )
        out += springs
        for name, what, count in PARTS:
            if (name, i) in lists:
                out.append(Bought(capital(r.corner(i, None)), filled(what, At(a, r, i, None)), count))
    return out


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
    spacers = [Bought(capital(r.corner(i, side)), tr("spacer {m}", m=r.coil(order.spacer_m[side])), 1) for side in (0, 1)
               if r.coil(order.spacer_m[side]) != r.coil(0.0)]  # fmt: skip
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
