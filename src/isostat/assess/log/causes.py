"""Why a vehicle missed its promise: every single cause by how likely it makes what was read, told apart only where heights can.

Each cause has a weight and one magnitude, solved through the whole vehicle; what is always uncertain is the covariance of the
prediction with the reading's own error. Causes that no height can tell apart form one class.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from isostat.assess.log.cause import MISREAD_M, STEPS, Cause, Class, Why, causes_of
from isostat.assess.log.exchanged import exchanged
from isostat.assess.log.settings import turned_job
from isostat.assess.setup.platform import SPRING, stop_parts
from isostat.assess.solve.assessment import Assessment, assess
from isostat.assess.stance.band import parts_alone
from isostat.core import rules
from isostat.core.limits import GRAVITY, Floats
from isostat.core.vehicle.equilibrium import solve_equilibrium
from isostat.core.vehicle.statics import weight_of
from isostat.job.schema import Job

SLIPS_M = (0.0254, 0.010)  # by which a tape is misread


@dataclass(frozen=True, slots=True, eq=False)
class Felt:
    """Causes, and what each of STEPS of each does at every corner in every case, (K, G, B, 2A).

    moved, weighs: to its height, m, and its weight, kg. pads_kg: (B, 2A) weights without any of them.
    """

    causes: tuple[Cause, ...]
    moved: Floats
    weighs: Floats
    pads_kg: Floats

    def showing(self, case: int) -> Felt:
        """Without stops and exchanges that nobody would notice in a case."""
        seen = np.abs(self.moved[:, :, case]).max(axis=(1, 2)) > rules.MISS_SAID
        kept = [k for k, one in enumerate(self.causes) if seen[k] or one.kind not in ("stop", "exchanged", "misplaced")]
        return replace(self, causes=tuple(self.causes[k] for k in kept), moved=self.moved[kept], weighs=self.weighs[kept])


@lru_cache(maxsize=4)
def _tables(parts: Job) -> Felt:
    """Solved in one batch."""
    a = assess(parts)
    causes, count, cases = tuple(causes_of(len(a.axles))), len(a.axles), a.cases
    batch = a.proposed.platform.take(np.tile(np.arange(cases), len(causes) * len(STEPS)))
    scale, offset, weight = batch.scale.copy(), batch.offset_m.copy(), batch.weight.copy()
    direct = np.zeros((len(causes), len(STEPS), 1, 2 * count))
    for k, one in enumerate(causes):
        at = slice(k * len(STEPS) * cases, (k + 1) * len(STEPS) * cases)
        by = STEPS * one.deviation
        each = np.repeat(by, cases)
        sides = (0, 1) if one.side is None else (one.side,)
        match one.kind:
            case "free":
                for side in sides:
                    offset[one.axle, SPRING[side], at] += each
            case "rate":
                for side in sides:
                    scale[one.axle, SPRING[side], at] *= 1.0 + each
            case "load":
                x = a.axles[one.axle].x_m if one.axle is not None else float(np.mean([axle.x_m for axle in a.axles]))
                y = 0.0 if one.axle is not None else float(np.mean([axle.half_track_m for axle in a.axles])) / 2.0
                weight[:, at] += np.array([weight_of(np.array([kg]), np.array([x]), np.array([y])) for kg in each]).T
            case "reading":
                direct[k, :, 0, one.corner] = by
            case "bush":
                direct[k, :, 0, one.corner : one.corner + 2] = np.abs(by)[:, None]
            case "stop":
                for part in stop_parts(a.fits[int(one.axle or 0)]):
                    offset[one.axle, part, at] += np.abs(each)
    drawn = replace(batch, scale=scale, offset_m=offset, weight=weight)
    rest, still = solve_equilibrium(drawn, a.proposed.bank), a.proposed.rest

    def more(values: Floats, than: Floats) -> Floats:
        by_cause = values.reshape(count, 2, len(causes), len(STEPS), cases) - than[:, :, None, None]
        return by_cause.reshape(2 * count, len(causes), len(STEPS), cases).transpose(1, 2, 3, 0)

    felt = Felt(
        causes=causes,
        moved=direct - more(rest.travel_m, still.travel_m),
        weighs=more(rest.pad_n, still.pad_n) / GRAVITY,
        pads_kg=still.pad_n.reshape(2 * count, cases).T / GRAVITY,
    )
    return _with_exchanged(a, felt)


def _with_exchanged(a: Assessment, felt: Felt) -> Felt:
    """With what has no magnitude: it does the same at each of STEPS."""
    more = list(exchanged(a))
    if not more:
        return felt
    by_step = (len(more), len(STEPS), *felt.pads_kg.shape)
    return replace(
        felt,
        causes=(*felt.causes, *(one.cause for one in more)),
        moved=np.concatenate([felt.moved, np.broadcast_to(np.array([one.moved_m for one in more])[:, None], by_step)]),
        weighs=np.concatenate([felt.weighs, np.broadcast_to(np.array([one.weighs_kg for one in more])[:, None], by_step)]),
    )


def felt_causes(a: Assessment, case: int, before: int = 0) -> Felt:
    """What may be the cause in a case, of the vehicle as fitted and with what was turned before an entry of its log.

    Whatever was read or ticked since is none of it.
    """
    return _tables(parts_alone(turned_job(a, before))).showing(case)


def weighed(by_step: Floats) -> tuple[Floats, Floats]:
    """How likely each cause is, (K,), and the mean of its magnitude, in deviations. by_step: (K, G) of `likely`."""
    share = by_step.sum(axis=1)
    return share, (by_step * STEPS).sum(axis=1) / np.maximum(share, 1e-300)


def likely(miss: Floats, covariance: Floats, causes: tuple[Cause, ...], moved: Floats) -> Floats:
    """How likely each magnitude of each cause is, (K, G), all together 1.

    miss: (n,) read less promised, nan where not read, the heights of every corner first. covariance: (n, n) of what is always
    uncertain. causes, moved: (K, G, n) how each of STEPS of each moves every value.
    """
    seen = np.isfinite(miss)
    inverse = np.linalg.inv(covariance[np.ix_(seen, seen)])
    steps = np.exp(-(STEPS**2) / 2.0)
    off = miss[seen] - moved[..., seen]
    log = -0.5 * np.einsum("kgn,nm,kgm->kg", off, inverse, off) + np.log(steps / steps.sum())
    for k, one in enumerate(causes):
        if one.kind == "reading" and seen[one.corner]:
            log[k] = _with_slips(log[k], miss[seen], inverse, int(seen[: one.corner].sum()))
    out = np.exp(log - log.max()) * np.array([one.weight for one in causes])[:, None]
    return np.asarray(out / out.sum())


def _with_slips(log: Floats, miss: Floats, inverse: Floats, corner: int) -> Floats:
    """A reading may also be off by exactly an inch or a centimetre: a third of its weight."""
    out = np.exp(log) * (2.0 / 3.0)
    for slip in (*SLIPS_M, *(-m for m in SLIPS_M)):
        off = miss.copy()
        off[corner] -= slip
        nearest = int(np.argmin(np.abs(STEPS * MISREAD_M - slip)))
        out[nearest] += np.exp(-0.5 * off @ inverse @ off) / (3.0 * 2 * len(SLIPS_M))
    return np.log(np.maximum(out, 1e-300))


def classes(causes: tuple[Cause, ...], share: Floats, mean: Floats) -> tuple[Class, ...]:
    """Most likely first."""
    found: dict[tuple[Why, int | None, int | None], list[int]] = {}
    for k, one in enumerate(causes):
        found.setdefault((one.why, one.axle, one.side), []).append(k)
    out = [
        Class(why=why, axle=axle, side=side, share=float(share[ks].sum()),
              by=tuple((causes[k].kind, float(mean[k] * causes[k].deviation)) for k in ks))
        for (why, axle, side), ks in found.items()
    ]  # fmt: skip
    return tuple(sorted(out, key=lambda one: -one.share))
