"""The laws that a set of parts must keep, and in what steps each is cured."""

from __future__ import annotations

from enum import Enum

from isostat.language import later


class Law(Enum):
    """In the order in which equal shortfalls are named. A shortfall is nought where the law is kept."""

    def __init__(self, words: str, cure: float) -> None:
        """cure: of its shortfall, SI, what is one step of curing it."""
        self.words, self.cure = words, cure

    SOLID = (later("coil-bound before full bump"), 0.010)
    LOOSE = (later("loose at full droop"), 0.010)
    METAL = (later("metal-to-metal contact before full bump"), 0.010)
    TIGHT = (later("too small inside for the perch"), 0.002)
    WIDE = (later("too large for the perch or its pocket"), 0.002)
    ENDS = (later("ends or splines do not fit"), 0.2)  # 1 an end
    PACK = (later("does not match the pack"), 0.005)
    ROOM = (later("does not fit the space between its seats"), 0.010)
    STRESS = (later("overstressed at full bump"), 0.05)
    THREAD = (later("collar off its thread"), 0.0015)
    PRESSURE = (later("pressure outside the bag's limits"), 0.5e5)
    RATED = (later("carries more than it is rated for"), 0.05)
    SHOCK = (later("shock bottoms before full bump"), 0.010)
    LOW = (later("stands too low"), 0.010)
    HIGH = (later("stands too high"), 0.010)


HARD = tuple(law for law in Law if law.name not in ("LOW", "HIGH"))  # known without solving anything
HEIGHT = (Law.LOW, Law.HIGH)
