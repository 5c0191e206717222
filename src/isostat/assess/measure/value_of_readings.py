"""What each missing reading buys: how far the ordered parts would stand elsewhere if the truth is not what was assumed."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from isostat.assess.solve.assessment import Assessment, assess
from isostat.assess.solve.memory import remembered
from isostat.core import rules
from isostat.core.working import Figure
from isostat.job.edits import paths as edits
from isostat.job.edits.paths import JOB, path_to
from isostat.job.files import JobFault
from isostat.job.points import SIDES
from isostat.job.schema import Job

# How far the truth may lie from what is assumed, two standard deviations (common practice, no source).
SHARES = {
    "pad_kg": 0.10,
    "unsprung_kg": 0.25,
    "tyre_rate_n_per_m": 0.30,
    "spring_ratio": 0.08,
    "shock_ratio": 0.08,
    "stop_ratio": 0.08,
    "spring_place": 0.10,
}
LENGTHS = {
    "hub_to_arch_m": 0.020,
    "installed_length_m": 0.015,
    "shaft_showing_m": 0.020,
    "stop_gap_m": 0.020,
    "metal_gap_m": 0.025,
    "flat_m": 0.008,
}
WORTH = 0.0005  # m, below which a reading buys nothing that a tape shows
TRAVEL_COUNTS = 0.5  # of a height, in the ranking (stated rule)


@dataclass(frozen=True, slots=True)
class Missing:
    """A number that is only assumed: what, of which axle, what is gone by, and how far off it may be; in SI."""

    what: str  # the field
    axle: int
    value: float
    spread: float
    paths: tuple[edits.Path, ...]  # the readings that would replace it
    ways: tuple[float, ...]  # sign of the change of each


@dataclass(frozen=True, slots=True)
class Buy:
    """What a missing reading would narrow: before and after in m, at the corner that changes most, in the target's case."""

    missing: Missing
    heights_m: tuple[float, float]  # hub to arch
    travels_m: tuple[float, float]  # bump or droop left

    @property
    def height_m(self) -> float:
        """How much narrower the band of heights gets by it, m."""
        return abs(self.heights_m[1] - self.heights_m[0])

    @property
    def travel_m(self) -> float:
        """How much narrower the ends of travel get by it, m."""
        return abs(self.travels_m[1] - self.travels_m[0])

    @property
    def rank(self) -> float:
        """By which the list is sorted, the dearest first."""
        return max(self.height_m, TRAVEL_COUNTS * self.travel_m)


@remembered
def missing_readings(a: Assessment) -> tuple[Missing, ...]:
    """Every number that the answer rests on and nobody read."""
    return tuple(m for axle in range(len(a.axles)) for m in _of_axle(a, axle))


def _of_axle(a: Assessment, i: int) -> Iterator[Missing]:
    job, axle, fit, figures = a.job, a.job.vehicle.axles[i], a.job.as_found.axles[i], a.axles[i]
    corners = tuple((*path_to(JOB.vehicle.axles[i]), side) for side in SIDES)
    coils = tuple((*path_to(JOB.as_found.axles[i]), side) for side in SIDES)

    def both(what: str, owners: tuple[edits.Path, ...], value: float, ways: tuple[float, ...] = (1.0, 1.0)) -> Missing:
        spread = LENGTHS.get(what) or SHARES[what] * value
        return Missing(what, i, value, spread, tuple((*owner, what) for owner in owners), ways)

    if any(p.assumed for p in figures.pad_kg):
        mean = sum(p.value for p in figures.pad_kg) / 2
        if axle.left.pad_kg.typed is None:
            yield both("pad_kg", corners, mean)
        else:
            yield Missing("pad_split", i, mean, rules.TICKET_SPLIT * 2 * mean, tuple((*c, "pad_kg") for c in corners), (1.0, -1.0))
    if any(h.assumed for h in figures.hub_to_arch_m):
        yield both("hub_to_arch_m", corners, figures.hub_to_arch_m[0].value)
    for what in ("unsprung_kg", "spring_ratio", "shock_ratio", "stop_ratio", "spring_place"):
        figure: Figure = getattr(figures, what)
        if not figure.assumed or (what == "spring_place" and axle.layout != "solid"):
            continue
        found = both(what, (path_to(JOB.vehicle.axles[i]),), figure.value, (1.0,))
        if what == "unsprung_kg" and axle.wheel_tyre_kg is not None:  # the rest beside the wheel alone is guessed
            found = replace(found, spread=SHARES[what] * (figure.value - axle.wheel_tyre_kg.value))
        yield found
    if figures.tyre_rate.assumed:
        yield both("tyre_rate_n_per_m", (path_to(JOB.as_found.axles[i]),), figures.tyre_rate.value, (1.0,))
    if not all(s.length_known for s in a.found_springs[i]):
        yield both("installed_length_m", coils, a.found_springs[i][0].installed_m.value)
    if any(d.assumed for d in figures.droop_shaft_m):
        stroke = fit.shock_stroke_m.value if fit.shock_stroke_m else 2 * figures.droop_shaft_m[0].value
        yield both("shaft_showing_m", corners, stroke - figures.droop_shaft_m[0].value)
    for what, known in (("stop_gap_m", figures.stop_gap_m), ("metal_gap_m", figures.metal_m)):
        if any(k.assumed for k in known):
            yield both(what, corners, known[0].value)
    if a.found_fits[i].stop_flat_m.assumed:
        yield both("flat_m", (path_to(JOB.as_found.axles[i].stop),), a.found_fits[i].stop_flat_m.value, (1.0,))
    if a.found_fits[i].bar.assumed and job.proposal.axles[i].bar_rate_n_per_m is None:
        value = a.found_fits[i].bar.value
        yield Missing("bar_rate_n_per_m", i, value, rules.BAR_UNREAD, (path_to(JOB.as_found.axles[i].bar_rate_n_per_m),), (1.0,))


