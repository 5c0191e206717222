"""What every wheel should read in a state, after a distance, with what is on board; and what an entry of the log has of it."""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import StrEnum

import numpy as np

from isostat.assess.log.read_at import ReadAt, points_offered, read_at
from isostat.assess.log.settings import turned_job
from isostat.assess.setup.settlement import settle_share
from isostat.assess.setup.springs.kinds import KINDS
from isostat.assess.solve.assessment import Assessment, assess
from isostat.assess.solve.memory import remembered
from isostat.assess.stance.band import predicted
from isostat.core import rules
from isostat.core.fitting.settling import SettlePrior, Settling, settling
from isostat.core.limits import Bools, Floats
from isostat.job.log import HUB_TO_ARCH, LogEntry
from isostat.job.schema import Job


class Verdict(StrEnum):
    """How an entry compares, in the order in which it is asked."""

    NOT_PROMISED = "nothing promised"
    NOT_READ = "nothing read"
    NOT_ROLLED = "roll it first"
    INSIDE = "inside the band"
    READ_AGAIN = "read it again"
    OUTSIDE = "outside the band"


@dataclass(frozen=True, slots=True, kw_only=True)
class Promise:
    """Hub to arch in a case, (A, 2) m; nan where none is kept."""

    case: int
    low_m: Floats
    middle_m: Floats
    high_m: Floats

    def beyond(self, read_m: Floats) -> Bools:
        """Which wheels lie past their band, (A, 2); none that was not read."""
        return np.asarray((read_m < self.low_m) | (read_m > self.high_m))


@dataclass(frozen=True, slots=True, kw_only=True)
class Held:
    """An entry against its promise. read_m: nan where a wheel was not read; outside: (A, 2)."""

    promise: Promise
    read_m: Floats
    outside: Bools
    verdict: Verdict

    @property
    def beyond(self) -> Bools:
        """Which wheels lie past their band, also by less than is worth a correction, (A, 2)."""
        return self.promise.beyond(self.read_m)

    @property
    def miss_m(self) -> Floats:
        """Read less promised, (A, 2); nan where a wheel was not read."""
        return self.read_m - self.promise.middle_m


def case_of(a: Assessment, entry: LogEntry) -> int:
    """What was on board: as said, else the workshop's floor, else as weighed."""
    if entry.case is not None:
        return a.job.case_index(entry.case)
    return floor_case(a)


def floor_case(a: Assessment) -> int:
    """The case of the workshop's floor, or as weighed."""
    kinds = [case.kind for case in a.job.cases]
    return kinds.index("floor") if "floor" in kinds else a.job.weighed_case


def read_of(a: Assessment, entry: LogEntry) -> Floats:
    """Hub to arch of an entry, (A, 2) m, nan where a wheel was not read, or nobody knows what its point was before the work."""
    typed = typed_heights(entry)
    if entry.point == HUB_TO_ARCH:
        return typed
    if entry.point not in points_offered(a):
        return np.full(typed.shape, np.nan)
    return read_at(a, entry.point, case_of(a, entry)).hub_to_arch(typed)


def typed_heights(entry: LogEntry) -> Floats:
    """At the point at which it was read, (A, 2) m, nan where a wheel was not."""
    return np.array([[np.nan if m is None else float(m.value) for m in (pair.left_m, pair.right_m)] for pair in entry.heights])


@remembered
def settle_prior(a: Assessment, case: int) -> SettlePrior:
    """What is usual of this job's springs, before any reading; corners left and right of each axle in turn."""
    count = len(a.axles)
    leaf = np.repeat([KINDS[fit.kind].hangs_from_eyes for fit in a.job.proposal.axles], 2)
    share = np.repeat([settle_share(a.job, i) for i in range(count)], 2)
    pressed = [max(o.pressed_m[side], 0.0) / max(o.bends[0], 0.05) for o in a.orders for side in (0, 1)]
    settles = share > 0.0
    return SettlePrior(
        covariance=predicted(a).covariance_m2(case),
        deflection_m=np.array(pressed),
        share=share,
        apart=np.where(leaf, float(rules.SETTLES_APART_LEAF), float(rules.SETTLES_APART)) * settles,
        own=np.where(leaf, float(rules.SETTLES_OWN_LEAF), float(rules.SETTLES_OWN)) * settles,
        noise_m=np.where(leaf, float(rules.READ_AGAIN_LEAF), float(rules.READ_AGAIN)),
    )


def promised_of(entry: LogEntry) -> tuple[Floats, Floats, Floats]:
    """Least, middle and most that an entry was promised at every wheel, (A, 2) m."""
    sides = [(pair.left, pair.right) for pair in entry.promised]
    low, middle, high = (
        np.array([[getattr(one, name) for one in pair] for pair in sides]) for name in ("low_m", "middle_m", "high_m")
    )
    return low, middle, high


def driven_km(entry: LogEntry) -> float:
    """How far it was driven since it was fitted."""
    return entry.km if entry.state == "driven" else 0.0


