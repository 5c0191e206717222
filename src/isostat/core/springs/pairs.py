"""Choosing a stacked pair: rates close together with the ring as protection, or far apart with the crossover placed."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import product

import numpy as np

from isostat.core import rules
from isostat.core.limits import OutOfRange, within
from isostat.core.springs.ring_fit import CoilOver, crossover_at, main_at_bump, preload, ring_for_crossover, ring_window
from isostat.core.springs.stacked import Part, StackedPair

LENGTHS = (0.10, 0.46)  # m, of springs off the shelf
MAIN_OVER_SERIES = (2.0, 50.0)  # at 2 both springs are alike; below, the firmer one would be on top
NEAR = 2  # steps of the stock's rate to either side of the ideal that are tried


@dataclass(frozen=True, slots=True, kw_only=True)
class PairWish:
    """What a pair must do.

    series: N/m of both together at ride. force_n: carried there. ride_m: shaft in at ride, from hanging. shock: the collar where it
    stands, with its thread. far: rates far apart; then full bump takes `multiple` of the force, and the rate changes at `share` of
    the bump travel. slider_m, step_m: of the slider.
    """

    series: float
    force_n: float
    ride_m: float
    shock: CoilOver
    far: bool
    multiple: float = 2.0
    share: float = rules.CROSSOVER_SHARE
    slider_m: float = 0.010
    step_m: float = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class PairChoice:
    """A pair that fits, its ring set, and how far its collar goes down. miss: from the wished rates, as a share."""

    pair: StackedPair
    collar_m: float
    miss: float


def ideal_rates(wish: PairWish) -> tuple[float, float]:
    """Rates of top and main spring in N/m that do exactly what is wished.

    wish: what a pair must do. Close: both twice the series rate. Far: the main one from the force at full bump,
    (n − 1)·F = k_s·s·b + k_m·(1 − s)·b, the top one from the series. Raises OutOfRange, naming the multiples that will do, where
    the main would not be the firmer.
    """
    if not wish.far:
        return 2.0 * wish.series, 2.0 * wish.series
    bump = wish.shock.bump_m - wish.ride_m
    within("bump travel at the shock shaft", bump, 0.01, 1.0, "m")
    within("crossover share of bump travel", wish.share, 0.05, 0.95, "")
    least, most = (1.0 + wish.series * bump * (wish.share + m * (1.0 - wish.share)) / wish.force_n for m in MAIN_OVER_SERIES)
    within("full-bump capacity, × static load", wish.multiple, math.ceil(least * 100.0) / 100.0, most, "")
    main = ((wish.multiple - 1.0) * wish.force_n / bump - wish.series * wish.share) / (1.0 - wish.share)
    return 1.0 / (1.0 / wish.series - 1.0 / main), main


def choose_pairs(wish: PairWish, rate_step: float, length_step: float, at_most: int = 6) -> tuple[PairChoice, ...]:
    """Pairs off the shelf that fit, nearest to the wish first, no two of the same rates.

    wish: what a pair must do. rate_step, length_step: of the shelf, N/m and m. at_most: how many.
    Raises OutOfRange as `ideal_rates` does.
    """
    top, main = ideal_rates(wish)
    lengths = np.arange(np.ceil(LENGTHS[0] / length_step), LENGTHS[1] // length_step + 1) * length_step
    found: dict[tuple[float, float], PairChoice] = {}
    for k1, k2 in product(_near(top, rate_step), _near(main, rate_step)):
        if k2 < k1:  # the softer one on top
            continue
        series = 1.0 / (1.0 / k1 + 1.0 / k2)
        miss = abs(series / wish.series - 1.0) + 0.5 * abs(k2 / main - 1.0)
        best = min(_that_fit(wish, k1, k2, lengths, miss), key=lambda c: abs(c.collar_m), default=None)
        if best is not None:
            found[k1, k2] = best
    return tuple(sorted(found.values(), key=lambda c: (c.miss, abs(c.collar_m)))[:at_most])


def _near(rate: float, step: float) -> list[float]:
    middle = round(rate / step)
    return [n * step for n in range(max(middle - NEAR, 1), middle + NEAR + 1)]


def _that_fit(wish: PairWish, k1: float, k2: float, lengths: np.ndarray, miss: float) -> Iterator[PairChoice]:
    pressed = wish.force_n * (1.0 / k1 + 1.0 / k2)
    room = wish.shock.extended_m - wish.ride_m + pressed - wish.slider_m  # both free lengths with the collar where it stands
    for l1, l2 in product(lengths.tolist(), lengths.tolist()):
        collar = room - l1 - l2
        if not -wish.shock.up_m <= collar <= wish.shock.down_m:
            continue
        top, main = (Part(rate, free, rules.SOLID_SHARE * free) for rate, free in ((k1, l1), (k2, l2)))
        pair = StackedPair(top=top, main=main, slider_m=wish.slider_m, step_m=wish.step_m)
        shock = replace(
            wish.shock,
            extended_m=wish.shock.extended_m - collar,
            down_m=wish.shock.down_m - collar,
            up_m=wish.shock.up_m + collar,
        )
        ringed = _ringed(wish, pair, shock)
        if ringed is not None:
            yield PairChoice(pair=ringed, collar_m=collar, miss=miss)


def _ringed(wish: PairWish, pair: StackedPair, shock: CoilOver) -> StackedPair | None:
    """The pair with its ring, where it stays pressed when hanging, binds nothing, and changes above ride."""
    if preload(pair, shock) < 0.0:
        return None
    window = ring_window(pair, shock)
    if window.missing_m > 0.0:
        return None
    try:
        made = (
            ring_for_crossover(pair, shock, wish.ride_m, share=wish.share) if wish.far else replace(pair, ring_m=window.nearest_m)
        )
    except OutOfRange:
        return None
    assert made.ring_m is not None
    change = crossover_at(made, shock)
    free = window.nearest_m <= made.ring_m <= window.furthest_m
    kept = main_at_bump(made, shock) > made.main.solid_m
    return made if free and kept and change is not None and change > wish.ride_m else None
