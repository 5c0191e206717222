"""How a leaf pack hangs and is held, for its page."""

from __future__ import annotations

from dataclasses import dataclass

from isostat.assess.setup.springs.incomplete import Incomplete, why_not
from isostat.assess.setup.springs.leaf import hanging, over_to_under_m, turned_rad, u_bolt_m
from isostat.assess.solve.assessment import Assessment
from isostat.assess.spring.judge_leaf import shackle_leans
from isostat.assess.spring.leaf import packed
from isostat.core.limits import OutOfRange
from isostat.units.saying import Saying


@dataclass(frozen=True, slots=True, kw_only=True)
class LeafHardware:
    """What shackle, wedge and U-bolts come to; None where it was not read. fault: why it cannot hang so, in words."""

    raised_m: float | None = None  # frame over axle
    leans_rad: tuple[float, float, float] | None = None  # of the left shackle: hanging, at the target, at full bump
    turned_rad: float | None = None  # pinion up
    fault: Saying | None = None
    legs_m: float | None = None  # of the U-bolts
    other_side_m: float | None = None  # frame up where the axle goes to the spring's other side


def leaf_hardware(a: Assessment, axle: int) -> LeafHardware | None:
    """Of the packs of an axle; None where none are ordered there."""
    made, pack = packed(a, axle), a.job.proposal.axles[axle].pack
    if made is None:
        return None
    raised, leans, turned, fault = None, None, None, None
    try:
        hung = hanging(pack)
        if hung is not None:
            raised = hung.raised_m
            leans, turned = shackle_leans(a, axle, 0), turned_rad(pack)
    except (Incomplete, OutOfRange) as why:
        fault = why_not(why)
    return LeafHardware(
        raised_m=raised,
        leans_rad=leans,
        turned_rad=turned,
        fault=fault,
        legs_m=u_bolt_m(pack, made.pack, max(a.orders[axle].order.spacer_m)),
        other_side_m=over_to_under_m(pack, made.pack),
    )
