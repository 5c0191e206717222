"""What is set by a ruler, step by step: marks from a face, and in which state it is read."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.air import aired
from isostat.assess.spring.stacked import stacked
from isostat.language import tr
from isostat.wording.card_at import At
from isostat.wording.reader import Reader


@dataclass(frozen=True, slots=True)
class Mark:
    """A place along the ruler, m; value: as it is read."""

    words: str
    at_m: float
    value: str


@dataclass(frozen=True, slots=True)
class Ruler:
    """Marks from the ruler's zero up. face: where that is; state: in which it is read."""

    face: str
    state: str
    marks: tuple[Mark, ...]

    @property
    def long_m(self) -> float:
        """Up to which it is drawn: the next 50 mm beyond the last mark."""
        return float(np.ceil(max(mark.at_m for mark in self.marks) / 0.05 + 0.2) * 0.05)


def ruler_of(a: Assessment, r: Reader, name: str, axle: int | None, side: int | None) -> Ruler | None:
    """Of a list of steps at a place; None where nothing of it is set by a ruler."""
    if axle is None or name not in RULED:
        return None
    return RULED[name](a, r, axle, side or 0)


def _stack(a: Assessment, r: Reader, axle: int, side: int) -> Ruler | None:
    found = stacked(a, axle, side)
    if found is None:
        return None
    places = ((tr("collar, lower face"), found.marks.collar_m), (tr("ring, upper face"), found.marks.ring_m),
              (tr("slider, upper face"), found.marks.slider_m))  # fmt: skip
    marks = tuple(Mark(words, float(m), r.coil(float(m))) for words, m in places if m is not None)
    return Ruler(tr("perch, upper face"), tr("bench or full droop, springs on"), marks)


def _bag(a: Assessment, r: Reader, axle: int, side: int) -> Ruler | None:
    found = aired(a, axle)
    if found is None:
        return None
    cases = {At(a, r, axle, side).floor, a.target_case}
    high = {case: float(found.height_m[side, case]) for case in sorted(cases)}
    marks = tuple(Mark(r.case(case), m, r.coil(m)) for case, m in high.items() if np.isfinite(m))
    return Ruler(tr("bag, lower plate"), tr("on its wheels, rolled"), marks) if marks else None


RULED = {"stacked pair": _stack, "air springs": _bag, "air over leaf": _bag, "air in coil": _bag}
