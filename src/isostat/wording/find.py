"""A search in words: how many sets it tries, what each set is, why springs fell, what would let some in."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from isostat.assess.find.advertised import Advertised, advertised
from isostat.assess.find.law import Law
from isostat.assess.find.search import Found, sets
from isostat.assess.find.sold_as import SoldAs
from isostat.assess.find.why_not import Opens
from isostat.assess.find.wish import AxleWish
from isostat.assess.solve.assessment import Assessment
from isostat.catalogue.parts import Parts
from isostat.language import decimal_mark, tr, trn
from isostat.units.format import with_unit
from isostat.units.unit import Quantity
from isostat.wording.reader import Reader


def many(n: int) -> str:
    """A whole number in groups of three: `104,060`, with spaces where the comma is the decimal mark."""
    return f"{n:,}".replace(",", "\u202f" if decimal_mark() == "," else ",")


def say_product(wishes: Sequence[AxleWish]) -> str:
    """How many sets a search tries, as a product: `215 springs × 11 × 11 spacers × 4 stop spacers = 104,060 sets`."""
    said = []
    for wish in wishes:
        springs, left, right, stops = wish.factors
        said.append(trn("{count} spring", "{count} springs", springs, count=many(springs)))
        if left > 1:
            said.append(tr("{left} × {right} spacers", left=left, right=right))
        if stops > 1:
            said.append(tr("{n} stop spacers", n=stops))
    return tr("{product} = {n} sets", product=" × ".join(said), n=many(sets(wishes)))


def say_set(found: Found, n: int, r: Reader) -> list[str]:
    """The n-th good set, a line an axle: its springs, rate and free length, spacers."""
    lines = []
    for options, at in zip(found.options, found.good.chosen[:, n], strict=True):
        parts, (left, right) = options.wish.parts, options.spring[:, at]
        names = (
            parts.name(left) if left == right else tr("{left} left, {right} right", left=parts.name(left), right=parts.name(right))
        )
        spring = tr("{rate}, {m} free", rate=r.rate(parts.numbers["rate"][left]), m=r.coil(parts.numbers["free_m"][left]))
        said = [r.axle(options.wish.axle), names, spring]
        if options.spacer_m[:, at].any():
            spacers = {"left": r.coil(options.spacer_m[0, at]), "right": r.coil(options.spacer_m[1, at])}
            said.append(tr("spacer {left} left, {right} right", **spacers))
        if options.wish.stop_spacers is not None:
            said.append(tr("stop spacer {m}", m=r.coil(options.stop_m[at])))
        lines.append(", ".join(said))
    return lines


def say_miss(found: Found, n: int, r: Reader) -> str:
    """How far the worst corner of a set stands off, and when."""
    miss, case = float(found.good.miss_m[n]), r.case(int(found.good.case[n]))
    if miss < 0.0:
        return tr("worst {m} low when {case}", m=r.height_unit(-miss), case=case)
    return tr("worst {m} high when {case}", m=r.height_unit(miss), case=case)


def say_price(found: Found, n: int) -> str:
    """What all springs of a set cost, and when they are there; what a list does not say is said."""
    parts = [(o.wish.parts, o.spring[:, at]) for o, at in zip(found.options, found.good.chosen[:, n], strict=True)]
    money = {p.words["currency"][k] for p, springs in parts for k in springs}
    price = float(found.good.price[n])
    said = [tr("no price") if np.isnan(price) or len(money) > 1 else f"{price:.0f} {money.pop()}".strip()]
    stock = [float(p.numbers["stock"][k]) for p, springs in parts for k in springs]
    days = [float(p.numbers["days"][k]) for p, springs in parts for k in springs]
    said.append(tr("stock not given") if np.isnan(stock).any() else tr("{n} in stock", n=f"{min(stock):.0f}"))
    if not np.isnan(days).any():
        said.append(trn("{n} day", "{n} days", int(max(days))))
    return ", ".join(said)


def say_short(law: Law, short: float, r: Reader) -> str:
    """By how much a law is broken, rounded up: what would cure it."""
    if np.isinf(short):
        return tr("no static balance")
    if law is Law.STRESS:
        return tr("{n} % over", n=math.ceil(100.0 * short))
    m = with_unit(short, Quantity.COIL, r.preset, toward=1)
    return tr("{m} too far", m=m) if law in (Law.LOW, Law.HIGH) else tr("by {m}", m=m)


def say_opens(opens: Opens, r: Reader) -> str:
    """What would let some springs in."""
    m = r.height_unit(opens.m)
    if opens.what == "stop spacer":
        return trn("With {m} more stop spacer, {n} spring fits.", "With {m} more stop spacer, {n} springs fit.", opens.stand, m=m)
    return trn("With {m} more spacer, {n} spring fits.", "With {m} more spacer, {n} springs fit.", opens.stand, m=m)


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
