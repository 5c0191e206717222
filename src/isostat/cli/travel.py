"""`isostat travel`: the answer on travel, as data or in lines."""

from __future__ import annotations

import argparse
import math
from typing import Any

from isostat.answers.travel import travel_plain
from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade, Step
from isostat.cli.terminal import ANSWERED, FAULTS, tell, tell_plain
from isostat.job.files import read_job
from isostat.job.tables.reader import read_table
from isostat.job.tables.shock_list import shipped_shocks, shock_list
from isostat.units.unit import PRESETS
from isostat.wording.reader import ABOUT, Reader
from isostat.wording.sentences import GRADE_WORDS, say


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