def as_ordered(a: Assessment) -> Job:
    """The job with the proposal's springs typed in as they would be ordered, so that they stay what they are."""
    job = a.job
    for i, o in enumerate(a.orders):
        for side, name in enumerate(SIDES):
            coil: edits.Path = (*path_to(JOB.proposal.axles[i]), name)
            for field, pair in (
                ("rate_n_per_m", o.order.rate_n_per_m), ("free_length_m", o.order.free_m), ("spacer_m", o.order.spacer_m)
            ):  # fmt: skip
                job = edits.put(job, (*coil, field), float(pair[side]))
    return job


def what_it_buys(a: Assessment) -> tuple[Buy, ...]:
    """The missing readings, those that narrow the answer most first; what a tape could not tell is left out.

    Rule, until there is a prediction band: the parts are ordered as proposed, then one assumed number becomes what it may be at two
    standard deviations, and the corner that moves most in the target's case says what its reading buys; travel counts half.
    """
    if not all(o.can_be_had for o in a.orders):
        return ()
    try:
        ordered = as_ordered(a)
    except JobFault:
        return ()
    base = assess(ordered)
    found = [buy for m in missing_readings(a) if (buy := one_buy(base, ordered, m)) is not None]
    return tuple(sorted((b for b in found if b.rank > WORTH), key=lambda b: -b.rank))


def one_buy(base: Assessment, ordered: Job, missing: Missing) -> Buy | None:
    """What one missing reading buys; base: the assessment of the job as ordered. None where its change cannot be tried."""
    job = ordered
    try:
        for path, way in zip(missing.paths, missing.ways, strict=True):
            job = _changed(job, base, path, missing, way)
    except JobFault:
        return None
    after, case = assess(job), base.target_case
    if not (after.proposed.stands[case] and base.proposed.stands[case]):
        return None

    def most(*names: str) -> tuple[float, float]:
        was, now = (np.concatenate([getattr(a.proposed, n)[..., case].ravel() for n in names]) for a in (base, after))
        worst = int(np.argmax(np.abs(now - was)))
        return float(was[worst]), float(now[worst])

    return Buy(missing, most("hub_to_arch_m"), most("bump_left_m", "droop_left_m"))


def _changed(job: Job, base: Assessment, path: edits.Path, missing: Missing, way: float) -> Job:
    """The job with an assumed number as far off as it may be."""
    if missing.what == "shaft_showing_m" and job.as_found.axles[missing.axle].shock_stroke_m is None:
        stroke: edits.Path = path_to(JOB.as_found.axles[missing.axle].shock_stroke_m)
        job = edits.put(job, stroke, 2 * base.axles[missing.axle].droop_shaft_m[0].value)
    if missing.what == "pad_split":
        side = SIDES.index(str(path[-2]))
        return edits.put(job, path, base.axles[missing.axle].pad_kg[side].value + way * missing.spread / 2)
    now = edits.value_at(job, path)
    value = now.value if now is not None and missing.what in ("pad_kg", "hub_to_arch_m") else missing.value
    return edits.put(job, path, value + way * missing.spread)
