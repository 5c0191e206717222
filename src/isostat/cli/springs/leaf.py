"""What `isostat spring leaf` answers: a leaf pack by tape and caliper."""

from __future__ import annotations

import argparse
from typing import Any

from isostat.cli.options import Lines, typed_number
from isostat.core import rules
from isostat.core.limits import GRAVITY
from isostat.core.springs.leaf.pack import Leaf, LeafPack, curve_of
from isostat.core.springs.straight_pieces import compression_at
from isostat.job.files import JobFault
from isostat.language import decimal, tr
from isostat.units.parse import quoted
from isostat.units.unit import Preset, Quantity


def leaf_lines(asked: argparse.Namespace, preset: Preset) -> tuple[Lines, dict[str, Any]]:
    """The lines of a pack, and its stresses beside them."""
    leaves = tuple(_leaf(text, preset) for text in asked.leaf)
    if not leaves:
        raise JobFault("spring", [tr("Give --leaf FRONT=REAR=WIDTH=THICK[=ARCH], main leaf first.")])
    clamp = rules.LEAF_CLAMP if asked.clamp is None else typed_number(asked.clamp, "clamp", Quantity.COIL, preset)
    pack = LeafPack(leaves=leaves, clamp_m=clamp, held=asked.held)
    load = typed_number(asked.load, "load", Quantity.MASS, preset) * GRAVITY
    law, x = pack.law, compression_at(pack.law, load)
    stress = pack.stresses(load)
    lines: Lines = [
        ("free_arch_m", tr("free arch, eyes above the clamp"), pack.free_arch_m, Quantity.COIL),
        ("loaded_arch_m", tr("arch under the load"), pack.free_arch_m - x, Quantity.COIL),
        ("rate_n_per_m", tr("spring rate at that load"), float(law.rate(x)), Quantity.RATE),  # type: ignore[arg-type]
        ("bound_n_per_m", tr("upper limit of rate (leaves acting as one)"), pack.bound_rate, Quantity.RATE),
        (
            "stress_share",
            tr("nominal stress at that load, share of the full-bump limit"),
            float(pack.nominal(load).max()) / rules.LEAF_STRESS,
            Quantity.SHARE,
        ),
    ]
    if law.second_m is not None:
        lines.append(("second_stage_m", tr("compression at second-stage contact"), law.second_m, Quantity.COIL))
    each = [round(float(s), -3) for s in stress]
    said = [
        tr("Highest stress, leaf by leaf: {list} MPa.", list=", ".join(decimal(s / 1e6, 0) for s in each)),
        tr("U-bolts are replaced, never reused."),
    ]
    return lines, {"stress_pa": each, "said": said}


def _leaf(text: str, preset: Preset) -> Leaf:
    pieces = text.split("=")
    if len(pieces) not in (4, 5):
        raise JobFault("spring", [tr("--leaf: “{text}” needs 4 or 5 values joined by “=”.", text=quoted(text))])
    front, rear, width, thick = (typed_number(p, "leaf", Quantity.COIL, preset) for p in pieces[:4])
    rise = typed_number(pieces[4], "leaf", Quantity.COIL, preset) if len(pieces) == 5 else 0.0
    return Leaf(front_m=front, rear_m=rear, width_m=width, thick_m=thick, curve=curve_of((front + rear) * rules.LEAF_STRING, rise))
