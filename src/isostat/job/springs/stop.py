"""A bump stop, or anything of rubber or foam that is met on the way."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from isostat.job.reading import Frozen, SpringRate, Squeeze, StopHeight, StopSpacer
from isostat.job.springs.press import PressRow


class Stop(Frozen):
    """A bump stop: its rate at the touch, how far it goes until flat, a spacer under it; or kind, free height, press readings.

    spacer_m: below nothing, what is trimmed off the stop. free_height_m: in a proposal another one's, which touches and is flat
    sooner or later by the difference. left_out: no stop is fitted.
    """

    rate_n_per_m: SpringRate | None = None
    flat_m: Squeeze | None = None
    spacer_m: StopSpacer | None = None
    kind: Literal["rubber", "foam", "hydraulic"] | None = None
    free_height_m: StopHeight | None = None
    left_out: bool = False
    press: tuple[PressRow, ...] = Field(default=(), max_length=8)
