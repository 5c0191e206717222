"""Anti-roll bars: how far an arm leans from where it stood, and whether its link can go over centre or does not reach."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from isostat.assess.knock_on.change import AS_READ, Change
from isostat.assess.knock_on.line import PRACTICE, Cure, Line, Way, What, asking, mends
from isostat.assess.knock_on.moved import lacking, travel, worse_side
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
            yield asking(a.cases, What.BAR_ARM, axle, Quantity.ANGLE, missing)
            continue
        yield from _lines(a, axle, change.at(axle).anti_roll_m)


def anti_roll_link(a: Assessment, axle: int) -> AntiRollLink | None:
    """As read; None where something lacks. Raises OutOfRange for one that cannot be."""
    length, bar = a.job.vehicle.axles[axle].bar_link_m, a.job.as_found.axles[axle].bar
    if length is None or bar.arm_m is None or bar.link_ratio is None:
        return None
    return AntiRollLink(arm_m=float(bar.arm_m.value), link_m=float(length.value), ratio=float(bar.link_ratio.value))


def _lines(a: Assessment, axle: int, longer_m: float) -> Iterator[Line]:
    link = anti_roll_link(a, axle)
    assert link is not None
    by = link.longer_m(float(np.nanmean(travel(a, axle)[:, a.target_case])))
    change = Change(axle=axle, anti_roll_m=by)

    def leans(longer: float) -> Floats:
        return worse_side(a, axle, lambda u: link.leans(u, longer), 0.0)

    def straightest(longer: float, *, found: bool = False) -> Floats:
        """Of link and arm over the way of both wheels together and of one up: how near they come to one line."""
        return np.where(a.proposed.stands, _nearest_line(a, axle, link, longer, found=found), np.nan)

    yield Line(what=What.BAR_ARM, axle=axle, quantity=Quantity.ANGLE, before=0.0, now=leans(longer_m), low=-rules.BAR_ARM,
               high=rules.BAR_ARM, whose=PRACTICE, changes=True,
               mended=mends(lambda: (Cure(Way.LINK, by, Quantity.HEIGHT, leans(by), change),)))  # fmt: skip
    before = float(straightest(0.0, found=True)[a.target_case])
    yield Line(what=What.BAR_OVER, axle=axle, quantity=Quantity.ANGLE, before=before, now=straightest(longer_m), low=rules.BAR_OVER,
               whose=PRACTICE, mended=mends(lambda: (Cure(Way.LINK, by, Quantity.HEIGHT, straightest(by), change),)))  # fmt: skip


def _nearest_line(a: Assessment, axle: int, link: AntiRollLink, longer_m: float, *, found: bool) -> float:
    """Least angle of link and arm from one line, rad; nan where the link does not reach. crossed: the other wheel at its end."""
    ways = []
    for side in (0, 1):
        for one_up in (False, True):
            ends = landmarks(a, axle, side, one_up=one_up, found=found)
            ways.append(np.linspace(ends.hanging_m, ends.full_m, 25))
    angle = link.between(np.concatenate(ways), longer_m)
    return float(np.minimum(angle, np.pi - angle).min())