def _kept(a: Assessment, entry: LogEntry) -> Promise:
    """As it was promised when the entry was written down."""
    if len(entry.promised) != len(a.axles):
        nothing = np.full((len(a.axles), 2), np.nan)
        return Promise(case=case_of(a, entry), low_m=nothing, middle_m=nothing, high_m=nothing)
    low, middle, high = promised_of(entry)
    return Promise(case=case_of(a, entry), low_m=low, middle_m=middle, high_m=high)


def promise(a: Assessment, case: int, km: float = 0.0, *, lowered: bool = False) -> Promise:
    """As promised before anything was read. km: driven; lowered: just let down, not rolled."""
    band = predicted(a).band
    low, middle, high = (np.array(m[..., case]) for m in (band.low_m, band.middle_m, band.high_m))
    if km > 0.0:
        springs = replace(settle_prior(a, case), covariance=np.zeros((middle.size, middle.size)))
        settled = settling(springs, np.zeros(0), np.zeros((0, middle.size)), np.array([km]))
        down, more = (m[0].reshape(middle.shape) for m in (settled.mean_m, 2.0 * settled.error_m))
        low, high = middle + down - np.hypot(middle - low, more), middle + down + np.hypot(high - middle, more)
        middle = middle + down
    if lowered:
        least, usual, most = (float(m) for m in rules.JUST_LOWERED)
        low, middle, high = low + least, middle + usual, high + most
    return Promise(case=case, low_m=low, middle_m=middle, high_m=high)


def worth_m(job: Job) -> Floats:
    """By how much a wheel may be off before that is worth a correction, (A, 1)."""
    leaf = [KINDS[fit.kind].hangs_from_eyes for fit in job.proposal.axles]
    return np.where(leaf, float(rules.MISS_SAID_LEAF), float(rules.MISS_SAID))[:, None]


def at_point(found: Held, at: ReadAt) -> Held:
    """An entry and its promise as they read at another point."""
    promise = found.promise
    low, middle, high = (at.at_point(m) for m in (promise.low_m, promise.middle_m, promise.high_m))
    return replace(found, promise=replace(promise, low_m=low, middle_m=middle, high_m=high), read_m=at.at_point(found.read_m))


@remembered
def held(a: Assessment, n: int) -> Held:
    """The nth entry against what was promised for it."""
    promised, read = _kept(a, a.job.log[n]), read_of(a, a.job.log[n])
    off = np.where(np.isfinite(read), read, promised.middle_m) - promised.middle_m
    outside = promised.beyond(read) & (np.abs(off) > worth_m(a.job))
    return Held(promise=promised, read_m=read, outside=outside, verdict=_verdict(a, n, promised, off, outside))


def _verdict(a: Assessment, n: int, promised: Promise, off: Floats, outside: Bools) -> Verdict:
    """A first reading that is out by less than half of its band may be the reading's fault."""
    if np.isnan(promised.middle_m).any():
        return Verdict.NOT_PROMISED
    if a.job.log[n].state == "lowered":
        return Verdict.NOT_ROLLED
    if not np.isfinite(read_of(a, a.job.log[n])).any():
        return Verdict.NOT_READ
    if not outside.any():
        return Verdict.INSIDE
    half = (promised.high_m - promised.low_m) / 2.0
    first = not any(one.state != "lowered" and np.isfinite(read_of(a, one)).any() for one in a.job.log[:n])
    beyond = np.abs(off) - half
    if first and (beyond[outside] < half[outside] / 2.0).all():
        return Verdict.READ_AGAIN
    return Verdict.OUTSIDE


@remembered
def turned_m(a: Assessment, n: int, case: int) -> Floats:
    """How much higher each wheel stands by what was turned before the nth entry, (A, 2) m."""
    if not any(one.turned for one in a.job.log[:n]):
        return np.zeros((len(a.axles), 2))
    fitted, turned = (assess(turned_job(a, before)) for before in (0, n))
    return np.asarray((turned.proposed.hub_to_arch_m - fitted.proposed.hub_to_arch_m)[..., case])


@remembered
def settles_on(a: Assessment, case: int) -> Settling:
    """What the readings of a case say of settling so far, at the distances of FORECAST_KM."""
    prior, base = settle_prior(a, case), predicted(a).band.middle_m[..., case]
    entries = [(n, one) for n, one in enumerate(a.job.log) if case_of(a, one) == case and one.state != "lowered"]
    km = np.array([driven_km(one) for _, one in entries])
    read = [read_of(a, one) - base - turned_m(a, n, case) for n, one in entries]
    off = np.array([one.ravel() for one in read]).reshape(len(entries), base.size)
    return settling(prior, km, off, np.array(FORECAST_KM))


FORECAST_KM = tuple(float(km) for km in (0, 25, 50, 100, 200, 350, 500, 750, 1000, 1500, 2000, 3000))
