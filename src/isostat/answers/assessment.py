"""The whole answer as plain data, SI with the unit in each name: what `isostat assess --json` prints."""

from __future__ import annotations

from typing import Any

from isostat.assess import workings
from isostat.assess.fixes import Fix
from isostat.assess.judgement import Judgement
from isostat.assess.setup.springs.stacked import seated_of
from isostat.assess.setup.springs.torsion import twisted_of
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.standing import Standing, cross_weight
from isostat.assess.spring.air import Aired, aired
from isostat.assess.spring.blocks import equal_block_m, over_equal_m
from isostat.assess.spring.preload import hanging_force_n
from isostat.assess.stance.attitude import rake
from isostat.assess.workings import Shown, is_approximate
from isostat.core.limits import GRAVITY
from isostat.wording.fixes import say_fix
from isostat.wording.reader import Reader
from isostat.wording.sentences import say

DIGITS = 6


def _f(value: object) -> float:
    return round(float(value), DIGITS)  # type: ignore[arg-type]


def _corner(a: Assessment, s: Standing, place: tuple[int, int, int]) -> dict[str, Any]:
    axle, side, case = place
    return {
        "axle": a.job.vehicle.axles[axle].name,
        "side": ("left", "right")[side],
        "pad_kg": _f(s.pad_kg[place]),
        "hub_to_arch_m": _f(s.hub_to_arch_m[place]),
        "arch_rise_m": _f(s.arch_rise_m[place]),
        "wheel_rate_n_per_m": _f(s.wheel_rate[place]),
        "frequency_hz": _f(s.frequency_hz[place]),
        "bump_left_m": _f(s.bump_left_m[place]),
        "droop_left_m": _f(s.droop_left_m[place]),
        "beyond": bool(s.beyond[place]),
        "approximate": is_approximate(a, Shown(workings.corner.height, axle, side, case, s is a.found)),
    }


def _setup(a: Assessment, s: Standing) -> list[dict[str, Any]]:
    share, nose, raked = cross_weight(s.pad_kg), s.platform.nose_n(s.rest.pose) / GRAVITY, rake(a)
    return [
        {
            "case": case.name,
            "stands": bool(s.stands[c]),
            "whole_kg": _f(a.loading.whole_kg[c]),
            "gravity_behind_front_m": _f(-a.loading.gravity_x_m[c]),
            "gravity_left_m": _f(a.loading.gravity_y_m[c]),
            "cross_weight_share": _f(share[c]),
            "nose_kg": _f(nose[c]),
            "rake_m": _f(raked.was_m + s.rest.pose[1, c] * -a.axles[-1].x_m),
            "corners": [_corner(a, s, (i, side, c)) for i in range(len(a.axles)) for side in (0, 1)],
        }
        for c, case in enumerate(a.job.cases)
    ]


ORDERED = {
    "spring_rate": workings.order.spring_rate,
    "free_length": workings.order.free_length,
    "spacer": workings.order.spacer,
    "preload": workings.order.preload,
}


def _order(a: Assessment, i: int) -> list[dict[str, Any]]:
    o, air = a.orders[i], aired(a, i)
    rows = []
    for side in (0, 1):
        preload, force = hanging_force_n(a, i, side)
        ordered = {
            "spring_rate_n_per_m": o.order.rate_n_per_m[side],
            "free_length_m": o.order.free_m[side],
            "spacer_m": o.order.spacer_m[side],
            "preload_hanging_m": preload,
            "force_hanging_n": force,
        }
        rows.append(
            {
                "axle": a.job.vehicle.axles[i].name,
                "side": ("left", "right")[side],
                "at_case": a.job.target.case,
                "target_hub_to_arch_m": _f(a.target_m[i, side]),
                "can_be_had": o.can_be_had,
                "kind": o.kind.name,
                **_stack(a, (i, side)),
                **({} if air is None else _air(a, air, (i, side))),
                **_turned(a, (i, side)),
                **{name: _f(value) if o.can_be_had else None for name, value in ordered.items()},
                **{f"{name}_approximate": is_approximate(a, Shown(number, i, side)) for name, number in ORDERED.items()},
                **_block(a, (i, side)),
                "settled": a.job.target.settled,
            }
        )
    return rows


