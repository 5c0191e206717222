"""What the air helpers of an axle do in every case, and the same axle on steel alone."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from isostat.assess.assessment import Assessment, assess
from isostat.assess.stand import HELPER
from isostat.core.elements.air import ClosedAir
from isostat.core.limits import GRAVITY, Floats
from isostat.job.air_bag import AirBag
from isostat.job.schema import Job


@dataclass(frozen=True, slots=True, kw_only=True)
class Aired:
    """The bags of an axle in every case; arrays (2, B)."""

    gauge_pa: Floats
    carries_kg: Floats
    height_m: Floats  # of the bag
    within: Floats  # 1 where the bag is between its longest and flat, 0 where it is not


def aired(a: Assessment, axle: int) -> Aired | None:
    """What the helpers do; None where there are none."""
    told = a.fits[axle].helper
    if told is None:
        return None
    s, full = a.proposed, float(a.job.proposal.axles[axle].helper.height_m.value)  # type: ignore[union-attr]
    rows = s.platform.row[axle, list(HELPER), :, 0]
    x = np.asarray(a.axles[axle].spring_motion.at(rows @ s.rest.travel_m[axle])[0]) + np.array(told.offset_m)[:, None]
    laws = told.law
    gauge = [law.gauge_at(x[n]) if isinstance(law, ClosedAir) else np.full(x.shape[1], law.gauge_pa) for n, law in enumerate(laws)]
    force = np.array([law.force(x[n]) for n, law in enumerate(laws)])
    low, high = laws[0].domain
    inside = (x >= low - 1e-9) & (x <= high + 1e-9)
    return Aired(gauge_pa=np.array(gauge), carries_kg=force / GRAVITY, height_m=full - x, within=inside.astype(float))


@lru_cache(maxsize=4)
def on_steel(job: Job, axle: int) -> Assessment:
    """The same job with no helper at an axle and its springs solved for the target: steel for the same load."""
    fits = list(job.proposal.axles)
    plain = dict.fromkeys(("rate_n_per_m", "free_length_m", "spacer_m", "collar_m", "slack_rad"))
    sides = {side: getattr(fits[axle], side).model_copy(update=plain) for side in ("left", "right")}
    fits[axle] = fits[axle].model_copy(update={"helper": AirBag(), **sides})
    return assess(job.model_copy(update={"proposal": job.proposal.model_copy(update={"axles": tuple(fits)})}))
