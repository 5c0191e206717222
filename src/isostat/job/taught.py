"""What a shop's book says of parts like those of a job: asked for when it was started from a like one."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from isostat.job.reading import Frozen, Number, Text, Whole


class Taught(Frozen):
    """Springs of a maker or of a kind come out so much higher at the wheel than those of others, m.

    name: the maker or the kind. jobs: axles that say so. error_m: two deviations.
    """

    of: Literal["maker", "kind"]
    name: Text
    jobs: Whole = Field(ge=1)
    mean_m: Number = Field(ge=-0.1, le=0.1)
    error_m: Number = Field(ge=0.0, le=0.1)
