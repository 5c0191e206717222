"""A search in words: how many sets it tries, what each set is, why springs fell, what would let some in."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from isostat.assess.find.advertised import Advertised, advertised
from isostat.assess.find.bill import bill
from isostat.assess.find.described import Described, may_be
from isostat.assess.find.found import Found
from isostat.assess.find.good import Rank
from isostat.assess.find.kinds.every import OFFERED
from isostat.assess.find.law import Law
from isostat.assess.find.options import Options, factors
from isostat.assess.find.search import sets
from isostat.assess.find.sold_as import SoldAs
from isostat.assess.find.why_not import Opens, WhyNot, fits_where, what_opens
from isostat.assess.find.wish import AxleWish, Varied
from isostat.assess.solve.assessment import Assessment
from isostat.catalogue.parts import Parts
from isostat.core.limits import Ints
from isostat.language import capital, later, tr, trn
from isostat.units.format import many, with_unit
from isostat.units.unit import Quantity
from isostat.wording.find_parts import say_part
from isostat.wording.reader import Reader

PRODUCT = {
    "ring": later("{n} rings"), "stop spacer": later("{n} stop spacers"), "pressure": later("{n} pressures"),
    "shock": later("{n} shocks"), "bump stop": later("{n} bump stops"), "helper": later("{n} helpers"),
}  # fmt: skip
BESIDE = {
    "shock": later("shocks {part}, {sizes}"), "bump stop": later("bump stops {part}, {sizes}"),
    "helper": later("helpers {part}, {sizes}"),
}  # fmt: skip
LIKELIEST = 5  # of the parts that a description may be


def say_product(wishes: Sequence[AxleWish]) -> str:
    """How many sets a search tries, as a product: `215 springs × 11 × 11 spacers × 4 stop spacers = 104,060 sets`."""
    said = []
    for wish in wishes:
        n = factors(wish)
        if wish.parts is not None:
            counted = {"count": many(n["springs"])}
            said.append(
                trn("{count} pair", "{count} pairs", n["springs"], **counted)
                if OFFERED[wish.parts.kind].has_ring
                else trn("{count} spring", "{count} springs", n["springs"], **counted)
            )
        if n["left"] > 1:
            of_collars = wish.spacers.of is Varied.COLLAR
            levels = later("{left} × {right} collars") if of_collars else later("{left} × {right} spacers")
            said.append(tr(levels, left=n["left"], right=n["right"]))
        said += [tr(words, n=n[what]) for what, words in PRODUCT.items() if n.get(what, 1) > 1]
    return tr("{product} = {n} sets", product=" × ".join(said), n=many(sets(wishes)))


def say_set(found: Found, n: int, r: Reader) -> list[str]:
    """The n-th good set, a line an axle: its springs, rate and free length, spacers."""
    lines = []
    for options, at in zip(found.options, found.good.chosen[:, n], strict=True):
        lines.append(", ".join([r.axle(options.wish.axle), *say_counted(options, int(at), r), *say_setting(options, int(at), r)]))
    return lines


def say_counted(options: Options, at: int, r: Reader) -> list[str]:
    """What sets are counted by: by number, springs left and right where they differ; what it measures."""
    choices, s = options.choices, options.settings(np.array([at]))
    if choices is None:
        if not options.wish.lists:
            return [tr("springs as proposed")]
        (parts, *_), row = options.wish.lists, int(s.choice[0])
        return [parts.name(row), say_part(parts, row, r)]
    left, right = (choices.rows[:, way].tolist() for way in s.way[:, 0])
    first, second = (" + ".join(choices.parts.name(row) for row in rows) for rows in (left, right))
    name = first if left == right else tr("{left} left, {right} right", left=first, right=second)
    return [name, " + ".join(say_part(choices.parts, row, r) for row in left)]


def say_setting(options: Options, at: int, r: Reader) -> list[str]:
    """What is set at an axle beside what sets are counted by."""
    s, wish, said = options.settings(np.array([at])), options.wish, list[str]()
    left, right = (float(m) for m in s.level_m[:, 0])
    if wish.spacers.of is Varied.COLLAR:
        both = {"left": say_collar(left, r), "right": say_collar(right, r)}
        said.append(tr("collar {m}", m=both["left"]) if left == right else tr("collar {left} left, {right} right", **both))
    elif left or right:
        both = {"left": r.coil(left), "right": r.coil(right)}
        said.append(tr("spacer {m}", m=both["left"]) if left == right else tr("spacer {left} left, {right} right", **both))
    if options.choices is not None and wish.rings is not None:
        said.append(tr("ring {m} below the collar", m=r.coil(float(options.choices.ring_m[s.way[0, 0]]))))
    if wish.stop_spacers is not None:
        said.append(tr("stop spacer {m}", m=r.coil(float(s.stop_m[0]))))
    if wish.pressures is not None:
        said.append(tr("helper {pressure}", pressure=r.pressure(float(s.pressure_pa[0]))))
    for kind, parts in wish.beside.items():
        if parts is wish.lists[0]:
            continue
        row = int(s.beside[kind][0])
        said.append(tr(BESIDE[kind], part=parts.name(row), sizes=say_part(parts, row, r)))
    return said


def say_collar(down_m: float, r: Reader) -> str:
    """How far a collar goes from where it stood."""
    m = r.coil(abs(down_m))
    return tr("{m} down", m=m) if down_m >= 0.0 else tr("{m} up", m=m)


def say_miss(found: Found, n: int, r: Reader) -> str:
    """How far the worst corner of a set stands off, and when."""
    miss, case = float(found.good.miss_m[n]), r.case(int(found.good.case[n]))
    if miss < 0.0:
        return tr("worst {m} low, {case}", m=r.height_unit(-miss), case=case)
    return tr("worst {m} high, {case}", m=r.height_unit(miss), case=case)


def say_price(found: Found, n: int) -> str:
    """What all springs of a set cost, and when they are there; what a list does not say is said."""
    bought = bill(found, n)
    money = {b.parts.words["currency"][b.row] for b in bought}
    price = float(found.good.price[n])
    said = [tr("no price") if np.isnan(price) or len(money) > 1 else f"{price:.0f} {''.join(money)}".strip()]
    if all(b.on_shelf for b in bought):
        return ", ".join([*said, tr("on the shelf")])
    stock = [float(b.parts.numbers["stock"][b.row]) for b in bought if not b.on_shelf]
    said.append(tr("stock not given") if np.isnan(stock).any() else tr("{n} in stock", n=f"{min(stock):.0f}"))
    days = float(found.good.days[n])
    return ", ".join(said if np.isnan(days) else [*said, trn("{n} day", "{n} days", int(days))])


def say_ride(found: Found, n: int, r: Reader) -> str:
    """Frequency of a set, what its springs have left before coil-bind, and of their stress; what is not known is left out."""
    said = [say_rank(found, n, Rank.FREQUENCY, r)]
    left = np.array([float(o.left_m(o.settings(at))[0]) for o, at in _axles(found, n)])
    if np.isfinite(left).any():
        said.append(tr("{m} available before coil bind", m=r.coil(float(np.nanmin(left)))))
    if not np.isnan(found.good.used[n]):
        said.append(say_rank(found, n, Rank.STRESS, r))
    return ", ".join(said)


def _axles(found: Found, n: int) -> list[tuple[Options, Ints]]:
    return [(o, np.array([at])) for o, at in zip(found.options, found.good.chosen[:, n], strict=True)]


def say_rank(found: Found, n: int, by: Rank, r: Reader) -> str:
    """What a set has of what sets are ranked by, beside its miss and its price."""
    good = found.good
    if by is Rank.STRESS:
        used = float(good.used[n])
        return tr("stress not known") if np.isnan(used) else tr("{n} of allowed stress", n=r.percent(used))
    hertz = [tr("{hz} Hz", hz=f"{hz:.2f}") for hz in good.frequency_hz[:, n]]
    return tr("{hz} when {case}", hz=" / ".join(hertz), case=r.case(found.target_case))


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
    return tr("{m} too far", m=m) if law in (Law.LOW, Law.HIGH) else tr("by {m}", m=m)


def say_why(a: Assessment, wish: AxleWish, why: WhyNot, r: Reader) -> list[str]:
    """The laws that a part breaks at an axle, each by how much, and what would let it in, tried. wish: narrowed down to it."""
    if not why.broken:
        return [tr("It fits in every load case.")]
    lines = [tr("{law}: {short}.", law=capital(tr(law.words)), short=say_short(law, short, r)) for law, short in why.broken]
    opens = [say_opens(one, r) for one in what_opens(a, [wish])]
    return lines + (opens or [tr("No more spacer or stop spacer lets it in.")])


def say_what_it_is(a: Assessment, wishes: Sequence[AxleWish], parts: Parts, it: Described, r: Reader) -> list[str]:
    """The parts of a list that a description may be, the likeliest first, and the axles that each fits or why not."""
    found = may_be(parts, it)
    if not found:
        return [tr("No part of the lists is like that. Check the readings, or leave out the least sure one.")]
    count = many(len(found))
    lines = [trn("{count} part of the lists may be it.", "{count} parts of the lists may be it.", len(found), count=count)]
    mine = [(wish, tried) for wish in wishes for tried in wish.lists if tried.kind == parts.kind]
    for row, _ in found[:LIKELIEST]:
        said = [parts.name(row), say_part(parts, row, r)]
        at = mine[0][1].place_of(parts.parts[row]) if mine else None
        if at is not None:
            for axle, law in fits_where(a, [wish for wish, _ in mine], parts.kind, at):
                said.append(tr("{axle}: {how}", axle=r.axle(axle), how=tr("fits") if law is None else tr(law.words)))
        lines.append("; ".join(said))
    return lines


def say_opens(opens: Opens, r: Reader) -> str:
    """What would let some springs in."""
    m = r.height_unit(opens.m)
    if opens.what == "stop spacer":
        return trn("With {m} more stop spacer, {n} choice fits.", "With {m} more stop spacer, {n} choices fit.", opens.stand, m=m)
    return trn("With {m} more spacer, {n} choice fits.", "With {m} more spacer, {n} choices fit.", opens.stand, m=m)


def say_advertised(left_open: Sequence[Advertised], lift_m: float, target: int, r: Reader) -> list[str]:
    """What an advertised lift leaves open, a line for every load case that may have been meant."""

    def between(ends: tuple[float, float]) -> str:
        low, high = r.height(ends[0]), r.height_unit(ends[1])
        return high if r.height_unit(ends[0]) == high else tr("{low} to {high}", low=low, high=high)

    lines = []
    for a in left_open:
        rate = r.rate(a.rate[0]) if a.rate[0] == a.rate[1] else tr("{low} to {high}", low=r.rate(a.rate[0]), high=r.rate(a.rate[1]))
        said = {"lift": r.height_unit(lift_m), "base": r.case(a.base), "rate": rate, "free": between(a.free_m)}
        said |= {"target": between(a.target_m), "case": r.case(target), "light": between(a.light_m)}
        lines.append(
            tr("If {lift} is meant when {base}: {rate}, {free} free; stands at {target} when {case}, {light} lightest.", **said)
        )
    if left_open and left_open[0].settles is not None:
        settles = {"rate": tr("Press it: its rate settles it."), "free length": tr("Measure its free length: that settles it.")}
        lines.append(settles[left_open[0].settles])
    return lines


def say_left_open(a: Assessment, axle: int, parts: Parts, n: int, r: Reader) -> list[str]:
    """What a list leaves open of its n-th part, whose rate or free length it does not give."""
    rate, free, lift = (float(parts.numbers[key][n]) for key in ("rate", "free_m", "lift_m"))
    if np.isnan(lift):
        return [tr("Rate, free length and lift are not all given. Measure rate and free length.")]
    known = [None if np.isnan(value) else value for value in (rate, free)]
    return say_advertised(advertised(a, axle, lift, *known), lift, a.target_case, r)


def say_sold_as(sold: SoldAs, case: int, r: Reader) -> str:
    """What is advertised against what it gives here."""
    if not np.isfinite([sold.gives_m, sold.light_m]).all():
        return tr("No static balance found on these springs.")
    said = {"gives": r.height_unit(sold.gives_m), "light": r.height_unit(sold.light_m), "case": r.case(case)}
    if sold.advertised_m is None:
        return tr("Here it gives {gives} when {case}, {light} in the lightest case, over the old springs.", **said)
    said["lift"] = r.height_unit(sold.advertised_m)
    if not sold.stated_for:
        return tr("Sold as {lift}, load not stated: here it gives {gives} when {case}, {light} in the lightest case.", **said)
    said["stated"] = sold.stated_for
    return tr("Sold as {lift} for {stated}: here it gives {gives} when {case}, {light} in the lightest case.", **said)
