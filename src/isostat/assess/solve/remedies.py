"""Remedies that change the job alone, each a frozen type that does itself. What is solved first stands beside its solver."""

from __future__ import annotations

from dataclasses import dataclass

from typing_extensions import override

from isostat.assess.judgement import Remedy
from isostat.job.edits.items import set_share
from isostat.job.edits.paths import JOB, path_to, put, put_number
from isostat.job.edits.target import aim_by_axle
from isostat.job.points import CORNER_POINTS, SIDES
from isostat.job.schema import Job
from isostat.job.springs import leaf_edits
from isostat.job.springs.parts import put_ring


def _on_axle(job: Job, axle: int, *changes: tuple[tuple[str, ...], object]) -> Job:
    """The job with fields of an axle's proposal changed."""
    for path, value in changes:
        job = put(job, (*path_to(JOB.proposal.axles[axle]), *path), value)
    return job


@dataclass(frozen=True, slots=True)
class StopSpacer(Remedy):
    """So much in all under both stops of an axle, m; below nothing trimmed off them."""

    axle: int
    spacer_m: float

    @override
    def on(self, job: Job) -> Job:
        return _on_axle(job, self.axle, (("stop", "spacer_m"), self.spacer_m))


@dataclass(frozen=True, slots=True)
class StopFitted(Remedy):
    """The stops of an axle fitted again."""

    axle: int

    @override
    def on(self, job: Job) -> Job:
        return _on_axle(job, self.axle, (("stop", "left_out"), False))


@dataclass(frozen=True, slots=True)
class ShockLength(Remedy):
    """Shocks of an axle so much longer than found, m."""

    axle: int
    longer_m: float

    @override
    def on(self, job: Job) -> Job:
        return _on_axle(job, self.axle, (("shock_longer_m",), self.longer_m))


@dataclass(frozen=True, slots=True)
class HoseLength(Remedy):
    """Hoses of an axle so much longer than found, m."""

    axle: int
    longer_m: float

    @override
    def on(self, job: Job) -> Job:
        return _on_axle(job, self.axle, (("hose_longer_m",), self.longer_m))


@dataclass(frozen=True, slots=True)
class StrapLength(Remedy):
    """Straps of an axle so long, m."""

    axle: int
    long_m: float

    @override
    def on(self, job: Job) -> Job:
        return _on_axle(job, self.axle, (("strap_m",), self.long_m))


@dataclass(frozen=True, slots=True)
class Ring(Remedy):
    """The ring of a stacked pair so far from its collar, m."""

    axle: int
    from_collar_m: float

    @override
    def on(self, job: Job) -> Job:
        return put_ring(job, self.axle, self.from_collar_m)


@dataclass(frozen=True, slots=True)
class RingByShare(Remedy):
    """The ring of a stacked pair where the crossover comes at a share of bump; as wanted already, or another."""

    axle: int
    share: float | None = None

    @override
    def on(self, job: Job) -> Job:
        job = _on_axle(job, self.axle, (("stack", "placed"), "by share"))
        return job if self.share is None else _on_axle(job, self.axle, (("stack", "share"), self.share))


@dataclass(frozen=True, slots=True)
class MainSpring(Remedy):
    """The main spring of a stacked pair so long, free, m."""

    axle: int
    free_m: float

    @override
    def on(self, job: Job) -> Job:
        return _on_axle(job, self.axle, (("stack", "main", "free_m"), self.free_m))


@dataclass(frozen=True, slots=True)
class SpringRate(Remedy):
    """Plain coils of another rate, N/m; their length follows."""

    axle: int
    rate_n_per_m: float

    @override
    def on(self, job: Job) -> Job:
        for side in SIDES:
            job = _on_axle(job, self.axle, ((side, "rate_n_per_m"), self.rate_n_per_m), ((side, "free_length_m"), None))
        return job


@dataclass(frozen=True, slots=True)
class SolveSprings(Remedy):
    """Nothing typed of what is solved for the height."""

    axle: int

    @override
    def on(self, job: Job) -> Job:
        typed = ("free_length_m", "spacer_m", "collar_m", "slack_rad")
        return _on_axle(job, self.axle, *(((side, field), None) for side in SIDES for field in typed))


