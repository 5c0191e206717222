"""From figures to a platform: the parts of every axle in a fixed order, one column a load case."""

from __future__ import annotations

from dataclasses import dataclass, replace
from itertools import pairwise

import numpy as np

from isostat.assess.setup.figures import AxleFigures, FitFigures
from isostat.assess.setup.springs.helper_spring import Pair
from isostat.assess.setup.tandem import Beams, equalized
from isostat.core.limits import GRAVITY, Floats
from isostat.core.parts.bank import Bank
from isostat.core.parts.bump_stop import BumpStop
from isostat.core.parts.couple import Couple
from isostat.core.parts.ends import Metal, ShockEnds, Strap
from isostat.core.parts.law import ForceLaw
from isostat.core.parts.motion import Motion
from isostat.core.springs.coil import Coil
from isostat.core.vehicle.layout import SIDES, row
from isostat.core.vehicle.platform import Platform
from isostat.core.vehicle.statics import lever
from isostat.core.working import Figure

SPRING = (0, 1)  # the places of an axle's springs in the platform's arrays, left and right; what stands beside them is next
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


@dataclass(frozen=True, slots=True)
class Part:
    """A part of an axle, left and right.

    offset_m: compression of its law at the baseline. ratio: its travel per travel of its own place; motion: in place of it, where
    that changes. place: how far out it stands, of the half track.
    """

    law: tuple[ForceLaw, ForceLaw]
    offset_m: tuple[float, float]
    ratio: float
    place: float
    motion: Motion | None = None
    couple: Couple | None = None


def helper_parts(fit: FitFigures) -> slice:
    """The places in the platform's arrays of what stands beside the springs of an axle."""
    return slice(len(SPRING), len(SPRING) + 2 * len(fit.helpers))


def stop_parts(fit: FitFigures) -> tuple[int, ...]:
    """The places of its bump stops; none where they are left out."""
    after = helper_parts(fit).stop
    return () if fit.stop_left_out else (after, after + 1)


def _mounted(axle: AxleFigures, fit: FitFigures, springs: Springs) -> list[Part]:
    """Every part of an axle: its springs, what stands beside them, stops, shocks, metal on metal, straps."""
    ratio, place = axle.spring_ratio.value, axle.spring_place.value
    motion = axle.spring_motion if axle.spring_motion.is_table else None
    pairs: tuple[Pair, ...] = (springs, *fit.helpers)
    parts = [Part(pair.law, pair.offset_m, ratio, place, motion, pair.couple) for pair in pairs]
    if not fit.stop_left_out:
        sooner = fit.stop_spacer_m + fit.stop_taller_m - axle.stop_spacer_m
        stop = BumpStop(fit.stop_rate.value, fit.stop_flat_m.value)
        left, right = (sooner - gap.value for gap in axle.stop_gap_m)
        parts.append(Part((stop, stop), (left, right), axle.stop_ratio.value, axle.stop_place.value))
    shock = ShockEnds(fit.shock_stroke_m)
    left, right = (shaft.value + fit.shock_longer_m - fit.shock_mounts_m for shaft in axle.droop_shaft_m)
    parts.append(Part((shock, shock), (left, right), axle.shock_ratio.value, axle.shock_place.value))
    left, right = (-way.value for way in axle.metal_m)  # beam on frame, beside its stop
    parts.append(Part((Metal(), Metal()), (left, right), 1.0, axle.stop_place.value))
    mounts = axle.strap_mounts_m
    if fit.strap_m is not None and mounts[0] is not None and mounts[1] is not None:
        left, right = fit.strap_m.value - mounts[0].value, fit.strap_m.value - mounts[1].value
        parts.append(Part((Strap(), Strap()), (left, right), axle.strap_ratio.value, axle.strap_place.value))
    return parts


def _on_beams(springs: tuple[Springs, ...]) -> tuple[list[Springs], dict[int, list[Couple]]]:
    """What stands at the springs' places, and by the axle before them the beams of both sides."""
    ridden: list[Springs] = list(springs)
    beams: dict[int, list[Couple]] = {}
    for a, (front, behind) in enumerate(pairwise(springs)):
        if front.beams is None or front.couple is not None or behind.couple is not None:
            continue
        sides = [equalized(front.beams, side, (front.law[side], behind.law[side])) for side in (0, 1)]
        beams[a] = [beam for beam, _, _ in sides]
        ridden[a] = replace(front, law=(sides[0][1], sides[1][1]))
        ridden[a + 1] = replace(behind, law=(sides[0][2], sides[1][2]))
    return ridden, beams


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
    ridden, beams = _on_beams(springs)
    mounted = [_mounted(axle, fit, spring) for axle, fit, spring in zip(axles, fits, ridden, strict=True)]
    laws: dict[ForceLaw, int] = {}
    motions: dict[Motion, int] = {}
    couples: dict[Couple, int] = {}
    shape = (count, 2 * max(len(parts) for parts in mounted))
    rows, ratio, offset, law = np.zeros((*shape, 2)), np.ones(shape), np.zeros(shape), np.zeros(shape, dtype=np.int64)
    motion, teed, tandem = (np.full(shape, -1, dtype=np.int64) for _ in range(3))
    for a, parts in enumerate(mounted):
        for n, part in enumerate(parts):
            stood = part.place * axles[a].half_track_m / fits[a].half_track_m  # wheels further out leave the parts where they are
            for side in (0, 1):
                at = a, 2 * n + side
                rows[at] = row(axles[a].layout, SIDES[side], stood)
                ratio[at], offset[at] = part.ratio, part.offset_m[side]
                law[at] = laws.setdefault(part.law[side], len(laws))
                if part.motion is not None:
                    motion[at] = motions.setdefault(part.motion, len(motions))
            if part.couple is not None:
                teed[a, 2 * n] = couples.setdefault(part.couple, len(couples))
        for side, beam in enumerate(beams.get(a, ())):
            tandem[a, SPRING[side]] = couples.setdefault(beam, len(couples))

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
    return platform, Bank(tuple(laws), tuple(motions), tuple(couples))
