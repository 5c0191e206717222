"""How an axle stands under the body on the proposal's springs: travel of its hubs, and what holds it fore and aft."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from isostat.assess.setup.springs.incomplete import Incomplete
from isostat.assess.setup.springs.leaf import leaf_pack
from isostat.assess.solve.assessment import Assessment
from isostat.core.limits import Floats, OutOfRange
from isostat.core.linkage.side_links import Leaves, Link, OneArm, Path, TwoLinks
from isostat.core.springs.straight_pieces import compression_at
from isostat.job.edits import paths
from isostat.job.edits.paths import JOB, path_to, value_at

TWO_LINKS = ("lower_m", "lower_slope_rad", "lower_over_hub_m", "upper_m", "upper_slope_rad", "upper_over_hub_m")
ONE_ARM = ("lower_m", "lower_slope_rad")


def travel(a: Assessment, axle: int) -> Floats:
    """Of both hubs of an axle in every case, (2, B) in m; nan in a case that does not stand."""
    return np.where(a.proposed.stands, a.proposed.rest.travel_m[axle], np.nan)


def mean_travel(a: Assessment, axle: int) -> Floats:
    """Of an axle's middle, (B,) in m."""
    return np.asarray(travel(a, axle).mean(axis=0))


def worse_side(a: Assessment, axle: int, of: Callable[[Floats], Floats], before: float) -> Floats:
    """Of both wheels, whichever is further from before, (B,). of: a value at travels of one wheel, of one shape."""
    left, right = (of(u) for u in travel(a, axle))
    return np.where(np.abs(left - before) >= np.abs(right - before), left, right)


def pitch(a: Assessment) -> Floats:
    """Of the body, nose-down +, (B,) in rad."""
    return np.where(a.proposed.stands, a.proposed.rest.pose[1], np.nan)


def held_by(a: Assessment, axle: int) -> str | None:
    """What holds an axle fore and aft: as said, else leaves where it stands on them; None where nothing says."""
    by = a.job.vehicle.axles[axle].links.by
    if by is None and a.job.as_found.axles[axle].kind == "leaf":
        return "leaves"
    return by


def lead(a: Assessment, axle: int) -> float | None:
    """By which a whole turn makes a link or a bar of an axle longer, m; None where nobody read it."""
    read = a.job.vehicle.axles[axle].links.lead_m
    return None if read is None else float(read.value)


def lacking(a: Assessment, *wanted: paths.Path) -> tuple[paths.Path, ...]:
    """Those of some readings that were not taken."""
    return tuple(path for path in wanted if value_at(a.job, path) is None)


def side_path(a: Assessment, axle: int) -> tuple[Path | None, tuple[paths.Path, ...]]:
    """How an axle goes under the body, and the readings that this lacks. Raises OutOfRange for links that cannot be."""
    links, base = a.job.vehicle.axles[axle].links, path_to(JOB.vehicle.axles[axle].links)
    by, ahead = held_by(a, axle), links.frame == "ahead"
    if by == "leaves":
        return _leaves(a, axle), ()
    wanted = {"two links": TWO_LINKS, "one arm": ONE_ARM}.get(by or "", ())
    missing = lacking(a, *((*base, name) for name in wanted)) if by else ((*base, "by"),)
    if missing:
        return None, missing
    n = {name: float(getattr(links, name).value) for name in wanted}
    if by == "one arm":
        return OneArm(length_m=n["lower_m"], slope_rad=n["lower_slope_rad"], ahead=ahead), ()
    lower, upper = (
        Link(length_m=n[f"{key}_m"], slope_rad=n[f"{key}_slope_rad"], over_hub_m=n[f"{key}_over_hub_m"], ahead=ahead)
        for key in ("lower", "upper")
    )
    return TwoLinks(lower=lower, upper=upper), ()


def _leaves(a: Assessment, axle: int) -> Path | None:
    """By the pack as found, its arch as it stood when weighed; None where its leaves were not read."""
    links, fit = a.job.vehicle.axles[axle].links, a.job.as_found.axles[axle]
    try:
        pack = leaf_pack(fit.pack)
    except (Incomplete, OutOfRange):
        return None
    force = float(np.mean([spring.force_n for spring in a.found_springs[axle]]))
    arch = pack.law.flat_m - compression_at(pack.law, force)
    main = pack.leaves[0]
    return Leaves(front_m=main.front_m, rear_m=main.rear_m, arch_m=arch, fixed="front" if links.frame == "ahead" else "rear")
