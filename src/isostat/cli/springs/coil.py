"""What `isostat spring` answers: a coil from its dimensions, a progressive one, a stacked pair; without a job."""

from __future__ import annotations

import argparse
from pathlib import Path
from typing import Any

import numpy as np

from isostat.cli.options import Lines, needed, typed_number, typed_pieces
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
from isostat.job.out_of_range import say_out_of_range
from isostat.job.tables.reader import read_table
from isostat.job.tables.spring_table import spring_table
from isostat.language import decimal, tr
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
        raise JobFault(f"spring {asked.kind}", [say_out_of_range(refused)]) from None
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
        raise JobFault("spring", [needed("turns")])
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
        lines += [("press_rate_n_per_m", tr("spring rate by the press"), tested.rate, Quantity.RATE),
                  ("press_error_share", tr("  plus or minus"), tested.share, Quantity.SHARE),
                  ("press_free_m", tr("free length by the press"), tested.free_m, Quantity.COIL)]  # fmt: skip
        if tested.firmer > 1.25:
            said.append(tr("Rate rises {n} times as it is compressed: a progressive spring.", n=decimal(tested.firmer, 2)))
    if asked.wire is None and tested is not None:
        return lines, {"said": said}
    helix = _helix(asked, preset, tested.free_m if tested else None)
    caliper = caliper_rate(helix, CALIPER, outside=asked.outside is not None)
    lines += [
        ("rate_n_per_m", tr("spring rate by the caliper"), helix.rate, Quantity.RATE),
        ("error_share", tr("  plus or minus"), caliper.share, Quantity.SHARE),
        ("active_turns", tr("active coils"), helix.active, Quantity.RATIO),
        ("solid_m", tr("solid length"), helix.solid_m, Quantity.COIL),
        ("mass_kg", tr("mass"), helix.mass_kg, Quantity.MASS),
        ("solid_stress_share", tr("stress when solid, share of the limit"), helix.used(helix.solid_force_n), Quantity.SHARE),
        ("surge_hz", tr("surge frequency"), helix.surge_hz, Quantity.FREQUENCY),
        ("grows_m", tr("OD growth when solid"), helix.grows_m(), Quantity.COIL),
    ]
    if asked.load is not None:
        force = typed_number(asked.load, "load", Quantity.MASS, preset) * GRAVITY
        rate = tested.rate if tested else helix.rate
        lines += [("loaded_m", tr("length under the load"), helix.free_m - force / rate, Quantity.COIL),
                  ("stress_share", tr("stress under the load, share of the limit"), helix.used(force), Quantity.SHARE)]  # fmt: skip
    if not helix.wire.strength_pa(helix.wire_m)[1]:
        said.append(tr("The wire size is outside the strength table. The nearest value is used."))
    limit = helix.buckles_at_m("both flat")
    if limit is not None and limit < helix.free_m - helix.solid_m:
        lines.append(("buckles_at_m", tr("compression at which it buckles"), limit, Quantity.COIL))
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
            raise JobFault("spring", [needed("rates", "group", "table")])
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
        lines += [(f"rate_{n + 1}_n_per_m", tr("spring rate {n}", n=n + 1), float(rate), Quantity.RATE),
                  (f"until_{n + 1}_m", tr("  up to compression"), float(at[n + 1]), Quantity.COIL),
                  (f"until_{n + 1}_kg", tr("  carrying"), float(forces[n + 1]) / GRAVITY, Quantity.MASS)]  # fmt: skip
    return lines, {"said": [tr("Coils touching at ride height are normal in a progressive spring. The last line is solid.")]}


def _table(path: Path, preset: Preset) -> tuple[Lines, dict[str, Any]]:
    rows = spring_table(read_table(path), path.name, preset)
    pairs = [(r.squeeze_m.value, r.force_kg.value * GRAVITY) for r in rows if r.squeeze_m and r.force_kg]
    law = Tested(tuple(p[0] for p in pairs), tuple(p[1] for p in pairs))
    first, last = (float(law.rate(np.asarray(x))) for x in (1e-6, law.knots[-1] - 1e-6))
    lines: Lines = [
        ("first_rate_n_per_m", tr("first rate"), first, Quantity.RATE),
        ("last_rate_n_per_m", tr("last rate"), last, Quantity.RATE),
        ("ends_at_m", tr("tested up to, then solid"), law.knots[-1], Quantity.COIL),
    ]
    return lines, {"said": []}
