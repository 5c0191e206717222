"""Which shown number is meant."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Shown:
    """A shown number: its name, corner and case. `found` asks for the as-found set-up; `event` is the name of one."""

    name: str
    axle: int = 0
    side: int = 0
    case: int = 0
    found: bool = False
    event: str = ""
