"""What is set by a ruler, step by step: marks from a face, and in which state it is read."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from isostat.assess.knock_on.line import What
from isostat.assess.knock_on.lines import knock_ons
from isostat.assess.log.promise import floor_case
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.air import aired
from isostat.assess.spring.perch import perch_at
from isostat.assess.spring.stacked import stacked
from isostat.assess.spring.torsion import torsion_set
from isostat.assess.workings.stacked import mark_m
from isostat.language import tr
from isostat.wording.reader import Reader
from isostat.wording.springs.stacked import MARKED

Thing = Literal["collar", "ring", "slider", "paint", "was", "plate", "bolt", "rod", "groove"]


@dataclass(frozen=True, slots=True)
class Mark:
    """A place along the ruler, m; value: as it is read. thing: what stands there, to be drawn."""

    words: str
    at_m: float
    value: str
    thing: Thing


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


def rulers_of(a: Assessment, r: Reader, name: str, axle: int | None, side: int | None) -> tuple[Ruler, ...]:
    """Of a list of steps at a place: in the state in which it is set, then in those in which it is read again; none where nothing
    of it is set by a ruler.
    """
    if name == "after":
        return _brake_rod(a, r)
    if axle is None or name not in RULED:
        return ()
    return RULED[name](a, r, axle, side or 0)


def _brake_rod(a: Assessment, r: Reader) -> tuple[Ruler, ...]:
    """Of a load-sensing valve: as it was, and as it gives the same for the target's height."""
    for line in knock_ons(a):
        if line.what is What.VALVE and line.cures:
            was, by = line.before, line.cures[0].by
            marks = (Mark(tr("as it was"), was, r.coil(was), "was"), Mark(r.case(a.target_case), was + by, r.coil(was + by), "rod"))
            return (Ruler(tr("brake valve rod, lower end"), tr("on its wheels, rolled"), marks),)
    return ()


def _stack(a: Assessment, r: Reader, axle: int, side: int) -> tuple[Ruler, ...]:
    found = stacked(a, axle, side)
    if found is None:
        return ()
    cases = _cases(a)
    shafts = {tr("bench or full droop, springs on"): 0.0} | {r.case(case): float(found.ride_m[case]) for case in cases}
    out = []
    for state, shaft in shafts.items():
        places = {key: mark_m(found, key, shaft) for key in STACK}
        marks = tuple(Mark(tr(MARKED[key]), m, r.coil(m), STACK[key]) for key, m in places.items() if m is not None and m > 0.0)
        out.append(Ruler(tr("perch, upper face"), state, marks))
    return tuple(out)


def _cases(a: Assessment) -> list[int]:
    """On the workshop's floor and at the target, where it stands."""
    return [case for case in sorted({floor_case(a), a.target_case}) if a.proposed.stands[case]]


def _bag(a: Assessment, r: Reader, axle: int, side: int) -> tuple[Ruler, ...]:
    found = aired(a, axle)
    if found is None:
        return ()
    high = {tr("full droop"): float(found.hangs_m[side])}
    high |= {r.case(case): float(found.height_m[side, case]) for case in _cases(a)}
    marks = tuple(Mark(words, m, r.coil(m), "plate") for words, m in high.items() if np.isfinite(m))
    return (Ruler(tr("bag, lower plate"), tr("full droop, then on its wheels, rolled"), marks),) if marks else ()


def _bolt(a: Assessment, r: Reader, axle: int, _: int) -> tuple[Ruler, ...]:
    """Of a torsion bar's adjuster, both sides: how much further in, or out, its bolt stands than as found."""
    found = torsion_set(a, axle)
    ways = [] if found is None else [anchor.bolt_in_m for anchor in found.anchors if anchor.bolt_in_m is not None]
    if not ways:
        return ()
    zero = min(*ways, 0.0)
    marks = [Mark(tr("as found"), -zero, r.coil(0.0), "was")]
    marks += [Mark(r.corner(axle, n), way - zero, r.coil(way), "bolt") for n, way in enumerate(ways)]
    return (Ruler(tr("bolt as found"), tr("wheel off the ground; in is up"), tuple(marks)),)


def _perch(a: Assessment, r: Reader, axle: int, side: int) -> tuple[Ruler, ...]:
    """Of a strut's ring, where grooves are known and it moves."""
    up = perch_at(a, axle, side).up_m
    if up == 0.0:
        return ()
    marks = (Mark(tr("as found"), 0.0, r.coil(0.0), "was"), Mark(tr("ring, new groove"), up, r.coil(up), "groove"))
    return (Ruler(tr("the ring's groove as found"), tr("bench, spring off"), marks),)


STACK: dict[str, Thing] = {"collar": "collar", "collar mark": "paint", "ring": "ring", "ring mark": "paint", "slider": "slider"}
RULED = {
    "coil on strut": _perch,
    "torsion bar": _bolt,
    "stacked pair": _stack,
    "air springs": _bag,
    "air over leaf": _bag,
    "air in coil": _bag,
}
