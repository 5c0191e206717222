"""The search: hard laws first, then the target case, then all others for those that are near; every part gets one reason."""

from __future__ import annotations

import time
from collections.abc import Iterator, Sequence
from dataclasses import replace

import numpy as np

from isostat.assess.find.fitted import heights
from isostat.assess.find.found import Fallen, Found
from isostat.assess.find.good import Bought
from isostat.assess.find.law import HARD, Law
from isostat.assess.find.options import Options, factors, offered, options
from isostat.assess.find.tries import Tries, every_set
from isostat.assess.find.wish import AxleWish, CannotSearch
from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.core.limits import Floats, Ints
from isostat.units.format import many
from isostat.units.saying import saying

CHUNK = 4096  # sets that are fitted at once
MOST = 4_000_000  # sets of a search
SAYS_EVERY = 0.25  # s
NEAR = 0.025  # m beyond the tolerance at the target, up to which the other cases are looked at


def sets(wishes: Sequence[AxleWish]) -> int:
    """How many sets a search would try."""
    return int(np.prod([float(n) for wish in wishes for n in factors(wish).values()]))


def search(a: Assessment, wishes: Sequence[AxleWish]) -> Iterator[Found]:
    """What is found, a few times a second; the last is all of it. Raises CannotSearch where there are too many sets.

    wishes: of one axle or of two. Every set is solved through the whole vehicle; what breaks a law that is known before is not.
    """
    check(a, wishes)
    total = sets(wishes)
    if total > MOST:
        said = "{n} sets are too many to try. Use larger steps or vary less at once, for up to {most}."
        raise CannotSearch(saying(said, n=many(total), most=many(MOST)))
    for few in _first(a, wishes):
        of_few = tuple(options(a, wish) for wish in few)
        *_, found = searched(a, of_few, every_set(of_few))
        yield replace(found, total=total)
    of_axles = tuple(options(a, wish) for wish in wishes)
    yield from searched(a, of_axles, every_set(of_axles))


def _first(a: Assessment, wishes: Sequence[AxleWish]) -> Iterator[list[AxleWish]]:
    """Narrower searches that answer sooner, each of a few springs of one axle."""
    for k, wish in enumerate(wishes):
        if wish.parts is not None:
            for few in offered(wish).first(a, wish):
                yield [*wishes[:k], few, *wishes[k + 1 :]]


def searched(a: Assessment, of_axles: tuple[Options, ...], tries: Tries, bought: Bought | None = None) -> Iterator[Found]:
    """The same of some sets. bought: price and days of each choice, in place of those of its parts."""
    yield from _Search(a, of_axles, tries, bought).run()


def check(a: Assessment, wishes: Sequence[AxleWish]) -> None:
    """Raises CannotSearch where the vehicle has no answer to compare sets by."""
    if not a.proposed.stands[a.target_case]:
        raise CannotSearch(saying("The vehicle does not stand in the load case of the target. Move or remove load first."))
    for wish in wishes:
        axle = a.job.vehicle.axles[wish.axle].name
        if wish.parts is not None and not len(wish.parts):
            raise CannotSearch(saying("{axle}: no springs to try. Import a list of springs.", axle=axle))
        if a.beams is not None and wish.axle >= len(a.axles) - 2:
            raise CannotSearch(saying("{axle}: springs on an equalizer cannot be searched yet.", axle=axle))


