"""What a cure makes different at one axle, so that it can be tried on every line."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.core.linkage.side_links import Path
from isostat.core.linkage.tie_rod import TieRod
from isostat.core.linkage.track_bar import TrackBar


@dataclass(frozen=True, slots=True, kw_only=True)
class Change:
    """back_rad: the axle turned back on its seats, pinion of a rear axle up. path, bar, drag_link, rod: in place of those read.

    box_m: carrier or box lower. shaft_m: longer. differential_m: lower on the body; pivots_m: of arms, and the differential with
    them. anti_roll_m: links longer, left and right.
    """

    axle: int
    back_rad: float = 0.0
    path: Path | None = None
    bar: TrackBar | None = None
    drag_link: TrackBar | None = None
    rod: TieRod | None = None
    box_m: float = 0.0
    shaft_m: float = 0.0
    differential_m: float = 0.0
    pivots_m: float = 0.0
    anti_roll_m: tuple[float, float] = (0.0, 0.0)

    def at(self, axle: int) -> Change:
        """What of it concerns an axle."""
        return self if axle == self.axle else AS_READ


AS_READ = Change(axle=-1)
