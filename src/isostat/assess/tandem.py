"""An equalized tandem: the last two axles' springs share a rocking beam on each side."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.laws import value_or
from isostat.core.elements.couple import Coupled
from isostat.core.elements.equalizer import Equalized
from isostat.core.elements.law import ForceLaw
from isostat.core.limits import Floats
from isostat.job.vehicle import Vehicle

ARM = 0.09  # m from the beam's pivot to its end, until measured (common practice, no source)
HALF = 0.5  # outer over outer and inner half of a leaf of equal halves


@dataclass(frozen=True, slots=True)
class Beams:
    """Arms of the beams in m: (left, right), each front and rear."""

    arms_m: tuple[tuple[float, float], tuple[float, float]]


def beams_of(vehicle: Vehicle, force_n: Floats) -> Beams | None:
    """The beams as the scales have them: in balance as weighed, a₁·F₁ = a₂·F₂, their mean arm as measured; None without any.

    force_n: (A, 2) of the springs at the baseline.
    """
    if vehicle.tandem != "equalized" or len(vehicle.axles) < 2:
        return None
    mean = HALF * value_or(vehicle.beam_m, ARM)
    front, rear = np.maximum(force_n[-2], 1.0), np.maximum(force_n[-1], 1.0)
    share = np.clip(rear / (front + rear), 0.1, 0.9)  # of the front arm in both
    arms = [(2.0 * mean * float(s), 2.0 * mean * float(1.0 - s)) for s in share]
    return Beams((arms[0], arms[1]))


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
