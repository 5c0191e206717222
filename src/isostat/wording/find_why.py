"""Why parts do not do, in words: by how much, what would let them in, what a reading may be, what a lift leaves open."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping, Sequence

import numpy as np

from isostat.assess.find.advertised import Advertised, advertised
from isostat.assess.find.described import Described, may_be
from isostat.assess.find.found import Fallen
from isostat.assess.find.law import Law
from isostat.assess.find.sold_as import sold_as
from isostat.assess.find.why_not import Opens, fits_where, what_opens, why_not
from isostat.assess.find.wish import AxleWish, Varied
from isostat.assess.solve.assessment import Assessment
from isostat.catalogue.parts import Parts
from isostat.language import capital, later, tr, trn
from isostat.units.format import many, with_unit
from isostat.units.unit import Quantity
from isostat.wording.find import say_sold_as
from isostat.wording.find_parts import say_part
from isostat.wording.reader import Reader

MORE = {
    Varied.STOP: later("{m} more stop spacer"), Varied.SPACER: later("{m} more spacer"), Varied.BLOCK: later("{m} more block"),
    Varied.COLLAR: later("the collar {m} further down"),
}  # fmt: skip
LIKELIEST = 5  # of the parts that a description may be


def say_short(law: Law, short: float, r: Reader) -> str:
    """By how much a law is broken, rounded up: what would cure it."""
    if np.isinf(short):
        return tr("no static balance")
    if law in (Law.STRESS, Law.RATED):
        return tr("{n} % over", n=math.ceil(100.0 * short))
    if law is Law.ENDS:
        return trn("{n} end", "{n} ends", round(short))
    if law is Law.PRESSURE:
        return tr("by {m}", m=with_unit(short, Quantity.PRESSURE, r.preset, toward=1))
    if law is Law.ROOM:
        return tr("cannot be set for the target")
    m = with_unit(short, Quantity.COIL, r.preset, toward=1)
    return tr("{m} outside the tolerance", m=m) if law in (Law.LOW, Law.HIGH) else tr("by {m}", m=m)


def say_nearest(fallen: Fallen, name: Callable[[int], str], r: Reader) -> str:
    """Where nothing stands, the choice that is the nearest to it, and what it breaks."""
    part = int(np.argmin(fallen.shortfall))
    law, short = fallen.broken(part)
    return tr("Nearest: {part}. {law}: {short}.", part=name(part), law=capital(tr(law.words)), short=say_short(law, short, r))


def say_part_asked(a: Assessment, wishes: Sequence[AxleWish], lists: Mapping[str, Parts], part: str, r: Reader) -> list[list[str]]:
    """Why a part does not do, at every axle where it is searched: what it is, then how it would stand and what it breaks.

    lists: by kind, with those parts too whose figures are not given. Empty where no list that is searched has it.
    """
    said: list[list[str]] = []
    for wish in wishes:
        for tried in wish.lists:
            every, at = lists[tried.kind], tried.place_of(part)
            listed = every.place_of(part)
            if at is not None:
                said.append(say_why(a, wish, tried, at, r))
            elif listed is not None:
                lines = [tr("The list gives too little about this part to try it.")]
                if every.kind == "coil":
                    lines = say_left_open(a, wish.axle, every, listed, r)
                said.append([tr("{part}, {axle}", part=every.name(listed), axle=r.axle(wish.axle)), *lines])
    return said


def say_why(a: Assessment, wish: AxleWish, parts: Parts, row: int, r: Reader) -> list[str]:
    """Where one part of a list stands in every case, the laws that it breaks, each by how much, and what would let it in, tried."""
    only = wish.only(parts.kind, row)
    why = why_not(a, only)
    options, means = why.found.options[0], why.height_m[wish.axle].mean(axis=0).tolist()
    heights = [r.height_unit(m) if math.isfinite(m) else tr("no static balance") for m in means]
    stands = ", ".join(tr("{m} {case}", m=m, case=r.case(int(c))) for m, c in zip(heights, why.cases, strict=True))
    lines = [tr("{part}, {axle}", part=parts.name(row), axle=r.axle(wish.axle))]
    nearest = why.found.name(why.choice)  # springs that are tried with it, or its pair
    if nearest and nearest != parts.name(row):
        lines.append(tr("Nearest with {springs}.", springs=nearest))
    lines.append(tr("Stands at {heights}.", heights=stands))
    if options.choices is not None:
        lines.append(say_sold_as(sold_as(a, options, why.choice), a.target_case, r))
    if not why.broken:
        return [*lines, tr("It fits in every load case.")]
    lines += [tr("{law}: {short}.", law=capital(tr(law.words)), short=say_short(law, short, r)) for law, short in why.broken]
    opens = [say_opens(one, r, of_one=True) for one in what_opens(a, [only])]
    return lines + (opens or [tr("No added height or stop spacer makes it fit.")])


def say_what_it_is(a: Assessment, wishes: Sequence[AxleWish], parts: Parts, it: Described, r: Reader) -> list[str]:
    """The parts of a list that a description may be, the likeliest first, and the axles that each fits or why not."""
    found = may_be(parts, it)
    if not found:
        return [tr("No listed part matches. Check the readings, or leave out the least certain one.")]
    count = many(len(found))
    lines = [trn("{count} listed part matches.", "{count} listed parts match.", len(found), count=count)]
    mine = [(wish, tried) for wish in wishes for tried in wish.lists if tried.kind == parts.kind]
    for row, _ in found[:LIKELIEST]:
        said = [parts.name(row), say_part(parts, row, r)]
        at = mine[0][1].place_of(parts.parts[row]) if mine else None
        if at is not None:
            for axle, law in fits_where(a, [wish for wish, _ in mine], parts.kind, at):
                said.append(tr("{axle}: {how}", axle=r.axle(axle), how=tr("fits") if law is None else tr(law.words)))
        lines.append("; ".join(said))
    return lines


def say_opens(opens: Opens, r: Reader, *, of_one: bool = False) -> str:
    """What would let some springs in. of_one: of a search that was narrowed down to one part."""
    more = tr(MORE[opens.of], m=r.height_unit(opens.m))
    if of_one:
        return tr("Fits with {more}.", more=more)
    return trn("With {more}, {n} choice fits.", "With {more}, {n} choices fit.", opens.stand, more=more)


def say_advertised(left_open: Sequence[Advertised], lift_m: float, target: int, r: Reader) -> list[str]:
    """What an advertised lift leaves open, a line for every load case that may have been meant."""

    def between(ends: tuple[float, float]) -> str:
        low, high = r.height(ends[0]), r.height_unit(ends[1])
        return high if r.height_unit(ends[0]) == high else tr("{low} to {high}", low=low, high=high)

    lines = []
    for a in left_open:
        rate = r.rate(a.rate[0]) if a.rate[0] == a.rate[1] else tr("{low} to {high}", low=r.rate(a.rate[0]), high=r.rate(a.rate[1]))
        spring = {"lift": r.height_unit(lift_m), "base": r.case(a.base), "rate": rate, "free": between(a.free_m)}
        stands = {"target": between(a.target_m), "case": r.case(target), "light": between(a.light_m)}
        lines.append(
            tr("If sold as {lift} for {base}: rate {rate}, free length {free}; ", **spring)
            + tr("stands at {target} when {case}, {light} in the lightest case.", **stands)
        )
    settles = left_open[0].settles if left_open else None
    if settles == "rate":
        lines.append(tr("Measure its rate on a press: that settles it."))
    elif settles == "free length":
        lines.append(tr("Measure its free length: that settles it."))
    return lines


def say_left_open(a: Assessment, axle: int, parts: Parts, n: int, r: Reader) -> list[str]:
    """What a list leaves open of its n-th part, whose rate or free length it does not give."""
    rate, free, lift = (float(parts.numbers[key][n]) for key in ("rate", "free_m", "lift_m"))
    if np.isnan(lift):
        return [tr("Rate, free length and lift are not all given. Measure rate and free length.")]
    known = [None if np.isnan(value) else value for value in (rate, free)]
    return say_advertised(advertised(a, axle, lift, *known), lift, a.target_case, r)
