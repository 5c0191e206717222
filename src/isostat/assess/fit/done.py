"""What was done of a card: which ticks hold, which no longer do since parts were changed, what still forbids driving."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Sequence

from isostat.assess.fit.compose import AFTER, BEFORE, Entry
from isostat.job.card import Tick
from isostat.job.schema import Job


def parts_mark(job: Job, axle: int | None) -> str:
    """A mark of what is fitted at an axle, or everywhere: another mark, other parts or settings."""
    fits = job.proposal.axles if axle is None else (job.proposal.axles[axle],)
    plain = [fit.model_dump(mode="json", exclude_defaults=True) for fit in fits]
    text = json.dumps([plain, job.target.model_dump(mode="json", exclude_defaults=True)], sort_keys=True)
    return hashlib.sha256(text.encode()).hexdigest()[:12]


def mark_of(job: Job, entry: Entry) -> str:
    """Of what a step rests on: nothing before the work, its own axle's parts, all of them after it."""
    if entry.step.list == BEFORE:
        return ""
    return parts_mark(job, None if entry.step.list == AFTER else entry.axle)


def tick_of(job: Job, entry: Entry) -> Tick | None:
    """The tick of a step, whether it holds or not."""
    return next((one for one in job.card.ticks if (one.step, one.place) == (entry.step.key, entry.place)), None)


def holds(job: Job, entry: Entry) -> bool:
    """Whether a step is done, with the parts as they are now."""
    tick = tick_of(job, entry)
    return tick is not None and tick.parts == mark_of(job, entry)


def gone(job: Job, card: Sequence[Entry]) -> tuple[Entry, ...]:
    """Ticked steps that no longer hold: other parts or settings since."""
    return tuple(e for e in card if tick_of(job, e) is not None and not holds(job, e))


def forbids_driving(job: Job, card: Sequence[Entry]) -> tuple[Entry, ...]:
    """Open steps before which it is not driven."""
    return tuple(e for e in card if e.step.hold and not holds(job, e))
