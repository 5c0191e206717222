"""What a set is bought of: its parts with how many of each, from a list or off the shelf."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.find.beside.beside import SIDES
from isostat.assess.find.found import Found
from isostat.assess.find.good import wait
from isostat.assess.find.options import Options
from isostat.catalogue.parts import Parts


@dataclass(frozen=True, slots=True)
class Bought:
    """A line of a list, and how many of it an axle takes."""

    axle: int
    parts: Parts
    row: int
    count: int

    @property
    def on_shelf(self) -> bool:
        """Whether the shop has as many."""
        return bool(self.parts.numbers["shelf"][self.row] >= self.count)

    @property
    def days(self) -> float:
        """Until they are there; nan where the list does not say."""
        return float(wait(self.parts, np.array([self.row]), np.array([self.count]))[0])


def bill(found: Found, n: int) -> tuple[Bought, ...]:
    """The parts of the n-th good set, axle by axle, springs first."""
    out: list[Bought] = []
    for options, at in zip(found.options, found.good.chosen[:, n], strict=True):
        out += _axle(options, int(at))
    return tuple(out)


def _axle(options: Options, at: int) -> list[Bought]:
    s, axle, out = options.settings(np.array([at])), options.wish.axle, list[Bought]()
    if options.choices is not None:
        rows = [row for side in range(SIDES) for row in options.choices.rows[:, s.way[side, 0]].tolist()]
        out += [Bought(axle, options.choices.parts, row, rows.count(row)) for row in dict.fromkeys(rows)]
    out += [Bought(axle, parts, int(s.beside[kind][0]), SIDES) for kind, parts in options.wish.beside.items()]
    return out
