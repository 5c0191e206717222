"""What can still be turned on a vehicle that is together: each setting with its step and its ends."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from enum import StrEnum

from isostat.assess.setup.springs.air import bags_of
from isostat.assess.setup.springs.incomplete import Incomplete
from isostat.assess.setup.springs.leaf import hanging
from isostat.assess.setup.springs.stacked import seated_of
from isostat.assess.setup.springs.torsion import Twisted, twisted_of
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.torsion import bolt_step_rad
from isostat.core import rules
from isostat.core.rates.purchase import SPACER_STEP
from isostat.job.edits.paths import JOB, Path, path_to, put
from isostat.job.files import JobFault
from isostat.job.points import SIDES
from isostat.job.schema import Job
from isostat.job.springs.parts import put_ring


class Turned(StrEnum):
    """What is turned or changed."""

    SPACER = "spring spacer"
    BLOCK = "packer on the block"
    COLLAR = "collar"
    RING = "crossover ring"
    SHACKLE = "shackle"
    ROD = "valve rod"
    BOLT = "torsion bolt"
    PRESSURE = "bag pressure"


@dataclass(frozen=True, slots=True, kw_only=True)
class Setting:
    """One of them. paths: of the job, set together. now: SI; step: SI, towards a higher vehicle; least, most: in steps."""

    what: Turned
    axle: int
    side: int | None
    paths: tuple[Path, ...]
    now: tuple[float, ...]
    step: float
    least: int
    most: int

    def on(self, job: Job, steps: int) -> Job:
        """The job with it so many steps on. Raises JobFault where the job will not have it."""
        for path, now in zip(self.paths, self.now, strict=True):
            job = put(job, path, {"value": round(now + steps * self.step, 9)})
        return job


def as_fitted(a: Assessment) -> Job:
    """The job with every part typed as it was ordered, so that nothing is solved anew when one setting changes.

    What cannot be typed (a spacer of two metres, say) stays as it was.
    """
    job = a.job
    for i in range(len(a.orders)):
        job = typed_as_fitted(a, job, i)
    return job


def typed_as_fitted(a: Assessment, job: Job, axle: int) -> Job:
    """A job with the parts of one axle typed as they were ordered."""
    o = a.orders[axle]
    for side, name in enumerate(SIDES):
        fields = dict(o.kind.typed_as_ordered(o, side))
        bars = twisted_of(o)
        if bars is not None:
            fields["slack_rad"] = bars.slack[side]
        for field, value in fields.items():
            job = _typed(job, (*path_to(JOB.proposal.axles[axle]), name, field), value)
    seated = seated_of(o)
    if seated is not None and seated.pair.ring_m is not None:  # it stays where it was set, whatever the collar does
        job = put_ring(job, axle, round(seated.pair.ring_m, 9))
    return job


def _typed(job: Job, path: Path, value: float) -> Job:
    """With a reading typed, where the job takes it."""
    try:
        return put(job, path, {"value": value})
    except JobFault:
        return job


def settings_of(a: Assessment) -> tuple[Setting, ...]:
    """Of a job, front to rear, left before right."""
    every = (one for i in range(len(a.axles)) for kind in (_springs, _ring, _shackle, _bags, _rod) for one in kind(a, i))
    return tuple(one for one in every if one.least < one.most)


def turned_job(a: Assessment, before: int) -> Job:
    """The job as fitted, with all that was turned at the log's entries before the nth."""
    job, turns = as_fitted(a), [turn for entry in a.job.log[:before] for turn in entry.turned]
    for one in settings_of(a):
        by = sum(turn.by for turn in turns if (turn.what, turn.axle, turn.side) == (one.what.value, one.axle, one.side))
        if by:
            for path, now in zip(one.paths, one.now, strict=True):
                job = _typed(job, path, round(now + by, 9))
    return job


def turned_at(a: Assessment, n: int) -> Iterator[tuple[Setting, int]]:
    """What was turned at the nth entry: each setting as it stood before, and how many steps."""
    settings = {(one.what.value, one.axle, one.side): one for one in settings_of(a)}
    for turn in a.job.log[n].turned:
        one = settings.get((turn.what, turn.axle, turn.side))
        if one is not None:
            before = sum(
                t.by
                for entry in a.job.log[:n]
                for t in entry.turned
                if (t.what, t.axle, t.side) == (turn.what, turn.axle, turn.side)
            )
            yield replace(one, now=tuple(now + before for now in one.now)), round(turn.by / one.step)


def _springs(a: Assessment, i: int) -> Iterator[Setting]:
    o, base = a.orders[i], path_to(JOB.proposal.axles[i])
    bars = twisted_of(o)
    for side, name in enumerate(SIDES):
        if bars is not None:
            yield from _bolt(a, i, side, bars)
        elif o.kind.levelled_by is not None:
            now = o.kind.typed_as_ordered(o, side).get(o.kind.levelled_by)
            if now is None:
                continue
            what, step, least, most = _height_setting(a, i, side, now)
            ends = math.ceil((least - now) / step - 1e-6), math.floor((most - now) / step + 1e-6)
            yield Setting(what=what, axle=i, side=side, paths=((*base, name, o.kind.levelled_by),), now=(now,), step=step,
                          least=min(ends[0], 0), most=max(ends[1], 0))  # fmt: skip


