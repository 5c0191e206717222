"""A track bar: it swings about its frame end, and takes the axle sideways with every change of height."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

import numpy as np

from isostat.core.limits import Floats, within


@dataclass(frozen=True, slots=True, kw_only=True)
class TrackBar:
    """Frame end to axle end as weighed.

    length_m: 0.2 to 2, eye to eye. drop_m: how far the axle end lies above the frame end (below: negative). side: +1 where the
    frame end is on the left. place_m: the axle end left of the middle, m. over_hub_m: the axle end above the hubs.
    half_track_m: of the axle. Raises OutOfRange where the bar does not reach from one height to the other.
    """

    LENGTH: ClassVar[str] = "Panhard bar length"
    BETWEEN: ClassVar[str] = "height between the ends of the Panhard bar"

    length_m: float
    drop_m: float
    side: int = 1
    place_m: float = 0.0
    over_hub_m: float = 0.0
    half_track_m: float = 0.8

    def __post_init__(self) -> None:
        within(self.LENGTH, self.length_m, 0.2, 2.0, "m")
        within(self.BETWEEN, abs(self.drop_m), 0.0, 0.95 * self.length_m, "m")

    @property
    def across_m(self) -> float:
        """Frame end to axle end across the vehicle as weighed, left +, m."""
        return -self.side * float(np.sqrt(self.length_m**2 - self.drop_m**2))

    def rise_m(self, travel: Floats) -> Floats:
        """How far the axle end comes up on the body, of hub travel (2, ...) left and right, m."""
        lean = self._lean(travel)
        turned = self.place_m * np.sin(lean) + self.over_hub_m * (np.cos(lean) - 1.0)
        return np.asarray((travel[0] + travel[1]) / 2.0 + turned)

    def _lean(self, travel: Floats) -> Floats:
        return np.asarray((travel[0] - travel[1]) / (2.0 * self.half_track_m))

    def aside_m(self, travel: Floats) -> Floats:
        """How far the axle end goes to the left of the hubs as the axle leans, m, of hub travel (2, ...)."""
        lean = self._lean(travel)
        return np.asarray(self.place_m * (np.cos(lean) - 1.0) - self.over_hub_m * np.sin(lean))

    def shift_m(self, travel: Floats) -> Floats:
        """How far the axle goes to the left under the body, m; nan where the bar is too short to reach.

        travel: (2, ...) of the hubs, left and right, m.
        """
        drop = self.drop_m + self.rise_m(travel)
        root = self.length_m**2 - drop**2
        across = -self.side * np.sqrt(np.where(root > 0.0, root, np.nan))
        return np.asarray(across - self.across_m - self.aside_m(travel))

    def slope_rad(self, travel: Floats) -> Floats:
        """Of the bar against level, axle end down +, rad; nan where it does not reach."""
        sine = -(self.drop_m + self.rise_m(travel)) / self.length_m
        return np.arcsin(np.where(np.abs(sine) <= 1.0, sine, np.nan))

    def longer_m(self, travel: Floats, shift_m: float = 0.0) -> float:
        """By how much a bar must be longer to bring the axle to the middle, or to a shift left of it, at one height, (2,) m."""
        across = self.across_m + float(self.aside_m(travel)) + shift_m
        return float(np.hypot(across, self.drop_m + float(self.rise_m(travel)))) - self.length_m

    def longer(self, by_m: float) -> TrackBar:
        """The axle as it stands on a bar of another length: what it shifts is against where the old one held it."""
        return _Relocated.of(self, self.across_m, length_m=self.length_m + by_m)

    def bracket(self, by_m: float) -> TrackBar:
        """The same with its axle end raised, or its frame end lowered, by a bracket."""
        return _Relocated.of(self, self.across_m, drop_m=self.drop_m + by_m)

    def hole(self, by_m: float) -> TrackBar:
        """The same with its frame end moved to the left."""
        return _Relocated.of(self, self.across_m - by_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class DragLink(TrackBar):
    """From the steering box to the axle: the same geometry, under its own name."""

    LENGTH: ClassVar[str] = "drag link length"
    BETWEEN: ClassVar[str] = "height between the ends of the drag link"


@dataclass(frozen=True, slots=True, kw_only=True)
class _Relocated(TrackBar):
    """A bar that was changed: its shift counts from where the old one held the axle."""

    was_across_m: float

    @classmethod
    def of(cls, bar: TrackBar, was_across_m: float, **change: float) -> _Relocated:
        kept = {key: getattr(bar, key) for key in ("length_m", "drop_m", "side", "place_m", "over_hub_m", "half_track_m")}
        return cls(was_across_m=was_across_m, **(kept | change))

    @property
    def across_m(self) -> float:
        return self.was_across_m
