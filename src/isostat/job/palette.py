"""Usual items to start from. Their masses are made up, marked as assumed, and meant to be typed over."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from isostat.job.edits.items import add_item
from isostat.job.reading import Reading
from isostat.job.schema import Item, Job
from isostat.language import later, tr


@dataclass(frozen=True, slots=True, kw_only=True)
class Usual:
    """An item of the palette. along: its place as a share of the wheelbase behind the front hub; left_m: left of the middle."""

    name: str
    kg: float
    along: float
    left_m: float = 0.0
    kind: Literal["thing", "tank", "wheels", "hitch"] = "thing"
    count: int = 1
    stays: bool = False
    weighed: bool = False  # on board when weighed, and taken off since


PALETTE = (
    Usual(name=later("Item"), kg=50, along=0.7),
    Usual(name=later("Person"), kg=80, along=0.42, left_m=-0.37),
    Usual(name=later("People in a row"), kg=80, count=3, along=0.7),
    Usual(name=later("Cargo in pieces"), kg=20, count=10, along=0.8),
    Usual(name=later("Water tank"), kg=100, along=1.1, kind="tank"),
    Usual(name=later("Fuel tank"), kg=60, along=0.6, left_m=0.5, kind="tank"),
    Usual(name=later("Tool chest"), kg=45, along=0.65, stays=True),
    Usual(name=later("Winch and guard"), kg=70, along=-0.2, stays=True),
    Usual(name=later("Spare wheel"), kg=32, along=1.25, stays=True),
    Usual(name=later("Heavier wheels, front"), kg=8, count=2, along=0.0, kind="wheels", stays=True),
    Usual(name=later("Heavier wheels, rear"), kg=8, count=2, along=1.0, kind="wheels", stays=True),
    Usual(name=later("Trailer on the ball"), kg=75, along=1.35, kind="hitch"),
    Usual(name=later("Part taken off"), kg=30, along=0.0, weighed=True),
)


def add_usual(job: Job, usual: Usual, case: str) -> Job:
    """One more item of the palette: on board in a case and in none other, or taken off since the weighing."""
    base = job.vehicle.axles[-1].behind_front_m.value
    item = Item(
        name=tr(usual.name),
        kind=usual.kind,
        mass_kg=Reading(value=usual.kg, assumed=True),
        count=usual.count,
        behind_front_m=Reading(value=round(base * usual.along, 3)),
        left_m=Reading(value=usual.left_m),
        stays=usual.stays,
        weighed_share=Reading(value=1.0 if usual.weighed else 0.0),
    )
    return add_item(job, item, None if usual.weighed else case)
