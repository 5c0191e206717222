"""The check that tells most: of what can still be read, that after which one cause is likeliest to stand alone.

Each check is tried on causes drawn from what the heights have left open: what it would read, given what was read, and how sure
one is then.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

import numpy as np

from isostat.assess.log.causes import STEPS, Cause, Felt, felt_of, likely, uncertain_m2, why_missed
from isostat.assess.log.promise import held, settle_prior
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.memory import remembered
from isostat.assess.stance.band import predicted
from isostat.core import rules
from isostat.core.limits import Floats

DRAWS = 48  # causes on which a check is tried; the share is good to 0.03
GAIN = 0.05  # of share, from which a check is worth its trouble
COILS = ("coil", "progressive")  # whose free lengths can be laid on the floor
DEAR = 0.03  # by which a dearer one has to be better


class Check(StrEnum):
    """What is done, cheapest first."""

    AGAIN = "read again"
    WEIGH = "weigh every wheel"
    LENGTHS = "measure free lengths"


@dataclass(frozen=True, slots=True)
class Telling:
    """A check, and how likely the likeliest cause is after it, on the mean."""

    check: Check
    share: float


@dataclass(frozen=True, slots=True)
class Seen:
    """What a check reads, n values. moved: (K, G, n) by cause and magnitude. with_heights: (n, 2A) and own: (n, n), covariances
    of what is always uncertain, the check's own error in `own`."""

    moved: Floats
    with_heights: Floats
    own: Floats

    def given(self, miss: Floats, covariance: Floats, felt: Felt) -> tuple[Floats, Floats]:
        """By each cause and magnitude, the heights being read: what it reads on the mean, (K, G, n), and its covariance, (n, n)."""
        back = self.with_heights @ np.linalg.inv(covariance)
        return self.moved + (miss - felt.moved) @ back.T, _positive(self.own - back @ self.with_heights.T)


@remembered
def telling_check(a: Assessment, n: int) -> Telling | None:
    """For the nth entry of the log; None where none is worth it, or a wheel was not read."""
    found, felt = held(a, n), felt_of(a, n)
    miss, case = found.miss_m.ravel(), found.promise.case
    if not np.isfinite(miss).all():
        return None
    covariance = uncertain_m2(a, case)
    first = likely(miss, covariance, felt.causes, felt.moved)
    now, best = why_missed(a, n)[0].share, None
    for check, seen in checks_of(a, case, felt).items():
        share = sure_after(first, miss, covariance, felt, seen)
        if share > (now + GAIN if best is None else best.share + DEAR):
            best = Telling(check, share)
    return best


def checks_of(a: Assessment, case: int, felt: Felt) -> dict[Check, Seen]:
    """What each check reads, from heights read with the noise that they have."""
    prediction, noise = predicted(a), np.diag(settle_prior(a, case).noise_m ** 2)
    height = prediction.covariance_m2[case]
    pads = a.proposed.pad_kg[..., case].ravel()
    own, lengths = _free_lengths(a, felt.causes)
    slope = _slope(felt)
    return {
        Check.AGAIN: Seen(_unread(felt), height, height + noise),
        Check.WEIGH: Seen(felt.weighs, prediction.pads_with_heights[case],
                           prediction.pads_kg2[case] + np.diag((rules.PAD_ERROR / 2.0 * pads) ** 2)),
        Check.LENGTHS: Seen(lengths, own @ slope, own + np.eye(len(own)) * (rules.TAPE_ERROR / 2.0) ** 2),
    }  # fmt: skip


def _unread(felt: Felt) -> Floats:
    """What a fresh reading shows: no slip of the tape is made twice."""
    slips = np.array([one.kind == "reading" for one in felt.causes])
    return np.where(slips[:, None, None], 0.0, felt.moved)


def _free_lengths(a: Assessment, causes: tuple[Cause, ...]) -> tuple[Floats, Floats]:
    """Their covariance as sold, and by how much each cause changes that of every spring, m."""
    count = 2 * len(a.axles)
    coils = np.repeat([o.kind.name in COILS for o in a.orders], 2)
    spread = rules.LENGTH_ERROR * np.abs([m for o in a.orders for m in o.order.free_m]) * coils
    alike = np.kron(np.eye(count // 2), np.ones((2, 2)))
    moved = np.zeros((len(causes), len(STEPS), count))
    for k, one in enumerate(causes):
        if one.kind == "free" and coils[one.corner]:
            sides = (0, 1) if one.side is None else (one.side,)
            for side in sides:
                moved[k, :, 2 * (one.axle or 0) + side] = STEPS * one.deviation
    return np.outer(spread, spread) * (np.eye(count) + alike) / 2.0, moved


def _slope(felt: Felt) -> Floats:
    """Heights by a free length, (2A, 2A): of the causes that are one spring's."""
    middle, count = len(STEPS) // 2, felt.moved.shape[2]
    out = np.zeros((count, count))
    for k, one in enumerate(felt.causes):
        if one.kind == "free" and one.side is not None:
            step = (STEPS[middle + 1] - STEPS[middle - 1]) * one.deviation
            out[one.corner] = (felt.moved[k, middle + 1] - felt.moved[k, middle - 1]) / step
    return out


def sure_after(first: Floats, miss: Floats, covariance: Floats, felt: Felt, seen: Seen) -> float:
    """How likely the likeliest class is after a check, on the mean of draws. first: (K, G) by the heights alone."""
    chance = np.random.default_rng(0)
    flat = chance.choice(first.size, DRAWS, p=first.ravel())
    wanted, own = seen.given(miss, covariance, felt)
    root, inverse = np.linalg.cholesky(own), np.linalg.inv(own)
    read = wanted.reshape(first.size, -1)[flat] + chance.standard_normal((DRAWS, len(own))) @ root.T
    off = read[:, None, None] - wanted
    log = np.log(np.maximum(first, 1e-300)) - 0.5 * np.einsum("dkgn,nm,dkgm->dkg", off, inverse, off)
    share = np.exp(log - log.max(axis=(1, 2), keepdims=True)).sum(axis=2)
    of_class = [(one.why, one.axle, one.side) for one in felt.causes]
    together = np.array([[one == other for one in of_class] for other in dict.fromkeys(of_class)], dtype=float)
    by_class = share @ together.T
    return float((by_class.max(axis=1) / by_class.sum(axis=1)).mean())


def _positive(covariance: Floats) -> Floats:
    """As a covariance must be, where two that were drawn apart contradict each other a little."""
    values, axes = np.linalg.eigh(covariance)
    return np.asarray((axes * np.maximum(values, 1e-3 * values.max())) @ axes.T)
