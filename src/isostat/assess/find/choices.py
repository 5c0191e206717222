"""Choices of springs at an axle, each as a law between its seats: what a kind of list is made into before anything is solved."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from isostat.assess.find.law import Law
from isostat.catalogue.parts import Parts
from isostat.core.limits import Floats, Ints
from isostat.core.parts.couple import Couple
from isostat.core.parts.law import ForceLaw


@dataclass(frozen=True, slots=True, kw_only=True)
class Choices:
    """n ways to fit springs of a list, nothing under them. Most are straight in pieces, and need no law of their own.

    rows: (q, n) lines of the list, q springs a side. choice: (n,) which of `count` choices of springs a way belongs to.
    sets_in: (k, n) N/m that is added, begins_m: (k, n) at which compression, the first at nought.
    stands_m: (2, n) compression at the baseline. solid_m: (n,) compression where no more is left, nan where it is not known.
    used: (n,) share of its allowed stress that a newton takes, nan likewise. broken: laws that hold or not whatever else is set,
    (n,) shortfalls. ring_m: (n,) of a stacked pair, nan of others. laws: those of each way, left and right, in place of pieces;
    couples: what both sides of it share, none where they share nothing.
    """

    parts: Parts
    rows: Ints
    choice: Ints
    count: int
    sets_in: Floats
    begins_m: Floats
    stands_m: Floats
    solid_m: Floats
    used: Floats
    broken: Mapping[Law, Floats]
    ring_m: Floats
    between_seats: bool = True
    laws: tuple[tuple[ForceLaw, ForceLaw], ...] = ()
    couples: tuple[Couple, ...] = ()

    def __len__(self) -> int:
        return int(self.choice.size)

    def force(self, n: Ints, x: Floats) -> Floats:
        """N at compressions x in m of ways n, both of one shape (m,)."""
        return np.asarray((self.sets_in[:, n] * np.maximum(x - self.begins_m[:, n], 0.0)).sum(axis=0))

    def rate(self, n: Ints, x: Floats) -> Floats:
        """N/m there."""
        return np.asarray((self.sets_in[:, n] * (x > self.begins_m[:, n])).sum(axis=0))

    def pressed_m(self, n: Ints, force: Floats) -> Floats:
        """Compression in m of ways n under forces in N, both (m,)."""
        sets_in, begins = self.sets_in[:, n], self.begins_m[:, n]
        rate, at_begin, x = sets_in[0].copy(), np.zeros(len(n)), force / sets_in[0]
        for k in range(1, len(sets_in)):
            at_begin = at_begin + rate * (begins[k] - begins[k - 1])
            rate = rate + sets_in[k]
            x = np.where(force > at_begin, begins[k] + (force - at_begin) / rate, x)
        return np.asarray(x)

    def name(self, choice: int) -> str:
        """The springs of a choice, by maker and number."""
        first = int(np.argmax(self.choice == choice))
        return " + ".join(self.parts.name(int(row)) for row in self.rows[:, first])

    def makers(self, n: Ints) -> str:
        """Who makes the springs of ways n (m,), each once."""
        rows = self.rows[:, n].ravel()
        return " / ".join(dict.fromkeys(self.parts.words["maker"][int(row)] for row in rows))

    def sum_of(self, column: str, n: Ints) -> Floats:
        """A column added up over the springs of ways n (m,), nan where one does not say."""
        return np.asarray(self.parts.numbers[column][self.rows[:, n]].sum(axis=0))


def straight(parts: Parts, rows: Ints, stands_m: Floats, **more: object) -> Choices:
    """Choices of which each is one way, with what is not said of them as unknown."""
    count = rows.shape[1]
    unknown = np.full(count, np.nan)
    usual: dict[str, object] = {
        "choice": np.arange(count), "count": count, "begins_m": np.zeros((1, count)), "solid_m": unknown, "used": unknown,
        "broken": {}, "ring_m": unknown,
    }  # fmt: skip
    return Choices(parts=parts, rows=rows, stands_m=stands_m, **(usual | more))  # type: ignore[arg-type]
