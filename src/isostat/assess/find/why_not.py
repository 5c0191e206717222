"""Why a part does not do, and what would let it in; what to relax where nothing does."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np

from isostat.assess.find.fitted import heights
from isostat.assess.find.found import Found
from isostat.assess.find.law import HARD, Law
from isostat.assess.find.options import offered
from isostat.assess.find.search import search
from isostat.assess.find.wish import AxleWish, Steps, Varied
from isostat.assess.solve.assessment import Assessment
from isostat.core.limits import Floats, Ints

RELAXED = tuple(round(0.002 * n, 3) for n in range(1, 16))  # m of stop spacer, or of more spacer, that is tried


@dataclass(frozen=True, slots=True, kw_only=True)
class WhyNot:
    """The best setting of one part: choice is the best with it, where it is fitted with another.

    broken: the laws that it breaks, with the shortfall of each, the worst first.
    height_m: (A, 2, B) where it would stand all the same; setting: (axles,) of the search.
    """

    found: Found
    choice: int
    setting: Ints
    broken: tuple[tuple[Law, float], ...]
    height_m: Floats
    cases: Ints


def why_not(a: Assessment, wish: AxleWish) -> WhyNot:
    """What is wrong with the part that a wish was narrowed down to (`AxleWish.only`), the other axle as it is."""
    found = last(search(a, [wish]))
    choice = int(np.argmin(found.fallen.shortfall))
    setting = found.fallen.setting[:, choice]
    options = found.options[0]
    height = heights(a, [(options, setting)], found.cases)[:, :, 0]
    short = dict(zip(HARD, options.short(setting)[:, 0].tolist(), strict=True))
    if not any(short.values()) and found.fallen.law[choice] >= 0:
        law, by = found.fallen.broken(choice)
        short[law] = by
    broken = sorted(((law, g) for law, g in short.items() if g > 0.0), key=lambda pair: -pair[1] / pair[0].cure)
    return WhyNot(found=found, choice=choice, setting=setting, broken=tuple(broken), height_m=height, cases=found.cases)


@dataclass(frozen=True, slots=True)
class Opens:
    """What would let some springs in: so much more stop spacer, or of what levels them; how many choices of springs stand then."""

    of: Varied
    m: float
    stand: int


def fits_where(a: Assessment, wishes: Sequence[AxleWish], kind: str, row: int) -> list[tuple[int, Law | None]]:
    """At which axles a line of a list fits, the law that it breaks worst where it does not.

    wishes: of each axle, with that list and what may vary. kind, row: of the list, and the line.
    """
    out: list[tuple[int, Law | None]] = []
    for wish in wishes:
        broken = why_not(a, wish.only(kind, row)).broken
        out.append((wish.axle, broken[0][0] if broken else None))
    return out


def what_opens(a: Assessment, wishes: Sequence[AxleWish]) -> Iterator[Opens]:
    """The least of each way to relax a search after which something stands, tried."""
    levels = {offered(wish).levels for wish in wishes if wish.parts is not None}  # under springs that stay nothing is put
    for of in (Varied.STOP, *(of for of in Varied if of in levels)):
        for m in RELAXED:
            wider = [_wider(a, wish, of, m) for wish in wishes]
            stand = last(search(a, wider)).fallen.standing
            if stand:
                yield Opens(of, m, stand)
                break


def _wider(a: Assessment, wish: AxleWish, of: Varied, m: float) -> AxleWish:
    """With more of one thing; as it is where that is not what levels its springs."""
    if of is Varied.STOP:
        at = a.fits[wish.axle].stop_spacer_m + m
        return replace(wish, stop_spacers=Steps(max(at, 0.0), max(at, 0.0), of=Varied.STOP))
    if wish.parts is None or offered(wish).levels is not of:
        return wish
    high, low = wish.spacers.high + m, wish.spacers.low
    return replace(wish, spacers=replace(wish.spacers, of=of, high=high, step=max(wish.spacers.step, (high - low) / 30)))


def last(found: Iterator[Found]) -> Found:
    """The end of a search."""
    *_, ended = found
    return ended