def _height_setting(a: Assessment, i: int, side: int, now: float) -> tuple[Turned, float, float, float]:
    """Of spacer, packer or collar: what it is, its step, its least and its most, m."""
    o = a.orders[i]
    if o.kind.levelled_by == "collar_m":
        stack = a.job.proposal.axles[i].stack
        down, up = (None if m is None else float(m.value) for m in (stack.down_m, stack.up_m))
        most = float(rules.THICKEST_LEVELLING)
        return Turned.COLLAR, _half_turn_m(a, i), now - most if up is None else -up, now + most if down is None else down
    if o.kind.hangs_from_eyes:
        other = o.order.spacer_m[1 - side]
        return Turned.BLOCK, 2.0 * SPACER_STEP, max(other - float(rules.BLOCK_PLATE), 0.0), other + float(rules.BLOCK_PLATE)
    return Turned.SPACER, SPACER_STEP, 0.0, float(rules.THICKEST_SPACER)


def _half_turn_m(a: Assessment, i: int) -> float:
    """Of the collars of a stacked pair."""
    thread = a.job.proposal.axles[i].stack.thread_m
    return float(rules.COLLAR_STEP) if thread is None else float(thread.value) / 2.0


def _ring(a: Assessment, i: int) -> Iterator[Setting]:
    """The ring of a stacked pair further from its collar: the slider meets it sooner, and the main spring alone stands higher."""
    seated = seated_of(a.orders[i])
    if seated is None or seated.pair.ring_m is None:
        return
    now, step = float(seated.pair.ring_m), _half_turn_m(a, i)
    ends = round(float(rules.THICKEST_LEVELLING) / step)
    path, least = path_to(JOB.proposal.axles[i].stack.ring_m), -min(ends, math.floor(now / step))
    yield Setting(what=Turned.RING, axle=i, side=None, paths=(path,), now=(now,), step=step, least=least, most=ends)


def _shackle(a: Assessment, i: int) -> Iterator[Setting]:
    """Another pair of shackles, where the one found was measured with its lean."""
    fit = a.job.proposal.axles[i]
    try:
        hung = hanging(fit.pack) if a.orders[i].kind.hangs_from_eyes else None
    except Incomplete:  # said as a finding; it hangs as it was
        return
    if hung is None:
        return
    step, path = float(rules.SHACKLE_STEP), path_to(JOB.proposal.axles[i].pack.new_shackle_m)
    ends = round(float(rules.SHACKLE_ENDS) / step)
    yield Setting(what=Turned.SHACKLE, axle=i, side=None, paths=(path,), now=(hung.shackle_m,), step=step, least=-ends, most=ends)


def _rod(a: Assessment, i: int) -> Iterator[Setting]:
    """The rod of a levelling valve: as much longer, as much higher."""
    bag = a.job.proposal.axles[i].air
    if bags_of(a.orders[i]) is None or bag.gas != "levelled":
        return
    step, now = float(rules.ROD_STEP), 0.0 if bag.rod_more_m is None else float(bag.rod_more_m.value)
    ends, path = round(float(rules.ROD_ENDS) / step), path_to(JOB.proposal.axles[i].air.rod_more_m)
    yield Setting(what=Turned.ROD, axle=i, side=None, paths=(path,), now=(now,), step=step, least=-ends, most=ends)


def _bolt(a: Assessment, i: int, side: int, bars: Twisted) -> Iterator[Setting]:
    """A half turn of the adjuster's bolt, up to four turns either way."""
    step = bolt_step_rad(a, i)
    if step is not None:
        path = (*path_to(JOB.proposal.axles[i]), SIDES[side], "slack_rad")
        yield Setting(
            what=Turned.BOLT, axle=i, side=side, paths=(path,), now=(bars.slack[side],), step=-step / 2.0, least=-8, most=8
        )


def _bags(a: Assessment, i: int) -> Iterator[Setting]:
    """Pressures that were typed; bags on a tee have one."""
    fit = a.job.proposal.axles[i]
    bag, field = fit.bag, "air" if fit.kind == "air" else "helper"
    if bag.left_pa is None or bag.right_pa is None or bag.gas == "levelled":
        return
    step = float(rules.PRESSURE_STEP)
    least, most = (None if p is None else float(p.value) for p in (bag.least_pa, bag.most_pa))
    sides: tuple[tuple[int | None, tuple[str, ...]], ...] = ((0, ("left_pa",)), (1, ("right_pa",)))
    if bag.lines == "tee":
        sides = ((None, ("left_pa", "right_pa")),)
    for side, names in sides:
        now = tuple(float(getattr(bag, name).value) for name in names)
        low = math.ceil(((0.0 if least is None else least) - min(now)) / step - 1e-6)
        high = math.floor(((max(now) + 5e5 if most is None else most) - max(now)) / step + 1e-6)
        paths = tuple((*path_to(JOB.proposal.axles[i]), field, name) for name in names)
        yield Setting(
            what=Turned.PRESSURE, axle=i, side=side, paths=paths, now=now, step=step, least=min(low, 0), most=max(high, 0)
        )
