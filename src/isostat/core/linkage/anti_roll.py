"""An anti-roll bar's arm and its link, in the arm's plane: how far it leans, and whether it can go over centre."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.core.limits import Floats, within


@dataclass(frozen=True, slots=True, kw_only=True)
class AntiRollLink:
    """An arm that stood level and a link that stood upright below its end, as weighed. Raises OutOfRange for none.

    arm_m, link_m: 0.02 to 2. ratio: travel of the link's lower end over that of the wheel.
    """

    arm_m: float
    link_m: float
    ratio: float

    def __post_init__(self) -> None:
        within("anti-roll bar arm", self.arm_m, 0.02, 2.0, "m")
        within("anti-roll link", self.link_m, 0.02, 2.0, "m")

    def leans(self, travel: Floats, longer_m: float = 0.0) -> Floats:
        """Of the arm, its end up +, rad, at wheel travels of any shape; nan where the link does not reach.

        longer_m: by which the link is another one's length.
        """
        far, link = self._far(travel), self.link_m + longer_m
        cosine = (self.arm_m**2 + far**2 - link**2) / (2.0 * self.arm_m * far)
        inside = np.where(np.abs(cosine) <= 1.0, cosine, np.nan)
        return np.asarray(np.arctan2(self.ratio * travel - self.link_m, self.arm_m) + np.arccos(inside))

    def between(self, travel: Floats, longer_m: float = 0.0) -> Floats:
        """Angle of link and arm, rad: nought and half a turn are over centre; nan where the link does not reach."""
        far, link = self._far(travel), self.link_m + longer_m
        cosine = (self.arm_m**2 + link**2 - far**2) / (2.0 * self.arm_m * link)
        return np.asarray(np.arccos(np.where(np.abs(cosine) <= 1.0, cosine, np.nan)))

    def longer_m(self, travel: float) -> float:
        """By how much a link must be longer for its arm to stand as it stood, at one travel: an upright link by that travel."""
        return -self.ratio * travel

    def _far(self, travel: Floats) -> Floats:
        """From the bar's axis to the link's lower end, m."""
        return np.asarray(np.hypot(self.arm_m, self.ratio * travel - self.link_m))
