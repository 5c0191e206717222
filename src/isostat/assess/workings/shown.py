"""Which shown number is meant."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from isostat.assess.solve.assessment import Assessment
from isostat.core.working import Working

Explain = Callable[[Assessment, "Shown"], Working]


@dataclass(frozen=True, slots=True)
class Shown:
    """A shown number: what works it out, its corner and case.

    found: of the as-found set-up. event: the name of one. entry: of the log.
    """

    number: Explain
    axle: int = 0
    side: int = 0
    case: int = 0
    found: bool = False
    event: str = ""
    entry: int = 0
