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
    "slider": "thickness of the slider",
    "step": "of it into the top spring",
    "ring": "collar to ring",
    "extended": "collar to perch, shock extended",
    "bump": "shaft travel to full bump",
    "thread": "thread a turn",
    "down": "collar may go down",
    "up": "collar may go up",
    "ride": "shaft in at ride",
    "margin": "main spring keeps over solid",
}

AIR = {
    "across": "effective diameter",
    "height": "full height inside",
    "least": "height when flat",
    "set-height": "height at which the pressure was read",
    "at": "height now",
    "pressure": "gauge, as read",
    "load": "to be carried, as a mass",
    "fewest": "least pressure allowed",
    "most": "most pressure allowed",
}
TORSION = {
    "diameter": "of the bar",
    "length": "that twists",
    "bore": "where it is hollow",
    "arm": "of the lever",
    "load": "at the arm's end, as a mass",
    "rise": "of the frame, wanted at the arm's end",
    "modulus": "shear modulus of its steel, 78.5 GPa unless told",
    "pitch": "of the adjuster's thread",
    "lever": "from the bar's axis to the adjuster's bolt",
}


def add_to(commands: Any) -> None:
    """The command and its three kinds, added to a parser's commands."""
    spring = commands.add_parser("spring", help="a coil off a caliper, a progressive coil, or a stacked pair (docs/json.md)")
    kinds = spring.add_subparsers(dest="kind", required=True)
    coil = kinds.add_parser("coil", help="rate, lengths and stress from dimensions, or from readings under a press")
    _dimensions(coil)
    coil.add_argument("--load", help="what it carries, as a mass")
    coil.add_argument("--press", action="append", default=[], metavar="LENGTH=LOAD", help="a reading under a press; several")
    rising = kinds.add_parser("progressive", help="by groups of turns, by the two rates on a tag, or by a tested table")
    _dimensions(rising)
    rising.add_argument("--group", action="append", default=[], metavar="TURNS=PITCH", help="a group of working turns; several")
    rising.add_argument("--rates", nargs=2, metavar=("FIRST", "SECOND"))
    rising.add_argument("--change", help="compression at which the rate changes")
    rising.add_argument("--solid", help="compression to solid")
    rising.add_argument("--table", type=Path, metavar="CSV", help="two columns, compression and load, rising")
    stack = kinds.add_parser("stack", help="a softer spring over a main one, slider between, on a coil-over")
    for part in ("top", "main", "third"):
        stack.add_argument(f"--{part}", metavar="RATE=FREE=SOLID", help=f"{part} spring")
    for name, words in SIZES.items():
        stack.add_argument(f"--{name}", help=words, required=name in ("extended", "bump"))
    stack.add_argument("--load", help="what the spring carries at ride, as a mass; tells where the collar goes")
    stack.add_argument("--find", choices=("close", "far"), help="pairs off the shelf with these rates close together, or far apart")
    stack.add_argument("--series", help="wanted rate of both springs together, for --find")
    stack.add_argument("--shelf", choices=("25", "50"), default="25", help="steps of its rates in lb/in, for --find")
    stack.add_argument("--multiple", type=plain_number, default=2.0, help="of the load that full bump shall take, for --find far")
    stack.add_argument("--share", type=plain_number, help="of the bump travel at which the crossover shall be")
    others = _leaf(kinds), _air(kinds), _torsion(kinds)
    for each in (coil, rising, stack, *others):
        each.add_argument("--json", action="store_true", help="plain data, SI")
        each.add_argument("--units", choices=list(PRESETS), default=DEFAULT_PRESET.name, help="of numbers without a unit")


def _leaf(kinds: Any) -> argparse.ArgumentParser:
    leaf: argparse.ArgumentParser = kinds.add_parser("leaf", help="a leaf pack by tape and caliper")
    leaf.add_argument("--leaf", action="append", default=[], metavar="FRONT=REAR=WIDTH=THICK[=RISE]", help="from the main one down")
    leaf.add_argument("--clamp", help="length held by the clamp")
    leaf.add_argument("--held", action="store_true", help="the seat keeps the axle from turning")
    leaf.add_argument("--load", help="what it carries, as a mass")
    return leaf


def _air(kinds: Any) -> argparse.ArgumentParser:
    air: argparse.ArgumentParser = kinds.add_parser("air", help="a bag as a cylinder, gas shut in or pressure held")
    for name, words in AIR.items():
        air.add_argument(f"--{name}", help=words)
    air.add_argument("--held", action="store_true", help="the line holds the pressure")
    air.add_argument("--altitude", type=plain_number, default=0.0, help="m above the sea now; it was read at the sea")
    air.add_argument("--celsius", type=plain_number, default=20.0, help="temperature now; it was read at 20")
    return air


def _torsion(kinds: Any) -> argparse.ArgumentParser:
    bar: argparse.ArgumentParser = kinds.add_parser("torsion", help="a torsion bar with its arm")
    for name, words in TORSION.items():
        bar.add_argument(f"--{name}", help=words)
    bar.add_argument(
        "--slack", type=plain_number, default=0.0, help="degrees of the slack arm from level, its end above the pivot +"
    )
    bar.add_argument("--teeth", type=whole_number, nargs=2, metavar=("INNER", "OUTER"))
    return bar


def _dimensions(parser: argparse.ArgumentParser) -> None:
    parser.add_argument("--wire", help="diameter of the wire")
    across = parser.add_mutually_exclusive_group()
    for name in ("outside", "mean", "inside"):
        across.add_argument(f"--{name}", help=f"{name} diameter")
    parser.add_argument("--turns", type=plain_number, help="all of them")
    parser.add_argument("--idle", type=plain_number, help="turns at each end that do not work, where counted")
    parser.add_argument("--ends", choices=ENDS, default=BenchCoil.model_fields["ends"].default)
    parser.add_argument("--wire-of", choices=MATERIALS, default=BenchCoil.model_fields["material"].default)
    parser.add_argument("--free", help="free length")
