"""What is set by a ruler, step by step: marks from a face, and in which state it is read."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from isostat.assess.knock_on.line import What
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.air import aired
from isostat.assess.spring.perch import perch_at
from isostat.assess.spring.stacked import stacked
from isostat.assess.spring.torsion import torsion_set
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
    def tick_m(self) -> float:
        """Between two of its lines; every fifth is a long one."""
        return 0.01 if max(mark.at_m for mark in self.marks) > 0.05 else 0.001

    @property
    def long_m(self) -> float:
        """Up to which it is drawn: the next long line beyond the last mark."""
        five = 5 * self.tick_m
        return float(np.ceil(max(mark.at_m for mark in self.marks) / five + 0.2) * five)


def ruler_of(a: Assessment, r: Reader, name: str, axle: int | None, side: int | None) -> Ruler | None:
    """Of a list of steps at a place; None where nothing of it is set by a ruler."""
    if name == "after":
        return _brake_rod(a, r)
    if axle is None or name not in RULED:
        return None
    return RULED[name](a, r, axle, side or 0)


def _brake_rod(a: Assessment, r: Reader) -> Ruler | None:
    """Of a load-sensing valve: as it was, and as it gives the same for the target's height."""
    for line in knock_ons(a):
        if line.what is What.VALVE and line.cures:
            rods = ((tr("as it was"), line.before), (r.case(a.target_case), line.before + line.cures[0].by))
            return Ruler(
                tr("brake valve rod, lower end"), tr("on its wheels, rolled"), tuple(Mark(w, m, r.coil(m)) for w, m in rods)
            )
    return None


def _stack(a: Assessment, r: Reader, axle: int, side: int) -> Ruler | None:
    found = stacked(a, axle, side)
    if found is None:
        return None
    m = found.marks
    places = (
        (tr("collar, lower face"), m.collar_m),
        (tr("paint: collar not below"), m.collar_mark_m),
        (tr("ring, upper face"), m.ring_m),
        (tr("paint: ring not below"), m.ring_mark_m),
        (tr("slider, upper face"), m.slider_m),
    )
    marks = tuple(Mark(words, float(at), r.coil(float(at))) for words, at in places if at is not None)
    return Ruler(tr("perch, upper face"), tr("bench or full droop, springs on"), marks)


def _bag(a: Assessment, r: Reader, axle: int, side: int) -> Ruler | None:
    found = aired(a, axle)
    if found is None:
        return None
    cases = {At(a, r, axle, side).floor, a.target_case}
    high = {case: float(found.height_m[side, case]) for case in sorted(cases)}
    marks = tuple(Mark(r.case(case), m, r.coil(m)) for case, m in high.items() if np.isfinite(m))
    return Ruler(tr("bag, lower plate"), tr("on its wheels, rolled"), marks) if marks else None


def _bolt(a: Assessment, r: Reader, axle: int, _: int) -> Ruler | None:
    """Of a torsion bar's adjuster, both sides: how much further in, or out, its bolt stands than as found."""
    found = torsion_set(a, axle)
    ways = [] if found is None else [anchor.bolt_in_m for anchor in found.anchors if anchor.bolt_in_m is not None]
    if not ways:
        return None
    zero = min(*ways, 0.0)
    marks = [Mark(tr("as found"), -zero, r.coil(0.0))]
    marks += [Mark(r.corner(axle, n), way - zero, r.coil(way)) for n, way in enumerate(ways)]
    return Ruler(tr("bolt as found"), tr("wheel off the ground; in is up"), tuple(marks))


def _perch(a: Assessment, r: Reader, axle: int, side: int) -> Ruler | None:
    """Of a strut's ring, where grooves are known and it moves."""
    up = perch_at(a, axle, side).up_m
    if up == 0.0:
        return None
    marks = (Mark(tr("as found"), 0.0, r.coil(0.0)), Mark(tr("ring, new groove"), up, r.coil(up)))
    return Ruler(tr("the ring's groove as found"), tr("bench, spring off"), marks)


RULED = {
    "coil on strut": _perch,
    "torsion bar": _bolt,
    "stacked pair": _stack,
    "air springs": _bag,
    "air over leaf": _bag,
    "air in coil": _bag,
}
