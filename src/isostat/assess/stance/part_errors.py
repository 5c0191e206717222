"""What ordered parts vary by, kind by kind: how much harder a spring pushes than it should, and how much longer it is, as drawn."""

from __future__ import annotations

import numpy as np

from isostat.assess.setup.platform import SPRING
from isostat.assess.setup.springs.laws import value_or
from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.core.fitting.band_draws import Draws
from isostat.core.limits import Floats
from isostat.core.springs.leaf.pack import LeafLaw
from isostat.core.springs.stacked import StackedPair
from isostat.core.springs.torsion.bar import ArmLaw


def part_errors(a: Assessment, d: Draws) -> tuple[Floats, Floats]:
    """Times by which each spring pushes, and how much further it is pressed, m; (A, 2, n, B) both."""
    shape = (len(a.axles), 2, d.n, a.cases)
    scale, longer = np.ones(shape), np.zeros(shape)
    for i, o in enumerate(a.orders):
        if isinstance(o.law[0], StackedPair):
            scale[i], longer[i] = _stacked(a, d, i, o.law[0])
        elif isinstance(o.law[0], LeafLaw):
            longer[i] = d.pair("arch of the pack", i)[..., None] * rules.ARCH_ERROR + _friction(a, d, i)
        elif o.air is not None and o.air.told.gas == "levelled":
            ratio, band = a.axles[i].spring_ratio.value, value_or(o.air.told.band_m, rules.VALVE_BAND)
            dead = np.array([d.even("dead band of the valve", i, side) for side in (0, 1)])
            longer[i] = ratio * (rules.ROD_ERROR * d.pair("valve's rod", i) + band * dead)[..., None]
        else:
            what = "effective area of the bag" if o.air is not None else "spring rate"
            scale[i] = 1.0 + rules.RATE_ERROR * d.pair(what, i)[..., None]
            if not isinstance(o.law[0], ArmLaw):
                longer[i] = (np.array(o.order.free_m)[:, None] * rules.LENGTH_ERROR * d.pair("free length", i))[..., None]
    return scale, longer


def _pressed(a: Assessment, axle: int) -> Floats:
    """Compression of an axle's springs in every case, (2, B) in m."""
    s = a.proposed
    rows = s.platform.row[axle, list(SPRING), :, 0]
    moved = np.asarray(a.axles[axle].spring_motion.at(rows @ s.rest.travel_m[axle])[0])
    return np.asarray(moved + np.array(a.orders[axle].offset_m)[:, None])


def friction_band(a: Assessment, axle: int) -> Floats:
    """How far either way a pack may rest by the friction between its leaves, (2, B) in m."""
    law, x = a.orders[axle].law[0], _pressed(a, axle)
    share = value_or(a.job.proposal.axles[axle].pack.friction, rules.LEAF_FRICTION)
    return np.asarray(share * np.maximum(law.force(x), 0.0) / np.maximum(law.rate(x), 1.0))


def _friction(a: Assessment, d: Draws, axle: int) -> Floats:
    """Anywhere within that band, as likely here as there, (2, n, B)."""
    even = np.array([d.even("friction of the leaves", axle, side) for side in (0, 1)])
    return np.asarray(even[..., None] * friction_band(a, axle)[:, None, :])


def _stacked(a: Assessment, d: Draws, axle: int, law: StackedPair) -> tuple[Floats, Floats]:
    """Every spring of a stack its own: those that still work have their part by how far they are pressed of the whole."""
    springs = [("top spring", law.top), ("main spring", law.main)]
    springs += [("third spring", law.third)] if law.third else []
    x = _pressed(a, axle)
    past = np.zeros_like(x, dtype=bool) if law.crossover is None else x >= law.crossover.x_m
    past |= law.locked_from_the_start
    give = 1.0 / np.array([part.rate for _, part in springs])
    scale, longer = np.ones((2, d.n, a.cases)), np.zeros((2, d.n, a.cases))
    for n, (words, part) in enumerate(springs):
        main = part is law.main
        works = np.where(past, 1.0 if main else 0.0, give[n] / give.sum())[:, None, :]  # behind the ring the upper ones do nothing
        counts = np.where(past, 1.0 if main else 0.0, 1.0)[:, None, :]
        scale += rules.RATE_ERROR * d.pair(f"rate of the {words}", axle)[..., None] * works
        longer += rules.LENGTH_ERROR * part.free_m * d.pair(f"free length of the {words}", axle)[..., None] * counts
    return scale, longer
