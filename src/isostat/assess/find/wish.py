"""What a search may vary: springs of an axle or two and what levels them, rings, stop spacers, helper pressures, parts beside."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from enum import Enum

import numpy as np

from isostat.catalogue.parts import Parts
from isostat.core.limits import Floats, within
from isostat.units.saying import Saying

MOST_STEPS = 60


class CannotSearch(ValueError):
    """Why there is nothing to search, as a sentence."""

    def __init__(self, why: Saying) -> None:
        super().__init__(why.words())
        self.why = why


class Varied(Enum):
    """What a setting is, the least and most that it may be and its finest step, SI."""

    def __init__(self, words: str, low: float, high: float, finest: float, unit: str) -> None:
        self.words, self.low, self.high, self.finest, self.unit = words, low, high, finest, unit

    SPACER = ("spacer", 0.0, 0.2, 0.0005, "m")
    BLOCK = ("block", 0.0, 0.2, 0.0005, "m")  # what a spacer is called under a leaf pack
    COLLAR = ("collar", -0.2, 0.2, 0.0005, "m")  # down from where it stood
    RING = ("collar to crossover ring", 0.0, 1.0, 0.0005, "m")
    STOP = ("stop spacer", 0.0, 0.2, 0.0005, "m")
    PRESSURE = ("helper pressure", 0.0, 2e6, 500.0, "Pa")


@dataclass(frozen=True, slots=True)
class Steps:
    """From, to and step, SI. Raises OutOfRange where there is no way from one to the other, or more than 60 steps."""

    low: float
    high: float
    step: float = 0.002
    of: Varied = Varied.SPACER

    def __post_init__(self) -> None:
        of = self.of
        within(f"{of.words}, from", self.low, of.low, of.high, of.unit)
        within(f"{of.words}, to", self.high, self.low, of.high, of.unit)
        finest = max((self.high - self.low) / MOST_STEPS, of.finest)
        within(f"{of.words} step", self.step, finest, of.high - of.low, of.unit)

    @property
    def values(self) -> Floats:
        """(n,) SI."""
        count = int((self.high - self.low) / self.step + 1e-9) + 1
        return np.asarray(self.low + self.step * np.arange(count))


NONE = Steps(0.0, 0.0)


@dataclass(frozen=True, slots=True, kw_only=True)
class AxleWish:
    """What may vary at an axle; None leaves what is fitted.

    parts: springs of one kind; each: one a side, else the same on both. holding: only choices with this line of their list.
    spacers: under the springs, left and right by themselves; collars where those level them. rings: of a stacked pair.
    pressures: of the helper bags. beside: shocks, bump stops, helpers by the kind of their list, the same on both sides.
    """

    axle: int
    parts: Parts | None
    each: bool = False
    holding: int | None = None
    spacers: Steps = NONE
    rings: Steps | None = None
    stop_spacers: Steps | None = None
    pressures: Steps | None = None
    beside: Mapping[str, Parts] = field(default_factory=dict)

    @property
    def lists(self) -> tuple[Parts, ...]:
        """What is tried of lists; sets are counted by the first, and what fell is named by it."""
        return (*(() if self.parts is None else (self.parts,)), *self.beside.values())

    def only(self, kind: str, row: int) -> AxleWish:
        """The same with one line of the list of a kind, whatever goes with it; the same on both sides."""
        if self.parts is not None and self.parts.kind == kind:
            return replace(self, holding=row, each=False)
        return replace(self, each=False, beside={**self.beside, kind: self.beside[kind].take(np.array([row]))})
