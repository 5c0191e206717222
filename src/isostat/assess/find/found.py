"""What a search knows so far: the sets that stand, and why each choice of springs stands or falls."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np

from isostat.assess.find.good import Bought, Good, Rank, good_sets
from isostat.assess.find.law import Law
from isostat.assess.find.options import Options
from isostat.assess.solve.assessment import Assessment
from isostat.core.limits import Floats, Ints


@dataclass(frozen=True, slots=True, kw_only=True)
class Fallen:
    """Why each choice of springs stands or falls.

    shortfall: (p,) D of its best setting, the largest of its shortfalls in steps of curing it; nought where it stands.
    law: (p,) place of the law that attains it, in the order of Law; −1 where it stands. setting: (axles, p) that setting.
    """

    shortfall: Floats
    law: Ints
    setting: Ints

    def count(self, law: Law) -> int:
        """How many fell by a law."""
        return int((self.law == list(Law).index(law)).sum())

    def nearest(self, law: Law, most: int) -> Ints:
        """Of those that fell by a law so many, the nearest to being cured first."""
        mine = np.nonzero(self.law == list(Law).index(law))[0]
        return mine[np.argsort(self.shortfall[mine], kind="stable")][:most]

    def broken(self, part: int) -> tuple[Law, float]:
        """The law by which one fell, and by how much, SI."""
        law = list(Law)[self.law[part]]
        return law, float(self.shortfall[part]) * law.cure

    @property
    def standing(self) -> int:
        """How many stand."""
        return int((self.law < 0).sum())


@dataclass(frozen=True, kw_only=True)
class Found:
    """tried: of total sets. options: of each axle searched. cases: that are solved.

    standing: chunk by chunk, of the sets that stand: settings (axles, n), choice (n,), heights (A, 2, n, cases). bought: price and
    days of each choice, in place of those of its parts. rank: what good sets go by.
    """

    a: Assessment
    tried: int
    total: int
    options: tuple[Options, ...]
    cases: Ints
    standing: tuple[tuple[Ints, Ints, Floats], ...]
    fallen: Fallen
    bought: Bought | None = None
    rank: Rank = Rank.MISS

    @cached_property
    def good(self) -> Good:
        """The sets that stand, in order."""
        a = self.a
        chosen, height = np.zeros((len(self.options), 0), dtype=np.int64), np.zeros((*a.baseline_m.shape, 0, len(self.cases)))
        part = np.zeros(0, dtype=np.int64)
        if self.standing:
            chosen = np.concatenate([one for one, _, _ in self.standing], axis=1)
            part = np.concatenate([one for _, one, _ in self.standing])
            height = np.concatenate([one for _, _, one in self.standing], axis=2)
        bought = None if self.bought is None else (self.bought[0][part], self.bought[1][part])
        return good_sets(a, self.options, self.cases, (chosen, part, height), bought).ranked(self.rank)

    @property
    def target_case(self) -> int:
        """The load case of the target."""
        return self.a.target_case

    def name(self, part: int) -> str:
        """A choice of springs, by maker and number, axle by axle."""
        places = np.unravel_index(part, tuple(o.counted for o in self.options))
        names = (o.name(int(place)) for o, place in zip(self.options, places, strict=True))
        return " + ".join(name for name in names if name)

    @property
    def done(self) -> bool:
        """Whether every set was tried."""
        return self.tried == self.total
