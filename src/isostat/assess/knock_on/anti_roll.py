"""Anti-roll bars: how far an arm leans from where it stood, and whether its link can go over centre or does not reach."""

from __future__ import annotations

from collections.abc import Callable, Iterator

import numpy as np

from isostat.assess.knock_on.change import AS_READ, Change
from isostat.assess.knock_on.line import PRACTICE, Cure, Line, Way, What, asking, either_way, mends
from isostat.assess.knock_on.moved import lacking, travel
from isostat.assess.solve.assessment import Assessment
from isostat.assess.travel.landmarks import landmarks
from isostat.core import rules
from isostat.core.limits import Floats
from isostat.core.linkage.anti_roll import AntiRollLink
from isostat.job.edits.paths import JOB, path_to
from isostat.units.unit import Quantity


def anti_roll_lines(a: Assessment, change: Change = AS_READ) -> Iterator[Line]:
    """Of every axle with an anti-roll link."""
    for axle in range(len(a.axles)):
        if a.job.vehicle.axles[axle].bar_link_m is None:
            continue
        base = path_to(JOB.as_found.axles[axle].bar)
        missing = lacking(a, (*base, "arm_m"), (*base, "link_ratio"))
        if missing:
            yield asking(a.cases, What.BAR_ARM, axle, Quantity.ANGLE, missing, either_way(rules.BAR_ARM))
            continue
        yield from _lines(a, axle, change.at(axle).anti_roll_m)


def anti_roll_link(a: Assessment, axle: int) -> AntiRollLink | None:
    """As read; None where something lacks. Raises OutOfRange for one that cannot be."""
    length, bar = a.job.vehicle.axles[axle].bar_link_m, a.job.as_found.axles[axle].bar
    if length is None or bar.arm_m is None or bar.link_ratio is None:
        return None
    return AntiRollLink(arm_m=float(bar.arm_m.value), link_m=float(length.value), ratio=float(bar.link_ratio.value))


Pair = tuple[float, float]  # left and right
AS_LONG: Pair = (0.0, 0.0)


def _lines(a: Assessment, axle: int, longer_m: Pair) -> Iterator[Line]:
    link, u = anti_roll_link(a, axle), travel(a, axle)
    assert link is not None

    def leans(longer: Pair) -> Floats:
        left, right = (link.leans(u[side], longer[side]) for side in (0, 1))
        return np.where(np.abs(left) >= np.abs(right), left, right)

    def straightest(longer: Pair, *, found: bool = False) -> Floats:
        """Of link and arm over the way of both wheels together and of one up: how near they come to one line."""
        return np.where(a.proposed.stands, _nearest_line(a, axle, link, longer, found=found), np.nan)

    yield Line(what=What.BAR_ARM, axle=axle, quantity=Quantity.ANGLE, before=0.0, now=leans(longer_m), low=-rules.BAR_ARM,
               high=rules.BAR_ARM, whose=PRACTICE, changes=True,
               mended=mends(_longer, a, axle, link, leans))  # fmt: skip
    before = float(straightest(AS_LONG, found=True)[a.target_case])
    yield Line(what=What.BAR_OVER, axle=axle, quantity=Quantity.ANGLE, before=before, now=straightest(longer_m), low=rules.BAR_OVER,
               whose=PRACTICE, mended=mends(_longer, a, axle, link, straightest))  # fmt: skip


def _longer(a: Assessment, axle: int, link: AntiRollLink, value: Callable[[Pair], Floats]) -> Iterator[Cure]:
    """Links for both arms to stand as they stood in the target's case; each its own where the sides have gone apart."""
    left, right = (link.longer_m(float(u)) for u in travel(a, axle)[:, a.target_case])
    if abs(left - right) < rules.TAPE_ERROR:
        left = right = (left + right) / 2.0
    apart = (("link left", left, None), ("link right", right, None)) if left != right else ()
    yield Cure(Way.LINK, max(left, right, key=abs), Quantity.HEIGHT, value((left, right)),
               Change(axle=axle, anti_roll_m=(left, right)), plan=apart)  # fmt: skip


def _nearest_line(a: Assessment, axle: int, link: AntiRollLink, longer_m: Pair, *, found: bool) -> float:
    """Least angle of link and arm from one line, both wheels together and one up, rad; nan where the link does not reach."""
    least = np.pi
    for side in (0, 1):
        for one_up in (False, True):
            ends = landmarks(a, axle, side, one_up=one_up, found=found)
            angle = link.between(np.linspace(ends.hanging_m, ends.full_m, 25), longer_m[side])
            least = np.minimum(least, np.minimum(angle, np.pi - angle).min())
    return float(least)