@dataclass(frozen=True, slots=True)
class SpacerAllowed(Remedy):
    """The same spring left and right, and a spacer on one side."""

    axle: int

    @override
    def on(self, job: Job) -> Job:
        return _on_axle(job, self.axle, (("sides",), "spacer"))


@dataclass(frozen=True, slots=True)
class Rearch(Remedy):
    """Both packs of an axle arched by so much more, m."""

    axle: int
    by_m: float

    @override
    def on(self, job: Job) -> Job:
        return leaf_edits.rearch(job, self.axle, self.by_m)


@dataclass(frozen=True, slots=True)
class LeafLess(Remedy):
    """The shortest leaf out of both packs of an axle."""

    axle: int

    @override
    def on(self, job: Job) -> Job:
        return leaf_edits.remove_leaf(job, self.axle, len(job.proposal.axles[self.axle].pack.leaves) - 1)


@dataclass(frozen=True, slots=True)
class ThinnerLeaves(Remedy):
    """One leaf more, all thinner, at the same rate."""

    axle: int

    @override
    def on(self, job: Job) -> Job:
        return leaf_edits.thinner(job, self.axle)


@dataclass(frozen=True, slots=True)
class Lift(Remedy):
    """The target of an end so much above what was weighed, m."""

    axle: int
    lift_m: float

    @override
    def on(self, job: Job) -> Job:
        return aim_by_axle(job, {"front_lift_m" if self.axle == 0 else "rear_lift_m": {"value": self.lift_m}})


@dataclass(frozen=True, slots=True)
class Level(Remedy):
    """No lean wanted."""

    @override
    def on(self, job: Job) -> Job:
        return aim_by_axle(job, {"lean_m": {"value": 0.0}})


@dataclass(frozen=True, slots=True)
class CarryLess(Remedy):
    """A share of an item on board in a case; none leaves it off."""

    case: int
    item: int
    share: float

    @override
    def on(self, job: Job) -> Job:
        return set_share(job, job.cases[self.case].name, job.items[self.item].name, self.share)


@dataclass(frozen=True, slots=True)
class Move(Remedy):
    """An item elsewhere on the deck, m behind the front hub."""

    item: int
    behind_front_m: float

    @override
    def on(self, job: Job) -> Job:
        return put_number(job, path_to(JOB.items[self.item].behind_front_m), self.behind_front_m)


@dataclass(frozen=True, slots=True)
class CorrectReading(Remedy):
    """A reading of a corner as it was likely meant. point: its place among CORNER_POINTS; value: in SI."""

    axle: int
    side: int
    point: int
    value: float

    @override
    def on(self, job: Job) -> Job:
        return put_number(
            job, (*path_to(JOB.vehicle.axles[self.axle]), SIDES[self.side], CORNER_POINTS[self.point].field), self.value
        )


@dataclass(frozen=True, slots=True)
class SwapSides(Remedy):
    """Left and right of a reading of an axle the other way round. point: its place among CORNER_POINTS."""

    axle: int
    point: int

    @override
    def on(self, job: Job) -> Job:
        name, here = CORNER_POINTS[self.point].field, job.vehicle.axles[self.axle]
        for side, reading in zip(SIDES, (getattr(here.right, name), getattr(here.left, name)), strict=True):
            job = put(job, (*path_to(JOB.vehicle.axles[self.axle]), side, name), reading)
        return job


@dataclass(frozen=True, slots=True)
class TakeRate(Remedy):
    """A rate that a test gave, taken as that of the springs as found, N/m. side: None for both."""

    axle: int
    side: int | None
    rate_n_per_m: float

    @override
    def on(self, job: Job) -> Job:
        for side in SIDES if self.side is None else SIDES[self.side : self.side + 1]:
            job = put(job, (*path_to(JOB.as_found.axles[self.axle]), side, "rate_n_per_m"), self.rate_n_per_m)
        return job
