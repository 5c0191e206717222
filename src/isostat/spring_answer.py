"""What `isostat spring` answers: a coil from its dimensions, a progressive one, a stacked pair; without a job."""

from __future__ import annotations

import argparse
import json
import sys
from pathlib import Path
from typing import Any

import numpy as np

from isostat.core.elements.helix import CALIPER, Ends, Helix, caliper_rate, mean_diameter
from isostat.core.elements.progressive import Progressive, from_groups, from_rate_pair
from isostat.core.elements.rising import Tested
from isostat.core.elements.stacked import Part, StackedPair
from isostat.core.elements.wire import wire
from isostat.core.limits import GRAVITY, OutOfRange
from isostat.core.tuning import stack_fit
from isostat.core.tuning.press import pressed
from isostat.job.files import JobFault
from isostat.job.spring_table import spring_table
from isostat.units.shown import with_unit
from isostat.units.typed import NotUnderstood, parse
from isostat.units.unit import PRESETS, Preset, Quantity

Lines = list[tuple[str, str, float, Quantity]]  # key of the JSON, words, SI value, quantity


def answer_spring(asked: argparse.Namespace) -> int:
    """Prints the answer of one kind. Raises JobFault with a sentence for what cannot be."""
    preset = PRESETS[asked.units]
    try:
        lines, more = {"coil": _coil, "progressive": _progressive, "stack": _stack}[asked.kind](asked, preset)
    except OutOfRange as refused:
        raise JobFault(f"spring {asked.kind}", [str(refused)]) from None
    if asked.json:
        plain = {key: round(value, 6) for key, _, value, _ in lines}
        sys.stdout.write(json.dumps({"isostat": 1, "kind": asked.kind, **plain, **more}, indent=1) + "\n")
    else:
        for _, words, value, quantity in lines:
            sys.stdout.write(f"{words:<44}{with_unit(value, quantity, preset)}\n")
        for words in more.get("said", ()):
            sys.stdout.write(f"{words}\n")
    return 0


def _number(text: str | None, name: str, quantity: Quantity, preset: Preset) -> float:
    if text is None:
        raise JobFault("spring", [f"--{name} is missing; it must be given here."])
    try:
        return float(parse(text, quantity, preset).si)
    except NotUnderstood as fault:
        raise JobFault("spring", [f"--{name}: {fault}"]) from None


def _pieces(text: str, name: str, count: int) -> list[str]:
    pieces = text.split("=")
    if len(pieces) != count:
        raise JobFault("spring", [f"--{name} is “{text}”; accepted are {count} values joined by “=”."])
    return pieces


def _helix(asked: argparse.Namespace, preset: Preset, free_m: float | None) -> Helix:
    d = _number(asked.wire, "wire", Quantity.COIL, preset)
    name = next((n for n in ("outside", "mean", "inside") if getattr(asked, n) is not None), "outside")
    across = _number(getattr(asked, name), name, Quantity.COIL, preset)
    if asked.turns is None:
        raise JobFault("spring", ["--turns is missing; it must be given here."])
    free = free_m if asked.free is None and free_m is not None else _number(asked.free, "free", Quantity.COIL, preset)
    mean = mean_diameter(across, d, name)
    return Helix(
        wire_m=d, mean_m=mean, turns=asked.turns, free_m=free, ends=Ends(asked.ends), wire=wire(asked.wire_of), inactive=asked.idle
    )


