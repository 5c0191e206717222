"""The springs that the proposal orders or tries, axle by axle."""

from __future__ import annotations

import numpy as np

from isostat.assess.setup.figures import AxleFigures
from isostat.assess.setup.platform import SPRING
from isostat.assess.setup.rate_choice import pick_rate, room_at
from isostat.assess.setup.springs.incomplete import Incomplete, why_not
from isostat.assess.setup.springs.kind import FoundPair, Ordered, Wanted
from isostat.assess.setup.springs.kinds import COIL, KINDS
from isostat.assess.setup.tandem import Beams, balanced
from isostat.core.limits import Floats, OutOfRange
from isostat.core.parts.bank import Bank
from isostat.core.travel.events import bump_end, droop_end, travel_events
from isostat.core.vehicle.platform import Platform
from isostat.core.vehicle.pose import pads_for, spring_forces
from isostat.job.schema import Job


def order(
    job: Job,
    axles: tuple[AxleFigures, ...],
    found: tuple[FoundPair, ...],
    bare: tuple[Platform, Bank, Beams | None],
    travel: Floats,
) -> tuple[Ordered, ...]:
    """The springs of the proposal, axle by axle: typed values win, the rest is solved for the target.

    found: the springs as weighed, an axle each. bare: the proposal without its springs, one column a case, and what beams its last
    axles share. travel: target u* (A, 2) in m.
    """
    platform, bank, beams = bare
    case = job.case_index(job.target.case)
    pads = pads_for(platform, case, travel)
    events = [[travel_events(platform, bank, a, side, 0) for side in (0, 1)] for a in range(len(axles))]
    ends = np.array([[(droop_end(e).travel_m, bump_end(e).travel_m) for e in both] for both in events])
    there = np.clip(travel, ends[..., 0], ends[..., 1])  # what gives way past an end is no spring's business
    within = [bool((travel[a] == there[a]).all()) for a in range(len(axles))]
    force = balanced(beams, spring_forces(platform, bank, case, pads - platform.unsprung_n[..., case], there, SPRING))
    if beams is not None:  # what is held beyond an end on one axle of the pair is pressed onto the other
        within[-2:] = [all(within[-2:])] * 2
    out = []
    for a, axle in enumerate(axles):
        at_springs = platform.row[a, list(SPRING), :, 0] @ travel[a]
        _, slope, bend = axle.spring_motion.at(at_springs)
        bends = (float(slope.mean()), float(bend.mean()))
        picked = pick_rate(job, a, platform, travel, force[a], bends, room_at(axle, found[a], events[a], travel[a]))
        wanted = Wanted(
            job.proposal.axles[a], job.as_found.axles[a], axle, found[a], force[a], at_springs, events[a], picked, within[a]
        )
        out.append(_order_axle(wanted))
    return tuple(out)


def _order_axle(w: Wanted) -> Ordered:
    try:
        return KINDS[w.fit.kind].to_order(w)
    except (Incomplete, OutOfRange) as why:
        return COIL.standing_in(w, lacks=why_not(why))
