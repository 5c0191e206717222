"""What `isostat spring` answers: a coil from its dimensions, a progressive one, a stacked pair; without a job."""

from __future__ import annotations

import argparse
from pathlib import Path
from typing import Any

import numpy as np

from isostat.cli.options import Lines, typed_number, typed_pieces
from isostat.cli.springs.air import air_lines
from isostat.cli.springs.leaf import leaf_lines
from isostat.cli.springs.stacked import stack_lines
from isostat.cli.springs.torsion import torsion_lines
from isostat.cli.terminal import tell, tell_plain
from isostat.core.fitting.press import pressed
from isostat.core.limits import GRAVITY, OutOfRange
from isostat.core.parts.wire import wire
from isostat.core.springs.helix import CALIPER, Ends, Helix, caliper_rate, mean_diameter
from isostat.core.springs.progressive import Progressive, from_groups, from_rate_pair
from isostat.core.springs.straight_pieces import Tested
from isostat.job.files import JobFault
from isostat.job.tables.reader import read_table
from isostat.job.tables.spring_table import spring_table
from isostat.units.format import with_unit
from isostat.units.unit import PRESETS, Preset, Quantity


def answer_spring(asked: argparse.Namespace) -> int:
    """Prints the answer of one kind. Raises JobFault with a sentence for what cannot be."""
    preset = PRESETS[asked.units]
    try:
        lines, more = {
            "coil": _coil,
            "progressive": _progressive,
            "stack": stack_lines,
            "leaf": leaf_lines,
            "air": air_lines,
            "torsion": torsion_lines,
        }[asked.kind](asked, preset)
    except OutOfRange as refused:
        raise JobFault(f"spring {asked.kind}", [str(refused)]) from None
    if asked.json:
        plain = {key: round(value, 6) for key, _, value, _ in lines}
        tell_plain({"isostat": 1, "kind": asked.kind, **plain, **more})
    else:
        for _, words, value, quantity in lines:
            tell(f"{words:<44}{with_unit(value, quantity, preset)}\n")
        for words in more.get("said", ()):
            tell(f"{words}\n")
    return 0


def _helix(asked: argparse.Namespace, preset: Preset, free_m: float | None) -> Helix:
    d = typed_number(asked.wire, "wire", Quantity.COIL, preset)
    name = next((n for n in ("outside", "mean", "inside") if getattr(asked, n) is not None), "outside")
    across = typed_number(getattr(asked, name), name, Quantity.COIL, preset)
    if asked.turns is None:
        raise JobFault("spring", ["--turns is missing; it must be given here."])
    free = free_m if asked.free is None and free_m is not None else typed_number(asked.free, "free", Quantity.COIL, preset)
    mean = mean_diameter(across, d, name)
    return Helix(
        wire_m=d, mean_m=mean, turns=asked.turns, free_m=free, ends=Ends(asked.ends), wire=wire(asked.wire_of), inactive=asked.idle
    )


def _coil(asked: argparse.Namespace, preset: Preset) -> tuple[Lines, dict[str, Any]]:
    lines: Lines = []
    said: list[str] = []
    tested = None
    if asked.press:
        rows = [typed_pieces(text, "press", 2) for text in asked.press]
        lengths = np.array([typed_number(r[0], "press", Quantity.COIL, preset) for r in rows])
        loads = np.array([typed_number(r[1], "press", Quantity.MASS, preset) * GRAVITY for r in rows])
        tested = pressed(lengths, loads)
        lines += [("press_rate_n_per_m", "spring rate by the press", tested.rate, Quantity.RATE),
                  ("press_error_share", "  either way", tested.share, Quantity.SHARE),
                  ("press_free_m", "free length by the press", tested.free_m, Quantity.COIL)]  # fmt: skip
        if tested.firmer > 1.25:
            said.append(f"It gets {tested.firmer:.2f} times firmer as it is pressed: a progressive spring.")
    if asked.wire is None and tested is not None:
        return lines, {"said": said}
    helix = _helix(asked, preset, tested.free_m if tested else None)
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
        force = typed_number(asked.load, "load", Quantity.MASS, preset) * GRAVITY
        rate = tested.rate if tested else helix.rate
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
        soft, firm = (typed_number(text, "rates", Quantity.RATE, preset) for text in asked.rates)
        change, solid = (typed_number(getattr(asked, n), n, Quantity.COIL, preset) for n in ("change", "solid"))
        law = from_rate_pair(soft, firm, change, solid)
    else:
        rows = [typed_pieces(text, "group", 2) for text in asked.group]
        if not rows:
            raise JobFault("spring", ["Nothing to go by; accepted are --rates, --group or --table."])
        groups = tuple(
            (typed_number(r[0], "group", Quantity.RATIO, preset), typed_number(r[1], "group", Quantity.COIL, preset)) for r in rows
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
    rows = spring_table(read_table(path), path.name, preset)
    pairs = [(r.squeeze_m.value, r.force_kg.value * GRAVITY) for r in rows if r.squeeze_m and r.force_kg]
    law = Tested(tuple(p[0] for p in pairs), tuple(p[1] for p in pairs))
    first, last = (float(law.rate(np.asarray(x))) for x in (1e-6, law.knots[-1] - 1e-6))
    lines: Lines = [
        ("first_rate_n_per_m", "first rate", first, Quantity.RATE),
        ("last_rate_n_per_m", "last rate", last, Quantity.RATE),
        ("ends_at_m", "tested until, then solid", law.knots[-1], Quantity.COIL),
    ]
    return lines, {"said": []}
