"""The options of `isostat book`, read before anything heavy is."""

from __future__ import annotations

import argparse
from pathlib import Path
from typing import Any

from isostat.units.unit import DEFAULT_PRESET, PRESETS


def add_to(commands: Any) -> None:
    """The command, added to a parser's commands."""
    book: argparse.ArgumentParser = commands.add_parser("book", help="a folder of jobs: search, what is due, what they teach")
    book.add_argument("folder", type=Path)
    book.add_argument(
        "--find", metavar="WORDS", default="", help="only jobs with these words: name, number, notes, parts, “missed”"
    )
    book.add_argument("--due", action="store_true", help="only jobs with something due")
    book.add_argument("--like", nargs=2, type=Path, metavar=("JOB", "OUT"), help="start a job for a like vehicle, readings assumed")
    book.add_argument("--taught", action="store_true", help="with --like: what the book says of its springs counts in the promise")
    book.add_argument("--json", action="store_true", help="plain data, SI (docs/json.md)")
    book.add_argument("--units", choices=list(PRESETS), default=DEFAULT_PRESET.name)
