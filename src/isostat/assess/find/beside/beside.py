"""What a search asks of parts that an axle takes beside its springs, alike on both sides; every kind of them is one of these."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import ClassVar

import numpy as np

from isostat.assess.find.law import Law
from isostat.assess.solve.assessment import Assessment
from isostat.catalogue.parts import Parts
from isostat.core.limits import Bools, Floats
from isostat.core.parts.law import ForceLaw
from isostat.job.schema import Job

SIDES = 2


@dataclass(frozen=True, slots=True, kw_only=True)
class Beside:
    """n parts of a list as an axle would take them.

    laws: (n,) of each. pressed_m: (2, n) compression as weighed, left and right. broken: (n,) shortfalls that hold or not whatever
    else is set.
    """

    parts: Parts
    laws: tuple[ForceLaw, ...]
    pressed_m: Floats
    broken: Mapping[Law, Floats] = field(default_factory=dict)


class BesideKind(ABC):
    """A kind of part beside the springs."""

    listed: ClassVar[str]  # kind of the list

    def says_enough(self, parts: Parts) -> Bools:
        """Which lines of a list can be tried, (n,)."""
        return np.ones(len(parts), dtype=bool)

    def searchable(self, parts: Parts) -> Parts:
        """The lines of a list that say enough."""
        return parts.take(self.says_enough(parts))

    @abstractmethod
    def made(self, a: Assessment, axle: int, parts: Parts) -> Beside:
        """Lines of a list at an axle. Raises CannotSearch where the job says too little of the place that they take."""

    @abstractmethod
    def place(self, a: Assessment, axle: int) -> int | None:
        """Of the left one among the parts of an axle; None where none is fitted yet, and it stands at the springs' place."""

    @abstractmethod
    def into(self, job: Job, axle: int, parts: Parts, row: int) -> Job:
        """The job with a line of the list at an axle of its proposal."""
