"""The arguments of `isostat spring`; the answer is worked out in springs/, which alone bring the core in."""

from __future__ import annotations

import argparse
from pathlib import Path
from typing import Any, get_args

from isostat.cli.options import plain_number, whole_number
from isostat.job.axle_fit import BenchCoil
from isostat.units.unit import DEFAULT_PRESET, PRESETS

ENDS = get_args(BenchCoil.model_fields["ends"].annotation)
MATERIALS = get_args(BenchCoil.model_fields["material"].annotation)
SIZES = {
    "slider": "slider thickness",
    "step": "depth the slider steps into the top spring",
    "ring": "collar to crossover ring",
    "extended": "collar to perch, shock extended",
    "bump": "shaft travel to full bump",
    "thread": "collar thread pitch",
    "down": "collar travel available, down",
    "up": "collar travel available, up",
    "ride": "shaft compression at ride height",
    "margin": "main spring reserve before coil-bind",
}

AIR = {
    "across": "effective diameter",
    "height": "height at zero compression",
    "least": "height when bottomed",
    "set-height": "height at which the pressure was read",
    "at": "height to work out",
    "pressure": "gauge pressure",
    "load": "load to carry, as a mass",
    "fewest": "minimum pressure",
    "most": "maximum pressure",
}
TORSION = {
    "diameter": "bar diameter",
    "length": "active length",
    "bore": "bore, if hollow",
    "arm": "arm length",
    "load": "load at the arm end, as a mass",
    "rise": "lift needed at the arm end",
    "modulus": "shear modulus of the steel (78.5 GPa if not given)",
    "pitch": "adjuster bolt thread pitch",
    "lever": "bar centre to adjuster bolt",
}


def add_to(commands: Any) -> None:
    """The command and its three kinds, added to a parser's commands."""
    spring = commands.add_parser("spring", help="rate and stress of one spring: coil, stack, leaf, air, torsion bar (docs/json.md)")
    kinds = spring.add_subparsers(dest="kind", required=True)
    coil = kinds.add_parser("coil", help="rate, lengths and stress from dimensions, or from press readings")
    _dimensions(coil)
    coil.add_argument("--load", help="load it carries, as a mass")
    coil.add_argument("--press", action="append", default=[], metavar="LENGTH=LOAD", help="one press reading; repeat for more")
    rising = kinds.add_parser("progressive", help="from groups of coils, two marked rates, or a tested table")
    _dimensions(rising)
    rising.add_argument(
        "--group", action="append", default=[], metavar="TURNS=PITCH", help="a group of active coils; repeat for more"
    )
    rising.add_argument("--rates", nargs=2, metavar=("FIRST", "SECOND"))
    rising.add_argument("--change", help="compression at which the rate changes")
    rising.add_argument("--solid", help="compression to solid")
    rising.add_argument("--table", type=Path, metavar="CSV", help="two columns: compression and load, rising")
    stack = kinds.add_parser("stack", help="stacked pair on a coil-over (top spring over main)")
    for part in ("top", "main", "third"):
        stack.add_argument(f"--{part}", metavar="RATE=FREE=SOLID", help=f"{part} spring")
    for name, words in SIZES.items():
        stack.add_argument(f"--{name}", help=words, required=name in ("extended", "bump"))
    stack.add_argument("--load", help="load on the spring at ride height, as a mass; gives the collar position")
    stack.add_argument("--find", choices=("close", "far"), help="list stock pairs with the two rates close together, or far apart")
    stack.add_argument("--series", help="rate needed from both springs together, for --find")
    stack.add_argument("--shelf", choices=("25", "50"), default="25", help="stock rate steps in lb/in, for --find")
    stack.add_argument("--multiple", type=plain_number, default=2.0, help="times the static load at full bump, for --find far")
    stack.add_argument("--share", type=plain_number, help="share of bump travel at which the crossover comes")
    others = _leaf(kinds), _air(kinds), _torsion(kinds)
    for each in (coil, rising, stack, *others):
        each.add_argument("--json", action="store_true", help="plain data, SI")
        each.add_argument("--units", choices=list(PRESETS), default=DEFAULT_PRESET.name, help="units of numbers that name none")


def _leaf(kinds: Any) -> argparse.ArgumentParser:
    leaf: argparse.ArgumentParser = kinds.add_parser("leaf", help="leaf pack from tape and caliper")
    leaf.add_argument(
        "--leaf", action="append", default=[], metavar="FRONT=REAR=WIDTH=THICK[=ARCH]", help="one leaf; repeat, main leaf first"
    )
    leaf.add_argument("--clamp", help="clamp length")
    leaf.add_argument("--held", action="store_true", help="axle located by links")
    leaf.add_argument("--load", help="load it carries, as a mass")
    return leaf


def _air(kinds: Any) -> argparse.ArgumentParser:
    air: argparse.ArgumentParser = kinds.add_parser("air", help="air bag, sealed or regulated")
    for name, words in AIR.items():
        air.add_argument(f"--{name}", help=words)
    air.add_argument("--held", action="store_true", help="regulated pressure")
    air.add_argument("--altitude", type=plain_number, default=0.0, help="altitude now, m (pressure was read at sea level)")
    air.add_argument("--celsius", type=plain_number, default=20.0, help="temperature now, °C (pressure was read at 20)")
    return air


def _torsion(kinds: Any) -> argparse.ArgumentParser:
    bar: argparse.ArgumentParser = kinds.add_parser("torsion", help="torsion bar and arm")
    for name, words in TORSION.items():
        bar.add_argument(f"--{name}", help=words)
    bar.add_argument(
        "--slack", type=plain_number, default=0.0, help="unloaded arm angle in degrees, arm end above the pivot positive"
    )
    bar.add_argument("--splines", type=whole_number, nargs=2, metavar=("INNER", "OUTER"), help="splines at each end of the bar")
    return bar


def _dimensions(parser: argparse.ArgumentParser) -> None:
    parser.add_argument("--wire", help="wire diameter")
    across = parser.add_mutually_exclusive_group()
    for name in ("outside", "mean", "inside"):
        across.add_argument(f"--{name}", help=f"{name} diameter")
    parser.add_argument("--turns", type=plain_number, help="total coils")
    parser.add_argument("--idle", type=plain_number, help="dead coils at each end, if counted")
    parser.add_argument("--ends", choices=ENDS, default=BenchCoil.model_fields["ends"].default)
    parser.add_argument("--wire-of", choices=MATERIALS, default=BenchCoil.model_fields["material"].default)
    parser.add_argument("--free", help="free length")
