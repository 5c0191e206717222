"""The check that tells most: of what can still be read, that after which one cause is likeliest to stand alone.

Each check is tried on causes drawn from what was read so far has left open: what it would read, given that, and how sure one is
then.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.log.decides import Decides, FreeLength, decides, free_length
from isostat.assess.log.evidence import Block, Check, Evidence, evidence, why_missed
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.memory import remembered

DRAWS = 48  # causes on which a check is tried; the share is good to 0.03
GAIN = 0.05  # of share, from which a check is worth its trouble
DEAR = 0.03  # by which a dearer one has to be better


@dataclass(frozen=True, slots=True)
class Telling:
    """A check, and how likely the likeliest cause is after it, on the mean.

    decides: what one wheel would read; None where one alone does not tell the first cause from the second.
    """

    block: Block
    share: float
    decides: Decides | FreeLength | None


@remembered
def telling_check(a: Assessment, n: int) -> Telling | None:
    """For the nth entry of the log; None where none is worth it, or a wheel was not read."""
    read = evidence(a, n)
    if not np.isfinite(read.read[read.at(read.blocks[0])]).all():
        return None
    now = why_missed(a, n)
    best: tuple[Block, float] | None = None
    for block in read.blocks:
        if np.isfinite(read.read[read.at(block)]).any():
            continue
        share = sure_after(read, block)
        if share > (now[0].share + GAIN if best is None else best[1] + DEAR):
            best = block, share
    if best is None:
        return None
    if best[0].check is Check.LENGTHS:
        return Telling(*best, free_length(a, n, now[:2]))
    return Telling(*best, decides(a, n, read, best[0], now[:2]))


def sure_after(read: Evidence, block: Block) -> float:
    """How likely the likeliest class is after a check, on the mean of draws."""
    first, chance = read.by_step(), np.random.default_rng(0)
    flat = chance.choice(first.size, DRAWS, p=first.ravel())
    wanted, own = read.given(block)
    root, inverse = np.linalg.cholesky(own), np.linalg.inv(own)
    tried = wanted.reshape(first.size, -1)[flat] + chance.standard_normal((DRAWS, len(own))) @ root.T
    off = tried[:, None, None] - wanted
    log = np.log(np.maximum(first, 1e-300)) - 0.5 * np.einsum("dkgn,nm,dkgm->dkg", off, inverse, off)
    share = np.exp(log - log.max(axis=(1, 2), keepdims=True)).sum(axis=2)
    of_class = [(one.why, one.axle, one.side) for one in read.felt.causes]
    together = np.array([[one == other for one in of_class] for other in dict.fromkeys(of_class)], dtype=float)
    by_class = share @ together.T
    return float((by_class.max(axis=1) / by_class.sum(axis=1)).mean())
