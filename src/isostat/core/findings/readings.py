"""Judgements on single readings that cannot be what was meant."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.core.findings.judgement import Judgement


@dataclass(frozen=True, slots=True, kw_only=True)
class LikelySlip(Judgement):
    """A reading so far from its like at the other wheels that a known slip explains it better.

    what: which reading. slip: "inches", "pounds", "ten" or "hundred". value, likely: as typed and as probably meant, SI.
    """

    what: str
    slip: str
    value: float
    likely: float

    @property
    def severity(self) -> float:
        return abs(self.value - self.likely)
