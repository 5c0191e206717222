"""The line protocol of corner scales: text, one reading a line (docs/scales.md), gathered until every pad stands still."""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from statistics import fmean

from isostat.language import tr, trn
from isostat.units.parse import NotUnderstood, parse
from isostat.units.unit import Quantity

LINE = re.compile(r"^(?P<pad>[A-Za-z0-9]{1,8})\s+(?P<value>[-+0-9.,]+)\s*(?P<unit>kg|lb)\s+(?P<state>[SU])$")
LONGEST = 80  # characters of a line
NAMED = 4  # strangers
STEADY = 5  # stable readings of a pad that are averaged
SPREAD = 0.01  # of the mean that these may differ, or 1 kg


class LineFault(ValueError):
    """A line that is no reading, in words."""


@dataclass(frozen=True, slots=True)
class PadReading:
    """One line: which pad, its mass, and whether the scale calls it stable."""

    pad: str
    mass_kg: float
    stable: bool


def read_line(text: str) -> PadReading:
    """The reading of a line such as `FL 611.5 kg S`. Raises LineFault for anything else."""
    shown = text.strip()
    m = LINE.match(shown) if len(shown) <= LONGEST else None
    if m is None:
        raise LineFault(tr("“{line}” is not a reading. Send lines such as FL 611.5 kg S.", line=shown[:40]))
    try:
        mass = parse(f"{m['value']} {m['unit']}", Quantity.MASS).si
    except NotUnderstood as fault:
        raise LineFault(str(fault)) from None
    if not -50.0 <= mass <= 20_000.0:
        raise LineFault(tr("Pad {pad}: {kg} kg is out of range. It must be 0 to 20000 kg.", pad=m["pad"], kg=round(mass)))
    return PadReading(m["pad"].upper(), mass, m["state"] == "S")


@dataclass(slots=True)
class Gathering:
    """Readings of all pads until each has stood still long enough. pads: the names that must report."""

    pads: tuple[str, ...]
    garbage: int = 0
    endless: bool = False  # more came than a line can hold, and no end of it
    strangers: list[str] = field(default_factory=list)  # pads that the vehicle does not have, the first few
    _steady: dict[str, list[float]] = field(default_factory=dict)

    def take(self, text: str) -> None:
        """One more line; what is no reading is counted and passed over."""
        try:
            reading = read_line(text)
        except LineFault:
            self.garbage += 1
            return
        if reading.pad not in self.pads:
            if reading.pad not in self.strangers and len(self.strangers) < NAMED:
                self.strangers.append(reading.pad)
            return
        kept = self._steady.setdefault(reading.pad, [])
        if not reading.stable:
            kept.clear()
            return
        kept.append(reading.mass_kg)
        del kept[:-STEADY]
        if len(kept) > 1 and max(kept) - min(kept) > max(SPREAD * abs(fmean(kept)), 1.0):
            del kept[:-1]  # it calls itself stable but still creeps

    def waiting(self) -> tuple[str, ...]:
        """Pads that have not stood still yet."""
        return tuple(pad for pad in self.pads if len(self._steady.get(pad, ())) < STEADY)

    def masses(self) -> dict[str, float]:
        """Mean of every pad in kg, once none is waited for. Raises LineFault while one still is."""
        if missing := self.waiting():
            raise LineFault(tr("No steady reading from {pads}.", pads=", ".join(missing)))
        return {pad: max(fmean(self._steady[pad]), 0.0) for pad in self.pads}

    def excuse(self) -> str:
        """Why the gathering is not done, in words."""
        silent = [pad for pad in self.waiting() if pad not in self._steady]
        restless = [pad for pad in self.waiting() if pad in self._steady]
        words = []
        if silent:
            words.append(tr("No reading from {pads}.", pads=", ".join(silent)))
        if restless:
            words.append(trn("{pads} pad is not steady.", "{pads} pads are not steady.", len(restless), pads=", ".join(restless)))
        if self.strangers:
            words.append(tr("This vehicle has no pad {pads}.", pads=", ".join(self.strangers)))
        if self.garbage:
            words.append(trn("1 unreadable line.", "{n} unreadable lines.", self.garbage))
        if self.endless:
            words.append(tr("The data has no line ends."))
        return " ".join(words) or tr("All pads are steady.")


def pad_names(axles: int) -> tuple[str, ...]:
    """Names of the pads on the line, front to back, left before right: FL FR RL RR, with M for a middle axle."""
    letters = {2: "FR", 3: "FMR"}[axles]
    return tuple(f"{letter}{side}" for letter in letters for side in "LR")
