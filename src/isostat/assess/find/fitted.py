"""Sets of springs fitted to the whole vehicle, and where it stands on each: one table for all coils, scaled and shifted."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from isostat.assess.find.options import SIDES, Options, seats_m
from isostat.assess.setup.platform import SPRING, helper_parts
from isostat.assess.solve.assessment import Assessment
from isostat.core.limits import Floats, Ints
from isostat.core.parts.bank import Bank
from isostat.core.springs.coil import Coil
from isostat.core.vehicle.equilibrium import solve_equilibrium
from isostat.core.vehicle.platform import Platform

UNIT = Coil(1000.0)  # whose table all coils share: a coil that is not solid is one of these, stiffer
TOLERANCE = 1.0  # N out of balance, 0.01 mm at a wheel

Chosen = Sequence[tuple[Options, Ints]]  # of each axle that is searched: its settings, and which of them each set has


def heights(a: Assessment, chosen: Chosen, cases: Ints) -> Floats:
    """Hub to arch of every set in some load cases, (A, 2, sets, cases) m; endless where it finds no rest."""
    sets = len(chosen[0][1])
    case = np.tile(cases, sets)
    platform, bank = _fit(a, chosen, case, np.repeat(np.arange(sets), len(cases)))
    near = replace(a.proposed.rest, pose=a.proposed.rest.pose[:, case], wheel_m=a.proposed.rest.wheel_m[..., case])
    rest = solve_equilibrium(platform, bank, start=near, tolerance_n=TOLERANCE)
    travel = np.where(rest.converged, rest.travel_m, -np.inf)
    return np.asarray(a.baseline_m[..., None, None] - travel.reshape(*travel.shape[:2], sets, len(cases)))


def _fit(a: Assessment, chosen: Chosen, case: Ints, of_set: Ints) -> tuple[Platform, Bank]:
    """A column for every set and case. case, of_set: (columns,)."""
    base, bank = a.proposed.platform, a.proposed.bank
    batch = base.take(case)
    scale, offset, law = batch.scale.copy(), batch.offset_m.copy(), batch.law.copy()
    teed = None if batch.teed is None else batch.teed.copy()
    for options, at in chosen:
        axle, numbers, mine = options.wish.axle, options.wish.parts.numbers, at[of_set]
        seats = seats_m(a, axle)
        for side, part in enumerate(SPRING):
            spring = options.spring[side, mine]
            scale[axle, part] = numbers["rate"][spring] / UNIT.rate_n_per_m
            offset[axle, part] = numbers["free_m"][spring] + options.spacer_m[side, mine] - seats[side]
            law[axle, part] = len(bank.laws)
        if teed is not None:
            teed[axle, SPRING[0]] = -1
        if options.wish.stop_spacers is not None and not a.fits[axle].stop_left_out:
            stop = helper_parts(a.fits[axle]).stop
            offset[axle, stop : stop + SIDES] += options.stop_m[mine] - a.fits[axle].stop_spacer_m
    fitted = replace(batch, scale=scale, offset_m=offset, law=law, teed=teed)
    return fitted, Bank((*bank.laws, UNIT), bank.motions, bank.couples)
