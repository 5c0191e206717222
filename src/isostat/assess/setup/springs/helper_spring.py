"""What a helper beside an axle's springs is to the rest of the vehicle, whatever it is made of."""

from __future__ import annotations

from typing import Protocol

from isostat.core.limits import Floats
from isostat.core.parts.couple import Couple
from isostat.core.parts.law import ForceLaw
from isostat.job.axle_fit import AxleFit


class Pair(Protocol):
    """What stands at the springs' place of an axle, left and right, and follows their motion."""

    @property
    def law(self) -> tuple[ForceLaw, ForceLaw]:
        """Of each; where a couple is given it has the force and these stand in for it."""

    @property
    def offset_m(self) -> tuple[float, float]:
        """Compression of each as weighed, below nothing before it is touched."""

    @property
    def couple(self) -> Couple | None:
        """What both share."""


class Helper(Pair, Protocol):
    """A pair of helpers. Frozen and hashable."""

    @property
    def flat_m(self) -> float:
        """Compression at which it is flat."""

    @property
    def flat_guessed(self) -> bool:
        """Whether where it is flat rests on something assumed."""


class HelperKind(Protocol):
    """From what is given of a kind of helper to the pair that is fitted; a module of this folder is one."""

    def as_found(self, fit: AxleFit) -> Helper | None:
        """What stood beside the springs when the vehicle was weighed; None where nothing is given."""

    def fitted(self, fit: AxleFit, grown_m: Floats) -> Helper | None:
        """What the proposal fits; None where it fits none. Raises Incomplete where a number is missing or will not do.

        grown_m: (2,) compression of the springs from the baseline to the target.
        """
