"""Where an item is measured from: front hub, rear hub, headboard or tailboard."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.job.files import JobFault
from isostat.job.vehicle import Vehicle
from isostat.language import later
from isostat.units.saying import Saying, saying


@dataclass(frozen=True, slots=True)
class Datum:
    """A line across the vehicle that places are measured from. way: 1 counts backwards, −1 forwards."""

    words: str
    field: str  # of the vehicle, where its place was typed; empty for the hubs
    way: int = 1

    def behind_front_m(self, vehicle: Vehicle) -> float | None:
        """Its own place behind the front hub in m, None until it was measured."""
        if self.field:
            reading = getattr(vehicle, self.field)
            return None if reading is None else float(reading.value)
        return float(vehicle.axles[-1].behind_front_m.value) if self is REAR_HUB else 0.0

    def from_here(self, vehicle: Vehicle, behind_front_m: float) -> float | None:
        """A place as measured from this line, m."""
        own = self.behind_front_m(vehicle)
        return None if own is None else (behind_front_m - own) * self.way

    def to_front_hub(self, vehicle: Vehicle, measured_m: float) -> float:
        """A place behind the front hub in m. Raises JobFault until this line's own place is known."""
        own = self.behind_front_m(vehicle)
        if own is None:
            raise JobFault("edit", [saying("Enter the position of the {line} first.", line=Saying(self.words))])
        return own + self.way * measured_m


FRONT_HUB = Datum(later("front hub"), "")
REAR_HUB = Datum(later("rear hub"), "")
HEADBOARD = Datum(later("headboard"), "deck_front_m")
TAILBOARD = Datum(later("tailboard"), "deck_rear_m", -1)
DATUMS = (FRONT_HUB, REAR_HUB, HEADBOARD, TAILBOARD)
