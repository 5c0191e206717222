"""`isostat travel`: the answer on travel, as data or in lines."""

from __future__ import annotations

import argparse
import math
from typing import Any

from isostat.answers.travel import travel_plain
from isostat.assess import assess
from isostat.assess.judge import judge
from isostat.assess.judgement import Grade, Judgement, Step
from isostat.cli.terminal import ANSWERED, FAULTS, tell, tell_plain
from isostat.core.parts.event import Event
from isostat.job.event_words import EVENT_LABELS, EVENT_NOUNS
from isostat.job.files import read_job
from isostat.job.tables.reader import read_table
from isostat.job.tables.shock_list import shipped_shocks, shock_list
from isostat.language import decimal, tr
from isostat.units.unit import PRESETS
from isostat.wording.reader import ABOUT, Reader
from isostat.wording.sentences import Sentence, grade_words, say

Found = list[tuple[Judgement, Sentence]]


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
    plain["findings"] = [{"grade": j.grade.name.lower(), "place": s.place, "title": s.title, "body": s.body} for j, s in found]
    if asked.json:
        tell_plain(plain)
    else:
        tell(travel_text(plain, found, reader))
    return FAULTS if asked.strict and any(j.grade is Grade.FAULT for j, _ in found) else ANSWERED


def travel_text(plain: dict[str, Any], found: Found, r: Reader) -> str:
    """The answer in lines, in the reader's units."""
    lines = [plain["title"], ""]
    for axle in plain["axles"]:
        for wheel in axle["wheels"]:
            lines.append(tr("{axle} {side}, hub to arch", axle=axle["axle"], side=tr(wheel["side"])))
            up = {e["event"]: _height(e, r) for e in wheel["one_wheel_up"]}
            for e in reversed(wheel["together"]):
                together, crossed = _height(e, r), up[e["event"]]
                alone = "" if together == crossed else "  " + tr("{m} one wheel up", m=crossed)
                lines.append(f"  {tr(EVENT_LABELS[Event(e['event'])]):<28}{together:>12}{alone}")
            if "full_bump" in wheel:
                use = wheel["full_bump"]
                given = {"p": r.percent(use["stop_share"]), "n": decimal(use["times_static"], 1)}
                given["end"] = tr(EVENT_NOUNS[Event(use["ends_with"])])
                lines.append(
                    "  " + tr("full bump, target load: {p} of bump-stop travel, {n} × static load, ends at {end}", **given)
                )
        tilt = math.degrees(axle["wheels"][0]["up"]["tilt_rad"])
        lines.append(tr("{axle} articulation: {a}", axle=axle["axle"], a=f"{decimal(tilt, 1)}°"))
        if "tyre_nearest" in axle:
            near = axle["tyre_nearest"]
            view = tr("one wheel up") if near["one_wheel_up"] else tr("both wheels up")
            given = {"side": tr(near["side"]), "event": tr(EVENT_LABELS[Event(near["event"])]), "view": view}
            lines.append(
                "  " + tr("first tyre contact: {side}, {event}, {view}: {clear}", **given, clear=_clear(near["clear_m"], r))
            )
        lines += [_step_line(step, r) for step in axle["spacers"]]
        if axle["strap_m"] is not None:
            lines.append("  " + tr("strap length to limit droop first: {m}, taut", m=r.coil(axle["strap_m"])))
        for f in axle["shocks"]:
            given = {"name": f["name"], "p": r.percent(f["droop_share"]), "m": r.coil(f["over_m"])}
            if f["fits"]:
                lines.append("  " + tr("{name}: fits, {p} droop, {m} of shock travel remains at full bump", **given))
            else:
                lines.append("  " + tr("{name}: does not fit, {p} droop, {m} of shock travel remains at full bump", **given))
        for key, d in axle["damping"].items():
            if key != "revalve":
                given = {name: decimal(d[name], 2) for name in ("ratio", "bump_ratio", "rebound_ratio", "hop_ratio")}
                when = {"springs": tr("as found") if key.startswith("as_found") else tr("as fitted"), "case": d["case"]}
                line = tr("damping ratio {springs}, {case}: {ratio} (bump {bump_ratio}, rebound {rebound_ratio})", **when, **given)
                lines.append(f"  {line}, " + tr("wheel hop {f}, ratio {hop_ratio}", f=f"{decimal(d['hop_hz'], 1)} Hz", **given))
        lines.append("")
    if "ramp_travel_index" in plain:
        lines += [tr("RTI {n} (20° ramp)", n=decimal(plain["ramp_travel_index"], 0)), ""]
    lines += [f"{grade_words(j.grade).upper()}  {s.place}: {s.title}" for j, s in found]
    return "\n".join(lines) + "\n"


def _height(event: dict[str, Any], r: Reader) -> str:
    return (ABOUT if event["approximate"] else "") + r.height_unit(event["hub_to_arch_m"])


def _clear(clear_m: float, r: Reader) -> str:
    return tr("{m} clear", m=r.height_unit(clear_m)) if clear_m >= 0.0 else tr("{m} into the arch", m=r.height_unit(-clear_m))


def _step_line(step: dict[str, Any], r: Reader) -> str:
    clear = []
    for c in step["clear"]:
        room = tr("not measured") if c["clear_m"] is None else _clear(c["clear_m"], r)
        clear.append(tr("tyre R{m}: {room}", m=r.height(c["tyre_radius_m"]), room=room))
    given = {"m": r.coil(step["spacer_m"]), "tyres": ", ".join(clear), "free": r.height_unit(step["free_bump_m"])}
    return "  " + tr("bump-stop spacer {m}: {tyres}; {free} to bump-stop contact, heaviest case", **given)