class _Search:
    """What a search holds while it runs."""

    def __init__(self, a: Assessment, of_axles: tuple[Options, ...], tries: Tries, bought: Bought | None) -> None:
        self.a, self.options, self.tries, self.bought = a, of_axles, tries, bought
        self.total = len(tries)
        self.cases = np.nonzero(a.proposed.stands)[0]
        self.steps = np.array([law.cure for law in Law])
        pairs = tries.parts
        self.best = np.full(pairs, np.inf)  # D of the best setting so far
        self.broken = np.full(pairs, np.inf)  # how many laws that breaks
        self.law = np.zeros(pairs, dtype=np.int64)
        self.setting = np.zeros((len(of_axles), pairs), dtype=np.int64)
        self.found: list[tuple[Ints, Ints, Floats]] = []  # settings, choice and heights of the sets that stand

    def run(self) -> Iterator[Found]:
        """Chunk after chunk; says what it knows every so often."""
        said = time.monotonic()
        for start in range(0, self.total, CHUNK):
            stop = min(start + CHUNK, self.total)
            self._try(*self.tries.at(np.arange(start, stop)))
            if stop < self.total and time.monotonic() - said < SAYS_EVERY:
                continue
            said = time.monotonic()
            yield Found(
                a=self.a,
                tried=stop,
                total=self.total,
                options=self.options,
                cases=self.cases,
                standing=tuple(self.found),
                fallen=Fallen(shortfall=self.best.copy(), law=np.where(self.best > 0.0, self.law, -1), setting=self.setting.copy()),
                bought=self.bought,
            )

    def _try(self, chosen: Ints, part: Ints) -> None:
        """chosen: (axles, sets); part: (sets,) which choice each is counted as."""
        hard = np.max([o.short(at) for o, at in zip(self.options, chosen, strict=True)], axis=0)
        short = np.zeros((len(Law), chosen.shape[1]))
        short[: len(HARD)] = hard
        left = np.nonzero((hard <= 0.0).all(axis=0))[0]
        if left.size:
            height = self._heights(chosen[:, left])
            low, high = self._misses(height)
            short[len(HARD) :, left] = low, high
            stands = (low <= 0.0) & (high <= 0.0)
            if stands.any():
                self.found.append((chosen[:, left[stands]], part[left[stands]], height[..., stands, :]))
        self._remember(chosen, part, short)

    def _heights(self, chosen: Ints) -> Floats:
        """(A, 2, sets, cases): of the target case for all, of the others for those near enough; nan where not looked at."""
        a, pairs = self.a, [(o, at) for o, at in zip(self.options, chosen, strict=True)]
        out = np.full((*a.baseline_m.shape, chosen.shape[1], len(self.cases)), np.nan)
        at_target = self.cases == a.target_case
        out[..., at_target] = heights(a, pairs, self.cases[at_target])
        miss = np.abs(self._apart(out)[..., at_target])
        near = np.nonzero(np.nanmax(miss, axis=(0, 1, 3)) <= a.job.target.band_m.value + NEAR)[0]
        others = ~at_target
        if near.size and others.any():
            some = heights(a, [(o, at[near]) for o, at in pairs], self.cases[others])
            out[:, :, near[:, None], np.nonzero(others)[0][None, :]] = some
        return out

    def _apart(self, height: Floats) -> Floats:
        """Over the target, of the corners of the axles that are searched, (axles, 2, sets, cases) m."""
        axles = [o.wish.axle for o in self.options]
        return np.asarray(height[axles] - self.a.fitted_target_m[axles][..., None, None])

    def _allowed(self) -> Floats:
        """From its target, by corner and case, (axles, cases) m: the tolerance there, and what light and full may differ.

        An axle whose springs stay may stand as far off as it does now.
        """
        job = self.a.job
        picks = [job.proposal.axles[o.wish.axle].pick.differ_m for o in self.options]
        differ = [rules.LIGHT_AND_FULL_DIFFER if typed is None else typed.value for typed in picks]
        at_target = self.cases == self.a.target_case
        allowed = np.where(at_target, job.target.band_m.value, np.array(differ)[:, None])
        now = np.abs(self._apart(self.a.proposed.hub_to_arch_m[:, :, None, self.cases])).max(axis=(1, 2))
        stays = np.array([o.choices is None for o in self.options])
        return np.where(stays[:, None], np.maximum(allowed, now), allowed)

    def _misses(self, height: Floats) -> tuple[Floats, Floats]:
        """Too low and too high, the worst corner and case of each set beyond what is allowed, (sets,) m.

        A case that was not looked at is let be; where a set finds no rest it is endlessly far off.
        """
        apart, allowed = self._apart(height), self._allowed()[:, None, None, :]
        low, high = (np.nanmax(np.maximum(way * apart - allowed, 0.0), axis=(0, 1, 3)) for way in (-1.0, 1.0))
        return low, high

    def _remember(self, chosen: Ints, part: Ints, short: Floats) -> None:
        """The best setting of every choice of springs: least D, then fewest laws broken, then the first."""
        steps = short / self.steps[:, None]
        worst, law, broken = steps.max(axis=0), steps.argmax(axis=0), (short > 0.0).sum(axis=0)
        order = np.lexsort((np.arange(part.size), broken, worst, part))
        first = order[np.unique(part[order], return_index=True)[1]]
        at = part[first]
        better = (worst[first] < self.best[at]) | ((worst[first] == self.best[at]) & (broken[first] < self.broken[at]))
        at, first = at[better], first[better]
        self.best[at], self.broken[at], self.law[at] = worst[first], broken[first], law[first]
        self.setting[:, at] = chosen[:, first]
