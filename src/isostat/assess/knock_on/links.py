"""Caster, pinion and wheelbase, as links, an arm or leaves turn and shift a solid axle."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from isostat.assess.knock_on.change import AS_READ, Change
from isostat.assess.knock_on.line import PRACTICE, Cure, Line, Way, What, asking, either_way, in_half_turns, mends
from isostat.assess.knock_on.moved import lead, mean_travel, pitch, side_path
from isostat.assess.solve.assessment import Assessment
from isostat.assess.solve.memory import remembered
from isostat.core import rules
from isostat.core.limits import Floats, OutOfRange
from isostat.core.linkage.side_links import Leaves, Lowered, TwoLinks
from isostat.core.vehicle.layout import Layout
from isostat.job.edits import paths
from isostat.units.unit import Quantity

SECANTS = 12  # until the upper links' length is found


@remembered
def axle_turned(a: Assessment, axle: int) -> tuple[Floats, Floats] | None:
    """Forward in m and turned nose-down in rad under the body, (B,) each; None where what holds the axle was not read."""
    try:
        path, missing = side_path(a, axle)
    except OutOfRange:
        return None
    return None if path is None or missing else path.at(mean_travel(a, axle))


def turned_by(a: Assessment, axle: int, change: Change) -> tuple[Floats, Floats] | None:
    """The same on links of another length or place, and turned back on its seats."""
    read = axle_turned(a, axle)
    if read is None:
        return None
    forward, turned = read if change.path is None else change.path.at(mean_travel(a, axle))
    return forward, turned - change.back_rad


def facing(a: Assessment, axle: int) -> float:
    """Which way a pinion points: +1 forward; −1 rearward, of a front axle, whose shaft comes from behind it."""
    return -1.0 if axle == 0 and len(a.axles) > 1 else 1.0


def link_lines(a: Assessment, change: Change = AS_READ) -> Iterator[Line]:
    """Of every solid axle of which something is known that it matters for."""
    for axle in range(len(a.axles)):
        if a.axles[axle].layout is Layout.SOLID:
            yield from _lines(a, axle, change.at(axle))


def _lines(a: Assessment, axle: int, change: Change) -> Iterator[Line]:
    read, way = a.job.vehicle.axles[axle], facing(a, axle)
    wanted = [
        (What.CASTER, read.links.caster_rad, read.steered, 1.0, rules.CASTER_KEPT),
        (What.PINION, read.pinion_rad or read.link_rad, read.pinion_rad is not None or read.link_rad is not None, way,
         rules.PINION_KEPT),
    ]  # fmt: skip
    moved, nothing = turned_by(a, axle, change), np.full(a.cases, np.nan)
    for what, reading, matters, sense, half in wanted:
        if not matters:
            continue
        before = reading.value if reading else 0.0
        stands_in = what is What.PINION and read.pinion_rad is None  # a link's tube, near level, for a pinion that was not read
        line = Line(what=what, axle=axle, quantity=Quantity.ANGLE, before=before, now=nothing, changes=reading is None,
                    guessed=stands_in)  # fmt: skip
        if moved is None:
            yield asking(a.cases, what, axle, Quantity.ANGLE, _missing(a, axle), either_way(half))
            continue
        now = before - sense * (moved[1] + pitch(a))  # top rearward as the axle turns back; a pinion that points forward: nose up
        mended = mends(_cures, a, axle, before, sense)
        yield replace(line, now=now, low=before - half, high=before + half, whose=PRACTICE, mended=mended)
    if moved is not None:
        by = -float(moved[0][a.target_case])
        onto = (_set_along(a, axle, by, moved[0]),) if np.isfinite(by) else ()
        yield Line(what=What.WHEELBASE, axle=axle, quantity=Quantity.HEIGHT, before=0.0, now=moved[0], low=-rules.AXLE_ALONG,
                   high=rules.AXLE_ALONG, whose=PRACTICE, changes=True, mended=mends(tuple, onto))  # fmt: skip


def thick_end(a: Assessment, axle: int, back_rad: float) -> str:
    """Of a wedge between spring and seat that turns an axle back: behind, where the leaf lies over the axle; else ahead."""
    over = a.job.as_found.axles[axle].pack.mount == "over axle"
    return "behind" if (back_rad > 0.0) == over else "ahead"


def _set_along(a: Assessment, axle: int, forward_m: float, now: Floats) -> Cure:
    """Every link as much longer, or the hole of a leaf's seat moved, so that the axle stands where it did in the target's case."""
    if isinstance(side_path(a, axle)[0], Leaves):
        return Cure(Way.SEAT, forward_m, Quantity.HEIGHT, now + forward_m)
    way = -1.0 if a.job.vehicle.axles[axle].links.frame == "ahead" else 1.0
    by, turns = in_half_turns(way * forward_m, lead(a, axle))
    return Cure(Way.ALL_LINKS, by, Quantity.HEIGHT, now + way * by, half_turns=turns)


def _missing(a: Assessment, axle: int) -> tuple[paths.Path, ...]:
    """Readings that the links lack; none where they are all there and contradict each other."""
    try:
        return side_path(a, axle)[1]
    except OutOfRange:
        return ()


def _cures(a: Assessment, axle: int, before: float, sense: float) -> Iterator[Cure]:
    """What turns the axle back as far as it has turned in the target's case, by how it is held."""
    path, case = side_path(a, axle)[0], a.target_case
    turned = turned_by(a, axle, AS_READ)
    assert path is not None and turned is not None
    back = float(turned[1][case] + pitch(a)[case])
    if not np.isfinite(back) or abs(back) <= rules.LEAST_WEDGE:
        return

    def cure(way: Way, by: float, quantity: Quantity, change: Change, half_turns: int | None = None) -> Cure:
        then = turned_by(a, axle, change)
        assert then is not None
        return Cure(way, by, quantity, before - sense * (then[1] + pitch(a)), change, half_turns)

    if isinstance(path, TwoLinks):
        longer, turns = in_half_turns(_upper_longer(a, axle, path), lead(a, axle))
        if np.isfinite(longer):
            other = replace(path, upper=replace(path.upper, longer_m=longer))
            yield cure(Way.UPPER_LINK, longer, Quantity.HEIGHT, Change(axle=axle, path=other), turns)
    way = Way.WEDGE if isinstance(path, Leaves) else Way.BUSHES
    turned_back = cure(way, facing(a, axle) * back, Quantity.ANGLE, Change(axle=axle, back_rad=back))
    yield replace(turned_back, thick=thick_end(a, axle, back)) if way is Way.WEDGE else turned_back
    down = -float(mean_travel(a, axle)[case])
    if not isinstance(path, Leaves):
        yield cure(Way.LOWER_LINKS, down, Quantity.HEIGHT, Change(axle=axle, path=Lowered(path, down)))


def _upper_longer(a: Assessment, axle: int, path: TwoLinks) -> float:
    """By how much the upper links must be longer for the axle to stand as it did against the ground, m, by secants; nan: none."""
    case = a.target_case
    travel, tilt = mean_travel(a, axle)[case : case + 1], float(pitch(a)[case])

    def off(longer: float) -> float:
        return float(replace(path, upper=replace(path.upper, longer_m=longer)).at(travel)[1][0]) + tilt

    last, now = 0.0, 0.001
    was, here = off(last), off(now)
    for _ in range(SECANTS):
        if not np.isfinite(here) or abs(here) < 1e-9 or here == was:
            break
        last, now, was = now, now - here * (now - last) / (here - was), here
        here = off(now)
    return now if abs(here) < 1e-6 else float("nan")
