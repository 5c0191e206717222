"""All that an entry of the log has read and what could be read yet: what each cause does to it, how uncertain it is together."""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import StrEnum

import numpy as np

from isostat.assess.log.cause import STEPS, Class
from isostat.assess.log.causes import Felt, classes, felt_of, likely, weighed
from isostat.assess.log.exchanged import places
from isostat.assess.log.promise import held, settle_prior
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.memory import remembered
from isostat.assess.stance.band import predicted
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.job.log import LogEntry

COILS = ("coil", "progressive")  # whose free lengths can be laid on the floor


class Check(StrEnum):
    """What may be done beside reading the heights once, cheapest first."""

    AGAIN = "read again"
    WEIGH = "weigh every wheel"
    LENGTHS = "measure free lengths"


@dataclass(frozen=True, slots=True, kw_only=True)
class Evidence:
    """Four kinds of reading, a value a wheel each: heights, m, weights, kg, free lengths, m, and heights that are read again, m.

    read: (N,) off what was promised, nan where not read. moved: (K, G, N) by cause and magnitude. covariance: (N, N) of what is
    always uncertain, the readings' own errors in it.
    """

    felt: Felt
    read: Floats
    moved: Floats
    covariance: Floats

    def at(self, check: Check | None) -> slice:
        """Where the values of a check are; None: the heights that were read."""
        count, place = len(self.read) // 4, {None: 0, Check.WEIGH: 1, Check.LENGTHS: 2, Check.AGAIN: 3}[check]
        return slice(place * count, (place + 1) * count)

    def by_step(self) -> Floats:
        """How likely each magnitude of each cause is by all that was read, (K, G), together 1."""
        return likely(self.read, self.covariance, self.felt.causes, self.moved)

    def given(self, check: Check) -> tuple[Floats, Floats]:
        """What a check would read on the mean by each cause and magnitude, (K, G, n), and its covariance, (n, n)."""
        seen, here = np.isfinite(self.read), self.at(check)
        back = self.covariance[here, seen] @ np.linalg.inv(self.covariance[np.ix_(seen, seen)])
        wanted = self.moved[..., here] + (self.read[seen] - self.moved[..., seen]) @ back.T
        return wanted, _positive(self.covariance[here, here] - back @ self.covariance[seen, here])


def evidence_of(a: Assessment, case: int, felt: Felt) -> Evidence:
    """Nothing read yet."""
    prediction, noise = predicted(a), np.diag(settle_prior(a, case).noise_m ** 2)
    height, pads = prediction.covariance_m2[case], prediction.pads_kg2[case]
    weighing = np.diag((rules.PAD_ERROR / 2.0 * felt.pads_kg) ** 2)
    own, lengths = _free_lengths(a, felt)
    tape = np.eye(len(own)) * (rules.TAPE_ERROR / 2.0) ** 2
    pads_by_height = prediction.pads_with_heights[case]
    by_length, pads_by_length = own @ _slope(felt, felt.moved), own @ _slope(felt, felt.weighs)
    covariance = np.block(
        [
            [height + noise, pads_by_height.T, by_length.T, height],
            [pads_by_height, pads + weighing, pads_by_length.T, pads_by_height],
            [by_length, pads_by_length, own + tape, by_length],
            [height, pads_by_height.T, by_length.T, height + noise],
        ]
    )
    moved = np.concatenate([felt.moved, felt.weighs, lengths, _unread(felt)], axis=2)
    return Evidence(felt=felt, read=np.full(len(covariance), np.nan), moved=moved, covariance=covariance)


@remembered
def evidence(a: Assessment, n: int) -> Evidence:
    """What the nth entry of the log has read."""
    found, felt = held(a, n), felt_of(a, n)
    nothing, entry = evidence_of(a, found.promise.case, felt), a.job.log[n]
    read = nothing.read.copy()
    read[nothing.at(None)] = found.miss_m.ravel()
    read[nothing.at(Check.WEIGH)] = wheels_of(entry, "kg", len(a.axles)).ravel() - felt.pads_kg
    read[nothing.at(Check.LENGTHS)] = wheels_of(entry, "free_m", len(a.axles)).ravel() - free_lengths(a)
    return replace(nothing, read=read)


@remembered
def why_missed(a: Assessment, n: int) -> tuple[Class, ...]:
    """Of the nth entry of the log: classes of causes, most likely first."""
    all_read = evidence(a, n)
    return classes(all_read.felt.causes, *weighed(all_read.by_step()))


def wheels_of(entry: LogEntry, what: str, axles: int) -> Floats:
    """What an entry has of its wheels, (A, 2) SI, nan where not read. what: "kg" or "free_m"."""
    out = np.full((axles, 2), np.nan)
    for i, one in enumerate(entry.wheels):
        for side, reading in enumerate((getattr(one, f"left_{what}"), getattr(one, f"right_{what}"))):
            if reading is not None:
                out[i, side] = float(reading.value)
    return out


def free_lengths(a: Assessment) -> Floats:
    """Of the coils as ordered, (2A,) m; nan where a spring is none that is laid on the floor."""
    return np.array([m if o.kind.name in COILS else np.nan for o in a.orders for m in o.order.free_m])


def _free_lengths(a: Assessment, felt: Felt) -> tuple[Floats, Floats]:
    """Their covariance as sold, and by how much each cause changes that of every spring, m."""
    count, sold = 2 * len(a.axles), free_lengths(a)
    spread = rules.LENGTH_ERROR * np.nan_to_num(sold)
    alike = np.kron(np.eye(count // 2), np.ones((2, 2)))
    moved = np.zeros((len(felt.causes), len(STEPS), count))
    for k, one in enumerate(felt.causes):
        if one.kind == "exchanged":
            moved[k] = np.nan_to_num(sold[places(one, count)] - sold)
        if one.kind == "free" and np.isfinite(sold[one.corner]):
            for side in (0, 1) if one.side is None else (one.side,):
                moved[k, :, 2 * (one.axle or 0) + side] = STEPS * one.deviation
    return np.outer(spread, spread) * (np.eye(count) + alike) / 2.0, moved


def _slope(felt: Felt, moved: Floats) -> Floats:
    """What a free length does to every wheel, (2A, 2A): of the causes that are one spring's. moved: (K, G, 2A) of Felt."""
    middle, count = len(STEPS) // 2, moved.shape[2]
    out = np.zeros((count, count))
    for k, one in enumerate(felt.causes):
        if one.kind == "free" and one.side is not None:
            step = (STEPS[middle + 1] - STEPS[middle - 1]) * one.deviation
            out[one.corner] = (moved[k, middle + 1] - moved[k, middle - 1]) / step
    return out


def _unread(felt: Felt) -> Floats:
    """What a fresh reading shows: no slip of the tape is made twice."""
    slips = np.array([one.kind in ("reading", "misplaced") for one in felt.causes])
    return np.where(slips[:, None, None], 0.0, felt.moved)


def _positive(covariance: Floats) -> Floats:
    """As a covariance must be, where two that were drawn apart contradict each other a little."""
    values, axes = np.linalg.eigh(covariance)
    return np.asarray((axes * np.maximum(values, 1e-3 * values.max())) @ axes.T)
