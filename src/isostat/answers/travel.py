"""What is answered of travel as plain data, SI with the unit in each name: what `isostat travel --json` prints."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from isostat.assess import workings
from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.articulation import crossing, lanes, ramp_index
from isostat.assess.travel.damping import damped, light_and_full, revalve
from isostat.assess.travel.shocks import ranked_shocks, shock_to_order
from isostat.assess.travel.stop_use import nearest_arch, spacer_steps, stop_use, strap_for
from isostat.assess.workings import Shown, is_approximate
from isostat.core.travel.articulation import axle_tilt
from isostat.job.axle_fit import ShockRow
from isostat.job.points import SIDES

SHOWN = 5  # shocks of the list


def travel_plain(a: Assessment, shocks: Sequence[ShockRow]) -> dict[str, Any]:
    """The answer as plain data in SI. shocks: the list that is ranked."""
    index = ramp_index(a)
    ramp = {} if index is None else {"ramp_travel_index": round(index, 1)}
    return {"isostat": 1, "title": a.job.title, "axles": [_axle(a, i, shocks) for i in range(len(a.axles))], **ramp}


def _axle(a: Assessment, i: int, shocks: Sequence[ShockRow]) -> dict[str, Any]:
    out: dict[str, Any] = {"axle": a.job.vehicle.axles[i].name, "wheels": [_wheel(a, i, side) for side in (0, 1)]}
    out["spacers"] = [
        {
            "spacer_m": step.spacer_m,
            "free_bump_m": round(step.free_bump_m, 6),
            "bump_m": round(step.bump_m, 6),
            "clear": [
                {"tyre_radius_m": c.tyre_radius_m, "clear_m": None if c.clear_m is None else round(c.clear_m, 6)}
                for c in step.clear
            ],
        }
        for step in spacer_steps(a, i)
    ]
    near = nearest_arch(a, i)
    if near is not None:
        where = {"side": SIDES[near.side], "event": near.event, "one_wheel_up": near.one_up}
        out["tyre_nearest"] = {"clear_m": round(near.clear_m, 6), **where}
    strap, order = strap_for(a, i), shock_to_order(a, i)
    out["strap_m"] = None if strap is None else round(strap, 6)
    if order is not None:
        out["shock_to_order"] = {"extended_m": round(order[0], 6), "collapsed_m": round(order[1], 6)}
    out["shocks"] = [
        {
            "name": f.shock.name,
            "fits": f.fits,
            "droop_share": round(f.share, 4),
            "droop_m": round(f.droop_m, 6),
            "over_m": round(f.over_m, 6),
        }
        for f in ranked_shocks(a, i, shocks)[:SHOWN]
    ]
    out["damping"] = _damping(a, i)
    return out


def _wheel(a: Assessment, i: int, side: int) -> dict[str, Any]:
    base, pose = float(a.baseline_m[i, side]), crossing(a, i, side)
    use = stop_use(a, i, side, a.target_case)
    out: dict[str, Any] = {"side": SIDES[side]}
    for name, one_up in (("together", False), ("one_wheel_up", True)):
        out[name] = [
            {
                "event": e.name,
                "hub_to_arch_m": round(base - e.travel_m, 6),
                "approximate": is_approximate(a, Shown(workings.events.event, i, side, event=e.name)),
            }
            for e in lanes(a, i, side, one_up=one_up)
        ]
    other = float(a.baseline_m[i, 1 - side])
    out["up"] = {
        "hub_to_arch_m": round(base - pose.bump_m, 6),
        "other_hub_to_arch_m": round(other - pose.droop_m, 6),
        "ends_with": pose.up.name,
        "other_ends_with": pose.down.name,
        "tilt_rad": round(axle_tilt(pose, a.fits[i].half_track_m), 6),
    }
    if use is not None:
        out["full_bump"] = {"ends_with": use.end.name, "stop_share": round(use.share, 4), "times_static": round(use.times, 4)}
    return out


def _damping(a: Assessment, i: int) -> dict[str, Any]:
    out: dict[str, Any] = {}
    for name, found in (("as_found", True), ("as_fitted", False)):
        for word, case in zip(("light", "full"), light_and_full(a), strict=True):
            swing = damped(a, i, case, found=found)
            if swing is not None:
                _, hop = swing.swings
                out[f"{name}_{word}"] = {
                    "case": a.job.cases[case].name,
                    "ratio": round(swing.ratio, 4),
                    "bump_ratio": round(swing.body[0].ratio, 4),
                    "rebound_ratio": round(swing.body[1].ratio, 4),
                    "hop_hz": round(hop.frequency_hz, 3),
                    "hop_ratio": round(hop.ratio, 4),
                }
    asked = revalve(a, i)
    if asked is not None:
        out["revalve"] = {"ratio": round(asked.ratio, 4), "bump_n": round(asked.bump_n, 1), "rebound_n": round(asked.rebound_n, 1)}
    return out
