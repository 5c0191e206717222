"""A spacer under a bump stop, or so much trimmed off it: what trimming would cost is looked at before it is taken."""

from __future__ import annotations

from isostat.assess.solve.assessment import Assessment, assess
from isostat.assess.travel.findings import WrongOrder
from isostat.assess.travel.judge import order_faults
from isostat.core.parts.event import Event
from isostat.job.edits.paths import JOB, path_to, put, put_number
from isostat.job.event_words import EVENT_NOUNS
from isostat.job.files import JobFault
from isostat.job.schema import Job
from isostat.units.saying import Amount, Saying, saying
from isostat.units.unit import Quantity

WORSE = 0.0005  # m of a margin


def put_stop_spacer(axle: int, job: Job, spacer_m: float | None, typed: str = "") -> Job:
    """The proposal with a spacer under both stops of an axle; below nothing, so much is trimmed off them.

    spacer_m: None: as found. typed: as a hand wrote it. Raises JobFault where trimming would leave tyre, coil or shock less than
    their margins, with how much may be trimmed.
    """
    path = path_to(JOB.proposal.axles[axle].stop.spacer_m)
    if spacer_m is None:
        return put(job, path, None)
    changed = put_number(job, path, spacer_m, typed or None)
    if spacer_m >= 0.0:
        return changed
    before, after = _short(assess(job), axle), _short(assess(changed), axle)
    worse = {what: short for what, short in after.items() if short > before.get(what, 0.0) + WORSE}
    if worse:
        what = Saying(EVENT_NOUNS[max(worse, key=lambda name: worse[name])])
        cut, most = Amount(-spacer_m, Quantity.COIL), _most(job, axle, spacer_m, before)
        if most > 0.0:
            said = "{cut} off the bump stop leaves too little room before {what}. Trim up to {most}."
            raise JobFault("edit", [saying(said, cut=cut, what=what, most=Amount(most, Quantity.COIL, -1))])
        raise JobFault("edit", [saying("Any trimming leaves too little room before {what}. Do not trim it.", what=what)])
    return changed


def _short(a: Assessment, axle: int) -> dict[Event, float]:
    """What of an axle's bump comes too soon, and by how much, m."""
    found = [j for side in (0, 1) for j in order_faults(a, axle, side) if isinstance(j, WrongOrder) and j.bump]
    return {what: max(j.short_m for j in found if j.what == what) for what in {j.what for j in found}}


def _most(job: Job, axle: int, spacer_m: float, before: dict[Event, float]) -> float:
    """The most that can be trimmed, to the millimetre, by halving."""
    low, high = 0, round(-spacer_m * 1000)
    while high - low > 1:
        middle = (low + high) // 2
        tried = _short(assess(put_number(job, path_to(JOB.proposal.axles[axle].stop.spacer_m), -middle / 1000)), axle)
        fits = all(short <= before.get(what, 0.0) + WORSE for what, short in tried.items())
        low, high = (middle, high) if fits else (low, middle)
    return low / 1000
