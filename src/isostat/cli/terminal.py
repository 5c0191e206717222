"""What goes to a terminal: in whatever encoding it has, nothing that steers it, and in words where it cannot be written."""

from __future__ import annotations

import codecs
import json
import os
import sys
import unicodedata
from collections.abc import Callable
from contextlib import suppress
from typing import Any, TextIO

from isostat.language import tr

ANSWERED, REFUSED, USAGE, FAULTS, NONE_STANDS = 0, 1, 2, 3, 4  # exit statuses
PLAINLY = {"≈": "~", "−": "-", "–": "-", "·": ".", "→": "->", "×": "x", "“": '"', "”": '"', "…": "...", "°": "deg", "½": "1/2",
           "²": "2", "³": "3", "⁄": "/", "±": "+-", "Δ": "d", "ß": "ss"}  # fmt: skip
_HANDLER = "isostat plainly"


def _plainly(fault: UnicodeError) -> tuple[str, int]:
    """A sign that the encoding lacks, by letters that it has."""
    if not isinstance(fault, UnicodeEncodeError):
        raise fault
    out = []
    for ch in fault.object[fault.start : fault.end]:
        stripped = unicodedata.normalize("NFKD", ch).encode("ascii", "ignore").decode()
        out.append(PLAINLY.get(ch) or stripped or "?")
    return "".join(out), fault.end


codecs.register_error(_HANDLER, _plainly)


def tell(text: str, stream: TextIO | None = None) -> None:
    """Writes text without what steers a terminal: new lines and tabs are all that stays of control characters."""
    kept = "".join(ch for ch in text if ch in "\n\t" or not (ord(ch) < 0x20 or 0x7F <= ord(ch) < 0xA0))
    (stream or sys.stdout).write(kept)


def tell_plain(data: Any) -> None:
    """Writes plain data as JSON, in letters that every encoding has where this one is not UTF-8."""
    wide = (getattr(sys.stdout, "encoding", None) or "utf-8").lower().replace("-", "").startswith("utf")
    sys.stdout.write(json.dumps(data, indent=1, ensure_ascii=not wide) + "\n")


def complain(text: str) -> None:
    """Writes what is refused, and why, to standard error."""
    tell(f"{text}\n", sys.stderr)


def spoken(act: Callable[[], int]) -> int:
    """Runs a command and sees its answer out; the exit status. A reader who has had enough is no fault, a full disk is one."""
    for stream in (sys.stdout, sys.stderr):
        if hasattr(stream, "reconfigure"):
            stream.reconfigure(errors=_HANDLER)
    try:
        status = act()
        sys.stdout.flush()
    except BrokenPipeError:
        _close()
        return ANSWERED
    except OSError as fault:
        _close()
        complain(tr("The result cannot be written: {why}.", why=(fault.strerror or str(fault)).lower()))
        return REFUSED
    return status


def _close() -> None:
    """Nothing more is written there, not even what still waits as the program ends."""
    with suppress(OSError, ValueError, AttributeError):
        nowhere = os.open(os.devnull, os.O_WRONLY)
        os.dup2(nowhere, sys.stdout.fileno())
        os.close(nowhere)