def _coil(asked: argparse.Namespace, preset: Preset) -> tuple[Lines, dict[str, Any]]:
    lines: Lines = []
    said: list[str] = []
    told = None
    if asked.press:
        rows = [_pieces(text, "press", 2) for text in asked.press]
        lengths = np.array([_number(r[0], "press", Quantity.COIL, preset) for r in rows])
        loads = np.array([_number(r[1], "press", Quantity.MASS, preset) * GRAVITY for r in rows])
        told = pressed(lengths, loads)
        lines += [("press_rate_n_per_m", "spring rate by the press", told.rate, Quantity.RATE),
                  ("press_error_share", "  either way", told.share, Quantity.SHARE),
                  ("press_free_m", "free length by the press", told.free_m, Quantity.COIL)]  # fmt: skip
        if told.firmer > 1.25:
            said.append(f"It gets {told.firmer:.2f} times firmer as it is pressed: a progressive spring.")
    if asked.wire is None and told is not None:
        return lines, {"said": said}
    helix = _helix(asked, preset, told.free_m if told else None)
    caliper = caliper_rate(helix, CALIPER, outside=asked.outside is not None)
    lines += [
        ("rate_n_per_m", "spring rate by the caliper", helix.rate, Quantity.RATE),
        ("error_share", "  either way", caliper.share, Quantity.SHARE),
        ("active_turns", "working turns", helix.active, Quantity.RATIO),
        ("solid_m", "solid length", helix.solid_m, Quantity.COIL),
        ("mass_kg", "mass", helix.mass_kg, Quantity.MASS),
        ("solid_stress_share", "stress when solid, of what is allowed", helix.used(helix.solid_force_n), Quantity.SHARE),
        ("surge_hz", "surge", helix.surge_hz, Quantity.FREQUENCY),
        ("grows_m", "grows across, pressed solid", helix.grows_m(), Quantity.COIL),
    ]
    if asked.load is not None:
        force = _number(asked.load, "load", Quantity.MASS, preset) * GRAVITY
        rate = told.rate if told else helix.rate
        lines += [("loaded_m", "length under the load", helix.free_m - force / rate, Quantity.COIL),
                  ("stress_share", "stress under the load, of what is allowed", helix.used(force), Quantity.SHARE)]  # fmt: skip
    if not helix.wire.strength_pa(helix.wire_m)[1]:
        said.append("The wire lies outside the strength table: its nearest value holds.")
    limit = helix.buckles_at_m("both flat")
    if limit is not None and limit < helix.free_m - helix.solid_m:
        lines.append(("buckles_at_m", "buckles sideways, pressed by", limit, Quantity.COIL))
    return lines, {"said": said}


def _progressive(asked: argparse.Namespace, preset: Preset) -> tuple[Lines, dict[str, Any]]:
    if asked.table is not None:
        return _table(asked.table, preset)
    if asked.rates is not None:
        soft, firm = (_number(text, "rates", Quantity.RATE, preset) for text in asked.rates)
        change, solid = (_number(getattr(asked, n), n, Quantity.COIL, preset) for n in ("change", "solid"))
        law = from_rate_pair(soft, firm, change, solid)
    else:
        rows = [_pieces(text, "group", 2) for text in asked.group]
        if not rows:
            raise JobFault("spring", ["Nothing to go by; accepted are --rates, --group or --table."])
        groups = tuple(
            (_number(r[0], "group", Quantity.RATIO, preset), _number(r[1], "group", Quantity.COIL, preset)) for r in rows
        )
        law = from_groups(_helix(asked, preset, None), groups)
    return _curve(law)


def _curve(law: Progressive) -> tuple[Lines, dict[str, Any]]:
    at, forces = law.curve
    rates = np.diff(forces) / np.diff(at)
    lines: Lines = []
    for n, rate in enumerate(rates):
        lines += [(f"rate_{n + 1}_n_per_m", f"spring rate {n + 1}", float(rate), Quantity.RATE),
                  (f"until_{n + 1}_m", "  until it is pressed by", float(at[n + 1]), Quantity.COIL),
                  (f"until_{n + 1}_kg", "  and carries", float(forces[n + 1]) / GRAVITY, Quantity.MASS)]  # fmt: skip
    return lines, {"said": ["Turns that touch at ride height are normal in such a spring; solid is the last line."]}


def _table(path: Path, preset: Preset) -> tuple[Lines, dict[str, Any]]:
    try:
        rows = spring_table(path.read_text(encoding="utf-8", errors="replace"), path.name, preset)
    except OSError as fault:
        raise JobFault(path.name, [f"The file cannot be read: {fault.strerror or fault}."]) from None
    pairs = [(r.squeeze_m.value, r.force_kg.value * GRAVITY) for r in rows if r.squeeze_m and r.force_kg]
    law = Tested(tuple(p[0] for p in pairs), tuple(p[1] for p in pairs))
    first, last = (float(law.rate(np.asarray(x))) for x in (1e-6, law.knots[-1] - 1e-6))
    lines: Lines = [
        ("first_rate_n_per_m", "first rate", first, Quantity.RATE),
        ("last_rate_n_per_m", "last rate", last, Quantity.RATE),
        ("ends_at_m", "tested until, then solid", law.knots[-1], Quantity.COIL),
    ]
    return lines, {"said": []}


