"""A shop's book as plain data, SI: what `isostat book --json` prints."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict
from typing import Any

from isostat.book.summary import Summary
from isostat.book.teaches import Teaches


def book_plain(shown: Sequence[Summary], taught: Teaches) -> dict[str, Any]:
    """The jobs that are looked for, and what all of the book teaches."""
    jobs = [one.plain() for one in shown]
    return {
        "isostat": 1,
        "jobs": jobs,
        "kept": taught.kept,
        "judged": taught.judged,
        "lessons": [asdict(one) for one in taught.lessons],
    }
