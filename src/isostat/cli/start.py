"""The command's way in: while some thousand classes are made that all stay, nothing is swept."""

from __future__ import annotations

import gc


def main() -> int:
    """Runs the command line; a window sweeps again once it is there, everything else at once. Returns the exit status."""
    gc.disable()
    from isostat.cli.main import main as command  # noqa: PLC0415 - after the line above

    return command()
