"""What is read at a corner, in the order in which a person with a tape takes it, and the order of the corners."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.units.unit import Quantity

SIDES = ("left", "right")


@dataclass(frozen=True, slots=True)
class Point:
    """One reading of a corner: its field in the job, its words, its quantity."""

    field: str
    words: str
    quantity: Quantity


POINTS = (
    Point("hub_to_arch_m", "hub to arch", Quantity.HEIGHT),
    Point("stop_gap_m", "stop gap", Quantity.HEIGHT),
    Point("shaft_showing_m", "shaft showing", Quantity.HEIGHT),
    Point("pad_kg", "scale pad", Quantity.MASS),
)


def walk_order(axles: int) -> list[tuple[int, int]]:
    """Corners as one walks round: front left, front right, then right and left of each axle behind."""
    return [(0, 0), (0, 1), *((axle, side) for axle in range(1, axles) for side in (1, 0))]
