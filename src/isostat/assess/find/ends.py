"""Where the travel of an axle ends with other stops or shocks, before anything is solved."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from isostat.assess.find.beside.beside import SIDES, Beside
from isostat.assess.find.beside.stops import flat_travel_m, spacer_m
from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.landmarks import Landmarks
from isostat.core.limits import Floats, Ints
from isostat.core.parts.ends import ShockEnds
from isostat.core.parts.event import Event


class Ends:
    """Of one axle. beside: by kind, what is tried there. varied_stops: whether the spacers under the stops are.

    What is asked: stop_m (m,) of spacer under the stops, nan where it is as fitted; rows by kind (m,) lines of the lists.
    """

    def __init__(self, a: Assessment, axle: int, beside: Mapping[str, Beside], *, varied_stops: bool) -> None:
        self._a, self._axle, self._varied_stops = a, axle, varied_stops
        stops, shocks = beside.get("bump stop"), beside.get("shock")
        self._flat_m = None if stops is None else flat_travel_m(a, axle, stops)
        self.under_m = a.fits[axle].stop_spacer_m if stops is None else spacer_m(a, axle)
        self._shut_m = self._out_m = np.zeros((SIDES, 0))  # travel with each shock shut, and topped out
        if shocks is not None:
            strokes = np.array([law.stroke_m for law in shocks.laws if isinstance(law, ShockEnds)])
            ratio = a.axles[axle].shock_ratio.value
            self._out_m, self._shut_m = -shocks.pressed_m / ratio, (strokes - shocks.pressed_m) / ratio

    def full_m(self, side: int, stop_m: Floats, rows: Mapping[str, Ints]) -> Floats:
        """Travel at full bump, (m,)."""
        flat = self._way(side).at(Event.STOP_FLAT)
        if self._flat_m is not None:
            at_flat = self._flat_m[side, rows["bump stop"]]
        elif self._varied_stops and flat is not None:
            at_flat = np.full(len(stop_m), flat)
        else:
            return np.full(len(stop_m), self._way(side).full_m)
        taller = stop_m - self.under_m if self._varied_stops else 0.0
        return np.asarray(at_flat - taller / self._a.axles[self._axle].stop_ratio.value)

    def metal_first_m(self, stop_m: Floats, rows: Mapping[str, Ints]) -> Floats:
        """How far beyond metal on metal full bump is, of the wheel, the worse side, (m,)."""
        metal = self._a.axles[self._axle].metal_m
        return np.asarray(np.max([self.full_m(side, stop_m, rows) - metal[side].value for side in range(SIDES)], axis=0))

    def hanging_m(self, side: int, rows: Mapping[str, Ints], count: int) -> Floats:
        """Travel at full droop, (count,)."""
        way = self._way(side)
        if "shock" not in rows:
            return np.full(count, way.hanging_m)
        strap = way.at(Event.STRAP_TAUT)
        return np.asarray(np.maximum(self._out_m[side, rows["shock"]], -np.inf if strap is None else strap))

    def bottoms_early_m(self, stop_m: Floats, rows: Mapping[str, Ints]) -> Floats:
        """By how much the shocks are shut before full bump, along the shock, the worse side, (m,)."""
        early = [self.full_m(side, stop_m, rows) - self._shut_m[side, rows["shock"]] for side in range(SIDES)]
        return np.asarray(np.maximum(*early) * self._a.axles[self._axle].shock_ratio.value)

    def _way(self, side: int) -> Landmarks:
        return Landmarks(self._a.proposed.events[self._axle][side])