def _part(text: str, name: str, preset: Preset) -> Part:
    rate, free, solid = _pieces(text, name, 3)
    return Part(_number(rate, name, Quantity.RATE, preset), _number(free, name, Quantity.COIL, preset),
                _number(solid, name, Quantity.COIL, preset))  # fmt: skip


def _stack(asked: argparse.Namespace, preset: Preset) -> tuple[Lines, dict[str, Any]]:
    def size(name: str, otherwise: float | None = None) -> float:
        text = getattr(asked, name)
        return otherwise if text is None and otherwise is not None else _number(text, name, Quantity.COIL, preset)

    third = _part(asked.third, "third", preset) if asked.third else None
    ring = None if asked.ring is None else size("ring")
    stack = StackedPair(top=_part(asked.top, "top", preset), main=_part(asked.main, "main", preset), third=third,
                        slider_m=size("slider", 0.010), step_m=size("step", 0.0), ring_m=ring)  # fmt: skip
    shock = stack_fit.CoilOver(extended_m=size("extended"), bump_m=size("bump"), thread_m=size("thread", 0.002),
                               down_m=size("down", 0.0), up_m=size("up", 0.0))  # fmt: skip
    margin, said = size("margin", stack_fit.MARGIN), []
    window = stack_fit.ring_window(stack, shock, margin_m=margin)
    before = stack_fit.preload(stack, shock)
    lines: Lines = [
        ("series_rate_n_per_m", "all springs working", stack.series_rate, Quantity.RATE),
        ("preload_m", "preload hanging", before, Quantity.COIL),
        ("turns_from_snug", "  turns of the collar from just snug", stack_fit.turns_from_snug(stack, shock), Quantity.RATIO),
        ("hanging_kg", "  holds, hanging", stack_fit.force_at(stack, shock, 0.0) / GRAVITY, Quantity.MASS),
        ("ring_nearest_m", "collar to ring, at least", window.nearest_m, Quantity.COIL),
        ("ring_furthest_m", "collar to ring, at most", window.furthest_m, Quantity.COIL),
        ("main_at_bump_m", "main spring at full bump", stack_fit.main_at_bump(stack, shock), Quantity.COIL),
    ]
    if before < 0.0:
        said.append("Hanging, the springs are loose by that much: strap them, or a soft spring that closes.")
    elif before > 0.0:
        said.append("Proper compressor, nobody in line: it holds that force hanging.")
    if before > 0.075:
        said.append("Over 75 mm of preload: the springs are too soft (common practice, no source).")
    if window.missing_m > 0.0:
        need = with_unit(window.missing_m, Quantity.COIL, preset)
        said.append(
            f"No place for the ring: {need} less stroke, solid length of the main spring, slider or run-down would open one."
        )
    elif ring is not None and not window.nearest_m <= ring <= window.furthest_m:
        said.append("The ring stands outside its window: a spring binds.")
    at = stack_fit.crossover_at(stack, shock)
    if at is None:
        said.append("The slider stands on its ring from the start: the top spring never works.")
    else:
        told = stack.crossover
        assert told is not None
        lines += [("crossover_shaft_m", f"the rate changes, shaft in ({told.by})", at, Quantity.COIL),
                  ("crossover_kg", "  carrying", told.force_n / GRAVITY, Quantity.MASS)]  # fmt: skip
    if asked.ride is not None:
        ride, share = size("ride"), stack_fit.SHARE if asked.share is None else asked.share
        placed = stack_fit.ring_for_crossover(stack, shock, ride, share=share)
        assert placed.ring_m is not None
        lines.append(("ring_for_share_m", f"collar to ring for {share * 100:.0f} % of bump", placed.ring_m, Quantity.COIL))
        if at is not None and at <= ride:
            said.append("At ride height the crossover is already past: the top spring does nothing there.")
        if not window.nearest_m <= placed.ring_m <= window.furthest_m:
            said.append("That place lies outside the window: another share, or other springs.")
    return lines, {"said": said}
