"""The sets that stand, with what they are ranked by."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, fields, replace
from enum import Enum
from typing import Any

import numpy as np

from isostat.assess.find.beside.beside import SIDES
from isostat.assess.find.options import Options, Settings
from isostat.assess.setup.springs.cushion import Cushioned
from isostat.assess.setup.springs.order import grown_m
from isostat.assess.solve.assessment import Assessment
from isostat.catalogue.parts import Parts
from isostat.core.limits import GRAVITY, Floats, Ints
from isostat.core.parts.law import ForceLaw
from isostat.core.rates.rate import ride_frequency
from isostat.language import later


class Rank(Enum):
    """What sets are ranked by; what is not known comes last, equals by worst miss, price and place in the list."""

    def __init__(self, words: str) -> None:
        self.words = words

    MISS = later("worst miss")
    FREQUENCY = later("frequency")
    STRESS = later("stress")
    PRICE = later("price")
    DAYS = later("days")


@dataclass(frozen=True, slots=True, kw_only=True)
class Good:
    """n sets that stand.

    chosen: (axles searched, n) setting of each. part: (n,) which choice of springs it is a setting of. height_m: (A, 2, n, B).
    miss_m: (n,) signed, the worst corner and case of the axles that are searched; case: (n,) where that is. price, days: (n,) of
    all parts, nan where one is not given. used: (n,) of the allowed stress at full bump, nan likewise. frequency_hz: (axles, n) at
    the target; off: (n,) share by which the rate is off the one that the axle's way picks, the worse axle.
    """

    chosen: Ints
    part: Ints
    height_m: Floats
    miss_m: Floats
    case: Ints
    price: Floats
    days: Floats
    used: Floats
    frequency_hz: Floats
    off: Floats

    def __len__(self) -> int:
        return int(self.miss_m.size)

    @property
    def best(self) -> Ints:
        """The first set of every choice of springs, in order."""
        return np.sort(np.unique(self.part, return_index=True)[1])

    def ranked(self, by: Rank) -> Good:
        """The same sets by another rank."""
        key = {
            Rank.MISS: np.zeros(len(self)), Rank.FREQUENCY: np.round(self.off, 3), Rank.STRESS: np.round(self.used, 3),
            Rank.PRICE: self.price, Rank.DAYS: self.days,
        }[by]  # fmt: skip
        order = np.argsort(np.where(np.isnan(key), np.inf, key), kind="stable")
        at_end = {"chosen", "frequency_hz"}  # whose sets come last
        taken: dict[str, Any] = {}
        for field in fields(self):
            values = getattr(self, field.name)
            if field.name == "height_m":
                taken[field.name] = values[:, :, order]
            else:
                taken[field.name] = values[:, order] if field.name in at_end else values[order]
        return replace(self, **taken)


Bought = tuple[Floats, Floats]  # price, and days until it is there; nan where a list does not say


def good_sets(
    a: Assessment, of_axles: Sequence[Options], cases: Ints, sets: tuple[Ints, Ints, Floats], bought: Bought | None = None
) -> Good:
    """By worst miss, then price, then the place of their springs in the lists.

    of_axles: searched. sets: settings (axles, n), choice (n,), heights (A, 2, n, cases). bought: (n,) in place of what parts cost.
    """
    chosen, part, height = sets
    axles = [o.wish.axle for o in of_axles]
    apart = np.moveaxis(height[axles] - a.fitted_target_m[axles][..., None, None], 2, 0)  # (n, axles, 2, cases)
    flat = apart.reshape(len(apart), int(np.prod(apart.shape[1:])))
    worst = np.abs(flat).argmax(axis=1)
    miss = flat[np.arange(len(flat)), worst]
    set_at = [(o, o.settings(at)) for o, at in zip(of_axles, chosen, strict=True)]
    each = [bought_at(o, s) for o, s in set_at]
    price, days = bought or (np.sum([one[0] for one in each], axis=0), np.max([one[1] for one in each], axis=0))
    rated = [_rated(a, o, s) for o, s in set_at]
    used = np.fmax.reduce([o.used(s) for o, s in set_at])
    names = [way for _, s in set_at for way in s.way]
    order = np.lexsort((*names[::-1], np.where(np.isnan(price), np.inf, price), np.round(np.abs(miss), 4)))
    return Good(
        chosen=chosen[:, order],
        part=part[order],
        height_m=height[:, :, order],
        miss_m=miss[order],
        case=cases[worst % len(cases)][order],
        price=price[order],
        days=days[order],
        used=used[order],
        frequency_hz=np.array([hz for hz, _ in rated])[:, order],
        off=np.max([off for _, off in rated], axis=0)[order],
    )


def bought_at(o: Options, s: Settings) -> Bought:
    """Price of all parts of m settings, and days until the last is there; nan where a list does not say."""
    each = [beside_bought(o, s, kind) for kind in o.wish.beside]
    each += [] if o.choices is None else [springs_bought(o, s)]
    nothing = np.zeros(len(s.choice))
    return np.sum([nothing, *(price for price, _ in each)], axis=0), np.max([nothing, *(days for _, days in each)], axis=0)


def springs_bought(o: Options, s: Settings) -> Bought:
    """The same of the springs alone."""
    assert o.choices is not None
    price, days = np.zeros(len(s.choice)), np.zeros(len(s.choice))
    alike = np.where(s.way[0] == s.way[1], SIDES, 1)
    for side in range(SIDES):
        price = price + o.choices.sum_of("price", s.way[side])
        days = np.maximum(days, wait(o.choices.parts, o.choices.rows[:, s.way[side]], alike).max(axis=0))
    return price, days


def beside_bought(o: Options, s: Settings, kind: str) -> Bought:
    """The same of one kind beside them."""
    parts, rows = o.wish.beside[kind], s.beside[kind]
    return SIDES * parts.numbers["price"][rows], wait(parts, rows, np.full(len(rows), SIDES))


def wait(parts: Parts, rows: Ints, count: Ints) -> Floats:
    """Days until so many of lines (m,) are there: none where they lie on the shelf; nan where a list does not say."""
    return np.where(parts.numbers["shelf"][rows] >= count, 0.0, parts.numbers["days"][rows])


def _rated(a: Assessment, o: Options, s: Settings) -> tuple[Floats, Floats]:
    """Frequency in Hz of an axle at the target, (m,), and the share by which the springs' rate is off the picked one."""
    axle, case, count = o.wish.axle, a.target_case, len(s.choice)
    order, standing = a.orders[axle], a.proposed
    old = np.array(order.order.rate_n_per_m)
    if o.choices is None:
        rate = np.repeat(old.mean(), count)
    else:
        force = [np.full(count, max(f, 0.0)) for f in order.target_force_n]
        rates = [o.choices.rate(s.way[n], o.choices.pressed_m(s.way[n], force[n])) for n in range(SIDES)]
        rate = np.mean(rates, axis=0)
    more = rate - old.mean() + _helpers_rate(a, o, s)
    at_wheel = standing.wheel_rate[axle, :, case].mean() + more * order.bends[0] ** 2
    sprung = float(standing.rest.force_n[axle, :, case].mean()) / GRAVITY
    hz = ride_frequency(1.0, sprung) * np.sqrt(np.maximum(at_wheel, 0.0))
    return hz, np.abs(rate / max(order.picked_rate, 1.0) - 1.0)


def _helpers_rate(a: Assessment, o: Options, s: Settings) -> Floats:
    """By how much the helpers of m settings are stiffer at the target than those that are fitted, mean of both sides, (m,) N/m."""
    axle, out = o.wish.axle, np.zeros(len(s.choice))
    grown = grown_m(a.orders[axle].asked)
    fitted = a.fits[axle].helpers

    def rate(laws: Sequence[ForceLaw], pressed: Sequence[float] | Floats) -> float:
        return float(np.mean([law.rate(np.array(x + g)) for law, x, g in zip(laws, pressed, grown, strict=True)]))

    if "helper" in o.beside:
        made = o.beside["helper"]
        each = np.array([rate((law, law), made.pressed_m[:, n]) for n, law in enumerate(made.laws)])
        out += each[s.beside["helper"]] - sum(rate(one.law, one.offset_m) for one in fitted if isinstance(one, Cushioned))
    if o.wish.pressures is not None:
        bag = fitted[o.helper_at]
        each = np.array([rate(one.law, one.offset_m) for one in o.pressed_by])
        out += each[np.searchsorted(o.wish.pressures.values, s.pressure_pa)] - rate(bag.law, bag.offset_m)
    return out
