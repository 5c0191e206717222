"""Belleville washers at an axle, beside its springs: from caliper readings to their law."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.assess.setup.springs.incomplete import Incomplete, needed
from isostat.core.limits import Floats, OutOfRange
from isostat.core.springs.disc import DiscStack
from isostat.job.axle_fit import AxleFit
from isostat.job.springs.disc import Discs
from isostat.language import later


@dataclass(frozen=True, slots=True, kw_only=True)
class Stacks:
    """A stack a side. gap_m: as weighed, below nothing where it is pressed."""

    law: tuple[DiscStack, DiscStack]
    gap_m: float
    couple: None = None
    flat_guessed: bool = False

    @property
    def flat_m(self) -> float:
        """Compression at which all washers are flat."""
        return self.law[0].flat_x_m

    @property
    def offset_m(self) -> tuple[float, float]:
        """Compression of each as weighed."""
        return -self.gap_m, -self.gap_m


def as_found(fit: AxleFit) -> Stacks | None:
    """What stood beside the springs; None where it was not given in full."""
    try:
        return fitted(fit, None)
    except Incomplete:
        return None


def fitted(fit: AxleFit, grown_m: Floats | None) -> Stacks | None:
    """The stacks as they were given, wherever the target is; None where nothing was. Raises Incomplete in words."""
    given = fit.discs
    if given == Discs():
        return None
    thick = needed(given.thick_m, later("washer thickness"))
    try:
        stack = DiscStack(
            outer_m=needed(given.outer_m, later("washer outer diameter")),
            inner_m=needed(given.inner_m, later("washer inner diameter")),
            thick_m=thick,
            cone_m=needed(given.height_m, later("washer height")) - thick,
            nested=given.nested,
            opposed=given.opposed,
        )
    except OutOfRange as refused:
        raise Incomplete(refused) from None
    return Stacks(law=(stack, stack), gap_m=needed(given.gap_m, later("gap to the washers, as weighed")))
