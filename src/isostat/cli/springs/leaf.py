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
from isostat.units.unit import Preset, Quantity


def leaf_lines(asked: argparse.Namespace, preset: Preset) -> tuple[Lines, dict[str, Any]]:
    """The lines of a pack, and its stresses beside them."""
    leaves = tuple(_leaf(text, preset) for text in asked.leaf)
    if not leaves:
        raise JobFault(
            "spring", ["--leaf is missing; accepted is FRONT=REAR=WIDTH=THICK, and =RISE, for each leaf from the main one down."]
        )
    clamp = rules.LEAF_CLAMP if asked.clamp is None else typed_number(asked.clamp, "clamp", Quantity.COIL, preset)
    pack = LeafPack(leaves=leaves, clamp_m=clamp, held=asked.held)
    load = typed_number(asked.load, "load", Quantity.MASS, preset) * GRAVITY
    law, x = pack.law, compression_at(pack.law, load)
    stress = pack.stresses(load)
    lines: Lines = [
        ("free_arch_m", "free arch, eyes over the clamp", pack.free_arch_m, Quantity.COIL),
        ("loaded_arch_m", "arch under the load", pack.free_arch_m - x, Quantity.COIL),
        ("rate_n_per_m", "spring rate there", float(law.rate(x)), Quantity.RATE),  # type: ignore[arg-type]
        ("bound_n_per_m", "all leaves as one (a bound)", pack.bound_rate, Quantity.RATE),
        (
            "stress_share",
            "nominal stress there, of what is allowed at full bump",
            float(pack.nominal(load).max()) / rules.LEAF_STRESS,
            Quantity.SHARE,
        ),
    ]
    if law.second_m is not None:
        lines.append(("second_stage_m", "second stage touches, pressed by", law.second_m, Quantity.COIL))
    each = [round(float(s), -3) for s in stress]
    said = [f"Peaks, leaf by leaf: {', '.join(f'{s / 1e6:.0f}' for s in each)} MPa.", "U-bolts are replaced, never reused."]
    return lines, {"stress_pa": each, "said": said}


def _leaf(text: str, preset: Preset) -> Leaf:
    pieces = text.split("=")
    if len(pieces) not in (4, 5):
        raise JobFault("spring", [f"--leaf is “{text}”; accepted are 4 or 5 values joined by “=”."])
    front, rear, width, thick = (typed_number(p, "leaf", Quantity.COIL, preset) for p in pieces[:4])
    rise = typed_number(pieces[4], "leaf", Quantity.COIL, preset) if len(pieces) == 5 else 0.0
    return Leaf(front_m=front, rear_m=rear, width_m=width, thick_m=thick, curve=curve_of((front + rear) * rules.LEAF_STRING, rise))
