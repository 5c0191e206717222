"""The bank: every distinct law tabulated once, so that ten thousand vehicles share a handful of tables."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np

from isostat.core.limits import Floats, Ints, frozen
from isostat.core.parts.couple import Couple
from isostat.core.parts.law import GRID_STEP, ForceLaw
from isostat.core.parts.motion import Motion

REACH = 0.6  # m, how far a table goes past the last jump of a law; further out its last slope goes on
FALL = 0.01  # N from node to node, that is no rounding
MOTION_SPAN, MOTION_STEP = 0.5, 0.0005  # m of wheel travel either way, and the step of a motion table


def _grid(law: ForceLaw) -> tuple[float, float, int]:
    """First node, step and node count: about 0.25 mm, stretched so that first and last knot are nodes.

    From one interval before the first knot (all laws are straight there) to REACH after the last.
    """
    first, last = law.knots[0], law.knots[-1]
    between = max(round((last - first) / GRID_STEP), 1) if last > first else 0
    step = (last - first) / between if between else GRID_STEP
    straight_after = law.domain[1] <= last
    after = 1 if straight_after else round(REACH / step)
    return first - step, step, between + after + 2


@dataclass(frozen=True, slots=True)
class _Column:
    """One law tabulated: compression in m at the first node, m between nodes, N at and N to the next node."""

    low: float
    step: float
    force: Floats
    rise: Floats


@lru_cache(maxsize=512)
def _column(law: ForceLaw) -> _Column:
    """Remembered by law, since an edit seldom changes more than one of them."""
    low, step, n = _grid(law)
    force = law.force(low + step * np.arange(n, dtype=float))
    return _Column(low, step, force, np.diff(force, append=2 * force[-1] - force[-2]))


@dataclass(frozen=True, slots=True, kw_only=True)
class Tables:
    """Force tables of all laws, end to end."""

    start: Ints  # (laws,) index of each law's first node
    last: Ints  # (laws,) number of its last interval
    low: Floats  # (laws,) compression in m at its first node
    per_step: Floats  # (laws,) nodes per m
    force: Floats  # (nodes,) N
    rise: Floats  # (nodes,) N to the next node
    falls: bool  # a law that pushes less when it is pressed more: there may be more than one rest


class Bank:
    """Distinct laws and motions, and their tables; the tables are built when first asked for.

    laws: every law once, in the order of their indices. motions, couples: likewise; may be empty.
    """

    def __init__(self, laws: Sequence[ForceLaw], motions: Sequence[Motion] = (), couples: Sequence[Couple] = ()) -> None:
        self.laws, self.motions, self.couples = tuple(laws), tuple(motions), tuple(couples)

    @cached_property
    def tables(self) -> Tables:
        """All force tables end to end."""
        columns = [_column(law) for law in self.laws]  # type: ignore[arg-type]
        counts = np.array([len(c.force) for c in columns], dtype=np.int64)
        rise = frozen(np.concatenate([c.rise for c in columns]))
        return Tables(
            start=np.concatenate([[0], np.cumsum(counts)[:-1]]),
            last=counts - 2,
            low=frozen([c.low for c in columns]),
            per_step=frozen([1.0 / c.step for c in columns]),
            force=frozen(np.concatenate([c.force for c in columns])),
            rise=rise,
            falls=bool((rise < -FALL).any()),
        )

    @cached_property
    def motion_table(self) -> Floats:
        """X, X', X'' of every motion on one grid of wheel travel, (3, motions, nodes)."""
        v = np.arange(-MOTION_SPAN, MOTION_SPAN + MOTION_STEP / 2, MOTION_STEP)
        return frozen(np.stack([motion.at(v) for motion in self.motions], axis=1))

    def travel(self, index: Ints, v: Floats) -> tuple[Floats, Floats, Floats]:
        """X, X', X'' of motions `index` at wheel travel v in m; both of one shape, straight between nodes."""
        table = self.motion_table
        inside = np.clip(v, -MOTION_SPAN, MOTION_SPAN)
        t = np.minimum((inside + MOTION_SPAN) / MOTION_STEP, table.shape[2] - 1.000001)
        i = t.astype(np.int64)
        part = t - i
        x, slope, bend = (m[index, i] + (m[index, i + 1] - m[index, i]) * part for m in table)
        return x + slope * (v - inside), slope, np.where(v == inside, bend, 0.0)
