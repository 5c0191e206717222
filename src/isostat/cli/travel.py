"""What `isostat travel` answers: events of every wheel together and one wheel up, crossed axles, stops, straps, shocks, damping."""

from __future__ import annotations

import argparse
import math
from collections.abc import Sequence
from typing import Any

from isostat.assess import Assessment, assess, workings
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade, Step
from isostat.assess.travel.articulation import crossing, lanes, ramp_index
from isostat.assess.travel.damping import damped, light_and_full, revalve
from isostat.assess.travel.shocks import ranked_shocks, shock_to_order
from isostat.assess.travel.stop_use import nearest_arch, spacer_steps, stop_use, strap_for
from isostat.assess.workings import Shown, is_approximate
from isostat.cli.terminal import ANSWERED, FAULTS, tell, tell_plain
from isostat.core.travel.articulation import axle_tilt
from isostat.job.axle_fit import ShockRow
from isostat.job.files import read_job
from isostat.job.points import SIDES
from isostat.job.tables.reader import read_table
from isostat.job.tables.shock_list import shipped_shocks, shock_list
from isostat.units.unit import PRESETS
from isostat.wording.reader import ABOUT, Reader
from isostat.wording.sentences import GRADE_WORDS, say

SHOWN = 5  # shocks of the list


def answer_travel(asked: argparse.Namespace) -> int:
    """Prints the answer. Raises JobFault with a sentence for a job or list that cannot be read."""
    preset = PRESETS[asked.units]
    job = read_job(asked.job)
    rows = job.shocks or shipped_shocks()
    if asked.shocks is not None:
        rows = shock_list(read_table(asked.shocks), asked.shocks.name, preset)
    a = assess(job)
    plain = travel_plain(a, rows)
    reader = Reader(job, preset)
    found = [(j, say(j, reader)) for j in judge(a) if j.step is Step.TRAVEL]
    plain["findings"] = [
        {"grade": GRADE_WORDS[j.grade].lower(), "place": s.place, "title": s.title, "body": s.body} for j, s in found
    ]
    if asked.json:
        tell_plain(plain)
    else:
        tell(travel_text(plain, reader))
    return FAULTS if asked.strict and any(j.grade is Grade.FAULT for j, _ in found) else ANSWERED


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


def travel_text(plain: dict[str, Any], r: Reader) -> str:
    """The answer in lines, in the reader's units."""
    lines = [plain["title"], ""]
    for axle in plain["axles"]:
        for wheel in axle["wheels"]:
            lines.append(f"{axle['axle']} {wheel['side']}, hub to arch")
            up = {e["event"]: _height(e, r) for e in wheel["one_wheel_up"]}
            for e in reversed(wheel["together"]):
                together, crossed = _height(e, r), up[e["event"]]
                lines.append(f"  {e['event']:<28}{together:>12}" + ("" if together == crossed else f"{crossed:>12} one wheel up"))
            if "full_bump" in wheel:
                use = wheel["full_bump"]
                stop = f"{use['stop_share'] * 100:.0f} % of the stop"
                lines.append(f"  full bump: {use['ends_with']}, {stop}, {use['times_static']:.1f} × static")
        tilt = math.degrees(axle["wheels"][0]["up"]["tilt_rad"])
        lines.append(f"{axle['axle']} crossed: {tilt:.1f}°")
        if "tyre_nearest" in axle:
            near = axle["tyre_nearest"]
            view = "one wheel up" if near["one_wheel_up"] else "both up"
            lines.append(f"  first of its tyres: {near['side']}, {near['event']}, {view}: {_clear(near['clear_m'], r)}")
        lines += [_step_line(step, r) for step in axle["spacers"]]
        if axle["strap_m"] is not None:
            lines.append(f"  strap {r.coil(axle['strap_m'])} taut ends the droop before anything else")
        for f in axle["shocks"]:
            words = "fits" if f["fits"] else "does not fit"
            lines.append(f"  {f['name']}: {words}, {f['droop_share'] * 100:.0f} % droop, {r.coil(f['over_m'])} left at full bump")
        for key, d in axle["damping"].items():
            if key != "revalve":
                lines.append(f"  damping {key.replace('_', ' ')}, {d['case']}: {d['ratio']:.2f} (bump {d['bump_ratio']:.2f}, "
                             f"rebound {d['rebound_ratio']:.2f}), wheel {d['hop_hz']:.1f} Hz {d['hop_ratio']:.2f}")  # fmt: skip
        lines.append("")
    if "ramp_travel_index" in plain:
        lines += [f"Ramp travel index {plain['ramp_travel_index']:.0f} (ramp of 20°)", ""]
    lines += [f"{f['grade'].upper()}  {f['place']}: {f['title']}" for f in plain["findings"]]
    return "\n".join(lines) + "\n"


def _height(event: dict[str, Any], r: Reader) -> str:
    return (ABOUT if event["approximate"] else "") + r.height_unit(event["hub_to_arch_m"])


def _clear(clear_m: float, r: Reader) -> str:
    return f"{r.height_unit(abs(clear_m))} {'clear' if clear_m >= 0.0 else 'into its arch'}"


def _step_line(step: dict[str, Any], r: Reader) -> str:
    clear = []
    for c in step["clear"]:
        room = "not measured" if c["clear_m"] is None else _clear(c["clear_m"], r)
        clear.append(f"tyre of {r.height_unit(c['tyre_radius_m'])} radius {room}")
    return f"  spacer {r.coil(step['spacer_m'])}: {', '.join(clear)}; free bump {r.height_unit(step['free_bump_m'])} when heaviest"
