"""What a book teaches: how often the band was kept, whose springs come out low or high, which kinds settle more."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np

from isostat.book.summary import Came, Summary
from isostat.core.fitting.shop import Family, Lesson, lessons

SETTLE_ERROR_M = 0.003  # one deviation of how far an axle was read to settle


@dataclass(frozen=True, slots=True)
class Teaches:
    """kept: of judged jobs, whose wheels all lay inside the band. lessons: of makers, kinds and what settles, told or not."""

    kept: int
    judged: int
    lessons: tuple[Lesson, ...]

    @property
    def told(self) -> tuple[Lesson, ...]:
        """Those that are more than chance."""
        return tuple(one for one in self.lessons if one.told)


def teaches(book: Sequence[Summary]) -> Teaches:
    """Of the jobs of a book; all questions are asked at once, so that chance has no more ways in."""
    judged = [one for one in book if one.kept is not None]
    came = [one for job in judged for one in job.came]
    families = (
        _family("maker", [(one.maker, one.miss_m, one.error_m) for one in came if one.maker]),
        _family("kind", [(one.kind, one.miss_m, one.error_m) for one in came]),
        _family("settles", [(one.kind, one.settled_m, SETTLE_ERROR_M) for one in _settled(came)]),
    )
    return Teaches(sum(bool(one.kept) for one in judged), len(judged), lessons(families))


def _settled(came: Iterable[Came]) -> Iterable[Came]:
    return (one for one in came if one.settled_m is not None)


def _family(of: str, rows: Sequence[tuple[str, float | None, float]]) -> Family:
    labels, y, error = zip(*rows, strict=True) if rows else ((), (), ())
    return Family(of, tuple(labels), np.array(y, dtype=float), np.array(error, dtype=float))
