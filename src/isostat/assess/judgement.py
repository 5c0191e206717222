"""A judgement: what is wrong or worth knowing, where, by how much; in SI numbers, without words; and what a remedy is."""

from __future__ import annotations

from abc import ABC, abstractmethod
from dataclasses import dataclass
from enum import IntEnum, StrEnum

from isostat.job.schema import Job


class Grade(IntEnum):
    """How grave: a fault is not driven, a watch wants a decision, a note is worth knowing."""

    NOTE = 1
    WATCH = 2
    FAULT = 3


class Step(StrEnum):
    """The step of the work in which a judgement is seen to."""

    MEASURE = "Measure"
    LOAD = "Load"
    STANCE = "Stance"
    SPRING = "Spring"
    TRAVEL = "Travel"
    KNOCK_ON = "Knock-on"
    FIT = "Fit"
    LOG = "Log"


@dataclass(frozen=True, slots=True)
class Place:
    """Where: an axle (None: the whole vehicle), a side (None: both), a case (None: every one)."""

    axle: int | None = None
    side: int | None = None
    case: int | None = None


class Remedy(ABC):
    """A change of the job that may cure a judgement: a frozen type that does itself."""

    __slots__ = ()

    @abstractmethod
    def on(self, job: Job) -> Job:
        """The job with it done. Raises JobFault where the job will not have it."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Judgement:
    """Common to all kinds."""

    grade: Grade
    place: Place
    remedies: tuple[Remedy, ...] = ()
    step: Step

    @property
    def severity(self) -> float:
        """How far over the limit, in the judgement's own terms; compares a judgement with itself after a fix."""
        return 0.0
