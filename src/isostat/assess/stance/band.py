"""The prediction band: the ordered parts and the readings drawn with their errors, the whole vehicle solved for each draw."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from isostat.assess.measure.value_of_readings import LENGTHS, SHARES
from isostat.assess.setup.items import loads
from isostat.assess.setup.platform import SPRING
from isostat.assess.setup.settlement import settle_share
from isostat.assess.solve.assessment import Assessment, assess
from isostat.assess.solve.memory import remembered
from isostat.assess.spring.results import part_errors
from isostat.core import rules
from isostat.core.fitting.band import Band, band_of, half_band
from isostat.core.fitting.band_draws import Draws, Source
from isostat.core.limits import GRAVITY, Bools, Floats
from isostat.core.vehicle.equilibrium import solve_equilibrium
from isostat.core.vehicle.platform import Platform
from isostat.core.vehicle.statics import lever
from isostat.core.working import Figure
from isostat.job.card import Card
from isostat.job.edits.taught import taught_of
from isostat.job.reading import Reading
from isostat.job.schema import Job

DRAWS = 5000
# One standard deviation of each, where a reading does not say its own (common practice, no source).
MEASURED = {"unsprung_kg": 0.02, "tyre_rate_n_per_m": 0.05, "spring_ratio": 0.01}


@dataclass(frozen=True, slots=True, kw_only=True)
class Prediction:
    """Hub to arch as it will be read: as fitted and rolled, and after settling. Arrays (A, 2, B)."""

    band: Band
    mean_half_m: Floats  # (A, B) half of the band of an axle's mean height
    off_m: Floats  # (n, 2A, B) every draw's heights off their mean, left and right of each axle in turn
    off_kg: Floats  # (n, 2A, B) and the weights under the wheels
    sources: tuple[Source, ...]
    stands: Bools  # (B,)
    settled_m: Floats  # as fitted would be `band.middle_m`

    def covariance_m2(self, case: int) -> Floats:
        """Of all corners together in a case, (2A, 2A)."""
        return np.asarray(np.cov(self.off_m[..., case], rowvar=False))


def _error(reading: Reading, usual: float, assumed: float) -> float:
    """One standard deviation of a reading."""
    if reading.error is not None:
        return reading.error / 2.0
    return assumed if reading.assumed else usual


def _share(figure: Figure, kind: str) -> float:
    return SHARES[kind] / 2.0 if figure.assumed else MEASURED[kind]


def prediction(a: Assessment, draws: int = DRAWS) -> Prediction:
    """The band of every corner in every case, the parts ordered as proposed. draws: how many; 0.1 mm of noise at 5 000."""
    count, cases = len(a.axles), a.cases
    d = Draws(draws)
    corners = [(axle.left, axle.right) for axle in a.job.vehicle.axles]
    pad_sigma = np.array(
        [
            [_error(c.pad_kg, rules.PAD_ERROR / 2 * c.pad_kg.value, SHARES["pad_kg"] / 2 * c.pad_kg.value) for c in p]
            for p in corners
        ]
    )
    height_sigma = np.array(
        [[_error(c.hub_to_arch_m, rules.TAPE_ERROR / 2, LENGTHS["hub_to_arch_m"] / 2) for c in p] for p in corners]
    )
    seat_sigma = np.array(
        [[rules.TAPE_ERROR / 2 if s.length_known else LENGTHS["installed_length_m"] / 2 for s in pair] for pair in a.found_springs]
    )
    pads = pad_sigma[..., None] * d.corners("scale pad", count)
    heights = height_sigma[..., None] * d.corners("hub to arch", count)
    seats = seat_sigma[..., None] * d.corners("installed length", count)
    unsprung = np.array([_share(x.unsprung_kg, "unsprung_kg") * x.unsprung_kg.value for x in a.axles])[:, None] * d.axles(
        "unsprung", count
    )
    tyre = 1.0 + np.array([_share(f.tyre_rate, "tyre_rate_n_per_m") for f in a.fits])[:, None] * d.axles("tyre rate", count)
    ratio = 1.0 + np.array([_share(x.spring_ratio, "spring_ratio") for x in a.axles])[:, None] * d.axles("motion ratio", count)
    harder, longer = part_errors(a, d)
    weight = _weights(a, d, pads, unsprung)
    hitch, held = a.loading.hitch, None
    if hitch is not None:
        nose = GRAVITY * rules.NOSE_ERROR * hitch.nose_kg.value * d.one("weight on the coupling")
        weight = weight + lever(hitch.x_m, 0.0)[:, None, None] * nose[:, None]
        held = np.array([np.full(draws, hitch.x_m), np.full(draws, hitch.rate), GRAVITY * hitch.nose_kg.value + nose])

    base = a.proposed.platform
    where = np.tile(np.arange(cases), draws)
    batch = base.take(where)

    def spread(values: Floats) -> Floats:
        """One value a draw to one a column, (…, n) -> (…, n·B)."""
        return np.repeat(values, cases, axis=-1)

    scale, offset, slope = batch.scale.copy(), batch.offset_m.copy(), batch.ratio.copy()
    for side, part in enumerate(SPRING):
        scale[:, part] *= harder[:, side].reshape(count, -1)
        offset[:, part] += longer[:, side].reshape(count, -1) - spread(seats[:, side])
        slope[:, part] *= spread(ratio)
    stiff = batch.tyre_rate * spread(tyre)[:, None]
    carried = np.array([[p.value for p in x.pad_kg] for x in a.axles])[..., None] * GRAVITY
    nominal = np.array([[p.value * GRAVITY / x.tyre_rate.value for p in x.pad_kg] for x in a.axles])
    found = np.array([x.tyre_rate.value for x in a.axles])[:, None, None] * tyre[:, None]
    squash = batch.tyre_squash_m + spread((carried + GRAVITY * pads) / found - nominal[..., None])
    stands = a.proposed.stands
    drawn = replace(
        batch,
        scale=scale,
        offset_m=offset,
        ratio=slope,
        tyre_rate=stiff,
        tyre_squash_m=squash,
        unsprung_n=batch.unsprung_n + GRAVITY * spread(unsprung)[:, None],
        hitch=None if held is None else spread(held),
        weight=np.where(stands[where], weight.reshape(3, -1), _safe(base, stands)[:, where]),
    )
    rest = solve_equilibrium(drawn, a.proposed.bank)
    travel = _by_draw(rest.travel_m, draws)
    read = a.baseline_m[..., None] - np.moveaxis(heights, 2, 0)[..., None] - travel + _by_book(a, d)
    at_arch, on_pads = (m.reshape(draws, 2 * count, cases) for m in (read, _by_draw(rest.pad_n, draws) / GRAVITY))
    return Prediction(
        band=band_of(read, np.stack(d.columns, axis=1)),
        mean_half_m=half_band(read.mean(axis=2)),
        off_m=at_arch - at_arch.mean(axis=0),
        off_kg=on_pads - on_pads.mean(axis=0),
        sources=tuple(d.sources),
        stands=stands,
        settled_m=_settled(a, stands),
    )


def _by_book(a: Assessment, d: Draws) -> Floats:
    """How much higher an axle comes out by what a shop's book says of its springs, (n, A, 1, 1) m."""
    off = np.zeros((d.n, len(a.axles), 1, 1))
    for i in range(len(a.axles)):
        said = taught_of(a.job, i)
        if said:
            error = float(np.hypot.reduce([one.error_m for one in said])) / 2.0
            off[:, i, 0, 0] = sum(one.mean_m for one in said) + error * d.one("the shop book", i)
    return off


