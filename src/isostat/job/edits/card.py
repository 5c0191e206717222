"""What is done of the job card and put on it: ticks, torques, readings, cures; each one step of undo."""

from __future__ import annotations

import hashlib
import json

from isostat.job.card import Bought, Torque, Written
from isostat.job.edits.paths import JOB, path_to, put
from isostat.job.reading import LONGEST_NAME
from isostat.job.schema import Job

Key = tuple[str, str]  # step and place


def parts_mark(job: Job, axle: int | None) -> str:
    """A mark of what is fitted at an axle, or everywhere: another mark, other parts or settings."""
    fits = job.proposal.axles if axle is None else (job.proposal.axles[axle],)
    plain = [fit.model_dump(mode="json", exclude_defaults=True) for fit in fits]
    chosen = [one.model_dump(mode="json") for one in job.card.chosen if axle is None or one.axle in (None, axle)]
    target = job.target.model_dump(mode="json", exclude_defaults=True)
    text = json.dumps([plain, target, chosen] if chosen else [plain, target], sort_keys=True)
    return hashlib.sha256(text.encode()).hexdigest()[:12]


def fit_mark(job: Job, axle: int) -> str:
    """A mark of what is fitted at an axle, whatever the target and however it is thought to settle."""
    plain = job.proposal.axles[axle].model_dump(mode="json", exclude_defaults=True, exclude={"settle_share"})
    return hashlib.sha256(json.dumps(plain, sort_keys=True).encode()).hexdigest()[:12]


def put_bought(job: Job, bought: Bought) -> Job:
    """The job with what parts of an axle are called in a list, in place of what was known of them; marked by what is fitted now."""
    others = [one.model_dump() for one in job.card.bought if (one.axle, one.of) != (bought.axle, bought.of)]
    named = {"part": bought.part[:LONGEST_NAME], "maker": bought.maker[:LONGEST_NAME], "mark": fit_mark(job, bought.axle)}
    return put(job, path_to(JOB.card.bought), [*others, bought.model_dump() | named])


def bought_of(job: Job, axle: int, of: str = "springs") -> Bought | None:
    """What parts of an axle are called in a list; None where they were not taken from one, or the axle's fit changed since."""
    found = next((one for one in job.card.bought if (one.axle, one.of) == (axle, of)), None)
    return None if found is None or found.mark != fit_mark(job, axle) else found


def choose_way(job: Job, what: str, axle: int | None, way: str) -> Job:
    """The job with a way to put a thing right on its card, in place of another way for the same thing; no way takes it off."""
    others = [one.model_dump() for one in job.card.chosen if (one.what, one.axle) != (what, axle)]
    fresh = [{"what": what, "axle": axle, "way": way}] if way else []
    return put(job, path_to(JOB.card.chosen), [*others, *fresh])


def chosen_way(job: Job, what: str, axle: int | None) -> str:
    """Which way was put on the card for a thing; nothing where none was."""
    return next((one.way for one in job.card.chosen if (one.what, one.axle) == (what, axle)), "")


def tick(job: Job, key: Key, parts: str, who: str, at: str) -> Job:
    """The job with a step done. parts: the mark of what it rests on."""
    fresh = {"step": key[0], "place": key[1], "parts": parts, "who": who, "at": at}
    return put(job, path_to(JOB.card.ticks), [*_others(job, key), fresh])


def untick(job: Job, key: Key) -> Job:
    """The job with a step open again."""
    return put(job, path_to(JOB.card.ticks), _others(job, key))


def _others(job: Job, key: Key) -> list[dict[str, object]]:
    return [one.model_dump() for one in job.card.ticks if (one.step, one.place) != key]


def torque_of(job: Job, key: Key, state: str) -> Torque:
    """What is known of a joint; nothing yet, an empty one."""
    found = (one for one in job.card.torques if (one.step, one.place, one.state) == (*key, state))
    return next(found, Torque(step=key[0], place=key[1], state=state))


def put_torque(job: Job, key: Key, state: str, **change: object) -> Job:
    """The job with something of a joint changed: value (N·m, a number or a reading), source, done, who, at."""
    now = torque_of(job, key, state)
    others = [one.model_dump() for one in job.card.torques if one is not now]
    return put(job, path_to(JOB.card.torques), [*others, now.model_dump() | change])


def written_of(job: Job, key: Key, name: str) -> str:
    """A reading as it was written down."""
    return next((one.text for one in job.card.written if (one.step, one.place, one.name) == (*key, name)), "")


def write(job: Job, key: Key, name: str, text: str) -> Job:
    """The job with a reading written down; empty text takes it out."""
    others = [one.model_dump() for one in job.card.written if (one.step, one.place, one.name) != (*key, name)]
    fresh = [Written(step=key[0], place=key[1], name=name, text=text).model_dump()] if text.strip() else []
    return put(job, path_to(JOB.card.written), [*others, *fresh])
