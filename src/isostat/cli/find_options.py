"""The options of `isostat find`, read before anything heavy is."""

from __future__ import annotations

import argparse
from pathlib import Path
from typing import Any

from isostat.cli.options import whole_number
from isostat.units.unit import DEFAULT_PRESET, PRESETS

USUAL = ["front-springs", "front-spacer=0 mm:20 mm:2 mm"]


def add_to(commands: Any) -> None:
    """The command, added to a parser's commands."""
    found: argparse.ArgumentParser = commands.add_parser(
        "find", help="parts of a catalogue that hold the target in every load case, and why others do not"
    )
    found.add_argument("job", type=Path)
    found.add_argument("--catalogue", type=Path, metavar="CSV", nargs="+", default=[], help="lists of parts (docs/catalogue.md)")
    found.add_argument(
        "--vary",
        metavar="WHAT",
        nargs="+",
        default=USUAL,
        help="front-springs or front-springs=KIND, front-shocks, front-stops, front-helpers, "
        "front-spacer=FROM:TO:STEP, front-block=…, front-collar=…, front-ring=…, "
        "front-stop-spacer=…, front-helper=…; and so for rear",
    )
    found.add_argument("--each", action="store_true", help="different springs left and right")
    found.add_argument("--why", metavar="PART", help="why this part number does not do")
    found.add_argument(
        "--what", metavar="TEXT", help="which parts it may be, by its code or, of a coil, 'wire 14, inside 105, free 380'"
    )
    found.add_argument("--kits", action="store_true", help="search the kits of the lists that have springs for these axles")
    found.add_argument("--rank", choices=["miss", "frequency", "stress", "price", "days"], default="miss", help="what sets go by")
    found.add_argument("--top", type=whole_number, default=5, help="how many sets to show")
    found.add_argument("--json", action="store_true", help="plain data, SI (docs/json.md)")
    found.add_argument("--units", choices=list(PRESETS), default=DEFAULT_PRESET.name)