def _weights(a: Assessment, d: Draws, pads: Floats, unsprung: Floats) -> Floats:
    """Sprung weight of every draw and case, (3, n, B): pads, unsprung and items as drawn."""
    y = np.array([[x.half_track_m, -x.half_track_m] for x in a.axles])
    h = lever(np.array([[x.x_m] * 2 for x in a.axles]), y)
    change = GRAVITY * np.einsum("kas,asn->kn", h, pads - unsprung[:, None])
    whole = a.loading.sprung[:, None] + change[..., None]
    carried = loads(a.job)
    aboard, unit = carried.aboard, carried.lever() * carried.body_kg  # (B, items), (3, items)
    along_of = np.array([0.0, -GRAVITY, 0.0])[:, None] * carried.body_kg  # what a metre further forward does
    for n in range(len(a.job.items)):
        if not aboard[:, n].any():
            continue
        more, along = rules.ITEM_ERROR * d.one(a.job.items[n].name), rules.PLACE_ERROR * d.one(f"place of {a.job.items[n].name}")
        drawn = unit[:, n, None] * more + along_of[:, n, None] * along
        whole = whole + drawn[..., None] * aboard[:, n]
    return np.asarray(whole)


def _safe(base: Platform, stands: Bools) -> Floats:
    """A weight that can stand for the cases that cannot, (3, B)."""
    good = np.nonzero(stands)[0]
    weight = base.weight.copy()
    if good.size:
        weight[:, ~stands] = weight[:, good[:1]]
    return weight


def _by_draw(values: Floats, draws: int) -> Floats:
    """Of every column, (A, 2, n·B), as (n, A, 2, B)."""
    return np.moveaxis(values.reshape(*values.shape[:2], draws, -1), 2, 0)


def _settled(a: Assessment, stands: Bools) -> Floats:
    """Heights (A, 2, B) after the coils have settled by a share of their deflection at the target."""
    base = replace(a.proposed.platform, weight=_safe(a.proposed.platform, stands))
    offset = base.offset_m.copy()
    for i, o in enumerate(a.orders):
        for side, part in enumerate(SPRING):
            offset[i, part] -= settle_share(a.job, i) * max(o.pressed_m[side], 0.0)
    rest = solve_equilibrium(replace(base, offset_m=offset), a.proposed.bank, exact=True)
    return np.asarray(a.baseline_m[..., None] - rest.travel_m)


def parts_alone(job: Job) -> Job:
    """The job without what was read or ticked since its parts were fitted."""
    return job.model_copy(update={"log": (), "card": Card(bought=job.card.bought)})


def same_parts(a: Assessment, b: Assessment) -> bool:
    """Whether a prediction of one is that of the other."""
    return a is b or parts_alone(a.job) == parts_alone(b.job)


@remembered
def predicted(a: Assessment) -> Prediction:
    """The prediction, remembered for these parts."""
    return _predicted(parts_alone(a.job))


@lru_cache(maxsize=4)
def _predicted(parts: Job) -> Prediction:
    return prediction(assess(parts))
