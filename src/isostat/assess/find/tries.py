"""Which sets a search tries, by number: choices of springs for its axles first, then every setting of each."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from isostat.assess.find.options import Options
from isostat.core.limits import Ints


@dataclass(frozen=True, slots=True, kw_only=True)
class Tries:
    """springs: (axles, t) choice of springs at each axle; part: (t,) which of `parts` choices that is counted as.

    blocks: (axles,) settings of each choice.
    """

    springs: Ints
    part: Ints
    parts: int
    blocks: tuple[int, ...]

    def __len__(self) -> int:
        return self.part.size * int(np.prod([float(n) for n in self.blocks]))

    def at(self, numbers: Ints) -> tuple[Ints, Ints]:
        """The settings of sets (axles, m), and which choice each is counted as, (m,)."""
        t, *within = np.unravel_index(numbers, (self.part.size, *self.blocks))
        chosen = [springs[t] * block + n for springs, block, n in zip(self.springs, self.blocks, within, strict=True)]
        return np.array(chosen), self.part[t]


def blocks(of_axles: Sequence[Options]) -> tuple[int, ...]:
    """How many settings each choice has, axle by axle."""
    return tuple(len(o) // o.counted for o in of_axles)


def every_set(of_axles: Sequence[Options]) -> Tries:
    """Any springs of one axle with any of the other."""
    counts = tuple(o.counted for o in of_axles)
    total = int(np.prod(counts))
    every = np.arange(total)
    return Tries(springs=np.array(np.unravel_index(every, counts)), part=every, parts=total, blocks=blocks(of_axles))
