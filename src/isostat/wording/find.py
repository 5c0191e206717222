"""A search in words: how many sets it tries, what each set is, what it gives and costs."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from isostat.assess.find.bill import bill
from isostat.assess.find.found import Found
from isostat.assess.find.good import Rank
from isostat.assess.find.kinds.every import OFFERED
from isostat.assess.find.options import Options, factors
from isostat.assess.find.search import sets
from isostat.assess.find.sold_as import SoldAs
from isostat.assess.find.wish import AxleWish, Varied
from isostat.core.limits import Ints
from isostat.language import later, tr, trn
from isostat.units.format import many
from isostat.wording.find_parts import say_part
from isostat.wording.reader import Reader

PRODUCT = {
    "ring": later("{n} rings"), "stop spacer": later("{n} stop spacers"), "pressure": later("{n} pressures"),
    "shock": later("{n} shocks"), "bump stop": later("{n} bump stops"), "helper": later("{n} helpers"),
}  # fmt: skip
SPACED = {
    Varied.SPACER: (later("spacer {m}"), later("spacer {left} left, {right} right")),
    Varied.BLOCK: (later("block {m}"), later("block {left} left, {right} right")),
}
LEVELS = {
    Varied.SPACER: later("{left} × {right} spacers"), Varied.BLOCK: later("{left} × {right} blocks"),
    Varied.COLLAR: later("{left} × {right} collars"),
}  # fmt: skip
BESIDE = {
    "shock": later("shocks {part}, {sizes}"), "bump stop": later("bump stops {part}, {sizes}"),
    "helper": later("helpers {part}, {sizes}"),
}  # fmt: skip


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
            said.append(tr(LEVELS[wish.spacers.of], left=n["left"], right=n["right"]))
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
        alike, apart = SPACED[wish.spacers.of]
        said.append(tr(alike, m=both["left"]) if left == right else tr(apart, **both))
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
