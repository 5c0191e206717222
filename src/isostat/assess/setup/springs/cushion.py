"""Helpers of foam or rubber at an axle: from what is given of them to a law, and how they are got in."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.assess.setup import derived
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.core.parts.bump_stop import Cushion as Law
from isostat.core.working import Figure
from isostat.job.axle_fit import AxleFit


@dataclass(frozen=True, slots=True, kw_only=True)
class Cushioned:
    """A helper a side. rate, flat: at the touch and where it is flat. gap_m: as weighed, below nothing where it is pressed."""

    law: tuple[Law, Law]
    rate: Figure
    flat: Figure
    gap_m: float
    couple: None = None

    @property
    def offset_m(self) -> tuple[float, float]:
        """Compression of each as weighed."""
        return -self.gap_m, -self.gap_m

    @property
    def flat_m(self) -> float:
        """Compression at which it is flat."""
        return self.flat.value

    @property
    def flat_guessed(self) -> bool:
        """Whether where it is flat is not its own."""
        return self.flat.assumed


def as_found(fit: AxleFit) -> Cushioned | None:
    """The helper that was given; None where its gap, or what it is, was not."""
    given = fit.cushion
    rate, flat = derived.stop_figures(given)
    if given.gap_m is None or rate is None or flat is None:
        return None
    law = Law(rate.value, flat.value)
    return Cushioned(law=(law, law), rate=rate, flat=flat, gap_m=float(given.gap_m.value))


def fitted(fit: AxleFit, grown_m: Floats) -> Cushioned | None:
    """The same of a proposal: it stands where it was placed, wherever the target is."""
    return as_found(fit)


def jack_up_m(cushion: Cushioned) -> float:
    """How far the frame must come up from where it was weighed to get the helper in."""
    return max(rules.CUSHION_ROOM - cushion.gap_m, 0.0)
