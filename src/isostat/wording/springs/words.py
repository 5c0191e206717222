"""The words of every kind of spring, by the name that a file has for it."""

from __future__ import annotations

from isostat.wording.springs.air import AirWords
from isostat.wording.springs.coil import CoilWords, ProgressiveWords
from isostat.wording.springs.kind import SpringWords
from isostat.wording.springs.leaf import LeafWords
from isostat.wording.springs.stacked import StackedWords
from isostat.wording.springs.torsion import TorsionWords

WORDS: dict[str, SpringWords] = {
    "coil": CoilWords(),
    "progressive": ProgressiveWords(),
    "stacked pair": StackedWords(),
    "leaf": LeafWords(),
    "torsion bar": TorsionWords(),
    "air": AirWords(),
}
