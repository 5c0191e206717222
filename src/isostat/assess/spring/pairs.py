"""Pairs off the shelf for the coil-overs of an axle, and how one of them is taken into the proposal."""

from __future__ import annotations

from functools import lru_cache
from typing import Any

import numpy as np

from isostat.assess.setup.platform import SPRING
from isostat.assess.setup.springs.incomplete import value_or
from isostat.assess.setup.springs.order import STOCKS
from isostat.assess.solve.assessment import Assessment
from isostat.core import rules
from isostat.core.springs.pairs import PairChoice, PairWish, choose_pairs
from isostat.core.springs.ring_fit import CoilOver
from isostat.core.travel.events import bump_end, droop_end
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.schema import Job


def _shaft_at(a: Assessment, axle: int) -> tuple[float, float]:
    """Shaft from hanging to the target and to full bump at an axle's left wheel, m."""
    figures, events = a.axles[axle], a.proposed.events[axle][0]
    at_spring = float(a.proposed.platform.row[axle, SPRING[0], :, 0] @ a.target_travel_m[axle])
    hangs, bump, here = (
        float(figures.spring_motion.at(np.asarray(u))[0])
        for u in (droop_end(events).travel_m, bump_end(events).travel_m, at_spring)
    )
    return float(np.clip(here - hangs, 0.0, bump - hangs)), max(bump - hangs, 0.02)


def pair_wish(a: Assessment, axle: int, *, far: bool) -> PairWish:
    """What a pair at an axle must do: the rate that the axle's way picks, at the target."""
    o, fit, given = a.orders[axle], a.job.proposal.axles[axle], a.job.proposal.axles[axle].stack
    shaft, bump = _shaft_at(a, axle)
    extended = value_or(given.extended_m, bump * 2)
    shock = CoilOver(extended_m=extended, bump_m=bump, thread_m=value_or(given.thread_m, rules.STACK_THREAD),
                     down_m=value_or(given.down_m, rules.COLLAR_ROOM), up_m=value_or(given.up_m, rules.COLLAR_ROOM))  # fmt: skip
    return PairWish(
        series=o.picked_rate,
        force_n=float(np.mean(o.target_force_n)),
        ride_m=shaft,
        shock=shock,
        far=far,
        multiple=fit.pick.multiple.value if fit.pick.multiple else rules.BUMP_MULTIPLE,
        share=value_or(given.share, rules.CROSSOVER_SHARE),
        slider_m=value_or(given.slider_m, rules.SLIDER),
        step_m=value_or(given.step_m, 0.0),
    )


@lru_cache(maxsize=8)
def _chosen(wish: PairWish, stock: str) -> tuple[PairChoice, ...]:
    shelf = STOCKS[stock]
    return choose_pairs(wish, shelf.rate, shelf.length)


def pairs_for(a: Assessment, axle: int, *, far: bool) -> tuple[PairChoice, ...]:
    """The pairs that fit, nearest to the wish first; off the 25 lb/in shelf unless the axle names another.

    far: rates far apart, else close together. Raises OutOfRange where no pair can do it, in words.
    """
    stock = a.job.proposal.axles[axle].stock
    return _chosen(pair_wish(a, axle, far=far), "25 lb/in" if stock == "any" else stock)


def with_pair(job: Job, axle: int, choice: PairChoice, *, far: bool) -> Job:
    """The job with a pair taken: its solid lengths assumed until read off the maker's list, its ring solved, collars too."""
    stack = job.proposal.axles[axle].stack.model_dump()
    for name, part in (("top", choice.pair.top), ("main", choice.pair.main)):
        kept: dict[str, Any] = {"inside_m": stack[name]["inside_m"]}
        solid = {"value": round(rules.SOLID_SHARE * part.free_m, 4), "assumed": True}
        stack[name] = {**kept, "rate_n_per_m": round(part.rate, 1), "free_m": round(part.free_m, 4), "solid_m": solid}
    stack |= {"placed": "by share" if far else "protecting", "ring_m": None, "third": None}
    job = put(job, path_to(JOB.proposal.axles[axle].stack), stack)
    for side in ("left", "right"):
        job = put(job, (*path_to(JOB.proposal.axles[axle]), side, "collar_m"), None)
    return put(job, path_to(JOB.proposal.axles[axle].kind), "stacked pair")
