"""How the splines of a torsion bar are moved, in words."""

from __future__ import annotations

from isostat.core.springs.torsion.indexing import Index

TEETH_SEEN = "turn of the anchor; tighter: more twist, lifts; each end seen from that end"


def say_teeth(setting: Index) -> str:
    """`Inner 3 teeth tighter, outer 2 slacker`."""
    said = [
        f"{end} {abs(teeth)} {'tooth' if abs(teeth) == 1 else 'teeth'} {'tighter' if teeth > 0 else 'slacker'}"
        for end, teeth in (("inner", setting.inner), ("outer", -setting.outer))
        if teeth
    ]
    words = ", ".join(said) or "teeth stay"
    return words[0].upper() + words[1:]
