"""What was done of a card: which ticks hold, which no longer do since parts were changed, what still forbids driving."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.assess.fit.compose import AFTER, BEFORE, Entry
from isostat.job.card import Tick
from isostat.job.edits.card import parts_mark
from isostat.job.schema import Job


def mark_of(job: Job, entry: Entry) -> str:
    """Of what a step rests on: nothing before the work, its own axle's parts, all of them after it."""
    if entry.step.list == BEFORE:
        return ""
    return parts_mark(job, None if entry.step.list == AFTER else entry.axle)


@dataclass(frozen=True, slots=True)
class Done:
    """A card and its ticks: tick of each step or None, and whether it holds with the parts as they are now."""

    card: tuple[Entry, ...]
    ticks: tuple[Tick | None, ...]
    holds: tuple[bool, ...]

    @property
    def gone(self) -> tuple[Entry, ...]:
        """Ticked steps that no longer hold: other parts or settings since."""
        return tuple(e for e, tick, good in zip(self.card, self.ticks, self.holds, strict=True) if tick is not None and not good)

    @property
    def forbids_driving(self) -> tuple[Entry, ...]:
        """Open steps before which it is not driven."""
        return tuple(e for e, good in zip(self.card, self.holds, strict=True) if e.step.hold and not good)


def done_of(job: Job, card: tuple[Entry, ...]) -> Done:
    """What was done of a card."""
    known = {(one.step, one.place): one for one in job.card.ticks}
    marks: dict[int | None, str] = {}
    ticks, good = [], []
    for e in card:
        tick = known.get((e.step.key, e.place))
        if tick is not None and e.step.list != BEFORE:
            of = None if e.step.list == AFTER else e.axle
            marks.setdefault(of, parts_mark(job, of))
        wanted = "" if e.step.list == BEFORE else marks.get(None if e.step.list == AFTER else e.axle, "")
        ticks.append(tick)
        good.append(tick is not None and tick.parts == wanted)
    return Done(card, tuple(ticks), tuple(good))
