"""An equalized tandem: the last two axles' springs share a rocking beam on each side."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from isostat.assess.setup.figures import AxleFigures
from isostat.assess.setup.springs.incomplete import value_or
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.core.parts.couple import Coupled
from isostat.core.parts.equalizer import Equalized
from isostat.core.parts.law import ForceLaw
from isostat.job.vehicle import Vehicle

HALF = 0.5  # outer over outer and inner half of a leaf of equal halves


@dataclass(frozen=True, slots=True)
class Beams:
    """Arms of the beams in m: (left, right), each front and rear."""

    arms_m: tuple[tuple[float, float], tuple[float, float]]


def beams_of(vehicle: Vehicle, force_n: Floats) -> Beams | None:
    """The beams as the scales have them: in balance as weighed, a₁·F₁ = a₂·F₂, their mean arm as measured; or both arms as
    measured. None without any.

    vehicle: as measured. force_n: (A, 2) of the springs at the baseline.
    """
    if vehicle.tandem != "equalized" or len(vehicle.axles) < 2:
        return None
    typed = typed_arms(vehicle)
    if typed is not None:
        return Beams((typed, typed))
    mean = HALF * value_or(vehicle.beam_m, rules.BEAM_ARM)
    front, rear = np.maximum(force_n[-2], 1.0), np.maximum(force_n[-1], 1.0)
    share = np.clip(rear / (front + rear), 0.1, 0.9)  # of the front arm in both
    arms = [(2.0 * mean * float(s), 2.0 * mean * float(1.0 - s)) for s in share]
    return Beams((arms[0], arms[1]))


def typed_arms(vehicle: Vehicle) -> tuple[float, float] | None:
    """Arms of the beams where both were measured, at the springs' ends: of equal halves of a leaf half of the beam's own, m."""
    front, rear = vehicle.beam_front_m, vehicle.beam_rear_m
    equalized = vehicle.tandem == "equalized" and len(vehicle.axles) > 1
    return (HALF * front.value, HALF * rear.value) if equalized and front is not None and rear is not None else None


def split_by_beams(vehicle: Vehicle, axles: tuple[AxleFigures, ...]) -> tuple[AxleFigures, ...]:
    """The axles with what the scales saw on each side of the last two shared as their measured arms have it, a₁·F₁ = a₂·F₂.

    vehicle, axles: as read. The sum of both is the scales'; without measured arms nothing changes.
    """
    arms = typed_arms(vehicle)
    if arms is None:
        return axles
    front, rear = axles[-2:]
    pads = []
    for side in (0, 1):
        first, second = front.pad_kg[side], rear.pad_kg[side]
        sprung = first.value + second.value - front.unsprung_kg.value - rear.unsprung_kg.value
        ahead = front.unsprung_kg.value + sprung * arms[1] / (arms[0] + arms[1])
        pads.append((replace(first, value=ahead), replace(second, value=first.value + second.value - ahead)))
    return (
        *axles[:-2],
        replace(front, pad_kg=(pads[0][0], pads[1][0])),
        replace(rear, pad_kg=(pads[0][1], pads[1][1])),
    )


def balanced(beams: Beams | None, force_n: Floats) -> Floats:
    """Spring forces (A, 2) with those of the last two axles shared as their beams will have them."""
    if beams is None:
        return force_n
    out = force_n.copy()
    for side, (front, rear) in enumerate(beams.arms_m):
        both = force_n[-2, side] + force_n[-1, side]
        out[-2, side], out[-1, side] = both * rear / (front + rear), both * front / (front + rear)
    return out


def equalized(beams: Beams, side: int, laws: tuple[ForceLaw, ForceLaw]) -> tuple[Equalized, Coupled, Coupled]:
    """The couple of one side, and what stands in for the springs before and behind its beam."""
    front, rear = laws
    made = Equalized(front=front, rear=rear, arms_m=beams.arms_m[side])
    return made, Coupled(front.domain, front.events), Coupled(rear.domain, rear.events)
