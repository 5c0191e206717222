"""A progressive coil: groups of turns with their own pitch in series; a group that closes drops out."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from typing_extensions import override

from isostat.core.limits import Floats, OutOfRange, within
from isostat.core.parts.event import Event
from isostat.core.parts.law import METAL_RATE, LawEvent
from isostat.core.springs.helix import Helix
from isostat.core.springs.straight_pieces import Rising


@dataclass(frozen=True)
class Progressive(Rising):
    """Groups of turns, each with a rate in N/m and the way in m until its turns touch; x is compression from the free length.

    A group closes at one force, rate times its way, whatever the number of its turns. When all are closed it is solid.
    Raises OutOfRange for no group, a rate outside 100 to 2 000 000 N/m or a way below nothing.
    """

    groups: tuple[tuple[float, float], ...]

    def __post_init__(self) -> None:
        if not self.groups:
            raise OutOfRange("number of coil groups", 0, 1, 20, "")
        for rate, way in self.groups:
            within("rate of a coil group", rate, 100.0, METAL_RATE, "N/m")
            within("travel of a coil group until it closes", way, 1e-6, 3.0, "m")

    @cached_property
    def curve(self) -> tuple[Floats, Floats]:  # type: ignore[override]
        """Compressions in m and forces in N at which a group closes, from free to solid, rising."""
        closing = np.array(sorted(rate * way for rate, way in self.groups))
        apart = np.diff(closing, prepend=0.0) > 1e-9 * closing[-1]  # groups that close together are one step
        forces = np.concatenate([[0.0], closing[apart]])
        x = sum(np.minimum(forces / rate, way) for rate, way in self.groups)
        return np.asarray(x), forces

    @override
    @property
    def events(self) -> tuple[LawEvent, ...]:
        loose, *inner, solid = self.knots
        return (
            LawEvent(Event.COIL_LOOSE, loose),
            *(LawEvent(Event.TURNS_TOUCH, x) for x in inner),
            LawEvent(Event.COIL_SOLID, solid),
        )


def from_groups(helix: Helix, groups: tuple[tuple[float, float], ...]) -> Progressive:
    """From counted turns: (turns, pitch in m) of each group of working turns, of one wire and mean diameter.

    helix: the wire and mean diameter. groups: of the working turns. A group of n turns is G·d⁴/(8·D³·n) and closes after
    n·(pitch − d). Raises OutOfRange where a pitch is not above the wire.
    """
    made = []
    for turns, pitch in groups:
        within("coils in a group", turns, 0.1, 60.0, "")
        within("coil pitch", pitch, helix.wire_m * 1.0001, 1.0, "m")
        made.append((helix.wire.shear_pa * helix.wire_m**4 / (8.0 * helix.mean_m**3 * turns), turns * (pitch - helix.wire_m)))
    return Progressive(tuple(made))


def from_rate_pair(soft: float, firm: float, change_m: float, solid_m: float) -> Progressive:
    """From the two rates on a tag in N/m, the compression in m at which they change, and that at which it is solid.

    soft, firm: the first and the second rate. change_m, solid_m: compressions. The soft part is what the firm one lacks in
    series, 1/(1/soft − 1/firm), and closes at the change.
    Raises OutOfRange where the second rate is not the firmer, or solid comes before the change.
    """
    within("second rate", firm, soft / 0.999, soft / 0.01, "N/m")
    within("compression to coil-bind", solid_m, change_m * 1.0001, 3.0, "m")
    closing = soft * change_m
    lost = 1.0 / (1.0 / soft - 1.0 / firm)
    return Progressive(((lost, closing / lost), (firm, (closing + firm * (solid_m - change_m)) / firm)))
