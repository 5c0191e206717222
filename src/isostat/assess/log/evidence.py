"""All that the log has read of a vehicle and what could be read yet: what each cause does to it, how uncertain it is together."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from enum import StrEnum

import numpy as np

from isostat.assess.log.cause import STEPS, Class
from isostat.assess.log.causes import Felt, classes, felt_causes, likely, weighed
from isostat.assess.log.exchanged import places
from isostat.assess.log.promise import case_of, driven_km, held, settle_prior, turned_m
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.memory import remembered
from isostat.assess.stance.band import predicted
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.job.log import LogEntry

COILS = ("coil", "progressive")  # whose free lengths can be laid on the floor


class Check(StrEnum):
    """What may be read, cheapest first; heights were."""

    HEIGHTS = "heights"
    AGAIN = "read again"
    CASE = "read in another load case"
    WEIGH = "weigh every wheel"
    LENGTHS = "measure free lengths"


@dataclass(frozen=True, slots=True)
class Block:
    """A value a wheel: heights, m, weights, kg, or free lengths, m; with what is on board."""

    check: Check
    case: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Evidence:
    """The heights of an entry come first, block by block.

    read: (N,) off what was promised, nan where not read. moved: (K, G, N) by cause and magnitude. covariance: (N, N) of what is
    always uncertain, the readings' own errors in it.
    """

    felt: Felt
    blocks: tuple[Block, ...]
    read: Floats
    moved: Floats
    covariance: Floats

    def at(self, block: Block) -> slice:
        """Where the values of a block are."""
        count, place = len(self.read) // len(self.blocks), self.blocks.index(block)
        return slice(place * count, (place + 1) * count)

    def by_step(self) -> Floats:
        """How likely each magnitude of each cause is by all that was read, (K, G), together 1."""
        return likely(self.read, self.covariance, self.felt.causes, self.moved)

    def given(self, block: Block) -> tuple[Floats, Floats]:
        """What a block would read on the mean by each cause and magnitude, (K, G, n), and its covariance, (n, n)."""
        seen, here = np.isfinite(self.read), self.at(block)
        back = self.covariance[here, seen] @ np.linalg.inv(self.covariance[np.ix_(seen, seen)])
        wanted = self.moved[..., here] + (self.read[seen] - self.moved[..., seen]) @ back.T
        return wanted, _positive(self.covariance[here, here] - back @ self.covariance[seen, here])


def evidence_of(a: Assessment, case: int, felt: Felt) -> Evidence:
    """Nothing read yet, of heights in a case and of what may be read beside them."""
    others = (Block(Check.CASE, k) for k in range(a.cases) if k != case)
    blocks = (Block(Check.HEIGHTS, case), Block(Check.AGAIN, case), *others, Block(Check.WEIGH, case), Block(Check.LENGTHS, case))
    prediction, own = predicted(a), _as_sold(a)
    drawn = [prediction.off_kg if one.check is Check.WEIGH else prediction.off_m for one in blocks]
    off = np.concatenate([values[..., one.case] for one, values in zip(blocks, drawn, strict=True)], axis=1)
    moved = [_moved(a, felt, one) for one in blocks]
    nothing = Evidence(felt=felt, blocks=blocks, read=np.full(off.shape[1], np.nan), moved=np.concatenate(moved, axis=2),
                       covariance=np.asarray(np.cov(off, rowvar=False)))  # fmt: skip
    lengths, covariance = nothing.at(blocks[-1]), nothing.covariance
    by_length = np.concatenate([np.eye(len(own)) if one.check is Check.LENGTHS else _slope(felt, of) for one, of in
                                zip(blocks, moved, strict=True)], axis=1)  # fmt: skip
    covariance[lengths] = own @ by_length
    covariance[:, lengths] = covariance[lengths].T
    for one in blocks:
        covariance[nothing.at(one), nothing.at(one)] += np.diag(_noise(a, felt, one) ** 2)
    return nothing


def _moved(a: Assessment, felt: Felt, block: Block) -> Floats:
    """What each cause does to a block, (K, G, 2A); no slip of the tape is made twice."""
    match block.check:
        case Check.HEIGHTS:
            return felt.moved[:, :, block.case]
        case Check.WEIGH:
            return felt.weighs[:, :, block.case]
        case Check.LENGTHS:
            return _lengths_moved(a, felt)
        case _:
            slips = np.array([one.kind in ("reading", "misplaced") for one in felt.causes])
            return np.where(slips[:, None, None], 0.0, felt.moved[:, :, block.case])


def _noise(a: Assessment, felt: Felt, block: Block) -> Floats:
    """One deviation of reading a block, (2A,)."""
    match block.check:
        case Check.WEIGH:
            return np.asarray(rules.PAD_ERROR / 2.0 * felt.pads_kg[block.case])
        case Check.LENGTHS:
            return np.full(2 * len(a.axles), rules.TAPE_ERROR / 2.0)
        case _:
            return settle_prior(a, block.case).noise_m


@remembered
def evidence(a: Assessment, n: int) -> Evidence:
    """What the log has read up to its nth entry."""
    case = case_of(a, a.job.log[n])
    nothing = evidence_of(a, case, felt_causes(a, case, n))
    read = nothing.read.copy()
    for block in nothing.blocks:
        read[nothing.at(block)] = next(_readings(a, n, block, nothing.felt), np.nan)
    return replace(nothing, read=read)


def _readings(a: Assessment, n: int, block: Block, felt: Felt) -> Iterator[Floats]:
    """A block as it was read, (2A,) off what was promised: the latest first, what was turned since counted out of heights.

    Weights from before something was turned are of other parts.
    """
    now = a.job.log[n]
    for m in range(n if block.check in (Check.AGAIN, Check.CASE) else n + 1)[::-1]:
        entry = a.job.log[m]
        alike = case_of(a, entry) == block.case and abs(driven_km(entry) - driven_km(now)) <= rules.AS_SETTLED_KM
        match block.check:
            case Check.HEIGHTS if m == n:
                off = _height_off(a, m)
            case Check.AGAIN | Check.CASE if alike and entry.state != "lowered":
                off = _height_off(a, m)
            case Check.WEIGH if alike and not any(one.turned for one in a.job.log[m:n]):
                off = wheels_of(entry, "kg", len(a.axles)).ravel() - felt.pads_kg[block.case]
            case Check.LENGTHS:
                off = wheels_of(entry, "free_m", len(a.axles)).ravel() - free_lengths(a)
            case _:
                continue
        if np.isfinite(off).any():
            yield off


def _height_off(a: Assessment, m: int) -> Floats:
    """Heights of an entry off what was promised for the parts as fitted, whatever was turned since, (2A,)."""
    found = held(a, m)
    return np.asarray((found.miss_m - turned_m(a, m, found.promise.case)).ravel())


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


def _as_sold(a: Assessment) -> Floats:
    """Covariance of free lengths as sold, (2A, 2A) m²: half of it is shared by a pair."""
    spread = rules.LENGTH_ERROR * np.nan_to_num(free_lengths(a))
    alike = np.kron(np.eye(len(spread) // 2), np.ones((2, 2)))
    return np.outer(spread, spread) * (np.eye(len(spread)) + alike) / 2.0


def _lengths_moved(a: Assessment, felt: Felt) -> Floats:
    """By how much each cause changes the free length of every spring, (K, G, 2A) m."""
    sold = free_lengths(a)
    moved = np.zeros((len(felt.causes), len(STEPS), len(sold)))
    for k, one in enumerate(felt.causes):
        if one.kind == "exchanged":
            moved[k] = np.nan_to_num(sold[places(one, len(sold))] - sold)
        if one.kind == "free" and np.isfinite(sold[one.corner]):
            for side in (0, 1) if one.side is None else (one.side,):
                moved[k, :, 2 * (one.axle or 0) + side] = STEPS * one.deviation
    return moved


def _slope(felt: Felt, moved: Floats) -> Floats:
    """What a free length does to every wheel, (2A, 2A): of the causes that are one spring's. moved: (K, G, 2A) of Felt."""
    middle, count = len(STEPS) // 2, moved.shape[2]
    out = np.zeros((count, count))
    for k, one in enumerate(felt.causes):
        if one.kind == "free" and one.side is not None:
            step = (STEPS[middle + 1] - STEPS[middle - 1]) * one.deviation
            out[one.corner] = (moved[k, middle + 1] - moved[k, middle - 1]) / step
    return out


def _positive(covariance: Floats) -> Floats:
    """As a covariance must be, where two that were drawn apart contradict each other a little."""
    values, axes = np.linalg.eigh(covariance)
    return np.asarray((axes * np.maximum(values, 1e-3 * values.max())) @ axes.T)
