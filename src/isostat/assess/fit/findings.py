"""What may be said of a card under way."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.assess.judgement import Judgement


@dataclass(frozen=True, slots=True, kw_only=True)
class NotToBeDriven(Judgement):
    """Steps are ticked, and so many are open before which it is not driven; from step n on."""

    count: int
    step_number: int


@dataclass(frozen=True, slots=True, kw_only=True)
class TicksGone(Judgement):
    """Ticks that no longer hold: parts or settings are other ones since; from step n on."""

    count: int
    step_number: int
