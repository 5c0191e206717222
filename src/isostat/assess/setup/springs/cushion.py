"""Helpers of foam or rubber at an axle: from what is told of them to a law, and how they are got in."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.assess.setup import derived
from isostat.core import rules
from isostat.core.parts.bump_stop import Cushion as Law
from isostat.core.working import Figure
from isostat.job.springs.cushion import Cushion


@dataclass(frozen=True, slots=True, kw_only=True)
class Cushioned:
    """A helper a side. rate, flat: at the touch and where it is flat. gap_m: as weighed, below nothing where it is pressed."""

    law: Law
    rate: Figure
    flat: Figure
    gap_m: float


def cushioned(cushion: Cushion) -> Cushioned | None:
    """The helper that was told; None where its gap, or what it is, was not."""
    rate, flat = derived.stop_figures(cushion)
    if cushion.gap_m is None or rate is None or flat is None:
        return None
    return Cushioned(law=Law(rate.value, flat.value), rate=rate, flat=flat, gap_m=float(cushion.gap_m.value))


def jack_up_m(cushion: Cushioned) -> float:
    """How far the frame must come up from where it was weighed to get the helper in."""
    return max(rules.CUSHION_ROOM - cushion.gap_m, 0.0)