def _block(a: Assessment, at: tuple[int, int]) -> dict[str, Any]:
    """The block of both packs, and what this side has above it; nothing for another kind of spring. at: axle and side."""
    o = a.orders[at[0]]
    if not o.kind.hangs_from_eyes or not o.can_be_had:
        return {}
    blocks = o.order.spacer_m
    return {"equal_block_m": _f(equal_block_m(blocks)), "over_equal_block_m": _f(over_equal_m(blocks, at[1]))}


def _air(a: Assessment, air: Aired, at: tuple[int, int]) -> dict[str, Any]:
    """Pressure and height of a bag in every case. at: axle and side."""
    name = "" if air.alone else "helper_"
    return {
        f"{name}gauge_pa": [_f(p) for p in air.gauge_pa[at[1]]],
        f"{name}height_m": [_f(h) for h in air.height_m[at[1]]],
        f"{name}gauge_approximate": is_approximate(a, Shown(workings.air.pressure, *at, a.target_case)),
    }


def _turned(a: Assessment, at: tuple[int, int]) -> dict[str, Any]:
    """How a torsion bar is set; nothing for another kind of spring."""
    bar = twisted_of(a.orders[at[0]])
    if bar is None:
        return {}
    slack, turn = _f(bar.slack[at[1]]), _f(bar.turn[at[1]])
    return {"slack_rad": slack, "turn_rad": turn, "turn_approximate": is_approximate(a, Shown(workings.torsion.turn, *at))}


def _stack(a: Assessment, at: tuple[int, int]) -> dict[str, Any]:
    """What is set on a stacked pair; nothing for another kind of spring. at: axle and side."""
    stack = seated_of(a.orders[at[0]])
    if stack is None:
        return {}
    crossover, ring = stack.pair.crossover, stack.pair.ring_m
    return {
        "collar_down_m": _f(stack.collar_m[at[1]]),
        "collar_approximate": is_approximate(a, Shown(workings.stacked.collar, *at)),
        "ring_m": None if ring is None else _f(ring),
        "ring_approximate": ring is not None and is_approximate(a, Shown(workings.stacked.collar, *at)),
        "crossover_n": None if crossover is None else _f(crossover.force_n),
        "crossover_by": None if crossover is None else crossover.by,
    }


def answer(a: Assessment, judgements: tuple[Judgement, ...], fixes: tuple[Fix, ...], reader: Reader) -> dict[str, Any]:
    """Everything the assessment says: both set-ups in all cases, the order, events, findings and their fixes."""
    said = [(j, say(j, reader)) for j in judgements]
    return {
        "isostat": 1,
        "title": a.job.title,
        "as_found": _setup(a, a.found),
        "proposal": _setup(a, a.proposed),
        "order": [row for i in range(len(a.axles)) for row in _order(a, i)],
        "events": [
            {
                "axle": a.job.vehicle.axles[i].name,
                "side": ("left", "right")[side],
                "together": [
                    {"event": e.name, "hub_to_arch_m": _f(a.baseline_m[i, side] - e.travel_m)} for e in a.proposed.events[i][side]
                ],
            }
            for i in range(len(a.axles))
            for side in (0, 1)
        ],
        "findings": [
            {
                "kind": type(j).__name__,
                "grade": j.grade.name.lower(),
                "step": j.step.value,
                "place": s.place,
                "title": s.title,
                "body": s.body,
                "fixes": [
                    {"do": w.title, "cures": w.cures, "price": w.worst, "worsens_another": f.worsens}
                    for f in fixes
                    if f.judgement == j
                    for w in (say_fix(f, reader),)
                ],
            }
            for j, s in said
        ],
    }
