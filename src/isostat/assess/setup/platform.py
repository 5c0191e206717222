"""From figures to a platform: the parts of every axle in a fixed order, one column a load case."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

import numpy as np

from isostat.assess.setup.figures import AxleFigures, FitFigures
from isostat.assess.setup.tandem import Beams, equalized
from isostat.core.limits import GRAVITY, Floats
from isostat.core.parts.bank import Bank
from isostat.core.parts.bump_stop import BumpStop
from isostat.core.parts.couple import Couple
from isostat.core.parts.ends import Metal, ShockEnds, Strap
from isostat.core.parts.law import ForceLaw
from isostat.core.springs.coil import Coil
from isostat.core.vehicle.layout import SIDES, row
from isostat.core.vehicle.platform import Platform
from isostat.core.vehicle.statics import lever
from isostat.core.working import Figure

# The parts of an axle, left before right: their places in the platform's arrays.
SPRING, STOP, SHOCK, METAL = (0, 1), (2, 3), (4, 5), (6, 7)
HELPER, CUSHION, STRAP = (8, 9), (10, 11), (12, 13)  # only where some axle has one
PARTS, WITH_HELPERS, WITH_STRAPS = 8, 12, 14
HITCH_STIFF = 1e5  # times the weight as weighed, a metre ahead of the axle: the coupling gives way by nothing (stated rule)


@dataclass(frozen=True, slots=True)
class Springs:
    """Springs of one axle: laws and compression at the baseline in m, left and right; what they share, where they do."""

    law: tuple[ForceLaw, ForceLaw]
    offset_m: tuple[float, float]
    couple: Couple | None = None
    beams: Beams | None = None  # shared with the axle behind


@dataclass(frozen=True, slots=True)
class Hitch:
    """The coupling of a trailer: forward of the front axle in m, and what it carried when weighed."""

    x_m: float
    nose_kg: Figure
    rate: float  # N/m to the ground: goes with the vehicle's weight over its length, so that a model of it behaves alike


NO_SPRINGS = Springs((Coil(1000.0), Coil(1000.0)), (-1.0, -1.0))


def uneven_pads(axles: tuple[AxleFigures, ...]) -> Floats:
    """How far each pad stood above the plane nearest to all pads, (A, 2) in m: on a floor that is flat the wheels move by that."""
    heights = np.array([axle.pad_height_m for axle in axles])
    if not heights.any():
        return heights
    y = np.array([[axle.half_track_m, -axle.half_track_m] for axle in axles])
    x = np.array([[axle.x_m, axle.x_m] for axle in axles])
    h = lever(x.ravel(), y.ravel()).T
    plane, *_ = np.linalg.lstsq(h, heights.ravel(), rcond=None)
    return np.asarray(heights - (h @ plane).reshape(heights.shape))


def stand(
    axles: tuple[AxleFigures, ...],
    fits: tuple[FitFigures, ...],
    springs: tuple[Springs, ...],
    weight: Floats,
    more_unsprung_kg: Floats | float = 0.0,
    hitch: Hitch | None = None,
) -> tuple[Platform, Bank]:
    """The platform of one set-up and its bank.

    axles, fits, springs: one each an axle. weight: (3, B) sprung weight of each case, N and N·m.
    more_unsprung_kg: (A, 2, B) on each wheel beyond what was weighed, kg. hitch: the coupling of a trailer.
    """
    count, cases = len(axles), weight.shape[1]
    laws: dict[ForceLaw, int] = {}
    motions: dict[object, int] = {}
    couples: dict[Couple, int] = {}
    parts = WITH_HELPERS if any(fit.helper or fit.cushion for fit in fits) else PARTS
    strapped = [fit.strap_m is not None and all(axle.strap_mounts_m) for axle, fit in zip(axles, fits, strict=True)]
    shape = (count, WITH_STRAPS if any(strapped) else parts)
    rows, ratio = np.zeros((*shape, 2)), np.ones(shape)
    offset, law, motion = np.zeros(shape), np.zeros(shape, dtype=np.int64), np.full(shape, -1, dtype=np.int64)
    teed, tandem = np.full(shape, -1, dtype=np.int64), np.full(shape, -1, dtype=np.int64)
    ridden = [list(spring.law) for spring in springs]  # what stands at the springs' places
    for a, (spring, behind) in enumerate(pairwise(springs)):
        if spring.beams is None or spring.couple is not None or behind.couple is not None:
            continue
        for s in (0, 1):
            made, ridden[a][s], ridden[a + 1][s] = equalized(spring.beams, s, (spring.law[s], behind.law[s]))
            tandem[a, SPRING[s]] = couples.setdefault(made, len(couples))

    def put(a: int, part: int, places: tuple[float, float, float], force_law: ForceLaw) -> None:
        ratio[a, part], place, offset[a, part] = places
        stood = place * axles[a].half_track_m / fits[a].half_track_m  # wheels further out leave the parts where they are
        rows[a, part] = row(axles[a].layout, SIDES[part % 2], stood)
        law[a, part] = laws.setdefault(force_law, len(laws))

    for a, (axle, fit, spring) in enumerate(zip(axles, fits, springs, strict=True)):
        for s in (0, 1):
            put(a, SPRING[s], (axle.spring_ratio.value, axle.spring_place.value, spring.offset_m[s]), ridden[a][s])
            if axle.spring_motion.is_table:
                motion[a, SPRING[s]] = motions.setdefault(axle.spring_motion, len(motions))
            if not fit.stop_left_out:
                sooner = fit.stop_spacer_m + fit.stop_taller_m - axle.stop_spacer_m
                places = axle.stop_ratio.value, axle.stop_place.value, sooner - axle.stop_gap_m[s].value
                put(a, STOP[s], places, BumpStop(fit.stop_rate.value, fit.stop_flat_m.value))
            put(
                a,
                SHOCK[s],
                (
                    axle.shock_ratio.value,
                    axle.shock_place.value,
                    axle.droop_shaft_m[s].value + fit.shock_longer_m - fit.shock_mounts_m,
                ),
                ShockEnds(fit.shock_stroke_m),
            )
            put(a, METAL[s], (1.0, axle.stop_place.value, -axle.metal_m[s].value), Metal())  # beam on frame, beside its stop
            for part, pair in ((SPRING[0], spring), (HELPER[0], fit.helper)):
                if s == 0 and pair is not None and pair.couple is not None:
                    teed[a, part] = couples.setdefault(pair.couple, len(couples))
            if fit.helper is not None:
                places = axle.spring_ratio.value, axle.spring_place.value, fit.helper.offset_m[s]
                put(a, HELPER[s], places, fit.helper.law[s])
                motion[a, HELPER[s]] = motion[a, SPRING[s]]
            mounts = axle.strap_mounts_m[s]
            if strapped[a] and fit.strap_m is not None and mounts is not None:
                put(a, STRAP[s], (axle.strap_ratio.value, axle.strap_place.value, fit.strap_m.value - mounts.value), Strap())
            if fit.cushion is not None:
                put(a, CUSHION[s], (axle.spring_ratio.value, axle.spring_place.value, -fit.cushion.gap_m), fit.cushion.law)
                motion[a, CUSHION[s]] = motion[a, SPRING[s]]

    def spread(values: Floats) -> Floats:
        return np.repeat(np.asarray(values)[..., None], cases, axis=-1)

    both = np.ones(2)
    squash = [
        [pad.value * GRAVITY / axle.tyre_rate.value + fit.tyre_radius_m.value - axle.tyre_radius_m.value for pad in axle.pad_kg]
        for axle, fit in zip(axles, fits, strict=True)
    ]
    platform = Platform(
        axle_x_m=spread(np.array([a.x_m for a in axles])),
        half_track_m=spread(np.array([fit.half_track_m for fit in fits])),
        tyre_rate=spread(np.array([f.tyre_rate.value * both for f in fits])),
        tyre_squash_m=spread(np.array(squash)),
        unsprung_n=spread(np.array([a.unsprung_kg.value * GRAVITY * both for a in axles])) + GRAVITY * more_unsprung_kg,
        ground_m=spread(-uneven_pads(axles)),
        weight=np.ascontiguousarray(weight),
        bar_rate=spread(np.array([f.bar.value for f in fits])),
        row=spread(rows),
        ratio=spread(ratio),
        offset_m=spread(offset),
        scale=np.ones((*shape, cases)),
        law=np.repeat(law[..., None], cases, axis=-1),
        motion=np.repeat(motion[..., None], cases, axis=-1) if motions else None,
        teed=np.repeat(teed[..., None], cases, axis=-1) if (teed >= 0).any() else None,
        tandem=np.repeat(tandem[..., None], cases, axis=-1) if (tandem >= 0).any() else None,
        hitch=None if hitch is None else spread(np.array([hitch.x_m, hitch.rate, hitch.nose_kg.value * GRAVITY])),
    )
    return platform, Bank(tuple(laws), tuple(motions), tuple(couples))  # type: ignore[arg-type]
